"""Assembly, condensation onto the one-way parts, and recovery. Factored once for all cases and all one-way states."""

from __future__ import annotations

from collections.abc import Callable, Sequence
from typing import Any

import numpy as np
from scipy.linalg import LinAlgError, cho_factor, cho_solve, eigh
from scipy.sparse import coo_matrix, csc_matrix, diags
from scipy.sparse.linalg import splu

from .contact import DOF_WORDS, Contacts, one_way_parts, settle
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


class Stiffness:
    """A model assembled: its stiffness, what is held, and the degrees of freedom that one-way parts touch.

    Raises:
        SolverError: the model is no frame.
    """

    def __init__(self, model: FrameModel) -> None:
        check_model(model)
        self.model = model
        self.elements = elements(model)
        parts, n = self.elements, 6 * len(model.nodes)
        self._turned = np.transpose(parts.T, (0, 2, 1))
        glob = self._turned @ parts.k @ parts.T
        rows = np.broadcast_to(parts.dofs[:, :, None], glob.shape)
        cols = np.broadcast_to(parts.dofs[:, None, :], glob.shape)
        self.K: csc_matrix = coo_matrix((glob.ravel(), (rows.ravel(), cols.ravel())), shape=(n, n)).tocsc()
        self.held = np.array(
            sorted({6 * node + dof for node, dof in model.fixed} | {6 * node + dof for node, dof, _ in model.moved}), dtype=int
        )
        self.settled: Array = np.zeros(n)
        for node, dof, value in model.moved:
            self.settled[6 * node + dof] = value
        touched = {6 * rest.node + rest.dof for rest in model.rests}
        for strap in model.straps:
            touched |= {6 * node + i for node in (strap.a, strap.b) if node is not None for i in range(3)}
        self._c = np.array(sorted(touched - set(self.held.tolist())), dtype=int)
        self._r = np.setdiff1d(np.arange(n), np.concatenate([self._c, self.held]))
        self._parts = one_way_parts(model, self._c.tolist())

    def words(self, dof: int) -> str:
        node, way = divmod(int(dof), 6)
        return f"{self.model.name(node)} {DOF_WORDS[way]}"

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


class Frame(Stiffness):
    """A model with its basic loads, condensed once; ``solve`` combines them into cases.

    Raises:
        SolverError: the model is no frame, or folds whatever its one-way parts do.
    """

    def __init__(self, model: FrameModel, loads: Sequence[LoadCase] = ()) -> None:
        super().__init__(model)
        parts = self.elements
        self.prepared = prepare(loads, parts, len(model.nodes))
        self.local: Array = np.einsum("mji,bmj->bmi", parts.recover, self.prepared.local)
        onto = np.einsum("mij,bmj->bmi", self._turned, self.local)
        totals = self.prepared.nodal.copy()
        for b in range(len(loads)):
            np.add.at(totals[b], parts.dofs, onto[b])
        self.totals = totals
        self._condense()

    def _condense(self) -> None:
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
        self._contacts = Contacts(self._S, self._parts)

    def _loose(self) -> MechanismError:
        _, shape = eigh(self._S, subset_by_index=[0, 0])
        return MechanismError(f"this frame can fold: {self.words(self._c[int(np.argmax(np.abs(shape[:, 0])))])} freely")

    def solve_many(self, names: Sequence[str], factors: Array) -> list[CaseResult | SolverError]:
        """Every row of ``factors`` (cases, loads) times the basic loads; a case without result comes back as its error."""
        factors = np.asarray(factors, dtype=float)
        shares = np.column_stack([factors, np.ones(len(names))]) if self._fixed_load is not None else factors
        n, width = len(names), len(self.settled)
        u = np.tile(self.settled, (n, 1))
        force, acting = np.zeros((n, len(self._parts))), [frozenset[int]()] * n
        errors: dict[int, SolverError] = {}
        if len(self._c):
            for i, push in enumerate(shares @ self._push):
                try:
                    found = settle(self._contacts, push, names[i])
                except MechanismError:
                    errors[i] = self._loose()
                except SolverError as error:
                    errors[i] = error
                else:
                    u[i, self._c], force[i], acting[i] = found.u, found.force, found.acting
        u[:, self._r] = shares @ self._alone.T - u[:, self._c] @ self._with.T
        parts, rests = self.elements, len(self.model.rests)
        residual: Array = (self.K @ u.T).T - factors @ self.totals
        residual[:, self._c] += force[:, rests:] @ self._contacts.b[rests:]
        residual[:, self._r] = 0.0
        moved = np.einsum("mij,cmj->cmi", parts.T, u[:, parts.dofs])
        ends = np.einsum("mij,cmj->cmi", parts.k, moved) - np.tensordot(factors, self.local, axes=1)
        return [
            errors[i]
            if i in errors
            else CaseResult(
                names[i],
                factors[i],
                u[i].reshape(width // 6, 6),
                ends[i],
                force[i, :rests],
                residual[i].reshape(-1, 6),
                force[i, rests:],
                acting[i],
            )
            for i in range(n)
        ]

    def solve(self, name: str, factors: Array) -> CaseResult:
        """Displacements, end actions and reactions under ``factors`` (loads,) times the basic loads.

        Raises:
            MechanismError: a part can move freely; names it.
            UnsettledError: the one-way parts do not settle.
        """
        (found,) = self.solve_many([name], np.asarray(factors, dtype=float)[None, :])
        if isinstance(found, SolverError):
            raise found
        return found


def solve_all(model: FrameModel, cases: Sequence[LoadCase]) -> tuple[Frame, list[CaseResult]]:
    """Every case on one prepared frame, each on its own."""
    frame = Frame(model, cases)
    found = []
    for row in frame.solve_many([case.name for case in cases], np.eye(len(cases))):
        if isinstance(row, SolverError):
            raise row
        found.append(row)
    return frame, found


__all__ = ["Frame", "SolverError", "Stiffness", "factor", "solve_all"]
