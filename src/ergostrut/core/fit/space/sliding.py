"""Does what slides fit the host: wells, sides, gate closed and lowered, cover, and its own parts each other."""

from __future__ import annotations

from collections.abc import Iterator

from ...finding import COMMON_PRACTICE, Finding, Working, at_least
from ...prove.model.check import SliderCheck
from ...prove.model.study import Study
from ...prove.sliding.sag import tip_drop
from ...structure.assembly import Assembly
from ...structure.check import BuildCheck
from ...structure.context import Context
from ...structure.host import (
    COVER,
    FLOOR_END,
    GATE_OUTSIDE,
    GATE_RISE,
    GATE_THICKNESS,
    LOWERED_GATE,
    SIDE_HEIGHT,
    WIDTH_HIGH,
    WIDTH_LOW,
    WIDTH_TOP,
)
from ...structure.nouns.holds import Slider
from .clearance import clearance


def _outline(assembly: Assembly, slide: Slider) -> tuple[float, float, float, float]:
    """Front, back, overall width and deck top at home, mm."""
    decks = [panel for panel in assembly.panels if panel.body == slide.body]
    tray = [m for m in assembly.of_body(slide.body) if m.group is not None]
    front = min([panel.lo[0] for panel in decks] + [m.a[0] for m in tray])
    back = max([panel.hi[0] for panel in decks] + [m.b[0] for m in tray])
    top = next(surface.origin[2] for surface in assembly.surfaces if surface.body == slide.body)
    sides = [abs(m.a[1]) + m.shape.width / 2 for m in tray if abs(m.axes[0][0]) > 0.9]
    pairs = [pair.y + pair.width / 2 + slide.beside for pair in (slide.carrying, slide.hold_down)]
    rails = [abs(m.a[1]) + m.shape.width / 2 for m in assembly.members if m.use == "base"]
    width = 2 * max(*sides, *pairs, *rails)
    return front, back, width, top


def check_sliding(context: Context, assembly: Assembly) -> Iterator[Finding]:
    """Everything that does not depend on where it stands."""
    build = assembly.id
    for slide in assembly.sliders:
        _, back, width, top = _outline(assembly, slide)
        body = (slide.body,)
        yield clearance(
            context,
            f"{build}/fit.wells",
            "Between the wheel wells",
            body,
            symbol="c",
            formula="(W - w) / 2",
            dims={"W": WIDTH_LOW},
            values={"w": (width, f"{slide.label} with its running gear and base rails")},
            want=6.0,
            share=0.5,
            what="Clears the wheel wells each side by",
        )
        yield from _load(context, build, slide, top)
        thick, rear = GATE_THICKNESS in context.host.dims, context.host.words["rear"]
        yield clearance(
            context,
            f"{build}/fit.gate",
            rear.capitalize(),
            body,
            symbol="c",
            formula="G - t - x" if thick else "G - x",
            dims={"G": GATE_OUTSIDE, "t": GATE_THICKNESS} if thick else {"G": GATE_OUTSIDE},
            values={"x": (back, f"{slide.label}'s rear end, closed")},
            want=6.0,
            what=f"Closed {slide.label} clears the {rear} by",
        )
        lower = assembly.member(f"{slide.lower}.left")
        yield clearance(
            context,
            f"{build}/fit.base",
            "Base on the floor",
            (f"{slide.lower}.left",),
            symbol="c",
            formula="L - x",
            dims={"L": FLOOR_END},
            values={"x": (lower.b[0], "rear end of the base rails")},
            want=5.0,
            what="Base rails end before the end of the floor by",
        )
        yield _axle(context, assembly, slide)


def _load(context: Context, build: str, slide: Slider, top: float) -> Iterator[Finding]:
    """What lies on the body between the host's sides and under its cover; ``top``: of its deck, mm above the floor."""
    things = context.plan.on(slide.body)
    if things:
        widest = max(things, key=lambda item: abs(item.y) + item.size[1] / 2)
        reach = 2 * (abs(widest.y) + widest.size[1] / 2)
        at_rail = top + widest.size[2] > (context.host.mm(SIDE_HEIGHT) or 1e9)
        yield clearance(
            context,
            f"{build}/fit.sides",
            "Load between the bed sides",
            (f"thing/{widest.thing.id}",),
            symbol="c",
            formula="(W - w) / 2",
            dims={"W": WIDTH_TOP if at_rail else WIDTH_HIGH},
            values={"w": (reach, f"{widest.thing.name}, twice its reach from the centre line")},
            want=10.0,
            share=0.5,
            what="Load clears the bed sides by",
        )
        if context.host.mm(COVER) is not None:
            tall = max(things, key=lambda item: item.size[2])
            yield clearance(
                context,
                f"{build}/fit.cover",
                "Load under the cover",
                (f"thing/{tall.thing.id}",),
                symbol="c",
                formula="H - z - h",
                dims={"H": COVER},
                values={"z": (top, "deck top above the floor"), "h": (tall.size[2], tall.thing.name)},
                want=15.0,
                what="Load clears the cover by",
            )


def _axle(context: Context, assembly: Assembly, slide: Slider) -> Finding:
    """The hold-down axle must go through the rail with metal on both sides of it."""
    rail = assembly.member(slide.rails[0])
    shape = rail.shape
    w = Working()
    w.given("z_a", slide.hold_down.z, "mm", "hold-down axle: lower rail's top and half the roller")
    w.given("z_u", slide.rail_underside, "mm", "rail underside")
    w.given("h", shape.depth, "mm", "rail depth")
    w.given("d", slide.hold_down.axle, "mm", "axle bolt")
    have = w.line("c", "min(z_a - z_u, z_u + h - z_a) - d / 2", "mm", "metal left above or below the hole")
    use, state = at_least(have, slide.hold_down.axle / 2, slide.hold_down.axle)
    say = context.say
    text = (
        f"{say.length(have)} of rail left beside the axle hole."
        if have > 0
        else "The hold-down axle misses the rail. Change the lower rail, the roller, the let-in or the rail's depth."
    )
    return Finding(
        f"{assembly.id}/fit.axle",
        "fit.axle",
        "frame",
        (rail.id, slide.hold_down.id),
        "Hold-down axle in the rail",
        text,
        state,
        have,
        slide.hold_down.axle / 2,
        "mm",
        use,
        True,
        slide.hold_down.axle,
        basis=COMMON_PRACTICE,
        working=w.done(),
    )


def check_lowered_gate(study: Study, slide: Slider) -> Iterator[Finding]:
    """The pulled-out body over the lowered gate, with its own droop."""
    context = study.context
    if study.posed is None or study.travel(slide) == 0:
        return
    end = study.tip_x(slide)
    floor, gate = context.host.mm(FLOOR_END), context.host.mm(LOWERED_GATE)
    if floor is not None and end <= floor:
        return
    parked = study.case("Parked")
    drop = tip_drop(study, slide, parked) if parked is not None else 0.0
    overhang = max(end - slide.carrying.x, 0.0)
    if floor is not None and gate is not None and overhang > 0:
        drop *= min(1.0, max(0.0, (floor + gate - slide.carrying.x) / overhang))
    yield clearance(
        context,
        f"{study.assembly.id}/fit.lowered-gate",
        f"Lowered gate under the {slide.label}",
        (slide.body,),
        symbol="c",
        formula="z - delta - r",
        dims={"r": GATE_RISE},
        values={"z": (slide.rail_underside, "rail underside above the floor"), "delta": (drop, "droop over the gate, own load")},
        want=8.0,
        what=f"{slide.label.capitalize()} clears the lowered gate by",
        position=study.setting.name,
    )


def check_floor(study: Study, slide: Slider) -> Iterator[Finding]:
    """Rail underside off the floor at rest."""
    if not study.setting.drivable:
        return
    say = study.context.say
    braces = [m for m in study.assembly.of_body(slide.body) if m.use == "brace"]
    lowest, what = min([(slide.rail_underside, "rail"), *((m.a[2] - m.shape.depth / 2, "brace") for m in braces)])
    w = Working()
    have = w.given("z", lowest, "mm", f"{what} underside above the floor")
    use, state = at_least(have, 5.0, 15.0)
    yield Finding(
        f"{study.assembly.id}/fit.floor",
        "fit.floor",
        "frame",
        (slide.body,),
        "Rail over the floor",
        f"{what.capitalize()} underside {say.length(have)} above the floor."
        if have > 0
        else f"The {what} would lie in the floor: let the roller in less, or lift it.",
        state,
        have,
        5.0,
        "mm",
        use,
        True,
        15.0,
        basis=COMMON_PRACTICE,
        working=w.done(),
    )


CHECKS = (
    BuildCheck(check_sliding, ("sliders",)),
    SliderCheck(check_lowered_gate, framed=False),
    SliderCheck(check_floor, framed=False),
)
