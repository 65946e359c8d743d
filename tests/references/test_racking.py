"""A sheet fastened round its edges, racked: the frame's stiffness against 1/(Gt)eff = 1/(Gt) + 2 (s/k)(1/a + 1/b) (derived; the form of
the diaphragm formulas of ECCS 88 and EN 1995-1-1, from memory)."""

from __future__ import annotations

from dataclasses import replace

import numpy as np
import pytest

from ergostrut.core.catalog.model import Catalog
from ergostrut.core.job.document import read_design
from ergostrut.core.mechanics.solver.model import Bar, FrameModel, LoadCase
from ergostrut.core.mechanics.solver.solve import Frame
from ergostrut.core.prove.model.diaphragm import SCREW_PITCH, SCREW_SLIP
from ergostrut.core.prove.model.frame_model import frame_model
from ergostrut.core.prove.model.posed import Posed
from ergostrut.core.report import context_of
from ergostrut.core.structure.standing.setting import settings_of
from tests.core.test_rack import rack
from tests.core.test_ways import PLAIN, box_job
from tests.core.vans import bunk, job


def test_a_published_example() -> None:
    """1200 x 600 x 12 mm, G 600 MPa, a fastener every 150 mm that gives 1 mm under 2000 N: 1946 of 7200 N/mm."""
    Gt, a, b, s, k = 600 * 12.0, 1200.0, 600.0, 150.0, 2000.0
    assert 1 / (1 / Gt + 2 * s / k * (1 / a + 1 / b)) == pytest.approx(1946, abs=1)


def test_each_bay_of_a_bunk_racks_with_its_fasteners_slip(catalog: Catalog) -> None:
    """Two ribs alone with the sheet between, one held, the other pushed along itself by 1 N: b / ((Gt)eff a) as a shear panel moves."""
    design = job(bunk(ribs=5))
    context = context_of(design, catalog)
    build = context.builds[0]
    posed = frame_model(build, settings_of(build)[0], context.plan)
    ribs = [m for m in build.members if m.role == "rib"]
    (a1, b1), (a2, b2) = (posed.tips(rib.id) for rib in ribs[1:3])
    a = ribs[2].a[0] - ribs[1].a[0]
    b = float(np.linalg.norm(posed.model.nodes[b1] - posed.model.nodes[a1]))
    sheet = build.panels[0].sheet
    Gt = 1 / (1 / (sheet.material.G * sheet.t) + 2 * SCREW_PITCH / SCREW_SLIP * (1 / a + 1 / b)) if sheet.material.G else 0.0  # type: ignore[union-attr]
    shear = tuple(bar for bar in posed.model.bars if bar.id.endswith("in shear") and {bar.a, bar.b} <= {a1, b1, a2, b2})
    assert len(shear) == 2
    # the ribs themselves as stiff lines, free to move along themselves only
    stiff = tuple(Bar("rib", p, q, 2e5, 8e4, 1e6, 1e9, 1e9, 1e9) for p, q in ((a1, b1), (a2, b2)))
    used = sorted({a1, b1, a2, b2})
    at = {node: i for i, node in enumerate(used)}
    bars = tuple(replace(bar, a=at[bar.a], b=at[bar.b]) for bar in (*stiff, *shear))
    fixed = [(at[n], d) for n in (a1, b1) for d in range(6)] + [(at[n], d) for n in (a2, b2) for d in (0, 2, 3, 4, 5)]
    model = FrameModel(posed.model.nodes[used], bars, tuple(fixed))
    frame = Frame(model, [LoadCase("rack", nodal=((at[a2], (0.0, 1.0, 0.0, 0.0, 0.0, 0.0)),))])
    result = frame.solve("rack", np.array([1.0]))
    # shear flow 1/b over a bay a long
    assert result.u[at[a2], 1] == pytest.approx(a / (b * Gt), rel=0.01)


def racked(catalog: Catalog, shelf: str) -> tuple[float, float, float, Posed]:
    """mm that one bearer of a framed rack's shelf moves along itself against its neighbour under 1 N, with the bay between and its boards' count."""
    design = read_design(box_job(rack(frames=3, deck=shelf, shelves=[{"name": "a", "height": "600 mm"}])), bare=PLAIN)
    context = context_of(design, catalog)
    posed = frame_model(context.builds[0], settings_of(context.builds[0])[0], context.plan)
    bay = posed.bays[0]
    (a1, b1), (a2, b2) = (posed.tips(name) for name in bay.members)
    at = {node: i for i, node in enumerate(sorted({a1, b1, a2, b2}))}
    stiff = tuple(Bar("bearer", at[p], at[q], 2e5, 8e4, 1e6, 1e9, 1e9, 1e9) for p, q in ((a1, b1), (a2, b2)))
    held = tuple(
        replace(posed.model.bars[i], a=at[posed.model.bars[i].a], b=at[posed.model.bars[i].b]) for i in (*bay.diagonals, *bay.ties)
    )
    fixed = [(at[n], d) for n in (a1, b1) for d in range(6)] + [(at[n], d) for n in (a2, b2) for d in (2, 3, 4, 5)]
    model = FrameModel(posed.model.nodes[sorted(at)], (*stiff, *held), tuple(fixed))
    loads = [
        LoadCase("along", nodal=((at[a2], (0.0, 1.0, 0.0, 0.0, 0.0, 0.0)),)),
        LoadCase("away", nodal=((at[a2], (1.0, 0.0, 0.0, 0.0, 0.0, 0.0)),)),
    ]
    frame = Frame(model, loads)
    along = frame.solve("along", np.array([1.0, 0.0])).u[at[a2], 1]
    away = frame.solve("away", np.array([0.0, 1.0])).u[at[a2], 0]
    return float(along), float(away), bay.a, posed


def test_boards_turn_on_two_screws_each(catalog: Catalog) -> None:
    """n boards 89 mm wide, screws 49 mm apart, 2000 N/mm: a bay a long gives a**2/(2 n k_t), k_t = 2 x 2000 x 24.5**2, and turns besides."""
    along, away, a, posed = racked(catalog, "board.1x4.spf")
    panel, sheet = posed.bays[0].panel, posed.bays[0].panel.sheet
    turn = 2 * 2000 * ((sheet.width - 40) / 2) ** 2  # type: ignore[union-attr]
    tie = panel.laid.boards / 2 / (2 / 4000 + a / (sheet.E * sheet.width * sheet.t))  # type: ignore[union-attr]
    assert along == pytest.approx(a**2 / (2 * panel.laid.boards * turn), rel=1e-3)
    # the other way both ties pull, and the diagonals with (Gt)eff a/b = 2 n k_t/b2
    assert away == pytest.approx(1 / (2 * tie + 2 * panel.laid.boards * turn / posed.bays[0].b ** 2), rel=1e-3)


def test_a_sheet_ties_frames_in_a_row(catalog: Catalog) -> None:
    """Where no member runs along, half of it with its screws ties an end to the next: 2/(n k) + a/(E t b/4) a newton."""
    _, away, a, posed = racked(catalog, "birch.12")
    bay = posed.bays[0]
    sheet = bay.panel.sheet
    k = 1 / (2 / (bay.b / 2 / SCREW_PITCH * SCREW_SLIP) + a / (min(sheet.E) * sheet.t * bay.b / 4))  # type: ignore[union-attr, type-var]
    Gt = 1 / (1 / (sheet.material.G * sheet.t) + 2 * SCREW_PITCH / SCREW_SLIP * (1 / a + 1 / bay.b))  # type: ignore[union-attr]
    assert away == pytest.approx(1 / (2 * k + Gt * a / bay.b), rel=1e-3) and len(bay.ties) == 2
    slide = frame_model((found := context_of(job(bunk(ribs=5)), catalog)).builds[0], settings_of(found.builds[0])[0], found.plan)
    assert all(not one.ties for one in slide.bays), "rails tie its ribs already"
