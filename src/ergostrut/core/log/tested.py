"""Findings whose missing number somebody tested: each says of which line of the log it is."""

from __future__ import annotations

from collections.abc import Iterable, Sequence
from dataclasses import replace
from typing import Any

from ..changes import at_pointer
from ..constants import G
from ..finding import Finding
from ..job.document import Design, Entry
from ..quantity import Mass, QuantityError
from .uses import leaves, used

SAME = 1e-6
"""Of a number, by which the one in a working may differ from the one that was given."""


def marked(findings: Iterable[Finding], design: Design, record: Sequence[Entry]) -> tuple[Finding, ...]:
    """The findings, with those marked as tested whose working holds a friction or a rating that a line of the log gave and that still stands."""
    given = list(_given(design, record))
    return tuple(_marked(finding, given) for finding in findings)


def _given(design: Design, record: Sequence[Entry]) -> Iterable[tuple[frozenset[str], tuple[float, ...], str]]:
    """Whose setting it is, by ids; what number it is in a working; the line in words."""
    data = design.model_dump(mode="json")
    owners = {path: ids for ending in ("friction", "rating") for path, _, _, ids in leaves(design, ending)}
    for line, rows in used(record).items():
        for _, one in rows:
            for change in one.changes:
                if change.path in owners and at_pointer(data, change.path) == change.value:
                    kind = record[line].kind
                    yield owners[change.path], _numbers(change.value), f"{kind}, line {line} of the log, {record[line].at[:10]}"


def _numbers(value: Any) -> tuple[float, ...]:
    if isinstance(value, int | float):
        return (float(value),)
    try:
        kg = Mass.parse(str(value)).kg
    except QuantityError:
        return ()
    return kg, kg * G


def _marked(finding: Finding, given: Sequence[tuple[frozenset[str], tuple[float, ...], str]]) -> Finding:
    words = {word for part in finding.parts for word in part.replace("/", " ").split()}
    said = [
        text
        for ids, numbers, text in given
        if ids & words and any(line.value is not None and abs(line.value - n) <= SAME * n for line in finding.working for n in numbers)
    ]
    if not said:
        return finding
    text = "; ".join(dict.fromkeys(said))
    basis = f"{finding.basis}; tested: {text}" if finding.basis else f"tested: {text}"
    return replace(finding, sentence=f"{finding.sentence} Tested: {text}.", basis=basis)
