"""What leaves a job as files, read back by other programs: ezdxf, trimesh, pypdf, icalendar, an XML parser."""

from __future__ import annotations

import csv
import datetime as dt
import io
import zipfile
from xml.etree import ElementTree

import ezdxf
import pytest
import shapely
import trimesh
from icalendar import Calendar
from pypdf import PdfReader

from ergostrut.core.catalog.model import Catalog
from ergostrut.core.cut.outline import Outline, outlines
from ergostrut.core.job.document import read_job
from ergostrut.core.report import check
from ergostrut.core.structure.plans import Placed
from ergostrut.demo.sample import sample_jobs
from ergostrut.files.catalog_files import shipped_catalog
from ergostrut.files.drawn.nested import laid, sheet_rings
from ergostrut.files.pack import ONE, Pack, all_files, one_file, packed, safe_name

AT = dt.datetime(2026, 5, 4, 9, 30, tzinfo=dt.UTC)


@pytest.fixture(scope="module", params=["river", "trailer"])
def pack(request: pytest.FixtureRequest, catalog: Catalog) -> Pack:
    """A job in inches and one in mm."""
    design = next(job for job in sample_jobs() if request.param in job.design.name.lower()).design
    report = check(design, catalog)
    return Pack(design, report, {report.cut.pieces[0].mark: "R-77"}, AT)


def _read(text: bytes) -> ezdxf.document.Drawing:
    return ezdxf.read(io.StringIO(text.decode()))  # type: ignore[attr-defined, no-any-return]


def test_every_drawing_passes_an_audit_in_the_jobs_unit(pack: Pack) -> None:
    for name, data in all_files(pack).items():
        if not name.endswith(".dxf"):
            continue
        drawing = _read(data)
        audit = drawing.audit()
        assert not audit.errors and not audit.fixes, name
        assert drawing.header["$INSUNITS"] == {"in": 1, "mm": 4}[pack.design.units.length]
        assert {entity.dxf.layer for entity in drawing.modelspace()} <= {layer.dxf.name for layer in drawing.layers}


def test_views_are_drawn_at_full_size_with_dimensions_that_measure_so(pack: Pack) -> None:
    drawing = _read(one_file(pack, "drawings.dxf"))
    mm = {"in": 25.4, "mm": 1.0}[pack.design.units.length]
    member = max((m for build in pack.report.context.builds for m in build.members), key=lambda m: m.length)
    lines = [entity for entity in drawing.modelspace().query("LWPOLYLINE") if entity.dxf.layer == "MEMBERS"]
    sizes = []
    for line in lines:
        xs, ys = zip(*((p[0], p[1]) for p in line.get_points()), strict=True)
        sizes += [(max(xs) - min(xs)) * mm, (max(ys) - min(ys)) * mm]
    assert any(size == pytest.approx(member.length, abs=0.5) for size in sizes)
    measured = [one for one in drawing.modelspace().query("DIMENSION") if one.dxf.layer == "DIMENSIONS"]
    assert len(measured) >= 6
    for one in measured:
        assert one.get_measurement() > 0 and one.dxf.text.endswith(pack.design.units.length)


def _sheet(pack: Pack) -> tuple[dict[str, Outline], list[tuple[str, bytes]]]:
    files = [(name, data) for name, data in all_files(pack).items() if name.startswith("sheets/")]
    return outlines(pack.report.context, pack.report.cut.pieces), files


def test_nested_parts_lie_on_their_sheet_apart_by_a_saw_cut(pack: Pack) -> None:
    found, files = _sheet(pack)
    sheets = [sheet for group in pack.report.cut.sheets for sheet in group.plan.sheets]
    assert len(files) == len(sheets)
    for sheet in sheets:
        (edge, *rings) = sheet_rings(sheet, found, {})
        board = shapely.Polygon(edge.points)
        solid = [shapely.Polygon(ring.points) for ring in rings if ring.words]
        assert len(solid) == len(sheet.pieces)
        for i, one in enumerate(solid):
            # sizes of the cut list are rounded to a hundredth
            assert board.buffer(0.01).contains(one)
            assert all(one.distance(other) >= pack.design.shop.kerf_mm - 0.01 for other in solid[i + 1 :])


@pytest.mark.parametrize("along", [True, False])
@pytest.mark.parametrize("turned", [True, False])
def test_a_part_is_turned_and_never_turned_over(along: bool, turned: bool) -> None:
    """The corners of an L keep going round the same way wherever it is laid: mirrored, its good face would be inside."""
    ell = ((0.0, 0.0), (400.0, 0.0), (400.0, 100.0), (150.0, 100.0), (150.0, 300.0), (0.0, 300.0))
    found = Outline((400.0, 300.0), ell, (), 0.0, along)
    long, wide = (400.0, 300.0) if along else (300.0, 400.0)
    dx, dy = (wide, long) if turned else (long, wide)
    there = shapely.Polygon([laid(point, found, Placed("P", 10.0, 20.0, dx, dy, turned)) for point in ell])
    assert there.exterior.is_ccw and there.area == shapely.Polygon(ell).area
    assert there.bounds == (10.0, 20.0, 10.0 + dx, 20.0 + dy)


def test_part_files_hold_their_area(pack: Pack) -> None:
    mm = {"in": 25.4, "mm": 1.0}[pack.design.units.length]
    panels = {panel.id: panel for build in pack.report.context.builds for panel in build.panels}
    rows = {row.mark: row for row in pack.report.cut.pieces}
    files = {name.split("/")[1]: data for name, data in all_files(pack).items() if name.startswith("parts/")}
    assert len(files) == len(outlines(pack.report.context, pack.report.cut.pieces))
    for mark, row in rows.items():
        if row.width is None:
            continue
        name = f"{safe_name(f'{pack.mark(mark)} x{row.count} {row.stock_label}')}.dxf"
        left = shapely.Polygon()
        for line in _read(files[name]).modelspace().query("LWPOLYLINE"):
            assert line.closed and line.dxf.layer == "CUT"
            left = left.symmetric_difference(shapely.Polygon([(p[0] * mm, p[1] * mm) for p in line.get_points()]))
        assert left.area == pytest.approx(panels[row.parts[0]].area, rel=1e-6)


def test_solids_have_the_volume_that_they_weigh(pack: Pack) -> None:
    """Mass over density, but where a section's walls are reckoned thinner than they are sold (AISC 360 B4.2: 0.93 of them)."""
    scene = trimesh.load(io.BytesIO(one_file(pack, "solids.glb")), file_type="glb")
    assert isinstance(scene, trimesh.Scene)
    parts = {m.id: m for build in pack.report.context.builds for m in build.members}
    panels = {p.id: p for build in pack.report.context.builds for p in build.panels}
    assert set(scene.geometry) == {*parts, *panels}
    for name, mesh in scene.geometry.items():
        assert isinstance(mesh, trimesh.Trimesh) and mesh.is_watertight and mesh.volume > 0, name
        if name in panels:
            panel = panels[name]
            assert mesh.volume == pytest.approx(panel.area * panel.sheet.t * 1e-9, rel=1e-4)
            assert mesh.metadata["kg"] == pytest.approx(panel.mass, abs=1e-3)
        else:
            ratio = mesh.volume * parts[name].section.material.density / parts[name].mass
            assert 0.92 < ratio < 1.01, name
    low, high = scene.bounds
    # metres, y up
    assert 0 <= low[1] < high[1] < 4


def test_drawings_for_a_browser_are_well_formed_and_say_their_scale(pack: Pack) -> None:
    svgs = {name: data for name, data in all_files(pack).items() if name.endswith(".svg")}
    assert len(svgs) == 5 * len(pack.report.context.builds), "three views and two sections of each"
    for name, data in svgs.items():
        root = ElementTree.fromstring(data)
        words = [node.text or "" for node in root.iter("{http://www.w3.org/2000/svg}text")]
        assert any(" 1 : " in text for text in words), name
        assert any(text.endswith(f" {pack.design.units.length}") for text in words), name


def test_steps_are_tasks_in_order(pack: Pack) -> None:
    calendar = Calendar.from_ical(one_file(pack, "steps.ics"))
    todos = calendar.walk("VTODO")
    assert len(todos) == len(pack.report.steps)
    for n, (todo, step) in enumerate(zip(todos, pack.report.steps, strict=True), 1):
        assert todo["summary"] == f"{n}. {step.title}" and step.text in todo["description"]
        assert todo["duration"].dt == dt.timedelta(minutes=max(round(step.minutes), 1))
    assert [todo.get("related-to") for todo in todos] == [None, *(todo["uid"] for todo in todos[:-1])]


def test_the_packet_says_everything_that_is_cut_bought_and_done(pack: Pack) -> None:
    text = " ".join("\n".join(page.extract_text() for page in PdfReader(io.BytesIO(one_file(pack, "packet.pdf"))).pages).split())
    for row in pack.report.cut.pieces:
        assert pack.mark(row.mark) in text
    assert "R-77" in text, "what is issued is said"
    for step in pack.report.steps:
        assert " ".join(step.title.split()) in text
    for found in pack.report.findings:
        if found.state in ("over", "unknown"):
            assert " ".join(found.title.split()) in text
    assert "It does not replace a licensed engineer" in text


def test_a_label_a_part(pack: Pack) -> None:
    reader = PdfReader(io.BytesIO(one_file(pack, "labels.pdf")))
    count = sum(row.count for row in pack.report.cut.pieces)
    assert len(reader.pages) == -(-count // 24)
    text = "\n".join(page.extract_text() for page in reader.pages)
    assert text.count(" of ") >= count and "R-77" in text


def test_the_jobs_own_file_comes_back_with_the_same_report(pack: Pack) -> None:
    again = read_job(one_file(pack, "job.json").decode())
    assert again.design == pack.design
    assert check(again.design, shipped_catalog()).findings == pack.report.findings


def test_sections_are_cut_through_every_build(pack: Pack) -> None:
    names = [name for name, _ in pack.views()]
    for build in pack.report.context.builds:
        assert f"{build.label}, section along" in names and f"{build.label}, section across" in names
    views = dict(pack.views())
    label = pack.report.context.builds[0].label
    assert views[f"{label}, section along"].items != views[f"{label}, side"].items, "something is taken away, and hatched"


def test_the_zip_holds_all_of_it(pack: Pack) -> None:
    data = packed(pack)
    names = zipfile.ZipFile(io.BytesIO(data)).namelist()
    assert set(ONE) <= set(names) and len(names) == len(set(names))
    rows = list(csv.DictReader(zipfile.ZipFile(io.BytesIO(data)).read("cut list.csv").decode().splitlines()))
    assert rows[0]["mark"] == "R-77"


@pytest.mark.parametrize(("text", "name"), [("../../etc/passwd", "etc-passwd"), ("R1 x2 1/2 in: ply", "R1 x2 1-2 in- ply"), ("…", "file")])
def test_names_that_any_file_system_takes(text: str, name: str) -> None:
    assert safe_name(text) == name
