"""Holders under a roof: what each place in the roof bears in the hardest bump, and how far a bar bends."""

from __future__ import annotations

import itertools
from collections.abc import Iterator
from dataclasses import replace

from ..cases import ROAD_BASIS, road_cases
from ..constants import G
from ..finding import Finding, Working, at_most, unknown
from ..structure.assembly import Assembly
from ..structure.carried import Placed
from ..structure.context import Context
from ..structure.hung import Holder

OVER_HEAD = "Over heads: what comes down in a bump or a crash strikes people. Strap it to every holder; only light things belong there."


def shares(holder: Holder, item: Placed) -> list[float]:
    """N that each bar bears of a thing under 1 g: by levers between the two that its middle lies between, all on one where it hangs over an end."""
    xs, x = holder.xs, item.at()[0]
    found = [0.0] * len(xs)
    W = item.mass * G
    lo, hi = x - item.size[0] / 2, x + item.size[0] / 2
    under = [i for i, at in enumerate(xs) if lo - 1e-6 <= at <= hi + 1e-6]
    if len(under) < 2:
        found[under[0] if under else min(range(len(xs)), key=lambda i: abs(xs[i] - x))] = W
        return found
    # a stiff thing on several bars may lie on any two round its middle: the nearest two bear the most
    pairs = [(a, b) for a, b in itertools.combinations(under, 2) if xs[a] <= x <= xs[b]]
    if not pairs:
        end = under[-1] if x > xs[under[-1]] else under[0]
        found[end] = W
        return found
    for a, b in pairs:
        right = W * (x - xs[a]) / (xs[b] - xs[a])
        found[a], found[b] = max(found[a], W - right), max(found[b], right)
    return found


def check_holders(context: Context, build: Assembly) -> Iterator[Finding]:
    """One finding a set of holders."""
    for holder in build.holders:
        yield _finding(context, build, holder)


def _finding(context: Context, build: Assembly, holder: Holder) -> Finding:
    say, things = context.say, context.plan.on(holder.body)
    cases = [(case.name, case.g) for case in road_cases(context.design.loads)] or [("Parked", (0.0, 0.0, -1.0))]
    down, bump = max(((max(-g[2], 0.0), name) for name, g in cases), default=(1.0, "Parked"))
    down = max(down, 1.0)
    w = Working()
    own = [member.mass * G for member in build.members if member.body == holder.body]
    each = [sum(column) for column in zip(own, *(shares(holder, item) for item in things), strict=True)]
    k = max(range(len(each)), key=lambda i: each[i])
    w.given("W", each[k], "N", f"on bar {k + 1} of {len(each)} under 1 g, by levers; what lies on more than two may lie on any two of them")
    aside = _aside(holder, k, things)
    w.given("s", aside, "", "the share of the nearer eye: where things lie on the bar")
    need = w.line("F", "n * W * s", "N", f"on one eye in the roof, {bump}", n=down)
    blank = Finding(
        f"{build.id}/holder.{holder.id.rsplit('/', 2)[-2]}", "holder", "anchor", (holder.id, *(f"thing/{item.thing.id}" for item in things)),
        f"{holder.label[:1].upper()}{holder.label[1:]}, eyes in the roof", "", "unknown", need, unit="N", case=bump, basis=ROAD_BASIS, caution=OVER_HEAD,
    )  # fmt: skip
    loose = [item for item in things if sum(item.at()[0] - item.size[0] / 2 <= x <= item.at()[0] + item.size[0] / 2 for x in holder.xs) < 2]
    if loose:
        text = f"{loose[0].thing.name} lies on fewer than two holders: it tips off. Set them nearer, or move it."
        return replace(blank, sentence=text, state="over", use=2.0, working=w.done())
    text = f"{say.force(need)} on one eye in the roof, {bump.lower()}."
    if holder.rating is None:
        return unknown(
            replace(blank, sentence=f"{text} What it holds there is not known: give its rating.", working=w.done()),
            "rating of the eyes in the roof",
        )
    use = w.line("use", "F / R", "", "rating as given", R=holder.rating)
    return replace(blank, sentence=text, limit=holder.rating, use=use, state=at_most(use, 1.0)[1], working=w.done())


def _aside(holder: Holder, k: int, things: tuple[Placed, ...]) -> float:
    """Of what lies on a bar, the share of the eye that bears more: by the middles of the things across it."""
    y0, y1 = holder.ys
    rows = [(shares(holder, item)[k], item.at()[1]) for item in things]
    total = sum(W for W, _ in rows)
    if total <= 0:
        return 0.5
    middle = sum(W * y for W, y in rows) / total
    right = min(max((middle - y0) / (y1 - y0), 0.0), 1.0)
    return max(right, 1 - right)
