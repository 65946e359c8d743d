"""Openings and notches of a carcass's panels, by the panel they are in."""

from __future__ import annotations

from ....catalog.errors import StockError
from ....structure.nouns.panel import Panel, pierced
from ....structure.nouns.panel_shape import within
from ....structure.nouns.parts import Point3
from .params import Carcass, Cutout

_WIDE = {"cutouts": "high", "hatches": "wide"}


def cut_out(build: Carcass, panels: list[Panel]) -> tuple[Panel, ...]:
    """The same panels with their openings.

    Raises:
        StockError: one beyond its panel, on another, or in a panel that the box has not.
    """
    found = []
    wanted = {panel.name: list[tuple[str, Cutout]]() for panel in panels}
    for n, cutout in enumerate(build.cutouts):
        if cutout.panel not in wanted:
            raise StockError(f"cutouts/{n}/panel", f"the box has no {cutout.panel}; choose one of its panels")
        wanted[cutout.panel].append((f"cutouts/{n}", cutout))
    for n, hatch in enumerate(build.hatches):
        opening = Cutout(name=hatch.name, panel="top", along=hatch.along, up=hatch.across, long=hatch.long, high=hatch.wide)
        wanted["top"].append((f"hatches/{n}", opening))
    for panel in panels:
        i, j = (axis for axis in range(3) if axis != panel.across)
        boxes: list[tuple[Point3, Point3]] = []
        for at_field, cutout in wanted[panel.name]:
            lo, hi = list(panel.lo), list(panel.hi)
            for axis, at, size, names in (
                (i, cutout.along, cutout.long, ("along", "long")),
                (j, cutout.up, cutout.high, ("up", _WIDE[at_field.split("/")[0]])),
            ):
                lo[axis] += at.mm
                hi[axis] = lo[axis] + size.mm
                if hi[axis] > panel.hi[axis] + 0.5:
                    raise StockError(
                        f"{at_field}/{names[1]}",
                        f"{cutout.name} goes {hi[axis] - panel.hi[axis]:.0f} mm beyond the {cutout.panel}; make it smaller or move it",
                    )
            if any(all(max(lo[k], a[k]) < min(hi[k], b[k]) for k in (i, j)) for a, b in boxes):
                raise StockError(f"{at_field}/along", f"{cutout.name} overlaps another cut-out of the {cutout.panel}; make them one")
            boxes.append(((lo[0], lo[1], lo[2]), (hi[0], hi[1], hi[2])))
        cut = pierced(panel, tuple(boxes))
        for (at_field, cutout), hole in zip(wanted[panel.name], cut.holes, strict=True):
            if not panel.along_axes and not within(cut, hole):
                raise StockError(
                    f"{at_field}/along", f"{cutout.name} comes too near an edge of the {cutout.panel}, which leans; move it in"
                )
        found.append(cut)
    return tuple(found)
