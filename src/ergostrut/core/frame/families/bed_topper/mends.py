"""What may mend a topper's findings: the smallest change among stock sizes first."""

from __future__ import annotations

from collections.abc import Callable, Mapping

from ....catalog.model import Catalog
from ....changes import Change
from ....wording import Say
from ...blocks.cage.closed import closed_offers
from ...blocks.mending import sections
from ...family import Offers
from .params import BedTopper

MOST = 14


def offers(build: BedTopper, at: str, catalog: Catalog, _say: Say, use: float) -> dict[str, Callable[[], Offers]]:
    """What may be tried for each check of a topper that stands at ``use``."""
    need = max(1.02, use / 1.05)

    def posts() -> Offers:
        return [("another post a side", (Change(f"{at}/posts", build.posts + 1),))] if build.posts < MOST else []

    def tubes(field: str, now: str) -> Callable[[], Offers]:
        return lambda: [*posts(), *sections(now, field, at, catalog, need)[:5]]

    def wider() -> Offers:
        return [(f"{by} mm wider", (Change(f"{at}/width", f"{build.width.mm + by:.0f} mm"),)) for by in (20, 40, 80)]

    def struts() -> Offers:
        now = build.hatch.struts
        rows = (150, 200, 250, 300, 350, 400, 500, 600, 800)
        return [(f"struts of {N} N", (Change(f"{at}/hatch/struts/force", float(N)),)) for N in rows if now is not None and now.force != N]

    return {
        **closed_offers(build, at, catalog, posts, posts),
        **dict.fromkeys(("strut.holds", "strut.effort"), struts),
        **dict.fromkeys(("post.strength", "post.joint", "post.wall", "wall-rail.strength"), tubes("post", build.post)),
        **dict.fromkeys(("bow.strength", "bow.sag"), tubes("bow", build.bow)),
        **dict.fromkeys(("bears.tie", "bears.side"), posts),
        "bears.short": wider,
    }


def spans(_build: BedTopper) -> Mapping[str, str]:
    """The parameter that is the span of each check."""
    return {"bow.strength": "width", "post.strength": "height"}
