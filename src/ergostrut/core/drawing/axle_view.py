"""The vehicle as a beam on what carries it, and the plan of fixings with their forces."""

from __future__ import annotations

from collections.abc import Mapping, Sequence

import numpy as np

from ..anchor.checks import AnchorCase, AnchorStudy
from ..anchor.side import ON_FLOOR
from ..balance.ledger import CarrierLoads, LedgerRow
from ..balance.more import MORE, Hurts
from ..balance.statics import drawn
from ..constants import G
from ..finding import State
from ..measure.hosts import kind_of
from ..primitives import Arrow, Circle, DimensionLine, Label, Path, Primitive, View, box_of, rect
from ..structure.carriers import Tow
from ..structure.host import FLOOR_END, REAR_AXLE, WHEELBASE, Host
from ..structure.nouns.parts import called
from ..wording import Say

LEAN = 0.12
"""Room for words right of the last mass, as a part of what is drawn."""
LOW = 3
"""The first row of lengths: under the forces of what carries it, and their words."""


def _together(entries: Sequence[LedgerRow], near: float) -> list[tuple[str, float, float]]:
    """(names, x, kg) with masses closer than ``near`` drawn as one, so that their names stay legible."""
    groups: list[list[LedgerRow]] = []
    for entry in sorted(entries, key=lambda e: e.x or 0.0):
        if groups and (entry.x or 0.0) - (groups[-1][0].x or 0.0) < near:
            groups[-1].append(entry)
        else:
            groups.append([entry])
    found = []
    for group in groups:
        kg = sum(e.kg for e in group)
        x = sum(e.kg * (e.x or 0.0) for e in group) / kg if kg else group[0].x or 0.0
        heaviest = sorted(group, key=lambda e: -abs(e.kg))
        names = [called(e.body.rsplit("/", 1)[-1]) if e.group == "build" else e.name for e in heaviest]
        text = ", ".join(names) if len(names) <= 2 else f"{names[0]} and {len(names) - 1} more"
        found.append((text, x, kg))
    return found


UNDER, WORDS = -45.0, -130.0
"""mm under the line where the stretch on which a little more hurts least is marked, and its words."""


def _hurts(found: Hurts, say: Say) -> list[Primitive]:
    """Where a little more hurts least, marked under the line."""
    lo, hi = found.best
    mark = Path(((lo - 60.0, UNDER), (hi + 60.0, UNDER)), "bent", title=f"{say.mass(MORE)} more hurt least here")
    return [mark, Label(((lo + hi) / 2, WORDS), f"{say.mass(MORE)} more hurt least here", "middle", role="bent")]


def _tow(tow: Tow, coupling: float, down: float | None) -> tuple[list[Primitive], list[tuple[float, float, str]]]:
    """What tows it, ahead of the coupling, and (x, kg, words) of its axles as they stand with it; nothing while its lengths are not known."""
    if tow.wheelbase is None or tow.ball is None:
        return [], []
    rear = coupling - tow.ball
    front, b = rear - tow.wheelbase, tow.wheelbase
    line = (
        (coupling, -60.0),
        (rear + 0.35 * b, -60.0),
        (rear + 0.33 * b, 700.0),
        (front + 0.35 * b, 760.0),
        (front + 0.08 * b, 330.0),
        (front - 0.28 * b, 250.0),
    )
    shapes: list[Primitive] = [Path((*line, (front - 0.3 * b, -60.0)), "host-faint", False, "", tow.label)]
    shapes += [
        Circle((x, -330.0), 300.0, "host-faint", "", f"{tow.label}, {words}") for x, words in ((front, "front axle"), (rear, "rear axle"))
    ]
    if down is None or tow.front.empty is None or tow.rear.empty is None:
        return shapes, []
    ahead, behind = drawn(down, tow.ball, b)
    return shapes, [(front, tow.front.empty + ahead, "its front axle"), (rear, tow.rear.empty + behind, "its rear axle")]


def beam_view(
    host: Host, entries: Sequence[LedgerRow], loads: CarrierLoads, say: Say, more: Hurts | None = None, outlines: Sequence[Path] = ()
) -> View | None:
    """Masses as arrows down on a line over what carries them, ``outlines`` of builds behind them, what tows it ahead, over that where ``more`` would
    hurt; None while its places are unknown."""
    places = [(carrier, carrier.x) for carrier in host.carriers if carrier.x is not None]
    if len(places) < len(host.carriers):
        return None
    front, rear = places[0][1], places[-1][1]
    reach = max([rear + 900, *(e.x + 60 for e in entries if e.x is not None)])
    items: list[Primitive] = [
        kind_of(host).silhouette(host, front),
        *outlines,
        Path(((front - (700 if host.engine else 0), 0), (reach, 0)), "line"),
    ]
    for carrier, x in places:
        r, z = (300.0, -330.0) if carrier.kind == "axle" else (60.0, -90.0)
        items.append(Circle((x, z), r, "host", f"host/{carrier.id}", carrier.label.lower()))
    if host.floored:
        items.append(rect(0, 0, host.shape(FLOOR_END), 36, "host-faint", "host/bed", "bed"))
    items += _hurts(more, say) if more is not None else []
    towing, pressed = _tow(host.tow, front, loads.on.get("coupling")) if host.tow is not None else ([], [])
    items += towing
    # words over the last of the masses lean out to the right
    box = box_of([*items, Path(((front, 900), (front, -650)), "line"), Path(((reach, 0), (reach + LEAN * (reach - front), 0)), "line")])
    together = _together([e for e in entries if e.x is not None and e.group != "vehicle"], (rear - front) * 0.07)
    top = max((abs(kg) for _, _, kg in together), default=1.0)
    for name, x, kg in together:
        items.append(Arrow((x, 40), (0, -1), max(abs(kg) / top, 0.15), kg * G, f"{name} {say.mass(kg)}", "load"))
    most = max([1.0, *(abs(kg) for kg in loads.on.values()), *(kg for _, kg, _ in pressed)])
    items += [Arrow((x, -640), (0, 1), kg / most, kg * G, words) for x, kg, words in pressed]
    for carrier, x in places:
        if carrier.id in loads.on:
            held = loads.on[carrier.id]
            # what would lift must be held down
            items.append(Arrow((x, -640), (0, 1 if held >= 0 else -1), abs(held) / most, abs(held) * G, carrier.label.lower()))
    axle = places[1][1]
    base, place = host.dims[WHEELBASE], host.dims[REAR_AXLE]
    items.append(DimensionLine((front, box[1]), (axle, box[1]), "h", "below", LOW, axle - front, base.label, f"/host/dims/{WHEELBASE}"))
    items.append(DimensionLine((0, box[1]), (axle, box[1]), "h", "below", LOW + 1, axle, place.label, f"/host/dims/{REAR_AXLE}"))
    return View("beam", box, tuple(items))


def anchor_view(host: Host, study: AnchorStudy, row: AnchorCase, pulls: np.ndarray, states: Mapping[str, State]) -> View:
    """Plan of the base with every fixing, its pull (anchors,) N as a ring and its shear as an arrow."""
    items: list[Primitive] = kind_of(host).drawn(host, "plan")
    for member in study.assembly.members:
        if member.body == study.assembly.base and member.a[2] - member.shape.depth / 2 < ON_FLOOR:
            w = member.shape.width
            items.append(rect(member.a[0], member.a[1] - w / 2, member.b[0], member.a[1] + w / 2, "base", member.id, member.section.label))
    box = box_of(items)
    shear = np.hypot(row.shared.shear[:, 0], row.shared.shear[:, 1]) if len(study.bolts) else np.zeros(0)
    top = float(max(shear.max(initial=1.0), pulls.max(initial=1.0), 1.0))
    for i, anchor in enumerate(study.assembly.anchors):
        T, V = float(pulls[i]), float(shear[i])
        items.append(Circle((anchor.x, anchor.y), 16, "fixing", anchor.id, f"fixing {anchor.name}", states.get(anchor.id)))
        items.append(Label((anchor.x, anchor.y - 62), anchor.name, "middle", "", "fixing", anchor.id))
        if V > 1:
            sx, sy = row.shared.shear[i]
            items.append(Arrow((anchor.x, anchor.y), (-float(sx) / V, -float(sy) / V), V / top, V, ""))
        if T > 1:
            items.append(Circle((anchor.x, anchor.y), 16 + 60 * T / top, "force", anchor.id, f"pull {T:.0f} N"))
    return View("plan", box, tuple(items))
