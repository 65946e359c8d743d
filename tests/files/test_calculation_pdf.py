"""The calculation sheet read back: inputs, loads, sources, working and notice; every glyph of the working is in the font."""

from __future__ import annotations

import io

import pytest
from pypdf import PdfReader

from ergostrut.core.catalog.model import Catalog
from ergostrut.core.changes import Change
from ergostrut.core.job.change import apply
from ergostrut.core.job.document import Job, read_design
from ergostrut.core.report import Report, check, studies_at
from ergostrut.core.working import number
from ergostrut.files.calculation_pdf import calculation_pdf
from ergostrut.files.sheet_style import FONTS
from tests.core.test_ways import PLAIN, box_job


def read(data: bytes) -> str:
    return "\n".join(page.extract_text() for page in PdfReader(io.BytesIO(data)).pages)


@pytest.fixture(scope="module")
def whole(sample: Job, report: Report) -> str:
    return read(calculation_pdf(sample.design, report, "abc123", "2026-03-14"))


def test_every_finding_is_there_with_its_basis(whole: str, report: Report) -> None:
    flat = whole.replace("\n", " ")
    for found in report.findings:
        assert found.title in flat, found.title
        assert found.basis.split(";")[0].split(",")[0][:30] in flat, found.basis


def test_inputs_loads_and_sources(whole: str, sample: Job) -> None:
    for words in ("Floor length", "79 1/2 in", "generator", "Bump", "(-0.8, 0, -1)", "49 CFR 393.102", "ASTM A513", "abc123", "2026-03-14"):
        assert words in whole, words
    assert "does not replace a licensed engineer" in whole.replace("\n", " ")
    assert sample.design.name in whole


def test_arithmetic_is_printed_line_by_line(whole: str) -> None:
    assert "use = M_y / M_cy" in whole
    assert "σ = M / (π × d³ / 32)" in whole


def test_only_the_chosen(sample: Job, report: Report) -> None:
    text = read(calculation_pdf(sample.design, report, "c", "d", {"slide1/overlap"}))
    assert "Overlap left between rollers" in text and "Lock pin bends" not in text
    none = read(calculation_pdf(sample.design, report, "c", "d", {"gone"}))
    assert "None of the findings asked for" in none


def test_what_is_left_out_is_said(sample: Job, catalog: Catalog) -> None:
    design = apply(sample.design, [Change("/loads/off", ["Rebound"])])
    text = read(calculation_pdf(design, check(design, catalog), "c", "d"))
    assert "Left out: Rebound" in text


def test_names_with_marks_are_printed_as_written(sample: Job, catalog: Catalog) -> None:
    design = apply(sample.design, [Change("/name", "Bed <b>& slide “nº 1”")])
    assert "Bed <b>& slide" in read(calculation_pdf(design, check(design, catalog), "c", "d"))


def test_the_fonts_hold_every_sign_of_the_working(report: Report) -> None:
    from fontTools.ttLib import TTFont

    signs = {
        c
        for f in report.findings
        for line in f.working
        for text in (line.symbol, line.formula, str(line.numbers), line.unit, line.note)
        for c in text
    }
    for name in ("DejaVuSans.ttf", "DejaVuSans-Bold.ttf"):
        held = TTFont(FONTS / name).getBestCmap()
        assert not {c for c in signs if ord(c) not in held}


def test_same_job_same_bytes(sample: Job, report: Report) -> None:
    one, two = (calculation_pdf(sample.design, report, "c", "d") for _ in range(2))
    assert one == two


def test_boards_fasteners_and_crash_are_on_the_sheet(sample: Job, catalog: Catalog) -> None:
    rows = [Change("/builds/0/deck", "board.2x6.dfl"), Change("/loads/crash/on", True)]
    design = apply(sample.design, rows)
    text = read(calculation_pdf(design, check(design, catalog), "c", "d")).replace("\n", " ")
    for words in ("2 x 6 planks", "8 boards", "not braced in plane", "Crash ahead", "tie-downs at 0.8 of breaking", "Only a tested seat"):
        assert words in text, words


def test_margins_are_printed_with_their_sign(whole: str, report: Report) -> None:
    pin = next(f for f in report.findings if f.id == "slide1/pin.bending")
    assert pin.margin is not None and pin.margin < 0
    assert f"Margin: {number(pin.margin)} MPa" in whole
    minimum = next(f for f in report.findings if f.minimum and f.margin is not None and f.limit)
    assert minimum.margin == (minimum.demand or 0) - (minimum.limit or 0)


def test_parts_supports_and_things_stand_on_the_sheet(sample: Job, report: Report) -> None:
    """Marks of the cut list with masses that add up to the build's, supports as the frame has them, where things stand and what holds them."""
    text = read(calculation_pdf(sample.design, report, "c", "d")).replace("\n", " ")
    build = report.context.builds[0]
    for piece in report.cut.pieces:
        assert f"{piece.mark} " in text
    whole = report.context.say.mass(build.mass)
    assert f"all of it {whole}" in " ".join(text.split())
    assert "parked, bent line" in text and "rear roller left" in text
    (study,) = studies_at(report, {})
    parked = study.case("Parked")
    assert parked is not None and study.posed is not None
    at = [contact.label for contact in study.posed.contacts].index("rear roller left")
    assert f"rear roller left {parked.result.rest_force[at]:.0f} N" in " ".join(text.split())
    item = report.context.plan.placed[0]
    assert f"{item.thing.hold.straps} straps, {item.thing.hold.strap_rating} each" in " ".join(text.split())


def test_panels_and_what_hangs_have_their_sheet_too(catalog: Catalog) -> None:
    """A box has marks and masses and no bent line; a bunk's straps are supports."""
    data = box_job(
        {"family": "plywood_box", "id": "b", "label": "Chest", "front": "10 mm"},
        {"family": "hung_bunk", "id": "k", "label": "Bunk", "height": "900 mm", "straps": {"height": "1700 mm"}},
    )
    design = read_design(data, bare=PLAIN)
    text = " ".join(read(calculation_pdf(design, check(design, catalog), "c", "d")).split())
    chest, bunk = text.split("Bunk: parts by the marks")
    assert "Euler-Bernoulli" in text and "shell elements" in text
    assert "Chest: parts by the marks" in chest and "bent line" not in chest.split("Chest: parts by the marks")[1]
    assert "rear strap" in bunk and "bent line" in bunk


def test_a_sheet_says_only_what_is_so(catalog: Catalog) -> None:
    """A job of one box has no bars; its plywood has a source."""
    design = read_design(box_job({"family": "plywood_box", "id": "b", "label": "Chest", "front": "10 mm"}), bare=PLAIN)
    text = " ".join(read(calculation_pdf(design, check(design, catalog), "c", "d")).split())
    assert "Euler-Bernoulli" not in text and "shell elements" in text
    assert "Material values: ." not in text and "Material values: " in text
