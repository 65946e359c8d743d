"""Checks of a build solved in one setting, as records (``structure.check``)."""

from __future__ import annotations

from collections.abc import Callable, Iterable
from dataclasses import dataclass

from ...finding import Finding
from ...structure.nouns.holds import Slider
from .study import Study


@dataclass(frozen=True, slots=True)
class SettingCheck:
    """Asked of every build whose members carry, in every setting, that has any of the nouns it ``needs``."""

    run: Callable[[Study], Iterable[Finding]]
    needs: tuple[str, ...] = ()


@dataclass(frozen=True, slots=True)
class SliderCheck:
    """Asked of every slider in every setting; ``framed``: of builds whose members carry alone."""

    run: Callable[[Study, Slider], Iterable[Finding]]
    framed: bool = True
