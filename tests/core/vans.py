"""A van and a hung bunk with plain round numbers, for tests."""

from __future__ import annotations

from typing import Any

from ergostrut.core.catalog.model import Catalog
from ergostrut.core.job.document import Design, read_design
from ergostrut.core.prove.model.study import Study, study
from ergostrut.core.report import Report, check, context_of
from ergostrut.core.structure.standing.setting import settings_of

DIMS = {
    "floor_length": "2600 mm",
    "length_to_gate": "2600 mm",
    "width_between_wells": "1250 mm",
    "width_above_wells": "1640 mm",
    "well_start": "1400 mm",
    "well_length": "780 mm",
    "well_height": "250 mm",
    "cover_height": "1700 mm",
    "wheelbase": "3200 mm",
    "axle_from_front": "1800 mm",
    "track": "1680 mm",
    "floor_thickness": "1 mm",
}
UPRIGHT = [{"height": z, "width": "1640 mm", "state": "measured"} for z in ("0 mm", "1700 mm")]


def van(**host: Any) -> dict[str, Any]:
    """A van's survey with upright walls unless told otherwise, everything measured."""
    dims = {name: {"value": value, "state": "measured"} for name, value in {**DIMS, **host.pop("dims", {})}.items()}
    return {"kind": "van_interior", "label": "van", "dims": dims, "stations": UPRIGHT, **host}


def bunk(**params: Any) -> dict[str, Any]:
    """A hung bunk with straps hanging straight down from eyes 1.6 m up, all rated."""
    usual: dict[str, Any] = {
        "family": "hung_bunk",
        "id": "bunk1",
        "label": "bunk",
        "front": "100 mm",
        "length": "1900 mm",
        "width": "700 mm",
        "height": "800 mm",
        "wall_rail": {"rating": "500 kg"},
        "hinges": {"rating": "300 kg"},
        "straps": {"height": "1600 mm", "rating": "700 lb", "marked": "breaking", "eye": "400 kg"},
        "fold": {"degrees": 80, "latch_rating": "200 kg"},
        "joints": {"capped": True},
    }
    for name, value in params.items():
        usual[name] = {**usual[name], **value} if isinstance(value, dict) and name in usual else value
    return usual


def job(*builds: dict[str, Any], host: dict[str, Any] | None = None, **rest: Any) -> Design:
    """A job in a van; one sleeper of 45 kg on the bunk unless told otherwise."""
    crew = [{"id": "a", "name": "sleeper", "mass": "45 kg", "stature": "165 cm", "sleeps": "bunk1/bed"}]
    return read_design({"name": "van", "host": host or van(), "builds": list(builds) or [bunk()], "carry": {"crew": crew}, **rest})


def found(design: Design, catalog: Catalog) -> Report:
    return check(design, catalog)


def posed(design: Design, catalog: Catalog, position: str) -> Study:
    """The first build solved in a named position."""
    context = context_of(design, catalog)
    build = context.builds[0]
    return study(context, build, next(one for one in settings_of(build) if one.name == position))
