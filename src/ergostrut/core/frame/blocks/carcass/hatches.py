"""Hatches in a carcass's top: a lid flush in its opening, on cleats under two edges, hinged or lifted out."""

from __future__ import annotations

from dataclasses import dataclass

from ....catalog.errors import StockError
from ....catalog.model import Catalog
from ....structure.nouns.holds import SCENES, Motion, Position
from ....structure.nouns.panel import Lid, Panel
from ....structure.nouns.parts import Item, Point3
from ....structure.nouns.stow import Stow
from ..deck import deck
from ..keeping import stow
from ..stock import bought
from .params import Carcass, Hatch

PLAY = 2.0
"""mm left round a lid (common practice, no published source)."""
BEARS = 12.0
"""mm of cleat that must be under a lid's edge wherever it lies (common practice, no published source)."""
OPEN = 100.0
"""Degrees that a hinged lid opens."""


@dataclass(frozen=True, slots=True)
class Lids:
    """What a carcass's hatches add to it."""

    panels: tuple[Panel, ...] = ()
    motions: tuple[Motion, ...] = ()
    stows: tuple[Stow, ...] = ()
    items: tuple[Item, ...] = ()


def _hinge(hatch: Hatch, lo: Point3, hi: Point3) -> tuple[Point3, Point3] | None:
    """(pivot, axis) of a hinged lid: its other edge goes up."""
    x, y = (lo[0] + hi[0]) / 2, (lo[1] + hi[1]) / 2
    return {
        "front": ((lo[0], y, hi[2]), (0.0, -1.0, 0.0)),
        "rear": ((hi[0], y, hi[2]), (0.0, 1.0, 0.0)),
        "left": ((x, lo[1], hi[2]), (1.0, 0.0, 0.0)),
        "right": ((x, hi[1], hi[2]), (-1.0, 0.0, 0.0)),
    }.get(hatch.hinged)


def lids(build: Carcass, top: Panel, catalog: Catalog) -> Lids:
    """Every hatch's lid, in the sheet of the top: ``top`` with its openings cut, the hatches' the last of them.

    Raises:
        StockError: a cleat too narrow for its lid.
    """
    panels, motions, stows, items = list[Panel](), list[Motion](), list[Stow](), list[Item]()
    holes = top.openings[len(top.openings) - len(build.hatches) :]
    for n, (hatch, (lo, hi)) in enumerate(zip(build.hatches, holes, strict=True), 1):
        body = f"{build.id}/hatch.{n}"
        if hatch.cleat.mm - 2 * PLAY < BEARS:
            raise StockError(f"hatches/{n - 1}/cleat", f"less than {BEARS:.0f} mm of it would be under the lid's edge; make it wider")
        origin = lo[0] + PLAY, lo[1] + PLAY, top.lo[2]
        size = hi[0] - lo[0] - 2 * PLAY, hi[1] - lo[1] - 2 * PLAY
        panel = deck(f"{body}/lid", "hatch", body, top.sheet, origin, size, Lid(top.id), along=build.grain == "along", use=build.use)
        panels.append(panel)
        hinge = _hinge(hatch, lo, (hi[0], hi[1], top.hi[2]))
        middle = (lo[0] + hi[0]) / 2, (lo[1] + hi[1]) / 2, top.lo[2]
        items.append(bought(catalog, f"{body}/screws of its cleats", "deckscrew", f"{build.id}/box", middle, 8))
        if hinge is not None:
            pivot, axis = hinge
            positions = (Position("shut", 0.0, True, SCENES), Position("open", OPEN, False))
            motions.append(Motion(f"{body}/open", body, f"Open {hatch.name}", OPEN, positions, axis, hatch.name, "", pivot))
            items.append(bought(catalog, f"{body}/hinges", "hinge", f"{build.id}/box", middle, 2))
        share = 0.5 if hinge is not None else 1.0
        stows.append(stow(hatch.kept, body, hatch.name, "shut", body, panel.mass * share))
    return Lids(tuple(panels), tuple(motions), tuple(stows), tuple(items))
