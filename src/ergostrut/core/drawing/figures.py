"""Who sleeps there as figures at their stature, lying and sitting up; shares of stature from Drillis and Contini 1966."""

from __future__ import annotations

from collections.abc import Iterator

from ..fit.people.headroom import SITTING
from ..fit.ways.way_out import lying_place
from ..primitives import Circle, Label, Path, Point2, Primitive
from ..structure.context import Context
from .axes import AXES

HEAD, NECK, HIP, THIGH, SHANK, CHEST = 0.13, 0.182, 0.53, 0.245, 0.285, 0.13
"""Of stature: head, top to shoulder, foot to hip, thigh, knee to sole, chest deep."""
STATURE = 1750.0
"""mm drawn where nobody said."""


def figures(context: Context, view: str) -> Iterator[Primitive]:
    """Lying in plan and side, and sitting up in side and rear, of everybody with a bed."""
    u, v, _ = AXES[view]
    for person, place, along in lying_place(context):
        lo, hi = place
        tall = person.stature.mm if person.stature is not None else STATURE
        part, title = f"person/{person.id}", f"{person.name}, {tall:.0f} mm"
        foot = [(lo[i] + hi[i]) / 2 for i in range(3)]
        foot[2] = lo[2]
        foot[along] = (lo[along] + hi[along]) / 2 + tall / 2

        def at(far: float, up: float, foot: list[float] = foot, along: int = along) -> Point2:
            """A point so far from the soles towards the head, so high over the bed."""
            p = [foot[0], foot[1], foot[2] + up]
            p[along] -= far
            return p[u], p[v]

        if view == "plan" or along == u:
            thick = 0.0 if view == "plan" else CHEST * tall / 2
            yield Path((at(0, thick), at(tall * (1 - NECK), thick)), "bent", False, part, f"{title}, lying")
            yield Circle(at(tall * (1 - HEAD / 2), thick), HEAD * tall / 2, "bent", part, f"{title}, lying")
        if view == "side" and along == u:
            hip, top = tall * HIP * 0.98, SITTING * tall
            sole = at(hip - tall * (THIGH + SHANK) * 0.93, 0)
            knee = at(hip - tall * THIGH * 0.8, tall * 0.12)
            back, crown = at(hip, 0), at(hip, top - HEAD * tall)
            yield Path((sole, knee, back, crown), "ghost", False, part, f"{title}, sitting up")
            yield Circle(at(hip, top - HEAD * tall / 2), HEAD * tall / 2, "ghost", part, f"{title}, sitting up")
        elif view in ("side", "rear"):
            p = at(tall * HIP, 0)
            yield Path((p, (p[0], p[1] + (SITTING - HEAD) * tall)), "ghost", False, part, f"{title}, sitting up")
            yield Circle((p[0], p[1] + (SITTING - HEAD / 2) * tall), HEAD * tall / 2, "ghost", part, f"{title}, sitting up")
        yield Label(at(tall * 0.3, 0), person.name)
