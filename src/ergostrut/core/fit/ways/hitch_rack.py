"""A rack or carrier on the hitch behind the gate: whether the gate still opens, and what an extension costs the hitch."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import replace

from ...constants import G
from ...finding import COMMON_PRACTICE, Finding, Working, at_least, at_most, unknown
from ...structure.check import JobCheck
from ...structure.context import Context
from ...structure.host import LOWERED_GATE

WANT = 25.0


def check_rack(context: Context) -> Iterator[Finding]:
    """Nothing where there is none."""
    rack, host, say = context.design.host.rack, context.host, context.say
    if rack is None:
        return
    longer = rack.extension.mm if rack.extension is not None else 0.0
    blank = Finding(
        "host/rack.gate", "fit.rack", "frame", ("host/gate",), "Lowered gate and rear rack", "", "unknown", unit="mm", minimum=True
    )
    gate = host.mm(LOWERED_GATE)
    if LOWERED_GATE in host.dims:
        if gate is None:
            yield unknown(replace(blank, sentence=f"Not known until measured: {host.dims[LOWERED_GATE].label.lower()}."), LOWERED_GATE)
        else:
            w = Working()
            w.given("o", rack.off.mm, "mm", "rack off the closed gate")
            w.given("e", longer, "mm", "extension")
            w.given("g", gate, "mm", host.dims[LOWERED_GATE].label.lower())
            have = w.line("c", "o + e - g", "mm")
            use, state = at_least(have, 0.0, WANT)
            text = (
                f"The lowered gate clears the rack by {say.length(have)}."
                if have >= 0
                else f"The lowered gate meets the rack, {say.length(-have)} too far."
            )
            yield replace(
                blank, sentence=text, state=state, use=use, demand=have, limit=0.0, want=WANT, basis=COMMON_PRACTICE, working=w.done()
            )
    yield _hitch(context, longer)


def _hitch(context: Context, longer: float) -> Finding:
    """Its rating falls as the load stands farther behind the pin, by the same moment."""
    rack, say = context.design.host.rack, context.say
    assert rack is not None
    w = Working()
    W = w.given("W", rack.mass.kg * G, "N", "rack with what hangs on it")
    blank = Finding("host/rack.hitch", "rack.hitch", "balance", ("host",), "Hitch under the rear rack", "", "unknown", W, unit="N",
                    basis=f"same moment about the receiver's pin: {COMMON_PRACTICE}", working=w.done())  # fmt: skip
    text = f"{say.mass(rack.mass.kg)} behind the receiver's pin."
    if rack.hitch_rating is None:
        return unknown(
            replace(blank, sentence=f"{text} Vertical rating of the hitch is not known: read it from its plate."), "hitch rating"
        )
    R = w.given("R", rack.hitch_rating.kg * G, "N", "vertical rating, from its plate")
    if longer > 0:
        if rack.pin_to_ball is None:
            return unknown(
                replace(blank, sentence=f"{text} How far from pin to ball the rating is for, is not known: measure it."), "pin to ball"
            )
        a = w.given("a", rack.pin_to_ball.mm, "mm", "pin to ball, as rated")
        R = w.line("R_e", "R * a / (a + e)", "N", "left of it on the extension", a=a, e=longer)
    use, state = at_most(W, R)
    w.line("use", "W / R_e" if longer > 0 else "W / R", "")
    cost = f" The extension leaves {say.force(R)} of {say.force(rack.hitch_rating.kg * G)}." if longer > 0 else ""
    return replace(blank, sentence=f"{say.force(W)} of {say.force(R)}.{cost}", state=state, use=use, limit=R, working=w.done())


CHECKS = (JobCheck(check_rack, "load"),)
