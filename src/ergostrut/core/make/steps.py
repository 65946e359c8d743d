"""The making of a job in order: what to do, what comes before it, what must be so before going on, and cautions."""

from __future__ import annotations

from collections.abc import Sequence

from ..catalog.model import Planks, Sheet
from ..document.coat import Coat
from ..document.plan import Plan
from ..frame.build import family_of
from ..frame.family import StepRow
from ..structure.assembly import Assembly
from ..structure.context import Context
from ..structure.plans import CutPlan, Reading, Step
from .batches import batch
from .coat import batches, with_coat
from .hours import system_of
from .order import across, of_build, reduced
from .reads import readings
from .work import work_of

CUT = "cut"
"""The step of a family that its pieces are cut in: all builds cut each stock together."""
Rows = list[tuple[Assembly, list[StepRow]]]


def steps(context: Context, cut: CutPlan) -> tuple[Step, ...]:
    """All steps of all builds in an order they can be done in: what is measured first, what is cut of one stock together, then build by build."""
    builds = context.in_order
    coats = {one.id: one.coat for one in context.design.builds}
    rows: Rows = [
        (build, with_coat(build, coats[build.id], [StepRow(*row) for row in family_of(build.family).steps(context, build, cut)]))
        for build in builds
    ]
    plan = context.design.plan
    first = [_step(build, row, coats[build.id], plan) for build, some in rows for row in _before(some)]
    cuts = _cuts(context, cut, rows)
    before: dict[str, tuple[str, ...]] = {}
    for step in cuts:
        for part in step.parts:
            before[part] = (*before.get(part, ()), step.id)
    found: list[Step] = [*first, *cuts]
    for build, some in rows:
        own = [_step(build, row, coats[build.id], plan) for row in some if row.id != CUT and row not in _before(some)]
        found += of_build(build, own, before)
    return tuple(reduced(across(builds, found)))


def _before(rows: Sequence[StepRow]) -> list[StepRow]:
    """What comes before anything of a build is cut."""
    at = next((k for k, row in enumerate(rows) if row.id == CUT), 0)
    return list(rows[:at])


def _step(build: Assembly, row: StepRow, coat: Coat | None, plan: Plan) -> Step:
    stirred = batches(build, coat, plan) if coat is not None and row.waits == "resin" else batch(build, row)
    return Step(
        f"{build.id}/{row.id}", row.title, f"{row.text} {HOW.get(_done_by(row), '')}".strip(), row.hold, row.caution, row.minutes, row.parts, row.sets, row.there, row.waits,
        readings(build, row), work_of(row.id, row.title), batch=stirred, system=system_of(build),
    )  # fmt: skip


RESTS = 72.0
"""Hours that lumber and panels lie in the shop before they are cut, so that they move no more (common practice, no published source)."""
MOISTURE = Reading("moisture of the wood", "%", high=19.0)
"""What is drier is dry in the sense of its reference values (NDS 2018 4.1.4; from memory)."""


def _wood(rows: Rows, part: str) -> tuple[bool, bool]:
    """Whether a part is of wood, and whether of lumber."""
    for build, _ in rows:
        for member in build.members:
            if member.id == part:
                return member.section.material.kind == "wood", member.section.material.kind == "wood"
        for panel in build.panels:
            if panel.id == part:
                lumber = isinstance(panel.sheet, Planks) and panel.sheet.duration
                return lumber or isinstance(panel.sheet, Sheet), lumber
    return False, False


HOW = {
    "tacked": "In a jig: stops clamped on a flat table, so that nothing moves as it is tacked.",
    "glued": "Put it together dry first: what does not close by hand is mended before there is glue on it.",
}
"""What is so of every step that is tacked or glued, whatever is built (common practice, no published source)."""


def _done_by(row: StepRow) -> str:
    return "glued" if row.waits == "glue" else "tacked" if row.id in ("tack", "below", "above", "cage") else ""


def _all(build: Assembly) -> tuple[str, ...]:
    """What a step that names nothing cuts."""
    return (*(member.id for member in build.members), *(panel.id for panel in build.panels))


def _cuts(context: Context, cut: CutPlan, rows: Rows) -> list[Step]:
    """Cutting by stock, over all builds: an hour at the saw is set up once."""
    asked = {part: (build, row) for build, some in rows for row in some if row.id == CUT for part in row.parts or _all(build)}
    share = {id(row): row.minutes / max(len(row.parts or _all(build)), 1) for build, row in asked.values()}
    bars = {group.stock: len(group.plan.bars) for group in cut.bars}
    sheets = {group.stock: len(group.plan.sheets) for group in cut.sheets}
    found = []
    for stock in dict.fromkeys(piece.stock for piece in cut.pieces):
        pieces = [piece for piece in cut.pieces if piece.stock == stock and any(part in asked for part in piece.parts)]
        parts = tuple(part for piece in pieces for part in piece.parts if part in asked)
        if not parts:
            continue
        theirs = list(dict.fromkeys(id(asked[part][1]) for part in parts))
        said = [next(row for _, row in asked.values() if id(row) == one) for one in theirs]
        builds = dict.fromkeys(asked[part][0].id for part in parts)
        panels = pieces[0].width is not None
        wood, lumber = _wood(rows, parts[0])
        count = sheets.get(stock, 0) if panels else bars.get(stock, 0)
        after = tuple(f"{build.id}/{row.id}" for build, some in rows if build.id in builds for row in _before(some))
        found.append(
            Step(
                f"{CUT}/{stock}",
                f"Cut the {pieces[0].stock_label}",
                f"{len(parts)} piece{'s' if len(parts) > 1 else ''} from {count} {'sheet' if panels else 'bar'}{'s' if count != 1 else ''}"
                f"{', longest first' if not panels else ', as the plan is drawn'}. "
                f"Mark every piece as on the cut list{'; its face grain too' if panels else '; deburr inside and out'}.",
                " ".join(dict.fromkeys(row.hold for row in said)),
                " ".join(dict.fromkeys(row.caution for row in said)),
                sum(share[id(asked[part][1])] for part in parts),
                parts,
                work="cut",
                after=after,
                stands_for=tuple(f"{build}/{CUT}" for build in builds),
                takes=stock,
                rests=RESTS if wood else 0.0,
                reads=() if not (wood and lumber) or context.design.loads.wet else (MOISTURE,),
                system=systems.pop() if len(systems := {system_of(asked[part][0]) for part in parts}) == 1 else "",
            )
        )
    return found
