"""Lengths and masses as people write them.

A quantity keeps the exact number (a fraction) and the unit it was typed in. Its exact form,
``str(q)``, parses back to the same value; ``show`` rounds for reading only.
"""

from __future__ import annotations

import re
from dataclasses import dataclass
from fractions import Fraction
from functools import lru_cache
from typing import Annotated, Any, ClassVar, Self

from pydantic import GetCoreSchemaHandler, GetJsonSchemaHandler, ValidationInfo
from pydantic_core import CoreSchema, PydanticCustomError, core_schema

_GLYPHS = {
    "′": "'",
    "’": "'",
    "‘": "'",
    "″": '"',
    "”": '"',
    "“": '"',
    "''": '"',
    "−": "-",
    "–": "-",
    "⁄": "/",
    "½": " 1/2",
    "¼": " 1/4",
    "¾": " 3/4",
    "⅛": " 1/8",
    "⅜": " 3/8",
    "⅝": " 5/8",
    "⅞": " 7/8",
    "\u00a0": " ",
    "\u202f": " ",
}
_PLAIN = r"(?:\d+\.\d*|\.\d+|\d+)"
_MIXED = rf"(?:(?P<whole{{0}}>\d+)[ -]+)?(?P<num{{0}}>\d+)\s*/\s*(?P<den{{0}}>\d+)|(?P<plain{{0}}>{_PLAIN})"


class QuantityError(ValueError):
    """The text is not a quantity; the message says which part and what to write instead."""


def _number(match: re.Match[str], group: str) -> Fraction | None:
    plain = match.group(f"plain{group}")
    if plain is not None:
        return Fraction(plain)
    num, den = match.group(f"num{group}"), match.group(f"den{group}")
    if num is None:
        return None
    if int(den) == 0:
        raise QuantityError("a fraction cannot have 0 below the line")
    return Fraction(match.group(f"whole{group}") or 0) + Fraction(int(num), int(den))


def _terminates(value: Fraction) -> bool:
    den = value.denominator
    for prime in (2, 5):
        while den % prime == 0:
            den //= prime
    return den == 1


def _decimal(value: Fraction) -> str:
    """Exact decimal form of a terminating fraction."""
    places = 0
    scaled = value
    while scaled.denominator != 1:
        scaled *= 10
        places += 1
    digits = str(abs(scaled.numerator)).rjust(places + 1, "0")
    sign = "-" if value < 0 else ""
    return sign + (f"{digits[:-places]}.{digits[-places:]}" if places else digits)


def _mixed(value: Fraction) -> str:
    """``81 3/8`` for a fraction; whole numbers without a fraction."""
    sign = "-" if value < 0 else ""
    whole, rest = divmod(abs(value), 1)
    if rest == 0:
        return f"{sign}{whole}"
    part = f"{rest.numerator}/{rest.denominator}"
    return f"{sign}{whole} {part}" if whole else f"{sign}{part}"


def _exact_number(value: Fraction, *, inches: bool) -> str:
    binary = value.denominator & (value.denominator - 1) == 0
    if inches and binary and value.denominator <= 1024:
        return _mixed(value)
    return _decimal(value) if _terminates(value) else _mixed(value)


@lru_cache(maxsize=8192)
def _known(kind: type[Quantity], text: str, bare: str | None) -> Any:
    """Read once: a whole job is read again for every edit, and nearly all of it is as it was."""
    return kind._read(text, bare)


@dataclass(frozen=True, slots=True)
class Quantity:
    """An exact number in the unit it was typed in. Compound units hold the smaller part."""

    value: Fraction
    unit: str

    KIND: ClassVar[str] = ""
    EXAMPLES: ClassVar[str] = ""
    FACTORS: ClassVar[dict[str, Fraction]] = {}
    ALIASES: ClassVar[dict[str, str]] = {}
    COMPOUND: ClassVar[tuple[str, str, str, int]] = ("", "", "", 1)
    LIMIT: ClassVar[Fraction] = Fraction(0)

    @property
    def base(self) -> float:
        """The value in the core's base unit (mm or kg)."""
        value, factor = self.value, self.FACTORS[self.unit]
        # whole numbers divide to the nearest float, as float(Fraction) does, without the fraction in between
        return (value.numerator * factor.numerator) / (value.denominator * factor.denominator)

    def __str__(self) -> str:
        compound, big, small, per = self.COMPOUND
        if self.unit == compound:
            sign = "-" if self.value < 0 else ""
            whole, rest = divmod(abs(self.value), per)
            tail = _exact_number(rest, inches=True)
            return f"{sign}{whole}{big} {tail}{small}"
        return f"{_exact_number(self.value, inches=self.unit == 'in')} {self.unit}"

    @classmethod
    def _fail(cls, text: str, why: str) -> QuantityError:
        return QuantityError(f"“{text}” is not a {cls.KIND}: {why}. Write {cls.EXAMPLES}.")

    @classmethod
    def parse(cls, text: str, bare: str | None = None) -> Self:
        """Read a quantity; ``bare`` is the unit a number without one takes (None: refused)."""
        if len(text) > 60:
            raise cls._fail(text[:20] + "…", "it is too long")
        found: Self = _known(cls, text, bare)  # type: ignore[arg-type]
        return found

    @classmethod
    def _read(cls, text: str, bare: str | None) -> Self:
        plain = text
        for glyph, ascii_form in _GLYPHS.items():
            plain = plain.replace(glyph, ascii_form)
        plain = plain.strip().lower()
        sign = 1
        if plain.startswith("-"):
            sign, plain = -1, plain[1:].lstrip()
        if not plain:
            raise cls._fail(text, "nothing was written")
        try:
            found = cls._compound(plain) or cls._simple(plain, bare)
        except QuantityError as error:
            raise cls._fail(text, str(error)) from None
        if found is None:
            raise cls._fail(text, cls._complaint(plain))
        if abs(found.value * cls.FACTORS[found.unit]) > cls.LIMIT:
            raise cls._fail(text, "it is larger than anything on the road")
        return cls(found.value * sign, found.unit)

    @classmethod
    def _simple(cls, text: str, bare: str | None) -> Self | None:
        match = re.fullmatch(rf"(?:{_MIXED.format('')})\s*(?P<unit>[a-z\"']*)\.?", text)
        if match is None:
            return None
        value = _number(match, "")
        unit = match.group("unit")
        if unit:
            unit = cls.ALIASES.get(unit, unit)
            if unit not in cls.FACTORS or unit == cls.COMPOUND[0]:
                raise QuantityError(f"the unit “{match.group('unit')}” is not known here")
        elif bare is None:
            raise QuantityError("it has no unit")
        assert value is not None
        return cls(value, unit or bare or "")

    @classmethod
    def _compound(cls, text: str) -> Self | None:  # noqa: ARG003
        """Two-part forms of this kind of quantity, such as feet and inches."""
        return None

    @classmethod
    def _complaint(cls, text: str) -> str:
        if re.search(r"\d,\d", text):
            return "a comma is not read; use a point for decimals"
        odd = re.sub(r"[\d\s./'\"-]+", " ", text)
        for unit in sorted((*cls.ALIASES, *cls.FACTORS), key=len, reverse=True):
            odd = re.sub(rf"\b{re.escape(unit)}\b", " ", odd)
        return f"did not understand “{odd.strip()}”" if odd.strip() else "the parts do not add up to one number"

    @classmethod
    def __get_pydantic_core_schema__(cls, source: Any, handler: GetCoreSchemaHandler) -> CoreSchema:
        def read(raw: Any, info: ValidationInfo) -> Quantity:
            if isinstance(raw, cls):
                return raw
            context = info.context or {}
            if isinstance(raw, int | float) and not isinstance(raw, bool):
                raw = repr(raw)
            if not isinstance(raw, str):
                raise PydanticCustomError(
                    "quantity", "a {kind} is written as text, such as {examples}", {"kind": cls.KIND, "examples": cls.EXAMPLES}
                )
            try:
                return cls.parse(raw, context.get(cls.KIND))
            except QuantityError as error:
                raise PydanticCustomError("quantity", "{why}", {"why": str(error)}) from None

        return core_schema.with_info_plain_validator_function(read, serialization=core_schema.to_string_ser_schema())

    @classmethod
    def __get_pydantic_json_schema__(cls, schema: CoreSchema, handler: GetJsonSchemaHandler) -> dict[str, Any]:
        return {"type": "string", "format": f"ergostrut-{cls.KIND}", "description": f"A {cls.KIND} with its unit: {cls.EXAMPLES}."}


class Length(Quantity):
    """A length; base unit mm. The compound unit ``ft-in`` holds inches."""

    KIND = "length"
    EXAMPLES = "81 3/8 in, 6' 9 3/8\", 6-9-3/8, 81.375 in, 2067 mm, 206.7 cm or 2.067 m"
    FACTORS: ClassVar = {
        "in": Fraction(127, 5),
        "ft": Fraction(1524, 5),
        "ft-in": Fraction(127, 5),
        "mm": Fraction(1),
        "cm": Fraction(10),
        "m": Fraction(1000),
    }
    ALIASES: ClassVar = {'"': "in", "inch": "in", "inches": "in", "'": "ft", "foot": "ft", "feet": "ft"}
    COMPOUND = ("ft-in", "'", '"', 12)
    LIMIT = Fraction(100_000)
    __slots__ = ()

    @property
    def mm(self) -> float:
        return self.base

    @classmethod
    def _compound(cls, text: str) -> Self | None:
        dashed = re.fullmatch(r"(\d+)\s*-\s*(\d+)\s*-\s*(\d+)\s*/\s*(\d+)\s*(?:\"|in)?", text)
        if dashed:
            feet, inches, num, den = (int(group) for group in dashed.groups())
            if den == 0:
                raise QuantityError("a fraction cannot have 0 below the line")
            return cls(Fraction(12 * feet + inches) + Fraction(num, den), "ft-in")
        if re.fullmatch(r"\d+\s*-\s*\d+", text):
            raise QuantityError("two numbers with a dash can mean two things; write 6' 9\" or 6 9/16")
        split = re.fullmatch(rf"(?P<feet>\d+)\s*(?:'|ft|foot|feet)\s*-?\s*(?:{_MIXED.format('')})\s*(?:\"|in|inch|inches)?", text)
        if split is None:
            return None
        inches_part = _number(split, "")
        assert inches_part is not None
        return cls(12 * Fraction(split.group("feet")) + inches_part, "ft-in")


class Mass(Quantity):
    """A mass; base unit kg. The compound unit ``lb-oz`` holds ounces."""

    KIND = "mass"
    EXAMPLES = "48 lb, 12 lb 4 oz, 21.5 kg or 850 g"
    _LB = Fraction(45359237, 100000000)
    FACTORS: ClassVar = {"lb": _LB, "oz": _LB / 16, "lb-oz": _LB / 16, "kg": Fraction(1), "g": Fraction(1, 1000), "t": Fraction(1000)}
    ALIASES: ClassVar = {
        "lbs": "lb",
        "pound": "lb",
        "pounds": "lb",
        "ounce": "oz",
        "ounces": "oz",
        "kgs": "kg",
        "kilo": "kg",
        "kilos": "kg",
    }
    COMPOUND = ("lb-oz", " lb", " oz", 16)
    LIMIT = Fraction(100_000)
    __slots__ = ()

    @property
    def kg(self) -> float:
        return self.base

    @classmethod
    def _compound(cls, text: str) -> Self | None:
        split = re.fullmatch(rf"(?P<big>\d+)\s*(?:lb|lbs)\s*(?:{_MIXED.format('')})\s*(?:oz|ounces)", text)
        if split is None:
            return None
        ounces = _number(split, "")
        assert ounces is not None
        return cls(16 * Fraction(split.group("big")) + ounces, "lb-oz")


def _round(value: float) -> str:
    """A bound as people write one: three figures at the least, never a power of ten."""
    return f"{value:.0f}" if abs(value) >= 100 else f"{value:.3g}"


@dataclass(frozen=True, slots=True)
class Between:
    """Bounds of a quantity field, in mm or kg, ends included: what lies outside is refused in words."""

    lo: float
    hi: float

    def _check(self, value: Quantity) -> Quantity:
        # a bound typed in the other system of units is still that bound
        slack = 1e-9 * max(abs(self.lo), abs(self.hi), 1.0)
        if self.lo - slack <= value.base <= self.hi + slack:
            return value
        unit = "in" if value.unit in ("in", "ft", "ft-in") else "lb" if value.unit in ("lb", "oz", "lb-oz") else value.unit
        per = float(value.FACTORS[unit])
        words = f"“{value}” cannot be right here; expected between {_round(self.lo / per)} and {_round(self.hi / per)} {unit}"
        raise PydanticCustomError("quantity_range", "{why}", {"why": words})

    def __get_pydantic_core_schema__(self, source: Any, handler: GetCoreSchemaHandler) -> CoreSchema:
        return core_schema.no_info_after_validator_function(self._check, handler(source))

    def __get_pydantic_json_schema__(self, schema: CoreSchema, handler: GetJsonSchemaHandler) -> dict[str, Any]:
        found = handler(schema)
        unit = {"length": "mm", "mass": "kg"}.get(found.get("format", "").removeprefix("ergostrut-"), "")
        return {**found, "description": f"{found.get('description', '')} From {self.lo:g} to {self.hi:g} {unit}.".strip()}


Rating = Annotated[Mass, Between(0.1, 50_000)]
"""What something is sold or rated for: read from it, never nothing."""
BuildMass = Annotated[Mass, Between(0.1, 50_000)]
Place = Annotated[Length, Between(-10_000, 10_000)]
"""Where something lies along or across the host."""


def show_length(mm: float, unit: str, denominator: int = 16) -> str:
    """Rounded for reading: inches to 1/``denominator``, or whole mm. No unit mark."""
    if unit == "in":
        return _mixed(Fraction(round(mm / 25.4 * denominator), denominator))
    return f"{round(mm)}"


def show_mass(kg: float, unit: str) -> str:
    """Rounded for reading: one decimal under 100, whole above."""
    number = kg / float(Mass.FACTORS["lb"]) if unit == "lb" else kg
    return f"{number:.0f}" if abs(number) >= 100 else f"{number:.1f}".removesuffix(".0")
