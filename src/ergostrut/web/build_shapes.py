"""What goes over the wire of builds: their forms, and the families to choose from."""

from __future__ import annotations

from typing import Any, Literal

from pydantic import Field

from ergostrut.core.primitives import View

from .shapes import Wire


class AlsoOut(Wire):
    path: str
    value: Any


class ChoiceOut(Wire):
    value: str
    label: str
    also: list[AlsoOut] = []
    closed: str = ""


class FormRow(Wire):
    """A field, or a button where ``op`` is given. Paths are below the design."""

    path: str
    label: str
    kind: Literal["length", "mass", "number", "whole", "tick", "choice", "text", "system", "command"]
    choices: list[ChoiceOut] = []
    help: str = ""
    optional: bool = False
    unit: str = ""
    empty: str = ""
    knob: bool = False
    item: str = ""
    op: Literal["set", "add", "remove"] | None = None
    value: Any = None


class FormGroup(Wire):
    title: str
    help: str
    rows: list[FormRow]


class FormOut(Wire):
    """The form of one build as it stands now."""

    build: str
    index: int
    family: str
    groups: list[FormGroup]


class BuildQuery(Wire):
    build: str = Field(default="", max_length=24)


class FamilyCard(Wire):
    """A family drawn at its start size in this host; ``error`` says why it cannot start here."""

    id: str
    label: str
    words: str
    view: View | None
    error: str = ""


class FamiliesOut(Wire):
    families: list[FamilyCard]


class NewBuild(Wire):
    """A build to add: a ``family`` at its start size, or a ``copy`` of a build of the job."""

    version: int = Field(ge=0, le=2**53)
    family: str = Field(default="", max_length=40)
    copy_of: str = Field(default="", max_length=24)
