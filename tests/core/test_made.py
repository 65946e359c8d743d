"""Parts as they were made against the design: what no longer fits, and which setting would make the design follow."""

from __future__ import annotations

from typing import Any

import pytest

from ergostrut.core.cut.parts import pieces
from ergostrut.core.cut.plan import cut_plan
from ergostrut.core.document.entries import PartReading
from ergostrut.core.finding import Finding
from ergostrut.core.job.change import Change, apply
from ergostrut.core.job.document import Design, Entry
from ergostrut.core.log.follow import followed
from ergostrut.core.log.kept import misfits
from ergostrut.core.log.lines import standing
from ergostrut.core.log.parts import Made, made_parts, said, states_of
from ergostrut.core.problem import InputError
from ergostrut.core.report import context_of
from ergostrut.demo.sample import sample_jobs
from ergostrut.files.catalog_files import shipped_catalog

RIVER = sample_jobs()[0].design
RAIL = "slide1/tray/rail.left"


def line(design: Design, parts: list[str], state: Any = "cut", before: dict[str, Made] | None = None, **read: Any) -> Entry:
    rows = pieces(context_of(design, shipped_catalog()))
    data = said(rows, parts, state, PartReading.model_validate(read), before or {})
    return Entry(kind="part", at="2026-05-04T10:00", data={part: one.model_dump(mode="json") for part, one in data.items()})


def found(design: Design, record: list[Entry]) -> list[Finding]:
    context = context_of(design, shipped_catalog())
    return list(misfits(context, pieces(context), made_parts(record)))


def changed(path: str, value: Any) -> Design:
    return apply(RIVER, [Change(path, value)])


def test_a_cut_part_fits_until_the_design_changes() -> None:
    record = [line(RIVER, [RAIL])]
    assert found(RIVER, record) == []
    longer, shorter = found(changed("/builds/0/tray_length", "79 in"), record), found(changed("/builds/0/tray_length", "78 in"), record)
    # 78 3/4 in were cut: 1/4 in too short for 79, 3/4 in too long for 78
    assert [(f.check, f.state, round(f.demand or 0.0, 3)) for f in longer] == [("made.size", "over", 6.35)]
    assert [(f.state, round(f.demand or 0.0, 3)) for f in shorter] == [("tight", 19.05)]
    assert "cut it again" in longer[0].sentence and "trim it" in shorter[0].sentence
    fitted = [*record, line(RIVER, [RAIL], "fitted", made_parts(record))]
    assert found(changed("/builds/0/tray_length", "78 in"), fitted)[0].state == "over", "what is fitted cannot be trimmed any more"


def test_a_part_as_it_was_read_counts_and_not_as_planned() -> None:
    off = found(RIVER, [line(RIVER, [RAIL], length="78 1/2 in")])
    assert [(f.state, f.demand, f.limit) for f in off] == [("over", pytest.approx(6.35), 1.0)]
    assert [one.symbol for one in off[0].working] == ["l", "L", "d", "T"] and off[0].working[2].value == pytest.approx(-6.35)
    assert found(RIVER, [line(RIVER, [RAIL], length="1999.5 mm")]) == [], "0.75 mm short is within a millimetre"
    # what is planned again, and what is only bought, has no size yet
    again = [line(RIVER, [RAIL], length="78 1/2 in"), line(RIVER, [RAIL], "planned")]
    assert found(RIVER, again) == [] == found(changed("/builds/0/tray_length", "79 in"), [line(RIVER, [RAIL], "bought")])


def test_a_bow_and_an_angle_that_were_read_are_judged() -> None:
    # EN 10219-2: 0.15 % of 2000.25 mm are 3.0 mm
    bowed = found(RIVER, [line(RIVER, [RAIL], bow="12.7 mm", angle=0.2)])
    assert [(f.check, f.state, round(f.use or 0.0, 2)) for f in bowed] == [("made.bow", "over", 4.23)]
    assert found(RIVER, [line(RIVER, [RAIL], bow="2.9 mm", angle=-0.5)]) == []
    assert [f.check for f in found(RIVER, [line(RIVER, [RAIL], angle=2.0)])] == ["made.angle"]


def test_a_part_of_other_stock_or_of_no_design_any_more_is_said() -> None:
    record = [line(RIVER, [RAIL])]
    other = changed("/builds/0/rail", "2x2x14ga")
    assert [(f.check, f.state) for f in found(other, record)] == [("made.stock", "over")]
    gone = RIVER.model_copy(update={"builds": RIVER.builds[1:]})
    assert [(f.check, f.state) for f in found(gone, record)] == [("made.gone", "note")]


def test_the_design_follows_what_came_out_short_and_says_what_no_longer_fits() -> None:
    record = [line(RIVER, [RAIL], length=f"{2000.25 - 10:.2f} mm"), line(RIVER, ["slide1/tray/rail.right"])]
    made = made_parts(record)
    (offer,) = followed(RIVER, shipped_catalog(), RAIL, False, 1990.25, made)
    assert offer.change.path == "/builds/0/tray_length"
    # the other rail was cut as planned: it is 10 mm too long now, and can be trimmed for nothing
    assert [(row.part, round(row.was - row.now, 1)) for row in offer.misfits] == [("slide1/tray/rail.right", 10.0)] and offer.price == 0
    assert {row.part.split("/")[1] for row in offer.follows} >= {"tray"} and all(row.was != row.now for row in offer.follows)
    after = apply(RIVER, [offer.change])
    assert [f.parts for f in found(after, record)] == [("slide1/tray/rail.right",)], "the short one fits again"
    long = made_parts([line(RIVER, [RAIL], length="2010.25 mm"), record[1]])
    (longer,) = followed(RIVER, shipped_catalog(), RAIL, False, 2010.25, long)
    assert longer.price == pytest.approx(25.42, abs=0.2), "a rail that would be too short is stock lost"


def test_nothing_follows_what_is_as_planned_or_is_no_part() -> None:
    assert (
        followed(RIVER, shipped_catalog(), RAIL, False, 2000.3, {}) == () == followed(RIVER, shipped_catalog(), "no/part", False, 1.0, {})
    )


def test_what_is_cut_is_not_bought_again() -> None:
    context = context_of(RIVER, shipped_catalog())
    rows = pieces(context)
    done = {part for row in rows if row.stock == "1.5x2.5x11ga" for part in row.parts}
    whole, left = cut_plan(context), cut_plan(context, done)
    assert done and {group.stock for group in whole.bars} - {group.stock for group in left.bars} == {"1.5x2.5x11ga"}
    made = made_parts([line(RIVER, [RAIL])])
    assert next(row.counts for row in states_of(rows, made) if row.mark == made[RAIL].part.mark) == (1, 0, 1, 0)


def test_a_line_that_is_taken_back_does_not_count() -> None:
    record = [line(RIVER, [RAIL], length="78 in"), Entry(kind="taken back", at="2026-05-04T11:00", data={"line": 0})]
    assert made_parts(record) == {} and list(standing(record)) == []


def test_a_part_line_that_cannot_be_is_refused_with_its_field() -> None:
    with pytest.raises(ValueError, match="state"):
        Entry(kind="part", at="", data={RAIL: {"state": "half"}})
    with pytest.raises((ValueError, InputError), match="cannot be right"):
        Entry(kind="part", at="", data={RAIL: {"state": "cut", "reading": {"length": "90 m"}}})
