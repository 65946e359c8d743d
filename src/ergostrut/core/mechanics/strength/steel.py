"""Steel and stainless members by AISC 360-16, allowable strength (ASD); strut channel by AISI S100-16; stainless columns by AISC DG 27.

Every allowable is computed by the lines that the page prints.
"""

from __future__ import annotations

import math

from ...catalog.model import Metal
from ...sections import Properties
from ...working import Working
from .allowable import Allowable, Span
from .buckling import lateral_moment, slenderness

OMEGA = 1.67


def _start(metal: Metal) -> Working:
    w = Working()
    w.given("F_y", metal.Fy, "MPa", f"yield, {metal.source}")
    w.values["E"] = metal.E
    return w


def _tube(w: Working, shape: Properties, metal: Metal, Z: float, S: float, inertia: float, flange: float, web: float) -> str:
    """F7: yielding, flange and web local buckling; flat widths size - 3 t (B4.1b(d))."""
    t = shape.wall
    root = math.sqrt(metal.E / metal.Fy)
    b, h = (flange - 3 * t) / t, (web - 3 * t) / t
    clause = "F7-1"
    if b > 1.40 * root:
        flat = b * t
        be = min(flat, 1.92 * t * root * (1 - 0.38 / b * root))
        w.given("S_e", (inertia - 2 * (flat - be) * t * ((web - t) / 2) ** 2) / (web / 2), "mm³", f"effective modulus, flange b/t {b:.1f}")
        w.line("M_n", "F_y * S_e", "N mm", "AISC 360-16 F7-3, slender flange")
        clause = "F7-3"
    elif b > 1.12 * root:
        w.line(
            "M_n",
            "F_y * Z - (F_y * Z - F_y * S) * (3.57 * q * sqrt(F_y / E) - 4)",
            "N mm",
            "AISC 360-16 F7-2, noncompact flange, q = b/t",
            Z=Z,
            S=S,
            q=b,
        )
        clause = "F7-2"
    else:
        w.line("M_n", "F_y * Z", "N mm", "AISC 360-16 F7-1, compact", Z=Z)
    if h > 2.42 * root:
        w.line("M_w", "F_y * Z - (F_y * Z - F_y * S) * (0.305 * h * sqrt(F_y / E) - 0.738)", "N mm", "F7-6, web, h = h/t", Z=Z, S=S, h=h)
        if w.values["M_w"] < w.values["M_n"]:
            clause = "F7-6"
        w.line("M_n", "min(M_n, M_w)", "N mm")
    return clause


def _pipe(w: Working, shape: Properties, metal: Metal) -> str:
    ratio, limit = shape.depth / shape.wall, metal.E / metal.Fy
    if ratio <= 0.07 * limit:
        w.line("M_n", "F_y * Z", "N mm", "AISC 360-16 F8-1, compact", Z=shape.Zy)
        return "F8-1"
    w.line("M_n", "(0.021 * E / q + F_y) * S", "N mm", "AISC 360-16 F8-2, q = D/t", q=ratio, S=shape.Sy)
    return "F8-2"


def _solid(w: Working, shape: Properties, metal: Metal, Z: float, S: float, tall: float, thick: float, Lb: float) -> str:
    w.line("M_n", "min(F_y * Z, 1.6 * F_y * S)", "N mm", "AISC 360-16 F11-1", Z=Z, S=S)
    if shape.shape != "flat" or tall <= thick or Lb <= 0:
        return "F11-1"
    q = Lb * tall / thick**2
    if q > 1.9 * metal.E / metal.Fy:
        w.line("M_n", "min(M_n, 1.9 * E / q * S)", "N mm", "F11-3, lateral buckling, q = Lb d / t²", q=q, S=S)
        return "F11-3"
    if q > 0.08 * metal.E / metal.Fy:
        w.line("M_n", "min(M_n, (1.52 - 0.274 * q * F_y / E) * F_y * S)", "N mm", "F11-2, q = Lb d / t²", q=q, S=S)
        return "F11-2"
    return "F11-1"


def _angle(w: Working, shape: Properties, metal: Metal, S: float, leg: float, other: float, Lb: float) -> str:
    """F10 about a geometric axis, no lateral restraint between the ends: 0.8 of the yield moment counts (F10.2(b)(ii))."""
    t = shape.wall
    clause = "F10-1"
    w.line("M_yi", "0.8 * F_y * S", "N mm", "AISC 360-16 F10.2, bent about a geometric axis", S=S)
    w.line("M_n", "1.5 * M_yi", "N mm", "F10-1")
    if Lb > 0:
        b = min(leg, other)
        w.line(
            "M_cr",
            "0.58 * E * b**4 * t / L_b**2 * (sqrt(1 + 0.88 * (L_b * t / b**2)**2) - 1)",
            "N mm",
            "F10-5, toe in compression, shorter leg b",
            b=b,
            t=t,
            L_b=Lb,
        )
        if w.values["M_cr"] <= w.values["M_yi"]:
            w.line("M_n", "min(M_n, (0.92 - 0.17 * M_cr / M_yi) * M_cr)", "N mm", "F10-3")
        else:
            w.line("M_n", "min(M_n, (1.92 - 1.17 * sqrt(M_yi / M_cr)) * M_yi)", "N mm", "F10-2")
        clause = "F10-2"
    q, root = leg / t, math.sqrt(metal.E / metal.Fy)
    if q > 0.91 * root:
        w.line("M_n", "min(M_n, 0.71 * E / q**2 * 0.8 * S)", "N mm", "F10-7, leg buckles, q = b/t", q=q, S=S)
        clause = "F10-7"
    elif q > 0.54 * root:
        w.line("M_n", "min(M_n, F_y * 0.8 * S * (2.43 - 1.72 * q * sqrt(F_y / E)))", "N mm", "F10-6, leg, q = b/t", q=q, S=S)
        clause = "F10-6"
    return clause


def _channel(w: Working, shape: Properties, metal: Metal, Lb: float) -> str:
    """F2 about the strong axis: yielding and lateral-torsional buckling."""
    E, Fy = metal.E, metal.Fy
    w.line("M_n", "F_y * Z", "N mm", "AISC 360-16 F2-1", Z=shape.Zy)
    Lp = 1.76 * shape.rz * math.sqrt(E / Fy)
    if Lb <= Lp:
        return "F2-1"
    h = shape.depth - shape.wall
    rts = math.sqrt(math.sqrt(shape.Iz * shape.Cw) / shape.Sy)
    jc = shape.J * (h / 2 * math.sqrt(shape.Iz / shape.Cw)) / (shape.Sy * h)
    Lr = 1.95 * rts * E / (0.7 * Fy) * math.sqrt(jc + math.sqrt(jc**2 + 6.76 * (0.7 * Fy / E) ** 2))
    w.given("L_p", Lp, "mm", "F2-5")
    w.given("L_r", Lr, "mm", "F2-6")
    if Lb <= Lr:
        w.line("M_n", "F_y * Z - (F_y * Z - 0.7 * F_y * S) * (L_b - L_p) / (L_r - L_p)", "N mm", "F2-2", Z=shape.Zy, S=shape.Sy, L_b=Lb)
        w.line("M_n", "min(F_y * Z, M_n)", "N mm")
        return "F2-2"
    w.given("M_cr", lateral_moment(shape, E, metal.G, Lb), "N mm", "elastic lateral-torsional buckling, F2-4")
    w.line("M_n", "min(F_y * Z, M_cr)", "N mm", "F2-3")
    return "F2-3"


def _strut(w: Working, shape: Properties, metal: Metal, Lb: float) -> str:
    """AISI S100-16 F2 and F3 on the given (net) section: lips keep the walls from buckling first."""
    w.line("M_yi", "F_y * S", "N mm", "yield moment", S=shape.Sy)
    if Lb <= 0:
        w.line("M_n", "1 * M_yi", "N mm", "AISI S100-16 F2.1")
        return "S100 F2.1"
    w.given("M_cr", lateral_moment(shape, metal.E, metal.G, Lb), "N mm", "elastic lateral-torsional buckling, warping left out")
    ratio = w.values["M_cr"] / w.values["M_yi"]
    if ratio >= 2.78:
        w.line("M_n", "1 * M_yi", "N mm", "AISI S100-16 F2.1-3")
    elif ratio > 0.56:
        w.line("M_n", "10 / 9 * M_yi * (1 - 10 * M_yi / (36 * M_cr))", "N mm", "AISI S100-16 F2.1-4")
    else:
        w.line("M_n", "1 * M_cr", "N mm", "AISI S100-16 F2.1-5")
    return "S100 F2.1"


def _moment(w: Working, shape: Properties, metal: Metal, span: Span) -> str:
    match shape.shape:
        case "tube":
            return _tube(w, shape, metal, shape.Zy, shape.Sy, shape.Iy, shape.width, shape.depth)
        case "pipe":
            return _pipe(w, shape, metal)
        case "angle":
            return _angle(w, shape, metal, shape.Sy, shape.depth, shape.width, span.Lb)
        case "channel" if shape.depth >= shape.width and shape.Iy >= shape.Iz:
            return _channel(w, shape, metal, span.Lb)
        case "strut":
            return _strut(w, shape, metal, span.Lb)
    return _solid(w, shape, metal, shape.Zy, shape.Sy, shape.depth, shape.width, span.Lb)


def _compression(w: Working, shape: Properties, metal: Metal, span: Span) -> None:
    """E3; E5 by the weakest axis for angles; stainless by Design Guide 27. Slender tube walls by E7's effective width."""
    slender = slenderness(shape, span.KLy, span.KLz)
    A = shape.A
    if slender <= 0:
        w.line("P_n", "F_y * A", "N", "too short to buckle", A=A)
        return
    w.given("KL_r", slender, "", "KL/r, the larger" + ("; over 200: too slender for a strut" if slender > 200 else ""))
    w.line("F_e", "pi**2 * E / KL_r**2", "MPa", "E3-4")
    stainless = metal.kind == "stainless"
    limit = (3.77 if stainless else 4.71) * math.sqrt(metal.E / metal.Fy)
    if slender <= limit:
        w.line("F_cr", "k**(F_y / F_e) * F_y", "MPa", "AISC DG 27" if stainless else "E3-2", k=0.50 if stainless else 0.658)
    else:
        w.line("F_cr", "k * F_e", "MPa", "AISC DG 27" if stainless else "E3-3", k=0.531 if stainless else 0.877)
    if shape.shape == "tube":
        t, Fcr = shape.wall, w.values["F_cr"]
        lost = 0.0
        for side in (shape.width, shape.depth):
            b = side - 3 * t
            if b / t > 1.40 * math.sqrt(metal.E / Fcr):
                Fel = (1.38 * 1.40 * math.sqrt(metal.E / metal.Fy) / (b / t)) ** 2 * metal.Fy
                be = b * (1 - 0.20 * math.sqrt(Fel / Fcr)) * math.sqrt(Fel / Fcr)
                lost += 2 * max(b - be, 0.0) * t
        A -= lost
    elif shape.shape in ("angle", "channel", "strut"):
        b, limit = max(shape.width, shape.depth) / shape.wall, 0.45 * math.sqrt(metal.E / w.values["F_cr"])
        if shape.shape == "angle" and b > limit:
            A *= max(limit / b, 0.3)
    if A < shape.A * 0.999:
        w.say("Thin walls: effective area after AISC 360-16 E7.")
    w.line("P_n", "F_cr * A", "N", "E3-1", A=A)


def allowable(shape: Properties, metal: Metal, span: Span) -> Allowable:
    """Allowables of a steel or stainless member."""
    lines = {}
    w = _start(metal)
    w.given("Z", shape.Zy, "mm³", "plastic modulus, upright") if shape.shape != "angle" else w.given(
        "S", shape.Sy, "mm³", "elastic modulus"
    )
    clause = _moment(w, shape, metal, span)
    My = w.line("M_cy", "M_n / 1.67", "N mm", "allowable, ASD")
    lines["My"] = w.done()
    turned = shape.turned()
    w = _start(metal)
    sideways = Span(Lb=0.0)
    _moment(w, turned, metal, sideways)
    Mz = w.line("M_cz", "M_n / 1.67", "N mm", "allowable sideways, ASD")
    lines["Mz"] = w.done()
    shears = {}
    for key, area, note in (("Vy", shape.Avy, "sideways"), ("Vz", shape.Avz, "upright")):
        w = _start(metal)
        shears[key] = w.line("V_c", "0.6 * F_y * A_w / 1.67", "N", f"AISC 360-16 G4, shear area {note}", A_w=area)
        lines[key] = w.done()
    w = _start(metal)
    Nt = w.line("P_c", "F_y * A / 1.67", "N", "AISC 360-16 D2-1", A=shape.A)
    lines["Nt"] = w.done()
    w = _start(metal)
    _compression(w, shape, metal, span)
    Nc = w.line("P_c", "P_n / 1.67", "N", "allowable, ASD")
    lines["Nc"] = w.done()
    w = _start(metal)
    if shape.shape == "tube":
        rm = shape.radius - shape.wall / 2
        enclosed = (shape.width - shape.wall) * (shape.depth - shape.wall) - (4 - math.pi) * rm * rm
        w.line("C", "2 * A_m * t", "mm³", "AISC 360-16 H3, enclosed by the middle line", A_m=enclosed, t=shape.wall)
    elif shape.shape == "pipe":
        w.line("C", "J / (D / 2)", "mm³", "round", J=shape.J, D=shape.depth)
    else:
        w.line("C", "J / t", "mm³", "open or solid: tau = T t / J", J=shape.J, t=shape.wall if shape.shape != "round" else shape.depth / 2)
    T = w.line("T_c", "0.6 * F_y * C / 1.67", "N mm", "AISC 360-16 H3")
    lines["T"] = w.done()
    title = "AISC DG 27 and 360-16" if metal.kind == "stainless" else "AISI" if clause.startswith("S100") else "AISC 360-16"
    return Allowable(
        Nt, Nc, My, Mz, shears["Vy"], shears["Vz"], T, "AISC H1", metal.Fy / OMEGA, f"{title} {clause}, G4, H1, ASD 1.67", lines
    )
