"""Does the load stand where it was put, and does it stay there."""

from __future__ import annotations

from collections.abc import Iterator

from ..finding import Finding, Line, Working
from ..structure.carried import Placed, overlap
from ..structure.check import JobCheck
from ..structure.context import Context


def _stands(item: Placed, out: float) -> tuple[Line, ...]:
    """Where a thing stands on its surface."""
    w = Working()
    w.given("x", item.x, "mm", f"its middle from the front end of the {item.surface.label}, {item.surface.own_size[0]:.0f} mm long")
    w.given("y", item.y, "mm", f"right of its centre line, {item.surface.own_size[1]:.0f} mm wide")
    w.given("l", item.own_size[0], "mm", "length as it stands")
    w.given("b", item.own_size[1], "mm", "width as it stands")
    w.given("o", out, "mm", "too far")
    return w.done()


def check_places(context: Context) -> Iterator[Finding]:
    """Things without a surface, without room, over the edge, or in each other."""
    plan, say = context.plan, context.say
    for thing in plan.homeless:
        yield Finding(
            f"thing/{thing.id}/place",
            "place",
            "carry",
            (f"thing/{thing.id}",),
            f"{thing.name} has no place",
            f"There is no “{thing.on}” in this job; put it on a surface that there is.",
            "over",
        )
    for thing in plan.no_room:
        yield Finding(
            f"thing/{thing.id}/place",
            "place",
            "carry",
            (f"thing/{thing.id}",),
            f"{thing.name} finds no room",
            "The surface is full. Turn it, move others together, or leave something behind.",
            "over",
        )
    full = {thing.id for thing in plan.no_room}
    for i, a in enumerate(plan.placed):
        if a.thing.id in full:
            continue
        (long, wide), (deep, broad, _) = a.surface.own_size, a.own_size
        out = max(deep / 2 - a.x, a.x + deep / 2 - long, abs(a.y) + broad / 2 - wide / 2)
        if out > 1e-6:
            yield Finding(
                f"thing/{a.thing.id}/edge",
                "edge",
                "carry",
                (f"thing/{a.thing.id}",),
                f"{a.thing.name} over the edge",
                f"It stands {say.length(out)} over the edge of the {a.surface.label}.",
                "over",
                out,
                0.0,
                "mm",
                working=_stands(a, out),
            )
        for b in plan.placed[i + 1 :]:
            depth = overlap(a, b) if b.surface.id == a.surface.id and b.thing.id not in full else 0.0
            if depth > 1e-6:
                yield Finding(
                    f"thing/{a.thing.id}/overlap.{b.thing.id}",
                    "overlap.things",
                    "carry",
                    (f"thing/{a.thing.id}", f"thing/{b.thing.id}"),
                    f"{a.thing.name} and {b.thing.name} stand in each other",
                    f"They overlap by {say.length(depth)}.",
                    "over",
                    depth,
                    0.0,
                    "mm",
                    working=(*_stands(a, depth), *_stands(b, depth)),
                )


CHECKS = (JobCheck(check_places, "load"),)
