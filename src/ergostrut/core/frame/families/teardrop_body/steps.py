"""How a teardrop is made, in order. Times are common practice, no published source."""

from __future__ import annotations

from ....structure.assembly import Assembly
from ....structure.context import Context
from ....structure.host import CAB_WIDTH
from ....structure.plans import CutPlan
from ...blocks.bed.steps import trailer_steps
from ...blocks.cage.steps import closing, cut, door, paint, ready, tacked, tried, weld
from ...family import StepRow


def steps(context: Context, build: Assembly, _cut: CutPlan) -> list[StepRow]:
    """(id, title, text, hold, caution, minutes, parts) in order."""
    cage = tuple(m.id for m in build.members if not m.body.endswith("/bed"))
    called, cab = context.host.called, CAB_WIDTH in context.host.dims
    doors = [door("")] if len(build.doors) > 1 else []
    return [
        StepRow(
            "measure", "Measure the frame once more", "Mounts along and across, both diagonals between them; tyres with the bump stop touching.",
            "Diagonals between the mounts agree within 3 mm.", f"{called.capitalize()} on level ground, chocked; nobody under it on a jack alone.", 45.0, (),
        ),
        StepRow(
            "draw", "Draw the outline at full size", "On the sheet of one side: every corner by its two offsets, a batten from corner to corner, the tubes inside of it.",
            "The batten lies fair; both sides are marked from one pattern.", "", 60.0, (),
        ),
        *doors,
        cut(build),
        tacked(build, cab=cab),
        StepRow(
            "cage", "Set up both sides and the bows", "Roof rails of both sides welded flat on the pattern, one on the other; then posts, hatch's posts and bows between the sides.",
            "Both sides alike within 2 mm at every corner; the hatch's opening square: diagonals within 2 mm.",
            "A cage that is only tacked falls over: brace it, and nobody under it.", 10.0 * len(cage), cage, cage,
        ),
        *trailer_steps(context.host, build),
        weld(build, "Alternately, from the middle outwards"),
        paint(build),
        *tried(build),
        *closing(build, there=True, last=" The hatch and the doors last, on their hinges: they shut by hand.", roof_safe=", never from the cab's roof" if cab else ""),
        *ready(build, ", and with the hatch open" + ("; the third brake light is seen from behind" if cab else "")),
    ]  # fmt: skip
