"""Ties through the deck of the build that one stands on, and what is fixed to its walls: to a member there, not to boards or a skin alone."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import replace

from ...finding import COMMON_PRACTICE, Finding, Working, unknown
from ...structure.assembly import Assembly
from ...structure.check import BuildCheck
from ...structure.context import Context
from ...structure.standing.exposed import floors, wall_beside
from ..model.upon import over_deck
from .fixed import ties_of

BESIDE = 25.0
"""mm beside a member's edge from which a tie, an angle with its bolt as far from what it holds, still reaches it (common practice, no published source)."""
BESIDE_WALL = 65.0
"""mm from a member's face to the middle of what is fixed to it: half of a rail, what a bolt reaches, and a lining (common practice, no published source)."""


def check_tied_on(context: Context, build: Assembly) -> Iterator[Finding]:
    """Whether every tie comes down on a member: where one does not, boards and their screws would hold it, and nobody asked them; beside the deck
    there is nothing."""
    below = context.build(build.on) if build.on else None
    if below is None or not floors(below) or not ties_of(build, "tie"):
        return
    say, w = context.say, Working()
    off, parts, air = list[str](), list[str](), list[str]()
    for tie in ties_of(build, "tie"):
        if not over_deck(below, tie.at):
            air.append(tie.label)
            parts.append(tie.id)
            continue
        rows = []
        for name in {name for panel in floors(below) for name in panel.laid.on}:
            member = below.member(name)
            k = next(panel.laid.span for panel in floors(below) if name in panel.laid.on)
            rows.append((abs(tie.at[k] - member.middle[k]) - member.shape.width / 2, member))
        beside, nearest = min(rows, key=lambda row: row[0])
        w.given("b", max(beside, 0.0), "mm", f"{tie.label} beside {nearest.name}")
        if beside > BESIDE:
            off.append(f"{tie.label} comes down {say.length(beside)} beside {nearest.name}")
            parts.append(tie.id)
    title, basis = "Ties through the deck", f"a tie reaches a member {BESIDE:g} mm beside it: {COMMON_PRACTICE}"
    blank = Finding(
        f"{build.id}/bears.tie.under", "bears.tie.under", "anchor", tuple(parts), title, "", "unknown", basis=basis, working=w.done()
    )
    if air:
        text = f"{' and '.join(air)}: beside the deck of {below.label}, with nothing to bolt to. Move the box over it, or shorten it."
        yield replace(blank, sentence=text, state="over")
        return
    if off:
        text = f"{'; '.join(off)}: what boards and their screws hold there was not asked. Move the box, or bolt a bar under the deck from member to member."
        yield unknown(replace(blank, sentence=text), "member under each tie")
        return
    yield replace(blank, parts=(build.id,), sentence=f"Every tie comes down on a member of {below.label}.", state="holds")


def check_fixed_to_walls(context: Context, build: Assembly) -> Iterator[Finding]:
    """Whether all that is fixed to the walls or the roof of the build below, or hangs from it, meets a member there: between them is a skin alone."""
    below = context.build(build.on) if build.on else None
    if below is None:
        return
    places = [(one.id, one.label, one.at) for one in build.mounts]
    places += [(strap.id, f"upper end of the {strap.label}", strap.to) for strap in build.straps]
    places += [(one.id, one.label, one.at) for one in ties_of(build, "wall")]
    if not places:
        return
    say, w, off = context.say, Working(), list[str]()
    for _, label, at in places:
        beside = wall_beside(below, at)
        if beside is not None:
            w.given("b", beside[1], "mm", f"{label} beside {beside[0].name}")
        if beside is None or beside[1] > BESIDE_WALL:
            off.append(
                f"{label} lies {say.length(beside[1])} beside {beside[0].name}" if beside is not None else f"{label} meets no member"
            )
    blank = Finding(
        f"{build.id}/fixed.under", "fixed.under", "anchor", tuple(one for one, _, _ in places), "Fixed to members of the walls",
        f"All that holds it at the walls meets a member of {below.label}.", "holds",
        basis=f"a fixing reaches a member {BESIDE_WALL:g} mm beside it, lining and its own depth with that: {COMMON_PRACTICE}", working=w.done(),
    )  # fmt: skip
    if off:
        text = f"{'; '.join(off)}: what a skin holds there was not asked. Fix it to a row of {below.label}, move it, or add a bar from member to member."
        blank = unknown(replace(blank, sentence=text), "member behind each fixing")
    yield blank


CHECKS = (
    BuildCheck(check_tied_on, ("on",)),
    BuildCheck(check_fixed_to_walls, ("on",)),
)
