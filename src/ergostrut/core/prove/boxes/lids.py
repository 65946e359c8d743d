"""Lids in a box's top: a strip from cleat to cleat under one foot."""

from __future__ import annotations

from collections.abc import Iterator

from ...catalog.model import Sandwich, Sheet
from ...finding import Finding, Working, at_most
from ...mechanics.panels import sandwich
from ...structure.context import Context
from ...structure.parts import PanelPart

FOOT = 75.0
ROLE = "hatch"


def check_lids(context: Context, panels: tuple[PanelPart, ...], build: str) -> Iterator[Finding]:
    """Each lid under one foot in its middle; it lies on cleats under its two longer edges."""
    for panel in panels:
        if panel.role == ROLE:
            yield _foot(context, panel, build)


def _foot(context: Context, panel: PanelPart, build: str) -> Finding:
    say, w = context.say, Working()
    P = w.given("P", context.design.loads.foot, "N", "one foot on 75 x 75 mm")
    L = w.given("L", min(panel.size), "mm", "its shorter way, edge to edge, hinged on its cleats")
    B = w.given("B", max(panel.size), "mm", "its longer way")
    name = panel.id.rsplit("/", 2)[-2].replace(".", " ")
    ident, title = f"{build}/{panel.id.rsplit('/', 2)[-2]}.foot", f"{name.capitalize()} under one foot"
    if isinstance(panel.sheet, Sandwich):
        b = w.line("b", "min(c + 0.58 * L, B)", "mm", "width that carries, Westergaard 1930", c=FOOT)
        result = sandwich.line(panel.sheet, L, P / b, lasting=False)
        use = w.given("use", result.use, "", "faces and core of the sandwich as a strip (Allen 1969)")
        return Finding(
            ident, "hatch.foot", "prove", (panel.id,), title, f"{say.force(P)} on {panel.sheet.label} over {say.length(L)}.", at_most(use, 1.0)[1], use=use,
            case="Parked, foot", basis="sandwich with thin faces (Allen 1969)", working=w.done(),
        )  # fmt: skip
    assert isinstance(panel.sheet, Sheet)
    weak, strong = sorted(panel.sheet.E)
    w.line("b", "min(c + 0.58 * L * (E_2 / E_1)**0.25, B)", "mm", "width that carries, Westergaard 1930; the weaker way of the grain", c=FOOT, E_2=weak, E_1=strong)  # fmt: skip
    w.line("M", "P * (L / 4 - min(c, L) / 8)", "N mm", "mid span", c=FOOT)
    t = w.given("t", panel.sheet.t, "mm", "mean thickness")
    stress = w.line("sigma", "M / (b * t**2 / 6)", "MPa", B=B)
    limit = w.line("sigma_allow", "k * f_m", "MPa", "short-term factor, weaker way of the grain", k=panel.sheet.material.short, f_m=min(panel.sheet.f))  # fmt: skip
    use, state = at_most(stress, limit)
    w.line("use", "sigma / sigma_allow", "")
    text = f"{say.stress(stress)} of {say.stress(limit)} in {panel.sheet.label}, {say.length(t)} thick over {say.length(L)}."
    return Finding(
        ident, "hatch.foot", "prove", (panel.id,), title, text, state, stress, limit, "MPa", use, case="Parked, foot",
        basis="plywood after the Handbook of Finnish Plywood, factors after EC5; strip after Westergaard 1930", working=w.done(),
    )  # fmt: skip
