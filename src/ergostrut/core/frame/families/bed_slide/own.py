"""Members of the user's own between two points of the rails: ribs where they like them, braces across, fastened to every rib they pass."""

from __future__ import annotations

import math

from ....catalog.errors import StockError
from ....catalog.model import Catalog, Section
from ....structure.nouns.parts import Member, MemberGroup
from ....structure.systems import SYSTEMS
from ...blocks.stock import section_of
from .decking import own_slot
from .geometry import Layout
from .params import BedSlide, OwnMember

RIB = MemberGroup("rib", "Rib, bending")
BRACE = MemberGroup("brace", "Brace, strength")


def rib_member(ident: str, role: str, body: str, section: Section, x: float, inner: float, z: float, welded: bool) -> Member:
    """A rib across the tray at ``x``, between the rails' inner faces."""
    return Member(ident, role, body, section, (x, -inner, z), (x, inner, z), False, welded, group=RIB)


def _section(build: BedSlide, own: OwnMember, field: str, catalog: Catalog) -> Section:
    """Its section: of the framing system, or a flat bar of its metal.

    Raises:
        StockError: it is not there, or of another system.
    """
    system, section = SYSTEMS[build.framing], section_of(catalog, field, own.section)
    flat = section.properties.shape == "flat" and section.material.kind in system.kinds
    if not system.takes(section) and not flat:
        raise StockError(
            field, f"{section.label} does not belong to {system.label}; choose a section of that system or a flat bar of its metal"
        )
    return section


def own_members(build: BedSlide, place: Layout, catalog: Catalog) -> list[Member]:
    """Ribs flush with the others, braces laid flat under them.

    Raises:
        StockError: a section that cannot be used, or a rib where one stands already.
    """
    welded = SYSTEMS[build.framing].joint == "weld"
    inner = place.half - place.rail.width
    count = build.mid_ribs + 2
    first, last = place.front + place.rib.width / 2, place.back - place.rib.width / 2
    taken = [first + (last - first) * i / (count - 1) for i in range(count)]
    found = []
    for i, own in enumerate(build.own_members):
        field = f"own_members/{i}"
        section = _section(build, own, f"{field}/section", catalog)
        ident = f"{build.id}/tray/own.{own.name}"
        p = section.properties
        if own.rib:
            x = min(max(place.front + own.left.mm, first), last)
            near = min((abs(x - other) for other in taken), default=math.inf)
            if near < (place.rib.width + p.width) / 2 + 1.0:
                raise StockError(f"{field}/left", f"own rib {own.name} stands where another rib is; move it")
            taken.append(x)
            own_slot(section, build, catalog, f"{field}/section")
            z = place.rib_top - p.depth / 2
            found.append(rib_member(ident, "mid rib", f"{build.id}/tray", section, x, inner, z, welded))
            continue
        laid = section.properties.turned() if p.depth > p.width else section.properties
        z = place.rib_top - place.rib.depth - laid.depth / 2
        # its cut ends stay inside the tray, points included
        slope = abs(own.right.mm - own.left.mm) / (2 * inner)
        half = laid.width / 2 * math.hypot(1.0, slope)
        near, far = place.front + half, place.back - half
        a, b = ((min(max(place.front + at.mm, near), far), side, z) for at, side in ((own.left, -inner), (own.right, inner)))
        mitre = math.degrees(math.atan2(abs(b[0] - a[0]), b[1] - a[1]))
        found.append(
            Member(
                ident, "brace", f"{build.id}/tray", section, a, b, p.depth > p.width, welded, mitre, group=BRACE, use="brace", held="both"
            )
        )
    return found
