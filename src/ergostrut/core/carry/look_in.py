"""Who sees into the highest drawer or bin, standing before it: what lies above the eye must come down to be looked into."""

from __future__ import annotations

from collections.abc import Iterator

from ..finding import COMMON_PRACTICE, Finding, Working, at_least
from ..structure.check import JobCheck
from ..structure.context import Context
from ..structure.host import COVER
from ..structure.nouns.parts import Surface

EYE = 0.936
"""Of stature: eye height (Drillis and Contini 1966)."""
DOWN = 100.0
"""mm that the eye should be over a rim to see the floor behind it (common practice, no published source)."""

STANDING = 1300.0
"""mm of room in which somebody stoops before a shelf; what is in a lower one is looked into from outside (common practice, no published source)."""


def rim(surface: Surface) -> float:
    """Height of what one looks over, mm above the host's floor."""
    return surface.origin[2] + (surface.edge or 0.0)


def check_look_in(context: Context) -> Iterator[Finding]:
    """One finding a person in a closed host, about the highest surface that has a rim; nothing where stature is not known, or nobody stands."""
    host, say = context.host, context.say
    bins = [
        (rim(surface), surface, build)
        for build in context.builds
        for surface in build.surfaces
        if surface.edge and surface.use != "sleeping"
    ]
    roof = host.mm(COVER)
    if not host.roofed or not bins or roof is None or roof < STANDING:
        return
    high, surface, build = max(bins, key=lambda row: row[0])
    for person in context.design.carry.crew:
        if person.stature is None:
            continue
        w = Working()
        w.given("S", person.stature.mm, "mm", f"stature of {person.name}")
        w.given("H", roof, "mm", "room to stand in")
        eye = w.line("h_e", "min(k * S, H - (1 - k) * S)", "mm", "eye, standing, or stooped under the roof", k=EYE)
        top = w.given("h_r", high, "mm", f"rim of the {surface.label} of the {build.label}")
        over = w.line("c", "h_e - h_r", "mm", "eye over the rim")
        use, state = at_least(eye, top, top + DOWN)
        if over < 0:
            text = f"{person.name}'s eye is {say.length(-over)} below the rim of the {surface.label}: it must come down to be looked into. Lower it, or label it in front."
        elif over < DOWN:
            text = f"{person.name} looks over the rim of the {surface.label} by {say.length(over)}: sees what stands at its back, not what lies in it."
        else:
            text = f"{person.name} sees into the {surface.label}, {say.length(over)} over its rim."
        # nothing breaks: at the worst one feels about in it
        yield Finding(
            f"person/{person.id}/look-in", "look.in", "carry", (f"person/{person.id}", surface.body),
            f"{person.name} and the highest drawer or bin", text, "tight" if state == "over" else state, eye, top, "mm",
            min(use, 0.97), True, top + DOWN, basis=f"eye at 0.936 of stature, Drillis and Contini 1966; {COMMON_PRACTICE}", working=w.done(),
        )  # fmt: skip


CHECKS = (JobCheck(check_look_in, "load"),)
