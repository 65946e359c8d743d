"""What may mend a flatbed's findings: its bed's, and its headboard's."""

from __future__ import annotations

from collections.abc import Callable

from ....catalog.model import Catalog
from ....changes import Change
from ....wording import Say
from ...blocks.bed.mends import offers as bed_offers
from ...blocks.mending import sections, thicker
from ...family import Offers
from .params import TruckFlatbed


def offers(build: TruckFlatbed, at: str, catalog: Catalog, say: Say, use: float) -> dict[str, Callable[[], Offers]]:
    """What may be tried for each check of a flatbed that stands at ``use``."""
    found, head = bed_offers(build, at, catalog, say, use), build.headboard
    if head is None:
        return found
    need = max(1.02, use / 1.05)

    def more() -> Offers:
        return [("another upright", (Change(f"{at}/headboard/uprights", head.uprights + 1),))] if head.uprights < 14 else []

    def sheets() -> Offers:
        return [*more(), *thicker(head.sheet, "headboard/sheet", at, catalog)]

    return {
        **found,
        "headboard.strength": lambda: [*more(), *sections(head.tube, "headboard/tube", at, catalog, need)[:5]],
        **dict.fromkeys(("skin.wind", "skin.wind.gives", "skin.shift"), sheets),
    }
