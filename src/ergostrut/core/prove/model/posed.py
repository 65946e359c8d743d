"""A build as a frame in one setting: bars of its members, one-way contacts, what holds it, and the load on its panels.

Assumptions, said on the page: a panel spans from one member that carries it to the next (simple beams); a sheet braces the frame in
its plane, boards do not; contact forces act on a member's centre line; a member that frames into another meets its centre line.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, field, replace
from functools import cached_property
from typing import Any

import numpy as np

from ...cases import TWIST, WHEEL_BASIS, Case
from ...constants import G
from ...mechanics.solver.ground import Ground
from ...mechanics.solver.model import Array, CaseResult, Flags, FrameModel, LoadCase, PointLoad, SolverError, Spread
from ...mechanics.solver.solve import Frame
from ...structure.assembly import Assembly
from ...structure.nouns.holds import Contact, Stand
from ...structure.nouns.parts import Member
from ...structure.nouns.upon import Foot
from ...structure.standing.exposed import wall_beside
from ...structure.standing.posed import poses_of
from ...structure.standing.setting import Setting
from ...structure.systems import Fixity
from ..drawers.pulled import RailLoad
from .both_ways import both_ways
from .cladding import Blown
from .diaphragm import Bay
from .field import Carriers, Patch, on_carriers
from .hanging import NOTHING, Hung
from .wheels import Driven, back, driven

ASSUMPTIONS = (
    "A deck spans from one member under it to the next, as simple beams.",
    "A sheet braces the frame in its plane through its fasteners, boards on two screws at every member.",
    "Wood screws slip where a member's end is twisted; all other joints hold a twist stiffly.",
    "What bears acts on a member's centre line, unless it stands beside it: then it twists the member.",
    "A member that frames into another meets its centre line.",
    "A strap pulls at its member's centre line; a wall fixing keeps its rail from rolling, which pries on it.",
    "Contacts push only, straps pull only, and friction holds nothing.",
)
"""What the frame takes as given: said on the page and on the calculation sheet."""
PARKED_CASE = Case("Parked", (0.0, 0.0, -1.0))
Vec = tuple[float, float, float]


Six = tuple[float, float, float, float, float, float]


@dataclass(frozen=True, slots=True)
class Piece:
    """A bar of the model with the member it belongs to; ``Lb`` mm between points that hold the member sideways, ``KLy`` upright;
    ``joined``: whether another member meets it at its end a and b; ``turn``: of the solver's axes from the section's, rad;
    ``through``: whether it runs on past what frames into it."""

    member: Member
    index: int
    offset: float
    length: float
    Lb: float
    KLy: float
    joined: tuple[bool, bool]
    turn: float
    through: bool


@dataclass(frozen=True)
class Posed:
    """A build in one setting, ready to be solved. ``rows``: pieces of every member by its id; ``contacts`` match the model's rests."""

    assembly: Assembly
    setting: Setting
    fixity: Fixity
    model: FrameModel
    pieces: tuple[Piece, ...]
    rows: dict[str, tuple[Piece, ...]]
    carriers: tuple[Carriers, ...]
    patches: tuple[Patch, ...]
    contacts: tuple[Contact, ...]
    by_friction: tuple[tuple[int, int], ...] = ()
    """(node, axis) that only friction would hold."""
    extra: dict[str, float] = field(default_factory=dict)
    """N/mm that a member carries besides itself, by its id."""
    _nodes: dict[str, tuple[int, int]] = field(default_factory=dict)
    homes: dict[str, str] = field(default_factory=dict)
    """The body whose members carry a body's panels."""
    rail_loads: tuple[tuple[int, RailLoad], ...] = ()
    """Nodes of the rails that drawers run on, with what they press there."""
    hung: Hung = NOTHING
    """What hangs, turns and is bolted to a wall; its straps match the model's."""
    bays: tuple[Bay, ...] = ()
    """Panels between two members, in their plane."""
    wind: tuple[Blown, ...] = ()
    """What wind and snow do to its skins and its roof, an act each."""

    shaped: tuple[tuple[int, int], ...] = ()
    """(node, axis) that a shape holds, whatever is bolted there too."""
    tow: float | None = None
    """kg of what tows it; None where nobody said."""

    def otherwise(self, **changes: Any) -> Posed:
        """The same build with the same loads on it, its model changed."""
        other = replace(self, **changes)
        vars(other).update(basic_loads=self.basic_loads, driven=self.driven)
        return other

    def tips(self, member: str) -> tuple[int, int]:
        """Nodes at a member's ends a and b."""
        return self._nodes[member]

    @cached_property
    def _bearing(self) -> dict[tuple[str, ...], list[int]]:
        return {}

    def bearing(self, kinds: tuple[str, ...]) -> list[int]:
        """Which of the contacts are of these kinds."""
        known = self._bearing.get(kinds)
        if known is None:
            known = self._bearing[kinds] = [i for i, contact in enumerate(self.contacts) if contact.kind in kinds]
        return known

    @cached_property
    def frame(self) -> Frame:
        """The solver's frame with its basic loads."""
        return Frame(self.model, self.basic_loads)

    @cached_property
    def both_ways(self) -> Frame:
        """The same with all that bears or pulls one way taken as doing so both ways."""
        return Frame(both_ways(self.model), self.basic_loads)

    @property
    def stands(self) -> tuple[Stand, ...]:
        return self.assembly.stands

    def factors(self, case: Case, foot: float) -> Array:
        """Shares of the basic loads in a case; ``foot`` in N for stands that have no force of their own."""
        row: Array = np.zeros(len(self.basic_loads))
        row[:3] = case.g
        at = 3 + len(self.stands)
        for act in self.acts:
            row[at] = case.share(act)
            at += 1
        if self.hung.moving is not None:
            moved = self.hung.moving.moved(case)
            for going in self.hung.going:
                row[at] = moved[going.place, going.axis]
                at += 1
        for handed in self.assembly.bears:
            row[at : at + len(handed.feet)] = handed.row(case)
            at += len(handed.feet)
        for name in case.live:
            i = self._place[name]
            newton = self.stands[i].newton
            row[3 + i] = (newton if newton is not None else foot) * case.people
        return row

    @property
    def acts(self) -> tuple[str, ...]:
        """What presses or moves it besides weight, in the order of its basic loads."""
        return (*((TWIST,) if self.hung.twists else ()), *(one.act for one in self.wind), *(one.act for one in self.driven))

    @cached_property
    def driven(self) -> tuple[Driven, ...]:
        """What the road and the tow vehicle do to wheels of its own."""
        return driven(self.model, self.hung, self.hangs_on_it, self.tow) if self.hung.rolling else ()

    @cached_property
    def _place(self) -> dict[str, int]:
        return {stand.id: i for i, stand in enumerate(self.stands)}

    @cached_property
    def basic_loads(self) -> tuple[LoadCase, ...]:
        """1 g along x, y and z, 1 N at every place where somebody may stand, sit or lie, the host twisted, where that moves anything, the wind, where
        it blows on it, the road and the brakes on wheels of its own, each place on a wall that it is fixed to moved by 1 mm, and 1 N at every place
        where another build stands on it."""
        twist = (self.hung.twist(),) if self.hung.twists else ()
        wind = (LoadCase(one.words, tuple(self._blown(one))) for one in self.wind)
        rolled = (one.load for one in self.driven)
        going = (one.load("a wall fixing moved") for one in self.hung.going)
        return (*self._weights, *(self._live(stand) for stand in self.stands), *twist, *wind, *rolled, *going, *self._upon)

    def rolled(self, case: Case) -> str:
        """What its wheels meet in a case, in words; empty where nothing."""
        words = [one.words for one in self.driven if case.share(one.act)]
        return f"{'; '.join(words)}. {WHEEL_BASIS[:1].upper()}{WHEEL_BASIS[1:]}." if words else ""

    @cached_property
    def on_wheels(self) -> Array:
        """(loads, fastenings, 6) N and N mm on each wheel in the basic loads, which what holds it takes; none of what moves that."""
        found: Array = np.zeros((len(self.basic_loads), len(self.hung.fastened), 6))
        first = 3 + len(self.stands) + len(self.acts) - len(self.driven)
        rows = [0, 1, 2, *(first + i for i, one in enumerate(self.driven) if one.pushes)]
        place = {node: i for i, (_, node, _) in enumerate(self.hung.fastened)}
        for load in rows:
            for node, six in self.basic_loads[load].nodal:
                if node in place:
                    found[load, place[node]] += six
        return found

    @cached_property
    def _upon(self) -> tuple[LoadCase, ...]:
        return tuple(self.pressed(foot, f"{handed.label} on it") for handed in self.assembly.bears for foot in handed.feet)

    @cached_property
    def _weights(self) -> tuple[LoadCase, ...]:
        found = []
        for name, g in (("x", (1.0, 0.0, 0.0)), ("y", (0.0, 1.0, 0.0)), ("z", (0.0, 0.0, 1.0))):
            spreads: list[Spread] = []
            for piece in self.pieces:
                w = piece.member.section.mass_per_m * 1e-3 * G + self.extra.get(piece.member.id, 0.0)
                own = w * g[0], w * g[1], w * g[2]
                spreads.append(Spread(piece.index, 0.0, piece.length, own, own))
            for patch in self.patches:
                spreads += self._spread(patch, g)
            found.append(LoadCase(name, tuple(spreads), nodal=self._drawn(g)))
        return tuple(found)

    def blows(self, case: Case) -> Array:
        """(3,) N of wind, snow and a load slid ahead on all of it in a case."""
        found: Array = np.zeros(3)
        for one in self.wind:
            share = case.share(one.act)
            if share:
                found += share * sum((band.end - band.start) * np.array(w) for band, w in one.rows)
        return found

    def _blown(self, wind: Blown) -> list[Spread]:
        return [load for band, w in wind.rows for load in self._along(band.member, band.start, band.end, w, w)]

    @property
    def hangs_on_it(self) -> LoadCase:
        """All that swings with it: 1 g up of its own and what is on it, and the builds on it as they press parked."""
        own, spreads, points = self._weights[2], list[Spread](), list[PointLoad]()
        forces = (force for handed in self.assembly.bears for force in handed.row(PARKED_CASE))
        for load, force in zip(self._upon, forces, strict=True):
            if abs(force) > 1.0:
                spreads += [replace(one, w0=_times(one.w0, -force), w1=_times(one.w1, -force)) for one in load.spreads]
                points += [replace(one, force=_times(one.force, -force)) for one in load.points]
        return replace(own, spreads=(*own.spreads, *spreads), points=(*own.points, *points)) if spreads or points else own

    @property
    def deck(self) -> tuple[str, float]:
        """The body that carries the deck on which others stand, and z of its members' axes."""
        deck = next(surface for surface in self.assembly.surfaces if surface.id == self.assembly.exposes)
        home = self.homes.get(deck.body, deck.body)
        level = next((float(self.model.nodes[self.tips(c.members[0])[0]][2]) for c in self.carriers if c.body == home), deck.origin[2])
        return home, level

    def pressed(self, foot: Foot, words: str) -> LoadCase:
        """1 N of what stands on its deck at a place: what pushes that up pushes the members under the deck there down."""
        x, y, z = foot.toward
        if foot.wall:
            return self._fixed(foot, words)
        home, level = self.deck
        patch = Patch(words, home, foot.at[0], foot.at[1], foot.size, 1.0 / G, foot.at[2] - level)
        return LoadCase(words, tuple(self._spread(patch, (-x, -y, -z))))

    def _fixed(self, foot: Foot, words: str) -> LoadCase:
        """1 N of what is fixed to a wall or the roof at a place, on the nearest member of those.

        Raises:
            SolverError: there is none.
        """
        x, y, z = foot.toward
        beside = wall_beside(self.assembly, foot.at)
        if beside is None:
            raise SolverError(f"{words}: no member of its walls is there to take it")
        where = self._on(beside[0].id, np.array(foot.at))
        if isinstance(where, int):
            return LoadCase(words, nodal=((where, (-x, -y, -z, 0.0, 0.0, 0.0)),))
        return LoadCase(words, points=(PointLoad(where[0], where[1], (-x, -y, -z)),))

    def _drawn(self, g: Vec) -> tuple[tuple[int, Six], ...]:
        """Drawers on their rails under 1 g: beside the rails' axes, so they twist them; and axles that roll, along the vehicle."""
        found = []
        for node, load in self.rail_loads:
            force = np.array(g) @ np.array(load.g)
            x, y, z, p, q, r = (float(v) for v in (*force, *np.cross(np.array(load.aside), force)))
            found.append((node, (x, y, z, p, q, r)))
        found += [(node, back(one.wheel.kg * G * g[0], one.wheel.hub)) for one, node, _ in self.hung.rolling if one.wheel is not None]
        return tuple(found)

    def _on(self, member: str, at: Array) -> int | tuple[int, float]:
        """Where a place lies on a member: its end's node, or a bar with mm along it."""
        row, (a, b) = self.rows[member], self.tips(member)
        line = self.model.nodes[b] - self.model.nodes[a]
        length = float(np.linalg.norm(line))
        s = min(max(float((at - self.model.nodes[a]) @ line / length), 0.0), length)
        if s < 1e-6 or s > length - 1e-6:
            return a if s < 1e-6 else b
        piece = next(piece for piece in row if piece.offset + piece.length >= s - 1e-9)
        return piece.index, s - piece.offset

    def _live(self, stand: Stand) -> LoadCase:
        member = self.rows[stand.member][0].member if stand.member else None
        if member is None:
            dx, dy, _ = poses_of(self.assembly, self.setting).shift(stand.body)
            body = self.homes.get(stand.body, stand.body)
            patch = Patch(stand.id, body, stand.at[0] + dx, stand.at[1] + dy, stand.size, 1.0 / G, 0.0)
            return LoadCase(stand.words, tuple(self._spread(patch, (0.0, 0.0, -1.0))))
        where = self._on(member.id, np.array(stand.at) + np.array(poses_of(self.assembly, self.setting).shift(member.body)))
        if isinstance(where, int):
            return LoadCase(stand.words, nodal=((where, (0, 0, -1, 0, 0, 0)),))
        return LoadCase(stand.words, points=(PointLoad(where[0], where[1], (0, 0, -1)),))

    def _spread(self, patch: Patch, g: Vec) -> list[Spread]:
        """A patch's weight on the members that carry its panel."""
        carriers = next((c for c in self.carriers if c.body == patch.body), None)
        if carriers is None:
            return []
        found = []
        for load in on_carriers(carriers, patch, g):
            found += self._along(load.member, load.start, load.end, load.w0, load.w1)
        return found

    def _along(self, member: str, start: float, end: float, w0: Vec, w1: Vec) -> list[Spread]:
        """A load that runs from ``start`` to ``end`` mm along a member, on its bars."""
        found, even = [], w0 == w1
        for piece in self.rows[member]:
            lo, hi = max(start, piece.offset), min(end, piece.offset + piece.length)
            if hi > lo:
                here, there = (w0, w1) if even else (_between(s, start, end, w0, w1) for s in (lo, hi))
                found.append(Spread(piece.index, lo - piece.offset, min(hi - piece.offset, piece.length), here, there))
        return found


def _times(w: Vec, k: float) -> Vec:
    return w[0] * k, w[1] * k, w[2] * k


def _between(s: float, start: float, end: float, w0: Vec, w1: Vec) -> Vec:
    share = (s - start) / (end - start)
    return w0[0] + (w1[0] - w0[0]) * share, w0[1] + (w1[1] - w0[1]) * share, w0[2] + (w1[2] - w0[2]) * share


@dataclass(frozen=True)
class Solved:
    """A case solved in a setting; ``firm``: on a base that does not give, beside the same case on one that does."""

    case: Case
    result: CaseResult
    firm: bool = False

    @property
    def words(self) -> str:
        return f"{self.case.name}, on a base that does not give" if self.firm else self.case.name


@dataclass(frozen=True)
class Fallen:
    """A case that has no result, with the reason."""

    case: Case
    why: str


@dataclass(frozen=True)
class OnGround:
    """What the contacts bear on in every case, where that gives, and which bore before it gave."""

    ground: Ground
    bearing: Flags


def solve_cases(
    posed: Posed, cases: Sequence[Case], foot: float, on: OnGround | None = None, gone: int | None = None, begun: Flags | None = None
) -> tuple[tuple[Solved, ...], tuple[Fallen, ...]]:
    """Every case: those that stand, and those that do not with the reason; ``gone``: a one-way part that is missing in all;
    ``begun``: what bore in a like frame."""
    if not cases:
        return (), ()
    names, factors = [case.name for case in cases], np.array([posed.factors(case, foot) for case in cases])
    lost = [gone] * len(names) if gone is not None else None
    rows = posed.frame.run(names, factors, on.bearing if on else begun, lost, on.ground if on else None).rows()
    solved, fallen = [], []
    for case, row in zip(cases, rows, strict=True):
        if isinstance(row, SolverError):
            fallen.append(Fallen(case, str(row)))
        else:
            solved.append(Solved(case, row))
    return tuple(solved), tuple(fallen)


def pressed(posed: Posed, item: Solved, *kinds: str) -> tuple[float, float]:
    """(sum, largest) of the contacts of these kinds, N."""
    found = item.result.rest_force[posed.bearing(kinds)]
    return float(found.sum()), float(found.max(initial=0.0))
