"""Where drawers and bays stand in their carcass, mm in host axes."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

from ....catalog.errors import StockError
from ....structure.nouns.panel import Panel
from .params import Column, DrawerSystem

BESIDE = {"side": 12.7, "locking": 12.7, "bottom": 5.0, "runner": 3.0, "bin": 3.0}
"""mm that a slide takes on each side: side-mounted ones half an inch, bins between dividers a few millimetres (common practice, no published source)."""
BEHIND = 10.0
"""mm left behind a drawer."""


@dataclass(frozen=True, slots=True)
class Cell:
    """One drawer's room, or a bay: between the panels ``sides``, ``lo`` to ``hi`` across, ``near`` (open face) to ``far`` along, ``low`` to ``high``."""

    column: Column
    name: str
    key: str
    sides: tuple[str, str]
    lo: float
    hi: float
    near: float
    far: float
    low: float
    high: float


@dataclass(frozen=True, slots=True)
class Room:
    """The carcass inside: ``stands``: name, and from and to across, of every upright; ``across`` its axis; ``near`` (open) to ``far``, ``low`` to ``high``."""

    stands: tuple[tuple[str, float, float], ...]
    across: int
    near: float
    far: float
    low: float
    high: float


def room_of(build: DrawerSystem, panels: Sequence[Panel]) -> Room:
    """Between the panels of a carcass."""
    stands = sorted((s for s in panels if s.role in ("side", "upright")), key=lambda s: s.middle[s.across])
    bottom = next(s for s in panels if s.role == "bottom")
    top = next(s for s in panels if s.role == "top")
    across = stands[0].across
    along = 1 - across
    outward = 1.0 if build.opens in ("rear", "right") else -1.0
    near, far = (bottom.hi[along], bottom.lo[along]) if outward > 0 else (bottom.lo[along], bottom.hi[along])
    rows = tuple((s.id, s.lo[across], s.hi[across]) for s in stands)
    return Room(rows, across, near, far, bottom.hi[2], top.lo[2])


def cells(build: DrawerSystem, room: Room) -> list[Cell]:
    """Every drawer's room and every bay.

    Raises:
        StockError: one that is too small for a drawer.
    """
    near, far, low, high = room.near, room.far, room.low, room.high
    found = []
    for n, column in enumerate(build.columns):
        (left, _, lo), (right, hi, _) = room.stands[n], room.stands[n + 1]
        rows = column.rows if column.holds == "drawers" else 1
        pitch = (high - low) / rows
        if column.holds == "drawers" and (hi - lo < 80 or pitch < 45):
            raise StockError(
                "columns",
                f"{column.name}: a drawer would be {hi - lo:.0f} mm wide and {pitch:.0f} mm high; take fewer, or a larger carcass",
            )
        for r in range(rows):
            name = column.name if rows == 1 else f"{column.name} {r + 1}"
            key = f"drawer.{n + 1}.{r + 1}" if column.holds == "drawers" else f"bay.{n + 1}"
            found.append(Cell(column, name, key, (left, right), lo, hi, near, far, low + r * pitch, low + (r + 1) * pitch))
    return found
