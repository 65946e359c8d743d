"""What may mend a teardrop's findings: the smallest change among stock sizes first."""

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
from .params import TeardropBody

FORCES = (150, 200, 250, 300, 350, 400, 500, 600, 800)
"""N that struts are sold with."""


def offers(build: TeardropBody, at: str, catalog: Catalog, say: Say, use: float) -> dict[str, Callable[[], Offers]]:
    """What may be tried for each check of a teardrop that stands at ``use``."""
    need = max(1.02, use / 1.05)

    def none() -> Offers:
        return []

    def tubes(field: str, now: str) -> Callable[[], Offers]:
        return lambda: list(sections(now, field, at, catalog, need)[:5])

    def struts() -> Offers:
        now = build.hatch.struts
        return [(f"struts of {N} N", (Change(f"{at}/hatch/struts/force", float(N)),)) for N in FORCES if now is not None and now.force != N]

    found, closed = bed_offers(build, at, catalog, say, use), closed_offers(build, at, catalog, none, none)
    return {
        **found,
        **dict.fromkeys(("post.strength", "lintel.strength"), tubes("post", build.post)),
        **dict.fromkeys(("bow.strength", "bow.sag", "roof-rail.strength"), tubes("bow", build.bow)),
        **closed,
        **dict.fromkeys(("strut.holds", "strut.effort"), struts),
        "damp.floor": lambda: layered(build.deck, "deck", at, catalog),
        "deck.foot": found["deck.foot"],
    }


def spans(build: TeardropBody) -> Mapping[str, str]:
    """The parameter that is the span of each check."""
    return {**bed_spans(build), "bow.strength": "width"}
