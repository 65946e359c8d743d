"""What the user chooses of a box of plywood. Part of the job document."""

from __future__ import annotations

from typing import Annotated, Literal

from pydantic import Field

from ....document.base import BuildId
from ....document.survey import Name
from ...blocks.carcass.params import Carcass


class PlywoodBox(Carcass):
    """A carcass with so many upright sheets between its sides."""

    family: Literal["plywood_box"] = "plywood_box"
    id: BuildId = "box1"
    label: Name = "Plywood box"
    uprights: Annotated[int, Field(ge=0, le=8)] = 1

    @property
    def inner(self) -> int:
        return self.uprights
