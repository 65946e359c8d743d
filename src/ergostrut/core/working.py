"""The arithmetic of a finding as lines a reader can follow.

Each line is a formula in a small expression language (+ - * / **, pi, sqrt, min, max, abs, sin, cos, tan, atan,
log). The value shown is the value of the formula as printed: it is computed from the same tree
that is rendered, so text and number cannot drift apart.
"""

from __future__ import annotations

import ast
import math
import operator
from collections.abc import Callable, Iterable, Mapping
from dataclasses import dataclass, field
from functools import lru_cache
from typing import Annotated

from pydantic import PlainSerializer

_FUNCTIONS: dict[str, Callable[..., float]] = {
    "sqrt": math.sqrt,
    "min": min,
    "max": max,
    "abs": abs,
    "sin": math.sin,
    "cos": math.cos,
    "tan": math.tan,
    "atan": math.atan,
    "log": math.log,
}
_SUPERSCRIPT = str.maketrans("0123456789.-", "⁰¹²³⁴⁵⁶⁷⁸⁹·⁻")
_SUBSCRIPT = str.maketrans("0123456789", "₀₁₂₃₄₅₆₇₈₉")
_OPERATIONS: dict[type[ast.operator], Callable[[float, float], float]] = {
    ast.Add: operator.add,
    ast.Sub: operator.sub,
    ast.Mult: operator.mul,
    ast.Div: operator.truediv,
    ast.Pow: lambda a, b: float(a**b),
}
_BINARY: dict[type[ast.operator], tuple[str, int]] = {ast.Add: (" + ", 1), ast.Sub: (" − ", 1), ast.Mult: (" × ", 2), ast.Div: (" / ", 2)}


@dataclass(frozen=True, slots=True)
class Numbers:
    """A formula with numbers in place of its names, text and numbers by turns: written out only when somebody reads it."""

    parts: tuple[str | float, ...] = ()

    def __str__(self) -> str:
        return "".join(part if isinstance(part, str) else _put(part) for part in self.parts)

    def __bool__(self) -> bool:
        return bool(self.parts)


@dataclass(frozen=True, slots=True)
class Line:
    """One step: ``symbol = formula = numbers = value unit``; plain text when formula is empty."""

    symbol: str
    formula: str
    numbers: Annotated[Numbers, PlainSerializer(str, return_type=str)]
    value: float | None
    unit: str
    note: str = ""


def number(value: float) -> str:
    """Four significant figures without an exponent where that reads well."""
    if value == 0 or not math.isfinite(value):
        return "0" if value == 0 else str(value)
    size = abs(value)
    if size >= 1e7 or size < 1e-3:
        mantissa, exponent = f"{value:.3e}".split("e")
        return f"{mantissa}·10{str(int(exponent)).translate(_SUPERSCRIPT)}"
    digits = max(0, 3 - math.floor(math.log10(size)))
    text = f"{value:.{digits}f}"
    return text.rstrip("0").rstrip(".") if "." in text else text


Values = Mapping[str, float]


def _closure(node: ast.expr) -> Callable[[Values], float]:
    """The tree as nested functions: walked once a formula, not once a line."""
    match node:
        case ast.Constant(value=int() | float() as literal):
            fixed = float(literal)
            return lambda _: fixed
        case ast.Name(id="pi"):
            return lambda _: math.pi
        case ast.Name(id=name):
            return lambda values: values[name]
        case ast.UnaryOp(op=ast.USub(), operand=operand):
            inner = _closure(operand)
            return lambda values: -inner(values)
        case ast.BinOp(left=left, op=op, right=right) if type(op) in _OPERATIONS:
            a, b, apply = _closure(left), _closure(right), _OPERATIONS[type(op)]
            return lambda values: apply(a(values), b(values))
        case ast.Call(func=ast.Name(id=name), args=args) if name in _FUNCTIONS:
            function, parts = _FUNCTIONS[name], [_closure(argument) for argument in args]
            return lambda values: function(*(part(values) for part in parts))
    raise ValueError(f"not part of the formula language: {ast.unparse(node)}")


def _render(node: ast.expr, leaf: Callable[[str], str], outer: int = 0) -> str:
    match node:
        case ast.Constant(value=literal):
            return number(float(literal)) if isinstance(literal, int | float) else ""
        case ast.Name(id="pi"):
            return "π"
        case ast.Name(id=name):
            return leaf(name)
        case ast.UnaryOp(operand=operand):
            return f"−{_render(operand, leaf, 3)}"
        case ast.BinOp(left=left, op=ast.Pow(), right=right):
            base = _render(left, leaf, 4)
            return (
                f"{base}{_render(right, leaf).translate(_SUPERSCRIPT)}"
                if isinstance(right, ast.Constant)
                else f"{base}^({_render(right, leaf)})"
            )
        case ast.BinOp(left=left, op=op, right=right):
            sign, rank = _BINARY[type(op)]
            stronger = rank + (isinstance(op, ast.Sub | ast.Div))
            text = f"{_render(left, leaf, rank)}{sign}{_render(right, leaf, stronger)}"
            return f"({text})" if rank < outer else text
        case ast.Call(func=ast.Name(id=name), args=args):
            inside = ", ".join(_render(argument, leaf) for argument in args)
            return f"√({inside})" if name == "sqrt" else f"{name}({inside})"
    raise ValueError(f"not part of the formula language: {ast.unparse(node)}")


_GREEK = {"sigma": "σ", "tau": "τ", "delta": "δ", "mu": "μ", "theta": "θ", "lambda_": "λ", "phi": "φ", "Omega": "Ω"}


@lru_cache(maxsize=2048)
def symbol_text(name: str) -> str:
    """``sigma_b`` -> ``σb`` for reading."""
    head, _, tail = name.partition("_")
    if tail.isdigit():
        return _GREEK.get(head, head) + tail.translate(_SUBSCRIPT)
    return _GREEK.get(head, head) + (f"_{tail}" if tail else "")


_GAP = "\x00"


@dataclass(frozen=True, slots=True)
class Formula:
    """A formula read once: how to compute it, how it reads in symbols, and how in numbers (text and names by turns)."""

    value: Callable[[Values], float]
    symbols: str
    numbers: tuple[str, ...]

    def with_numbers(self, values: Values) -> Numbers:
        """The formula with the numbers in place of its names; negative ones in brackets."""
        return Numbers(tuple([values[part] if i % 2 else part for i, part in enumerate(self.numbers)]))


def _put(value: float) -> str:
    return f"({number(value)})" if value < 0 else number(value)


@lru_cache(maxsize=1024)
def formula_of(text: str) -> Formula:
    """Read a formula.

    Raises:
        ValueError: it is not part of the formula language.
    """
    tree = ast.parse(text, mode="eval").body
    gaps = _render(tree, lambda name: f"{_GAP}{name}{_GAP}")
    return Formula(_closure(tree), _render(tree, symbol_text), tuple(gaps.split(_GAP)))


@dataclass(slots=True)
class Working:
    """Collects lines; every ``line`` returns its value for use in the next."""

    values: dict[str, float] = field(default_factory=dict)
    _lines: list[Line] = field(default_factory=list)

    def given(self, symbol: str, value: float, unit: str, note: str = "") -> float:
        """An input, with where it comes from."""
        self.values[symbol] = value
        self._lines.append(Line(symbol_text(symbol), "", Numbers(), value, unit, note))
        return value

    def line(self, symbol: str, formula: str, unit: str, note: str = "", **extra: float) -> float:
        """Evaluate ``formula`` with what was given before and ``extra``; record and return it."""
        self.values.update(extra)
        read = formula_of(formula)
        value = read.value(self.values)
        self._lines.append(Line(symbol_text(symbol), read.symbols, read.with_numbers(self.values), value, unit, note))
        self.values[symbol] = value
        return value

    def extend(self, lines: Iterable[Line]) -> None:
        """Lines worked out elsewhere; one that stands already is not said twice."""
        self._lines.extend(line for line in lines if line not in self._lines)

    def say(self, text: str) -> None:
        """A sentence between the lines."""
        self._lines.append(Line("", "", Numbers(), None, "", text))

    def done(self) -> tuple[Line, ...]:
        return tuple(self._lines)
