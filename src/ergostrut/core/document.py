"""The job document, version 1: what is saved, exported, imported, checked and compared.

It holds what the user said, never what was computed. ``design`` is what undo and restore act on;
``record`` only grows.
"""

from __future__ import annotations

import json
from typing import Annotated, Any, Literal

from pydantic import Field, ValidationError, model_validator

from .carry.load import LoadOut
from .catalog.own import OwnStock
from .frame.families.bed_slide.params import BedSlide
from .loads import Loads
from .measure.survey import Name, PickupBed, Text
from .plain import read_json
from .problem import FieldError, InputError, Problem, problems_of
from .quantity import BuildMass
from .record import Record
from .units import Units

VERSION: Literal[1] = 1


class Goals(Record):
    """Limits the user sets himself."""

    build_mass: BuildMass | None = None
    price: Annotated[float, Field(gt=0, le=10_000_000)] | None = None


class Shop(Record):
    """How this shop cuts and what it pays; prices by catalogue id replace the typical ones."""

    kerf_mm: Annotated[float, Field(ge=0, le=20)] = 2.0
    trim_mm: Annotated[float, Field(ge=0, le=200)] = 5.0
    currency: Annotated[str, Field(min_length=1, max_length=4)] = "$"
    prices: Annotated[dict[Annotated[str, Field(max_length=60)], Annotated[float, Field(ge=0, le=100_000)]], Field(max_length=500)] = {}


class Design(Record):
    """Everything undo and restore act on."""

    name: Name
    note: Text = ""
    units: Units = Units()
    host: PickupBed
    carry: LoadOut = LoadOut()
    builds: tuple[BedSlide, ...] = Field(default=(), max_length=1)
    loads: Loads = Loads()
    goals: Goals = Goals()
    shop: Shop = Shop()
    own: OwnStock = OwnStock()

    @model_validator(mode="after")
    def _riders_sit(self) -> Design:
        seats = {seat.name for seat in self.host.seats}
        taken: set[str] = set()
        for i, rider in enumerate(self.carry.crew):
            if rider.seat not in seats:
                raise FieldError(f"carry/crew/{i}/seat", f"{rider.name} sits on “{rider.seat}”, but the host has no such seat")
            if rider.seat in taken:
                raise FieldError(f"carry/crew/{i}/seat", f"two people sit on “{rider.seat}”; give {rider.name} another seat")
            taken.add(rider.seat)
        return self


class Entry(Record):
    """One line of the record: added, never changed."""

    kind: Literal["note", "ticket", "torque", "road test", "tick", "untick", "mark"]
    at: Annotated[str, Field(max_length=40)]
    text: Text = ""
    data: Annotated[dict[Annotated[str, Field(max_length=200)], Any], Field(max_length=2_000)] = {}


class Job(Record):
    """The whole file."""

    format: Literal["ergostrut-job"] = "ergostrut-job"
    version: Literal[1] = VERSION
    catalog: Annotated[str, Field(max_length=40)] = ""
    design: Design
    record: tuple[Entry, ...] = ()


def read_design(data: Any, *, bare: Units | None = None) -> Design:
    """Validate a design; bare numbers take ``bare``'s units when given, and are refused otherwise.

    Raises:
        InputError: naming every field that cannot be used.
    """
    context = {"length": bare.length, "mass": bare.mass} if bare else {}
    try:
        return Design.model_validate(data, context=context)
    except ValidationError as error:
        raise InputError(problems_of(error)) from None


def read_job(text: str) -> Job:
    """Read a job file.

    Raises:
        InputError: naming the line of broken JSON, or the field that cannot be used.
    """
    data = read_json(text, "a job")
    if not isinstance(data, dict) or data.get("format") != "ergostrut-job":
        raise InputError([Problem(field="/format", message="this is not an Ergostrut job file")])
    if data.get("version") != VERSION:
        raise InputError(
            [
                Problem(
                    field="/version", message=f"version {data.get('version')!r} is not read by this program, which reads version {VERSION}"
                )
            ]
        )
    try:
        return Job.model_validate(data)
    except ValidationError as error:
        raise InputError(problems_of(error)) from None


def write_job(job: Job) -> str:
    """The job as its file's text; ``read_job`` returns an equal job."""
    return json.dumps(job.model_dump(mode="json"), indent=2, ensure_ascii=False) + "\n"


def job_schema() -> dict[str, Any]:
    """The published JSON Schema of the job file."""
    schema = Job.model_json_schema(mode="validation")
    return {
        "$schema": "https://json-schema.org/draft/2020-12/schema",
        "title": "Ergostrut job, version 1",
        **{k: v for k, v in schema.items() if k != "title"},
    }


__all__ = ["Design", "Entry", "InputError", "Job", "Problem", "Units", "job_schema", "problems_of", "read_design", "read_job", "write_job"]
