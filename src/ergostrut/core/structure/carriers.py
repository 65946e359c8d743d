"""What carries a host on the ground: its axles, or axles and a coupling; and the vehicle that takes what a coupling gives. mm, kg, host axes."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal

Springs = Literal["alone", "equaliser", "each"]
"""An axle by itself; one of two on an equaliser, which shares evenly; one of two on springs of their own."""


@dataclass(frozen=True, slots=True)
class Carrier:
    """An axle or a coupling: ``x`` where it bears, None while that is not measured; ``empty`` and ``rating`` kg, None where nobody read them.

    ``at``: the lengths by role that its place needs; ``steers``: whether it must keep a share of the whole."""

    id: str
    kind: Literal["axle", "coupling"]
    label: str
    x: float | None
    empty: float | None
    rating: float | None
    at: tuple[str, ...] = ()
    steers: bool = False
    springs: Springs = "alone"
    tyres: float | None = None
    """kg that all tyres of an axle may bear; None where nobody read them."""


@dataclass(frozen=True, slots=True)
class Hitch:
    """What the ball is on: its class (SAE J684), kg it bears vertically ``pin`` mm behind the receiver's pin; an ``extension`` (mm; None: none),
    and what it bears and tows behind that. None: not known."""

    grade: str
    rating: float | None
    pin: float | None
    extension: float | None
    extended: float | None
    extended_towed: float | None


@dataclass(frozen=True, slots=True)
class Tow:
    """What tows: its own two axles, rear last, by x behind the front one; the ``ball`` behind the rear one; ratings kg, None where not known."""

    label: str
    front: Carrier
    rear: Carrier
    wheelbase: float | None
    ball: float | None
    gross: float | None
    hitch: Hitch
    combination: float | None
    provisional: bool

    @property
    def mass(self) -> float | None:
        """kg of it empty; None where an axle was not weighed."""
        ahead, behind = self.front.empty, self.rear.empty
        return None if ahead is None or behind is None else ahead + behind


@dataclass(frozen=True, slots=True)
class CamperPlate:
    """What a vehicle's maker says of a slide-in camper: ``rating`` kg of all cargo, and from where to where behind the bed's front its centre of
    gravity is to lie, mm; None where nobody read it."""

    rating: float | None
    ahead: float | None
    behind: float | None
