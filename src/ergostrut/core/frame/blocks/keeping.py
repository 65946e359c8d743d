"""What keeps a loose part where it is stowed, as families ask for it."""

from __future__ import annotations

from typing import Annotated

from pydantic import Field

from ...constants import G
from ...quantity import Rating
from ...record import Record
from ...structure.nouns.stow import By, Stow
from ...structure.sheet import Row, When, options


class Keep(Record):
    """``rating``: what it holds, all of it together; ``friction`` where nothing else does. Both unknown until given."""

    by: By = "unsaid"
    rating: Rating | None = None
    friction: Annotated[float, Field(ge=0, le=2)] | None = None


RATED = ("turn button", "spring catch", "magnet", "cord", "hook and loop", "pin")


def stow(keep: Keep, ident: str, what: str, place: str, body: str, kg: float) -> Stow:
    """A loose part with what keeps it."""
    rating = keep.rating.kg * G if keep.rating is not None else None
    return Stow(ident, what, place, body, kg, keep.by, rating, keep.friction)


def keep_rows(path: str, what: str, when: tuple[When, ...] = ()) -> tuple[Row, ...]:
    """The form's rows about it."""
    kinds = options("weight", "friction", *RATED, unsaid="nobody said")
    return (
        Row(f"{path}/by", f"{what} kept by", "choice", kinds, when=when),
        Row(f"{path}/rating", "That holds, pulled by a scale", "mass", optional=True, when=(*when, When(f"{path}/by", RATED))),
        Row(f"{path}/friction", "Friction", "number", optional=True, when=(*when, When(f"{path}/by", ("friction", "magnet")))),
    )
