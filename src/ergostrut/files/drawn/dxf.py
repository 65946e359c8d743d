"""Views and outlines as DXF: named layers, the drawing's unit set, dimensions that can be measured. R2010, which every CAD program reads."""

from __future__ import annotations

import io
from collections.abc import Callable, Iterable, Sequence
from dataclasses import dataclass

from ezdxf.document import Drawing
from ezdxf.enums import TextEntityAlignment
from ezdxf.filemanagement import new
from ezdxf.layouts.layout import Modelspace

from ergostrut.core.primitives import Circle, DimensionLine, Label, Path, Point2, View
from ergostrut.core.wording import Say

LAYERS = {
    "HOST": 8, "MEMBERS": 7, "PANELS": 30, "THINGS": 9, "HIDDEN": 8, "SUPPORTS": 5, "DIMENSIONS": 5, "TEXT": 7, "CUT": 1, "SHEET": 8, "SAW": 3,
}  # fmt: skip
"""Layers by name with their colours (AutoCAD colour index, as DXF numbers colours)."""
ROLE = {
    "host": "HOST", "host-faint": "HOST", "ground": "HOST", "ghost": "HIDDEN", "member": "MEMBERS", "member-far": "MEMBERS", "base": "MEMBERS",
    "deck": "PANELS", "thing": "THINGS", "roller": "SUPPORTS", "fixing": "SUPPORTS", "strap": "SUPPORTS", "swept": "SAW",
}  # fmt: skip
UNIT = {"mm": (4, 1.0), "in": (1, 1 / 25.4)}
"""$INSUNITS, and drawing units to a mm."""
ROOM, ROW, TEXT = 400.0, 120.0, 35.0
"""mm between views, between rows of dimensions, and the height of words."""


@dataclass(frozen=True, slots=True)
class Ring:
    """A closed line on a layer; ``words`` in its middle."""

    points: tuple[Point2, ...]
    layer: str
    words: str = ""


def _new(unit: str) -> tuple[Drawing, float]:
    code, scale = UNIT[unit]
    drawing = new("R2010", setup=["linetypes", "styles"])
    drawing.header["$INSUNITS"] = code
    drawing.header["$MEASUREMENT"] = 1 if unit == "mm" else 0
    for name, colour in LAYERS.items():
        drawing.layers.add(name, color=colour, linetype="DASHED" if name in ("HIDDEN", "SAW") else "CONTINUOUS")
    style = drawing.dimstyles.duplicate_entry("Standard", "SHOP")
    style.dxf.dimtxt, style.dxf.dimasz, style.dxf.dimexo, style.dxf.dimexe = (size * scale for size in (TEXT, 25.0, 12.0, 12.0))
    style.dxf.dimtad = 1
    return drawing, scale


def _written(drawing: Drawing) -> str:
    out = io.StringIO()
    drawing.write(out)
    return out.getvalue()


def views_dxf(views: Iterable[tuple[str, View]], say: Say) -> str:
    """Views side by side, each with its name over it, at full size in the job's length unit."""
    drawing, scale = _new(say.units.length)
    space = drawing.modelspace()
    at = 0.0
    for name, view in views:
        u0, v0, u1, v1 = view.box

        def to(point: Point2, shift: float = at - u0, low: float = v0) -> Point2:
            return (point[0] + shift) * scale, (point[1] - low) * scale

        for item in view.items:
            if isinstance(item, Path):
                for ring in (item.points, *item.holes):
                    space.add_lwpolyline([to(p) for p in ring], close=item.closed, dxfattribs={"layer": ROLE.get(item.role, "MEMBERS")})
            elif isinstance(item, Circle):
                space.add_circle(to(item.at), item.r * scale, dxfattribs={"layer": ROLE.get(item.role, "SUPPORTS")})
            elif isinstance(item, Label):
                _words(space, item.text, to(item.at), scale)
            elif isinstance(item, DimensionLine) and item.mm:
                _dimension(space, item, view.box, to, say)
        _words(space, name, to(((u0 + u1) / 2, v1 + ROOM / 2)), scale * 1.6)
        at += u1 - u0 + ROOM + 2 * ROW
    return _written(drawing)


def _words(space: Modelspace, text: str, at: Point2, scale: float) -> None:
    entity = space.add_text(text, height=TEXT * scale, dxfattribs={"layer": "TEXT"})
    entity.set_placement(at, align=TextEntityAlignment.MIDDLE_CENTER)


def _dimension(
    space: Modelspace, item: DimensionLine, box: tuple[float, float, float, float], to: Callable[[Point2], Point2], say: Say
) -> None:
    """A linear dimension, its words as the job writes lengths."""
    u0, v0, u1, v1 = box
    if item.axis == "h":
        base = (item.a[0], v0 - item.row * ROW if item.side == "below" else v1 + item.row * ROW)
    else:
        base = (u0 - item.row * ROW if item.side == "left" else u1 + item.row * ROW, item.a[1])
    space.add_linear_dim(
        base=to(base),
        p1=to(item.a),
        p2=to(item.b),
        angle=0 if item.axis == "h" else 90,
        text=say.length(item.mm or 0.0),
        dimstyle="SHOP",
        dxfattribs={"layer": "DIMENSIONS"},
    ).render()


def rings_dxf(rings: Sequence[Ring], unit: str) -> str:
    """Closed lines at full size, as a cutter or a CAM program reads them."""
    drawing, scale = _new(unit)
    space = drawing.modelspace()
    for ring in rings:
        space.add_lwpolyline([(u * scale, v * scale) for u, v in ring.points], close=True, dxfattribs={"layer": ring.layer})
        if ring.words:
            us, vs = zip(*ring.points, strict=True)
            _words(space, ring.words, ((min(us) + max(us)) / 2 * scale, (min(vs) + max(vs)) / 2 * scale), scale)
    return _written(drawing)
