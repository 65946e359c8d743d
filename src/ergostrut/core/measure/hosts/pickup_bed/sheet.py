"""The pickup bed's form beside its dimensions."""

from __future__ import annotations

from ...blocks import BOLTS, OBSTACLES, ROWS, SLOTS

SHEET = (BOLTS, SLOTS, ROWS, OBSTACLES)
