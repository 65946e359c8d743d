"""A deck in its own plane: a sheet or boards screwed to two members keep them square to each other and hold one to the next.

Between two members that carry it a sheet is a pair of diagonals with its stiffness in shear and its screws' slip: 1/(Gt)eff = 1/(Gt) +
2 (s/k)(1/a + 1/b), and two diagonals of length d are as stiff when E A = (Gt)eff d3/(2 a b). Boards turn on two screws at each member:
n of them hold 2 n k_t/(a b) in place of (Gt)eff, k_t = 2 k (e/2)2. Where no member runs along the span, half of the sheet, or of the
boards, is a tie from end to end of the two. What one screw takes of that is a check.

A skin on a frame is taken as if its fasteners did not slip, as a bonded one does not: a stiffer box loads what bolts it down more, and the
screws take most. Strength takes the worse of that and of the frame without its skins (``bare``).
"""

from __future__ import annotations

import itertools
from collections.abc import Iterator, Mapping, Sequence
from dataclasses import dataclass, replace

import numpy as np

from ...catalog.model import Planks, Sandwich, Sheet
from ...mechanics.solver.model import Bar, FrameModel
from ...structure.assembly import Assembly
from ...structure.nouns.panel import Clads, Panel
from .field import Carriers
from .lines import Lines, MemberLine

STIFF = 1e10
"""mm4 of a bar that stands for a sheet or a spring: hinged at its ends, it takes no bending and does not buckle by itself."""
HINGED = (3, 4, 5, 10, 11)
SCREW_PITCH, SCREW_SLIP = 200.0, 2000.0
"""Fasteners of a panel: mm apart, N/mm each (EN 1995-1-1 table 7.1 for a 4.8 mm screw in wood, rounded down, from memory)."""
PLY_SHEAR, PLY_E = 500.0, 4000.0
"""MPa in a panel's plane where its own are not known (softwood plywood, EN 12369-2, from memory)."""
HARDLY = 1e-6
"""Part of a skin's stiffness that is left where it is taken as not there."""
COVERED = 0.8
"""Of the shorter member of a bay that skins lie on together, below which they brace nothing."""
EDGE = 20.0
"""mm from a board's edges to its two screws (common practice, no published source)."""


@dataclass(frozen=True, slots=True)
class Bay:
    """A panel between two members ``a`` mm apart, ``b`` mm wide across: its two diagonals and two ties among the model's bars."""

    panel: Panel
    members: tuple[str, str]
    a: float
    b: float
    diagonals: tuple[int, int]
    ties: tuple[int, ...] = ()
    cut: float = 0.0
    """mm of ``b`` that its widest opening takes."""

    @property
    def whole(self) -> float:
        """mm along a member on which it is fastened beside its openings."""
        return self.b - self.cut


def spacing(boards: Planks) -> float:
    return max(boards.width - 2 * EDGE, EDGE)


def _shear(panel: Panel, a: float, b: float) -> float:
    """(Gt)eff of a bay, N/mm."""
    sheet = panel.sheet
    if isinstance(sheet, Planks):
        return 2 * panel.laid.boards * 2 * SCREW_SLIP * (spacing(sheet) / 2) ** 2 / (a * b)
    G_ = sheet.material.G if isinstance(sheet, Sheet) and sheet.material.G > 0 else PLY_SHEAR
    return 1 / (1 / (G_ * sheet.t) + 2 * SCREW_PITCH / SCREW_SLIP * (1 / a + 1 / b))


def _stiff(panel: Panel) -> float:
    """N/mm in shear of a skin bonded to its members."""
    sheet = panel.sheet
    if isinstance(sheet, Sandwich):
        return PLY_SHEAR * 2 * sheet.t_face
    return (sheet.material.G if isinstance(sheet, Sheet) and sheet.material.G > 0 else PLY_SHEAR) * sheet.t


def _left(build: Assembly, panel: Panel, one: MemberLine, two: MemberLine, b: float) -> tuple[float, float]:
    """What the openings of a panel leave of a bay's stiffness in shear, and mm that they take of its members' run: by the area left and the whole
    strips beside them, r = 1/(1 + A0/(H L)), r/(3 - 2 r) (Sugiyama and Matsumoto 1994, from memory)."""
    rects = [closure.in_plane(panel) for closure in build.closures if closure.panel == panel.id]
    if not rects:
        return 1.0, 0.0
    own = (np.array([one.p, one.q, two.p]) - panel.pose.t) @ panel.pose.R[:, :2]
    k = int(np.argmax(np.abs(own[1] - own[0])))
    lo, hi = sorted((float(own[0][1 - k]), float(own[2][1 - k])))
    area = cut = 0.0
    for rect in rects:
        deep, long = min(rect[3 - k], hi) - max(rect[1 - k], lo), rect[k + 2] - rect[k]
        if deep > 0:
            area, cut = area + deep * long, cut + long
    if cut >= b:
        return HARDLY, b * (1 - HARDLY)
    r = 1 / (1 + area / ((hi - lo) * (b - cut)))
    return r / (3 - 2 * r), cut


def _tie(panel: Panel, a: float, b: float) -> float:
    """N/mm of half a bay as a tie, through its screws."""
    sheet = panel.sheet
    if isinstance(sheet, Planks):
        return panel.laid.boards / 2 / (2 / (2 * SCREW_SLIP) + a / (sheet.E * sheet.width * sheet.t))
    E = min(sheet.E) if isinstance(sheet, Sheet) else PLY_E
    return 1 / (2 / (b / 2 / SCREW_PITCH * SCREW_SLIP) + a / (E * sheet.t * b / 4))


def _bar(name: str, n: int, m: int, length: float, k: float) -> Bar:
    return Bar(name, n, m, 1e3, 1e3, k * length / 1e3, STIFF, STIFF, 1.0, released=HINGED)


def diaphragms(
    build: Assembly, lines: Lines, homes: Mapping[str, str], carriers: Sequence[Carriers], first: int
) -> tuple[list[Bar], tuple[Bay, ...]]:
    """Bars that stand for every panel in its plane, and what they are; ``first``: how many bars there are before them."""
    bars, bays = list[Bar](), list[Bay]()
    for row in carriers:
        sheets = [panel for panel in build.decks if homes.get(panel.body) == row.body]
        runs_along = any(m.group is not None and m.body == row.body and abs(m.axes[0][row.span]) > 0.9 for m in build.members)
        for one, two in itertools.pairwise(row.members):
            over = next((panel for panel in sheets if one in panel.laid.on and two in panel.laid.on), None)
            if over is None:
                continue
            la, lb = lines.of[one], lines.of[two]
            a, b = abs(float(lb.p[row.span] - la.p[row.span])), la.length
            left, cut = _left(build, over, la, lb, b)
            Gt, at = _shear(over, a, b) * left, first + len(bars)
            for i, k in ((0, -1), (-1, 0)):
                n, m = la.stops[i][1], lb.stops[k][1]
                d = float(np.linalg.norm(lines.nodes[m] - lines.nodes[n]))
                bars.append(_bar(f"{over.id} in shear", n, m, d, Gt * d**2 / (2 * a * b)))
            ties: tuple[int, ...] = ()
            if not runs_along:
                ties = (first + len(bars), first + len(bars) + 1)
                for i in (0, -1):
                    n, m = la.stops[i][1], lb.stops[i][1]
                    d = float(np.linalg.norm(lines.nodes[m] - lines.nodes[n]))
                    bars.append(_bar(f"{over.id} as a tie", n, m, d, _tie(over, a, b - cut)))
            bays.append(Bay(over, (one, two), a, b, (at, at + 1), ties, cut))
    for skin, one, two in _braced(build, lines):
        la, lb = lines.of[one], lines.of[two]
        a, b = float(np.linalg.norm((lb.p + lb.q - la.p - la.q) / 2)), min(la.length, lb.length)
        at, (left, cut) = first + len(bars), _left(build, skin, la, lb, b)
        flip = (la.q - la.p) @ (lb.q - lb.p) < 0
        for i, k in ((0, -1), (-1, 0)):
            n, m = la.stops[i][1], lb.stops[i if flip else k][1]
            d = float(np.linalg.norm(lines.nodes[m] - lines.nodes[n]))
            bars.append(_bar(f"{skin.id} in shear", n, m, d, _stiff(skin) * left * d**2 / (2 * a * b)))
        bays.append(Bay(skin, (one, two), a, b, (at, at + 1), cut=cut))
    return bars, tuple(bays)


def _braced(build: Assembly, lines: Lines) -> Iterator[tuple[Panel, str, str]]:
    """Skins outside with every two neighbours among the members that they are fastened to; a lining is taken as not there, and so is what closes
    no more than a part of a bay, over a door: what is open below it keeps nothing square."""
    found, covered = list(_neighbours(build, lines)), dict[frozenset[str], float]()
    for skin, one, two in found:
        pair = frozenset((one, two))
        covered[pair] = covered.get(pair, 0.0) + _reach(skin, min((lines.of[name] for name in (one, two)), key=lambda line: line.length))
    yield from (row for row in found if covered[frozenset(row[1:])] > COVERED)


def _reach(skin: Panel, line: MemberLine) -> float:
    """The part of a member's length that a skin lies on."""
    run = line.q - line.p
    at = (skin.outline - line.p) @ run / (run @ run)
    return float(np.clip(at.max(), 0.0, 1.0) - np.clip(at.min(), 0.0, 1.0))


def _neighbours(build: Assembly, lines: Lines) -> Iterator[tuple[Panel, str, str]]:
    """Skins that may brace, with every two neighbours among their members."""
    for skin in build.skins:
        lies = skin.carries
        if isinstance(lies, Clads) and lies.outer and not lies.swings:
            across = skin.placed(np.eye(2)) - skin.placed(np.zeros((2, 2)))
            rows = [name for name in lies.on if name in lines.of]
            run = lines.of[rows[0]].q - lines.of[rows[0]].p if rows else np.zeros(3)
            way = across[int(np.argmin(np.abs(across @ run)))]
            rows.sort(key=lambda name: float(lines.of[name].p @ way))
            yield from ((skin, one, two) for one, two in itertools.pairwise(rows))


def bare(model: FrameModel, bays: Sequence[Bay]) -> FrameModel:
    """The same frame with its skins hardly there."""
    gone = {i for bay in bays if isinstance(bay.panel.carries, Clads) for i in bay.diagonals}
    return replace(model, bars=tuple(replace(one, A=one.A * HARDLY) if i in gone else one for i, one in enumerate(model.bars)))
