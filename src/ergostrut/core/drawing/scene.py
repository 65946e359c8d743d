"""Builds in three dimensions: bars as outlines drawn along a line, boxes, wheels and lines, in host axes and mm. For any renderer."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from typing import Literal

import numpy as np

from ..finding import State
from ..mechanics.solver.member_forces import lines
from ..primitives import Role
from ..prove.model.posed import Solved
from ..prove.model.study import Study
from ..structure.assembly import Assembly
from ..structure.context import Context, standing
from ..structure.host import FLOOR_END, SIDE_HEIGHT, WIDTH_TOP, Host
from ..structure.standing.posed import HOME, as_it_stands, poses_of
from ..structure.standing.setting import Setting, setting_at
from .hung import hung_forces, strap_bars
from .proof import longest
from .solids import Prism, Vec, Wheel, bar, boards, solids_of, vec, wheels

Shape = Literal["bent", "buckled", "swinging"]


@dataclass(frozen=True, slots=True)
class Block:
    """An upright box between two corners."""

    lo: Vec
    hi: Vec
    role: Role
    part: str
    title: str
    state: State | None = None


@dataclass(frozen=True, slots=True)
class Strand:
    """A line through points: a member bent, buckled or swinging, at the scene's named scale."""

    points: tuple[Vec, ...]
    role: Shape
    part: str


@dataclass(frozen=True, slots=True)
class Pull:
    """A force on the build: tip, direction, newton."""

    at: Vec
    toward: Vec
    newton: float
    title: str


@dataclass(frozen=True, slots=True)
class Scene:
    """``scale``: how many times bent lines are drawn too large; ``box`` lo and hi of what is drawn."""

    prisms: tuple[Prism, ...]
    blocks: tuple[Block, ...]
    wheels: tuple[Wheel, ...]
    strands: tuple[Strand, ...]
    pulls: tuple[Pull, ...]
    scale: float
    box: tuple[Vec, Vec]


def panel_scene(build: Assembly, states: Mapping[str, State], strands: Sequence[Strand], scale: float) -> Scene:
    """A build of panels alone, with lines drawn in."""
    prisms = [prism for panel in build.shells for prism in boards(panel, HOME, states.get(panel.id))]
    return Scene(tuple(prisms), (), (), tuple(strands), (), scale, _box(prisms, []))


def _hung(build: Assembly, setting: Setting, states: Mapping[str, State]) -> list[Prism]:
    return [
        Prism(a, b, y, z, (loop,), "strap", part, title, states.get(part)) for part, title, a, b, y, z, loop in strap_bars(build, setting)
    ]


def _host(host: Host) -> list[Block]:
    L, half, depth = host.shape(FLOOR_END), host.shape(WIDTH_TOP) / 2, host.shape(SIDE_HEIGHT)
    blocks = [Block((0, -half, -12), (L, half, 0), "host-faint", "", "floor")] if host.floored else []
    if host.floored and host.words.get("bulkhead") != "none":
        blocks.append(Block((-12, -half, 0), (0, half, depth), "host-faint", "", "front panel"))
    return blocks + [Block(well.lo, well.hi, "host", "", well.name) for well in (*host.solids, *host.obstacles)]


def scene(
    context: Context,
    travels: Mapping[str, float],
    states: Mapping[str, State],
    study: Study | None = None,
    case: str = "",
    shape: Shape = "bent",
) -> Scene:
    """Everything with each motion at its travel (mm by id). With a study: its frame bare, with reactions and the bent or buckled lines of a case."""
    if study is not None:
        return _bare(study, states, case, shape)
    prisms: list[Prism] = []
    blocks = _host(context.host)
    rollers: list[Wheel] = []
    for build in context.builds:
        setting = setting_at(build, travels)
        solids = solids_of(build, setting, states)
        prisms += [prism for prism, _ in (*solids.bars, *solids.sheets)]
        prisms += _hung(as_it_stands(build, setting), setting, states)
        rollers += solids.wheels
    for item in context.plan.placed:
        at, size = standing(context, item, travels), item.size
        lo = (at[0] - size[0] / 2, at[1] - size[1] / 2, at[2] - size[2] / 2)
        hi = (at[0] + size[0] / 2, at[1] + size[1] / 2, at[2] + size[2] / 2)
        blocks.append(Block(lo, hi, "thing", f"thing/{item.thing.id}", item.thing.name))
    return Scene(tuple(prisms), tuple(blocks), tuple(rollers), (), (), 1.0, _box(prisms, blocks))


def _box(prisms: list[Prism], blocks: list[Block]) -> tuple[Vec, Vec]:
    rows = [np.array([b.lo, b.hi]) for b in blocks]
    for prism in prisms:
        round_it = np.array(prism.loops[0]) @ np.array([prism.y, prism.z])
        rows += [round_it + end for end in (prism.a, prism.b)]
    if not rows:
        return (0.0, 0.0, 0.0), (1000.0, 1000.0, 500.0)
    corners = np.concatenate(rows)
    return vec(corners.min(axis=0)), vec(corners.max(axis=0))


def _bare(study: Study, states: Mapping[str, State], case: str, shape: Shape) -> Scene:
    setting = study.setting
    build = as_it_stands(study.assembly, setting)
    drawn = [m for m in build.members if m.group is not None or m.use == "base"]
    poses = poses_of(build, setting)
    prisms = [bar(m, poses.shift(m.body), states.get(m.id)) for m in drawn]
    prisms += _hung(build, setting, states)
    solved = next((item for item in study.solved if item.case.name == case), None)
    strands: tuple[Strand, ...] = ()
    pulls: tuple[Pull, ...] = ()
    scale = 1.0
    if solved is not None:
        strands, scale = _lines(study, solved, shape)
        pulls = _pulls(study, solved)
    return Scene(tuple(prisms), (), wheels(build, setting, {}), strands, pulls, scale, _box(prisms, []))


DRAWN = 0.10
"""Largest drawn displacement as a part of the longest member."""


def _round(scale: float) -> float:
    power = 10.0 ** np.floor(np.log10(scale))
    return float(max(1.0, next(step * power for step in (5.0, 2.0, 1.0) if step * power <= scale)))


def _lines(study: Study, solved: Solved, shape: Shape) -> tuple[tuple[Strand, ...], float]:
    """Bent lines of the case with their scale, or the buckled or swinging shape on the refined frame, which have none (0)."""
    assert study.posed is not None
    length = longest(study.posed)
    mode = study.buckling(solved) if shape == "buckled" else study.frequency if shape == "swinging" else None
    if mode is not None and study.refined is not None:
        parts = study.refined
        scale = DRAWN * length
        rows = []
        for piece in study.posed.pieces:
            chain = parts.chain[piece.index]
            nodes = [parts.model.bars[chain[0]].a, *(parts.model.bars[i].b for i in chain)]
            rows.append((piece.member.id, [parts.model.nodes[n] + scale * mode.shape[n, :3] for n in nodes]))
        return tuple(Strand(tuple(vec(p) for p in points), shape, part) for part, points in rows), 0.0
    moved = lines(study.posed.frame, solved.result, 8)
    largest = float(np.max(np.abs(moved)))
    scale = _round(DRAWN * length / largest) if largest > 1e-9 else 1.0
    found = []
    for piece in study.posed.pieces:
        bar = study.posed.model.bars[piece.index]
        a, b = study.posed.model.nodes[bar.a], study.posed.model.nodes[bar.b]
        points = a + (b - a) * np.linspace(0, 1, 9)[:, None] + scale * moved[piece.index]
        found.append(Strand(tuple(vec(p) for p in points), "bent", piece.member.id))
    return tuple(found), scale


def _pulls(study: Study, solved: Solved) -> tuple[Pull, ...]:
    assert study.posed is not None
    model = study.posed.model
    found = []
    for rest, force in zip(model.rests, solved.result.rest_force, strict=True):
        if force > 0.5:
            toward = [0.0, 0.0, 0.0]
            toward[rest.dof] = float(rest.sign)
            found.append(Pull(vec(model.nodes[rest.node]), rest.toward or (toward[0], toward[1], toward[2]), float(force), rest.id))
    for _, label, at, push in hung_forces(study.posed, solved.result):
        size = float(np.linalg.norm(push))
        if size > 0.5:
            found.append(Pull(vec(at), vec(push / size), size, label))
    return tuple(found)
