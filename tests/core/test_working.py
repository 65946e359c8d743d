"""The printed formula is the computed one."""

from __future__ import annotations

import math

import pytest
from hypothesis import given
from hypothesis import strategies as st

from ergostrut.core.working import Working, number


def test_a_line_prints_formula_and_numbers_and_returns_the_value() -> None:
    w = Working()
    w.given("F", 925.0, "N")
    w.given("e", 8.2, "mm")
    w.given("d", 6.35, "mm")
    value = w.line("sigma", "F * e / (pi * d**3 / 32)", "MPa")
    assert value == pytest.approx(925 * 8.2 / (math.pi * 6.35**3 / 32))
    line = w.done()[-1]
    assert line.formula == "F × e / (π × d³ / 32)"
    assert line.numbers == "925 × 8.2 / (π × 6.35³ / 32)"
    assert line.symbol == "σ"


@pytest.mark.parametrize(
    ("formula", "shown", "value"),
    [
        ("a - (b - c)", "a − (b − c)", 10 - (4 - 3)),
        ("a / (b * c)", "a / (b × c)", 10 / 12),
        ("-a + b", "−a + b", -6),
        ("sqrt(a**2 + b**2)", "√(a² + b²)", math.hypot(10, 4)),
        ("max(a, b) * c", "max(a, b) × c", 30),
        ("a**(b - c)", "a^(b − c)", 10),
    ],
)
def test_brackets_stay_where_they_matter(formula: str, shown: str, value: float) -> None:
    w = Working({"a": 10, "b": 4, "c": 3})
    assert w.line("x", formula, "") == pytest.approx(value)
    assert w.done()[0].formula == shown


def test_negative_numbers_are_bracketed() -> None:
    w = Working({"a": 2, "b": -3})
    w.line("x", "a * b", "")
    assert w.done()[0].numbers == "2 × (-3)"


@pytest.mark.parametrize("formula", ["__import__('os')", "a.b", "[1]", "lambda: 1", "a if a else b"])
def test_only_arithmetic_is_a_formula(formula: str) -> None:
    with pytest.raises((ValueError, KeyError)):
        Working({"a": 1, "b": 2}).line("x", formula, "")


@given(st.floats(min_value=1e-6, max_value=1e9))
def test_four_figures(value: float) -> None:
    text = number(value)
    if "·10" not in text:
        assert float(text) == pytest.approx(value, rel=6e-4)
