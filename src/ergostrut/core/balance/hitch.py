"""The coupling and the hitch that it hangs on: the class that a trailer's gross asks for, and what an extension leaves of the hitch's rating."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import replace

from ..finding import COMMON_PRACTICE, Finding, Working, at_most, unknown
from ..structure.carriers import Tow
from ..structure.context import Context
from .ledger import CarrierLoads

CLASSES = ((1, 2_000.0), (2, 3_500.0), (3, 5_000.0), (4, 10_000.0))
"""SAE J684: classes of couplings, and the pounds of gross trailer weight up to which each goes (from memory)."""
POUND = 0.45359237


def check_class(context: Context, loads: CarrierLoads) -> Iterator[Finding]:
    """The class of coupling, ball and chains that a trailer's gross weight asks for."""
    if not loads.on:
        return
    say, w = context.say, Working()
    gross = w.given("m", loads.total, "kg", "all told")
    pounds = w.line("P", "m / k", "lb", k=POUND)
    name = next((name for name, most in CLASSES if pounds <= most), None)
    if name is None:
        text = f"{say.mass(gross)} is beyond SAE J684, class 4 (10 000 lb): its coupling is chosen by its maker's rating alone."
    else:
        most = dict(CLASSES)[name]
        w.given("P_c", most, "lb", f"SAE J684, class {name}")
        text = f"Coupling, ball and hitch of SAE J684 class {name} at the least, up to {say.mass(most * POUND)}; two crossed chains, each of which breaks at no less than {say.mass(gross)}."
    yield Finding(
        "balance/coupling.class", "coupling.class", "balance", ("host",), "Class of its coupling", text, "note", basis="SAE J684, from memory",
        working=w.done(), caution="The lowest rating of coupling, ball, hitch and tow vehicle is that of the whole.",
    )  # fmt: skip


def hitch(context: Context, tow: Tow, down: float, total: float) -> tuple[Finding, Finding]:
    """``down`` kg on the ball against what the hitch bears there; ``total`` kg of trailer against its class, or what it tows behind its
    extension."""
    return _vertically(context, tow, down), _towed(context, tow, total)


def _towed(context: Context, tow: Tow, total: float) -> Finding:
    say, w, it = context.say, Working(), tow.hitch
    gross = w.given("m", total, "kg", "the trailer, all told")
    title = f"{tow.label.capitalize()}, hitch, what it tows"
    found = Finding(
        "balance/tow.class", "tow.class", "balance", ("host",), title, "", "unknown", gross, None, "kg",
        basis="SAE J684, from memory; behind an extension as the hitch's maker says",
    )  # fmt: skip
    most = dict(CLASSES).get(int(it.grade)) if it.grade.isdigit() else None
    if most is None:
        text = f"{say.mass(gross)}; the class of its hitch is not known: read it from the hitch's plate."
        return unknown(replace(found, sentence=text, working=w.done()), f"{tow.label}, class of its hitch")
    w.given("P", most, "lb", f"SAE J684, class {it.grade}")
    limit = w.line("m_c", "P * k", "kg", k=POUND)
    if it.extension:
        if it.extended_towed is None:
            text = f"{say.mass(gross)}; what it tows behind its extension is not known: ask the hitch's maker."
            return unknown(replace(found, sentence=text, working=w.done()), f"{tow.label}, what it tows behind the extension")
        w.given("m_x", it.extended_towed, "kg", "behind the extension, as its maker says")
        limit = w.line("m_max", "min(m_c, m_x)", "kg")
    use, state = at_most(gross, limit)
    behind = f", {say.length(it.extension)} of extension behind it" if it.extension else ""
    return replace(
        found,
        sentence=f"{say.mass(gross)} of {say.mass(limit)}: class {it.grade}{behind}.",
        state=state,
        limit=limit,
        use=use,
        working=w.done(),
    )


def _vertically(context: Context, tow: Tow, down: float) -> Finding:
    """Its rating falls as the ball stands farther behind the pin, by the same moment; what its maker says of the extension counts where less."""
    w, say, it = Working(), context.say, tow.hitch
    w.given("T", down, "kg", "on the coupling")
    if not it.extension:
        return against(context, tow, "tow.hitch", "hitch, vertically", w, down, it.rating)
    w.given("e", it.extension, "mm", "extension")
    left, bare = None, ""
    if it.rating is not None:
        w.given("R", it.rating, "kg", "vertical rating without it, from its plate")
        bare = f" of {say.mass(it.rating)}"
    if it.rating is not None and it.pin is not None:
        w.given("a", it.pin, "mm", "pin to ball, as rated")
        left = w.line("R_e", "R * a / (a + e)", "kg", "left of it on the extension, by the same moment about the pin")
    if it.extended is not None:
        w.given("R_x", it.extended, "kg", "on the extension, as its maker says")
        left = it.extended if left is None else w.line("R_max", "min(R_e, R_x)", "kg")
    found = against(context, tow, "tow.hitch", "hitch, vertically", w, down, left)
    basis = f"what its maker says; same moment about the receiver's pin: {COMMON_PRACTICE}"
    if left is None:
        text = f"{say.mass(down)}; what it bears behind its extension of {say.length(it.extension)} is not known: read it, or measure pin to ball."
        return replace(found, sentence=text, missing=(f"{tow.label}, hitch behind its extension",), basis=basis)
    return replace(found, sentence=f"{found.sentence} The extension leaves {say.mass(left)}{bare}.", basis=basis)


def against(context: Context, tow: Tow, ident: str, what: str, w: Working, load: float, rating: float | None) -> Finding:
    """A load (kg) on what tows against its rating; unknown where that was not read."""
    say, provisional = context.say, tow.provisional or context.host.weights.source == "typical"
    tail, hangs = (" Provisional: typical weights.", ("weights",)) if provisional else ("", ())
    title = f"{tow.label.capitalize()}, {what}"
    if rating is None:
        return Finding(
            f"balance/{ident}", ident, "balance", ("host",), title, f"{say.mass(load)}; its rating is not known: read it from the plate.{tail}",
            "unknown", load, None, "kg", missing=(f"{tow.label}, {what}: rating",), basis="rating from the plate", working=w.done(), hangs_on=hangs,
        )  # fmt: skip
    use, state = at_most(load, rating)
    return Finding(
        f"balance/{ident}", ident, "balance", ("host",), title, f"{say.mass(load)} of {say.mass(rating)}.{tail}", state, load, rating, "kg", use,
        basis="statics of the vehicle with a load behind its rear axle; rating from the plate", working=w.done(), hangs_on=hangs,
        caution="Weigh vehicle and trailer, hitched and loaded, before a long road." if state in ("tight", "over") else "",
    )  # fmt: skip
