"""Openings and notches of a carcass's panels, by the panel they are in."""

from __future__ import annotations

from dataclasses import replace

from ....catalog.errors import StockError
from ....structure.parts import Point3, Slab
from ....structure.slabs import holes_of, within
from .params import Carcass, Cutout

_WIDE = {"cutouts": "high", "hatches": "wide"}


def cut_out(build: Carcass, slabs: list[Slab]) -> tuple[Slab, ...]:
    """The same panels with their openings.

    Raises:
        StockError: one beyond its panel, on another, or in a panel that the box has not.
    """
    found = []
    wanted = {slab.name: list[tuple[str, Cutout]]() for slab in slabs}
    for n, cutout in enumerate(build.cutouts):
        if cutout.panel not in wanted:
            raise StockError(f"cutouts/{n}/panel", f"the box has no {cutout.panel}; choose one of its panels")
        wanted[cutout.panel].append((f"cutouts/{n}", cutout))
    for n, hatch in enumerate(build.hatches):
        opening = Cutout(name=hatch.name, panel="top", along=hatch.along, up=hatch.across, long=hatch.long, high=hatch.wide)
        wanted["top"].append((f"hatches/{n}", opening))
    for slab in slabs:
        i, j = (axis for axis in range(3) if axis != slab.across)
        boxes: list[tuple[Point3, Point3]] = []
        for at_field, cutout in wanted[slab.name]:
            lo, hi = list(slab.lo), list(slab.hi)
            for axis, at, size, names in (
                (i, cutout.along, cutout.long, ("along", "long")),
                (j, cutout.up, cutout.high, ("up", _WIDE[at_field.split("/")[0]])),
            ):
                lo[axis] += at.mm
                hi[axis] = lo[axis] + size.mm
                if hi[axis] > slab.hi[axis] + 0.5:
                    raise StockError(
                        f"{at_field}/{names[1]}",
                        f"{cutout.name} goes {hi[axis] - slab.hi[axis]:.0f} mm beyond the {cutout.panel}; make it smaller or move it",
                    )
            if any(all(max(lo[k], a[k]) < min(hi[k], b[k]) for k in (i, j)) for a, b in boxes):
                raise StockError(f"{at_field}/along", f"{cutout.name} overlaps another cut-out of the {cutout.panel}; make them one")
            boxes.append(((lo[0], lo[1], lo[2]), (hi[0], hi[1], hi[2])))
        cut = replace(slab, cutouts=tuple(boxes))
        for (at_field, cutout), hole in zip(wanted[slab.name], holes_of(cut), strict=True):
            if slab.rim and not within(cut, hole):
                raise StockError(
                    f"{at_field}/along", f"{cutout.name} comes too near an edge of the {cutout.panel}, which leans; move it in"
                )
        found.append(cut)
    return tuple(found)
