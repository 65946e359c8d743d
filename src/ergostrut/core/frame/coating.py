"""What a coat of fabric and resin weighs and takes: on every body by the area of its panels, bought by the 100 g."""

from __future__ import annotations

import math
from dataclasses import replace

from ..catalog.model import Catalog
from ..document.coat import Coat
from ..structure.assembly import Assembly
from ..structure.nouns.panel import Panel, Swings
from .blocks.stock import bought

EACH = 0.1
"""kg of resin or fabric that is bought as one."""


def shown(build: Assembly) -> tuple[Panel, ...]:
    """The panels that are coated: neither doors nor drawers, whose hinges, catches and slides are asked for their bare weight."""
    left_out = {runner.body for runner in build.runners} | {build.panel(door.panel).body for door in build.doors}
    return tuple(panel for panel in build.panels if panel.body not in left_out and not isinstance(panel.carries, Swings))


def area_of(panels: tuple[Panel, ...], coat: Coat) -> float:
    """m2 that are coated, a face each or both; edges go with their faces."""
    return sum(panel.area for panel in panels) * 1e-6 * (2 if coat.faces == "both faces" else 1)


def fabric_of(area: float, coat: Coat) -> float:
    """kg of fabric on so many m2."""
    return area * coat.layers * coat.fabric * 1e-3


def coated(build: Assembly, coat: Coat | None, catalog: Catalog) -> Assembly:
    """The build with its coat as bought parts in the middle of each body's panels."""
    if coat is None:
        return build
    items, panels = list(build.items), shown(build)
    for body in dict.fromkeys(panel.body for panel in panels):
        mine = tuple(panel for panel in panels if panel.body == body)
        fabric, whole = fabric_of(area_of(mine, coat), coat), sum(panel.area for panel in mine)
        x, y, z = (sum(panel.area * panel.middle[k] for panel in mine) / whole for k in range(3))
        for part, kg in (("fabric", fabric), ("resin", fabric * coat.ratio)):
            items.append(bought(catalog, f"{body}/{part}", part, body, (x, y, z), max(1, math.ceil(kg / EACH - 1e-9))))
    return replace(build, items=tuple(items))
