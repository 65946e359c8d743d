"""What can be wrong with stock."""

from __future__ import annotations

import difflib
import re
from collections.abc import Iterable

from ..problem import InputError, Problem

_MM = re.compile(r"(-?\d+(?:\.\d+)?) mm\b")


class StockError(InputError):
    """Stock that cannot be used as named; ``field`` is the parameter that names it, ``why`` what is wrong and what to do."""

    def __init__(self, field: str, why: str) -> None:
        self.field, self.why = field, why
        super().__init__([Problem(field=field, message=why)])

    def under(self, root: str) -> StockError:
        """The same with its field below ``root``; one that begins with a slash is whole already."""
        return self if self.field.startswith("/") else StockError(f"{root}/{self.field}", self.why)

    def read_in(self, unit: str) -> StockError:
        """The same with its lengths in the job's unit beside the mm; to the hundredth, so that what it asks for can be typed."""
        if unit != "in":
            return self
        return StockError(self.field, _MM.sub(lambda at: f"{at[0]} ({float(at[1]) / 25.4:.2f} in)", self.why))


class UnknownStockError(StockError):
    """A section or sheet the catalogue does not hold."""

    def __init__(self, field: str, name: str, kind: str, known: Iterable[str] = ()) -> None:
        near = nearest(name, known)
        super().__init__(
            field, f"there is no {kind} “{name}” in the catalogue; {f'did you mean “{near}”?' if near else 'choose one from the list'}"
        )


def nearest(name: str, known: Iterable[str]) -> str:
    """The name most like one that is not known, whatever order its words stand in; empty where none is like it."""
    by_words = {" ".join(sorted(one.lower().split())): one for one in known}
    found = difflib.get_close_matches(" ".join(sorted(name.lower().split())), by_words, 1, 0.7)
    return by_words[found[0]] if found else ""
