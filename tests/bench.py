"""make bench: ratios measured in one run. Nothing here is asserted as a time."""

from __future__ import annotations

import statistics
import tempfile
import time
from collections.abc import Callable
from pathlib import Path

import numpy as np
from scipy.spatial.transform import Rotation

from ergostrut.core.cases import Case, live_cases, parked_cases, road_cases, slope_cases
from ergostrut.core.catalog.model import Catalog
from ergostrut.core.changes import Change
from ergostrut.core.drawing.frame import frame_views
from ergostrut.core.frame.build import families_for
from ergostrut.core.frame.families import FAMILIES
from ergostrut.core.job.change import apply
from ergostrut.core.job.document import Design
from ergostrut.core.job.start import start
from ergostrut.core.measure.hosts import resolve
from ergostrut.core.mechanics.shells.section import isotropic
from ergostrut.core.mechanics.solver.model import FrameModel, LoadCase
from ergostrut.core.mechanics.solver.solve import Frame, solve_all
from ergostrut.core.mechanics.space.boxes import Boxes, among
from ergostrut.core.prove.boxes.model import solved
from ergostrut.core.prove.model.study import study
from ergostrut.core.report import check, context_of, here, studies_at
from ergostrut.core.structure.assembly import Assembly
from ergostrut.core.structure.standing.setting import settings_of
from ergostrut.core.units import Units
from ergostrut.demo.sample import load_once, sample_jobs
from ergostrut.files.catalog_files import shipped_catalog, shipped_templates
from ergostrut.store.database import Database
from ergostrut.threads import one_thread
from ergostrut.web.app import create_app
from tests import bench_cut, heavy
from tests.references import bare, shell_meshes
from tests.references.frames import pynite_cases

from .conftest import PULL


def measured(run: Callable[[], object], times: int = 9) -> float:
    """Median milliseconds; warmed up once unless it runs once."""
    if times > 1:
        run()
    spans = []
    for _ in range(times):
        start = time.perf_counter()
        run()
        spans.append((time.perf_counter() - start) * 1000)
    return statistics.median(spans)


def _large(catalog: Catalog, design: Design) -> None:
    """A welded slide of some 150 bars in one setting, twenty cases and thirty feet, turn by turn with the bare solve of the largest grid."""
    own = [{**one, "section": "1x1.5x14ga"} for one in heavy.LARGEST["own_members"][:4]]  # type: ignore[index, dict-item]
    big = heavy.largest(design, framing="welded_steel_tube", rail="1.5x2.5x11ga", rib="1x1.5x14ga", own_members=own)
    context = context_of(big, catalog)
    build = context.builds[0]
    home = settings_of(build)[0]

    def fifty(stood: Assembly) -> tuple[Case, ...]:
        feet = [stand for stand in stood.stands if stand.kind == "foot"][:30]
        return (*(road_cases(design.loads) * 2)[:11], *parked_cases(), *slope_cases(), *live_cases(design.loads, feet))

    job, ratios = bare.grid(*bare.GRIDS[-1]), []
    for _ in range(11):
        theirs = measured(lambda: bare.solve(job), 1)
        ratios.append(measured(lambda: study(context, build, home, fifty), 1) / theirs)
    solved = study(context, build, home, fifty)
    assert solved.posed is not None
    bars = len(solved.posed.model.bars)
    print(f"one setting, {bars} bars, {len(solved.solved)} cases and feet: {statistics.median(ratios):.2f} of the largest bare grid")


def _panels() -> None:
    """Panels that carry, twelve right sides, assembled and solved, turn by turn with the bare solve of the largest grid."""
    job = bare.grid(*bare.GRIDS[-1])
    for n, m in ((30, 20), (50, 50)):
        nodes, quads = shell_meshes.grid(n, m, lambda s, t: (1000 * s, 800 * t, 0.0))
        sheets = shell_meshes.of(quads, isotropic(10_000.0, 0.3, 12.0))
        fixed = tuple((i, dof) for i in np.flatnonzero(nodes[:, 0] < 1).tolist() for dof in range(6))
        ends = np.flatnonzero(nodes[:, 0] > 999)[:12].tolist()
        loads = [LoadCase(str(i), nodal=((i, (0.0, 0.0, 1.0, 0.0, 0.0, 0.0)),)) for i in ends]
        model, ratios, mine = FrameModel(nodes, (), fixed, sheets=sheets), [], []
        for _ in range(7):
            theirs = measured(lambda: bare.solve(job), 1)
            mine.append(measured(lambda model=model, loads=loads: Frame(model, loads).run([""] * 12, np.eye(12)).u, 1))
            ratios.append(mine[-1] / theirs)
        print(
            f"panels, {n * m} elements, 12 right sides: {statistics.median(mine):.0f} ms, {statistics.median(ratios):.1f} of the largest bare grid"
        )


def _bodies() -> None:
    """Five hundred bars and sheets in a van, every pair nearer than 60 mm with its distance or depth, beside the bare solve of the largest grid."""
    rng, job, ratios, mine = np.random.default_rng(1), bare.grid(*bare.GRIDS[-1]), [], []
    half = np.where(rng.random((500, 3)) < 0.34, rng.uniform(200, 600, (500, 3)), rng.uniform(6, 25, (500, 3)))
    axes = Rotation.from_euler("z", np.where(rng.random(500) < 0.2, rng.uniform(0, 90, 500), 0.0)[:, None], degrees=True).as_matrix()
    boxes = Boxes(rng.uniform(0, 1, (500, 3)) * [3000, 1700, 1800], np.ascontiguousarray(axes), half)
    for _ in range(7):
        theirs = measured(lambda: bare.solve(job), 1)
        mine.append(measured(lambda: among(boxes, 60.0), 1))
        ratios.append(mine[-1] / theirs)
    print(f"500 bodies against each other: {statistics.median(mine):.0f} ms, {statistics.median(ratios):.1f} of the largest bare grid")


def starts() -> list[tuple[str, Design]]:
    """Every family as it starts, in the first of the shipped hosts that takes it."""
    units, found = Units(length="mm", mass="kg"), list[tuple[str, Design]]()
    hosts = [(template, families_for(resolve(start(template, "x", units).host))) for template in shipped_templates()]
    for family in FAMILIES.values():
        where = next(template for template, takes in hosts if family in takes)
        found.append((f"{family.id} as it starts", start(where, family.id, units, [family.id])))
    return found


def _drawing(catalog: Catalog) -> None:
    """What an edit waits for, framed, placed, posed and drawn, against the whole report, turn by turn."""
    jobs = [(job.design.name, job.design) for job in sample_jobs()] + starts()
    print("the drawing after an edit, of the whole report")
    for name, design in jobs:
        ratios, drawn = [], []
        for _ in range(3):
            drawn.append(measured(lambda design=design: frame_views(context_of(design, catalog), None, {}, {}, {}), 3))
            ratios.append(drawn[-1] / measured(lambda design=design: check(design, catalog), 1))
        print(f"  {name:46s}{statistics.median(drawn):8.1f} ms, {statistics.median(ratios):.3f}")


def _bare(catalog: Catalog, design: Design) -> Callable[[], object]:
    """A bare solve of every frame of a job, each setting with all its cases once, joints as drawn, and of every box, meshed once; no checks."""
    report = check(design, catalog)
    foot, frames = design.loads.foot, []
    for build in report.context.builds:
        # a proof keeps of a large build what the pages need: what was solved is solved again to be counted
        for setting in settings_of(build) if not build.shells else ():
            each = study(report.context, build, setting)
            if each.posed is not None and each.solved:
                cases = [item.case for item in each.solved if not item.firm]
                factors = np.array([each.posed.factors(case, foot) for case in cases])
                frames.append((each.posed.model, each.posed.basic_loads, [case.name for case in cases], factors))
    boxes = [build for build in report.context.builds if build.shells]

    def run() -> None:
        for model, loads, names, factors in frames:
            # displacements and end forces, not the promise of them
            _ = Frame(model, loads).run(names, factors).ends
        for build in boxes:
            solved(report.context, build)

    return run


def _reports(catalog: Catalog) -> None:
    """The whole report against bare solves of the same frames, cases and panels, turn by turn."""
    sample = sample_jobs()
    jobs = [(job.design.name, job.design) for job in sample] + starts()
    jobs.append(("largest slide", heavy.largest(sample[0].design)))
    print("the whole report, of bare solves of the same frames, cases and panels")
    for name, design in jobs:
        bare_run, ratios, mine = _bare(catalog, design), [], []
        times = 1 if name.startswith("largest") else 3
        for _ in range(times):
            mine.append(measured(lambda design=design: check(design, catalog), 1))
            ratios.append(mine[-1] / measured(bare_run, 1))
        print(f"  {name:46s}{statistics.median(mine):8.0f} ms, {statistics.median(ratios):.1f}")


def main() -> None:
    """Stages of the sample's report, a slider drag, and grids against PyNite."""
    one_thread()
    catalog, design = shipped_catalog(), sample_jobs()[0].design
    context = context_of(design, catalog)
    report = check(design, catalog)
    build, reach = context.builds[0], context.builds[0].motions[0].reach
    tslot = apply(
        design,
        [Change(f"/builds/0/{field}", value) for field, value in (("framing", "tslot_bolted"), ("rail", "T 1.5x3"), ("rib", "T 1.5x1.5"))],
    )
    spots = iter(np.linspace(1, reach - 1, 10_000))
    whole = measured(lambda: check(design, catalog))
    rows = {
        "whole report": whole,
        "host, parts and load placed": measured(lambda: context_of(design, catalog)),
        "framing: T-slot, three ways to take the joints": measured(lambda: check(tslot, catalog)),
        "one position solved": measured(lambda: study(context, build, settings_of(build)[-1])),
        "slider drag, all checks there": measured(lambda: here(studies_at(report, {PULL: float(next(spots))}))),
    }
    with tempfile.TemporaryDirectory() as folder:
        database = Database(Path(folder) / "bench.db")
        with database.writing() as session:
            load_once(session)
        client = create_app(database).test_client()
        client.get("/api/jobs/1/report", base_url="http://127.0.0.1:5170")
        rows["slider drag, answered by the server"] = measured(
            lambda: client.get(f"/api/jobs/1/frame?at={PULL}={next(spots):.1f}", base_url="http://127.0.0.1:5170")
        )
        database.engine.dispose()
    print("sample job, median of nine runs")
    for name, span in rows.items():
        print(f"  {name:46s}{span:8.1f} ms{span / whole:8.2f} of the whole")
    _drawing(catalog)
    _reports(catalog)
    _large(catalog, design)
    _panels()
    _bodies()
    print("grids x 6 cases, end forces included, against a bare solve of the same grid, turn by turn, and PyNite's linear analysis")
    for size in bare.GRIDS:
        job = bare.grid(*size)
        model, cases = bare.as_model(job)
        ratios, mine = [], []
        for _ in range(21):
            theirs = measured(lambda job=job: bare.solve(job), 1)
            mine.append(measured(lambda model=model, cases=cases: solve_all(model, cases), 1))
            ratios.append(mine[-1] / theirs)
        slow = measured(lambda model=model, cases=cases: pynite_cases(model, cases), 1)
        span = statistics.median(mine)
        print(
            f"  {len(model.bars):4d} bars{span:10.1f} ms, {statistics.median(ratios):.2f} of bare, PyNite {slow:.0f} ms: {slow / span:.0f} times as fast"
        )
    bench_cut.main()


if __name__ == "__main__":
    main()
