"""The same frame with its bars cut into equal pieces: for buckled and swinging shapes between the joints."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, replace

import numpy as np

from .elements import TIE, elements
from .model import ZERO, Bar, FrameModel, LoadCase, PointLoad, Spread


@dataclass(frozen=True)
class Refined:
    """``chain``: for every bar of the old model its pieces in the new one."""

    model: FrameModel
    loads: tuple[LoadCase, ...]
    chain: tuple[tuple[int, ...], ...]


def refine(model: FrameModel, loads: Sequence[LoadCase], pieces: int | Sequence[int]) -> Refined:
    """Cut bar i into ``pieces`` (one number for all, or one a bar); joints keep their releases, springs and offsets."""
    parts = elements(model)
    # a tie takes no bending: it has no shape of its own between its ends
    counts = [1 if bar.released == TIE else pieces for bar in model.bars] if isinstance(pieces, int) else list(pieces)
    nodes = [np.asarray(node, dtype=float) for node in model.nodes]
    names = [model.name(i) for i in range(len(nodes))]
    bars: list[Bar] = []
    chain: list[tuple[int, ...]] = []
    for i, (bar, count) in enumerate(zip(model.bars, counts, strict=True)):
        start = model.nodes[bar.a] + np.array(bar.offset_a)
        run = model.nodes[bar.b] + np.array(bar.offset_b) - start
        row, before = [], bar.a
        for piece in range(count):
            last = piece == count - 1
            after = bar.b if last else len(nodes)
            if not last:
                nodes.append(start + run * (piece + 1) / count)
                names.append(f"{bar.id} at {parts.lengths[i] * (piece + 1) / count:.0f} mm")
            row.append(len(bars))
            bars.append(
                replace(
                    bar,
                    a=before,
                    b=after,
                    offset_a=bar.offset_a if piece == 0 else ZERO,
                    offset_b=bar.offset_b if last else ZERO,
                    released=tuple(k for k in bar.released if (k < 6 and piece == 0) or (k >= 6 and last)),
                    springs=tuple((k, v) for k, v in bar.springs if (k < 6 and piece == 0) or (k >= 6 and last)),
                )
            )
            before = after
        chain.append(tuple(row))
    moved = tuple(_move(load, chain, parts.lengths.tolist()) for load in loads)
    return Refined(replace(model, nodes=np.array(nodes), bars=tuple(bars), names=tuple(names)), moved, tuple(chain))


def _move(load: LoadCase, chain: Sequence[Sequence[int]], lengths: Sequence[float]) -> LoadCase:
    spreads: list[Spread] = []
    for spread in load.spreads:
        row, step = chain[spread.bar], lengths[spread.bar] / len(chain[spread.bar])
        span = max(spread.end - spread.start, 1e-12)

        def w(at: float, spread: Spread = spread, span: float = span) -> tuple[float, float, float]:
            share = (at - spread.start) / span
            x, y, z = (a + (b - a) * share for a, b in zip(spread.w0, spread.w1, strict=True))
            return x, y, z

        for j, index in enumerate(row):
            low, high = max(spread.start, j * step), min(spread.end, (j + 1) * step)
            if high > low:
                spreads.append(Spread(index, low - j * step, min(high - j * step, step), w(low), w(high)))
    points: list[PointLoad] = []
    for point in load.points:
        row, step = chain[point.bar], lengths[point.bar] / len(chain[point.bar])
        j = min(int(point.at / step), len(row) - 1)
        points.append(PointLoad(row[j], min(point.at - j * step, step), point.force))
    return replace(load, spreads=tuple(spreads), points=tuple(points))
