"""Where the posts, rails and bows of a topper lie, mm in host axes."""

from __future__ import annotations

import itertools
from dataclasses import dataclass

from ....catalog.errors import StockError
from ....catalog.model import Catalog, Section
from ....structure.host import SIDE_HEIGHT, WIDTH_TOP, Reader
from ...blocks.cage.evenly import FEW, evenly
from ...blocks.cage.skinned import closing
from ...blocks.stock import framed_section
from .params import BedTopper


@dataclass(frozen=True, slots=True)
class Cage:
    """``xs``: middles of the posts a side, ``y`` of their axes; ``foot``: top of the bed's sides, ``seat`` of the rails on them; ``under``, ``top``: of the
    bows; ``front``: y of the posts of the front wall between the corners; ``lies``: mm of the rails' width that lie on the bed's sides."""

    post: Section
    bow: Section
    begin: float
    end: float
    xs: tuple[float, ...]
    y: float
    foot: float
    seat: float
    under: float
    top: float
    front: tuple[float, ...]
    lies: float

    @property
    def w(self) -> float:
        """A post's side."""
        return self.post.properties.width

    @property
    def half(self) -> float:
        """Half of the outer width."""
        return self.y + self.w / 2


def cage(build: BedTopper, host: Reader, catalog: Catalog) -> Cage:
    """Place everything from the parameters.

    Raises:
        StockError: sizes that cannot be built, naming the parameter.
    """
    post, bow = (framed_section(catalog, build.framing, field, getattr(build, field), "a topper") for field in ("post", "bow"))
    for field, section in (("post", post), ("bow", bow)):
        if section.properties.shape != "tube":
            raise StockError(field, f"{section.label} is no tube; a topper is welded of tubes")
    w, begin = post.properties.width, build.front.mm + closing(catalog, "skin", build.skin).t
    end = begin + build.length.mm
    xs = tuple(begin + w / 2 + (build.length.mm - w) * i / (build.posts - 1) for i in range(build.posts))
    if min(b - a for a, b in itertools.pairwise(xs)) < max(w, bow.properties.width) + FEW:
        raise StockError("posts", "the posts stand in each other; take fewer or narrower ones")
    foot, between = host.need(SIDE_HEIGHT, 530.0), host.need(WIDTH_TOP, 1600.0)
    seat, y = foot + post.properties.depth, (build.width.mm - w) / 2
    under = foot + build.height.mm
    if under < seat + 100.0:
        raise StockError("height", "nothing is left between the bed's sides and its roof; make it higher")
    lies = min(y + w / 2 - between / 2, w)
    return Cage(post, bow, begin, end, xs, y, foot, seat, under, under + bow.properties.depth, evenly(-y, y), lies)
