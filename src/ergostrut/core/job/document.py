"""The job document, version 3: what is saved, exported, imported, checked and compared.

It holds what the user said, never what was computed. ``design`` is what undo and restore act on;
``record`` only grows. Here the unions over kinds of host and families of builds close.
"""

from __future__ import annotations

import functools
import json
import operator
from typing import TYPE_CHECKING, Annotated, Any, Literal

from pydantic import Discriminator, Field, ValidationError, ValidationInfo, field_validator

from ..document.base import MOST_BUILDS, BuildBase, DesignBase
from ..document.entries import EntryKind, fields_of
from ..document.survey import HostBase, Text
from ..frame.families import FAMILIES
from ..json_limits import read_json
from ..measure.hosts import KINDS
from ..problem import FieldError, InputError, Problem, problems_of
from ..record import Record
from ..units import Units
from .upgrade import VERSION, upgrade, upgraded_design

if TYPE_CHECKING:
    AnyHost = HostBase
    AnyBuild = BuildBase
else:

    def _closed(types: list[type], key: str) -> Any:
        """The union of ``types``, told apart by ``key``; one alone needs no telling."""
        union = functools.reduce(operator.or_, types)
        return union if len(types) == 1 else Annotated[union, Discriminator(key)]

    AnyHost = _closed([kind.survey for kind in KINDS.values()], "kind")
    AnyBuild = _closed([family.params for family in FAMILIES.values()], "family")


class Design(DesignBase):
    """Everything undo and restore act on."""

    host: AnyHost
    builds: tuple[AnyBuild, ...] = Field(default=(), max_length=MOST_BUILDS)


class Entry(Record):
    """One line of the record: added, never changed. ``data``: the fields of its kind (``document/entries``)."""

    kind: EntryKind
    at: Annotated[str, Field(max_length=40)]
    text: Text = ""
    uid: Annotated[str, Field(max_length=60)] = ""
    """What its sender calls it, so that what is sent twice counts once."""
    data: Annotated[dict[Annotated[str, Field(max_length=200)], Any], Field(max_length=2_000)] = {}

    @field_validator("data")
    @classmethod
    def _of_its_kind(cls, data: dict[str, Any], info: ValidationInfo) -> dict[str, Any]:
        try:
            return fields_of(info.data.get("kind", ""), data, info.context)
        except ValidationError as error:
            first = problems_of(error)[0]
            raise FieldError(first.field.removeprefix("/"), first.message) from None


class Job(Record):
    """The whole file."""

    format: Literal["ergostrut-job"] = "ergostrut-job"
    version: Literal[3] = VERSION
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
        raise InputError(problems_of(error, (*FAMILIES, *KINDS))) from None


def read_job(text: str) -> Job:
    """Read a job file.

    Raises:
        InputError: naming the line of broken JSON, or the field that cannot be used.
    """
    data = read_json(text, "a job")
    if not isinstance(data, dict) or data.get("format") != "ergostrut-job":
        raise InputError([Problem(field="/format", message="this is not an Ergostrut job file")])
    data = upgrade(data)
    try:
        return Job.model_validate(data)
    except ValidationError as error:
        raise InputError(problems_of(error, (*FAMILIES, *KINDS))) from None


def write_job(job: Job) -> str:
    """The job as its file's text; ``read_job`` returns an equal job."""
    return json.dumps(job.model_dump(mode="json"), indent=2, ensure_ascii=False) + "\n"


def job_schema() -> dict[str, Any]:
    """The published JSON Schema of the job file."""
    schema = Job.model_json_schema(mode="validation")
    return {
        "$schema": "https://json-schema.org/draft/2020-12/schema",
        "title": f"Ergostrut job, version {VERSION}",
        **{k: v for k, v in schema.items() if k != "title"},
    }


__all__ = ["VERSION", "Design", "Entry", "Job", "job_schema", "read_design", "read_job", "upgraded_design", "write_job"]
