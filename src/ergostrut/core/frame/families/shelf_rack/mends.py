"""What may mend a rack's findings: the smallest change among stock sizes first."""

from __future__ import annotations

from collections.abc import Callable, Mapping

from ....catalog.model import Catalog
from ....changes import Change
from ....wording import Say
from ...blocks.mending import capped, kind, sections
from ...family import Offers
from .params import ShelfRack

STRONGER = 1.05


def offers(build: ShelfRack, at: str, catalog: Catalog, _say: Say, use: float) -> dict[str, Callable[[], Offers]]:
    """What may be tried for each check of a rack that stands at ``use``."""
    need = max(1.02, use / STRONGER)

    def pair() -> Offers:
        return [("one more pair of uprights", (Change(f"{at}/frames", build.frames + 1),))] if build.frames < 8 else []

    def decks() -> Offers:
        used = catalog.sheets.get(build.deck)
        thicker = [
            s for s in catalog.sheets.values() if used is not None and type(s) is type(used) and kind(s) == kind(used) and s.t > used.t
        ]
        return [*pair(), *((s.label, (Change(f"{at}/deck", s.id),)) for s in thicker)]

    def bearers() -> Offers:
        return [*sections(build.bearer, "bearer", at, catalog, need)[:4], *pair()]

    def uprights() -> Offers:
        return [*sections(build.upright, "upright", at, catalog, need)[:4], *pair()]

    def fixings() -> Offers:
        found: Offers = []
        if build.stands == "wall":
            found.append(("its uprights down to the floor", (Change(f"{at}/stands", "floor"),)))
        if build.wall.bolts < 4:
            found.append(("one more fixing an upright", (Change(f"{at}/wall/bolts", build.wall.bolts + 1),)))
        return found

    def panels() -> Offers:
        found: Offers = []
        for field, used in (("deck", build.deck), ("panel", build.panel)):
            now = catalog.sheets.get(used)
            more = [s for s in catalog.sheets.values() if now is not None and type(s) is type(now) and kind(s) == kind(now) and s.t > now.t]
            found += [(s.label, (Change(f"{at}/{field}", s.id),)) for s in sorted(more, key=lambda s: s.t)[:2]]
        return [*pair(), *found]

    boxed = dict.fromkeys(("slab.strength", "slab.sag", "slab.buckles"), panels) if build.made == "panels" else {}
    close: Offers = [("Close the back", (Change(f"{at}/back", "birch.6.5"),))] if build.back is None else []
    return {
        **boxed,
        "slab.racks": lambda: close,
        "slab.stands": lambda: [*close, *fixings()],
        "bears.wall": fixings,
        "bears.wall-gone": fixings,
        "bearer.strength": bearers,
        "bearer.sag": bearers,
        "bearer.wall": lambda: [*capped(build.joints, at), *sections(build.upright, "upright", at, catalog, need)[:4]],
        "upright.strength": uprights,
        "deck.foot": decks,
        "deck.load": decks,
        "deck.sag": decks,
        "frame.settles": lambda: [("its feet fastened down", (Change(f"{at}/tied", True),))],
        "mount": fixings,
        "mount.mount-gone": fixings,
        "mount.foot-away": fixings,
    }


def spans(_build: ShelfRack) -> Mapping[str, str]:
    """The parameter that is the span of each check."""
    return dict.fromkeys(("bearer.strength", "bearer.sag", "slab.sag"), "length")
