"""One build proved: every setting solved and checked, its deck, its fit, its fixings. Kept by what it read."""

from __future__ import annotations

import json
from collections.abc import Callable, Iterable, Sequence
from dataclasses import dataclass, replace

import numpy as np

from .anchor.base import SOFT, BaseFrame, Turn, base_of
from .anchor.checks import AnchorStudy, anchor_study, check_anchors
from .anchor.crash import check_crash
from .anchor.footing import Footing, footing
from .anchor.rails import check_rails
from .checks import of_build, of_setting
from .finding import Finding
from .fit.space.clearance import doubtful
from .mechanics.solver.ground import Ground
from .mechanics.solver.model import Array
from .prove.boxes.check import check_box
from .prove.boxes.refine import Watch, check_refined
from .prove.judged import check_judged
from .prove.model.reactions import pressing
from .prove.model.study import Study, begin, finish
from .prove.model.upon import Pressed, handed_by, on_another, pressed_by
from .structure.assembly import Assembly
from .structure.context import Context
from .structure.nouns.upon import Handed
from .structure.standing.exposed import above
from .structure.standing.feet import present
from .structure.standing.posed import as_it_stands
from .structure.standing.reactions import Pressing
from .structure.standing.setting import Setting, scene_travels, setting_at, settings_of

ROUNDS = 3
"""Times that a build and its base are solved for each other at most: nearly always once, where the base keeps its state of contact."""
AGREED, LEAST_SINK = 0.02, 0.05
"""Part of the largest settlement by which they may differ, and mm below which no settlement counts."""
FINE = "/refined"
"""Ends the key of a proof whose panels were refined."""
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
    coarse: bool = False
    """Panels that carry were tried on the coarsest mesh alone."""
    handed: Handed | None = None
    """What it presses on the build that it stands on; None where it stands on none, or could not be solved."""

    @property
    def bytes(self) -> int:
        """About what it weighs in memory."""
        footings = (self.anchors.footing, self.anchors.crash_footing) if self.anchors is not None else ()
        base = sum(one.floats for one in footings if one is not None)
        handed = 32 * len(self.handed.cases) * len(self.handed.feet) if self.handed is not None else 0
        return 500_000 + 12 * (sum(item.floats for item in self.studies) + base) + handed


Keep = Callable[[str, Callable[[], Proof]], Proof]
"""A cache: gives the proof kept under a key, or has it worked out and keeps it. Shared by threads at its own care."""


Pause = Callable[[], None]
Tell = Callable[[Sequence[Finding]], None]
"""Is told of findings as they are found; some of them once more, worse, in another setting."""


def key_of(context: Context, index: int, version: str) -> str:
    """Everything that a build's proof reads: its parameters, the host, what and who is on it, loads, own stock, units, the catalogue."""
    mine = _read(context, index, version)
    chain = [other for other in _stacked(context, index) if other != index]
    return json.dumps({**mine, "with": [_read(context, other, version) for other in chain]} if chain else mine, sort_keys=True)


def _stacked(context: Context, index: int) -> tuple[int, ...]:
    """The builds whose forces a build's proof reads: what it stands on, all the way down, and all that stand there too, each way up."""
    place = {build.id: i for i, build in enumerate(context.builds)}
    root = index
    while context.builds[root].on:
        root = place[context.builds[root].on]
    found = more = {root}
    while more:
        more = {place[one.id] for i in more for one in above(context.builds, context.builds[i].id)}
        found = found | more
    return tuple(sorted(found))


def _read(context: Context, index: int, version: str) -> dict[str, object]:
    """What a build's proof reads by itself."""
    design, build = context.design, context.builds[index]
    bodies = set(build.bodies)
    on = {item.thing.id for item in context.plan.placed if item.surface.body in bodies}
    surfaces = {surface.id for surface in build.surfaces}
    return {
        "build": design.builds[index].model_dump(mode="json"),
        "host": design.host.model_dump(mode="json"),
        "things": [thing.model_dump(mode="json") for thing in design.carry.things if thing.id in on],
        "asleep": [person.model_dump(mode="json") for person in design.carry.crew if person.sleeps in surfaces],
        "loads": design.loads.model_dump(mode="json"),
        "own": design.own.model_dump(mode="json"),
        "units": design.units.model_dump(mode="json"),
        "catalog": version,
        "scene": context.scene,
    }


def setting_findings(item: Study) -> tuple[Finding, ...]:
    """All checks that hang on where a build stands, those of its fit included; made once for a study."""
    if "all" not in item.judged:
        item.judged["all"] = tuple(of_setting(item))
    return item.judged["all"]


@dataclass(frozen=True)
class Standing:
    """A build in some settings with the base it stands on, both in balance; ``turns``: the softer base under it. Without a base its
    ``studies`` are solved as they are asked for, once."""

    studies: Iterable[Study]
    base: BaseFrame | None
    turns: list[Turn] | None

    def pressings(self, *, crash: bool = False, firm: bool = False) -> list[Pressing]:
        return [p for p in (pressing(item, crash=crash, firm=firm) for item in self.studies) if p is not None]

    def footing(self) -> Footing | None:
        """The base under every case; None without one."""
        if self.base is None:
            return None
        firm = self.pressings(firm=True)
        if self.turns is None:
            return footing(self.base, firm, self.base.solved(firm, (SOFT,)), firm)
        return footing(self.base, self.pressings(), self.turns, firm)

    def crash_footing(self) -> Footing | None:
        """The base in the crash cases, which what stands on it meets as if the base did not give; None without one, and unless asked for."""
        hits = self.pressings(crash=True) if self.base is not None else []
        return footing(self.base, hits, self.base.solved(hits, (SOFT,)), hits) if self.base is not None and hits else None


def standing(context: Context, build: Assembly, settings: Sequence[Setting]) -> Standing:
    """Solve a build in some settings together with its base: on what does not give first, then on what gives as the base does there."""
    if build.on and not build.shells:
        return Standing((on_another(context, build, setting) for setting in settings), None, None)
    if not build.base:
        # one after the other: who looks at one and lets it go holds one in memory
        return Standing((finish(begin(context, build, setting)) for setting in settings), None, None)
    begun = [begin(context, build, setting) for setting in settings]
    presses = [pressing(one.drawn) for one in begun]
    known = [p for p in presses if p is not None]
    base = base_of(context, build, known)
    if base is None:
        return Standing([finish(one) for one in begun], None, None)
    studies = [one.drawn for one in begun]
    bears = [i for i, p in enumerate(presses) if p is not None]
    turns: list[Turn] | None = base.solved(known, (SOFT,))
    todo = list(bears)
    for _ in range(ROUNDS):
        if turns is None or not todo:
            break
        grounds = dict(zip(bears, base.grounds(known, turns), strict=True))
        for i in todo:
            studies[i] = finish(begun[i], grounds[i])
        again = [p for p in (pressing(studies[i]) for i in bears) if p is not None]
        same = [len(p.cases) for p in again] == [len(p.cases) for p in known]
        known, turns = again, base.solved(again, (SOFT,), [turn.acting(SOFT) for turn in turns]) if same else None
        if turns is not None:
            todo = [i for i, p, sunk in zip(bears, known, base.sinks(known, turns), strict=True) if not _agree(grounds[i], p, sunk)]
    for i in set(range(len(begun))) - set(bears):
        studies[i] = finish(begun[i])
    return Standing(studies, base, turns)


def _agree(ground: Ground, p: Pressing, sunk: Array) -> bool:
    """Whether the base goes where it was taken to go under what presses on it now."""
    taken = ground.sunk + np.einsum("nij,nj->ni", ground.give, np.array(p.forces).reshape(sunk.shape))
    return bool(np.abs(taken - sunk).max(initial=0.0) <= AGREED * max(float(np.abs(sunk).max(initial=0.0)), LEAST_SINK))


def _there(build: Assembly, item: Study) -> Assembly:
    """A build as it stands in a setting, with who may stand on it there."""
    if item.posed is not None:
        return item.posed.assembly
    stood = as_it_stands(build, item.setting)
    return replace(stood, stands=present(stood, item.setting))


def _asked(build: Assembly) -> tuple[Setting, ...]:
    """The settings in which a build is proved: all, but for doors open and drawers part out. What a drawer presses on its rails goes straight with its travel,
    and every use of what carries them is convex in that: the most is closed, or out."""
    ends = {motion.id: motion.reach for runner in build.runners for motion in build.motions if motion.body == runner.body}
    leaves = _leaves(build)

    def asked(setting: Setting) -> bool:
        away = {motion: at for motion, at in setting.travels.items() if at > 0}
        return not away or not (leaves.issuperset(away) or all(at < ends.get(motion, 0.0) - 0.01 for motion, at in away.items()))

    return tuple(setting for setting in settings_of(build) if asked(setting))


def _leaves(build: Assembly) -> set[str]:
    """Motions of a frame that move the leaf of a door and nothing that carries, is stood on or is held: open, nothing is asked that is not asked
    shut, but of its hinges, which are asked by themselves."""
    if not build.members:
        return set()
    doors = {door.id for door in build.doors}
    carrying = {m.body for m in build.members} | {p.body for p in (*build.decks, *build.shells)} | {s.body for s in build.surfaces}
    return {motion.id for motion in build.motions if motion.body in doors - carrying and not motion.follows}


def loaded(build: Assembly, proofs: Iterable[Proof]) -> Assembly:
    """A build with what those that stand on it hand down; unknown where one of them could not be solved."""
    return with_handed(build, [proof.handed for proof in proofs])


def with_handed(build: Assembly, rows: Iterable[Handed | None]) -> Assembly:
    """A build with what is handed down to it."""
    return replace(build, bears=tuple(one for one in rows if one is not None and one.on == build.id))


def _proved(context: Context, build: Assembly, key: str, watch: Watch | None, pause: Pause, tell: Tell) -> Proof:
    found: list[Finding] = []
    kept: list[Study] = []
    room = KEPT
    still = context.scene != "driving"
    there = setting_at(build, scene_travels(build, context.scene))
    known = not any(one.missing for one in context.builds if one.id == build.id)

    def more(findings: Iterable[Finding]) -> None:
        # whether it fits, or folds by itself, does not hang on what stands on it
        rows = [one if known and one.check.startswith(("fit.", "frame.stands")) else doubtful(build, context, one) for one in findings]
        found.extend(rows)
        tell(rows)

    more(of_build(context, build))
    pause()
    stood = standing(context, build, (replace(there, drivable=False),) if still else _asked(build))
    down: list[tuple[str, Pressed]] = []
    for item in stood.studies:
        pause()
        pressed = pressed_by(context, item) if build.on and not build.shells else None
        if pressed is not None:
            down.append((item.where, pressed))
        more(setting_findings(item))
        room -= item.floats
        item.let_go(otherwise=room < 0)
        if room >= 0:
            kept.append(item)
    pause()
    box, panels = check_box(context, build) if watch is None else check_refined(context, build, watch)[:2]
    more(panels)
    anchors = None
    if build.base:
        stands = [(item.setting, _there(build, item)) for item in stood.studies]
        anchors = anchor_study(context, build, stands, stood.footing(), stood.crash_footing())
        more((*check_anchors(context, anchors), *check_rails(context, anchors)))
    more(check_crash(context, build, anchors))
    more(check_judged(build, found))
    handed = box.handed if box is not None else handed_by(context, build, down)
    return Proof(key, tuple(found), tuple(kept), anchors, bool(build.shells) and watch is None, handed)


def on() -> None:
    """Go on."""


def nobody(_: Sequence[Finding]) -> None:
    """Tell it to nobody."""


def prove(
    context: Context, index: int, version: str, keep: Keep | None = None, watch: Watch | None = None, pause: Pause = on, tell: Tell = nobody
) -> Proof:
    """A build of the job proved; taken from ``keep`` when nothing it reads has changed. With ``watch``, panels that carry are refined until
    their governing use stays, and it is told of every mesh. ``pause`` is called between settings, and may end it by raising; ``tell`` is told
    what is found as it is found, cheap ones first, nothing of a proof that was kept."""
    build, key = context.builds[index], key_of(context, index, version)
    upon = [i for i, one in enumerate(context.builds) if one.on == build.id]
    if upon:
        proofs = [prove(context, i, version, keep, watch, pause, tell) for i in upon]
        build = loaded(build, proofs)
        lacking = [context.builds[i].label for i, proof in zip(upon, proofs, strict=True) if proof.handed is None or not proof.handed.whole]
        build = replace(build, missing=(*build.missing, *(f"what {label} presses with" for label in lacking)))
    if watch is not None:
        key += FINE
    if keep is None:
        return _proved(context, build, key, watch, pause, tell)
    return keep(key, lambda: _proved(context, build, key, watch, pause, tell))
