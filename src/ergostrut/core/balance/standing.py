"""A trailer by itself: where its axle, or its load, would give the coupling its share in every state, and whether it tips back uncoupled."""

from __future__ import annotations

from collections.abc import Iterator, Sequence

from ..finding import COMMON_PRACTICE, Finding, Working
from ..structure.context import Context
from ..structure.host import FLOOR_END, GROUND, TRACK
from ..structure.nouns.panel import Clads, Panel
from .ledger import LedgerRow
from .propped import check_propped
from .states import LoadingState, states_of
from .statics import shared
from .towing import LEAST, LIFTS, MOST

AIR, STORM = 1.25, 40.0
"""kg/m3 of cold air, and m/s of a gust that is to be reckoned with in the open (common practice, no published source)."""
PERSON = 100.0
"""kg of whoever steps on its rear end at the least (common practice, no published source)."""


def check_trailer(context: Context, entries: Sequence[LedgerRow]) -> Iterator[Finding]:
    """Of what has a coupling; nothing while an input is missing."""
    states = states_of(context)
    if not states or context.host.carriers[0].kind != "coupling":
        return
    yield from _place(context, states)
    rear = _rear_end(context)
    person = max([PERSON, *(one.mass.kg for one in context.design.carry.crew)])
    if rear is not None:
        yield from _uncoupled(context, states, person, rear)
    yield from check_propped(context, states, entries, person, rear)
    yield from _blown(context, states)


def room(state: LoadingState, b: float, moving: float, own: float) -> tuple[float, float]:
    """mm rearward by which an axle ``b`` mm behind its coupling may go, and ahead by which a load of ``moving`` kg may, the least and the most, with the
    coupling's share as it is wanted. ``own``: kg of the axle, which goes with it; with ``moving`` the load goes instead.

    The axle d further back, its own weight on it: T' (b + d) = T b + d (m - m_a); the load d ahead: T' = T + m_l d / b.
    """
    m, T = state.loads.total, state.front()
    if moving:
        low, high = ((share * m - T) * b / moving for share in (LEAST, MOST))
    else:
        low, high = ((share * m - T) * b / (m - own - share * m) for share in (LEAST, MOST))
    return low, high


def _place(context: Context, states: Sequence[LoadingState]) -> Iterator[Finding]:
    host, say = context.host, context.say
    coupling, *axles = host.carriers
    if any(axle.springs == "each" for axle in axles) or coupling.x is None:
        return
    b = sum((axle.x or 0.0) - coupling.x for axle in axles) / len(axles)
    is_own = any(one.ball for one in host.features.values())
    empties, own = sum(one.empty or 0.0 for one in host.carriers), sum(axle.empty or 0.0 for axle in axles)
    rows = []
    for state in states:
        moving = 0.0 if is_own else state.loads.total - empties
        if is_own or moving > 1.0:
            rows.append((*room(state, b, moving, own), state, moving))
    if not rows:
        return
    low, high = max(rows, key=lambda row: row[0]), min(rows, key=lambda row: row[1])
    w = Working()
    for a, z, state, _ in rows:
        w.say(f"{state.words}: {a:.0f} to {z:.0f} mm.")
    w.given("b", b, "mm", "axle behind the coupling" if len(axles) == 1 else "middle of the axles behind the coupling")
    w.given("m", low[2].loads.total, "kg", f"all told, {low[2].words}")
    w.given("T", low[2].front(), "kg", "of it on the coupling")
    if is_own:
        w.line("d", f"({LEAST} * m - T) * b / (m - m_a - {LEAST} * m)", "mm", "back, with a tenth on the coupling", m_a=own)
    else:
        w.line("d", f"({LEAST} * m - T) * b / m_l", "mm", "ahead, with a tenth on the coupling", m_l=low[3])
    what, ahead, back = (
        ("The axle", "ahead", "back")
        if is_own and len(axles) == 1
        else ("The axles", "ahead", "back")
        if is_own
        else ("What it carries", "back", "ahead")
    )
    every = f"in all {len(rows)} states" if len(rows) > 1 else "as it stands"
    band = f"{100 * LEAST:.0f} to {100 * MOST:.0f} % on the coupling {every}"
    if low[0] > high[1]:
        text = f"No one place gives {band}: {low[2].words} asks for {say.length(abs(low[0]))} {back if low[0] > 0 else ahead} at the least, {high[2].words} for {say.length(abs(high[1]))} {back if high[1] > 0 else ahead} at the most."
    elif low[0] > 0:
        text = f"{what} from {say.length(low[0])} to {say.length(high[1])} further {back} gives {band}."
    elif high[1] < 0:
        text = f"{what} from {say.length(-high[1])} to {say.length(-low[0])} further {ahead} gives {band}."
    else:
        text = f"{what} may go {say.length(-low[0])} {ahead} and {say.length(high[1])} {back}: {band}."
    yield Finding(
        "balance/tongue.place", "tongue.place", "balance", ("host",), f"Where {what[:1].lower()}{what[1:]} would be right", text, "note",
        basis=f"statics of the trailer; 10 to 15 %: {COMMON_PRACTICE}", working=w.done(),
    )  # fmt: skip


def _rear_end(context: Context) -> float | None:
    """x of the rear end of what people step on; None where there is nothing."""
    ends = [panel.hi[0] for build in context.builds for panel in build.decks if panel.trodden and panel.use != "roof"]
    floor = context.host.mm(FLOOR_END)
    return max([*ends, *([floor] if floor is not None else [])], default=None)


def _uncoupled(context: Context, states: Sequence[LoadingState], person: float, x: float) -> Iterator[Finding]:
    """One person at the rear end of its floor while nothing holds the coupling down."""
    host, say, w = context.host, context.say, Working()
    state = min(states, key=lambda one: one.front())
    carriers = [(one, one.x) for one in host.carriers if one.x is not None]
    more = shared(person, person * x, carriers)[host.carriers[0].id]
    T = w.given("T", state.front(), "kg", f"on the coupling, {state.words}")
    w.given("P", person, "kg", "one person")
    w.given("x", x, "mm", "rear end of its floor")
    w.given("dT", more, "kg", "of him on the coupling, by statics")
    left = w.line("T_1", "T + dT", "kg")
    tips = left < 0
    text = f"With {say.mass(person)} at the rear end of its floor {say.mass(abs(left))} {'lift' if tips else 'stay on'} the coupling, {state.words}"
    stood = any(prop.kind == "stand" for build in context.builds for prop in build.props)
    text += f": {'its stands down' if stood else 'stands under its rear'} before anybody goes in." if tips else f", of {say.mass(T)}."
    yield Finding(
        "balance/uncoupled", "uncoupled", "balance", ("host",), "Standing uncoupled", text, "note", left, None, "kg",
        basis="statics of the trailer, nothing holding its coupling down", caution=LIFTS if tips else "", working=w.done(),
    )  # fmt: skip


def _blown(context: Context, states: Sequence[LoadingState]) -> Iterator[Finding]:
    """The side wind that tips it over its tyres, standing, in its lightest state: on its larger side, and as hard up under its roof."""
    host, say, w = context.host, context.say, Working()
    ground, track = host.mm(GROUND), host.mm(TRACK)
    if ground is None or track is None:
        return
    walls, roofs = list[Panel](), list[Panel]()
    for build in context.builds:
        walls += [p for p in build.skins if p.across == 1 and p.middle[1] < 0 and isinstance(p.carries, Clads) and p.carries.outer]
        roofs += build.roofs
    if not walls:
        return
    state = min(states, key=lambda one: one.loads.total)
    area = sum(p.wide[0] * p.wide[1] for p in walls)
    m = w.given("m", state.loads.total, "kg", state.words)
    w.given("s", track / 2, "mm", "half of its track")
    w.given("A", area * 1e-6, "m²", "of its side")
    w.given("h", ground + sum(p.wide[0] * p.wide[1] * p.middle[2] for p in walls) / area, "mm", "middle of that over the ground")
    w.given("A_r", sum(p.wide[0] * p.wide[1] * abs(float(p.normal[2])) for p in roofs) * 1e-6, "m²", "of its roof")
    p = w.line("p", "m * 9.80665 * s / (A * h + A_r * s)", "Pa", "its weight no longer holds it down")
    v = w.line("v", "sqrt(2 * p / rho)", "m/s", rho=AIR)
    text = f"A side wind of {v:.0f} m/s, {v * 3.6:.0f} km/h, tips it as it stands, {say.mass(m)}: {state.words}."
    yield Finding(
        "balance/wind", "wind", "balance", ("host",), "Side wind that tips it", text, "note", p, None, "Pa",
        basis="statics about its tyres; the pressure of such air on its side and as much up under its roof", working=w.done(),
        caution="Stand it nose to the wind, on its stands, and tie it down where it blows harder." if v < STORM else "",
    )  # fmt: skip
