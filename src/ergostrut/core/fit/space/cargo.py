"""What is carried against what carries it and everything else: nothing may stand in a post, a side or another build."""

from __future__ import annotations

from collections.abc import Iterator

from ...finding import Finding, Working
from ...mechanics.space.boxes import upright
from ...structure.check import JobCheck
from ...structure.context import Context
from .bodies import Body, bodies, near
from .distance_finding import room

TOUCH = 1.0
"""mm that a thing may be drawn into what it stands on or lies against."""


def check_cargo(context: Context) -> Iterator[Finding]:
    """Every thing that stands in a part of the build it is on, or on the floor in one of any build, where it is at home."""
    for build in context.builds:
        parts: tuple[Body, ...] | None = None
        mine = [item for body in build.bodies for item in context.plan.on(body)]
        for item in (*mine, *context.plan.on("host")):
            parts = bodies(context, build, things=False, swept=False) if parts is None else parts
            (x, y, z), (lx, ly, lz) = item.at(), item.size
            name = f"thing/{item.thing.id}"
            box = Body(name, item.thing.name, upright([(x - lx / 2, y - ly / 2, z - lz / 2)], [(x + lx / 2, y + ly / 2, z + lz / 2)]))
            found = near([box], parts, together=False)
            if found is None or found.gap > -TOUCH:
                continue
            w = Working()
            w.given("c", found.gap, "mm", f"{item.thing.name} to {found.two.name} of the {build.label}, each as a box")
            text = f"{item.thing.name} stands in {found.two.name} of the {build.label} by {context.say.length(-found.gap)}, which lies {found.towards} of it. Move it, or turn it."
            title = f"{item.thing.name} clear of {'what carries it' if item in mine else f'the {build.label}'}"
            ident = f"{name}/cargo" if item in mine else f"{name}/cargo.{build.id}"
            yield room(ident, title, (name, found.two.part), text, found.gap, 0.0, w, "fit.cargo")


CHECKS = (JobCheck(check_cargo, "load"),)
