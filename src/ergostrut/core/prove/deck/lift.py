"""What is bolted to a deck pulls it up: its screws, out of the members or through the deck, over the half of its foot that lifts."""

from __future__ import annotations

import math
from collections.abc import Iterator
from dataclasses import dataclass

from ...cases import CRASH_BASIS, ROAD_DURATION, Case, crash_cases, road_cases
from ...catalog.model import Metal, Planks, Wood
from ...constants import G
from ...finding import COMMON_PRACTICE, Finding, Working
from ...mechanics.joints.woodscrew import withdrawal
from ...structure.carried import Placed
from ..model.diaphragm import SCREW_PITCH
from .field import Field
from .screws import IN_WOOD, SCREW, WET_SCREW, through_head

NOMINAL_WOOD, NOMINAL_METAL = 3.32, 3.0
"""Nominal strength over what is allowed (NDS 2018 table N1, from memory; AISI S100-16 J4.4)."""
HALVES = ("along", "across")


@dataclass(frozen=True, slots=True)
class _Lift:
    """N up on half of a thing's foot in a case, on so many screws."""

    item: Placed
    case: Case
    axis: int
    newton: float
    screws: int


def check_lift(field: Field) -> Iterator[Finding]:
    """The hardest pulled screw under what is bolted to a deck, as driven and in a crash."""
    if field.panel.laid.edges != "screwed" or not field.panel.level:
        return
    loads = field.context.design.loads
    for crash, cases in ((False, road_cases(loads)), (True, crash_cases(loads))):
        lifts = [lift for item in field.bolted for case in cases for lift in _lifts(field, item, case)]
        worst = max(lifts, key=lambda lift: lift.newton / lift.screws, default=None)
        if worst is not None and worst.newton > 1.0:
            yield _finding(field, worst, crash=crash)


def _lifts(field: Field, item: Placed, case: Case) -> Iterator[_Lift]:
    """Either half of its foot: a level push at half its height tips it, half of what presses it down holds that."""
    W = item.mass * G
    for axis in (0, 1):
        newton = W * (abs(case.g[axis]) * item.size[2] / 2 / item.size[axis] + case.g[2] / 2)
        yield _Lift(item, case, axis, newton, _screws(field, item, axis))


def _screws(field: Field, item: Placed, axis: int) -> int:
    """Screws under half of a thing's foot: every member there, or the nearest, with two a board or one a pitch of a sheet."""
    k, (lx, ly) = field.panel.laid.span, item.size[:2]
    size, at = (lx, ly), item.at()
    long, wide = size[k], size[1 - k]
    long, wide = (long / 2, wide) if axis == k else (long, wide / 2)
    under = sorted(field.assembly.member(name).middle[k] for name in field.panel.laid.on)
    # the half with fewer members under it
    middles = [at[k] - size[k] / 4, at[k] + size[k] / 4] if axis == k else [at[k]]
    members = min(max(sum(abs(x - middle) <= long / 2 for x in under), 1) for middle in middles)
    if isinstance(field.panel.sheet, Planks):
        return members * 2 * max(math.floor(wide / field.panel.sheet.width), 1)
    return members * (math.floor(wide / SCREW_PITCH) + 1)


def _finding(field: Field, lift: _Lift, *, crash: bool) -> Finding:
    say, w = field.context.say, Working()
    screw = field.context.catalog.wood_screws[SCREW]
    name, case = lift.item.thing.name, lift.case
    w.say(f"{name}, {case.name}, tipped {HALVES[lift.axis]} the vehicle; its bolts lie at the ends of its foot.")
    w.given("W", lift.item.mass * G, "N", "its weight")
    w.given("a", abs(case.g[lift.axis]), "g", "level")
    w.given("g_z", case.g[2], "g", "down negative")
    w.given("h", lift.item.size[2] / 2, "mm", "half its height")
    w.given("l", lift.item.size[lift.axis], "mm", "its foot that way")
    w.line("L", "W * (a * h / l + g_z / 2)", "N", "up on one half of its foot")
    force = w.line("F", "L / n", "N", "on a screw under it", n=lift.screws)
    through = w.given(
        "R_h",
        through_head(field.panel, screw.d),
        "N",
        f"head of a {SCREW} screw through it, of a sandwich through one face, NDS 2018 12.2.5",
    )
    materials = [field.assembly.member(one).section for one in field.panel.laid.on]
    woods = [s.material.gravity for s in materials if isinstance(s.material, Wood)]
    wet = WET_SCREW if field.context.design.loads.wet else 1.0
    if woods:
        out = w.given(
            "R_o", wet * withdrawal(min(woods), screw.d, IN_WOOD * screw.d), "N", "out of the member, six diameters deep, NDS 2018 12.2-2"
        )
        factor = NOMINAL_WOOD if crash else ROAD_DURATION
        limit = w.line("R", "min(R_h, R_o) * k", "N", "nominal, in a crash" if crash else "load duration, NDS 2018 2.3.2", k=factor)
    else:
        holds = min(0.85 * s.properties.wall * screw.d * s.material.Fu / 3 for s in materials if isinstance(s.material, Metal))
        out = w.given("R_o", holds, "N", "thread out of the member's wall, 0.85 t d Fu / 3, AISI S100-16 J4.4.1")
        limit = w.line(
            "R", "min(R_h * k_w, R_o * k_m)", "N", "", k_w=NOMINAL_WOOD if crash else ROAD_DURATION, k_m=NOMINAL_METAL if crash else 1.0
        )
    w.line("use", "F / R", "")
    what = "head" if through <= out else "thread"
    check = f"deck.lift{'.crash' if crash else ''}"
    text = f"{say.force(force)} of {say.force(limit)} on a screw of the deck, the {what} lets go first, under {name}, which is bolted to the deck alone, {case.name.lower()}."
    basis = f"{SCREW} at the least, two a board and member, a sheet every {SCREW_PITCH:.0f} mm: {COMMON_PRACTICE}" + (
        f"; {CRASH_BASIS}" if crash else ""
    )
    title = f"Deck under what is bolted to it{', in a crash' if crash else ''}"
    return field.finding(check, title, text, force, limit, case.name, w, basis, "N")
