"""An outline from a DXF drawing or a table of offsets: corners in mm, its lower left at 0, 0."""

from __future__ import annotations

import csv
import io
import itertools
import math
from collections.abc import Iterator
from typing import Any

from ezdxf import path as dxf_path
from ezdxf.filemanagement import read
from ezdxf.lldxf.const import DXFError

from ergostrut.core.problem import InputError, Problem
from ergostrut.core.quantity import Length

Corner = tuple[float, float]
UNITS = {0: 1.0, 1: 25.4, 2: 304.8, 4: 1.0, 5: 10.0, 6: 1000.0}
"""mm of a drawing unit by $INSUNITS; one without units is taken in mm."""
SAG = 1.0
"""mm that a chord of an arc may lie inside it."""
MOST = 200
BYTES, ENTITIES, POINTS = 2_000_000, 2_000, 20_000
"""Characters, shapes and points of a drawing that are looked at."""
FAR = 20_000.0
"""mm: a shape larger, or farther from the drawing's origin, is no part of a vehicle."""
TURN = 20.0
"""Bulge of an arc beyond which it is a whole circle drawn many times over."""
SHAPES = "LWPOLYLINE POLYLINE CIRCLE ELLIPSE SPLINE"


def read_outline(text: str, unit: str = "mm") -> tuple[Corner, ...]:
    """The outline in a file: DXF where it begins like one, else comma-separated offsets along and off a straight edge.

    Args:
        unit: what a number of a table takes that has none.

    Raises:
        InputError: naming the line, or what the drawing lacks.
    """
    lines = text.lstrip("\ufeff").splitlines()
    drawn = any(a.strip() == "0" and b.strip() == "SECTION" for a, b in itertools.pairwise(lines[:40]))
    found = _dxf(text) if drawn else _table(text, unit)
    if len(found) > MOST:
        raise _refused("file", f"{len(found)} corners, at most {MOST} are taken; draw it with fewer")
    u0, v0 = min(u for u, _ in found), min(v for _, v in found)
    return tuple((round(u - u0, 2), round(v - v0, 2)) for u, v in found)


def written(corners: tuple[Corner, ...]) -> str:
    """Corners as an obstacle's outline has them."""
    return "; ".join(f"{u:g}, {v:g}" for u, v in corners)


def _refused(field: str, message: str) -> InputError:
    return InputError([Problem(field=field, message=message)])


def _dxf(text: str) -> tuple[Corner, ...]:
    if len(text) > BYTES:
        raise _refused("file", f"this drawing is larger than {BYTES // 1_000_000} MB; save the outline alone")
    try:
        drawing = read(io.StringIO(text))
    except (DXFError, ValueError, KeyError, IndexError, TypeError, AttributeError) as error:
        raise _refused("file", f"this DXF cannot be read: {str(error).splitlines()[0] if str(error) else 'it is broken off'}") from None
    scale = UNITS.get(int(drawing.header.get("$INSUNITS", 0)))
    if scale is None:
        raise _refused("file", "the drawing is in units that nobody measures a truck in; save it in mm or inches")
    best: tuple[float, tuple[Corner, ...]] = (0.0, ())
    shapes = list(drawing.modelspace().query(SHAPES))
    if len(shapes) > ENTITIES:
        raise _refused("file", f"{len(shapes)} shapes, at most {ENTITIES} are looked at; save the outline alone")
    for shape in shapes:
        if _largest(shape) * scale > FAR:
            raise _refused(
                "file", f"a {shape.dxftype().lower()} reaches farther than {FAR / 1000:g} m; draw the outline alone, near the origin"
            )
        corners = _corners(shape, scale)
        area = abs(sum(a[0] * b[1] - a[1] * b[0] for a, b in zip(corners, corners[1:] + corners[:1], strict=True))) / 2
        if len(corners) > 2 and area > best[0]:
            best = area, corners
    if not best[1]:
        raise _refused("file", "there is no closed outline in this drawing; join its lines to one polyline")
    return best[1]


def _largest(shape: Any) -> float:
    """How far a shape can reach from the origin, in its drawing's units, by what it is drawn from; without end where that is no number."""
    kind, found = shape.dxftype(), [0.0]
    try:
        if kind == "CIRCLE":
            found += [*(abs(float(v)) for v in shape.dxf.center), abs(float(shape.dxf.radius))]
        elif kind == "ELLIPSE":
            found += [
                *(abs(float(v)) for v in shape.dxf.center),
                float(shape.dxf.major_axis.magnitude) * max(1.0, abs(float(shape.dxf.ratio))),
            ]
        elif kind == "SPLINE":
            places = (*shape.control_points, *shape.fit_points)
            found += [abs(float(v)) for place in places for v in place]
            found.append(math.inf if len(places) > POINTS else 0.0)
        else:
            rows = (
                list(shape.get_points("xyb"))
                if kind == "LWPOLYLINE"
                else [(*v.dxf.location.vec2, v.dxf.get("bulge", 0.0)) for v in shape.vertices]
            )
            found += [abs(float(v)) for row in rows for v in row[:2]]
            found.append(math.inf if len(rows) > POINTS or any(abs(float(row[2])) > TURN for row in rows) else 0.0)
    except (DXFError, TypeError, ValueError, AttributeError):
        return math.inf
    return max(found) if all(math.isfinite(v) for v in found) else math.inf


def _corners(shape: Any, scale: float) -> tuple[Corner, ...]:
    try:
        points = [(float(p.x) * scale, float(p.y) * scale) for p in dxf_path.make_path(shape).flattening(SAG / scale)]
    except (DXFError, TypeError, ValueError):
        return ()
    kept = [p for n, p in enumerate(points) if n == 0 or max(abs(p[0] - points[n - 1][0]), abs(p[1] - points[n - 1][1])) > 1e-6]
    if len(kept) > 1 and max(abs(kept[0][0] - kept[-1][0]), abs(kept[0][1] - kept[-1][1])) < 1e-6:
        kept.pop()
    return tuple(kept)


def _table(text: str, unit: str) -> tuple[Corner, ...]:
    """Offsets from a straight edge, closed along it where the first or last does not lie on it."""
    found: list[Corner] = []
    for n, row in enumerate(_rows(text), 1):
        cells = [cell.strip() for cell in row if cell.strip()]
        if not cells or (n == 1 and not any(c.isdigit() for c in "".join(cells))):
            continue
        if len(cells) != 2:
            raise _refused(f"line {n}", "write two lengths: how far along the straight edge, and how far off it")
        try:
            found.append((Length.parse(cells[0], unit).mm, Length.parse(cells[1], unit).mm))
        except ValueError as error:
            raise _refused(f"line {n}", str(error)) from None
    if len(found) < 2:
        raise _refused("file", "an outline needs two offsets or more")
    first, last = found[0], found[-1]
    ends = [[(end[0], 0.0)] if end[1] != 0 and (end[0], 0.0) not in found else [] for end in (first, last)]
    corners = (*ends[0], *found, *ends[1])
    if len(corners) < 3:
        raise _refused("file", "an outline needs three corners or more")
    return corners


def _rows(text: str) -> Iterator[list[str]]:
    rows = csv.reader(io.StringIO(text.lstrip("\ufeff"), newline=""))
    while True:
        try:
            yield next(rows)
        except StopIteration:
            return
        except csv.Error as error:
            raise _refused(f"line {rows.line_num}", f"this is no table: {error}") from None
