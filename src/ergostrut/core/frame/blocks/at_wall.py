"""What is built along a side wall: where the wall stands, what of the host's it is fixed to, at which places. mm, host axes."""

from __future__ import annotations

from typing import Literal

from ...catalog.errors import StockError
from ...structure.host import WIDTH_HIGH, Host, HostRow, Reader

Side = Literal["left", "right"]


def sign_of(side: Side) -> float:
    """-1 at the left wall, +1 at the right one: y grows to the right."""
    return -1.0 if side == "left" else 1.0


def half_between(host: Reader, low: float, high: float, front: float, back: float) -> float:
    """Half the clear width where the walls stand farthest in between two heights and two places along them."""
    known = host.host.half_between(low, high, front, back)
    return known if known is not None else host.need(WIDTH_HIGH, 1600.0) / 2


def off_wall(host: Host, x: float, y: float, z: float) -> float:
    """mm from what stands at ``y`` to the wall beside it, where that leans away from it or draws away along it: what is fixed there is packed so far."""
    half = host.half_at(z, x)
    return 0.0 if half is None else max(half - abs(y), 0.0)


def row_at(host: Reader, side: Side, name: str, what: str, field: str = "wall/row") -> HostRow | None:
    """The host's row that it is fixed to; None where none is named.

    Raises:
        StockError: a row that the host has not, or on another face; ``field`` names the choice.
    """
    if not name:
        return None
    row = host.host.rows.get(name)
    if row is None:
        have = ", ".join(f"“{known}”" for known in host.host.rows) or "none"
        raise StockError(field, f"the host has no row “{name}”; there is {have}. Add it on Measure, or leave this empty")
    if row.face != f"{side} wall":
        mine = " as it is turned" if row.on else ""
        raise StockError(field, f"“{row.name}” is on the {row.wall}, the {what} on the {side} wall{mine}; choose a row there")
    return row


def stood_along(
    row: HostRow | None, front: float, length: float, count: int, width: float, said: tuple[str, str, str]
) -> tuple[float, ...]:
    """x of the middles of ``count`` uprights ``width`` mm wide: evenly, each moved to the row's next point where it has points. ``said``: the
    field that counts them, what people call them, and what they are part of.

    Raises:
        StockError: more than go side by side, or a row with fewer than two places along it.
    """
    field, uprights, what = said
    lo, hi = front + width / 2, front + length - width / 2
    if hi - lo < width * (count - 1):
        raise StockError(field, f"{uprights} do not go side by side; take fewer, or a longer {what}")
    even = [lo + (hi - lo) * i / (count - 1) for i in range(count)]
    if row is None or row.free_along:
        return tuple(even)
    known = [x for x, _, _ in row.spots if lo - width <= x <= hi + width]
    found = sorted({min(known, key=lambda x: abs(x - at)) for at in even}) if known else []
    if len(found) < 2:
        raise StockError("wall/row", f"fewer than two places of “{row.name}” lie along the {what}; move it, or choose another row")
    return tuple(found)


def heights_at(row: HostRow | None, low: float, top: float, count: int, what: str) -> tuple[float, ...]:
    """Heights of ``count`` fixings one under another from ``top`` down to 60 mm over ``low``; where the row lies level, its own.

    Raises:
        StockError: a row that passes beside it, or no height left.
    """
    if row is not None and row.kind not in ("ribs", "studs"):
        level = row.spots[0][2]
        if not low < level < top + 1e-6:
            raise StockError("wall/row", f"“{row.name}” lies at {level:.0f} mm and {what} do not pass it; choose another row")
        return (level,)
    if top <= low:
        raise StockError("wall/below", "the highest wall fixing would lie under the upright's foot; set it higher")
    return tuple(top - (top - low - 60.0) * i / max(count - 1, 1) for i in range(count))
