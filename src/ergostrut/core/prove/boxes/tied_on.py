"""Ties of a box through the deck of the build that it stands on: to a member under it, not to its boards alone."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import replace

from ...finding import COMMON_PRACTICE, Finding, Working, unknown
from ...structure.assembly import Assembly
from ...structure.context import Context
from ...structure.exposed import floors
from .fixed import ties_of
from .upon import over_deck

BESIDE = 15.0
"""mm beside a member's edge from which a tie's bracket still reaches it (common practice, no published source)."""


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
