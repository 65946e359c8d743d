"""A carcass of panels put together from its parameters: its panels, the places it stands on, who may step on it."""

from __future__ import annotations

import math
from dataclasses import replace

from ....catalog.errors import StockError
from ....catalog.model import Catalog, Sheet
from ....constants import G
from ....structure.assembly import Assembly, Tag
from ....structure.host import WIDTH_HIGH, WIDTH_LOW, Reader
from ....structure.nouns.holds import Contact, Pad
from ....structure.nouns.panel import Axis, EdgeWay, Edging, Panel, Shell, as_sold, between, leaning
from ....structure.nouns.parts import Item, Point3, Surface
from ..joining import Joints, joint_spec
from ..stock import bought, solid_of
from .hatches import lids
from .openings import cut_out
from .params import Carcass
from .pods import pod_surfaces, with_pods
from .rails import rails

LEAST = 1e-6
BESIDE = 10.0
"""mm between a box and the side it stands at (common practice, no published source)."""
DOWN: Point3 = (0.0, 0.0, -1.0)
Vec = tuple[float, float, float]


def _edging(build: Carcass, catalog: Catalog, way: EdgeWay) -> Edging:
    size = {"dado": build.groove, "blocks": build.block, "brackets": build.bracket}.get(way)
    rating = {"pocket": build.pocket_rating, "brackets": build.bracket_rating}.get(way)
    newton = rating.kg * G if rating is not None else None
    return Edging(way, catalog.wood_screws[build.screw], build.spacing.mm, build.bite.mm, size.mm if size is not None else 0.0, newton)


def _panels(build: Carcass, catalog: Catalog, beside: float | None) -> tuple[Panel, ...]:
    """Panels between planes that meet: the top lies on the sides, uprights stand under it, the back closes the far side under it. ``beside``:
    half the clear width, where a box on one side without an offset stands."""
    x0, x1 = build.front.mm, build.front.mm + build.length.mm
    off = build.off_centre.mm or max((beside or 0.0) - build.width.mm / 2 - BESIDE, 0.0)
    middle = {"middle": 0.0, "left": -off, "right": off}[build.side]
    y0, y1, z1 = middle - build.width.mm / 2, middle + build.width.mm / 2, build.height.mm
    sheet = solid_of(catalog, "sheet", build.sheet, "a box")
    t = sheet.t
    if z1 < 3 * t or min(build.length.mm, build.width.mm) < 3 * t:
        raise StockError("height", "the sheet is too thick for so small a box; choose a thinner one")
    body = f"{build.id}/box"
    if build.joint == "dado" and not isinstance(sheet, Sheet):
        raise StockError("joint", "a groove cuts a sandwich panel's face; glue its edges, or choose a solid sheet")
    groove = build.groove.mm if build.joint == "dado" else 0.0
    if groove > t / 2:
        raise StockError("groove", f"it leaves less than half of a sheet {t:.1f} mm thick; make it no deeper than {t / 2:.0f} mm")
    # sides and uprights stand across the open face's line: along the vehicle when it opens to the rear
    rear = build.opens == "rear"
    lo, hi = (y0, y1) if rear else (x0, x1)
    far_lo, far_hi = (x0, x1) if rear else (y0, y1)
    back = solid_of(catalog, "back", build.back, "a box") if build.back is not None else None
    at_front = rear or build.opens == "right"
    lean = build.lean.mm
    thick = back.t * math.hypot(1.0, lean / z1) if back is not None else 0.0

    def far(z: float, inside: float) -> float:
        """Where the far side is at a height, so far inside its outer face."""
        run = lean * z / z1 + inside
        return far_lo + run if at_front else far_hi - run

    def placed(across: tuple[float, float], along: tuple[float, float], up: tuple[float, float]) -> tuple[Vec, Vec]:
        """A box said across the uprights, along them, and upward."""
        (a, b), (c, d) = (along, across) if rear else (across, along)
        return (a, c, up[0]), (b, d, up[1])

    def at(across: float, along: float, up: float) -> Vec:
        return (along, across, up) if rear else (across, along, up)

    def depth(z: float, inside: float) -> tuple[float, float]:
        """From the far side to the open face at a height."""
        return (far(z, inside), far_hi) if at_front else (far_lo, far(z, inside))

    def upright(across: float, low: float, high: float) -> tuple[Vec, ...]:
        """The rim of one whose far edge leans; none where it is a box along the axes."""
        if not lean:
            return ()
        near = far_hi if at_front else far_lo
        return at(across, far(low, thick), low), at(across, near, low), at(across, near, high), at(across, far(high, thick), high)

    lengthways: Axis = 0 if build.grain == "along" else 1
    over: Axis = 1 if rear else 0
    found = [
        between(
            f"{body}/top",
            "top",
            body,
            sheet,
            *placed((lo, hi), depth(z1 if lean else 0.0, 0.0), (z1 - t, z1)),
            lengthways,
            Shell(),
            build.use,
            "T",
        )
    ]
    if build.bottom:
        found.append(
            between(f"{body}/bottom", "bottom", body, sheet, *placed((lo, hi), depth(0.0, thick), (0.0, t)), over, Shell(), mark="B")
        )
    rows = build.inner + 1
    low, high = t - groove if build.bottom else 0.0, z1 - t + groove
    for i in range(rows + 1):
        stands = lo + (hi - lo - t) * i / rows
        name = "side.1" if i == 0 else "side.2" if i == rows else f"upright.{i}"
        role = "side" if i in (0, rows) else "upright"
        bound = placed((stands, stands + t), depth(low, thick), (low, high))
        rim = upright(stands + t / 2, low, high)
        stood = between(f"{body}/{name}", role, body, sheet, *bound, 2, Shell(), mark="S" if role == "side" else "U")
        found.append(leaning(stood, rim, 2) if rim else stood)
    if back is not None:
        top, own = z1 - t, _edging(build, catalog, build.back_joint)
        mid = [far(z, thick / 2) for z in (0.0, top)]
        edge = tuple(sorted((far(0.0, 0.0), far(top if lean else 0.0, thick))))
        rim = (at(lo, mid[0], 0.0), at(hi, mid[0], 0.0), at(hi, mid[1], top), at(lo, mid[1], top)) if lean else ()
        bound = placed((lo, hi), (edge[0], edge[1]), (0.0, top))
        closes = between(f"{body}/back", "back", body, back, *bound, over, Shell(own), mark="K")
        found.append(leaning(closes, rim, over) if rim else closes)
    found = [found[0], *(as_sold(panel) for panel in found[1:])]
    return cut_out(build, list(with_pods(build, tuple(found))))


def _contacts(build: Carcass, panels: tuple[Panel, ...]) -> tuple[Contact, ...]:
    """Its four lower corners tied down; that it stands on the floor is the model's own."""
    if not build.tied:
        return ()
    sides = [panel for panel in panels if panel.role == "side"]
    tie = build.tie_rating.kg * G if build.tie_rating else None
    bottom = next((panel.id for panel in panels if panel.role == "bottom"), None)
    pad = Pad(bottom, build.tie_washer.mm, build.tie_washer.mm, "its washer") if bottom is not None else None
    found = []
    for side in sides:
        i = 0 if side.across == 1 else 1
        for end, value in (("near", side.lo[i]), ("far", side.hi[i])):
            at = [side.middle[0], side.middle[1], 0.0]
            at[i] = value
            ident = f"{side.id}/{end}.tie"
            words = f"tie {end}, {side.name}"
            found.append(Contact(ident, words, "tie", side.id, (at[0], at[1], 0.0), DOWN, LEAST, rating=tie, pad=pad))
    return tuple(found)


def _hardware(build: Carcass, panels: tuple[Panel, ...], catalog: Catalog) -> tuple[Item, ...]:
    """Screws or brackets along every edge, glued or not, and what ties it down."""
    body, at = f"{build.id}/box", panels[0].middle
    deep, high = max(panel.size[1 if build.opens != "rear" else 0] for panel in panels), build.height.mm
    stands = [panel for panel in panels if panel.role in ("side", "upright")]
    lines = len(stands) * deep * (2 if build.bottom else 1)
    behind = len(stands) * high + panels[0].cut[0] if build.back is not None else 0.0
    ways = [(build.joint, lines, panels[0].sheet.t, "screws"), (build.back_joint, behind, _behind(panels), "back screws")]
    found = []
    for way, long, through, name in ways:
        count = math.ceil(long / build.spacing.mm)
        if not count:
            continue
        kind = {"pocket": "pocketscrew", "brackets": "angle"}.get(way, "deckscrew")
        item = bought(catalog, f"{body}/{name}", kind, body, at, count)
        if kind == "deckscrew":
            item = replace(item, label=f"wood screw {build.screw} x {5 * math.ceil((through + build.bite.mm) / 5):.0f} mm")
        found.append(item)
        if way == "brackets":
            found.append(
                replace(
                    bought(catalog, f"{body}/{name} of brackets", "deckscrew", body, at, 4 * count),
                    label=f"wood screw {build.screw} for brackets",
                )
            )
    if build.tied:
        found.append(bought(catalog, f"{body}/ties", "tie", body, at, 4))
    return tuple(found)


def _behind(panels: tuple[Panel, ...]) -> float:
    return next((panel.sheet.t for panel in panels if panel.role == "back"), 0.0)


def frame(build: Carcass, host: Reader, catalog: Catalog) -> Assembly:
    """Every panel of the box with its place.

    Raises:
        StockError: a sheet that the catalogue does not hold, or sizes that cannot be built.
    """
    apart = host.known(WIDTH_LOW) or host.known(WIDTH_HIGH) if build.side != "middle" and not build.off_centre.mm else None
    panels = _panels(build, catalog, apart / 2 if apart is not None else None)
    body, top = f"{build.id}/box", panels[0]
    size = top.hi[0] - top.lo[0], top.hi[1] - top.lo[1]
    sides = [panel for panel in panels if panel.role == "side"]
    y0, y1 = (
        (min(panel.lo[1] for panel in sides), max(panel.hi[1] for panel in sides)) if build.pods is not None else (top.lo[1], top.hi[1])
    )
    more = lids(build, top, catalog)
    members, screwed, screws = rails(build, panels, catalog)
    return Assembly(
        id=build.id,
        family=build.family,
        label=build.label,
        members=members,
        panels=(*panels, *more.panels),
        items=(*_hardware(build, panels, catalog), *more.items, *screws),
        screwed=screwed,
        surfaces=(
            Surface(f"{build.id}/top", "top", body, (top.lo[0], top.lo[1], top.hi[2]), size, build.use),
            *pod_surfaces(build, panels),
        ),
        motions=more.motions,
        stows=more.stows,
        joining=joint_spec("lumber_plywood", Joints(), catalog),
        edging=_edging(build, catalog, build.joint),
        contacts=_contacts(build, panels),
        tags=(
            Tag("side", "h", top.lo[0], top.hi[0], "below", 1, "Length", "length"),
            Tag("side", "v", 0.0, top.hi[2], "right", 1, "Height", "height", at=top.hi[0]),
            Tag("plan", "h", top.lo[0], top.hi[0], "below", 1, "Length", "length"),
            Tag("plan", "v", y0, y1, "right", 1, "Width", "width"),
            Tag("rear", "h", y0, y1, "below", 1, "Width", "width"),
            Tag("rear", "v", 0.0, top.hi[2], "right", 1, "Height", "height"),
        ),
    )
