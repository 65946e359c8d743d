"""Where people sleep and sit on what is built for them."""

from __future__ import annotations

import itertools
from collections.abc import Sequence
from dataclasses import replace

from ..constants import G
from ..document.load import Person
from ..structure.assembly import Assembly
from ..structure.nouns.holds import Stand
from ..structure.nouns.parts import Member, Surface

LYING = (800.0, 400.0)
"""mm that a sleeper's weight lies on (common practice, no published source)."""
SLEEPER, SITTING = 1200.0, 2000.0
"""N: the least a sleeper counts for strength, and one who sits down hard (common practice, no published source)."""
SEAT = 300.0


def sleepers(surface: Surface, people: Sequence[Person]) -> tuple[Person, ...]:
    """Who sleeps on a surface."""
    return tuple(person for person in people if person.sleeps == surface.id)


def _rows(build: Assembly, surface: Surface) -> list[float]:
    """Places along it worth lying at: over every member that carries it, and between neighbours."""
    under = [_along(surface, member) for member in _carrying(build, surface)]
    if not under or any(abs(b - a) > 1.0 for a, b in under):
        return [surface.own_size[0] / 2]
    xs = sorted({a for a, _ in under})
    return sorted([*xs, *((a + b) / 2 for a, b in itertools.pairwise(xs))])


def _along(surface: Surface, member: Member) -> tuple[float, float]:
    """Where a member's ends are along a surface, in its own axes."""
    return surface.own(member.a)[0], surface.own(member.b)[0]


def _within(value: float, lo: float, size: float, width: float) -> float:
    """A centre moved so that ``width`` lies within ``lo`` .. ``lo + size``."""
    return min(max(value, lo + width / 2), lo + size - width / 2) if size > width else lo + size / 2


def _carrying(build: Assembly, surface: Surface) -> list[Member]:
    """The members that carry a surface's panels."""
    names = dict.fromkeys(name for panel in build.decks for name in panel.laid.on if build.member(name).body == surface.body)
    return [build.member(name) for name in names]


def _over(build: Assembly, surface: Surface, x: float) -> str:
    """Which member a place lies over, or between which two."""
    rows = sorted(((*_along(surface, member), member) for member in _carrying(build, surface)), key=lambda row: row[0])
    near = min(rows, key=lambda row: abs(row[0] - x), default=None)
    if near is None or (near[0] == near[1] and abs(near[0] - x) < 60.0):
        return f"over {near[2].name}" if near else "anywhere"
    before = [member.name for at, _, member in rows if at <= x]
    after = [member.name for at, _, member in rows if at > x]
    return f"between {before[-1]} and {after[0]}" if before and after else "mid length"


def _as_lies(surface: Surface, size: tuple[float, float]) -> tuple[float, float]:
    """A patch given in a surface's own axes, along the host's."""
    return size[::-1] if surface.quarters % 2 else size


def with_people(build: Assembly, people: Sequence[Person]) -> Assembly:
    """The build with every place where somebody may lie or sit down hard: where they lie for sag, everywhere for strength."""
    found: list[Stand] = []
    for surface in (s for s in build.surfaces if s.use == "sleeping"):
        lx, ly = surface.own_size
        mine = sleepers(surface, people)
        lanes = max(len(mine), 1)
        for i, person in enumerate(mine):
            at = surface.at(lx / 2, ly * ((i + 0.5) / lanes - 0.5))
            words = f"{person.name} asleep"
            found.append(Stand(f"asleep.{person.id}", words, at, "", surface.body, _as_lies(surface, LYING), person.mass.kg * G, "asleep"))
        heaviest = max((person.mass.kg * G for person in mine), default=0.0)
        force = max(SLEEPER, heaviest)
        for kind, newton, size, words in (
            ("sleeper", force, LYING, "a sleeper in the worst place"),
            ("sitting", SITTING, (SEAT, SEAT), "sitting down hard"),
        ):
            spots = {
                (round(_within(x, 0.0, lx, size[0]), 1), round(_within(y, -ly / 2, ly, size[1]), 1))
                for x in _rows(build, surface)
                for y in (-ly / 2, 0.0, ly / 2)
            }
            for n, (x, off) in enumerate(sorted(spots), 1):
                lies = _as_lies(surface, size)
                place = f"{words}, {_over(build, surface, x)}, {'in the middle' if abs(off) < 1 else 'left' if off < 0 else 'right'}"
                found.append(
                    Stand(f"{kind}.{n}", place, surface.at(x, off), "", surface.body, lies, newton, kind, abs(off) < 1)  # type: ignore[arg-type]
                )
    return replace(build, stands=(*build.stands, *found)) if found else build
