"""Lengths and masses as people write them."""

from __future__ import annotations

import json
from fractions import Fraction
from pathlib import Path

import pytest
from hypothesis import given
from hypothesis import strategies as st

from ergostrut.core.quantity import Length, Mass, Quantity, QuantityError, show_length, show_mass

CASES = json.loads((Path(__file__).parents[1] / "data" / "lengths.json").read_text(encoding="utf-8"))
numbers = st.fractions(min_value=-300, max_value=300, max_denominator=4096)


@pytest.mark.parametrize(("text", "bare", "exact", "mm"), CASES["read"])
def test_reads_what_people_write(text: str, bare: str, exact: str, mm: float) -> None:
    length = Length.parse(text, bare)
    assert str(length) == exact
    assert length.mm == pytest.approx(mm, rel=1e-12)


@pytest.mark.parametrize(("mm", "unit", "text"), CASES["show"])
def test_shows_rounded(mm: float, unit: str, text: str) -> None:
    assert show_length(mm, unit) == text


@given(value=numbers, unit=st.sampled_from([u for u in Length.FACTORS if u not in ("m", "ft")]))
def test_exact_form_of_a_length_reads_back(value: Fraction, unit: str) -> None:
    length = Length(value, unit)
    assert Length.parse(str(length)) == length


@given(value=numbers, unit=st.sampled_from([u for u in Mass.FACTORS if u != "t"]))
def test_exact_form_of_a_mass_reads_back(value: Fraction, unit: str) -> None:
    mass = Mass(value, unit)
    assert Mass.parse(str(mass)) == mass


@given(st.text(max_size=40))
def test_any_text_is_read_or_refused_with_words(text: str) -> None:
    for kind in (Length, Mass):
        try:
            found = kind.parse(text, "in" if kind is Length else "lb")
        except QuantityError as error:
            said = str(error)
            assert "Write" in said
        else:
            assert isinstance(found, Quantity)
            assert kind.parse(str(found)) == found


@pytest.mark.parametrize(
    ("text", "says"),
    [
        ("", "nothing was written"),
        ("81 3/7x", "unit “x” is not known"),
        ("twelve", "did not understand “twelve”"),
        ("1,5", "comma"),
        ("6-9", "two things"),
        ("1/0", "0 below the line"),
        ("12 kg", "unit “kg” is not known"),
        ("3 4", "do not add up"),
        ("9999999 m", "larger than anything"),
        ("1" * 80, "too long"),
    ],
)
def test_refuses_and_says_why(text: str, says: str) -> None:
    with pytest.raises(QuantityError, match=".*" + says.replace("(", r"\(")):
        Length.parse(text, "in")


def test_a_number_without_unit_needs_one() -> None:
    with pytest.raises(QuantityError, match="no unit"):
        Length.parse("81 3/8")


@pytest.mark.parametrize(
    ("text", "kg"), [("48 lb", 48 * 0.45359237), ("12 lb 4 oz", 12.25 * 0.45359237), ("850 g", 0.85), ("21.5kg", 21.5)]
)
def test_masses(text: str, kg: float) -> None:
    """Pound of 0.45359237 kg: international yard and pound agreement of 1959."""
    assert Mass.parse(text).kg == pytest.approx(kg, rel=1e-12)


def test_shown_masses() -> None:
    assert show_mass(21.772, "lb") == "48"
    assert show_mass(4.0, "kg") == "4"
    assert show_mass(523.7, "kg") == "524"
