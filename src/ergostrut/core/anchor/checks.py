"""Every fixing of a build in every case, with the tray in and out, and with one fixing gone."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from dataclasses import dataclass, replace

import numpy as np

from ..cases import ROAD_BASIS, Case, cases_at, crash_cases
from ..constants import G
from ..context import Context
from ..finding import Finding, Working, at_most
from ..frame.assembly import Assembly, Point3, Position, centroid
from .body import ACROSS_SOFT, ACROSS_STEEL, Array, Bolt, Share, Supports, share_all, supports
from .bolts import BOLT_BASIS, bolt_use, capacity

GONE_LIMIT = 1.33


@dataclass(frozen=True)
class AnchorCase:
    """One case shared out: per fixing tension and shear (N)."""

    case: str
    position: str
    travel: float
    load: Array
    shared: Share


@dataclass(frozen=True)
class AnchorStudy:
    assembly: Assembly
    bolts: tuple[Bolt, ...]
    contacts: tuple[tuple[float, float], ...]
    held_by: Supports
    cases: tuple[AnchorCase, ...]
    crash: tuple[AnchorCase, ...] = ()
    """Crash cases where the build may be driven; none unless the job asks for them."""


def _load(kg: float, at: Point3, case: Case, foot: tuple[float, float, float, float] | None) -> Array:
    """Force and moment about the host's origin of ``kg`` at ``at`` in a case, and of one foot (N, x, y, z) at the tray's end."""
    (x, y, z), (fx, fy, fz) = at, (kg * G * g for g in case.g)
    total = np.array([fx, fy, fz, y * fz - z * fy, z * fx - x * fz, x * fy - y * fx])
    if foot and case.foot:
        force, tip, half, _ = foot
        side = -half if case.foot == "corner" else 0.0
        total += np.array([0.0, 0.0, -force, -side * force, tip * force, 0.0])
    return total


def anchor_study(context: Context, assembly: Assembly) -> AnchorStudy:
    """Solve every case in every position of the first motion."""
    soft = context.host.mm("floor_thickness") is not None and (context.host.mm("floor_thickness") or 0) < 3
    bolts = tuple(Bolt(a.name, a.x, a.y, ACROSS_SOFT if soft and a.hole is None else ACROSS_STEEL) for a in assembly.anchors)
    base = [m for m in assembly.members if m.role == "lower rail"]
    contacts = tuple(
        sorted(
            {(round(p[0], 3), round(p[1], 3)) for m in base for p in (m.a, m.b)}
            | {(round(m.a[0] + (m.b[0] - m.a[0]) * k / 4, 3), round(m.a[1], 3)) for m in base for k in (1, 2, 3)}
        )
    )
    held_by = supports(bolts, contacts)
    rows: list[tuple[Case, Position, Array]] = []
    crash: list[tuple[Case, Position, Array]] = []
    for motion in assembly.motions:
        for position in motion.positions:
            masses: list[tuple[float, Point3]] = []
            for body in sorted({m.body for m in assembly.members}):
                shift = position.travel if body == motion.body else 0.0
                masses += [(kg, (x + shift, y, z)) for kg, (x, y, z) in assembly.masses(body)]
            masses += [
                (item.mass, item.at(position.travel if item.surface.body == motion.body else 0.0))
                for item in context.plan.placed
                if item.surface.body.startswith(f"{assembly.id}/")
            ]
            rails = [m for m in assembly.of_body(motion.body) if m.role == "side rail"]
            tip = (context.design.loads.foot, max(m.b[0] for m in rails) + position.travel, max(m.a[1] for m in rails), rails[0].a[2])
            kg, at = centroid(masses)
            for case in cases_at(context.design.loads, position.drivable):
                rows.append((case, position, _load(kg, at, case, tip)))
            if position.drivable:
                crash += [(case, position, _load(kg, at, case, None)) for case in crash_cases(context.design.loads)]
    return AnchorStudy(assembly, bolts, contacts, held_by, _shared(held_by, rows), _shared(held_by, crash))


def _shared(held_by: Supports, rows: Sequence[tuple[Case, Position, Array]]) -> tuple[AnchorCase, ...]:
    if not rows:
        return ()
    shared = share_all(held_by, np.array([load for _, _, load in rows]), [None] * len(rows))
    return tuple(AnchorCase(case.name, at.name, at.travel, load, one) for (case, at, load), one in zip(rows, shared, strict=True))


def check_anchors(context: Context, study: AnchorStudy) -> Iterator[Finding]:
    """One finding a fixing, one for the whole when something is missing, one with each fixing gone in turn."""
    build, say = study.assembly.id, context.say
    parts = tuple(anchor.id for anchor in study.assembly.anchors)
    if not study.bolts:
        yield Finding(
            f"{build}/anchor.none",
            "anchor.none",
            "anchor",
            (f"{build}/base",),
            "Nothing holds the base",
            "No fixing is set. Choose existing bolts on the Anchor page, or drill.",
            "over",
            caution="A loose slide goes through the cab wall in a crash.",
        )
        return
    loose = [row for row in study.cases if not row.shared.settled]
    if loose:
        row = loose[0]
        yield Finding(
            f"{build}/anchor.held",
            "anchor.held",
            "anchor",
            parts,
            "The fixings do not hold the base",
            f"With {len(study.bolts)} fixing(s) the base can turn or lift away in {row.case.lower()}. Add fixings spread over both sides and both ends.",
            "over",
            case=row.case,
            position=row.position,
        )
    if not context.host.survey.may_drill:
        drilled = [a for a in study.assembly.anchors if a.hole is None]
        if drilled:
            yield Finding(
                f"{build}/anchor.drilling",
                "anchor.drilling",
                "anchor",
                tuple(a.id for a in drilled),
                "No drilling allowed here",
                f"{', '.join(a.name for a in drilled)} would need a new hole in a vehicle that may not be drilled.",
                "over",
            )
    held = [(row, row.shared.each) for row in study.cases if row.shared.settled]
    for i, anchor in enumerate(study.assembly.anchors):
        w = Working()
        cap = capacity(context, anchor, w)
        if not held:
            continue
        use, row, (T, V) = max(((bolt_use(*each[i], cap, anchor), row, each[i]) for row, each in held), key=lambda found: found[0])
        w.given("T", T, "N", f"pull, {row.case}, tray {row.position}; rigid base on its bolts and the floor")
        w.given("V", V, "N", "shear; no friction counted")
        hole = context.host.holes.get(anchor.hole or "")
        tail = " It must go on holding the bed." if hole and hole.holds_bed else ""
        where = f"{row.case.lower()}, tray {row.position}"
        blank = Finding(
            f"{build}/anchor.{anchor.name}",
            "anchor",
            "anchor",
            (anchor.id,),
            f"Fixing {anchor.name}",
            "",
            "unknown",
            case=row.case,
            position=row.position,
            basis=f"{BOLT_BASIS}; {ROAD_BASIS}",
            unit="N",
            demand=max(T, V),
        )
        yield _verdict(
            context,
            blank,
            w,
            cap.missing,
            f"{say.force(T)} pull and {say.force(V)} shear, {where}.{tail}",
            use,
            cap.tension,
            cap.shear,
            cap.rated,
        )
    yield from _one_gone(context, study, parts)


def _verdict(
    context: Context,
    blank: Finding,
    w: Working,
    missing: tuple[str, ...],
    text: str,
    use: float,
    T_a: float,
    V_a: float,
    rated: float | None,
) -> Finding:
    if missing:
        names = ", ".join(context.host.dims[name].label.lower() if name in context.host.dims else name for name in missing)
        return replace(blank, sentence=f"{text} What it can take is not known: {names}.", missing=missing, working=w.done())
    w.line("use_T", "T / T_a", "", T_a=T_a)
    w.line("use_V", "V / V_a", "", V_a=V_a)
    if rated:
        w.line("use_R", "sqrt(T**2 + V**2) / R_h", "")
    w.given("use", use, "", "the largest of these and of the bolt under both together, J3.7")
    share_of, state = at_most(use, 1.0)
    by_shear = V_a > 0 and T_a > 0 and w.values["V"] / V_a > w.values["T"] / T_a
    demand = w.values["V"] if by_shear else w.values["T"]
    return replace(
        blank, sentence=text, state=state, use=share_of, demand=demand, limit=demand / use if use > 0 else None, working=w.done()
    )


def _one_gone(context: Context, study: AnchorStudy, parts: tuple[str, ...]) -> Iterator[Finding]:
    caps = [capacity(context, anchor) for anchor in study.assembly.anchors]
    if len(study.bolts) < 2 or any(cap.missing for cap in caps):
        return
    worst, text, case, position = 0.0, "", "", ""
    turns = [(gone, row) for gone in range(len(study.bolts)) for row in study.cases]
    found = share_all(study.held_by, np.array([row.load for _, row in turns]), [gone for gone, _ in turns])
    for (gone, row), shared in zip(turns, found, strict=True):
        use = 9.9
        if shared.settled:
            others = ((i, each) for i, each in enumerate(shared.each) if i != gone)
            use = max(bolt_use(*each, caps[i], study.assembly.anchors[i]) for i, each in others)
        if use > worst:
            worst, text, case, position = use, study.assembly.anchors[gone].name, row.case, row.position
    w = Working()
    w.given("use", worst, "", f"largest use of the others with {text} gone, {case}")
    w.line("use_1", "use / 1.33", "", "1.33 accepted then")
    use, state = at_most(worst, GONE_LIMIT)
    words = f"With {text} gone the worst of the others stands at {worst:.2f} of its working load, {GONE_LIMIT} accepted."
    yield Finding(
        f"{study.assembly.id}/anchor.one-gone",
        "anchor.one-gone",
        "anchor",
        parts,
        "Any one fixing gone",
        words,
        state if state != "over" else "note",
        worst,
        GONE_LIMIT,
        "",
        use,
        case=case,
        position=position,
        basis="1.33 accepted with one fixing gone: common practice; a verdict only where people sleep or ride in front of it",
        working=w.done(),
    )
