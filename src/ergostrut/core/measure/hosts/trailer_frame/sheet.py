"""The form of a trailer's frame beside its dimensions."""

from __future__ import annotations

from ....structure.sheet import Group, Row, When, options
from ...blocks import OBSTACLES, again
from ...mounts import MAY, mounts_of
from ...towing import tow_group
from .survey import DIMENSIONS

_OWN = (When("made", ("own",)),)
SHEET = (
    Group(
        "Running gear",
        (
            Row("made", "Its frame", "choice", options(bought="is there", own="is built here")),
            Row("axles", "Its axles", "choice", options("one", "two on an equaliser", "two on springs of their own")),
            Row("brakes", "Its wheels have brakes", "tick", when=_OWN),
            Row(
                "coupling_rating",
                "Its coupling is marked for a trailer of",
                "mass",
                optional=True,
                when=_OWN,
                help="gross; on the coupling itself",
            ),
        ),
        help="What an axle, its springs and its tyres bear is on their plates and walls; without a plate it is unknown until somebody rates it.",
    ),
    mounts_of(
        "Behind the front cross member",
        "Holes in the rails, brackets, tabs; of a frame to be built the brackets of the axles, one a side of every axle, where that stands; two axles on springs of their own sit on bushings that give as those do. Each is asked for with any one gone, but for an axle's.",
        Row(
            "spread",
            "Its leaf spring, hanger to hanger",
            "length",
            optional=True,
            help="of an axle, about that place; without a leaf spring how long its bracket lies on the rail",
        ),
    ),
    MAY,
    OBSTACLES,
    tow_group(),
    again(DIMENSIONS),
)
