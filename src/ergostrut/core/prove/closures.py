"""Windows and vents: whether a ring clamps the wall that it is in, what the wind draws at it, and the water that a cold pane takes from the air."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import replace

from ..cases import PRESSURE, WIND_BASIS
from ..finding import COMMON_PRACTICE, Finding, Working, at_most, unknown
from ..mechanics.heat import INSIDE, dew_point
from ..structure.assembly import Assembly
from ..structure.check import BuildCheck
from ..structure.context import Context
from ..structure.nouns.closure import Closure
from .model.outdoors import closed

TREAD = "It bears nobody: step on the bows beside it."


def check_closures(context: Context, build: Assembly) -> Iterator[Finding]:
    """Every window and vent of a build."""
    winter = context.design.loads.winter
    for one in build.closures:
        yield _clamped(context, build, one)
        yield _drawn(context, build, one)
        if winter.on and closed(build) and one.lets is not None:
            yield _wet(context, build, one, one.lets)


def _found(build: Assembly, one: Closure, check: str, title: str, text: str, w: Working, basis: str) -> Finding:
    return Finding(
        f"{build.id}/{check}.{one.name}", check, "prove", (one.of, one.panel, *one.on), f"{one.name[:1].upper()}{one.name[1:]}: {title}",
        text, "note", basis=basis, working=w.done(),
    )  # fmt: skip


def _clamped(context: Context, build: Assembly, one: Closure) -> Finding:
    """The wall as thick as it is made against the least and the most that its ring takes."""
    say, w = context.say, Working()
    t = w.given("t", one.wall, "mm", "skin, tube and lining")
    thin, thick = one.clamps
    basis = f"skin, tube and lining added up: {COMMON_PRACTICE}"
    found = _found(build, one, "window.wall", "clamped in its wall", f"The wall is {say.length(t)} thick there.", w, basis)
    if thin is None or thick is None:
        return unknown(
            replace(found, sentence=f"The wall is {say.length(t)} thick there; what its ring clamps is not known."), "what its ring clamps"
        )
    w.given("t_1", thin, "mm", "its ring clamps from")
    w.given("t_2", thick, "mm", "to")
    text = f"The wall is {say.length(t)} thick there, its ring clamps {say.length(thin)} to {say.length(thick)}"
    limit = thin if t < thin else thick
    if t < thin:
        # filled up it is right: no verdict, work
        text += f": {say.length(thin - t)} of wood is wanted round the hole."
        return replace(found, sentence=text, state="tight", demand=t, limit=limit, unit="mm", working=w.done())
    if t <= thick:
        return replace(found, sentence=f"{text}.", state="holds", demand=t, limit=limit, unit="mm", working=w.done())
    use, state = at_most(t, thick)
    return replace(
        found, sentence=f"{text}: its ring does not come through.", state=state, demand=t, limit=limit, unit="mm", use=use, working=w.done()
    )


def _drawn(context: Context, build: Assembly, one: Closure) -> Finding:
    say, w = context.say, Working()
    w.given("A", one.area * 1e-6, "m²", "of the hole")
    F = w.line("F", "A * p * 1e6", "N", "drawn at, or pressed on", p=PRESSURE)
    roof = build.panel(one.panel).use == "roof"
    text = f"The wind draws at it with {say.force(F)}: its ring, its hinges and its latch must take that."
    return _found(build, one, "window.wind", "in the wind", text + (f" {TREAD}" if roof else ""), w, WIND_BASIS)


def _wet(context: Context, build: Assembly, one: Closure, lets: float) -> Finding:
    """The inner face of its pane against the dew point: said, for every pane gets wet some day, and water on it runs off."""
    winter, w = context.design.loads.winter, Working()
    flow = "up" if build.panel(one.panel).use == "roof" else "level"
    w.given("T_i", winter.inside, "°C", "inside")
    w.given("T_e", winter.outside, "°C", "outside")
    w.given("U", lets, "W/(m² K)", "as its maker gives it")
    T = w.line("T_s", "T_i - (T_i - T_e) * U * R_si", "°C", "inner face", R_si=INSIDE[flow])  # type: ignore[index]
    dew = w.given("T_d", dew_point(winter.inside, winter.humidity / 100.0), "°C", f"dew point of air at {winter.humidity:g} %")
    text = f"{T:.1f} °C on its inner face, {winter.outside:g} °C outside; the air gives up water at {dew:.1f} °C"
    text += ": it runs wet, lead the water out." if dew > T else "."
    return _found(build, one, "window.wet", "wet in winter", text, w, "ISO 10077-1 U-value, ISO 6946 inner resistance, from memory")


CHECKS = (BuildCheck(check_closures, ("closures",)),)
