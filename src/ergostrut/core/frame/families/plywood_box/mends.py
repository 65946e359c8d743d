"""What may mend a box's findings."""

from __future__ import annotations

from collections.abc import Callable, Mapping

from ....catalog.model import Catalog
from ....changes import Change
from ....wording import Say
from ...blocks.carcass.mends import carcass_offers
from ...family import Offers
from .params import PlywoodBox


def offers(build: PlywoodBox, path: str, catalog: Catalog, say: Say, _use: float) -> dict[str, Callable[[], Offers]]:
    """A carcass's own, with one more upright."""

    def upright() -> Offers:
        return [("One more upright", (Change(f"{path}/uprights", build.uprights + 1),))] if build.uprights < 8 else []

    return carcass_offers(build, path, catalog, say, upright)


def spans(_build: PlywoodBox) -> Mapping[str, str]:
    """The parameter that is the span of each check."""
    return {"slab.strength": "length", "slab.sag": "length"}
