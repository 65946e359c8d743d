"""One panel drawn as it is cut, its length to the right, with its sizes; what is taken out of it is numbered."""

from __future__ import annotations

from dataclasses import dataclass

from ..cut.outline import Outline, outlines
from ..primitives import DimensionLine, Label, Path, Primitive, View, box_of, rect
from ..structure.context import Context
from ..structure.plans import CutPiece
from ..wording import Say


@dataclass(frozen=True, slots=True)
class PartDrawn:
    """``outs``: the openings and notches in words, by number; ``notes``: what the drawing does not show."""

    mark: str
    view: View
    outs: tuple[str, ...]
    notes: tuple[str, ...]


def parts_drawn(context: Context, rows: tuple[CutPiece, ...]) -> tuple[PartDrawn, ...]:
    """Every panel of the cut list that is more than a rectangle."""
    by_mark = {row.mark: row for row in rows}
    return tuple(part_drawn(by_mark[mark], found, context.say) for mark, found in outlines(context, rows).items() if not found.plain)


def part_drawn(row: CutPiece, found: Outline, say: Say) -> PartDrawn:
    long, wide = found.size
    items: list[Primitive] = []
    if len(found.rim) != 4 or not found.plain:
        items.append(rect(0.0, 0.0, long, wide, "ghost"))
    for ring in found.rings:
        items.append(Path(ring, "deck", True, row.parts[0], row.role))
    for n, (a, b, c, d) in enumerate(found.outs, 1):
        items.append(Label(((a + c) / 2, (b + d) / 2), str(n)))
    items.append(DimensionLine((0.0, 0.0), (long, 0.0), "h", "below", 1, long, "length"))
    items.append(DimensionLine((0.0, 0.0), (0.0, wide), "v", "left", 1, wide, "width"))
    outs = tuple(f"{say.length(c - a)} x {say.length(d - b)}, its corner at {_at(a, say)}, {_at(b, say)}" for a, b, c, d in found.outs)
    notes = [f"grain along the {'length' if found.along else 'width'}"]
    if found.bevel:
        notes.append(f"edges bevelled {found.bevel:.1f}°")
    corners = [(u, v) for u, v in found.rim if not (u in (0.0, long) and v in (0.0, wide))]
    if corners:
        notes.append("corners at " + ", ".join(f"{_at(u, say)} / {_at(v, say)}" for u, v in found.rim))
    return PartDrawn(row.mark, View("sheet", box_of(items), tuple(items)), outs, tuple(notes))


def _at(mm: float, say: Say) -> str:
    return say.length(mm) if mm > 0.05 else "0"
