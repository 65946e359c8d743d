"""What a shop has: bars and sheets, whole or left over, as it would say them."""

from __future__ import annotations

from typing import Annotated

from pydantic import Field

from ..catalog.model import Catalog, Planks
from ..problem import InputError, Problem
from ..record import Record
from .shop import Along, Ident

Words = Annotated[str, Field(max_length=120)]
MOST = 1_000


class OnHand(Record):
    """``stock``: its id in the catalogue, empty where nobody knows what it is; ``note`` then says what is seen. ``length`` along the grain of a
    sheet, ``width`` across it; a bar has none. ``price``: what one cost."""

    id: Ident
    stock: Annotated[str, Field(max_length=60)] = ""
    length: Along
    width: Along | None = None
    count: Annotated[int, Field(ge=0, le=500)] = 1
    price: Annotated[float, Field(ge=0, le=100_000)] | None = None
    offcut: bool = False
    note: Words = ""


class Stockroom(Record):
    rows: Annotated[tuple[OnHand, ...], Field(max_length=MOST)] = ()


def checked(rows: tuple[OnHand, ...], catalog: Catalog) -> None:
    """Whether everything is what it says.

    Raises:
        InputError: by row and field, what the catalogue does not hold, a sheet without a width, a bar with one, a name given twice.
    """
    problems = []
    seen: set[str] = set()
    for n, row in enumerate(rows):
        at = f"/rows/{n}"
        if row.id in seen:
            problems.append(Problem(field=f"{at}/id", message=f"“{row.id}” is there twice; give each its own name"))
        seen.add(row.id)
        if row.stock:
            sheet = catalog.sheets.get(row.stock)
            flat = sheet is not None and not isinstance(sheet, Planks)
            if sheet is None and row.stock not in catalog.sections:
                words = (
                    f"the catalogue holds no “{row.stock}”; leave it empty where the grade is not known, and say what is seen in the note"
                )
                problems.append(Problem(field=f"{at}/stock", message=words))
            elif flat and row.width is None:
                problems.append(Problem(field=f"{at}/width", message="a sheet has a width across its grain; give it"))
            elif not flat and row.width is not None:
                problems.append(Problem(field=f"{at}/width", message="a bar has a length alone; leave the width empty"))
        elif not row.note:
            problems.append(Problem(field=f"{at}/note", message="say what is seen where the stock is not known"))
    if problems:
        raise InputError(problems)
