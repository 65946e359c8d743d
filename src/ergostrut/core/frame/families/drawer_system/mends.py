"""What may mend a drawer system's findings."""

from __future__ import annotations

from collections.abc import Callable, Mapping

from ....catalog.model import Catalog, Sheet
from ....changes import Change
from ....wording import Say
from ...blocks.carcass.mends import carcass_offers
from ...blocks.mending import sections
from ...family import Offers
from .params import DrawerSystem

STRONGER = 1.05


def offers(build: DrawerSystem, path: str, catalog: Catalog, say: Say, use: float) -> dict[str, Callable[[], Offers]]:
    """A carcass's own, and what drawers ask for."""

    def column() -> Offers:
        if len(build.columns) >= 6:
            return []
        return [("One more column", (Change(f"{path}/columns", {"name": f"column {len(build.columns) + 1}"}, "add"),))]

    def floors() -> Offers:
        now = catalog.sheets.get(build.box.floor)
        if not isinstance(now, Sheet):
            return []
        more = [s for s in catalog.sheets.values() if isinstance(s, Sheet) and s.material is now.material and s.t > now.t]
        return [(s.label, (Change(f"{path}/box/floor", s.id),)) for s in sorted(more, key=lambda s: s.t)]

    def latches() -> Offers:
        found: Offers = []
        if build.latch.kind in ("none", "bar", "turn button"):
            found.append(("a catch each that closes by itself", (Change(f"{path}/latch/kind", "self-closing"),)))
        latch = build.latch
        known = latch.engaged is not None and latch.play is not None and latch.flex is not None
        need = latch.pin.mm + (latch.play.mm if latch.play else 0.0) + (latch.flex.mm if latch.flex else 0.0)
        if known and latch.engaged is not None and latch.engaged.mm < need:
            found.append((f"engaged by {say.length(need + 1)}", (Change(f"{path}/latch/engaged", f"{need + 1:.0f} mm"),)))
        return found

    def rails() -> Offers:
        found = sections(build.rail, "rail", path, catalog, max(1.02, use / STRONGER))[:4]
        return [*found, *column()] if build.made == "frame" else []

    framed = (
        dict.fromkeys(("rail.strength", "rail.wall", "rail.moment", "post.strength", "frame.leg-gone"), rails)
        if build.made == "frame"
        else {}
    )
    return {
        **framed,
        **carcass_offers(build, path, catalog, say, column),
        "drawer.floor": floors,
        "drawer.latch": latches,
        "drawer.pin": latches,
        "frame.settles": lambda: [("its corners tied down", (Change(f"{path}/tied", True),))],
        "drawer.tips": lambda: [("its corners tied down", (Change(f"{path}/tied", True),))],
    }


def spans(_build: DrawerSystem) -> Mapping[str, str]:
    """The parameter that is the span of each check."""
    return {"rail.strength": "width"}
