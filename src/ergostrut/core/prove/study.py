"""A slide solved in one position: the frame, its cases, and what the checks read from it."""

from __future__ import annotations

import math
from dataclasses import dataclass, replace
from functools import cached_property

import numpy as np

from ..cases import Case, cases_at
from ..constants import G
from ..context import Context
from ..frame.assembly import Assembly, Point3, Position, Slide, centroid
from ..frame.systems import Fixity
from ..mechanics.solver.along import Along, along
from ..mechanics.solver.model import MechanismError, SolverError
from ..mechanics.solver.modes import Mode, critical, frequency, lumped, stands_to
from ..mechanics.solver.refine import Refined, refine
from ..mechanics.solver.solve import Frame, Stiffness
from .tray import Solved, TrayFrame, solve_cases
from .tray_model import tray_frame

PIECES = 2
FAR = 100.0
"""A critical load factor beyond this is not told apart from any larger one."""


@dataclass(frozen=True)
class Study:
    """``solved`` holds the cases that have a result, ``failed`` those that have none; ``forces`` matches ``solved``."""

    context: Context
    assembly: Assembly
    slide: Slide
    position: Position
    tray: TrayFrame | None
    solved: tuple[Solved, ...]
    failed: tuple[Solved, ...]
    forces: Along | None
    error: str = ""
    other: tuple[Study, ...] = ()
    """The same position with the joints taken otherwise: strength takes the worst of all."""
    relies: bool = False
    """Whether the frame would fold were its joints pinned."""

    @property
    def floats(self) -> int:
        """How many numbers its forces and frames hold, those of its other joints with them: most of what it weighs."""
        own = 6 * self.forces.s.size if self.forces is not None else 0
        frame = self.tray.frame.floats if self.tray is not None else 0
        refined = self.refined[1].floats if "refined" in self.__dict__ and self.refined is not None else 0
        return own + frame + refined + sum(item.floats for item in self.other)

    @cached_property
    def refined(self) -> tuple[Refined, Frame] | None:
        """The frame with every bar in pieces, for shapes between the joints; None when there is none, or it folds."""
        if self.tray is None:
            return None
        parts = refine(self.tray.model, self.tray.basic_loads, PIECES)
        try:
            return parts, Frame(parts.model, parts.loads)
        except SolverError:
            return None

    @cached_property
    def critical(self) -> tuple[Mode, str] | None:
        """Critical load factor and shape of the case that pushes hardest along a member, with its name.

        The frame as solved first: a piece between joints is at most half too stiff, so that what stands twice ``FAR``
        there is far from buckling (inf). Nearer, the refined frame decides.
        """
        if self.tray is None or self.forces is None:
            return None
        pushes = np.min(self.forces.N, axis=1)
        for i in np.argsort(pushes, kind="stable"):
            item = self.solved[int(i)]
            assert item.result is not None
            if stands_to(self.tray.frame, item.result, 2 * FAR):
                return Mode(math.inf, np.zeros((len(self.tray.model.nodes), 6))), item.case.name
            found = self.buckling(item)
            if found is not None:
                return found, item.case.name
            # lifted off its rests: the next case says how the frame buckles, the keeper's finding says the rest
        return None

    def buckling(self, item: Solved) -> Mode | None:
        """Critical factor and shape (on ``refined``) of one case; None when the rests that bear leave something loose."""
        if self.refined is None or self.tray is None or item.result is None:
            return None
        frame = self.refined[1]
        try:
            fine = frame.solve(item.case.name, self.tray.factors(item.case, self.context.design.loads.foot))
        except SolverError:
            fine = None
        try:
            if fine is not None:
                return critical(frame, fine)
            # loose but for its rests, it settles only as solved first, where a piece is at most half too stiff
            coarse = critical(self.tray.frame, item.result)
        except MechanismError:
            return None
        return Mode(coarse.value / 1.5, np.zeros((len(frame.model.nodes), 6)))

    @cached_property
    def frequency(self) -> Mode | None:
        """Lowest frequency with everything aboard, rollers bearing as parked."""
        parked = next((item for item in self.solved if item.case.name == "Parked" and item.result is not None), None)
        if self.tray is None or parked is None or parked.result is None:
            return None
        parts = refine(self.tray.model, self.tray.basic_loads[2:3], PIECES)
        frame = Stiffness(parts.model)
        try:
            return frequency(frame, lumped(frame, parts.loads[0], G), parked.result.bearing)
        except MechanismError:
            return None

    @property
    def amplify(self) -> float:
        """What second-order effects add to the moments: 1/(1 - 1.6/lambda) while lambda < 16 (AISC 360-16 appendix 8)."""
        if self.position.name == "here" or self.critical is None:
            return 1.0
        value = self.critical[0].value
        return 1 / (1 - 1.6 / value) if 1.7 < value < 16 else 1.0 if value >= 16 else 20.0

    @property
    def bounds(self) -> tuple[Study, ...]:
        return (self, *self.other)

    @property
    def travel(self) -> float:
        return self.position.travel

    def moving_mass(self) -> tuple[float, Point3]:
        """kg and centre of gravity (host axes, at this travel) of the tray, its load and what is on it."""
        masses = self.assembly.masses(self.slide.body) + [(item.mass, item.at()) for item in self.context.plan.on(self.slide.body)]
        kg, (x, y, z) = centroid(masses)
        return kg, (x + self.travel, y, z)

    def rigid(self, case: Case, foot: float) -> tuple[float, float]:
        """(rear pair, front pair) in N by statics of the rigid tray, up positive; front negative is hold-down.

        R_r = m g (x_g - x_f)/(x_r - x_f), R_f = m g - R_r, with the case's vertical factor and the foot at the rear end.
        """
        kg, (xg, _, _) = self.moving_mass()
        xf, xr = self.slide.hold_down.x + self.travel, self.slide.carrying.x
        down = -kg * G * case.g[2]
        tip = foot if case.foot else 0.0
        end = self.tip_x
        rear = (down * (xg - xf) + tip * (end - xf)) / (xr - xf)
        return rear, down + tip - rear

    @property
    def tip_x(self) -> float:
        rails = [m for m in self.assembly.of_body(self.slide.body) if m.role == "side rail"]
        return max(m.b[0] for m in rails) + self.travel


def study(context: Context, assembly: Assembly, slide: Slide, position: Position) -> Study:
    """Solve every case of a position; what cannot be solved is kept with its reason.

    Welded joints are rigid. Others are drawn semi-rigid, and run pinned and rigid as well; where pinned joints would let the
    frame fold, semi-rigid takes their place in strength.
    """
    if assembly.joints.system.fixity == "rigid":
        return _solve(context, assembly, slide, position, "rigid")
    drawn = _solve(context, assembly, slide, position, "semi")
    if drawn.error:
        return drawn
    pinned = _solve(context, assembly, slide, position, "pinned")
    folds = bool(pinned.error) or not pinned.solved
    rigid = _solve(context, assembly, slide, position, "rigid")
    return replace(drawn, other=(rigid,) if folds else (rigid, pinned), relies=folds)


def _solve(context: Context, assembly: Assembly, slide: Slide, position: Position, fixity: Fixity) -> Study:
    loads = context.design.loads
    try:
        tray = tray_frame(assembly, slide, context.plan, position.travel, fixity)
        tray.frame  # noqa: B018 - assembled here: what folds in every case is one error
        cases = solve_cases(tray, cases_at(loads, position.drivable), loads.foot)
    except SolverError as error:
        return Study(context, assembly, slide, position, None, (), (), None, str(error))
    solved = tuple(item for item in cases if item.result is not None)
    failed = tuple(item for item in cases if item.result is None)
    forces = along(tray.frame, [item.result for item in solved if item.result is not None]) if solved else None
    return Study(context, assembly, slide, position, tray, solved, failed, forces)
