"""An edit of a design as data."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Any, Literal


@dataclass(frozen=True, slots=True)
class Change:
    """``add`` appends to the list at ``path``; ``remove`` takes the item or field at ``path`` away."""

    path: str
    value: Any = None
    op: Literal["set", "add", "remove"] = "set"


def at_pointer(data: Any, path: str) -> Any:
    """What stands at a JSON pointer; None where nothing does."""
    for step in path.strip("/").split("/"):
        if isinstance(data, list):
            data = data[int(step)] if is_index(step) and int(step) < len(data) else None
        else:
            data = data.get(step) if isinstance(data, dict) else None
    return data


def is_index(step: str) -> bool:
    """Whether a step of a path counts an item of a list: plain digits, as many as a list can have."""
    return step.isascii() and step.isdigit() and len(step) <= 9
