"""The command line: exit codes, one clear line on bad input, the same report as the pages."""

from __future__ import annotations

import json
import subprocess
import sys
from pathlib import Path

import pytest
from pypdf import PdfReader

from ergostrut.cli import main
from ergostrut.core.changes import Change
from ergostrut.core.job.change import apply
from ergostrut.core.job.document import Job, read_job, write_job
from ergostrut.core.report import Report
from ergostrut.demo.sample import sample_jobs
from ergostrut.files.report_json import report_data
from ergostrut.store.database import Database
from ergostrut.web.app import create_app
from ergostrut.web.listen import listening


@pytest.fixture
def job_file(tmp_path: Path, sample: Job) -> Path:
    path = tmp_path / "job.json"
    path.write_text(write_job(sample), encoding="utf-8")
    return path


def _write(tmp_path: Path, sample: Job, *changes: Change) -> str:
    path = tmp_path / "changed.json"
    path.write_text(write_job(sample.model_copy(update={"design": apply(sample.design, changes)})), encoding="utf-8")
    return str(path)


def test_check_prints_the_pages_report(job_file: Path, report: Report, capsys: pytest.CaptureFixture[str]) -> None:
    assert main(["check", str(job_file), "--json"]) == 1
    assert json.loads(capsys.readouterr().out) == json.loads(json.dumps(report_data(report)))


def test_exit_codes(tmp_path: Path, sample: Job, capsys: pytest.CaptureFixture[str]) -> None:
    pin = Change("/builds/0/lock/pin", "1/2 in")
    under = [Change(f"/host/holes/{i}/y", f"{y} in") for i, y in enumerate((-24, 24, -24, 24))]
    gear = [Change("/builds/0/rollers/plate", "1/4 in"), Change("/builds/0/rollers/plate_width", "2 in")]
    rows = [
        pin,
        *gear,
        Change("/builds/0/base/stand_rating", "300 kg"),
        Change("/builds/0/joints/capped", True),
        *(Change(f"/carry/things/{i}/hold/eye_rating", "200 kg") for i in range(4)),
        *under,
        *(Change(f"/host/holes/{i}/rating", "520 kg") for i in range(4)),
    ]
    assert main(["check", _write(tmp_path, sample, *rows)]) == 3, "only the keeper's rating is unknown"
    assert main(["check", _write(tmp_path, sample, *rows, Change("/builds/0/base/keeper_rating", "200 kg"))]) == 0
    out = capsys.readouterr().out
    assert "holds" in out and "Lock pin" in out


@pytest.mark.parametrize(("text", "says"), [("{", "line 1"), ("[]", "not an Ergostrut job"), (None, "cannot be read")])
def test_unusable_input_is_one_line_and_code_2(tmp_path: Path, text: str | None, says: str, capsys: pytest.CaptureFixture[str]) -> None:
    path = tmp_path / "bad.json"
    if text is not None:
        path.write_text(text, encoding="utf-8")
    for command in ("check", "cut", "import"):
        assert main([command, str(path)]) == 2
        error = capsys.readouterr().err
        assert says in error and error.count("\n") == 1
    path.write_bytes(b"\xff\xfe\x00")
    assert main(["check", str(path)]) == 2


def test_import_export_cut_backup(
    job_file: Path, tmp_path: Path, sample: Job, monkeypatch: pytest.MonkeyPatch, capsys: pytest.CaptureFixture[str]
) -> None:
    monkeypatch.setenv("ERGOSTRUT_DATA", str(tmp_path / "data"))
    assert main(["backup", str(tmp_path / "early.db")]) == 2
    assert main(["import", str(job_file)]) == 0
    assert "job 1: River survey pickup" in capsys.readouterr().out
    assert main(["export", "1"]) == 0
    assert json.loads(capsys.readouterr().out)["design"] == json.loads(write_job(sample))["design"]
    assert main(["export", "7"]) == 2
    assert main(["cut", str(job_file)]) == 0
    assert capsys.readouterr().out.startswith("kind,mark,count")
    assert main(["backup", str(tmp_path / "copy.db")]) == 0 and (tmp_path / "copy.db").exists()
    assert main(["demo", "--reset"]) == 0
    assert "as it ships" in capsys.readouterr().out


def test_schema_and_openapi_print(capsys: pytest.CaptureFixture[str]) -> None:
    assert main(["schema"]) == 0
    assert json.loads(capsys.readouterr().out)["title"] == "Ergostrut job, version 3"
    assert main(["openapi"]) == 0
    assert "/api/jobs/{job}/report" in json.loads(capsys.readouterr().out)["paths"]


def test_ports(tmp_path: Path, capsys: pytest.CaptureFixture[str]) -> None:
    app = create_app(Database(tmp_path / "e.db"))
    first, second = listening(app, 0), listening(app, 0)
    assert first.effective_port != second.effective_port
    with pytest.raises(OSError, match="is taken: stop what listens there"):
        listening(app, int(first.effective_port))
    first.close()
    second.close()
    for port in ("70000", "-1", "x", "1" * 5000):
        with pytest.raises(SystemExit) as caught:
            main(["serve", "--port", port])
        assert caught.value.code == 2 and "is no port" in capsys.readouterr().err


def test_calculation_sheet(job_file: Path, tmp_path: Path, capsys: pytest.CaptureFixture[str]) -> None:
    target = tmp_path / "sheet.pdf"
    assert main(["calculation", str(job_file), str(target), "--finding", "slide1/tip.droop"]) == 0
    text = "".join(page.extract_text() for page in PdfReader(target).pages)
    assert "Tip droop" in text and "Loads" in text and "Bump" in text and "ASTM A513" in text
    assert main(["calculation", str(job_file), str(target), "--finding", "none"]) == 2
    assert main(["calculation", str(job_file), str(tmp_path / "no" / "sheet.pdf")]) == 2
    error = capsys.readouterr().err
    assert "there is no finding “none”" in error and "cannot be written" in error


def test_own_stock(tmp_path: Path, monkeypatch: pytest.MonkeyPatch, capsys: pytest.CaptureFixture[str]) -> None:
    monkeypatch.setenv("ERGOSTRUT_DATA", str(tmp_path / "data"))
    section = {
        "id": "own.t",
        "label": "yard tube",
        "family": "pipe",
        "sizes": [33.7, 2.6],
        "material": "steel.a513",
        "stock": [6000],
        "price_per_m": 4,
    }
    path = tmp_path / "stock.json"
    path.write_text(json.dumps({"format": "ergostrut-stock", "version": 1, "sections": [section]}), encoding="utf-8")
    assert main(["stock", "import", str(path)]) == 0
    capsys.readouterr()
    assert main(["stock", "export"]) == 0
    assert json.loads(capsys.readouterr().out)["sections"][0]["label"] == "yard tube"
    path.write_text(path.read_text(encoding="utf-8").replace("33.7", "3.7"), encoding="utf-8")
    assert main(["stock", "import", str(path)]) == 2
    assert main(["stock", "import"]) == 2
    assert "does not leave a hole" in capsys.readouterr().err


def test_a_job_is_made_changed_and_proved_without_a_server(tmp_path: Path, capsys: pytest.CaptureFixture[str]) -> None:
    assert main(["hosts"]) == 0 and "pickup-65" in capsys.readouterr().out
    assert main(["families"]) == 0 and capsys.readouterr().out.startswith("bed_slide")
    path = tmp_path / "new.json"
    assert main(["new", "--host", "pickup-65", "--build", "bed_slide", "--name", "Łódź", "--units", "mm,kg"]) == 0
    path.write_text(capsys.readouterr().out, encoding="utf-8")
    assert main(["set", str(path), "/builds/0/pull_out=900", "/loads/road=trail", "/builds/0/stops=[]", "/builds/0/mid_ribs=4"]) == 0
    design = read_job(path.read_text(encoding="utf-8")).design
    assert (str(design.builds[0].pull_out), design.loads.road, design.builds[0].mid_ribs, design.name) == ("900 mm", "trail", 4, "Łódź")
    assert main(["check", str(path)]) == 3, "nothing is over, floor and ratings are not known"
    before = path.read_bytes()
    for change, says in (
        ("/builds/0/pull_out=90000 mm", "/builds/0/pull_out"),
        ("/builds/0/rail=none such", "/builds/0/rail"),
        ("/builds/0/nothing=1", "/builds/0/nothing"),
        ("pull_out=3", "write a change as"),
        ("/builds/0/lock/pin=NaN", "/builds/0/lock/pin"),
    ):
        capsys.readouterr()
        assert main(["set", str(path), "/loads/road=paved", change]) == 2
        told = capsys.readouterr().err
        assert says in told and told.count("\n") == 1
    assert path.read_bytes() == before and [p.name for p in tmp_path.iterdir()] == ["new.json"]
    assert main(["new", "--host", "boat"]) == 2 and main(["new", "--host", "pickup-65", "--build", "submarine"]) == 2
    assert main(["set", str(tmp_path / "none.json"), "/loads/road=paved"]) == 2
    assert main(["new", "--host", "pickup-empty"]) == 0


@pytest.mark.parametrize(("units", "step"), [("in", 25.4 / 16), ("mm", 1.0)])
@pytest.mark.parametrize("host", ["pickup-65", "pickup-empty"])
def test_a_first_slide_comes_in_round_numbers(host: str, units: str, step: float, capsys: pytest.CaptureFixture[str]) -> None:
    assert main(["new", "--host", host, "--build", "bed_slide", "--units", f"{units},kg"]) == 0
    build = read_job(capsys.readouterr().out).design.builds[0]
    for length in (
        build.tray_length,
        build.tray_width,
        build.pull_out,
        build.front_gap,
        build.rollers.play,
        build.lock.pin,
        build.roller_lift,
    ):
        assert abs(length.mm / step - round(length.mm / step)) < 1e-9, str(length)
        assert length.unit == units
    assert build.tray_length.mm % (12.7 if units == "in" else 10) == pytest.approx(0, abs=1e-9)


def test_lists_paths_surfaces_and_near_names(tmp_path: Path, capsys: pytest.CaptureFixture[str]) -> None:
    for command, says in (("sections", "2x8 spf"), ("sheets", "birch.18"), ("hosts", "Measure before cutting")):
        assert main([command]) == 0 and says in capsys.readouterr().out
    assert main(["new", "--host", "pickup-65", "--build", "fixed_platform"]) == 0
    path = tmp_path / "job.json"
    path.write_text(capsys.readouterr().out, encoding="utf-8")
    assert main(["paths", str(path), "/builds/0"]) == 0
    told = capsys.readouterr().out
    assert "/builds/0/bearer_flat" in told and "Laid flat" in told and '"2x6 spf"' in told and "/host" not in told
    assert main(["surfaces", str(path)]) == 0 and capsys.readouterr().out.splitlines()[1].startswith("platform1/bed")
    for change, says in (
        ("/builds/0/bearer=spf 2x8", "did you mean “2x8 spf”?"),
        ("/builds/0/deck=birch.81", "did you mean “birch.18”?"),
        ("/builds/²/bearer=2x8 spf", "no item ² in this list"),
        ("/builds/①/bearer=2x8 spf", "no item ① in this list"),
        ("/bilds/0/bearer=2x8 spf", "did you mean “builds”?"),
    ):
        assert main(["set", str(path), change]) == 2
        assert says in capsys.readouterr().err
    assert main(["new", "--host", "pickup-66"]) == 2 and "did you mean pickup-65?" in capsys.readouterr().err
    assert main(["paths", str(path), "/bild"]) == 2 and "there is nothing at /bild" in capsys.readouterr().err


def test_mends_are_told_with_the_change_to_make(tmp_path: Path, sample: Job, capsys: pytest.CaptureFixture[str]) -> None:
    path = _write(tmp_path, sample, Change("/builds/0/rail", "1x1.5x14ga"))
    assert main(["check", path, "--mends"]) == 1
    mends = [line for line in capsys.readouterr().out.splitlines() if line.strip().startswith("mend:")]
    assert mends and any("/builds/0/rail=" in line for line in mends)


def test_help_and_a_first_job_load_little() -> None:
    """Counted, not timed: help needs nothing of the core, a new job neither the solver, the database nor a drawing reader."""
    code = "import sys; from ergostrut.cli import main\ntry: main({!r})\nexcept SystemExit: pass\nprint(*sys.modules)"
    for args, banned in (
        (["--help"], ("ergostrut.core", "numpy", "pydantic")),
        (
            ["new", "--host", "pickup-65", "--build", "plywood_box"],
            ("scipy", "sqlalchemy", "flask", "ezdxf", "reportlab", "ergostrut.core.report"),
        ),
    ):
        loaded = subprocess.run([sys.executable, "-c", code.format(args)], capture_output=True, text=True, check=True).stdout.split()
        found = [name for name in loaded if any(name == one or name.startswith(f"{one}.") for one in banned)]
        assert not found, found[:5]


def test_another_vehicle_under_a_job(tmp_path: Path, capsys: pytest.CaptureFixture[str]) -> None:
    """What is taken back and what stands worse, a line each; written where asked; refused with a code of its own."""
    job, other = tmp_path / "van.json", tmp_path / "other.json"
    job.write_text(write_job(sample_jobs()[1]), encoding="utf-8")
    assert main(["under", str(job), "van-large", "--write", str(other)]) in (0, 1)
    out = capsys.readouterr().out
    assert "taken back  /builds/0/wall_rail/row" in out and "stand worse" in out
    assert read_job(other.read_text(encoding="utf-8")).design.host != read_job(job.read_text(encoding="utf-8")).design.host
    assert main(["under", str(job), "chassis-midsize"]) == 2 and "stands on a floor" in capsys.readouterr().out
    assert main(["under", str(job), "van-larg"]) == 2 and "did you mean van-large" in capsys.readouterr().err


def test_stockroom(tmp_path: Path, monkeypatch: pytest.MonkeyPatch, capsys: pytest.CaptureFixture[str]) -> None:
    monkeypatch.setenv("ERGOSTRUT_DATA", str(tmp_path))
    table = tmp_path / "room.csv"
    table.write_text("id,stock,length\nrest-1,2x2x14ga,60 in\n", encoding="utf-8")
    assert main(["stockroom", "import", str(table)]) == 0
    assert main(["stockroom", "export"]) == 0
    assert "rest-1,2x2x14ga,60 in" in capsys.readouterr().out
    table.write_text("id,stock,length\nrest-1,nothing,60 in\n", encoding="utf-8")
    assert main(["stockroom", "import", str(table)]) == 2 and main(["stockroom", "import"]) == 2
    assert "the catalogue holds no" in capsys.readouterr().err


def test_files(tmp_path: Path, capsys: pytest.CaptureFixture[str]) -> None:
    job, out = str(Path(__file__).parent / "data" / "river-survey.v1.json"), tmp_path / "all.zip"
    assert main(["files", job, str(out)]) == 0 and out.read_bytes()[:2] == b"PK"
    assert main(["files", job, str(tmp_path / "a.dxf"), "--only", "drawings.dxf"]) == 0
    assert main(["files", job, str(out), "--only", "nothing"]) == 2
    assert main(["files", job, str(tmp_path / "no" / "a.zip")]) == 2
    assert "there is no “nothing”" in capsys.readouterr().err
