"""How high the centre of all masses lies, and the sideways push at which the vehicle tips: a rigid one, on level ground."""

from __future__ import annotations

import math
from collections.abc import Iterator, Sequence
from dataclasses import replace

from ..cases import road_cases
from ..finding import COMMON_PRACTICE, Finding, Working, at_least
from ..structure.context import Context
from ..structure.host import GROUND, TRACK
from .ledger import CarrierLoads, LedgerRow

SPRINGS = 1.25
"""Times what the corner asks that should be there: on its springs it leans, and tips a fifth sooner than a rigid one (common practice)."""


def check_tipping(context: Context, entries: Sequence[LedgerRow], loads: CarrierLoads) -> Iterator[Finding]:
    """With the height of the empty vehicle's centre and of its floor given: track by twice the height against the job's hardest corner. A note
    saying what to measure where those are not known; nothing where its weights are not, or a trailer is carried by its coupling as well."""
    host, w = context.host, Working()
    track, ground = host.mm(TRACK), host.weights.floor.mm if host.weights.floor is not None else host.mm(GROUND)
    if not loads.on or not track or host.carriers[0].kind == "coupling":
        return
    blank = Finding("balance/tips", "tips", "balance", ("host",), "Height of the centre", "", "note", basis=COMMON_PRACTICE)
    own = host.weights.centre
    if own is None or ground is None:
        lacking = [
            words for words, value in (("of the empty vehicle's centre", own), ("of the floor over the ground", ground)) if value is None
        ]
        words = f"Give the height {' and '.join(lacking)} on Measure, and the lean at which it tips is found."
        yield replace(blank, sentence=words)
        return
    mine = sum(entry.kg for entry in entries if entry.z is None)
    lifted = [(entry.kg, entry.z) for entry in entries if entry.z is not None]
    h = w.given("h_0", own.mm, "mm", "centre of the empty vehicle over the ground, riders and fuel with it")
    w.given("m_0", mine, "kg", "the vehicle, riders and fuel")
    w.given("h_f", ground, "mm", "floor over the ground")
    w.given("m_1", sum(kg for kg, _ in lifted), "kg", "builds and load")
    w.given("z_1", sum(kg * z for kg, z in lifted) / sum(kg for kg, _ in lifted) if lifted else 0.0, "mm", "their centre over the floor")
    h = w.line("h", "(m_0 * h_0 + m_1 * (h_f + z_1)) / (m_0 + m_1)", "mm", "centre of all")
    have = w.line("a", "(T / 2 - y) / h", "g", "tips, rigid, on level ground", T=track, y=abs(loads.y))
    lean = w.given("alpha", math.degrees(math.atan(have)), "deg", "the same as a lean, atan(a)")
    need = max((abs(case.g[1]) for case in road_cases(context.design.loads)), default=0.0)
    w.given("a_c", need, "g", "the hardest corner asked")
    use, state = at_least(have, need, SPRINGS * need)
    text = f"{context.say.length(h)} over the ground: it tips at {have:.2f} g, a lean of {lean:.0f} degrees; its corners ask {need:.2f} g."
    yield Finding(
        "balance/tips", "tips", "balance", ("host",), "Height of the centre, tipping", text, state, have, need, "g", use, True, SPRINGS * need, position="in",
        basis=f"rigid vehicle, track by twice its centre's height; springs take a fifth: {COMMON_PRACTICE}", working=w.done(),
        caution="High and narrow, it goes over in a swerve long before its tyres slide: lower the load, or drive it so." if state == "over" else "",
    )  # fmt: skip
