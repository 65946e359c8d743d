"""What a roller turns on: its bolt, held at one end, and the plate that holds the bolt."""

from __future__ import annotations

from dataclasses import replace

from ...finding import Finding, Working, at_most
from ...structure.nouns.holds import Pair, Slider
from ..model.posed import Solved
from ..model.study import Study
from .lock_pin import PLATE_FY

AXLE_FY = 250.0


def axle_bolt(study: Study, slider: Slider, pair: Pair, called: tuple[str, str], item: Solved, load: float) -> Finding:
    """The bolt that a roller turns on, held at one end, under ``load`` N; ``called``: the pair's key and title."""
    say, build, (key, title) = study.context.say, study.assembly.id, called
    a = Working()
    a.given("R", load, "N", f"on one roller, {item.case.name}")
    a.given("b", pair.width, "mm", "roller width")
    a.given("c", slider.beside, "mm", "gap beside it")
    a.given("d", pair.axle, "mm", "axle bolt, shank")
    a.line("M", "R * (b / 2 + c)", "N mm", "axle held at one end")
    stress = a.line("sigma", "M / (pi * d**3 / 32)", "MPa")
    limit = a.line("sigma_allow", "0.75 * F_y", "MPa", "mild bolt unless known", F_y=AXLE_FY)
    use, state = at_most(stress, limit)
    return Finding(
        f"{build}/axle.{key}",
        f"axle.{key}",
        "prove",
        (pair.id,),
        f"{title}, axle bolt bends",
        f"{say.stress(stress)} of {say.stress(limit)} in the {say.length(pair.axle)} axle, {item.case.name.lower()}{study.where}.",
        state,
        stress,
        limit,
        "MPa",
        use,
        case=item.case.name,
        position=study.setting.name,
        basis="cantilever pin, 0.75 Fy with Fy 250 MPa: common practice, no published source",
        working=a.done(),
    )


def axle_plate(study: Study, slider: Slider, pair: Pair, called: tuple[str, str], item: Solved, load: float) -> Finding:
    """The plate that holds the axle's end: the axle bears in its hole, and its lever bends the plate across."""
    say, build, (key, title), (t, width) = study.context.say, study.assembly.id, called, pair.plate
    w = Working()
    w.given("R", load, "N", f"on one roller, {item.words}")
    found = Finding(
        f"{build}/plate.{key}",
        f"plate.{key}",
        "prove",
        (pair.id,),
        f"{title}, plate that holds the axle",
        f"{say.force(load)} on one axle, {item.case.name.lower()}{study.where}. The plate that holds it is not known: say how thick and wide it is.",
        "unknown",
        load,
        None,
        "N",
        case=item.case.name,
        position=study.setting.name,
        basis="bearing AISC 360-16 J7, bending F11, mild plate at the lowest of its family; the axle's lever bends the plate across its width",
        missing=("plate of the axle",),
        working=w.done(),
    )
    if t is None or width is None:
        return found
    if width <= pair.axle:
        return replace(
            found,
            sentence=f"The axle of {say.length(pair.axle)} leaves nothing of a plate {say.length(width)} wide.",
            state="over",
            missing=(),
        )
    w.given("d", pair.axle, "mm", "axle bolt")
    w.given("t", t, "mm", "plate")
    w.given("b_p", width, "mm", "its width along the rail")
    w.line("u_b", "R / (1.8 * F_p * d * t / 2)", "", "bearing, J7", F_p=PLATE_FY)
    w.line("M", "R * (b / 2 + c)", "N mm", "roller width b and gap c beside it", b=pair.width, c=slider.beside)
    w.line("u_m", "M / (F_p * (b_p - d) * t**2 / 4 / 1.67)", "", "bent across, less the hole, F11", F_p=PLATE_FY)
    use = w.line("use", "max(u_b, u_m)", "")
    limit = load / use
    text = f"{say.force(load)} of {say.force(limit)} on a plate {say.length(t)} thick and {say.length(width)} wide, {item.case.name.lower()}{study.where}."
    return replace(found, sentence=text, state=at_most(load, limit)[1], limit=limit, use=use, missing=(), working=w.done())
