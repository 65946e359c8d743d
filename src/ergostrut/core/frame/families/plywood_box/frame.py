"""A box of plywood put together from its parameters: its panels, the places it stands on, who may step on it."""

from __future__ import annotations

from typing import Literal

from ....catalog.errors import StockError
from ....catalog.model import Catalog, Planks, Sandwich, Sheet
from ....constants import G
from ....structure.assembly import Assembly, Tag
from ....structure.holds import Contact
from ....structure.host import Reader
from ....structure.parts import Edging, Item, Point3, Slab, Surface
from ...blocks.joining import Joints, joint_spec
from ...blocks.stock import bought, sheet_of
from .params import PlywoodBox

LEAST = 1e-6
DOWN: Point3 = (0.0, 0.0, -1.0)
Vec = tuple[float, float, float]
Axis = Literal[0, 1, 2]


def _sheet(catalog: Catalog, field: str, name: str) -> Sheet | Sandwich:
    found = sheet_of(catalog, field, name)
    if isinstance(found, Planks):
        raise StockError(field, "boards do not make a box; choose a sheet or a sandwich panel")
    return found


def _slabs(build: PlywoodBox, catalog: Catalog) -> tuple[Slab, ...]:
    """Panels between planes that meet: the top lies on the sides, uprights stand under it, the back closes the far side."""
    x0, x1, t = build.front.mm, build.front.mm + build.length.mm, 0.0
    middle = {"middle": 0.0, "left": -build.off_centre.mm, "right": build.off_centre.mm}[build.side]
    y0, y1, z1 = middle - build.width.mm / 2, middle + build.width.mm / 2, build.height.mm
    sheet = _sheet(catalog, "sheet", build.sheet)
    t = sheet.t
    if z1 < 3 * t or min(build.length.mm, build.width.mm) < 3 * t:
        raise StockError("height", "the sheet is too thick for so small a box; choose a thinner one")
    body = f"{build.id}/box"
    # sides and uprights stand across the open face's line: along the vehicle when it opens to the rear
    rear = build.opens == "rear"
    lo, hi = (y0, y1) if rear else (x0, x1)
    far_lo, far_hi = (x0, x1) if rear else (y0, y1)
    back = _sheet(catalog, "back", build.back) if build.back is not None else None
    at_front = rear or build.opens == "right"
    inner_lo = far_lo + (back.t if back is not None and at_front else 0.0)
    inner_hi = far_hi - (back.t if back is not None and not at_front else 0.0)

    def placed(across: tuple[float, float], along: tuple[float, float], up: tuple[float, float]) -> tuple[Vec, Vec]:
        """A box said across the uprights, along them, and upward."""
        (a, b), (c, d) = (along, across) if rear else (across, along)
        return (a, c, up[0]), (b, d, up[1])

    lengthways: Axis = 0 if build.grain == "along" else 1
    over: Axis = 1 if rear else 0
    found = [Slab(f"{body}/top", "top", body, sheet, *placed((lo, hi), (far_lo, far_hi), (z1 - t, z1)), lengthways, build.use, "T")]
    if build.bottom:
        found.append(Slab(f"{body}/bottom", "bottom", body, sheet, *placed((lo, hi), (inner_lo, inner_hi), (0.0, t)), over, "wall", "B"))
    rows = build.uprights + 1
    low = t if build.bottom else 0.0
    for i in range(rows + 1):
        at = lo + (hi - lo - t) * i / rows
        name = "side.1" if i == 0 else "side.2" if i == rows else f"upright.{i}"
        role = "side" if i in (0, rows) else "upright"
        box = placed((at, at + t), (inner_lo, inner_hi), (low, z1 - t))
        found.append(Slab(f"{body}/{name}", role, body, sheet, *box, 2, "wall", "S" if role == "side" else "U"))
    if back is not None:
        edge = (far_lo, far_lo + back.t) if at_front else (far_hi - back.t, far_hi)
        found.append(Slab(f"{body}/back", "back", body, back, *placed((lo, hi), edge, (0.0, z1 - t)), over, "wall", "K"))
    return tuple(found)


def _contacts(build: PlywoodBox, slabs: tuple[Slab, ...]) -> tuple[Contact, ...]:
    """Its four lower corners tied down; that it stands on the floor is the model's own."""
    if not build.tied:
        return ()
    sides = [slab for slab in slabs if slab.role == "side"]
    tie = build.tie_rating.kg * G if build.tie_rating else None
    found = []
    for side in sides:
        i = 0 if side.across == 1 else 1
        for end, value in (("near", side.lo[i]), ("far", side.hi[i])):
            at = [side.middle[0], side.middle[1], 0.0]
            at[i] = value
            ident = f"{side.id}/{end}.tie"
            words = f"tie {end}, {side.name}"
            found.append(Contact(ident, words, "tie", side.id, (at[0], at[1], 0.0), DOWN, LEAST, rating=tie))
    return tuple(found)


def frame(build: PlywoodBox, _host: Reader, catalog: Catalog) -> Assembly:
    """Every panel of the box with its place.

    Raises:
        StockError: a sheet that the catalogue does not hold, or sizes that cannot be built.
    """
    slabs = _slabs(build, catalog)
    body, top = f"{build.id}/box", slabs[0]
    screw = catalog.wood_screws[build.screw]
    lines = sum(2 * (slab.size[0] + slab.size[1] + slab.size[2] - min(slab.size)) for slab in slabs[1:]) / 2
    count = max(int(lines / build.spacing.mm), 4)
    screws = bought(catalog, f"{body}/screws", "woodscrew", body, top.middle, count)
    size = top.hi[0] - top.lo[0], top.hi[1] - top.lo[1]
    return Assembly(
        id=build.id,
        family=build.family,
        label=build.label,
        members=(),
        panels=(),
        items=(Item(screws.id, screws.part, screws.label, body, top.middle, screws.mass, screws.price, count),),
        surfaces=(Surface(f"{build.id}/top", "top", body, (top.lo[0], top.lo[1], top.hi[2]), size, build.use),),
        joining=joint_spec("lumber_plywood", Joints(), catalog),
        slabs=slabs,
        edging=Edging(screw, build.spacing.mm, build.bite.mm, build.glued),
        contacts=_contacts(build, slabs),
        tags=(
            Tag("side", "h", top.lo[0], top.hi[0], "below", 1, "Length", "length"),
            Tag("side", "v", 0.0, top.hi[2], "right", 1, "Height", "height", at=top.hi[0]),
            Tag("plan", "h", top.lo[0], top.hi[0], "below", 1, "Length", "length"),
            Tag("plan", "v", top.lo[1], top.hi[1], "right", 1, "Width", "width"),
            Tag("rear", "h", top.lo[1], top.hi[1], "below", 1, "Width", "width"),
            Tag("rear", "v", 0.0, top.hi[2], "right", 1, "Height", "height"),
        ),
    )
