"""What may mend a shell's findings: the smallest change among stock sizes first."""

from __future__ import annotations

from collections.abc import Callable, Mapping

from ....catalog.model import Catalog
from ....changes import Change
from ....wording import Say
from ...blocks.cage.closed import closed_offers, layered
from ...blocks.mending import sections, thicker
from ...family import Offers
from .params import CamperShell

MOST, MANY = 14, 12
SKIN = 36.0
"""mm of a usual skin ahead of the frame."""


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

    def higher() -> Offers:
        return (
            [(f"a nose {by} mm higher", (Change(f"{at}/nose/low", f"{build.nose.low.mm + by:.0f} mm"),)) for by in (50, 100, 150)]
            if build.nose is not None
            else []
        )

    def narrower() -> Offers:
        return [(f"{by} mm narrower between the wells", (Change(f"{at}/lower", f"{build.lower.mm - by:.0f} mm"),)) for by in (20, 50)]

    def pairs() -> Offers:
        """A tie more a side, straight down a third behind the front: with one off, those left pull askew less."""
        if not build.ties or len(build.ties) > MANY - 2:
            return []
        first, n = build.ties[0].model_dump(mode="json"), len(build.ties)
        along, x = f"{build.length.mm / 3:.0f} mm", f"{build.front.mm + build.length.mm / 3 + SKIN:.0f} mm"
        rows = [{**first, "name": f"{side} {n + k}", "side": side, "along": along, "x": x} for k, side in enumerate(("left", "right"), 1)]
        return [("two more ties, straight down", tuple(Change(f"{at}/ties", row, "add") for row in rows))]

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
        **closed_offers(build, at, catalog, posts, posts),
        "damp.floor": lambda: layered(build.deck, "deck", at, catalog),
        **dict.fromkeys(("floor.strength", "floor.sag"), tubes("floor", build.floor)),
        **dict.fromkeys(
            ("post.strength", "post.joint", "post.wall", "wall-rail.strength", "bench.strength", "bench.sag", "lifted.frame"),
            tubes("post", build.post),
        ),
        **dict.fromkeys(("nose.strength", "nose.sag"), lambda: [*tubes("post", build.post)(), *shorter()]),
        **dict.fromkeys(("bow.strength", "bow.sag"), tubes("bow", build.bow)),
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
        **dict.fromkeys(("bears.well.tie-gone", "frame.tie-gone", "tiedown.tie-gone", "tiedown.together"), pairs),
    }


def spans(_build: CamperShell) -> Mapping[str, str]:
    """The parameter that is the span of each check."""
    return {"floor.strength": "lower", "bow.strength": "width", "post.strength": "height"}
