"""Do doors, gate, hatch and a folded seat's back open and close past what stands there on the road, and past a rack behind them."""

from __future__ import annotations

import math
from collections.abc import Iterator
from dataclasses import replace

import numpy as np

from ...finding import COMMON_PRACTICE, Finding, Working, unknown
from ...mechanics.space.boxes import Boxes, joined, upright, within
from ...structure.check import JobCheck
from ...structure.context import Context
from ...structure.host import GATE_OUTSIDE, LOWERED_GATE, Leaf, Solid
from ...structure.nouns.pose import turned_about
from ...structure.standing.setting import scene_travels, setting_at
from ..space.bodies import Body, bodies_at, on_floor

TOUCH = 2.0
"""mm that a leaf may brush against."""
OUTSIDE = 60.0
"""mm of a closed rear whose length was measured to its inner face (common practice, no published source)."""
DEEP = 600.0
"""mm that a rack reaches back: all that opens past its front meets it anyway."""


def way_of(leaf: Leaf) -> Boxes:
    """A leaf from where it stands to where it has turned to, so often that its outer edge never goes farther than it is thick between two."""
    ends = np.array(np.meshgrid(*zip(leaf.lo, leaf.hi, strict=True))).reshape(3, -1).T - np.array(leaf.pivot)
    axis = np.array(leaf.axis)
    reach = float(np.linalg.norm(ends - np.outer(ends @ axis, axis), axis=1).max())
    thick = min(b - a for a, b in zip(leaf.lo, leaf.hi, strict=True))
    steps = max(math.ceil(math.radians(leaf.degrees) * reach / max(thick, 1.0)), 1)
    home = upright([leaf.lo], [leaf.hi])
    middle = tuple(float(v) for v in home.centre[0])
    found = []
    for k in range(steps + 1):
        turn = leaf.degrees * k / steps
        pose = turned_about(leaf.pivot, leaf.axis, turn)
        found.append(Boxes(np.array([pose.at((middle[0], middle[1], middle[2]))]), pose.R.T[None], home.half))
    return joined(found)


def rack_box(context: Context) -> tuple[Solid | None, tuple[str, ...]]:
    """The rack behind the closed rear, and what is not known of it; nothing of it where there is none."""
    rack, host = context.design.host.rack, context.host
    if rack is None:
        return None, ()
    lacking = [
        name for name, value in (("its underside", rack.low), ("its top", rack.high), ("how wide it is", rack.wide)) if value is None
    ]
    L = host.mm(GATE_OUTSIDE)
    if L is None:
        lacking.append(host.dims[GATE_OUTSIDE].label.lower())
    if rack.low is None or rack.high is None or rack.wide is None or L is None:
        return None, tuple(lacking)
    front = L + (0.0 if "gate_thickness" in host.dims else OUTSIDE) + rack.off.mm + (rack.extension.mm if rack.extension else 0.0)
    half = rack.wide.mm / 2
    return Solid("rack on the hitch", (front, -half, rack.low.mm), (front + DEEP, half, rack.high.mm)), ()


def check_leaves(context: Context) -> Iterator[Finding]:
    """One finding a leaf. The lowered gate and the rack have their own (``rack``)."""
    yield from _unsaid(context)
    if not context.host.leaves:
        return
    standing: list[Body] = [*on_floor(context)]
    for build in context.builds:
        standing += bodies_at(context, build, setting_at(build, scene_travels(build, "driving")))
    rack, lacking = rack_box(context)
    for leaf in context.host.leaves:
        own = LOWERED_GATE in context.host.dims and leaf.axis[1] > 0
        behind = _rear(leaf) and not own
        rows = list(standing)
        if behind and rack is not None:
            rows.append(Body("host/rack", rack.name, upright([rack.lo], [rack.hi])))
        found = _finding(context, leaf, rows, lacking if behind else ())
        yield _near_rack(context, leaf, rack, found) if behind and rack is not None and found.state == "holds" else found


def _rear(leaf: Leaf) -> bool:
    """Whether a leaf stands across the vehicle, at its rear."""
    return not leaf.seat and leaf.hi[0] - leaf.lo[0] < leaf.hi[1] - leaf.lo[1]


def _near_rack(context: Context, leaf: Leaf, rack: Solid, found: Finding) -> Finding:
    """A leaf that passes a rack by less than what it was drawn from is sure of says what to measure first."""
    host = context.host
    roles = [GATE_OUTSIDE, *(role for one in host.openings if leaf.name.startswith(one.name) for role in one.roles)]
    loose = [host.dims[role] for role in roles if host.dims[role].state == "typical"]
    slack = sum(taken.tolerance for taken in loose)
    if not loose or not len(within(way_of(leaf), upright([rack.lo], [rack.hi]), slack)[0]):
        return found
    names = ", ".join(taken.label.lower() for taken in loose)
    text = f"It passes the rack on the hitch, but by less than typical figures are sure of. Measure first: {names}."
    hangs = tuple(taken.name for taken in loose)
    return replace(found, sentence=text, state="unknown", use=None, missing=hangs, hangs_on=hangs)


def _unsaid(context: Context) -> Iterator[Finding]:
    """A rack behind a rear opening of which nobody said how its door hangs."""
    host = context.host
    behind = [one for one in host.openings if one.axis == 0 and one.sign > 0]
    if context.design.host.rack is None or not behind or any(_rear(leaf) for leaf in host.leaves):
        return
    text = f"How the {behind[0].name} hangs is not said: choose it on Measure, then it is known whether it meets the rack on the hitch."
    yield Finding(
        "host/leaf.rear", "fit.leaf", "frame", ("host",), f"{behind[0].name[:1].upper()}{behind[0].name[1:]} opens and closes", text, "unknown",
        missing=("how the rear hangs",), basis=COMMON_PRACTICE,
    )  # fmt: skip


def _finding(context: Context, leaf: Leaf, rows: list[Body], lacking: tuple[str, ...]) -> Finding:
    title = f"{leaf.name[:1].upper()}{leaf.name[1:]} {'goes up' if leaf.seat else 'opens and closes'}"
    blank = Finding(
        f"host/leaf.{leaf.name.replace(', ', '.').replace(' ', '-')}", "fit.leaf", "frame", ("host",), title, "", "unknown", unit="deg",
        minimum=True, basis=COMMON_PRACTICE,
    )  # fmt: skip
    missing = tuple(dict.fromkeys((*leaf.missing, *(name for name in (GATE_OUTSIDE,) if context.host.mm(name) is None))))
    if missing:
        names = ", ".join(context.host.dims[role].label.lower() for role in missing)
        return replace(blank, sentence=f"Not known until measured: {names}.", missing=missing)
    way, w = way_of(leaf), Working()
    w.given("n", len(way), "", f"places on its way of {leaf.degrees:.0f}°, nowhere farther apart than it is thick")
    met: tuple[int, Body] | None = None
    if rows:
        owners = [row for row in rows for _ in range(len(row.boxes))]
        i, j, _ = within(way, joined(row.boxes for row in rows), -TOUCH)
        if len(i):
            first = int(np.argmin(i))
            met = int(i[first]), owners[int(j[first])]
    if met is not None:
        opened = w.given(
            "a", leaf.degrees * max(met[0] - 1, 0) / max(len(way) - 1, 1), "deg", f"as far as it goes before the {met[1].name}"
        )
        words = f"It meets the {met[1].name}" + (" where it is shut." if met[0] == 0 else f" after {opened:.0f}° of {leaf.degrees:.0f}.")
        if leaf.seat:
            words = f"It stays folded: on its way up it meets the {met[1].name}."
            return replace(blank, sentence=words, state="note", parts=(met[1].part,), demand=opened, limit=leaf.degrees, working=w.done())
        return replace(
            blank, sentence=words, state="over", use=2.0, parts=(met[1].part,), demand=opened, limit=leaf.degrees, working=w.done()
        )
    if lacking:
        text = f"Whether it meets the rack on the hitch is not known until measured: {', '.join(lacking)}."
        return unknown(replace(blank, sentence=text, working=w.done()), *(f"rack: {name}" for name in lacking))
    words = "Nothing that stands there on the road is in its way" + ("." if leaf.seat else ", open or shut.")
    return replace(blank, sentence=words, state="holds", use=0.0, demand=leaf.degrees, limit=leaf.degrees, working=w.done())


CHECKS = (JobCheck(check_leaves, "room"),)
