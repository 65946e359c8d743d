"""Outlines from drawings and tables, the measuring sheet, the digital tape's stand-in."""

from __future__ import annotations

import io
import math
import subprocess
import sys
import threading
import time
from collections.abc import Iterator
from pathlib import Path

import pytest
from ezdxf.filemanagement import new
from hypothesis import given
from hypothesis import strategies as st
from pypdf import PdfReader

from ergostrut.cli import main
from ergostrut.core.document.survey import corners_of
from ergostrut.core.job.document import read_design
from ergostrut.core.problem import InputError
from ergostrut.devices.lines import LineServer
from ergostrut.devices.tape import REACH, Tape, asked, told
from ergostrut.files.catalog_files import shipped_templates
from ergostrut.files.measuring_pdf import measuring_pdf
from ergostrut.files.outline_in import read_outline, written


def dxf(points: list[tuple[float, float]], units: int = 4, circle: float = 0.0) -> str:
    drawing = new(units=units)
    if points:
        drawing.modelspace().add_lwpolyline(points, close=True)
    if circle:
        drawing.modelspace().add_circle((0, 0), circle)
    out = io.StringIO()
    drawing.write(out)
    return out.getvalue()


@pytest.mark.parametrize(("units", "scale"), [(4, 1.0), (1, 25.4), (5, 10.0), (6, 1000.0)])
def test_a_drawing_is_taken_in_its_own_units_from_its_lower_left(units: int, scale: float) -> None:
    found = read_outline(dxf([(2, 1), (5, 1), (5, 3), (2, 2)], units))
    wanted = [(0, 0), (3 * scale, 0), (3 * scale, 2 * scale), (0, 1 * scale)]
    assert sorted(found) == [pytest.approx(corner, abs=0.01) for corner in sorted(wanted)]


def test_the_largest_outline_counts_and_arcs_become_chords() -> None:
    """A circle of 100 mm about a small square: chords lie within a millimetre of it, and its area within that of them."""
    found = read_outline(dxf([(0, 0), (20, 0), (20, 20), (0, 20)], circle=100))
    area = abs(sum(a[0] * b[1] - a[1] * b[0] for a, b in zip(found, found[1:] + found[:1], strict=True))) / 2
    assert math.pi * 99**2 < area <= math.pi * 100**2 and len(found) < 60


@pytest.mark.parametrize(
    ("text", "field", "words"),
    [
        (dxf([]), "file", "no closed outline"),
        (dxf([], circle=1e12), "file", "reaches farther"),
        (dxf([(0, 0), (1e9, 0), (1, 1)]), "file", "reaches farther"),
        (dxf([(0, 0), (1, 0), (1, 1)]) + " " * 2_100_000, "file", "larger than"),
        (dxf([(0, 0), (1, 0), (1, 1)], units=20), "file", "units"),
        ("  0\nSECTION\n  2\nENTITIES\n  0\nLWPOLYLINE\n 90\nx\n", "file", "cannot be read"),
        ("0,0\n100\n", "line 2", "two lengths"),
        ("0,0\n100,long\n", "line 2", "long"),
        ("along,off\n0,0\n", "file", "two offsets"),
        ("0,0\n100,0\n", "file", "three corners"),
        ("\n".join(f"{n},{n % 7 + 1}" for n in range(400)), "file", "at most"),
    ],
)
def test_what_is_no_outline_says_where(text: str, field: str, words: str) -> None:
    with pytest.raises(InputError) as refused:
        read_outline(text)
    assert refused.value.problems[0].field == field and words in refused.value.problems[0].message


def test_offsets_from_a_straight_edge_close_along_it() -> None:
    """Traced at 0, 12 and 24 in: up from the edge, and back down to it."""
    found = read_outline("along,off\n0, 3 in\n12 in, 3 1/2 in\n24 in, 2\n", "in")
    assert found == ((0, 0), (0, 76.2), (304.8, 88.9), (609.6, 50.8), (609.6, 0))


@given(st.lists(st.tuples(st.integers(0, 3000), st.integers(1, 500)), min_size=3, max_size=40, unique_by=lambda p: p[0]))
def test_what_is_written_is_read_again(points: list[tuple[int, int]]) -> None:
    rows = sorted(points)
    found = read_outline("\n".join(f"{u},{v}" for u, v in rows))
    assert corners_of(written(found)) == found and found[0] == (0, 0)


@given(st.text(max_size=200))
def test_any_text_is_an_outline_or_refused_with_words(text: str) -> None:
    try:
        assert len(read_outline(text)) >= 3
    except InputError as error:
        assert error.problems[0].message


@pytest.mark.parametrize("template", shipped_templates(), ids=lambda t: str(t.id))
def test_the_measuring_sheet_has_every_length_with_its_way(template: object) -> None:
    host = template.host  # type: ignore[attr-defined]
    data = measuring_pdf(read_design({"name": "Ünter-Job", "host": host}))
    text = " ".join(page.extract_text() for page in PdfReader(io.BytesIO(data)).pages)
    assert any(
        first in text for first in ("Floor length", "Front seat backs", "Cab to the rails", "Length of its frame", "Frame above ground")
    )
    assert "First" in text and "Second" in text and "wheels chocked" in text.replace("\n", " ")


@pytest.fixture
def port() -> Iterator[int]:
    with LineServer(Tape(), 0) as server:
        thread = threading.Thread(target=server.serve_forever, daemon=True)
        thread.start()
        yield server.port
        server.shutdown()


def test_a_tape_hands_out_its_last_reading(port: int) -> None:
    assert asked("LAST", port) is None
    first = asked("PULL 81 3/8 in", port)
    assert first is not None and (first.number, first.mm) == (1, pytest.approx(81.375 * 25.4, abs=0.01))
    assert asked("LAST", port) == first
    second = asked("PULL 100", port)
    assert second is not None and second.number == 2 and second.mm == 100


@pytest.mark.parametrize("line", ["PULL long", f"PULL {REACH + 1}", "PULL -3", "PULL", "STOP", ""])
def test_a_tape_refuses_in_words(port: int, line: str) -> None:
    with pytest.raises(ValueError, match=r"\w{3}"):
        asked(line, port)
    assert asked("LAST", port) is None


@given(st.text(max_size=80))
def test_a_tape_answers_anything(line: str) -> None:
    answer = Tape().answer(line)
    assert answer.split(" ", 1)[0] in ("NONE", "READING", "ERR") and "\n" not in told_or_words(answer)


def told_or_words(answer: str) -> str:
    try:
        return str(told(answer))
    except ValueError as error:
        return str(error).replace("\n", " ")


def test_no_tape_is_an_os_error() -> None:
    with LineServer(Tape(), 0) as gone:
        number = gone.port
    with pytest.raises(OSError):
        asked("LAST", number)


def test_a_tape_goes_with_whoever_started_it(monkeypatch: pytest.MonkeyPatch) -> None:
    with LineServer(Tape(), 0) as free:
        number = free.port
    monkeypatch.setenv("ERGOSTRUT_TAPE", str(number))
    device = subprocess.Popen([sys.executable, "-m", "ergostrut.devices.tape"], stdin=subprocess.PIPE)
    for _ in range(200):
        try:
            assert asked("LAST", number) is None
            break
        except OSError:
            time.sleep(0.05)
    assert device.stdin is not None
    device.stdin.close()
    assert device.wait(timeout=20) == 0
    with pytest.raises(OSError):
        asked("LAST", number)


def test_on_the_command_line(tmp_path: Path, capsys: pytest.CaptureFixture[str]) -> None:
    table, job, sheet = tmp_path / "fender.csv", tmp_path / "job.json", tmp_path / "sheet.pdf"
    table.write_text("0,0\n300,0\n300,90\n")
    assert main(["outline", str(table)]) == 0
    assert capsys.readouterr().out.strip() == "0, 0; 300, 0; 300, 90"
    assert main(["outline", str(tmp_path / "none.dxf")]) == 2 and "cannot be read" in capsys.readouterr().err
    assert main(["new", "--host", "wagon-midsize"]) == 0
    job.write_text(capsys.readouterr().out)
    assert main(["measuring-sheet", str(job), str(sheet)]) == 0 and sheet.read_bytes().startswith(b"%PDF")
    assert main(["measuring-sheet", str(table), str(sheet)]) == 2
