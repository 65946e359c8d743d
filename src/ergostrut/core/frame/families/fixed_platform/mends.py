"""What may mend a platform's findings: the smallest change among stock sizes first."""

from __future__ import annotations

from collections.abc import Callable, Mapping

from ....catalog.model import Catalog, Sheet
from ....changes import Change
from ....structure.systems import SYSTEMS
from ....wording import Say
from ...blocks.mending import capped, kind, sections
from ...family import Offers
from .params import FixedPlatform

STRONGER = 1.05
"""Sections are tried from use / this on: shape helps."""


def _bearers(build: FixedPlatform, at: str, catalog: Catalog, say: Say, need: float) -> Offers:
    rows: Offers = []
    if build.bearer_flat and build.bearer in catalog.sections:
        shape = catalog.sections[build.bearer].properties
        rows.append((f"turned on edge, {say.length(shape.depth - shape.width)} higher", (Change(f"{at}/bearer_flat", False),)))
    if build.props is None:
        rows.append(("a prop under the middle of each", (Change(f"{at}/props", {}),)))
    rows += sections(build.bearer, "bearer", at, catalog, need)[:4]
    if build.ends != "slots":
        rows.append(("two more members", (Change(f"{at}/bearers", min(build.bearers + 2, 14)),)))
    return rows


def _decks(build: FixedPlatform, at: str, catalog: Catalog) -> Offers:
    used = catalog.sheets.get(build.deck)
    if used is None:
        return []
    thicker = [s for s in catalog.sheets.values() if type(s) is type(used) and kind(s) == kind(used) and s.t > used.t]
    others = [s for s in catalog.sheets.values() if isinstance(s, Sheet) and kind(s) != kind(used) and s.t >= used.t]
    rows: Offers = [(s.label, (Change(f"{at}/deck", s.id),)) for s in (*thicker, *others)]
    if build.ends != "slots":
        rows.append(("two more members", (Change(f"{at}/bearers", min(build.bearers + 2, 14)),)))
    return rows


def _held_tops(build: FixedPlatform, at: str) -> Offers:
    """What pulls in the end of a leg: lags or pocket screws in place of screws in end grain."""
    if SYSTEMS[build.framing].joint != "wood screw":
        return []
    lags = [
        (f"lags, {size}", (Change(f"{at}/joints/fastener", "lag screw"), Change(f"{at}/joints/lag", size)))
        for size in ("5/16 in", "3/8 in")
    ]
    return [*lags, ("pocket screws", (Change(f"{at}/joints/fastener", "pocket screw"),))]


def offers(build: FixedPlatform, at: str, catalog: Catalog, say: Say, use: float) -> dict[str, Callable[[], Offers]]:
    """What may be tried for each check of a platform that stands at ``use``."""
    need = max(1.02, use / STRONGER)

    def bearers() -> Offers:
        return _bearers(build, at, catalog, say, need)

    def decks() -> Offers:
        return _decks(build, at, catalog)

    return {
        "bearer.strength": bearers,
        "bearer.sag": bearers,
        "deck.foot": decks,
        "deck.load": decks,
        "deck.overhang": decks,
        "deck.sag": decks,
        "leg.wall": lambda: [*capped(build.joints, at), *sections(build.bearer, "bearer", at, catalog, need)[:6]],
        "leg.strength": lambda: sections(build.legs.section, "legs/section", at, catalog, need),
        "leg.moment": lambda: _held_tops(build, at),
        "frame.stands": lambda: [("packed against sides and ends", (Change(f"{at}/snug", True),))] if not build.snug else [],
        "frame.settles": lambda: [("every end tied down", (Change(f"{at}/tied", True),))],
        "held.friction": lambda: [("packed against sides and ends", (Change(f"{at}/snug", True),))],
    }


def spans(build: FixedPlatform) -> Mapping[str, str]:
    """The parameter that is the span of each check."""
    return dict.fromkeys(("bearer.strength", "bearer.sag"), "width" if build.run == "across" else "length")
