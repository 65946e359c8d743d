"""The pickup bed's form beside its dimensions."""

from __future__ import annotations

from ...blocks import BOLTS, ROWS, SLOTS

SHEET = (BOLTS, SLOTS, ROWS)
