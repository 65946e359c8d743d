"""Prices as a table: out with what each is, in by id and price alone."""

from __future__ import annotations

import csv
import io
from collections.abc import Collection, Iterable

from ergostrut.core.cut.prices import Price
from ergostrut.core.problem import InputError, Problem

from .csv_out import safe

COLUMNS = ("id", "what", "per", "price")
BYTES, MOST = 1_000_000, 5_000
DEAREST = 100_000.0


def write_prices(rows: Iterable[Price]) -> str:
    """The table, the job's own prices where it has them."""
    out = io.StringIO()
    table = csv.writer(out, lineterminator="\r\n")
    table.writerow(COLUMNS)
    for row in rows:
        table.writerow([safe(cell) for cell in (row.id, row.label, row.per, f"{row.typical if row.own is None else row.own:g}")])
    return out.getvalue()


def read_prices(text: str, known: Collection[str]) -> dict[str, float]:
    """Prices by id, of a table whose first line names its columns; ``id`` and ``price`` must be there, others are passed over.

    Args:
        known: ids that have a price; others are refused.

    Raises:
        InputError: by line, and what is wrong there.
    """
    if len(text) > BYTES:
        raise InputError([Problem(field="file", message=f"this table is larger than {BYTES // 1_000_000} MB; split it")])
    try:
        lines = list(csv.reader(io.StringIO(text.lstrip("\ufeff"), newline=""), strict=True))
    except csv.Error as error:
        raise InputError([Problem(field="file", message=f"this is no table of comma-separated values: {error}")]) from None
    head = [cell.strip().lower() for cell in lines[0]] if lines else []
    if "id" not in head or "price" not in head:
        raise InputError([Problem(field="line 1", message="the first line names the columns; “id” and “price” must be among them")])
    if len(lines) > MOST:
        raise InputError([Problem(field="file", message=f"{len(lines)} lines, at most {MOST} are read; split it")])
    found: dict[str, float] = {}
    problems = []
    for number, cells in enumerate(lines[1:], 2):
        row = dict(zip(head, (cell.strip() for cell in cells), strict=False))
        ident, text_price = row.get("id", "").removeprefix("'"), row.get("price", "")
        if not ident and not text_price:
            continue
        price = _price(text_price)
        if ident not in known:
            problems.append(Problem(field=f"line {number}, id", message=f"nothing of that id is bought here: “{ident[:60]}”"))
        elif ident in found:
            problems.append(Problem(field=f"line {number}, id", message=f"“{ident}” has a price already; leave one line of it"))
        elif price is None:
            problems.append(Problem(field=f"line {number}, price", message=f"“{text_price[:40]}” is no price from 0 to {DEAREST:g}"))
        else:
            found[ident] = price
    if problems:
        raise InputError(problems[:20])
    return found


def _price(text: str) -> float | None:
    try:
        price = float(text)
    except ValueError:
        return None
    return price if 0 <= price <= DEAREST else None
