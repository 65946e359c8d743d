"""Lifting by hand: the revised NIOSH equation (NIOSH 94-110, 1994). kg and mm."""

from __future__ import annotations

LOAD = 23.13
"""kg: 51 lb, what nearly everybody may lift in the best place."""
ONE_HAND = 0.6
"""Of it with one hand (EN 1005-2, from memory)."""


def recommended(h: float, v: float, d: float, coupling: float = 0.95, *, one_hand: bool = False) -> float:
    """kg that may be lifted: hands ``h`` mm ahead of the ankles and ``v`` mm over the floor at the start, ``d`` mm upwards; seldom, not turned.

    RWL = LC HM VM DM CM with HM = 254/h, VM = 1 - 0.0075 |v - 762|/25.4, DM = 0.82 + 1.8/(d/25.4), each at most 1; nothing beyond 25 in
    ahead or 70 in high."""
    if h > 635 or not 0 <= v <= 1778 or v + d > 1778:
        return 0.0
    hm = min(254 / max(h, 254), 1.0)
    vm = 1 - 0.0075 * abs(v - 762) / 25.4
    dm = min(0.82 + 1.8 / max(d / 25.4, 10.0), 1.0)
    return LOAD * hm * vm * dm * coupling * (ONE_HAND if one_hand else 1.0)
