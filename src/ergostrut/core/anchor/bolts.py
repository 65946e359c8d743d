"""What one fixing can take: the bolt itself, and what it pulls on."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np

from ..catalog.model import Metal, Wood
from ..mechanics.joints.bolt import combined, combined_all, through_tube
from ..mechanics.joints.thin import rated_nut
from ..mechanics.joints.tube_wall import WALL_FACTOR, roller_on_face
from ..mechanics.solver.model import Array
from ..sections import Properties
from ..structure.context import Context
from ..structure.nouns.holds import Anchor
from ..working import Working
from .grip import RIB_PITCH

FLOOR_FU = 270.0
"""MPa: mild sheet steel at the lowest of its family (EN 10130 DC01, from memory)."""
FLOOR_FY = 140.0
"""MPa: its yield likewise."""
DISH = 2.0
"""mm that a floor may dish under a fixing: judgement, no published source."""
WASHER_MOST = 19.1
"""mm of a washer that counts in pull-over (AISI S100-16 J4.4.2: 3/4 in)."""
PLATE = 60.0
"""Backing plate, side of the square, mm."""
BOLT_BASIS = "AISC 360-16 J3.6, J3.7, J3.10 with factor 2; AISI S100 pull-over 1.5 t dw Fu / 3; the rail's own walls by J7 and chapter K; threads in the shear plane"


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
    T, V = of_bolt(anchor, w, nominal=nominal)
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
    head = w.given("d_h", PLATE if anchor.backing else anchor.washer, "mm", "backing plate" if anchor.backing else "washer")
    w.line("d_w", "min(d_h, d_max)", "mm", "as much of it as counts, AISI S100 J4.4.2", d_max=WASHER_MOST)
    pull = w.line("T_s", "1.5 * t * d_w * F_s / O_3", "N", "pulls over the washer, AISI S100 J4.4", O_3=third)
    pull = min(pull, _sheet_bends(w, head, nominal))
    bear = w.line("V_s", "2.4 * d * t * F_s / O", "N", "bearing on the sheet, J3.10", O=half)
    return Capacity(w.given("T_a", min(T, pull), "N", "the lesser"), w.given("V_a", min(V, bear), "N", "the least"))


def of_bolt(anchor: Anchor, w: Working, *, nominal: bool = False) -> tuple[float, float]:
    """(tension, shear) N that a bolt takes, over its spacer and through its own rail, whatever it is screwed to.

    Raises:
        ValueError: it has no thread.
    """
    if anchor.thread is None:
        raise ValueError(anchor.missing or "it has no thread")
    half = 1.0 if nominal else 2.0
    w.given("d", anchor.thread.d, "mm", anchor.thread.id)
    w.given("F_u", anchor.Fu, "MPa", f"bolt, {anchor.grade}")
    w.line("A_b", "pi * d**2 / 4", "mm²", "nominal area")
    T = w.line("T_b", "0.75 * F_u * A_b / O", "N", "bolt in tension, J3.6", O=half)
    V = w.line("V_b", "0.45 * F_u * A_b / O", "N", "bolt in shear, threads in the plane, J3.6", O=half)
    T, V = _through_rail(anchor, T, V, w, nominal)
    if anchor.spacer > 0:
        w.given("h", anchor.spacer, "mm", "spacer: the bolt bends over it")
        held = "held at its foot alone, M = V h" if anchor.free else "held at both ends, M = V h / 2"
        w.given("c", 1.0 if anchor.free else 2.0, "", held)
        V = min(
            V,
            w.line(
                "V_h",
                "k * F_y * (pi * d_3**3 / 32) / (h / c)",
                "N",
                "shear that bends it to its yield at the thread's root"
                if nominal
                else "shear that bends it to 0.75 of its yield at the thread's root",
                F_y=anchor.Fy,
                d_3=anchor.thread.minor,
                k=1.0 if nominal else 0.75,
            ),
        )
    return T, V


def _sheet_bends(w: Working, head: float, nominal: bool) -> float:
    """Floor between ribs under a stiff washer, as a clamped disc: yield fans, 4 pi m r/(r - c) with m = Fy t2/4, and what it stretches to
    when it has dished by ``DISH``, 2 pi Fy t w/ln(r/c)."""
    c = w.given("c", min(head / 2, 0.8 * RIB_PITCH / 2), "mm", "half the washer or plate")
    w.line("P_b", "pi * F_yf * t**2 * r / (r - c)", "N", "bends between its ribs", F_yf=FLOOR_FY, r=RIB_PITCH / 2, c=c)
    w.line("P_m", "2 * pi * F_yf * t * w_d / log(r / c)", "N", "and stretches, dished by 2 mm at most (judgement)", w_d=DISH)
    return w.line("T_p", "(P_b + P_m) / O_f", "N", "", O_f=1.0 if nominal else 1.67)


def _through_rail(anchor: Anchor, T: float, V: float, w: Working, nominal: bool) -> tuple[float, float]:
    """What the rail itself takes of its bolt: the wall on the floor in shear, the face under the bolt's head in pull."""
    if anchor.rail is None or anchor.thread is None:
        return T, V
    material = anchor.rail.material
    shape = anchor.rail.properties.turned() if anchor.flat else anchor.rail.properties
    if isinstance(material, Wood):
        w.line("A_w", "pi * (d_0**2 - (d + 1.5)**2) / 4", "mm²", "washer on the rail", d_0=anchor.washer)
        return min(T, w.line("T_w", "F_cp * A_w", "N", "wood across its grain under it, NDS 3.10", F_cp=material.Fcp)), V
    wall, d = shape.wall, anchor.thread.d
    if shape.shape == "angle":
        T = min(T, _leg_bends(anchor, shape, material, w, nominal))
    if shape.shape in ("angle", "channel", "strut"):
        O_b = {False: 1.95 if material.kind == "aluminium" else 2.0, True: 1.0}[nominal]
        V = min(
            V,
            w.line(
                "V_t",
                "2 * d * t_r * F_ur / O_b",
                "N",
                "bearing on the rail's wall, ADM J.3.6, under J3.10",
                t_r=wall,
                F_ur=material.Fu,
                O_b=O_b,
            ),
        )
    if shape.shape in ("channel", "strut"):
        return min(T, _face(anchor, shape, material, w, nominal)), V
    if shape.shape != "tube":
        return T, V
    if material.kind == "aluminium":
        shear = w.line(
            "V_t",
            "2 * d * t_r * F_ur / O_a",
            "N",
            "the wall on the floor, ADM J.3.6",
            t_r=wall,
            F_ur=material.Fu,
            O_a=1.0 if nominal else 1.95,
        )
    else:
        shear = w.given(
            "V_t",
            (2 if nominal else 1) * through_tube(material.Fy, d, wall),
            "N",
            f"the rail's wall on the floor alone, {wall:.2f} mm, 1.8 Fy d t{'' if nominal else ' / 2'}, J7",
        )
    return min(T, _face(anchor, shape, material, w, nominal)), min(V, shear)


def _face(anchor: Anchor, shape: Properties, material: Metal, w: Working, nominal: bool) -> float:
    """The rail's face between its two walls under the bolt's washer."""
    head = min(anchor.washer, shape.width)
    face = WALL_FACTOR * roller_on_face(shape.width, shape.wall, head, head, material.Fy) / (1.0 if nominal else WALL_FACTOR)
    return w.given("T_w", face, "N", f"the rail's face under its {head:.0f} mm washer, {shape.width:.1f} mm wide, AISC 360-16 chapter K")


def _leg_bends(anchor: Anchor, shape: Properties, material: Metal, w: Working, nominal: bool) -> float:
    """An angle's leg on the floor as a cantilever from its heel, the bolt in its middle: plastic moment on a strip spread at 45 degrees."""
    w.line("e", "(b - t_r) / 2", "mm", "from the heel's face to the bolt in the leg's middle", b=shape.width, t_r=shape.wall)
    w.line("b_e", "d_0 + 2 * e", "mm", "strip that bends, washer and 45 degrees", d_0=anchor.washer)
    return w.line(
        "T_w",
        "F_yr * t_r**2 / 4 * b_e / e / O_l",
        "N",
        "the rail's leg bends under the bolt's head",
        F_yr=material.Fy,
        O_l=1.0 if nominal else 1.67,
    )


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
