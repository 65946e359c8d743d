"""Assembly, condensation onto the one-way parts, and recovery. Factored once for all cases and all one-way states."""

from __future__ import annotations

import copy
from collections.abc import Sequence
from dataclasses import replace
from functools import cached_property, reduce

import numpy as np
from scipy.linalg import eigh

from ..shells.sheets import EDGES, Blocks, ShellError, blocks
from .contact import DOF_WORDS, Contacts, OneWay, one_way_parts, pushes, settle_all
from .elements import elements
from .ground import Ground, settle_on
from .linked import Linked, linked
from .loads import onto_nodes, prepare
from .matrix import DENSE, Band, Index, Solve, dense, factor, narrow, narrowest, order_of, scatter, total
from .model import Array, CaseResult, Flags, FrameModel, LoadCase, MechanismError, Rest, Results, SolverError, check_model
from .rehold import Condensed, freed, stilled
from .settle_batch import Settling, inverses

ROUNDING = 1e-11
BALANCE = 1e-4
"""Part of a load that may be left over where panels carry."""


def _sheets(model: FrameModel) -> Blocks | None:
    if model.sheets is None:
        return None
    try:
        return blocks(model.nodes, model.sheets)
    except ShellError as error:
        raise SolverError(str(error)) from error


class Stiffness:
    """A model assembled: its stiffness in blocks, what is held, and the degrees of freedom that one-way parts touch.
    ``ends_of`` (m, 12, 12): a bar's local end actions from the displacements of its nodes.

    Raises:
        SolverError: the model is no frame.
    """

    def __init__(self, model: FrameModel) -> None:
        check_model(model)
        self.model = model
        self.elements = elements(model)
        parts, n = self.elements, 6 * len(model.nodes)
        self.size = n
        self.ends_of: Array = np.matmul(parts.k, parts.T)
        self.blocks: Array = np.matmul(np.transpose(parts.T, (0, 2, 1)), self.ends_of)
        self.sheets: Blocks | None = _sheets(model)
        self.links: Linked | None = linked(model) if model.links else None
        self.more = [(one.K, one.dofs) for one in (self.sheets, self.links) if one is not None]
        """Blocks of panels that carry and of links, with their degrees of freedom."""
        self.pairs = [(self.blocks, parts.dofs), *self.more]
        self.held = np.array(
            sorted({6 * node + dof for node, dof in model.fixed} | {6 * node + dof for node, dof, _ in model.moved}), dtype=int
        )
        self.settled: Array = np.zeros(n)
        for node, dof, value in model.moved:
            self.settled[6 * node + dof] = value
        touched = {6 * node + dof for rest in model.rests for node, dof, _ in pushes(rest)}
        for strap in model.straps:
            touched |= {6 * node + i for node in (strap.a, strap.b) if node is not None for i in range(3)}
        self._c = np.array(sorted(touched - set(self.held.tolist())), dtype=int)
        free = np.ones(n, dtype=bool)
        free[self._c] = free[self.held] = False
        self._r = np.flatnonzero(free)
        self.parts: tuple[OneWay, ...] = one_way_parts(model, self._c.tolist())
        rests = len(model.rests)
        self._between = [i for i, rest in enumerate(model.rests) if rest.on is not None] + list(range(rests, rests + len(model.straps)))

    def words(self, dof: int) -> str:
        node, way = divmod(int(dof), 6)
        return f"{self.model.name(node)} {DOF_WORDS[way]}"

    @cached_property
    def ordered(self) -> Index:
        """Degrees of freedom in an order that keeps the band narrow."""
        pairs = [self.elements.ends, *([np.array([(link.a, link.b) for link in self.model.links])] if self.model.links else [])]
        if self.model.sheets is None:
            return narrow(order_of(np.concatenate(pairs), len(self.model.nodes)))
        pairs += [self.model.sheets.quads[:, list(edge)] for edge in EDGES]
        return narrow(narrowest(np.concatenate(pairs), self.model.nodes))

    def band(self, keep: Index) -> Band:
        """The stiffness on rows ``keep`` in their order."""
        return reduce(Band.plus, [Band(blocks, dofs, self.size, keep) for blocks, dofs in self.pairs if len(blocks)])

    def held_by(self, acting: frozenset[int]) -> tuple[Index, list[tuple[Array, Index]]]:
        """For modes: the degrees of freedom left free by what holds the frame and the acting one-way parts, in a narrow order, and
        the blocks (1, k, k) with their degrees of freedom (1, k) that acting parts add."""
        held, extra = set(self.held.tolist()), []
        for i in sorted(acting):
            part = self.parts[i]
            if part.k is None:
                held.add(int(self._c[int(np.argmax(np.abs(part.b)))]))
            else:
                at = np.flatnonzero(part.b)
                extra.append((part.k * np.outer(part.b[at], part.b[at])[None], self._c[at][None]))
        free = np.ones(self.size, dtype=bool)
        free[list(held)] = False
        return self.ordered[free[self.ordered]], extra


class Frame(Stiffness):
    """A model with its basic loads, condensed once; ``solve`` combines them into cases.

    Raises:
        SolverError: the model is no frame, or folds whatever its one-way parts do.
    """

    def __init__(self, model: FrameModel, loads: Sequence[LoadCase] = ()) -> None:
        super().__init__(model)
        parts = self.elements
        self.prepared = prepare(loads, parts, len(model.nodes))
        given = self.prepared.local
        self.local: Array = np.matmul(given.transpose(1, 0, 2), parts.recover).transpose(1, 0, 2) if parts.gives else given
        self.totals: Array = self.prepared.nodal + onto_nodes(self.local, parts, self.size)
        self._condense()

    def _condense(self) -> None:
        loads = self.totals
        self._moves = bool(self.settled.any())
        if self._moves:
            pushed = [scatter(-np.einsum("mij,mj->mi", b, self.settled[d])[None], d, self.size) for b, d in self.pairs]
            loads = np.concatenate([loads, sum(pushed)])
        small = len(self._r) <= DENSE
        if not small:
            free = np.zeros(self.size, dtype=bool)
            free[self._r] = True
            self._r = self.ordered[free[self.ordered]]
        r, c = self._r, self._c
        self._solve, K_rc, K_cc = self._dense(r, c) if small else self._banded(r, c)
        right = np.concatenate([loads[:, r].T, K_rc], axis=1) if len(c) else loads[:, r].T
        answer = self._solve(right)
        if self.sheets is not None:
            self._stands(r, loads, answer[:, : len(loads)])
        alone, across = answer[:, : len(loads)], answer[:, len(loads) :]
        S = K_cc - K_rc.T @ across
        self._loads = loads
        self._at = Condensed(r, c, alone, across, (S + S.T) / 2, loads[:, c] - (K_rc.T @ alone).T)
        # what condensing leaves of a stiffness that is not there: rounding of the largest entry
        self._contacts = Contacts(self._at.S, self.parts, ROUNDING * float(np.max(np.diag(K_cc), initial=0.0)))

    def _stands(self, r: Index, loads: Array, u: Array) -> None:
        """Many elements round so much that a mesh which folds may still factor: then it is not in balance.

        Raises:
            MechanismError: what was solved does not hold its loads.
        """
        whole: Array = np.zeros((len(loads), self.size))
        whole[:, r] = u.T
        acting = sum(scatter(np.einsum("mij,cmj->cmi", K, whole[:, d], optimize=True), d, self.size) for K, d in self.pairs)
        off = np.abs((acting - loads)[:, r]).max(axis=1, initial=0.0)
        worst = int(np.argmax(off / (np.abs(loads[:, r]).max(axis=1, initial=0.0) + 1e-30))) if len(loads) else 0
        if len(loads) and off[worst] > BALANCE * float(np.abs(loads[worst][r]).max(initial=0.0)):
            raise MechanismError(f"this frame can fold: {self.words(int(r[int(np.argmax(np.abs(u[:, worst])))]))} freely")

    def with_rests(self, rests: tuple[Rest, ...]) -> Frame:
        """The same frame with rests at the same nodes along the same axes that give otherwise: nothing is condensed again."""
        other = copy.copy(self)
        other.model = replace(self.model, rests=rests)
        other.parts = one_way_parts(other.model, self._c.tolist())
        other._contacts = Contacts(self._at.S, other.parts, self._contacts.least)
        return other

    def held_otherwise(self, free: Sequence[tuple[int, int]] = (), still: Sequence[tuple[int, int]] = ()) -> Frame:
        """The same frame, as it was condensed, with what holds it at some (node, dof) let ``free``, and others held ``still``: nothing is
        factored again."""
        other, at = copy.copy(self), self._at
        gone, more = (np.array([6 * node + dof for node, dof in rows], dtype=int) for rows in (free, still))
        if len(gone):
            at = freed(at, self._solve, gone, self._columns(gone), self._loads)
        if len(more):
            at = stilled(at, self._solve, more)
        other._at, other._c, other._r = at, at.c, at.r
        other.model = replace(self.model, fixed=(*(row for row in self.model.fixed if row not in set(free)), *still))
        other.held = np.union1d(np.setdiff1d(self.held, gone), more)
        other.parts = one_way_parts(other.model, at.c.tolist())
        other._contacts = Contacts(at.S, other.parts, self._contacts.least)
        return other

    def also(self, loads: Sequence[LoadCase]) -> tuple[Array, Array]:
        """More loads on a frame without one-way parts: (loads, size) on its nodes, and where they move those."""
        given = prepare(loads, self.elements, len(self.model.nodes))
        local = np.matmul(given.local.transpose(1, 0, 2), self.elements.recover).transpose(1, 0, 2) if self.elements.gives else given.local
        totals = given.nodal + onto_nodes(local, self.elements, self.size)
        moved: Array = np.zeros_like(totals)
        moved[:, self._at.r] = self._solve(totals[:, self._at.r].T).T
        return totals, moved

    def _dense(self, r: Index, c: Index) -> tuple[Solve, Array, Array]:
        """A solver on ``r``, and the stiffness between ``r`` and ``c`` and within ``c``; what is held goes into a row of its own."""
        n = len(r) + len(c)
        place = np.full(self.size, n)
        place[r], place[c] = np.arange(len(r)), np.arange(len(r), n)
        K = np.sum([dense(blocks, place[dofs], n + 1) for blocks, dofs in self.pairs], axis=0)
        return factor(K[: len(r), : len(r)], lambda i: self.words(r[i])), K[: len(r), len(r) : n], K[len(r) : n, len(r) : n]

    def _banded(self, r: Index, c: Index) -> tuple[Solve, Array, Array]:
        """The same with a banded factor."""
        solve = self.band(r).factor(lambda i: self.words(r[i]))
        return (solve, *(self._across(r, c) if len(c) else (np.zeros((len(r), 0)), np.zeros((0, 0)))))

    def _across(self, r: Index, c: Index) -> tuple[Array, Array]:
        """Stiffness between ``r`` and ``c`` and within ``c``."""
        table = self._columns(c)
        return table[r], table[c]

    def _columns(self, c: Index) -> Array:
        """Columns ``c`` of the stiffness (size, c), from what touches them alone."""
        place = np.full(self.size, -1)
        place[c] = np.arange(len(c))
        table = np.zeros((self.size, len(c)))
        for all_blocks, all_dofs in self.pairs:
            touch = (place[all_dofs] >= 0).any(axis=1)
            dofs, blocks = all_dofs[touch], all_blocks[touch]
            column = np.broadcast_to(place[dofs][:, None, :], blocks.shape)
            row = np.broadcast_to(dofs[:, :, None], blocks.shape)
            used = column >= 0
            flat = row[used] * len(c) + column[used]
            table += total(flat, blocks[used], self.size * len(c)).reshape(self.size, len(c))
        return table

    @property
    def floats(self) -> int:
        """How many numbers it holds: most of what it weighs."""
        e, p = self.elements, self.prepared
        arrays = (self.blocks, self.ends_of, e.k, e.T, self.local, self.totals, p.local, p.q, p.slope, p.jump)
        kept = len(self._contacts.kept) * len(self._c) ** 2
        sheets = self.sheets.floats if self.sheets is not None else 0
        return sum(array.size for array in arrays) + self._at.floats + (e.recover.size if e.gives else 0) + kept + sheets

    def _loose(self) -> MechanismError:
        _, shape = eigh(self._at.S, subset_by_index=[0, 0])
        return MechanismError(f"this frame can fold: {self.words(self._c[int(np.argmax(np.abs(shape[:, 0])))])} freely")

    def run(
        self,
        names: Sequence[str],
        factors: Array,
        start: Flags | None = None,
        gone: Sequence[int] | None = None,
        ground: Ground | None = None,
    ) -> Results:
        """Every row of ``factors`` (cases, loads) times the basic loads.

        ``start`` (cases, rests + straps): what bears at first, from a like frame that was solved (``Results.acting``). ``gone``: the
        one-way part (its index among rests, then straps) that is missing in each case, -1 for none; nothing is condensed again for it.
        ``ground``: what the rests bear on, where that gives; a case that does not settle on it stays as on rigid ground."""
        factors = np.asarray(factors, dtype=float)
        shares = np.column_stack([factors, np.ones(len(names))]) if self._moves else factors
        found, rests = self._settled(names, shares, start, gone, ground), len(self.model.rests)
        errors = {i: self._loose() if isinstance(error, MechanismError) else error for i, error in found.errors.items()}
        return Results(
            tuple(names),
            factors,
            found.force[:, :rests],
            found.force[:, rests:],
            found.acting,
            errors,
            lambda: self._displaced(shares, found.u),
            lambda u: self._acted(factors, u, found.force),
        )

    def _displaced(self, shares: Array, at_contacts: Array) -> Array:
        u = np.tile(self.settled, (len(shares), 1))
        u[:, self._c] = at_contacts
        u[:, self._r] = shares @ self._at.alone.T - at_contacts @ self._at.across.T
        return u.reshape(len(shares), self.size // 6, 6)

    def _acted(self, factors: Array, u: Array, force: Array) -> tuple[Array, Array]:
        parts, n = self.elements, len(factors)
        moved = u.reshape(n, self.size).T[parts.dofs]
        ends = np.matmul(self.ends_of, moved).transpose(2, 0, 1) - np.tensordot(factors, self.local, axes=1)
        # what is left at the nodes: the actions of the bars' ends less the loads put on the nodes themselves
        residual = onto_nodes(ends, parts, self.size) - factors @ self.prepared.nodal
        for K, dofs in self.more:
            own = np.einsum("mij,cmj->cmi", K, u.reshape(n, self.size)[:, dofs], optimize=True)
            residual += scatter(own, dofs, self.size)
        residual[:, self._c] += force[:, self._between] @ self._contacts.b[self._between]
        residual[:, self._r] = 0.0
        return ends, residual.reshape(n, self.size // 6, 6)

    def _settled(
        self, names: Sequence[str], shares: Array, start: Flags | None, gone: Sequence[int] | None, ground: Ground | None
    ) -> Settling:
        loads, parts = shares @ self._at.push, len(self.parts)
        if not len(self._c):
            return Settling(loads, np.zeros((len(loads), parts)), np.zeros((len(loads), parts), dtype=bool), {})
        if ground is None:
            return settle_all(self._contacts, loads, names, start, gone)
        on, good = settle_on(self._contacts, loads, ground, start if start is not None else np.zeros((len(loads), parts), dtype=bool), gone)
        bad = np.flatnonzero(~good).tolist()
        if bad:
            lost = [gone[i] for i in bad] if gone is not None else None
            stood = settle_all(self._contacts, loads[bad], [names[i] for i in bad], None, lost)
            on.u[bad], on.force[bad], on.acting[bad] = stood.u, stood.force, stood.acting
            on.errors.update({bad[i]: error for i, error in stood.errors.items()})
        return on

    def solve_many(
        self, names: Sequence[str], factors: Array, start: Flags | None = None, gone: Sequence[int] | None = None
    ) -> list[CaseResult | SolverError]:
        """``run`` case by case; one without result comes back as its error."""
        return self.run(names, factors, start, gone).rows()

    def compliance(self, states: Flags, loads: Sequence[int], dofs: Sequence[int]) -> Array:
        """Displacement at ``dofs`` per unit of basic ``loads`` while the one-way parts of a state (states, parts) act, all of which give,
        (states, dofs, loads); not finite where a state leaves something loose."""
        inverse, held = inverses(self._contacts, states)
        at_c = np.matmul(inverse, self._at.push[list(loads)].T)
        found = np.empty((len(states), self.size, len(loads)))
        found[:, self._c] = at_c
        found[:, self._r] = self._at.alone[:, list(loads)] - np.matmul(self._at.across, at_c)
        found[:, self.held] = 0.0
        found[~held] = np.nan
        rows: Array = found[:, list(dofs)]
        return rows

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


__all__ = ["Frame", "SolverError", "Stiffness", "solve_all"]
