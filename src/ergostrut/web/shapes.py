"""What goes over the wire: requests, and answers made of the core's own frozen values."""

from __future__ import annotations

from typing import Any, Literal

from pydantic import BaseModel, ConfigDict, Field

from ergostrut.core.advice.mends import Effect, Mend
from ergostrut.core.balance.ledger import Axles, LedgerRow
from ergostrut.core.cut.plan import BarGroup, Bought, Piece, SheetGroup
from ergostrut.core.document import Design, Entry, Units
from ergostrut.core.drawing.model import View
from ergostrut.core.drawing.proof import MemberUse
from ergostrut.core.drawing.solid import Scene, Shape
from ergostrut.core.finding import Finding, Place, State
from ergostrut.core.frame.assembly import Height, Position
from ergostrut.core.make.steps import Step
from ergostrut.core.prove.diagram import Diagram
from ergostrut.core.report import Tally


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
    id: str
    label: str
    note: str


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


class YardOut(Wire):
    jobs: list[Card]
    templates: list[TemplateOut]


class NewJob(Wire):
    template: str = Field(max_length=60)
    name: str = Field(max_length=200)
    units: Units = Units()


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
    tally: Tally
    notice: str


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


class DimensionOut(Wire):
    name: str
    label: str
    how: str
    text: str | None
    mm: float | None
    state: str
    tolerance_mm: float
    optional: bool


class MeasureOut(Wire):
    views: list[View]
    dimensions: list[DimensionOut]


class PlacedOut(Wire):
    id: str
    x: float
    y: float
    size: tuple[float, float, float]
    auto: bool
    kg: float


class CarryOut(Wire):
    views: list[View]
    placed: list[PlacedOut]
    surface: tuple[float, float] | None


class TravelIn(Wire):
    travel: float = Field(default=0.0, ge=0, le=6000)


class DeckHeight(Wire):
    roller: float
    under: float
    let_in: float


class FrameOut(Wire):
    """The build at a travel: drawings, what the findings say there, and the deck height's stack."""

    views: list[View]
    here: list[HereFinding]
    travel: float
    reach: float
    positions: list[Position]
    stack: list[Height]
    deck_heights: list[DeckHeight]


class ProveQuery(Wire):
    position: str = Field(default="in", max_length=60)
    case: str = Field(default="", max_length=60)


class CaseOut(Wire):
    name: str
    worst: float


class ReactionOut(Wire):
    name: str
    newton: float


class JointOut(Wire):
    """One rib end in the case drawn."""

    rib: str
    rail: str
    side: str
    use: float | None
    state: State
    text: str
    missing: list[str]


class ProveOut(Wire):
    """``drawn``: the case behind drawings, reactions and joints; ``case`` may be all of them. ``critical`` None: far off."""

    positions: list[Position] = []
    position: str = ""
    cases: list[CaseOut] = []
    case: str = ""
    drawn: str = ""
    views: list[View] = []
    scale: float = 1.0
    members: list[MemberUse] = []
    reactions: list[ReactionOut] = []
    joints: list[JointOut] = []
    critical: float | None = None
    frequency: float | None = None
    system: str = ""
    relies: bool = False
    error: str = ""


class DiagramQuery(ProveQuery):
    member: str = ""


class DiagramOut(Wire):
    diagram: Diagram | None


class SolidQuery(Wire):
    travel: float = Field(default=0.0, ge=0, le=6000)
    position: str = ""
    case: str = ""
    shape: Shape = "bent"


class SolidOut(Wire):
    scene: Scene


class CaseRow(Wire):
    """A load case: its usual vector in g, the one in use, whether it is left out, and its basis."""

    name: str
    usual: tuple[float, float, float]
    used: tuple[float, float, float]
    own: bool
    off: bool
    editable: bool
    basis: str


class LoadsOut(Wire):
    cases: list[CaseRow]
    road: str
    roads: list[str]


class SheetQuery(Wire):
    finding: list[str] = []


class BalanceQuery(Wire):
    travel: float = Field(default=0.0, ge=0, le=6000)
    crew: bool = True


class BalanceOut(Wire):
    view: View | None
    entries: list[LedgerRow]
    axles: Axles
    ratings: dict[str, float | None]
    reach: float
    findings: list[Finding]


class AnchorQuery(Wire):
    position: str = "in"
    case: str = "Brake"
    gone: str = ""


class FixingOut(Wire):
    name: str
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
    view: View | None
    positions: list[str]
    cases: list[str]
    position: str
    case: str
    fixings: list[FixingOut]
    settled: bool


class PieceOut(Wire):
    piece: Piece
    count: int
    issued: str | None


class CutOut(Wire):
    pieces: list[PieceOut]
    bars: list[BarGroup]
    sheets: list[SheetGroup]
    hardware: list[Bought]
    price: float
    kg: float
    currency: str
    issued: bool


class MakeOut(Wire):
    steps: list[Step]
    done: dict[str, str]
    hours: float


class LogOut(Wire):
    entries: list[Entry]


class EntryIn(Wire):
    kind: Literal["note", "ticket", "torque", "road test", "tick", "untick"]
    text: str = Field(default="", max_length=2000)
    data: dict[str, Any] = {}
