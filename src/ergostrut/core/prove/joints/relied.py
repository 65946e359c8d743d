"""Screwed ends in lumber whose moment keeps a frame from folding: what equilibrium asks of them, against what pulls out.

Taken nearly as hinges the ends still hand over what the frame cannot do without; stiffer, they would hand over more that they need not.
"""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import replace

import numpy as np

from ...finding import COMMON_PRACTICE, Finding, Working, at_most
from ..model.check import SettingCheck
from ..model.study import Study
from .ends import End, joined
from .wooden import WET_SCREW, duration, held_by

LEAST = 1_000.0
"""N mm: a moment that counts."""


def _hardest(study: Study) -> End | None:
    """The end that hands over the largest moment, by how long it lasts, where the joints give nearly freely."""
    best: tuple[float, End] | None = None
    for ends in joined(study):
        if ends.fixity == "slack":
            part = np.hypot(ends.My, ends.Mz) / np.where(ends.lasting, 1.0, 1.6)
            i = int(np.argmax(part))
            if best is None or part[i] > best[0]:
                best = float(part[i]), ends.one(i)
    return best[1] if best is not None else None


def check_relied(study: Study) -> Iterator[Finding]:
    """The moment of the hardest worked screwed end, where with hinged ends the frame would fold."""
    spec = study.assembly.joining
    if not study.relies or spec.system.joint != "wood screw":
        return
    end = _hardest(study)
    if end is None:
        return
    w = Working()
    w.say(
        f"{end.rib.id.rsplit('/', 1)[-1]}, {end.side} end, {end.case}{study.where}; joints taken nearly as hinges: with hinges the frame folds."
    )
    w.given("M_y", abs(end.at.My), "N mm", "at the end, upright")
    w.given("M_z", abs(end.at.Mz), "N mm", "and level")
    M = w.line("M", "sqrt(M_y**2 + M_z**2)", "N mm")
    name = f"{end.rib.name}, {end.side} end"
    found = Finding(
        f"{study.assembly.id}/{spec.key}.moment",
        f"{spec.key}.moment",
        "prove",
        (end.rib.id, end.rail.id),
        f"Moment in the screws, {spec.between}",
        f"{name}: {M / 1e3:.0f} N m in end grain, where no screw may pull, {end.case.lower()}{study.where}. With hinged ends the frame folds: "
        "take lags or pocket screws, or brackets.",
        "over",
        M,
        None,
        "N mm",
        case=end.case,
        position=study.setting.name,
        basis=f"NDS 2018 12.2, withdrawal times half the rib's depth: {COMMON_PRACTICE}; none for wood screws in end grain",
        working=w.done(),
    )
    if M < LEAST:
        yield replace(found, state="holds", sentence=f"{name}: the frame asks next to no moment of its screws.", use=0.0)
        return
    held = held_by(spec, end)
    if held is None:
        yield found
        return
    w.given("W", held[1], "N", "withdrawal of one")
    w.given("n", spec.screws, "", "at the end")
    w.given("h", end.rib.shape.depth, "mm", "depth of the rib: they pull at its middle, its edge presses")
    limit = w.line("M_a", "n * W * C_D * C_M * h / 2", "N mm", C_D=duration(end), C_M=WET_SCREW if end.wet else 1.0)
    use = w.line("use", "M / M_a", "")
    yield replace(
        found,
        sentence=f"{name}: {M / 1e3:.0f} of {limit / 1e3:.0f} N m that its screws hold in pull, {end.case.lower()}{study.where}. "
        "With hinged ends the frame folds.",
        state=at_most(use, 1.0)[1],
        limit=limit,
        use=use,
        working=w.done(),
    )


CHECKS = (SettingCheck(check_relied),)
