"""Holders under the roof for long light things: bars across, each hung from two places of the roof."""

from __future__ import annotations

from ....catalog.errors import StockError
from ....catalog.model import Catalog
from ....constants import G
from ....structure.host import COVER, FLOOR_END, HostRow, Reader
from ....structure.nouns.hung import Holder
from ....structure.nouns.parts import Item, Member, Surface
from ...blocks.stock import bought, section_of
from .params import Ceiling, ShelfRack

BEYOND = 700.0
"""mm that long things lie beyond the outermost bars (common practice, no published source)."""
MOVES = 150.0
"""mm that a holder is moved to the host's next place in the roof."""


def _row(ceiling: Ceiling, field: str, host: Reader) -> HostRow | None:
    if not ceiling.row:
        return None
    row = host.host.rows.get(ceiling.row)
    if row is None or row.face != "roof":
        raise StockError(f"{field}/row", f"the host has no row “{ceiling.row}” in its roof; add it on Measure, or leave this empty")
    return row


def hung_up(build: ShelfRack, host: Reader, catalog: Catalog) -> tuple[list[Holder], list[Member], list[Surface], list[Item]]:
    """Every set of holders, with its bars and the place on them.

    Raises:
        StockError: a row that the roof has not, or a holder beyond the floor.
    """
    holders, members, surfaces, items = list[Holder](), list[Member](), list[Surface](), list[Item]()
    for n, ceiling in enumerate(build.ceiling, 1):
        field, body = f"ceiling/{n - 1}", f"{build.id}/ceiling.{n}"
        row = _row(ceiling, field, host)
        section = section_of(catalog, f"{field}/bar", ceiling.bar)
        roof = host.need(COVER, 1500.0)
        xs = [ceiling.front.mm + i * ceiling.apart.mm for i in range(ceiling.count)]
        if row is not None and not row.free_along:
            known = [x for x, _, _ in row.spots]
            xs = sorted({x for at in xs if abs((x := min(known, key=lambda k: abs(k - at))) - at) <= MOVES})
            if len(xs) < 2:
                raise StockError(f"{field}/row", f"fewer than two places of “{row.name}” lie where the holders would be; move them")
        top = roof - ceiling.drop.mm
        y0, y1 = ceiling.off_centre.mm - ceiling.wide.mm / 2, ceiling.off_centre.mm + ceiling.wide.mm / 2
        z = top - section.properties.depth / 2
        for i, x in enumerate(xs, 1):
            members.append(Member(f"{body}/bar.{i}", "holder", body, section, (x, y0, z), (x, y1, z), mark="H"))
        given = ceiling.rating.kg * G if ceiling.rating is not None else None
        rating = given if row is None or row.rating is None else row.rating
        holders.append(Holder(f"{body}/holders", ceiling.name, body, tuple(xs), (y0, y1), rating, row.name if row is not None else ""))
        half = section.properties.width / 2
        floor = host.known(FLOOR_END)
        start = max(xs[0] - half - BEYOND, 0.0)
        end = xs[-1] + half + BEYOND if floor is None else max(min(xs[-1] + half + BEYOND, floor), xs[-1] + half)
        surfaces.append(Surface(body, ceiling.name, body, (start, y0, top), (end - start, y1 - y0), clear=ceiling.drop.mm))
        items.append(bought(catalog, f"{body}/eyes", "fixing", body, ((xs[0] + xs[-1]) / 2, (y0 + y1) / 2, roof), 2 * len(xs)))
    return holders, members, surfaces, items
