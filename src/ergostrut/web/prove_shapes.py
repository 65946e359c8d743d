"""What goes over the wire of Prove: cases, reactions, joints, diagrams, and the frame as a solid."""

from __future__ import annotations

from pydantic import Field

from ergostrut.core.drawing.proof import MemberUse
from ergostrut.core.drawing.scene import Scene, Shape
from ergostrut.core.finding import State
from ergostrut.core.primitives import View
from ergostrut.core.prove.boxes.strength import PanelUse
from ergostrut.core.prove.members.diagram import Diagram
from ergostrut.core.prove.model.posed import ASSUMPTIONS

from .shapes import SettingQuery, Wire


class ProveQuery(Wire):
    build: str = Field(default="", max_length=24)
    position: str = Field(default="", max_length=60)
    case: str = Field(default="", max_length=300)


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


class EdgeOut(Wire):
    """An edge of panels in the case drawn: N/mm across and apart (together: negative)."""

    face: str
    edge: str
    name: str
    way: str
    use: float | None
    state: State
    across: float
    apart: float


class ProveOut(Wire):
    """``drawn``: the case behind drawings, reactions and joints; ``case`` may be all of them. ``critical`` None: far off."""

    build: str = ""
    positions: list[str] = []
    position: str = ""
    cases: list[CaseOut] = []
    case: str = ""
    drawn: str = ""
    views: list[View] = []
    scale: float = 1.0
    members: list[MemberUse] = []
    reactions: list[ReactionOut] = []
    joints: list[JointOut] = []
    panels: list[PanelUse] = []
    edges: list[EdgeOut] = []
    critical: float | None = None
    frequency: float | None = None
    system: str = ""
    facing: str = "side"
    """The view that shows the hardest worked member at its length."""
    relies: bool = False
    error: str = ""
    assumptions: list[str] = list(ASSUMPTIONS)


class DiagramQuery(ProveQuery):
    member: str = ""


class DiagramOut(Wire):
    diagram: Diagram | None


class SolidQuery(SettingQuery):
    proof: bool = False
    position: str = Field(default="", max_length=60)
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
