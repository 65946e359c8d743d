"""Loads on axles and coupling, gross and payload against the ratings on the plate."""

from __future__ import annotations

from collections.abc import Iterator, Mapping
from dataclasses import replace

from ..finding import COMMON_PRACTICE, Finding, State, Working, at_least, at_most
from ..structure.carriers import Carrier
from ..structure.check import JobCheck
from ..structure.context import Context, out
from .band import check_band
from .camper import check_camper
from .corrected import ledger
from .hitch import check_class
from .ledger import CarrierLoads, LedgerRow, loads_of, words_of
from .more import check_more
from .standing import check_trailer
from .states import LIGHT, check_states, states_of
from .tipping import check_tipping
from .towing import check_shares, check_tongue, check_tow
from .weighed import check_weighing

Row = tuple[str, tuple[LedgerRow, ...], CarrierLoads]
"""Whether what moves is in or out, every mass, and what that puts on the carriers."""


def check_balance(context: Context) -> Iterator[Finding]:
    """Every carrier with what moves at home and where it loads it most, the gross, what payload is left, and what tows it."""

    def row(name: str, travels: Mapping[str, float]) -> Row:
        entries, missing = ledger(context, travels)
        return name, entries, loads_of(context, entries, missing)

    rear, front = out(context), out(context, -1)
    home = row("in", {})
    rows = [home, row("out", rear)] if rear else [home]
    ahead = [home, row("out", front)] if front else rows
    first, *others = context.host.carriers
    yield from _carrier(context, ahead, first)
    for carrier in others:
        yield from _carrier(context, rows, carrier)
    yield _gross(context, home[1], home[2])
    if first.kind == "coupling":
        states = states_of(context)
        yield from check_tongue(context, [each[2] for each in rows], _moving(context))
        yield from check_shares(context, states)
        yield from check_class(context, home[2])
        yield from check_tow(context, home[2], states)
        yield from check_trailer(context, home[1])
    else:
        yield from _light(context, home[2], rows[-1][2])
    yield from _side_to_side(context, home[2])
    yield from check_camper(context, home[1])
    yield from check_tipping(context, home[1], home[2])
    yield from check_weighing(context)
    yield from check_states(context)
    yield from check_band(context, home[1])
    yield from check_more(context)


def _caution(context: Context) -> str:
    return f"Weigh the loaded {context.host.called} before a long road; tyres may carry less than the axle."


def _moving(context: Context) -> str:
    """What people call all that moves: its own name where it is one thing."""
    nouns = {motion.noun for build in context.builds for motion in build.motions}
    return nouns.pop() if len(nouns) == 1 else "everything"


def _carrier(context: Context, rows: list[Row], carrier: Carrier) -> Iterator[Finding]:
    rating, say, host = carrier.rating, context.say, context.host
    name, what = carrier.label.lower(), "coupling" if carrier.kind == "coupling" else f"axle.{carrier.id}"
    everybody = ", everybody aboard" if host.engine else ""
    for where, entries, loads in rows:
        load, before = loads.on.get(carrier.id), rows[0][2].on.get(carrier.id)
        if where == "out" and before is not None and load is not None and load <= before:
            continue
        blank = Finding(
            f"balance/{carrier.id}" + (".out" if where == "out" else ""), what, "balance", ("host",),
            f"{carrier.label}, {_moving(context)} {where}" if len(rows) > 1 else carrier.label,
            "", "unknown", load, rating, "kg", position=where,
            basis=f"statics of the {host.called} on {_carried_by(context)}; rating from the plate", caution=_caution(context),
        )  # fmt: skip
        if load is None:
            yield _as(blank, f"Not known without: {_words(context, loads.missing)}.", loads.missing)
            continue
        w = _worked(context, entries, loads, carrier, f"{_moving(context)} {where}{everybody}")
        tail = " Provisional: typical empty weights." if loads.provisional else ""
        hangs = ("weights",) if loads.provisional else ()
        if rating is None:
            read = (
                "read it from the coupling"
                if carrier.kind == "coupling"
                else "read it from the plate" + (" in the door frame" if host.engine else "")
            )
            yield _as(blank, f"{say.mass(load)} on it; its rating is not known: {read}.{tail}", (f"{name} rating",), w, hangs)
            continue
        use, state = at_most(load, rating)
        yield _as(blank, f"{say.mass(load)} of {say.mass(rating)}{everybody}.{tail}", (), w, hangs, use, state)


def _carried_by(context: Context) -> str:
    kinds = [carrier.kind for carrier in context.host.carriers]
    axles = kinds.count("axle")
    return "two axles" if "coupling" not in kinds else f"coupling and {'two axles' if axles > 1 else 'axle'}"


def _worked(context: Context, entries: tuple[LedgerRow, ...], loads: CarrierLoads, carrier: Carrier, where: str) -> Working:
    """How a carrier's load comes about, from the first carrier's place."""
    w, (first, *rest) = Working(), context.host.carriers
    x0 = w.given("x_1", first.x or 0.0, "mm", first.label.lower())
    w.given("m", loads.total, "kg", f"{len(entries)} masses, {where}")
    w.given("S", sum(entry.kg * (entry.x or 0.0) for entry in entries), "kg mm", "sum of m x")
    names = [f"m_{one.id}" for one in rest]
    arms = {f"a_{one.id}": (one.x or 0.0) - x0 for one in rest}
    for one, (symbol, arm) in zip(rest, arms.items(), strict=True):
        w.given(symbol, arm, "mm", f"{one.label.lower()} behind it")
    if len(rest) == 1:
        w.line(names[0], f"(S - m * x_1) / a_{rest[0].id}", "kg")
    else:
        even = rest[0].springs == "equaliser"
        share = " + ".join(arms) if even else " + ".join(f"{arm}**2" for arm in arms)
        for one, name in zip(rest, names, strict=True):
            top = "(S - m * x_1)" if even else f"(S - m * x_1) * a_{one.id}"
            w.line(
                name,
                f"{top} / ({share})",
                "kg",
                "an equaliser shares evenly" if even else "springs alike, level at the coupling: by the distance from it",
            )
    w.say(_ledger(entries))
    if carrier is first:
        w.line(f"m_{first.id}", " - ".join(["m", *names]), "kg")
    heavy = max((entry for entry in entries if entry.group in ("load", "build", "crew")), key=lambda entry: entry.kg, default=None)
    if heavy and heavy.x is not None and len(rest) == 1:
        share_ = (heavy.x - x0) / next(iter(arms.values()))
        w.say(f"{heavy.name}, {heavy.kg:.1f} kg: {100 * share_:.0f} % of it on the {rest[0].label.lower()}.")
    if loads.provisional:
        w.say("Empty weights are typical figures: provisional until a weighbridge ticket.")
    return w


def _ledger(entries: tuple[LedgerRow, ...]) -> str:
    """Every mass with its place, heaviest first."""
    rows = sorted(entries, key=lambda entry: -abs(entry.kg))
    return "Of them: " + "; ".join(f"{e.name} {e.kg:.1f} kg" + (f" at {e.x:.0f} mm" if e.x is not None else "") for e in rows) + "."


def _gross(context: Context, entries: tuple[LedgerRow, ...], axles: CarrierLoads) -> Finding:
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
        caution=_caution(context),
    )
    lacking = tuple(name for name in axles.missing if name not in {role for one in context.host.carriers for role in one.at})
    if lacking:
        return _as(blank, f"Not known without: {_words(context, lacking)}.", lacking)
    w = Working()
    empty = w.given(
        "m_0",
        sum(e.kg for e in entries if e.group in ("vehicle", "fuel")),
        "kg",
        "empty vehicle, full of fuel" if context.host.engine else "empty trailer",
    )
    w.given(
        "m_c", sum(e.kg for e in entries if e.group == "crew"), "kg", "crew" if context.host.engine else "crew: nobody rides in a trailer"
    )
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


def _light(context: Context, home: CarrierLoads, out: CarrierLoads) -> Iterator[Finding]:
    """What stays on the axle that steers."""
    if not home.on or not out.on:
        return
    before, after = home.on["front"], out.on["front"]
    say = context.say
    title, moved = f"Front axle with {_moving(context)} out", out is not home
    text = f"{_moving(context).capitalize()} out takes {say.mass(before - after)} off the front axle, {say.mass(after)} stay on it."
    if not moved:
        title, text = "Front axle, what is left on it", f"{say.mass(after)} of {say.mass(out.total)} are on the front axle."
    light = Working()
    light.given("m", out.total, "kg", "all told")
    left = light.given("m_front", after, "kg", "on the front axle" + (f", {_moving(context)} out" if moved else ""))
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


def _side_to_side(context: Context, home: CarrierLoads) -> Iterator[Finding]:
    track = context.host.mm("track")
    if track and home.on:
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
    return ", ".join(words_of(context.host, names))


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


CHECKS = (JobCheck(check_balance, "load"),)
