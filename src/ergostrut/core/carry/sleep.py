"""Does everybody have a bed that is long enough, and is it known who sleeps there."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import replace

from ..finding import COMMON_PRACTICE, Finding, State, Working, at_least
from ..structure.assembly import Assembly
from ..structure.check import JobCheck
from ..structure.context import Context
from ..structure.nouns.parts import Surface
from .people import sleepers

WISH = 50.0
"""mm of bed beyond the sleeper's stature that people wish for; stature itself is the least (toes may go under a shelf)."""


def check_sleepers(context: Context) -> Iterator[Finding]:
    """Bed length for each sleeper, and one finding for a bed that nobody is said to sleep in."""
    surfaces = {surface.id: (build, surface) for build in context.builds for surface in build.surfaces if surface.use == "sleeping"}
    for build, surface in surfaces.values():
        if not sleepers(surface, context.design.carry.crew):
            yield Finding(
                f"{build.id}/sleepers",
                "sleepers",
                "carry",
                (surface.body,),
                f"Who sleeps on the {surface.label}",
                "Not known: its sag is worked out without them. Give the people who sleep here with mass and stature.",
                "unknown",
                missing=("sleepers",),
            )
        if surface.soft > 0 and surface.hung:
            yield _edge(context, build, surface)
    for person in context.design.carry.crew:
        if person.sleeps is None:
            continue
        part = f"person/{person.id}"
        blank = Finding(f"{part}/bed", "bed.length", "carry", (part,), f"Bed of {person.name}", "", "unknown", unit="mm", minimum=True)
        if person.sleeps not in surfaces:
            yield _with(blank, f"There is no “{person.sleeps}” to sleep on in this job.", "over")
            continue
        _, surface = surfaces[person.sleeps]
        long = max(surface.size)
        if person.stature is None:
            yield _with(blank, "Stature is not known: measure it, bed length is judged by it.", "unknown", ("stature",))
            continue
        w = Working()
        have = w.given("L", long, "mm", "bed")
        need = w.given("S", person.stature.mm, "mm", "stature")
        w.line("rest", "L - S", "mm", "50 mm more is the wish")
        use, state = at_least(have, need, need + WISH)
        say = context.say
        yield Finding(
            blank.id,
            blank.check,
            "carry",
            (part, surface.body),
            blank.title,
            f"{say.length(have)} of bed for {say.length(need)} of stature; {say.length(need + WISH)} is the wish.",
            state,
            have,
            need,
            "mm",
            use,
            True,
            need + WISH,
            basis=COMMON_PRACTICE,
            working=w.done(),
        )


def _edge(context: Context, build: Assembly, surface: Surface) -> Finding:
    """The raised edge of a bunk against its mattress sliding off, with whoever lies on it."""
    say, check = context.say, "bed.edge"
    blank = Finding(f"{build.id}/{check}", check, "carry", (surface.body,), f"Raised edge of the {surface.label}", "", "over", unit="mm")
    caution = "A mattress that slides takes the sleeper with it."
    if surface.edge is None:
        return replace(
            blank, sentence="Nothing keeps the mattress, and whoever lies on it, from sliding off. Add a raised edge.", caution=caution
        )
    w = Working()
    have = w.given("h", surface.edge, "mm", "edge above what the mattress lies on")
    w.given("t", surface.soft, "mm", "mattress")
    need, want = w.line("h_min", "t / 4", "mm", COMMON_PRACTICE), w.line("h_want", "t / 2", "mm", COMMON_PRACTICE)
    use, state = at_least(have, need, want)
    return replace(
        blank,
        sentence=f"Stands {say.length(have)} above the deck beside {say.length(surface.soft)} of mattress; {say.length(want)} is the wish.",
        state=state,
        demand=have,
        limit=need,
        use=use,
        minimum=True,
        want=want,
        working=w.done(),
        caution=caution if state != "holds" else "",
    )


def _with(finding: Finding, sentence: str, state: State, missing: tuple[str, ...] = ()) -> Finding:
    return replace(finding, sentence=sentence, state=state, missing=missing)


CHECKS = (JobCheck(check_sleepers, "load"),)
