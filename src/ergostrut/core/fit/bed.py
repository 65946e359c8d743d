"""Does a slide fit the bed: wells, sides, gate closed and lowered, cover, and its own parts each other."""

from __future__ import annotations

from collections.abc import Iterator

from ..context import Context
from ..finding import COMMON_PRACTICE, Finding, Working, at_least
from ..frame.assembly import Assembly, Slide
from ..prove.study import Study
from .clearance import clearance


def _outline(assembly: Assembly, slide: Slide) -> tuple[float, float, float, float]:
    """Front, back, overall width and deck top with the slide home, mm."""
    deck = next(panel for panel in assembly.panels if panel.body == slide.body)
    gear = 2 * (slide.carrying.y + slide.carrying.width / 2 + 3.0)
    width = max(deck.size[1], gear)
    return deck.origin[0], deck.origin[0] + deck.size[0], width, deck.origin[2] + deck.sheet.t


def check_bed(context: Context, assembly: Assembly) -> Iterator[Finding]:
    """Everything that does not depend on where the tray stands."""
    build = assembly.id
    for slide in assembly.slides:
        _, back, width, top = _outline(assembly, slide)
        body = (slide.body,)
        yield clearance(
            context,
            f"{build}/fit.wells",
            "Between the wheel wells",
            body,
            symbol="c",
            formula="(W - w) / 2",
            dims={"W": "width_between_wells"},
            values={"w": (width, "tray with its running gear")},
            want=6.0,
            share=0.5,
            what="Clears the wheel wells each side by",
        )
        things = context.plan.on(slide.body)
        if things:
            widest = max(things, key=lambda item: abs(item.y) + item.size[1] / 2)
            reach = 2 * (abs(widest.y) + widest.size[1] / 2)
            at_rail = top + widest.size[2] > (context.host.mm("depth") or 1e9)
            yield clearance(
                context,
                f"{build}/fit.sides",
                "Load between the bed sides",
                (f"thing/{widest.thing.id}",),
                symbol="c",
                formula="(W - w) / 2",
                dims={"W": "width_at_rails" if at_rail else "width_above_wells"},
                values={"w": (reach, f"{widest.thing.name}, twice its reach from the centre line")},
                want=10.0,
                share=0.5,
                what="Load clears the bed sides by",
            )
            if context.host.mm("cover_height") is not None:
                tall = max(things, key=lambda item: item.size[2])
                yield clearance(
                    context,
                    f"{build}/fit.cover",
                    "Load under the cover",
                    (f"thing/{tall.thing.id}",),
                    symbol="c",
                    formula="H - z - h",
                    dims={"H": "cover_height"},
                    values={"z": (top, "deck top above the floor"), "h": (tall.size[2], tall.thing.name)},
                    want=15.0,
                    what="Load clears the cover by",
                )
        yield clearance(
            context,
            f"{build}/fit.gate",
            "Closed gate",
            body,
            symbol="c",
            formula="G - t - x",
            dims={"G": "length_to_gate", "t": "gate_thickness"},
            values={"x": (back, "tray's rear end, tray in")},
            want=6.0,
            what="Closed tray clears the gate by",
        )
        lower = assembly.member(f"{slide.lower}.left")
        yield clearance(
            context,
            f"{build}/fit.base",
            "Base on the floor",
            (f"{slide.lower}.left",),
            symbol="c",
            formula="L - x",
            dims={"L": "floor_length"},
            values={"x": (lower.b[0], "rear end of the base rails")},
            want=5.0,
            what="Base rails end before the end of the floor by",
        )
        yield _axle(context, assembly, slide)


def _axle(context: Context, assembly: Assembly, slide: Slide) -> Finding:
    """The hold-down axle must go through the rail with metal on both sides of it."""
    rail = next(m for m in assembly.of_body(slide.body) if m.role == "side rail")
    shape = rail.section.properties.turned() if rail.flat else rail.section.properties
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


def check_lowered_gate(study: Study) -> Iterator[Finding]:
    """The moving tray over the lowered gate, with its own droop."""
    context, slide, tray = study.context, study.slide, study.tray
    if tray is None or study.travel == 0:
        return
    end = study.tip_x
    floor, gate = context.host.mm("floor_length"), context.host.mm("gate_length")
    if floor is not None and end <= floor:
        return
    parked = next((item for item in study.solved if item.case.name == "Parked"), None)
    drop = 0.0
    if parked is not None and parked.result is not None:
        drop = max(0.0, -min(float(parked.result.u[tray.tips[0], 2]), float(parked.result.u[tray.tips[1], 2])))
    if floor is not None and gate is not None and tray.overhang > 0:
        drop *= min(1.0, max(0.0, (floor + gate - slide.carrying.x) / tray.overhang))
    yield clearance(
        context,
        f"{study.assembly.id}/fit.lowered-gate",
        "Lowered gate under the tray",
        (slide.body,),
        symbol="c",
        formula="z - delta - r",
        dims={"r": "gate_rise"},
        values={"z": (slide.rail_underside, "rail underside above the floor"), "delta": (drop, "droop over the gate, own load")},
        want=8.0,
        what="Tray clears the lowered gate by",
        position=study.position.name,
    )


def check_floor(study: Study) -> Iterator[Finding]:
    """Rail underside off the floor at rest."""
    if not study.position.drivable:
        return
    say, slide = study.context.say, study.slide
    braces = [m for m in study.assembly.of_body(slide.body) if m.role == "brace"]
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
