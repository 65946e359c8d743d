"""Bolts over spacers by hand: root by ISO 68-1 (d - 1.2269 p), elastic section pi d3^3/32, 0.75 of yield (AISC 360-16 F11 gives 0.6 to 1/1.67 of
plastic, less). Height alone is no verdict: thread, grade and how it is held decide."""

from __future__ import annotations

import math

import pytest

from ergostrut.core.anchor.bolts import of_bolt
from ergostrut.core.catalog.model import Catalog
from ergostrut.core.structure.nouns.holds import Anchor
from ergostrut.core.working import Working

FORCE, HEIGHT = 981.0, 51.0


@pytest.mark.parametrize(
    ("thread", "both", "one"), [("M10x1.25", 0.59, 1.19), ("M10", 0.66, 1.33), ("M12x1.25", 0.31, 0.63)], ids=["fine", "coarse", "M12"]
)
def test_a_bolt_over_a_51_mm_spacer(catalog: Catalog, thread: str, both: float, one: float) -> None:
    """981 N across a bolt of grade 10.9 over 51 mm, held at both ends and at its foot alone."""
    known, grade = catalog.threads[thread], catalog.grades["ISO 10.9"]
    pitch = {"M10x1.25": 1.25, "M10": 1.5, "M12x1.25": 1.25}[thread]
    root = known.d - 1.2269 * pitch
    moment = 0.75 * grade.Fy * math.pi * root**3 / 32
    for free, use in ((False, both), (True, one)):
        bolt = Anchor(
            "a", "a", 0.0, 0.0, known, grade.Fu, "ISO 10.9", 24.0, False, None, proof=grade.proof, spacer=HEIGHT, Fy=grade.Fy, free=free
        )
        V = of_bolt(bolt, Working())[1]
        assert pytest.approx(use, abs=0.011) == FORCE / V
        assert pytest.approx(moment / (HEIGHT if free else HEIGHT / 2), rel=0.01) == V
