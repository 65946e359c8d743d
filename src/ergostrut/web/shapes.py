"""What goes over the wire: requests, and answers made of the core's own frozen values."""

from __future__ import annotations

from typing import Any, Literal

from pydantic import BaseModel, ConfigDict, Field

from ergostrut.core.advice.trying import Effect, Mend
from ergostrut.core.balance.ledger import LedgerRow
from ergostrut.core.document.entries import EntryKind
from ergostrut.core.drawing.room import Show
from ergostrut.core.finding import Finding, Place, State
from ergostrut.core.job.document import Design, Entry
from ergostrut.core.primitives import View
from ergostrut.core.report import Tally
from ergostrut.core.structure.nouns.holds import Position, Scene
from ergostrut.core.structure.nouns.parts import Height
from ergostrut.core.units import Units


class Wire(BaseModel):
    model_config = ConfigDict(arbitrary_types_allowed=False, allow_inf_nan=False)


class JobPath(Wire):
    job: int = Field(ge=1)


class Gone(Wire):
    """A job that was taken away."""

    job: int


class RevisionPath(JobPath):
    number: int = Field(ge=1)


class ProblemOut(Wire):
    field: str
    message: str


class Refusal(Wire):
    """Why a request was not done: what to mend, and for a stale write the revision that keeps it."""

    message: str
    problems: list[ProblemOut] = []
    kept: int | None = None
    version: int | None = None


REFUSED: dict[int | str, Any] = {404: Refusal, 422: Refusal, 503: Refusal}
"""What any request may be answered with besides what it asked for."""


class TemplateOut(Wire):
    """``families``: what can be built in it, by id."""

    id: str
    label: str
    note: str
    families: list[str]


class Card(Wire):
    """A job in the yard, as it was last found; ``checked``: whether it ever was; ``error``: why its design cannot be read."""

    id: int
    name: str
    host: str
    changed_by: str
    places: dict[Place, State | None]
    counts: dict[State, int]
    outline: View | None
    sample: bool
    checked: bool
    error: str = ""


class FamilyOut(Wire):
    """Something that can be built."""

    id: str
    label: str
    words: str


class YardOut(Wire):
    jobs: list[Card]
    templates: list[TemplateOut]
    families: list[FamilyOut]


class NewJob(Wire):
    template: str = Field(max_length=60)
    builds: list[str] = Field(default=[], max_length=16)
    name: str = Field(max_length=200)
    units: Units = Units()


class InsideOf(Wire):
    build: str = Field(max_length=24)


class ImportJob(Wire):
    text: str = Field(max_length=40_000_000)


class JobOut(Wire):
    id: int
    version: int
    revision: int
    can_undo: bool
    can_redo: bool
    design: Design


class ChangeIn(Wire):
    path: str = Field(max_length=300)
    value: Any = None
    op: Literal["set", "add", "remove"] = "set"


class ChangesIn(Wire):
    version: int = Field(ge=0, le=2**53)
    changes: list[ChangeIn] = Field(min_length=1, max_length=200)
    label: str = Field(default="change", max_length=120)


class VersionIn(Wire):
    version: int = Field(ge=0, le=2**53)


class RevisionOut(Wire):
    number: int
    label: str
    created: str
    kept: bool
    head: bool


class RevisionsOut(Wire):
    revisions: list[RevisionOut]


class ReportOut(Wire):
    findings: list[Finding]
    places: dict[Place, State | None]
    counts: dict[State, int]
    tally: Tally | None
    notice: str
    coarse: bool = False
    checking: str = ""
    """What is being checked, in words; empty once all is."""


class MeshOut(Wire):
    """One mesh: mm of an element at most, elements, the use that governs, and the part of itself by which that moved since the mesh before."""

    build: str
    step: float
    elements: int
    governs: str
    use: float
    moved: float | None


class RefiningOut(Wire):
    meshes: list[MeshOut]
    running: bool


class AdviceOut(Wire):
    """Mends found by now, ``looked`` of ``total`` findings done; ``ended``: why a search that is over is not whole."""

    mends: list[Mend]
    looked: int
    total: int
    running: bool
    ended: str


class TryIn(Wire):
    changes: list[ChangeIn] = Field(min_length=1, max_length=50)


class HereFinding(Wire):
    id: str
    use: float | None
    state: State
    sentence: str


class TryOut(Wire):
    """What a change would do, without saving it."""

    better: list[Effect]
    worse: list[Effect]
    after: list[HereFinding]
    adds_kg: float
    adds_price: float


class PlacedOut(Wire):
    id: str
    x: float
    y: float
    quarters: int
    """By which the surface is turned that x and y are given on: from the vehicle's axes, the way the clock does not go."""
    size: tuple[float, float, float]
    auto: bool
    kg: float
    more: int | None = None
    """How many more of it go there, of the thing asked for."""


class SurfaceOut(Wire):
    """``clear``: mm to what is over it; ``litres`` of loose stuff that go in at a packing share of 60 %."""

    id: str
    label: str
    size: tuple[float, float]
    sleeping: bool
    clear: float | None = None
    litres: float | None = None


class CarryOut(Wire):
    views: list[View]
    placed: list[PlacedOut]
    surfaces: list[SurfaceOut]


class SettingQuery(Wire):
    """``at``: where motions stand, each as ``motion=mm``; home where absent. ``build``: the one in hand, the first where empty."""

    at: list[str] = Field(default=[], max_length=60)
    build: str = Field(default="", max_length=24)
    show: list[Show] = Field(default=[], max_length=8)
    """What is drawn besides; ``part``: the piece whose way in is drawn, the largest of the build in hand where empty."""
    part: str = Field(default="", max_length=120)
    scene: Scene = "driving"
    """Things stand where they are in it."""
    cut: str = Field(default="", max_length=24, pattern=r"^$|^(plan|side|rear):-?[0-9]{1,5}(\.[0-9]{1,2})?$")
    """A view cut by a plane, “rear:1200”: mm along the axis that it looks along; what stands before that is taken away. Empty: none is."""


class MotionOut(Wire):
    """A motion of a build that somebody moves, and where it stands, mm or degrees."""

    id: str
    build: str
    label: str
    noun: str
    reach: float
    travel: float
    unit: Literal["mm", "deg"]
    positions: list[Position]


class CompareTable(Wire):
    title: str
    heads: list[str]
    rows: list[list[float]]


class Reach(Wire):
    """From where to where a view may be cut, mm along the axis that it looks along."""

    view: Literal["plan", "side", "rear"]
    lo: float
    hi: float


class FrameOut(Wire):
    """The build in hand with its motions where they stand: drawings, what the findings say there, how its height adds up."""

    views: list[View]
    here: list[HereFinding]
    build: str
    drivable: bool
    motions: list[MotionOut]
    stack: list[Height]
    tables: list[CompareTable]
    reaches: list[Reach]


class SheetQuery(Wire):
    finding: list[str] = []


class WaitQuery(Wire):
    """``wait``: for the whole check; else what is known by now. ``build``: the one that is looked at, checked first."""

    wait: bool = True
    build: str = Field(default="", max_length=24)


class BalanceQuery(SettingQuery):
    crew: bool = True


class CarrierOut(Wire):
    """An axle or a coupling, kg."""

    id: str
    label: str
    load: float | None
    rating: float | None


class BudgetRowOut(Wire):
    """What a step of the design weighs, kg, and what of the payload is left after it."""

    name: str
    kg: float
    left: float


class BudgetOut(Wire):
    """The payload and how it goes; ``goal`` for all builds together, which weigh ``builds``, kg."""

    payload: float
    rows: list[BudgetRowOut]
    goal: float | None
    builds: float


class WeighingIn(Wire):
    """What each carrier bore, as typed, by its name in the document, and what was aboard; every build that is fitted is taken to be in it."""

    version: int
    name: str = Field(max_length=60)
    loads: dict[str, str] = Field(max_length=5)
    crew: Literal["everybody", "the driver alone", "nobody"] = "everybody"
    fuel: Literal["full", "half", "empty"] = "full"
    laden: bool = True


class BalanceOut(Wire):
    """``envelope``: every loading state as a point within the ratings."""

    view: View | None
    envelope: View | None
    budget: BudgetOut | None
    called: str
    engine: bool
    entries: list[LedgerRow]
    carriers: list[CarrierOut]
    total: float | None
    gross_rating: float | None
    missing: list[str]
    provisional: bool
    motions: list[MotionOut]


class AnchorQuery(Wire):
    build: str = Field(default="", max_length=24)
    position: str = ""
    case: str = ""
    gone: str = ""


class FixingOut(Wire):
    """``mark``: its number on the drawing, where that has numbers."""

    name: str
    mark: str = ""
    hole: str | None
    thread: str
    x: float
    y: float
    tension: float
    shear: float
    use: float | None
    state: State
    missing: list[str]


class AnchorOut(Wire):
    """The fixings of one build; ``builds``: those that are fixed by anchors."""

    build: str
    builds: list[str]
    view: View | None
    positions: list[str]
    cases: list[str]
    position: str
    case: str
    fixings: list[FixingOut]
    settled: bool


class LogOut(Wire):
    entries: list[Entry]


class EntryIn(Wire):
    """``uid`` keeps what is sent twice from counting twice; ``at``: when it was said, of a sender that could not send it then."""

    kind: EntryKind
    text: str = Field(default="", max_length=2000)
    data: dict[str, Any] = {}
    uid: str = Field(default="", max_length=60)
    at: str = Field(default="", max_length=40)
