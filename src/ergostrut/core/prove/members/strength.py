"""Strength of the members from the solved frame."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from dataclasses import dataclass

import numpy as np

from ...cases import ROAD_DURATION
from ...finding import Finding, Working, at_most
from ...mechanics.solver.member_forces import Along
from ...mechanics.solver.model import Array
from ...mechanics.strength import Actions, Allowable, Span, allowable, explain, use
from ...sections import Properties
from ...structure.nouns.parts import MemberGroup
from ..model.bolted import fastening_forces
from ..model.check import SettingCheck
from ..model.posed import Piece, Solved
from ..model.study import Study

WELD_ZONE = 25.0
"""Metal within so many mm of a weld takes its weld-affected strength (ADM 2015)."""


def span_of(study: Study, piece: Piece, lasting: bool, welded: bool) -> Span:
    """How a piece's member stands in a case that lasts, or passes."""
    member, loads = piece.member, study.context.design.loads
    wood = member.section.material.kind == "wood"
    return Span(
        Lb=piece.Lb,
        KLy=piece.KLy,
        KLz=piece.Lb,
        welded=welded,
        mid_weld=member.welded and piece.through,
        CD=ROAD_DURATION if wood and not lasting else 1.0,
        wet=wood and loads.wet,
    )


@dataclass(frozen=True)
class PieceForces:
    """Forces of some pieces (cases, stations) in the section's own axes; ``weld`` marks weld-affected stations, ``columns`` where they
    lie in the forces of the whole frame."""

    s: Array
    N: Array
    Vy: Array
    Vz: Array
    T: Array
    My: Array
    Mz: Array
    weld: np.ndarray


def columns_of(study: Study, pieces: Sequence[Piece]) -> np.ndarray:
    """Where the stations of pieces lie in ``study.forces``, piece after piece."""
    assert study.forces is not None
    first = study.forces.first
    return np.concatenate([np.arange(first[piece.index], first[piece.index + 1]) for piece in pieces])


def forces_of_all(study: Study, pieces: Sequence[Piece], amplify: float = 1.0) -> PieceForces:
    """Forces of pieces that are turned alike: moments times ``amplify``, turned from principal axes where the solver used those."""
    assert study.forces is not None
    first = study.forces.first
    counts = [int(first[piece.index + 1] - first[piece.index]) for piece in pieces]
    near, far = (np.repeat([_softened(piece, end) for piece in pieces], counts) for end in (0, 1))
    length = np.repeat([piece.length for piece in pieces], counts)
    return _own_axes(study.forces, columns_of(study, pieces), pieces[0].turn, amplify, (near, far, length))


def forces_of(study: Study, piece: Piece, amplify: float = 1.0) -> PieceForces:
    """``forces_of_all`` of one piece; kept, several checks ask for the same."""
    assert study.forces is not None
    key = piece.index, amplify
    found = study.kept_forces.get(key)
    if not isinstance(found, PieceForces):
        ends = np.array(_softened(piece, 0)), np.array(_softened(piece, 1)), np.array(piece.length)
        found = study.kept_forces[key] = _own_axes(study.forces, study.forces.of(piece.index), piece.turn, amplify, ends)
    return found


def _softened(piece: Piece, end: int) -> bool:
    return piece.member.welded and piece.joined[end]


def _own_axes(f: Along, i: np.ndarray | slice, turn: float, amplify: float, ends: tuple[np.ndarray, np.ndarray, Array]) -> PieceForces:
    """Columns ``i`` of the forces in the section's axes; ``ends``: whether a weld softens the ends a and b, and mm between them."""
    Vy, Vz, My, Mz = f.Vy[:, i], f.Vz[:, i], f.My[:, i] * amplify, f.Mz[:, i] * amplify
    if turn:
        c, t = np.cos(turn), np.sin(turn)
        Vy, Vz, My, Mz = c * Vy - t * Vz, t * Vy + c * Vz, c * My - t * Mz, t * My + c * Mz
    s, (near, far, length) = f.s[:, i], ends
    weld = (near & (s <= WELD_ZONE)) | (far & (length - s <= WELD_ZONE))
    return PieceForces(s, f.N[:, i], Vy, Vz, f.T[:, i], My, Mz, weld)


def _alike(piece: Piece) -> tuple[object, ...]:
    """What decides a piece's allowables."""
    member = piece.member
    return member.section.id, member.flat, member.group, member.length, piece.Lb, piece.KLy, piece.turn, piece.through


def uses(study: Study, amplify: float = 1.0) -> Array:
    """Use at every station by the standard of its member's material, (cases, stations); stations as in ``study.forces``."""
    assert study.posed is not None and study.forces is not None
    groups: dict[tuple[object, ...], list[Piece]] = {}
    for piece in study.posed.pieces:
        groups.setdefault(_alike(piece), []).append(piece)
    found = np.zeros(study.forces.s.shape)
    long = np.array([item.case.lasting for item in study.solved])
    for pieces in groups.values():
        f, member = forces_of_all(study, pieces, amplify), pieces[0].member
        material = member.section.material
        part = np.zeros(f.s.shape)
        for lasts in (True, False) if material.kind == "wood" else (True,):
            rows = long == lasts if material.kind == "wood" else np.ones(len(long), dtype=bool)
            for welded in (False, True) if material.kind == "aluminium" and f.weld.any() else (False,):
                allow = allowable(member.shape, material, span_of(study, pieces[0], lasts, welded))
                now = use(allow, f.N, f.Vy, f.Vz, f.T, f.My, f.Mz)
                part = np.where(rows[:, None] & (f.weld if welded else True), now, part)
        found[:, columns_of(study, pieces)] = part
    return found


def check_members(study: Study) -> Iterator[Finding]:
    """Strength of every group of members; every case that has no result is a finding of its own."""
    build = study.assembly.id
    if study.error and study.assembly.pivots and not study.setting.named:
        yield Finding(
            f"{build}/frame.stands",
            "frame.stands",
            "prove",
            (study.body,),
            f"{study.noun} on its way",
            "Between its positions nothing holds it but whoever moves it.",
            "note",
            position=study.setting.name,
            caution="Hold it until it is latched, or every strap is hooked in.",
        )
        return
    if study.error:
        yield Finding(
            f"{build}/frame.stands",
            "frame.stands",
            "prove",
            (study.body,),
            f"{study.noun} cannot stand here",
            f"{study.error[0].upper()}{study.error[1:]}{study.where}.",
            "over",
            position=study.setting.name,
        )
        return
    for item in study.fallen:
        lifts = "Nothing holds it down, tie it: " if item.case.g[2] > 0 else ""
        why = item.why if lifts else f"{item.why[0].upper()}{item.why[1:]}"
        yield Finding(
            f"{build}/frame.settles",
            "frame.settles",
            "prove",
            (study.body,),
            f"{study.noun} is not held",
            f"{lifts}{why}, {item.case.name.lower()}, {study.setting.name}.",
            "over",
            case=item.case.name,
            position=study.setting.name,
        )
    bounds = [bound for bound in study.bounds if bound.posed is not None and bound.forces is not None]
    if bounds:
        yield from _strengths(study, bounds)


def station(study: Study, column: int) -> tuple[Piece, int]:
    """The piece that a column of the frame's forces lies on, and the how manieth of its stations it is."""
    assert study.posed is not None and study.forces is not None
    bar = int(np.searchsorted(study.forces.first, column, side="right")) - 1
    return study.posed.pieces[bar], column - int(study.forces.first[bar])


FIXITY_WORDS = {
    "rigid": "joints taken rigid",
    "semi": "joints taken to give",
    "slack": "joints taken nearly as hinges",
    "pinned": "joints taken as hinges",
}


@dataclass(frozen=True)
class _Place:
    """A station of a member in a case: forces there, whether a weld softens it, its allowables."""

    piece: Piece
    k: int
    f: PieceForces
    welded: bool
    allow: Allowable
    actions: Actions


def _place(study: Study, case: int, piece: Piece, k: int, amplify: float) -> _Place:
    f, member = forces_of(study, piece, amplify), piece.member
    welded = bool(f.weld[case, k]) and member.section.material.kind == "aluminium"
    allow = allowable(member.shape, member.section.material, span_of(study, piece, study.solved[case].case.lasting, welded))
    return _Place(piece, k, f, welded, allow, Actions(*(float(getattr(f, name)[case, k]) for name in ("N", "Vy", "Vz", "T", "My", "Mz"))))


def explained(w: Working, study: Study, case: int, column: int, amplify: float) -> tuple[float, str]:
    """The arithmetic of one station of the frame's forces in one case into ``w``; its use, and the member's name."""
    piece, k = station(study, column)
    at, member = _place(study, case, piece, k, amplify), piece.member
    w.say(f"{member.name}, {piece.offset + at.f.s[case, k]:.0f} mm from its end, {member.section.label}, {member.section.material.label}.")
    w.say(f"On the frame then: {free_body(study, study.solved[case])}.")
    return explain(w, at.allow, at.actions), member.name


def free_body(study: Study, item: Solved) -> str:
    """Who presses and pulls on the frame in a case with how much, and who stands on it."""
    posed = study.posed
    assert posed is not None
    words = [
        f"{contact.label} {force:.0f} N"
        for contact, force in zip(posed.contacts, item.result.rest_force.tolist()[: len(posed.contacts)], strict=True)
        if force > 0.5
    ]
    words += [
        f"{strap.label} {force:.0f} N"
        for strap, force in zip(posed.hung.straps, item.result.strap_force.tolist(), strict=True)
        if force > 0.5
    ]
    held = [(mount.label, node) for mount, node in posed.hung.mounts] + [(latch.label, node) for latch, node in posed.hung.latches]
    for label, node in held:
        x, y, z = item.result.reactions[node][:3]
        words.append(f"{label} {x:.0f}, {y:.0f}, {z:.0f} N")
    for (one, _, _), force in zip(posed.hung.fastened, fastening_forces(posed, item.result).tolist(), strict=True):
        words.append(f"{one.label} {force[0]:.0f}, {force[1]:.0f}, {force[2]:.0f} N")
    kg, g = study.mass, item.case.g
    pressed = f"{kg:.1f} kg pressed with {g[0]:.3g}, {g[1]:.3g}, {g[2]:.3g} g along x, y, z"
    people = sum(newton for newton, _ in study.people(item.case)) * item.case.people
    live = f", {people:.0f} N of people" if people else ""
    met = posed.rolled(item.case)
    return f"{pressed}{live}; {', '.join(words)}{f'. {met}' if met else ''}" if words else f"{pressed}{live}"


def _elastic(w: Working, shape: Properties, f: PieceForces, c: int, k: int) -> None:
    """The stress of plain elastic bending at the far fibre, beside the share of the limit."""
    N, My, Mz = (abs(float(getattr(f, name)[c, k])) for name in ("N", "My", "Mz"))
    w.line(
        "sigma",
        "P / A + M_1 / S_y + M_2 / S_z",
        "MPa",
        "elastic, at the far fibre",
        P=N,
        A=shape.A,
        M_1=My,
        S_y=shape.Sy,
        M_2=Mz,
        S_z=shape.Sz,
    )


def _beside(w: Working, bounds: list[Study], tables: list[Array], group: MemberGroup) -> None:
    """The hardest case of the build's own weight and load beside the hardest of all."""
    best, name = 0.0, ""
    for bound, table in zip(bounds, tables, strict=True):
        rows = [i for i, item in enumerate(bound.solved) if not item.case.live]
        assert bound.posed is not None
        bars = [piece for piece in bound.posed.pieces if piece.member.group == group]
        if rows and bars:
            part = table[rows][:, columns_of(bound, bars)]
            i = int(np.argmax(part.max(axis=1)))
            if float(part[i].max()) > best:
                best, name = float(part[i].max()), bound.solved[rows[i]].case.name
    if name:
        w.given("use_own", best, "", f"the largest with nobody on it, {name}")


def _strengths(study: Study, bounds: list[Study]) -> Iterator[Finding]:
    say, build = study.context.say, study.assembly.id
    tables = [uses(bound, study.amplify) for bound in bounds]
    for group in dict.fromkeys(piece.member.group for piece in study.posed.pieces):  # type: ignore[union-attr]
        assert group is not None
        worst: tuple[float, Study, int, Piece, int] | None = None
        for bound, table in zip(bounds, tables, strict=True):
            assert bound.posed is not None
            bars = [piece for piece in bound.posed.pieces if piece.member.group == group]
            if not bars:
                continue
            columns = columns_of(bound, bars)
            part = table[:, columns]
            c, k = (int(v) for v in np.unravel_index(int(np.argmax(part)), part.shape))
            if worst is None or part[c, k] > worst[0]:
                piece, column = station(bound, int(columns[k]))
                worst = (float(part[c, k]), bound, c, piece, column)
        if worst is None:
            continue
        _, bound, c, piece, k = worst
        assert bound.posed is not None
        at = _place(bound, c, piece, k, study.amplify)
        item, f, member, welded, allow = bound.solved[c], at.f, piece.member, at.welded, at.allow
        w = Working()
        w.say(f"{member.name}, {piece.offset + f.s[c, k]:.0f} mm from its end, {item.words}{study.where}; forces from the frame.")
        w.say(f"{member.section.label}: {member.section.material.label}.")
        if study.other:
            w.say(f"Worst of several ways to take the joints: {FIXITY_WORDS[bound.posed.fixity]}.")
        if study.relies:
            w.say("With hinged joints the frame would fold: it relies on its brackets. Keep every bolt tight.")
        if welded:
            w.say("Within 25 mm of a weld: the heat has taken the temper, weld-affected strength counts.")
        found = explain(w, allow, at.actions)
        _elastic(w, member.shape, f, c, k)
        _beside(w, bounds, tables, group)
        w.say(f"On the frame then: {free_body(bound, item)}.")
        _, state = at_most(found, 1.0)
        where = ", beside a weld" if welded else ""
        twisted = w.values.get("use_T", 0.0) >= found - 1e-9
        title = group.title.replace("bending", "bending and twisting") if twisted else group.title
        yield Finding(
            f"{build}/{group.key}.strength",
            f"{group.key}.strength",
            "prove",
            (member.id,),
            title,
            f"{say.stress(found * allow.stress)} of {say.stress(allow.stress)} in the {member.section.label}{where}{', twisted' if twisted else ''}, {item.case.name.lower()}{study.where}.",
            state,
            found * allow.stress,
            allow.stress,
            "MPa",
            found,
            case=item.case.name,
            position=study.setting.name,
            basis=allow.clause,
            working=w.done(),
        )


CHECKS = (SettingCheck(check_members),)
