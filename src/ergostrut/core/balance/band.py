"""The whole against a limit of the user's own, such as the band that a trailer is registered in: as sure as what was reckoned and not weighed is,
and as what the registry counts."""

from __future__ import annotations

from collections.abc import Callable, Iterator, Sequence
from dataclasses import dataclass, replace

from ..document.load import Thing
from ..finding import COMMON_PRACTICE, Finding, Working, at_most, unknown
from ..structure.context import Context
from .ledger import LedgerRow
from .states import states_of

UNSURE = 0.05
"""Of what builds are reckoned to weigh: sheets and tubes differ by so much from their tables (common practice, no published source)."""


@dataclass(frozen=True)
class Counted:
    """``kg`` of what a registry counts, said in ``words``."""

    words: str
    kg: float


def _equipment(thing: Thing) -> bool:
    return thing.hold.by == "bolted" or thing.filled is not None


def counted(context: Context, entries: Sequence[LedgerRow]) -> dict[str, Counted]:
    """By what counts: as built; with what is bolted down and tanks as filled; the heaviest state there is. Nothing where weights are missing."""
    states = states_of(context)
    if not states:
        return {}

    def kg(counts: Callable[[Thing], bool]) -> float:
        bare = sum(row.kg for row in entries if row.group not in ("crew", "load"))
        return bare + sum(item.mass for item in context.plan.placed if counts(item.thing))

    heaviest = max(states, key=lambda one: one.loads.total)
    return {
        "empty": Counted("as built, nothing aboard", kg(lambda _: False)),
        "equipped": Counted("with what is bolted down and its tanks as filled", kg(_equipment)),
        "laden": Counted(heaviest.words, heaviest.loads.total),
    }


def check_band(context: Context, entries: Sequence[LedgerRow]) -> Iterator[Finding]:
    """What counts against the job's limit; nothing where none is set."""
    goals, say, w = context.design.goals, context.say, Working()
    if goals.whole is None:
        return
    goal = goals.whole.kg
    found = Finding(
        "balance/band", "band", "balance", ("host",), "Your limit for the whole", "Not known while what carries it is not.", "unknown", None, goal, "kg",
        basis=f"your own limit; {UNSURE:.0%} of what the builds are reckoned to weigh: {COMMON_PRACTICE}",
        caution="Ask what counts as empty where it is registered: fixed equipment, water, gas and the spare wheel are counted differently.",
    )  # fmt: skip
    ways = counted(context, entries)
    if not ways:
        yield unknown(found, "weights of what carries it")
        return
    built = w.given("m_b", sum(row.kg for row in entries if row.group == "build"), "kg", "builds, reckoned from their parts")
    known = goals.whole_counts != "not known"
    least, most = (ways[goals.whole_counts],) * 2 if known else (ways["empty"], ways["laden"])
    m = w.given("m", most.kg, "kg", most.words)
    heavy = w.line("m_1", "m + u * m_b", "kg", "as heavy as it may come out", u=UNSURE)
    text = f"{say.mass(most.kg)} of {say.mass(goal)}, {most.words}; up to {say.mass(heavy)} as its parts come out."
    if least.kg <= goal < most.kg:
        w.given("m_0", least.kg, "kg", least.words)
        text = f"{say.mass(least.kg)} {least.words}, {say.mass(most.kg)} {most.words}, of {say.mass(goal)}: it hangs on what counts."
        yield unknown(replace(found, sentence=text, demand=m, working=w.done()), "what counts for your limit")
        return
    if m <= goal < heavy and built:
        yield unknown(replace(found, sentence=f"{text} Weigh it before you register it.", demand=m, working=w.done()), "a weighing")
        return
    use, verdict = at_most(m, goal)
    yield replace(found, sentence=text, demand=m, use=use, state=verdict, working=w.done())
