"""What tows a trailer, and the hitch on it. Part of the job document."""

from __future__ import annotations

from typing import Annotated, Literal

from pydantic import model_validator

from ..problem import FieldError
from ..quantity import Between, Length
from ..record import Record
from .survey import AxleLoad, Carried, Name

HitchClass = Literal["not known", "1", "2", "3", "4"]
"""SAE J684."""


class TowVehicle(Record):
    """What tows a trailer, loaded as it travels: its axles, where the ball is behind the rear one, and what its plate and its hitch allow.

    ``ball``: with the ``extension``, if there is one. ``hitch_rating``: vertically, on the ball, ``pin_to_ball`` behind the receiver's pin and
    without an extension; ``extended_rating`` and ``extended_towed``: vertically and in all, behind it, as the hitch's maker says."""

    label: Name = "tow vehicle"
    wheelbase: Annotated[Length, Between(1_000, 7_000)] | None = None
    ball: Annotated[Length, Between(200, 3_000)] | None = None
    front: Carried = Carried()
    rear: Carried = Carried()
    source: Literal["typical", "ticket"] = "typical"
    gross_rating: AxleLoad | None = None
    hitch_class: HitchClass = "not known"
    hitch_rating: AxleLoad | None = None
    pin_to_ball: Annotated[Length, Between(20, 1_000)] | None = None
    extension: Annotated[Length, Between(10, 2_000)] | None = None
    extended_rating: AxleLoad | None = None
    extended_towed: AxleLoad | None = None
    combination_rating: AxleLoad | None = None

    @model_validator(mode="after")
    def _falls(self) -> TowVehicle:
        bare, behind = self.hitch_rating, self.extended_rating
        if bare is not None and behind is not None and behind.kg > bare.kg:
            raise FieldError("extended_rating", "a hitch bears no more behind an extension than without one; read both ratings again")
        return self
