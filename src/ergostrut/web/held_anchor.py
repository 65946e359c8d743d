"""What holds a build that hangs on a wall, for the Anchor page: one case, with one part gone if named."""

from __future__ import annotations

from dataclasses import replace

from ergostrut.core.drawing.hung import wall_view
from ergostrut.core.finding import State, state_of_use
from ergostrut.core.prove.hung.mounts import held_by
from ergostrut.core.prove.model.study import Study, study
from ergostrut.core.report import Report, study_named
from ergostrut.core.structure.assembly import Assembly
from ergostrut.core.structure.setting import settings_of

from . import shapes as s


def _without(build: Assembly, label: str) -> Assembly:
    straps = tuple(strap for strap in build.straps if strap.label != label)
    return replace(build, straps=straps, mounts=tuple(mount for mount in build.mounts if mount.label != label))


def _hardest(report: Report, build: Assembly) -> tuple[str, str]:
    """(position, case) that works one of its straps, wall fixings or its latch hardest."""
    mine = (f for f in report.findings if f.check in ("strap", "mount", "latch") and f.id.startswith(f"{build.id}/"))
    worst = max(mine, key=lambda f: (f.use or 0.0, f.demand or 0.0), default=None)
    return (worst.position, worst.case) if worst else ("", "")


def hung_anchored(report: Report, build: Assembly, builds: list[str], query: s.AnchorQuery) -> s.AnchorOut:
    """Wall fixings, straps and latch of a build with what each takes in one case, the hardest unless told."""
    positions = [setting.name for setting in settings_of(build)]
    at, case = _hardest(report, build)
    position = query.position if query.position in positions else at if at in positions else positions[0]
    held = study_named(report, position, build.id)
    assert held is not None
    rows = (*held.solved, *held.crash)
    names = [row.case.name for row in rows]
    wanted = query.case if query.case in names else case if case in names else next(iter(names), "")
    labels = {*(m.label for m in build.mounts), *(strap.label for strap in build.straps)}
    if query.gone in labels:
        left = study(report.context, _without(build, query.gone), held.setting)
        shown: Study = left if left.posed is not None else held
        found = next((row for row in (*left.solved, *left.crash) if row.case.name == wanted), None)
    else:
        shown, found = held, next((row for row in rows if row.case.name == wanted), None)
    fixings, states = list[s.FixingOut](), dict[str, State]()
    if shown.posed is not None and found is not None:
        for one in held_by(shown.posed, found.result):
            state: State = "unknown" if one.use is None else state_of_use(one.use)
            states[one.id] = state
            missing = [one.missing] if one.missing else []
            x, y, _ = one.at
            fixings.append(
                s.FixingOut(
                    name=one.label,
                    hole=one.source or None,
                    thread="",
                    x=x,
                    y=y,
                    tension=one.pull,
                    shear=one.shear,
                    use=one.use,
                    state=state,
                    missing=missing,
                )
            )
    view = wall_view(report.context.host, shown, found.result, states) if found is not None else None
    return s.AnchorOut(
        build=build.id,
        builds=builds,
        view=view,
        positions=positions,
        cases=names,
        position=position,
        case=wanted,
        fixings=fixings,
        settled=found is not None,
    )
