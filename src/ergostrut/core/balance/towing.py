"""A trailer's tongue, and what it does to the vehicle that tows it."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from dataclasses import replace

from ..finding import COMMON_PRACTICE, Finding, Working, at_least
from ..structure.carriers import Tow
from ..structure.context import Context
from .hitch import against, hitch
from .ledger import CarrierLoads, words_of
from .states import LoadingState
from .statics import drawn

LEAST, MOST = 0.10, 0.15
"""Share of a trailer's mass wanted on its coupling (common practice, no published source)."""
STEERS = 5.0
"""The whole over this must stay on the axle that steers (common practice, no published source)."""
SWAYS = "A trailer with too little on its coupling sways at speed, and nothing the driver does stops it for certain. Load it ahead, and weigh it."
LIFTS = "Unhitch it only with its jack and stands down: it tips back when the coupling is let go."


def check_tongue(context: Context, rows: Sequence[CarrierLoads], moving: str) -> Iterator[Finding]:
    """The share of the trailer's mass on its coupling, with what moves in; and out, where that lifts it."""
    for name, loads in zip(("in", "out"), rows, strict=False):
        if not loads.on:
            continue
        down = loads.on["coupling"]
        if name == "out" and down >= 0:
            continue
        say, w = context.say, Working()
        w.given("m", loads.total, "kg", f"all told, {moving} {name}")
        w.given("T", down, "kg", "on the coupling")
        share = w.line("s", "T / m", "")
        w.given("s_min", LEAST, "", "wanted at the least")
        w.given("s_max", MOST, "", "wanted at the most")
        use, state = at_least(share, 0.0, LEAST)
        if share > MOST and state == "holds":
            use, state = 0.95, "tight"
        text = f"{say.mass(down)} of {say.mass(loads.total)} on the coupling, {100 * share:.1f} %; {100 * LEAST:.0f} to {100 * MOST:.0f} % is wanted"
        text += (
            ": it lifts the coupling."
            if share < 0
            else ": too light, it sways."
            if share < LEAST
            else ": heavy on what tows it."
            if share > MOST
            else "."
        )
        yield Finding(
            "balance/tongue" + (".out" if name == "out" else ""), "tongue", "balance", ("host",),
            "Tongue load" if name == "in" else f"Tongue load, {moving} out, standing", text, state, share, 0.0, "", use, True, LEAST,
            position=name, basis=f"statics of the trailer; 10 to 15 %: {COMMON_PRACTICE}", working=w.done(),
            caution=LIFTS if share < 0 else SWAYS if share < LEAST else "",
        )  # fmt: skip


def check_shares(context: Context, states: Sequence[LoadingState]) -> Iterator[Finding]:
    """The share on the coupling in every state it is driven in: where it is lightest, and where heaviest."""
    driven = [one for one in states if one.driven]
    if len(driven) < 2:
        return
    say = context.say

    def share(one: LoadingState) -> float:
        return one.loads.on["coupling"] / one.loads.total

    least, most = min(driven, key=share), max(driven, key=share)
    w = Working()
    w.say(
        "; ".join(f"{one.words}: {one.loads.on['coupling']:.1f} of {one.loads.total:.0f} kg, {100 * share(one):.1f} %" for one in driven)
        + "."
    )
    w.given("s_1", share(least), "", least.words)
    w.given("s_2", share(most), "", most.words)
    use, state = at_least(share(least), 0.0, LEAST)
    if share(most) > MOST and state == "holds":
        use, state = 0.95, "tight"
    yield Finding(
        "balance/tongue.states", "tongue.states", "balance", ("host",), "Tongue load of every state",
        f"{100 * share(least):.1f} % of {say.mass(least.loads.total)}, {least.words}; {100 * share(most):.1f} % of {say.mass(most.loads.total)}, {most.words}.",
        state, share(least), 0.0, "", use, True, LEAST, basis=f"statics of each state; 10 to 15 %: {COMMON_PRACTICE}", working=w.done(),
        caution=SWAYS if share(least) < LEAST else "",
    )  # fmt: skip


def check_tow(context: Context, loads: CarrierLoads, states: Sequence[LoadingState]) -> Iterator[Finding]:
    """The tow vehicle's axles, gross, hitch and combination under what the coupling gives in the state that is worst for each."""
    tow = context.host.tow
    if tow is None:
        yield Finding(
            "balance/tow", "tow", "balance", ("host",), "What tows it", "Not said: its axles and its hitch are not asked. Say what tows it on Measure.",
            "note", basis=COMMON_PRACTICE,
        )  # fmt: skip
        return
    wanted = {
        "its wheelbase": tow.wheelbase, "the ball behind its rear axle": tow.ball, "its front axle's load": tow.front.empty,
        "its rear axle's load": tow.rear.empty,
    }  # fmt: skip
    lacking = tuple(f"{tow.label}: {name}" for name, value in wanted.items() if value is None)
    if not loads.on or lacking:
        missing = loads.missing or lacking
        yield Finding(
            "balance/tow", "tow", "balance", ("host",), f"{tow.label.capitalize()}, axles and hitch", f"Not known without: {', '.join(words_of(context.host, missing))}.",
            "unknown", missing=missing, basis="statics of the vehicle with a load behind its rear axle",
        )  # fmt: skip
        return
    yield from _towing(context, tow, states)


def _towing(context: Context, tow: Tow, states: Sequence[LoadingState]) -> Iterator[Finding]:
    base, ball, front, rear = tow.wheelbase or 1.0, tow.ball or 0.0, tow.front.empty or 0.0, tow.rear.empty or 0.0

    def down_in(one: LoadingState) -> float:
        return one.loads.on["coupling"]

    def said(found: Finding, one: LoadingState) -> Finding:
        return found if len(states) < 2 else replace(found, sentence=f"{found.sentence} {one.words.capitalize()}.")

    heavy, light, whole_trailer = max(states, key=down_in), min(states, key=down_in), max(states, key=lambda one: one.loads.total)
    down = down_in(heavy)
    ahead, behind = drawn(down, ball, base)

    def begin(one: LoadingState = heavy) -> Working:
        w = Working()
        w.given("T", down_in(one), "kg", f"on the coupling, {one.words}")
        w.given("b", base, "mm", "wheelbase")
        w.given("a", ball, "mm", "ball behind the rear axle")
        w.line("r", "T * (b + a) / b", "kg", "of it on the rear axle")
        return w

    w = begin()
    w.given("m_r", rear, "kg", "rear axle without the trailer")
    yield said(against(context, tow, "tow.rear", "rear axle", w, w.line("m", "m_r + r", "kg"), tow.rear.rating), heavy)
    w = begin(light)
    w.given("m_f", front, "kg", "front axle without the trailer")
    yield said(against(context, tow, "tow.front", "front axle", w, w.line("m", "m_f + T - r", "kg"), tow.front.rating), light)
    w = begin()
    w.given("m_f", front, "kg", "front axle without the trailer")
    w.given("m_r", rear, "kg", "rear axle without the trailer")
    whole = w.line("m", "m_f + m_r + T", "kg")
    want = w.line("wish", "m / k", "kg", "a fifth, below which it steers and brakes badly", k=STEERS)
    left = w.line("left", "m_f + T - r", "kg")
    use, state = at_least(left, 0.0, want)
    say = context.say
    found = Finding(
        "balance/tow.light", "tow.light", "balance", ("host",), f"{tow.label.capitalize()}, what is left on its front axle",
        f"The trailer takes {say.mass(-ahead)} off it, {say.mass(left)} of {say.mass(whole)} stay; {say.mass(behind)} come on the rear one.",
        state, left, 0.0, "kg", use, True, want, basis=f"statics; a fifth on the front axle: {COMMON_PRACTICE}", working=w.done(),
    )  # fmt: skip
    yield said(found, heavy)
    w = Working()
    w.given("m_f", front, "kg", "front axle without the trailer")
    w.given("m_r", rear, "kg", "rear axle without the trailer")
    w.given("T", down, "kg", f"on the coupling, {heavy.words}")
    yield said(against(context, tow, "tow.gross", "gross", w, w.line("m", "m_f + m_r + T", "kg"), tow.gross), heavy)
    vertically, tows = hitch(context, tow, down, whole_trailer.loads.total)
    yield said(vertically, heavy)
    yield said(tows, whole_trailer)
    w = Working()
    w.given("m_v", front + rear, "kg", "vehicle")
    w.given("m_t", whole_trailer.loads.total, "kg", f"trailer, {whole_trailer.words}")
    yield said(
        against(context, tow, "tow.combination", "with the trailer, together", w, w.line("m", "m_v + m_t", "kg"), tow.combination),
        whole_trailer,
    )
