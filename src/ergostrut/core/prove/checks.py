"""What is checked of a build in every setting, by kind of part."""

from __future__ import annotations

from collections.abc import Callable, Iterator

from ..finding import Finding
from ..structure.nouns.holds import Contact, Slider
from ..structure.nouns.parts import Member
from ..structure.nouns.support import Fastening
from .deck.screws import check_deck_screws
from .hung.check import check_hung
from .hung.holes import check_holes
from .joints.check import check_joints
from .joints.chord import check_chord_walls
from .joints.crossing import check_crossings
from .joints.relied import check_relied
from .members.bearing import check_bearing
from .members.pressed import check_pressed
from .members.sag_under_sleepers import check_bow, check_short_legs
from .members.stability import check_fatigue, check_frequency, check_square, check_stability
from .members.strength import check_members
from .model.study import Study
from .sliding.base import check_base
from .sliding.effort import check_effort
from .sliding.leg import check_leg
from .sliding.lock_pin import check_pin
from .sliding.rollers import check_guides, check_hold_down, check_keeper, check_rollers
from .sliding.sag import check_droop, check_sag
from .sliding.stops import check_stops
from .support_lost import check_gone

CHECKS: dict[type, tuple[Callable[[Study], Iterator[Finding]], ...]] = {
    Member: (
        check_members,
        check_joints,
        check_relied,
        check_crossings,
        check_chord_walls,
        check_stability,
        check_frequency,
        check_fatigue,
        check_square,
        check_deck_screws,
        check_bow,
    ),
    Fastening: (check_hung, check_holes),
    Contact: (check_bearing, check_short_legs, check_pressed, check_gone),
}
"""Checks of a solved build by the kind of part they look at."""
SLIDING: tuple[Callable[[Study, Slider], Iterator[Finding]], ...] = (
    check_leg,
    check_rollers,
    check_hold_down,
    check_keeper,
    check_guides,
    check_effort,
    check_base,
    check_pin,
    check_stops,
)
"""Checks of every slider, each in turn."""


def check_setting(study: Study) -> Iterator[Finding]:
    """Everything that hangs on where the build stands; of panels that carry, ``boxes.check`` says it."""
    if study.assembly.shells:
        return
    for checks in CHECKS.values():
        for check in checks:
            yield from check(study)
    yield from check_sag(study)
    yield from check_droop(study)
    for slider in study.assembly.sliders:
        for sliding in SLIDING:
            yield from sliding(study, slider)
