"""The hardest place of a panel that carries: bent and pulled by direction, sheared, rolled between veneers; a sandwich by faces and core."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass

import numpy as np

from ...cases import ROAD_BASIS, Case
from ...catalog.model import Sandwich, Sheet
from ...finding import Finding, State, Working, at_most, state_of_use
from ...mechanics.boxes.mesh import SAME
from ...mechanics.panels import sandwich
from ...mechanics.solver.model import Array
from ...structure.nouns.panel import Panel
from .model import FOOT, SolvedBox, edging_of
from .stiff import IN_PLANE, WET, Allowed, allowed

PLYWOOD = "plywood by the Handbook of Finnish Plywood (bending), in its plane 0.6 of it; factors after EC5; shells of QM6 and DKMQ"
THIN_FACES = "sandwich with thin faces (Allen 1969); core / 3, / 5 when held over a day; shells of QM6 and DKMQ"


GOVERNS = ("bent along its grain", "bent across its grain", "sheared in its plane", "sheared through its thickness")
"""What a panel's strength is asked in, in the order of its uses."""


def _averaged(box: SolvedBox, at: np.ndarray, values: Array) -> Array:
    """Corner values (cases, m, 4, k) as the mean at each node, put back at the corners: jumps between elements are the mesh's."""
    quads = box.mesh.sheets.quads[at]
    nodes, where = np.unique(quads, return_inverse=True)
    where = where.reshape(quads.shape)
    count = np.bincount(where.ravel(), minlength=len(nodes))
    total = np.zeros((len(nodes), len(values), values.shape[-1]))
    np.add.at(total, where, values.transpose(1, 2, 0, 3))
    found: Array = (total / count[:, None, None])[where].transpose(2, 0, 1, 3)
    return found


def lasts(case: Case) -> bool:
    """Whether a panel bears a case for long: what is stored on it, and who sleeps there; feet and sitting are short."""
    return case.lasting and all(name.startswith(("sleeper.", "asleep.")) for name in case.live)


def _ply(sheet: Sheet, limit: Allowed, N: Array, M: Array, Q: Array) -> Array:
    """Uses at every corner (cases, m, 4, 4): each direction against its own strength, sheared in plane, rolled."""
    t = sheet.t
    found = np.empty((*N.shape[:-1], len(GOVERNS)))
    for k in (0, 1):
        found[..., k] = np.abs(M[..., k]) * 6 / t**2 / limit.m[k] + np.abs(N[..., k]) / t / limit.n[k]
    found[..., 2] = (np.abs(N[..., 2]) / t + np.abs(M[..., 2]) * 6 / t**2) / limit.v
    found[..., 3] = 1.5 * np.hypot(Q[..., 0], Q[..., 1]) / t / limit.r
    return found


def _cored(panel: Sandwich, limit: tuple[float, float], N: Array, M: Array, Q: Array) -> Array:
    """Uses (cases, m, 4, 4) of faces, each direction and sheared at half of it, and of the core."""
    _, _, d = sandwich.stiffness(panel)
    found = np.empty((*N.shape[:-1], len(GOVERNS)))
    for k in range(3):
        found[..., k] = (np.abs(M[..., k]) / (panel.t_face * d) + np.abs(N[..., k]) / (2 * panel.t_face)) / limit[0]
    found[..., 2] *= 2
    found[..., 3] = np.hypot(Q[..., 0], Q[..., 1]) / d / limit[1]
    return found


def _limits(panel: Sandwich, lasting: bool) -> tuple[float, float]:
    """MPa that faces and core are allowed: the face's own or half of what wrinkles it."""
    plain = sandwich.uniform(panel, 1.0, 0.0, lasting=lasting)
    return plain.face_allow, plain.shear_allow


def _left(box: SolvedBox, panel: Panel, at: np.ndarray) -> Array:
    """(m, 4) part of its thickness that grooves leave a panel at every corner of its elements."""
    grooved = np.ones(len(box.mesh.nodes))
    for seam in box.seams:
        edging = edging_of(box, seam)
        if seam.first == panel.id and edging.way == "dado":
            grooved[seam.pairs[:, 0]] = 1 - edging.size / panel.sheet.t
    found: Array = grooved[box.mesh.sheets.quads[at]]
    return found


@dataclass(frozen=True)
class _Worked:
    """A panel in every case that has a result (cases, m, 4, ...): actions at its corners and the use there, in which of ``GOVERNS``; ``rows``
    those cases."""

    rows: np.ndarray
    at: np.ndarray
    N: Array
    M: Array
    Q: Array
    use: Array
    governs: np.ndarray
    left: Array
    """(m, 4) part of its thickness left at the corners."""


def _worked(box: SolvedBox, panel: Panel) -> _Worked:
    sheet, at, wet = panel.plate, box.elements(panel), box.context.design.loads.wet
    rows = np.array([i for i in range(len(box.cases)) if i not in box.results.errors], dtype=int)
    r = box.resultants
    mine = np.ix_(rows, at)
    N, M = (_averaged(box, at, values[mine]) for values in (r.N, r.M))
    # shear across is a mean over twice the thickness or half a foot: beside what bears it, a corner's would be the mesh's
    Q = np.einsum("em,cmk->cek", box.near(panel, max(2 * sheet.t, FOOT / 2)), r.Q[mine].mean(axis=2), optimize=True)
    Q = np.repeat(Q[:, :, None], 4, axis=2)
    uses, left = np.zeros((*N.shape[:-1], len(GOVERNS))), _left(box, panel, at)
    thin = left[..., None]
    N_, M_, Q_ = N / thin, M / thin**2, Q / thin
    long = np.array([lasts(box.cases[i]) for i in rows], dtype=bool)
    for lasting in (True, False):
        pick = long == lasting
        if isinstance(sheet, Sheet):
            uses[pick] = _ply(sheet, allowed(sheet, lasting=lasting, wet=wet), N_[pick], M_[pick], Q_[pick])
        else:
            uses[pick] = _cored(sheet, _limits(sheet, lasting), N_[pick], M_[pick], Q_[pick])
    return _Worked(rows, at, N, M, Q, uses.max(axis=-1), uses.argmax(axis=-1), left)


@dataclass(frozen=True, slots=True)
class PanelUse:
    """A panel's hardest place in a case, or in all: where, in what, and its use."""

    part: str
    name: str
    sheet: str
    use: float
    state: State
    governs: str
    at: tuple[float, float, float]
    case: str


def panel_uses(box: SolvedBox, case: str | None = None) -> tuple[PanelUse, ...]:
    """Every panel in one case, or over all; worst first."""
    found = []
    for panel in box.shells:
        one = _worked(box, panel)
        use = one.use if case is None else one.use[[box.cases[int(i)].name == case for i in one.rows]]
        if not use.size:
            continue
        c, e, k = (int(v) for v in np.unravel_index(int(np.argmax(use)), use.shape))
        row = c if case is None else next(n for n, i in enumerate(one.rows) if box.cases[int(i)].name == case)
        x, y, z = (float(v) for v in box.mesh.nodes[box.mesh.sheets.quads[one.at[e], k]])
        worst, name = float(use[c, e, k]), box.cases[int(one.rows[row])].name
        governs = GOVERNS[int(one.governs[row, e, k])]
        found.append(PanelUse(panel.id, panel.name, panel.sheet.label, worst, state_of_use(worst), governs, (x, y, z), name))
    return tuple(sorted(found, key=lambda row: -row.use))


def by_case(box: SolvedBox) -> dict[str, float]:
    """The largest use of any panel's strength in every case that has a result."""
    found = np.zeros(len(box.cases))
    for panel in box.shells:
        one = _worked(box, panel)
        found[one.rows] = np.maximum(found[one.rows], one.use.max(axis=(1, 2)))
    return {case.name: float(found[i]) for i, case in enumerate(box.cases) if i not in box.results.errors}


def check_strength(box: SolvedBox, panel: Panel) -> Iterator[Finding]:
    """The hardest place of a panel in any case."""
    sheet, wet, one = panel.plate, box.context.design.loads.wet, _worked(box, panel)
    if not one.use.size:
        return
    c, e, k = (int(v) for v in np.unravel_index(int(np.argmax(one.use)), one.use.shape))
    N, M, Q, at, rows = one.N, one.M, one.Q, one.at, one.rows
    lasting = lasts(box.cases[int(rows[c])])
    case, place = box.cases[int(rows[c])], box.mesh.nodes[box.mesh.sheets.quads[at[e], k]]
    w = Working()
    w.say(
        f"{panel.name}, {sheet.label}, at {place[0]:.0f}, {place[1]:.0f}, {place[2]:.0f} mm, {case.name}; means of the elements of {box.step:.0f} mm that meet there."
    )
    if box.off > SAME:
        w.say(f"Many openings: a coarser mesh, in which their edges lie up to {box.off:.0f} mm off.")
    for name, value in zip(("M_1", "M_2", "M_12"), M[c, e, k].tolist(), strict=True):
        w.given(name, abs(value), "N mm/mm", {"M_1": "along its face grain", "M_2": "across it"}.get(name, "twisting"))
    for name, value in zip(("N_1", "N_2", "N_12"), N[c, e, k].tolist(), strict=True):
        w.given(name, abs(value), "N/mm", {"N_1": "in its plane, along the grain", "N_2": "across it"}.get(name, "sheared"))
    w.given("Q", float(np.hypot(*Q[c, e, k])), "N/mm", "shear across the plane, a mean over twice the thickness or half a foot")
    use_ = (
        _of_ply(w, sheet, float(one.left[e, k]) * sheet.t, lasting=lasting, wet=wet)
        if isinstance(sheet, Sheet)
        else _of_core(w, box, panel, sheet, lasting=lasting)
    )
    yield Finding(
        f"{box.build.id}/{panel.id.rsplit('/', 1)[-1]}.strength",
        "slab.strength",
        "prove",
        (panel.id,),
        f"{panel.name.capitalize()}, strength",
        f"{use_:.2f} of its working limit, {GOVERNS[int(one.governs[c, e, k])]}, {sheet.label}, {case.name.lower()}.",
        at_most(use_, 1.0)[1],
        use_,
        1.0,
        "of the limit",
        use_,
        case=case.name,
        basis=f"{PLYWOOD if isinstance(sheet, Sheet) else THIN_FACES}; {ROAD_BASIS}",
        working=w.done(),
    )


def _of_ply(w: Working, sheet: Sheet, t: float, *, lasting: bool, wet: bool) -> float:
    limit = allowed(sheet, lasting=lasting, wet=wet)
    w.given("t", t, "mm", "mean thickness" if t == sheet.t else "left over the groove")
    factor = sheet.material.long if lasting else sheet.material.short
    w.given("k", factor * (WET if wet else 1.0), "", "long" if lasting else "short, feet and road")
    w.given("f_1", sheet.f[0], "MPa", "bending strength along the grain, characteristic")
    w.given("f_2", sheet.f[1], "MPa", "across it")
    w.line("u_1", "6 * M_1 / t**2 / (k * f_1) + N_1 / t / (k * c * f_1)", "", "bent and pulled together", c=IN_PLANE)
    w.line("u_2", "6 * M_2 / t**2 / (k * f_2) + N_2 / t / (k * c * f_2)", "", c=IN_PLANE)
    w.line("u_v", "(N_12 / t + 6 * M_12 / t**2) / v", "", "sheared in its plane", v=limit.v)
    w.line("u_r", "1.5 * Q / t / r", "", "veneers rolling", r=limit.r)
    return w.line("use", "max(u_1, u_2, u_v, u_r)", "")


def _of_core(w: Working, box: SolvedBox, panel: Panel, sheet: Sandwich, *, lasting: bool) -> float:
    face, core = _limits(sheet, lasting)
    _, _, d = sandwich.stiffness(sheet)
    w.given("t_f", sheet.t_face, "mm", "a face")
    w.given("d", d, "mm", "between the faces' centres")
    w.given("s", face, "MPa", "a face's working limit, or half of what wrinkles it")
    w.line("u_1", "(M_1 / (t_f * d) + N_1 / (2 * t_f)) / s", "", "faces")
    w.line("u_2", "(M_2 / (t_f * d) + N_2 / (2 * t_f)) / s", "")
    w.line("u_v", "2 * (M_12 / (t_f * d) + N_12 / (2 * t_f)) / s", "", "faces sheared, at half of it")
    w.line("u_c", "Q / d / r", "", "core sheared", r=core)
    if panel.use in ("deck", "sleeping"):
        w.given("P", box.context.design.loads.foot, "N", "a foot on it, without an insert")
        w.line("u_p", "P / a**2 / (f / 3)", "", "crushes the core under it", a=FOOT, f=sheet.core.crush)
        return w.line("use", "max(u_1, u_2, u_v, u_c, u_p)", "")
    return w.line("use", "max(u_1, u_2, u_v, u_c)", "")
