"""Who makes it, when, with what and what is waited for: what a schedule is worked out from."""

from __future__ import annotations

import datetime as dt
from typing import Annotated, Literal

from pydantic import Field, model_validator

from ..problem import FieldError
from ..record import Record

Day = Annotated[dt.date, Field(ge=dt.date(2000, 1, 1), le=dt.date(2199, 12, 31))]
Weekday = Literal["Mon", "Tue", "Wed", "Thu", "Fri", "Sat", "Sun"]
WEEKDAYS: tuple[Weekday, ...] = ("Mon", "Tue", "Wed", "Thu", "Fri", "Sat", "Sun")


class Away(Record):
    """From one day to another, both included."""

    start: Day
    end: Day

    @model_validator(mode="after")
    def _forward(self) -> Away:
        if self.end < self.start:
            raise FieldError("end", "it ends before it starts")
        return self

    def has(self, day: dt.date) -> bool:
        return self.start <= day <= self.end


class Lead(Record):
    """A delivery: days from the start of the job until ``item`` is there; ``item`` by its id in the catalogue."""

    item: Annotated[str, Field(min_length=1, max_length=60)]
    days: Annotated[int, Field(ge=0, le=365)]


class ToolKept(Record):
    """How many of a tool there are, and, of a borrowed one, from when to when."""

    tool: Literal["saw", "welder", "paint place"]
    count: Annotated[int, Field(ge=1, le=9)] = 1
    start: Day | None = None
    end: Day | None = None


class Plan(Record):
    """``begins``: the first day of work; None: not said. ``away``: days without the vehicle; ``off``: days nobody works. ``factors``: this
    shop's hours by kind of work, or by system and kind (“welded_steel_tube/weld”), over what is common practice. ``temperature`` of the shop, C."""

    begins: Day | None = None
    people: Annotated[int, Field(ge=1, le=12)] = 1
    hours_a_day: Annotated[float, Field(ge=0.5, le=16)] = 6.0
    days: Annotated[tuple[Weekday, ...], Field(min_length=1, max_length=7)] = ("Mon", "Tue", "Wed", "Thu", "Fri")
    off: Annotated[tuple[Away, ...], Field(max_length=40)] = ()
    away: Annotated[tuple[Away, ...], Field(max_length=40)] = ()
    leads: Annotated[tuple[Lead, ...], Field(max_length=200)] = ()
    tools: Annotated[tuple[ToolKept, ...], Field(max_length=20)] = ()
    temperature: Annotated[float, Field(ge=-20, le=45)] | None = None
    factors: Annotated[dict[Annotated[str, Field(max_length=60)], Annotated[float, Field(ge=0.1, le=10)]], Field(max_length=100)] = {}
