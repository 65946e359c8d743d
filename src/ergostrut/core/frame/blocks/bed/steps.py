"""How a trailer's own frame is made, beside what every bed is. Times are common practice, no published source."""

from __future__ import annotations

import math

from ....structure.assembly import Assembly
from ....structure.host import TRACK, WHEELBASE, Host
from ....structure.plans import Reading
from ...family import StepRow

DRAWBAR_MIN, BRACKET_MIN = 40.0, 30.0
"""Minutes a tube of the drawbar, and a bracket."""


def trailer_steps(host: Host, build: Assembly) -> list[StepRow]:
    """Drawbar, axle and coupling of a build that is one's own frame; nothing of any other."""
    bars = tuple(m.id for m in build.members if m.role == "drawbar")
    axles = tuple(one.id for one in build.fastenings if one.sole and not one.ball)
    if not bars:
        return []
    return [
        StepRow(
            "drawbar", "Set up the drawbar", "Frame upside down on level stands; a string along its middle, the coupling on that string; tacked on both sides.",
            "From the coupling to both rear corners alike within 3 mm.", "Eyes, zinc ground off, mask on; a frame on stands is tied to them.", DRAWBAR_MIN * len(bars), bars, bars,
        ),
        StepRow(
            "axle", "Set the axle square", "Brackets tacked where Measure has the axle; from the coupling to both ends of the axle, then once more after each weld.",
            f"Both alike within 3 mm{_askew(host)}.",
            "Tyres off before welding, bearings and brakes covered; the earth clamp on the part that is welded.", BRACKET_MIN * max(len(axles), 1), axles, axles, reads=_square(host),
        ),
        StepRow(
            "coupling", "Coupling, chains, plug", "The coupling by its bolts and torque; two chains crossed under it, so short that they catch the drawbar; jack, plug, cable clear of the road.",
            "Locked on the ball it lifts what tows it, by its jack.", "Chains hold it when the coupling lets go: never tow without them.", 60.0, (), there=True,
        ),
    ]  # fmt: skip


def _square(host: Host) -> tuple[Reading, ...]:
    """From the coupling to both ends of the axle; what they should be where it is measured."""
    base, track = host.mm(WHEELBASE), host.mm(TRACK)
    known = base is not None and track is not None
    far = math.hypot(base or 0.0, (track or 0.0) / 2) if known else None
    arm = (track or 0.0) / 2 if known else 0.0
    return tuple(
        Reading(
            f"coupling to the {side} end of the axle",
            "mm",
            far,
            alike="coupling to axle",
            within=3.0,
            base=base or 0.0 if known else 0.0,
            arm=arm,
        )
        for side in ("left", "right")
    )


def askew(one: float, other: float, half: float) -> float:
    """mm that one end of an axle, ``half`` mm from its middle, is to be moved along for both to lie alike from the coupling, when the tape reads ``one`` and
    ``other``: L1^2 - L2^2 over twice the way to its middle, by the two triangles."""
    middle = math.sqrt((one**2 + other**2) / 2 - half**2)
    return (one**2 - other**2) / (2 * middle)


def _askew(host: Host) -> str:
    """What a millimetre between the two readings means on this trailer; nothing where it is not measured."""
    base, track = host.mm(WHEELBASE), host.mm(TRACK)
    if base is None or track is None:
        return ""
    far = math.hypot(base, track / 2)
    return f"; for every 10 mm that they differ one end of the axle goes {askew(far + 5.0, far - 5.0, track / 2):.1f} mm"
