"""The stockroom as a table: CSV out and in, lengths with their units."""

from __future__ import annotations

import csv
import io
from collections.abc import Iterable

from pydantic import ValidationError

from ergostrut.core.document.stockroom import MOST, OnHand
from ergostrut.core.problem import InputError, Problem, problems_of

from .csv_out import safe

COLUMNS = ("id", "stock", "length", "width", "count", "price", "offcut", "note")
BYTES = 1_000_000


def write_stockroom(rows: Iterable[OnHand]) -> str:
    """The table; ``read_stockroom`` returns equal rows."""
    out = io.StringIO()
    table = csv.writer(out, lineterminator="\r\n")
    table.writerow(COLUMNS)
    for row in rows:
        price = "" if row.price is None else f"{row.price:g}"
        cells = (row.id, row.stock, str(row.length), str(row.width or ""), row.count, price, "yes" if row.offcut else "no", row.note)
        table.writerow([safe(str(cell)) for cell in cells])
    return out.getvalue()


def read_stockroom(text: str) -> tuple[OnHand, ...]:
    """Rows of a table whose first line names its columns, in any order; ``id`` and ``length`` must be there.

    Raises:
        InputError: by line, and the column that cannot be used.
    """
    if len(text) > BYTES:
        raise _refused("file", f"this table is larger than {BYTES // 1_000_000} MB; split it")
    try:
        lines = list(csv.reader(io.StringIO(text.lstrip("\ufeff"), newline=""), strict=True))
    except csv.Error as error:
        raise _refused("file", f"this is no table of comma-separated values: {error}") from None
    head = [cell.strip().lower() for cell in lines[0]] if lines else []
    for name in ("id", "length"):
        if name not in head:
            raise _refused("line 1", f"the first line names the columns, and “{name}” is not among them: {', '.join(COLUMNS)}")
    if unknown := [name for name in head if name and name not in COLUMNS]:
        raise _refused("line 1", f"a column “{unknown[0]}” is not known; there are {', '.join(COLUMNS)}")
    if len(lines) > MOST + 1:
        raise _refused("file", f"{len(lines) - 1} rows, at most {MOST} are taken; split it")
    rows, problems = [], list[Problem]()
    for number, cells in enumerate(lines[1:], 2):
        if not any(cell.strip() for cell in cells):
            continue
        try:
            rows.append(OnHand.model_validate(_row(dict(zip(head, cells, strict=False)))))
        except ValidationError as error:
            problems += [Problem(field=f"line {number}, {one.field.strip('/')}", message=one.message) for one in problems_of(error)]
    if problems:
        raise InputError(problems)
    return tuple(rows)


def _row(cells: dict[str, str]) -> dict[str, object]:
    """A line's cells as a record has them; empty ones are left out."""
    found: dict[str, object] = {}
    for name, cell in cells.items():
        # what was made harmless on its way out
        value = cell.strip().removeprefix("'")
        if not name or not value:
            continue
        if name == "offcut":
            found[name] = value.lower() in ("yes", "true", "1")
        elif name in ("count", "price"):
            found[name] = _number(value)
        else:
            found[name] = value
    return found


def _number(text: str) -> object:
    """A number where it is one; what is refused otherwise, at its field."""
    try:
        return int(text) if text.isdecimal() else float(text)
    except ValueError:
        return text


def _refused(field: str, message: str) -> InputError:
    return InputError([Problem(field=field, message=message)])
