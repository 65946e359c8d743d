"""A trailer that is not coupled: what the jack at its coupling and the stands at its rear take."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from dataclasses import replace

from ..constants import G
from ..finding import COMMON_PRACTICE, Finding, Working, at_most, unknown
from ..structure.context import Context
from ..structure.host import GROUND
from ..structure.nouns.hung import Prop
from .ledger import LedgerRow
from .states import LoadingState

SLOPE, UNEVEN = 0.05, 1.5
"""Of the ground, and times what statics gives one of them: none is wound up as hard as the next (common practice, no published source)."""
CAUTION = "Chock both wheels first; on firm ground, on a plate where it is soft. Nobody under it, nobody in it while it is raised."
BASIS = f"statics of the trailer about its axle; ground that slopes {SLOPE:.0%}, {UNEVEN:g} times: {COMMON_PRACTICE}; rating as marked"


def check_propped(
    context: Context, states: Sequence[LoadingState], entries: Sequence[LedgerRow], person: float, rear: float | None
) -> Iterator[Finding]:
    """Every jack and every stand; ``person`` kg of whoever stands at the ``rear`` end of its floor."""
    coupling, *axles = context.host.carriers
    props = [prop for build in context.builds for prop in build.props]
    if not props or coupling.x is None or any(axle.x is None for axle in axles):
        return
    axle = sum(one.x or 0.0 for one in axles) / len(axles)
    heavy, light = max(states, key=lambda one: one.front()), min(states, key=lambda one: one.front())
    for prop in props:
        if prop.kind == "jack":
            yield _jack(context, prop, heavy, entries, axle)
        elif rear is not None:
            yield _stand(context, prop, light, axle, person, rear)


def _jack(context: Context, prop: Prop, state: LoadingState, entries: Sequence[LedgerRow], axle: float) -> Finding:
    say, host, w = context.say, context.host, Working()
    x = host.carriers[0].x or 0.0
    found = Finding(
        f"balance/jack.{prop.label}", "jack", "balance", (prop.id,), f"{prop.label.capitalize()}, standing uncoupled", "", "unknown", unit="N", basis=BASIS, caution=CAUTION,
    )  # fmt: skip
    ground = host.mm(GROUND)
    if ground is None:
        return unknown(
            replace(found, sentence="What it takes on a slope is not known without the height of the frame over the ground."), GROUND
        )
    if prop.at[0] >= axle:
        return replace(found, sentence="It stands behind the axle: it cannot hold up the coupling. Move it ahead.", state="over")
    kg = w.given("m", state.loads.total, "kg", f"all told, {state.words}")
    w.given("T", state.front(), "kg", "of it on the coupling")
    w.given("b", axle - x, "mm", "axle behind the coupling")
    w.given("b_j", axle - prop.at[0], "mm", "axle behind the jack")
    high = sum(entry.kg * (entry.z or 0.0) for entry in entries) / kg
    w.given("h", ground + high, "mm", "centre of all over the ground, what it rolls on taken at its frame")
    F = w.line("F", "n * 9.80665 * (T * b + s * m * h) / b_j", "N", "on the jack", n=UNEVEN, s=SLOPE)
    return _held(context, replace(found, demand=F, working=w.done()), prop, F, f"{say.force(F)} on it, {state.words}, nose down on a slope")


def _stand(context: Context, prop: Prop, state: LoadingState, axle: float, person: float, rear: float) -> Finding:
    say, host, w = context.say, context.host, Working()
    x = host.carriers[0].x or 0.0
    found = Finding(
        f"balance/stand.{prop.label}", "stand", "balance", (prop.id,), f"{prop.label.capitalize()}, standing uncoupled", "", "unknown", unit="N", basis=BASIS, caution=CAUTION,
    )  # fmt: skip
    if prop.at[0] <= axle:
        return replace(found, sentence="It stands ahead of the axle: it holds no rear end. Move it back.", state="over")
    w.given("T", state.front(), "kg", f"on the coupling, {state.words}")
    w.given("P", person, "kg", "one person")
    w.given("r", rear - axle, "mm", "rear end of its floor behind the axle")
    w.given("b", axle - x, "mm", "axle behind the coupling")
    w.given("b_s", prop.at[0] - axle, "mm", "stand behind the axle")
    w.line("A", "P * r / b_s", "kg", "all of the person beside the axle on one stand")
    w.line("B", "(P * r - T * b) / b_s", "kg", "what would lift the coupling")
    F = w.line("F", "n * 9.80665 * max(A, B)", "N", "on one stand", n=UNEVEN)
    return _held(
        context,
        replace(found, demand=F, working=w.done()),
        prop,
        F,
        f"{say.force(F)} on the {prop.label}, {say.mass(person)} at the rear end of its floor, {state.words}",
    )


def _held(context: Context, found: Finding, prop: Prop, load: float, text: str) -> Finding:
    if prop.rating is None:
        return unknown(
            replace(found, sentence=f"{text}. What it bears is not known: read it from the {prop.label}."), f"rating of the {prop.label}"
        )
    use, state = at_most(load, prop.rating)
    return replace(found, sentence=f"{text}; it bears {context.say.mass(prop.rating / G)}.", limit=prop.rating, use=use, state=state)
