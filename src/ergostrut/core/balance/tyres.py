"""Tyres of each axle on the heavier side, in the state that loads them hardest, against what is marked on them."""

from __future__ import annotations

from collections.abc import Iterator

from ..finding import Finding, Working, at_most
from ..structure.check import JobCheck
from ..structure.context import Context
from ..structure.host import TRACK
from .states import states_of

HALVES = 2.0


def check_tyres(context: Context) -> Iterator[Finding]:
    """One finding an axle whose tyres somebody read; what nobody read is left to the axle's own caution."""
    host, say = context.host, context.say
    rated = [(one, one.tyres) for one in host.carriers if one.tyres]
    states, track = states_of(context), host.mm(TRACK)
    for one, tyres in rated:
        ident, title, limit = f"balance/tyres.{one.id}", f"{one.label}, its tyres", tyres / HALVES
        basis = "statics of every loading state, the heavier side by the masses' own centre; load marked on the tyres, at their pressure"
        if not states or not track:
            lacking = ("track",) if states else ("what the axles bear",)
            yield Finding(
                ident, "tyres", "balance", ("host",), title, f"Not known without: {lacking[0]}.", "unknown", None, limit, "kg", missing=lacking, basis=basis
            )  # fmt: skip
            continue
        rows = [(state.loads.on[one.id] * (0.5 + abs(state.loads.y) / track), state) for state in states]
        kg, state = max(rows, key=lambda row: row[0])
        w = Working()
        w.given("m_a", state.loads.on[one.id], "kg", f"on the {one.label.lower()}, {state.words}")
        w.given("y", abs(state.loads.y), "mm", "centre of all masses off the centre line")
        w.line("m", "m_a * (1 / 2 + y / T)", "kg", "on the heavier side", T=track)
        w.line("use", "m / (m_t / 2)", "", "of half of what all its tyres bear", m_t=tyres)
        use, verdict = at_most(kg, limit)
        yield Finding(
            ident, "tyres", "balance", ("host",), title, f"{say.mass(kg)} of {say.mass(limit)} on the heavier side, {state.words}.", verdict, kg, limit, "kg", use,
            basis=basis, working=w.done(), caution="A tyre run over its load, or under its pressure, bursts at speed." if verdict == "over" else "",
        )  # fmt: skip


CHECKS = (JobCheck(check_tyres, "load"),)
