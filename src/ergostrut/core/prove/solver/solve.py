"""Assembly, condensation onto the one-way parts, and recovery. Factored once for all cases and all one-way states."""

from __future__ import annotations

from collections.abc import Callable, Sequence
from typing import Any

import numpy as np
from scipy.linalg import LinAlgError, cho_factor, cho_solve, eigh
from scipy.sparse import coo_matrix, csc_matrix, diags
from scipy.sparse.linalg import splu

from .contact import DOF_WORDS, one_way_parts, settle
from .elements import elements
from .loads import prepare
from .model import Array, CaseResult, FrameModel, LoadCase, MechanismError, SolverError, check_model

DENSE = 420
"""Up to so many free degrees of freedom a dense Cholesky factor is quicker than a sparse one."""
_LOOSE = 1e-7
"""A scaled pivot below this means that something moves freely."""

Solve = Callable[[Array], Array]


def factor(K: csc_matrix, name: Callable[[int], str]) -> Solve:
    """A solver for the symmetric positive K (n, n): right sides (n,) or (n, k).

    Raises:
        MechanismError: K lets something move freely; ``name`` turns a row into words.
    """
    n = K.shape[0]
    if n == 0:
        return lambda right: right
    diagonal = K.diagonal()
    if np.any(diagonal <= 0):
        raise MechanismError(f"this frame can fold: {name(int(np.argmin(diagonal)))} freely")
    scale = 1 / np.sqrt(diagonal)
    scaled = (diags(scale) @ K @ diags(scale)).tocsc()
    if n <= DENSE:
        dense = scaled.toarray()
        try:
            cholesky = cho_factor(dense)
        except LinAlgError:
            raise _fold(dense, name) from None
        if float(np.min(np.abs(np.diag(cholesky[0])))) < _LOOSE:
            raise _fold(dense, name)
        return lambda right: (scale * cho_solve(cholesky, (scale * right.T).T, check_finite=False).T).T
    try:
        lu = splu(scaled, permc_spec="MMD_AT_PLUS_A", diag_pivot_thresh=0.0, options={"SymmetricMode": True})
    except RuntimeError:
        raise _fold(scaled.toarray(), name) from None
    if float(np.min(np.abs(lu.U.diagonal()))) < _LOOSE**2:
        raise _fold(scaled.toarray(), name)
    return lambda right: (scale * lu.solve(np.ascontiguousarray((scale * right.T).T)).T).T


def _fold(scaled: Array, name: Callable[[int], str]) -> MechanismError:
    _, shape = eigh(scaled, subset_by_index=[0, 0])
    return MechanismError(f"this frame can fold: {name(int(np.argmax(np.abs(shape[:, 0]))))} freely")


class Frame:
    """A model with its basic loads, assembled and condensed once; ``solve`` combines them into cases.

    Raises:
        SolverError: the model is no frame, or folds whatever its one-way parts do.
    """

    def __init__(self, model: FrameModel, loads: Sequence[LoadCase] = ()) -> None:
        check_model(model)
        self.model = model
        self.elements = elements(model)
        self.prepared = prepare(loads, self.elements, len(model.nodes))
        parts, n = self.elements, 6 * len(model.nodes)
        turned = np.transpose(parts.T, (0, 2, 1))
        glob = turned @ parts.k @ parts.T
        rows = np.broadcast_to(parts.dofs[:, :, None], glob.shape)
        cols = np.broadcast_to(parts.dofs[:, None, :], glob.shape)
        self.K: csc_matrix = coo_matrix((glob.ravel(), (rows.ravel(), cols.ravel())), shape=(n, n)).tocsc()
        self.local: Array = np.einsum("mji,bmj->bmi", parts.recover, self.prepared.local)
        onto = np.einsum("mij,bmj->bmi", turned, self.local)
        totals = self.prepared.nodal.copy()
        for b in range(len(loads)):
            np.add.at(totals[b], parts.dofs, onto[b])
        self.totals = totals
        self.held = np.array(
            sorted({6 * node + dof for node, dof in model.fixed} | {6 * node + dof for node, dof, _ in model.moved}), dtype=int
        )
        self.settled: Array = np.zeros(n)
        for node, dof, value in model.moved:
            self.settled[6 * node + dof] = value
        self._condense()

    def words(self, dof: int) -> str:
        node, way = divmod(int(dof), 6)
        return f"{self.model.name(node)} {DOF_WORDS[way]}"

    def _condense(self) -> None:
        model, held = self.model, set(self.held.tolist())
        touched = {6 * rest.node + rest.dof for rest in model.rests}
        for strap in model.straps:
            touched |= {6 * node + i for node in (strap.a, strap.b) if node is not None for i in range(3)}
        self._c = np.array(sorted(touched - held), dtype=int)
        self._r = np.setdiff1d(np.arange(len(self.settled)), np.concatenate([self._c, self.held]))
        self._parts = one_way_parts(model, self._c.tolist())
        K_r = self.K[self._r]
        solve = factor(K_r[:, self._r].tocsc(), lambda i: self.words(self._r[i]))
        self._fixed_load = -(self.K @ self.settled) if self.settled.any() else None
        loads = self.totals[:, self._r].T
        if self._fixed_load is not None:
            loads = np.concatenate([loads, self._fixed_load[self._r][:, None]], axis=1)
        K_rc = K_r[:, self._c].toarray()
        answer = solve(np.concatenate([loads, K_rc], axis=1)) if len(self._r) else np.zeros((0, loads.shape[1] + len(self._c)))
        self._alone, self._with = answer[:, : loads.shape[1]], answer[:, loads.shape[1] :]
        K_c = self.K[self._c]
        self._S: Array = K_c[:, self._c].toarray() - K_rc.T @ self._with
        self._S = (self._S + self._S.T) / 2
        outer = self.totals[:, self._c]
        if self._fixed_load is not None:
            outer = np.concatenate([outer, self._fixed_load[self._c][None, :]])
        self._push: Array = outer - (K_rc.T @ self._alone).T

    def _loose(self) -> MechanismError:
        _, shape = eigh(self._S, subset_by_index=[0, 0])
        return MechanismError(f"this frame can fold: {self.words(self._c[int(np.argmax(np.abs(shape[:, 0])))])} freely")

    def solve(self, name: str, factors: Array) -> CaseResult:
        """Displacements, end actions and reactions under ``factors`` (loads,) times the basic loads.

        Raises:
            MechanismError: a part can move freely; names it.
            UnsettledError: the one-way parts do not settle.
        """
        shares = np.append(factors, 1.0) if self._fixed_load is not None else np.asarray(factors, dtype=float)
        u = self.settled.copy()
        force, acting = np.zeros(len(self._parts)), frozenset[int]()
        if len(self._c):
            try:
                found = settle(self._S, shares @ self._push, self._parts, name)
            except MechanismError:
                raise self._loose() from None
            u[self._c], force, acting = found.u, found.force, found.acting
        u[self._r] = self._alone @ shares - self._with @ u[self._c]
        total = factors @ self.totals
        residual: Array = self.K @ u - total
        parts, rests = self.elements, len(self.model.rests)
        for i, part in enumerate(self._parts[rests:], rests):
            residual[self._c] += force[i] * part.b
        local = np.tensordot(factors, self.local, axes=1)
        ends = np.einsum("mij,mj->mi", parts.k, np.einsum("mij,mj->mi", parts.T, u[parts.dofs])) - local
        residual[self._r] = 0.0
        return CaseResult(
            name, np.asarray(factors, dtype=float), u.reshape(-1, 6), ends, force[:rests], residual.reshape(-1, 6), force[rests:], acting
        )

    def held_by(self, acting: frozenset[int]) -> tuple[Any, csc_matrix]:
        """Free degrees of freedom and stiffness with the acting one-way parts in: for modes."""
        K, held = self.K, set(self.held.tolist())
        for i in acting:
            part = self._parts[i]
            if part.k is None:
                held.add(int(self._c[int(np.argmax(np.abs(part.b)))]))
            else:
                at = np.flatnonzero(part.b)
                block = part.k * np.outer(part.b[at], part.b[at])
                grid = np.meshgrid(self._c[at], self._c[at], indexing="ij")
                K = K + coo_matrix((block.ravel(), (grid[0].ravel(), grid[1].ravel())), shape=K.shape).tocsc()
        free = np.setdiff1d(np.arange(K.shape[0]), np.array(sorted(held), dtype=int))
        return free, K[free][:, free].tocsc()


def solve_all(model: FrameModel, cases: Sequence[LoadCase]) -> tuple[Frame, list[CaseResult]]:
    """Every case on one prepared frame, each on its own."""
    frame = Frame(model, cases)
    return frame, [frame.solve(case.name, row) for case, row in zip(cases, np.eye(len(cases)), strict=True)]


__all__ = ["Frame", "SolverError", "factor", "solve_all"]
