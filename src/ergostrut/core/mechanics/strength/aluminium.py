"""Aluminium members by the Aluminum Design Manual 2015, allowable strength: yield / 1.65, rupture / 1.95.

Metal within 25 mm of a weld takes its weld-affected strength.
"""

from __future__ import annotations

import math

from ...catalog.model import Metal
from ...constants import KSI
from ...sections import Properties
from ...working import Working
from .allowable import Allowable, Span
from .buckling import lateral_moment, slenderness

YIELD, RUPTURE = 1.65, 1.95


def column_constants(Fy: float, E: float, welded: bool) -> tuple[float, float, float]:
    """Bc, Dc (MPa) and Cc of ADM tables B.4.1 (weld-affected) and B.4.2 (T5 to T9 tempers); the roots hold in ksi."""
    fy, e = Fy / KSI, E / KSI
    if welded:
        B = fy * (1 + math.sqrt(fy / 1000))
        D = B / 20 * math.sqrt(6 * B / e)
        return B * KSI, D * KSI, 2 * B / (3 * D)
    B = fy * (1 + math.sqrt(fy / 2250))
    D = B / 10 * math.sqrt(B / e)
    return B * KSI, D * KSI, 0.41 * B / D


def wall_stress(Fy: float, E: float, ratio: float) -> float:
    """Local buckling stress (MPa) of a flat wall held on both edges, b/t ``ratio``, uniformly pressed (ADM B.5.4.2)."""
    fy, e = Fy / KSI, E / KSI
    Bp = fy * (1 + math.cbrt(fy / 1500))
    Dp = Bp / 10 * math.sqrt(Bp / e)
    first, second = (Bp - fy) / (1.6 * Dp), 0.35 * Bp / (1.6 * Dp)
    if ratio <= first:
        return Fy
    if ratio < second:
        return (Bp - 1.6 * Dp * ratio) * KSI
    return 2.27 * math.sqrt(Bp * e) / (1.6 * ratio) * KSI


def _strengths(metal: Metal, welded: bool) -> tuple[float, float]:
    return metal.welded if welded and metal.welded else (metal.Fy, metal.Fu)


def _start(metal: Metal, welded: bool) -> Working:
    Fy, Fu = _strengths(metal, welded)
    w = Working()
    where = "within 25 mm of a weld" if welded and metal.welded else metal.label
    w.given("F_y", Fy, "MPa", f"yield, {where}, {metal.source}")
    w.given("F_u", Fu, "MPa", "ultimate")
    w.values["E"] = metal.E
    return w


def _moment(w: Working, shape: Properties, metal: Metal, Lb: float, symbol: str) -> str:
    """F.2 yielding and rupture, F.4 lateral-torsional buckling, local buckling of a tube's flange."""
    w.line("M_p", "min(F_y * Z, 1.5 * F_y * S)", "N mm", "ADM 2015 F.2", Z=shape.Zy, S=shape.Sy)
    w.line("M_u", "F_u * Z", "N mm", "rupture", Z=shape.Zy)
    clause = "F.2"
    w.line("M_n", "1 * M_p", "N mm")
    if shape.shape == "tube":
        Fb = wall_stress(w.values["F_y"], metal.E, (shape.width - 2 * shape.wall) / shape.wall)
        if Fb < w.values["F_y"]:
            w.line("M_n", "min(M_n, F_b * S)", "N mm", "B.5.4.2, flange buckles", F_b=Fb, S=shape.Sy)
            clause = "F.3"
    if Lb > 0 and shape.Iy > shape.Iz and shape.shape != "pipe":
        Me = lateral_moment(shape, metal.E, metal.G, Lb)
        lam = math.pi * math.sqrt(metal.E * shape.Sy / Me)
        Cc = column_constants(w.values["F_y"], metal.E, False)[2]
        w.given("lambda_", lam, "", "lateral-torsional slenderness, F.4.2")
        if lam < Cc:
            w.line("M_b", "M_p * (1 - lambda_ / C_c) + pi**2 * E * lambda_ * S / C_c**3", "N mm", "F.4-1", C_c=Cc, S=shape.Sy)
        else:
            w.line("M_b", "pi**2 * E * S / lambda_**2", "N mm", "F.4-2", S=shape.Sy)
        if w.values["M_b"] < w.values["M_n"]:
            clause = "F.4"
        w.line("M_n", "min(M_n, M_b)", "N mm")
    w.line(symbol, "min(M_n / 1.65, M_u / 1.95)", "N mm", "allowable, ADM 2015 F.1")
    return clause


def _compression(w: Working, shape: Properties, metal: Metal, span: Span) -> None:
    """E.2; a weld at midspan takes the column constants of weld-affected metal, one at the ends only the yield there."""
    lam = slenderness(shape, span.KLy, span.KLz)
    soft = span.mid_weld and metal.welded is not None
    Fy = metal.welded[0] if soft and metal.welded else metal.Fy
    B, D, C = column_constants(Fy, metal.E, soft)
    if lam > 0:
        w.given("lambda_", lam, "", "KL/r, the larger")
        if lam < C:
            w.line(
                "F_c",
                "min((B_c - D_c * lambda_) * (0.85 + 0.15 * (C_c - lambda_) / C_c), f)",
                "MPa",
                "ADM 2015 E.2-1",
                B_c=B,
                D_c=D,
                C_c=C,
                f=Fy,
            )
        else:
            w.line("F_c", "0.85 * pi**2 * E / lambda_**2", "MPa", "ADM 2015 E.2-2")
    else:
        w.given("F_c", Fy, "MPa", "too short to buckle")
    if shape.shape == "tube":
        wall = min(wall_stress(Fy, metal.E, (side - 2 * shape.wall) / shape.wall) for side in (shape.width, shape.depth))
        if wall < Fy:
            w.line("F_c", "min(F_c, F_l)", "MPa", "walls buckle, B.5.4.2", F_l=wall)
    w.line("F_c", "min(F_c, F_y)", "MPa")
    w.line("P_c", "F_c * A / 1.65", "N", "allowable", A=shape.A)


def allowable(shape: Properties, metal: Metal, span: Span) -> Allowable:
    """Allowables of an aluminium member at a place that is or is not weld-affected."""
    lines = {}
    w = _start(metal, span.welded)
    clause = _moment(w, shape, metal, span.Lb, "M_cy")
    lines["My"], My = w.done(), w.values["M_cy"]
    w = _start(metal, span.welded)
    _moment(w, shape.turned(), metal, 0.0, "M_cz")
    lines["Mz"], Mz = w.done(), w.values["M_cz"]
    shears = {}
    for key, area, note in (("Vy", shape.Avy, "sideways"), ("Vz", shape.Avz, "upright")):
        w = _start(metal, span.welded)
        shears[key] = w.line("V_c", "0.6 * F_y * A_w / 1.65", "N", f"ADM 2015 G.2, shear area {note}", A_w=area)
        lines[key] = w.done()
    w = _start(metal, span.welded)
    Nt = w.line("P_c", "min(F_y * A / 1.65, F_u * A / 1.95)", "N", "ADM 2015 D.2", A=shape.A)
    lines["Nt"] = w.done()
    w = _start(metal, span.welded)
    _compression(w, shape, metal, span)
    lines["Nc"], Nc = w.done(), w.values["P_c"]
    w = _start(metal, span.welded)
    if shape.shape == "tube":
        w.line(
            "C",
            "2 * A_m * t",
            "mm³",
            "enclosed by the middle line",
            A_m=(shape.width - shape.wall) * (shape.depth - shape.wall),
            t=shape.wall,
        )
    elif shape.shape in ("pipe", "round"):
        w.line("C", "J / (D / 2)", "mm³", "round", J=shape.J, D=shape.depth)
    else:
        w.line("C", "J / t", "mm³", "tau = T t / J, t the lip or wall", J=shape.J, t=shape.wall)
    T = w.line("T_c", "0.6 * F_y * C / 1.65", "N mm", "ADM 2015 H.2")
    lines["T"] = w.done()
    Fy, Fu = _strengths(metal, span.welded)
    weld = ", weld-affected" if span.welded and metal.welded else ""
    return Allowable(
        Nt,
        Nc,
        My,
        Mz,
        shears["Vy"],
        shears["Vz"],
        T,
        "ADM H.1",
        min(Fy / YIELD, Fu / RUPTURE),
        f"ADM 2015 {clause}{weld}, ASD 1.65 / 1.95",
        lines,
    )
