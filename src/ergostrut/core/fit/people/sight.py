"""What the driver sees through every pane, past builds and load as they stand on the road."""

from __future__ import annotations

import itertools
from collections.abc import Iterator
from dataclasses import replace

from shapely import MultiPoint, Polygon, box, unary_union
from shapely.geometry.base import BaseGeometry

from ...finding import COMMON_PRACTICE, Finding, Working, at_least, unknown
from ...structure.check import JobCheck
from ...structure.context import Context
from ...structure.host import Glass
from ...structure.nouns.parts import Point3
from ...structure.standing.setting import scene_travels, setting_at
from ..space.bodies import bodies_at, on_floor

WANT = 0.5
"""Share of a pane that should be left to look through (common practice, no published source)."""
NEAR = 50.0
"""mm past the eye from which on something stands before it."""
CAUTION = "Where the view through the glass is shut, both outside mirrors must be there, and a camera helps: check local law."


def shadow(eye: Point3, pane: Glass, lo: Point3, hi: Point3) -> Polygon:
    """What an upright box hides of a pane's plane, by rays from the eye, in the plane's own coordinates; empty where it stands behind the eye."""
    a, far = pane.axis, 1.0 if pane.at > eye[pane.axis] else -1.0
    first, last = sorted((far * (lo[a] - eye[a]), far * (hi[a] - eye[a])))
    if last <= NEAR:
        return Polygon()
    u = 1 - a
    distance = abs(pane.at - eye[a])
    points = []
    for d, p, z in itertools.product((max(first, NEAR), last), (lo[u], hi[u]), (lo[2], hi[2])):
        k = distance / d
        points.append((eye[u] + (p - eye[u]) * k, eye[2] + (z - eye[2]) * k))
    hull = MultiPoint(points).convex_hull
    return hull if isinstance(hull, Polygon) else Polygon()


def check_sight(context: Context) -> Iterator[Finding]:
    """One finding a pane: the share of it that is left."""
    eye = context.host.eye
    for pane in context.host.glass:
        blank = Finding(
            f"host/sight.{pane.name.replace(' ', '-')}", "fit.sight", "frame", ("host",), f"View through the {pane.name}", "", "unknown",
            minimum=True, basis=f"{COMMON_PRACTICE}; check local law", caution=CAUTION,
        )  # fmt: skip
        if eye is None:
            text = "Where the driver's eye is, is not known: measure it on Measure, sitting as you drive."
            yield unknown(replace(blank, sentence=text), "driver's eye")
            continue
        yield _finding(context, blank, pane, eye)


def _finding(context: Context, blank: Finding, pane: Glass, eye: Point3) -> Finding:
    frame = box(*pane.lo, *pane.hi)
    hidden: dict[str, BaseGeometry] = {}
    driving = [bodies_at(context, build, setting_at(build, scene_travels(build, "driving"))) for build in context.builds]
    for body in itertools.chain(*driving, on_floor(context)):
        for (x0, y0, z0), (x1, y1, z1) in zip(body.boxes.lo.tolist(), body.boxes.hi.tolist(), strict=True):
            cut = shadow(eye, pane, (x0, y0, z0), (x1, y1, z1)).intersection(frame)
            if not cut.is_empty:
                hidden[body.name] = unary_union([hidden.get(body.name, Polygon()), cut])
    w = Working()
    w.given("A", frame.area / 1e4, "cm2", f"{pane.name}")
    w.given(
        "A_h", unary_union(list(hidden.values())).area / 1e4 if hidden else 0.0, "cm2", "hidden by builds and load, by rays from the eye"
    )
    left = w.line("s", "1 - A_h / A", "", "left to look through")
    use, state = at_least(left, 0.0, WANT)
    text = f"{100 * left:.0f} % of it is left to look through."
    if hidden:
        most = max(hidden, key=lambda name: float(hidden[name].area))
        text += f" The {most} hides most."
    if pane.typical:
        text = f"{text} That hangs on typical figures: measure the {pane.name} and the eye first, and say so."
        return replace(blank, sentence=text, demand=left, limit=0.0, want=WANT, missing=(pane.name, "driver's eye"), working=w.done())
    return replace(blank, sentence=text, state=state, use=use, demand=left, limit=0.0, want=WANT, working=w.done())


CHECKS = (JobCheck(check_sight, "room"),)
