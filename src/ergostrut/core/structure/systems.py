"""The nine framing systems: what they are made of, how they join, what they are liked and cursed for."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal

from ..catalog.model import Section

SystemId = Literal[
    "lumber_plywood",
    "tslot_bolted",
    "welded_steel_tube",
    "welded_aluminium_tube",
    "aluminium_tube_brackets",
    "strut_bolted",
    "conduit_riveted",
    "angle_flat_steel",
    "sandwich_bonded",
]
Joint = Literal["weld", "bracket", "bolt", "strut nut", "wood screw", "rivet", "bond"]
Fastener = Literal[
    "weld", "bracket", "bolt", "strut nut", "wood screw", "rivet", "bond", "drill screw", "end bolt", "pocket screw", "lag screw"
]
OTHERS: dict[Joint, tuple[Fastener, ...]] = {
    "bolt": ("rivet", "drill screw"),
    "bracket": ("end bolt",),
    "wood screw": ("pocket screw", "lag screw"),
}
"""What may take the place of a system's usual fastener."""
Fixity = Literal["rigid", "semi", "slack", "pinned"]
"""How joints are taken; slack: so soft that they take little but what keeps the frame from folding."""
"""Welded joints are rigid; several bolts or a gusset semi-rigid; a single fastener pinned."""


@dataclass(frozen=True, slots=True)
class System:
    """``shapes`` and ``kinds`` of material it is framed in; ``part``: what one joint takes from the catalogue and how many;
    ``rail``/``rib``: where a choice starts; ``slide``: whether a bed slide makes sense in it."""

    id: SystemId
    label: str
    liked: str
    complaint: str
    shapes: tuple[str, ...]
    kinds: tuple[str, ...]
    joint: Joint
    fixity: Fixity
    part: tuple[str, int]
    rail: str = ""
    rib: str = ""

    @property
    def fasteners(self) -> tuple[Fastener, ...]:
        """The usual one first."""
        return (self.joint, *OTHERS.get(self.joint, ()))

    @property
    def slide(self) -> bool:
        return bool(self.rail)

    def takes(self, section: Section) -> bool:
        """Whether a section belongs to this system."""
        return section.properties.shape in self.shapes and section.material.kind in self.kinds


SYSTEMS: dict[SystemId, System] = {
    system.id: system
    for system in (
        System(
            "tslot_bolted",
            "T-slot aluminium, bolted",
            "no drilling, changes after installation, light",
            "price, needs threadlocker, odd offsets",
            ("tslot",),
            ("aluminium",),
            "bracket",
            "semi",
            ("bracket", 2),
            "T 1.5x3",
            "T 1.5x1.5",
        ),
        System(
            "welded_aluminium_tube",
            "aluminium tube, welded",
            "light",
            "heat halves the strength beside each weld, skill",
            ("tube", "channel"),
            ("aluminium",),
            "weld",
            "rigid",
            ("filler", 1),
            "2x3x1/8 alu",
            "1x2x1/8 alu",
        ),
        System(
            "welded_steel_tube",
            "steel tube, welded",
            "strong, cheap, compact joints",
            "weight, rust, warps when welded in haste",
            ("tube", "pipe", "channel"),
            ("steel", "stainless"),
            "weld",
            "rigid",
            ("filler", 1),
            "1.5x2.5x11ga",
            "1x1.5x14ga",
        ),
        System(
            "aluminium_tube_brackets",
            "aluminium tube, brackets",
            "light, no welder",
            "weak until the deck stiffens it",
            ("tube", "channel"),
            ("aluminium",),
            "bolt",
            "semi",
            ("bracket", 2),
            "2x3x1/8 alu",
            "1x2x1/8 alu",
        ),
        System(
            "strut_bolted",
            "strut channel, bolted",
            "anyone can build it, comes apart",
            "price of special parts, cutting",
            ("strut",),
            ("steel", "aluminium"),
            "strut nut",
            "semi",
            ("strutfitting", 1),
            "strut 1-5/8 12ga",
            "strut 1-5/8x13/16 14ga",
        ),
        System(
            "angle_flat_steel",
            "angle and flat steel, welded",
            "thin, space under it",
            "sag",
            ("angle", "flat"),
            ("steel",),
            "weld",
            "rigid",
            ("filler", 1),
            "L3x2x3/16",
            "L1.5x1.5x3/16",
        ),
        System(
            "lumber_plywood",
            "lumber and plywood, screwed",
            "cheap, everywhere, easy",
            "heavy, flexes unless thick, rots, screws loosen",
            ("lumber",),
            ("wood",),
            "wood screw",
            "pinned",
            ("woodscrew", 2),
            "2x4 dfl",
            "2x3 dfl",
        ),
        System(
            "conduit_riveted",
            "conduit and sheet, riveted",
            "cheap, shaped to the bed",
            "small loads",
            ("pipe",),
            ("steel",),
            "rivet",
            "pinned",
            ("rivet", 4),
        ),
        System(
            "sandwich_bonded",
            "sandwich panels, bonded",
            "lightest, insulated, no frame",
            "messy, resin timing, point loads need inserts",
            (),
            (),
            "bond",
            "pinned",
            ("insert", 1),
        ),
    )
}
