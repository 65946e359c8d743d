"""The printed formula is the computed one."""

from __future__ import annotations

import math

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from ergostrut.core.catalog.model import Catalog
from ergostrut.core.report import check
from ergostrut.core.working import Working, number
from ergostrut.demo.sample import sample_jobs


def test_a_line_prints_formula_and_numbers_and_returns_the_value() -> None:
    w = Working()
    w.given("F", 925.0, "N")
    w.given("e", 8.2, "mm")
    w.given("d", 6.35, "mm")
    value = w.line("sigma", "F * e / (pi * d**3 / 32)", "MPa")
    assert value == pytest.approx(925 * 8.2 / (math.pi * 6.35**3 / 32))
    line = w.done()[-1]
    assert line.formula == "F × e / (π × d³ / 32)"
    assert str(line.numbers) == "925 × 8.2 / (π × 6.35³ / 32)"
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
    assert str(w.done()[0].numbers) == "2 × (-3)"


@pytest.mark.parametrize("formula", ["__import__('os')", "a.b", "[1]", "lambda: 1", "a if a else b"])
def test_only_arithmetic_is_a_formula(formula: str) -> None:
    with pytest.raises((ValueError, KeyError)):
        Working({"a": 1, "b": 2}).line("x", formula, "")


@given(st.floats(min_value=1e-6, max_value=1e9))
def test_four_figures(value: float) -> None:
    text = number(value)
    if "·10" not in text:
        assert float(text) == pytest.approx(value, rel=6e-4)


leaves = st.sampled_from(["a", "b", "c", "2", "0.5", "10"])


@st.composite
def formulas(draw: st.DrawFn, depth: int = 3) -> str:
    """A formula of the little language over a, b and c, never dividing by nothing."""
    if depth == 0:
        return draw(leaves)
    kind = draw(st.sampled_from(["leaf", "sum", "product", "power", "call"]))
    inner = [draw(formulas(depth - 1)) for _ in range(2)]
    match kind:
        case "sum":
            return f"({inner[0]} {draw(st.sampled_from('+-'))} {inner[1]})"
        case "product":
            return f"({inner[0]} * {inner[1]}) / (1 + abs({inner[1]}))"
        case "power":
            return f"({inner[0]})**2"
        case "call":
            return f"{draw(st.sampled_from(['max', 'min']))}({inner[0]}, {inner[1]})"
    return draw(leaves)


@settings(max_examples=120, deadline=None)
@given(formulas(), st.floats(-20, 20), st.floats(0.1, 30), st.floats(-5, 5))
def test_the_value_is_that_of_the_formula(formula: str, a: float, b: float, c: float) -> None:
    """As Python itself works it out from the same text."""
    w = Working()
    found = w.line("x", formula, "", a=a, b=b, c=c)
    assert found == pytest.approx(eval(formula, {"abs": abs, "max": max, "min": min}, {"a": a, "b": b, "c": c}), rel=1e-12, abs=1e-12)
    (line,) = w.done()
    assert line.value == found and line.formula and line.numbers


def test_a_line_said_twice_stands_once() -> None:
    one, both = Working(), Working()
    one.given("F_y", 221, "MPa")
    both.extend(one.done())
    both.extend(one.done())
    assert both.done() == one.done()


def test_no_number_is_found_without_its_working(catalog: Catalog) -> None:
    """Every finding with a demand, a limit or a use shows where it came from; what has none of them says by what rule it stands."""
    for job in sample_jobs():
        for finding in check(job.design, catalog).findings:
            assert finding.working or (finding.demand is None and finding.use is None), finding.id
            assert finding.basis, finding.id
