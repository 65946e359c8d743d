"""What the user chooses of a flatbed. Part of the job document."""

from __future__ import annotations

from typing import Literal

from ....document.base import BuildId
from ....document.survey import Name
from ...blocks.bed.params import BedOnMounts


class TruckFlatbed(BedOnMounts):
    """A bed on the mounts of a truck's frame, with nothing over it."""

    family: Literal["truck_flatbed"] = "truck_flatbed"
    id: BuildId = "flatbed1"
    label: Name = "Flatbed"
