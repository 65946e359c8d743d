"""The pickup bed in plan, side and rear, drawn from its numbers; what is missing is drawn at a stand-in size and tagged."""

from __future__ import annotations

from ....primitives import Circle, Label, Path, Primitive, View, box_of, rect
from ....structure.host import Host
from ...tags import SurveyTag, tag, tags

WHEEL = 390.0


def plan_shapes(host: Host) -> list[Primitive]:
    """Floor, sides, wells, gate line, holes; the front at the left, the right side up."""
    L, Wr, Wa, Wb = (
        host.shape("floor_length"),
        host.shape("width_at_rails"),
        host.shape("width_above_wells"),
        host.shape("width_between_wells"),
    )
    s, n = host.shape("well_start"), host.shape("well_length")
    wide = max(Wr, Wa) / 2
    found: list[Primitive] = [rect(0, -wide, L, wide, "host")]
    for sign in (-1, 1):
        found.append(Path(((0, sign * Wr / 2), (L, sign * Wr / 2)), "host-faint"))
        found.append(rect(s, sign * Wb / 2, s + n, sign * Wa / 2, "host", "host/wells", "wheel well"))
    to_gate, thick = host.shape("length_to_gate"), host.shape("gate_thickness")
    found.append(rect(to_gate - thick, -wide, to_gate, wide, "ghost", "host/gate", "closed gate"))
    found.append(rect(L, -wide * 0.96, L + host.shape("gate_length"), wide * 0.96, "host-faint", "host/gate", "lowered gate"))
    found += [
        Circle((hole.x, hole.y), 12, "fixing", f"host/hole/{hole.name}", f"{hole.name}, {hole.thread}") for hole in host.holes.values()
    ]
    return found


def side_shapes(host: Host) -> list[Primitive]:
    """Floor, front panel, rail, gate, wheel and a hint of the cab, seen from the left."""
    L, D = host.shape("floor_length"), host.shape("depth")
    to_gate, thick, gate = host.shape("length_to_gate"), host.shape("gate_thickness"), host.shape("gate_length")
    rise = host.shape("gate_rise")
    s, n, h = host.shape("well_start"), host.shape("well_length"), host.shape("well_height")
    found: list[Primitive] = [
        Path(((0, D), (0, 0), (L, 0)), "host"),
        Path(((0, D), (to_gate, D)), "ghost"),
        Path(((-60, -110), (L, -110), (L, 0)), "host"),
        Path(((-60, -110), (-60, D + 60), (-170, D + 430), (-330, D + 480), (-560, D + 480)), "host-faint"),
        Path(((s, 0), (s + n * 0.15, h), (s + n * 0.85, h), (s + n, 0)), "ghost", False, "host/wells", "wheel well"),
        rect(to_gate - thick, -20, to_gate, D, "ghost", "host/gate", "closed gate"),
        rect(L + 12, rise - thick, L + gate, rise, "host", "host/gate", "lowered gate"),
    ]
    for one in host.openings:
        (a, low), (b, top) = one.lo, one.hi
        u0, u1 = (a, b) if one.axis == 1 else (one.at, one.at + 40.0)
        found.append(rect(u0, low, u1, top, "ghost", f"host/{one.name}", one.name))
    axle = host.shape("axle_from_front")
    ground = -110 - WHEEL - 120
    found += [Circle((axle, ground + WHEEL), WHEEL, "host"), Circle((axle, ground + WHEEL), WHEEL * 0.55, "host-faint")]
    if host.mm("cover_height") is not None:
        z = host.shape("cover_height")
        found.append(Path(((0, z), (to_gate, z)), "host", False, "host/cover", "cover"))
    return found


def silhouette(host: Host, front_axle: float) -> Path:
    """The vehicle from its left as one faint line: bed and gate as measured, cab and bonnet in usual proportion to the front axle's place."""
    D, gate, d = host.shape("depth"), host.shape("length_to_gate"), -front_axle
    roof, bonnet = host.mm("cab_height") or D + 0.24 * d, D + 0.02 * d
    points = (
        (gate, -60),
        (gate, D),
        (-0.02 * d, D),
        (-0.06 * d, roof),
        (-0.46 * d, roof),
        (-0.68 * d, bonnet),
        (-1.26 * d, bonnet - 0.03 * d),
    )
    return Path((*points, (-1.3 * d, -60)), "host-faint", False, "", "vehicle")


def rear_shapes(host: Host) -> list[Primitive]:
    """The bed's cross-section from behind."""
    D, Wr, Wa, Wb, h = (host.shape(k) for k in ("depth", "width_at_rails", "width_above_wells", "width_between_wells", "well_height"))
    found: list[Primitive] = [Path(((-Wr / 2, D), (-Wa / 2, D * 0.8), (-Wa / 2, 0), (Wa / 2, 0), (Wa / 2, D * 0.8), (Wr / 2, D)), "host")]
    for sign in (-1, 1):
        found.append(rect(sign * Wb / 2, 0, sign * Wa / 2, h, "host", "host/wells", "wheel well"))
    for one in host.openings:
        if one.axis == 0:
            found.append(rect(one.lo[0], one.lo[1], one.hi[0], one.hi[1], "host-faint", f"host/{one.name}", one.name))
    return found


def host_views(host: Host) -> tuple[View, ...]:
    """Three views with every dimension as a tag that opens its field."""
    L, D = host.shape("floor_length"), host.shape("depth")
    Wr, Wa, Wb, h = (host.shape(k) for k in ("width_at_rails", "width_above_wells", "width_between_wells", "well_height"))
    s, n, to_gate = host.shape("well_start"), host.shape("well_length"), host.shape("length_to_gate")
    wide = max(Wr, Wa) / 2
    plan = plan_shapes(host)
    plan_dims: list[Primitive] = [
        tag(host, "well_start", (0, -wide), (s, -wide), "h", "below", 1),
        tag(host, "well_length", (s, -wide), (s + n, -wide), "h", "below", 1),
        tag(host, "floor_length", (0, -wide), (L, -wide), "h", "below", 2),
        tag(host, "length_to_gate", (0, -wide), (to_gate, -wide), "h", "below", 3),
        tag(host, "gate_length", (L, wide), (L + host.shape("gate_length"), wide), "h", "above", 1),
        tag(host, "width_between_wells", (s + n * 0.5, -Wb / 2), (s + n * 0.5, Wb / 2), "v", "left", 1),
        tag(host, "width_above_wells", (0, -Wa / 2), (0, Wa / 2), "v", "left", 2),
        tag(host, "track", (0, -host.shape("track") / 2), (0, host.shape("track") / 2), "v", "left", 3),
    ]
    side = side_shapes(host)
    axle, ground = host.shape("axle_from_front"), -110 - WHEEL - 120
    side_dims: list[Primitive] = [
        tag(host, "depth", (to_gate, 0), (to_gate, D), "v", "right", 2),
        tag(host, "well_height", (s + n, 0), (s + n, h), "v", "right", 1),
        tag(host, "axle_from_front", (0, ground), (axle, ground), "h", "below", 1),
        tag(host, "wheelbase", (axle - host.shape("wheelbase"), ground), (axle, ground), "h", "below", 2),
        tag(host, "gate_thickness", (to_gate - host.shape("gate_thickness"), D), (to_gate, D), "h", "above", 1),
        tag(
            host, "gate_rise", (L + host.shape("gate_length"), 0), (L + host.shape("gate_length"), host.shape("gate_rise")), "v", "right", 1
        ),
        tag(host, "cover_height", (0, 0), (0, host.shape("cover_height")), "v", "left", 1),
        tag(host, "cab_height", (-200, 0), (-200, host.shape("cab_height")), "v", "left", 3),
        tag(host, "floor_thickness", (0, -host.shape("floor_thickness")), (0, 0), "v", "left", 2),
    ]
    rear = rear_shapes(host)
    rear_dims: list[Primitive] = [
        tag(host, "width_between_wells", (-Wb / 2, 0), (Wb / 2, 0), "h", "below", 1),
        tag(host, "width_above_wells", (-Wa / 2, 0), (Wa / 2, 0), "h", "below", 2),
        tag(host, "width_at_rails", (-Wr / 2, D), (Wr / 2, D), "h", "above", 1),
        tag(host, "well_height", (Wb / 2, 0), (Wb / 2, h), "v", "right", 1),
        tag(host, "depth", (Wr / 2, 0), (Wr / 2, D), "v", "right", 2),
    ]
    high, half = host.shape("hatch_height"), host.shape("hatch_width") / 2
    start, clear = host.shape("window_start"), host.shape("window_width")
    rear_dims += tags(
        host,
        SurveyTag("hatch_width", (-half, high), (half, high), "h", "above", 2),
        SurveyTag("hatch_height", (-half, 0), (-half, high), "v", "left", 1),
    )
    side_dims += tags(
        host,
        SurveyTag("window_start", (0, D), (start, D), "h", "above", 2),
        SurveyTag("window_width", (start, D), (start + clear, D), "h", "above", 2),
        SurveyTag("window_height", (start, D), (start, D + host.shape("window_height")), "v", "left", 3),
    )
    names = Label((L / 2, 0), "bed floor, front at the left")
    return (
        View("plan", box_of(plan), (*plan, names, *plan_dims)),
        View("side", box_of(side), (*side, *side_dims)),
        View("rear", box_of(rear), (*rear, *rear_dims)),
    )
