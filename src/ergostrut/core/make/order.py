"""What must be done before what: one graph over the steps of all builds.

Within a build a step follows what was joined before it; only members that no joint ties to what is there already are joined beside the rest. What
stands on another build is put in after that; in the vehicle builds follow each other, because each is in the next one's way: as listed, or as
tools come at everything (``fit.hands.turns``).
"""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import replace

from ..structure.assembly import Assembly
from ..structure.plans import Step

APART = ("join", "weld")
"""Kinds of work that may be done beside the rest of a build."""


def of_build(build: Assembly, rows: Sequence[Step], before: Mapping[str, tuple[str, ...]]) -> list[Step]:
    """The steps of one build with what each comes after.

    Args:
        before: of a part, the steps that cut it.
    """
    members = {member.id for member in build.members}
    joined = [(joint.through, joint.framing) for joint in build.joints]
    found: list[Step] = []
    ends: list[str] = []
    reached: dict[str, set[str]] = {}
    """Of every open end, the members that are joined by then."""
    for step in rows:
        cuts = tuple(dict.fromkeys(cut for part in (*step.parts, *step.sets) for cut in before.get(part, ())))
        mine = {part for part in step.sets if part in members}
        if step.work in APART and not step.there and mine and mine == set(step.sets):
            touched = [end for end in ends if _meet(mine, reached[end], joined)]
        else:
            touched = list(ends)
        after = tuple(dict.fromkeys((*cuts, *touched)))
        found.append(replace(step, after=after))
        reached[step.id] = mine.union(*(reached[end] for end in touched)) if touched else set(mine)
        ends = [end for end in ends if end not in touched] + [step.id]
    return found


def _meet(some: set[str], others: set[str], joined: Sequence[tuple[str, str]]) -> bool:
    """Whether any of both are one, or joined."""
    return bool(some & others) or any((a in some and b in others) or (b in some and a in others) for a, b in joined)


def across(builds: Sequence[Assembly], steps: Sequence[Step]) -> list[Step]:
    """The same with what builds ask of each other: in the vehicle one after another, and on what they stand on."""
    last: dict[str, str] = {}
    found = []
    ahead = ""
    for step in steps:
        build = next((one for one in builds if step.id.startswith(f"{one.id}/")), None)
        if build is not None and step.there and step.work not in ("measure", "test"):
            more = [last[build.on]] if build.on in last else []
            if ahead and not ahead.startswith(f"{build.id}/"):
                more.append(ahead)
            step = replace(step, after=tuple(dict.fromkeys((*step.after, *more))))
            last[build.id], ahead = step.id, step.id
        found.append(step)
    return found


def reduced(steps: Sequence[Step]) -> list[Step]:
    """The same with no step named that another one named comes after anyway; steps stand after those they name."""
    behind: dict[str, frozenset[str]] = {}
    found = []
    for step in steps:
        named = [name for name in step.after if name in behind]
        far = frozenset().union(*(behind[name] for name in named)) if named else frozenset[str]()
        found.append(replace(step, after=tuple(name for name in named if name not in far)))
        behind[step.id] = far | frozenset(named)
    return found
