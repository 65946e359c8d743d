"""The tubes of a slide-in shell and where they are welded to each other."""

from __future__ import annotations

import math

from ....structure.nouns.parts import MemberGroup
from ...blocks.cage.tubes import SIDES, Kind, Tubes
from .geometry import Cage, NoseLines
from .params import CamperShell

FLOOR, POST, RAIL, BENCH, BOW, NOSE = (
    MemberGroup("floor", "Floor member, bending"),
    MemberGroup("post", "Post, strength"),
    MemberGroup("wall-rail", "Rail of the walls, bending"),
    MemberGroup("bench", "Bench member, bending"),
    MemberGroup("bow", "Roof bow, bending"),
    MemberGroup("nose", "Nose member, bending"),
)


def tubes(build: CamperShell, place: Cage) -> Tubes:
    """Every tube of the shell."""
    made = Tubes(build.id)
    _floor(made, place)
    _sides(made, place)
    _ends(made, place)
    _roof(made, place)
    if place.nose is not None:
        _nose(made, place, place.nose)
    return made


def _floor(made: Tubes, place: Cage) -> None:
    z, inside = place.floor.properties.depth / 2, place.y_low - place.floor.properties.width / 2
    rail, member = Kind("floor rail", place.floor, FLOOR, "F", "base"), Kind("floor member", place.floor, FLOOR, "X", "deck")
    for name, s in SIDES:
        made.add("floor", f"floor rail.{name}", rail, (place.begin, s * place.y_low, z), (place.end, s * place.y_low, z))
    for i, x in enumerate(place.xs, 1):
        on = "floor/floor rail.left", "floor/floor rail.right"
        made.add("floor", f"floor member.{i}", member, (x, -inside, z), (x, inside, z), on)


def _post(place: Cage, role: str) -> Kind:
    return Kind(role, place.post, POST, "P", "leg")


def _sides(made: Tubes, place: Cage) -> None:
    """Lower posts, benches' rails and members, upper posts, at every station; roof rails over them."""
    deep, w = place.post.properties.depth, place.w
    bench, roof = place.seat - deep / 2, place.under + place.bow.properties.depth / 2
    ahead = place.nose.top - w / 2 if place.nose is not None else place.begin
    member, lower, upper = Kind("bench member", place.post, BENCH, "B", "deck"), _post(place, "lower post"), _post(place, "upper post")
    for name, s in SIDES:
        low, up = s * place.y_low, s * place.y_up
        for rail, y in (("inner rail", low), ("outer rail", up)):
            made.add("walls", f"{rail}.{name}", Kind(rail, place.post, RAIL, "R"), (place.begin, y, bench), (place.end, y, bench))
        made.add(
            "roof", f"roof rail.{name}", Kind("roof rail", place.bow, RAIL, "T"), (min(ahead, place.begin), up, roof), (place.end, up, roof)
        )
        for i, x in enumerate(place.xs, 1):
            on = f"floor/floor rail.{name}", f"walls/inner rail.{name}"
            made.add("walls", f"lower post.{i}.{name}", lower, (x, low, place.floor.properties.depth), (x, low, place.seat - deep), on)
            on = f"walls/inner rail.{name}", f"walls/outer rail.{name}"
            made.add(f"{name} bench", f"bench member.{i}.{name}", member, (x, low + s * w / 2, bench), (x, up - s * w / 2, bench), on)
            on = f"walls/outer rail.{name}", f"roof/roof rail.{name}"
            made.add("walls", f"upper post.{i}.{name}", upper, (x, up, place.seat), (x, up, place.under), on)


def _ends(made: Tubes, place: Cage) -> None:
    """Posts in both end walls: over the lower corners from the benches up, between those from the floor up; at the front to the nose's sill."""
    low, n, nose = place.floor.properties.depth, len(place.xs), place.nose
    sill = ("nose/nose beam.sill", nose.level - place.post.properties.depth / 2) if nose is not None else ("roof/bow.1", place.under)
    ends = (("front", 1, place.front, place.xs[0], *sill), ("rear", n, place.rear, place.xs[-1], f"roof/bow.{n}", place.under))
    for wall, i, ys, x, over, top in ends:
        for name, s in SIDES:
            y, on = s * place.y_low, (f"walls/inner rail.{name}", over)
            made.add("walls", f"{wall} corner post.{name}", _post(place, "corner post"), (x, y, place.seat), (x, y, top), on)
        for k, y in enumerate(ys, 1):
            made.add("walls", f"{wall} post.{k}", _post(place, f"{wall} post"), (x, y, low), (x, y, top), (f"floor/floor member.{i}", over))


def _roof(made: Tubes, place: Cage) -> None:
    z, inside = place.under + place.bow.properties.depth / 2, place.y_up - place.bow.properties.width / 2
    on, bow = ("roof/roof rail.left", "roof/roof rail.right"), Kind("roof bow", place.bow, BOW, "W", "roof")
    rows = [(f"bow.{i}", x) for i, x in enumerate(place.xs, 1)]
    rows += [(f"nose bow.{i}", x) for i, x in enumerate(place.nose.ahead, 1)] if place.nose is not None else []
    for name, x in rows:
        made.add("roof", name, bow, (x, -inside, z), (x, inside, z), on)


def _nose(made: Tubes, place: Cage, nose: NoseLines) -> None:
    """Rails from the front's corner posts, beams between them, posts that lean back in its front, upright ones in its sides."""
    half, x1, z = place.w / 2, place.xs[0], nose.level
    rail, beam = Kind("nose rail", place.post, NOSE, "N"), Kind("nose beam", place.post, NOSE, "N", "deck")
    for name, s in SIDES:
        y = s * place.y_up
        made.add("nose", f"nose rail.{name}", rail, (nose.tip - half, y, z), (x1 - half, y, z), (None, f"walls/upper post.1.{name}"))
    inside = place.y_up - half
    for k, x in enumerate(nose.beams[:-1], 1):
        made.add("nose", f"nose beam.{k}", beam, (x, -inside, z), (x, inside, z), ("nose/nose rail.left", "nose/nose rail.right"))
    made.add("nose", "nose beam.sill", beam, (x1, -inside, z), (x1, inside, z), ("walls/upper post.1.left", "walls/upper post.1.right"))
    _nose_posts(made, place, nose)


def _nose_posts(made: Tubes, place: Cage, nose: NoseLines) -> None:
    """Those that lean back in its front, at its corners and between, and upright ones in its sides up to those or to the roof."""
    half, top, mitre = place.w / 2, place.under, math.degrees(nose.lean)
    low, rise = nose.level + place.post.properties.depth / 2, 1 / math.tan(nose.lean) if nose.lean > 0 else 0.0
    leans, upright = _post(place, "leaning post"), _post(place, "nose side post")
    for name, s in SIDES:
        y, rail, roof = s * place.y_up, f"nose/nose rail.{name}", f"roof/roof rail.{name}"
        made.add("nose", f"leaning post.{name}", leans, (nose.tip, y, low), (nose.top, y, top), (rail, roof), mitre)
        for k, x in enumerate(nose.posts, 1):
            beyond = x < nose.top - 1.0
            # under the leaning post's lower face where that passes over it
            high, over = (low + (x - nose.tip) * rise - half / math.sin(nose.lean), f"nose/leaning post.{name}") if beyond else (top, roof)
            made.add("nose", f"nose side post.{k}.{name}", upright, (x, y, low), (x, y, high), (rail, over))
    bow = "roof/nose bow.1" if nose.ahead else "roof/bow.1"
    for k, y in enumerate(nose.ys, 1):
        made.add("nose", f"leaning post.{k}", leans, (nose.tip, y, low), (nose.top, y, top), ("nose/nose beam.1", bow), mitre)
