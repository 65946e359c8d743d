"""Back and front of a drawer: what is in it leans on them, on the road and in a crash. Its sides lean on their slides, all along."""

from __future__ import annotations

from collections.abc import Iterator, Sequence

import numpy as np

from ...cases import CRASH_BASIS, ROAD_BASIS, crash_cases, road_cases
from ...catalog.model import Sheet
from ...finding import Finding, Working, at_most
from ...structure.assembly import Assembly
from ...structure.context import Context
from ...structure.nouns.panel import Panel
from ..deck.field import PLYWOOD, WET
from .pulled import Loaded

BETA = (0.5, 2 / 3, 1.0, 2.0), (0.060, 0.083, 0.112, 0.132)
"""Moment at the free edge of a plate held on three, in q L2, by height over length; held as for 0.5 where it is lower."""
THREE_EDGES = "plate held by sides and foot, its top free (Timoshenko and Woinowsky-Krieger, table 41, from memory)"


def walls_of(build: Assembly, one: Loaded) -> Iterator[tuple[Panel, Sheet]]:
    """Upright panels across the way of a drawer that are sheets."""
    for panel in build.panels:
        if panel.body != one.runner.body or panel.id == one.runner.bottom or not isinstance(panel.sheet, Sheet) or panel.across == 2:
            continue
        if panel.across == one.runner.axis:
            yield panel, panel.sheet


def check_walls_of_drawers(context: Context, build: Assembly, drawers: Sequence[Loaded]) -> Iterator[Finding]:
    """The hardest wall of all drawers on the road, and in a crash where the job asks for one."""
    road = [(case.name, case.g) for case in road_cases(context.design.loads)]
    yield from _hardest(context, build, drawers, road, crash=False)
    if context.design.loads.crash.on:
        yield from _hardest(context, build, drawers, [(case.name, case.g) for case in crash_cases(context.design.loads)], crash=True)


def _hardest(
    context: Context, build: Assembly, drawers: Sequence[Loaded], cases: Sequence[tuple[str, tuple[float, float, float]]], *, crash: bool
) -> Iterator[Finding]:
    found = [
        _wall(context, build, one, wall, cases, crash=crash)
        for one in drawers
        if any(context.plan.on(one.runner.body))
        for wall in walls_of(build, one)
    ]
    if found:
        yield max(found, key=lambda one: one.use or 0.0)


def _wall(
    context: Context,
    build: Assembly,
    one: Loaded,
    wall: tuple[Panel, Sheet],
    cases: Sequence[tuple[str, tuple[float, float, float]]],
    *,
    crash: bool,
) -> Finding:
    """A wall as a plate on three edges, all that is in the drawer pressed evenly on it."""
    panel, sheet = wall
    case, g = max(((name, abs(v[one.runner.axis])) for name, v in cases), key=lambda row: row[1])
    say, w = context.say, Working()
    w.given("m", sum(item.mass for item in context.plan.on(one.runner.body)), "kg", f"all in {one.runner.label}")
    F = w.line("F", "a * m * 9.80665", "N", f"leans on its {panel.role.removeprefix('drawer ')}, {case.lower()}", a=g)
    beta = float(np.interp(one.runner.high / one.runner.width, *BETA))
    w.line("M", "beta * F * L / h", "N mm/mm", THREE_EDGES, beta=beta, F=F, L=one.runner.width, h=one.runner.high)
    stress = w.line("sigma", "6 * M / t**2", "MPa", t=sheet.t)
    wet = WET if context.design.loads.wet else 1.0
    k = wet * (1.0 if crash else sheet.material.short)
    limit = w.line(
        "sigma_allow",
        "k * f_m",
        "MPa",
        "characteristic strength, the weaker way" + ("" if crash else ", short-term"),
        k=k,
        f_m=min(sheet.f),
    )
    use, state = at_most(stress, limit)
    text = f"{say.stress(stress)} of {say.stress(limit)} in the {panel.role.removeprefix('drawer ')} of {one.runner.label}, {case.lower()}."
    check = "drawer.walls.crash" if crash else "drawer.walls"
    parts = (panel.id, *(p.id for p in build.panels if p.body == one.runner.body and p.id not in (panel.id, one.runner.bottom)))
    return Finding(
        f"{build.id}/{check}", check, "prove", parts, f"Back and front of a drawer{', in a crash' if crash else ''}", text, state, stress, limit, "MPa", use,
        case=case, position="in", basis=f"{PLYWOOD}; {THREE_EDGES}; {CRASH_BASIS if crash else ROAD_BASIS}",
        working=w.done(),
    )  # fmt: skip
