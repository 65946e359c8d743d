"""A build solved in one setting: the frame, its cases, and what the checks read from it."""

from __future__ import annotations

import math
from collections.abc import Callable, Sequence
from dataclasses import dataclass, replace
from functools import cached_property

import numpy as np

from ...cases import Case, cases_at, crash_cases
from ...constants import G
from ...finding import Finding, Working, at_most
from ...mechanics.kinematics import JammedError
from ...mechanics.solver.ground import Ground
from ...mechanics.solver.member_forces import STATIONS, Along, along
from ...mechanics.solver.model import Array, MechanismError, SolverError
from ...mechanics.solver.modes import Mode, critical, frequency, lumped, stands_to
from ...mechanics.solver.refine import Refined, refine
from ...mechanics.solver.solve import Frame, Stiffness
from ...structure.assembly import Assembly, centroid
from ...structure.carried import CarryPlan
from ...structure.context import Context
from ...structure.nouns.holds import Slider
from ...structure.nouns.parts import Point3
from ...structure.standing.posed import poses_of
from ...structure.standing.setting import Setting
from .frame_model import frame_model, stretched, taken, unskinned
from .hanging import Walls
from .outdoors import sheltered
from .posed import Fallen, OnGround, Posed, Solved, solve_cases

PIECES = 2
PANELS = "Its panels carry it: there is no frame to draw. Pick a finding to read its arithmetic."
TELLS = 0.01
FAR = 100.0
"""A critical load factor beyond this is not told apart from any larger one."""


Cases = Callable[[Assembly], tuple[Case, ...]]
"""Cases of its own for a build as it stands."""


@dataclass(frozen=True)
class Otherwise:
    """A setting with its joints taken otherwise; ``relies``: it would fold were they pinned."""

    studies: tuple[Study, ...] = ()
    relies: bool = False


@dataclass(frozen=True)
class Beneath:
    """A ground by case."""

    cases: tuple[str, ...]
    ground: Ground

    def rows(self, cases: Sequence[Case]) -> Ground:
        """The ground in these cases, one after another; still where it is not known."""
        at = [self.cases.index(case.name) if case.name in self.cases else len(self.cases) for case in cases]
        sunk, give = (np.concatenate([one, np.zeros((1, *one.shape[1:]))]) for one in (self.ground.sunk, self.ground.give))
        return Ground(sunk[at], give[at])


@dataclass(frozen=True)
class Study:
    """``solved`` holds the cases that have a result, ``fallen`` those that have none."""

    context: Context
    assembly: Assembly
    setting: Setting
    posed: Posed | None
    solved: tuple[Solved, ...]
    fallen: tuple[Fallen, ...]
    error: str = ""
    otherwise: Callable[[], Otherwise] = lambda: Otherwise()
    """Solves it with its joints taken otherwise, when that is asked for."""
    firm: tuple[Solved, ...] = ()
    """Every case on a base that does not give, where the base gives; those in which that tells stand in ``solved`` too, the last."""
    on: Beneath | None = None
    """How what it stands on gives in each case, where that is another build."""
    solver: Callable[[Assembly, Cases | None], Study] | None = None
    """Solves the build with something of it gone, where that stands on another build; None: on what does not give."""

    @cached_property
    def _otherwise(self) -> Otherwise:
        return self.otherwise()

    @property
    def other(self) -> tuple[Study, ...]:
        """The same setting with the joints taken otherwise: strength takes the worst of all."""
        return self._otherwise.studies

    def again(self, build: Assembly, cases: Cases | None = None) -> Study:
        """The build with something of it gone, in the same setting."""
        return self.solver(build, cases) if self.solver is not None else study(self.context, build, self.setting, cases)

    @property
    def relies(self) -> bool:
        """Whether the frame would fold were its joints pinned."""
        return self._otherwise.relies

    @property
    def floats(self) -> int:
        """How many numbers its frames hold, and its forces once they are asked for, those of its other joints with them: most of what it weighs."""
        others = sum(item.floats for item in self.other)
        if self.posed is None:
            return others
        frame = self.posed.frame
        return frame.floats + 6 * STATIONS * len(self.solved) * len(frame.prepared.span) + others

    @cached_property
    def forces(self) -> Along | None:
        """The forces along its members in every case of ``solved``; None where there is none."""
        if self.posed is None or not self.solved:
            return None
        return along(self.posed.frame, [item.result for item in self.solved])

    def let_go(self, *, otherwise: bool = False) -> None:
        """Forget the forces along the members, and with ``otherwise`` the other joints: much, and worked out again when asked for."""
        if otherwise:
            self.__dict__.pop("_otherwise", None)
        for one in self.bounds if "_otherwise" in self.__dict__ else (self,):
            one.__dict__.pop("forces", None)
            one.__dict__.pop("kept_forces", None)

    @cached_property
    def refined(self) -> Refined | None:
        """The frame with every bar in pieces, for shapes between the joints, under its weight alone; None when there is none."""
        return refine(self.posed.model, self.posed.basic_loads[:3], PIECES) if self.posed is not None else None

    @cached_property
    def critical(self) -> tuple[Mode, str] | None:
        """Critical load factor and shape of the case that pushes hardest along a member, with its name.

        The frame as solved first: a piece between joints is at most half too stiff, so that what stands twice ``FAR``
        there is far from buckling (inf). Nearer, the refined frame decides.
        """
        if self.posed is None or self.forces is None:
            return None
        pushes = np.min(self.forces.N, axis=1)
        for i in np.argsort(pushes, kind="stable"):
            item = self.solved[int(i)]
            if stands_to(self.posed.frame, item.result, 2 * FAR):
                return Mode(math.inf, np.zeros((len(self.posed.model.nodes), 6))), item.case.name
            found = self.buckling(item)
            if found is not None:
                return found, item.case.name
            # lifted off its rests: the next case says how the frame buckles, the keeper's finding says the rest
        return None

    def buckling(self, item: Solved) -> Mode | None:
        """Critical factor and shape (on ``refined``) of one case; None when the rests that bear leave something loose."""
        if self.posed is None:
            return None
        factors = self.posed.factors(item.case, self.context.design.loads.foot)
        # a case takes few of the basic loads: the others are not cut up
        taken_up = np.flatnonzero(factors)
        parts = refine(self.posed.model, [self.posed.basic_loads[i] for i in taken_up], PIECES)
        try:
            frame = Frame(parts.model, parts.loads)
        except SolverError:
            return None
        try:
            fine = frame.solve(item.case.name, factors[taken_up])
        except SolverError:
            fine = None
        try:
            if fine is not None:
                return critical(frame, fine)
            # loose but for its rests, it settles only as solved first, where a piece is at most half too stiff
            coarse = critical(self.posed.frame, item.result)
        except MechanismError:
            return None
        return Mode(coarse.value / 1.5, np.zeros((len(frame.model.nodes), 6)))

    @cached_property
    def frequency(self) -> Mode | None:
        """Lowest frequency with everything aboard, rollers bearing as parked."""
        parked = next((item for item in self.solved if item.case.name == "Parked"), None)
        if self.posed is None or parked is None:
            return None
        parts = refine(self.posed.model, (self.posed.hangs_on_it,), PIECES)
        frame = Stiffness(parts.model)
        try:
            return frequency(frame, lumped(frame, parts.loads[0], G), parked.result.bearing)
        except MechanismError:
            return None

    @cached_property
    def kept_forces(self) -> dict[tuple[int, float], object]:
        """Forces of single pieces in their own axes, by bar and what their moments were multiplied with (``members.forces_of``)."""
        return {}

    @cached_property
    def judged(self) -> dict[str, tuple[Finding, ...]]:
        """What was found of it (``proof.setting_findings``)."""
        return {}

    @cached_property
    def rest_forces(self) -> Array:
        """N of every contact in every solved case, (cases, contacts)."""
        return np.array([item.result.rest_force for item in self.solved])

    @cached_property
    def _crashed(self) -> tuple[tuple[Solved, ...], tuple[Fallen, ...]]:
        loads = self.context.design.loads
        if self.posed is None or not self.setting.drivable or not loads.crash.on:
            return (), ()
        return solve_cases(self.posed, crash_cases(loads), loads.foot)

    @property
    def crash(self) -> tuple[Solved, ...]:
        """Crash cases where it may be driven, if the job asks for them: for what holds it, against nominal strength."""
        return self._crashed[0]

    @property
    def crash_fallen(self) -> tuple[Fallen, ...]:
        """Crash cases in which nothing holds it."""
        return self._crashed[1]

    @property
    def amplify(self) -> float:
        """What second-order effects add to the moments: 1/(1 - 1.6/lambda) while lambda < 16 (AISC 360-16 appendix 8)."""
        if not self.setting.named or self.critical is None:
            return 1.0
        value = self.critical[0].value
        return 1 / (1 - 1.6 / value) if 1.7 < value < 16 else 1.0 if value >= 16 else 20.0

    @property
    def bounds(self) -> tuple[Study, ...]:
        return (self, *self.other)

    @property
    def where(self) -> str:
        return self.setting.where

    @property
    def noun(self) -> str:
        """What the finding calls it at the head of a title: “Tray”, else the build's own name."""
        return (self.setting.noun or self.assembly.label).capitalize()

    @property
    def body(self) -> str:
        """What moves in this setting, or the whole build: what a finding about all of it lights."""
        return next((s.body for s in self.assembly.sliders), self.assembly.id)

    def held_to(
        self,
        check: str,
        title: str,
        sentence: str,
        *,
        parts: tuple[str, ...],
        demand: float,
        limit: float,
        unit: str,
        case: str,
        basis: str,
        working: Working,
        caution: str = "",
    ) -> Finding:
        """A finding of this setting: ``demand`` at most ``limit``; the caution stands where it is over."""
        use, state = at_most(demand, limit)
        return Finding(
            f"{self.assembly.id}/{check}",
            check,
            "prove",
            parts,
            title,
            sentence,
            state,
            demand,
            limit,
            unit,
            use,
            case=case,
            position=self.setting.name,
            basis=basis,
            working=working.done(),
            caution=caution if state == "over" else "",
        )

    def case(self, name: str) -> Solved | None:
        return next((item for item in self.solved if item.case.name == name), None)

    def travel(self, slider: Slider) -> float:
        return poses_of(self.assembly, self.setting).shift(slider.body)[0]

    @cached_property
    def mass(self) -> float:
        """kg of everything the frame carries and is, builds that stand on it too."""
        bodies = sorted({m.body for m in self.assembly.members if m.group is not None} | {p.body for p in self.assembly.panels})
        own = sum(kg for body in bodies for kg, _ in self.assembly.masses(body))
        own += sum(handed.kg for handed in self.assembly.bears)
        return own + sum(item.mass for body in bodies for item in self.context.plan.on(body))

    def moving(self, slider: Slider) -> tuple[float, Point3]:
        """kg and centre of gravity (host axes, where it stands) of a sliding body, its load and what is on it."""
        masses = self.assembly.masses(slider.body) + [(item.mass, item.at()) for item in self.context.plan.on(slider.body)]
        kg, (x, y, z) = centroid(masses)
        return kg, (x + self.travel(slider), y, z)

    def people(self, case: Case) -> list[tuple[float, Point3]]:
        """N and place (host axes, where it stands) of everybody in a case."""
        if self.posed is None:
            return []
        build, foot = self.posed.assembly, self.context.design.loads.foot
        found, poses = [], poses_of(build, self.setting)
        for stand in (stand for stand in build.stands if stand.id in case.live):
            shift = poses.shift(stand.body or build.member(stand.member).body)
            at = stand.at[0] + shift[0], stand.at[1] + shift[1], stand.at[2] + shift[2]
            found.append((stand.newton if stand.newton is not None else foot, at))
        return found

    def reach(self, slider: Slider) -> float:
        motion = self.assembly.motion_of(slider.body)
        return motion.reach if motion else 0.0

    def tip_x(self, slider: Slider) -> float:
        """The sliding body's rear end."""
        return max(self.assembly.member(rail).b[0] for rail in slider.rails) + self.travel(slider)


@dataclass(frozen=True)
class Begun:
    """A setting solved as drawn on what does not give, before forces are taken along its members. ``rigid``: with rigid joints."""

    drawn: Study
    rigid: Posed | None
    cases: tuple[Case, ...] = ()


def begin(
    context: Context,
    assembly: Assembly,
    setting: Setting,
    cases: Cases | None = None,
    acts: tuple[str, ...] = (),
    walls: Walls | None = None,
) -> Begun:
    """Solve every case of a setting, or ``cases`` of its own, with the joints as they are drawn; ``acts``: what moves what it stands on, whose
    ``walls`` it is fixed to."""
    if assembly.shells:
        return Begun(fallen(context, assembly, setting, SolverError(PANELS)), None)
    try:
        plan = CarryPlan((), (), ()) if setting.bare else context.plan
        posed = frame_model(
            assembly, setting, plan, sheltered(context, assembly), walls, context.host.tow.mass if context.host.tow is not None else None
        )
    except (SolverError, JammedError) as error:
        return Begun(fallen(context, assembly, setting, error), None)
    build = posed.assembly
    rows = cases(build) if cases else cases_at(context.design.loads, setting.drivable, build.stands, (*posed.acts, *acts))
    if not cases:
        known = {row.name for row in rows}
        more = (case for handed in build.bears for case in handed.more(known, drivable=setting.drivable))
        # what all that stands on it is asked at once is one case
        rows = (*rows, *{case.name: case for case in more}.values())
    ways = {(joint.spec or assembly.joining).system.fixity for joint in assembly.joints if not joint.hinge}
    return Begun(_solve(context, posed if ways <= {"rigid"} else taken(posed, "semi"), rows), posed, rows)


def finish(begun: Begun, ground: Ground | None = None, *, sure: bool = False) -> Study:
    """The setting with all it is judged by, what cannot be solved kept with its reason; ``ground``: what its contacts bear on gives, a
    row for every case that was solved at first; ``sure``: how that gives is known, so that one that does not is no bound of it.

    Welded joints are rigid. Others are drawn semi-rigid, and run pinned and rigid as well; where pinned joints would let the
    frame fold, joints that give nearly freely take their place: what they still hand over, the frame cannot do without.
    """
    drawn, posed = begun.drawn, begun.rigid
    if posed is None or drawn.posed is None:
        return drawn
    context = drawn.context
    on = _onto(begun, ground) if ground is not None else None
    first, telling = drawn, tuple[Case, ...]()
    if on is not None:
        first = _solve(context, drawn.posed, begun.cases, on)
        if sure:
            first = replace(first, on=Beneath(tuple(item.case.name for item in drawn.solved), ground) if ground is not None else None)
        else:
            firm = tuple(Solved(item.case, item.result, firm=True) for item in drawn.solved)
            telling = _telling(first.solved, firm)
            first = replace(first, firm=firm, solved=first.solved + tuple(item for item in firm if item.case in telling))

    def run(other: Posed) -> Study:
        one = _solve(context, other, begun.cases, on)
        if one.error:
            return one
        firm, _ = solve_cases(other, telling, context.design.loads.foot)
        return replace(one, solved=one.solved + tuple(Solved(item.case, item.result, firm=True) for item in firm))

    def otherwise() -> Otherwise:
        # straps and webbing differ in stretch: what they carry is taken at both bounds
        taut = (run(stretched(posed)),) if posed.hung.straps else ()
        # skins stiffen a frame as far as they hold on it: members must stand without them too
        taut = (*taut, run(unskinned(posed))) if posed.assembly.skins else taut
        if drawn.posed is posed:
            return Otherwise(taut)
        pinned = run(taken(posed, "pinned"))
        folds = bool(pinned.error) or not pinned.solved
        other = run(taken(posed, "slack")) if folds else pinned
        return Otherwise((run(posed), other, *taut), folds)

    return replace(first, otherwise=otherwise)


def study(context: Context, assembly: Assembly, setting: Setting, cases: Cases | None = None) -> Study:
    """A setting, or ``cases`` of its own, on what does not give."""
    return finish(begin(context, assembly, setting, cases))


def _telling(solved: Sequence[Solved], firm: Sequence[Solved]) -> tuple[Case, ...]:
    """Cases in which a contact takes another force on a base that does not give, by more than ``TELLS`` of the largest."""
    other = {item.case.name: item.result.rest_force for item in firm}
    largest = max((float(item.result.rest_force.max(initial=0.0)) for item in solved), default=0.0)
    rows = [(item.case, np.abs(item.result.rest_force - other[item.case.name])) for item in solved if item.case.name in other]
    return tuple(case for case, apart in rows if float(apart.max(initial=0.0)) > TELLS * largest)


def _onto(begun: Begun, ground: Ground) -> OnGround:
    """The ground by all cases, those without a result at first on what does not give, and what bore then."""
    place = {case.name: i for i, case in enumerate(begun.cases)}
    rows = [place[item.case.name] for item in begun.drawn.solved]
    count, rests = len(begun.cases), ground.sunk.shape[1]
    sunk, give = np.zeros((count, rests)), np.zeros((count, rests, rests))
    sunk[rows], give[rows] = ground.sunk, ground.give
    bearing = np.zeros((count, len(begun.drawn.solved[0].result.acting)), dtype=bool)
    bearing[rows] = [item.result.acting for item in begun.drawn.solved]
    return OnGround(Ground(sunk, give), bearing)


def fallen(context: Context, assembly: Assembly, setting: Setting, error: Exception) -> Study:
    """A setting that cannot be solved, with the reason."""
    return Study(context, assembly, setting, None, (), (), str(error))


def _solve(context: Context, posed: Posed, rows: tuple[Case, ...], on: OnGround | None = None) -> Study:
    assembly, setting = posed.assembly, posed.setting
    try:
        posed.frame  # noqa: B018 - assembled here: what folds in every case is one error
        solved, fell = solve_cases(posed, rows, context.design.loads.foot, on)
    except SolverError as error:
        return fallen(context, assembly, setting, error)
    return Study(context, assembly, setting, posed, solved, fell)
