"""A part that came out other than planned: which setting of its build would make the design follow it, and what else then changes."""

from __future__ import annotations

from collections.abc import Iterator, Mapping
from dataclasses import dataclass
from typing import Any

from ..catalog.model import Catalog
from ..changes import Change, at_pointer
from ..cut.parts import pieces
from ..frame.build import family_of
from ..job.change import apply
from ..job.document import Design
from ..problem import InputError
from ..quantity import Length
from ..report import StockError, context_of
from ..structure.plans import CutPiece
from ..structure.sheet import Row, shown
from .parts import Made

CLOSE = 0.1
"""mm within which the design has followed."""
LEAST = 0.3
"""mm: what is less off is followed by nothing."""

Sizes = dict[str, tuple[CutPiece, float, float]]
"""By part: its row, its length and its width (0 of a bar), mm."""


@dataclass(frozen=True, slots=True)
class Turned:
    """A part that a change turns out otherwise: ``was`` and ``now`` mm; ``cut`` already."""

    part: str
    mark: str
    was: float
    now: float
    cut: bool


@dataclass(frozen=True, slots=True)
class Follow:
    """A setting that makes the design follow: ``label`` of it, its value ``was`` and ``now`` as written; parts not cut yet follow, those cut
    already no longer fit, which costs ``price`` of stock."""

    change: Change
    label: str
    was: str
    now: str
    follows: tuple[Turned, ...]
    misfits: tuple[Turned, ...]
    price: float


def _sizes(design: Design, catalog: Catalog) -> Sizes | None:
    """None where there can be no such design."""
    try:
        rows = pieces(context_of(design, catalog))
    except (InputError, StockError, ValueError):
        return None
    return {part: (row, row.length, row.width or 0.0) for row in rows for part in row.parts}


def _lengths(design: Design, catalog: Catalog, build: str) -> Iterator[tuple[str, str, Length]]:
    """Path, label and value of every length that is set on the form of a build."""
    for i, one in enumerate(design.builds):
        if one.id != build:
            continue
        data: dict[str, Any] = one.model_dump(mode="json")
        for group in shown(family_of(one.family).sheet, one, catalog):
            for row in group.rows:
                if isinstance(row, Row) and row.kind == "length" and isinstance(value := at_pointer(data, row.path), str):
                    yield f"/builds/{i}/{row.path.lstrip('/')}", row.label, Length.parse(value)


def _written(mm: float, unit: str) -> str:
    return f"{mm / 25.4:.4f}".rstrip("0").rstrip(".") + " in" if unit != "mm" else f"{mm:.2f}".rstrip("0").rstrip(".") + " mm"


def followed(design: Design, catalog: Catalog, part: str, width: bool, actual: float, made: Mapping[str, Made]) -> tuple[Follow, ...]:
    """Settings that give ``part`` the size it came out with, those that turn fewest cut parts into waste first; none where nothing does.

    Args:
        width: the panel's width, not its length.
        actual: mm as read.
    """
    before = _sizes(design, catalog)
    if before is None or part not in before:
        return ()
    at = 2 if width else 1
    off = actual - float(before[part][at])  # type: ignore[arg-type]
    if abs(off) < LEAST:
        return ()
    found = []
    for path, label, value in _lengths(design, catalog, part.split("/", 1)[0]):
        turned = _turned(design, catalog, path, value, part, at, off, before)
        if turned is not None:
            found.append(_told(label, value, turned[0], before, turned[1], made))
    return tuple(sorted(found, key=lambda row: (len(row.misfits), len(row.follows), row.label)))


def _turned(
    design: Design, catalog: Catalog, path: str, value: Length, part: str, at: int, off: float, before: Sizes
) -> tuple[Change, Sizes] | None:
    """The change of one setting after which the part is as it came out, and all sizes then: first how it answers, then by how much."""
    step = off
    for _ in range(2):
        change = Change(path, _written(value.mm + step, design.units.length))
        try:
            after = _sizes(apply(design, [change]), catalog)
        except InputError:
            return None
        if after is None or part not in after:
            return None
        moved = float(after[part][at]) - float(before[part][at])  # type: ignore[arg-type]
        if abs(moved - off) <= CLOSE:
            return change, after
        if abs(moved) < LEAST:
            return None
        step *= off / moved
    return None


def _told(label: str, value: Length, change: Change, before: Sizes, after: Sizes, made: Mapping[str, Made]) -> Follow:
    turned, price = [], 0.0
    for part, (row, long, wide) in before.items():
        if part not in after:
            continue
        _, then, across = after[part]
        was, now = (long, then) if abs(then - long) >= abs(across - wide) else (wide, across)
        cut = part in made and made[part].done
        if abs(now - was) > CLOSE and not (cut and _came_out(made[part], now)):
            turned.append(Turned(part, made[part].part.mark if part in made else row.mark, was, now, cut))
            price += row.price if cut and now > was else 0.0
    return Follow(
        change,
        label,
        str(value),
        str(change.value),
        tuple(row for row in turned if not row.cut),
        tuple(row for row in turned if row.cut),
        price,
    )


def _came_out(made: Made, now: float) -> bool:
    """Whether that is what the part was read to be."""
    return any(read is not None and abs(read.mm - now) <= CLOSE for read in (made.part.reading.length, made.part.reading.width))
