"""What a line of the log can be used for: a missing number it gives, a price, this shop's own hours. Each use names its line; taking that back undoes it."""

from __future__ import annotations

import math
import re
from collections.abc import Iterable, Iterator, Mapping
from dataclasses import dataclass
from typing import Any

from ..changes import Change, at_pointer
from ..document.entries import FrictionTest, PullTest, Purchase, Used
from ..job.document import Design, Entry
from .lines import standing

G = 9.80665


@dataclass(frozen=True, slots=True)
class Use:
    """``words`` of what it sets; ``was``: what stands there now."""

    words: str
    change: Change
    was: Any


def uses_of(design: Design, entry: Entry) -> tuple[Use, ...]:
    """Settings of the design that a line could give."""
    if not entry.data:
        return ()
    if entry.kind == "friction test":
        return tuple(_friction(design, FrictionTest.model_validate(entry.data)))
    if entry.kind == "pull test":
        return tuple(_pull(design, PullTest.model_validate(entry.data)))
    if entry.kind == "purchase":
        return tuple(_price(design, Purchase.model_validate(entry.data)))
    return ()


INCLINED, PROOF = 0.925, 2.0
"""Of the tangent of the angle at which a load slides (EN 12195-1, Annex B; from memory); and what held once over what may be asked of it again and
again (as lifting gear is proved at twice its working load; common practice, no published source)."""


def friction(test: FrictionTest) -> float:
    """By the least angle of the tries, rounded down."""
    return math.floor(100 * INCLINED * min(math.tan(math.radians(angle)) for angle in test.degrees) + 1e-9) / 100


def _friction(design: Design, test: FrictionTest) -> Iterator[Use]:
    mu = friction(test)
    for path, was, item, ids in leaves(design, "friction"):
        if _about(ids, test.part):
            yield Use(f"friction {mu:g}, tested, of {item}", Change(path, mu), was)


def _pull(design: Design, test: PullTest) -> Iterator[Use]:
    """Half of what held is a rating; what gave is none."""
    if not test.held:
        return
    kg = f"{math.floor(10 * test.newton / PROOF / G + 1e-9) / 10:g} kg"
    for path, was, item, ids in leaves(design, "rating"):
        if _about(ids, test.part):
            yield Use(f"{path.rsplit('/', 1)[-1].replace('_', ' ')} {kg}, half of what it held, of {item}", Change(path, kg), was)


def _price(design: Design, bought: Purchase) -> Iterator[Use]:
    per = bought.metres if bought.metres is not None else float(bought.count)
    price = round(bought.price / per, 2)
    was = dict(design.shop.prices)
    unit = "a metre" if bought.metres is not None else "each"
    yield Use(
        f"{design.shop.currency} {price:g} {unit} as this job's price of {bought.item}",
        Change("/shop/prices", {**design.shop.prices, bought.item: price}),
        was,
    )


Leaf = tuple[str, Any, str, frozenset[str]]
"""Path, value, whose it is in words, and by which ids."""


def leaves(design: Design, ending: str) -> Iterator[Leaf]:
    """Every setting of the builds and the load whose name ends so."""
    data = design.model_dump(mode="json")
    for root in ("builds", "carry"):
        yield from _walk(data[root], f"/{root}", "", frozenset(), ending)


def _walk(data: Any, at: str, owner: str, ids: frozenset[str], ending: str) -> Iterator[Leaf]:
    if isinstance(data, list):
        for k, one in enumerate(data):
            yield from _walk(one, f"{at}/{k}", owner, ids, ending)
    elif isinstance(data, dict):
        name = str(data.get("name") or data.get("label") or data.get("id") or "")
        mine = f"{owner}, {name}" if owner and name else owner or name
        own = ids | {str(data[key]) for key in ("id", "name") if data.get(key)}
        for key, one in data.items():
            if key == ending or key.endswith(f"_{ending}"):
                if not isinstance(one, dict | list):
                    yield f"{at}/{key}", one, mine, own
            else:
                yield from _walk(one, f"{at}/{key}", mine, own, ending)


def _about(ids: frozenset[str], part: str) -> bool:
    """Whether a setting is of what the line names: a thing, or a build that a part is of."""
    words = [word for word in re.split(r"[/ ]", part.strip()) if word]
    key = words[1] if len(words) > 1 and words[0] == "thing" else words[0] if words else ""
    return key in ids


def used(record: Iterable[Entry]) -> Mapping[int, list[tuple[int, Used]]]:
    """By the line that was used, the lines that say so and are not taken back."""
    found: dict[int, list[tuple[int, Used]]] = {}
    for n, entry in standing(record):
        if entry.kind == "used":
            one = Used.model_validate(entry.data)
            found.setdefault(one.line, []).append((n, one))
    return found


def undoing(design: Design, uses: Iterable[Used]) -> tuple[list[Change], list[str]]:
    """What puts back what a line gave, and the paths that hold something else by now and are left."""
    data, changes, left = design.model_dump(mode="json"), list[Change](), list[str]()
    for one in uses:
        for given in one.changes:
            now = at_pointer(data, given.path)
            if now == given.value:
                changes.append(Change(given.path, given.was))
            else:
                left.append(given.path)
    return changes, left


def weighed_again(design: Design, entry: Entry) -> list[Change]:
    """What takes a ticket's weighing out of the job; nothing where it is not in it any more."""
    rows = design.host.model_dump(mode="json").get("weights", {}).get("weighings", [])
    for k, row in enumerate(rows):
        if entry.data and all(row.get(name) == value or name == "builds" for name, value in entry.data.items()):
            return [Change(f"/host/weights/weighings/{k}", op="remove")]
    return []
