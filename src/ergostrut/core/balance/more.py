"""Where a little more hurts least, and how a vehicle's payload goes as the design grows."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass

import numpy as np

from ..finding import COMMON_PRACTICE, Finding, Working
from ..structure.context import Context
from ..structure.host import FLOOR_END, RAIL_END
from .corrected import ledger
from .ledger import CarrierLoads, loads_of
from .statics import shared

MORE = 10.0
"""kg that are put somewhere."""
STEP = 100.0
"""mm from place to place."""
BEHIND = 600.0
"""mm behind the floor, as far as anything is hung there."""
EVEN = 1e-4


@dataclass(frozen=True)
class Hurts:
    """The hardest use of any carrier with ``MORE`` kg at each of the places ``x``, mm."""

    x: tuple[float, ...]
    use: tuple[float, ...]
    most: tuple[str, ...]
    """Which carrier that is, by its words."""

    @property
    def best(self) -> tuple[float, float]:
        """From where to where it hurts least."""
        least = min(self.use) + EVEN
        there = [x for x, use in zip(self.x, self.use, strict=True) if use <= least]
        return there[0], there[-1]


def hurts(context: Context, loads: CarrierLoads) -> Hurts | None:
    """None while a place or every rating is unknown."""
    carriers = [(one, one.x) for one in context.host.carriers if one.x is not None]
    rated = [(one.id, one.label.lower(), one.rating) for one in context.host.carriers if one.rating]
    if not loads.on or not rated or len(carriers) < len(context.host.carriers):
        return None
    floor = context.host.mm(FLOOR_END) or context.host.mm(RAIL_END) or max(x for _, x in carriers)
    places = np.arange(0.0, floor + BEHIND + 1, STEP)
    uses, names = list[float](), list[str]()
    for x in places.tolist():
        more = shared(MORE, MORE * x, carriers)
        use, name = max(((loads.on[one] + more[one]) / rating, label) for one, label, rating in rated)
        uses.append(use)
        names.append(name)
    return Hurts(tuple(places.tolist()), tuple(uses), tuple(names))


def check_more(context: Context) -> Iterator[Finding]:
    """A note: where ``MORE`` kg hurt least, and on which side."""
    entries, missing = ledger(context, {})
    loads = loads_of(context, entries, missing)
    found = hurts(context, loads)
    if found is None:
        return
    say, w = context.say, Working()
    (lo, hi), worst = found.best, int(np.argmax(found.use))
    now = max(loads.on[one.id] / one.rating for one in context.host.carriers if one.rating)
    w.given("m", MORE, "kg", "put at every place along it in turn")
    w.given("U_0", now, "", "hardest use of what carries it, as it is")
    w.given("U_1", min(found.use), "", f"with it where it hurts least, {found.most[found.use.index(min(found.use))]}")
    w.given("U_2", max(found.use), "", f"with it where it hurts most, {found.most[worst]}")
    side = "left" if loads.y > 0 else "right"
    there = say.length(lo) if hi - lo < STEP else f"from {say.length(lo)} to {say.length(hi)}"
    aside = f", on the {side}" if abs(loads.y) > 5.0 else ""
    far = f"{say.length(found.x[worst])} behind it" if found.x[worst] > STEP / 2 else "right at it"
    text = f"{say.mass(MORE)} more hurt least {there} behind the {context.host.words.get('front', 'front')}{aside}; most {far}, on the {found.most[worst]}."
    yield Finding(
        "balance/more", "more", "balance", ("host",), f"Where {say.mass(MORE)} more would hurt least", text, "note",
        basis=f"statics; the carrier nearest its rating decides: {COMMON_PRACTICE}", working=w.done(),
    )  # fmt: skip


@dataclass(frozen=True, slots=True)
class BudgetRow:
    """What a step of the design weighs, kg, and what of the payload is left after it."""

    name: str
    kg: float
    left: float


def budget(context: Context) -> tuple[float, tuple[BudgetRow, ...]] | None:
    """The payload, gross rating less the empty vehicle full of fuel, and how it goes: crew, then build by build, then the load; None while the
    rating or the empty weight is not known."""
    rating = context.host.weights.gross_rating
    entries, missing = ledger(context, {})
    if rating is None or missing:
        return None
    payload = rating.kg - sum(entry.kg for entry in entries if entry.group in ("vehicle", "fuel"))
    groups: list[tuple[str, float]] = [("people", sum(entry.kg for entry in entries if entry.group == "crew"))]
    for build in context.builds:
        groups.append((build.label, sum(entry.kg for entry in entries if entry.group == "build" and entry.body in build.bodies)))
    groups.append(("all that is carried", sum(entry.kg for entry in entries if entry.group == "load")))
    left, rows = payload, list[BudgetRow]()
    for name, kg in groups:
        if kg:
            left -= kg
            rows.append(BudgetRow(name, kg, left))
    return payload, tuple(rows)
