"""Fabric laid in resin over what a build's panels show."""

from __future__ import annotations

from typing import Annotated, Literal

from pydantic import Field

from ..record import Record


class Coat(Record):
    """``layers`` of fabric of so many g/m2, each wetted with ``ratio`` times its mass of resin; a batch that is stirred up must be laid within ``pot``
    minutes at 20 °C, as its maker says."""

    fabric: Annotated[float, Field(ge=20, le=1_200)] = 200.0
    layers: Annotated[int, Field(ge=1, le=6)] = 1
    ratio: Annotated[float, Field(ge=0.3, le=4)] = 1.3
    pot: Annotated[float, Field(ge=3, le=240)] = 25.0
    faces: Literal["one face", "both faces"] = "one face"
