"""What is chosen is what is drawn: boards one by one, braces slanting, own ribs, in plan, in the frame under load and in three dimensions."""

from __future__ import annotations

import itertools
import math

import numpy as np
import pytest

from ergostrut.core.catalog.model import Catalog
from ergostrut.core.changes import Change
from ergostrut.core.drawing.frame import frame_views
from ergostrut.core.drawing.proof import JointMark, proof_views
from ergostrut.core.drawing.scene import scene
from ergostrut.core.job.change import apply
from ergostrut.core.job.document import Job
from ergostrut.core.primitives import DimensionLine, Path
from ergostrut.core.prove.joints.check import joint_rows
from ergostrut.core.prove.members.diagram import diagram
from ergostrut.core.report import Report, check

BRACE = "slide1/tray/own.x"
RIB = "slide1/tray/own.r"


@pytest.fixture(scope="module")
def built(sample: Job, catalog: Catalog) -> Report:
    own = [
        {"name": "x", "section": "flat 3/4x3/16", "left": "100 mm", "right": "1700 mm"},
        {"name": "r", "section": "1x1.5x14ga", "left": "250 mm", "right": "250 mm"},
    ]
    rows = [Change("/builds/0/deck", "board.1x6.spf"), Change("/builds/0/own_members", own)]
    return check(apply(sample.design, rows), catalog)


def test_plan_shows_every_board_and_the_brace(built: Report) -> None:
    study = built.studies[0]
    plan = next(view for view in frame_views(built.context, study, {}, {}, {}) if view.name == "plan")
    paths = [item for item in plan.items if isinstance(item, Path)]
    boards = sorted((p for p in paths if p.part == "slide1/tray/deck"), key=lambda p: p.points[0][1])
    assert len(boards) == 8
    for left, right in itertools.pairwise(boards):
        assert max(y for _, y in left.points) < min(y for _, y in right.points)
    # ribs that stand higher hide it where they pass over it: what is seen lies on one strip from rail to rail, as wide as the bar is
    corners = [corner for p in paths if p.part == BRACE for corner in p.points]
    (x0, x1), (y0, y1) = ((min(row), max(row)) for row in zip(*corners, strict=True))
    slope = math.atan2(1600, y1 - y0)
    across = [x * math.cos(slope) - y * math.sin(slope) for x, y in corners]
    assert max(across) - min(across) == pytest.approx(19.05, rel=0.02)
    assert x1 - x0 - 19.05 / math.cos(slope) == pytest.approx(1600, rel=0.001)
    gaps = [item.mm for item in plan.items if isinstance(item, DimensionLine) and item.label == "Rib to rib"]
    assert len(gaps) == 5 and all(gap is not None and gap > 0 for gap in gaps)


def test_proof_marks_the_joints_at_both_ends_of_a_brace(built: Report) -> None:
    study = built.studies[0]
    rows = joint_rows(study, "Brake")
    ends = [(end.rib.id, end.side) for end, _ in rows]
    assert len(ends) == len(set(ends)) == 2 * (6 + 1)
    marks = [JointMark(end.rib.id, end.rail.id, "holds", verdict.text) for end, verdict in rows]
    (_, plan, _), _ = proof_views(study, "Brake", {}, marks)
    xs = [item.at[0] for item in plan.items if getattr(item, "part", "") == BRACE and hasattr(item, "r")]
    assert max(xs) - min(xs) == pytest.approx(1600)


def test_diagram_of_a_brace_runs_through_its_crossings(built: Report) -> None:
    """The forces along a brace that is cut at the ribs read as one member, from end to end."""
    study = built.studies[0]
    found = diagram(study, BRACE, "Brake")
    assert found is not None and study.posed is not None
    pieces = [piece for piece in study.posed.pieces if piece.member.id == BRACE]
    assert len(pieces) > 2
    assert found.length == pytest.approx(sum(piece.length for piece in pieces))
    assert found.s[0] == 0 and found.s[-1] == pytest.approx(found.length) and np.all(np.diff(found.s) > -1e-9)


def test_solid_holds_a_prism_a_board_and_a_slanting_prism(built: Report) -> None:
    found = scene(built.context, {}, {})
    assert sum(prism.part == "slide1/tray/deck" for prism in found.prisms) == 8
    prism = next(p for p in found.prisms if p.part == BRACE)
    run = np.subtract(prism.b, prism.a)
    assert run[0] == pytest.approx(1600) and run[2] == 0
    bare = scene(built.context, {}, {}, built.studies[0], "Brake")
    assert {BRACE, RIB} <= {p.part for p in bare.prisms} and np.all(np.isfinite(next(s.points for s in bare.strands if s.points)))


def test_moved_shapes_follow_the_refined_frame(built: Report) -> None:
    """Swinging and buckled shapes stand on the same refined frame that gave the frequency."""
    study = built.studies[0]
    assert study.frequency is not None and study.refined is not None
    assert study.frequency.shape.shape == (len(study.refined.model.nodes), 6)
    for shape in ("swinging", "buckled"):
        drawn = scene(built.context, {}, {}, study, "Brake", shape)  # type: ignore[arg-type]
        assert drawn.prisms
