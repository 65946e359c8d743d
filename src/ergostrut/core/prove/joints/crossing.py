"""Members that lie across others and are welded to them: a fillet all round the faces that meet, the lower one's edges from below."""

from __future__ import annotations

from collections.abc import Iterator

import numpy as np

from ...catalog.model import Metal
from ...finding import Finding, Working, at_most, unknown
from ...mechanics.joints import weld
from ..model.check import SettingCheck
from ..model.crossings import crossings
from ..model.study import Study
from .welded import BASIS

CHECK, TITLE = "crossing.joint", "Weld, member across member"


def check_crossings(study: Study) -> Iterator[Finding]:
    """The hardest worked weld of a crossing, in any case and either way of taking the joints."""
    worst: tuple[float, Study, int, tuple[float, ...], tuple[float, ...]] | None = None
    names: tuple[str, str] = ("", "")
    for bound in study.bounds:
        for joint, upper, lower, steps in crossings(bound):
            spec, metals = joint.spec or study.assembly.joining, (upper.section.material, lower.section.material)
            if spec.kind != "weld" or not all(isinstance(metal, Metal) for metal in metals):
                text = f"{upper.name} lies on {lower.name} and is joined by {spec.kind}: no check of that is made. Weld it."
                blank = Finding(
                    f"{study.assembly.id}/{CHECK}", CHECK, "prove", (upper.id, lower.id), "Members across members", text, "unknown"
                )
                yield unknown(blank, "check of a crossing that is not welded")
                return
            L, d, h = lower.shape.width, upper.shape.width, upper.shape.depth / 2
            N, Vy, _, T, My, Mz = (abs(part) for part in steps.T)
            lift = np.maximum(-steps[:, 2], 0.0)
            normal = lift / (2 * (L + d)) + (T + Vy * h) / (d * L + d**2 / 3) + (My + N * h) / (d * L + L**2 / 3)
            turn = Mz * np.hypot(L, d) / 2 / ((L + d) ** 3 / 6) / np.sqrt(2)
            across = np.hypot(N / (2 * (L + d)) + turn, Vy / (2 * (L + d)) + turn)
            thin = min(upper.shape.wall, lower.shape.wall)
            leg = spec.weld_leg if spec.weld_leg is not None else thin
            limit = min(min(weld.throat(m, leg), weld.base(m, thin)) for m in metals if isinstance(m, Metal))
            demand = np.hypot(normal, across)
            i = int(np.argmax(demand))
            use = float(demand[i]) / limit
            if worst is None or use > worst[0]:
                worst = use, bound, i, (*(float(v) for v in steps[i]),), (L, d, h, leg, thin, limit)
                names = upper.id, lower.id
    if worst is None:
        return
    _, bound, i, step, (L, d, h, leg, thin, limit) = worst
    upper, lower = (study.assembly.member(name) for name in names)
    case, w = bound.solved[i].case.name, Working()
    w.say(f"{upper.name} on {lower.name}, {case}; what the upper one hands over, from the frame.")
    for name, value, unit in zip(("N", "V_y", "V_z", "T", "M_y", "M_z"), step, ("N", "N", "N", "N mm", "N mm", "N mm"), strict=True):
        w.given(name, value if name == "V_z" else abs(value), unit, "borne up positive" if name == "V_z" else "")
    w.given("L", L, "mm", "filleted all round: the lower one's width")
    w.given("d", d, "mm", "and the upper one's")
    w.given("h", h, "mm", "from the upper one's axis down to the weld")
    w.line("L_w", "2 * (L + d)", "mm")
    w.line(
        "f_n",
        "max(0 - V_z, 0) / L_w + (T + V_y * h) / (d * L + d**2 / 3) + (M_y + N * h) / (d * L + L**2 / 3)",
        "N/mm",
        "off its face; all added",
    )
    w.line("f_t", "M_z * sqrt(L**2 + d**2) / 2 / ((L + d)**3 / 6) / sqrt(2)", "N/mm", "turned on its face")
    w.line("f", "sqrt(f_n**2 + (N / L_w + f_t)**2 + (V_y / L_w + f_t)**2)", "N/mm")
    w.given("a", leg, "mm", "fillet leg")
    w.given("t", thin, "mm", "the thinner wall")
    use = w.line("use", "f / f_a", "", "the lesser of fillet and wall beside it", f_a=limit)
    part, state = at_most(use, 1.0)
    yield Finding(
        f"{study.assembly.id}/{CHECK}", CHECK, "prove", names, TITLE,
        f"{upper.name.capitalize()} on {lower.name}: {use * limit:.0f} of {limit:.0f} N/mm, {case.lower()}{study.where}.",
        state, use * limit, limit, "N/mm", part, case=case, position=study.setting.name, basis=BASIS, working=w.done(),
    )  # fmt: skip


CHECKS = (SettingCheck(check_crossings),)
