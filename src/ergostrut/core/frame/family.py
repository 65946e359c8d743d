"""What a family of builds is: its parameters, how it is framed, where it starts, its sheet, how it is made and mended."""

from __future__ import annotations

from collections.abc import Callable, Mapping
from dataclasses import dataclass, replace
from typing import Any, Literal, NamedTuple

from ..catalog.model import Catalog
from ..changes import Change
from ..document.base import BuildBase
from ..structure.assembly import Assembly
from ..structure.context import Context
from ..structure.host import Host, Reader
from ..structure.plans import CutPlan, Reading, Waits
from ..structure.sheet import Command, Group, When, options
from ..structure.sheet import Row as FormRow
from ..units import Units
from ..wording import Say

Offers = list[tuple[str, tuple[Change, ...]]]
"""Changes worth trying, each with its words, smallest first."""


class StepRow(NamedTuple):
    """A step of making, as ``structure.plans.Step`` has it, its id below the build's; the order within a build alone is the family's."""

    id: str
    title: str
    text: str
    hold: str
    caution: str
    minutes: float
    parts: tuple[str, ...]
    sets: tuple[str, ...] = ()
    there: bool = False
    waits: Waits = ""
    reads: tuple[Reading, ...] = ()


Table = tuple[str, tuple[str, ...], tuple[tuple[float, ...], ...]]
"""Title, column heads and rows of lengths in mm, for a choice that wants comparing."""


TURN = FormRow(
    "turn",
    "It stands",
    "choice",
    options(
        none="as drawn, its front to the front",
        left="turned left, its right side at the front",
        half="turned round, its front at the rear",
        right="turned right, its left side at the front",
    ),
    help="its lengths and sides are its own: from its front end, left and right as before it was turned",
)
_COATED = (When("coat", (True,), "set"),)
COMMON = Group(
    "In the job",
    (
        FormRow(
            "on", "It stands on", "choice", source="builds", help="its lengths then count from that one's deck: front end, middle, top"
        ),
        TURN,
        Command("Coat its panels with fabric and resin", "coat", {}, when=(When("coat", (False,), "set"),)),
        FormRow("coat/fabric", "Fabric, g/m2", "number", when=_COATED, help="on all panels but doors and drawers"),
        FormRow("coat/layers", "Layers", "whole", when=_COATED),
        FormRow("coat/ratio", "Resin, times the fabric’s mass", "number", when=_COATED),
        FormRow("coat/pot", "A pot lives at 20 °C, minutes", "number", when=_COATED),
        FormRow("coat/faces", "On", "choice", options("one face", "both faces"), when=_COATED),
        Command("Leave the coat off", "coat", None, when=_COATED),
        FormRow("stage", "It is", "choice", options("fitted", planned="planned: checked with it and without")),
        FormRow(
            "carried_in",
            "It goes in",
            "choice",
            options("in parts", whole="as it is made, each part that moves as one"),
            help="tried through the openings of a closed host, past what stands before it",
        ),
    ),
)
"""What every family's form ends with."""


@dataclass(frozen=True)
class Family:
    """``stem`` begins the ids of its builds; ``words`` say in a line what it is.

    ``frame(params, reader, catalog)`` makes the parts, ``start(host, units)`` a sensible first design in round numbers of those units,
    ``steps(context, assembly, cut)`` the making in order, ``offers(params, path, catalog, say, use)`` what may mend each check,
    ``tables(params, reader, catalog)`` what the Frame page compares, ``spans(params)`` the parameter that is the span asked by each check.
    """

    id: str
    label: str
    stem: str
    words: str
    params: type[BuildBase]
    frame: Callable[[Any, Reader, Catalog], Assembly]
    start: Callable[[Host, Units], dict[str, Any]]
    sheet: tuple[Group, ...]
    steps: Callable[[Context, Assembly, CutPlan], list[StepRow]]
    offers: Callable[[Any, str, Catalog, Say, float], dict[str, Callable[[], Offers]]] = lambda *_: {}
    tables: Callable[[Any, Reader, Catalog], tuple[Table, ...]] = lambda *_: ()
    spans: Callable[[Any], Mapping[str, str]] = lambda _: {}
    stands: Literal["floor", "mounts", "bed"] = "floor"
    """What of a host it needs: a floor, mounts on its frame, or an open bed with sides."""
    carries: bool = False
    """Whether others may stand on its deck."""
    turns: bool = True
    """Whether it may stand turned by quarters: what holds it does not lie along the vehicle."""
    since: int = 2
    """The first version of the job document that knew it."""

    @property
    def form(self) -> tuple[Group, ...]:
        """Its sheet, with what every build has."""
        common = COMMON if self.turns else replace(COMMON, rows=tuple(row for row in COMMON.rows if row is not TURN))
        return (*self.sheet, common)
