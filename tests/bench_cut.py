"""How good cut plans are, and how long they take: against first fit decreasing, the bound, and a packer of rectangles. Part of make bench."""

from __future__ import annotations

import random
import time

import rectpack

from ergostrut.core.cut.bars.plan import BarStock, plan_bars
from ergostrut.core.cut.sheets.bound import least
from ergostrut.core.cut.sheets.guillotine import Flat
from ergostrut.core.cut.sheets.plan import SheetStock, plan_sheets

KERF, TRIM = 3.0, 5.0
SOLD = (BarStock(1829.0, 18.3), BarStock(2438.0, 24.4), BarStock(3658.0, 36.6), BarStock(6096.0, 61.0))
SIZE = (2440.0, 1220.0)


def first_fit(lengths: list[float]) -> float:
    """What first fit decreasing pays: the longest bar for everything, each last cut down to the shortest that takes what is on it."""
    room, used = SOLD[-1].length - 2 * TRIM, list[float]()
    for length in sorted(lengths, reverse=True):
        for i, filled in enumerate(used):
            if filled + KERF + length <= room + 1e-9:
                used[i] += KERF + length
                break
        else:
            used.append(length)
    return sum(min(bar.price for bar in SOLD if bar.length - 2 * TRIM >= filled - 1e-9) for filled in used)


def _bars(count: int) -> str:
    chance = random.Random(count)
    kinds = [float(chance.randint(180, 2400)) for _ in range(min(20, max(3, count // 4)))]
    lengths = [kinds[i % len(kinds)] for i in range(count)]
    began = time.perf_counter()
    plan = plan_bars([(f"p{i}", length) for i, length in enumerate(lengths)], SOLD, KERF, TRIM)
    took = time.perf_counter() - began
    bound = plan.cost * (1 - plan.gap)
    return f"{count:4d} pieces {plan.cost / first_fit(lengths):6.3f} of first fit {plan.cost / bound:7.4f} of the bound {took:6.2f} s"


def _sheets(count: int) -> str:
    chance = random.Random(count)
    pieces: list[Flat] = []
    while len(pieces) < count:
        a, b, many = float(chance.randint(100, 1400)), float(chance.randint(80, 700)), chance.choice([1, 1, 2, 4])
        pieces += [Flat(f"p{len(pieces) + i}", a, b, True) for i in range(min(many, count - len(pieces)))]
    began = time.perf_counter()
    plan = plan_sheets(tuple(pieces), (SheetStock(SIZE, 1.0),), KERF, 0.0)
    took = time.perf_counter() - began
    began = time.perf_counter()
    packer = rectpack.newPacker(mode=rectpack.PackingMode.Offline, pack_algo=rectpack.GuillotineBafLas, sort_algo=rectpack.SORT_AREA)
    for piece in pieces:
        packer.add_rect(piece.long + KERF, piece.wide + KERF)
    packer.add_bin(SIZE[0] + KERF, SIZE[1] + KERF, count=float("inf"))
    packer.pack()
    other = time.perf_counter() - began
    bound = least(pieces, SIZE, KERF)
    return f"{count:4d} pieces {len(plan.sheets):3d} sheets, packer {len(packer):3d}, bound {bound:3d} {took:6.2f} s, packer {other:6.2f} s"


def main() -> None:
    """Generated shops of 20 to 400 pieces."""
    print("bars: cost against first fit decreasing and against the bound")
    for count in (20, 60, 150, 400):
        print(f"  {_bars(count)}")
    print("sheets of 2440 by 1220")
    for count in (20, 60, 150, 400):
        print(f"  {_sheets(count)}")
