"""Screws of a deck that keeps its frame square: what one takes of the shear in the deck's plane."""

from __future__ import annotations

import math
from collections.abc import Iterator, Sequence

import numpy as np

from ...cases import ROAD_DURATION
from ...catalog.model import Planks, Sandwich, Wood
from ...finding import COMMON_PRACTICE, Finding, Working
from ...mechanics.joints.woodscrew import HEAD, head_pull_through, lateral
from ...mechanics.solver.model import Array
from ...structure.nouns.panel import Clads, Panel
from ..model.check import SettingCheck
from ..model.diaphragm import SCREW_PITCH, Bay, spacing
from ..model.study import Study

SCREW = "No. 8"
"""What a deck is screwed down with at the least (common practice, no published source)."""
GRAVITY, METAL = 0.42, 1.0
"""Specific gravity of a sheet or board (NDS 2018 table 12.3.3A, spruce-pine-fir), and what bears as hard as a tube's wall, at the least."""
IN_WOOD, IN_METAL = 6.0, 10.0
"""Diameters that a screw bites into wood (common practice, no published source); in metal its thread holds in the wall."""
WET_SCREW = 0.7


def _pulled(study: Study, bay: Bay) -> tuple[Array, Array]:
    """Shear along its members and the harder tie of a bay in every case, N (cases,)."""
    ends = np.array([item.result.ends[[*bay.diagonals, *bay.ties], 6] for item in study.solved])
    shear: Array = np.abs(ends[:, 0] - ends[:, 1]) * bay.b / np.hypot(bay.a, bay.b)
    tie: Array = np.abs(ends[:, 2:]).max(axis=1, initial=0.0)
    return shear, tie


def check_deck_screws(study: Study) -> Iterator[Finding]:
    """The hardest screw of a deck that keeps its frame square, and of a skin that does, against what it takes sideways."""
    if study.posed is None or not study.solved:
        return
    screwed = [bay for bay in study.posed.bays if bay.panel.laid.edges == "screwed"]
    yield from _hardest(study, [bay for bay in screwed if isinstance(bay.panel.carries, Clads)])
    yield from _hardest(study, [bay for bay in screwed if bay.panel.level and not isinstance(bay.panel.carries, Clads)])


def _hardest(study: Study, bays: Sequence[Bay]) -> Iterator[Finding]:
    worst: tuple[float, Bay, int, float, float] | None = None
    for bay in bays:
        shear, tie = _pulled(study, bay)
        duration = np.array([_duration(bay, lasting=item.case.lasting) for item in study.solved])
        uses = np.hypot(*_on_a_screw(bay, shear, tie)) / _takes(study, bay) / duration
        c = int(uses.argmax())
        use = float(uses[c])
        if worst is None or use > worst[0]:
            worst = use, bay, c, float(shear[c]), float(tie[c])
    if worst is not None and worst[3] + worst[4] > 1.0:
        yield _finding(study, *worst[1:])


def _on_a_screw(bay: Bay, shear: Array, tie: Array) -> tuple[Array, Array]:
    """N on a screw from the shear of its bay, and across that from its tie."""
    sheet = bay.panel.sheet
    if isinstance(sheet, Planks):
        return shear * bay.a / (2 * bay.panel.laid.boards) / spacing(sheet), tie / bay.panel.laid.boards
    return shear / bay.whole * pitch(bay), tie * 2 * pitch(bay) / bay.whole


def pitch(bay: Bay) -> float:
    """mm from screw to screw along a member."""
    lies = bay.panel.carries
    return lies.pitch if isinstance(lies, Clads) else SCREW_PITCH


def _takes(study: Study, bay: Bay) -> float:
    """N of one screw, before load duration."""
    screw = study.context.catalog.wood_screws[SCREW]
    woods = [m.gravity for name in bay.members if isinstance(m := study.assembly.member(name).section.material, Wood)]
    main, bite = (min(woods), IN_WOOD) if woods else (METAL, IN_METAL)
    wet = WET_SCREW if study.context.design.loads.wet else 1.0
    sheet = bay.panel.sheet
    if isinstance(sheet, Sandwich):
        # its core gives way: the screw bears on one face, at the stress that is allowed there
        return wet * sheet.t_face * screw.d * sheet.face.allow
    return wet * lateral(screw.root, screw.Fyb, sheet.t, GRAVITY, main, bite * screw.d, screw.d)


def _duration(bay: Bay, *, lasting: bool) -> float:
    """Times what a screw takes for how long; a sandwich's face is allowed the same however long."""
    return 1.0 if lasting or isinstance(bay.panel.sheet, Sandwich) else ROAD_DURATION


def through_head(panel: Panel, d: float) -> float:
    """N that a screw ``d`` mm thick holds before its head comes through a panel: as through wood (NDS 2018 12.2.5), of a sandwich through one face,
    which if it is no wood shears round the head at half of the stress it is allowed."""
    sheet = panel.sheet
    if isinstance(sheet, Sandwich) and not sheet.face.wood:
        return math.pi * HEAD * d * sheet.t_face * sheet.face.allow / 2
    return head_pull_through(GRAVITY, d, sheet.t_face if isinstance(sheet, Sandwich) else sheet.t)


def _finding(study: Study, bay: Bay, c: int, shear: float, tie: float) -> Finding:
    w, say, sheet = Working(), study.context.say, bay.panel.sheet
    skin = isinstance(bay.panel.carries, Clads)
    item = study.solved[c]
    w.say(f"{bay.panel.role} between {' and '.join(name.rsplit('/', 1)[-1] for name in bay.members)}, {item.words}{study.where}.")
    w.given("V", shear, "N", "shear along its members, from the frame")
    w.given("N", tie, "N", "pull or push from one to the other at an end")
    w.given("a", bay.a, "mm", "from member to member")
    if isinstance(sheet, Planks):
        w.given("n_b", bay.panel.laid.boards, "", "boards, two screws each at every member")
        w.line("F_1", "V * a / (2 * n_b) / e", "N", "turns a board on its two screws", e=spacing(sheet))
        w.line("F_2", "N / n_b", "N", "half of the boards, two screws each")
    else:
        w.given("b", bay.whole, "mm", "along a member" if not bay.cut else "along a member, beside its openings")
        w.line("F_1", "V / b * s", "N", "along the member", s=pitch(bay))
        w.line("F_2", "N * 2 * s / b", "N", "across it, half of its screws")
    force = w.line("F", "sqrt(F_1**2 + F_2**2)", "N", "on one screw")
    w.given(
        "Z",
        _takes(study, bay),
        "N",
        f"{SCREW} on one face, its allowed stress"
        if isinstance(sheet, Sandwich)
        else f"{SCREW} through {say.length(sheet.t)}, least yield mode, NDS 2018 12.3.1",
    )
    limit = w.line("Z_a", "Z * C_D", "N", "load duration, NDS 2018 2.3.2", C_D=_duration(bay, lasting=item.case.lasting))
    w.line("use", "F / Z_a", "")
    text = f"{say.force(force)} of {say.force(limit)} on one screw that holds the {bay.panel.role} {'on' if skin else 'down'} and the frame square, {item.case.name.lower()}{study.where}."
    return study.held_to(
        "skin.screws" if skin else "deck.screws", f"{'Skin' if skin else 'Deck'}'s screws, in its plane", text, parts=(bay.panel.id, *bay.members), demand=force, limit=limit, unit="N",
        case=item.case.name, basis=f"NDS 2018 12.3.1; screws {pitch(bay):.0f} mm apart and {SCREW} at the least: {COMMON_PRACTICE}", working=w,
    )  # fmt: skip


CHECKS = (SettingCheck(check_deck_screws, ("decks",)),)
