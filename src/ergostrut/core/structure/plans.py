"""What later stages are handed of earlier ones: the cut plan and the steps of making, as nouns."""

from __future__ import annotations

from dataclasses import dataclass

from ..finding import Finding


@dataclass(frozen=True, slots=True)
class BarCut:
    """One bar: its stock length, the (mark, length) pieces in order, and what is left over, mm."""

    stock: float
    pieces: tuple[tuple[str, float], ...]
    left: float


@dataclass(frozen=True, slots=True)
class BarPlan:
    bars: tuple[BarCut, ...]
    cost: float
    proven: bool
    gap: float
    too_long: tuple[str, ...]


@dataclass(frozen=True, slots=True)
class CutPiece:
    """One row: ``parts`` alike, cut length mm."""

    mark: str
    parts: tuple[str, ...]
    role: str
    stock: str
    stock_label: str
    length: float
    width: float | None
    ends: str
    kg: float
    price: float

    @property
    def count(self) -> int:
        return len(self.parts)


@dataclass(frozen=True, slots=True)
class BarGroup:
    """All bars of one section."""

    stock: str
    label: str
    plan: BarPlan
    count: int
    price: float


@dataclass(frozen=True, slots=True)
class SheetGroup:
    stock: str
    label: str
    size: tuple[float, float]
    count: int
    price: float
    cuts: tuple[tuple[str, float, float], ...]


@dataclass(frozen=True, slots=True)
class Bought:
    part: str
    label: str
    count: int
    spare: int
    price: float


@dataclass(frozen=True)
class CutPlan:
    pieces: tuple[CutPiece, ...]
    bars: tuple[BarGroup, ...]
    sheets: tuple[SheetGroup, ...]
    hardware: tuple[Bought, ...]
    price: float
    findings: tuple[Finding, ...]


@dataclass(frozen=True, slots=True)
class Step:
    """``hold``: what must be so before the next step; ``minutes``: hands-on time, common practice. ``sets``: parts that are joined in it and
    stand in each other's way from then on, bodies that move from when they are put in; ``there``: it is done in the vehicle."""

    id: str
    title: str
    text: str
    hold: str
    caution: str
    minutes: float
    parts: tuple[str, ...] = ()
    sets: tuple[str, ...] = ()
    there: bool = False
