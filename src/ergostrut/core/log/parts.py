"""What the record says of every part: planned, bought, cut or fitted, and what it came out as."""

from __future__ import annotations

from collections.abc import Iterable, Mapping, Sequence
from dataclasses import dataclass

from ..document.entries import PART_STATES, MadePart, PartReading, PartState
from ..job.document import Entry
from ..structure.plans import CutPiece
from .lines import standing

DONE: tuple[PartState, ...] = ("cut", "fitted")
"""States in which a part's size is no longer a plan."""


@dataclass(frozen=True, slots=True)
class Made:
    """A part as it was last said to be, and when."""

    at: str
    part: MadePart

    @property
    def done(self) -> bool:
        return self.part.state in DONE


def made_parts(record: Iterable[Entry]) -> dict[str, Made]:
    """By part, the last that was said; a part that is planned again is as if nothing had been."""
    found: dict[str, Made] = {}
    for _, entry in standing(record):
        if entry.kind == "part":
            for part, data in entry.data.items():
                found[part] = Made(entry.at, MadePart.model_validate(data))
    return {part: made for part, made in found.items() if made.part.state != "planned"}


def said(
    rows: Sequence[CutPiece], parts: Iterable[str], state: PartState, reading: PartReading, before: Mapping[str, Made]
) -> dict[str, MadePart]:
    """What a line says of ``parts``: their sizes as the design has them now, or, of what is cut already, had them when it was cut."""
    by_part = {part: row for row in rows for part in row.parts}
    found = {}
    for part in parts:
        old, row = before.get(part), by_part.get(part)
        if old is not None and old.done and state in DONE:
            kept = {name: value for name, value in reading.model_dump().items() if value is not None}
            found[part] = old.part.model_copy(update={"state": state, "reading": PartReading(**{**old.part.reading.model_dump(), **kept})})
        elif row is not None:
            found[part] = MadePart(
                state=state, mark=row.mark, stock=row.stock, length_mm=round(row.length, 2),
                width_mm=None if row.width is None else round(row.width, 2), reading=reading,
            )  # fmt: skip
    return found


@dataclass(frozen=True, slots=True)
class RowState:
    """How many parts of a row of the cut list are in each state, in the order of the states."""

    mark: str
    counts: tuple[int, ...]


def states_of(rows: Sequence[CutPiece], made: Mapping[str, Made]) -> tuple[RowState, ...]:
    """Row by row."""
    found = []
    for row in rows:
        states = [made[part].part.state if part in made else "planned" for part in row.parts]
        found.append(RowState(row.mark, tuple(states.count(state) for state in PART_STATES)))
    return tuple(found)
