"""What is wrong with an input: every problem with its field, in words that say what to do."""

from __future__ import annotations

from collections.abc import Collection

from pydantic import ValidationError

from .record import Record


class Problem(Record):
    """One thing wrong with an input: where, and what to do."""

    field: str
    message: str


class InputError(ValueError):
    """Input that cannot be used, with every problem found."""

    def __init__(self, problems: list[Problem]) -> None:
        self.problems = problems
        super().__init__("; ".join(f"{problem.field}: {problem.message}" if problem.field else problem.message for problem in problems))


class FieldError(ValueError):
    """Raised by a record's own check of several fields together: the one to mend, ``below`` that record."""

    def __init__(self, below: str, message: str) -> None:
        self.below = below
        super().__init__(message)


_WORDS = {
    "extra_forbidden": "this field is not known; remove it or check its spelling",
    "missing": "this field is missing",
    "finite_number": "this is not a number that can be computed with; write a plain one",
    "string_unicode": "this holds characters that are not text; write it again",
    "int_parsing_size": "this number is too large",
    "int_from_float": "this counts things: write a whole number",
    "int_parsing": "this counts things: write a whole number",
}


def problems_of(error: ValidationError, kinds: Collection[str] = ()) -> list[Problem]:
    """Every problem with its JSON pointer, in words. ``kinds``: names that tell records of a union apart, which are no part of a pointer."""
    found = []
    for item in error.errors(include_url=False, include_input=False):
        cause = item.get("ctx", {}).get("error")
        where = [str(part) for part in item["loc"] if part not in kinds] + ([cause.below] if isinstance(cause, FieldError) else [])
        if item["type"] in ("union_tag_invalid", "union_tag_not_found"):
            ctx = item.get("ctx", {})
            key = str(ctx.get("discriminator", "")).strip("'")
            words = f"“{ctx['tag']}” is not known here; choose one of {ctx['expected_tags']}" if "tag" in ctx else "this field is missing"
            found.append(Problem(field="/" + "/".join([*where, key]), message=words))
            continue
        message = _WORDS.get(item["type"], item["msg"].removeprefix("Value error, ").replace("Input should be", "this should be"))
        found.append(Problem(field="/" + "/".join(where), message=message))
    return found
