"""Bought parts that hang on a bed's frame or its drawbar, each where it is: a jack, stands, a spare wheel, a toolbox."""

from __future__ import annotations

from collections.abc import Sequence
from typing import Annotated, Any, Literal

import numpy as np
from pydantic import Field

from ....catalog.errors import StockError
from ....catalog.model import Catalog
from ....constants import G
from ....document.survey import Name
from ....mechanics.solver.model import Array
from ....quantity import Between, Mass, Place, Rating
from ....record import Record
from ....structure.nouns.hung import Prop
from ....structure.nouns.parts import Item, Member
from ....structure.sheet import Command, Group, Repeat, Row, When, options

FAR = 600.0
"""mm that a part may hang beside the member that takes it at the most (common practice, no published source)."""
PROPS = {"jack": "a jack at the coupling", "stand": "a stand at the rear"}


class Borne(Record):
    """``x`` of its middle behind the front of the frame, ``y`` right of the centre line. A ``jack`` or a ``stand`` is what a trailer stands on while it
    is not coupled; ``rating``: what one bears, as marked."""

    name: Name
    what: Literal["part", "jack", "stand"] = "part"
    x: Place
    y: Place
    mass: Annotated[Mass, Between(0.1, 1_000)]
    price: Annotated[float, Field(ge=0, le=100_000)] = 0.0
    rating: Rating | None = None


def _next(build: Any, what: str, name: str, **values: str) -> dict[str, Any]:
    taken = {one.name for one in build.borne}
    n = next(n for n in range(1, len(taken) + 2) if (name if n == 1 else f"{name} {n}") not in taken)
    return {"name": name if n == 1 else f"{name} {n}", "what": what, "y": "0 mm", **values}


def _part(build: Any) -> dict[str, Any]:
    return _next(build, "part", "spare wheel", x=f"{build.front.mm + 100.0:.0f} mm", mass="15 kg")


def _jack(build: Any) -> dict[str, Any]:
    return _next(build, "jack", "jack", x=f"{build.front.mm - 250.0:.0f} mm", mass="6 kg")


def _stand(build: Any) -> dict[str, Any]:
    left = any(one.what == "stand" and one.y.mm < 0 for one in build.borne)
    y = build.apart.mm / 2 * (1 if left else -1)
    return {**_next(build, "stand", "stand", x=f"{build.front.mm + build.length.mm - 100.0:.0f} mm", mass="4 kg"), "y": f"{y:.0f} mm"}


_PROP = (When("what", tuple(PROPS)),)
ROWS = Group(
    "Bought parts on its frame",
    (
        Repeat(
            "borne",
            "Part",
            (
                Row("name", "Name", "text"),
                Row("what", "It is", "choice", options(part="carried, no more", **PROPS)),
                Row("x", "Its middle behind the front of the frame (− ahead)", "length"),
                Row("y", "Right of the centre (− left)", "length"),
                Row("mass", "It weighs", "mass"),
                Row("price", "Price", "number"),
                Row("rating", "It bears, as marked on it", "mass", optional=True, when=_PROP),
            ),
            name="name",
        ),
        Command("Add a part, such as a spare wheel", "borne", op="add", make=_part),
        Command("Add a jack at the coupling", "borne", op="add", make=_jack),
        Command("Add a stand at the rear", "borne", op="add", make=_stand),
    ),
    help="Each hangs on the nearest tube. Jack and stands hold a trailer that is not coupled: Balance asks what they take.",
)


def _beside(member: Member, at: Array) -> tuple[float, float]:
    """mm in plan from a member's axis to a place, and z of the axis there."""
    a, b = np.array(member.a), np.array(member.b)
    along = (b - a)[:2]
    share = min(max(float((at - a[:2]) @ along) / float(along @ along), 0.0), 1.0)
    near = a + (b - a) * share
    return float(np.linalg.norm(at - near[:2])), float(near[2])


def borne(rows: Sequence[Borne], members: Sequence[Member], body: str, catalog: Catalog) -> tuple[tuple[Item, ...], tuple[Prop, ...]]:
    """What is bought with where it hangs, and what of it props a trailer up.

    Raises:
        StockError: two of a name, or one that lies beside all of the frame, naming the field.
    """
    items, props, names = list[Item](), list[Prop](), set[str]()
    for k, one in enumerate(rows):
        if one.name in names:
            raise StockError(f"borne/{k}/name", f"“{one.name}” is there already; give each part its own name")
        names.add(one.name)
        at = np.array([one.x.mm, one.y.mm])
        (far, z), member = min(((_beside(member, at), member) for member in members), key=lambda row: row[0])
        if far > FAR:
            raise StockError(f"borne/{k}/x", f"“{one.name}” lies {far:.0f} mm beside the nearest tube; bring it within {FAR:.0f} mm of one")
        kind = catalog.parts["borne" if one.what == "part" else "jack" if one.what == "jack" else "prop"]
        where = one.x.mm, one.y.mm, z
        items.append(Item(f"{body}/{one.name}", kind.id, one.name, body, where, one.mass.kg, one.price, hangs=member.id))
        if one.what != "part":
            props.append(Prop(f"{body}/{one.name}", one.name, one.what, where, one.rating.kg * G if one.rating is not None else None))
    return tuple(items), tuple(props)
