"""Where something bears on a member: wood across its grain, the wall of a tube, the web of a channel."""

from __future__ import annotations

import math
from collections.abc import Iterator
from dataclasses import dataclass

import numpy as np

from ...catalog.model import Metal, Wood
from ...finding import Finding, Working
from ...mechanics.joints.tube_wall import NARROW, cripples, roller_on_face, side_walls
from ...sections import Properties
from ...structure.nouns.holds import Joint
from ...structure.nouns.parts import Member
from ..hung.mounts import mount_forces
from ..hung.pivots import pin_force
from ..model.bolted import fastening_forces, on_hanger, turning
from ..model.check import SettingCheck
from ..model.crossings import crossings
from ..model.study import Study

WET_ACROSS = 0.67
"""Fc_perp in wet service (NDS 2018 table 4A)."""
DENT = 0.5
"""mm that a roller has sunk into wood when it bears as it will: common practice, no published source. On metal it touches along a line."""
DENTED = "chord of a roller sunk 0.5 mm into wood, common practice, no published source"
_WORDS = {
    "roller": "a roller",
    "lower": "a roller",
    "upper": "a roller",
    "keeper": "the keeper",
    "slot": "the slot's ledge",
    "well": "the wheel well",
    "side": "the bed's side",
    "floor": "a rest",
    "leg": "a leg",
    "tie": "a tie",
    "wall": "a wall fixing",
    "post": "a post",
    "crossing": "a member across it",
    "mount": "a mount",
    "strap": "a strap",
    "bolt": "a wall bolt's washer",
    "leaf": "a hinge's leaf",
}
WEBBING, WASHER = 25.0, 24.0
"""mm of a strap's width along the rail that it goes round, and of the washer under a wall bolt's head (common practice, no published source)."""
LEAF = (60.0, 30.0)
"""mm of a hinge's leaf along the rail and across its face (common practice, no published source)."""


@dataclass(frozen=True, slots=True)
class _Place:
    """What bears on a member: its size along and across it, and how hard in every case (cases,) N."""

    kind: str
    label: str
    member: Member
    along: float
    across: float
    at_end: bool
    force: np.ndarray
    said: str
    """Where its size along the member is from."""
    turned: bool = False
    """It bears on the member's side, not on its top or underside."""

    @property
    def shape(self) -> Properties:
        return self.member.shape.turned() if self.turned else self.member.shape


def check_pressed(study: Study) -> Iterator[Finding]:
    """The hardest pressed place of every kind."""
    if study.posed is None or not study.solved:
        return
    worst: dict[str, tuple[float, _Place, float]] = {}
    for place in [*_contacts(study), *_posts(study), *_hung(study), *_crossings(study)]:
        limit = _limit(place, wet=study.context.design.loads.wet)
        if limit is None:
            continue
        use = float(np.max(place.force)) / limit
        if place.kind not in worst or use > worst[place.kind][0]:
            worst[place.kind] = use, place, limit
    for kind, (_, place, _) in worst.items():
        if float(np.max(place.force)) > 0:
            yield _finding(study, kind, place)


def _contacts(study: Study) -> Iterator[_Place]:
    posed = study.posed
    assert posed is not None
    forces = study.rest_forces
    for i, contact in enumerate(posed.contacts):
        pad = contact.pad
        if pad is None:
            continue
        member = posed.assembly.member(pad.member)
        metal = not isinstance(member.section.material, Wood)
        along, said = pad.along, pad.said
        if pad.roller:
            along, said = (0.0, "a roller touches metal along a line") if metal else (2 * math.sqrt(pad.along * DENT), DENTED)
        near = min(math.dist(contact.at, member.a), math.dist(contact.at, member.b)) < 1.5 * member.shape.depth
        yield _Place(contact.kind, contact.label, member, along, min(pad.across, member.shape.width), near, forces[:, i], said)


def _hung(study: Study) -> Iterator[_Place]:
    """Straps, wall bolts and hinges where they meet the rail: its wall bends under them, or wood is pressed across its grain."""
    posed = study.posed
    assert posed is not None
    results = [item.result for item in study.solved]
    for k, strap in enumerate(posed.hung.straps):
        member = posed.assembly.member(strap.member)
        pulls = np.array([result.strap_force[k] for result in results])
        yield _Place("strap", strap.label, member, WEBBING, member.shape.width, False, pulls, "webbing round it")
    for mount, node in posed.hung.mounts:
        member = posed.assembly.member(mount.member)
        pull, _ = mount_forces(mount, np.array([result.reactions[node] for result in results]), member.axes[0])
        yield _Place("bolt", mount.label, member, WASHER, WASHER, False, pull, "its washer", turned=True)
    for i, (one, _, _) in enumerate(posed.hung.fastened):
        member = posed.assembly.member(one.member)
        forces = np.array([fastening_forces(posed, item.result)[i] for item in study.solved])
        pushes = np.maximum(forces @ np.array(one.out), 0.0)
        if one.wheel is not None:
            pushes = on_hanger(one, forces, np.array([turning(posed, item.result)[i] for item in study.solved]))[0]
        near = min(math.dist(end, tip) for end in one.ends for tip in (member.a, member.b)) < 1.5 * member.shape.depth
        yield _Place(
            "mount",
            one.label,
            member,
            one.pad,
            min(one.pad, member.shape.width),
            near,
            pushes,
            "its pad",
        )
    for pivot, bar in posed.hung.pivots:
        member = posed.assembly.member(pivot.moving)
        force = np.array([float(np.linalg.norm(pin_force(study, result, bar))) for result in results])
        yield _Place("leaf", pivot.label, member, LEAF[0], min(LEAF[1], member.shape.depth), False, force, "its leaf", turned=True)


def _crossings(study: Study) -> Iterator[_Place]:
    """Members on members: the walls of both between the pressed faces."""
    for _, upper, lower, steps in crossings(study):
        push = np.maximum(steps[:, 2], 0.0)
        for one, other in ((upper, lower), (lower, upper)):
            yield _Place("crossing", other.name, one, other.shape.width, one.shape.width, False, push, "the other's width")


def _posts(study: Study) -> Iterator[_Place]:
    """Uprights that push on a level member from below, or hang on it from above: what they press with is their own force at that end."""
    posed = study.posed
    assert posed is not None and study.forces is not None
    for joint in posed.assembly.joints:
        place = _post(study, joint)
        if place is not None:
            yield place


def _post(study: Study, joint: Joint) -> _Place | None:
    posed, forces = study.posed, study.forces
    assert posed is not None and forces is not None
    if joint.end == "crosses" or joint.framing not in posed.rows or joint.through not in posed.rows:
        return None
    post, member = posed.rows[joint.framing][0].member, posed.rows[joint.through][0].member
    if abs(post.axes[0][2]) < 0.9 or abs(member.axes[0][2]) > 0.1 or not isinstance(member.section.material, Wood):
        # a tube's wall under a welded post is the joint's own check
        return None
    piece = posed.rows[joint.framing][0 if joint.end == "a" else -1]
    columns = forces.of(piece.index)
    push = np.maximum(-forces.N[:, columns][:, 0 if joint.end == "a" else -1], 0.0)
    return _Place(
        "post",
        post.name,
        member,
        post.shape.width,
        min(post.shape.depth, member.shape.width),
        False,
        push,
        "the post's width",
    )


def _limit(place: _Place, *, wet: bool) -> float | None:
    material, shape = place.member.section.material, place.shape
    if isinstance(material, Wood):
        return material.Fcp * (WET_ACROSS if wet else 1.0) * place.along * place.across
    if shape.shape == "tube":
        if place.across / shape.width <= NARROW:
            return roller_on_face(shape.width, shape.wall, place.across, place.along, material.Fy)
        return side_walls(shape.depth, shape.wall, place.along, material.Fy, material.E)
    if shape.shape in ("strut", "channel"):
        return _web(place, material)
    return None


def _web(place: _Place, material: Metal) -> float:
    shape = place.shape
    return 2 * cripples(
        shape.wall, max(shape.radius, shape.wall), place.along, shape.depth - 2 * shape.wall, material.Fy, at_end=place.at_end
    )


def _finding(study: Study, kind: str, place: _Place) -> Finding:
    say, i = study.context.say, int(np.argmax(place.force))
    case, material = study.solved[i].case, place.member.section.material
    w = Working()
    w.say(f"{place.label} on {place.member.name}, {study.solved[i].words}{study.where}; force from the frame.")
    force = w.given("F", float(place.force[i]), "N", "presses")
    w.given("l_b", place.along, "mm", f"bears along the member: {place.said}")
    w.given("b_b", place.across, "mm", "and across it")
    if isinstance(material, Wood):
        limit = w.line(
            "R",
            "F_cp * C_M * l_b * b_b",
            "N",
            "across the grain, no load duration, NDS 2018 3.10.2",
            F_cp=material.Fcp,
            C_M=WET_ACROSS if study.context.design.loads.wet else 1.0,
        )
        what, basis = "wood across its grain", "NDS 2018 3.10.2, bearing area factor left out"
    else:
        limit, what, basis = _metal(w, place, material)
    w.line("use", "F / R", "", R=limit)
    return study.held_to(
        f"pressed.{kind}",
        f"{what.capitalize()} under {_WORDS[kind]}",
        f"{say.force(force)} of {say.force(limit)} that the {what} of the {place.member.section.label} takes under {place.label}, {case.name.lower()}{study.where}.",
        parts=(place.member.id,),
        demand=force,
        limit=limit,
        unit="N",
        case=case.name,
        basis=basis,
        working=w,
    )


def _metal(w: Working, place: _Place, material: Metal) -> tuple[float, str, str]:
    shape = place.shape
    w.given("F_y", material.Fy, "MPa", material.label)
    w.given("t", shape.wall, "mm", "wall")
    if shape.shape != "tube":
        w.given("R", _web(place, material), "N", "both sides, web crippling, " + ("at the end" if place.at_end else "inside"))
        return w.values["R"], "web", "AISI S100-16 table G5-2, fastened, one flange loaded"
    w.given("B", shape.width, "mm", "face")
    if place.across / shape.width <= NARROW:
        w.line("beta", "b_b / B", "")
        w.line("R", "F_y * t**2 / (1 - beta) * (2 * l_b / B + 4 * sqrt(1 - beta)) / 1.5", "N", "the face bends")
        return w.values["R"], "wall", "AISC 360-16 chapter K, a plate on a face"
    w.given("H", shape.depth, "mm", "height of its side walls")
    w.line("R_y", "2 * F_y * t * (7.5 * t + l_b) / 1.5", "N", "side walls yield, J10.2")
    w.line("R_c", "1.6 * t**2 * (1 + 3 * l_b / (H - 3 * t)) * sqrt(E * F_y) / 2", "N", "side walls cripple, J10.3 twice", E=material.E)
    w.line("R", "min(R_y, R_c)", "N", "")
    return w.values["R"], "walls", "AISC 360-16 J10.2 and J10.3"


CHECKS = (SettingCheck(check_pressed),)
