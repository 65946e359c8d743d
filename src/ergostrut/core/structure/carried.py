"""What is carried, each thing on its surface."""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import dataclass

from ..document.load import Thing
from .nouns.parts import Point3, Surface


@dataclass(frozen=True, slots=True)
class Placed:
    """A thing on its surface: centre (x, y) from the surface's front end and centre line, ``own_size`` as it stands, in the surface's own axes."""

    thing: Thing
    surface: Surface
    x: float
    y: float
    own_size: tuple[float, float, float]
    auto: bool

    @property
    def size(self) -> tuple[float, float, float]:
        """Its size in host axes."""
        long, wide, high = self.own_size
        return (wide, long, high) if self.surface.quarters % 2 else self.own_size

    def at(self) -> Point3:
        """Centre of gravity in host axes with its surface at home."""
        x, y, z = self.surface.at(self.x, self.y)
        return x, y, z + self.own_size[2] / 2

    @property
    def mass(self) -> float:
        return self.thing.kg


@dataclass(frozen=True, slots=True)
class CarryPlan:
    placed: tuple[Placed, ...]
    homeless: tuple[Thing, ...]
    """Things whose surface does not exist."""
    no_room: tuple[Thing, ...]
    """Things that found no free place on their surface."""

    def stacked_on(self, surfaces: Iterable[str]) -> tuple[Placed, ...]:
        """What stands on some surfaces, and what stands on that."""
        known, found = set(surfaces), list[Placed]()
        rest = list(self.placed)
        while True:
            more = [item for item in rest if item.surface.id in known]
            if not more:
                return tuple(found)
            found += more
            known |= {f"thing/{item.thing.id}" for item in more}
            rest = [item for item in rest if item not in more]

    def on(self, body: str) -> tuple[Placed, ...]:
        return tuple(item for item in self.placed if item.surface.body == body)


def overlap(a: Placed, b: Placed) -> float:
    """Depth by which two things on one surface stand in each other, mm; 0 when clear."""
    dx = (a.own_size[0] + b.own_size[0]) / 2 - abs(a.x - b.x)
    dy = (a.own_size[1] + b.own_size[1]) / 2 - abs(a.y - b.y)
    return max(0.0, min(dx, dy))
