"""The tubes of a teardrop over its bed, and where they are welded to each other."""

from __future__ import annotations

import itertools
import math
from dataclasses import replace

from ....structure.nouns.parts import MemberGroup
from ...blocks.cage.side_door import across, jambs
from ...blocks.cage.tubes import SIDES, Kind, Tubes
from .geometry import Drop, door_low, door_top
from .params import TeardropBody

POST, RAIL, BOW = (
    MemberGroup("post", "Post, strength"),
    MemberGroup("roof-rail", "Roof rail, strength"),
    MemberGroup("bow", "Roof bow, bending"),
)


def tubes(build: TeardropBody, place: Drop) -> Tubes:
    """Roof rails along the outline, posts under them, the hatch's posts behind, bows across."""
    made = Tubes(build.id)
    for name, s in SIDES:
        _rails(made, place, name, s * place.y_roof)
        _posts(made, place, name, s * place.y)
    _ends(made, place)
    for k, door in enumerate(build.doors):
        xs = [post.x for post in place.posts[door.side]]
        first, second = ((f"walls/post.{xs.index(at) + 1}.{door.side}", at) for at in jambs(door, place.post, place.bed.front))
        y = dict(SIDES)[door.side] * place.y
        across(made, door, place.post, (first, second), y, door_low(place, door, k), door_top(place, door, k))
    return made


def _rails(made: Tubes, place: Drop, name: str, y: float) -> None:
    """Roof rails of one side from corner to corner, mitred there."""
    half, kind = _half_turns(place), Kind("roof rail", place.bow, RAIL, "T")
    for k, ((ax, az), (bx, bz)) in enumerate(itertools.pairwise(place.axis), 1):
        before = f"roof/roof rail.{k - 1}.{name}" if k > 1 else None
        made.add("roof", f"roof rail.{k}.{name}", kind, (ax, y, az), (bx, y, bz), (before, None))
        ends = half[k - 1], half[k]
        _slanted(made, ends, sum(math.tan(math.radians(one)) for one in ends) * place.bow.properties.depth / 2)


def _posts(made: Tubes, place: Drop, name: str, y: float) -> None:
    """The hatch's post of one side, up to the underside of the last roof rail, and those that stand."""
    (tx, tz), (hx, hz), upright, rail = *place.jamb, Kind("post", place.post, POST, "P", "leg"), f"bed/side rail.{name}"
    (ax, az), (bx, bz) = place.axis[-2:]
    lean = math.atan2(tx - hx, hz - tz)
    top, deep = abs(lean + math.atan2(az - bz, bx - ax)), place.post.properties.depth
    last = f"roof/roof rail.{len(place.axis) - 1}.{name}"
    made.add("walls", f"hatch post.{name}", replace(upright, role="hatch post"), (tx, y, tz), (hx, y, hz), (rail, last))
    _slanted(made, (math.degrees(lean), math.degrees(top)), (math.tan(lean) + math.tan(top)) * deep / 2)
    for i, post in enumerate(place.posts[name], 1):
        over = f"roof/roof rail.{post.under}.{name}" if post.under else f"walls/hatch post.{name}"
        made.add("walls", f"post.{i}.{name}", upright, (post.x, y, place.foot), (post.x, y, post.top), (rail, over))
        _slanted(made, (0.0, post.slant), post.points)


def _half_turns(place: Drop) -> list[float]:
    """Degrees of half the turn at every corner between two roof rails, none at the first and the last."""
    lean = [math.degrees(math.atan2(b[1] - a[1], b[0] - a[0])) for a, b in itertools.pairwise(place.axis)]
    return [0.0, *(abs(b - a) / 2 for a, b in itertools.pairwise(lean)), 0.0]


def _slanted(made: Tubes, ends: tuple[float, float], points: float) -> None:
    """The last tube with its ends cut at slants."""
    made.members[-1] = replace(made.members[-1], slants=ends, points=points)


def _ends(made: Tubes, place: Drop) -> None:
    """Posts of the front wall, and bows."""
    front, x = Kind("front post", place.post, POST, "P", "leg"), place.axis[0][0]
    first, deep = place.bows[0], place.bow.properties.depth / 2
    turn = math.radians(first.roll)
    top = first.at[1] - deep * (abs(math.cos(turn)) + abs(math.sin(turn)))
    for k, y in enumerate(place.front, 1):
        made.add("walls", f"front post.{k}", front, (x, y, place.foot), (x, y, top), ("bed/cross member.1", "roof/bow.1"))
    inner, bow = place.y_roof - place.bow.properties.width / 2, Kind("roof bow", place.bow, BOW, "B", "roof")
    for i, one in enumerate(place.bows, 1):
        on = f"roof/roof rail.{one.facet}.left", f"roof/roof rail.{one.facet}.right"
        made.add("roof", f"bow.{i}", bow, (one.at[0], -inner, one.at[1]), (one.at[0], inner, one.at[1]), on)
        made.members[-1] = replace(made.members[-1], roll=one.roll)
