"""Strength and sag of the tray's members from the solved frame."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from dataclasses import dataclass

import numpy as np

from ..cases import ROAD_DURATION
from ..finding import Finding, Working, at_most
from ..mechanics.solver.along import lines
from ..mechanics.solver.model import Array
from ..mechanics.strength import Actions, Span, allowable, explain, use
from .study import Study
from .tray import Piece, Solved

WELD_ZONE = 25.0
"""Metal within so many mm of a weld takes its weld-affected strength (ADM 2015)."""


def lasting(name: str) -> bool:
    """Whether a case stands for long: parked in any position, as against the road."""
    return name.startswith(("Parked", "Slope"))


def span_of(study: Study, piece: Piece, case: str, welded: bool) -> Span:
    """How a piece's member stands in a case."""
    member, loads = piece.member, study.context.design.loads
    wood = member.section.material.kind == "wood"
    return Span(
        Lb=piece.Lb,
        KLy=piece.Lb if member.role == "brace" else member.length,
        KLz=piece.Lb,
        welded=welded,
        mid_weld=member.welded and member.role == "side rail",
        CD=ROAD_DURATION if wood and not lasting(case) else 1.0,
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
    columns: np.ndarray


def columns_of(study: Study, pieces: Sequence[Piece]) -> np.ndarray:
    """Where the stations of pieces lie in ``study.forces``, piece after piece."""
    assert study.forces is not None
    first = study.forces.first
    return np.concatenate([np.arange(first[piece.index], first[piece.index + 1]) for piece in pieces])


def forces_of_all(study: Study, pieces: Sequence[Piece], amplify: float = 1.0) -> PieceForces:
    """Forces of pieces that are turned alike: moments times ``amplify``, turned from principal axes where the solver used those."""
    assert study.forces is not None
    f, i, turn = study.forces, columns_of(study, pieces), pieces[0].turn
    which = np.repeat(np.arange(len(pieces)), [f.first[piece.index + 1] - f.first[piece.index] for piece in pieces])
    Vy, Vz, My, Mz = f.Vy[:, i], f.Vz[:, i], f.My[:, i] * amplify, f.Mz[:, i] * amplify
    if turn:
        c, t = np.cos(turn), np.sin(turn)
        Vy, Vz, My, Mz = c * Vy - t * Vz, t * Vy + c * Vz, c * My - t * Mz, t * My + c * Mz
    s = f.s[:, i]
    near, far = (np.array([piece.member.welded and piece.joined[end] for piece in pieces])[which] for end in (0, 1))
    length = np.array([piece.length for piece in pieces])[which]
    weld = (near & (s <= WELD_ZONE)) | (far & (length - s <= WELD_ZONE))
    return PieceForces(s, f.N[:, i], Vy, Vz, f.T[:, i], My, Mz, weld, i)


def forces_of(study: Study, piece: Piece, amplify: float = 1.0) -> PieceForces:
    """``forces_of_all`` of one piece."""
    return forces_of_all(study, [piece], amplify)


def _alike(piece: Piece) -> tuple[object, ...]:
    """What decides a piece's allowables."""
    member = piece.member
    return member.section.id, member.flat, member.role, member.length, piece.Lb, piece.turn


def uses(study: Study, amplify: float = 1.0) -> Array:
    """Use at every station by the standard of its member's material, (cases, stations); stations as in ``study.forces``."""
    assert study.tray is not None and study.forces is not None
    groups: dict[tuple[object, ...], list[Piece]] = {}
    for piece in study.tray.pieces:
        groups.setdefault(_alike(piece), []).append(piece)
    found = np.zeros(study.forces.s.shape)
    long = np.array([lasting(item.case.name) for item in study.solved])
    for pieces in groups.values():
        f, member = forces_of_all(study, pieces, amplify), pieces[0].member
        material = member.section.material
        part = np.zeros(f.s.shape)
        for lasts in (True, False) if material.kind == "wood" else (True,):
            rows = long == lasts if material.kind == "wood" else np.ones(len(long), dtype=bool)
            name = "Parked" if lasts else "Bump"
            for welded in (False, True) if material.kind == "aluminium" and f.weld.any() else (False,):
                allow = allowable(member.shape, material, span_of(study, pieces[0], name, welded))
                now = use(allow, f.N, f.Vy, f.Vz, f.T, f.My, f.Mz)
                part = np.where(rows[:, None] & (f.weld if welded else True), now, part)
        found[:, f.columns] = part
    return found


_ROLES = (
    ("side-rail", "Side rail, bending", ("side rail",)),
    ("rib", "Rib, bending", ("end rib", "mid rib")),
    ("brace", "Brace, strength", ("brace",)),
)


def check_members(study: Study) -> Iterator[Finding]:
    """Strength of rails and ribs; every case that has no result is a finding of its own."""
    build = study.assembly.id
    if study.error:
        yield Finding(
            f"{build}/frame.stands",
            "frame.stands",
            "prove",
            (study.slide.body,),
            "Tray cannot stand here",
            f"{study.error[0].upper()}{study.error[1:]}, {study.position.name}.",
            "over",
            position=study.position.name,
        )
        return
    for item in study.failed:
        yield Finding(
            f"{build}/frame.settles",
            "frame.settles",
            "prove",
            (study.slide.body,),
            "Tray is not held",
            f"{item.error[0].upper()}{item.error[1:]}, {item.case.name.lower()}, {study.position.name}.",
            "over",
            case=item.case.name,
            position=study.position.name,
        )
    bounds = [bound for bound in study.bounds if bound.tray is not None and bound.forces is not None]
    if bounds:
        yield from _strengths(study, bounds)


def station(study: Study, column: int) -> tuple[Piece, int]:
    """The piece that a column of the frame's forces lies on, and the how manieth of its stations it is."""
    assert study.tray is not None and study.forces is not None
    bar = int(np.searchsorted(study.forces.first, column, side="right")) - 1
    return study.tray.pieces[bar], column - int(study.forces.first[bar])


FIXITY_WORDS = {"rigid": "joints taken rigid", "semi": "joints taken to give", "pinned": "joints taken as hinges"}


def _strengths(study: Study, bounds: list[Study]) -> Iterator[Finding]:
    say, build = study.context.say, study.assembly.id
    tables = [uses(bound, study.amplify) for bound in bounds]
    for key, title, roles in _ROLES:
        worst: tuple[float, Study, int, Piece, int] | None = None
        for bound, table in zip(bounds, tables, strict=True):
            assert bound.tray is not None
            bars = [piece for piece in bound.tray.pieces if piece.member.role in roles]
            if not bars:
                continue
            columns = columns_of(bound, bars)
            part = table[:, columns]
            c, k = (int(v) for v in np.unravel_index(int(np.argmax(part)), part.shape))
            if worst is None or part[c, k] > worst[0]:
                piece, at = station(bound, int(columns[k]))
                worst = (float(part[c, k]), bound, c, piece, at)
        if worst is None:
            continue
        _, bound, c, piece, k = worst
        assert bound.tray is not None
        item, f, member = bound.solved[c], forces_of(bound, piece, study.amplify), piece.member
        welded = bool(f.weld[c, k]) and member.section.material.kind == "aluminium"
        allow = allowable(member.shape, member.section.material, span_of(bound, piece, item.case.name, welded))
        w = Working()
        w.say(
            f"{member.id.rsplit('/', 1)[-1]}, {piece.offset + f.s[c, k]:.0f} mm from its end, {item.case.name}, tray {study.position.name}; forces from the frame."
        )
        w.say(f"{member.section.label}: {member.section.material.label}.")
        if study.other:
            w.say(f"Worst of several ways to take the joints: {FIXITY_WORDS[bound.tray.fixity]}.")
        if study.relies:
            w.say("With hinged joints the frame would fold: it relies on its brackets. Keep every bolt tight.")
        if welded:
            w.say("Within 25 mm of a weld: the heat has taken the temper, weld-affected strength counts.")
        found = explain(w, allow, Actions(*(float(getattr(f, name)[c, k]) for name in ("N", "Vy", "Vz", "T", "My", "Mz"))))
        _, state = at_most(found, 1.0)
        where = ", beside a weld" if welded else ""
        yield Finding(
            f"{build}/{key}.strength",
            f"{key}.strength",
            "prove",
            (member.id,),
            title,
            f"{say.stress(found * allow.stress)} of {say.stress(allow.stress)} in the {member.section.label}{where}, {item.case.name.lower()}, tray {study.position.name}.",
            state,
            found * allow.stress,
            allow.stress,
            "MPa",
            found,
            case=item.case.name,
            position=study.position.name,
            basis=allow.clause,
            working=w.done(),
        )


def rail_line(study: Study, item: Solved, row: int) -> tuple[np.ndarray, np.ndarray]:
    """x (host, mm) and vertical displacement (mm, up positive) along one side rail."""
    assert study.tray is not None and item.result is not None
    return _along_rail(study, lines(study.tray.frame, item.result, 8), row)


def _along_rail(study: Study, all_lines: Array, row: int) -> tuple[np.ndarray, np.ndarray]:
    assert study.tray is not None
    rail = study.tray.rails[row]
    xs, zs = [], []
    for piece in study.tray.pieces:
        if piece.member.id != rail.id:
            continue
        moved = all_lines[piece.index]
        start = study.tray.model.nodes[study.tray.model.bars[piece.index].a][0]
        xs.append(start + np.linspace(0, piece.length, len(moved)))
        zs.append(moved[:, 2])
    return np.concatenate(xs), np.concatenate(zs)


def _sag(study: Study, item: Solved) -> float:
    """Largest drop of a rail below the chord between its rollers, mm."""
    assert study.tray is not None and item.result is not None
    worst = 0.0
    all_lines = lines(study.tray.frame, item.result, 8)
    for row in (0, 1):
        x, z = _along_rail(study, all_lines, row)
        inside = (x >= study.tray.x_front - 1e-6) & (x <= study.tray.x_rear + 1e-6)
        x, z = x[inside], z[inside]
        chord = z[0] + (z[-1] - z[0]) * (x - x[0]) / (x[-1] - x[0])
        worst = max(worst, float(np.max(chord - z)))
    return worst


def check_sag(study: Study) -> Iterator[Finding]:
    """Rail sag between the rollers: L/360 parked, the running clearance in a bump."""
    if study.tray is None or not study.tray.home:
        return
    say, build = study.context.say, study.assembly.id
    rails = tuple(rail.id for rail in study.tray.rails)
    for item in study.solved:
        if item.case.name == "Parked":
            w = Working()
            L = w.given("L", study.tray.overlap, "mm", "between the rollers")
            sag = w.given("delta", _sag(study, item), "mm", "drop below the line between the rollers, from the frame")
            limit = w.line("delta_limit", "L / r", "mm", "slide rails", r=study.context.design.loads.limits.rail)
            use, state = at_most(sag, limit)
            yield Finding(
                f"{build}/side-rail.sag",
                "side-rail.sag",
                "prove",
                rails,
                "Side rail, sag between rollers",
                f"{say.length(sag)} of {say.length(limit)} on {say.length(L)}, parked, tray in.",
                state,
                sag,
                limit,
                "mm",
                use,
                case="Parked",
                position="in",
                basis="L/360 for slide rails unless changed: common practice, no published source",
                working=w.done(),
            )
        elif item.case.name == "Bump":
            w = Working()
            sag = w.given("delta", _sag(study, item), "mm", "drop below the line between the rollers in a bump, from the frame")
            limit = w.given("gap", study.slide.rail_underside, "mm", "rail underside above the floor")
            w.line("use", "delta / gap", "")
            use, state = at_most(sag, limit)
            yield Finding(
                f"{build}/side-rail.clearance",
                "side-rail.clearance",
                "prove",
                rails,
                "Side rail stays off the floor",
                f"{say.length(sag)} of {say.length(limit)} taken up in a bump, tray in.",
                state,
                sag,
                limit,
                "mm",
                use,
                case="Bump",
                position="in",
                basis="running clearance: common practice, no published source",
                working=w.done(),
            )


def check_droop(study: Study) -> Iterator[Finding]:
    """Droop of the pulled-out end: rail bending and hold-down play together, own load, limit 2 x overhang / 360."""
    if study.tray is None or study.tray.overhang < 1.0 or study.travel == 0.0:
        return
    tray, say, build = study.tray, study.context.say, study.assembly.id
    item = next((item for item in study.solved if item.case.name == "Parked"), None)
    if item is None or item.result is None:
        return
    drop = max(0.0, -min(float(item.result.u[tray.tips[0], 2]), float(item.result.u[tray.tips[1], 2])))
    held = item.rest(tray.model, "upper rail")[0] > 0
    w = Working()
    w.given("a", tray.overhang, "mm", "from the carrying axle to the tray's end")
    w.given("o", tray.overlap, "mm", "overlap left between the axles")
    w.given("p", study.slide.play, "mm", "hold-down play")
    play = w.line("delta_p", "p * a / o", "mm", "the front rollers rise by the play before the upper rail holds") if held else 0.0
    if not held:
        w.say("The front rollers still press down: play does not come in.")
    w.given("delta_b", drop - play, "mm", "bending of the rails, from the frame")
    total = w.line("delta", "delta_p + delta_b" if held else "delta_b", "mm")
    limits = study.context.design.loads.limits
    if limits.droop_mm is not None:
        limit = w.given("delta_limit", limits.droop_mm, "mm", "your own limit")
    else:
        limit = w.line("delta_limit", "2 * a / r", "mm", "cantilevers count 2 L", r=limits.rail)
    use, state = at_most(total, limit)
    tail = f", play gives {say.length(play)} of it" if held else ""
    yield Finding(
        f"{build}/tip.droop",
        "tip.droop",
        "prove",
        tuple(rail.id for rail in tray.rails),
        f"Tip droop, {study.position.name}",
        f"{say.length(total)} of {say.length(limit)}{tail}.",
        state,
        total,
        limit,
        "mm",
        use,
        case="Parked",
        position=study.position.name,
        basis="2 x overhang / 360 unless changed, own load: common practice, no published source",
        working=w.done(),
    )
