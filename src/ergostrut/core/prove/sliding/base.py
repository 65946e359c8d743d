"""Base rails under one roller, between the stands."""

from __future__ import annotations

from collections.abc import Iterator

from ...finding import Finding, Working
from ...mechanics.strength import Span, allowable
from ...structure.nouns.holds import Slider
from ..model.check import SliderCheck
from ..model.study import Study
from .rollers import hardest_roller


def check_base(study: Study, slider: Slider) -> Iterator[Finding]:
    """Lower rail pressed down, upper rail lifted, each as a simple beam between stands with the roller mid span."""
    if study.posed is None:
        return
    say = study.context.say
    for key, title, prefix, kind in (
        ("lower-rail", "Lower base rail under a roller", slider.lower, "lower"),
        ("upper-rail", "Upper base rail, held down", slider.upper, "upper"),
    ):
        hardest = hardest_roller(study, kind)
        if hardest is None:
            continue
        item, load = hardest
        member = study.assembly.member(f"{prefix}.left")
        allow = allowable(member.shape, member.section.material, Span())
        w = Working()
        w.given("P", load, "N", f"one roller, {item.words}{study.where}")
        L = w.given("L", slider.stand_pitch, "mm", "between stands")
        w.line("M", "P * L / 4", "N mm", "simple beam, load mid span")
        w.extend(allow.lines["My"])
        use = w.line("use", "M / M_cy", "", M_cy=allow.My)
        yield study.held_to(
            key,
            title,
            f"{say.force(load)} mid way between stands {say.length(L)} apart, {item.case.name.lower()}{study.where}.",
            parts=(f"{prefix}.left", f"{prefix}.right"),
            demand=use * allow.stress,
            limit=allow.stress,
            unit="MPa",
            case=item.case.name,
            basis=f"{allow.clause}; simple span",
            working=w,
        )


CHECKS = (SliderCheck(check_base),)
