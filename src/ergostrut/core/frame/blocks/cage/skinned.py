"""Skins on the outer faces of a cage's posts and linings on their inner ones, in sheets whose seams lie on posts."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass
from typing import Literal

from ....catalog.errors import StockError
from ....catalog.model import Catalog, Planks, Sandwich, Section, Sheet
from ....structure.nouns.panel import Clads, Panel, between
from ..deck import seams
from ..stock import sheet_of
from .door import DOOR


@dataclass(frozen=True, slots=True)
class Wall:
    """A wall in the plane ``at`` mm along ``axis``, outwards along ``sign``, from ``lo`` to ``hi`` along the other level axis and from ``low`` up
    to ``high``; ``posts``: under its skin, each with its place there. ``lined``: along that axis and upright, where its lining lies; None: it has none."""

    name: str
    axis: Literal[0, 1]
    sign: int
    at: float
    lo: float
    hi: float
    low: float
    high: float
    posts: tuple[tuple[str, float], ...]
    lined: tuple[float, float, float, float] | None = None


def closing(catalog: Catalog, field: str, name: str) -> Sheet | Sandwich:
    """A sheet that closes a wall.

    Raises:
        StockError: boards, or what the catalogue does not hold.
    """
    sheet = sheet_of(catalog, field, name)
    if isinstance(sheet, Planks):
        raise StockError(field, f"{sheet.label} close no wall; choose a sheet or a sandwich board")
    return sheet


def skinned(
    ident: str, wall: Wall, post: Section, skin: Sheet | Sandwich, lining: Sheet | Sandwich | None, pitch: float
) -> Iterator[Panel]:
    """The skin of a build's wall, and its lining; the leaf of a door is a body of its own."""
    walls, deep = f"{ident}/walls", post.properties.depth if wall.axis == 0 else post.properties.width
    along = 1 - wall.axis
    # the door's leaf laps its posts from outside
    beside = post.properties.width / 2 + 1.0
    rows = [(skin, wall.at, (wall.lo, wall.hi, wall.low, wall.high), True)]
    if lining is not None and wall.lined is not None:
        rows.append((lining, wall.at - wall.sign * deep, wall.lined, False))
    for sheet, plane, (first, last, low, high), outer in rows:
        across = sorted((plane, plane + (wall.sign if outer else -wall.sign) * sheet.t))
        parts = seams(first, last, [at for _, at in wall.posts[1:-1]], sheet.size[1])
        for k, (a, b) in enumerate(parts, 1):
            lo, hi = [0.0, 0.0, low], [0.0, 0.0, high]
            lo[along], hi[along], lo[wall.axis], hi[wall.axis] = a, b, *across
            body = f"{ident}/door" if wall.name == DOOR and outer else walls
            name = f"{'' if outer else 'lining of the '}{wall.name}{'' if len(parts) == 1 else f', {k}'}"
            over = tuple(name for name, at in wall.posts if a - beside <= at <= b + beside)
            clads = Clads(over, pitch, outer, wall.name == DOOR)
            yield between(
                f"{body}/{name}", name, body, sheet, (lo[0], lo[1], lo[2]), (hi[0], hi[1], hi[2]), 2, clads, "wall", "W" if outer else "L", trodden=False
            )  # fmt: skip
