"""Every state in which it is driven or stands: tank full and empty, all aboard and the driver alone, laden and empty, with what is planned and
without, what moves in and out. Of each what it puts on every carrier; the worst of all is named."""

from __future__ import annotations

import itertools
from collections.abc import Callable, Iterator, Sequence
from dataclasses import dataclass

from ..finding import COMMON_PRACTICE, Finding, Working, at_least, at_most
from ..structure.context import Context, out
from .corrected import ledger
from .ledger import CarrierLoads, LedgerRow, loads_of

LIGHT = 5.0
"""The whole over this must stay on the axle that steers."""
Picks = Callable[[LedgerRow], bool]


@dataclass(frozen=True)
class LoadingState:
    """``words`` say what it is; ``loads`` on every carrier."""

    words: str
    loads: CarrierLoads
    driven: bool = True
    """Everything that moves is at home in it."""

    def front(self) -> float:
        """kg on the first carrier."""
        return next(iter(self.loads.on.values()))

    def behind(self) -> float:
        """kg on all others."""
        return sum(list(self.loads.on.values())[1:])


def _everything(_: LedgerRow) -> bool:
    return True


def _fuel(context: Context) -> list[tuple[str, LedgerRow | None]]:
    """The tank full, and run empty: the row that takes it off again."""
    tank = context.host.weights.tank
    if not context.host.engine or tank.full is None or tank.ahead is None:
        return [("", None)]
    return [("tank full", None), ("tank empty", LedgerRow("fuel, used", "fuel", -tank.full.kg, -tank.ahead.mm, 0.0))]


def _crews(entries: Sequence[LedgerRow]) -> list[tuple[str, Picks]]:
    riders = [entry for entry in entries if entry.group == "crew"]
    if len(riders) < 2:
        return [("", _everything)]
    # whoever sits foremost drives
    driver = min(riders, key=lambda row: (row.x or 0.0, row.y))
    return [("everybody aboard", _everything), ("the driver alone", lambda row: row.group != "crew" or row is driver)]


def _loads(entries: Sequence[LedgerRow]) -> list[tuple[str, Picks]]:
    if not any(entry.group == "load" for entry in entries):
        return [("", _everything)]
    return [("laden", _everything), ("nothing carried", lambda row: row.group != "load")]


def _stages(context: Context) -> list[tuple[str, Picks]]:
    builds = {
        body for build, made in zip(context.design.builds, context.builds, strict=True) if build.stage == "planned" for body in made.bodies
    }
    things = {item.thing.name for item in context.plan.placed if item.thing.stage == "planned" or item.surface.body in builds}
    if not builds and not things:
        return [("", _everything)]
    later = builds | things
    return [
        ("with what is planned", _everything),
        ("without what is planned", lambda row: (row.body if row.group == "build" else row.name) not in later),
    ]


def _motions(context: Context) -> list[tuple[str, dict[str, float]]]:
    ways: list[tuple[str, dict[str, float]]] = [("", {})]
    for words, way in (("all moved to the rear", 1), ("all moved to the front", -1)):
        travels = out(context, way)
        if travels:
            ways.append((words, travels))
    return [("as it is driven", {}), *ways[1:]] if len(ways) > 1 else ways


def states_of(context: Context) -> tuple[LoadingState, ...]:
    """All of them, the one in which everything is aboard and at home first; none where an input is missing."""
    found = []
    for moved, travels in _motions(context):
        entries, missing = ledger(context, travels)
        if missing:
            return ()
        ways = itertools.product(_fuel(context), _crews(entries), _loads(entries), _stages(context))
        for (fuel, less), (crew, rides), (load, carried), (stage, there) in ways:
            rows = [row for row in entries if rides(row) and carried(row) and there(row)]
            loads = loads_of(context, [*rows, *([less] if less is not None else [])], ())
            if not loads.on:
                return ()
            found.append(
                LoadingState(", ".join(word for word in (load, crew, fuel, stage, moved) if word) or "as it stands", loads, not travels)
            )
    return tuple(found)


def worst_of(context: Context, states: Sequence[LoadingState]) -> tuple[float, str, float, float, LoadingState] | None:
    """(use, what is worked so, kg, its rating, in which state) of all carriers and the gross; None where no rating is known."""
    gross = context.host.weights.gross_rating
    rows = [
        (state.loads.on[one.id] / one.rating, one.label, state.loads.on[one.id], one.rating, state)
        for state in states
        for one in context.host.carriers
        if one.rating
    ]
    rows += [(state.loads.total / gross.kg, "gross weight", state.loads.total, gross.kg, state) for state in states if gross is not None]
    return max(rows, key=lambda row: row[0], default=None)


def check_states(context: Context) -> Iterator[Finding]:
    """The state that works a carrier or the gross hardest, and the one that leaves least on the axle that steers."""
    states, say = states_of(context), context.say
    if len(states) < 2:
        return
    hardest = worst_of(context, states)
    if hardest is not None:
        use, what, kg, rating, state = hardest
        w = Working()
        if context.host.engine and len(_fuel(context)) == 1:
            w.say("The tank is taken as full in all of them: its mass and its place were not given.")
        for one in states:
            w.say(
                f"{one.words}: "
                + ", ".join(f"{carrier.label.lower()} {one.loads.on[carrier.id]:.0f} kg" for carrier in context.host.carriers)
                + "."
            )
        w.given("m", kg, "kg", f"{what.lower()}, {state.words}")
        w.line("use", "m / m_max", "", m_max=rating)
        _, verdict = at_most(kg, rating)
        text = f"Of {len(states)} states the {what.lower()} is hardest, {say.mass(kg)} of {say.mass(rating)}: {state.words}."
        yield Finding(
            "balance/states", "states", "balance", ("host",), "Every loading state", text, verdict, kg, rating, "kg", use,
            basis="statics of each state on its carriers; ratings from the plate", working=w.done(),
            hangs_on=("weights",) if state.loads.provisional else (),
        )  # fmt: skip
    if context.host.carriers[0].steers:
        lightest = min(states, key=lambda one: one.front() / one.loads.total)
        left, total, w = lightest.front(), lightest.loads.total, Working()
        w.given("m", total, "kg", f"all told, {lightest.words}")
        w.given("m_front", left, "kg", "on the axle that steers")
        want = w.line("wish", "m / k", "kg", "a fifth, below which it steers and brakes badly", k=LIGHT)
        use, verdict = at_least(left, 0.0, want)
        share = 100 * left / total
        yield Finding(
            "balance/states.light", "states.light", "balance", ("host",), "Lightest in front of every state",
            f"{say.mass(left)}, {share:.0f} % of the whole, on the front axle: {lightest.words}.", verdict, left, 0.0, "kg", use, True, want,
            basis=f"statics of each state; a fifth on the front axle: {COMMON_PRACTICE}", working=w.done(),
        )  # fmt: skip
