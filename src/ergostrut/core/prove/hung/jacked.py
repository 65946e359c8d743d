"""A trailer's own frame with a jack under one rear corner, to change a wheel: what the jack bears, and how hard its members are worked then."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import replace

import numpy as np

from ...cases import Case
from ...finding import COMMON_PRACTICE, Finding, State, Working, at_most
from ...structure.assembly import Assembly
from ...structure.nouns.holds import Contact
from ...structure.nouns.support import Fastening
from ..members.strength import explained, uses
from ..model.check import SettingCheck
from ..model.study import Study

MORE = 1.2
"""Times the weight: raised by hand, half of the axle hanging on it (common practice, no published source)."""
CASE = Case("Jacked at a corner", (0.0, 0.0, -1.0))
UNDER = "Coupled, chocked, on firm ground; never under it while it stands on a jack."
BASIS = f"one spring off the ground, a jack under the rear end of its rail, all aboard and nobody in it, {MORE:g} times: {COMMON_PRACTICE}"


def on_a_jack(build: Assembly, spring: Fastening) -> Assembly:
    """The build with a jack under the rear end of a rail in place of its spring, nobody on it."""
    rail = build.member(spring.member)
    end = max(rail.a, rail.b)
    at = end[0], end[1], end[2] - rail.shape.depth / 2
    panels = tuple(replace(panel, trodden=False) for panel in build.panels)
    rests = (*build.contacts, Contact(f"{rail.id}/jack", f"jack under the {rail.name}", "floor", rail.id, at))
    left = tuple(one for one in build.fastenings if one is not spring)
    return replace(build, contacts=rests, fastenings=left, panels=panels, stands=())


def check_jacked(study: Study) -> Iterator[Finding]:
    """The rear corner whose jack works the frame hardest."""
    build, say = study.assembly, study.context.say
    springs = [one for one in build.fastenings if one.sole and not one.ball]
    if not springs or study.posed is None or not study.setting.drivable or any(study.setting.travels.values()):
        return
    worst: tuple[float, Working, float, Fastening, str] | None = None
    for spring in springs:
        left = study.again(on_a_jack(build, spring), lambda _: (CASE,))
        found = _worked(left)
        if isinstance(found, str):
            yield _said(
                study,
                f"With a jack under its rear corner, the {spring.label} off the ground, it does not stand: {found}.",
                spring,
                Working(),
                None,
            )
            return
        if worst is None or found[0] > worst[0]:
            worst = *found[:2], found[2], spring, found[3]
        left.let_go()
    assert worst is not None
    most, w, force, spring, member = worst
    w.given("F", MORE * force, "N", f"on the jack, {MORE:g} times its weight there")
    w.given("U", most, "", f"largest use of any member's strength, of {member}")
    use = w.line("use", "n * U", "", "raised by hand, half of the axle hanging on it", n=MORE)
    text = (
        f"{member} is used to {use:.2f} with a jack under the rear corner beside the {spring.label}, which bears {say.force(MORE * force)}."
    )
    yield _said(study, text, spring, w, use)


def _worked(left: Study) -> tuple[float, Working, float, str] | str:
    """Largest use of any member, its working, N on the jack and the member; or why it does not stand."""
    if left.error or left.fallen or not left.solved or left.forces is None:
        return left.error or (left.fallen[0].why if left.fallen else "nothing was solved")
    bound = max((b for b in left.bounds if b.forces is not None), key=lambda b: float(uses(b, left.amplify).max()))
    table, w = uses(bound, left.amplify), Working()
    case, column = (int(v) for v in np.unravel_index(int(np.argmax(table)), table.shape))
    most, member = explained(w, bound, case, column, left.amplify)
    force = max(float(item.result.rest_force[-1]) for b in left.bounds for item in b.solved)
    return most, w, force, member


def _said(study: Study, text: str, spring: Fastening, w: Working, use: float | None) -> Finding:
    over: State = "over"
    part, state = at_most(use, 1.0) if use is not None else (None, over)
    return Finding(
        f"{study.assembly.id}/jacked.frame", "jacked.frame", "prove", (spring.id, spring.member), "Frame, a jack under one corner", text, state, use, 1.0, "",
        part, case=CASE.name, position=study.setting.name, basis=BASIS, caution=UNDER, working=w.done(),
    )  # fmt: skip


CHECKS = (SettingCheck(check_jacked, ("fastenings",)),)
