"""Assembly, one-way supports and recovery. Dense: these frames have tens of nodes."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from typing import Any

import numpy as np
from scipy.linalg import LinAlgError, cho_factor, cho_solve, eigh

from .loads import prepare
from .model import Array, CaseResult, FrameModel, LoadCase, MechanismError, UnsettledError
from .stiffness import axes, condense, local_stiffness

MAX_PASSES = 20
_SEEK = 1e6
"""While nothing holds the frame, springs are lent to the rests, soft enough that the load moves it this many gaps; never in a result."""
_DOF_WORDS = ("slides along x", "slides along y", "moves up or down", "turns about x", "turns about y", "turns about z")


@dataclass(frozen=True)
class _Factor:
    free: Any
    cholesky: Any
    scale: Array


class Frame:
    """A model with its basic loads, prepared: assembled once, factored once for each set of bearing rests."""

    def __init__(self, model: FrameModel, loads: Sequence[LoadCase] = ()) -> None:
        self.model = model
        geometry = [axes(model, bar) for bar in model.bars]
        self.lengths: Array = np.array([L for L, _ in geometry])
        self.rotations: Array = np.array([R for _, R in geometry])
        self.prepared = prepare(loads, self.lengths, self.rotations, len(model.nodes))
        m, n = len(model.bars), 6 * len(model.nodes)
        self._k = np.zeros((m, 12, 12))
        local = self.prepared.local.copy()
        for i, (bar, L) in enumerate(zip(model.bars, self.lengths, strict=True)):
            self._k[i], move = condense(local_stiffness(bar, float(L)), bar.released)
            if bar.released:
                local[:, i] = local[:, i] @ move.T
        self._T = np.zeros((m, 12, 12))
        for block in range(0, 12, 3):
            self._T[:, block : block + 3, block : block + 3] = self.rotations
        ends = np.array([[bar.a, bar.b] for bar in model.bars])
        self._dofs = (6 * ends[:, :, None] + np.arange(6)).reshape(m, 12)
        glob = np.transpose(self._T, (0, 2, 1)) @ self._k @ self._T
        K = np.zeros((n, n))
        np.add.at(K, (self._dofs[:, :, None], self._dofs[:, None, :]), glob)
        self._K = K
        self._local = local
        turned = np.einsum("mij,bmi->bmj", self._T, local)
        totals = self.prepared.nodal.copy()
        for b in range(len(loads)):
            np.add.at(totals[b], self._dofs, turned[b])
        self._totals = totals
        self._fixed = tuple(sorted({6 * node + dof for node, dof in model.fixed}))
        self._factors: dict[tuple[int, ...], _Factor] = {}

    def _factor(self, held: tuple[int, ...], soft: float) -> _Factor:
        found = None if soft else self._factors.get(held)
        if found is None:
            free = np.setdiff1d(np.arange(len(self._K)), np.array(held, dtype=int))
            Kff = self._K[np.ix_(free, free)]
            if soft:
                lend = np.zeros(len(self._K))
                lend[[6 * rest.node + rest.dof for rest in self.model.rests]] = soft
                Kff = Kff + np.diag(lend[free])
            scale = 1 / np.sqrt(np.maximum(np.diag(Kff), 1e-30))
            scaled = Kff * np.outer(scale, scale)
            try:
                cholesky = cho_factor(scaled)
            except LinAlgError:
                raise self._fold(scaled, free) from None
            if not soft and float(np.min(np.abs(np.diag(cholesky[0])))) < 1e-7:
                raise self._fold(scaled, free)
            found = _Factor(free, cholesky, scale)
            if not soft:
                self._factors[held] = found
        return found

    def _fold(self, scaled: Array, free: Any) -> MechanismError:
        _, shape = eigh(scaled, subset_by_index=[0, 0])
        node, dof = divmod(int(free[int(np.argmax(np.abs(shape[:, 0])))]), 6)
        return MechanismError(f"this frame can fold: {self.model.name(node)} {_DOF_WORDS[dof]} freely")

    def _displace(self, total: Array, bearing: frozenset[int], soft: float = 0.0) -> Array:
        rests = self.model.rests
        u = np.zeros(len(self._K))
        for index in bearing:
            rest = rests[index]
            u[6 * rest.node + rest.dof] = -rest.sign * rest.gap
        held = tuple(sorted({*self._fixed, *(6 * rests[i].node + rests[i].dof for i in bearing)}))
        if len(held) == len(u):
            return u
        factor = self._factor(held, soft)
        load = total - self._K @ u if u.any() else total
        u[factor.free] = factor.scale * cho_solve(factor.cholesky, factor.scale * load[factor.free])
        return u

    def solve(self, name: str, factors: Array) -> CaseResult:
        """Displacements, end actions and reactions under ``factors`` (loads,) times the basic loads.

        Raises:
            MechanismError: a part can move freely; names it.
            UnsettledError: the one-way rests do not settle in ``MAX_PASSES``.
        """
        model = self.model
        total = factors @ self._totals
        size = float(np.max(np.abs(total), initial=0.0)) + 1e-9
        bearing = frozenset(i for i, rest in enumerate(model.rests) if rest.gap == 0)
        seen: set[frozenset[int]] = set()
        for _ in range(MAX_PASSES):
            loose: MechanismError | None = None
            try:
                u = self._displace(total, bearing)
            except MechanismError as error:
                if not model.rests:
                    raise
                loose = error
                u = self._displace(total, bearing, size / (_SEEK * (1.0 + max(rest.gap for rest in model.rests))))
            residual = self._K @ u - total
            pulling = {i for i in bearing if model.rests[i].sign * residual[6 * model.rests[i].node + model.rests[i].dof] < -1e-9 * size}
            pressed = {
                i for i, rest in enumerate(model.rests) if i not in bearing and rest.sign * u[6 * rest.node + rest.dof] < -rest.gap - 1e-9
            }
            if not pulling and not pressed:
                if loose:
                    nearest = self._nearest(u, bearing)
                    if nearest is None:
                        raise loose
                    bearing = bearing | {nearest}
                    continue
                return self._result(name, factors, u, residual, bearing)
            seen.add(bearing)
            following = (bearing - pulling) | pressed
            if following in seen:
                following = bearing - {min(pulling)} if pulling else bearing | {min(pressed)}
                if following in seen:
                    break
            bearing = following
        names = ", ".join(rest.id for rest in model.rests)
        raise UnsettledError(f"the supports do not settle under {name}: {names} keep changing between bearing and free")

    def _nearest(self, u: Array, bearing: frozenset[int]) -> int | None:
        """The open rest closest to contact, for a load that balances between two; None when none is near."""
        open_rests = [
            (rest.sign * u[6 * rest.node + rest.dof] + rest.gap, i) for i, rest in enumerate(self.model.rests) if i not in bearing
        ]
        clearance, index = min(open_rests, default=(np.inf, -1))
        return index if clearance < 10 * (1.0 + max(rest.gap for rest in self.model.rests)) else None

    def _result(self, name: str, factors: Array, u: Array, residual: Array, bearing: frozenset[int]) -> CaseResult:
        local = np.tensordot(factors, self._local, axes=1)
        turned = np.einsum("mij,mj->mi", self._T, u[self._dofs])
        ends = np.einsum("mij,mj->mi", self._k, turned) - local
        rests = self.model.rests
        push = np.array([max(0.0, rest.sign * residual[6 * rest.node + rest.dof]) if i in bearing else 0.0 for i, rest in enumerate(rests)])
        return CaseResult(name, factors, u.reshape(-1, 6), ends, push, residual.reshape(-1, 6))


def solve_all(model: FrameModel, cases: Sequence[LoadCase]) -> tuple[Frame, list[CaseResult]]:
    """Every case on one prepared frame, each on its own."""
    frame = Frame(model, cases)
    return frame, [frame.solve(case.name, row) for case, row in zip(cases, np.eye(len(cases)), strict=True)]
