"""The tubes of a slide-in shell and where they are welded to each other."""

from __future__ import annotations

import math

from ....structure.nouns.parts import MemberGroup
from ...blocks.cage.tubes import SIDES, Tubes
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
    for name, s in SIDES:
        a, b = (place.begin, s * place.y_low, z), (place.end, s * place.y_low, z)
        made.add("floor", f"floor rail.{name}", "floor rail", place.floor, a, b, FLOOR, "F", "base")
    for i, x in enumerate(place.xs, 1):
        on = "floor/floor rail.left", "floor/floor rail.right"
        made.add("floor", f"floor member.{i}", "floor member", place.floor, (x, -inside, z), (x, inside, z), FLOOR, "X", "deck", on)


def _sides(made: Tubes, place: Cage) -> None:
    """Lower posts, benches' rails and members, upper posts, at every station; roof rails over them."""
    bench, w = place.seat - place.post.properties.depth / 2, place.w
    roof = place.under + place.bow.properties.depth / 2
    ahead = place.nose.top - w / 2 if place.nose is not None else place.begin
    for name, s in SIDES:
        for rail, y, lo, z, section, group in (
            ("inner rail", place.y_low, place.begin, bench, place.post, RAIL),
            ("outer rail", place.y_up, place.begin, bench, place.post, RAIL),
            ("roof rail", place.y_up, min(ahead, place.begin), roof, place.bow, RAIL),
        ):
            a, b = (lo, s * y, z), (place.end, s * y, z)
            made.add(
                "roof" if rail == "roof rail" else "walls",
                f"{rail}.{name}",
                rail,
                section,
                a,
                b,
                group,
                "T" if rail == "roof rail" else "R",
            )
        for i, x in enumerate(place.xs, 1):
            low, up = s * place.y_low, s * place.y_up
            on = f"floor/floor rail.{name}", f"walls/inner rail.{name}"
            made.add(
                "walls",
                f"lower post.{i}.{name}",
                "lower post",
                place.post,
                (x, low, place.floor.properties.depth),
                (x, low, place.seat - place.post.properties.depth),
                POST,
                "P",
                "leg",
                on,
            )
            on = f"walls/inner rail.{name}", f"walls/outer rail.{name}"
            made.add(
                f"{name} bench",
                f"bench member.{i}.{name}",
                "bench member",
                place.post,
                (x, low + s * w / 2, bench),
                (x, up - s * w / 2, bench),
                BENCH,
                "B",
                "deck",
                on,
            )
            on = f"walls/outer rail.{name}", f"roof/roof rail.{name}"
            made.add(
                "walls", f"upper post.{i}.{name}", "upper post", place.post, (x, up, place.seat), (x, up, place.under), POST, "P", "leg", on
            )


def _ends(made: Tubes, place: Cage) -> None:
    """Posts in both end walls: over the lower corners from the benches up, between those from the floor up; at the front to the nose's sill."""
    low, n = place.floor.properties.depth, len(place.xs)
    for wall, i, ys, x in (("front", 1, place.front, place.xs[0]), ("rear", n, place.rear, place.xs[-1])):
        open_above = wall == "front" and place.nose is not None
        nose = place.nose
        top = nose.level - place.post.properties.depth / 2 if open_above and nose is not None else place.under
        over = "nose/nose beam.sill" if open_above else f"roof/bow.{i}"
        for name, s in SIDES:
            y = s * place.y_low
            made.add(
                "walls",
                f"{wall} corner post.{name}",
                "corner post",
                place.post,
                (x, y, place.seat),
                (x, y, top),
                POST,
                "P",
                "leg",
                (f"walls/inner rail.{name}", over),
            )
        for k, y in enumerate(ys, 1):
            made.add(
                "walls",
                f"{wall} post.{k}",
                f"{wall} post",
                place.post,
                (x, y, low),
                (x, y, top),
                POST,
                "P",
                "leg",
                (f"floor/floor member.{i}", over),
            )


def _roof(made: Tubes, place: Cage) -> None:
    z, inside = place.under + place.bow.properties.depth / 2, place.y_up - place.bow.properties.width / 2
    on = "roof/roof rail.left", "roof/roof rail.right"
    rows = [(f"bow.{i}", x) for i, x in enumerate(place.xs, 1)]
    rows += [(f"nose bow.{i}", x) for i, x in enumerate(place.nose.ahead, 1)] if place.nose is not None else []
    for name, x in rows:
        made.add("roof", name, "roof bow", place.bow, (x, -inside, z), (x, inside, z), BOW, "W", "roof", on)


def _nose(made: Tubes, place: Cage, nose: NoseLines) -> None:
    """Rails from the front's corner posts, beams between them, posts that lean back in its front, upright ones in its sides."""
    half, deep = place.w / 2, place.post.properties.depth / 2
    x1, z, top = place.xs[0], nose.level, place.under
    for name, s in SIDES:
        y = s * place.y_up
        made.add(
            "nose",
            f"nose rail.{name}",
            "nose rail",
            place.post,
            (nose.tip - half, y, z),
            (x1 - half, y, z),
            NOSE,
            "N",
            "rail",
            (None, f"walls/upper post.1.{name}"),
        )
    inside = place.y_up - half
    for k, x in enumerate(nose.beams, 1):
        sill = k == len(nose.beams)
        rails = [f"walls/upper post.1.{name}" if sill else f"nose/nose rail.{name}" for name, _ in SIDES]
        made.add(
            "nose",
            "nose beam.sill" if sill else f"nose beam.{k}",
            "nose beam",
            place.post,
            (x, -inside, z),
            (x, inside, z),
            NOSE,
            "N",
            "deck",
            (rails[0], rails[1]),
        )
    bow = "nose bow.1" if nose.ahead else "bow.1"
    foot, head = (nose.tip, z + deep), (nose.top, top)
    for name, s in SIDES:
        y = s * place.y_up
        made.add(
            "nose",
            f"leaning post.{name}",
            "leaning post",
            place.post,
            (foot[0], y, foot[1]),
            (head[0], y, head[1]),
            POST,
            "P",
            "leg",
            (f"nose/nose rail.{name}", f"roof/roof rail.{name}"),
            math.degrees(nose.lean),
        )
        for k, x in enumerate(nose.posts, 1):
            beyond = x < nose.top - 1.0
            # under the leaning post's lower face where that passes over it
            high = foot[1] + (head[1] - foot[1]) * (x - foot[0]) / (head[0] - foot[0]) - half / math.sin(nose.lean) if beyond else top
            over = f"nose/leaning post.{name}" if beyond else f"roof/roof rail.{name}"
            made.add(
                "nose",
                f"nose side post.{k}.{name}",
                "nose side post",
                place.post,
                (x, y, foot[1]),
                (x, y, high),
                POST,
                "P",
                "leg",
                (f"nose/nose rail.{name}", over),
            )
    for k, y in enumerate(nose.ys, 1):
        made.add(
            "nose",
            f"leaning post.{k}",
            "leaning post",
            place.post,
            (foot[0], y, foot[1]),
            (head[0], y, head[1]),
            POST,
            "P",
            "leg",
            ("nose/nose beam.1", f"roof/{bow}"),
            math.degrees(nose.lean),
        )
