"""A weighing of the vehicle with builds in it corrects what is computed by a named difference on every carrier that was weighed."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from dataclasses import dataclass

from ..document.survey import Weighing
from ..finding import Finding, Working
from ..structure.context import Context
from .ledger import LedgerRow, loads_of, raw_ledger

FUEL = {"full": 0.0, "half": 0.5, "empty": 1.0}
"""Part of a full tank that was used."""
MUCH = 0.05
"""Part of what was computed beyond which something is not in the ledger."""
FAR = 0.25
"""Part beyond which it is taken as a misread ticket, or another vehicle's, and counts nowhere."""


@dataclass(frozen=True, slots=True)
class Difference:
    """On a carrier: what was weighed and what is computed for the same state, kg."""

    carrier: str
    label: str
    x: float
    weighed: float
    computed: float

    @property
    def kg(self) -> float:
        return self.weighed - self.computed


def last(context: Context) -> Weighing | None:
    """The weighing that counts."""
    found = context.host.weights.weighings
    return found[-1] if found else None


def _aboard(context: Context, weighing: Weighing, entries: Sequence[LedgerRow]) -> tuple[list[LedgerRow], tuple[str, ...]]:
    """The ledger's rows as things were at the weighing, and what is missing for that."""
    riders = [entry for entry in entries if entry.group == "crew"]
    driver = min(riders, key=lambda row: (row.x or 0.0, row.y), default=None)
    bodies = {body for build in context.builds if build.id in weighing.builds for body in build.bodies}
    rides = {"everybody": riders, "the driver alone": [driver] if driver else [], "nobody": []}[weighing.crew]
    rows = [entry for entry in entries if entry.group in ("vehicle", "fuel")]
    rows += [*rides, *(entry for entry in entries if entry.group == "build" and entry.body in bodies)]
    if weighing.laden:
        # what is planned, or stands in a build that was not there yet, was not there either
        planned = {item.thing.name for item in context.plan.placed if item.thing.stage == "planned"}
        there = [entry for entry in entries if entry.group == "load" and entry.name not in planned]
        rows += [entry for entry in there if entry.body in bodies or not _in_a_build(context, entry)]
    used, tank = FUEL[weighing.fuel], context.host.weights.tank
    if used and context.host.engine:
        if tank.full is None or tank.ahead is None:
            return [], ("mass and place of a full tank",)
        rows.append(LedgerRow("fuel, used", "fuel", -used * tank.full.kg, -tank.ahead.mm, 0.0))
    return rows, ()


def _in_a_build(context: Context, entry: LedgerRow) -> bool:
    return any(entry.body in build.bodies for build in context.builds)


def differences(context: Context) -> tuple[tuple[Difference, ...], tuple[str, ...]]:
    """On every carrier that was weighed, and what is missing to tell; nothing without a weighing."""
    weighing = last(context)
    if weighing is None:
        return (), ()
    entries, missing = raw_ledger(context, {})
    rows, lacking = _aboard(context, weighing, entries)
    if missing or lacking:
        return (), (*missing, *lacking)
    loads = loads_of(context, rows, ())
    found = [
        Difference(one.id, one.label.lower(), one.x, weighing.on[one.id], loads.on[one.id])
        for one in context.host.carriers
        if one.id in weighing.on and one.x is not None and one.id in loads.on
    ]
    wrong = tuple(
        f"a ticket nearer to the {one.computed:.0f} kg computed on the {one.label}" for one in found if abs(one.kg) > FAR * one.computed
    )
    return ((), wrong) if wrong else (tuple(found), ())


def check_weighing(context: Context) -> Iterator[Finding]:
    """What the last weighing said against what was computed for the same state."""
    weighing, say = last(context), context.say
    if weighing is None:
        return
    found, missing = differences(context)
    fuel = f", tank {weighing.fuel}" if context.host.engine else ""
    people = f"{weighing.crew} aboard, " if context.host.engine else ""
    state = f"{people}{'laden' if weighing.laden else 'nothing carried'}{fuel}"
    blank = Finding("balance/weighing", "weighing", "balance", ("host",), f"{weighing.name[:1].upper()}{weighing.name[1:]}", "", "note",
                    basis="the difference of the last weighing counts on its carrier from then on")  # fmt: skip
    if missing or not found:
        lacking = missing or ("the places of what was weighed",)
        yield Finding(blank.id, blank.check, blank.place, blank.parts, blank.title,
                      f"It corrects nothing; wanted: {', '.join(lacking)}.", "unknown", missing=lacking, basis=blank.basis)  # fmt: skip
        return
    w = Working()
    w.say(f"As it was weighed: {state}.")
    for one in found:
        w.given(f"d_{one.carrier}", one.kg, "kg", f"{one.label}: {one.weighed:.0f} weighed, {one.computed:.0f} computed")
    parts = [f"{say.mass(abs(one.kg))} {'more' if one.kg >= 0 else 'less'} on the {one.label}" for one in found]
    much = max(abs(one.kg) / max(one.computed, 1.0) for one in found)
    tail = " Look for what is not in the ledger." if much > MUCH else ""
    yield Finding(blank.id, blank.check, blank.place, blank.parts, blank.title,
                  f"{' and '.join(parts)} than computed ({state}): that counts everywhere now.{tail}", "tight" if much > MUCH else "note",
                  basis=blank.basis, working=w.done())  # fmt: skip
