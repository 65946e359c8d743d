"""A dimension of a host as a tag in a view."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal

from ..primitives import DimensionLine, Point2
from ..structure.host import Host


def tag(
    host: Host, name: str, a: Point2, b: Point2, axis: Literal["h", "v"], side: Literal["below", "above", "left", "right"], row: int
) -> DimensionLine:
    """The dimension ``name`` from ``a`` to ``b``, which opens its field."""
    taken = host.dims[name]
    state = taken.state if taken.mm is not None else "missing"
    return DimensionLine(a, b, axis, side, row, taken.mm, taken.label, f"/host/dims/{name}", state)


@dataclass(frozen=True, slots=True)
class SurveyTag:
    """Where a dimension is drawn in a view, for kinds of host that have it."""

    name: str
    a: Point2
    b: Point2
    axis: Literal["h", "v"]
    side: Literal["below", "above", "left", "right"]
    row: int


def tags(host: Host, *rows: SurveyTag) -> tuple[DimensionLine, ...]:
    """Those that this host has."""
    return tuple(tag(host, row.name, row.a, row.b, row.axis, row.side, row.row) for row in rows if row.name in host.dims)
