"""What the record says of the steps: which are done, whether their holds were checked, and what was read at them."""

from __future__ import annotations

import datetime as dt
from collections.abc import Collection, Iterable, Mapping, Sequence
from dataclasses import dataclass

from ..document.entries import StepReading
from ..finding import State
from ..frame.blocks.bed.steps import askew
from ..job.document import Entry
from ..problem import InputError, Problem
from ..quantity import Length, QuantityError
from ..structure.plans import Reading, Step
from ..units import Units
from ..wording import Say
from .lines import standing, when


@dataclass(frozen=True, slots=True)
class Tick:
    """When a step was ticked off, and whether its hold was said to be so."""

    at: str
    held: bool


@dataclass(frozen=True, slots=True)
class Read:
    """One reading of a step: the last ``value`` that was entered, ``others`` entered before and not the same, newest first; what it means."""

    reading: Reading
    value: float | None
    others: tuple[float, ...]
    state: State
    words: str


def ticks(steps: Sequence[Step], record: Iterable[Entry]) -> dict[str, Tick]:
    """Steps that are done. A step that stands for those of several builds is done as well where each of those was."""
    said: dict[str, Tick] = {}
    for _, entry in standing(record):
        name = str(entry.data.get("step", ""))
        if entry.kind == "tick":
            said[name] = Tick(entry.at, bool(entry.data.get("held", False)))
        elif entry.kind == "untick":
            said.pop(name, None)
    found = {}
    for step in steps:
        each = [said.get(name) for name in step.stands_for]
        if step.id in said:
            found[step.id] = said[step.id]
        elif each and all(each):
            found[step.id] = Tick(max(one.at for one in each if one), all(one.held for one in each if one))
    return found


def finished(done: Mapping[str, Tick]) -> dict[str, dt.datetime]:
    """When each step was done; long ago where nobody can tell, so that nothing is waited for."""
    return {name: when(tick.at) or dt.datetime.min for name, tick in done.items()}


def values(record: Iterable[Entry]) -> dict[tuple[str, str], list[float]]:
    """By step and name of the reading, what was entered, newest first."""
    found: dict[tuple[str, str], list[float]] = {}
    for _, entry in standing(record):
        if entry.kind == "reading" and entry.data:
            one = StepReading.model_validate(entry.data)
            for name, value in one.values.items():
                found.setdefault((one.step, name), []).insert(0, value)
    return found


def read(step: Step, entered: Mapping[tuple[str, str], Sequence[float]], say: Say) -> tuple[Read, ...]:
    """Every reading of a step, judged: alone against its bounds, and with those it must agree with."""
    last = {one.name: rows[0] for one in step.reads if (rows := entered.get((step.id, one.name)))}
    found = []
    for one in step.reads:
        rows = list(entered.get((step.id, one.name), ()))
        value = last.get(one.name)
        state, words = _alone(one, value, say)
        alike = [other for other in step.reads if other.alike == one.alike and other.alike]
        if state == "holds" and len(alike) > 1 and all(other.name in last for other in alike):
            state, words = _together(alike, last, say)
        others = tuple(dict.fromkeys(other for other in rows[1:] if value is not None and abs(other - value) > 1e-9))
        found.append(Read(one, value, others, state, words))
    return tuple(found)


def shown(one: Reading, value: float, say: Say) -> str:
    """A reading in words."""
    return say.length(value) if one.unit == "mm" else f"{value:g} {one.unit}"


def _alone(one: Reading, value: float | None, say: Say) -> tuple[State, str]:
    if value is None:
        return "unknown", "not read yet"
    if one.low is not None and value < one.low - 1e-9:
        return "over", f"{shown(one, one.low - value, say)} under the least of {shown(one, one.low, say)}: {_what(one, less=True)}"
    if one.high is not None and value > one.high + 1e-9:
        return "over", f"{shown(one, value - one.high, say)} over the most of {shown(one, one.high, say)}: {_what(one, less=False)}"
    if (
        one.low is None
        and one.high is None
        and one.planned is not None
        and one.within
        and abs(value - one.planned) > max(10.0, 0.01 * one.planned)
    ):
        return (
            "over",
            f"planned is {shown(one, one.planned, say)}: it is another length that was read, or the frame is not the one that is drawn",
        )
    return "holds", "holds"


def follows(rows: Sequence[Read], marks: Mapping[str, str], cut: Collection[str], say: Say) -> tuple[str, ...]:
    """What a narrower opening asks of the parts that run in it, in words: how long each is to be, and which are ``cut`` already and too long."""
    found = []
    for name in dict.fromkeys(row.reading.alike for row in rows if row.reading.make and row.state == "over"):
        least = min((row for row in rows if row.reading.alike == name and row.value is not None), key=lambda row: row.value or 0.0)
        one, value = least.reading, least.value or 0.0
        if one.planned is None or value >= one.planned:
            continue
        by, late = one.planned - value, [part for part in one.parts if part in cut]
        said = ", ".join(sorted({marks.get(part, part) for part in one.parts if part not in cut}))
        if said:
            found.append(f"{said}: cut {say.length(by)} shorter, for a drawer {say.length(value - one.make)} wide")
        if late:
            names = ", ".join(sorted({marks.get(part, part) for part in late}))
            found.append(f"{names}: cut already and {say.length(by)} too long: trim, or plane the opening")
    return tuple(found)


def _what(one: Reading, *, less: bool) -> str:
    if one.unit == "N m":
        return "tighten it and read again" if less else "slacken it, look at the thread, tighten it anew"
    if one.unit == "%":
        return "let it dry in the shop, or say on Prove that its lumber stays wet"
    if one.make:
        return "make the drawer for what it is" if less else "shim the slides, not the drawer"
    return "mend it before the next step"


def _together(alike: Sequence[Reading], last: Mapping[str, float], say: Say) -> tuple[State, str]:
    """Readings that must agree: by how much they do not, and what to move."""
    rows = sorted(alike, key=lambda one: last[one.name])
    low, high = rows[0], rows[-1]
    off, within = last[high.name] - last[low.name], max(one.within for one in alike)
    if off <= within + 1e-9:
        return "holds", f"alike within {shown(low, off, say)}"
    words = f"they differ by {shown(low, off, say)}, {shown(low, within, say)} are allowed"
    if len(alike) == 2 and low.alike == "diagonals" and low.base:
        moved = (last[high.name] ** 2 - last[low.name] ** 2) / (4 * low.base)
        words += f": push a long side along by {say.length(moved)}, so that “{high.name}” gets shorter"
    elif len(alike) == 2 and low.arm and last[low.name] > low.arm:
        moved = askew(last[high.name], last[low.name], low.arm)
        words += f": move the end that reads more towards the coupling by {say.length(moved)}, or both by half of it"
    return "over", words


def read_values(typed: Mapping[str, str], step: Step, units: Units) -> dict[str, float]:
    """Readings as typed, in their units; empty ones left out.

    Raises:
        InputError: naming the reading that cannot be, or that the step does not have.
    """
    known = {one.name: one for one in step.reads}
    found = {}
    for name, text in typed.items():
        if not text.strip():
            continue
        if name not in known:
            words = f"this step has no reading “{name}”; it has {', '.join(known) or 'none'}"
            raise InputError([Problem(field=f"/values/{name}", message=words)])
        found[name] = _number(name, text, known[name], units)
    if not found:
        raise InputError([Problem(field="/values", message="give at least one reading")])
    return found


def _number(name: str, text: str, one: Reading, units: Units) -> float:
    try:
        return round(Length.parse(text, units.length).mm, 3) if one.unit == "mm" else float(text.replace(",", "."))
    except (QuantityError, ValueError) as error:
        words = str(error) if isinstance(error, QuantityError) else f"“{text[:40]}” is no number of {one.unit}"
        raise InputError([Problem(field=f"/values/{name}", message=words)]) from None
