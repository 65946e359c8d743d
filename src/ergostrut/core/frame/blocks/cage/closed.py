"""What closes a cage, as families ask for it: skins, roof and lining, their rows on a form, and what mends them."""

from __future__ import annotations

from collections.abc import Callable
from typing import Annotated

from pydantic import Field, model_validator

from ....catalog.model import Catalog, Sandwich
from ....changes import Change
from ....problem import FieldError
from ....quantity import Between, Length
from ....record import Record
from ....structure.sheet import Command, Row, When
from ...family import Offers
from ..mending import thicker
from ..stock import StockId, typed
from .openings import FramedOpening

WALLS = ("left-wall", "right-wall", "front-wall", "rear-wall", "rear-door", "left-door", "right-door", "hatch")
_LINED, _BARE = When("lining", (True,), "set"), When("lining", (False,), "set")


EDGE = 22.0
"""mm from the end of a wall to the middle of its last post, about."""


class Skins(Record):
    """``skin_pitch``: from screw to screw along every post. ``openings``: windows and vents in its walls and its roof."""

    skin: StockId = "sandwich.xps30"
    skin_pitch: Annotated[Length, Between(20, 400)] = typed("40 mm")
    roof: StockId = "birch.12"
    lining: StockId | None = None
    openings: Annotated[tuple[FramedOpening, ...], Field(max_length=12)] = ()

    @property
    def along(self) -> tuple[float, ...]:
        """mm from the front edge of a side wall to the middles of its posts, about: evenly, unless a family says otherwise."""
        length, posts = self.length.mm, self.posts  # type: ignore[attr-defined]
        return tuple(EDGE + (length - 2 * EDGE) * k / (posts - 1) for k in range(posts))

    @model_validator(mode="after")
    def _named(self) -> Skins:
        if len({one.name for one in self.openings}) < len(self.openings):
            raise FieldError("openings", "two openings have one name; name each for where it is")
        return self


class Closed(Skins):
    """``roof_trodden``: somebody steps on it, to load it or to sweep snow off."""

    roof_trodden: bool = True


_TRODDEN = Row("roof_trodden", "Somebody steps on the roof", "tick")
_BEFORE = (
    Row("skin", "Walls of", "choice", source="sheets"),
    Row("skin_pitch", "A screw through them every", "length", help="along every post"),
    Row("roof", "Roof", "choice", source="sheets"),
)
_INSIDE = (
    Command("Line it inside", "lining", "birch.6.5", when=(_BARE,)),
    Row("lining", "Lining of", "choice", source="sheets", when=(_LINED,)),
    Command("Leave the lining out", "lining", None, when=(_LINED,)),
)
ROWS = (*_BEFORE, _TRODDEN, *_INSIDE)
UNTRODDEN: tuple[Row | Command, ...] = (*_BEFORE, *_INSIDE)
"""Of a body on whose roof nobody steps."""


def layered(now: str, field: str, at: str, catalog: Catalog) -> Offers:
    """Sandwich boards in place of a sheet, the thinnest first."""
    boards = [s for s in catalog.sheets.values() if isinstance(s, Sandwich) and s.id != now]
    return [(s.label, (Change(f"{at}/{field}", s.id),)) for s in sorted(boards, key=lambda s: s.t)]


def closed_offers(
    build: Skins, at: str, catalog: Catalog, posts: Callable[[], Offers], bows: Callable[[], Offers]
) -> dict[str, Callable[[], Offers]]:
    """What may be tried for each check of skins and roof; ``posts`` and ``bows``: more of these, nearer to each other."""

    def nearer() -> Offers:
        half = build.skin_pitch.mm / 2
        return [("twice as many screws", (Change(f"{at}/skin_pitch", f"{half:.0f} mm"),))] if half >= 20.0 else []

    def roofs() -> Offers:
        return [*bows(), *thicker(build.roof, "roof", at, catalog)]

    def walls() -> Offers:
        return [*posts(), *thicker(build.skin, "skin", at, catalog), *roofs()]

    return {
        **dict.fromkeys(("skin.wind", "skin.wind.gives"), walls),
        **dict.fromkeys(("skin.snow", "skin.snow.gives", "deck.foot"), roofs),
        **dict.fromkeys(("skin.screws", "skin.wind.screws"), nearer),
        **dict.fromkeys((f"damp.{wall}" for wall in WALLS), lambda: layered(build.skin, "skin", at, catalog)),
        "damp.roof": lambda: layered(build.roof, "roof", at, catalog),
    }
