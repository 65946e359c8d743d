"""How panels are joined along an edge, by way: how stiff a mm of it is, and what it holds. N, mm, MPa."""

from __future__ import annotations

import math
from dataclasses import dataclass, replace

from ...catalog.model import Sandwich, Sheet
from ...finding import COMMON_PRACTICE
from ...mechanics.boxes.edges import EdgeLine, bonded, screwed
from ...mechanics.joints import woodscrew
from ...mechanics.panels import sandwich
from ...mechanics.solver.model import Array
from ...structure.nouns.panel import EdgeWay, Edging
from .stiff import ROLLS

GLUE, GLUED_E = (500.0, 0.3), 7_000.0
"""MPa and mm of a wood glue's line, and MPa of the panels it joins (typical): it gives next to nothing."""
BLOCK_G = 500.0
"""MPa of a softwood block sheared along its grain (typical)."""
LOOSE = 0.6
"""N mm/rad a mm and mm2 of its thickness: a glued corner turns nearly freely. What it would still hand over, the box cannot do without, and is peeled off it."""
DENSITY = 500.0
"""kg/m3 of a panel round its screws, at the low end."""
GRAVITY = 0.5
EDGE = 0.5
"""What a screw holds in a panel's edge of what it holds in its face: common practice, no published source."""
SLANT = 0.67
"""What a screw at a pocket's slant holds of one set square (common practice, no published source)."""
PEELS = 0.4
"""MPa, characteristic: veneers pulled apart across a panel (from memory, at the low end); a good glue line holds more than the veneers."""
LONG, SHORT = 0.37, 0.60
NOMINAL = 3.32
"""Nominal strength of a wood connection over its allowable (NDS 2018 table N1, K_F, from memory)."""
BRACKET = 0.5
"""Of a bracket's figure, what it is let to carry."""
LEAST = 100.0
"""mm of a bond line over which its stress is a mean: a corner's is the mesh's."""
PLAY = 0.25
"""mm that a screw moves in the hole it passes, drilled clear in the outer panel, before it bears (common practice, no published source)."""
SPLITS = 2.5
"""Diameters: a thinner edge splits round a screw in it."""
GLUED: frozenset[EdgeWay] = frozenset({"glue", "dado", "blocks"})
TITLES: dict[EdgeWay, str] = {
    "screws": "Screws of the edges",
    "glue": "Glue of the edges",
    "dado": "Glued grooves of the edges",
    "pocket": "Pocket screws",
    "blocks": "Glued corner blocks",
    "brackets": "Corner brackets",
}
WORDS: dict[EdgeWay, str] = {
    "screws": "screws", "glue": "glued", "dado": "glued groove", "pocket": "pocket screws", "blocks": "glued blocks", "brackets": "brackets",
}  # fmt: skip
BASES: dict[EdgeWay, str] = {
    "screws": f"NDS 2018 chapter 12, half of it in a panel's edge: {COMMON_PRACTICE}; the two added (12.4.1)",
    "glue": "veneers of the panel beside the line, EN 12369-2 at the low end, from memory; edges clamped while the glue sets",
    "dado": "veneers on both sides of the groove, EN 12369-2 at the low end, from memory; a groove that fits",
    "pocket": f"NDS 2018 chapter 12 in a panel's face, x {SLANT:g} for the slant: {COMMON_PRACTICE}",
    "blocks": "veneers under the block, EN 12369-2 at the low end, from memory; pried about the edge's far side, by statics",
    "brackets": f"half of a bracket's figure ({COMMON_PRACTICE}); pried about the edge's far side, by statics",
}


@dataclass(frozen=True, slots=True)
class EdgeHold:
    """An edge by its way, ``t`` mm thick on a face ``on`` mm thick: over so many mm its force is a mean; N that one fastener holds across and
    in pull before duration (``None``: not known, with what is missing), or MPa that a bond's sides ``roll`` and ``peel`` at, ``long`` and
    ``short`` what duration leaves of them."""

    edging: Edging
    t: float
    on: float
    over: float
    roll: float = 0.0
    peel: float = 0.0
    long: float = LONG
    short: float = SHORT
    lateral: float | None = None
    pull: float | None = None
    missing: str = ""
    why: str = ""
    head: bool = False
    """Whether a screw's head comes through its panel before its thread comes out."""


def line_of(edging: Edging, t: float, on: float) -> EdgeLine:
    """Stiffness of an edge ``t`` mm thick on a face ``on`` mm thick: screws across rho^1.5 d / 23 (EN 1995-1-1 table 7.1) and along 25 d l N/mm each (European technical
    approvals), from memory; what presses edge on face is taken no stiffer than what pulls, so that it sinks and turns rather more. A screw
    through a face first goes across its hole's play: as stiff as that leaves it at its working load, so that a floor which sinks by a tenth of a
    millimetre shears none."""
    slip, d = DENSITY**1.5 * edging.screw.d / 23, edging.screw.d
    match edging.way:
        case "glue":
            return replace(bonded(t, *GLUE, t, GLUED_E), turn=LOOSE * t**2)
        case "dado":
            return replace(bonded(t, *GLUE, t + 2 * edging.size, GLUED_E), turn=LOOSE * t**2)
        case "blocks":
            return replace(bonded(t, BLOCK_G, edging.size, edging.size, GLUED_E), turn=LOOSE * t**2)
        case "brackets":
            # two screws a leg, steel on wood twice as stiff, both legs in series
            return screwed(2 * slip, 25 * d * t, edging.spacing, t)
        case "pocket":
            return screwed(SLANT * slip, SLANT * 25 * d * edging.bite, edging.spacing, t)
    if edging.rating is None and (held := _across(edging, on)) > 0:
        slip = held / (PLAY + held / slip)
    return screwed(slip, 25 * d * edging.bite, edging.spacing, t)


def _across(edging: Edging, on: float) -> float:
    """N that a screw through a face ``on`` mm thick holds across, set into an edge; nothing where it bites too little."""
    screw = edging.screw
    return woodscrew.lateral(screw.root, screw.Fyb, on, GRAVITY, GRAVITY, edging.bite, screw.d) * EDGE


def splits(edging: Edging, t: float) -> bool:
    """Whether an edge is too thin for the screws set into it."""
    return edging.way == "screws" and edging.rating is None and t < SPLITS * edging.screw.d


def hold_of(edging: Edging, edge: Sheet | Sandwich, face: Sheet | Sandwich) -> EdgeHold:
    """What the edge of one sheet on the face of another holds. A figure that was read or tried goes before a formula; foam holds no screw."""
    t, on = edge.t, face.t
    if edging.way in GLUED:
        cores = [sheet.core for sheet in (edge, face) if isinstance(sheet, Sandwich)]
        if cores:
            shear, peel = min(core.shear for core in cores), min(core.crush for core in cores)
            return EdgeHold(edging, t, on, LEAST, shear, peel, 1 / sandwich.CORE_FACTOR_LASTING, 1 / sandwich.CORE_FACTOR)
        return EdgeHold(edging, t, on, LEAST, ROLLS, PEELS)
    if edging.rating is None and (isinstance(edge, Sandwich) or isinstance(face, Sandwich)):
        why = "A sandwich panel holds no screw in its core: glue it, or give what one in an insert holds."
        return EdgeHold(edging, t, on, edging.spacing, missing="screw in an insert", why=why)
    if edging.way == "brackets":
        if edging.rating is None:
            return EdgeHold(
                edging, t, on, edging.spacing, missing="bracket rating", why="What a bracket holds is not known: give its figure."
            )
        return EdgeHold(edging, t, on, edging.spacing, lateral=BRACKET * edging.rating, pull=BRACKET * edging.rating)
    if edging.rating is not None:
        return EdgeHold(edging, t, on, edging.spacing, lateral=edging.rating, pull=edging.rating)
    d, screw = edging.screw.d, edging.screw
    if edging.way == "screws":
        # through the face, into the edge
        bite, factor, lateral = edging.bite, EDGE, _across(edging, on)
        if splits(edging, t):
            why = f"The edge is thinner than {SPLITS:g} diameters and splits: take thinner screws or a thicker sheet."
            return EdgeHold(edging, t, on, edging.spacing, missing="thicker edge", why=why)
    else:
        # out of the pocket, half the edge's thickness left, into the face no deeper than it is thick
        bite, factor = min(edging.bite, on - 1.0), SLANT
        lateral = woodscrew.lateral(screw.root, screw.Fyb, t / 2, GRAVITY, GRAVITY, bite, d) * factor
    pull, through = woodscrew.withdrawal(GRAVITY, d, bite) * factor, math.inf
    if edging.way == "screws":
        through = woodscrew.head_pull_through(GRAVITY, d, on)
    if lateral <= 0:
        why = "It bites less than six diameters, which no rule covers: take a thicker face or longer screws" + (
            "." if edging.way == "screws" else ", or give what one held when tried."
        )
        return EdgeHold(edging, t, on, edging.spacing, missing="longer screw", why=why)
    return EdgeHold(edging, t, on, edging.spacing, lateral=lateral, pull=min(pull, through), head=through < pull)


def pulled(hold: EdgeHold, apart: Array, turn: Array) -> Array:
    """N/mm that pull on what holds an edge: ``apart`` (pushed together negative) and ``turn`` N mm a mm about it. A screw in the middle of
    an edge is pulled as the edge presses at its far side, t/2 off; a block or a bracket of leg b stands (t + b)/2 beside the middle of the edge and is
    pried about its far side, t + b/2 off."""
    t, b = hold.t, hold.edging.size
    if hold.edging.way in ("blocks", "brackets"):
        lever = t + b / 2
        pried: Array = (
            apart.clip(min=0.0) * (1 + (t + b) / (2 * t + b)) + (abs(turn) - t / 2 * (-apart).clip(min=0.0)).clip(min=0.0) / lever
        )
        return pried
    found: Array = (apart + 2 * abs(turn) / t).clip(min=0.0)
    return found


def use_of(hold: EdgeHold, V: Array, apart: Array, turn: Array, k: Array) -> Array:
    """Use of an edge under N/mm across and apart and N mm/mm of turning, (cases, places); ``k`` (cases, 1) the case's duration factor.
    Where what it holds is not known, N/mm instead, so that the hardest place still is the hardest."""
    t, way, size = hold.t, hold.edging.way, hold.edging.size
    found: Array
    if way == "glue":
        sigma = (apart / t + 6 * abs(turn) / t**2).clip(min=0.0)
        found = (V / t / hold.roll + sigma / hold.peel) / k
    elif way == "dado":
        tau = V / (t + 2 * size) + apart.clip(min=0.0) / (2 * size) + abs(turn) / (t * size)
        found = tau / hold.roll / k
    elif way == "blocks":
        found = (V / size / hold.roll + pulled(hold, apart, turn) / size / hold.peel) / k
    elif hold.lateral is None or hold.pull is None:
        found = V + pulled(hold, apart, turn)
    else:
        a = hold.edging.spacing
        found = (V * a / hold.lateral + pulled(hold, apart, turn) * a / hold.pull) / k
    return found
