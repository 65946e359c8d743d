"""The kinds of lines somebody writes into the log, each with its fields as data: any page renders them."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from typing import Literal

from ..document.entries import EntryKind

FieldKind = Literal[
    "text", "number", "whole", "numbers", "length", "mass", "tick", "choice", "part", "finding", "step", "item", "fastenings"
]
"""Numbers: several, with blanks between. Part, finding, step, item, fastenings: chosen among the job's own, by id."""


@dataclass(frozen=True, slots=True)
class LogField:
    path: str
    label: str
    kind: FieldKind
    unit: str = ""
    choices: tuple[str, ...] = ()
    optional: bool = False


@dataclass(frozen=True, slots=True)
class LogKind:
    """``ask``: what its words are for."""

    kind: EntryKind
    label: str
    ask: str
    fields: tuple[LogField, ...] = ()


def _f(path: str, label: str, kind: FieldKind, unit: str = "", choices: Sequence[str] = (), *, optional: bool = False) -> LogField:
    return LogField(path, label, kind, unit, tuple(choices), optional)


ODOMETER = _f("odometer_km", "Odometer", "number", "km", optional=True)
WORKS = ("measure", "cut", "join", "weld", "finish", "put in", "fit", "test")
KINDS: tuple[LogKind, ...] = (
    LogKind("note", "Note", "What is worth knowing next time"),
    LogKind("change", "Change", "What was changed", (_f("reason", "Why", "text"), _f("finding", "Although this was over", "finding", optional=True))),
    LogKind(
        "hours", "Hours", "What took so long, or went well",
        (_f("hours", "Hours", "number", "h"), _f("step", "Step", "step", optional=True), _f("work", "Or kind of work", "choice", choices=WORKS, optional=True)),
    ),
    LogKind(
        "purchase", "Purchase", "From where, and what was to be said of it",
        (_f("item", "What", "item"), _f("price", "Paid in all", "number", "money"), _f("count", "How many", "whole", optional=True),
         _f("metres", "Metres, of bars", "number", "m", optional=True), _f("supplier", "Supplier", "text", optional=True)),
    ),
    LogKind(
        "mistake", "Mistake", "What happened, and how not to do it again",
        (_f("kind", "Kind", "choice", choices=("measured wrong", "cut wrong", "bought wrong", "joined wrong", "designed wrong", "damaged", "other")),
         _f("price", "It cost", "number", "money", optional=True), _f("hours", "Hours lost", "number", "h", optional=True),
         _f("part", "Part", "part", optional=True)),
    ),
    LogKind(
        "torque", "Torque check", "What moved",
        (_f("fastenings", "Fastenings; none: all of them", "fastenings", optional=True), _f("torque_nm", "Torque", "number", "N m", optional=True),
         _f("moved", "How many had moved", "whole", optional=True), ODOMETER,
         _f("again_km", "Again after", "number", "km", optional=True), _f("again_days", "Again after", "whole", "days", optional=True)),
    ),
    LogKind(
        "road test", "Road test", "Which road, what rattled, what let go",
        (_f("load", "With", "choice", choices=("empty frame", "loaded")), _f("road", "Road", "choice", choices=("paved", "gravel", "trail")),
         _f("km", "Distance", "number", "km", optional=True), ODOMETER, _f("moved", "Something moved", "tick", optional=True)),
    ),
    LogKind(
        "friction test", "Tilt test", "On what it lay, dry or wet",
        (_f("part", "What slid", "part"), _f("degrees", "Angles at which it slid", "numbers", "°")),
    ),
    LogKind("pull test", "Pull test", "How it was pulled, and with what", (_f("part", "What was pulled", "part"), _f("newton", "Force", "number", "N"), _f("held", "It held", "tick", optional=True))),
    LogKind(
        "sag", "Sag reading", "Where the load lay",
        (_f("part", "Part", "part"), _f("load", "Load put on it", "mass"), _f("sag", "It sank", "length"), _f("finding", "Beside the computed", "finding", optional=True)),
    ),
    LogKind("leak", "Damp or leak", "When, and after which weather", (_f("part", "Where", "part"), _f("kind", "How bad", "choice", choices=("damp", "drip", "leak"), optional=True))),
    LogKind(
        "incident", "Incident", "What let go, what came of it",
        (_f("part", "What let go", "part"),
         _f("manoeuvre", "While", "choice", choices=("standing", "driving on", "braking", "turning", "bump", "collision", "washing", "loading")), ODOMETER),
    ),
)  # fmt: skip
BY_KIND = {kind.kind: kind for kind in KINDS}
