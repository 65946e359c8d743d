"""A new job from a host template, and new builds in a host."""

from __future__ import annotations

from collections.abc import Sequence
from typing import Any

from ..catalog.model import Catalog
from ..catalog.own import extended
from ..document.base import DesignBase, free_id
from ..frame.build import framed
from ..frame.families import FAMILIES
from ..measure.hosts import KINDS, resolve
from ..measure.templates import Template
from ..problem import InputError, Problem
from ..structure.host import Host
from ..units import Units
from .document import Design, read_design


def first_design(family: str, host: Host, units: Units, taken: Sequence[str] = ()) -> dict[str, Any]:
    """A build of a family as it starts in a host, with an id of its own.

    Raises:
        InputError: there is no such family.
    """
    known = FAMILIES.get(family)
    if known is None:
        raise InputError([Problem(field="/builds", message=f"there is no family “{family}”; there are {', '.join(FAMILIES)}")])
    ident = free_id(taken, known.stem)
    same = sum(name.startswith(known.stem) for name in taken)
    label = known.label if not same else f"{known.label} {same + 1}"
    return {"family": family, "id": ident, "label": label, **known.start(host, units)}


def with_build(design: DesignBase, family: str) -> dict[str, Any]:
    """A further build of a family for a job."""
    return first_design(family, resolve(design.host), design.units, [build.id for build in design.builds])


def start(template: Template, name: str, units: Units, families: Sequence[str] = ()) -> Design:
    """A new design on a template, each family as large as the host's figures allow.

    Raises:
        InputError: the name cannot be used, or there is no such family.
    """
    crash = {"crash": {"on": KINDS[template.host["kind"]].crash}}
    design = read_design({"name": name, "units": units.model_dump(), "host": template.host, "loads": crash})
    host, builds = resolve(design.host), list[dict[str, Any]]()
    for family in families:
        builds.append(first_design(family, host, units, [build["id"] for build in builds]))
    return read_design({**design.model_dump(mode="json"), "builds": builds})


def inside(design: Design, build: str, catalog: Catalog) -> Design:
    """A job in the inside of one of a job's builds, as a host of its own.

    Raises:
        InputError: there is no such build, or it is no box.
    """
    known = next((one for one in design.builds if one.id == build), None)
    if known is None:
        raise InputError([Problem(field="/build", message=f"there is no build “{build}” in this job")])
    made = framed(known, resolve(design.host), extended(catalog, design.own))
    for kind in KINDS.values():
        survey = kind.taken_over(made) if kind.taken_over is not None else None
        if survey is not None:
            name = f"Inside {known.label}"[:60]
            units = design.units.model_dump(mode="json")
            return read_design(
                {"name": name, "units": units, "host": {"kind": kind.id, **survey}, "own": design.own.model_dump(mode="json")}
            )
    raise InputError([Problem(field="/build", message=f"{known.label} is no box that something could be built in; choose one of panels")])
