"""What may mend a cabinet's findings: the smallest change among stock sizes first."""

from __future__ import annotations

from collections.abc import Callable, Mapping

from ....catalog.model import Catalog
from ....changes import Change
from ....wording import Say
from ...blocks.mending import kind
from ...family import Offers
from .params import WallCabinet


def offers(build: WallCabinet, at: str, catalog: Catalog, _say: Say, _use: float) -> dict[str, Callable[[], Offers]]:
    """What may be tried for each check of a cabinet."""

    def thicker(field: str, used: str) -> Offers:
        now = catalog.sheets.get(used)
        more = [s for s in catalog.sheets.values() if now is not None and type(s) is type(now) and kind(s) == kind(now) and s.t > now.t]
        return [(s.label, (Change(f"{at}/{field}", s.id),)) for s in sorted(more, key=lambda s: s.t)[:2]]

    def panels() -> Offers:
        bay: Offers = [("one more bay", (Change(f"{at}/bays", build.bays + 1),))] if build.bays < 5 else []
        return [*bay, *thicker("panel", build.panel)]

    def fixings() -> Offers:
        more: Offers = [("one more fixing an upright", (Change(f"{at}/wall/bolts", build.wall.bolts + 1),))] if build.wall.bolts < 4 else []
        return [*more, *([("one more bay, and so one more upright", (Change(f"{at}/bays", build.bays + 1),))] if build.bays < 5 else [])]

    def hinges() -> Offers:
        doors = build.doors
        return (
            [("one more hinge a door", (Change(f"{at}/doors/hinges", doors.hinges + 1),))] if doors is not None and doors.hinges < 4 else []
        )

    def leaves() -> Offers:
        return thicker("doors/sheet", build.doors.sheet) if build.doors is not None else []

    close: Offers = [("Close the back", (Change(f"{at}/back", "birch.6.5"),))] if build.back is None else []
    return {
        **dict.fromkeys(("slab.strength", "slab.sag", "slab.buckles"), panels),
        "slab.racks": lambda: [*close, *fixings()],
        "slab.stands": lambda: [*close, *fixings()],
        "bears.wall": fixings,
        "bears.wall-gone": fixings,
        "door.hinges": hinges,
        "door.leaf": leaves,
    }


def spans(_build: WallCabinet) -> Mapping[str, str]:
    """The parameter that is the span of each check."""
    return {"slab.sag": "length"}
