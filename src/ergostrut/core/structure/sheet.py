"""A form as data, of a family or a kind of host: what can be chosen, with which words, when. The page renders any sheet.

The static sheet stands in the folder of its family or kind; ``shown`` gives the rows that a build or a survey has now, with what can be chosen.
"""

from __future__ import annotations

from collections.abc import Callable, Mapping, Sequence
from dataclasses import dataclass, replace
from typing import Any, Literal

from ..catalog.model import Catalog, Planks
from ..changes import is_index
from .host import Host
from .systems import SYSTEMS

Kind = Literal["length", "mass", "number", "whole", "tick", "choice", "text", "system"]
Source = Literal[
    "framed",
    "runs",
    "flats",
    "legs",
    "sheets",
    "threads",
    "grades",
    "screws",
    "fasteners",
    "edges",
    "hang rows",
    "wall rows",
    "roof rows",
    "builds",
]
"""Where choices come from: sections of the framing system, any bar, those and flat bars, tubes, panels and boards, and so on."""


@dataclass(frozen=True, slots=True)
class When:
    """A row is shown where the parameter at ``path`` is one of ``values``; ``ask`` a fact about it instead of its value."""

    path: str
    values: tuple[str | bool | int | None, ...]
    ask: Literal["value", "boards", "fastener", "set", "more"] = "value"


@dataclass(frozen=True, slots=True)
class Choice:
    """``also``: what else choosing it sets, as (path, value); ``closed``: why it cannot be taken, if so."""

    value: str
    label: str
    also: tuple[tuple[str, Any], ...] = ()
    closed: str = ""


@dataclass(frozen=True, slots=True)
class Row:
    """One parameter. ``path`` below the build; ``choices`` fixed ones, or ``source`` where they come from; ``optional``: may be left empty.

    ``brings``: parameters that take a framing system's own sections, as (path, name of the section there); ``resets``: others it sets
    back. ``knob``: worth turning beside a drawing. ``empty``: what an empty field stands for."""

    path: str
    label: str
    kind: Kind
    choices: tuple[Choice, ...] = ()
    source: Source | None = None
    when: tuple[When, ...] = ()
    help: str = ""
    optional: bool = False
    unit: str = ""
    item: str = ""
    """The list's item that it belongs to."""
    empty: str = ""
    knob: bool = False
    brings: tuple[tuple[str, Literal["rail", "rib"]], ...] = ()
    resets: tuple[tuple[str, Any], ...] = ()


@dataclass(frozen=True, slots=True)
class Command:
    """A button: sets ``path`` to ``value`` or adds it to the list there; ``make`` works the value out from the parameters."""

    label: str
    path: str
    value: Any = None
    op: Literal["set", "add", "remove"] = "set"
    when: tuple[When, ...] = ()
    make: Callable[[Any], Any] | None = None
    item: str = ""


@dataclass(frozen=True, slots=True)
class Repeat:
    """Rows for every item of the list at ``path``; ``name`` the field that names one, ``item`` the kind of plain values."""

    path: str
    label: str
    rows: tuple[Row, ...] = ()
    name: str = ""
    item: Kind | None = None
    when: tuple[When, ...] = ()


@dataclass(frozen=True, slots=True)
class Group:
    """A part of the sheet with its title, in the order it is filled in."""

    title: str
    rows: tuple[Row | Repeat | Command, ...]
    help: str = ""


def only(group: Group, *when: When) -> Group:
    """The group, shown only where all of these hold besides."""
    return replace(group, rows=tuple(replace(row, when=(*row.when, *when)) for row in group.rows))


def options(*values: str, **labels: str) -> tuple[Choice, ...]:
    """Plain choices: values that are their own words, and values with others."""
    return (*(Choice(value, value) for value in values), *(Choice(value, label) for value, label in labels.items()))


def value_at(data: Any, path: str) -> Any:
    """The value at a path of a build's plain data; None where there is none."""
    for step in path.split("/"):
        if isinstance(data, list):
            data = data[int(step)] if is_index(step) and int(step) < len(data) else None
        elif isinstance(data, dict):
            data = data.get(step)
        else:
            return None
    return data


def _holds(when: When, data: Any, catalog: Catalog) -> bool:
    value = value_at(data, when.path)
    match when.ask:
        case "set":
            return (value is not None) in when.values
        case "boards":
            return isinstance(catalog.sheets.get(value), Planks) in when.values
        case "more":
            return (len(SYSTEMS[data["framing"]].fasteners) > 1) in when.values
        case "fastener":
            return (SYSTEMS[data["framing"]].joint if value == "usual" else value) in when.values
    return value in when.values


_SHAPES = {"runs": ("tube", "flat", "angle", "channel"), "legs": ("tube", "lumber", "angle", "tslot", "strut", "pipe")}


def _choices(row: Row, data: Mapping[str, Any], catalog: Catalog, host: Host | None, under: Mapping[str, str]) -> tuple[Choice, ...]:
    sections = catalog.sections.values()
    match row.source:
        case "framed":
            system = SYSTEMS[data["framing"]]
            return tuple(Choice(s.id, s.label) for s in sections if system.takes(s))
        case "flats":
            system = SYSTEMS[data["framing"]]
            return tuple(Choice(s.id, s.label) for s in sections if system.takes(s) or s.properties.shape == "flat")
        case "runs" | "legs":
            return tuple(Choice(s.id, s.label) for s in sections if s.properties.shape in _SHAPES[row.source])
        case "sheets":
            return tuple(Choice(s.id, s.label) for s in catalog.sheets.values())
        case "edges":
            return tuple(Choice(s.id, s.label) for s in sections if s.properties.shape in ("lumber", "flat", "angle"))
        case "hang rows" | "wall rows" | "roof rows":
            return _rows(row, data, host)
        case "builds":
            return _under(row, data, under)
        case "threads":
            return options(*catalog.threads)
        case "grades":
            return options(*catalog.grades)
        case "screws":
            return options(*catalog.wood_screws)
        case "fasteners":
            usual, *others = SYSTEMS[data["framing"]].fasteners
            return (Choice("usual", usual), *options(*others))
    if row.kind == "system":
        return tuple(
            Choice(
                system.id,
                system.label,
                (*((path, getattr(system, name)) for path, name in row.brings), *row.resets),
                "" if system.slide else "not framed in it",
            )
            for system in SYSTEMS.values()
        )
    # a part that is left off stays off
    return tuple(replace(one, also=tuple(pair for pair in one.also if value_at(data, pair[0]) is not None)) for one in row.choices)


def _rows(row: Row, data: Mapping[str, Any], host: Host | None) -> tuple[Choice, ...]:
    """The host's rows of fixing points on its walls, or over what hangs; one that is gone is said to be."""
    words = "drilled" if row.source == "wall rows" else "eyes of its own"
    faces = {"wall rows": ("wall",), "roof rows": ("roof",)}.get(row.source or "", ("wall", "roof"))
    known = [r for r in host.rows.values() if r.face.endswith(faces)] if host else []
    found = [Choice("", words), *(Choice(r.name, f"{r.name}, {r.kind} on the {r.face}") for r in known)]
    value = value_at(data, row.path)
    if value and value not in [choice.value for choice in found]:
        found.append(Choice(value, f"{value}, which the host has not"))
    return tuple(found)


def _under(row: Row, data: Mapping[str, Any], under: Mapping[str, str]) -> tuple[Choice, ...]:
    """The vehicle, and the builds that it may stand on; one that is gone is said to be."""
    found = [Choice("", "the vehicle itself"), *(Choice(ident, label) for ident, label in under.items() if ident != data["id"])]
    value = value_at(data, row.path)
    if value and value not in under:
        found.append(Choice(value, f"{value}, which nothing stands on"))
    return tuple(found)


def _below(row: Row, path: str) -> Row:
    """A row of a list's item; what it is shown for lies in that item."""
    when = tuple(replace(one, path=f"{path}/{one.path}") for one in row.when)
    return replace(row, path=f"{path}/{row.path}" if row.path else path, when=when)


def _item_rows(repeat: Repeat, data: Mapping[str, Any]) -> list[Row | Command]:
    """Rows of every item of a list, each with a way to take it away."""
    found = list[Row | Command]()
    for i, item in enumerate(value_at(data, repeat.path) or ()):
        at, name = f"{repeat.path}/{i}", str((item.get(repeat.name) if isinstance(item, dict) else "") or f"{repeat.label} {i + 1}")
        if repeat.item is not None:
            found.append(Row(at, name, repeat.item))
        else:
            found += [replace(_below(row, at), label=f"{name}: {row.label.lower()}", item=name) for row in repeat.rows]
        found.append(Command(f"Remove {name}", at, op="remove", item="" if repeat.item is not None else name))
    return found


@dataclass(frozen=True, slots=True)
class ShownGroup:
    """A group as a build has it now."""

    title: str
    help: str
    rows: tuple[Row | Command, ...]


def shown(
    sheet: Sequence[Group], params: Any, catalog: Catalog, host: Host | None = None, under: Mapping[str, str] | None = None
) -> tuple[ShownGroup, ...]:
    """The rows a build has now, choices filled in, lists spread out; groups that have none are left out, as is a choice between builds to stand on
    where there are none. ``under``: those builds' labels by id."""
    data = params.model_dump(mode="json")
    found = []
    for group in sheet:
        rows = list[Row | Command]()
        for row in group.rows:
            if not all(_holds(when, data, catalog) for when in row.when):
                continue
            for one in _item_rows(row, data) if isinstance(row, Repeat) else [row]:
                if isinstance(one, Command):
                    rows.append(replace(one, value=one.make(params), make=None) if one.make else one)
                elif all(_holds(when, data, catalog) for when in one.when):
                    one = replace(one, choices=_choices(one, data, catalog, host, under or {}))
                    if one.source != "builds" or len(one.choices) > 1:
                        rows.append(one)
        if rows:
            found.append(ShownGroup(group.title, group.help, tuple(rows)))
    return tuple(found)


def paths_of(sheet: Sequence[Group]) -> list[str]:
    """Every parameter that a sheet has a row for, lists with their items' fields as ``list/field``."""
    found = []
    for group in sheet:
        for row in group.rows:
            if isinstance(row, Repeat):
                found += [f"{row.path}/{one.path}" for one in row.rows] or [row.path]
                own = f"{row.path}/{row.name}"
                found += [own] if row.name and own not in found else []
            elif isinstance(row, Row):
                found.append(row.path)
    return found
