"""What a slide-in shell lies on, what keeps it between the wheel wells, and what ties it down."""

from __future__ import annotations

import math
from collections.abc import Iterator
from typing import Literal

from ....catalog.errors import StockError
from ....catalog.model import Catalog
from ....constants import G
from ....structure.host import WELL_LENGTH, WELL_START, WIDTH_LOW, Reader
from ....structure.nouns.holds import Contact, Hold
from ....structure.nouns.hung import Arm, Jack, Strap
from ....structure.nouns.parts import Point3
from ...blocks.cage.tubes import SIDES
from ...blocks.stock import section_of
from .geometry import Cage
from .params import CamperShell, Tie

Axis = Literal[0, 1]
LEAST = 1e-6
"""A gap of nothing, mm: enough to tell pushing up from pulling down."""
ROD = math.pi / 4 * 8.0**2
"""mm2 of a turnbuckle's rod at its thread's root (M10: 58 mm2; 8 mm between, typical)."""
STEEL, LOOSE = 200_000.0, 0.25
"""MPa, and what hooks and eyes leave of a rod's stiffness (engineering judgement)."""
CAPACITY, SOFT, STIFF = 5_000.0, 0.07, 0.04
"""N at which webbing stretches by at most 7 %, a stiff one by 4 % (EN 12195-2, from memory)."""


def contacts(build: CamperShell, place: Cage, host: Reader) -> tuple[Contact, ...]:
    """The bed's floor under both floor rails at every member, and blocks against the wheel wells."""
    z = place.floor.properties.depth / 2
    found = [
        Contact(f"{build.id}/floor/rest.{i}.{name}", f"bed floor under member {i}, {name}", "floor", f"{build.id}/floor/floor rail.{name}", (x, s * place.y_low, z))
        for i, x in enumerate(place.xs, 1)
        for name, s in SIDES
    ]  # fmt: skip
    return (*found, *(_blocks(build, place, host) if build.packed else ()))


def _blocks(build: CamperShell, place: Cage, host: Reader) -> Iterator[Contact]:
    start, length = host.need(WELL_START, 700.0), host.need(WELL_LENGTH, 900.0)
    host.need(WIDTH_LOW, build.lower.mm)
    beside = [x for x in place.xs if start <= x <= start + length]
    if len(beside) < 2:
        raise StockError("packed", "fewer than two floor members end beside a wheel well: leave the blocks out, or take more posts")
    rating = build.well_rating.kg * G if build.well_rating is not None else None
    for name, s in SIDES:
        for where, x in (("front", beside[0]), ("rear", beside[-1])):
            # where a member goes across, so that the rail does not bend sideways
            at = x, s * place.y_low, place.floor.properties.depth / 2
            yield Contact(
                f"{build.id}/floor/block.{where}.{name}", f"block at the {name} wheel well, {where}", "well", f"{build.id}/floor/floor rail.{name}", at,
                (0.0, -float(s), 0.0), LEAST, source=f"{name} wheel well, {where} block", rating=rating,
            )  # fmt: skip


def lying(build: CamperShell, place: Cage) -> tuple[Hold, ...]:
    """What keeps it from creeping while its ties are slack, before they or the blocks take anything: friction."""
    z = place.floor.properties.depth / 2
    rows: tuple[tuple[float, tuple[Axis, ...]], ...] = ((place.xs[0], (0, 1)), (place.xs[-1], (1,)))
    return tuple(
        Hold(f"{build.id}/floor/floor rail.{name}", (x, s * place.y_low, z), axis, "friction", by="friction")
        for name, s in SIDES
        for x, axes in rows
        for axis in axes
    )


def _stiffness(tie: Tie, long: float) -> tuple[float, float]:
    """N/mm, softer and stiffer."""
    if tie.by == "strap":
        return CAPACITY / (SOFT * long), CAPACITY / (STIFF * long)
    return LOOSE * STEEL * ROD / long, STEEL * ROD / long


def straps(build: CamperShell, place: Cage, catalog: Catalog) -> tuple[Strap, ...]:
    """Every tie-down, pulled tight where it was said how tight.

    Raises:
        StockError: one that begins beyond the shell, or has no length.
    """
    pull, found, z = (
        build.tightened.kg * G if build.tightened is not None else 0.0,
        list[Strap](),
        place.seat - place.post.properties.depth / 2,
    )
    for n, tie in enumerate(build.ties):
        s = -1.0 if tie.side == "left" else 1.0
        at: Point3 = (place.begin + tie.along.mm, s * place.y_up, z)
        to: Point3 = (tie.x.mm, s * tie.y.mm, tie.z.mm)
        long = math.dist(at, to)
        if at[0] > place.end:
            raise StockError(f"ties/{n}/along", f"tie {tie.name} begins behind the shell; set it nearer to its front")
        if to[2] > at[2] - 50.0 or long < 80.0:
            raise StockError(f"ties/{n}/z", f"tie {tie.name} does not run down from the outer rail; hook it in lower")
        k = _stiffness(tie, long)
        arm = Arm(section_of(catalog, f"ties/{n}/arm_of", tie.arm_of), tie.arm.mm, (0.0, s, 0.0)) if tie.arm is not None else None
        found.append(
            Strap(
                f"{build.id}/tie.{tie.name}", f"tie {tie.name}", f"{build.id}/walls/outer rail.{tie.side}", at, to, k, -pull / k[0],
                rating=tie.rating.kg * G if tie.rating is not None else None, marked=tie.marked, eye=tie.hooks.kg * G if tie.hooks is not None else None,
                ties=True, arm=arm,
            )
        )  # fmt: skip
    return tuple(found)


def jacks(build: CamperShell, place: Cage) -> tuple[Jack, ...]:
    """Four jacks under the outer rails; none where it is lifted otherwise.

    Raises:
        StockError: they would stand beyond each other.
    """
    if build.lift is None:
        return ()
    lo, hi = place.begin + build.lift.inset.mm, place.end - build.lift.inset.mm
    if hi - lo < 300.0:
        raise StockError("lift/inset", "the jacks would stand in each other; set them nearer to the ends")
    rating, z = build.lift.rating.kg * G if build.lift.rating is not None else None, place.seat - place.post.properties.depth / 2
    return tuple(
        Jack(f"{build.id}/jack.{end}.{name}", f"{end} jack, {name}", f"{build.id}/walls/outer rail.{name}", (x, s * place.y_up, z), rating)
        for end, x in (("front", lo), ("rear", hi))
        for name, s in SIDES
    )
