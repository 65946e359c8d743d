"""Where the posts, rails, beams and bows of a slide-in shell lie, mm in host axes."""

from __future__ import annotations

import itertools
import math
from dataclasses import dataclass

from ....catalog.errors import StockError
from ....catalog.model import Catalog, Section
from ...blocks.cage.evenly import FEW, evenly
from ...blocks.cage.skinned import closing
from ...blocks.stock import framed_section, sheet_of
from .params import CamperShell, Nose


@dataclass(frozen=True, slots=True)
class NoseLines:
    """``level``: height of its floor members' axes, ``deck_top``; ``tip`` and ``top``: x of the axes at its floor's front and at the roof's; ``beams``: middles of
    its floor members, the tip's first; ``ahead``: bows before the front wall's; ``ys``: of posts in its front between the corners; ``posts``: x of those in
    its sides; ``lean``: of those in its front, rad from upright."""

    level: float
    deck_top: float
    tip: float
    top: float
    beams: tuple[float, ...]
    ahead: tuple[float, ...]
    ys: tuple[float, ...]
    posts: tuple[float, ...]
    lean: float


@dataclass(frozen=True, slots=True)
class Cage:
    """``xs``: middles of the posts a side; ``y_low``, ``y_up``: of their axes below and above the benches; ``floor``: top of the floor members, ``seat`` of the
    benches' members; ``under``, ``top``: of the bows; ``front``: y of the posts of the front wall between the lower corners, ``rear`` likewise, the
    door's among those."""

    floor: Section
    post: Section
    bow: Section
    begin: float
    end: float
    xs: tuple[float, ...]
    y_low: float
    y_up: float
    deck_top: float
    seat: float
    under: float
    top: float
    front: tuple[float, ...]
    rear: tuple[float, ...]
    door: float
    nose: NoseLines | None

    @property
    def low(self) -> float:
        """Half of the outer width below the benches."""
        return self.y_low + self.post.properties.width / 2

    @property
    def half(self) -> float:
        """Half of the outer width above them."""
        return self.y_up + self.post.properties.width / 2

    @property
    def w(self) -> float:
        """A post's side."""
        return self.post.properties.width


def _square(build: CamperShell, catalog: Catalog, field: str, name: str) -> Section:
    section = framed_section(catalog, build.framing, field, name, "a shell")
    if section.properties.shape != "tube":
        raise StockError(field, f"{section.label} is no tube; a shell is welded of tubes")
    return section


def _nose(nose: Nose, catalog: Catalog, x1: float, y: float, seat: float, under: float, sections: tuple[Section, Section]) -> NoseLines:
    post, bow = sections
    level = nose.low.mm + post.properties.depth / 2
    if level - post.properties.depth / 2 < seat + FEW:
        raise StockError("nose/low", "the nose would lie in the benches; set it higher")
    if under - level < 300.0:
        raise StockError("nose/low", "nothing is left between the nose's floor and the roof; set it lower, or make the shell higher")
    tip, top = x1 - nose.reach.mm, x1 - nose.reach_top.mm
    beams = (tip, *evenly(tip, x1), x1)
    if min(b - a for a, b in itertools.pairwise(beams)) < post.properties.width + FEW:
        raise StockError("nose/reach", "too short for two members under its floor; let it reach further, or leave it out")
    wide = bow.properties.width + FEW
    ahead = (top, *evenly(top, x1)) if x1 - top > wide else ()
    if 0 < x1 - top <= wide:
        raise StockError("nose/reach_top", "too short for a bow of its own; let the roof reach further ahead, or not at all")
    deck_top = level + post.properties.depth / 2 + sheet_of(catalog, "nose/deck", nose.deck).t
    # none where the leaning posts come up to the roof
    behind = evenly(top, x1, 1) if x1 - top > 2 * wide else ()
    under_it = evenly(tip, top, 1) if top - tip > 2 * wide else ()
    return NoseLines(
        level,
        deck_top,
        tip,
        top,
        beams,
        ahead,
        evenly(-y, y),
        (*under_it, *behind),
        math.atan2(top - tip, under - level - post.properties.depth / 2),
    )


def cage(build: CamperShell, catalog: Catalog) -> Cage:
    """Place everything from the parameters.

    Raises:
        StockError: sizes that cannot be built, naming the parameter.
    """
    floor, post, bow = (_square(build, catalog, field, getattr(build, field)) for field in ("floor", "post", "bow"))
    w, begin = post.properties.width, build.front.mm + closing(catalog, "skin", build.skin).t
    end = begin + build.length.mm
    first, last = begin + w / 2, end - w / 2
    xs = tuple(first + (last - first) * i / (build.posts - 1) for i in range(build.posts))
    if min(b - a for a, b in itertools.pairwise(xs)) < max(w, floor.properties.width, bow.properties.width) + FEW:
        raise StockError("posts", "the posts stand in each other; take fewer or narrower ones")
    y_low, y_up = (build.lower.mm - w) / 2, (build.width.mm - w) / 2
    if y_up - y_low < w + FEW:
        raise StockError("width", "no bench is left over the bed's sides; make the shell wider above, or narrower below")
    deck_top = floor.properties.depth + sheet_of(catalog, "deck", build.deck).t
    seat, under = build.bench.mm + post.properties.depth, deck_top + build.height.mm
    if build.bench.mm < deck_top + 100.0 or under < seat + 200.0:
        raise StockError("bench", "the benches would lie on the floor or under the roof; set them between those")
    jamb = build.door.width.mm / 2 + w / 2
    if y_low - jamb < w + FEW:
        raise StockError("door/width", "the door's posts would stand in the corner posts; make the door narrower, or the shell wider below")
    rear = tuple(sorted((*(-v for v in evenly(jamb, y_low)), -jamb, jamb, *evenly(jamb, y_low))))
    nose = _nose(build.nose, catalog, xs[0], y_up, seat, under, (post, bow)) if build.nose is not None else None
    return Cage(
        floor, post, bow, begin, end, xs, y_low, y_up, deck_top, seat, under, under + bow.properties.depth, evenly(-y_low, y_low), rear,
        build.door.width.mm / 2, nose,
    )  # fmt: skip
