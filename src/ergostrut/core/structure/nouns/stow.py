"""What is stowed, lifted out or folded and must stay so on the road. N, host axes."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal

from .catch_pin import CatchPin

By = Literal["unsaid", "weight", "friction", "turn button", "spring catch", "magnet", "cord", "hook and loop", "pin"]
"""What keeps it there."""
LEFT_OPEN = "A button left open holds nothing: a catch that closes itself cannot be forgotten."
BUTTON_USE, BUTTON_SAYS = 0.9, "tight at the best: it can be left open"


@dataclass(frozen=True, slots=True)
class Stow:
    """Parts of ``body`` weighing ``kg`` that are kept at ``motion``'s ``travel`` by something; ``rating`` N of all of it; ``friction`` where that holds.

    ``what`` people call it; ``place``: what it does there, such as “folded up”; ``opens``: (axis, sign) across which a folded
    bed comes down, ``leans`` degrees up from the level, ``kg`` then its half that hangs on the catch; ``pin``: of the catch."""

    id: str
    what: str
    place: str
    body: str
    kg: float
    by: By
    rating: float | None = None
    friction: float | None = None
    opens: tuple[Literal[0, 1], float] | None = None
    leans: float = 90.0
    pin: CatchPin | None = None
