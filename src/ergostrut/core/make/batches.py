"""How much paint and glue a step takes, by what it covers."""

from __future__ import annotations

from ..frame.family import StepRow
from ..structure.assembly import Assembly

COATS, COVERS = 2, 10.0
"""Coats of paint, and square metres that a litre covers once (common practice; the tin says more)."""
GLUE, POT = 0.2, 20.0
"""kg of wood glue a square metre of joint, and minutes to clamp in (common practice; the bottle says more)."""


def batch(build: Assembly, row: StepRow) -> str:
    """In words; empty where nothing is stirred up. Tubes count by their outsides, ends left out."""
    if row.waits == "paint":
        members = [m for m in build.members if not row.parts or m.id in row.parts]
        area = sum(2 * (m.shape.width + m.shape.depth) * m.length for m in members) * 1e-6
        if area > 0:
            return f"{area:.1f} m2 outside: {COATS * area / COVERS:.1f} l for {COATS} coats at {COVERS:g} m2 a litre, common practice"
    if row.waits == "glue":
        panels = [p for p in build.panels if p.id in row.parts or p.id in row.sets]
        area = sum(2 * (p.size[0] + p.size[1] + p.size[2] - min(p.size)) * min(p.size) for p in panels) * 1e-6
        if area > 0:
            return f"edges of {area:.2f} m2: up to {1000 * GLUE * area:.0f} g of glue, clamped within {POT:g} minutes; what does not go so fast is glued in turns"
    return ""
