"""The eyes that straps end in: the one that is asked most of what it takes, on the road and in a crash."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import replace

from ..constants import G
from ..finding import COMMON_PRACTICE, Finding, Working, at_most, unknown
from ..structure.carried import Placed
from ..structure.check import JobCheck
from ..structure.context import Context
from .in_crash import check_things_in_crash
from .retention import check_held


def pulled(item: Placed, asked: float) -> float:
    """N that one eye takes, of what all straps of a thing are asked for: whole where a strap goes over, twice that where it returns to its side."""
    hold = item.thing.hold
    return asked / (hold.straps * (1.0 if hold.over else 0.5))


def check_eyes(context: Context) -> Iterator[Finding]:
    """One finding for all eyes of the job; unknown while one of them has no rating."""
    things = {f"thing/{item.thing.id}": item for item in context.plan.placed if item.thing.hold.by == "straps"}
    rows = [
        (pulled(things[found.parts[0]], found.demand), found, things[found.parts[0]])
        for found in (*check_held(context), *check_things_in_crash(context))
        if found.parts[0] in things and found.demand is not None and found.unit == "N"
    ]
    if not rows:
        return
    say, unrated = context.say, sorted({item.thing.name for _, _, item in rows if item.thing.hold.eye_rating is None})
    basis = f"the rating of an eye counts for the eye and for what it is fixed in: {COMMON_PRACTICE}"
    blank = Finding(
        "host/eyes", "eyes", "carry", tuple(things), "Eyes that straps end in", "", "unknown", unit="N", position="in", basis=basis
    )
    if unrated:
        force, found, item = max((row for row in rows if row[2].thing.hold.eye_rating is None), key=lambda row: row[0])
        words = f"What the eyes for {', '.join(unrated)} take is not known; those for {item.thing.name} are pulled with {say.force(force)} each."
        yield unknown(replace(blank, sentence=words, demand=force, case=found.case, working=_working(found, item).done()), "eye rating")
        return
    use, found, item = max(
        (
            (force / (item.thing.hold.eye_rating.kg * G), found, item)
            for force, found, item in rows
            if item.thing.hold.eye_rating is not None
        ),
        key=lambda row: row[0],
    )
    w = _working(found, item)
    assert item.thing.hold.eye_rating is not None
    have = w.given("R", item.thing.hold.eye_rating.kg * G, "N", "an eye takes with what it is fixed in, as given")
    w.line("use", "F_e / R", "")
    force = use * have
    words = f"Each eye for {item.thing.name} is pulled with {say.force(force)} of {say.force(have)}."
    state = at_most(use, 1.0)[1]
    yield replace(blank, sentence=words, state=state, demand=force, limit=have, use=use, case=found.case, working=w.done())


def _working(found: Finding, item: Placed) -> Working:
    w = Working()
    w.given("N_s", found.demand or 0.0, "N", f"asked of the straps of {item.thing.name}: {found.title.lower()}")
    w.given("n", float(item.thing.hold.straps), "", "straps")
    over = item.thing.hold.over
    w.line("F_e", "N_s / (n * k)", "N", "on each eye; half of it where a strap goes back to its own side", k=1.0 if over else 0.5)
    return w


CHECKS = (JobCheck(check_eyes, "load"),)
