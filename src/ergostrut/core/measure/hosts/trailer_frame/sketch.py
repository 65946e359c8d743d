"""A trailer's frame in plan, side and rear, drawn from its numbers; what is missing is drawn at a stand-in size and tagged."""

from __future__ import annotations

from ....primitives import Circle, Label, Path, Primitive, View, box_of, rect
from ....structure.host import RAIL_END, SPREAD, Host
from ...mounts import mounts_drawn, solids_drawn
from ...tags import SurveyTag, tags

BALL = 50.0
"""mm across the ball that it couples to, as drawn (typical)."""


def _ball(host: Host) -> float:
    return host.shape("axle_from_front") - host.shape("wheelbase")


def plan_shapes(host: Host) -> list[Primitive]:
    """Rails, cross members at the ends, a drawbar to the ball, tyres, mounts; the front at the left, the right side up."""
    half, ball, L = host.shape("rail_width") / 2, _ball(host), host.shape("rail_end")
    coupling = Circle((ball, 0.0), BALL / 2, "host", "host/coupling", "coupling")
    if RAIL_END not in host.dims:
        return [*solids_drawn(host, 0, 1), coupling, *mounts_drawn(host, 0, 1)]
    bar = Path(((0.0, -half), (ball, 0.0), (0.0, half)), "host", False, "host/drawbar", "drawbar")
    ends: list[Primitive] = [Path(((x, -half), (x, half)), "host-faint", False) for x in (0.0, L)]
    return [*solids_drawn(host, 0, 1), *ends, bar, coupling, *mounts_drawn(host, 0, 1)]


def side_shapes(host: Host) -> list[Primitive]:
    """Rail, drawbar, wheels and the ground, seen from the left."""
    L, h, ground, ball = host.shape("rail_end"), host.shape("rail_depth"), host.shape("rail_ground"), _ball(host)
    x, d = host.shape("axle_from_front"), host.shape("tyre_diameter")
    hubs = (x, x + host.shape(SPREAD)) if SPREAD in host.dims else (x,)
    rails: list[Primitive] = [
        rect(0, -h, L, 0, "host", "host/rail", "frame rail"),
        rect(ball, -h, 0, -h * 0.2, "host", "host/drawbar", "drawbar"),
    ]
    found: list[Primitive] = [
        *(rails if RAIL_END in host.dims else ()),
        Path(((ball - 300, -ground), (L + 300, -ground)), "host-faint", False, "", "ground"),
    ]
    for at in hubs:
        found += [Circle((at, d / 2 - ground), d / 2, "host", "host/wheel", "wheel"), Circle((at, d / 2 - ground), d * 0.28, "host-faint")]
        top = host.shape("tyre_top")
        found.append(Path(((at - d / 2, top), (at + d / 2, top)), "ghost", False, "host/tyre", "tyre's top at full travel"))
    return found + mounts_drawn(host, 0, 2)


def rear_shapes(host: Host) -> list[Primitive]:
    """Rails and tyres, from behind."""
    return [*solids_drawn(host, 1, 2), *mounts_drawn(host, 1, 2)]


def silhouette(host: Host, coupling: float) -> Path:
    """Rails as measured and the drawbar to its coupling, as one faint line."""
    L, h = host.shape("rail_end"), host.shape("rail_depth")
    if RAIL_END not in host.dims:
        return Path(((L, 0.0), (coupling, 0.0)), "host-faint", False, "", "trailer")
    points = ((L, -h), (L, 0.0), (0.0, 0.0), (0.0, -h * 0.2), (coupling, -h * 0.2), (coupling, -h))
    return Path((*points, (L, -h)), "host-faint", False, "", "trailer")


def host_views(host: Host) -> tuple[View, ...]:
    """Three views with every dimension as a tag that opens its field."""
    L, W, h, b = (host.shape(name) for name in ("rail_end", "rail_width", "rail_depth", "rail_flange"))
    x, d, top, w, track, ground = (
        host.shape(n) for n in ("axle_from_front", "tyre_diameter", "tyre_top", "tyre_width", "track", "rail_ground")
    )
    ball, plan, side, rear = _ball(host), plan_shapes(host), side_shapes(host), rear_shapes(host)
    wide, rails = max(W, track + w) / 2, RAIL_END in host.dims
    spread = (SurveyTag("axle_spread", (x, -wide), (x + host.shape(SPREAD), -wide), "h", "below", 1),) if SPREAD in host.dims else ()
    plan_dims = tags(
        host,
        SurveyTag("axle_from_front", (0, -wide), (x, -wide), "h", "below", 1),
        *spread,
        *((SurveyTag("rail_end", (0, -wide), (L, -wide), "h", "below", 2),) if rails else ()),
        SurveyTag("wheelbase", (ball, -wide), (x, -wide), "h", "below", 3),
        SurveyTag("tyre_diameter", (x - d / 2, wide), (x + d / 2, wide), "h", "above", 1),
        *((SurveyTag("rail_width", (L, -W / 2), (L, W / 2), "v", "right", 1),) if rails else ()),
        SurveyTag("track", (x, -track / 2), (x, track / 2), "v", "right", 2),
    )
    side_dims = tags(
        host,
        SurveyTag("tyre_top", (x + d / 2, 0), (x + d / 2, top), "v", "right", 1),
        *((SurveyTag("rail_depth", (L, -h), (L, 0), "v", "right", 2),) if rails else ()),
        SurveyTag("rail_ground", (L, -ground), (L, 0), "v", "right", 3),
    )
    rear_dims = tags(
        host,
        *((SurveyTag("rail_flange", (W / 2 - b, 0), (W / 2, 0), "h", "above", 1),) if rails else ()),
        SurveyTag("tyre_width", ((track - w) / 2, top - d), ((track + w) / 2, top - d), "h", "below", 1),
    )
    return (
        View(
            "plan",
            box_of(plan),
            (
                *plan,
                Label((L / 2, 0), "trailer's frame, coupling at the left" if rails else "axles and coupling; the frame is a build"),
                *plan_dims,
            ),
        ),
        View("side", box_of(side), (*side, *side_dims)),
        View("rear", box_of(rear), (*rear, *rear_dims)),
    )
