"""How many sheets no plan goes below: by area, and by pieces that cannot lie beside each other."""

from __future__ import annotations

import math
from collections.abc import Sequence

from .guillotine import CLOSE, Flat, ways


def least(pieces: Sequence[Flat], size: tuple[float, float], kerf: float) -> int:
    """Sheets of ``size`` that pieces take at least, saw cuts counted: every piece is a cut longer and wider, and so is the sheet."""
    long, wide = size[0] + kerf, size[1] + kerf
    rows = [[(dx + kerf, dy + kerf) for dx, dy, _ in ways(piece) if dx <= size[0] + CLOSE and dy <= size[1] + CLOSE] for piece in pieces]
    rows = [row for row in rows if row]
    area = sum(row[0][0] * row[0][1] for row in rows) / (long * wide)
    # longer than half a sheet whichever way it lies: only across from others like it
    across = sum(min(dy for _, dy in row) for row in rows if min(dx for dx, _ in row) > long / 2) / wide
    along = sum(min(dx for dx, _ in row) for row in rows if min(dy for _, dy in row) > wide / 2) / long
    alone = sum(1 for row in rows if min(dx for dx, _ in row) > long / 2 and min(dy for _, dy in row) > wide / 2)
    return max(alone, *(math.ceil(part - 1e-9) for part in (area, across, along)))
