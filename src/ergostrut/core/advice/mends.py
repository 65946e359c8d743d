"""What would mend a finding: the smallest change among stock sizes that makes it hold, and what it worsens.

A mend is tried on the whole job and every check is run again, so what it claims is what the report will say.
"""

from __future__ import annotations

import math
from collections.abc import Callable, Iterator
from dataclasses import dataclass

from ..catalog.model import Catalog, Planks, Sandwich, Section, Sheet
from ..change import Change, apply
from ..document import Design, InputError
from ..finding import RANK, Finding, State
from ..frame.families.bed_slide.params import BedSlide
from ..frame.systems import SYSTEMS
from ..quantity import Length
from ..report import Report, check
from ..wording import Say

TRIES = 12
Offers = list[tuple[str, tuple[Change, ...]]]
WORSE_BY = 0.02
"""Uses that grow by less are not named."""


@dataclass(frozen=True, slots=True)
class Effect:
    """A finding that a mend changes."""

    id: str
    title: str
    before: float | None
    after: float | None
    state_before: str
    state_after: str


@dataclass(frozen=True, slots=True)
class Mend:
    """``changes`` set these paths of the design; ``holds`` says whether the finding then holds or is tight."""

    finding: str
    label: str
    changes: tuple[Change, ...]
    use: float | None
    state: State
    adds_kg: float
    adds_price: float
    worsens: tuple[Effect, ...]


def _exact(mm: float, inches: bool) -> str:
    return str(Length.parse(f"{mm / 25.4:.4f}", "in")) if inches else f"{mm:g} mm"


def _pins(build: BedSlide, at: str, catalog: Catalog, say: Say) -> Offers:
    inches = say.units.length == "in"
    sizes = catalog.pins_inch if inches else catalog.pins_metric
    larger = [d for d in sizes if d > build.lock.pin.mm + 0.01]
    rows: Offers = [(f"{say.length(d)} pin", (Change(f"{at}/lock/pin", _exact(d, inches)),)) for d in larger]
    gap = 1.5875 if inches else 1.5
    if build.lock.gap.mm > gap + 0.01:
        rows.append((f"close the gap to {say.length(gap)}", (Change(f"{at}/lock/gap", _exact(gap, inches)),)))
    return rows


def _sections(now: str, field: str, at: str, catalog: Catalog, need: float = 1.02) -> Offers:
    """Sections of the same metal and shape with at least ``need`` times the plastic modulus, lightest first."""
    used = catalog.sections.get(now)
    if used is None:
        return []

    def stronger(section: Section) -> bool:
        return (
            section.material.id == used.material.id
            and section.properties.shape == used.properties.shape
            and section.properties.Zy > used.properties.Zy * need
        )

    rows = sorted((s for s in catalog.sections.values() if stronger(s)), key=lambda s: s.mass_per_m)
    return [(s.label, (Change(f"{at}/{field}", s.id),)) for s in rows]


def _kind(sheet: Sheet | Sandwich | Planks) -> str:
    """Panels of one kind differ in thickness alone."""
    return sheet.material.id if isinstance(sheet, Sheet) else sheet.core.id if isinstance(sheet, Sandwich) else str(sheet.duration)


def _decks(build: BedSlide, at: str, catalog: Catalog) -> Offers:
    used = catalog.sheets.get(build.deck)
    if used is None:
        return []
    alike = [s for s in catalog.sheets.values() if type(s) is type(used) and _kind(s) == _kind(used)]
    rows: Offers = [(s.label, (Change(f"{at}/deck", s.id),)) for s in alike if s.t > used.t]
    if build.deck_edges == "screwed" and isinstance(used, Sheet):
        rows.append(("edges let into slots", (Change(f"{at}/deck_edges", "slots"),)))
    rows.append(("one more rib", (Change(f"{at}/mid_ribs", build.mid_ribs + 1),)))
    return rows


PLAYS = {True: (1.5875, 0.79375), False: (1.5, 1.0)}
"""Hold-down play worth trying in inches and mm: less than 1/32 in binds."""


def _plays(build: BedSlide, at: str, say: Say) -> Offers:
    inches = say.units.length == "in"
    smaller = [play for play in PLAYS[inches] if play < build.rollers.play.mm - 0.01]
    return [(f"play {say.length(play)}", (Change(f"{at}/rollers/play", _exact(play, inches)),)) for play in smaller]


def _pull_outs(build: BedSlide, at: str, say: Say) -> Offers:
    """Shorter pull-outs in steps of 2 in or 50 mm; part-out stops beyond them go."""
    inches = say.units.length == "in"
    step = 50.8 if inches else 50.0
    start = math.floor(build.pull_out.mm / step - 1e-6) * step
    rows: Offers = []
    for i in range(4):
        reach = start - i * step
        if reach < build.tray_length.mm * 0.3:
            break
        stops = [str(stop) for stop in build.stops if stop.mm < reach - 1]
        changes = [Change(f"{at}/pull_out", _exact(reach, inches))]
        if len(stops) < len(build.stops):
            changes.insert(0, Change(f"{at}/stops", stops))
        rows.append((f"pull out {say.length(reach)}", tuple(changes)))
    return rows


def _joints(build: BedSlide, at: str) -> Offers:
    """More fasteners a joint, where more fit."""
    j = build.joints
    kind = SYSTEMS[build.framing].joint if j.fastener == "usual" else j.fastener
    match kind:
        case "rivet" | "drill screw":
            return [(f"{n} a leg", (Change(f"{at}/joints/per_leg", n),)) for n in range(j.per_leg + 1, 9)]
        case "wood screw" | "pocket screw" | "lag screw":
            return [(f"{n} screws a joint", (Change(f"{at}/joints/screws", n),)) for n in range(j.screws + 1, 7)]
        case "end bolt":
            return [(f"{n} bolts a joint", (Change(f"{at}/joints/brackets", n),)) for n in range(j.brackets + 1, 5)]
        case "bracket" | "bolt":
            return [(f"{n} brackets a joint", (Change(f"{at}/joints/brackets", n),)) for n in range(j.brackets + 1, 5)]
    return []


def _squares(build: BedSlide, at: str, catalog: Catalog) -> Offers:
    """A brace from the front of one rail to the tail of the other, of the rib's section where no flat bar is sold; or a sheet."""
    system = SYSTEMS[build.framing]
    flats = [s for s in catalog.sections.values() if s.properties.shape == "flat" and s.material.kind in system.kinds]
    section = min(flats, key=lambda s: s.mass_per_m).id if flats else build.rib
    brace = {"name": "square", "section": section, "left": "0 mm", "right": str(build.tray_length)}
    return [
        ("a brace across the tray", (Change(f"{at}/own_members", brace, "add"),)),
        ("12 mm birch ply for the boards", (Change(f"{at}/deck", "birch.12"),)),
    ]


STRONGER = 1.05
"""Sections are tried from use / this on: the load grows a little with them, and shape helps."""


def _offers(build: BedSlide, at: str, catalog: Catalog, say: Say, use: float) -> dict[str, Callable[[], Offers]]:
    """What may be tried for each check of a bed slide that stands at ``use``."""
    need = max(1.02, use / STRONGER)

    def pins() -> Offers:
        return _pins(build, at, catalog, say)

    def rails() -> Offers:
        return _sections(build.rail, "rail", at, catalog)

    def pulls() -> Offers:
        return _pull_outs(build, at, say)

    def decks() -> Offers:
        return _decks(build, at, catalog)

    return {
        "pin.bending": pins,
        "pin.shear": pins,
        "side-rail.strength": lambda: [*_sections(build.rail, "rail", at, catalog, need)[:6], *pulls()],
        "side-rail.sag": rails,
        "tip.droop": lambda: [*_plays(build, at, say), *rails()[:4], *pulls()],
        "overlap": pulls,
        "roller.carrying": pulls,
        "roller.hold-down": pulls,
        "axle.carrying": pulls,
        "fit.lowered-gate": pulls,
        "frame.square": lambda: _squares(build, at, catalog),
        "rib.joint": lambda: _joints(build, at),
        "rib.strength": lambda: _sections(build.rib, "rib", at, catalog, need),
        "lower-rail": lambda: _sections(build.base.lower, "base/lower", at, catalog),
        "upper-rail": lambda: _sections(build.base.upper, "base/upper", at, catalog),
        "deck.foot": decks,
        "deck.load": decks,
        "deck.sag": decks,
    }


def candidates(design: Design, finding: Finding, catalog: Catalog) -> Offers:
    """Changes worth trying for a finding, smallest first; none for checks without one."""
    for i, build in enumerate(design.builds):
        if finding.id.startswith(f"{build.id}/"):
            offer = _offers(build, f"/builds/{i}", catalog, Say(design.units), finding.use or 1.0).get(finding.check)
            return offer() if offer else []
    return []


def effects(before: Report, after: Report, skip: str = "") -> tuple[Effect, ...]:
    """Findings that stand worse after a change, worst first; new ones count from nothing."""
    old = {f.id: f for f in before.findings}
    found = []
    for new in after.findings:
        if new.id == skip:
            continue
        was = old.get(new.id)
        worse_state = (was is None and new.state in ("over", "tight", "unknown")) or (was is not None and RANK[new.state] < RANK[was.state])
        grew = was is not None and new.use is not None and was.use is not None and new.use > was.use + WORSE_BY and new.use > 0.5
        if worse_state or grew:
            found.append(Effect(new.id, new.title, was.use if was else None, new.use, was.state if was else "", new.state))
    return tuple(sorted(found, key=lambda e: (RANK[e.state_after], -(e.after or 0))))  # type: ignore[index]


def _try(report: Report, finding: Finding, label: str, changes: tuple[Change, ...], catalog: Catalog) -> Mend | None:
    try:
        after = check(apply(report.context.design, changes), catalog)
    except InputError:
        return None
    now = next((f for f in after.findings if f.id == finding.id), None)
    if now is None:
        return None
    return Mend(
        finding.id,
        label,
        changes,
        now.use,
        now.state,
        after.tally.build_kg - report.tally.build_kg,
        after.tally.price - report.tally.price,
        effects(report, after, finding.id),
    )


def _stands(verdict: Finding | Mend) -> tuple[int, float]:
    """Grows as a verdict gets better: by state, then by use."""
    return RANK[verdict.state], -(verdict.use or 0.0)


def mends_for(report: Report, finding: Finding, catalog: Catalog, wanted: Callable[[], bool] = lambda: True) -> Mend | None:
    """The first candidate that makes the finding hold without putting another over; else the one that helps most."""
    if finding.state not in ("over", "tight"):
        return None
    best: Mend | None = None
    for label, changes in candidates(report.context.design, finding, report.context.catalog)[:TRIES]:
        if not wanted():
            return best
        tried = _try(report, finding, label, changes, catalog)
        if tried is None or _stands(tried) <= _stands(finding):
            continue
        clean = not any(e.state_after == "over" and e.state_before != "over" for e in tried.worsens)
        if tried.state == "holds" and clean:
            return tried
        if best is None or _stands(tried) > _stands(best):
            best = tried
    return best


def advising(report: Report, catalog: Catalog, wanted: Callable[[], bool] = lambda: True) -> Iterator[Mend | None]:
    """For every finding that is over or tight, worst first, its mend or None; ends once nobody wants them any more."""
    for finding in report.findings:
        if finding.state in ("over", "tight"):
            mend = mends_for(report, finding, catalog, wanted)
            if not wanted():
                return
            yield mend


def advise(report: Report, catalog: Catalog) -> tuple[Mend, ...]:
    """A mend for every finding that is over or tight and has one."""
    return tuple(mend for mend in advising(report, catalog) if mend is not None)
