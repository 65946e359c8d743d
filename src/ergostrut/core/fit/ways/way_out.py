"""How everybody who sleeps there gets out at night: past what then stands, by what opens from inside, over nobody."""

from __future__ import annotations

import itertools
import math
from collections.abc import Iterator, Sequence
from dataclasses import dataclass, replace

from ...document.load import Person
from ...finding import COMMON_PRACTICE, Finding, Working, at_least
from ...mechanics.space.passage import Corners, Waypoint, passage
from ...structure.assembly import Assembly
from ...structure.check import JobCheck
from ...structure.context import Context
from ...structure.host import Opening
from ...structure.nouns.parts import Surface
from ...structure.standing.posed import poses_of
from ...structure.standing.setting import scene_travels, setting_at
from ..people.headroom import LIES
from ..space.bodies import bodies_at, on_floor
from ..space.straps import straps_at
from .hull import Hull, hull_of
from .insides import Inside, beds_in, insides, under_others
from .treads import largest_step

ROOM = 100.0
"""mm: half of what feet need beside somebody who lies there; shoulders pass over him (common practice, no published source)."""
WIDTHS = (700.0, 600.0, 550.0, 500.0, 450.0, 400.0, 350.0, 300.0)
HEIGHTS = (900.0, 750.0, 600.0, 500.0, 450.0, 400.0, 350.0)
NEED, WANT = 400.0, 550.0
"""mm of width and height that somebody gets through with effort, and with ease (common practice, no published source)."""
OVERHEAD = 3000.0
"""mm over somebody who lies there through which the way leads over him."""
STEP = 400.0
"""mm that a step down in the dark should not be more than (common practice, no published source)."""
CAUTION = "Everybody must get out by himself, in the dark and in smoke: try it with everything stowed for the night. Fit a smoke and a carbon monoxide alarm."


@dataclass(frozen=True)
class WayOut:
    """One sleeper's way: poses from the exit back to the bed, its least width and height, mm, and who is climbed over."""

    person: Person
    door: str
    poses: tuple[Waypoint, ...]
    wide: float
    high: float
    over: tuple[str, ...]
    step: float = 0.0
    """mm: the largest step from one thing trodden on to the next."""


def _night(context: Context, inside: Inside) -> tuple[Corners, ...]:
    """Everything of every build, on it, and on the floor, where it stands at night; straps as well: one climbs out between them. Of the build round
    those who sleep its walls, less its door."""
    found: list[Corners] = []
    there = [(build, setting_at(build, scene_travels(build, "night"))) for build in context.builds]
    standing = [(*bodies_at(context, build, setting), *straps_at(build, setting)) for build, setting in there]
    for body in filter(inside.own, itertools.chain(*standing, on_floor(context))):
        for a, b in zip(body.boxes.lo.tolist(), body.boxes.hi.tolist(), strict=True):
            found.append(((a[0], a[1], a[2]), (b[0], b[1], b[2])))
    return tuple(found)


def _beds(context: Context) -> dict[str, tuple[Assembly, Surface]]:
    return {surface.id: (build, surface) for build in context.builds for surface in build.surfaces if surface.use == "sleeping"}


def _place(context: Context, build: Assembly, bed: Surface, person: Person) -> Corners:
    """Where somebody lies: the sleepers of a bed side by side across its shorter side, at night."""
    dx, dy, dz = poses_of(build, setting_at(build, scene_travels(build, "night"))).shift(bed.body)
    mine = [one.id for one in context.design.carry.crew if one.sleeps == bed.id]
    across = 0 if bed.size[0] < bed.size[1] else 1
    lane = bed.size[across] / len(mine)
    lo = [bed.origin[0] + dx, bed.origin[1] + dy, bed.origin[2] + dz + 1.0]
    hi = [lo[0] + bed.size[0], lo[1] + bed.size[1], lo[2] + OVERHEAD]
    middle = lo[across] + lane * (mine.index(person.id) + 0.5)
    lo[across], hi[across] = middle - min(lane, LIES) / 2, middle + min(lane, LIES) / 2
    return (lo[0], lo[1], lo[2]), (hi[0], hi[1], hi[2])


def lying_place(context: Context) -> Iterator[tuple[Person, Corners, int]]:
    """Where everybody with a bed lies at night, and the axis he lies along."""
    beds = _beds(context)
    for person in context.design.carry.crew:
        if person.sleeps in beds:
            build, bed = beds[person.sleeps]
            yield person, _place(context, build, bed, person), 1 if bed.size[0] < bed.size[1] else 0


STARTS = (0.5, 0.25, 0.75, 0.1, 0.9)
"""Where along his place somebody may begin, as shares of it: the middle first."""
ASIDE = (0.5, 0.8, 0.2)
"""And across it: beside what lies over one half of him."""
EDGED = (0.5, 1.0, 0.0, 1.5, -0.5)
"""The same where a wall may lean over him: rolled to the edge of his place, or over who lies beside him."""


def _body(place: Corners, wide: float, high: float, share: float, aside: float) -> Corners:
    """Somebody on the way, as a box over a part of where he lies, ``share`` along it and ``aside`` across."""
    along = 0 if place[1][0] - place[0][0] > place[1][1] - place[0][1] else 1
    shares = [aside, aside]
    shares[along] = share
    x, y = (place[0][i] + shares[i] * (place[1][i] - place[0][i]) for i in (0, 1))
    z = place[0][2]
    return (x - wide / 2, y - wide / 2, z), (x + wide / 2, y + wide / 2, z + high)


def ways_out(context: Context, only: Inside | None = None) -> list[tuple[Person, Opening | None, WayOut | None]]:
    """Every sleeper's best way: without climbing over anybody if there is one, then the widest, then the highest; of those in one inside, or of all."""
    return [row for inside in ([only] if only is not None else insides(context)) for row in _out_of(context, inside)]


def _out_of(context: Context, inside: Inside) -> list[tuple[Person, Opening | None, WayOut | None]]:
    doors = tuple(one for one in inside.doors if not one.missing and one.inside != "no")
    beds = beds_in(context, inside)
    if not doors or not any(one.sleeps in beds for one in context.design.carry.crew):
        return []
    context = context.at("night")
    beds, solid = beds_in(context, inside), _night(context, inside)
    sleepers = [one for one in context.design.carry.crew if one.sleeps in beds]
    places = {one.id: _place(context, *beds[one.sleeps], one) for one in sleepers if one.sleeps is not None}
    found: list[tuple[Person, Opening | None, WayOut | None]] = []
    for person in sleepers:
        others = {one.id: places[one.id] for one in sleepers if one is not person}
        best = _best(context, inside, person, places[person.id], doors, solid, others)
        found.append((person, best[0] if best else None, best[1] if best else None))
    return found


def _best(
    context: Context,
    inside: Inside,
    person: Person,
    place: Corners,
    doors: Sequence[Opening],
    solid: tuple[Corners, ...],
    others: dict[str, Corners],
) -> tuple[Opening, WayOut] | None:
    names = {one.id: one.name for one in context.design.carry.crew}
    known = [one for one in doors if one.inside == "yes"]
    for rows in (list(known), [one for one in doors if one not in known]):
        shells = {one.name: inside.hull(one) for one in rows}
        best: tuple[Opening, WayOut] | None = None
        for past in (tuple(others), ()):
            asleep = tuple(others[name] for name in past)
            for door in rows:
                way = _widest(person, place, door, shells[door.name], solid, asleep, ASIDE if inside.build is None else EDGED)
                if way is not None and (best is None or (way.wide, way.high) > (best[1].wide, best[1].high)):
                    best = door, way
            if best is not None:
                if not past and others:
                    best = best[0], replace(best[1], over=_climbed(best[1], others, names))
                door, way = best
                floor_end = inside.end or math.inf
                feet = [(x, y, z - way.high / 2) for pose in reversed(way.poses) for x, y, z in (pose.at,)]
                return door, replace(
                    way, step=largest_step(feet, place[0][2], (*shells[door.name].solids, *solid, *_mattresses(context)), floor_end)
                )
    return None


def _mattresses(context: Context) -> Iterator[Corners]:
    """What is soft on every bed at night, as boxes."""
    for build, bed in _beds(context).values():
        dx, dy, dz = poses_of(build, setting_at(build, scene_travels(build, "night"))).shift(bed.body)
        x, y, z = bed.origin[0] + dx, bed.origin[1] + dy, bed.origin[2] + dz
        yield (x, y, z - bed.soft), (x + bed.size[0], y + bed.size[1], z)


def _beside(asleep: Corners, wide: float) -> Corners:
    """What of somebody's place is kept clear of by the middle of a body ``wide`` mm: feet go beside it, shoulders over it."""
    (x0, y0, z0), (x1, y1, z1) = asleep
    less = max(min(wide / 2 - ROOM, (x1 - x0) / 2 - 1.0, (y1 - y0) / 2 - 1.0), 0.0)
    return (x0 + less, y0 + less, z0), (x1 - less, y1 - less, z1)


def _widest(
    person: Person,
    place: Corners,
    door: Opening,
    hull: Hull,
    solid: tuple[Corners, ...],
    asleep: tuple[Corners, ...],
    sides: Sequence[float],
) -> WayOut | None:
    def poses(wide: float, high: float) -> tuple[Waypoint, ...] | None:
        solids = (*hull.solids, *solid, *(_beside(one, wide) for one in asleep))
        tries = (
            passage((_body(place, wide, high, share, aside),), solids, hull.room, hull.gates, turns="none")
            for aside in sides
            for share in STARTS
        )
        return next((found for found in tries if found is not None), None)

    least = HEIGHTS[-1]
    wide = next((w for w in WIDTHS if poses(w, least) is not None), None)
    if wide is None:
        return None
    kept = min(wide, WANT)
    high = next(h for h in HEIGHTS if h == least or poses(kept, h) is not None)
    found = poses(kept, high)
    assert found is not None
    return WayOut(person, door.name, found, wide, high, ())


def _climbed(way: WayOut, others: dict[str, Corners], names: dict[str, str]) -> tuple[str, ...]:
    """Whose place the way's feet go through."""
    half = ROOM
    found = []
    for name, (lo, hi) in others.items():
        for a, b in zip(way.poses, way.poses[1:], strict=False):
            near = [min(a.at[i], b.at[i]) - half < hi[i] and max(a.at[i], b.at[i]) + half > lo[i] for i in (0, 1)]
            if all(near):
                found.append(names[name])
                break
    return tuple(found) or tuple(names[name] for name in others)


def check_ways_out(context: Context) -> Iterator[Finding]:
    """One finding a sleeper in a closed host or build: unknown until it is known what opens from inside."""
    for inside in insides(context):
        yield from _checked(context, inside)
    for person, over in under_others(context):
        yield Finding(
            f"person/{person.id}/way-out", "way.out", "carry", (f"person/{person.id}",), f"Way out of {person.name} at night",
            f"He sleeps under the {over.label}, which no way out is sought of: its hatch and the gate must open from inside. Try it in the dark.",
            "unknown", unit="mm", minimum=True, missing=(f"way out under the {over.label}",), basis=COMMON_PRACTICE, caution=CAUTION,
        )  # fmt: skip


def _checked(context: Context, inside: Inside) -> Iterator[Finding]:
    beds, host = beds_in(context, inside), context.host
    sleepers = [one for one in context.design.carry.crew if one.sleeps in beds]
    if not sleepers:
        return
    blanks = {
        one.id: Finding(
            f"person/{one.id}/way-out",
            "way.out",
            "carry",
            (f"person/{one.id}",),
            f"Way out of {one.name} at night",
            "",
            "unknown",
            unit="mm",
            minimum=True,
            basis=COMMON_PRACTICE,
            caution=CAUTION,
        )
        for one in sleepers
    }
    usable = [one for one in inside.doors if one.inside != "no" and not one.missing]
    missing = tuple(dict.fromkeys(role for one in inside.doors if one.inside != "no" for role in one.missing))
    if not usable:
        for blank in blanks.values():
            if missing:
                names = ", ".join(host.dims[role].label.lower() for role in missing)
                yield replace(blank, sentence=f"Not known until measured: {names}.", missing=missing)
            else:
                yield replace(blank, sentence="Nothing there opens from inside. Make one opening that does.", state="over", use=2.0)
        return
    lacking = hull_of(host, tuple(usable), shrunk=True).missing if inside.build is None else inside.build.missing
    if lacking:
        names = ", ".join(host.dims[role].label.lower() if role in host.dims else role for role in lacking)
        for blank in blanks.values():
            yield replace(blank, sentence=f"Not known until measured: {names}.", missing=lacking)
        return
    for person, door, way in ways_out(context, inside):
        yield _finding(context, inside, blanks[person.id], door, way, usable)


def _finding(
    context: Context, inside: Inside, blank: Finding, door: Opening | None, way: WayOut | None, usable: Sequence[Opening]
) -> Finding:
    say, w = context.say, Working()
    if door is None or way is None:
        names = " or the ".join(one.name for one in usable)
        w.say(
            f"Tried with a body {WIDTHS[-1]:.0f} mm wide and {HEIGHTS[-1]:.0f} mm high, from the bed to the {names}, as all stands at night."
        )
        text = f"No way out was found by the {names} with everything on and before the bed as it stands at night. Clear one, and try it."
        return replace(blank, sentence=text, state="over", use=2.0, working=w.done())
    w.given("b", way.wide, "mm", f"widest body that gets through to the {door.name}, in steps of 50 mm and more")
    w.given("h", way.high, "mm", f"highest that does, {min(way.wide, WANT):.0f} mm wide")
    have = w.line("c", "min(b, h)", "mm", "the narrower of both")
    drop = w.given("s", way.step, "mm", "largest step down or up on it, from one thing trodden on to the next, inside")
    use, state = at_least(have, NEED, WANT)
    text = f"Out by the {door.name}, {say.length(way.wide)} wide and {say.length(way.high)} high at the least."
    if drop > STEP:
        text += f" A step of {say.length(drop)} in the dark: give it a light and a hold."
    if way.over:
        text += f" Climbs over {' and '.join(way.over)}."
        state = "tight" if state == "holds" else state
        use = max(use, 0.9)
    if door.inside == "unknown":
        text = f"{text} Whether the {door.name} can be opened from inside is not known: try it from there, and say so on {inside.said_on}."
        return replace(blank, sentence=text, demand=have, limit=NEED, want=WANT, missing=(f"{door.name} from inside",), working=w.done())
    return replace(blank, sentence=text, state=state, use=use, demand=have, limit=NEED, want=WANT, working=w.done())


CHECKS = (JobCheck(check_ways_out, "ways"),)
