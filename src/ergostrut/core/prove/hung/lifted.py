"""A build on its jacks: what each takes, and how hard its members are worked then."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import replace

import numpy as np

from ...cases import Case
from ...finding import COMMON_PRACTICE, Finding, State, Working, at_most, unknown
from ...structure.assembly import Assembly
from ...structure.nouns.holds import Contact, Hold
from ..members.strength import explained, uses
from ..model.check import SettingCheck
from ..model.study import Study

LEANS = 0.05
"""Slope of the ground (common practice, no published source)."""
UNEVEN = 1.5
"""Times the hardest corner: jacks are never raised alike (common practice, no published source)."""
UNDER = "Jacks on firm, level ground, raised a little at a time and alike. Nobody under it while it hangs on them, and nobody in it."
BASIS = (
    f"on its jacks with all that is aboard and nobody in it, ground that slopes {LEANS:.0%} any way, {UNEVEN:g} times: {COMMON_PRACTICE}"
)


def _cases() -> tuple[Case, ...]:
    words = {(1, 1): "front, right low", (1, -1): "front, left low", (-1, 1): "rear, right low", (-1, -1): "rear, left low"}
    return tuple(Case(f"On its jacks, {text}", (-x * LEANS, y * LEANS, -1.0)) for (x, y), text in words.items())


def on_jacks(build: Assembly) -> Assembly:
    """The build on its jacks alone, nobody on it. Level it is held at three places, so that it may spread."""
    contacts = tuple(Contact(jack.id, jack.label, "floor", jack.member, jack.at) for jack in build.jacks)
    first, *others = build.jacks
    far = max(others, key=lambda jack: abs(jack.at[0] - first.at[0]))
    holds = (
        Hold(first.member, first.at, 0, "the jacks' feet"),
        Hold(first.member, first.at, 1, "the jacks' feet"),
        Hold(far.member, far.at, 1, "the jacks' feet"),
    )
    panels = tuple(replace(panel, trodden=False) for panel in build.panels)
    return replace(build, contacts=contacts, straps=(), holds=holds, panels=panels, stands=())


def check_lifted(study: Study) -> Iterator[Finding]:
    """Jacks against their rating, and the members of what they lift."""
    build, say = study.assembly, study.context.say
    if len(build.jacks) < 2 or not study.setting.drivable or any(study.setting.travels.values()) or study.posed is None:
        return
    left = study.again(on_jacks(build), lambda _: _cases())
    parts = tuple(jack.id for jack in build.jacks)

    def found(check: str, title: str, text: str, state: State, parts: tuple[str, ...], w: Working) -> Finding:
        return Finding(
            f"{build.id}/{check}", check, "prove" if check.endswith("frame") else "anchor", parts, title, text, state, unit="N", position=study.setting.name,
            basis=BASIS, caution=UNDER, working=w.done(),
        )  # fmt: skip

    if left.error or left.fallen or not left.solved or left.forces is None:
        why = left.error or (left.fallen[0].why if left.fallen else "nothing was solved")
        yield found("lifted.frame", "On its jacks", f"It does not stand on them: {why}.", "over", parts, Working())
        return
    stood = [item for bound in left.bounds for item in bound.solved]
    forces = np.array([item.result.rest_force for item in stood])
    k, i = (int(v) for v in np.unravel_index(int(np.argmax(forces)), forces.shape))
    jack, name, w = build.jacks[i], stood[k].case.name, Working()
    w.given("F", float(forces[k, i]), "N", f"{jack.label}, {name.lower()}, from the frame")
    demand = w.line("F_j", "n * F", "N", "raised unevenly", n=UNEVEN)
    one = replace(
        found("lifted.jack", "Jacks", f"{say.force(demand)} on the {jack.label}, raised unevenly, {name.lower()}.", "unknown", (jack.id, jack.member), w),
        demand=demand, limit=jack.rating, case=name,
    )  # fmt: skip
    if jack.rating is None:
        yield unknown(
            replace(one, sentence=f"{one.sentence} What a jack and its bracket bear is not known: give the rating.", working=w.done()),
            "jack rating",
        )
    else:
        w.line("use", "F_j / R", "", "rating as given", R=jack.rating)
        use, state = at_most(demand, jack.rating)
        yield replace(one, use=use, state=state, working=w.done())
    bound = max((b for b in left.bounds if b.forces is not None), key=lambda b: float(uses(b, left.amplify).max()))
    table, w = uses(bound, left.amplify), Working()
    case, column = (int(v) for v in np.unravel_index(int(np.argmax(table)), table.shape))
    name = bound.solved[case].case.name
    w.say(f"{name}.")
    most, member = explained(w, bound, case, column, left.amplify)
    w.given("U", most, "", f"largest use of any member's strength, of {member}")
    use, state = at_most(w.line("use", "n * U", "", "raised unevenly", n=UNEVEN), 1.0)
    text = f"{member} is used to {UNEVEN * most:.2f} as it hangs on its jacks, {name.lower()}."
    yield replace(
        found("lifted.frame", "Frame, on its jacks", text, state, (build.id,), w), demand=UNEVEN * most, limit=1.0, unit="", use=use, case=name
    )  # fmt: skip
    left.let_go()


CHECKS = (SettingCheck(check_lifted, ("jacks",)),)
