"""What things ask of where they stand: air, draining, frost; under what is over them; which cases go in; what one can look into."""

from __future__ import annotations

from collections.abc import Iterator

from ..constants import G
from ..finding import COMMON_PRACTICE, Finding, State, Working, at_least
from ..structure.assembly import Assembly
from ..structure.carried import Placed
from ..structure.check import JobCheck
from ..structure.context import Context
from ..structure.host import COVER
from ..structure.nouns.parts import Surface
from .place import bays_left

EYE, SHOULDER, ARM = 0.936, 0.818, 0.44
"""Of stature: eye and shoulder over the floor, arm with the hand (Drillis and Contini 1966: 0.186 + 0.146 + 0.108)."""
CASES = (("slim tool cases", 300.0), ("tool cases", 400.0), ("totes", 410.0), ("wide tool cases", 560.0), ("long totes", 610.0))
"""mm of width of families of cases (common practice, no published source)."""
SHELF = 80.0
"""mm that one more shelf and what carries it take (common practice, no published source)."""
LEAST_BAY = 120.0
OVER = 10.0
"""mm wanted over a thing, so that it lifts out."""


def check_wants(context: Context) -> Iterator[Finding]:
    for item in context.plan.placed:
        yield from _thing(context, item)
    for build in context.builds:
        yield from _cases(context, build)
        yield from _unused(context, build)
        yield from _eye(context, build)
        yield from _arm(context, build)
    yield from _under_a_stack(context)


def _on(item: Placed) -> str:
    return f"the {item.surface.label}"


def _thing(context: Context, item: Placed) -> Iterator[Finding]:
    thing, say = item.thing, context.say
    part = f"thing/{thing.id}"

    def said(key: str, title: str, text: str, state: State, caution: str = "") -> Finding:
        return Finding(f"{part}/{key}", key, "carry", (part,), title, text, state, caution=caution)

    clear = item.surface.clear
    if clear is not None:
        w = Working()
        w.given("c", clear, "mm", f"clear over {_on(item)}")
        w.given("h", item.size[2], "mm", thing.name)
        have = w.line("d", "c - h", "mm", "left over it")
        use, state = at_least(have, 0.0, OVER)
        text = f"{say.length(have)} left over it on {_on(item)}." if have >= 0 else f"It is {say.length(-have)} too high for {_on(item)}."
        yield Finding(
            f"{part}/over", "over.things", "carry", (part,), f"{thing.name} under what is over it", text, state, have, 0.0, "mm", use, True, OVER,
            basis=COMMON_PRACTICE, working=w.done(),
        )  # fmt: skip
    if thing.breathes and item.surface.vented is False:
        yield said("breathes", f"{thing.name} wants air", f"{_on(item).capitalize()} has no vents: open its back low and high, or move it.", "over",
                   "What cannot give off its heat fails, and may burn.")  # fmt: skip
    if thing.drains and item.surface.edge is not None:
        yield said(
            "drains",
            f"{thing.name} drains",
            f"It runs out into {_on(item)}, which has an edge all round: give it a drain, or a tray.",
            "tight",
        )
    if thing.freezes:
        yield said(
            "freezes",
            f"{thing.name} must not freeze",
            "Nothing is known of heat where it stands: empty it or bring it in on cold nights.",
            "note",
        )


def _walled(surface: Surface) -> bool:
    """Whether things go in between sides: a drawer or a bay."""
    return surface.vented is not None or (surface.clear is not None and surface.edge is not None and surface.label.startswith("drawer"))


def _cases(context: Context, build: Assembly) -> Iterator[Finding]:
    """The widest family of cases that goes into the widest room, and the next that is shut out."""
    rooms = [surface for surface in build.surfaces if _walled(surface)]
    if not rooms:
        return
    widest = max(min(surface.size) for surface in rooms)
    fits = [name for name, wide in CASES if wide <= widest]
    out = [(name, wide) for name, wide in CASES if wide > widest]
    say = context.say
    text = f"{', '.join(fits).capitalize() or 'No usual case'} {'go' if fits else 'goes'} in, the widest room is {say.length(widest)}."
    if out:
        text += f" {out[0][0].capitalize()} of {say.length(out[0][1])} are shut out."
    w = Working()
    w.given("b", widest, "mm", "narrower side of the widest room")
    yield Finding(
        f"{build.id}/cases", "cases", "carry", (build.id,), "Cases that go in", text, "note", widest, unit="mm",
        basis=COMMON_PRACTICE, working=w.done(),
    )  # fmt: skip


def _unused(context: Context, build: Assembly) -> Iterator[Finding]:
    """Height that nothing uses, and where one more shelf would go."""
    rows: list[str] = []
    more = 0
    for surface in build.surfaces:
        clear = surface.clear if surface.clear is not None else _to_the_roof(context, surface)
        if clear is None or surface.faces is None:
            continue
        tallest = max((item.size[2] for item in context.plan.placed if item.surface.id == surface.id), default=None)
        if tallest is None:
            continue
        left, shelves = bays_left(clear, (tallest + OVER,), LEAST_BAY + SHELF)
        if left > 2 * OVER:
            rows.append(f"{context.say.length(left)} over what stands on {surface.label}")
            more += shelves
    if rows:
        text = "; ".join(rows) + (f". {'One more shelf' if more == 1 else f'{more} more shelves'} would go in." if more else ".")
        yield Finding(f"{build.id}/unused", "unused", "carry", (build.id,), "Height that nothing uses", text, "note", basis=COMMON_PRACTICE)


def _to_the_roof(context: Context, surface: Surface) -> float | None:
    """mm from the topmost shelf to the roof; None where there is none, or it is not measured."""
    roof = context.host.mm(COVER) if context.host.roofed else None
    return None if roof is None else max(roof - surface.origin[2], 0.0)


def _eye(context: Context, build: Assembly) -> Iterator[Finding]:
    """What stands with its edge above the eye of the shortest: it must come down to be looked into."""
    statures = [person.stature.mm for person in context.design.carry.crew if person.stature is not None]
    if not statures or not context.host.roofed:
        return
    eye = EYE * min(statures)
    high = [s for s in build.surfaces if s.edge is not None and s.use == "deck" and s.origin[2] + s.edge > eye]
    if high:
        names = ", ".join(surface.label for surface in high)
        text = f"{names.capitalize()} stands above {context.say.length(eye)}, the eye of the shortest: what lies there must come down to be looked into."
        w = Working()
        w.line("e", "k * S", "mm", "eye of the shortest", k=EYE, S=min(statures))
        yield Finding(f"{build.id}/eye", "eye", "carry", (build.id,), "Above eye level", text, "note", eye, unit="mm",
                      basis="Drillis and Contini 1966: eye at 0.936 of stature", working=w.done())  # fmt: skip


def _arm(context: Context, build: Assembly) -> Iterator[Finding]:
    """The highest place that the shortest stretches up to, and the deepest that he reaches into from its open side."""
    statures = [person.stature.mm for person in context.design.carry.crew if person.stature is not None]
    if not statures or not context.host.roofed:
        return
    short = min(statures)
    up, deep = (SHOULDER + ARM) * short, ARM * short
    high = [s for s in build.surfaces if s.use == "deck" and s.origin[2] > up]
    far = [s for s in build.surfaces if s.faces is not None and s.size[s.opens_along] > deep]
    if not high and not far:
        return
    w, say = Working(), context.say
    w.line("r_u", "(k_s + k_a) * S", "mm", "stretched up, shoulder and arm of the shortest", k_s=SHOULDER, k_a=ARM, S=short)
    w.line("r_d", "k_a * S", "mm", "arm's length into a shelf")
    said = [f"{s.label} stands above {say.length(up)}, as high as the shortest stretches" for s in high]
    said += [f"the back of {s.label} lies {say.length(s.size[s.opens_along])} in, an arm is {say.length(deep)}" for s in far]
    text = "; ".join(said)
    yield Finding(f"{build.id}/arm", "arm", "carry", (build.id,), "Out of arm's reach", f"{text[:1].upper()}{text[1:]}.", "note",
                  basis="Drillis and Contini 1966, shares of stature", working=w.done())  # fmt: skip


def _under_a_stack(context: Context) -> Iterator[Finding]:
    """What it takes to draw a thing out from under what stands on it."""
    placed = {f"thing/{item.thing.id}": item for item in context.plan.placed}
    above: dict[str, float] = {}
    for item in context.plan.placed:
        on = item.surface.id
        while on in placed:
            above[on] = above.get(on, 0.0) + item.mass
            on = placed[on].surface.id
    for part, kg in above.items():
        item, w = placed[part], Working()
        w.given("W", kg * G, "N", "stands on it")
        title = f"{item.thing.name} under what stands on it"
        mu = item.thing.hold.friction
        if mu is None:
            text = f"{context.say.mass(kg)} stand on it: take that off first, or try how it slides and give its friction."
            yield Finding(f"{part}/stack", "stack", "carry", (part,), title, text, "note", working=w.done())
            continue
        w.given("W_o", item.mass * G, "N", "its own")
        need = w.line("F", "mu * (W + W + W_o)", "N", "drawn out, over it and under it", mu=mu)
        text = f"{context.say.force(need)} draw it out from under {context.say.mass(kg)}."
        yield Finding(f"{part}/stack", "stack", "carry", (part,), title, text, "note", need, unit="N", working=w.done())


CHECKS = (JobCheck(check_wants, "load"),)
