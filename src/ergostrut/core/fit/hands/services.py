"""What has to come off before a hand comes to a plug, a jack or a filler."""

from __future__ import annotations

from collections.abc import Iterator, Sequence

from ...finding import COMMON_PRACTICE, Finding, State, Working
from ...mechanics.space.boxes import Boxes, joined, upright, within
from ...structure.assembly import Assembly
from ...structure.check import JobCheck
from ...structure.context import Context
from ...structure.host import ServicePoint
from ...structure.standing.setting import settings_of
from ..space.bodies import Body, bodies_at, on_floor

HAND, ARM = 150.0, 600.0
"""mm round a hand, and how far it comes in (common practice, no published source)."""


def fast(build: Assembly, part: str) -> bool:
    """Whether a part does not come off again: welded or glued to others."""
    if any(panel.id == part for panel in build.shells):
        panel = next(panel for panel in build.shells if panel.id == part)
        edging = panel.edging or build.edging
        return edging is not None and edging.way in ("glue", "dado")
    for joint in build.joints:
        if part in (joint.through, joint.framing) and not joint.hinge and (joint.spec or build.joining).kind in ("weld", "bond"):
            return True
    return False


def check_services(context: Context) -> Iterator[Finding]:
    """One finding a service point that says from where a hand comes to it."""
    for point in context.host.points:
        yield _finding(context, point)


def _finding(context: Context, point: ServicePoint) -> Finding:
    ends = [[a - HAND / 2, a + HAND / 2] for a in point.at]
    axis = next(i for i, v in enumerate(point.toward) if v)
    ends[axis] = sorted((point.at[axis], point.at[axis] + point.toward[axis] * ARM))
    arm = upright([(ends[0][0], ends[1][0], ends[2][0])], [(ends[0][1], ends[1][1], ends[2][1])])
    rows: list[tuple[Assembly | None, Body]] = []
    for build in context.builds:
        # wherever what moves stands best for it
        tries = [_met(arm, bodies_at(context, build, setting)) for setting in settings_of(build)]
        rows += [(build, body) for body in min(tries, key=len)]
    rows += [(None, body) for body in _met(arm, on_floor(context))]
    w = Working()
    w.given("h", HAND, "mm", "round the hand")
    w.given("l", ARM, "mm", f"of arm, from {point.side}")
    w.given("n", len(rows), "", "parts and things in its way, with everything that moves where it is least")
    stuck = [f"{body.name} of the {build.label}" for build, body in rows if build is not None and fast(build, body.part)]
    parts = [f"{body.name} of the {build.label}" for build, body in rows if build is not None and not body.part.startswith("thing/")]
    things = [body.name for build, body in rows if build is None or body.part.startswith("thing/")]
    state: State = "over" if stuck else "tight" if rows else "holds"
    if stuck:
        text = f"{_list(stuck)} {'is' if len(stuck) == 1 else 'are'} in the way, welded or glued in: it does not come off."
    elif rows:
        todo = [f"move {_list(things)}"] if things else []
        todo += [f"take off {_list(parts)}"] if parts else []
        text = f"To get at it {', then '.join(todo)}."
    else:
        text = f"A hand comes to it from {point.side} with everything in its place."
    use = {"over": 2.0, "tight": 0.95}.get(state, 0.0)
    return Finding(
        f"host/service.{point.name.replace(' ', '-')}", "fit.service", "frame", tuple(body.part for _, body in rows),
        f"A hand comes to the {point.name}", text, state, use=use, basis=COMMON_PRACTICE, working=w.done(),
    )  # fmt: skip


def _list(names: list[str]) -> str:
    rows = list(dict.fromkeys(names))
    return rows[0] if len(rows) == 1 else f"{', '.join(rows[:-1])} and {rows[-1]}"


def _met(arm: Boxes, rows: Sequence[Body]) -> list[Body]:
    if not rows:
        return []
    owners = [row for row in rows for _ in range(len(row.boxes))]
    _, j, _ = within(arm, joined(row.boxes for row in rows), -1.0)
    return list({owners[k].part: owners[k] for k in j.tolist()}.values())


CHECKS = (JobCheck(check_services, "room"),)
