"""What can be wrong with stock."""

from __future__ import annotations


class StockError(ValueError):
    """Stock that cannot be used as named; ``field`` is the parameter that names it, ``why`` what is wrong and what to do."""

    def __init__(self, field: str, why: str) -> None:
        self.field, self.why = field, why
        super().__init__(f"{field}: {why}")


class UnknownStockError(StockError):
    """A section or sheet the catalogue does not hold."""

    def __init__(self, field: str, name: str, kind: str) -> None:
        super().__init__(field, f"there is no {kind} “{name}” in the catalogue; choose one from the list")
