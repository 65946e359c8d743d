"""A step as it is in hand: its parts drawn in the build alone, all else of it pale, from the side that shows most kinds of them."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import replace

import shapely
from shapely.geometry.base import BaseGeometry

from ..primitives import Circle, Label, Path, Primitive, View, box_of
from ..structure.assembly import Assembly
from ..structure.plans import Step
from ..structure.standing.setting import setting_at
from .sections import FLATS
from .shapes import build_shapes

SEEN = 0.15
"""Of a part that must be seen for its mark to stand on it."""
NAMED = 14
"""Marks that a small drawing has room for."""


def step_view(builds: Sequence[Assembly], step: Step, marks: Mapping[str, str]) -> View | None:
    """The build that most of the step's parts are of, with ``marks`` at the largest; None where none of them is drawn."""
    mine = {*step.parts, *step.sets}
    found: tuple[int, float, View] | None = None
    for build in builds:
        # a body that moves as one is named by itself
        rows = [(one.id, one.body) for one in build.members] + [(one.id, one.body) for one in build.panels]
        ids = {ident for ident, body in rows if ident in mine or body in mine}
        for name in FLATS:
            shapes = build_shapes(build, name, setting_at(build, {}), {})
            own = [shape for shape in shapes if isinstance(shape, Path) and shape.closed and shape.part in ids]
            names, area = _named(own, marks), sum(_polygon(shape).area for shape in own)
            if own and (found is None or (len(names), area) > found[:2]):
                items = [_pale(shape) for shape in shapes if not (isinstance(shape, Path | Circle) and shape.part in ids)]
                items += [shape for shape in shapes if isinstance(shape, Path | Circle) and shape.part in ids]
                found = len(names), area, View(name, box_of(items), (*items, *names))
    return found[2] if found is not None else None


def _polygon(shape: Path) -> shapely.Polygon:
    return shapely.Polygon(shape.points)


def _pale(shape: Primitive) -> Primitive:
    return replace(shape, role="host-faint", state=None) if isinstance(shape, Path | Circle) else shape


def _named(own: Sequence[Path], marks: Mapping[str, str]) -> list[Label]:
    """A mark once for each kind of part, where the largest of it is seen beside what lies over it; none of what is not seen."""
    largest: dict[str, tuple[float, BaseGeometry]] = {}
    over: BaseGeometry = shapely.Polygon()
    for shape in reversed(own):
        mark, drawn = marks.get(shape.part, ""), _polygon(shape)
        seen = drawn.difference(over)
        if mark and seen.area > SEEN * drawn.area and (mark not in largest or seen.area > largest[mark][0]):
            largest[mark] = seen.area, seen
        over = over.union(drawn)
    found = []
    for mark, (_, seen) in sorted(largest.items(), key=lambda row: -row[1][0])[:NAMED]:
        middle = seen.representative_point()
        found.append(Label((middle.x, middle.y), mark))
    return found
