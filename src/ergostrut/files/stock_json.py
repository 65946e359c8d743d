"""The shop's own stock as a file: JSON with a format mark."""

from __future__ import annotations

import json

from pydantic import ValidationError

from ergostrut.core.catalog.own import OwnStock
from ergostrut.core.json_limits import read_json
from ergostrut.core.problem import InputError, Problem, problems_of

FORMAT = "ergostrut-stock"


def write_stock(stock: OwnStock) -> str:
    """The file's text; ``read_stock`` returns an equal stock."""
    return json.dumps({"format": FORMAT, "version": 1, **stock.model_dump(mode="json")}, indent=2, ensure_ascii=False) + "\n"


def read_stock(text: str) -> OwnStock:
    """Read a stock file.

    Raises:
        InputError: naming the line of broken JSON or the field that cannot be used.
    """
    data = read_json(text, "stock")
    if not isinstance(data, dict) or data.pop("format", None) != FORMAT:
        raise InputError([Problem(field="/format", message="this is not an Ergostrut stock file")])
    if (version := data.pop("version", None)) != 1:
        raise InputError([Problem(field="/version", message=f"version {version!r} is not read by this program, which reads version 1")])
    try:
        return OwnStock.model_validate(data)
    except ValidationError as error:
        raise InputError(problems_of(error)) from None
