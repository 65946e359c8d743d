"""Holders under a roof: what each place in the roof bears in the hardest bump, and whether its bars do."""

from __future__ import annotations

import itertools
import math
from collections.abc import Iterator
from dataclasses import replace

from ...cases import CRASH_BASIS, CRASH_CAUTION, ROAD_BASIS, ROAD_DURATION, crash_cases, road_cases
from ...constants import G
from ...finding import Finding, Working, at_most, unknown
from ...mechanics.strength import allowable
from ...mechanics.strength.allowable import Allowable, Span
from ...structure.assembly import Assembly
from ...structure.carried import Placed
from ...structure.check import BuildCheck
from ...structure.context import Context
from ...structure.nouns.hung import Holder
from ...structure.nouns.parts import Member

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
        usual = _finding(context, build, holder)
        yield usual
        yield from _in_crash(context, holder, usual)
        yield _bar(context, build, holder)


def _bump(context: Context) -> tuple[float, str]:
    """The most that presses down in any road case, one at the least."""
    rows = [(max(-case.g[2], 0.0), case.name) for case in road_cases(context.design.loads)]
    down, name = max(rows, default=(1.0, "Parked"))
    return max(down, 1.0), name


def _bar(context: Context, build: Assembly, holder: Holder) -> Finding:
    """The hardest worked bar between its eyes: what lies on it as one load where it lies, its own weight spread."""
    things, (down, bump) = context.plan.on(holder.body), _bump(context)
    found: list[tuple[float, float, Working, Allowable, Member]] = []
    for k, bar in enumerate(member for member in build.members if member.body == holder.body):
        w, L = Working(), bar.length
        w.given("L", L, "mm", f"bar {k + 1}, from eye to eye, {bar.section.label}")
        w.given("q", bar.section.mass_per_m * G / 1e3, "N/mm", "its own weight")
        loads = [(shares(holder, item)[k], min(max(item.at()[1] - holder.ys[0], 0.0), L)) for item in things]
        w.given(
            "M_P", sum(W * a * (L - a) / L for W, a in loads), "N mm", "under what lies on it, each as one load where it lies, added up"
        )
        M = w.line("M", "n * (M_P + q * L**2 / 8)", "N mm", bump, n=down)
        allow = allowable(bar.shape, bar.section.material, Span(Lb=L, CD=ROAD_DURATION, wet=context.design.loads.wet))
        found.append((M / allow.My, M, w, allow, bar))
    use, M, w, allow, bar = max(found, key=lambda row: row[0])
    w.extend(allow.lines["My"])
    w.line("use", "M / M_a", "", M=M, M_a=allow.My)
    say = context.say
    return Finding(
        f"{build.id}/holder.{holder.id.rsplit('/', 2)[-2]}.bar", "holder.bar", "prove", (bar.id,), f"{holder.label[:1].upper()}{holder.label[1:]}, bars",
        f"{M / 1e3:.0f} of {allow.My / 1e3:.0f} N m in the {bar.section.label}, {say.length(bar.length)} from eye to eye, {bump.lower()}.",
        at_most(use, 1.0)[1], M / 1e3, allow.My / 1e3, "N m", use, case=bump, basis=f"{allow.clause}; a beam on two eyes", working=w.done(),
    )  # fmt: skip


def _finding(context: Context, build: Assembly, holder: Holder) -> Finding:
    say, things = context.say, context.plan.on(holder.body)
    down, bump = _bump(context)
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


def _in_crash(context: Context, holder: Holder, usual: Finding) -> Iterator[Finding]:
    """The same eye in a crash: what it bears is thrown as hard as everything else, its weight besides."""
    cases = crash_cases(context.design.loads)
    if not cases or usual.state == "over" or usual.demand is None:
        return
    say, w = context.say, Working()
    g, case = max((math.sqrt(sum(part**2 for part in one.g)), one.name) for one in cases)
    down = _bump(context)[0]
    w.given("E", usual.demand / down, "N", "on one eye under 1 g")
    need = w.line("F", "a * E", "N", f"{case}, its weight in it", a=g)
    found = replace(
        usual, id=f"{usual.id}.crash", check="holder.crash", title=f"{usual.title}, in a crash", case=case, demand=need, basis=CRASH_BASIS,
        sentence=f"{say.force(need)} on one eye in the roof, {case.lower()}.", use=None, limit=holder.rating, caution=CRASH_CAUTION, working=w.done(),
    )  # fmt: skip
    if holder.rating is None:
        yield unknown(found, "rating of the eyes in the roof")
    else:
        use = w.line("use", "F / R", "", "a rating has no factor to take out", R=holder.rating)
        yield replace(found, use=use, state=at_most(use, 1.0)[1], working=w.done())


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


CHECKS = (BuildCheck(check_holders, ("holders",)),)
