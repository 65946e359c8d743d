"""What may mend a body's findings: the smallest change among stock sizes first."""

from __future__ import annotations

from collections.abc import Callable, Mapping

from ....catalog.model import Catalog
from ....changes import Change
from ....wording import Say
from ...blocks.bed.mends import offers as bed_offers
from ...blocks.bed.mends import spans as bed_spans
from ...blocks.cage.closed import closed_offers, layered
from ...blocks.mending import sections
from ...family import Offers
from .params import ChassisBody

MOST = 14


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

    found, closed = bed_offers(build, at, catalog, say, use), closed_offers(build, at, catalog, posts, bows)
    return {
        **found,
        **dict.fromkeys(("post.strength", "lintel.strength"), tubes("post", build.post, posts)),
        **dict.fromkeys(("bow.strength", "bow.sag", "roof-rail.strength"), tubes("bow", build.bow, bows)),
        **closed,
        "damp.floor": lambda: layered(build.deck, "deck", at, catalog),
        "deck.foot": lambda: [*closed["deck.foot"](), *found["deck.foot"]()],
    }


def spans(build: ChassisBody) -> Mapping[str, str]:
    """The parameter that is the span of each check."""
    return {**bed_spans(build), "post.strength": "height"}
