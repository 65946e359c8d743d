"""A catch's pin: how far it is engaged against what play and flex take of that, and a diameter more. mm."""

from __future__ import annotations

from dataclasses import dataclass, replace

from ...finding import COMMON_PRACTICE, Finding, Working, at_least, unknown
from ...wording import Say


@dataclass(frozen=True, slots=True)
class CatchPin:
    """``d`` thick, engaged by ``engaged``, with ``play`` and ``flex`` against it; None until measured."""

    d: float
    engaged: float | None
    play: float | None
    flex: float | None


def engaged(pin: CatchPin, blank: Finding, say: Say) -> Finding:
    """The engagement as a finding; unknown until all three are measured."""
    if pin.engaged is None or pin.play is None or pin.flex is None:
        named = {"engagement": pin.engaged, "play": pin.play, "flex": pin.flex}
        lacking = [name for name, value in named.items() if value is None]
        text = f"How far its pin is engaged against play and flex is not known: measure {', '.join(lacking)} with the load on it."
        return unknown(replace(blank, sentence=text), *lacking)
    w = Working()
    have = w.given("e", pin.engaged, "mm", "engaged")
    need = w.line("e_min", "p + f", "mm", "play and flex: less lets go", p=pin.play, f=pin.flex)
    want = w.line("e_want", "e_min + d", "mm", f"a diameter more: {COMMON_PRACTICE}", d=pin.d)
    use, state = at_least(have, need, want)
    text = f"The pin is engaged by {say.length(have)}; play and flex take {say.length(need)} of it, {say.length(want)} is wanted."
    if have < want:
        use, state = max(use, 1.01), "over"
        text = f"{text} {'It lets go.' if have <= need else 'Too little is left: a diameter must be.'}"
    return replace(blank, sentence=text, state=state, use=use, demand=have, limit=want, minimum=True, want=want, working=w.done())
