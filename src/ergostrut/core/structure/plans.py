"""What later stages are handed of earlier ones: the cut plan and the steps of making, as nouns."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal

from ..finding import Finding


@dataclass(frozen=True, slots=True)
class BarCut:
    """One bar: its stock length, the (mark, length) pieces in order, and what is left over, mm; ``own`` where it lies in the shop."""

    stock: float
    pieces: tuple[tuple[str, float], ...]
    left: float
    own: str = ""


@dataclass(frozen=True, slots=True)
class BarPlan:
    bars: tuple[BarCut, ...]
    cost: float
    proven: bool
    gap: float
    too_long: tuple[str, ...]


@dataclass(frozen=True, slots=True)
class CutPiece:
    """One row: ``parts`` alike, cut length mm. ``along``: the grain of a panel runs along its length, not its width; ``mitres`` of a bar's
    ends, degrees, each once."""

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
    along: bool = True
    mitres: tuple[float, ...] = (0.0,)

    @property
    def count(self) -> int:
        return len(self.parts)

    @property
    def mitre(self) -> float:
        """The steeper of its ends, degrees off square."""
        return max(self.mitres)

    @property
    def brief(self) -> str:
        """How it ends in a few words: what is taken out of it counted, its corners too."""
        first, *outs = self.ends.split("; ")
        words = f"{first.count('/') + 1} corners" if first.startswith("corners at ") else first.removesuffix(", both ends")
        return f"{words}, {len(outs)} cut-out{'s' if len(outs) > 1 else ''}" if outs else words


@dataclass(frozen=True, slots=True)
class BarGroup:
    """All bars of one section."""

    stock: str
    label: str
    plan: BarPlan
    count: int
    price: float


@dataclass(frozen=True, slots=True)
class Placed:
    """A piece on its sheet, by its near corner and its sizes: x along the sheet's grain, y across it. ``turned``: lies the other way round."""

    mark: str
    x: float
    y: float
    dx: float
    dy: float
    turned: bool


@dataclass(frozen=True, slots=True)
class Sawn:
    """A saw cut along ``axis`` (0: along x) with its near side ``at`` so far across, from ``start`` to ``end``."""

    axis: int
    at: float
    start: float
    end: float


@dataclass(frozen=True, slots=True)
class SheetCut:
    """One sheet: its size along the grain and across it, ``own`` where it lies in the shop, its pieces, the cuts in order, and what is left
    over (x, y, along, across), largest first."""

    size: tuple[float, float]
    own: str
    pieces: tuple[Placed, ...]
    cuts: tuple[Sawn, ...]
    left: tuple[tuple[float, float, float, float], ...]


@dataclass(frozen=True, slots=True)
class SheetPlan:
    sheets: tuple[SheetCut, ...]
    cost: float
    proven: bool
    gap: float
    too_large: tuple[str, ...]


@dataclass(frozen=True, slots=True)
class SheetGroup:
    """All sheets of one stock; ``count`` and ``price`` of those to buy."""

    stock: str
    label: str
    size: tuple[float, float]
    plan: SheetPlan
    count: int
    price: float


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
    services: tuple[Bought, ...] = ()
    """What is paid for besides things: cutting, freight."""


Work = Literal["measure", "cut", "join", "weld", "finish", "put in", "fit", "test"]
"""What kind of work a step is: what hours are learnt of, and what tools it takes."""
Waits = Literal["", "glue", "paint", "sealant", "resin", "weld"]
"""What has to set, dry or cool after a step before what builds on it may go on."""
ReadingUnit = Literal["mm", "N m", "%"]


@dataclass(frozen=True, slots=True)
class Reading:
    """What is read at a step and must hold: between ``low`` and ``high``, in ``unit``, planned at ``planned``. Readings ``alike`` by name agree
    within ``within``; ``base`` of two diagonals the longer side of what they cross, of two readings to an axle the way to its middle, from which they
    are taken ``arm`` to either side; of an opening how much narrower what runs in it is made, and the ``parts`` that are as long. mm."""

    name: str
    unit: ReadingUnit
    planned: float | None = None
    low: float | None = None
    high: float | None = None
    alike: str = ""
    within: float = 0.0
    base: float = 0.0
    arm: float = 0.0
    make: float = 0.0
    parts: tuple[str, ...] = ()


@dataclass(frozen=True, slots=True)
class Step:
    """``hold``: what must be so before the next step; ``minutes``: hands-on time, common practice. ``sets``: parts that are joined in it and
    stand in each other's way from then on, bodies that move from when they are put in; ``there``: it is done in the vehicle. ``after``: steps
    that must be done before it; ``waits``: for what to set after it; ``stands_for``: the steps of builds that it is one of; ``takes``: what of
    bought material it uses up; ``batch``: how much is stirred up for it; ``system``: what it is framed in, empty where that is several;
    ``rests``: hours that what it takes lies in the shop before it."""

    id: str
    title: str
    text: str
    hold: str
    caution: str
    minutes: float
    parts: tuple[str, ...] = ()
    sets: tuple[str, ...] = ()
    there: bool = False
    waits: Waits = ""
    reads: tuple[Reading, ...] = ()
    work: Work = "join"
    after: tuple[str, ...] = ()
    stands_for: tuple[str, ...] = ()
    takes: str = ""
    batch: str = ""
    system: str = ""
    rests: float = 0.0
