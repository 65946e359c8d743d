"""Lids in a box's top: a strip from cleat to cleat under a foot or what stands on it."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass

from ...cases import BUMP
from ...catalog.model import Sandwich, Sheet
from ...constants import G
from ...finding import Finding, Working, at_most
from ...mechanics.panels import sandwich
from ...structure.assembly import Assembly
from ...structure.context import Context
from ...structure.nouns.panel import Lid, Panel
from .stiff import WET

FOOT = 75.0
AT_EDGE = "of it at a free edge"


def check_lids(context: Context, build: Assembly) -> Iterator[Finding]:
    """Each lid under the hardest of a foot in its middle and what stands over it; it lies on cleats under its two longer edges."""
    for panel in build.lids:
        yield max((_under(context, panel, build.id, patch) for patch in _patches(context, build, panel)), key=lambda one: one.use or 0.0)


@dataclass(frozen=True, slots=True)
class _Patch:
    """``newton`` on a lid, ``wide`` mm its shorter side there; ``lasting`` where it stands for long."""

    newton: float
    wide: float
    words: str
    case: str
    lasting: bool = False
    anywhere: bool = False
    """Somebody may stand there: at the lid's free edge as well."""


def _patches(context: Context, build: Assembly, panel: Panel) -> list[_Patch]:
    """A foot, and everything that stands over the lid, in a bump and for good, by the share of it that does."""
    loads = context.design.loads
    own = loads.cases.get("Bump")
    bump = 1.0 if "Bump" in loads.off else max(1.0, -own.z) if own else BUMP[loads.road]
    found = [_Patch(loads.foot, FOOT, "one foot on 75 x 75 mm", "Parked, foot", anywhere=True)]
    assert isinstance(panel.carries, Lid)
    (x0, y0, _), (x1, y1, z1) = panel.lo, panel.hi
    for item in context.plan.on(build.panel(panel.carries.over).body):
        (x, y, _), (sx, sy, _) = item.at(), item.size
        a, b = min(x1, x + sx / 2) - max(x0, x - sx / 2), min(y1, y + sy / 2) - max(y0, y - sy / 2)
        if a > 1.0 and b > 1.0 and abs(item.surface.origin[2] - z1) < 1.0:
            W = item.mass * G * a * b / (sx * sy)
            found.append(_Patch(bump * W, min(a, b), item.thing.name, "Bump" if context.scene == "driving" else "Parked"))
            found.append(_Patch(W, min(a, b), item.thing.name, "Parked", True))
    return found


def _under(context: Context, panel: Panel, build: str, patch: _Patch) -> Finding:
    say, w = context.say, Working()
    P = w.given("P", patch.newton, "N", f"{patch.words}, {patch.case.lower()}")
    w.given("c", patch.wide, "mm", "its shorter side there")
    L = w.given("L", min(panel.wide), "mm", "the lid's shorter way, edge to edge, hinged on its cleats")
    w.given("B", max(panel.wide), "mm", "its longer way")
    name = panel.id.rsplit("/", 2)[-2].replace(".", " ")
    ident, title = f"{build}/{panel.id.rsplit('/', 2)[-2]}.foot", f"{name.capitalize()} under a foot and what stands on it"
    text = f"in {panel.sheet.label} over {say.length(L)}, {patch.words}, {patch.case.lower()}."
    if isinstance(panel.sheet, Sandwich):
        b = w.line("b", "min(c + 0.58 * L, B)", "mm", "width that carries, Westergaard 1930")
        b = w.line("b", "max(0.37 * b, c)", "mm", AT_EDGE) if patch.anywhere else b
        use = w.given("use", sandwich.line(panel.sheet, L, P / b, lasting=patch.lasting).use, "", "faces and core as a strip (Allen 1969)")
        return Finding(
            ident, "hatch.foot", "prove", (panel.id,), title, f"{say.force(P)} {text}", at_most(use, 1.0)[1], use=use, case=patch.case,
            basis="sandwich with thin faces (Allen 1969)", working=w.done(),
        )  # fmt: skip
    assert isinstance(panel.sheet, Sheet)
    weak, strong = sorted(panel.sheet.E)
    w.line("b", "min(c + 0.58 * L * (E_2 / E_1)**0.25, B)", "mm", "width that carries, Westergaard 1930; the weaker way of the grain", E_2=weak, E_1=strong)  # fmt: skip
    if patch.anywhere:
        w.line("b", "max(0.37 * b, c)", "mm", AT_EDGE)
    w.line("M", "P * (L / 4 - min(c, L) / 8)", "N mm", "mid span")
    w.given("t", panel.sheet.t, "mm", "mean thickness")
    stress = w.line("sigma", "M / (b * t**2 / 6)", "MPa")
    wet = WET if context.design.loads.wet else 1.0
    factor = (panel.sheet.material.long if patch.lasting else panel.sheet.material.short) * wet
    words = f"{'long' if patch.lasting else 'short'}-term factor, weaker way of the grain" + (", wetted x 0.8" if wet < 1 else "")
    limit = w.line("sigma_allow", "k * f_m", "MPa", words, k=factor, f_m=min(panel.sheet.f))
    use, state = at_most(stress, limit)
    w.line("use", "sigma / sigma_allow", "")
    return Finding(
        ident, "hatch.foot", "prove", (panel.id,), title, f"{say.stress(stress)} of {say.stress(limit)} {text}", state, stress, limit, "MPa", use, case=patch.case,
        basis="plywood after the Handbook of Finnish Plywood, factors after EC5; strip after Westergaard 1930", working=w.done(),
    )  # fmt: skip
