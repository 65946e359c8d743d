"""Strength and sag of the tray's members from the solved frame."""

from __future__ import annotations

from collections.abc import Iterator

import numpy as np

from ..finding import Finding, Working, at_most
from ..sections import Properties
from .solver.along import deflected
from .steel import combined_working, compression, strength
from .study import Study
from .tray import Piece, Solved

SAG = 360.0


def _shape(piece: Piece) -> Properties:
    shape = piece.member.section.properties
    return shape.turned() if piece.member.flat else shape


def uses(study: Study) -> np.ndarray:
    """Use of every member's strength at every station, shape (cases, bars, stations), by AISC 360-16 H1-1 and G4."""
    assert study.tray is not None and study.forces is not None
    f = study.forces
    found = np.zeros_like(f.N)
    for piece in study.tray.pieces:
        i, shape, metal = piece.index, _shape(piece), piece.member.section.metal
        allow = strength(shape, metal, piece.member.length)
        axial = np.where(f.N[:, i] < 0, -f.N[:, i] / compression(shape, metal, piece.member.length), f.N[:, i] / allow.N)
        bending = np.abs(f.My[:, i]) / allow.My + np.abs(f.Mz[:, i]) / allow.Mz
        shear, twist = np.abs(f.Vz[:, i]) / allow.Vz, np.abs(f.T[:, i]) / allow.T
        use = np.where(axial >= 0.2, axial + 8 / 9 * bending, axial / 2 + bending)
        twisted = np.where(twist > 0.2, axial + bending + (shear + twist) ** 2, 0.0)
        found[:, i] = np.maximum(np.maximum(use, shear), twisted)
    return found


_ROLES = (("side-rail", "Side rail, bending", ("side rail",)), ("rib", "Rib, bending", ("end rib", "mid rib")))


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
    if study.tray is None or study.forces is None:
        return
    all_uses = uses(study)
    say = study.context.say
    for key, title, roles in _ROLES:
        bars = [piece for piece in study.tray.pieces if piece.member.role in roles]
        part = all_uses[:, [piece.index for piece in bars]]
        c, b, k = np.unravel_index(int(np.argmax(part)), part.shape)
        piece, item, f = bars[b], study.solved[int(c)], study.forces
        at = (c, piece.index, k)
        w = Working()
        w.say(
            f"{piece.member.id.rsplit('/', 1)[-1]}, {piece.offset + f.s[piece.index, k]:.0f} mm from its end, {item.case.name}, tray {study.position.name}; forces from the frame."
        )
        use = combined_working(
            w,
            float(f.N[at]),
            float(f.My[at]),
            float(f.Mz[at]),
            float(f.Vz[at]),
            float(f.T[at]),
            _shape(piece),
            piece.member.section.metal,
            piece.member.length,
        )
        shape = _shape(piece)
        stress = use * piece.member.section.metal.Fy / 1.67
        limit = piece.member.section.metal.Fy / 1.67
        _, state = at_most(use, 1.0)
        yield Finding(
            f"{build}/{key}.strength",
            f"{key}.strength",
            "prove",
            (piece.member.id,),
            title,
            f"{say.stress(stress)} of {say.stress(limit)} in the {shape.width:g} x {shape.depth:g} section, {item.case.name.lower()}, tray {study.position.name}.",
            state,
            stress,
            limit,
            "MPa",
            use,
            case=item.case.name,
            position=study.position.name,
            basis=strength(shape, piece.member.section.metal, piece.member.length).clause + ", ASD 1.67",
            working=w.done(),
        )


def rail_line(study: Study, item: Solved, row: int) -> tuple[np.ndarray, np.ndarray]:
    """x (host, mm) and vertical displacement (mm, up positive) along one side rail."""
    assert study.tray is not None and item.result is not None
    rail = study.tray.rails[row]
    xs, zs = [], []
    for piece in study.tray.pieces:
        if piece.member.id != rail.id:
            continue
        moved = deflected(study.tray.frame, item.result, piece.index, 8)
        start = study.tray.model.nodes[study.tray.model.bars[piece.index].a][0]
        xs.append(start + np.linspace(0, piece.length, len(moved)))
        zs.append(moved[:, 2])
    return np.concatenate(xs), np.concatenate(zs)


def _sag(study: Study, item: Solved) -> float:
    """Largest drop of a rail below the chord between its rollers, mm."""
    assert study.tray is not None
    worst = 0.0
    for row in (0, 1):
        x, z = rail_line(study, item, row)
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
            limit = w.line("delta_limit", "L / 360", "mm", "slide rails, common practice")
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
                basis="L/360 for slide rails: common practice, no published source",
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
    limit = w.line("delta_limit", "2 * a / 360", "mm", "cantilevers count 2 L")
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
        basis="2 x overhang / 360, own load: common practice, no published source",
        working=w.done(),
    )
