"""Bolts through a base into the host: existing holes by name, or drilled ones."""

from __future__ import annotations

from typing import Annotated, Literal

from pydantic import Field, model_validator

from ...catalog.model import Catalog, Section
from ...constants import G
from ...document.survey import Name
from ...problem import FieldError
from ...quantity import Between, Length, Place, Rating
from ...record import Record
from ...structure.host import Host
from ...structure.nouns.holds import Anchor
from .stock import StockId, typed


class Fixing(Record):
    """One bolt through the base: into an existing hole by name, or drilled at a place. A ``rivet nut`` (or plate nut) in sheet
    is sold for a load; what the sheet round it holds is unknown until rated. ``spacer``: height of one under the rail, ``loose`` where its hole in the rail lets the bolt lean: then the bolt is held at its foot alone.
    ``tab``: how far a tab from the rail reaches past a bolt that stands beside it."""

    name: Name
    hole: Annotated[str, Field(max_length=60)] | None = None
    x: Place | None = None
    y: Place | None = None
    thread: StockId = "M8"
    grade: StockId = "ISO 8.8"
    washer: Annotated[Length, Between(3, 300)] = typed("24 mm")
    backing: bool = False
    spacer: Annotated[Length, Between(0, 500)] = typed("0 mm")
    loose: bool = False
    tab: Annotated[Length, Between(5, 1_000)] | None = None
    nut: Literal["through bolt", "rivet nut"] = "through bolt"
    nut_sold: Rating | None = None
    sheet_rating: Rating | None = None

    @model_validator(mode="after")
    def _placed(self) -> Fixing:
        if self.hole is None and (self.x is None or self.y is None):
            raise FieldError("x", f"fixing {self.name}: name an existing hole, or give x and y where it is drilled")
        return self


def anchors(
    body: str, fixings: tuple[Fixing, ...], host: Host, rail: Section, catalog: Catalog, *, flat: bool = False
) -> tuple[Anchor, ...]:
    """The fixings of a body whose rails of ``rail``, laid ``flat`` or not, they pass through; what is missing is named, not refused."""
    found = []
    for fixing in fixings:
        hole = host.holes.get(fixing.hole) if fixing.hole else None
        thread_id = hole.thread if hole else fixing.thread
        thread = catalog.threads.get(thread_id)
        grade = catalog.grades.get(fixing.grade)
        missing = ""
        if fixing.hole is not None and hole is None:
            missing = f"the host has no hole “{fixing.hole}”"
        elif thread is None:
            missing = f"thread “{thread_id}” is not in the catalogue"
        elif grade is None:
            missing = f"bolt grade “{fixing.grade}” is not in the catalogue"
        x = hole.x if hole else fixing.x.mm if fixing.x else 0.0
        y = hole.y if hole else fixing.y.mm if fixing.y else 0.0
        found.append(
            Anchor(
                f"{body}/fixing.{fixing.name}",
                fixing.name,
                x,
                y,
                thread,
                grade.Fu if grade else 0.0,
                fixing.grade,
                fixing.washer.mm,
                fixing.backing,
                fixing.hole,
                missing,
                fixing.nut == "rivet nut",
                fixing.nut_sold.kg * G if fixing.nut_sold else None,
                fixing.sheet_rating.kg * G if fixing.sheet_rating else None,
                rail,
                flat,
                grade.proof if grade else 0.0,
                fixing.spacer.mm,
                fixing.tab.mm if fixing.tab else None,
                grade.Fy if grade else 0.0,
                fixing.loose,
            )
        )
    return tuple(found)
