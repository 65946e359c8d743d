"""What keeps loose things where they are: sliding, tipping over a lip, catches, pull by hand and by rope. N, mm, g; statics, derived here."""

from __future__ import annotations

import math


def slides_at(mu: float, slope: float = 0.0, down: float = 1.0) -> float:
    """g along a shelf that makes a thing slide: tan(atan(mu) + slope) of the ``down`` g that press it on; ``slope`` rad that it must climb."""
    return down * math.tan(math.atan(mu) + slope)


def tips_at(width: float, height: float, lip: float = 0.0, down: float = 1.0) -> float:
    """g sideways that tips a thing ``width`` mm wide, its centre ``height`` mm up, over a ``lip``: down (b/2)/(h - lip); never where the lip
    reaches its centre."""
    return down * width / 2 / (height - lip) if height > lip else math.inf


def engagement(pin: float, play: float, flex: float) -> float:
    """mm that a catch's pin must be engaged: what play and flex take of it, and a diameter more (common practice, no published source)."""
    return play + flex + pin


def roped(force: float, kept: float, parts: int) -> float:
    """N of pull on a rope that leads over ``parts`` sheaves, each keeping ``kept`` of what comes to it, all of them pulling: force over the sum of
    kept to the power 1 .. parts."""
    return force / sum(kept**k for k in range(1, parts + 1))


def drawn_out(mu: float, above: float) -> float:
    """N to draw a thing out from under ``above`` N that lie on it."""
    return mu * above
