"""Several builds over the wire: families drawn in the job's host, builds added, copied and removed, the form of each, motions of any."""

from __future__ import annotations

from typing import Any

import pytest

from .conftest import Shop


def add(shop: Shop, version: int, **what: str) -> dict[str, Any]:
    return shop.post("/api/jobs/1/builds", {"version": version, **what})


def test_families_are_drawn_at_their_start_size_in_this_host(shop: Shop) -> None:
    cards = {card["id"]: card for card in shop.get("/api/jobs/1/families")["families"]}
    assert {"bed_slide", "fixed_platform"} <= set(cards)
    for card in cards.values():
        parts = {item.get("part", "") for item in card["view"]["items"]}
        assert card["error"] == "" and any("/" in part and not part.startswith("host/") for part in parts), card["id"]
    bare = shop.post("/api/jobs", {"template": "pickup-empty", "name": "bare", "units": {"length": "mm", "mass": "kg"}})["id"]
    assert all(card["view"] for card in shop.get(f"/api/jobs/{bare}/families")["families"]), "a bed that nobody measured has stand-ins"


def test_a_build_is_added_copied_renamed_removed_and_comes_back(shop: Shop) -> None:
    first = len(shop.get("/api/jobs/1")["design"]["builds"])
    saved = add(shop, 1, family="bed_slide")
    assert [b["id"] for b in saved["design"]["builds"]][first:] == ["slide2"]
    copied = add(shop, 2, copy_of="platform1")
    assert copied["design"]["builds"][-1] == {**copied["design"]["builds"][1], "id": "platform2", "label": "Bunk over the slide, copy"}
    assert shop.change(3, f"/builds/{first}/label", "spare")["design"]["builds"][first]["label"] == "spare"
    gone = shop.change(4, "/builds/0", None, op="remove")
    assert "slide1" not in [b["id"] for b in gone["design"]["builds"]]
    lost = [f for f in shop.get("/api/jobs/1/report")["findings"] if f["check"] == "place"]
    assert len(lost) == 4 and all(f["state"] == "over" for f in lost), "what stood on it has no place"
    assert shop.post("/api/jobs/1/undo", {"version": 5})["design"]["builds"][0]["id"] == "slide1"


@pytest.mark.parametrize(
    ("what", "says"), [({"family": "boat"}, "there is no family"), ({"copy_of": "boat"}, "there is no build"), ({}, "no family")]
)
def test_what_cannot_be_added_says_why_and_saves_nothing(shop: Shop, what: dict[str, str], says: str) -> None:
    refused = shop.post("/api/jobs/1/builds", {"version": 1, **what}, 422)
    assert says in refused["problems"][0]["message"] and shop.get("/api/jobs/1")["version"] == 1


def test_every_builds_form_is_data(shop: Shop) -> None:
    """Paths lie below the design, a choice says what it brings along, a button what it sets."""
    for index, build in enumerate(("slide1", "platform1")):
        form = shop.get(f"/api/jobs/1/sheet?build={build}")
        rows = [row for group in form["groups"] for row in group["rows"]]
        assert (form["build"], form["index"]) == (build, index) and len(rows) > 15
        assert all(row["path"].startswith(f"/builds/{index}/") for row in rows)
        system = next(row for row in rows if row["kind"] == "system")
        assert all(choice["also"] or choice["closed"] for choice in system["choices"])
        commands = [row for row in rows if row["kind"] == "command"]
        assert commands and all(row["op"] in ("set", "add", "remove") for row in commands)
    assert shop.get("/api/jobs/1/sheet?build=boat", 422)["problems"][0]["field"] == "/build"


def test_a_form_follows_what_was_chosen(shop: Shop) -> None:
    def paths(build: str) -> set[str]:
        form = shop.get(f"/api/jobs/1/sheet?build={build}")
        return {row["path"].split("/", 3)[3] for group in form["groups"] for row in group["rows"] if row["kind"] != "command"}

    assert "props/gap" not in paths("platform1") and "board_gap" not in paths("slide1")
    shop.change(1, "/builds/1/props", {})
    shop.change(2, "/builds/0/deck", "board.1x4.spf")
    assert "props/gap" in paths("platform1")
    assert "board_gap" in paths("slide1") and "grain" not in paths("slide1")


def test_motions_of_every_build_stand_where_the_page_says(shop: Shop) -> None:
    home = shop.get("/api/jobs/1/frame?build=platform1")
    assert home["build"] == "platform1" and home["drivable"] and [m["travel"] for m in home["motions"]] == [0, 0]
    moved = shop.get("/api/jobs/1/frame?build=platform1&at=slide1/tray/pull=500&at=platform1/half/shift=9999")
    travels = {m["id"]: m["travel"] for m in moved["motions"]}
    reach = next(m["reach"] for m in moved["motions"] if m["build"] == "platform1")
    assert travels == {"slide1/tray/pull": 500, "platform1/half/shift": reach} and not moved["drivable"]
    side = {name: next(v for v in view["views"] if v["name"] == "side")["items"] for name, view in (("home", home), ("moved", moved))}
    pale = {item["part"] for item in side["home"] if item.get("role") == "ghost" and item.get("part", "").startswith("slide1/")}
    assert pale, "the other build is drawn pale"
    assert not any(i.get("role") in ("member", "deck") and i["part"].startswith("slide1/") for i in side["home"])
    assert side["home"] != side["moved"]
    for wrong in ("pull", "slide1/tray/pull=far", "=3", "slide1/tray/pull=-1"):
        assert "motion=mm" in shop.get(f"/api/jobs/1/frame?at={wrong}", 422)["problems"][0]["message"]


def test_places_follow_the_build_in_hand(shop: Shop) -> None:
    bunk = shop.get("/api/jobs/1/prove?build=platform1&position=seat")
    assert (bunk["build"], bunk["position"], bunk["positions"]) == ("platform1", "seat", ["bed", "seat"])
    assert {row["role"] for row in bunk["members"]} == {"bearer", "leg"}
    slots = shop.get("/api/jobs/1/anchor?build=platform1&position=bed&case=Rebound")
    ties = [row for row in slots["fixings"] if row["name"].startswith("tie")]
    assert slots["build"] == "platform1" and slots["view"] and ties and max(row["tension"] for row in ties) > 0
    surfaces = shop.get("/api/jobs/1/carry")["surfaces"]
    builds = [row for row in surfaces if not row["id"].startswith(("host/", "thing/"))]
    assert [(row["id"], row["sleeping"]) for row in builds] == [("slide1/tray", False), ("platform1/bed", True)]
    bare = shop.get("/api/jobs/1/solid?proof=true&build=platform1&position=bed&case=Parked")["scene"]
    assert bare["strands"] and all(p["part"].startswith("platform1/") for p in bare["prisms"])


def test_what_holds_a_hung_bunk_is_listed_with_any_of_it_gone(shop: Shop) -> None:
    """The page opens with the case that works it hardest; a part gone leaves its row out and the others carry more."""
    van = next(job["id"] for job in shop.get("/api/yard")["jobs"] if job["name"].startswith("Clock"))
    first = shop.get(f"/api/jobs/{van}/anchor?build=bunk1")
    names = [row["name"] for row in first["fixings"]]
    assert first["build"] == "bunk1" and first["settled"] and first["view"]["name"] == "side"
    assert {"wall bolt 1", "front strap", "rear strap"} <= set(names) and first["positions"] == ["down", "folded up"]
    assert max(row["use"] for row in first["fixings"]) > 1
    asleep = f"/api/jobs/{van}/anchor?build=bunk1&position=down&case=Parked, asleep"
    whole, left = (shop.get(asleep + gone)["fixings"] for gone in ("", "&gone=rear strap"))
    pull = {row["name"]: row["tension"] for row in whole}
    lost = {row["name"]: row["tension"] for row in left}
    assert "rear strap" not in lost and lost["middle strap"] > pull["middle strap"]
    folded = shop.get(f"/api/jobs/{van}/anchor?build=bunk1&position=folded up&case=Crash ahead")
    assert "latch" in [row["name"] for row in folded["fixings"]] and "front strap" not in [row["name"] for row in folded["fixings"]]


def test_every_build_has_its_list_of_what_holds_it(shop: Shop) -> None:
    """A flatbed's mounts and a chest's ties on it: forces add up to what there is; one gone leaves its row out, and the others carry more."""
    job = next(job["id"] for job in shop.get("/api/yard")["jobs"] if job["name"].startswith("Orchard"))
    bed = f"/api/jobs/{job}/anchor?build=flatbed1&case=Brake"
    whole, left = (shop.get(bed + gone) for gone in ("", "&gone=mount front left"))
    assert len(whole["fixings"]) == 6 and len(left["fixings"]) == 5 and whole["view"]["name"] == "plan"
    shear = {row["name"]: row["shear"] for row in left["fixings"]}
    assert all(row["shear"] < shear[row["name"]] for row in whole["fixings"] if row["name"] == "mount middle left")
    pressed = sum(-row["tension"] for row in whole["fixings"])
    kg = sum(row["kg"] for row in shop.get(f"/api/jobs/{job}/balance?crew=false")["entries"] if row["group"] in ("build", "load"))
    assert pressed == pytest.approx(kg * 9.80665, rel=0.02)
    chest = shop.get(f"/api/jobs/{job}/anchor?build=box1&case=Wind from the left")
    names = [row["name"] for row in chest["fixings"]]
    assert len(names) == 4 and max(row["tension"] for row in chest["fixings"]) > 0
    three = shop.get(f"/api/jobs/{job}/anchor?build=box1&case=Wind from the left&gone={names[0]}")
    assert len(three["fixings"]) == 3 and three["settled"]


def test_a_survey_has_its_form_and_its_lists_grow_on_it(shop: Shop) -> None:
    van = next(job["id"] for job in shop.get("/api/yard")["jobs"] if job["name"].startswith("Clock"))
    told = shop.get(f"/api/jobs/{van}/measure")
    rows = {row["label"]: row for group in told["groups"] for row in group["rows"]}
    assert told["label"] == "Van interior" and rows["left weld nuts: rating of one, if known"]["item"] == "left weld nuts"
    add = rows["Add a width higher up"]
    change = {"op": "add", "path": add["path"], "value": add["value"]}
    shop.post(f"/api/jobs/{van}/change", {"version": shop.get(f"/api/jobs/{van}")["version"], "changes": [change]})
    again = shop.get(f"/api/jobs/{van}/measure")
    assert any(row["item"] == "Station 5" for group in again["groups"] for row in group["rows"])


def test_a_box_of_panels_is_proved_and_drawn(shop: Shop) -> None:
    """Added to the sample job it has findings with their working, views in which every panel has its state, no frame, and mends."""
    saved = add(shop, 1, family="plywood_box")
    assert saved["design"]["builds"][-1]["id"] == "box1"
    proved = shop.get("/api/jobs/1/prove?build=box1")
    assert proved["error"] == "" and proved["members"] == [] and any("Panels carry" in line for line in proved["assumptions"])
    worst = {case["name"]: case["worst"] for case in proved["cases"]}
    assert proved["drawn"] == max(worst, key=lambda name: worst[name]) and "foot" in proved["drawn"] and proved["scale"] > 1
    for view in proved["views"]:
        states = {item["part"]: item["state"] for item in view["items"] if item.get("part") and item["role"] in ("deck", "swept")}
        assert {"box1/box/top", "box1/box/side.1", "box1/box/back"} <= set(states) and all(states.values())
        assert {item["role"] for item in view["items"]} >= {"bent", "strap"}, "bent lines, and edges by what holds them"
    cornering = shop.get("/api/jobs/1/prove?build=box1&case=Corner%20left")
    assert cornering["drawn"] == "Corner left" and cornering["views"] != proved["views"]
    found = {f["id"]: f for f in shop.get("/api/jobs/1/report")["findings"] if f["id"].startswith("box1/")}
    assert found["box1/top.strength"]["working"] and found["box1/slab.racks"]["state"] == "holds"
    assert found["box1/bears.tie"]["state"] == "unknown"
    opened = shop.change(2, "/builds/2/back", None)
    assert opened["design"]["builds"][2]["back"] is None
    refused = shop.change(3, "/builds/2/sheet", "board.1x6.spf", status=422)
    assert "boards do not make a box" in str(refused)
    assert shop.get("/api/jobs/1/solid?proof=true&build=box1")["scene"]["strands"]
    assert {"top", "side", "upright"} <= {row["piece"]["role"] for row in shop.get("/api/jobs/1/cut")["pieces"]}


def test_a_drawing_shows_things_where_they_are_in_its_scene(shop: Shop) -> None:
    """The van's parts cabinet is outside at night; its lathe stands on the floor then."""

    def things(scene: str) -> dict[str, float]:
        plan = next(view for view in shop.get(f"/api/jobs/2/frame?scene={scene}")["views"] if view["name"] == "plan")
        return {
            item["part"]: item["points"][0][0] for item in plan["items"] if item.get("part", "").startswith("thing/") and item.get("points")
        }

    driving, night = things("driving"), things("night")
    assert set(driving) == {"thing/lathe", "thing/parts"} and set(night) == {"thing/lathe"}
    assert night["thing/lathe"] != driving["thing/lathe"]
    assert shop.get("/api/jobs/2/frame?scene=noon", 422)["message"]
