"""A closed load space in plan, side and rear, drawn from its numbers, for every kind of host that has one; what is missing is drawn at a
stand-in size and tagged."""

from __future__ import annotations

import math

from ..primitives import Circle, Label, Path, Point2, Primitive, View, box_of, rect
from ..structure.host import SPREAD, Host, half_width, inset
from .tags import SurveyTag, tags

WHEEL = 340.0
GROUND = -560.0
"""Height of the road under the load floor as drawn."""


def _profile(host: Host) -> list[Point2]:
    """(half width, height) of the right wall from the floor to the roof."""
    roof = host.shape("cover_height")
    half = host.shape("width_above_wells") / 2
    rows = [(half, z) for z, half in host.walls or () if z < roof] or [(half, 0.0), (half, roof * 0.9)]
    if rows[0][1] > 0:
        rows = [(rows[0][0], 0.0), *rows]
    top = half_width(host.walls, roof) if host.walls else rows[-1][0]
    return [*rows, (min(top, rows[-1][0]) if rows[-1][1] < roof else top, roof)]


def _rows(host: Host, u: int, v: int, faces: tuple[str, ...]) -> list[Primitive]:
    """Fixing points on these faces; a track and a rib as a line."""
    found = list[Primitive]()
    for row in host.rows.values():
        if row.face not in faces:
            continue
        title = f"{row.name}, {row.kind}"
        points = [(spot[u], spot[v]) for spot in row.spots]
        if row.kind == "track" and len(points) > 1:
            found.append(Path((points[0], points[-1]), "line", False, f"host/row/{row.name}", title))
        elif row.kind == "roof members" and (u, v) == (0, 1):
            half = _profile(host)[-1][0]
            found += [Path(((x, -half), (x, half)), "host-faint", False, f"host/row/{row.name}", title) for x, _ in points]
        elif row.kind in ("ribs", "studs") and (u, v) == (0, 2):
            found += [
                Path(((x, 0), (x, host.shape("cover_height"))), "host-faint", False, f"host/row/{row.name}", title) for x, _ in points
            ]
        else:
            found += [Circle(point, 10, "fixing", f"host/row/{row.name}", title) for point in points]
    return found


def plan_shapes(host: Host) -> list[Primitive]:
    """Floor, widest and roof line of the walls, wheel boxes, bulkhead, doors; the front at the left, the right side up."""
    L, rear = host.shape("floor_length"), host.shape("length_to_gate")
    profile = _profile(host)
    wide, top, floor = max(half for half, _ in profile), profile[-1][0], profile[0][0]
    s, n, wells = host.shape("well_start"), host.shape("well_length"), host.shape("width_between_wells") / 2
    found: list[Primitive] = [Path((*_wall(host, -floor, L), *reversed(_wall(host, floor, L)), (0, -floor)), "host")]
    for sign in (-1, 1):
        found.append(Path(_wall(host, sign * wide, rear), "host"))
        found.append(Path(_wall(host, sign * top, rear), "host-faint"))
        if _wells(host):
            found.append(rect(s, sign * wells, s + n, sign * floor, "host", "host/wells", "wheel box"))
    for one in host.openings:
        (a, _), (b, _) = one.lo, one.hi
        at = (one.at, one.at + 45 * one.sign) if one.axis == 0 else (one.sign * wide, one.sign * (wide + 45))
        u0, v0, u1, v1 = (at[0], a, at[1], b) if one.axis == 0 else (a, at[0], b, at[1])
        found.append(rect(min(u0, u1), min(v0, v1), max(u0, u1), max(v0, v1), "ghost", f"host/{one.name}", one.name))
    found += _beside(host, 0, 1)
    found += _bulkhead(host, [(-28.0, -wide), (0.0, wide)])
    found += [
        Circle((hole.x, hole.y), 12, "fixing", f"host/hole/{hole.name}", f"{hole.name}, {hole.thread}") for hole in host.holes.values()
    ]
    return found + _rows(host, 0, 1, ("floor", "roof", "front wall", "rear wall"))


def _wall(host: Host, y: float, end: float) -> tuple[Point2, ...]:
    """A wall's line from the front to an end, drawn in where it stands further in."""
    xs = [0.0, *(x for x, _ in host.along if 0 < x < end), end]
    return tuple((x, math.copysign(max(abs(y) - inset(host.along, x), 0.0), y)) for x in xs)


def _wells(host: Host) -> bool:
    """Whether wheel boxes are drawn: measured, or still to be."""
    return any(name in host.dims and (host.dims[name].mm is not None or not host.dims[name].optional) for name in ("well_height",))


def _beside(host: Host, u: int, v: int) -> list[Primitive]:
    """What else its kind knows to stand in it: seats."""
    return [
        rect(box.lo[u], box.lo[v], box.hi[u], box.hi[v], "host", f"host/{box.name}", box.name)
        for box in host.solids
        if not box.name.endswith("wheel well")
    ]


def _bulkhead(host: Host, corners: list[Point2]) -> list[Primitive]:
    if host.words.get("bulkhead", "solid") == "none":
        return []
    (u0, v0), (u1, v1) = corners
    title = "bulkhead with a door" if host.words.get("bulkhead") == "with a door" else host.words.get("front", "bulkhead")
    return [rect(u0, v0, u1, v1, "host", "host/bulkhead", title)]


def side_shapes(host: Host) -> list[Primitive]:
    """Floor, roof, bulkhead, doors and wheels, seen from the left."""
    L, rear, roof = host.shape("floor_length"), host.shape("length_to_gate"), host.shape("cover_height")
    s, n, h = host.shape("well_start"), host.shape("well_length"), host.shape("well_height")
    axle = host.shape("axle_from_front")
    found: list[Primitive] = [
        Path(((0, 0), (L, 0)), "host"),
        Path(((0, roof), (rear, roof)), "host"),
        Path(((-60, roof + 70), (rear + 30, roof + 70), (rear + 60, roof), (rear + 60, -120), (-60, -120)), "host-faint"),
    ]
    if host.words.get("ahead") != "nothing":
        found.append(Path(((-60, roof + 70), (-700, roof * 0.98), (-1050, roof * 0.52)), "host-faint"))
    if _wells(host):
        found.append(Path(((s, 0), (s + n * 0.12, h), (s + n * 0.88, h), (s + n, 0)), "ghost", False, "host/wells", "wheel box"))
    for one in host.openings:
        (a, low), (b, high) = one.lo, one.hi
        u0, u1 = (a, b) if one.axis == 1 else sorted((one.at, one.at + 40.0 * one.sign))
        found.append(rect(u0, low, u1, high, "ghost", f"host/{one.name}", one.name))
    found += _beside(host, 0, 2)
    found += _bulkhead(host, [(-28.0, 0.0), (0.0, roof)])
    for x in (axle, *((axle + host.shape(SPREAD),) if SPREAD in host.dims else ())):
        found += [Circle((x, GROUND + WHEEL), WHEEL, "host"), Circle((x, GROUND + WHEEL), WHEEL * 0.55, "host-faint")]
    return found + _rows(host, 0, 2, ("left wall", "right wall"))


def rear_shapes(host: Host) -> list[Primitive]:
    """The load space's cross-section from behind, walls as measured."""
    profile = _profile(host)
    wells, h, floor = host.shape("width_between_wells") / 2, host.shape("well_height"), profile[0][0]
    left = [(-half, z) for half, z in reversed(profile)]
    found: list[Primitive] = [Path((*left, *profile, left[0]), "host")]
    for sign in (-1, 1) if _wells(host) else ():
        found.append(rect(sign * wells, 0, sign * floor, h, "host", "host/wells", "wheel box"))
    for one in host.openings:
        if one.axis == 0 and one.sign > 0:
            found.append(rect(one.lo[0], one.lo[1], one.hi[0], one.hi[1], "host-faint", f"host/{one.name}", one.name))
    found += _beside(host, 1, 2)
    return found + _rows(host, 1, 2, ("left wall", "right wall", "front wall", "rear wall"))


def silhouette(host: Host, front_axle: float) -> Path:
    """The vehicle from its left as one faint line: load space as measured, cab and bonnet in usual proportion to the front axle's place."""
    if host.called == "trailer":
        return _drawbar(host, front_axle)
    roof, rear, d = host.shape("cover_height") + 70, host.shape("length_to_gate") + 60, -front_axle
    points = ((rear, -60), (rear, roof), (-0.3 * d, roof), (-0.75 * d, roof * 0.95), (-1.15 * d, roof * 0.5), (-1.45 * d, roof * 0.4))
    return Path((*points, (-1.5 * d, -60)), "host-faint", False, "", "vehicle")


def _drawbar(host: Host, coupling: float) -> Path:
    """A box as measured, a drawbar from under it to the coupling."""
    roof, rear = host.shape("cover_height") + 70, host.shape("length_to_gate") + 60
    points = ((rear, -60), (rear, roof), (0.0, roof), (0.0, -60), (coupling, -60), (coupling, -120), (rear, -120), (rear, -60))
    return Path(points, "host-faint", False, "", "trailer")


def host_views(host: Host) -> tuple[View, ...]:
    """Three views with every dimension as a tag that opens its field."""
    L, rear, roof = host.shape("floor_length"), host.shape("length_to_gate"), host.shape("cover_height")
    Wa, Wb, h = host.shape("width_above_wells"), host.shape("width_between_wells"), host.shape("well_height")
    s, n, wide = host.shape("well_start"), host.shape("well_length"), max(half for half, _ in _profile(host))
    a, door, axle = host.shape("side_door_start"), host.shape("side_door_width"), host.shape("axle_from_front")
    plan, side, back = plan_shapes(host), side_shapes(host), rear_shapes(host)
    half, high = host.shape("rear_door_width") / 2, host.shape("rear_door_height")
    plan_dims = tags(
        host,
        SurveyTag("well_start", (0, -wide), (s, -wide), "h", "below", 1),
        SurveyTag("well_length", (s, -wide), (s + n, -wide), "h", "below", 1),
        SurveyTag("floor_length", (0, -wide), (L, -wide), "h", "below", 2),
        SurveyTag("length_to_gate", (0, -wide), (rear, -wide), "h", "below", 3),
        SurveyTag("side_door_start", (0, wide), (a, wide), "h", "above", 1),
        SurveyTag("side_door_width", (a, wide), (a + door, wide), "h", "above", 2),
        SurveyTag("width_between_wells", (s + n * 0.5, -Wb / 2), (s + n * 0.5, Wb / 2), "v", "left", 1),
        SurveyTag("width_above_wells", (0, -Wa / 2), (0, Wa / 2), "v", "left", 2),
        SurveyTag("track", (0, -host.shape("track") / 2), (0, host.shape("track") / 2), "v", "left", 3),
        SurveyTag("rear_door_width", (rear, -half), (rear, half), "v", "right", 1),
        SurveyTag("seat_reach", (0, 0), (host.shape("seat_reach"), 0), "h", "above", 1),
        SurveyTag("front_travel", (0, 0), (host.shape("front_travel"), 0), "h", "above", 2),
    )
    side_dims = tags(
        host,
        SurveyTag("cover_height", (rear, 0), (rear, roof), "v", "right", 2),
        SurveyTag("rear_door_height", (rear, 0), (rear, high), "v", "right", 1),
        SurveyTag("well_height", (s + n, 0), (s + n, h), "v", "right", 1),
        SurveyTag("seat_height", (host.shape("seat_reach"), 0), (host.shape("seat_reach"), host.shape("seat_height")), "v", "right", 2),
        SurveyTag("front_height", (0, roof - host.shape("front_height")), (0, roof), "v", "left", 2),
        SurveyTag("bulkhead_height", (0, 0), (0, host.shape("bulkhead_height")), "v", "left", 2),
        SurveyTag("side_door_height", (a, 0), (a, host.shape("side_door_height")), "v", "left", 1),
        SurveyTag("floor_thickness", (0, -host.shape("floor_thickness")), (0, 0), "v", "left", 2),
        SurveyTag("axle_from_front", (0, GROUND), (axle, GROUND), "h", "below", 1),
        SurveyTag("wheelbase", (axle - host.shape("wheelbase"), GROUND), (axle, GROUND), "h", "below", 2),
        SurveyTag("axle_spread", (axle, GROUND), (axle + host.shape("axle_spread"), GROUND), "h", "below", 1),
    )
    rear_dims = tags(
        host,
        SurveyTag("width_between_wells", (-Wb / 2, 0), (Wb / 2, 0), "h", "below", 1),
        SurveyTag("width_above_wells", (-Wa / 2, 0), (Wa / 2, 0), "h", "below", 2),
        SurveyTag("rear_door_width", (-half, high), (half, high), "h", "above", 1),
        SurveyTag("door_sill", (-half, 0), (-half, host.shape("door_sill")), "v", "left", 1),
        SurveyTag("bulkhead_width", (-host.shape("bulkhead_width") / 2, high), (host.shape("bulkhead_width") / 2, high), "h", "above", 2),
        SurveyTag("front_width", (-host.shape("front_width") / 2, high), (host.shape("front_width") / 2, high), "h", "above", 2),
        SurveyTag("well_height", (Wb / 2, 0), (Wb / 2, h), "v", "right", 1),
        SurveyTag("cover_height", (Wa / 2, 0), (Wa / 2, roof), "v", "right", 2),
    )
    return (
        View("plan", box_of(plan), (*plan, Label((L / 2, 0), "load floor, front at the left"), *plan_dims)),
        View("side", box_of(side), (*side, *side_dims)),
        View("rear", box_of(back), (*back, *rear_dims)),
    )
