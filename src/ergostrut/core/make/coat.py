"""Laying fabric in resin: its step, and the batches that its pot life allows."""

from __future__ import annotations

import math
from collections.abc import Sequence

from ..document.coat import Coat
from ..document.plan import Plan
from ..frame.coating import area_of, fabric_of, shown
from ..frame.family import StepRow
from ..structure.assembly import Assembly
from .waits import MEASURED

LAYS = 0.1
"""m2 of one layer that a pair of hands lays in a minute (common practice, no published source)."""
DOUBLES = 10.0
"""Degrees colder by which a pot lives twice as long (common practice, no published source: the tin says more)."""
TOXIC = "Resin harms skin, eyes and lungs: gloves, goggles, a mask for vapours, doors open. A pot left standing boils: pour it out flat."


def row(build: Assembly, coat: Coat) -> StepRow:
    """The step, hands-on for every layer and a quarter of an hour to stir up and clean."""
    area = area_of(shown(build), coat) * coat.layers
    layers = f"{coat.layers} layers" if coat.layers > 1 else "a layer"
    return StepRow(
        "coat", "Coat it with fabric and resin",
        f"Edges rounded to 6 mm and dust off. Wet the wood first, lay {layers} of {coat.fabric:g} g/m2, laps of 50 mm on flat ground, air rolled out.",
        "No dry spot, no bubble larger than 5 mm, every cut edge of wood closed.", TOXIC, 15.0 + area / LAYS,
        tuple(panel.id for panel in shown(build)), waits="resin",
    )  # fmt: skip


def with_coat(build: Assembly, coat: Coat | None, rows: Sequence[StepRow]) -> list[StepRow]:
    """The steps of a build with its coat before it is painted, fitted out or put in."""
    if coat is None or not build.panels:
        return list(rows)
    last = max((k for k, one in enumerate(rows) if one.id in JOINED), default=-1)
    return [*rows[: last + 1], row(build, coat), *rows[last + 1 :]]


JOINED = frozenset({"box", "square", "screw", "bolt", "frame", "tack", "weld", "clean", "below", "above", "cage", "top", "drawers", "skins", "roof", "lining", "deck", "shelves"})  # fmt: skip
"""Last words of steps after which a build has all the panels that are coated."""


def pot_life(coat: Coat, temperature: float | None) -> float:
    """Minutes to lay a batch in at the shop's temperature; as the tin says where that is not known."""
    return coat.pot if temperature is None else coat.pot * 2 ** ((MEASURED - temperature) / DOUBLES)


def batches(build: Assembly, coat: Coat, plan: Plan) -> str:
    """In words: fabric, resin, and how it is stirred up in turns that are laid in time."""
    area = area_of(shown(build), coat)
    fabric = fabric_of(area, coat)
    minutes = pot_life(coat, plan.temperature)
    each = LAYS * minutes * plan.people
    count = max(1, math.ceil(area * coat.layers / each - 1e-9))
    at = f"{plan.temperature:g} °C" if plan.temperature is not None else "20 °C"
    return (
        f"{area:.1f} m2: {fabric:.2f} kg of fabric, {fabric * coat.ratio:.2f} kg of resin. A pot lives {minutes:.0f} min at {at}: "
        f"{count} batch{'es' if count > 1 else ''} of {1000 * fabric * coat.ratio / count:.0f} g, each laid before the next is stirred up"
    )
