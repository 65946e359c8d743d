"""Rails under a carcass's top: from upright to upright in every bay, screwed up into it."""

from __future__ import annotations

import itertools

from ....catalog.model import Catalog
from ....constants import G
from ....structure.nouns.panel import Panel
from ....structure.nouns.parts import Item, Member, MemberGroup, Point3
from ....structure.nouns.screwed import Screwed
from ..stock import bought, section_of
from .params import Carcass

RAIL = MemberGroup("rail", "Rail under the top, bending")
PLAY = 1.0
"""mm left between a rail's end and the upright beside it."""
BITE = 0.8
"""Part of the top that a screw comes up into: it must not come through."""


def rails(build: Carcass, panels: tuple[Panel, ...], catalog: Catalog) -> tuple[tuple[Member, ...], tuple[Screwed, ...], tuple[Item, ...]]:
    """The rails, what holds each to the top, and their screws; none unless wanted.

    Raises:
        StockError: a section that the catalogue does not hold.
    """
    if build.rails is None:
        return (), (), ()
    section = section_of(catalog, "rails/section", build.rails.section)
    top, screw, body = panels[0], catalog.wood_screws[build.screw], f"{build.id}/box"
    k = 1 if build.opens == "rear" else 0
    stands = sorted((panel for panel in panels if panel.role in ("side", "upright")), key=lambda panel: panel.middle[k])
    z = top.lo[2] - section.properties.depth / 2
    rating = build.rails.rating.kg * G if build.rails.rating is not None else None
    members, held = list[Member](), list[Screwed]()
    for bay, (one, other) in enumerate(itertools.pairwise(stands), 1):
        lo, hi = one.hi[k] + PLAY, other.lo[k] - PLAY
        near, far = max(one.lo[1 - k], other.lo[1 - k]), min(one.hi[1 - k], other.hi[1 - k])
        for n in range(build.rails.count):
            beside = near + (far - near) * (n + 1) / (build.rails.count + 1)
            ident = f"{body}/rail.{bay}" + (f".{n + 1}" if build.rails.count > 1 else "")

            def at(along: float, beside: float = beside) -> Point3:
                return (beside, along, z) if k == 1 else (along, beside, z)

            members.append(Member(ident, "rail", body, section, at(lo), at(hi), group=RAIL, use="deck", mark="R"))
            held.append(Screwed(f"{ident}/screws", ident, top.id, build.rails.every.mm, screw.d, BITE * top.sheet.t, rating))
    count = sum(max(round(m.length / build.rails.every.mm), 2) for m in members)
    item = bought(catalog, f"{body}/rail screws", "deckscrew", body, top.middle, count)
    return tuple(members), tuple(held), (item,)
