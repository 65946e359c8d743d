"""What is checked, as records: every file with checks ends in ``CHECKS``, and whoever runs them finds them by walking the rooms."""

from __future__ import annotations

from collections.abc import Callable, Iterable
from dataclasses import dataclass
from typing import Literal

from ..finding import Finding
from .assembly import Assembly
from .context import Context

Stage = Literal["load", "room", "ways"]
"""When a check of the whole job is made: of what is carried before any build is proved, of who stands in whose way after, of ways in and out last."""


@dataclass(frozen=True, slots=True)
class JobCheck:
    """Asked once of a job."""

    run: Callable[[Context], Iterable[Finding]]
    stage: Stage


@dataclass(frozen=True, slots=True)
class BuildCheck:
    """Asked of every build that has any of the nouns it ``needs``, by their names in an assembly; of every build where it names none."""

    run: Callable[[Context, Assembly], Iterable[Finding]]
    needs: tuple[str, ...] = ()


def has(build: Assembly, needs: tuple[str, ...]) -> bool:
    """Whether a build has what a check needs."""
    return not needs or any(getattr(build, name) for name in needs)
