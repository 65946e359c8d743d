"""How a drawer system is made, in order: its carcass, then its drawers. Times are common practice, no published source."""

from __future__ import annotations

from ....structure.assembly import Assembly
from ....structure.context import Context
from ....structure.nouns.runners import Runner
from ....structure.plans import CutPlan, Reading
from ...blocks.carcass.steps import steps as carcass_steps
from ...family import StepRow

SLACK = 1.0
"""mm that slides may have to spare on each side: less binds them, more lets them out of their ways (common practice, no published source)."""


def _framed(build: Assembly) -> list[StepRow]:
    """The carcass as a frame."""
    posts = tuple(m.id for m in build.members if m.role == "post")
    rails = tuple(m.id for m in build.members if m.role == "rail")
    decks = tuple(panel.id for panel in build.panels if panel.role == "deck")
    axis = next((runner.axis for runner in build.runners), 0)
    lines = tuple(m.id for m in build.members if m.role == "post" or abs(m.axes[0][axis]) > 0.5)
    return [
        StepRow(
            "cut",
            "Cut posts and rails",
            f"{len(posts)} posts and {len(rails)} rails. Mark every piece as on the cut list.",
            "All of one kind within 0.5 mm: a drawer feels the difference.",
            "Eyes, ears and gloves. Clamp the bar, not the hand.",
            4.0 * (len(posts) + len(rails)),
            (*posts, *rails),
        ),
        StepRow(
            "sides",
            "Make the upright frames",
            "Each line of posts with its foot, slide and top rails, flat on the bench, all by the first one.",
            "Diagonals of each agree within 1.5 mm; slide rails at the same height throughout.",
            "",
            25.0 * len(posts) / 2,
            (*posts, *rails),
            lines,
        ),
        StepRow(
            "stand",
            "Stand them, join them across",
            "Rails across in front and behind; square in plan before anything is tightened.",
            "Openings differ by no more than 1 mm from front to back.",
            "",
            10.0 * len(posts),
            rails,
            tuple(m.id for m in build.members if m.id not in lines),
        ),
        StepRow(
            "deck",
            "Cut and fasten the deck",
            "It keeps the frame square in plan.",
            "Lies on every top rail.",
            "Eyes, ears and lungs. Support the sheet on both sides of the cut.",
            40.0,
            decks,
            decks,
        ),
        StepRow(
            "tie",
            "Tie its corners down",
            "Four ties, or what the plan says.",
            "It cannot be moved by hand.",
            "Drawers out, it comes over on whoever pulls them until it is tied.",
            30.0,
            tuple(contact.id for contact in build.contacts if contact.kind == "tie"),
            there=True,
        ),
    ]


def steps(context: Context, build: Assembly, cut: CutPlan) -> list[StepRow]:
    """(id, title, text, hold, caution, minutes, parts) in order."""
    say, rows = context.say, carcass_steps(context, build, cut) if build.shells else _framed(build)
    drawers = build.runners
    if not drawers:
        return rows
    one = drawers[0]
    parts = tuple(panel.id for panel in build.panels)
    made: list[StepRow] = [
        StepRow(
            "openings-again",
            "Measure every opening",
            f"Width in front, in the middle and behind. Planned {say.length(one.opening)}; a drawer is {say.length(one.width)} wide for it.",
            "No opening differs by more than 1 mm over its depth: shim the slides, not the drawer.",
            "",
            15,
            (),
            reads=_openings(build),
        ),
        StepRow(
            "drawers",
            "Make the drawers",
            "Sides between front and back, glued and screwed, floor under them; all square by the first one.",
            "Diagonals within 1.5 mm; each runs in its opening by hand.",
            "Eyes, ears and lungs. Support the sheet on both sides of the cut.",
            45.0 * len(drawers),
            parts,
            tuple(panel.id for panel in build.panels if panel.role != "deck"),
            waits="glue",
        ),
        StepRow(
            "slides",
            "Fit slides and latches",
            "Slides level and parallel, screws short of the far face. Latches last, with the drawers loaded.",
            "Every drawer closes by its own weight on a push, and is held when pulled hard.",
            "Fingers out of the gap. Loaded, one drawer at a time: with all of them out it tips unless it is tied down.",
            25.0 * len(drawers),
            tuple(runner.id for runner in drawers),
            tuple(runner.body for runner in drawers),
            reads=tuple(
                Reading(f"gap beside a drawer, {which}", "mm", beside, beside, beside + SLACK, "gaps", SLACK)
                for beside in sorted({round(runner.beside, 1) for runner in drawers})
                for which in ("least", "most")
            ),
        ),
    ]
    return [*rows[:-1], *made, rows[-1]]


def _openings(build: Assembly) -> tuple[Reading, ...]:
    """Every width of opening in three places, with the drawer parts that are as wide as what runs in it."""
    by_width: dict[float, list[Runner]] = {}
    for runner in build.runners:
        by_width.setdefault(round(runner.opening, 1), []).append(runner)
    found = []
    for width, runners in by_width.items():
        name = "opening" if len(by_width) == 1 else f"opening of {', '.join(runner.label for runner in runners)}"
        bodies = {runner.body: runner.width for runner in runners}
        parts = tuple(p.id for p in build.panels if p.body in bodies and any(abs(side - bodies[p.body]) < 0.5 for side in p.cut))
        for where in ("in front", "in the middle", "behind"):
            found.append(
                Reading(
                    f"{name}, {where}",
                    "mm",
                    width,
                    width - 1.0,
                    width + 1.0,
                    name,
                    1.0,
                    make=round(width - runners[0].width, 1),
                    parts=parts,
                )
            )
    return tuple(found)
