"""What may mend a body's findings: the smallest change among stock sizes first."""

from __future__ import annotations

from collections.abc import Callable, Mapping

from ....catalog.model import Catalog, Sandwich
from ....changes import Change
from ....wording import Say
from ...blocks.bed.mends import offers as bed_offers
from ...blocks.bed.mends import spans as bed_spans
from ...blocks.mending import sections, thicker
from ...family import Offers
from .params import ChassisBody

MOST = 14
WALLS = ("left-wall", "right-wall", "front-wall", "rear-wall", "rear-door")


def offers(build: ChassisBody, at: str, catalog: Catalog, say: Say, use: float) -> dict[str, Callable[[], Offers]]:
    """What may be tried for each check of a body that stands at ``use``."""
    need = max(1.02, use / 1.05)

    def posts() -> Offers:
        more = build.posts + 1
        return [("another post a side", (Change(f"{at}/posts", more),))] if more <= min(MOST, build.crosses) else []

    def bows() -> Offers:
        return [("two more bows", (Change(f"{at}/bows", build.bows + 2),))] if build.bows + 2 <= 24 else []

    def tubes(field: str, now: str, more: Callable[[], Offers]) -> Callable[[], Offers]:
        return lambda: [*more(), *sections(now, field, at, catalog, need)[:5]]

    def skins() -> Offers:
        return [*posts(), *thicker(build.skin, "skin", at, catalog)]

    def nearer() -> Offers:
        half = build.skin_pitch.mm / 2
        return [("twice as many screws", (Change(f"{at}/skin_pitch", f"{half:.0f} mm"),))] if half >= 20.0 else []

    def roofs() -> Offers:
        return [*bows(), *thicker(build.roof, "roof", at, catalog)]

    def layered(field: str) -> Callable[[], Offers]:
        boards = [s for s in catalog.sheets.values() if isinstance(s, Sandwich) and s.id != getattr(build, field)]
        return lambda: [(s.label, (Change(f"{at}/{field}", s.id),)) for s in sorted(boards, key=lambda s: s.t)]

    found = bed_offers(build, at, catalog, say, use)
    return {
        **found,
        "post.strength": tubes("post", build.post, posts),
        **dict.fromkeys(("bow.strength", "bow.sag", "roof-rail.strength"), tubes("bow", build.bow, bows)),
        **dict.fromkeys(("skin.wind", "skin.wind.gives"), lambda: [*skins(), *roofs()]),
        **dict.fromkeys(("skin.snow", "skin.snow.gives"), roofs),
        **dict.fromkeys(("skin.screws", "skin.wind.screws"), nearer),
        **dict.fromkeys((f"damp.{wall}" for wall in WALLS), layered("skin")),
        "damp.roof": layered("roof"),
        "damp.floor": layered("deck"),
        "deck.foot": lambda: [*roofs(), *found["deck.foot"]()],
    }


def spans(build: ChassisBody) -> Mapping[str, str]:
    """The parameter that is the span of each check."""
    return {**bed_spans(build), "post.strength": "height"}
