"""What a job asks less of than the usual loads: said, for every verdict that hangs on it."""

from __future__ import annotations

from collections.abc import Iterator

from ..cases import ROAD_BASIS, road_cases
from ..finding import Finding
from ..loads import Loads
from ..structure.check import JobCheck
from ..structure.context import Context

USUAL = Loads()


def check_asked(context: Context) -> Iterator[Finding]:
    """One note where cases are left out, or the job's own vectors or foot are less than the usual ones."""
    loads = context.design.loads
    usual = {case.name: case.g for case in road_cases(Loads(road=loads.road))}
    said = [f"{name} is left out" for name in loads.off]
    for name, vector in loads.cases.items():
        given, known = (vector.x, vector.y, vector.z), usual.get(str(name))
        if known is not None and any(abs(a) < abs(b) - 1e-9 or a * b < 0 for a, b in zip(given, known, strict=True) if b):
            said.append(f"{name} is {_words(given)} where {_words(known)} is usual")
    if loads.foot < USUAL.foot - 1e-9:
        said.append(f"a foot presses with {context.say.force(loads.foot)} where {context.say.force(USUAL.foot)} is usual")
    if said:
        text = "; ".join(said)
        yield Finding(
            "loads/asked", "loads.asked", "prove", (), "Less is asked than usual",
            f"{text[:1].upper()}{text[1:]}. Every verdict stands by what is left.", "note", basis=ROAD_BASIS,
        )  # fmt: skip


def _words(g: tuple[float, float, float]) -> str:
    return ", ".join(f"{part:g}" for part in g) + " g"


CHECKS = (JobCheck(check_asked, "load"),)
