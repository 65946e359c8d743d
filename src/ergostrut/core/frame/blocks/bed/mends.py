"""What may mend the findings of a bed on a truck's frame: the smallest change among stock sizes first."""

from __future__ import annotations

from collections.abc import Callable, Mapping

from ....catalog.model import Catalog
from ....changes import Change
from ....wording import Say
from ...family import Offers
from ..mending import capped, sections, thicker
from .params import BedOnMounts


def offers(build: BedOnMounts, at: str, catalog: Catalog, _say: Say, use: float) -> dict[str, Callable[[], Offers]]:
    """What may be tried for each check of a bed that stands at ``use``."""
    need = max(1.02, use / 1.05)
    most = 24

    def crosses() -> Offers:
        return [("two more cross members", (Change(f"{at}/crosses", build.crosses + 2),))] if build.crosses + 2 <= most else []

    def tubes(field: str, now: str) -> Callable[[], Offers]:
        return lambda: [*crosses(), *sections(now, field, at, catalog, need)[:5]]

    def decks() -> Offers:
        return [*crosses(), *thicker(build.deck, "deck", at, catalog)]

    def bolts() -> Offers:
        better: Offers = [("bolts of grade ISO 10.9", (Change(f"{at}/bolt_grade", "ISO 10.9"),))] if build.bolt_grade == "ISO 8.8" else []
        return [*better, *all_mounts()]

    def all_mounts() -> Offers:
        return [("every mount under the rails", (Change(f"{at}/mounts", ()),))] if build.mounts else []

    bar = build.drawbar

    def drawbars() -> Offers:
        if bar is None:
            return []
        other = [] if bar.shape == "A" else [("an A from the long rails", (Change(f"{at}/drawbar/shape", "A"),))]
        return [*sections(bar.tube, "drawbar/tube", at, catalog, need)[:5], *other]

    return {
        **dict.fromkeys(("drawbar.strength", "crossing.joint", "cross.joint"), drawbars),
        **dict.fromkeys(("rail.strength", "rail.sag", "jacked.frame"), tubes("rail", build.rail)),
        **dict.fromkeys(("cross.strength", "cross.sag"), tubes("cross", build.cross)),
        "side.strength": tubes("side", build.side) if build.side is not None else lambda: [],
        "cross.wall": lambda: [*capped(build.joints, at), *drawbars()],
        "deck.foot": decks,
        "deck.load": decks,
        "deck.sag": decks,
        "deck.stands": decks,
        "deck.lift": crosses,
        "deck.overhang": decks,
        "fastened": bolts,
        "fastened.mount": all_mounts,
        "frame.fastening-gone": all_mounts,
    }


def spans(_build: BedOnMounts) -> Mapping[str, str]:
    """The parameter that is the span of each check."""
    return {
        **dict.fromkeys(("cross.strength", "cross.sag"), "width"),
        **dict.fromkeys(("side.strength", "rail.strength", "rail.sag"), "length"),
    }
