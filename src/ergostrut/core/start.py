"""A new job from a host template and the families that are to stand in it."""

from __future__ import annotations

from collections.abc import Callable, Sequence
from typing import Any

from .document import Design, read_design
from .frame.families.bed_slide.start import start as bed_slide
from .measure.survey import PickupBed
from .measure.templates import Template
from .problem import InputError, Problem
from .units import Units

FAMILIES: dict[str, tuple[str, Callable[[PickupBed, Units], dict[str, Any]]]] = {"bed_slide": ("Bed slide", bed_slide)}
"""What can be built: its name, and how it starts in a host."""


def start(template: Template, name: str, units: Units, families: Sequence[str] = ("bed_slide",)) -> Design:
    """A new design on a template, each family as large as the host's figures allow.

    Raises:
        InputError: the name cannot be used, or there is no such family.
    """
    unknown = next((family for family in families if family not in FAMILIES), None)
    if unknown is not None:
        raise InputError([Problem(field="/builds", message=f"there is no family “{unknown}”; there are {', '.join(FAMILIES)}")])
    plain = read_design({"name": name, "units": units.model_dump(), "host": template.host})
    builds = [{"family": family, **FAMILIES[family][1](plain.host, units)} for family in families]
    return read_design({**plain.model_dump(mode="json"), "builds": builds})
