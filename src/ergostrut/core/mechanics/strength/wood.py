"""Lumber by NDS 2018, allowable stress. Reference values come with their size factor; the rest is applied here."""

from __future__ import annotations

import math

from ...catalog.model import Wood
from ...constants import PSI
from ...sections import Properties
from ...working import Line, Working
from .allowable import Allowable, Span

REPETITIVE = 1.15


def _curve(ratio: float, c: float) -> float:
    """(1 + r)/2c - sqrt(((1 + r)/2c)2 - r/c) (NDS 3.3-6 and 3.7-1)."""
    a = (1 + ratio) / (2 * c)
    return a - math.sqrt(a * a - ratio / c)


def _bending(wood: Wood, span: Span, symbol: str, wide: float, tall: float, Lb: float) -> tuple[float, float, tuple[Line, ...]]:
    """Allowable moment (N mm) about the axis across ``tall``, the one at which it rolls over, and the working; ``Lb`` mm unbraced."""
    wet_b = 0.85 if span.wet and wood.Fb > 1150 * PSI else 1.0
    Emin = wood.Emin * (0.9 if span.wet else 1.0)
    w = Working()
    w.given("F_b", wood.Fb, "MPa", f"{wood.label}, size factor in, {wood.source}")
    w.given("C_D", span.CD, "", "load duration")
    flat = wood.Cfu if wide > tall else 1.0
    w.line(
        "F_bs",
        "F_b * C_D * C_M * C_fu * C_r",
        "MPa",
        "all factors but CL, NDS 2018 4.3",
        C_M=wet_b,
        C_fu=flat,
        C_r=REPETITIVE if span.repetitive and tall >= wide else 1.0,
    )
    FbE = math.inf
    if tall > wide and Lb > 0:
        # any load on a single span, NDS 2018 table 3.3.3 footnote 1
        le = 2.06 * Lb if Lb / tall < 7 else 1.63 * Lb + 3 * tall if Lb / tall <= 14.3 else 1.84 * Lb
        RB2 = le * tall / wide**2
        FbE = 1.20 * Emin / RB2
        w.given("F_bE", FbE, "MPa", f"1.20 E'min / RB², RB {math.sqrt(RB2):.1f}")
        CL = _curve(FbE / w.values["F_bs"], 0.95)
    else:
        CL = 1.0
    w.given("C_L", CL, "", "beam stability, NDS 3.3.3")
    M = w.line(symbol, "F_bs * C_L * S", "N mm", "allowable, NDS 2018 3.3", S=wide * tall**2 / 6)
    return M, FbE * wide * tall**2 / 6, w.done()


def allowable(shape: Properties, wood: Wood, span: Span) -> Allowable:
    """Allowables of a board or joist ``width`` x ``depth`` as it stands."""
    b, d, A = shape.width, shape.depth, shape.A
    lines = {}
    wet_v, wet_c, wet_E = (0.97, 0.8 if wood.Fc > 750 * PSI else 1.0, 0.9) if span.wet else (1.0, 1.0, 1.0)
    Emin = wood.Emin * wet_E

    My, ME, lines["My"] = _bending(wood, span, "M_cy", b, d, span.Lb)
    Mz, _, lines["Mz"] = _bending(wood, span, "M_cz", d, b, 0.0)
    for key in ("Vy", "Vz"):
        w = Working()
        w.given("F_v", wood.Fv, "MPa", wood.source)
        V = w.line("V_c", "F_v * C_D * C_M * A / 1.5", "N", "NDS 2018 3.4-2", C_D=span.CD, C_M=wet_v, A=A)
        lines[key] = w.done()
    w = Working()
    w.given("F_t", wood.Ft, "MPa", wood.source)
    Nt = w.line("P_c", "F_t * C_D * A", "N", "NDS 2018 3.8", C_D=span.CD, A=A)
    lines["Nt"] = w.done()
    w = Working()
    w.given("F_c", wood.Fc, "MPa", wood.source)
    w.line("F_cs", "F_c * C_D * C_M", "MPa", "all factors but CP", C_D=span.CD, C_M=wet_c)
    slender = max(span.KLy / d, span.KLz / b)
    FcE = [0.822 * Emin / (KL / side) ** 2 if KL > 0 else math.inf for KL, side in ((span.KLy, d), (span.KLz, b))]
    CP = 1.0
    if slender > 0:
        w.given("F_cE", min(FcE), "MPa", f"0.822 E'min / (le/d)², le/d {slender:.1f}" + ("; over 50: too slender" if slender > 50 else ""))
        CP = _curve(min(FcE) / w.values["F_cs"], 0.8)
    w.given("C_P", CP, "", "column stability, NDS 3.7.1")
    Nc = w.line("P_c", "F_cs * C_P * A", "N", "NDS 2018 3.6", A=A)
    lines["Nc"] = w.done()
    w = Working()
    w.given("F_v", wood.Fv, "MPa", wood.source)
    T = w.line(
        "T_c",
        "F_v * C_D * C_M * J / t",
        "N mm",
        "tau = T t / J held to F'v: common practice",
        C_D=span.CD,
        C_M=wet_v,
        J=shape.J,
        t=min(b, d),
    )
    lines["T"] = w.done()
    return Allowable(
        Nt, Nc, My, Mz, V, V, T, "NDS 3.9", My / shape.Sy, f"NDS 2018 3.3, 3.4, 3.9, CD {span.CD:g}", lines, (FcE[0] * A, FcE[1] * A, ME)
    )
