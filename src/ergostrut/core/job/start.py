"""A new job from a host template, and new builds in a host."""

from __future__ import annotations

from collections.abc import Sequence
from typing import Any

from ..catalog.errors import StockError
from ..catalog.model import Catalog
from ..catalog.own import extended
from ..document.base import DesignBase, free_id
from ..frame.build import assemble, carrying, families_for, framed, refuse
from ..frame.families import FAMILIES
from ..measure.hosts import KINDS, resolve
from ..measure.templates import Template
from ..problem import InputError, Problem
from ..structure.host import Host
from ..structure.standing.exposed import floor_on
from ..units import Units
from .document import Design, read_design


def first_design(family: str, host: Host, units: Units, taken: Sequence[str] = (), on: str = "") -> dict[str, Any]:
    """A build of a family as it starts in a host, or on the build ``on`` whose deck is given as one, with an id of its own.

    Raises:
        InputError: there is no such family, or the host has not what it needs.
    """
    known = FAMILIES.get(family)
    if known is None:
        raise InputError([Problem(field="/builds", message=f"there is no family “{family}”; there are {', '.join(FAMILIES)}")])
    refuse(known, host)
    ident = free_id(taken, known.stem)
    same = sum(name.startswith(known.stem) for name in taken)
    label = known.label if not same else f"{known.label} {same + 1}"
    return {"family": family, "id": ident, "label": label, **({"on": on} if on else {}), **known.start(host, units)}


def with_build(design: DesignBase, family: str, catalog: Catalog) -> dict[str, Any]:
    """A further build of a family for a job: in its host, or where that has not what it needs on the first build that others stand on.

    Raises:
        InputError: there is no such family, or it stands nowhere in this job; in words.
    """
    host, taken = resolve(design.host), [build.id for build in design.builds]
    known = FAMILIES.get(family)
    under = next(iter(carrying(design.builds)), "")
    if known is not None and known not in families_for(host) and under and known.stands == "floor":
        below = next(one for one in assemble(design.builds, host, extended(catalog, design.own)) if one.id == under)
        return first_design(family, floor_on(below, host), design.units, taken, under)
    return first_design(family, host, design.units, taken)


def start(template: Template, name: str, units: Units, families: Sequence[str] = ()) -> Design:
    """A new design on a template, each family as large as the host's figures allow.

    Raises:
        InputError: the name cannot be used, or there is no such family.
    """
    crash = {"crash": {"on": KINDS[template.host["kind"]].crash}}
    design = read_design({"name": name, "units": units.model_dump(), "host": template.host, "loads": crash})
    host, builds = resolve(design.host), list[dict[str, Any]]()
    for family in families:
        try:
            builds.append(first_design(family, host, units, [build["id"] for build in builds]))
        except StockError as error:
            raise error.under(f"/builds/{len(builds)}") from None
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
