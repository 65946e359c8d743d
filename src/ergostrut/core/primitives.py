"""One drawing, many renderers: primitives in mm on a plane, u to the right and v up.

Plan: u = x (front at the left), v = y (the vehicle's right side up). Side, from the vehicle's left: u = x, v = z.
Rear, from behind: u = y, v = z. Text, arrow heads and dimension rows keep their size on the page: renderers scale only u, v.
"""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal

from .finding import State

Point2 = tuple[float, float]
Role = Literal[
    "host",
    "host-faint",
    "ghost",
    "member",
    "member-far",
    "deck",
    "thing",
    "roller",
    "base",
    "fixing",
    "strap",
    "force",
    "load",
    "line",
    "swept",
    "ground",
    "bent",
    "cut",
]
ViewName = Literal["plan", "side", "rear", "beam", "envelope", "bars", "sheet"]


@dataclass(frozen=True, slots=True)
class Path:
    """A line, or where ``closed`` an outline with ``holes`` in it."""

    points: tuple[Point2, ...]
    role: Role
    closed: bool = False
    part: str = ""
    title: str = ""
    state: State | None = None
    holes: tuple[tuple[Point2, ...], ...] = ()

    @property
    def lines(self) -> tuple[tuple[Point2, ...], ...]:
        """Every line of it as a pen draws it: outlines come back to where they began."""
        return tuple((*ring, ring[0]) for ring in (self.points, *self.holes)) if self.closed else (self.points,)


@dataclass(frozen=True, slots=True)
class Circle:
    at: Point2
    r: float
    role: Role
    part: str = ""
    title: str = ""
    state: State | None = None


@dataclass(frozen=True, slots=True)
class Label:
    """Text at a point; ``second`` is a smaller line below."""

    at: Point2
    text: str
    align: Literal["left", "middle", "right"] = "middle"
    second: str = ""
    role: Role = "line"
    part: str = ""


@dataclass(frozen=True, slots=True)
class DimensionLine:
    """A measured distance from ``a`` to ``b`` along u (h) or v (v), drawn in a ``row`` on one side of the view.

    ``field``: JSON pointer of the length it opens; empty for a computed one. ``mm`` None: not measured.
    """

    a: Point2
    b: Point2
    axis: Literal["h", "v"]
    side: Literal["below", "above", "left", "right"]
    row: int
    mm: float | None
    label: str
    field: str = ""
    confidence: str = ""


@dataclass(frozen=True, slots=True)
class Arrow:
    """A force: tip at ``at``, pointing along ``toward``; ``share`` 0..1 of the longest arrow."""

    at: Point2
    toward: Point2
    share: float
    newton: float
    title: str = ""
    role: Role = "force"
    state: State | None = None


Primitive = Path | Circle | Label | DimensionLine | Arrow


@dataclass(frozen=True, slots=True)
class View:
    """``box``: u0, v0, u1, v1 of what is drawn, dimensions left out."""

    name: ViewName
    box: tuple[float, float, float, float]
    items: tuple[Primitive, ...]


def box_of(items: tuple[Primitive, ...] | list[Primitive]) -> tuple[float, float, float, float]:
    """Extent of paths and circles; a metre square when there are none."""
    us: list[float] = []
    vs: list[float] = []
    for item in items:
        if isinstance(item, Path):
            us += [p[0] for p in item.points]
            vs += [p[1] for p in item.points]
        elif isinstance(item, Circle):
            us += [item.at[0] - item.r, item.at[0] + item.r]
            vs += [item.at[1] - item.r, item.at[1] + item.r]
    if not us:
        return 0.0, 0.0, 1000.0, 1000.0
    return min(us), min(vs), max(us), max(vs)


def rect(u0: float, v0: float, u1: float, v1: float, role: Role, part: str = "", title: str = "", state: State | None = None) -> Path:
    return Path(((u0, v0), (u1, v0), (u1, v1), (u0, v1)), role, True, part, title, state)
