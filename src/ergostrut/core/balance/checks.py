"""Axle loads, gross and payload against the ratings on the plate."""

from __future__ import annotations

from collections.abc import Iterator, Mapping
from dataclasses import replace

from ..finding import COMMON_PRACTICE, Finding, State, Working, at_least, at_most
from ..structure.context import Context, out
from .ledger import Axles, LedgerRow, axle_loads, ledger

LIGHT = 5.0
"""The whole over this must stay on the front axle."""
CAUTION = "Weigh the loaded truck before a long road; tyres may carry less than the axle."


def check_balance(context: Context) -> Iterator[Finding]:
    """Both axles with what moves at home and where it loads them most, the gross, and what payload is left."""

    def row(name: str, travels: Mapping[str, float]) -> tuple[str, tuple[LedgerRow, ...], Axles]:
        entries, missing = ledger(context, travels)
        return name, entries, axle_loads(context, entries, missing)

    rear, front = out(context), out(context, -1)
    rows = [row("in", {}), row("out", rear)] if rear else [row("in", {})]
    yield from _axle(context, [rows[0], row("out", front)] if front else rows, "front")
    yield from _axle(context, rows, "rear")
    yield _gross(context, rows[0][1], rows[0][2])
    yield from _lean(context, rows[0][2], rows[-1][2])


def _moving(context: Context) -> str:
    """What people call all that moves: its own name where it is one thing."""
    nouns = {motion.noun for build in context.builds for motion in build.motions}
    return nouns.pop() if len(nouns) == 1 else "everything"


def _axle(context: Context, rows: list[tuple[str, tuple[LedgerRow, ...], Axles]], which: str) -> Iterator[Finding]:
    ratings = context.host.weights
    rating = ratings.front_rating if which == "front" else ratings.rear_rating
    say = context.say
    for name, entries, axles in rows:
        load = axles.front if which == "front" else axles.rear
        if name == "out" and rows[0][2].rear is not None and axles.rear is not None and load is not None:
            before = rows[0][2].front if which == "front" else rows[0][2].rear
            if before is not None and load <= before:
                continue
        ident = f"balance/{which}" + (".out" if name == "out" else "")
        title = f"{which.capitalize()} axle, {_moving(context)} {name}" if len(rows) > 1 else f"{which.capitalize()} axle"
        blank = Finding(
            ident,
            f"axle.{which}",
            "balance",
            ("host",),
            title,
            "",
            "unknown",
            load,
            rating.kg if rating else None,
            "kg",
            position=name,
            basis="statics of the truck on two axles; rating from the plate",
            caution=CAUTION,
        )
        if load is None:
            yield _as(blank, f"Not known without: {_words(context, axles.missing)}.", axles.missing)
            continue
        w = Working()
        base = w.given("b", context.host.mm("wheelbase") or 1.0, "mm", "wheelbase")
        front_x = w.given("x_fa", context.host.front_axle_x or 0.0, "mm", "front axle")
        w.given("m", axles.total, "kg", f"{len(entries)} masses, {_moving(context)} {name}, everybody aboard")
        w.given("S", sum(entry.kg * (entry.x or 0.0) for entry in entries), "kg mm", "sum of m x")
        w.line("m_rear", "(S - m * x_fa) / b", "kg")
        w.say(_ledger(entries))
        if which == "front":
            w.line("m_front", "m - m_rear", "kg")
        heavy = max((entry for entry in entries if entry.group in ("load", "build", "crew")), key=lambda entry: entry.kg, default=None)
        if heavy and heavy.x is not None:
            share = (heavy.x - front_x) / base
            w.say(f"{heavy.name}, {heavy.kg:.1f} kg: {100 * share:.0f} % of it on the rear axle.")
        if axles.provisional:
            w.say("Empty weights are typical figures: provisional until a weighbridge ticket.")
        tail = " Provisional: typical empty weights." if axles.provisional else ""
        hangs = ("weights",) if axles.provisional else ()
        if rating is None:
            yield _as(
                blank,
                f"{say.mass(load)} on it; its rating is not known: read it from the plate in the door frame.{tail}",
                (f"{which} axle rating",),
                w,
                hangs,
            )
            continue
        use, state = at_most(load, rating.kg)
        yield _as(blank, f"{say.mass(load)} of {say.mass(rating.kg)}, everybody aboard.{tail}", (), w, hangs, use, state)


def _ledger(entries: tuple[LedgerRow, ...]) -> str:
    """Every mass with its place, heaviest first."""
    rows = sorted(entries, key=lambda entry: -abs(entry.kg))
    return "Of them: " + "; ".join(f"{e.name} {e.kg:.1f} kg" + (f" at {e.x:.0f} mm" if e.x is not None else "") for e in rows) + "."


def _gross(context: Context, entries: tuple[LedgerRow, ...], axles: Axles) -> Finding:
    rating = context.host.weights.gross_rating
    say = context.say
    blank = Finding(
        "balance/gross",
        "gross",
        "balance",
        ("host",),
        "Gross weight",
        "",
        "unknown",
        None,
        rating.kg if rating else None,
        "kg",
        position="in",
        basis="sum of all masses; gross rating from the plate",
        caution=CAUTION,
    )
    lacking = tuple(name for name in axles.missing if name not in ("wheelbase", "axle_from_front"))
    if lacking:
        return _as(blank, f"Not known without: {_words(context, lacking)}.", lacking)
    w = Working()
    empty = w.given("m_0", sum(e.kg for e in entries if e.group in ("vehicle", "fuel")), "kg", "empty vehicle, full of fuel")
    w.given("m_c", sum(e.kg for e in entries if e.group == "crew"), "kg", "crew")
    w.given("m_b", sum(e.kg for e in entries if e.group == "build"), "kg", "builds")
    w.given("m_l", sum(e.kg for e in entries if e.group == "load"), "kg", "carried")
    total = w.line("m", "m_0 + m_c + m_b + m_l", "kg")
    blank = replace(blank, demand=total)
    hangs = ("weights",) if axles.provisional else ()
    tail = " Provisional: typical empty weights." if axles.provisional else ""
    if rating is None:
        return _as(
            blank, f"{say.mass(total)} all told; the gross rating is not known: read it from the plate.{tail}", ("gross rating",), w, hangs
        )
    w.given("m_max", rating.kg, "kg", "gross rating")
    left = w.line("left", "m_max - m", "kg", "payload left")
    use, state = at_most(total, rating.kg)
    words = f"{say.mass(left)} of payload left" if left >= 0 else f"{say.mass(-left)} too much"
    return _as(
        blank, f"{say.mass(total)} of {say.mass(rating.kg)}, {words} of {say.mass(rating.kg - empty)}.{tail}", (), w, hangs, use, state
    )


def _lean(context: Context, home: Axles, out: Axles) -> Iterator[Finding]:
    if home.rear is None or home.front is None or out.front is None:
        return
    say, track = context.say, context.host.mm("track")
    title, moved = f"Front axle with {_moving(context)} out", out is not home
    text = f"{_moving(context).capitalize()} out takes {say.mass(home.front - out.front)} off the front axle, {say.mass(out.front)} stay on it."
    if not moved:
        title, text = "Front axle, what is left on it", f"{say.mass(out.front)} of {say.mass(out.total)} are on the front axle."
    light = Working()
    light.given("m", out.total, "kg", "all told")
    left = light.given("m_front", out.front, "kg", "on the front axle" + (f", {_moving(context)} out" if moved else ""))
    want = light.line("wish", "m / k", "kg", "a fifth, below which it steers and brakes badly, or tips", k=LIGHT)
    use, state = at_least(left, 0.0, want)
    if left < want:
        text += " Less than a fifth of the whole." if left >= 0 else " It tips back on its rear axle."
    yield Finding(
        "balance/front.light",
        "front.light",
        "balance",
        ("host",),
        title,
        text,
        state,
        left,
        0.0,
        "kg",
        use,
        True,
        want,
        position="out" if moved else "in",
        basis=f"statics of the truck on two axles; a fifth on the front axle: {COMMON_PRACTICE}",
        working=light.done(),
        caution="Stand clear behind it: a vehicle that tips back comes up in front without warning." if left < 0 else "",
    )
    if track:
        w = Working()
        w.given("y", home.y, "mm", "centre of all masses, right of the centre line")
        w.given("T", track, "mm", "track")
        right = w.line("right", "100 * (0.5 + y / T)", "%", "of the total on the right wheels")
        side = "right" if right >= 50 else "left"
        yield Finding(
            "balance/lean",
            "lean",
            "balance",
            ("host",),
            "Side to side",
            f"{max(right, 100 - right):.1f} % on the {side} wheels.",
            "note",
            right,
            None,
            "%",
            position="in",
            basis="statics across the track; the empty vehicle taken as even",
            working=w.done(),
        )


def _words(context: Context, names: tuple[str, ...]) -> str:
    return ", ".join(context.host.dims[name].label.lower() if name in context.host.dims else name for name in names)


def _as(
    finding: Finding,
    sentence: str,
    missing: tuple[str, ...],
    w: Working | None = None,
    hangs: tuple[str, ...] = (),
    use: float | None = None,
    state: State = "unknown",
) -> Finding:
    return replace(finding, sentence=sentence, missing=missing, working=w.done() if w else (), hangs_on=hangs, use=use, state=state)
