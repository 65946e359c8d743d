"""Make follows what is built: the joining step names its fastener, boards and braces have their words, torques are worked out."""

from __future__ import annotations

import pytest

from ergostrut.core.catalog.model import Catalog
from ergostrut.core.changes import Change
from ergostrut.core.job.change import apply
from ergostrut.core.job.document import Job
from ergostrut.core.report import check
from ergostrut.core.structure.plans import Step

from .test_systems import framed


def step(job: Job, catalog: Catalog, ident: str, **more: object) -> Step:
    rows = [Change(path, value) for path, value in more.items()]
    report = check(apply(job.design, rows), catalog)
    return next(one for one in report.steps if one.id.endswith(ident))


@pytest.mark.parametrize(
    ("system", "fastener", "ident", "title", "says"),
    [
        ("aluminium_tube_brackets", "usual", "bolt", "Bolt the tray together", "Threadlocker"),
        ("aluminium_tube_brackets", "rivet", "bolt", "Rivet the tray together", "3 rivets a leg"),
        ("aluminium_tube_brackets", "drill screw", "bolt", "Screw the tray together", "self-drilling"),
        ("tslot_bolted", "end bolt", "bolt", "Bolt the tray together", "Tap the ribs' ends"),
        ("lumber_plywood", "usual", "screw", "Glue and screw the tray", "2 screws and glue"),
        ("lumber_plywood", "pocket screw", "screw", "Glue and screw the tray", "Pockets in the ribs' ends"),
        ("lumber_plywood", "lag screw", "screw", "Glue and screw the tray", "2 lags with washers"),
        ("welded_steel_tube", "usual", "tack", "Tack the tray", "tops flush"),
    ],
)
def test_joining_names_its_fastener(sample: Job, catalog: Catalog, system: str, fastener: str, ident: str, title: str, says: str) -> None:
    job = sample.model_copy(update={"design": framed(sample.design, system, joints__fastener=fastener)})
    found = step(job, catalog, ident)
    assert found.title == title and says in found.text
    assert found.caution and "diagonals" in found.hold.lower()


def test_braces_come_last_with_the_tray_held_square(sample: Job, catalog: Catalog) -> None:
    brace = {"name": "x", "section": "flat 3/4x3/16", "left": "0 mm", "right": "1900 mm"}
    found = step(sample, catalog, "tack", **{"/builds/0/own_members": [brace]})
    assert "1 brace under the ribs" in found.text and "held square" in found.text
    assert "brace" not in step(sample, catalog, "tack").text


def test_boards_are_screwed_so_that_one_comes_off_alone(sample: Job, catalog: Catalog) -> None:
    found = step(sample, catalog, "deck", **{"/builds/0/deck": "board.1x6.spf"})
    assert "8 boards" in found.text and "any one board comes off alone" in found.hold


def test_base_bolts_have_their_torque(sample: Job, catalog: Catalog) -> None:
    """T = 0.2 d 0.75 proof As (dry): M12 8.8, 84.3 mm2 and 580 MPa, 88 N m."""
    found = step(sample, catalog, "install")
    anchors = {fixing.hole for fixing in sample.design.builds[0].fixings}
    assert anchors and "M12" in found.hold
    assert f"{0.2 * 12e-3 * 0.75 * 580 * 84.3:.0f} N m" in found.hold


def test_lower_rails_are_cut_out_for_the_carrying_rollers(sample: Job, catalog: Catalog) -> None:
    """The roller stands 6 to 44 mm above the floor, the rail is 38 mm high: half a roller and 20 mm from the rail's end."""
    found = step(sample, catalog, "base")
    assert "Cut both lower rails out" in found.text
    high = step(sample, catalog, "base", **{"/builds/0/roller_lift": "60 mm"})
    assert "Cut both" not in high.text
