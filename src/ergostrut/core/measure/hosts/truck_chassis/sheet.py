"""The chassis' form beside its dimensions."""

from __future__ import annotations

from ...blocks import OBSTACLES, RACK, SIGHT, again
from ...mounts import MAY, mounts_of
from .survey import DIMENSIONS

SHEET = (
    mounts_of(
        "From the back of the cab",
        "Where the bed was bolted, brackets, holes in the frame. A bushing's stiffness decides what it takes when the frame twists.",
    ),
    MAY,
    OBSTACLES,
    RACK,
    SIGHT,
    again(DIMENSIONS),
)
