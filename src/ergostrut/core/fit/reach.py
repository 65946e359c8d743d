"""Can a hand with a spanner or driver reach every fixing to the host, when it is fitted and when it is torqued again."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from dataclasses import dataclass

from ..finding import COMMON_PRACTICE, Finding, Working
from ..mechanics.space.boxes import Boxes, joined, upright, within
from ..structure.assembly import Assembly
from ..structure.context import Context
from ..structure.parts import Point3
from ..structure.setting import Setting, settings_of
from .bodies import Body, bodies_at

WIDE, LONG = 60.0, 180.0
"""mm that a hand with a socket takes: as wide as high, and from the head outwards (common practice, no published source)."""
OFF = 2.0
"""mm off the part the fixing goes through, where the tool begins."""


@dataclass(frozen=True)
class Fixing:
    """A fixing with the way its tool stands off it."""

    id: str
    name: str
    member: str
    at: Point3
    off: Point3


def fixings(build: Assembly) -> list[Fixing]:
    """Bolts through the base from above, and wall fixings from the room."""
    found = []
    for mount in build.mounts:
        half = build.member(mount.member).shape.width / 2
        x, y, z = (a - i * half for a, i in zip(mount.at, mount.into, strict=True))
        ix, iy, iz = mount.into
        found.append(Fixing(mount.id, mount.label, mount.member, (x, y, z), (-ix, -iy, -iz)))
    for contact in (contact for contact in build.contacts if contact.kind == "wall"):
        px, py, pz = contact.push
        found.append(Fixing(contact.id, contact.label, contact.member, contact.at, (-px, -py, -pz)))
    for anchor in build.anchors:
        under = [m for m in build.members if m.body == build.base and _passes(m.a, m.b, anchor.x, anchor.y)]
        top = max((max(m.a[2], m.b[2]) + m.shape.depth / 2 for m in under), default=anchor.spacer)
        found.append(Fixing(anchor.id, f"fixing {anchor.name}", under[0].id if under else "", (anchor.x, anchor.y, top), (0.0, 0.0, 1.0)))
    return found


def _passes(a: Point3, b: Point3, x: float, y: float) -> bool:
    """Whether a member passes a place in plan, within a hand."""
    lo, hi = (tuple(pick(p[i], q[i]) for i in (0, 1)) for pick, (p, q) in ((min, (a, b)), (max, (a, b))))
    return lo[0] - WIDE <= x <= hi[0] + WIDE and lo[1] - WIDE <= y <= hi[1] + WIDE


def tool(fixing: Fixing) -> Boxes:
    """The room the tool takes."""
    at = [a + o * (OFF + LONG / 2) for a, o in zip(fixing.at, fixing.off, strict=True)]
    half = [LONG / 2 if abs(o) > 0.5 else WIDE / 2 for o in fixing.off]
    lo, hi = ([c + s * h for c, h in zip(at, half, strict=True)] for s in (-1, 1))
    return upright([(lo[0], lo[1], lo[2])], [(hi[0], hi[1], hi[2])])


def in_the_way(todo: Sequence[Fixing], rows: Sequence[Body]) -> list[list[str]]:
    """For each fixing the parts that stand where its tool goes."""
    owners = [row.part for row in rows for _ in range(len(row.boxes))]
    which, box, _ = within(joined(tool(one) for one in todo), joined(row.boxes for row in rows), -1.0)
    found: list[list[str]] = [[] for _ in todo]
    for i, j in zip(which.tolist(), box.tolist(), strict=True):
        part = owners[j]
        if part != todo[i].member and part not in found[i]:
            found[i].append(part)
    return found


def check_reach(context: Context) -> Iterator[Finding]:
    """One finding a build with fixings: the one that is hardest to come to, past its own parts, other builds and the load."""
    for build in context.builds:
        todo = fixings(build)
        if todo:
            yield _finding(context, build, todo)


def _finding(context: Context, build: Assembly, todo: list[Fixing]) -> Finding:
    others = tuple(row for other in context.builds if other is not build for row in bodies_at(context, other, Setting("", True)))
    own = [bodies_at(context, build, setting) for setting in settings_of(build)]
    names = {row.part: row.name for row in (*others, *own[0])}
    worst: tuple[int, Fixing, list[str]] | None = None
    # wherever its own bodies can be moved out of the way
    by_setting = [in_the_way(todo, (*rows, *others)) for rows in own]
    for n, fixing in enumerate(todo):
        least = min((rows[n] for rows in by_setting), key=len)
        if least and (worst is None or len(least) > worst[0]):
            worst = len(least), fixing, least
    w = Working()
    w.given("n", len(todo), "", f"fixings, each with {LONG:.0f} mm off its head and {WIDE:.0f} mm round it for a hand and a socket")
    ident, title = f"{build.id}/tool.reach", "A tool reaches every fixing"
    if worst is None:
        text = "A hand with a socket reaches every fixing, with everything that moves out of its way, now and afterwards."
        return Finding(ident, "tool.reach", "anchor", (build.id,), title, text, "holds", use=0.0, basis=COMMON_PRACTICE, working=w.done())
    _, fixing, parts = worst
    what = ", ".join(dict.fromkeys(names[part] for part in parts))
    text = f"{fixing.name[:1].upper()}{fixing.name[1:]} is reached only while {what} is not there: fit it first. To torque it again that must come off."
    return Finding(
        ident, "tool.reach", "anchor", (fixing.id, *parts), title, text, "tight", use=0.95, basis=COMMON_PRACTICE, working=w.done()
    )
