"""What may mend a platform's findings: the smallest change among stock sizes first."""

from __future__ import annotations

from collections.abc import Callable

from ....catalog.model import Catalog
from ....edit import Change
from ....wording import Say
from ...blocks.mending import capped, kind, sections
from ...family import Offers
from .params import FixedPlatform

STRONGER = 1.05
"""Sections are tried from use / this on: shape helps."""


def _bearers(build: FixedPlatform, at: str, catalog: Catalog, need: float) -> Offers:
    rows: Offers = []
    if build.bearer_flat:
        rows.append(("turned on edge", (Change(f"{at}/bearer_flat", False),)))
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
    rows: Offers = [(s.label, (Change(f"{at}/deck", s.id),)) for s in thicker]
    if build.ends != "slots":
        rows.append(("two more members", (Change(f"{at}/bearers", min(build.bearers + 2, 14)),)))
    return rows


def offers(build: FixedPlatform, at: str, catalog: Catalog, _say: Say, use: float) -> dict[str, Callable[[], Offers]]:
    """What may be tried for each check of a platform that stands at ``use``."""
    need = max(1.02, use / STRONGER)

    def bearers() -> Offers:
        return _bearers(build, at, catalog, need)

    def decks() -> Offers:
        return _decks(build, at, catalog)

    return {
        "bearer.strength": bearers,
        "bearer.sag": bearers,
        "deck.foot": decks,
        "deck.load": decks,
        "deck.sag": decks,
        "leg.wall": lambda: [*capped(build.joints, at), *sections(build.bearer, "bearer", at, catalog, need)[:6]],
        "leg.strength": lambda: sections(build.legs.section, "legs/section", at, catalog, need),
        "frame.settles": lambda: [("every end tied down", (Change(f"{at}/tied", True),))],
        "held.friction": lambda: [("packed against sides and ends", (Change(f"{at}/snug", True),))],
    }
