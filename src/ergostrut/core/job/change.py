"""Edits of a design as data: set, add to a list, or remove, at a JSON pointer (RFC 6901) below the design."""

from __future__ import annotations

import copy
import difflib
from collections.abc import Iterable
from typing import Any

from ..changes import Change, is_index
from ..problem import InputError, Problem
from ..units import Units
from .document import Design, read_design


def _bad(path: str, why: str) -> InputError:
    return InputError([Problem(field=path, message=why)])


def _step(at: Any, step: str, path: str) -> Any:
    if isinstance(at, list):
        if not is_index(step) or int(step) >= len(at):
            raise _bad(path, f"there is no item {step[:40]} in this list, which has {len(at)}")
        return at[int(step)]
    if isinstance(at, dict) and step in at:
        return at[step]
    near = difflib.get_close_matches(step, at, 1, 0.6) if isinstance(at, dict) else []
    raise _bad(path, f"there is no field “{step}” here{f'; did you mean “{near[0]}”?' if near else ''}")


def _edit(data: dict[str, Any], change: Change) -> None:
    if not change.path.startswith("/") or change.path == "/":
        raise _bad(change.path, "this is not a place in the job")
    *way, last = [part.replace("~1", "/").replace("~0", "~") for part in change.path[1:].split("/")]
    at: Any = data
    for step in way:
        at = _step(at, step, change.path)
    if change.op == "add":
        target = _step(at, last, change.path)
        if not isinstance(target, list):
            raise _bad(change.path, "this is not a list")
        target.append(change.value)
    elif change.op == "remove":
        _step(at, last, change.path)
        if isinstance(at, list):
            at.pop(int(last))
        else:
            at.pop(last)
    elif isinstance(at, list):
        _step(at, last, change.path)
        at[int(last)] = change.value
    elif isinstance(at, dict):
        at[last] = change.value
    else:
        raise _bad(change.path, "nothing can be set here")


def edited(data: dict[str, Any], change: Change) -> dict[str, Any]:
    """A design's data with a change made, whether it then is a design or not.

    Raises:
        InputError: there is no such place.
    """
    found = copy.deepcopy(data)
    _edit(found, change)
    return found


def apply(design: Design, changes: Iterable[Change]) -> Design:
    """The design with ``changes`` made in order; bare numbers take the units of the design.

    Raises:
        InputError: naming the field of a change that cannot be made, or that makes a design that cannot be.
    """
    data: dict[str, Any] = design.model_dump(mode="json")
    units: Units = design.units
    for change in changes:
        _edit(data, change)
    return read_design(data, bare=units)
