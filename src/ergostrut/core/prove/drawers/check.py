"""Drawers and bins: their slides drawn out, their floors, what keeps them in on the road, and whether the unit tips with them out."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from dataclasses import replace

from ...cases import BUMP, CRASH_BASIS, CRASH_CAUTION, PITCH, ROAD_BASIS, ROLL, SLOPE_BASIS, crash_cases, road_cases
from ...catalog.model import Sheet
from ...constants import G
from ...finding import COMMON_PRACTICE, Finding, State, Working, at_least, at_most, unknown
from ...structure.assembly import Assembly, centroid
from ...structure.check import BuildCheck
from ...structure.context import Context
from ...structure.nouns.catch_pin import engaged
from ...structure.nouns.panel import Panel
from ...structure.nouns.stow import BUTTON_SAYS, BUTTON_USE, LEFT_OPEN
from ..deck.field import WET
from .pulled import Loaded, loaded
from .walls import check_walls_of_drawers

FLIES = "A drawer that flies open in a corner breaks its slides and strikes whoever stands there. Look at the latch before every drive."
SHUTS = "A loaded drawer that runs in by itself takes fingers with it: keep it by more than a hand."
TIPS = "With several loaded drawers out the whole unit comes over on whoever pulls them: tie it down first."
STEADY = 1.5
"""Wanted of what keeps it from tipping against what tips it (common practice, no published source)."""


def check_runners(context: Context, build: Assembly) -> Iterator[Finding]:
    """Everything that is asked of drawers; nothing of a build without."""
    if not build.runners:
        return
    drawers = loaded(context.plan, build)
    yield _width(context, build, drawers)
    yield _slides(context, build, drawers)
    yield from _floors(context, build, drawers)
    yield from check_walls_of_drawers(context, build, drawers)
    yield from _kept(context, build, drawers)
    yield from _kept_in_crash(context, build, drawers)
    yield _stays(context, build, drawers)
    yield _hops(context, build, drawers)
    yield _tips(context, build, drawers)


def _blank(build: Assembly, check: str, parts: tuple[str, ...], title: str, unit: str = "N", caution: str = "") -> Finding:
    return Finding(f"{build.id}/{check}", check, "prove", parts, title, "", "unknown", unit=unit, caution=caution)


def _width(context: Context, build: Assembly, drawers: Sequence[Loaded]) -> Finding:
    """The narrowest room beside a drawer: what its slides take."""
    r = min((one.runner for one in drawers), key=lambda r: (r.opening - r.width) / 2 - r.beside)
    w = Working()
    w.given("O", r.opening, "mm", f"opening of {r.label}")
    w.given("s", r.beside, "mm", f"a slide takes each side, {r.kind}: {COMMON_PRACTICE}")
    wide = w.line("b", "O - 2 * s", "mm", "the drawer")
    text = f"{r.label} is {context.say.length(wide)} wide in an opening of {context.say.length(r.opening)}."
    return replace(
        _blank(build, "drawer.width", (r.body,), "Drawer in its opening", "mm"), sentence=text, state="note", demand=wide, working=w.done()
    )


def _slides(context: Context, build: Assembly, drawers: Sequence[Loaded]) -> Finding:
    """The heaviest drawer on its pair of slides: fully out as it stands, and shut in the job's hardest bump."""
    say = context.say
    one = max(drawers, key=lambda one: (one.runner.rating is None, one.kg / (one.runner.rating or 1.0)))
    w = Working()
    w.given("m", one.kg, "kg", f"{one.runner.label} with what is in it")
    bump, case = _bump(context)
    W = w.line(
        "W", "n * m * 9.80665", "N", f"on its slides, shut, {case.lower()}; {say.length(one.reach)} out it is its weight alone", n=bump
    )
    found = replace(_blank(build, "drawer.slides", (one.runner.id, one.runner.body), "Slides of a drawer"), demand=W, case=case)
    if one.runner.kind == "bin":
        text = f"{one.runner.label} is a bin of {say.mass(one.kg)}: it is lifted out, and runs on nothing."
        return replace(found, sentence=text, state="note", working=w.done())
    text = f"{say.force(W)} on the slides of {one.runner.label}, {case.lower()}: {say.mass(one.kg)} with what is in it."
    if one.runner.rating is None:
        return unknown(replace(found, sentence=f"{text} What a pair is sold for is not known: give it.", working=w.done()), "slide rating")
    use = w.line("use", "W / R", "", "rating of the pair fully out, as sold: shut it holds no less", R=one.runner.rating)
    return replace(
        found,
        sentence=text,
        limit=one.runner.rating,
        use=use,
        state=at_most(use, 1.0)[1],
        basis=f"rating as given; bump by road class: {COMMON_PRACTICE}",
        working=w.done(),
    )


def _bump(context: Context) -> tuple[float, str]:
    """g that presses hardest in a bump of this job, and its name; standing still where it leaves bumps out."""
    loads = context.design.loads
    own = loads.cases.get("Bump")
    bump = 1.0 if "Bump" in loads.off else max(1.0, -own.z) if own else BUMP[loads.road]
    return bump, "Bump" if bump > 1.0 else "Parked"


def _floors(context: Context, build: Assembly, drawers: Sequence[Loaded]) -> Iterator[Finding]:
    """The hardest worked floor: a strip from side to side under each thing where it stands, and under all of them spread out."""
    best: tuple[float, Finding] | None = None
    for one in drawers:
        panel = build.panel(one.runner.bottom)
        if not isinstance(panel.sheet, Sheet):
            continue
        held = context.plan.on(one.runner.body)
        whole = sum(item.mass for item in held)
        rows = [(item.thing.name, item.mass, item.size[:2]) for item in held]
        if len(held) > 1:
            rows.append((f"all in {one.runner.label}, spread out", whole, (one.runner.depth, one.runner.width)))
        for row in rows:
            found = _floor_under(context, build, one, panel, panel.sheet, *row)
            if best is None or (found.use or 0.0) > best[0]:
                best = found.use or 0.0, found
    if best is not None:
        yield best[1]


def _floor_under(
    context: Context, build: Assembly, one: Loaded, panel: Panel, sheet: Sheet, name: str, kg: float, size: tuple[float, float]
) -> Finding:
    """A thing on a floor, its face grain the weaker way: spread as far as a strip carries it (Westergaard 1930), held on its sides alone."""
    axis, (bump, case) = one.runner.axis, _bump(context)
    span, deep = one.runner.width, one.runner.depth
    w = Working()
    w.given("m", kg, "kg", name)
    P = w.line("P", "n * m * 9.80665", "N", case, n=bump)
    L = w.given("L", span, "mm", "from side to side, hinged")
    c = w.given("c", min(size[1 - axis], span), "mm", "its size that way")
    weak, strong = sorted(sheet.E)
    b = w.line(
        "b", "min(0.58 * L * (E_2 / E_1)**0.25 + d, D)", "mm", "width that carries, Westergaard 1930; the weaker way of the grain",
        E_2=weak, E_1=strong, d=min(size[axis], deep), D=deep,
    )  # fmt: skip
    M = w.line("M", "P * (L / 4 - c / 8) / b", "N mm/mm", "mid span", P=P, L=L, c=c, b=b)
    t = w.given("t", sheet.t, "mm", "mean thickness")
    stress = w.line("sigma", "6 * M / t**2", "MPa", M=M, t=t)
    wet = WET if context.design.loads.wet else 1.0
    words = "short-term factor on the characteristic strength" + (", wetted x 0.8" if wet < 1 else "")
    limit = w.line("sigma_allow", "k * f_m", "MPa", words, k=sheet.material.short * wet, f_m=min(sheet.f))
    use, state = at_most(stress, limit)
    text = f"{context.say.stress(stress)} of {context.say.stress(limit)} in the floor of {one.runner.label}, {sheet.label}, under {name}."
    return replace(
        _blank(build, "drawer.floor", (panel.id,), "Floor of a drawer", "MPa"),
        sentence=text, state=state, demand=stress, limit=limit, use=use, case=case, working=w.done(),
        basis="plywood after the Handbook of Finnish Plywood, factors after EC5; weaker way of the grain; strip after Westergaard 1930",
    )  # fmt: skip


def _outward(context: Context, one: Loaded) -> tuple[float, str]:
    """The g that pulls a drawer open hardest in any road case, and its name."""
    rows = [(case.g[one.runner.axis] * one.outward, case.name) for case in road_cases(context.design.loads)]
    return max(rows, default=(0.0, ""))


def _kept(context: Context, build: Assembly, drawers: Sequence[Loaded]) -> Iterator[Finding]:
    """What keeps drawers in: by weight, by a rating, by a pin."""
    keeper, say = build.keeper, context.say
    if keeper is None:
        return
    each = keeper.kind in ("self-closing", "turn button", "none")
    rows = [(one, *_outward(context, one)) for one in drawers]
    one, g, case = max(rows, key=lambda row: row[1] * row[0].kg)
    kg = one.kg if each else sum(row[0].kg for row in rows)
    w = Working()
    w.given("m", kg, "kg", f"{one.runner.label} with what is in it" if each else "all drawers with what is in them")
    w.given("a", g, "g", f"pulls it open, {case}; no friction counted")
    need = w.line("F", "m * 9.80665 * a", "N")
    what = one.runner.label if each else "all drawers"
    found = replace(_blank(build, "drawer.latch", (keeper.id, one.runner.body), "Drawers stay in on the road", caution=FLIES), demand=need, case=case, basis=ROAD_BASIS)  # fmt: skip
    if keeper.kind == "none":
        text = f"Nothing keeps {what} in: {say.force(need)} opens it, {case.lower()}."
        yield replace(found, sentence=text, state="over", use=2.0, working=w.done())
        return
    if keeper.kind == "bar":
        lift = max((case.g[2] for case in road_cases(context.design.loads)), default=0.0)
        w.given("u", lift, "g", "net upward in the hardest rebound")
        text = "The bar hangs by nothing but its weight: " + (
            f"Rebound lifts it off with {lift:.2f} g. Pin it." if lift > 0 else "nothing lifts it."
        )
        yield replace(
            found, sentence=text, state="over" if lift > 0 else "holds", use=2.0 if lift > 0 else 0.0, case="Rebound", working=w.done()
        )
        return
    noun = {"self-closing": "catch", "turn button": "turn button"}.get(keeper.kind, "bar")
    text = f"{say.force(need)} on the {noun} of {what}, {case.lower()}."
    if keeper.kind == "turn button":
        text += f" {LEFT_OPEN}"
    if keeper.rating is None:
        yield unknown(replace(found, sentence=f"{text} What one holds is not known: pull it off with a scale, and give that.", working=w.done()), "latch rating")  # fmt: skip
    else:
        use = w.line("use", "F / R", "", "as given", R=keeper.rating)
        if keeper.kind == "turn button":
            use = w.given("use", max(use, BUTTON_USE), "", BUTTON_SAYS)
        yield replace(found, sentence=text, limit=keeper.rating, use=use, state=at_most(use, 1.0)[1], working=w.done())
    if keeper.kind in ("self-closing", "pinned bar"):
        yield engaged(keeper.pin, _blank(build, "drawer.pin", (keeper.id,), "Pin of the catch", "mm", FLIES), say)


def _kept_in_crash(context: Context, build: Assembly, drawers: Sequence[Loaded]) -> Iterator[Finding]:
    """What keeps drawers in in a crash that pulls them open, against what it was tried to hold: a rating has no factor to take out."""
    keeper, say, cases = build.keeper, context.say, crash_cases(context.design.loads)
    if keeper is None or not cases or keeper.kind in ("none", "bar"):
        return
    each = keeper.kind in ("self-closing", "turn button")
    rows = [(one, max((case.g[one.runner.axis] * one.outward, case.name) for case in cases)) for one in drawers]
    one, (g, case) = max(rows, key=lambda row: row[1][0] * row[0].kg)
    kg = one.kg if each else sum(row.kg for row, _ in rows)
    w = Working()
    w.given("m", kg, "kg", f"{one.runner.label} with what is in it" if each else "all drawers with what is in them")
    need = w.line("F", "m * 9.80665 * a", "N", f"pulls it open, {case}; no friction counted", a=g)
    text = f"{say.force(need)} on what keeps {one.runner.label if each else 'all drawers'} in, {case.lower()}."
    blank = _blank(build, "crash.drawers", (keeper.id, one.runner.body), "Drawers stay in in a crash", caution=CRASH_CAUTION)
    found = replace(blank, sentence=text, demand=need, case=case, basis=CRASH_BASIS, limit=keeper.rating)
    if keeper.rating is None:
        lacking = f"{text} What one holds is not known: pull it off with a scale, and give that."
        yield unknown(replace(found, sentence=lacking, working=w.done()), "latch rating")
        return
    use = w.line("use", "F / R", "", "as given", R=keeper.rating)
    yield replace(found, use=use, state=at_most(use, 1.0)[1], working=w.done())


def _stays(context: Context, build: Assembly, drawers: Sequence[Loaded]) -> Finding:
    """What keeps the heaviest drawer where it was drawn to, on the slope that one parks on."""
    say, one = context.say, max(drawers, key=lambda one: one.kg)
    runner, w = one.runner, Working()
    slope = PITCH if runner.axis == 0 else ROLL
    w.given("m", one.kg, "kg", f"{runner.label} with what is in it")
    need = w.line("F", "m * 9.80665 * sin(t)", "N", "along its slides; no friction counted", t=slope)
    blank = replace(
        _blank(build, "drawer.stays", (runner.id, runner.body), "Drawers stay out", caution=SHUTS),
        demand=need,
        case="Slope",
        basis=SLOPE_BASIS,
    )
    text = f"On a slope {say.force(need)} run {runner.label} in or out."
    if runner.kind == "bin":
        return replace(blank, sentence=f"{runner.label} is lifted out: nothing runs.", state="note", working=w.done())
    if runner.stays == "unsaid" and runner.kind != "locking":
        return unknown(
            replace(blank, sentence=f"{text} Nobody said what keeps it part out and out.", working=w.done()), "what keeps drawers out"
        )
    if runner.stays == "nothing":
        if runner.kind == "runner":
            return unknown(
                replace(blank, sentence=f"{text} What friction its strips have is not known: try it loaded, on a slope.", working=w.done()),
                "friction",
            )
        return replace(
            blank, sentence=f"{text} Nothing keeps it there: give it a lock in, part out and out.", state="over", use=2.0, working=w.done()
        )
    if runner.stays_rating is None:
        return unknown(
            replace(blank, sentence=f"{text} What its lock or detent holds is not known: pull it with a scale.", working=w.done()),
            "what keeps drawers out",
        )
    use = w.line("use", "F / R", "", "as given", R=runner.stays_rating)
    return replace(
        blank,
        sentence=f"{text} Its {'lock' if runner.stays == 'unsaid' else runner.stays} holds {say.force(runner.stays_rating)}.",
        limit=runner.stays_rating,
        use=use,
        state=at_most(use, 1.0)[1],
        working=w.done(),
    )


def _hops(context: Context, build: Assembly, drawers: Sequence[Loaded]) -> Finding:
    """Rebound lifts what no slide holds down: a bin, or a drawer on strips, hops as far as the room over it lets it."""
    rows = [case for case in road_cases(context.design.loads) if case.g[2] > 0]
    w = Working()
    lift = w.given("u", max((case.g[2] for case in rows), default=0.0), "g", "net upward in the hardest rebound")
    loose = [one for one in drawers if one.runner.kind in ("bin", "runner")]
    blank = replace(_blank(build, "drawer.hops", tuple(one.runner.body for one in loose), "Drawers stay down", "mm", FLIES), case="Rebound", basis=ROAD_BASIS)  # fmt: skip
    if not loose or lift == 0:
        text = "Slides hold every drawer down." if not loose else "Nothing on this road lifts them."
        return replace(blank, sentence=text, state="holds", use=0.0, working=w.done())
    one = max(loose, key=lambda one: one.runner.over)
    up = w.given("c", one.runner.over, "mm", f"room over {one.runner.label}: it comes up by that, and down again")
    side = w.given("h", one.runner.high, "mm", "its sides: what lies in it is thrown out over them, or not")
    # a lip that it must not hop over: what keeps it in reaches as far down as it hops
    use = w.line("use", "c / h", "")
    text = f"Rebound lifts {one.runner.label} by the {context.say.length(up)} over it: the catch must still reach it there, and lids or a net keep in what is light."
    state: State = "over" if up >= side else "tight"
    return replace(
        blank,
        sentence=text,
        state=state,
        use=max(use, 0.9) if state == "tight" else max(use, 1.01),
        demand=up,
        limit=side,
        working=w.done(),
    )


def _edge(build: Assembly, axis: int, s: float) -> float:
    """The floor's edge under the open face: the outermost panel or foot there."""
    feet = [contact for contact in build.contacts if contact.kind == "floor"]
    half = max((build.member(contact.member).shape.depth / 2 for contact in feet), default=0.0)
    ends = [s * (panel.hi[axis] if s > 0 else panel.lo[axis]) for panel in build.shells] + [s * contact.at[axis] + half for contact in feet]
    return s * max(ends)


def _tips(context: Context, build: Assembly, drawers: Sequence[Loaded]) -> Finding:
    """The unit about the floor's edge under its open face, all drawers that open one way out, as it stands without ties; with ties the solve says more."""
    first = drawers[0]
    axis, s = first.runner.axis, first.outward
    bodies = [one.runner.body for one in drawers]
    rest = [mass for body in build.bodies if body not in bodies for mass in build.masses(body)]
    rest += [(item.mass, item.at()) for body in build.bodies if body not in bodies for item in context.plan.on(body)]
    kg, at = centroid(rest)
    edge = _edge(build, axis, s)
    w = Working()
    w.given("m_u", kg, "kg", "the unit without its drawers, with what stands on it")
    w.given("x_u", s * (edge - at[axis]), "mm", "its centre behind the edge it tips over")
    hold, tip = kg * G * s * (edge - at[axis]) / 1e3, 0.0
    for one in drawers:
        lifted = one.runner.kind == "bin"
        over = s * (one.at[axis] - edge) + (0.0 if lifted else one.reach)
        w.say(
            f"{one.runner.label}: {one.kg:.1f} kg, its centre {over:.0f} mm beyond the edge, {'lifted out, never drawn' if lifted else 'drawn out'}."
        )
        tip += max(one.kg * G * over, 0.0) / 1e3
        hold += max(-one.kg * G * over, 0.0) / 1e3
    w.given("M_h", hold, "N m", "keeps it down")
    w.given("M_t", tip, "N m", "tips it, all drawers out")
    tied = any(contact.kind == "tie" for contact in build.contacts)
    blank = _blank(build, "drawer.tips", (build.id, *bodies), "Tips with its drawers out", "N m", TIPS)
    found = replace(
        blank, place="anchor", demand=tip, limit=hold, case="Parked", basis=f"statics about the floor's edge; {COMMON_PRACTICE}"
    )
    words = f"{tip:.0f} N m tip it with all drawers out, {hold:.0f} N m of its weight keep it down."
    if tied:
        text = f"{words} Its ties do the rest." if tip > hold else words
        return replace(found, sentence=text, state="note", working=w.done())
    factor = w.line("n", "M_h / M_t", "", f"{STEADY:g} is wanted") if tip > 0 else 99.0
    use, state = at_least(factor, 1.0, STEADY)
    text = (
        words if tip <= hold else f"{words} It comes over. Tie it down{'' if len(drawers) == 1 else ', or let one drawer out at a time'}."
    )
    return replace(found, sentence=text, state=state, use=use, working=w.done())


CHECKS = (BuildCheck(check_runners, ("runners",)),)
