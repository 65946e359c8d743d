"""What every deck check needs of one panel: its bays, what presses on it, its limits, and a finding's frame."""

from __future__ import annotations

import itertools
from collections.abc import Iterator, Sequence
from dataclasses import dataclass

from ...cases import BUMP
from ...catalog.model import Sheet
from ...finding import Finding, Working, at_most
from ...mechanics.panels.strip import Bays, bays
from ...structure.assembly import Assembly
from ...structure.carried import Placed
from ...structure.context import Context
from ...structure.nouns.panel import Panel
from ...structure.standing.feet import FLUSH

FOOT = 75.0
CREEP = 1.5
WET = 0.8
SAG_LIMIT = "L/240 for decks unless changed, creep 1.5 on lasting load: common practice, no published source"
PLYWOOD = "plywood after the Handbook of Finnish Plywood, factors after EC5"


@dataclass(frozen=True, slots=True)
class Load:
    """A thing on a panel, or several beside each other: kg on a place ``long`` along the span and ``across`` it, mm, about ``s`` and ``c``."""

    name: str
    mass: float
    long: float
    across: float
    s: float
    c: float


def _neighbours(each: Sequence[Load], L: float) -> Iterator[Load]:
    """Things that press on one bay together: those within its length that lie over the same strip, with what of them lies in it."""
    centres = {(load.s, load.c, load.across) for load in each}
    pairs = ((a, b) for a, b in itertools.permutations(each, 2) if abs(a.s - b.s) < L and abs(a.c - b.c) < (a.across + b.across) / 2)
    centres |= {((a.s + b.s) / 2, a.c, a.across) for a, b in pairs}
    for s, c, across in sorted(centres):
        rows = []
        for load in each:
            lo, hi = max(load.s - load.long / 2, s - L / 2), min(load.s + load.long / 2, s + L / 2)
            beside = abs(load.c - c) < (load.across + across) / 2 - 1e-6
            if hi > lo and beside:
                rows.append((load, lo, hi))
        if len(rows) > 1:
            long = max(hi for _, _, hi in rows) - min(lo for _, lo, _ in rows)
            per_width = sum(load.mass * (hi - lo) / load.long / load.across for load, lo, hi in rows)
            yield Load(" and ".join(load.name for load, _, _ in rows), per_width * across, long, across, s, c)


@dataclass(frozen=True, slots=True)
class Field:
    """What a deck check needs of one panel: bays of clear length ``L``, E along and across the span, bending strength along it."""

    context: Context
    assembly: Assembly
    panel: Panel
    L: float
    bays: Bays

    @property
    def foot(self) -> float:
        return self.context.design.loads.foot

    @property
    def noun(self) -> str:
        """What a title calls it."""
        return "Roof" if self.panel.use == "roof" else "Deck"

    @property
    def wide(self) -> float:
        """mm of the panel across its span."""
        return self.panel.wide[1 - self.panel.laid.span]

    @property
    def free_edges(self) -> bool:
        """Whether an edge along its span lies on nothing: no member runs under it, flush with the others."""
        k, panel = 1 - self.panel.laid.span, self.panel
        lo, hi = panel.lo[k], panel.hi[k]
        under = [
            member
            for member in self.assembly.members
            if member.body == self.assembly.member(panel.laid.on[0]).body
            and abs(member.axes[0][panel.laid.span]) > 0.9
            and abs(member.middle[2] + member.shape.depth / 2 - panel.lo[2]) <= FLUSH
        ]
        return not all(any(abs(member.middle[k] - edge) <= member.shape.width for member in under) for edge in (lo, hi))

    @property
    def where_a_foot(self) -> str:
        """Where one foot works it hardest, in words."""
        return "at its free edge" if self.free_edges else "mid bay"

    def _over(self, item: Placed) -> bool:
        lo, hi, at, size = self.panel.lo, self.panel.hi, item.at(), item.size
        return all(at[i] + size[i] / 2 > lo[i] and at[i] - size[i] / 2 < hi[i] for i in (0, 1))

    @property
    def bolted(self) -> tuple[Placed, ...]:
        """What is bolted to it."""
        return tuple(item for item in self.context.plan.on(self.panel.body) if item.thing.hold.by == "bolted" and self._over(item))

    @property
    def things(self) -> tuple[Load, ...]:
        """Everything on it, alone and with what lies beside it on the same bay; but for what another outdoes: presses at least as hard
        on at least as long and wide a place."""
        k = self.panel.laid.span
        each = [
            Load(item.thing.name, item.mass, item.size[k], item.size[1 - k], item.at()[k], item.at()[1 - k])
            for item in self.context.plan.on(self.panel.body)
            if self._over(item)
        ]
        found: list[tuple[tuple[float, float, float], Load]] = []
        for load in (*each, *_neighbours(each, self.L)):
            mine = load.mass / (load.long * load.across), load.long, load.across
            if not any(all(a >= b - 1e-12 for a, b in zip(other, mine, strict=True)) for other, _ in found):
                found = [(other, one) for other, one in found if not all(a >= b for a, b in zip(mine, other, strict=True))]
                found.append((mine, load))
        return tuple(load for _, load in found)

    @property
    def presses(self) -> tuple[tuple[float, str, bool], ...]:
        """What presses a thing down: g, the case, and whether it lasts. Standing still lasts on every road, a bump does not."""
        parked = (1.0, "Parked", True)
        return (parked, (self.bump, "Bump", False)) if self.bump > 1.0 else (parked,)

    @property
    def bump(self) -> float:
        """g that presses the load hardest: standing still where the job's bumps press less, or are left out."""
        loads = self.context.design.loads
        own = loads.cases.get("Bump")
        return 1.0 if "Bump" in loads.off else max(1.0, -own.z) if own else BUMP[loads.road]

    @property
    def limit(self) -> float:
        return self.L / self.context.design.loads.limits.of(self.panel.use)

    def finding(
        self, check: str, title: str, sentence: str, stress: float, limit: float, case: str, w: Working, basis: str, unit: str = "MPa"
    ) -> Finding:
        use, state = at_most(stress, limit)
        return Finding(
            f"{self.assembly.id}/{check}",
            check,
            "prove",
            (self.panel.id,),
            title,
            sentence,
            state,
            stress,
            limit,
            unit,
            use,
            case=case,
            basis=basis,
            working=w.done(),
        )

    def spring(self, sag: float, w: Working, basis: str) -> Finding:
        say = self.context.say
        return Finding(
            f"{self.assembly.id}/deck.spring",
            "deck.spring",
            "prove",
            (self.panel.id,),
            f"{self.noun}, spring under one foot",
            f"Gives {say.length(sag)} under a foot over {say.length(self.L)}; 1/{self.context.design.loads.limits.of(self.panel.use):g} of that is {say.length(self.limit)}.",
            "note",
            sag,
            self.limit,
            "mm",
            None,
            case="Parked, foot",
            basis=f"{basis}; feel is common practice, no published source",
            working=w.done(),
        )

    def sagging(self, sag: float, under: str, w: Working, basis: str) -> Finding:
        """Lasting sag in mm under the thing called ``under`` against the deck's limit."""
        say = self.context.say
        limit = w.line("delta_limit", "L / r", "mm", "decks", L=self.L, r=self.context.design.loads.limits.of(self.panel.use))
        text = f"{say.length(sag)} of {say.length(limit)} under {under}."
        return self.finding("deck.sag", f"{self.noun}, sag under the load", text, sag, limit, "Parked", w, f"{basis}; {SAG_LIMIT}", "mm")


def fields(context: Context, assembly: Assembly) -> Iterator[Field]:
    """Every panel that members carry, with its longest clear bay."""
    for panel in assembly.decks:
        k = panel.laid.span
        under = sorted((assembly.member(name) for name in panel.laid.on), key=lambda m: m.a[k])
        clear = [b.a[k] - a.a[k] - (a.shape.width + b.shape.width) / 2 for a, b in itertools.pairwise(under)]
        if clear:
            yield Field(context, assembly, panel, max(clear), bays(len(clear)))


def along(panel: Panel, sheet: Sheet) -> tuple[float, float, float, float]:
    """E along the span, E across it, and characteristic bending strength along and across it."""
    i, j = (0, 1) if panel.grain == panel.laid.span else (1, 0)
    return sheet.E[i], sheet.E[j], sheet.f[i], sheet.f[j]


def allowable(w: Working, field: Field, sheet: Sheet, f: float, *, lasting: bool) -> float:
    wet = WET if field.context.design.loads.wet else 1.0
    note = ("lasting" if lasting else "short-term") + " factor on the characteristic strength" + (", wetted x 0.8" if wet < 1 else "")
    return w.line("sigma_allow", "k * f_m", "MPa", note, k=(sheet.material.long if lasting else sheet.material.short) * wet, f_m=f)
