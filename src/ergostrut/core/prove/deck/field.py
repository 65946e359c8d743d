"""What every deck check needs of one panel: its bays, what presses on it, its limits, and a finding's frame."""

from __future__ import annotations

import itertools
from collections.abc import Iterator
from dataclasses import dataclass

from ...cases import BUMP
from ...catalog.model import Sheet
from ...finding import Finding, Working, at_most
from ...mechanics.panels.strip import Bays, bays
from ...structure.assembly import Assembly
from ...structure.carried import Placed
from ...structure.context import Context
from ...structure.parts import PanelPart

FOOT = 75.0
CREEP = 1.5
WET = 0.8
SAG_LIMIT = "L/240 for decks unless changed, creep 1.5 on lasting load: common practice, no published source"
PLYWOOD = "plywood after the Handbook of Finnish Plywood, factors after EC5"


@dataclass(frozen=True, slots=True)
class Field:
    """What a deck check needs of one panel: bays of clear length ``L``, E along and across the span, bending strength along it."""

    context: Context
    assembly: Assembly
    panel: PanelPart
    L: float
    bays: Bays

    @property
    def foot(self) -> float:
        return self.context.design.loads.foot

    @property
    def wide(self) -> float:
        """mm of the panel across its span."""
        return self.panel.size[1 - self.panel.span]

    def laid(self, item: Placed) -> tuple[float, float]:
        """Size of a thing along the span and across it, mm."""
        return item.size[self.panel.span], item.size[1 - self.panel.span]

    def _over(self, item: Placed) -> bool:
        (x, y, _), at, size = self.panel.origin, item.at(), item.size
        inside = (at[0] + size[0] / 2 > x, at[0] - size[0] / 2 < x + self.panel.size[0])
        return all(inside) and at[1] + size[1] / 2 > y and at[1] - size[1] / 2 < y + self.panel.size[1]

    @property
    def things(self) -> tuple[Placed, ...]:
        """Everything on it, but for what another thing outdoes: presses at least as hard on at least as long and wide a place."""
        found: list[tuple[tuple[float, float, float], Placed]] = []
        for item in (item for item in self.context.plan.on(self.panel.body) if self._over(item)):
            long, across = self.laid(item)
            mine = item.mass / (long * across), long, across
            if not any(all(a >= b for a, b in zip(other, mine, strict=True)) for other, _ in found):
                found = [(other, one) for other, one in found if not all(a >= b for a, b in zip(mine, other, strict=True))]
                found.append((mine, item))
        return tuple(item for _, item in found)

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
            "Deck, spring under one foot",
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
        return self.finding("deck.sag", "Deck, sag under the load", text, sag, limit, "Parked", w, f"{basis}; {SAG_LIMIT}", "mm")


def fields(context: Context, assembly: Assembly) -> Iterator[Field]:
    """Every panel that members carry, with its longest clear bay."""
    for panel in assembly.panels:
        k = panel.span
        under = sorted((assembly.member(name) for name in panel.on), key=lambda m: m.a[k])
        clear = [b.a[k] - a.a[k] - (a.shape.width + b.shape.width) / 2 for a, b in itertools.pairwise(under)]
        if clear:
            yield Field(context, assembly, panel, max(clear), bays(len(clear)))


def along(panel: PanelPart, sheet: Sheet) -> tuple[float, float, float, float]:
    """E along the span, E across it, and characteristic bending strength along and across it."""
    i, j = (0, 1) if panel.along == (panel.span == 0) else (1, 0)
    return sheet.E[i], sheet.E[j], sheet.f[i], sheet.f[j]


def allowable(w: Working, field: Field, sheet: Sheet, f: float, *, lasting: bool) -> float:
    wet = WET if field.context.design.loads.wet else 1.0
    note = ("lasting" if lasting else "short-term") + " factor on the characteristic strength" + (", wetted x 0.8" if wet < 1 else "")
    return w.line("sigma_allow", "k * f_m", "MPa", note, k=(sheet.material.long if lasting else sheet.material.short) * wet, f_m=f)
