"""How a build's members are joined: what the user chooses, what it takes from the catalogue, and the joint's specification."""

from __future__ import annotations

from typing import Annotated, Literal

from pydantic import Field

from ...catalog.errors import StockError
from ...catalog.model import Catalog
from ...constants import G
from ...quantity import Between, Length, Rating
from ...record import Record
from ...structure.nouns.holds import JointSpec
from ...structure.sheet import Group, Row, When, options
from ...structure.systems import SYSTEMS, Fastener, SystemId
from .stock import StockId, typed


class Joints(Record):
    """What joins members. ``weld_leg``: fillet leg (None: the thinner wall). ``bracket_rating``: load one bracket is
    sold for (read it from its catalogue). ``screws`` a joint, of ``screw`` size, ``bite`` into the rib; ``bolt`` of bolted ones.
    ``fastener``: another than the system's usual; ``per_leg`` rivets or screws in one leg of a bracket of ``bracket_wall``.
    ``capped``: the open ends of tubes that others are welded on are closed with welded caps."""

    weld_leg: Annotated[Length, Between(0.5, 25)] | None = None
    capped: bool = False
    bracket_rating: Rating | None = None
    brackets: Annotated[int, Field(ge=1, le=4)] = 2
    bolt: StockId = "5/16-18"
    bolt_grade: StockId = "SAE 5"
    screw: Literal["No. 8", "No. 10", "No. 12", "No. 14"] = "No. 10"
    screws: Annotated[int, Field(ge=1, le=6)] = 2
    bite: Annotated[Length, Between(3, 300)] = typed("50 mm")
    fastener: Literal["usual", "rivet", "drill screw", "end bolt", "pocket screw", "lag screw"] = "usual"
    rivet: Literal["steel 1/8 in", "steel 3/16 in", "Al/steel 3.2 mm", "Al/steel 4.8 mm"] = "Al/steel 4.8 mm"
    drill_screw: Literal["No. 10", "No. 12", "No. 14"] = "No. 12"
    per_leg: Annotated[int, Field(ge=1, le=12)] = 3
    bracket_wall: Annotated[Length, Between(0.4, 25)] = typed("3 mm")
    lag: Literal["1/4 in", "5/16 in", "3/8 in"] = "1/4 in"
    tap_depth: Annotated[Length, Between(2, 200)] = typed("25 mm")


def fastener(system_id: SystemId, chosen: Joints) -> Fastener:
    """The fastener chosen.

    Raises:
        StockError: one that the framing system has no use for.
    """
    system = SYSTEMS[system_id]
    if chosen.fastener == "usual":
        return system.joint
    if chosen.fastener not in system.fasteners:
        raise StockError("joints/fastener", f"{system.label} has no {chosen.fastener}; choose {' or '.join(system.fasteners)}")
    return chosen.fastener


def joint_parts(system_id: SystemId, j: Joints) -> list[tuple[str, str, int]]:
    """Name, catalogue part and count of what one joint takes."""
    part, usual = SYSTEMS[system_id].part
    match fastener(system_id, j):
        case "bracket" | "bolt":
            return [("joints", part, j.brackets)]
        case "rivet":
            return [("joints", "angle", j.brackets), ("rivets", "rivet", 2 * j.per_leg * j.brackets)]
        case "drill screw":
            return [("joints", "angle", j.brackets), ("drill screws", "drillscrew", 2 * j.per_leg * j.brackets)]
        case "end bolt":
            return [("joints", "endbolt", j.brackets)]
        case "wood screw":
            return [("joints", part, j.screws)]
        case "pocket screw":
            return [("joints", "pocketscrew", j.screws)]
        case "lag screw":
            return [("joints", "lagscrew", j.screws)]
    return [("joints", part, usual)]


def joint_spec(system_id: SystemId, j: Joints, catalog: Catalog) -> JointSpec:
    """What a check needs of a joint."""
    return JointSpec(
        SYSTEMS[system_id],
        j.weld_leg.mm if j.weld_leg else None,
        j.bracket_rating.kg * G if j.bracket_rating else None,
        j.brackets,
        catalog.threads.get(j.bolt),
        catalog.grades.get(j.bolt_grade),
        catalog.wood_screws.get(j.screw),
        j.screws,
        j.bite.mm,
        fastener(system_id, j),
        j.rivet,
        j.drill_screw,
        j.per_leg,
        j.bracket_wall.mm,
        j.lag,
        j.tap_depth.mm,
        capped=j.capped,
    )


def joining_sheet(title: str, what: str, through: str) -> Group:
    """The sheet's group about joints: the framing system's usual fastener, or another it takes. ``what`` frames into ``through``."""

    def kind(*kinds: str) -> tuple[When, ...]:
        return (When("joints/fastener", kinds, "fastener"),)

    return Group(
        title,
        (
            Row("joints/fastener", "Fastener", "choice", source="fasteners", when=(When("framing", (True,), "more"),)),
            Row("joints/weld_leg", "Fillet leg", "length", optional=True, empty="the wall", when=kind("weld")),
            Row("joints/capped", "Tube ends closed by welded caps", "tick", help="keeps the wall stiff beside an end", when=kind("weld")),
            Row("joints/brackets", "Brackets or bolts a joint", "whole", when=kind("bracket", "bolt", "rivet", "drill screw", "end bolt")),
            Row("joints/bracket_rating", "A bracket is sold for", "mass", optional=True, when=kind("bracket")),
            Row("joints/bolt", "Bolt", "choice", source="threads", when=kind("bolt", "strut nut", "end bolt")),
            Row("joints/bolt_grade", "Bolt grade", "choice", source="grades", when=kind("bolt", "strut nut", "end bolt")),
            Row("joints/tap_depth", "Tapped deep", "length", when=kind("end bolt")),
            Row(
                "joints/rivet",
                "Rivet",
                "choice",
                options("steel 1/8 in", "steel 3/16 in", "Al/steel 3.2 mm", "Al/steel 4.8 mm"),
                when=kind("rivet"),
            ),
            Row("joints/drill_screw", "Screw", "choice", options("No. 10", "No. 12", "No. 14"), when=kind("drill screw")),
            Row("joints/bracket_wall", "Bracket thickness", "length", when=kind("drill screw")),
            Row("joints/per_leg", "In each leg", "whole", when=kind("rivet", "drill screw")),
            Row("joints/screw", "Screw", "choice", source="screws", when=kind("wood screw", "pocket screw")),
            Row("joints/lag", "Lag", "choice", options("1/4 in", "5/16 in", "3/8 in"), when=kind("lag screw")),
            Row("joints/screws", "Screws a joint", "whole", when=kind("wood screw", "pocket screw", "lag screw")),
            Row(
                "joints/bite",
                f"Bite into the {what}, pocket screws into the {through}",
                "length",
                when=kind("wood screw", "pocket screw", "lag screw"),
            ),
        ),
    )
