"""Every fastener of a build: what it goes through, and the ways a tool may come at its heads."""

from __future__ import annotations

import itertools
from collections.abc import Iterator
from dataclasses import dataclass
from typing import Literal

import numpy as np

from ...mechanics.space.boxes import Array
from ...structure.assembly import Assembly
from ...structure.nouns.holds import Joint
from ...structure.nouns.panel import Edging, Panel
from ...structure.nouns.parts import Member, Point3
from ...structure.nouns.runners import Runner
from ..space.bodies import box_of, point

Kind = Literal["bolt", "screw", "rivet"]
HAND = 60.0
"""mm that a hand with a socket takes: as wide as high (common practice, no published source)."""
LEG = 35.0
"""mm from a joint's corner to the middle of a bracket's leg (common practice, no published source)."""
TOUCHES = 1.5
"""mm within which the edge of one panel lies on the face of another."""
SHARES = (0.12, 0.5, 0.88)
"""Where along a row of fasteners a tool is tried."""


@dataclass(frozen=True, slots=True)
class Head:
    """Where a tool is put on, and the unit vector from there towards the hand."""

    at: Point3
    off: Point3


@dataclass(frozen=True, slots=True)
class Fastener:
    """``ways``: sets of heads, of which ``need`` sets must all be reached; ``through``: parts that are never in its own way. Bolts are
    tightened again after the first drive."""

    id: str
    name: str
    kind: Kind
    through: tuple[str, ...]
    ways: tuple[tuple[Head, ...], ...]
    need: int = 1

    @property
    def again(self) -> bool:
        return self.kind == "bolt"


def _head(at: Array, off: Array) -> Head:
    return Head(point(at), point(off / np.linalg.norm(off)))


def fixings(build: Assembly) -> list[Fastener]:
    """What holds it to the host: bolts through the base from above, wall fixings from the room."""
    found = []
    for mount in build.mounts:
        into = np.array(mount.into)
        head = _head(np.array(mount.at) - into * _half(build.member(mount.member), into), -into)
        found.append(Fastener(mount.id, mount.label, "bolt", (mount.member,), ((head,),)))
    for contact in (contact for contact in build.contacts if contact.kind == "wall"):
        head = _head(np.array(contact.at), -np.array(contact.push))
        found.append(Fastener(contact.id, contact.label, "bolt", (contact.member,), ((head,),)))
    for anchor in build.anchors:
        under = [m for m in build.members if m.body == build.base and _passes(m, anchor.x, anchor.y)]
        top = max((max(m.a[2], m.b[2]) + m.shape.depth / 2 for m in under), default=anchor.spacer)
        head = Head((anchor.x, anchor.y, top), (0.0, 0.0, 1.0))
        found.append(Fastener(anchor.id, f"fixing {anchor.name}", "bolt", tuple(m.id for m in under[:1]), ((head,),)))
    return found


def _passes(member: Member, x: float, y: float) -> bool:
    """Whether a member passes a place in plan, within a hand."""
    lo, hi = (tuple(pick(p[i], q[i]) for i in (0, 1)) for pick, (p, q) in ((min, (member.a, member.b)), (max, (member.a, member.b))))
    return lo[0] - HAND <= x <= hi[0] + HAND and lo[1] - HAND <= y <= hi[1] + HAND


def fasteners(build: Assembly) -> list[Fastener]:
    """What holds its own parts together: joints of members, panels on members, seams of panels, slides, hinges."""
    return [*_joints(build), *_decks(build), *_seams(build), *_slides(build), *_hinges(build)]


def _joints(build: Assembly) -> Iterator[Fastener]:
    for joint in build.joints:
        spec = joint.spec or build.joining
        if spec.kind in ("weld", "bond") or (joint.hinge and joint.spec is None):
            continue
        framing, through = build.member(joint.framing), build.member(joint.through)
        name, both = f"{spec.kind}s of {framing.name} at {through.name}", (framing.id, through.id)
        ident = f"{joint.id}/{spec.kind.replace(' ', '-')}"
        if joint.end == "crosses" or joint.meets == "face":
            one, two = _faces(joint, framing, through)
            bolted = spec.kind in ("bracket", "bolt", "strut nut", "end bolt")
            yield Fastener(ident, name, "bolt" if bolted else "screw", both, ((one, two),) if bolted else ((one,), (two,)))
            continue
        end, other = (framing.a, framing.b) if joint.end == "a" else (framing.b, framing.a)
        e = np.array(end)
        u = (np.array(other) - e) / framing.length
        match spec.kind:
            case "wood screw" | "lag screw" | "end bolt":
                far = _head(e - 2 * _half(through, u) * u, -u)
                yield Fastener(ident, name, "bolt" if spec.kind == "end bolt" else "screw", both, ((far,),))
            case "pocket screw":
                ways = tuple((_head(e + u * LEG + n * (_half(framing, n) + HAND / 2), u),) for n in _sides(framing))
                yield Fastener(ident, name, "screw", both, ways)
            case _:
                kind: Kind = "rivet" if spec.kind == "rivet" else "screw" if spec.kind == "drill screw" else "bolt"
                corners = tuple(
                    (_head(e + u * LEG + n * _half(framing, n), n), _head(e + n * (_half(framing, n) + LEG), u)) for n in _sides(framing)
                )
                yield Fastener(ident, name, kind, both, corners, 1 if spec.kind == "strut nut" else min(spec.brackets, 4))


def _sides(member: Member) -> tuple[Array, ...]:
    _, y, z = (np.array(axis) for axis in member.axes)
    return y, -y, z, -z


def _half(member: Member, way: Array) -> float:
    """mm from its axis to its outside along a way square to it."""
    _, y, z = (np.array(axis) for axis in member.axes)
    return float(abs(y @ way) * member.shape.width + abs(z @ way) * member.shape.depth) / 2


def _faces(joint: Joint, framing: Member, through: Member) -> tuple[Head, Head]:
    """Heads on the outer faces of two members of which one lies on the other, where they pass."""
    p, q = np.array(framing.a), np.array(through.a)
    d, e = np.array(framing.axes[0]), np.array(through.axes[0])
    n = np.cross(d, e)
    if joint.end != "crosses" or np.linalg.norm(n) < 1e-6:
        at = np.array(framing.b if joint.end == "b" else framing.a)
        onto = q + float((at - q) @ e) * e
    else:
        s, t, _ = np.linalg.solve(np.stack([d, -e, n], axis=1), q - p)
        at, onto = p + s * d, q + t * e
    up = at - onto
    up = up / np.linalg.norm(up) if np.linalg.norm(up) > 1e-6 else np.array(framing.axes[2])
    return _head(at + up * _half(framing, up), up), _head(onto - up * _half(through, up), -up)


def _decks(build: Assembly) -> Iterator[Fastener]:
    """Screws of a panel into every member under it, from above."""
    for panel in (panel for panel in build.decks if panel.laid.edges == "screwed" and panel.level):
        for member in (build.member(name) for name in panel.laid.on):
            heads = _along(panel, member)
            if heads:
                yield Fastener(f"{panel.id}/{member.key}", f"screws of the {panel.role} into {member.name}", "screw", (panel.id, member.id), heads, min(2, len(heads)))  # fmt: skip


def _along(panel: Panel, member: Member) -> tuple[tuple[Head, ...], ...]:
    """Places along it, of which two do: a screw may go a little beside."""
    (x0, y0, _), (x1, y1, z1) = panel.lo, panel.hi
    a, b = np.array(member.a), np.array(member.b)
    places = [a + (b - a) * share for share in SHARES]
    return tuple((Head((float(p[0]), float(p[1]), z1), (0.0, 0.0, 1.0)),) for p in places if x0 <= p[0] <= x1 and y0 <= p[1] <= y1)  # fmt: skip


def _seams(build: Assembly) -> Iterator[Fastener]:
    """Screws through one panel's face into another's edge, and what stands in corners between them; glue alone needs a clamp, and no tool."""
    flat = [panel for panel in build.shells if panel.along_axes]
    for face, edge in itertools.permutations(flat, 2):
        way = edge.edging or build.edging
        side = _meets(face, edge)
        if way is None or side is None or way.way not in ("screws", "glue", "pocket", "brackets"):
            continue
        rows = _row(face, edge, side, way)
        yield Fastener(f"{face.id}/{edge.name.replace(' ', '.')}", f"screws between {face.name} and {edge.name}", "screw", (face.id, edge.id), rows)  # fmt: skip


def _meets(face: Panel, edge: Panel) -> int | None:
    """On which side of a panel's face, -1 or 1, the edge of another lies; None where it does not."""
    k = face.across
    if edge.across == k or any(min(face.hi[i], edge.hi[i]) - max(face.lo[i], edge.lo[i]) < TOUCHES for i in range(3) if i != k):
        return None
    if abs(edge.lo[k] - face.hi[k]) < TOUCHES:
        return 1
    return -1 if abs(edge.hi[k] - face.lo[k]) < TOUCHES else None


def _row(face: Panel, edge: Panel, side: int, way: Edging) -> tuple[tuple[Head, ...], ...]:
    """Heads along the seam: out of the face's far side, or from either side of the edge's panel."""
    k = face.across
    along = next(i for i in range(3) if i not in (k, edge.across))
    lo, hi = max(face.lo[along], edge.lo[along]), min(face.hi[along], edge.hi[along])
    off = np.zeros(3)
    off[k] = side
    middle = np.array(edge.middle)
    places = []
    for share in SHARES:
        at = middle.copy()
        at[along], at[k] = lo + (hi - lo) * share, (face.lo[k] if side > 0 else face.hi[k])
        places.append(at)
    if way.way in ("screws", "glue"):
        return (tuple(_head(at, -off) for at in places),)
    inner = face.sheet.t
    rows = []
    for sign in (-1.0, 1.0):
        n = np.zeros(3)
        n[edge.across] = sign
        if way.way == "pocket":
            rows.append(tuple(_head(at + off * (inner + LEG) + n * (edge.sheet.t / 2 + HAND / 2), off) for at in places))
        else:
            legs = [(at + off * (inner + LEG) + n * edge.sheet.t / 2, n) for at in places]
            legs += [(at + off * inner + n * (edge.sheet.t / 2 + LEG), off) for at in places]
            rows.append(tuple(_head(at, turn) for at, turn in legs))
    return tuple(rows)


def _slides(build: Assembly) -> Iterator[Fastener]:
    """Screws of slides and runners into what is beside a drawer, from within its opening with the drawer out of it."""
    for runner in (runner for runner in build.runners if runner.kind != "bin"):
        own = tuple(panel.id for panel in build.panels if panel.body == runner.body)
        across = 1 - runner.axis
        boxes = [_bounds(build, name) for name in runner.sides]
        middle = sum(lo[across] + hi[across] for lo, hi in boxes) / 4
        for name, (lo, hi) in zip(runner.sides, boxes, strict=True):
            left = (lo[across] + hi[across]) / 2 < middle
            off = np.zeros(3)
            off[across] = 1.0 if left else -1.0
            yield Fastener(
                f"{runner.id}/{name.rsplit('/', 1)[-1]}", f"slide screws of {runner.label} at {name.rsplit('/', 1)[-1].replace('.', ' ')}", "screw",
                (name, *own), (tuple(_head(at, off) for at in _slide_places(runner, across, hi[across] if left else lo[across])),),
            )  # fmt: skip


def _hinges(build: Assembly) -> Iterator[Fastener]:
    """Screws of a hinge's leaves, on any side of the member that one lies on."""
    for pivot in build.pivots:
        for member in (build.member(pivot.moving), build.member(pivot.fixed)):
            a, x = np.array(member.a), np.array(member.axes[0])
            at = a + float((np.array(pivot.at) - a) @ x) * x
            ways = tuple((_head(at + n * _half(member, n), n),) for n in _sides(member))
            yield Fastener(f"{pivot.id}/{member.key}", f"screws of {pivot.label} on {member.name}", "screw", (member.id,), ways)


def _bounds(build: Assembly, part: str) -> tuple[Point3, Point3]:
    panel = next((panel for panel in build.shells if panel.id == part), None)
    if panel is not None:
        return panel.lo, panel.hi
    box = box_of(build.member(part))
    return point(box.lo[0]), point(box.hi[0])


def _slide_places(runner: Runner, across: int, face: float) -> list[Array]:
    found = []
    for share in SHARES:
        at = np.zeros(3)
        at[runner.axis], at[across], at[2] = runner.lo + (runner.hi - runner.lo) * share, face, runner.z
        found.append(at)
    return found
