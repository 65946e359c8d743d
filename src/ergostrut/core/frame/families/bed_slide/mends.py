"""What may mend a bed slide's findings: the smallest change among stock sizes first."""

from __future__ import annotations

import math
from collections.abc import Callable, Mapping

from ....catalog.model import Catalog, Sheet
from ....changes import Change
from ....structure.systems import SYSTEMS
from ....wording import Say
from ...blocks.mending import capped, exact, kind, sections
from ...family import Offers
from .params import BedSlide


def _pins(build: BedSlide, at: str, catalog: Catalog, say: Say) -> Offers:
    inches = say.units.length == "in"
    sizes = catalog.pins_inch if inches else catalog.pins_metric
    larger = [d for d in sizes if d > build.lock.pin.mm + 0.01]
    rows: Offers = [(f"{say.length(d)} pin", (Change(f"{at}/lock/pin", exact(d, inches)),)) for d in larger]
    gap = 1.5875 if inches else 1.5
    if build.lock.gap.mm > gap + 0.01:
        rows.append((f"close the gap to {say.length(gap)}", (Change(f"{at}/lock/gap", exact(gap, inches)),)))
    return rows


def _decks(build: BedSlide, at: str, catalog: Catalog) -> Offers:
    used = catalog.sheets.get(build.deck)
    if used is None:
        return []
    alike = [s for s in catalog.sheets.values() if type(s) is type(used) and kind(s) == kind(used)]
    rows: Offers = [(s.label, (Change(f"{at}/deck", s.id),)) for s in alike if s.t > used.t]
    slotted = all(bar in catalog.sections and catalog.sections[bar].slot is not None for bar in (build.rail, build.rib))
    if build.deck_edges == "screwed" and isinstance(used, Sheet) and slotted:
        rows.append(("edges let into slots", (Change(f"{at}/deck_edges", "slots"),)))
    rows.append(("one more rib", (Change(f"{at}/mid_ribs", build.mid_ribs + 1),)))
    return rows


PLAYS = {True: (1.5875, 0.79375), False: (1.5, 1.0)}
"""Hold-down play worth trying in inches and mm: less than 1/32 in binds."""


def _plays(build: BedSlide, at: str, say: Say) -> Offers:
    inches = say.units.length == "in"
    smaller = [play for play in PLAYS[inches] if play < build.rollers.play.mm - 0.01]
    return [(f"play {say.length(play)}", (Change(f"{at}/rollers/play", exact(play, inches)),)) for play in smaller]


def _on_edge(build: BedSlide, at: str, catalog: Catalog, say: Say) -> Offers:
    """The rails it has turned up, with what that costs in height."""
    used = catalog.sections.get(build.rail)
    if used is None or not build.rail_flat or used.properties.depth <= used.properties.width:
        return []
    higher = used.properties.depth - used.properties.width
    return [(f"rails on edge, {say.length(higher)} higher", (Change(f"{at}/rail_flat", False),))]


def _pull_outs(build: BedSlide, at: str, say: Say) -> Offers:
    """Shorter pull-outs in steps of 2 in or 50 mm; part-out stops beyond them go."""
    inches = say.units.length == "in"
    step = 50.8 if inches else 50.0
    start = math.floor(build.pull_out.mm / step - 1e-6) * step
    rows: Offers = []
    for i in range(4):
        reach = start - i * step
        if reach < build.tray_length.mm * 0.3:
            break
        stops = [str(stop) for stop in build.stops if stop.mm < reach - 1]
        changes = [Change(f"{at}/pull_out", exact(reach, inches))]
        if len(stops) < len(build.stops):
            changes.insert(0, Change(f"{at}/stops", stops))
        rows.append((f"pull out {say.length(reach)}", tuple(changes)))
    return rows


def _joints(build: BedSlide, at: str) -> Offers:
    """More fasteners a joint, where more fit."""
    j = build.joints
    kind = SYSTEMS[build.framing].joint if j.fastener == "usual" else j.fastener
    match kind:
        case "rivet" | "drill screw":
            return [(f"{n} a leg", (Change(f"{at}/joints/per_leg", n),)) for n in range(j.per_leg + 1, 9)]
        case "wood screw" | "pocket screw" | "lag screw":
            return [(f"{n} screws a joint", (Change(f"{at}/joints/screws", n),)) for n in range(j.screws + 1, 7)]
        case "end bolt":
            return [(f"{n} bolts a joint", (Change(f"{at}/joints/brackets", n),)) for n in range(j.brackets + 1, 5)]
        case "bracket" | "bolt":
            return [(f"{n} brackets a joint", (Change(f"{at}/joints/brackets", n),)) for n in range(j.brackets + 1, 5)]
    return []


def _squares(build: BedSlide, at: str, catalog: Catalog) -> Offers:
    """A brace from the front of one rail to the tail of the other, of the rib's section where no flat bar is sold; or a sheet."""
    system = SYSTEMS[build.framing]
    flats = [s for s in catalog.sections.values() if s.properties.shape == "flat" and s.material.kind in system.kinds]
    section = min(flats, key=lambda s: s.mass_per_m).id if flats else build.rib
    brace = {"name": "square", "section": section, "left": "0 mm", "right": str(build.tray_length)}
    return [
        ("a brace across the tray", (Change(f"{at}/own_members", brace, "add"),)),
        ("12 mm birch ply for the boards", (Change(f"{at}/deck", "birch.12"),)),
    ]


STRONGER = 1.05
"""Sections are tried from use / this on: the load grows a little with them, and shape helps."""


def offers(build: BedSlide, at: str, catalog: Catalog, say: Say, use: float) -> dict[str, Callable[[], Offers]]:
    """What may be tried for each check of a slide that stands at ``use``."""
    need = max(1.02, use / STRONGER)

    def pins() -> Offers:
        return _pins(build, at, catalog, say)

    def rails() -> Offers:
        return [*_on_edge(build, at, catalog, say), *sections(build.rail, "rail", at, catalog)]

    def pulls() -> Offers:
        return _pull_outs(build, at, say)

    def decks() -> Offers:
        return _decks(build, at, catalog)

    return {
        "pin.bending": pins,
        "pin.shear": pins,
        "pin.together": pins,
        "side-rail.strength": lambda: [*_on_edge(build, at, catalog, say), *sections(build.rail, "rail", at, catalog, need)[:6], *pulls()],
        "side-rail.sag": rails,
        "tip.droop": lambda: [*_plays(build, at, say), *rails()[:4], *pulls()],
        "overlap": pulls,
        "roller.carrying": pulls,
        "roller.hold-down": pulls,
        "axle.carrying": pulls,
        "fit.lowered-gate": pulls,
        "frame.square": lambda: _squares(build, at, catalog),
        "rib.joint": lambda: _joints(build, at),
        "rib.wall": lambda: [*capped(build.joints, at), *sections(build.rail, "rail", at, catalog, need)[:6], *pulls()],
        "rib.strength": lambda: sections(build.rib, "rib", at, catalog, need),
        "lower-rail": lambda: sections(build.base.lower, "base/lower", at, catalog),
        "upper-rail": lambda: sections(build.base.upper, "base/upper", at, catalog),
        "deck.foot": decks,
        "deck.tongue": lambda: [("screw the deck down", (Change(f"{at}/deck_edges", "screwed"),))],
        "deck.load": decks,
        "deck.sag": decks,
    }


def spans(_build: BedSlide) -> Mapping[str, str]:
    """The parameter that is the span of each check."""
    return {"side-rail.strength": "pull_out", "side-rail.sag": "pull_out", "rib.strength": "tray_width"}
