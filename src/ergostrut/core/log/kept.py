"""Parts that were cut, against the design as it is now: which no longer fit, by how much, what to do and what that costs."""

from __future__ import annotations

from collections.abc import Iterator, Mapping, Sequence

from ..finding import COMMON_PRACTICE, Finding, State, Working
from ..quantity import Length
from ..structure.context import Context
from ..structure.plans import CutPiece
from .parts import Made

LENGTH, ANGLE = 1.0, 0.5
"""mm and degrees that a piece may be off (common practice, no published source)."""
BOW = 0.0015
"""Of the length that a straight hollow section may be bowed (EN 10219-2, 0.15 %; from memory)."""


def misfits(context: Context, rows: Sequence[CutPiece], made: Mapping[str, Made]) -> Iterator[Finding]:
    """A finding for every part that is cut and is other than the design has it, or is no part of it any more."""
    by_part = {part: row for row in rows for part in row.parts}
    for part, one in made.items():
        if not one.done:
            continue
        row = by_part.get(part)
        if row is None:
            yield _gone(context, part, one)
        elif row.stock != one.part.stock:
            yield _other_stock(context, part, one, row)
        else:
            yield from _sizes(context, part, one, row)
            yield from _straight(context, part, one, row)


def _named(part: str, one: Made) -> str:
    below = part.split("/", 1)[-1].replace("/", " ")
    return f"{one.part.mark} ({below})" if one.part.mark else below


def _gone(context: Context, part: str, one: Made) -> Finding:
    name, long = _named(part, one), context.say.length(_actual(one.part.reading.length, one.part.length_mm))
    return Finding(
        f"{part}/made", "made.gone", "cut", (), f"{name} is no part of the design any more",
        f"It was {one.part.state} on {one.at[:10]}, {long} of {one.part.stock}: an offcut, or undo the change that left it out.", "note",
    )  # fmt: skip


def _other_stock(context: Context, part: str, one: Made, row: CutPiece) -> Finding:
    return Finding(
        f"{part}/made", "made.stock", "cut", (part,), f"{_named(part, one)} is cut of other stock",
        f"It was cut of {one.part.stock}, and the design now has {row.stock_label}: cut it again, {_costs(context, row)}, or set the stock back.",
        "over",
    )  # fmt: skip


def _actual(read: Length | None, planned: float) -> float:
    return planned if read is None else read.mm


def _costs(context: Context, row: CutPiece) -> str:
    return f"{context.design.shop.currency} {row.price:.2f} of stock"


def _sizes(context: Context, part: str, one: Made, row: CutPiece) -> Iterator[Finding]:
    """Length, width and angle as they are, against the design."""
    made, say = one.part, context.say
    sizes = [("length", _actual(made.reading.length, made.length_mm), row.length)]
    if row.width is not None:
        sizes.append(("width", _actual(made.reading.width, made.width_mm or row.width), row.width))
    off = [(name, have, want) for name, have, want in sizes if abs(have - want) > LENGTH]
    if not off:
        return
    name, have, want = min(off, key=lambda row: row[1] - row[2])
    short = want - have
    w = Working()
    w.given("l", have, "mm", f"{name}, as {'read' if getattr(made.reading, name) is not None else 'cut'}")
    w.given("L", want, "mm", "as the design has it now")
    w.line("d", "l - L", "mm", "longer than planned; shorter where it is less than 0")
    w.given("T", LENGTH, "mm", "allowed either way")
    if short > 0:
        what = f"It is {say.length(short)} too short in its {name}: cut it again, {_costs(context, row)}, or let the design follow it."
    else:
        what = f"It is {say.length(-short)} too long in its {name}: trim it, before anything is joined to it."
    state: State = "over" if short > 0 or made.state == "fitted" else "tight"
    yield Finding(
        f"{part}/made", "made.size", "cut", (part,), f"{_named(part, one)} no longer fits", what, state, abs(have - want), LENGTH, "mm",
        basis=COMMON_PRACTICE, working=w.done(),
    )  # fmt: skip


def _straight(context: Context, part: str, one: Made, row: CutPiece) -> Iterator[Finding]:
    """How far it is bowed, and its ends off their angle, where they were read."""
    read, say = one.part.reading, context.say
    if read.bow is not None and row.width is None and read.bow.mm > BOW * row.length:
        w = Working()
        w.given("L", row.length, "mm", "length")
        w.given("b", read.bow.mm, "mm", "bow, as read")
        w.line("B", "0.0015 * L", "mm", "that a straight one may have")
        use = w.line("u", "b / B", "", "use")
        yield Finding(
            f"{part}/bow", "made.bow", "cut", (part,), f"{_named(part, one)} is bowed",
            f"{say.length(read.bow.mm)} where {say.length(BOW * row.length)} is straight: straighten it, or let the design follow what it takes up.",
            "over", read.bow.mm, BOW * row.length, "mm", use, basis="EN 10219-2, straightness 0.15 % of the length (from memory)", working=w.done(),
        )  # fmt: skip
    planned = min(row.mitres, key=lambda one: abs(one - (read.angle or 0.0)))
    if read.angle is not None and row.width is None and abs(read.angle - planned) > ANGLE:
        w = Working()
        w.given("a", read.angle, "deg", "as read")
        w.given("A", planned, "deg", "as the design has it")
        w.line("d", "abs(a - A)", "deg", f"off; {ANGLE} are allowed")
        yield Finding(
            f"{part}/angle", "made.angle", "cut", (part,), f"{_named(part, one)} is cut at another angle",
            f"{read.angle:g}° where {planned:g}° is planned: cut the end again, the length with it.", "over", abs(read.angle - planned), ANGLE, "deg",
            working=w.done(),
        )  # fmt: skip
