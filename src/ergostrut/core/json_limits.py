"""JSON as people and programs send it, read with limits: nothing in it that cannot be stored, shown or computed with."""

from __future__ import annotations

import json
import math
from collections.abc import Iterator
from typing import Any

from .problem import InputError, Problem

DEEPEST = 40
LARGEST = 1e15
"""No number in a job is larger: beyond it a float no longer tells whole numbers apart."""
MOST = 20
"""Problems named at once."""
_CONTROL = {chr(code) for code in range(32)} - {"\n", "\r", "\t"}


def _text_fault(text: str) -> str:
    if text.isascii() and text.isprintable():
        return ""
    try:
        text.encode()
    except UnicodeEncodeError:
        return "this holds half a character; write it again"
    return "this holds a character that cannot be printed; write it again" if not _CONTROL.isdisjoint(text) else ""


def _number_fault(value: float) -> str:
    if isinstance(value, float) and math.isnan(value):
        return "this is not a number"
    return "this number is too large" if abs(value) > LARGEST else ""


def _plain(data: Any) -> bool:
    """Whether all of it is plain, without saying where it is not: nearly always so, and asked at every edit."""
    rows: list[Any] = [data]
    for _ in range(DEEPEST + 1):
        deeper: list[Any] = []
        for value in rows:
            if isinstance(value, str):
                if _text_fault(value):
                    return False
            elif isinstance(value, dict):
                if any(map(_text_fault, value)):
                    return False
                deeper += value.values()
            elif isinstance(value, list):
                deeper += value
            elif isinstance(value, int | float) and not isinstance(value, bool) and _number_fault(value):
                return False
        if not deeper:
            return True
        rows = deeper
    return False


def _faults(data: Any) -> Iterator[Problem]:
    stack: list[tuple[str, Any, int]] = [("", data, 0)]
    while stack:
        at, value, depth = stack.pop()
        if depth > DEEPEST:
            yield Problem(field=at[:200], message="this is nested too deeply")
        elif isinstance(value, dict):
            for key, inner in value.items():
                fault = _text_fault(key)
                if fault:
                    yield Problem(field=at or "/", message=f"a field's name cannot be read: {fault}")
                else:
                    stack.append((f"{at}/{key[:80]}", inner, depth + 1))
        elif isinstance(value, list):
            stack += [(f"{at}/{i}", inner, depth + 1) for i, inner in enumerate(value)]
        elif isinstance(value, str):
            fault = _text_fault(value)
            if fault:
                yield Problem(field=at, message=fault)
        elif isinstance(value, int | float) and not isinstance(value, bool):
            fault = _number_fault(value)
            if fault:
                yield Problem(field=at, message=fault)


def check_plain(data: Any) -> None:
    """Refuse what no part of the program can use: half characters, control characters, NaN, infinity, numbers beyond 1e15, deep nesting.

    Raises:
        InputError: naming every such place, up to ``MOST``.
    """
    if _plain(data):
        return
    found = []
    for problem in _faults(data):
        found.append(problem)
        if len(found) == MOST:
            break
    if found:
        raise InputError(found)


def _whole(digits: str) -> float:
    return int(digits) if len(digits) < 20 else math.inf


def read_json(text: str | bytes, what: str) -> Any:
    """JSON text as plain data that ``check_plain`` passes. ``what``: the thing it should be, for messages.

    Raises:
        InputError: naming the line of broken JSON, or the place that cannot be used.
    """
    try:
        data = json.loads(text.decode() if isinstance(text, bytes) else text, parse_int=_whole)
    except json.JSONDecodeError as error:
        raise InputError([Problem(field=f"line {error.lineno}", message=f"this is not JSON: {error.msg.lower()}")]) from None
    except UnicodeDecodeError:
        raise InputError([Problem(field="", message="this is not text in UTF-8")]) from None
    except RecursionError:
        raise InputError([Problem(field="", message=f"this file is nested too deeply to be {what}")]) from None
    check_plain(data)
    return data
