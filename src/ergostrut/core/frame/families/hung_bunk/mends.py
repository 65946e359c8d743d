"""What may mend a hung bunk's findings: the smallest change first."""

from __future__ import annotations

import math
from collections.abc import Callable, Mapping

from ....catalog.model import Catalog
from ....changes import Change
from ....wording import Say
from ...blocks.mending import capped, exact, kind, sections
from ...family import Offers
from .params import HungBunk

STRONGER = 1.05
PINS = (6.0, 8.0, 10.0, 12.0, 16.0)


def _decks(build: HungBunk, at: str, catalog: Catalog) -> Offers:
    used = catalog.sheets.get(build.deck)
    if used is None:
        return []
    thicker = [s for s in catalog.sheets.values() if type(s) is type(used) and kind(s) == kind(used) and s.t > used.t]
    return [*((s.label, (Change(f"{at}/deck", s.id),)) for s in thicker), *_ribs(build, at)]


def _ribs(build: HungBunk, at: str) -> Offers:
    return [("two more ribs", (Change(f"{at}/ribs", build.ribs + 2),))] if build.ribs <= 12 else []


def _straps(build: HungBunk, at: str) -> Offers:
    return [("one more strap", (Change(f"{at}/straps/count", build.straps.count + 1),))] if build.straps.count < 4 else []


def _bolts(build: HungBunk, at: str) -> Offers:
    return [("two more wall bolts", (Change(f"{at}/wall_rail/bolts", build.wall_rail.bolts + 2),))] if build.wall_rail.bolts <= 10 else []


def _pins(build: HungBunk, at: str, say: Say) -> Offers:
    inches = say.units.length == "in"
    rows: Offers = []
    if build.hinges.gap.mm > 0.5:
        rows.append(("leaves closed up", (Change(f"{at}/hinges/gap", exact(0.5, inches)),)))
    rows += [(f"{d:g} mm pin", (Change(f"{at}/hinges/pin", exact(d, inches)),)) for d in PINS if d > build.hinges.pin.mm + 0.1]
    if build.hinges.count < 8:
        rows.append(("one more hinge", (Change(f"{at}/hinges/count", build.hinges.count + 1),)))
    return rows


def _raised(build: HungBunk, at: str, catalog: Catalog, say: Say) -> Offers:
    """The hinges' pin level with the deck's top: about a lower one the bed turns into its wall rail."""
    rail, deck = catalog.sections.get(build.rail), catalog.sheets.get(build.deck)
    if rail is None or deck is None:
        return []
    level = math.ceil(rail.properties.depth / 2 + deck.t)
    return (
        [("pin level with the deck", (Change(f"{at}/hinges/rise", exact(level, say.units.length == "in")),))]
        if level > build.hinges.rise.mm
        else []
    )


def offers(build: HungBunk, at: str, catalog: Catalog, say: Say, use: float) -> dict[str, Callable[[], Offers]]:
    """What may be tried for each check of a bunk that stands at ``use``."""
    need = max(1.02, use / STRONGER)

    def rails() -> Offers:
        return [*sections(build.rail, "rail", at, catalog, need)[:5], *_straps(build, at)]

    def ribs() -> Offers:
        return [*_ribs(build, at), *sections(build.rib, "rib", at, catalog, need)[:5]]

    def decks() -> Offers:
        return _decks(build, at, catalog)

    def straps() -> Offers:
        return _straps(build, at)

    def walls() -> Offers:
        return sections(build.wall_rail.section, "wall_rail/section", at, catalog, need)[:5]

    def pins() -> Offers:
        return _pins(build, at, say)

    def bolts() -> Offers:
        rows = _bolts(build, at) if not build.wall_rail.row else []
        # a deeper rail pries less
        return [*rows, *(row for row in walls() if catalog.sections[row[1][0].value].properties.depth > 60)]

    gone = (".strap-gone", ".mount-gone", ".crash")
    return {
        "fit.own": lambda: _raised(build, at, catalog, say),
        "rail.strength": rails,
        "rail.sag": rails,
        "rib.strength": ribs,
        "rib.sag": ribs,
        "rib.wall": lambda: [*capped(build.joints, at), *ribs()],
        "wall-rail.strength": walls,
        "deck.foot": decks,
        "deck.load": decks,
        "deck.sag": decks,
        **{f"strap{key}": straps for key in ("", *gone)},
        **{f"strap.eye{key}": straps for key in ("", *gone)},
        **{f"mount{key}": bolts for key in ("", *gone)},
        **{f"pivot{key}": pins for key in ("", *gone)},
        **{f"hinge{key}": pins for key in ("", *gone)},
        "frame.strap-gone": rails,
        "frame.mount-gone": walls,
    }


def spans(_build: HungBunk) -> Mapping[str, str]:
    """The parameter that is the span of each check."""
    return {"rail.strength": "length", "rail.sag": "length", "rib.strength": "width", "rib.sag": "width"}
