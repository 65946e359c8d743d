"""What one fixing can take: the bolt itself, and what it pulls on."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np

from ..mechanics.joints.bolt import combined, combined_all, through_tube
from ..mechanics.joints.thin import rated_nut
from ..mechanics.solver.model import Array
from ..structure.context import Context
from ..structure.holds import Anchor
from ..working import Working

FLOOR_FU = 270.0
"""MPa: mild sheet steel at the lowest of its family (EN 10130 DC01, from memory)."""
PLATE = 60.0
"""Backing plate, side of the square, mm."""
BOLT_BASIS = "AISC 360-16 J3.6, J3.7, J3.10 with factor 2; AISI S100 pull-over 1.5 t dw Fu / 3; threads in the shear plane"


@dataclass(frozen=True, slots=True)
class Capacity:
    """Allowable tension and shear, N; ``missing`` names what keeps it unknown, ``rated`` one rating for both together."""

    tension: float
    shear: float
    missing: tuple[str, ...] = ()
    rated: float | None = None


def capacity(context: Context, anchor: Anchor, w: Working | None = None, *, nominal: bool = False) -> Capacity:
    """Allowables of a fixing, or its ``nominal`` strength without factor; writes its lines into ``w`` when given."""
    w = w if w is not None else Working()
    half, third = (1.0, 1.0) if nominal else (2.0, 3.0)
    if anchor.missing or anchor.thread is None:
        return Capacity(0.0, 0.0, (anchor.missing or "thread",))
    w.given("d", anchor.thread.d, "mm", anchor.thread.id)
    w.given("F_u", anchor.Fu, "MPa", f"bolt, {anchor.grade}")
    w.line("A_b", "pi * d**2 / 4", "mm²", "nominal area")
    T = w.line("T_b", "0.75 * F_u * A_b / O", "N", "bolt in tension, J3.6", O=half)
    V = w.line("V_b", "0.45 * F_u * A_b / O", "N", "bolt in shear, threads in the plane, J3.6", O=half)
    if anchor.tube is not None:
        Fy, wall = anchor.tube
        tube = w.given(
            "V_t",
            4 / half * through_tube(Fy, anchor.thread.d, wall),
            "N",
            f"both walls of the base rail, {wall:.2f} mm, 1.8 Fy d t{' / 2' if half > 1 else ''}, J7",
        )
        V = min(V, tube)
    if anchor.spacer > 0:
        w.given("h", anchor.spacer, "mm", "spacer: the bolt bends over it, held at both ends, M = V h / 2")
        V = min(
            V,
            w.line(
                "V_h",
                "k * F_p * (pi * d**3 / 32) / (h / 2)",
                "N",
                "shear that bends it to its proof stress" if nominal else "shear that bends it to 0.75 of its proof stress",
                F_p=anchor.proof,
                k=1.0 if nominal else 0.75,
            ),
        )
    if anchor.nut:
        return _nut(anchor, T, V, w, nominal)
    hole = context.host.holes.get(anchor.hole or "")
    if hole is not None and hole.rating is not None:
        rated = w.given("R_h", hole.rating, "N", f"rating you gave for {hole.name}")
        return Capacity(min(T, rated), min(V, rated), (), rated)
    if hole is not None and hole.behind != "sheet":
        return Capacity(T, V, (f"rating of {hole.name} ({hole.behind})",))
    t = context.host.mm("floor_thickness")
    if t is None:
        return Capacity(T, V, ("floor_thickness",))
    w.given("t", t, "mm", "floor sheet")
    w.given("F_s", FLOOR_FU, "MPa", "floor steel at the lowest of its family, from memory")
    w.given("d_w", PLATE if anchor.backing else anchor.washer, "mm", "backing plate" if anchor.backing else "washer")
    pull = w.line("T_s", "1.5 * t * d_w * F_s / O_3", "N", "pulls over the washer, AISI S100 J4.4", O_3=third)
    bear = w.line("V_s", "2.4 * d * t * F_s / O", "N", "bearing on the sheet, J3.10", O=half)
    return Capacity(w.given("T_a", min(T, pull), "N", "the lesser"), w.given("V_a", min(V, bear), "N", "the least"))


def _nut(anchor: Anchor, T: float, V: float, w: Working, nominal: bool) -> Capacity:
    """A rivet or plate nut: a third of what it is sold for, and what the sheet round it was rated at; unknown without either."""
    lacking = []
    if anchor.nut_sold is None:
        lacking.append("what the nut is sold for")
    if anchor.sheet_rating is None:
        lacking.append("rating of the sheet round it")
    if anchor.nut_sold is None or anchor.sheet_rating is None:
        return Capacity(T, V, tuple(lacking))
    w.given("R_n", anchor.nut_sold, "N", "nut, as sold")
    nut = w.given(
        "R_na", anchor.nut_sold if nominal else rated_nut(anchor.nut_sold), "N", "all of it, nominal" if nominal else "a third of it"
    )
    w.given("R_p", anchor.sheet_rating, "N", "sheet round it, as rated")
    held = w.line("R_h", "min(R_na, R_p)", "N", "the lesser, for pull and shear together")
    w.say("Rivet nuts slip and corrode in time: check their grip at every service.")
    return Capacity(min(T, nut, held), min(V, nut, held), (), held)


def bolt_uses(tension: Array, shear: Array, cap: Capacity, anchor: Anchor) -> Array:
    """``bolt_use`` of many pulls and shears (n,) on one fixing."""
    if cap.tension <= 0 or cap.shear <= 0:
        return np.full(len(tension), 99.0)
    use = np.maximum(tension / cap.tension, shear / cap.shear)
    if cap.rated:
        use = np.maximum(use, np.hypot(tension, shear) / cap.rated)
    if anchor.thread is not None and anchor.Fu > 0:
        use = np.maximum(use, np.minimum(combined_all(tension, shear, anchor.thread, anchor.Fu), 99.0))
    return use


def bolt_use(tension: float, shear: float, cap: Capacity, anchor: Anchor, *, nominal: bool = False) -> float:
    """Use of one fixing under both: each alone, the bolt combined by J3.7, a rating against the resultant."""
    if cap.tension <= 0 or cap.shear <= 0:
        return 99.0
    use = max(tension / cap.tension, shear / cap.shear)
    if cap.rated:
        use = max(use, (tension**2 + shear**2) ** 0.5 / cap.rated)
    if anchor.thread is not None and anchor.Fu > 0:
        part = 0.5 if nominal else 1.0  # the allowable of J3.7 is half of nominal
        use = max(use, min(combined(tension * part, shear * part, anchor.thread, anchor.Fu), 99.0))
    return use
