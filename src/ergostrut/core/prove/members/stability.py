"""Buckling of the frame as a whole, its lowest frequency, and weld fatigue on the road."""

from __future__ import annotations

import math
from collections.abc import Iterator

import numpy as np

from ...catalog.model import Metal
from ...finding import COMMON_PRACTICE, Finding, State, Working, at_least
from ..model.check import SettingCheck
from ..model.study import FAR, Study
from .strength import forces_of

NEED, WANT = 3.0, 5.0
SHAKE = 12.0
"""Hz: below it lies road shake."""
FATIGUE = {"paved": 0.3, "gravel": 0.5, "trail": 0.8}
THRESHOLD = {"steel": 31.0, "stainless": 31.0, "aluminium": 12.0}


def check_stability(study: Study) -> Iterator[Finding]:
    """Critical load factor of the case that pushes hardest along the members: under 3 over, under 5 tight."""
    found = study.critical
    if found is None or not study.setting.named:
        return
    mode, case = found
    build = study.assembly.id
    w = Working()
    w.say(f"{case}{study.where}: (K + lambda KG) phi = 0, every member in pieces.")
    if not math.isfinite(mode.value) or mode.value > FAR:
        text, value = f"Far from buckling: over {FAR:.0f} times the load of {case.lower()}{study.where}.", FAR
        w.say(f"Nothing buckles below {FAR:.0f} times this load.")
    else:
        text, value = f"Buckles at {mode.value:.1f} times the load of {case.lower()}{study.where}.", mode.value
    have = w.given("lambda_", value, "", "critical load factor")
    use, state = at_least(have, NEED, WANT)
    if have < 16:
        w.line("B", "1 / (1 - 1.6 / lambda_)", "", "moments are multiplied by this")
    yield Finding(
        f"{build}/frame.buckles",
        "frame.buckles",
        "prove",
        (study.body,),
        "Frame, buckling",
        text,
        state,
        have,
        NEED,
        "times",
        use,
        True,
        WANT,
        case=case,
        position=study.setting.name,
        basis="linear buckling (Przemieniecki 1968, ch. 15); 3 needed, 5 wanted; moments x 1/(1 - 1.6/lambda) after AISC 360-16 appendix 8",
        working=w.done(),
    )


def check_frequency(study: Study) -> Iterator[Finding]:
    """Lowest natural frequency, loaded: a note, under 12 Hz where road shake lives."""
    mode = study.frequency if study.setting.drivable else None
    if mode is None:
        return
    w = Working()
    kg = study.mass
    w.say("K phi = omega² M phi, mass lumped at the joints, rollers bearing as parked.")
    w.given("m", kg, "kg", "moving")
    f = w.given("f", mode.value, "Hz", "lowest")
    tail = "it will shake on the road; stiffen the rails or tie the load down" if f < SHAKE else "above road shake"
    yield Finding(
        f"{study.assembly.id}/frame.frequency",
        "frame.frequency",
        "prove",
        (study.body,),
        "Frame, lowest frequency",
        f"{f:.1f} Hz loaded{study.where}: {tail}.",
        "note",
        f,
        SHAKE,
        "Hz",
        position=study.setting.name,
        basis=f"12 Hz: {COMMON_PRACTICE}",
        working=w.done(),
    )


def check_square(study: Study) -> Iterator[Finding]:
    """What keeps a body square in its plane where its deck does not: a brace, welds, or nothing."""
    decks = study.assembly.decks
    if study.posed is None or not decks or all(panel.braces for panel in decks) or not study.setting.drivable:
        return
    held = {(hold.member, hold.axis) for hold in study.assembly.holds}
    if all((name, axis) in held for panel in decks for name in panel.laid.on for axis in (0, 1)):
        # each member is held level by itself
        return
    what = study.setting.noun or "frame"
    fixity, braces = study.assembly.joining.system.fixity, [m for m in study.assembly.members if m.use == "brace"]
    state: State
    mend = "Add a brace across it, or take a sheet." if study.assembly.sliders else "Take a sheet."
    if braces:
        state, text = (
            "holds",
            f"{len(braces)} brace{'s' if len(braces) > 1 else ''} across the {what} keep{'' if len(braces) > 1 else 's'} it square under its boards.",
        )
    elif fixity == "rigid":
        state, text = (
            "note",
            f"Boards brace the {what} on two screws each, which work loose; its welded joints keep it square, and the ribs' joints are checked for it.",
        )
    elif fixity == "semi":
        state, text = "tight", f"Boards brace the {what} on two screws each, which work loose: its brackets keep it square. {mend}"
    else:
        state, text = (
            "over",
            f"Boards brace the {what} on two screws each, which work loose, and its joints hold like hinges: it goes out of square. {mend}",
        )
    w = Working()
    w.say(
        "; ".join(
            f"{panel.role}: {panel.sheet.label}, {'braces' if panel.braces else 'braces by its screws alone'} in its plane"
            for panel in decks
        )
    )
    w.given("n", len(braces), "", f"braces; joints {fixity}")
    yield Finding(
        f"{study.assembly.id}/frame.square",
        "frame.square",
        "prove",
        (study.body, *(brace.id for brace in braces)),
        f"{what.capitalize()} stays square",
        text,
        state,
        position=study.setting.name,
        basis=f"deck sheet screwed to a frame braces it in plane, boards do not: {COMMON_PRACTICE}",
        working=w.done(),
    )


def check_fatigue(study: Study) -> Iterator[Finding]:
    """Stress range at the welds on the road: a note against the endurance threshold."""
    if study.posed is None or study.forces is None or not study.setting.drivable or study.assembly.joining.system.joint != "weld":
        return
    row = next((i for i, item in enumerate(study.solved) if item.case.name == "Parked"), None)
    if row is None:
        return
    worst, part = 0.0, None
    for piece in study.posed.pieces:
        f, p = forces_of(study, piece), piece.member.shape
        stress = np.abs(f.My[row]) / p.Sy + np.abs(f.Mz[row]) / p.Sz + np.abs(f.N[row]) / p.A
        at = float(np.max(np.where(f.weld[row], stress, 0.0)))
        if at > worst:
            worst, part = at, piece.member
    if part is None or not isinstance(part.section.material, Metal):
        return
    road = study.context.design.loads.road
    w = Working()
    w.given("sigma_1", worst, "MPa", f"at a weld of {part.name} under 1 g")
    span = w.line("sigma_r", "k * sigma_1", "MPa", f"stress range, {road}", k=FATIGUE[road])
    limit = w.given(
        "sigma_th",
        THRESHOLD[part.section.material.kind],
        "MPa",
        "endurance threshold, category E" if part.section.material.kind != "aluminium" else "endurance threshold of a weld in aluminium",
    )
    say = study.context.say
    yield Finding(
        f"{study.assembly.id}/weld.fatigue",
        "weld.fatigue",
        "prove",
        (part.id,),
        "Welds, road fatigue",
        f"Stress swings by {say.stress(span)} at the welds; {say.stress(limit)} lasts for ever. {'Look for cracks at every service.' if span > limit else ''}".strip(),
        "note",
        span,
        limit,
        "MPa",
        position=study.setting.name,
        basis=f"AISC 360-16 appendix 3, category E threshold 31 MPa; aluminium 12 MPa, from memory; road shares {COMMON_PRACTICE}",
        working=w.done(),
    )


CHECKS = (
    SettingCheck(check_stability),
    SettingCheck(check_frequency),
    SettingCheck(check_fatigue),
    SettingCheck(check_square),
)
