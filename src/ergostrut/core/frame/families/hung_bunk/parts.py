"""What a hung bunk is made of: wall rail, rails, ribs, deck, edge, bought parts."""

from __future__ import annotations

from dataclasses import replace

from ....catalog.model import Catalog, Planks
from ....structure.nouns.panel import Covers, Panel
from ....structure.nouns.parts import Item, Member, MemberGroup
from ....structure.systems import SYSTEMS
from ...blocks.deck import boarded, deck
from ...blocks.joining import joint_parts
from ...blocks.stock import bought, section_of, sheet_of
from .geometry import Layout, spaced
from .params import HungBunk

RAIL = MemberGroup("rail", "Bunk rail, bending")
RIB = MemberGroup("rib", "Bunk rib, bending")
WALL = MemberGroup("wall-rail", "Wall rail, bending")


def members_of(build: HungBunk, place: Layout, catalog: Catalog) -> list[Member]:
    """The wall rail, the two rails, the ribs between them, the raised edge on the front one."""
    bed, wall = f"{build.id}/bed", f"{build.id}/wall"
    rail, rib = section_of(catalog, "rail", build.rail), section_of(catalog, "rib", build.rib)
    section, z = section_of(catalog, "wall_rail/section", build.wall_rail.section), place.z
    welded = SYSTEMS[build.framing].joint == "weld"
    front, back = place.front, place.back
    on_wall = (front, place.y_wall, z), (back, place.y_wall, z)
    found = [Member(f"{wall}/rail", "wall rail", wall, section, *on_wall, group=WALL, use="rail", mark="W")]
    for name, y in (("inner", place.y_inner), ("outer", place.y_front)):
        found.append(
            Member(f"{bed}/{name}", "rail", bed, rail, (front, y, z), (back, y, z), welded=welded, group=RAIL, use="sleeping", mark="R")
        )
    faces = sorted(y - s * place.side * place.rail.width / 2 for y, s in ((place.y_inner, 1), (place.y_front, -1)))
    # flush on top: the deck lies on rails and ribs alike
    level = place.top - place.rib.depth / 2
    for i, x in enumerate(spaced(front + place.rib.width / 2, back - place.rib.width / 2, build.ribs), 1):
        a, b = (x, faces[0], level), (x, faces[1], level)
        found.append(Member(f"{bed}/rib.{i}", "rib", bed, rib, a, b, welded=welded, group=RIB, use="sleeping", mark="T"))
    if build.edge is not None:
        board = section_of(catalog, "edge", build.edge)
        y = place.y_front - place.side * (place.rail.width + board.properties.width) / 2
        up = place.z + board.properties.depth / 2
        outer = f"{bed}/outer"
        found.append(Member(f"{bed}/edge", "raised edge", bed, board, (front, y, up), (back, y, up), use="brace", rides=outer, mark="E"))
    return found


def deck_of(build: HungBunk, place: Layout, catalog: Catalog, members: list[Member]) -> Panel:
    """The deck on ribs and rails.

    Raises:
        StockError: boards wider than the bunk.
    """
    lo, hi = place.y_span()
    panel = deck(
        f"{build.id}/deck",
        "deck",
        f"{build.id}/bed",
        sheet_of(catalog, "deck", build.deck),
        (place.front, lo, place.top),
        (place.back - place.front, hi - lo),
        Covers(tuple(m.id for m in members if m.role == "rib")),
        along=build.grain == "along",
        use="sleeping",
    )
    return boarded(panel, build.board_gap.mm, "deck", "bunk") if isinstance(panel.sheet, Planks) else panel


def edge_height(place: Layout, members: list[Member]) -> float | None:
    """mm that the raised edge stands above the deck; None without one."""
    board = next((m for m in members if m.role == "raised edge"), None)
    return None if board is None else board.a[2] + board.shape.depth / 2 - place.deck_top


def items_of(build: HungBunk, place: Layout, catalog: Catalog, panel: Panel, bolts: int) -> list[Item]:
    """Screws, joints, hinges, straps, wall bolts, mattress."""
    bed, wall = f"{build.id}/bed", f"{build.id}/wall"
    x = (place.front + place.back) / 2
    middle = x, (place.y_inner + place.y_front) / 2, place.deck_top
    screws = max(8, round(panel.wide[0] * panel.wide[1] / 40_000))
    found = [bought(catalog, f"{bed}/deck screws", "deckscrew", bed, middle, screws)]
    found += [
        bought(catalog, f"{bed}/{name}", part, bed, middle, each * 2 * build.ribs)
        for name, part, each in joint_parts(build.framing, build.joints)
    ]
    found.append(bought(catalog, f"{bed}/hinges", "hinge", bed, (x, place.y_pin, place.z_pin), build.hinges.count))
    # unhooked and stowed on the bunk by day
    found.append(bought(catalog, f"{bed}/straps", "strap", bed, (x, place.y_front, place.z), build.straps.count))
    found.append(bought(catalog, f"{bed}/latch", "latch", bed, (x, place.y_front, place.z)))
    found.append(replace(bought(catalog, f"{wall}/bolts", "fixing", wall, (x, place.y_wall, place.z), bolts), aboard=False))
    if build.mattress is not None:
        at = middle[0], middle[1], place.deck_top + build.mattress.thickness.mm / 2
        found.append(replace(bought(catalog, f"{bed}/mattress", "mattress", bed, at), mass=build.mattress.mass.kg))
    return found
