"""Every check there is, found by walking the rooms: a file that ends in ``CHECKS`` is asked, and no list elsewhere knows it."""

from __future__ import annotations

import importlib
import pkgutil
from collections.abc import Iterator
from functools import cache
from typing import TypeVar

from . import anchor, balance, carry, fit, prove
from .finding import Finding
from .prove.model.check import SettingCheck, SliderCheck
from .prove.model.study import Study
from .structure.assembly import Assembly
from .structure.check import BuildCheck, JobCheck, Stage, has
from .structure.context import Context

T = TypeVar("T")
ROOMS = (carry, prove, anchor, fit, balance)
"""In the order in which they are asked: what costs little, and what a fabricator looks at first, before the rest."""


@cache
def _found() -> tuple[object, ...]:
    """All records, room by room, in order of the modules' names."""
    found: list[object] = []
    for room in ROOMS:
        names = sorted(info.name for info in pkgutil.walk_packages(room.__path__, f"{room.__name__}."))
        found += [check for name in names for check in getattr(importlib.import_module(name), "CHECKS", ())]
    return tuple(found)


def checks_of(kind: type[T]) -> tuple[T, ...]:
    """All checks of a kind."""
    return tuple(check for check in _found() if isinstance(check, kind))


def of_job(context: Context, stage: Stage) -> Iterator[Finding]:
    """What is asked of a whole job in a stage of its report."""
    for check in checks_of(JobCheck):
        if check.stage == stage:
            yield from check.run(context)


def of_build(context: Context, build: Assembly) -> Iterator[Finding]:
    """What is asked of a build whatever it is solved as: its fit, its deck, what runs and hangs by itself."""
    for check in checks_of(BuildCheck):
        if has(build, check.needs):
            yield from check.run(context, build)


def of_setting(study: Study) -> Iterator[Finding]:
    """What hangs on where a build stands; of panels that carry, ``prove.boxes`` says what they do."""
    build = study.assembly
    if not build.shells:
        for check in checks_of(SettingCheck):
            if has(build, check.needs):
                yield from check.run(study)
    for slider in build.sliders:
        for each in checks_of(SliderCheck):
            if not (each.framed and build.shells):
                yield from each.run(study, slider)
