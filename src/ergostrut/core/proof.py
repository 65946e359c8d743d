"""One build proved: every setting solved and checked, its deck, its fit, its fixings. Kept by what it read."""

from __future__ import annotations

import json
from collections.abc import Callable, Iterator
from dataclasses import dataclass, replace

from .anchor.checks import AnchorStudy, anchor_study, check_anchors
from .anchor.crash import check_crash
from .anchor.rails import check_rails
from .finding import Finding
from .fit.sliding import check_floor, check_lowered_gate, check_sliding
from .fit.standing import check_standing
from .prove.checks import check_setting
from .prove.deck import check_deck
from .prove.reactions import pressing
from .prove.study import Study, study
from .structure.assembly import Assembly
from .structure.context import Context
from .structure.pressing import Pressing
from .structure.setting import settings_of

KEPT = 3_000_000
"""Numbers of solved settings that a proof keeps for the pages: a usual slide has a twentieth of this, a bunk for two about all of it."""


@dataclass(frozen=True)
class Proof:
    """A build's findings, and its settings as far as they weigh little (``KEPT``)."""

    key: str
    """Everything it read."""
    findings: tuple[Finding, ...]
    studies: tuple[Study, ...]
    anchors: AnchorStudy | None

    @property
    def bytes(self) -> int:
        """About what it weighs in memory."""
        footings = (self.anchors.footing, self.anchors.crash_footing) if self.anchors is not None else ()
        base = sum(one.floats for one in footings if one is not None)
        return 500_000 + 12 * (sum(item.floats for item in self.studies) + base)


Keep = Callable[[str, Callable[[], Proof]], Proof]
"""A cache: gives the proof kept under a key, or has it worked out and keeps it. Shared by threads at its own care."""


def key_of(context: Context, index: int, version: str) -> str:
    """Everything that a build's proof reads: its parameters, the host, what and who is on it, loads, own stock, units, the catalogue."""
    design, build = context.design, context.builds[index]
    bodies = set(build.bodies)
    on = {item.thing.id for item in context.plan.placed if item.surface.body in bodies}
    surfaces = {surface.id for surface in build.surfaces}
    read = {
        "build": design.builds[index].model_dump(mode="json"),
        "host": design.host.model_dump(mode="json"),
        "things": [thing.model_dump(mode="json") for thing in design.carry.things if thing.id in on],
        "asleep": [person.model_dump(mode="json") for person in design.carry.crew if person.sleeps in surfaces],
        "loads": design.loads.model_dump(mode="json"),
        "own": design.own.model_dump(mode="json"),
        "units": design.units.model_dump(mode="json"),
        "catalog": version,
    }
    return json.dumps(read, sort_keys=True)


def setting_findings(item: Study) -> Iterator[Finding]:
    """All checks that hang on where a build stands, those of its fit included."""
    yield from check_setting(item)
    for slider in item.assembly.sliders:
        yield from check_lowered_gate(item, slider)
        yield from check_floor(item, slider)


def _doubtful(build: Assembly, context: Context, finding: Finding) -> Finding:
    """What was framed from a length that nobody measured is unknown and names it."""
    if finding.demand is None or finding.state in ("note", "unknown"):
        return finding
    names = ", ".join(
        context.host.dims[name].label.lower() if name in context.host.dims else name.replace("_", " ") for name in build.missing
    )
    sentence = f"Not known until measured: {names}. On a stand-in for it: {finding.sentence}"
    return replace(finding, state="unknown", use=None, sentence=sentence, missing=build.missing)


def _proved(context: Context, build: Assembly, key: str) -> Proof:
    found: list[Finding] = []
    kept: list[Study] = []
    pressings: list[Pressing | None] = []
    in_crash: list[Pressing | None] = []
    room = KEPT
    for setting in settings_of(build):
        item = study(context, build, setting)
        found += setting_findings(item)
        if build.base:
            pressings.append(pressing(item))
            in_crash.append(pressing(item, crash=True))
        room -= item.floats
        if room >= 0:
            kept.append(item)
    found += [*check_sliding(context, build), *check_standing(context, build), *check_deck(context, build)]
    anchors = None
    if build.base:
        anchors = anchor_study(context, build, [p for p in pressings if p is not None], [p for p in in_crash if p is not None])
    if anchors is not None:
        found += [*check_anchors(context, anchors), *check_rails(context, anchors)]
    found += check_crash(context, build, anchors)
    if build.missing:
        found = [_doubtful(build, context, finding) for finding in found]
    return Proof(key, tuple(found), tuple(kept), anchors)


def prove(context: Context, index: int, version: str, keep: Keep | None = None) -> Proof:
    """A build of the job proved; taken from ``keep`` when nothing it reads has changed."""
    build, key = context.builds[index], key_of(context, index, version)
    if keep is None:
        return _proved(context, build, key)
    return keep(key, lambda: _proved(context, build, key))
