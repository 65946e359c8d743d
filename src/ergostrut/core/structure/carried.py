"""What is carried, each thing on its surface."""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import dataclass

from ..document.load import Thing
from .nouns.parts import Point3, Surface


@dataclass(frozen=True, slots=True)
class Placed:
    """A thing on its surface: centre (x, y) from the surface's front end and centre line, size as it stands."""

    thing: Thing
    surface: Surface
    x: float
    y: float
    size: tuple[float, float, float]
    auto: bool

    def at(self) -> Point3:
        """Centre of gravity in host axes with its surface at home."""
        ox, oy, oz = self.surface.origin
        return ox + self.x, oy + self.surface.size[1] / 2 + self.y, oz + self.size[2] / 2

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
    dx = (a.size[0] + b.size[0]) / 2 - abs(a.x - b.x)
    dy = (a.size[1] + b.size[1]) / 2 - abs(a.y - b.y)
    return max(0.0, min(dx, dy))
