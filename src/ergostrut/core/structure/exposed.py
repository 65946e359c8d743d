"""What a build exposes to others that stand on it: its deck as a floor, in their own axes, from its front end and its middle. mm."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import replace

from .assembly import Assembly
from .host import FLOOR_END, WIDTH_HIGH, WIDTH_LOW, WIDTH_TOP, Host, Measured
from .panel import Panel
from .parts import Point3, Surface


def deck_of(build: Assembly) -> Surface | None:
    """The surface that others may stand on; None where it exposes none."""
    return next((surface for surface in build.surfaces if surface.id == build.exposes), None)


def floors(build: Assembly) -> tuple[Panel, ...]:
    """The panels of the deck that others stand on; none where it exposes none."""
    deck = deck_of(build)
    return tuple(panel for panel in build.decks if deck is not None and panel.body == deck.body)


def place_on(build: Assembly) -> Point3:
    """Where the axes of what stands on a build begin: the deck's front end, in the middle of its width, on its top.

    Raises:
        ValueError: it exposes no deck.
    """
    deck = deck_of(build)
    if deck is None:
        raise ValueError(f"nothing stands on {build.label}")
    x, y, z = deck.origin
    return x, y + deck.size[1] / 2, z


def floor_on(build: Assembly, host: Host) -> Host:
    """The deck of a build as what others are framed on: as long and wide as it is made, open all round.

    Raises:
        ValueError: it exposes no deck.
    """
    deck = deck_of(build)
    if deck is None:
        raise ValueError(f"nothing stands on {build.label}")
    long, wide = deck.size
    rows = {FLOOR_END: ("Deck, length", long), **dict.fromkeys((WIDTH_LOW, WIDTH_HIGH, WIDTH_TOP), ("Deck, width", wide))}
    dims = {role: Measured(role, label, mm, "checked", 0.0, f"as {build.label} is made") for role, (label, mm) in rows.items()}
    return replace(
        host, label=build.label, dims=dims, holes={}, slots={}, rows={}, walls=None, solids=(), obstacles=(), openings=(), leaves=(), glass=(), points=(),
        roofed=False, lined={}, features={}, unmeasured=(), stand_in={role: mm for role, (_, mm) in rows.items()},
    )  # fmt: skip


def above(builds: Sequence[Assembly], name: str) -> tuple[Assembly, ...]:
    """The builds that stand right on one."""
    return tuple(build for build in builds if build.on == name)
