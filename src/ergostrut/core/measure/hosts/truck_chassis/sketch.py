"""A bare chassis in plan, side and rear, drawn from its numbers; what is missing is drawn at a stand-in size and tagged."""

from __future__ import annotations

from ....primitives import Circle, Label, Path, Primitive, View, box_of, rect
from ....structure.host import Host
from ...mounts import mounts_drawn, solids_drawn
from ...tags import SurveyTag, tags


def plan_shapes(host: Host) -> list[Primitive]:
    """Rails, tyres, the cab's back, mounts; the front at the left, the right side up."""
    half = host.shape("cab_width") / 2
    return [*solids_drawn(host, 0, 1), rect(-60.0, -half, 0.0, half, "host", "host/cab", "back of the cab"), *mounts_drawn(host, 0, 1)]


def side_shapes(host: Host) -> list[Primitive]:
    """Cab, rail and wheel, seen from the left."""
    L, h, roof, ground = (host.shape(name) for name in ("rail_end", "rail_depth", "cab_height", "rail_ground"))
    x, d = host.shape("axle_from_front"), host.shape("tyre_diameter")
    found: list[Primitive] = [
        Path(((0, -h), (0, roof), (-700, roof), (-1050, roof * 0.5), (-1500, roof * 0.45)), "host", False, "host/cab", "cab"),
        rect(0, -h, L, 0, "host", "host/rail", "frame rail"),
        Circle((x, d / 2 - ground), d / 2, "host", "host/wheel", "rear wheel"),
        Circle((x, d / 2 - ground), d * 0.28, "host-faint"),
        Path(((-600, -ground), (L + 400, -ground)), "host-faint", False, "", "ground"),
        Path(
            ((x - d / 2, host.shape("tyre_top")), (x + d / 2, host.shape("tyre_top"))),
            "ghost",
            False,
            "host/tyre",
            "tyre's top at full travel",
        ),
    ]
    if host.mm("light_height") is not None:
        z = host.shape("light_height")
        found.append(rect(-12, z, 0, z + 45, "host", "host/light", "third brake light"))
    return found + mounts_drawn(host, 0, 2)


def rear_shapes(host: Host) -> list[Primitive]:
    """Rails, tyres and the cab behind them, from behind."""
    half, roof, h = host.shape("cab_width") / 2, host.shape("cab_height"), host.shape("rail_depth")
    cab = rect(-half, -h, half, roof, "host-faint", "host/cab", "cab")
    return [cab, *solids_drawn(host, 1, 2), *mounts_drawn(host, 1, 2)]


def silhouette(host: Host, front_axle: float) -> Path:
    """The vehicle from its left as one faint line: rails as measured, cab as high as measured, bonnet in usual proportion to the front axle's place."""
    L, roof, d = host.shape("rail_end"), host.shape("cab_height"), -front_axle
    points = ((L, -60), (L, 0), (0.0, 0.0), (0.0, roof), (-0.4 * d, roof), (-0.62 * d, roof * 0.5), (-1.2 * d, roof * 0.42))
    return Path((*points, (-1.25 * d, -60)), "host-faint", False, "", "vehicle")


def host_views(host: Host) -> tuple[View, ...]:
    """Three views with every dimension as a tag that opens its field."""
    L, W, h, b = (host.shape(name) for name in ("rail_end", "rail_width", "rail_depth", "rail_flange"))
    roof, ground, light = (host.shape(name) for name in ("cab_height", "rail_ground", "light_height"))
    x, d, top, w, track = (host.shape(name) for name in ("axle_from_front", "tyre_diameter", "tyre_top", "tyre_width", "track"))
    cab, plan, side, rear = host.shape("cab_width"), plan_shapes(host), side_shapes(host), rear_shapes(host)
    wide = max(cab, track + w) / 2
    plan_dims = tags(
        host,
        SurveyTag("axle_from_front", (0, -wide), (x, -wide), "h", "below", 1),
        SurveyTag("rail_end", (0, -wide), (L, -wide), "h", "below", 2),
        SurveyTag("tyre_diameter", (x - d / 2, wide), (x + d / 2, wide), "h", "above", 1),
        SurveyTag("cab_width", (-60, -cab / 2), (-60, cab / 2), "v", "left", 1),
        SurveyTag("rail_width", (L, -W / 2), (L, W / 2), "v", "right", 1),
        SurveyTag("track", (x, -track / 2), (x, track / 2), "v", "right", 2),
    )
    side_dims = tags(
        host,
        SurveyTag("cab_height", (0, 0), (0, roof), "v", "right", 1),
        SurveyTag("light_height", (0, 0), (0, light), "v", "left", 1),
        SurveyTag("tyre_top", (x + d / 2, 0), (x + d / 2, top), "v", "right", 1),
        SurveyTag("rail_depth", (L, -h), (L, 0), "v", "right", 2),
        SurveyTag("rail_ground", (L, -ground), (L, 0), "v", "right", 3),
        SurveyTag("wheelbase", (x - host.shape("wheelbase"), -ground), (x, -ground), "h", "below", 1),
    )
    rear_dims = tags(
        host,
        SurveyTag("rail_flange", (W / 2 - b, 0), (W / 2, 0), "h", "above", 1),
        SurveyTag("frame_twist", (-W / 2, 0), (W / 2, 0), "h", "above", 2),
        SurveyTag("tyre_width", ((track - w) / 2, top - d), ((track + w) / 2, top - d), "h", "below", 1),
    )
    return (
        View("plan", box_of(plan), (*plan, Label((L / 2, 0), "frame rails, cab at the left"), *plan_dims)),
        View("side", box_of(side), (*side, *side_dims)),
        View("rear", box_of(rear), (*rear, *rear_dims)),
    )
