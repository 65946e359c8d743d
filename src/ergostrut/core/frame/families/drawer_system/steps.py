"""How a drawer system is made, in order: its carcass, then its drawers. Times are common practice, no published source."""

from __future__ import annotations

from ....structure.assembly import Assembly
from ....structure.context import Context
from ....structure.plans import CutPlan
from ...blocks.carcass.steps import steps as carcass_steps
from ...family import Row


def steps(context: Context, build: Assembly, cut: CutPlan) -> list[Row]:
    """(id, title, text, hold, caution, minutes, parts) in order."""
    say, rows = context.say, carcass_steps(context, build, cut)
    drawers = build.runners
    if not drawers:
        return rows
    one = drawers[0]
    parts = tuple(panel.id for panel in build.panels)
    made: list[Row] = [
        (
            "openings-again",
            "Measure every opening",
            f"Width in front, in the middle and behind. Planned {say.length(one.opening)}; a drawer is {say.length(one.width)} wide for it.",
            "No opening differs by more than 1 mm over its depth: shim the slides, not the drawer.",
            "",
            15,
            (),
        ),
        (
            "drawers",
            "Make the drawers",
            "Sides between front and back, glued and screwed, floor under them; all square by the first one.",
            "Diagonals within 1.5 mm; each runs in its opening by hand.",
            "Eyes, ears and lungs. Support the sheet on both sides of the cut.",
            45.0 * len(drawers),
            parts,
        ),
        (
            "slides",
            "Fit slides and latches",
            "Slides level and parallel, screws short of the far face. Latches last, with the drawers loaded.",
            "Every drawer closes by its own weight on a push, and is held when pulled hard.",
            "Fingers out of the gap. Loaded, one drawer at a time: with all of them out it tips unless it is tied down.",
            25.0 * len(drawers),
            tuple(runner.id for runner in drawers),
        ),
    ]
    return [*rows[:-1], *made, rows[-1]]
