"""Every fixing of a build in every case, in every setting, and with one fixing gone."""

from __future__ import annotations

from collections.abc import Iterator, Mapping, Sequence
from dataclasses import dataclass, replace
from functools import cached_property

import numpy as np

from ..cases import ROAD_BASIS, Case, cases_at, crash_cases
from ..constants import G
from ..finding import Finding, Working, at_most
from ..structure.assembly import Assembly, centroid
from ..structure.context import Context
from ..structure.nouns.parts import Point3
from ..structure.standing.posed import poses_of
from ..structure.standing.setting import Setting, settings_of
from .body import ACROSS_SOFT, ACROSS_STEEL, Array, Bolt, Share, Supports, share_all, supports
from .bolts import BOLT_BASIS, bolt_uses, capacity
from .footing import Footing
from .side import BOUNDS, ON_FLOOR

GONE_LIMIT = 1.33


@dataclass(frozen=True)
class AnchorCase:
    """One case shared out: per fixing tension and shear (N)."""

    case: str
    position: str
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
    footing: Footing | None = None
    """The base as beams; None where nothing was solved on it."""
    crash_footing: Footing | None = None
    """The same in the crash cases."""

    @cached_property
    def in_crash(self) -> AnchorStudy:
        """The same study with the base as beams in the crash cases."""
        return replace(self, footing=self.crash_footing)

    @cached_property
    def beams(self) -> dict[tuple[str, str], int]:
        """Row of the footing by case and position."""
        rows = self.footing.rows if self.footing is not None else ()
        return {(row.case.name, row.setting.name): i for i, row in enumerate(rows)}

    def lifts(self, row: AnchorCase) -> bool:
        """Whether a rail of the base comes off the floor with nothing to hold it."""
        return self.footing is not None and self.beams.get((row.case, row.position)) in dict(self.footing.loose)

    def pulls(self, rows: Sequence[AnchorCase]) -> Array:
        """Pull of every fixing (rows, anchors), N: the worse of the base taken rigid, and as beams on either bound of its fixings."""
        rigid: Array = np.array([row.shared.tension for row in rows])
        if self.footing is None:
            return rigid
        beams = self.footing.pulls
        at = [self.beams.get((row.case, row.position)) for row in rows]
        more = np.array([beams[i] if i is not None else np.zeros(rigid.shape[1]) for i in at])
        both: Array = np.maximum(rigid, more)
        return both

    def pull_of(self, row: AnchorCase, gone: int | None = None) -> Array:
        """``pulls`` of one case, shared out with one fixing gone when told (anchors,), N; inf where nothing holds any more."""
        at = self.beams.get((row.case, row.position))
        if gone is None or self.footing is None or at is None:
            found: Array = self.pulls([row])[0]
            return found
        worse: Array = np.maximum(row.shared.tension, self.footing.without(gone, [at])[0])
        return worse


def _load(kg: float, at: Point3, case: Case, places: Mapping[str, tuple[float, float, float]]) -> Array:
    """Force and moment about the host's origin of ``kg`` at ``at`` in a case, and of whoever stands in ``places`` (N, x, y) besides."""
    (x, y, z), (fx, fy, fz) = at, (kg * G * g for g in case.g)
    total = np.array([fx, fy, fz, y * fz - z * fy, z * fx - x * fz, x * fy - y * fx])
    for name in case.live:
        force, px, py = places[name]
        total += np.array([0.0, 0.0, -force, -py * force, px * force, 0.0])
    return total


def where(build: Assembly, row: AnchorCase) -> str:
    """Ends a sentence about a case: “, tray out”."""
    return next((setting.where for setting in settings_of(build) if setting.name == row.position), "")


def _moved(at: Point3, shift: Point3) -> Point3:
    return at[0] + shift[0], at[1] + shift[1], at[2] + shift[2]


def anchor_study(
    context: Context,
    assembly: Assembly,
    stood: Sequence[tuple[Setting, Assembly]],
    beams: Footing | None,
    in_crash: Footing | None,
) -> AnchorStudy:
    """Every case in every setting with the base rigid on its fixings, beside the base as beams.
    ``stood``: the build as it stands in every setting, with who may stand on it there."""
    soft = context.host.mm("floor_thickness") is not None and (context.host.mm("floor_thickness") or 0) < 3
    bolts = tuple(Bolt(a.name, a.x, a.y, ACROSS_SOFT if soft and a.hole is None else ACROSS_STEEL) for a in assembly.anchors)
    low = [m for m in assembly.of_body(assembly.base) if m.a[2] - m.shape.depth / 2 < ON_FLOOR]
    contacts = tuple(
        sorted(
            {(round(p[0], 3), round(p[1], 3)) for m in low for p in (m.a, m.b)}
            | {(round(m.a[0] + (m.b[0] - m.a[0]) * k / 4, 3), round(m.a[1], 3)) for m in low for k in (1, 2, 3)}
        )
    )
    held_by = supports(bolts, contacts)
    rows: list[tuple[Case, Setting, Array]] = []
    crash: list[tuple[Case, Setting, Array]] = []
    foot = context.design.loads.foot
    for setting, there in stood:
        masses: list[tuple[float, Point3]] = []
        poses = poses_of(assembly, setting)
        for body in assembly.bodies:
            shift = poses.shift(body)
            masses += [(kg, _moved(at, shift)) for kg, at in there.masses(body)]
            masses += [(item.mass, _moved(item.at(), shift)) for item in context.plan.on(body)]
        places = {}
        for stand in there.stands:
            x, y, _ = _moved(stand.at, poses.shift(stand.body or assembly.member(stand.member).body))
            places[stand.id] = (stand.newton if stand.newton is not None else foot, x, y)
        kg, at = centroid(masses)
        for case in cases_at(context.design.loads, setting.drivable, there.stands):
            rows.append((case, setting, _load(kg, at, case, places)))
        if setting.drivable:
            crash += [(case, setting, _load(kg, at, case, places)) for case in crash_cases(context.design.loads)]
    return AnchorStudy(assembly, bolts, contacts, held_by, _shared(held_by, rows), _shared(held_by, crash), beams, in_crash)


def _shared(held_by: Supports, rows: Sequence[tuple[Case, Setting, Array]]) -> tuple[AnchorCase, ...]:
    if not rows:
        return ()
    shared = share_all(held_by, np.array([load for _, _, load in rows]), [None] * len(rows))
    return tuple(AnchorCase(case.name, at.name, load, shared.row(i)) for i, (case, at, load) in enumerate(rows))


def check_anchors(context: Context, study: AnchorStudy) -> Iterator[Finding]:
    """One finding a fixing, one for the whole when something is missing, one with each fixing gone in turn."""
    parts = tuple(anchor.id for anchor in study.assembly.anchors)
    yield from _whole(context, study, parts)
    if study.bolts:
        yield from _each(context, study)
        yield from _one_gone(context, study, parts)


def _whole(context: Context, study: AnchorStudy, parts: tuple[str, ...]) -> Iterator[Finding]:
    """What is said of all fixings together: none, too few to hold, holes that may not be drilled."""
    build = study.assembly.id
    if not study.bolts:
        yield Finding(
            f"{build}/anchor.none",
            "anchor.none",
            "anchor",
            (f"{build}/base",),
            "Nothing holds the base",
            "No fixing is set. Choose existing bolts on the Anchor page, or drill.",
            "over",
            caution="What is loose goes through the cab wall in a crash.",
        )
        return
    loose = [row for row in study.cases if not row.shared.settled or study.lifts(row)]
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
    if not context.host.may_drill:
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


def _each(context: Context, study: AnchorStudy) -> Iterator[Finding]:
    build, say = study.assembly.id, context.say
    held = [row for row in study.cases if row.shared.settled]
    pulls = study.pulls(held)
    shears = np.array([np.hypot(*row.shared.shear.T) for row in held])
    for i, anchor in enumerate(study.assembly.anchors):
        w = Working()
        cap = capacity(context, anchor, w)
        if not held:
            continue
        # where what it takes is not known, the largest force is what must be asked about
        uses = np.maximum(pulls[:, i], shears[:, i]) if cap.missing else bolt_uses(pulls[:, i], shears[:, i], cap, anchor)
        worst = int(np.argmax(uses))
        use, row, T, V = float(uses[worst]), held[worst], float(pulls[worst, i]), float(shears[worst, i])
        pulled(w, study, row, i)
        w.given("V", V, "N", "shear; no friction counted")
        hole = context.host.holes.get(anchor.hole or "")
        tail = " It must go on holding the bed." if hole and hole.holds_bed else ""
        words = f"{row.case.lower()}{where(study.assembly, row)}"
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
            f"{say.force(T)} pull and {say.force(V)} shear, {words}.{_apart(context, study, row, i)}{tail}",
            use,
            cap.tension,
            cap.shear,
            cap.rated,
        )


FAR_APART = 2.0
"""Bounds of a pull that differ by more are both said."""


def _apart(context: Context, study: AnchorStudy, row: AnchorCase, i: int) -> str:
    """Both bounds of a pull and why they differ, where they differ much and count; empty otherwise."""
    at = study.beams.get((row.case, row.position))
    if study.footing is None or at is None:
        return ""
    stiff, soft = (float(study.footing.pull[b, at, i]) for b in range(len(BOUNDS)))
    counts = max(stiff, soft) > study.pulls([row])[0, i] / FAR_APART
    if not counts or max(stiff, soft) <= FAR_APART * max(min(stiff, soft), 1.0):
        return ""
    why = "a fixing that gives lets its rail bend and pry on it" if soft > stiff else "a fixing that gives hands its pull on to the others"
    return f" {context.say.force(stiff)} if what it is clamped to does not give, {context.say.force(soft)} if it does: {why}. The worse counts."


def pulled(w: Working, study: AnchorStudy, row: AnchorCase, i: int) -> None:
    """What pulls on a fixing in a case, by every way to take the base, as lines of its working."""
    w.say(f"{row.case}{where(study.assembly, row)}.")
    w.say(
        "Fixings at "
        + "; ".join(f"{bolt.name} {bolt.x:.0f}, {bolt.y:.0f} mm" for bolt in study.bolts)
        + " (from the front, right of centre)."
    )
    F, M = row.load[:3], row.load[3:] / 1e3
    w.say(
        f"On the base: {F[0]:.0f}, {F[1]:.0f}, {F[2]:.0f} N along and {M[0]:.0f}, {M[1]:.0f}, {M[2]:.0f} N m about x, y, z of the floor's front middle."
    )
    pushes = [
        f"{force:.0f} N at {x:.0f}, {y:.0f}" for (x, y), force in zip(study.contacts, row.shared.floor.tolist(), strict=True) if force > 0.5
    ]
    w.say(f"Taken as rigid the floor pushes {'; '.join(pushes) if pushes else 'nowhere'}.")
    at = study.beams.get((row.case, row.position))
    rigid = float(row.shared.tension[i])
    if study.footing is None or at is None:
        w.given("T", rigid, "N", "pull; rigid base on its bolts and the floor")
        return
    w.given("T_r", rigid, "N", "base taken as rigid on its bolts and the floor")
    for name, bound in zip(("T_1", "T_2"), range(len(BOUNDS)), strict=True):
        w.given(name, float(study.footing.pull[bound, at, i]), "N", f"rails as beams on the floor, {study.footing.words[i][bound]}")
    w.given("T_q", float(study.footing.roll[at, i]), "N", "pushed across, one rail rolls over its edge")
    lever = float(study.footing.lever[i])
    if lever > 1.0:
        w.given("k_t", lever, "", "the rail lifts its tab about the tab's far edge: reach to the bolt and past it over past it")
        w.line("T", "max(T_r, k_t * T_1 + T_q, k_t * T_2 + T_q)", "N", "pull")
    else:
        w.line("T", "max(T_r, T_1 + T_q, T_2 + T_q)", "N", "pull")


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
    pulls, shears, settled = found.tension, np.hypot(found.shear[..., 0], found.shear[..., 1]), found.settled
    if study.footing is not None:
        pulls = np.maximum(pulls, _pulls_gone(study, turns))
        settled = settled & np.isfinite(pulls).all(axis=1)
        pulls = np.where(np.isfinite(pulls), pulls, 0.0)
    uses = np.stack([bolt_uses(pulls[:, i], shears[:, i], cap, study.assembly.anchors[i]) for i, cap in enumerate(caps)], axis=1)
    uses[np.arange(len(turns)), [gone for gone, _ in turns]] = 0.0
    hardest = np.where(settled, uses.max(axis=1), 9.9)
    for (gone, row), use in zip(turns, hardest.tolist(), strict=True):
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


HARDEST = 10
"""Cases that are solved again with a fixing gone: those in which its side of the base pulls hardest."""


def _pulls_gone(study: AnchorStudy, turns: Sequence[tuple[int, AnchorCase]]) -> Array:
    """Pull of the others as the base bends with one fixing gone (turns, anchors), in the cases that pull hardest; 0 in the others."""
    assert study.footing is not None
    found = np.zeros((len(turns), len(study.bolts)))
    place = {(gone, study.beams.get((row.case, row.position), -1)): t for t, (gone, row) in enumerate(turns)}
    lost = [(gone, row) for gone in range(len(study.bolts)) for row in study.footing.hardest(gone, HARDEST)]
    lost = [one for one in lost if one in place]
    found[[place[one] for one in lost]] = study.footing.lost(lost)
    return found
