"""What must hold of every finding of every sample job: the state follows the use, more load never eases, mirrored jobs mirror."""

from __future__ import annotations

import re
from typing import Any

import pytest

from ergostrut.core.catalog.model import Catalog
from ergostrut.core.finding import Finding, at_least, at_most, state_of_use
from ergostrut.core.job.document import Design, read_design
from ergostrut.core.report import Report, check
from ergostrut.demo.sample import NAMES, sample_jobs

from .test_ways import PLAIN, box_job


@pytest.fixture(scope="module", params=NAMES)
def shop(request: pytest.FixtureRequest, catalog: Catalog) -> Report:
    job = sample_jobs()[NAMES.index(request.param)]
    return check(job.design, catalog)


def test_state_follows_use(shop: Report) -> None:
    for f in shop.findings:
        if f.use is None or f.minimum:
            continue
        if f.state == "over":
            assert f.use > 1.0, (f.id, f.use)
        elif f.state in ("tight", "holds"):
            assert f.use <= 1.0 + 1e-9, (f.id, f.use)
            assert f.state == "tight" or f.use <= 0.85 + 1e-9, (f.id, f.use)
        elif f.state == "unknown":
            raise AssertionError(f"{f.id} is unknown and has a use")


def test_a_use_is_the_printed_workings_result(shop: Report) -> None:
    """The last line that is worked out is the use, or the demand and the limit that make it."""
    wrong = []
    for f in shop.findings:
        if f.use is None or f.minimum or not f.working or f.demand is None or f.limit is None:
            continue
        if f.limit > 0 and abs(f.demand / f.limit - f.use) > 1e-6 * max(1.0, f.use):
            values = [line.value for line in f.working if line.value is not None]
            if not any(abs(value - f.use) <= 1e-6 * max(1.0, f.use) for value in values):
                wrong.append((f.id, f.use))
    assert not wrong


def test_nothing_is_said_without_a_place_and_words(shop: Report) -> None:
    for f in shop.findings:
        assert f.title and f.sentence and f.basis, f.id
        assert f.state != "unknown" or f.missing or "known" in f.sentence or "not" in f.sentence, f.id


BENT = (
    "deck.load",
    "deck.sag",
    "bearer.strength",
    "bearer.sag",
    "drawer.floor",
    "drawer.slides",
    "drawer.latch",
    "slab.sag",
    "crash.thing",
    "held",
)


def heavier(design: Design, times: float) -> Design:
    data = design.model_dump(mode="json")
    for thing in data["carry"]["things"]:
        value, unit = thing["mass"].rsplit(" ", 1)
        thing["mass"] = f"{float(value) * times:.6f} {unit}"
    return read_design(data)


def test_more_load_never_eases(shop: Report, catalog: Catalog) -> None:
    """Everything carried half as heavy again: what bears it stands no better."""
    data: Any = shop.context.design
    if any(" " in thing.mass.__str__().replace("/", " ").rsplit(" ", 1)[0] for thing in data.carry.things):
        pytest.skip("masses in two parts")
    bearing = {build.id for build in shop.context.builds if any(item.surface.body in build.bodies for item in shop.context.plan.placed)}
    bearing |= {build.on for build in shop.context.builds if build.id in bearing}
    # what stands beside the load on a floor that bends may be eased by it
    before = {f.id: f for f in shop.findings if f.check in BENT and f.use is not None and f.id.split("/")[0] in bearing}
    after = {f.id: f for f in check(heavier(data, 1.5), catalog).findings}
    assert before
    for ident, f in before.items():
        now = after.get(ident)
        assert now is not None and now.use is not None and f.use is not None and now.use >= f.use - 1e-6, ident


def _uses(report: Report) -> dict[tuple[str, str], float]:
    found: dict[tuple[str, str], float] = {}
    for f in report.findings:
        if f.use is not None and f.place in ("prove", "anchor", "carry"):
            key = f.id, f.state
            found[key] = max(found.get(key, 0.0), round(f.use, 6))
    return found


@pytest.mark.parametrize(
    "build",
    [
        {"family": "fixed_platform", "id": "p", "label": "Bed", "front": "0 mm", "length": "1600 mm", "width": "1400 mm", "height": "35 mm", "ends": "rests",
         "bearers": 4, "halves": 1, "mattress": None, "deck": "birch.18", "use": "deck", "tie_rating": "60 kg"},
        {"family": "plywood_box", "id": "p", "label": "Box", "front": "10 mm", "length": "1200 mm", "width": "1000 mm", "height": "300 mm", "tie_rating": "100 kg"},
    ],
    ids=["platform", "box"],
)  # fmt: skip
def test_mirrored_jobs_mirror(build: dict[str, Any], catalog: Catalog) -> None:
    """A thing 180 mm right of the middle works what the same works 180 mm left of it."""
    on = "p/bed" if build["family"] == "fixed_platform" else "p/top"
    thing = {
        "id": "a",
        "name": "a",
        "length": "400",
        "width": "300",
        "height": "200",
        "mass": "60",
        "on": on,
        "hold": {"by": "bolted", "rating": "90"},
    }
    right, left = (
        _uses(check(read_design(box_job(build, things=[{**thing, "at": {"x": "600", "y": y}}]), bare=PLAIN), catalog))
        for y in ("180", "-180")
    )
    assert right.keys() == left.keys()
    for key, use in right.items():
        # ties and sides hold it level at one end of each member: a little of what is level goes that way
        assert left[key] == pytest.approx(use, rel=1e-2, abs=5e-3), key


SHELVES = [{"name": "a", "height": "500 mm"}, {"name": "b", "height": "1100 mm"}]
WALLED: dict[str, tuple[dict[str, Any], str, str]] = {
    "rack of frames": ({"family": "shelf_rack", "shelves": SHELVES, "frames": 3}, "side", "p/shelf.1"),
    "rack of panels": ({"family": "shelf_rack", "shelves": SHELVES, "frames": 3, "made": "panels"}, "side", "p/shelf.1"),
    "slatted rack": ({"family": "shelf_rack", "shelves": SHELVES, "frames": 3, "deck": "board.1x4.spf"}, "side", "p/shelf.1"),
    "bunk": ({"family": "hung_bunk", "height": "800 mm", "straps": {"height": "1700 mm", "rating": "500 kg", "marked": "breaking", "eye": "300 kg"}},
             "wall", "p/bed"),
    "slide": ({"family": "bed_slide", "rollers": {"rating": "300 kg"}}, "", "p/tray"),
    "drawers of panels": ({"family": "drawer_system", "front": "1500 mm"}, "", "p/top"),
    "drawers in a frame": ({"family": "drawer_system", "front": "1500 mm", "made": "frame"}, "", "p/top"),
}  # fmt: skip
"""A build of every other family, the field that says at which wall it is (empty: it stands in the middle), and what a thing stands on."""


def _swapped(ident: str) -> str:
    return re.sub(r"\b(left|right)\b", lambda found: "right" if found[0] == "left" else "left", ident)


@pytest.mark.parametrize("name", WALLED)
def test_every_family_mirrors(name: str, catalog: Catalog) -> None:
    """At the other wall, or with its load on the other side, it is used as much: the same findings, left for right."""
    params, wall, on = WALLED[name]
    uses = []
    for side, y in (("left", "-60"), ("right", "60")):
        build = {"id": "p", "label": "P", **params, **({wall: side} if wall else {})}
        thing = {"id": "a", "name": "a", "length": "300", "width": "200", "height": "150", "mass": "25", "on": on, "at": {"x": "500", "y": y},
                 "hold": {"by": "bolted", "rating": "90"}}  # fmt: skip
        uses.append(_uses(check(read_design(box_job(build, things=[thing]), bare=PLAIN), catalog)))
    left, right = uses
    mirrored = {(_swapped(ident), state): use for (ident, state), use in left.items()}
    assert len(right) > 8 and mirrored.keys() == right.keys()
    for key, use in right.items():
        # guides and lock hold a slide by one of its rails: a little of what is level goes that way
        assert mirrored[key] == pytest.approx(use, rel=1e-2, abs=3e-3), key


@pytest.mark.parametrize(
    ("use", "state"), [(0.85, "holds"), (0.8501, "tight"), (0.90, "tight"), (1.0, "tight"), (1.0001, "over"), (1.05, "over")]
)
def test_thresholds(use: float, state: str) -> None:
    assert state_of_use(use) == state and at_most(use * 7, 7) == (pytest.approx(use), state)


@pytest.mark.parametrize(("have", "state"), [(0.99, "over"), (1.0, "tight"), (1.49, "tight"), (1.5, "holds"), (9.0, "holds")])
def test_thresholds_of_a_minimum(have: float, state: str) -> None:
    use, found = at_least(have, 1.0, 1.5)
    assert found == state and (use > 1) == (state == "over")


def test_the_contract_can_fail() -> None:
    wrong = Finding("a", "a", "prove", (), "A", "A.", "holds", use=0.9)
    with pytest.raises(AssertionError):
        test_state_follows_use(type("R", (), {"findings": (wrong,)})())  # type: ignore[arg-type]
