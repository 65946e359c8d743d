"""What may mend a carcass's findings."""

from __future__ import annotations

from collections.abc import Callable

from ....catalog.model import Catalog, Sheet
from ....changes import Change
from ....wording import Say
from ...family import Offers
from .params import Carcass


def carcass_offers(build: Carcass, path: str, catalog: Catalog, say: Say, upright: Callable[[], Offers]) -> dict[str, Callable[[], Offers]]:
    """By check: another ``upright``, a thicker sheet, a back, screws nearer each other."""

    def thicker() -> Offers:
        now = catalog.sheets.get(build.sheet)
        if not isinstance(now, Sheet):
            return []
        more = [s for s in catalog.sheets.values() if isinstance(s, Sheet) and s.material is now.material and s.t > now.t]
        return [(s.label, (Change(f"{path}/sheet", s.id),)) for s in sorted(more, key=lambda s: s.t)]

    def rail() -> Offers:
        return [("a rail under the top in every bay", (Change(f"{path}/rails", {}),))] if build.rails is None else []

    def close() -> Offers:
        return [] if build.back is not None else [("Close the back", (Change(f"{path}/back", "birch.6.5"),))]

    def nearer() -> Offers:
        mm = round(build.spacing.mm / 2)
        glue: Offers = [] if build.joint in ("glue", "dado") else [("Glue the edges", (Change(f"{path}/joint", "glue"),))]
        if build.back is not None and build.back_joint != "glue":
            glue = [*glue, ("Glue the back on", (Change(f"{path}/back_joint", "glue"),))]
        fastened = {"screws", "pocket", "brackets"} & {build.joint, build.back_joint if build.back is not None else build.joint}
        return [*glue, *([(f"Screws every {say.length(mm)}", (Change(f"{path}/spacing", f"{mm} mm"),))] if mm >= 20 and fastened else [])]

    def washer() -> Offers:
        mm = round(1.5 * build.tie_washer.mm)
        return [(f"Washers {say.length(mm)} across", (Change(f"{path}/tie_washer", f"{mm} mm"),))] if mm <= 120 else []

    def smaller() -> Offers:
        return [(f"Do without {cutout.name}", (Change(f"{path}/cutouts/{n}", None, "remove"),)) for n, cutout in enumerate(build.cutouts)]

    return {
        "slab.strength": lambda: [*upright(), *rail(), *thicker()],
        "slab.sag": lambda: [*upright(), *rail(), *thicker()],
        "slab.buckles": lambda: [*upright(), *thicker()],
        "slab.edges": nearer,
        "slab.washer": washer,
        "slab.cutout": smaller,
        "slab.racks": lambda: [*close(), *upright()],
    }
