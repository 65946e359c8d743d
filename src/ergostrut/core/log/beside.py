"""A line of the log beside what the report has to say of the same thing."""

from __future__ import annotations

from collections.abc import Sequence

from ..document.entries import FrictionTest, Incident, Leak, PullTest, Sag
from ..finding import Finding
from ..job.document import Entry
from ..wording import Say
from .uses import INCLINED, friction


def beside(entry: Entry, findings: Sequence[Finding] | None, say: Say) -> str:
    """In a sentence or two; empty where there is nothing to say. ``findings``: None while they are not all known."""
    if not entry.data or (findings is None and entry.kind in ("sag", "incident", "leak")):
        return ""
    findings = findings or ()
    if entry.kind == "friction test":
        test = FrictionTest.model_validate(entry.data)
        return f"Friction {friction(test):g}: {INCLINED} of the tangent of {min(test.degrees):g}°, the least of {len(test.degrees)} (EN 12195-1, Annex B; from memory)."
    if entry.kind == "sag":
        return _sag(Sag.model_validate(entry.data), findings, say)
    if entry.kind == "incident":
        part = Incident.model_validate(entry.data).part
        rows = _of(part, findings)
        if not rows:
            return "No finding is of that part: nothing that is computed should have seen it."
        seen = [f"“{f.title}” {f.state}{f' {f.use:.2f}' if f.use is not None else ''}" for f in rows[:3]]
        blind = "; what was computed did not see it" if all(f.state in ("holds", "note") for f in rows) else ""
        return f"The report has of it: {', '.join(seen)}{blind}."
    if entry.kind == "leak":
        rows = [f for f in _of(Leak.model_validate(entry.data).part, findings) if f.state != "holds"]
        return f"The report has of it: {rows[0].title}, {rows[0].state}." if rows else ""
    if entry.kind == "pull test":
        test_of = PullTest.model_validate(entry.data)
        return (
            f"It held {say.force(test_of.newton)}: at least so much."
            if test_of.held
            else f"It gave at {say.force(test_of.newton)}: it is no fixing."
        )
    return ""


def _of(part: str, findings: Sequence[Finding]) -> list[Finding]:
    return [f for f in findings if any(part == one or one.startswith(f"{part}/") or part.startswith(f"{one}/") for one in f.parts)]


def _sag(one: Sag, findings: Sequence[Finding], say: Say) -> str:
    """Beside the computed sag: how much stiffer or softer it is. It is the same load only where somebody put that on."""
    found = next((f for f in findings if f.id == one.finding), None)
    if found is None or found.demand is None or found.unit != "mm" or found.demand <= 0:
        return f"{say.length(one.sag.mm)} under {say.mass(one.load.kg)}: choose the finding whose sag it is to stand beside."
    if one.sag.mm <= 0:
        return "It did not sink: read it with a straight edge and a feeler, or put more on it."
    rate = found.demand / one.sag.mm
    told = "as stiff as computed" if 0.9 <= rate <= 1.1 else f"{rate:.2f} times as stiff as computed"
    lean = (
        ""
        if 0.9 <= rate <= 1.1
        else ": the stiffness that is reckoned with is too high"
        if rate < 1
        else ": it is stiffer than reckoned, which is on the safe side"
    )
    return f"Computed {say.length(found.demand)} for “{found.title}”{f', {found.case}' if found.case else ''}; read {say.length(one.sag.mm)}: {told}{lean}, if the load was the same."
