"""Steel members by AISC 360-16, allowable strength (ASD). N, mm, MPa."""

from __future__ import annotations

import math
from dataclasses import dataclass

from ..catalog.model import Metal
from ..sections import Properties
from ..working import Working

OMEGA = 1.67


@dataclass(frozen=True, slots=True)
class Strength:
    """Allowable actions of a section: bending about y and z (N mm), shear along y and z (N), tension (N), torsion (N mm)."""

    My: float
    Mz: float
    Vy: float
    Vz: float
    N: float
    T: float
    clause: str


def _tube_moment(shape: Properties, metal: Metal, Z: float, S: float, inertia: float, flange: float, web: float) -> tuple[float, str]:
    """Nominal moment of a rectangular tube (F7): yielding, flange and web local buckling.

    ``flange`` and ``web`` are the outside sizes; flat widths are taken as size - 3 t (B4.1b(d)).
    """
    t, E, Fy = shape.wall, metal.E, metal.Fy
    root = math.sqrt(E / Fy)
    b, h = flange - 3 * t, web - 3 * t
    Mp = Fy * Z
    Mn, clause = Mp, "F7-1"
    if b / t > 1.40 * root:
        be = min(b, 1.92 * t * root * (1 - 0.38 / (b / t) * root))
        lost = b - be
        Se = (inertia - 2 * lost * t * ((web - t) / 2) ** 2) / (web / 2)
        Mn, clause = Fy * Se, "F7-3"
    elif b / t > 1.12 * root:
        Mn, clause = min(Mp, Mp - (Mp - Fy * S) * (3.57 * b / t / root - 4.0)), "F7-2"
    if h / t > 2.42 * root:
        web_limit = min(Mp, Mp - (Mp - Fy * S) * (0.305 * h / t / root - 0.738))
        if web_limit < Mn:
            Mn, clause = web_limit, "F7-6"
    return Mn, clause


def strength(shape: Properties, metal: Metal, unbraced: float = 0.0) -> Strength:
    """Allowables of a tube, flat or round bar with ``unbraced`` length (mm) for flats (F11)."""
    Fy, E = metal.Fy, metal.E
    if shape.shape == "tube":
        My, clause = _tube_moment(shape, metal, shape.Zy, shape.Sy, shape.Iy, shape.width, shape.depth)
        Mz, _ = _tube_moment(shape, metal, shape.Zz, shape.Sz, shape.Iz, shape.depth, shape.width)
        rm = shape.radius - shape.wall / 2
        enclosed = (shape.width - shape.wall) * (shape.depth - shape.wall) - (4 - math.pi) * rm * rm
        C = 2 * enclosed * shape.wall
        return Strength(
            My / OMEGA,
            Mz / OMEGA,
            0.6 * Fy * shape.Avy / OMEGA,
            0.6 * Fy * shape.Avz / OMEGA,
            Fy * shape.A / OMEGA,
            0.6 * Fy * C / OMEGA,
            f"AISC 360-16 {clause}, G4, H3",
        )
    My, clause = min(Fy * shape.Zy, 1.6 * Fy * shape.Sy), "F11-1"
    Mz = min(Fy * shape.Zz, 1.6 * Fy * shape.Sz)
    if shape.shape == "flat" and shape.depth > shape.width and unbraced > 0:
        slender = unbraced * shape.depth / shape.width**2
        if slender > 1.9 * E / Fy:
            My, clause = min(My, 1.9 * E / slender * shape.Sy), "F11-3"
        elif slender > 0.08 * E / Fy:
            My, clause = min(My, (1.52 - 0.274 * slender * Fy / E) * Fy * shape.Sy), "F11-2"
    C = shape.J / max(min(shape.width, shape.depth), 1e-9)
    return Strength(
        My / OMEGA,
        Mz / OMEGA,
        0.6 * Fy * shape.A * 2 / 3 / OMEGA,
        0.6 * Fy * shape.A * 2 / 3 / OMEGA,
        Fy * shape.A / OMEGA,
        0.6 * Fy * C / OMEGA,
        f"AISC 360-16 {clause}",
    )


def compression(shape: Properties, metal: Metal, length: float) -> float:
    """Allowable compression (N) by E3 at K = 1 about the weaker axis; gross area (thin walls are reduced in bending only)."""
    slender = length / min(shape.ry, shape.rz)
    if slender <= 0:
        return metal.Fy * shape.A / OMEGA
    Fe = math.pi**2 * metal.E / slender**2
    Fcr = 0.658 ** (metal.Fy / Fe) * metal.Fy if slender <= 4.71 * math.sqrt(metal.E / metal.Fy) else 0.877 * Fe
    return Fcr * shape.A / OMEGA


def combined(N: float, My: float, Mz: float, V: float, T: float, allow: Strength, Nc: float) -> float:
    """Use under axial force, biaxial bending, shear and torsion: H1-1a/b; H3-6 where torsion exceeds 20 %.

    Below 20 % of the torsional strength torsion is neglected and shear stands alone (H3.2).
    """
    axial = abs(N) / (Nc if N < 0 else allow.N)
    bending = abs(My) / allow.My + abs(Mz) / allow.Mz
    use = axial + 8 / 9 * bending if axial >= 0.2 else axial / 2 + bending
    shear, twist = abs(V) / allow.Vz, abs(T) / allow.T
    if twist > 0.2:
        return max(use, axial + bending + (shear + twist) ** 2)
    return max(use, shear)


def combined_working(
    w: Working, N: float, My: float, Mz: float, V: float, T: float, shape: Properties, metal: Metal, length: float
) -> float:
    """Write out the governing line of ``combined`` and return its use."""
    allow = strength(shape, metal, length)
    Nc = compression(shape, metal, length) if N < 0 else allow.N
    w.say(f"{shape.width:g} x {shape.depth:g} mm, wall {shape.wall:.2f} mm for sums; {metal.label}.")
    w.given("F_y", metal.Fy, "MPa", f"yield, {metal.source}")
    w.given("Z_y", shape.Zy, "mm³", "plastic modulus, vertical bending")
    w.given("M_y", abs(My), "N mm", "bending moment in the vertical plane")
    limit = allow.My
    if abs(limit - metal.Fy * shape.Zy / OMEGA) < 1e-6 * limit:
        limit = w.line("M_c", "F_y * Z_y / 1.67", "N mm", allow.clause)
    else:
        w.given("M_c", limit, "N mm", f"allowable moment, local buckling or shape limit, {allow.clause}")
    parts = "M_y / M_c"
    if abs(Mz) > 1e-3 * allow.Mz:
        w.given("M_z", abs(Mz), "N mm", "bending moment sideways")
        w.given("M_cz", allow.Mz, "N mm", "allowable sideways")
        parts += " + M_z / M_cz"
    axial = abs(N) / Nc
    if axial > 1e-3:
        w.given("P_r", abs(N), "N", "pull along the member" if N >= 0 else "push along the member")
        w.given("P_c", Nc, "N", "Fy A / 1.67" if N >= 0 else "AISC 360-16 E3 / 1.67, K = 1")
        parts = f"P_r / P_c + 8 / 9 * ({parts})" if axial >= 0.2 else f"P_r / (2 * P_c) + {parts}"
    bending = w.line("use", parts, "", "AISC 360-16 H1-1")
    w.given("V", abs(V), "N", "shear")
    w.given("V_c", allow.Vz, "N", "0.6 Fy Aw / 1.67, AISC 360-16 G4")
    shear = w.line("use_V", "V / V_c", "")
    twist = abs(T) / allow.T
    if twist > 0.2:
        w.given("T", abs(T), "N mm", "torsion")
        w.given("T_c", allow.T, "N mm", "0.6 Fy C / 1.67")
        plain = parts.replace("(2 * P_c)", "P_c").replace("8 / 9 * ", "")
        return max(bending, shear, w.line("use_T", f"{plain} + (V / V_c + T / T_c)**2", "", "AISC 360-16 H3-6"))
    return max(bending, shear)
