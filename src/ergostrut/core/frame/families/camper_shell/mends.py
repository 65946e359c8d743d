"""What may mend a shell's findings: the smallest change among stock sizes first."""

from __future__ import annotations

from collections.abc import Callable, Mapping

from ....catalog.model import Catalog, Sandwich
from ....changes import Change
from ....wording import Say
from ...blocks.mending import sections, thicker
from ...family import Offers
from .params import CamperShell

MOST = 14
WALLS = ("left-wall", "right-wall", "front-wall", "rear-wall", "rear-door")


def offers(build: CamperShell, at: str, catalog: Catalog, _say: Say, use: float) -> dict[str, Callable[[], Offers]]:
    """What may be tried for each check of a shell that stands at ``use``."""
    need = max(1.02, use / 1.05)

    def posts() -> Offers:
        return [("another post a side", (Change(f"{at}/posts", build.posts + 1),))] if build.posts < MOST else []

    def tubes(field: str, now: str) -> Callable[[], Offers]:
        return lambda: [*posts(), *sections(now, field, at, catalog, need)[:5]]

    def sheets(field: str, now: str) -> Callable[[], Offers]:
        return lambda: [*posts(), *thicker(now, field, at, catalog)]

    def shorter() -> Offers:
        if build.nose is None:
            return []
        less = build.nose.reach.mm - 150.0
        found: Offers = (
            [("a nose 150 mm shorter", (Change(f"{at}/nose/reach", f"{less:.0f} mm"),))]
            if less > max(150.0, build.nose.reach_top.mm)
            else []
        )
        return [*found, ("no nose", (Change(f"{at}/nose", None),))]

    def nearer() -> Offers:
        half = build.skin_pitch.mm / 2
        return [("twice as many screws", (Change(f"{at}/skin_pitch", f"{half:.0f} mm"),))] if half >= 20.0 else []

    def higher() -> Offers:
        return (
            [(f"a nose {by} mm higher", (Change(f"{at}/nose/low", f"{build.nose.low.mm + by:.0f} mm"),)) for by in (50, 100, 150)]
            if build.nose is not None
            else []
        )

    def layered(field: str) -> Callable[[], Offers]:
        boards = [s for s in catalog.sheets.values() if isinstance(s, Sandwich) and s.id != getattr(build, field)]
        return lambda: [(s.label, (Change(f"{at}/{field}", s.id),)) for s in sorted(boards, key=lambda s: s.t)]

    def narrower() -> Offers:
        return [(f"{by} mm narrower between the wells", (Change(f"{at}/lower", f"{build.lower.mm - by:.0f} mm"),)) for by in (20, 50)]

    def arms() -> Offers:
        found = list[tuple[str, tuple[Change, ...]]]()
        used = {tie.arm_of for tie in build.ties if tie.arm is not None}
        for name in sorted(used):
            for label, (change,) in sections(name, "arm_of", at, catalog, need)[:4]:
                rows = tuple(Change(f"{at}/ties/{n}/arm_of", change.value) for n, tie in enumerate(build.ties) if tie.arm is not None)
                found.append((f"arms of {label}", rows))
        return found

    thick_nose = sheets("nose/deck", build.nose.deck) if build.nose is not None else lambda: []
    return {
        **dict.fromkeys(("floor.strength", "floor.sag"), tubes("floor", build.floor)),
        **dict.fromkeys(
            ("post.strength", "post.joint", "post.wall", "wall-rail.strength", "bench.strength", "bench.sag", "lifted.frame"),
            tubes("post", build.post),
        ),
        **dict.fromkeys(("nose.strength", "nose.sag"), lambda: [*tubes("post", build.post)(), *shorter()]),
        **dict.fromkeys(("bow.strength", "bow.sag"), tubes("bow", build.bow)),
        **dict.fromkeys(
            ("skin.wind", "skin.wind.gives"), lambda: [*sheets("skin", build.skin)(), *thicker(build.roof, "roof", at, catalog)]
        ),
        **dict.fromkeys(("skin.snow", "skin.snow.gives"), sheets("roof", build.roof)),
        **dict.fromkeys(("skin.screws", "skin.wind.screws"), nearer),
        **dict.fromkeys((f"damp.{wall}" for wall in WALLS), layered("skin")),
        **dict.fromkeys(
            ("deck.foot", "deck.sag", "deck.load"),
            lambda: [
                *sheets("deck", build.deck)(),
                *thick_nose(),
                *thicker(build.benches, "benches", at, catalog),
                *thicker(build.roof, "roof", at, catalog),
            ],
        ),
        "fit.cab": higher,
        "fit.wells": narrower,
        "tiedown.arm": arms,
    }


def spans(_build: CamperShell) -> Mapping[str, str]:
    """The parameter that is the span of each check."""
    return {"floor.strength": "lower", "bow.strength": "width", "post.strength": "height"}
