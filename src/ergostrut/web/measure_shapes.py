"""What goes over the wire of a host: its views, its dimensions, its form."""

from __future__ import annotations

from ergostrut.core.primitives import View

from .build_shapes import FormGroup
from .shapes import Wire


class DimensionOut(Wire):
    name: str
    label: str
    how: str
    text: str | None
    mm: float | None
    state: str
    tolerance_mm: float
    optional: bool


class BearsOut(Wire):
    """An axle or a coupling: its name in the survey's weights, and in words."""

    id: str
    label: str


class MeasureOut(Wire):
    views: list[View]
    dimensions: list[DimensionOut]
    label: str
    groups: list[FormGroup]
    carriers: list[BearsOut]
    engine: bool
