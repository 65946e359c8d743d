"""What a build hands down to the one that it stands on: forces at places of its deck, case by case. mm, N, host axes."""

from __future__ import annotations

from collections.abc import Collection
from dataclasses import dataclass

from ...cases import ASLEEP, Case
from .parts import Point3

PARKED = "Parked"


@dataclass(frozen=True, slots=True)
class Foot:
    """A place where a build bears on, is tied to or is kept from sliding on another: the force on the build goes ``toward`` a unit vector;
    ``size`` along x and y of the deck that takes it."""

    at: Point3
    toward: Point3
    size: tuple[float, float]
    tie: str = ""
    """What ties it there, by id; empty: it bears."""
    wall: bool = False
    """It is fixed to a wall or the roof of that one, on the member of those that it lies nearest to, not to its deck."""


@dataclass(frozen=True)
class Handed:
    """``forces[case][foot]`` of a build called ``label`` that weighs ``kg`` with all that is in it; ``whole``: every case has a result."""

    build: str
    label: str
    on: str
    feet: tuple[Foot, ...]
    cases: tuple[Case, ...]
    forces: tuple[tuple[float, ...], ...]
    kg: float
    whole: bool = True

    def row(self, case: Case) -> tuple[float, ...]:
        """Forces in a case of the build below: the case of its own that it stands for, the one of the same name, or as it stands parked."""
        names = {one.name: i for i, one in enumerate(self.cases)}
        build, _, own = case.upon.partition(":")
        wanted = own if build == self.build else case.name
        # “Brake, by its wheels” is a brake for what stands on it
        found = names.get(wanted, names.get(wanted.partition(", ")[0], names.get(PARKED)))
        return self.forces[found] if found is not None else (0.0,) * len(self.feet)

    def more(self, known: Collection[str], *, drivable: bool = True) -> tuple[Case, ...]:
        """What the build below is asked besides the cases that it knows by name: everybody on this one in turn; wind, and all asleep, on everything
        that stands there at once. Where the one below may not be driven about, what lasts alone."""
        found = []
        for case in self.cases:
            if not drivable and not case.lasting:
                continue
            if case.name == ASLEEP or case.acts:
                if case.name not in known:
                    found.append(Case(case.name, case.g, people=case.people))
            elif case.live or (case.name not in known and not case.name.startswith("Crash")):
                found.append(Case(f"{case.name}, on {self.label}", case.g, people=case.people, upon=f"{self.build}:{case.name}"))
        return tuple(found)
