"""What stands at the front of a flatbed against its load: uprights on the front cross member, a rail over them, a sheet
that the load presses on them."""

from __future__ import annotations

from dataclasses import replace

from ....catalog.errors import StockError
from ....catalog.model import Catalog, Planks
from ....structure.assembly import Assembly, Tag
from ....structure.host import Reader
from ....structure.nouns.holds import Joint
from ....structure.nouns.panel import Clads, between
from ....structure.nouns.parts import Member, MemberGroup
from ...blocks.bed.frame import bed
from ...blocks.bed.layout import layout, tube
from ...blocks.deck import cut_round
from ...blocks.stock import sheet_of
from .params import TruckFlatbed

HEAD = MemberGroup("headboard", "Headboard, strength")
APART = 40.0
"""mm between two uprights at the least."""


def frame(build: TruckFlatbed, host: Reader, catalog: Catalog) -> Assembly:
    """The bed, with its headboard where it has one.

    Raises:
        StockError: a section or sheet that the catalogue does not hold, or sizes that cannot be built.
    """
    made, head = bed(build, host, catalog), build.headboard
    if head is None:
        return made
    place, post = layout(build, host.host, catalog), tube(build, catalog, "headboard/tube", head.tube)
    sheet = sheet_of(catalog, "headboard/sheet", head.sheet)
    if isinstance(sheet, Planks):
        raise StockError("headboard/sheet", f"{sheet.label} do not close a headboard; choose a sheet or a sandwich board")
    wide, deep = post.properties.width, post.properties.depth
    if deep > place.cross.properties.width + 0.5:
        raise StockError("headboard/tube", f"deeper than the cross member that it stands on, {place.cross.label}; choose a smaller tube")
    outer = place.ends - wide / 2
    ys = tuple(-outer + 2 * outer * k / (head.uprights - 1) for k in range(head.uprights))
    if ys[1] - ys[0] < wide + APART:
        raise StockError("headboard/uprights", "the uprights stand in each other; take fewer")
    x, low, high = place.xs[0], place.top, place.deck_top + head.height.mm
    body, cross = f"{build.id}/headboard", f"{build.id}/bed/cross member.1"
    top = Member(
        f"{body}/top rail",
        "top rail",
        body,
        post,
        (x, -place.ends, high - deep / 2),
        (x, place.ends, high - deep / 2),
        welded=True,
        group=HEAD,
        mark="H",
    )
    posts = tuple(
        Member(f"{body}/upright.{k}", "upright", body, post, (x, y, low), (x, y, high - deep), welded=True, group=HEAD, use="leg", mark="U")
        for k, y in enumerate(ys, 1)
    )
    joints = tuple(
        joint for one in posts for joint in (Joint(f"{one.id}/a", cross, one.id, "a"), Joint(f"{one.id}/b", top.id, one.id, "b"))
    )
    lies = Clads(tuple(one.id for one in posts), head.pitch.mm)
    face = x + deep / 2
    panel = between(
        f"{body}/headboard", "headboard", body, sheet, (face, -place.ends, place.deck_top), (face + sheet.t, place.ends, high), 1, lies, "front", "B",
        trodden=False,
    )  # fmt: skip
    return replace(
        made,
        members=(*made.members, top, *posts),
        joints=(*made.joints, *joints),
        panels=(*cut_round(made.panels, [(x, y) for y in ys], post), panel),
        joining=replace(made.joining, between="cross members and headboard"),
        tags=(
            *made.tags,
            Tag("side", "v", place.deck_top, high, "right", 2, "Headboard over the deck", "headboard/height", at=place.front),
        ),
    )
