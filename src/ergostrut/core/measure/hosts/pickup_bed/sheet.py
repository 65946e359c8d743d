"""The pickup bed's form beside its dimensions."""

from __future__ import annotations

from ...blocks import BOLTS, OBSTACLES, ROWS, SLOTS, again
from .survey import DIMENSIONS

SHEET = (BOLTS, SLOTS, ROWS, OBSTACLES, again(DIMENSIONS))
