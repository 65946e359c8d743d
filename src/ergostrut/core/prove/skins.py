"""Skins between the members of a frame: strips under the wind from either side, and how far they give.

Fastened all over, a skin is taken as continuous over the members it covers, and as a strip whatever closes its bays above and below.
"""

from __future__ import annotations

import itertools
from collections.abc import Iterator

import numpy as np

from ..cases import PRESSURE, WIND_BASIS
from ..catalog.model import Sandwich, Sheet
from ..finding import Finding, Working, at_most
from ..mechanics.panels import sandwich
from ..mechanics.panels.strip import bays
from ..structure.assembly import Assembly
from ..structure.context import Context
from ..structure.panel import Panel
from ..structure.parts import Member
from .deck.field import PLYWOOD, WET
from .deck.layered import THIN_FACES
from .model.cladding import lanes, members_under
from .model.outdoors import outer

LIMIT = 120.0
"""Span over what a wall or a roof may give (IBC 1604.3 for walls with flexible finishes, from memory)."""
CASE = "Wind"


def check_skins(context: Context, build: Assembly) -> Iterator[Finding]:
    """Every skin of a frame under the wind: strength, and how far it gives between two members."""
    for panel in filter(outer, build.skins):
        axes, rows = lanes(panel, members_under(build, panel))
        if len(rows) < 2:
            continue
        clear = [b[0] - a[0] - (_wide(a[3], panel, axes) + _wide(b[3], panel, axes)) / 2 for a, b in itertools.pairwise(rows)]
        L, count = max(clear), len(clear)
        sheet = panel.plate
        across_grain = abs(float(axes[1][panel.grain])) < 0.5
        if isinstance(sheet, Sandwich):
            yield from _layered(context, build, panel, sheet, L)
        else:
            yield from _sheet(context, build, panel, sheet, L, count, across_grain=across_grain)


def _wide(member: Member, panel: Panel, axes: np.ndarray) -> float:
    """mm of a member's face under a skin, across its run."""
    shape, own = member.shape, np.array(member.axes[1:])
    across = panel.pose.R[:, :2] @ axes[1]
    return float(np.abs(own @ across) @ (shape.width, shape.depth))


def _found(
    build: Assembly, panel: Panel, check: str, title: str, text: str, demand: float, limit: float, unit: str, w: Working, basis: str
) -> Finding:
    use, state = at_most(demand, limit)
    return Finding(
        f"{build.id}/skin.{check}", f"skin.{check}", "prove", (panel.id,), title, text, state, demand, limit, unit, use, case=CASE,
        basis=f"{basis}; {WIND_BASIS}", working=w.done(),
    )  # fmt: skip


def _sheet(context: Context, build: Assembly, panel: Panel, sheet: Sheet, L: float, count: int, *, across_grain: bool) -> Iterator[Finding]:
    say, row, k = context.say, bays(count), int(across_grain)
    w = Working()
    w.say(
        f"{panel.name}: {sheet.label} over {count} bay{'s' if count > 1 else ''}{', its grain along the members' if across_grain else ''}."
    )
    p = w.given("p", PRESSURE, "MPa", "wind, from outside or drawn off")
    w.given("L", L, "mm", "widest clear between two members")
    w.line("M", "k_w * p * L**2", "N mm/mm", k_w=row.moment)
    stress = w.line("sigma", "6 * M / t**2", "MPa", "mean thickness", t=sheet.t)
    wet = WET if context.design.loads.wet else 1.0
    limit = w.line("sigma_allow", "k * f_m", "MPa", "short-term factor", k=sheet.material.short * wet, f_m=sheet.f[k])
    text = (
        f"{say.stress(stress)} of the {say.stress(limit)} working limit in the wind, {sheet.label} over {say.length(L)}, the {panel.name}."
    )
    yield _found(build, panel, "wind", "Skin in the wind", text, stress, limit, "MPa", w, PLYWOOD)
    d = Working()
    d.values.update(p=p, L=L, t=sheet.t)
    sag = d.line("delta", "k_d * p * L**4 / (E * t**3 / 12)", "mm", k_d=row.sag, E=sheet.E[k])
    yield _gives(context, build, panel, sag, d, PLYWOOD)


def _layered(context: Context, build: Assembly, panel: Panel, sheet: Sandwich, L: float) -> Iterator[Finding]:
    say, found = context.say, sandwich.uniform(sheet, L, PRESSURE, lasting=False)
    w = Working()
    w.say(f"{panel.name}: {sheet.label} over {say.length(L)}, a simple strip.")
    w.given("sigma_f", found.face, "MPa", "M / (t_f d)")
    w.given("sigma_allow", found.face_allow, "MPa", f"face, or half of wrinkling at {found.wrinkle:.0f} MPa")
    w.given("tau_c", found.shear, "MPa", "V / d")
    w.given("tau_allow", found.shear_allow, "MPa", "core, factor in")
    use = w.line("use", "max(sigma_f / sigma_allow, tau_c / tau_allow)", "")
    text = f"Face {say.stress(found.face)} of {say.stress(found.face_allow)}, core {found.shear:.3f} of {found.shear_allow:.3f} MPa in the wind, the {panel.name}."
    yield _found(build, panel, "wind", "Skin in the wind", text, use, 1.0, "of the limit", w, THIN_FACES)
    d = Working()
    d.values.update(L=L)
    sag = d.given("delta", found.sag, "mm", "5 p L⁴ / 384 D + p L² / 8 S")
    yield _gives(context, build, panel, sag, d, THIN_FACES)


def _gives(context: Context, build: Assembly, panel: Panel, sag: float, w: Working, basis: str) -> Finding:
    say = context.say
    limit = w.line("delta_limit", "L / r", "mm", "walls", r=LIMIT)
    text = f"{say.length(sag)} of {say.length(limit)} between two members, the {panel.name}."
    basis = f"{basis}; L/{LIMIT:g} for walls, IBC 1604.3, from memory"
    return _found(build, panel, "gives", "Skin, how far it gives", text, sag, limit, "mm", w, basis)
