"""The whole against a limit of the user's own, such as the band that a trailer is registered in: as sure as what was reckoned and not weighed is."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from dataclasses import replace

from ..finding import COMMON_PRACTICE, Finding, Working, at_most, unknown
from ..structure.context import Context
from .ledger import LedgerRow
from .states import states_of

UNSURE = 0.05
"""Of what builds are reckoned to weigh: sheets and tubes differ by so much from their tables (common practice, no published source)."""


def check_band(context: Context, entries: Sequence[LedgerRow]) -> Iterator[Finding]:
    """The heaviest of all states against the job's limit; nothing where none is set."""
    goal, say, w = context.design.goals.whole, context.say, Working()
    if goal is None:
        return
    states = states_of(context)
    found = Finding(
        "balance/band", "band", "balance", ("host",), "Your limit for the whole", "Not known while what carries it is not.", "unknown", None, goal.kg, "kg",
        basis=f"your own limit; {UNSURE:.0%} of what the builds are reckoned to weigh: {COMMON_PRACTICE}",
        caution="Ask what counts as empty where it is registered: fixed equipment, water, gas and the spare wheel count differently.",
    )  # fmt: skip
    if not states:
        yield unknown(found, "weights of what carries it")
        return
    state = max(states, key=lambda one: one.loads.total)
    total = w.given("m", state.loads.total, "kg", f"all told, {state.words}")
    built = w.given("m_b", sum(row.kg for row in entries if row.group == "build"), "kg", "of it builds, reckoned from their parts")
    most = w.line("m_1", "m + u * m_b", "kg", "as heavy as it may come out", u=UNSURE)
    use, verdict = at_most(total, goal.kg)
    text = f"{say.mass(total)} of {say.mass(goal.kg)}, {state.words}; up to {say.mass(most)} as its parts come out."
    found = replace(found, sentence=text, demand=total, working=w.done())
    if total <= goal.kg < most and built:
        yield unknown(replace(found, sentence=f"{text} Weigh it before you register it."), "a weighing")
        return
    yield replace(found, use=use, state=verdict)
