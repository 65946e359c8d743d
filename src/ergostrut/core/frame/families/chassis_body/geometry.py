"""Where the posts, rails and bows of a body lie, mm in host axes."""

from __future__ import annotations

import itertools
from dataclasses import dataclass

from ....catalog.errors import StockError
from ....catalog.model import Catalog, Section
from ....structure.host import Host
from ...blocks.bed.layout import BedLayout, has_side_rails, layout, tube
from ...blocks.cage.evenly import FEW, evenly
from ...blocks.cage.side_door import begins, jambs
from .params import ChassisBody


@dataclass(frozen=True, slots=True)
class Cage:
    """``xs``: middles of the posts a side, ``y`` of their axes, ``y_roof`` of the roof rails'; ``foot``: top of the side rails, where they stand; ``under`` and ``top`` of
    bows and roof rails; ``bows``: middles of the bows; ``front``, ``rear``: y of the posts between the corners, the door's among those."""

    bed: BedLayout
    post: Section
    bow: Section
    xs: tuple[float, ...]
    y: float
    y_roof: float
    foot: float
    under: float
    top: float
    bows: tuple[float, ...]
    front: tuple[float, ...]
    rear: tuple[float, ...]
    door: tuple[float, float]
    sides: dict[str, tuple[float, ...]]
    """Middles of the posts of either side, a door's among them."""


def _side(build: ChassisBody, xs: tuple[float, ...], post: Section, front: float, side: str) -> tuple[float, ...]:
    """The posts of one side: a door's own in place of those that would stand in it.

    Raises:
        StockError: a door that reaches into a corner post.
    """
    w = post.properties.depth + FEW
    for k, door in enumerate(build.doors):
        if door.side == side:
            a, b = jambs(door, post, front)
            if a < xs[0] + w or b > xs[-1] - w:
                raise StockError(f"doors/{k}/x", "its posts would stand in a corner post; move the door, or make it narrower")
            return tuple(sorted((a, b, *(x for x in xs if x < a - w or x > b + w))))
    return xs


def door_ends(build: ChassisBody, place: Cage, k: int) -> tuple[float, float]:
    """z of a side door's lower and upper edge.

    Raises:
        StockError: no room for the tube over or under it.
    """
    door, deep, deck = build.doors[k], place.post.properties.depth, place.bed.deck_top
    low, high = begins(door, k, place.post, deck, place.foot), deck + door.sill.mm + door.height.mm
    if high + deep + FEW > place.under:
        room = place.under - deep - FEW - deck - door.sill.mm
        raise StockError(f"doors/{k}/height", f"{room:.0f} mm are left under the roof rail and the tube over it; make it lower")
    return low, high


def cage(build: ChassisBody, host: Host, catalog: Catalog) -> Cage:
    """Place everything over the bed.

    Raises:
        StockError: sizes that cannot be built, naming the parameter.
    """
    bed = layout(build, host, catalog)
    post, bow = tube(build, catalog, "post", build.post), tube(build, catalog, "bow", build.bow)
    has_side_rails(bed, "a body", post, bow)
    last = len(bed.xs) - 1
    # whatever their sizes, the outer faces of posts, roof rails and bows are flush with the bed's
    d, w = post.properties.depth, bow.properties.width
    inner = (bed.xs[round(last * k / (build.posts - 1))] for k in range(1, build.posts - 1))
    xs = (bed.front + d / 2, *inner, bed.back - d / 2)
    bows = tuple(bed.front + w / 2 + (bed.back - bed.front - w) * k / (build.bows - 1) for k in range(build.bows))
    if min(b - a for a, b in itertools.pairwise(bows)) < w + FEW:
        raise StockError("bows", "the bows stand in each other; take fewer or narrower ones")
    y = bed.half - post.properties.width / 2
    jamb = build.door.width.mm / 2 + post.properties.width / 2
    if y - jamb < post.properties.width + FEW:
        raise StockError("door/width", "the door's posts would stand in the corner posts; make the door narrower, or the body wider")
    under = bed.deck_top + build.height.mm
    rear = tuple(sorted((*(-v for v in evenly(jamb, y)), -jamb, jamb, *evenly(jamb, y))))
    return Cage(
        bed, post, bow, xs, y, bed.half - w / 2, bed.top, under, under + bow.properties.depth, bows, evenly(-y, y), rear, (-build.door.width.mm / 2, build.door.width.mm / 2),
        {side: _side(build, xs, post, bed.front, side) for side in ("left", "right")},
    )  # fmt: skip
