"""What is drawn of a build's parts, once for every renderer: bars, boards and rollers as solids in host axes, mm, wherever they stand."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass

import numpy as np

from ..finding import State
from ..primitives import Role
from ..structure.assembly import Assembly
from ..structure.nouns.panel import Panel
from ..structure.nouns.panel_shape import rings
from ..structure.nouns.parts import Member
from ..structure.standing.posed import as_it_stands, poses_of
from ..structure.standing.setting import Setting

Vec = tuple[float, float, float]


@dataclass(frozen=True, slots=True)
class Prism:
    """A bar from ``a`` to ``b``: ``loops`` (y, z) on the plane of the unit vectors ``y`` and ``z``; clockwise loops are holes."""

    a: Vec
    b: Vec
    y: Vec
    z: Vec
    loops: tuple[tuple[tuple[float, float], ...], ...]
    role: Role
    part: str
    title: str
    state: State | None = None


@dataclass(frozen=True, slots=True)
class Wheel:
    """A roller: centre, axis along y, diameter and width."""

    at: Vec
    d: float
    width: float
    part: str
    state: State | None = None


@dataclass(frozen=True)
class Solids:
    """Bars with the members that they are, boards and sheets with their panels, rollers."""

    bars: tuple[tuple[Prism, Member], ...]
    sheets: tuple[tuple[Prism, Panel], ...]
    wheels: tuple[Wheel, ...]


def vec(v: np.ndarray) -> Vec:
    """An array of three as a place."""
    return float(v[0]), float(v[1]), float(v[2])


def _shift(at: Vec, by: Vec) -> Vec:
    return at[0] + by[0], at[1] + by[1], at[2] + by[2]


def bar(member: Member, shift: Vec, state: State | None) -> Prism:
    """A member where its body stands."""
    _, y, z = member.axes
    role: Role = "base" if member.use == "base" else "member"
    title = f"{member.name}, {member.section.label}"
    return Prism(_shift(member.a, shift), _shift(member.b, shift), y, z, member.shape.loops, role, member.id, title, state)


def boards(panel: Panel, shift: Vec, state: State | None) -> list[Prism]:
    """A panel, or every one of its boards, with its openings, drawn out through its thickness."""
    half, at = panel.normal * panel.sheet.t / 2, panel.pose.t + np.array(shift)
    u, v = panel.pose.R[:, 0], panel.pose.R[:, 1]
    title = f"{panel.name}, {panel.sheet.label}"
    return [Prism(vec(at - half), vec(at + half), vec(u), vec(v), loops, "deck", panel.id, title, state) for loops in rings(panel)]


def wheels(build: Assembly, setting: Setting, states: Mapping[str, State]) -> tuple[Wheel, ...]:
    """Rollers, those of a pulled-out body where they are."""
    found, poses = list[Wheel](), poses_of(build, setting)
    for slider in build.sliders:
        for pair in (slider.carrying, slider.hold_down):
            x = pair.x + (poses.shift(slider.body)[0] if pair.rides == "body" else 0.0)
            found += [Wheel((x, side * pair.y, pair.z), pair.diameter, pair.width, pair.id, states.get(pair.id)) for side in (-1, 1)]
    return tuple(found)


def solids_of(build: Assembly, setting: Setting, states: Mapping[str, State]) -> Solids:
    """Everything solid of a build in a setting."""
    build = as_it_stands(build, setting)
    poses = poses_of(build, setting)
    bars = tuple((bar(member, poses.shift(member.body), states.get(member.id)), member) for member in build.members)
    sheets = tuple((prism, panel) for panel in build.panels for prism in boards(panel, poses.shift(panel.body), states.get(panel.id)))
    return Solids(bars, sheets, wheels(build, setting, states))
