"""What leans on a lip or a nosing on the road, against what that takes."""

from __future__ import annotations

from dataclasses import replace

from ..constants import G
from ..finding import COMMON_PRACTICE, Finding, Working, at_most, unknown
from ..structure.carried import Placed
from ..structure.context import Context

PUSH = 100.0
"""N: a hand's push, which whatever deserves the name of a lip takes (common practice, no published source)."""


def leaning(context: Context, item: Placed, g: float, case: str, found: Finding) -> Finding:
    """A thing's finding with what it pushes its lip by at ``g``; a shut drawer's sides are asked as parts of the drawer."""
    hold, say = item.thing.hold, context.say
    if found.state == "unknown" or (hold.lip is None and item.surface.lips == "all round"):
        return found
    w = Working()
    w.given("m", item.mass, "kg", item.thing.name)
    push = w.line("F_l", "g_l * m * 9.80665", "N", f"leans on it, {case.lower()}; no friction counted", g_l=g)
    if hold.rating is None:
        limit = w.given("F_h", PUSH, "N", f"a hand's push, which a lip takes: {COMMON_PRACTICE}")
        if push <= limit or found.state == "over":
            return replace(found, working=w.done() + found.working)
        text = f"{found.sentence} It leans on it with {say.force(push)}, and what that takes is not known: pull it with a scale."
        return unknown(replace(found, sentence=text, working=found.working + w.done()), "what the lip takes")
    have = w.given("B", hold.rating.kg * G, "N", "the lip takes, as given")
    use = w.line("use_l", "F_l / B", "")
    if use <= (found.use or 0.0):
        return replace(found, working=w.done() + found.working)
    state = at_most(use, 1.0)[1]
    state = "tight" if state == "holds" and found.state == "tight" else state
    text = f"{found.sentence} It leans on it with {say.force(push)} of {say.force(have)}."
    return replace(
        found, sentence=text, state=state, use=use, demand=push, limit=have, unit="N", case=case, working=found.working + w.done()
    )
