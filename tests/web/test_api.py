"""The API as the pages use it: every place, refusals with words, and what the server lets nobody do."""

from __future__ import annotations

import io
import json
from typing import Any

import pytest
from pypdf import PdfReader

from ergostrut.core.job.document import Job, write_job

from .conftest import LOCAL, Shop


def test_yard_shows_each_job_with_its_worst_states(shop: Shop) -> None:
    yard = shop.get("/api/yard")
    assert {one["name"] for one in yard["jobs"]} == {
        "River survey pickup",
        "Clock repairer's van",
        "Trail-crew wagon",
        "Borrowed van's gear rack",
        "Orchard flatbed",
        "Night-sky body",
        "Night-sky shell",
        "Seed library trailer",
    }
    card = next(one for one in yard["jobs"] if one["name"] == "River survey pickup")
    assert not card["checked"] and card["outline"] is None
    shop.get(f"/api/jobs/{card['id']}/prove")
    card = next(one for one in shop.get("/api/yard")["jobs"] if one["id"] == card["id"])
    assert card["checked"] and card["places"]["prove"] == "over"
    assert card["outline"]["items"]
    wagons = ["wagon-midsize", "wagon-large", "wagon-empty"]
    vans = ["van-compact", "van-medium", "van-large", "van-empty"]
    boxes = ["trailer-enclosed-6x10", "shell-small", "topper-65", "box-empty"]
    bare = ["chassis-midsize", "chassis-fullsize", "chassis-empty"]
    trailers = ["trailer-frame-5x8", "trailer-frame-tandem", "trailer-axle-4x8", "trailer-axles-tandem", "trailer-frame-empty"]
    assert [t["id"] for t in yard["templates"]] == ["pickup-65", "pickup-empty", *wagons, *vans, *boxes, *bare, *trailers]
    offered = {t["id"]: t["families"] for t in yard["templates"]}
    assert (
        offered["chassis-empty"] == ["chassis_body", "teardrop_body", "truck_flatbed"]
        and "truck_flatbed" not in offered["pickup-65"]
        and "bed_slide" in offered["van-large"]
    )


@pytest.mark.parametrize("builds", [[], ["bed_slide"], ["fixed_platform", "bed_slide"], ["hung_bunk", "fixed_platform"]], ids=str)
@pytest.mark.parametrize("template", ["pickup-65", "pickup-empty", "van-medium", "van-empty"])
def test_every_place_answers_for_a_new_job(shop: Shop, template: str, builds: list[str]) -> None:
    body = {"template": template, "builds": builds, "name": "new", "units": {"length": "mm", "mass": "kg"}}
    job = shop.post("/api/jobs", body)["id"]
    for place in (
        "measure",
        "carry",
        "frame?at=slide1/tray/pull=200",
        "prove?position=out",
        "balance?at=slide1/tray/pull=100&crew=false",
        "anchor",
        "cut",
        "make",
        "log",
        "report",
        "advice",
        "revisions",
    ):
        assert shop.get(f"/api/jobs/{job}/{place}")
    assert "no host template" in shop.post("/api/jobs", {"template": "boat", "name": "x"}, 422)["message"]
    assert shop.post("/api/jobs", {"template": template, "name": " "}, 422)["problems"][0]["field"] == "/name"


def test_prove_shows_members_joints_and_how_far_from_buckling(shop: Shop) -> None:
    data = shop.get("/api/jobs/1/prove?position=out&case=Parked")
    assert data["drawn"] == "Parked" and {v["name"] for v in data["views"]} == {"side", "plan", "rear"}
    assert len(data["joints"]) == 10 and all(row["state"] == "holds" for row in data["joints"])
    assert data["frequency"] > 1 and (data["critical"] is None or data["critical"] > 3)
    plan = next(v for v in data["views"] if v["name"] == "plan")
    assert sum(item.get("role") == "fixing" for item in plan["items"]) == 10, "a mark on every joint"
    every = shop.get("/api/jobs/1/prove?position=out&case=all%20cases")
    by_member = {row["member"]: row["use"] for row in data["members"]}
    assert every["case"] == "all cases" and all(row["use"] >= by_member[row["member"]] - 1e-9 for row in every["members"])
    empty = shop.get("/api/jobs/1/prove?position=nowhere&case=nothing")
    assert empty["position"] == "in" and empty["case"] in [row["name"] for row in empty["cases"]]


def test_diagram_solid_and_loads(shop: Shop) -> None:
    rail = "slide1/tray/rail.left"
    found = shop.get(f"/api/jobs/1/prove/diagram?position=out&case=Parked&member={rail}")["diagram"]
    assert found["member"] == rail and len(found["s"]) == len(found["values"]["My"])
    assert shop.get("/api/jobs/1/prove/diagram?member=none")["diagram"] is None
    assert len(shop.get("/api/jobs/1/solid?at=slide1/tray/pull=300")["scene"]["prisms"]) > 8
    bare = shop.get("/api/jobs/1/solid?proof=true&position=out&case=Parked&shape=buckled")["scene"]
    assert bare["strands"] and not bare["blocks"]
    loads = shop.get("/api/jobs/1/loads")
    assert [row["name"] for row in loads["cases"]][:3] == ["Bump", "Rebound", "Brake"]
    shop.change(1, "/loads/cases/Brake", {"x": -1.2, "y": 0, "z": -1})
    brake = next(row for row in shop.get("/api/jobs/1/loads")["cases"] if row["name"] == "Brake")
    assert brake["own"] and brake["used"] == [-1.2, 0, -1] and brake["usual"] == [-0.8, 0, -1]
    shop.change(2, "/loads/cases/Brake", None, op="remove")
    assert "/loads/cases/Brake" in shop.change(3, "/loads/cases/Brake", {"x": "fast", "y": 0, "z": -1}, 422)["message"]


def test_calculation_sheet(shop: Shop) -> None:
    whole = shop.client.get("/api/jobs/1/report.pdf", base_url=LOCAL)
    one = shop.client.get("/api/jobs/1/report.pdf?finding=slide1/pin.bending", base_url=LOCAL)
    assert whole.mimetype == one.mimetype == "application/pdf" and len(whole.data) > len(one.data)
    text = "".join(page.extract_text() for page in PdfReader(io.BytesIO(one.data)).pages)
    assert "Lock pin bends" in text and "Side rail, bending" not in text and "does not replace a licensed engineer" in text


def test_own_stock_is_kept_and_travels(shop: Shop) -> None:
    section = {
        "id": "own.t",
        "label": "yard tube",
        "family": "tube",
        "sizes": [40, 60, 3],
        "material": "steel.a513",
        "stock": [6000],
        "price_per_m": 9,
    }
    assert shop.post("/api/stock", {"stock": {"sections": [section]}})["stock"]["sections"][0]["id"] == "own.t"
    assert "takes 3 sizes" in shop.post("/api/stock", {"stock": {"sections": [{**section, "sizes": [1, 2]}]}}, 422)["message"]
    file = json.dumps(shop.get("/api/stock/export"))
    assert "own.t" not in [x["id"] for x in shop.get("/api/catalog")["sections"]]
    shop.change(1, "/own/sections", section, op="add")
    chosen = next(x for x in shop.get("/api/catalog?job=1")["sections"] if x["id"] == "own.t")
    assert chosen["systems"] == ["welded_steel_tube"]
    assert shop.change(2, "/builds/0/rail", "own.t")["design"]["builds"][0]["rail"] == "own.t"
    answer = shop.client.delete("/api/stock/own.t", base_url=LOCAL, headers={"Origin": LOCAL})
    assert answer.status_code == 200 and answer.get_json()["stock"]["sections"] == []
    assert shop.client.delete("/api/stock/own.t", base_url=LOCAL, headers={"Origin": LOCAL}).status_code == 404
    assert shop.get("/api/jobs/1/report")["findings"], "the job keeps its copy"
    assert len(shop.post("/api/stock/import", {"text": file})["stock"]["sections"]) == 1
    assert "not an Ergostrut stock file" in shop.post("/api/stock/import", {"text": "{}"}, 422)["message"]


def test_framing_is_changed_in_one_step(shop: Shop) -> None:
    systems = {x["id"]: x for x in shop.get("/api/catalog")["systems"]}
    assert len(systems) == 9 and not systems["sandwich_bonded"]["slide"]
    assert "does not belong" in shop.change(1, "/builds/0/framing", "tslot_bolted", 422)["message"]
    rows = [("framing", "tslot_bolted"), ("rail", systems["tslot_bolted"]["rail"]), ("rib", systems["tslot_bolted"]["rib"])]
    changes = [{"path": f"/builds/0/{field}", "value": value, "op": "set"} for field, value in rows]
    saved = shop.post("/api/jobs/1/change", {"version": 1, "changes": changes})
    assert saved["revision"] == 2
    tried = shop.post("/api/jobs/1/try", {"changes": [{"path": "/builds/0/rail", "value": "T 40x80", "op": "set"}]})
    assert {row["id"] for row in tried["after"]} >= {"slide1/side-rail.strength"} and tried["adds_kg"] > 0


def test_a_bare_number_takes_the_jobs_unit(shop: Shop) -> None:
    assert shop.change(1, "/builds/0/tray_width", "46 1/2")["design"]["builds"][0]["tray_width"] == "46 1/2 in"
    assert shop.change(2, "/carry/things/0/mass", "30")["design"]["carry"]["things"][0]["mass"] == "30 kg"


@pytest.mark.parametrize(
    ("path", "value", "says"),
    [
        ("/builds/0/tray_width", "wide", "did not understand “wide”"),
        ("/builds/0/pull_out", "90", "shorter than the tray"),
        ("/builds/0/rail", "none such", "no section “none such”"),
        ("/builds/3/rail", "x", "no item 3"),
        ("/carry/crew/0/seat", "roof", "no such seat"),
        ("/builds/0/mid_ribs", "many", "whole number"),
        ("/shop/kerf_mm", -1, "greater than or equal to 0"),
    ],
)
def test_bad_input_is_refused_with_words_and_changes_nothing(shop: Shop, path: str, value: Any, says: str) -> None:
    before = shop.get("/api/jobs/1")
    refusal = shop.change(1, path, value, 422)
    assert says in refusal["message"] and refusal["problems"]
    assert shop.get("/api/jobs/1") == before


def test_a_stale_write_answers_409_and_keeps_both(shop: Shop) -> None:
    shop.change(1, "/name", "theirs")
    refusal = shop.change(1, "/name", "mine", 409)
    assert refusal["kept"] and "changed elsewhere" in refusal["message"]
    assert shop.get("/api/jobs/1")["design"]["name"] == "theirs"
    mine = shop.post(f"/api/jobs/1/revisions/{refusal['kept']}/restore", {"version": refusal["version"]})
    assert mine["design"]["name"] == "mine"


def test_undo_redo_and_revisions(shop: Shop) -> None:
    shop.change(1, "/name", "a")
    assert shop.post("/api/jobs/1/undo", {"version": 2})["design"]["name"] == "River survey pickup"
    assert shop.post("/api/jobs/1/redo", {"version": 3})["design"]["name"] == "a"
    assert shop.post("/api/jobs/1/undo", {"version": 1}, 409)["kept"] is None
    assert [r["head"] for r in shop.get("/api/jobs/1/revisions")["revisions"]] == [True, False]


def test_frame_follows_the_tray(shop: Shop) -> None:
    home, out = shop.get("/api/jobs/1/frame?at=slide1/tray/pull=0"), shop.get("/api/jobs/1/frame?at=slide1/tray/pull=99")
    assert out["motions"][0]["travel"] == 99 and home["motions"][0]["reach"] == pytest.approx(41.5 * 25.4)
    assert {f["id"] for f in home["here"]} != {f["id"] for f in out["here"]} or home["views"] != out["views"]
    assert shop.get("/api/jobs/1/frame?at=slide1/tray/pull=5999")["motions"][0]["travel"] == pytest.approx(41.5 * 25.4)
    assert shop.get("/api/jobs/1/frame?at=slide1/tray/pull=-5", 422)["message"]
    assert [row["top"] for row in home["stack"]][-1] > 90


def test_try_saves_nothing(shop: Shop) -> None:
    told = shop.post("/api/jobs/1/try", {"changes": [{"path": "/builds/0/lock/pin", "value": "1/2 in"}]})
    assert next(e["id"] for e in told["better"]) == "slide1/pin.bending"
    assert shop.get("/api/jobs/1")["version"] == 1


def test_prove_gives_the_frame_in_a_case(shop: Shop) -> None:
    told = shop.get("/api/jobs/1/prove?position=out&case=Parked, foot at the corner")
    assert (told["position"], told["case"]) == ("out", "Parked, foot at the corner")
    assert max(m["use"] for m in told["members"]) == pytest.approx(next(c["worst"] for c in told["cases"] if c["name"] == told["case"]))
    assert sum(r["newton"] for r in told["reactions"] if "rear roller" in r["name"]) > 3000
    assert shop.get("/api/jobs/1/prove?position=nowhere")["position"] == "in"


def test_balance_and_anchor_answer_what_if(shop: Shop) -> None:
    full, alone = (
        shop.get("/api/jobs/1/balance?at=slide1/tray/pull=0&crew=true"),
        shop.get("/api/jobs/1/balance?at=slide1/tray/pull=0&crew=false"),
    )
    assert full["total"] - alone["total"] == pytest.approx(82 + 95)
    whole, gone = shop.get("/api/jobs/1/anchor?case=Brake"), shop.get("/api/jobs/1/anchor?case=Brake&gone=F1")
    assert gone["fixings"][0]["shear"] == 0 and gone["fixings"][2]["shear"] > whole["fixings"][2]["shear"]
    hardest = shop.get("/api/jobs/1/anchor")
    assert hardest["position"] == "out" and max(f["use"] for f in hardest["fixings"]) == pytest.approx(0.98, abs=0.02)
    pried = shop.get("/api/jobs/1/anchor?position=out&case=Parked, foot at the corner")
    lost = shop.get("/api/jobs/1/anchor?position=out&case=Parked, foot at the corner&gone=F1")
    assert pried["fixings"][2]["tension"] > 4000, "the page shows what the finding counts: the base bends and pries"
    assert lost["fixings"][0]["tension"] == 0 and lost["fixings"][2]["tension"] > pried["fixings"][2]["tension"]


def test_issued_marks_stay(shop: Shop) -> None:
    assert not shop.get("/api/jobs/1/cut")["issued"]
    assert shop.get("/api/jobs/1/cut.csv").startswith("kind,mark")
    assert not shop.get("/api/jobs/1/cut")["issued"], "a download changes nothing"
    assert shop.post("/api/jobs/1/cut/issue", {})["entries"][-1]["kind"] == "mark"
    lines = len(shop.get("/api/jobs/1/log")["entries"])
    assert len(shop.post("/api/jobs/1/cut/issue", {})["entries"]) == lines, "issued once"
    issued = {p["piece"]["parts"][0]: p["issued"] for p in shop.get("/api/jobs/1/cut")["pieces"]}
    shop.change(1, "/builds/0/rib", "1x2x14ga")
    after = {p["piece"]["parts"][0]: p["issued"] for p in shop.get("/api/jobs/1/cut")["pieces"]}
    assert after == issued and all(issued.values())


def test_make_ticks_and_the_log_grow(shop: Shop) -> None:
    step = shop.get("/api/jobs/1/make")["steps"][0]["step"]["id"]
    shop.post("/api/jobs/1/record", {"kind": "tick", "text": "done", "data": {"step": step}})
    assert step in shop.get("/api/jobs/1/make")["done"]
    shop.post("/api/jobs/1/record", {"kind": "untick", "text": "", "data": {"step": step}})
    assert step not in shop.get("/api/jobs/1/make")["done"]
    assert [e["kind"] for e in shop.get("/api/jobs/1/log")["entries"]][-2:] == ["tick", "untick"]
    assert shop.post("/api/jobs/1/record", {"kind": "gossip"}, 422)["message"]


def test_import_export_copy_delete(shop: Shop, sample: Job) -> None:
    text = shop.client.get("/api/jobs/1/export", base_url=LOCAL).get_data(as_text=True)
    job = shop.post("/api/jobs/import", {"text": text})["id"]
    assert shop.get(f"/api/jobs/{job}")["design"] == shop.get("/api/jobs/1")["design"]
    assert len(shop.get(f"/api/jobs/{job}/log")["entries"]) == len(sample.record)
    assert "copy" in shop.post(f"/api/jobs/{job}/copy", {})["design"]["name"]
    assert shop.client.delete(f"/api/jobs/{job}", base_url=LOCAL).status_code == 200
    assert shop.get(f"/api/jobs/{job}", 404)["message"] == f"there is no job {job}"


@pytest.mark.parametrize(
    ("spoil", "field"),
    [(lambda d: d["design"]["builds"][0].update(rail="x"), "/builds/0/rail"), (lambda d: d.update(version=9), "/version")],
)
def test_a_bad_file_changes_nothing(shop: Shop, sample: Job, spoil: Any, field: str) -> None:
    data = json.loads(write_job(sample))
    spoil(data)
    refusal = shop.post("/api/jobs/import", {"text": json.dumps(data)}, 422)
    assert refusal["problems"][0]["field"] == field
    assert shop.post("/api/jobs/import", {"text": "{"}, 422)["problems"][0]["field"] == "line 1"
    assert len(shop.get("/api/yard")["jobs"]) == 8


def test_other_hosts_and_pages_are_turned_away(shop: Shop) -> None:
    assert shop.client.get("/api/yard", base_url="http://evil.example").status_code == 403
    body = {"template": "pickup-65", "name": "x"}
    assert shop.post("/api/jobs", body, 403, Origin="http://evil.example")["message"]
    assert shop.post("/api/jobs", body, 200, Origin=LOCAL)["id"]


def test_answers_carry_the_security_headers(shop: Shop) -> None:
    answer = shop.client.get("/api/yard", base_url=LOCAL)
    assert "default-src 'self'" in answer.headers["Content-Security-Policy"]
    assert answer.headers["X-Content-Type-Options"] == "nosniff"


def test_large_uploads_and_nonsense_addresses_are_refused_plainly(shop: Shop) -> None:
    answer = shop.client.post("/api/jobs", data="x" * 6_000_000, content_type="application/json", base_url=LOCAL)
    assert answer.status_code == 413 and answer.get_json()["message"]
    assert shop.get("/api/nothing", 404)["message"]
    assert shop.post("/api/jobs", None, 422)["message"]


def test_an_unexpected_error_tells_nobody_the_inside(shop: Shop, monkeypatch: pytest.MonkeyPatch) -> None:
    monkeypatch.setattr("ergostrut.store.jobs.all_jobs", lambda _session: 1 / 0)
    told = shop.get("/api/yard", 500)
    assert "Nothing was changed" in told["message"] and "Zero" not in told["message"]


def test_catalogue_lists_what_can_be_chosen(shop: Shop) -> None:
    told = shop.get("/api/catalog")
    assert any(x["id"] == "1.5x2.5x11ga" for x in told["sections"]) and "M12" in told["threads"]


def test_new_addresses_are_guarded_and_answer_nonsense_in_words(shop: Shop) -> None:
    """Another page cannot write; odd queries, jobs that are not there and broken stock get one clear line each."""
    foreign = {"Origin": "http://evil.example"}
    assert shop.client.delete("/api/stock/own.t", base_url=LOCAL, headers=foreign).status_code == 403
    assert shop.client.post("/api/stock", json={"stock": {}}, base_url=LOCAL, headers=foreign).status_code == 403
    for path in ("prove", "prove/diagram?member=x", "solid", "loads", "report.pdf"):
        assert "no job" in shop.get(f"/api/jobs/99/{path}", 404)["message"]
    assert shop.get("/api/jobs/1/solid?shape=melted", 422)["problems"]
    assert shop.get("/api/jobs/1/solid?at=slide1/tray/pull=-5", 422)["problems"]
    assert shop.get("/api/catalog?job=none", 422)["problems"]
    bad = shop.post("/api/stock", {"stock": {"metals": [{"id": "own.m", "label": "m"}]}}, 422)
    assert any("Fy" in problem["field"] for problem in bad["problems"])
    assert shop.get("/api/stock")["stock"] == {"metals": [], "sections": [], "lumber": [], "panels": []}


def test_own_metal_weld_values_reach_the_finding(shop: Shop) -> None:
    """An aluminium of one's own with its own softened strength is what the weld finding shows."""
    metal = {
        "id": "own.7020",
        "label": "7020 by certificate",
        "kind": "aluminium",
        "E": 70000,
        "G": 26500,
        "density": 2780,
        "Fy": 275,
        "Fu": 350,
        "welded": [205, 260],
        "source": "certificate 3.1",
    }
    section = {
        "id": "own.r",
        "label": "rail of 7020",
        "family": "tube",
        "sizes": [50, 80, 4],
        "material": "own.7020",
        "stock": [6000],
        "price_per_m": 9,
    }
    rows = [
        ("/own/metals", metal, "add"),
        ("/own/sections", section, "add"),
        ("/builds/0/framing", "welded_aluminium_tube", "set"),
        ("/builds/0/rail", "own.r", "set"),
        ("/builds/0/rib", "1x2x1/8 alu", "set"),
    ]
    changes = [{"path": path, "value": value, "op": op} for path, value, op in rows]
    assert shop.post("/api/jobs/1/change", {"version": 1, "changes": changes})["revision"] == 2
    findings = {f["id"]: f for f in shop.get("/api/jobs/1/report")["findings"]}
    rail = findings["slide1/side-rail.strength"]
    assert rail["limit"] == pytest.approx(min(205 / 1.65, 260 / 1.95)) and "weld-affected" in rail["basis"]
    assert any(line["value"] == 205 and "certificate 3.1" in line["note"] for line in rail["working"])


def test_what_if_adds_a_member_and_saves_nothing(shop: Shop) -> None:
    """Added between two points, tried, named in what it worsens; a place that is taken is refused by field."""
    rib = {"name": "rib-1", "section": "1x1.5x14ga", "left": "250 mm", "right": "250 mm"}
    tried = shop.post("/api/jobs/1/try", {"changes": [{"op": "add", "path": "/builds/0/own_members", "value": rib}]})
    assert tried["adds_kg"] > 0.5
    assert shop.get("/api/jobs/1")["design"]["builds"][0]["own_members"] == []
    taken = {**rib, "left": "0 mm", "right": "0 mm"}
    refused = shop.post("/api/jobs/1/try", {"changes": [{"op": "add", "path": "/builds/0/own_members", "value": taken}]}, 422)
    assert refused["problems"] == [
        {"field": "/builds/0/own_members/0/left", "message": "own rib rib-1 stands where another rib is; move it"}
    ]


def test_crash_cases_join_the_anchor_page(shop: Shop) -> None:
    assert "Crash ahead" not in shop.get("/api/jobs/1/anchor")["cases"]
    shop.change(1, "/loads/crash/on", True)
    told = shop.get("/api/jobs/1/anchor?case=Crash%20ahead")
    assert told["case"] == "Crash ahead" and all(row["use"] is not None for row in told["fixings"])
    assert any(f["check"] == "crash.fixings" for f in shop.get("/api/jobs/1/report")["findings"])


def test_catalogue_tells_boards_and_fasteners(shop: Shop) -> None:
    told = shop.get("/api/catalog")
    boards = {sheet["id"]: sheet["boards"] for sheet in told["sheets"]}
    assert boards["board.1x6.spf"] and not boards["birch.12"]
    fasteners = {system["id"]: system["fasteners"] for system in told["systems"]}
    assert fasteners["aluminium_tube_brackets"] == ["bolt", "rivet", "drill screw"]
    assert fasteners["welded_steel_tube"] == ["weld"]
