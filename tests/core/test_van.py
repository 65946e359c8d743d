"""A van's load space: survey, walls by stations, rows of fixing points, what is built in it, and its form."""

from __future__ import annotations

from typing import Any, get_args

import pytest

from ergostrut.core.catalog.model import Catalog
from ergostrut.core.constants import G
from ergostrut.core.job.document import read_design
from ergostrut.core.measure.hosts import KINDS, resolve
from ergostrut.core.problem import InputError
from ergostrut.core.report import check
from ergostrut.core.structure.sheet import Command, Row, paths_of, shown
from ergostrut.demo.sample import sample_jobs
from ergostrut.files.catalog_files import shipped_templates

from .vans import job, van

PLATFORM = {
    "family": "fixed_platform",
    "id": "platform1",
    "label": "bed",
    "width": "1400 mm",
    "ends": "legs",
    "halves": 1,
    "length": "1950 mm",
}
VANS = [template for template in shipped_templates() if template.host["kind"] == "van_interior"]


def test_width_is_straight_between_stations_level_below_and_goes_on_leaning_above() -> None:
    stations = [{"height": "200 mm", "width": "1600 mm"}, {"height": "1000 mm", "width": "1500 mm"}]
    host = resolve(read_design({"name": "x", "host": van(stations=stations)}).host)
    assert [host.half_at(z) for z in (0, 200, 600, 1000, 1400)] == pytest.approx([800, 800, 775, 750, 725])


def test_rows_stand_where_their_face_is() -> None:
    stations = [{"height": "0 mm", "width": "1600 mm"}, {"height": "1000 mm", "width": "1400 mm"}]
    rows = [
        {"name": "nuts", "face": "left wall", "start": "100 mm", "pitch": "300 mm", "count": 3, "level": "500 mm", "rating": "100 kg"},
        {"name": "track", "kind": "track", "face": "right wall", "start": "0 mm", "pitch": "2000 mm", "count": 2, "level": "1000 mm"},
        {"name": "bows", "kind": "roof members", "face": "roof", "start": "200 mm", "pitch": "500 mm", "count": 2, "level": "0 mm"},
        {"name": "rings", "face": "floor", "start": "50 mm", "pitch": "900 mm", "count": 2, "level": "-400 mm"},
    ]
    host = resolve(read_design({"name": "x", "host": van(stations=stations, rows=rows)}).host)
    assert host.rows["nuts"].spots == ((100, -750, 500), (400, -750, 500), (700, -750, 500))
    assert host.rows["nuts"].rating == pytest.approx(100 * G) and host.rows["rings"].rating is None
    assert host.rows["track"].spots[1] == (2000, 700, 1000) and host.rows["track"].free_along
    assert host.rows["bows"].spots[0] == (200, 0, 1700) and host.rows["rings"].spots[1] == (950, -400, 0)


@pytest.mark.parametrize(
    ("host", "field", "words"),
    [
        ({"stations": [{"height": "900 mm", "width": "1600 mm"}, {"height": "400 mm", "width": "1600 mm"}]}, "stations/1/height", "above"),
        (
            {"rows": [{"name": "a", "kind": "ribs", "face": "roof", "start": "0 mm", "pitch": "1 m", "level": "0 mm"}]},
            "rows/0/face",
            "wall",
        ),
        ({"rows": [{"name": "a", "kind": "roof members", "start": "0 mm", "pitch": "1 m", "level": "0 mm"}]}, "rows/0/face", "ribs"),
        ({"dims": {"well_height": "2 m"}}, "dims/well_height/value", "cannot be right"),
        ({"bulkhead": "curtain"}, "bulkhead", "solid"),
    ],
)
def test_what_cannot_be_is_refused_with_its_field(host: dict[str, Any], field: str, words: str) -> None:
    with pytest.raises(InputError) as refused:
        read_design({"name": "x", "host": van(**host)})
    (problem,) = refused.value.problems
    assert problem.field.endswith(field) and words in problem.message


def test_a_bunk_wider_than_the_van_stands_in_the_wall(catalog: Catalog) -> None:
    wide = {**PLATFORM, "width": "1700 mm"}
    finding = next(f for f in check(job(wide), catalog).findings if f.id == "platform1/fit.walls")
    assert finding.state == "over" and finding.demand == pytest.approx(-30)


def test_a_platform_is_held_in_a_crash_by_rated_ties_alone(catalog: Catalog) -> None:
    """Ten ties share 10 g of build; without a rating, or untied, nobody knows."""
    crash = {"crash": {"on": True}}

    def held(**params: Any) -> Any:
        report = check(job({**PLATFORM, **params}, loads=crash), catalog)
        return next(f for f in report.findings if f.id == "platform1/crash.ties")

    rated, free, untied = held(tie_rating="600 kg"), held(), held(tied=False)
    mass = float(next(line.value for line in rated.working if line.symbol == "m"))
    up = float(next(line.value for line in rated.working if line.symbol == "U"))
    assert rated.demand == pytest.approx(up + 10 * mass * G / 10, rel=1e-6) and rated.state == "holds"
    assert free.state == untied.state == "unknown"


def test_the_clock_van_has_something_that_holds_is_tight_and_is_over(catalog: Catalog) -> None:
    sample = next(one for one in sample_jobs() if one.design.host.kind == "van_interior")
    report = check(sample.design, catalog)
    assert {"holds", "tight", "over"} <= {f.state for f in report.findings if f.id.startswith("bunk1/")}
    assert not [f for f in report.findings if f.state == "unknown" and f.id.startswith("bunk1/")]


OFF_SHEET = {"kind", "label", "dims", "seats", "weights"}
"""What the page shows for every host beside its kind's form."""


def _leaves(record: Any, path: str = "") -> list[str]:
    found = []
    for name, info in record.model_fields.items():
        inner = [t for t in (info.annotation, *get_args(info.annotation)) if hasattr(t, "model_fields") and not hasattr(t, "parse")]
        at = f"{path}{name}"
        found += _leaves(inner[0], f"{at}/") if inner else [at]
    return found


@pytest.mark.parametrize("kind", sorted(KINDS))
def test_every_field_of_a_survey_stands_on_its_form_exactly_once(kind: str) -> None:
    on_form = paths_of(KINDS[kind].sheet)
    assert len(on_form) == len(set(on_form))
    wanted = {path for path in _leaves(KINDS[kind].survey) if path.split("/")[0] not in OFF_SHEET | KINDS[kind].without}
    assert wanted == set(on_form)


@pytest.mark.parametrize("kind", sorted(KINDS))
def test_what_a_form_adds_is_accepted_again_and_again(kind: str, catalog: Catalog) -> None:
    data: dict[str, Any] = {"name": "x", "host": {"kind": kind}}
    for _ in range(3):
        survey = read_design(data).host
        rows = [row for group in shown(KINDS[kind].sheet, survey, catalog) for row in group.rows]
        host = survey.model_dump(mode="json")
        for row in rows:
            if isinstance(row, Command) and row.op == "add":
                host[row.path].append(row.value)
        data = {"name": "x", "host": host}
        items = {row.item for row in rows if isinstance(row, Row) and row.item}
    design = read_design(data)
    known = {"holes": "bolt 1", "slots": "slot 2", "rows": "row 2"}
    for field in set(known) - KINDS[kind].without:
        assert len(getattr(design.host, field)) == 3 and known[field] in items


def test_a_wall_measured_at_one_height_or_too_low_is_unknown(catalog: Catalog) -> None:
    """One width says nothing of its lean; what stands well over the highest width was not measured."""
    for stations in ([{"height": "0 mm", "width": "1640 mm"}], [{"height": h, "width": "1640 mm"} for h in ("0 mm", "150 mm")]):
        report = check(job({**PLATFORM, "height": "500 mm"}, host=van(stations=stations)), catalog)
        finding = next(f for f in report.findings if f.id == "platform1/fit.walls")
        assert (finding.state, finding.missing) == ("unknown", ("stations",))
