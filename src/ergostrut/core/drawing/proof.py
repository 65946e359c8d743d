"""A frame under a case: members by state, bent lines at a named scale, what presses on it."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass, replace

import numpy as np

from ..finding import State, state_of_use
from ..mechanics.solver.member_forces import lines
from ..mechanics.solver.model import Array
from ..primitives import Arrow, Circle, DimensionLine, Label, Path, Primitive, View, ViewName, box_of, rect
from ..prove.members.strength import uses
from ..prove.model.posed import Posed, Solved
from ..prove.model.study import Study
from ..structure.assembly import Assembly
from ..structure.standing.posed import HOME, as_it_stands, poses_of
from .axes import AXES
from .hung import hung_forces, hung_shapes
from .projected import seen
from .shapes import mitred, rollers
from .solids import bar, wheels

BENT_SHARE = 0.12
"""Largest drawn deflection as a part of the longest member, before rounding the scale down to 1, 2 or 5."""
STEPS = 8
SMALL = 0.04
"""Part of the largest force under which one of what holds a hung build is not drawn."""


@dataclass(frozen=True)
class MemberUse:
    """Largest use of a member's strength in one case, with the station it occurs at (mm from its end a)."""

    member: str
    role: str
    section: str
    use: float
    state: State
    case: str
    at: float


def member_uses(study: Study, case: str | None) -> tuple[MemberUse, ...]:
    """Per member over one case, or over all when ``case`` is None; worst first."""
    if study.posed is None or study.forces is None:
        return ()
    table = uses(study, study.amplify)
    rows = [i for i, item in enumerate(study.solved) if case is None or item.case.name == case]
    found: dict[str, MemberUse] = {}
    for piece in study.posed.pieces:
        at = study.forces.of(piece.index)
        part = table[rows, at]
        if part.size == 0:
            continue
        c, k = np.unravel_index(int(np.argmax(part)), part.shape)
        use = float(part[c, k])
        before = found.get(piece.member.id)
        if before is None or use > before.use:
            found[piece.member.id] = MemberUse(
                piece.member.id,
                piece.member.role,
                piece.member.section.label,
                use,
                state_of_use(use),
                study.solved[rows[int(c)]].case.name,
                piece.offset + float(study.forces.s[rows[int(c)], at.start + int(k)]),
            )
    return tuple(sorted(found.values(), key=lambda row: -row.use))


def _scale(largest: float, length: float) -> float:
    """1, 2 or 5 times a power of ten."""
    if largest <= 1e-9:
        return 1.0
    wanted = BENT_SHARE * length / largest
    power = 10.0 ** np.floor(np.log10(wanted))
    return float(max(1.0, next(step * power for step in (5.0, 2.0, 1.0) if step * power <= wanted)))


@dataclass(frozen=True)
class JointMark:
    """A joint as drawn: the rib and rail that meet, and how it stands."""

    rib: str
    rail: str
    state: State
    text: str


def longest(posed: Posed) -> float:
    """Length of the longest member of a frame, mm."""
    return max(row[-1].offset + row[-1].length for row in posed.rows.values())


def _bent(study: Study, item: Solved) -> tuple[list[tuple[str, Array, Array]], float]:
    """(member, places at home (n, 3), displacements (n, 3)) of every member in a case, and the largest displacement."""
    assert study.posed is not None
    moved = lines(study.posed.frame, item.result, STEPS)
    found = []
    for name, row in study.posed.rows.items():
        at, by = [], []
        for piece in row:
            bar = study.posed.model.bars[piece.index]
            a, b = study.posed.model.nodes[bar.a], study.posed.model.nodes[bar.b]
            at.append(a + (b - a) * np.linspace(0, 1, STEPS + 1)[:, None])
            by.append(moved[piece.index])
        found.append((name, np.concatenate(at), np.concatenate(by)))
    return found, float(max(np.max(np.abs(by)) for _, _, by in found))


def _presses(study: Study, item: Solved, view: str) -> list[Primitive]:
    """What presses on the frame: contacts of one kind at one place together."""
    assert study.posed is not None
    u, v = {"side": (0, 2), "plan": (0, 1), "rear": (1, 2)}[view]
    groups: dict[tuple[str, int, int, int], tuple[float, str, Array, Array]] = {}
    model = study.posed.model
    for contact, rest, force in zip(study.posed.contacts, model.rests, item.result.rest_force, strict=True):
        at, push = model.nodes[rest.node], np.array(contact.push)
        key = contact.kind, round(float(at[u])), round(float(at[v])), int(push[v])
        total = groups[key][0] if key in groups else 0.0
        groups[key] = total + float(force), contact.kind, at, push
    # what stands behind each other in this view acts together
    seen: dict[tuple[str, int, int], tuple[Array, Array]] = {}
    for kind, _, at, force in hung_forces(study.posed, item.result):
        place = kind, round(float(at[u])), round(float(at[v]))
        seen[place] = (seen[place][0] + force if place in seen else force), at
    sizes = {key: float(np.hypot(force[u], force[v])) for key, (force, _) in seen.items()}
    most = max(sizes.values(), default=0.0)
    for (kind, x, y), (force, at) in seen.items():
        size = sizes[kind, x, y]
        if size > max(0.5, SMALL * most):
            # of several of a kind the largest is named
            first = size == max(one for key, one in sizes.items() if key[0] == kind)
            groups[kind, x, y, 0] = size, kind if first else "", at, force / size
    top = max((row[0] for row in groups.values()), default=1.0)
    return [
        Arrow((float(at[u]), float(at[v])), (float(push[u]), float(push[v])), force / max(top, 1.0), force, CONTACT_WORDS.get(kind, kind))
        for force, kind, at, push in groups.values()
        if force > 0.5
    ]


ROLLS = ("roller", "lower", "upper")
"""Contacts that are drawn as rollers."""


def _contact_marks(study: Study, axes: tuple[int, int], states: Mapping[str, State]) -> list[Primitive]:
    """Where the frame bears, each contact to be chosen; rollers are drawn by themselves."""
    assert study.posed is not None
    found = list[Primitive]()
    for contact, rest in zip(study.posed.contacts, study.posed.model.rests, strict=True):
        if contact.kind not in ROLLS:
            at = study.posed.model.nodes[rest.node]
            found.append(
                Circle((float(at[axes[0]]), float(at[axes[1]])), 11.0, "fixing", contact.id, contact.label, states.get(contact.id))
            )
    return found


def _from_above(study: Study, item: Solved) -> list[Primitive]:
    """What presses up or down as rings by force, what pushes level as arrows."""
    assert study.posed is not None
    rows = [
        (contact.label, study.posed.model.nodes[rest.node], float(force) * np.array(contact.push))
        for contact, rest, force in zip(study.posed.contacts, study.posed.model.rests, item.result.rest_force, strict=True)
    ]
    rows += [(label, at, force) for _, label, at, force in hung_forces(study.posed, item.result)]
    most = max((float(np.linalg.norm(force)) for _, _, force in rows), default=0.0)
    found = list[Primitive]()
    for label, at, force in rows:
        place, up, level = (float(at[0]), float(at[1])), abs(float(force[2])), float(np.hypot(force[0], force[1]))
        if up > max(0.5, SMALL * most):
            found.append(Circle(place, 14.0 + 50.0 * up / most, "force", "", f"{label}: {up:.0f} N {'up' if force[2] > 0 else 'down'}"))
        if level > max(0.5, SMALL * most):
            found.append(Arrow(place, (float(force[0]) / level, float(force[1]) / level), level / most, level, ""))
    return found


CONTACT_WORDS = {
    "roller": "carrying pair",
    "lower": "front pair",
    "upper": "upper rail",
    "keeper": "keeper",
    "leg": "legs",
    "slot": "slots",
    "well": "wells",
    "side": "sides",
    "floor": "floor",
    "tie": "ties",
    "wall": "wall fixings",
}


def proof_views(study: Study, case: str, states: Mapping[str, State], joints: Sequence[JointMark] = ()) -> tuple[tuple[View, ...], float]:
    """Side, plan and rear views of the frame under one case, joints marked in plan, and how many times bent lines are exaggerated."""
    if study.posed is None:
        return (), 1.0
    setting = study.setting
    build = as_it_stands(study.assembly, setting)
    item = study.case(case)
    bent, scale = (list[tuple[str, Array, Array]](), 1.0)
    if item is not None:
        bent, most = _bent(study, item)
        scale = _scale(most, longest(study.posed))
    framed, poses = [m for m in build.members if m.group is not None], poses_of(build, setting)
    views = []
    names: tuple[ViewName, ...] = ("side", "plan", "rear")
    for name in names:
        u, v = {"side": (0, 2), "plan": (0, 1), "rear": (1, 2)}[name]
        items: list[Primitive] = _under(build, name, states)
        items += seen(name, [(bar(m, poses.shift(m.body), states.get(m.id)), mitred(m, name, poses.shift(m.body))) for m in framed], [])
        items += rollers(wheels(build, setting, {}), name)
        items += hung_shapes(build, (u, v), setting, states)
        items += _contact_marks(study, (u, v), states)
        if name != "plan":
            for part, at, by in bent:
                along = at[-1] - at[0]
                if np.hypot(along[u], along[v]) < 0.3 * np.linalg.norm(along):
                    # one looks along it: its bending is seen in another view
                    continue
                points = tuple((float(p[u] + scale * d[u]), float(p[v] + scale * d[v])) for p, d in zip(at, by, strict=True))
                items.append(Path(points, "bent", False, part, f"bent line, {scale:g} times"))
            items += _presses(study, item, name) if item is not None else []
        else:
            items += _joint_marks(study, joints)
            items += _from_above(study, item) if item is not None else []
            for patch in study.posed.patches:
                if patch.name != "deck":
                    (lx, ly), x, y = patch.size, patch.x, patch.y
                    items += [rect(x - lx / 2, y - ly / 2, x + lx / 2, y + ly / 2, "ghost", "", patch.name), Label((x, y), patch.name)]
        u0, v0, u1, v1 = box_of(items)
        # room for the words beside the last arrow
        box = (u0, v0, u1 + 0.2 * (u1 - u0), v1) if name == "side" else (u0, v0, u1, v1)
        if name == "side":
            items += _spans(study, v0)
        views.append(View(name, box, tuple(items)))
    return tuple(views), scale


def _under(build: Assembly, view: ViewName, states: Mapping[str, State]) -> list[Primitive]:
    """What the frame stands on, pale: base rails, packers, and the posts that link them."""
    u, v, _ = AXES[view]
    found = list[Primitive]()
    base = [bar(m, HOME, states.get(m.id)) for m in build.members if m.group is None and m.use == "base"]
    found += [replace(path, role="member-far") for path in seen(view, [(prism, None) for prism in base], [])]
    for link in build.links:
        low, high = build.member(link.lower), build.member(link.upper)
        a = link.x, low.a[1], low.a[2] + low.shape.depth / 2
        b = link.x, high.a[1], high.a[2] - high.shape.depth / 2
        if view != "plan":
            found.append(Path(((a[u], a[v]), (b[u], b[v])), "line", False, link.id, f"stand at {link.x:.0f} mm", states.get(link.id)))
    return found


def _spans(study: Study, low: float) -> list[Primitive]:
    """What lies between a slider's rollers, and over them."""
    found: list[Primitive] = []
    for slider in study.assembly.sliders:
        front, rear, tip = slider.hold_down.x + study.travel(slider), slider.carrying.x, study.tip_x(slider)
        found.append(DimensionLine((front, low), (rear, low), "h", "below", 2, rear - front, "Overlap"))
        if tip - rear > 1:
            found.append(DimensionLine((rear, low), (tip, low), "h", "below", 2, tip - rear, "Overhang"))
    return found


def _joint_marks(study: Study, joints: Sequence[JointMark]) -> list[Primitive]:
    assert study.posed is not None
    found: list[Primitive] = []
    for mark in joints:
        joint = next((j for j in study.assembly.joints if j.framing == mark.rib and j.through == mark.rail), None)
        if joint is None:
            continue
        node = study.posed.tips(mark.rib)[0 if joint.end == "a" else 1]
        x, y, _ = study.posed.model.nodes[node]
        title = f"{mark.rib.rsplit('/', 1)[-1]}: {mark.text}"
        found.append(Circle((float(x), float(y)), 22.0, "fixing", mark.rib, title, mark.state))
    return found
