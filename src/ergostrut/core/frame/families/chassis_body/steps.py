"""How a body is made, in order. Times are common practice, no published source."""

from __future__ import annotations

from ....structure.assembly import Assembly
from ....structure.context import Context
from ....structure.host import CAB_WIDTH
from ....structure.plans import CutPlan
from ...blocks.bed.steps import trailer_steps
from ...blocks.cage.steps import closing, cut, door, paint, ready, tacked, tried, weld
from ...family import StepRow

POST_MIN = 12.0


def steps(context: Context, build: Assembly, _cut: CutPlan) -> list[StepRow]:
    """(id, title, text, hold, caution, minutes, parts) in order."""
    cage = tuple(m.id for m in build.members if not m.body.endswith("/bed"))
    called, cab = context.host.called, CAB_WIDTH in context.host.dims
    return [
        StepRow(
            "measure", "Measure the frame once more", f"Mounts along and across, both diagonals between them; {'cab back and roof, ' if cab else ''}tyres with the bump stop touching.",
            "Diagonals between the mounts agree within 3 mm.", f"{called.capitalize()} on level ground, chocked; nobody under it on a jack alone.", 45.0, (),
        ),
        door(""),
        cut(build),
        tacked(build, cab=cab),
        StepRow(
            "cage", "Set up posts, roof rails and bows", "Corner posts first, braced both ways with battens; roof rails, bows, then the posts between.",
            "Every post plumb within 2 mm, diagonals of all four walls and of the roof within 3 mm.",
            "A cage that is only tacked falls over: brace it, and nobody under it.", POST_MIN * len(cage), cage, cage,
        ),
        *trailer_steps(context.host, build),
        weld(build, "Alternately, from the middle outwards"),
        paint(build),
        *tried(build),
        *closing(build, there=True, roof_safe=", never from the cab's roof" if cab else ""),
        *ready(build, "; the third brake light is seen from behind" if cab else ""),
    ]  # fmt: skip
