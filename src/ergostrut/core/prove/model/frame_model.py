"""The frame model of a build in a setting: bars between the places where its parts meet, contacts as rests, panels as shear."""

from __future__ import annotations

import itertools
import math
from collections.abc import Sequence
from dataclasses import replace

import numpy as np

from ...constants import G
from ...mechanics.solver.model import Bar, FrameModel, Rest, SolverError
from ...mechanics.solver.solve import Frame
from ...structure.assembly import Assembly
from ...structure.carried import CarryPlan
from ...structure.nouns.holds import Contact, Joint, JointSpec, Slider
from ...structure.nouns.panel import Panel
from ...structure.nouns.parts import Member
from ...structure.nouns.rows import screws_arm
from ...structure.standing.feet import acting, present
from ...structure.standing.posed import as_it_stands, poses_of
from ...structure.standing.setting import Setting
from ...structure.systems import Fixity
from ..drawers.pulled import RailLoad, rail_loads
from .bolted import fastened
from .cladding import blown, carried, slid, snowed, weight_of_parts, weight_of_skins
from .diaphragm import SCREW_SLIP, STIFF, bare, diaphragms
from .field import Carriers
from .hanging import Walls, hang, places, riding, swinging
from .lines import Lines, MemberLine, lay, place_of
from .patches import hanging_parts, patches_on
from .posed import Piece, Posed

SEMI = 2.0
"""Turning stiffness of a bolted joint, in E I / L of the member that frames in (k = 2 E I / L, engineering judgement)."""
TSLOT_CAP = 3.0e6
"""N mm/rad a T-slot bracket at most."""
SOFT = 1.0
"""N/mm lent where only friction would hold."""
ARM = (200_000.0, 77_000.0, 2_000.0, 1e6, 1e6, 1e6)
"""E, G, A, Iy, Iz, J of what reaches from a member to a contact beside it: an axle or a stand, stiffer than the member."""
SLOPED = 50_000.0
"""N/mm of a contact along a slope: steel on steel (typical, no published source)."""
ON_AXIS = 0.1
"""mm: a contact nearer to its member's axis than this does not twist it."""
SLIPPED = 0.1
"""Share of screws' stiffness once they have slipped: they take what equilibrium twists them by, little of what shapes do (common practice)."""
FRICTION = "friction"
"""Bars to where only friction would hold."""
SLACK = 0.02
"""Share of a semi-rigid joint's stiffness at which it takes little but what equilibrium asks of it."""


def _springs(spec: JointSpec, member: Member, bar: Bar, end: int, share: float = 1.0) -> tuple[tuple[int, float], ...]:
    """Springs about both bending axes at an end (0, 6) joined by brackets or several bolts, or a ``share`` of that; torsion rigid but for wood screws."""
    cap = TSLOT_CAP * spec.brackets if spec.system.joint == "bracket" else np.inf
    return tuple((dof + end, share * min(SEMI * bar.E * inertia / member.length, cap)) for dof, inertia in ((4, bar.Iy), (5, bar.Iz)))


def _twist(spec: JointSpec, member: Member, through: Member) -> float:
    """N mm/rad with which wood screws, once they have slipped, keep a member's end from twisting, however else the joint is taken."""
    return SLIPPED * spec.screws * SCREW_SLIP * screws_arm(spec, member, through) ** 2


def _joined(bar: Bar, member: Member, spec: JointSpec, end: int, fixity: Fixity) -> Bar:
    """A bar with its end as its joint has it: a welded one is rigid whatever is asked."""
    if spec.system.fixity == "rigid" or fixity == "rigid":
        return bar
    if fixity == "semi":
        return replace(bar, springs=(*bar.springs, *_springs(spec, member, bar, end)))
    if fixity == "slack":
        return replace(bar, springs=(*bar.springs, *_springs(spec, member, bar, end, SLACK)))
    return replace(bar, released=(*bar.released, 4 + end, 5 + end))


def _vector(v: np.ndarray) -> tuple[float, float, float]:
    return float(v[0]), float(v[1]), float(v[2])


def _free(line: MemberLine) -> tuple[float, float]:
    """(sideways, upright) mm between what holds a member in buckling."""
    member = line.member
    if member.held == "both":
        free = max(b - a for (a, _), (b, _) in itertools.pairwise(line.stops))
        return free, free
    if member.held == "sideways":
        return max((b - a for a, b in itertools.pairwise(line.holding)), default=member.length), member.length
    return member.length, member.length


def _hinge(joint: Joint) -> bool:
    return joint.spec is None and joint.hinge


def _bars(build: Assembly, lines: Lines) -> tuple[list[Bar], list[Piece]]:
    """Bars and pieces, members in the build's order; joined rigidly but for hinges."""
    ends: dict[tuple[str, str], Joint] = {(joint.framing, joint.end): joint for joint in build.joints if joint.end != "crosses"}
    bars: list[Bar] = []
    pieces: list[Piece] = []
    for member in (m for m in build.members if m.id in lines.of):
        line, p, material = lines.of[member.id], member.shape, member.section.material
        I1, I2, turn = p.principal if p.shape == "angle" else (p.Iy, p.Iz, 0.0)
        Lb, KLy = _free(line)
        frames = (member.id, "a") in ends or (member.id, "b") in ends
        for i, ((at, a), (_, b)) in enumerate(itertools.pairwise(line.stops)):
            from_a, from_b = _vector(line.offset(a)), _vector(line.offset(b))
            bar = Bar(
                member.id,
                a,
                b,
                material.E,
                material.G,
                p.A,
                I1,
                I2,
                p.J,
                turn + math.radians(member.roll),
                offset_a=from_a,
                offset_b=from_b,
            )
            for end, dof, outer in (("a", 0, i == 0), ("b", 6, i == len(line.stops) - 2)):
                joint = ends.get((member.id, end)) if outer else None
                if joint is not None and _hinge(joint):
                    bar = replace(bar, released=(*bar.released, 4 + dof, 5 + dof))
                elif joint is not None and (spec := joint.spec or build.joining).system.joint == "wood screw":
                    bar = replace(bar, springs=(*bar.springs, (3 + dof, _twist(spec, member, build.member(joint.through)))))
            length = math.dist(lines.nodes[b] + line.offset(b), lines.nodes[a] + line.offset(a))
            joined = a in lines.joined, b in lines.joined
            pieces.append(Piece(member, len(bars), at, length, Lb, KLy, joined, turn, not frames))
            bars.append(bar)
    return bars, pieces


def _aside(contact: Contact, member: Member) -> float:
    """mm to the right of a member's shear centre at which a contact acts. An open shape may open either way: the worse."""
    _, y, z = member.axes
    away = abs(member.shape.shear[0] * y[1] + member.shape.shear[1] * z[1])
    return contact.aside + (away if contact.aside >= 0 else -away)


def _rests(lines: Lines, build: Assembly, setting: Setting, contacts: Sequence[Contact]) -> tuple[tuple[Rest, ...], list[Bar]]:
    """Contacts as rests, and the arms that reach to those beside their member: they twist it."""
    found, arms, at = list[Rest](), list[Bar](), poses_of(build, setting)
    reached: dict[tuple[int, float], int] = {}
    for contact in contacts:
        line = lines.of[contact.member]
        node = line.near(place_of(contact, np.array(at.shift(line.member.body))))
        aside = _aside(contact, line.member)
        if abs(aside) > ON_AXIS:
            if (node, aside) not in reached:
                tip = lines.node(lines.nodes[node] + np.array([0.0, aside, 0.0]), contact.label)
                arms.append(Bar(f"{contact.id} arm", node, tip, *ARM))
                reached[node, aside] = tip
            node = reached[node, aside]
        axis = int(np.argmax(np.abs(contact.push)))
        if abs(contact.push[axis]) < 1 - 1e-9:
            found.append(Rest(contact.label, node, axis, 1, contact.gap, SLOPED, contact.push))
            continue
        found.append(Rest(contact.label, node, axis, 1 if contact.push[axis] > 0 else -1, contact.gap))
    return tuple(found), arms


def _held(lines: Lines, build: Assembly, setting: Setting) -> tuple[list[tuple[int, int]], list[tuple[int, int]]]:
    """(node, axis) held by shape, and held by friction alone."""
    firm: list[tuple[int, int]] = []
    soft: list[tuple[int, int]] = []
    at = poses_of(build, setting)
    for hold in build.holds:
        line = lines.of.get(hold.member)
        if line is None:
            continue
        shift = np.array(at.shift(line.member.body))
        node = line.near(np.array(hold.at) + (0.0 if hold.rides == "host" else shift))
        (soft if hold.by == "friction" else firm).append((node, hold.axis))
    firm = list(dict.fromkeys(firm))
    return firm, [row for row in dict.fromkeys(soft) if row not in firm]


def _lies(build: Assembly, setting: Setting, lines: Lines, panel: Panel) -> str:
    """The body whose members carry a panel where it stands; empty where it was taken off them."""
    under = next((lines.of[name].member.body for name in panel.laid.on if name in lines.of), "")
    at = poses_of(build, setting)
    return under if under and at.shift(panel.body) == at.shift(under) else ""


def _carriers(build: Assembly, given: Sequence[Panel], setting: Setting, lines: Lines) -> tuple[dict[str, str], tuple[Carriers, ...]]:
    """Which body's members carry each body's panels, and those members; panels side by side on one body carry together."""
    homes: dict[str, str] = {}
    fields: dict[str, list[Panel]] = {}
    for panel in given:
        home = _lies(build, setting, lines, panel)
        if home:
            homes[panel.body] = home
            fields.setdefault(home, []).append(panel)
    found = []
    for home, panels in fields.items():
        k = panels[0].laid.span
        rows = sorted({m for panel in panels for m in panel.laid.on if m in lines.of}, key=lambda m: float(lines.of[m].p[k]))
        if len(rows) < 2:
            continue
        ends = [sorted((float(lines.of[m].p[1 - k]), float(lines.of[m].q[1 - k]))) for m in rows]
        found.append(
            Carriers(
                home,
                k,
                tuple(rows),
                tuple(float(lines.of[m].p[k]) for m in rows),
                tuple(e[0] for e in ends),
                tuple(e[1] for e in ends),
                tuple(float(lines.of[m].p[1 - k]) > float(lines.of[m].q[1 - k]) for m in rows),
            )
        )
    return homes, tuple(found)


def _on_rollers(build: Assembly, setting: Setting, slider: Slider) -> None:
    """Refuse a setting in which a sliding body does not lie on its rollers.

    Raises:
        SolverError: saying which do not.
    """
    rail = build.member(slider.rails[0])
    travel = poses_of(build, setting).shift(slider.body)[0]
    x_front, x_rear = slider.hold_down.x, slider.carrying.x - travel
    if not rail.a[0] <= x_front < rail.b[0]:
        raise SolverError(f"the hold-down rollers do not lie on the {slider.label}")
    if x_rear > rail.b[0] + 1e-6:
        raise SolverError(f"the carrying rollers stand behind the {slider.label}'s end: nothing rests on them")
    if x_rear - x_front < 1.0:
        raise SolverError(f"the {slider.label} is pulled off its carrying rollers")


def taken(posed: Posed, fixity: Fixity) -> Posed:
    """A build as ``frame_model`` made it, its members joined by ``fixity`` unless welded: nothing but the bars' ends differs."""
    if fixity == posed.fixity:
        return posed
    build, bars = posed.assembly, list(posed.model.bars)
    ends = {(joint.framing, joint.end): joint for joint in build.joints if joint.end != "crosses"}
    for (name, end), joint in ends.items():
        row = posed.rows.get(name)
        if row is not None and not _hinge(joint):
            piece, dof = (row[0], 0) if end == "a" else (row[-1], 6)
            bars[piece.index] = _joined(bars[piece.index], piece.member, joint.spec or build.joining, dof, fixity)
    return posed.otherwise(fixity=fixity, model=replace(posed.model, bars=tuple(bars)))


def _beside(lines: Lines, load: RailLoad) -> tuple[int, RailLoad]:
    """The node that takes a part, which hangs where it is, wherever a joint has drawn the member's line."""
    node = lines.of[load.member].near(np.array(load.at))
    return node, replace(load, aside=_vector(np.array(load.at) + np.array(load.aside) - lines.nodes[node]))


def frame_model(
    build: Assembly,
    setting: Setting,
    plan: CarryPlan,
    open_above: float | None = None,
    walls: Walls | None = None,
    tow: float | None = None,
) -> Posed:
    """A build where it stands in the setting, its members joined rigidly but for hinges; ``open_above``: z from which the wind blows on its
    skins, none where that is None; ``walls``: of another build, which give and move where it is fixed to them; ``tow`` kg of what tows it.

    Raises:
        SolverError: it cannot be framed as it stands, in words.
    """
    build = as_it_stands(build, setting)
    build = replace(build, stands=present(build, setting))
    for slider in build.sliders:
        _on_rollers(build, setting, slider)
    members = [m for m in build.members if m.group is not None]
    proved = {m.id for m in members}
    contacts = [c for c in build.contacts if c.member in proved and acting(build, setting, c) and (c.lies is None or c.lies > 0)]
    rails, parts = rail_loads(build, setting, plan), hanging_parts(build)
    drawn = (*rails, *parts)
    lines = lay(build, setting, members, contacts, [*places(build, setting), *((load.member, np.array(load.at)) for load in drawn)])
    bars, pieces = _bars(build, lines)
    homes, carriers = _carriers(build, [panel for panel in build.decks if panel.level], setting, lines)
    tilted = _carriers(build, [panel for panel in build.decks if not panel.level], setting, lines)
    sheeting, bays = diaphragms(build, lines, homes | tilted[0], (*carriers, *tilted[1]), len(bars))
    bars += sheeting
    firm, soft = _held(lines, build, setting)
    shaped = tuple(firm)
    for node, axis in soft:
        away = np.zeros(3)
        away[axis] = 1000.0
        far = lines.node(lines.nodes[node] + away, "friction")
        bars.append(Bar(FRICTION, node, far, SOFT, 1.0, 1000.0, STIFF, STIFF, 1.0, released=(3, 4, 5, 10, 11)))
        firm += [(far, dof) for dof in range(6)]
    level = {row.body: float(lines.of[row.members[0]].p[2]) for row in carriers}
    rows: dict[str, list[Piece]] = {}
    for piece in pieces:
        rows.setdefault(piece.member.id, []).append(piece)
    extra = riding(build)
    modelled = {name: replace(line.member, a=_vector(line.p), b=_vector(line.q)) for name, line in lines.of.items()}
    for weights in (weight_of_skins(build, modelled), weight_of_parts(build, modelled)):
        for name, w in weights.items():
            extra[name] = extra.get(name, 0.0) + w
    for member in build.members:
        if member.group is None and member.rides:
            extra[member.rides] = extra.get(member.rides, 0.0) + member.mass * G / build.member(member.rides).length
    rests, arms = _rests(lines, build, setting, contacts)
    bars += arms
    hanging_on = hang(build, setting, lines, len(bars), walls)
    bars += hanging_on.bars
    firm += [row for row in hanging_on.held if row not in firm]
    bolted, pulls = fastened(build, lines), hanging_on.pulls
    bars += bolted.arms
    hung, springs = replace(hanging_on.hung, fastened=bolted.rows), (*hanging_on.springs, *bolted.springs)
    model = FrameModel(np.array(lines.nodes), tuple(bars), (*firm, *bolted.held), rests, tuple(lines.names), pulls, links=springs)
    posed = Posed(
        build,
        setting,
        "rigid",
        model,
        tuple(pieces),
        {name: tuple(row) for name, row in rows.items()},
        carriers,
        patches_on(build, setting, plan, level, homes),
        tuple(contacts),
        tuple(soft),
        extra,
        {name: (line.stops[0][1], line.stops[-1][1]) for name, line in lines.of.items()},
        homes,
        (
            *((lines.of[load.member].near(np.array(load.at)), load) for load in rails),
            *(_beside(lines, load) for load in parts),
        ),
        hung,
        bays,
        (
            *snowed(build, modelled),
            *slid(build, modelled, carried(build, plan)),
            *(blown(build, modelled, open_above) if open_above is not None else ()),
        ),
        shaped,
        tow,
    )
    return hanging(posed) if pulls else posed


def hanging(posed: Posed) -> Posed:
    """The same with what its straps resist sideways under what lasts.

    Raises:
        SolverError: it folds even so.
    """
    loads = posed.basic_loads[:3]
    return posed.otherwise(model=swinging(posed.model, lambda model: Frame(model, loads), (0.0, 0.0, -1.0)))


def stretched(posed: Posed) -> Posed:
    """A build as ``frame_model`` made it with its straps at the stiffer bound; a tie is pulled as hard as it was said to be."""
    pulls = tuple(
        replace(pull, k=strap.k[1], slack=pull.slack * strap.k[0] / strap.k[1] if strap.ties else pull.slack)
        for pull, strap in zip(posed.model.straps, posed.hung.straps, strict=True)
    )
    return posed.otherwise(model=replace(posed.model, straps=pulls))


def unskinned(posed: Posed) -> Posed:
    """A build as ``frame_model`` made it, its skins bracing nothing."""
    return posed.otherwise(model=bare(posed.model, posed.bays))
