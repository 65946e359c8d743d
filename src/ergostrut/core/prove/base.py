"""Base rails under one roller, between the stands."""

from __future__ import annotations

from collections.abc import Iterator

from ..finding import Finding, Working, at_most
from ..mechanics.strength import Span, allowable
from .running import _one_roller, _worst
from .study import Study


def check_base(study: Study) -> Iterator[Finding]:
    """Lower rail pressed down, upper rail lifted, each as a simple beam between stands with the roller mid span."""
    if study.tray is None:
        return
    say, build = study.context.say, study.assembly.id
    for key, title, prefix, word in (
        ("lower-rail", "Lower base rail under a roller", study.slide.lower, "on the lower rail"),
        ("upper-rail", "Upper base rail, held down", study.slide.upper, "under the upper rail"),
    ):
        worst = _worst(study, lambda item, word=word: _one_roller(*item.rest(study.tray.model, word)))  # type: ignore[misc]
        if worst is None:
            continue
        item, load = worst
        member = study.assembly.member(f"{prefix}.left")
        allow = allowable(member.shape, member.section.material, Span())
        w = Working()
        w.given("P", load, "N", f"one roller, {item.case.name}, tray {study.position.name}")
        L = w.given("L", study.slide.stand_pitch, "mm", "between stands")
        w.line("M", "P * L / 4", "N mm", "simple beam, load mid span")
        w.extend(allow.lines["My"])
        use = w.line("use", "M / M_cy", "", M_cy=allow.My)
        _, state = at_most(use, 1.0)
        yield Finding(
            f"{build}/{key}",
            key,
            "prove",
            (f"{prefix}.left", f"{prefix}.right"),
            title,
            f"{say.force(load)} mid way between stands {say.length(L)} apart, {item.case.name.lower()}, tray {study.position.name}.",
            state,
            use * allow.stress,
            allow.stress,
            "MPa",
            use,
            case=item.case.name,
            position=study.position.name,
            basis=f"{allow.clause}; simple span",
            working=w.done(),
        )
