"""Which check judges every part: what none judges is said, not passed."""

from __future__ import annotations

from collections.abc import Iterator, Sequence

from ..finding import Finding, Working
from ..structure.assembly import Assembly
from ..structure.nouns.panel import Clads, Shell
from ..structure.nouns.parts import Member

FALLEN = ("frame.settles", "frame.stands", "frame.buckles", "holds.", "framed", "slab.stands")
"""Checks that say of a whole build that it does not stand: then no member has a use."""


def _member(build: Assembly, member: Member, checks: frozenset[str], fallen: bool) -> str:
    """Why a member has no check; empty where it has one, or needs none."""
    if member.group is not None:
        judged = fallen or f"{member.group.key}.strength" in checks
        return "" if judged else "its build is one of panels, whose frame is not solved" if build.shells else "no strength was found for it"
    if member.rides:
        # its weight is its carrier's, and nothing bears on it
        return ""
    if member.body == build.base:
        return "" if not build.anchors or f"base.{member.role.replace(' ', '-')}" in checks or fallen else "its base was not solved"
    if member.use == "base":
        return "" if fallen or any(check.startswith("block.") for check in checks) else "no check of what stands under a member was made"
    return "it is part of no group of members"


def unjudged(build: Assembly, findings: Sequence[Finding]) -> Iterator[tuple[str, str, str]]:
    """(id, name, why) of every part that no check judges."""
    mine = [f for f in findings if f.id.startswith(f"{build.id}/")]
    checks, named = frozenset(f.check for f in mine), {part for f in mine for part in f.parts}
    fallen = any(f.check.startswith(FALLEN) and f.state in ("over", "unknown") for f in mine)
    for member in build.members:
        why = _member(build, member, checks, fallen)
        if why:
            yield member.id, member.name, why
    # a lining carries nothing but itself, and hangs on all its members
    laid = [p for p in build.panels if not isinstance(p.carries, Shell) and not (isinstance(p.carries, Clads) and not p.carries.outer)]
    roles = {panel.role for panel in laid if panel.id in named}
    for panel in laid:
        if panel.role not in roles:
            yield panel.id, panel.role, "no check of a panel names it or its like"
    if build.shells and not fallen and not any(check.startswith("slab.") for check in checks):
        for panel in build.shells:
            yield panel.id, panel.name, "its panels were not solved"


def check_judged(build: Assembly, findings: Sequence[Finding]) -> Iterator[Finding]:
    """One finding that is unknown, where a part of the build is in no check; nothing where every part is."""
    rows = list(unjudged(build, findings))
    if not rows:
        return
    w = Working()
    for _, name, why in rows[:12]:
        w.say(f"{name}: {why}.")
    names = ", ".join(dict.fromkeys(name for _, name, _ in rows[:6]))
    yield Finding(
        f"{build.id}/parts.judged", "parts.judged", "prove", tuple(part for part, _, _ in rows), "Parts that no check judges",
        f"{names}{' and more' if len(rows) > 6 else ''}: nobody asked whether {'they hold' if len(rows) > 1 else 'it holds'}, {rows[0][2]}.", "unknown",
        missing=("a check of them",), basis="every part with a use is asked for", working=w.done(),
    )  # fmt: skip
