"""make bench: ratios measured in one run. Nothing here is asserted as a time."""

from __future__ import annotations

import statistics
import tempfile
import time
from collections.abc import Callable
from pathlib import Path

import numpy as np

from ergostrut.core.cases import cases_at
from ergostrut.core.prove.solver.model import LoadCase
from ergostrut.core.prove.study import study
from ergostrut.core.prove.tray import tray_frame
from ergostrut.core.report import check, context_of, here, studies_at
from ergostrut.demo.sample import load_once, sample_jobs
from ergostrut.files.catalog_files import shipped_catalog
from ergostrut.store.database import Database
from ergostrut.web.app import create_app
from tests.references.frames import in_pynite


def measured(run: Callable[[], object], times: int = 9) -> float:
    """Median milliseconds."""
    run()
    spans = []
    for _ in range(times):
        start = time.perf_counter()
        run()
        spans.append((time.perf_counter() - start) * 1000)
    return statistics.median(spans)


def main() -> None:
    """Stages of the sample's report, a slider drag, and the tray frame against PyNite."""
    catalog, design = shipped_catalog(), sample_jobs()[0].design
    context = context_of(design, catalog)
    report = check(design, catalog)
    build, reach = context.builds[0], context.builds[0].motions[0].reach
    spots = iter(np.linspace(1, reach - 1, 10_000))
    whole = measured(lambda: check(design, catalog))
    rows = {
        "whole report": whole,
        "host, parts and load placed": measured(lambda: context_of(design, catalog)),
        "one position solved": measured(lambda: study(context, build, build.slides[0], build.motions[0].positions[-1])),
        "slider drag, all checks there": measured(lambda: here(studies_at(report, float(next(spots))))),
    }
    with tempfile.TemporaryDirectory() as folder:
        database = Database(Path(folder) / "bench.db")
        with database.session() as session:
            load_once(session)
        client = create_app(database).test_client()
        rows["slider drag, answered by the server"] = measured(
            lambda: client.get(f"/api/jobs/1/frame?travel={next(spots):.1f}", base_url="http://127.0.0.1:5170")
        )
        database.engine.dispose()
    print("sample job, median of nine runs")
    for name, span in rows.items():
        print(f"  {name:34s}{span:8.1f} ms{span / whole:8.2f} of the whole")
    cases = cases_at(design.loads, True)[:6]

    def ours() -> None:
        tray = tray_frame(build, build.slides[0], context.plan, 0.0)
        for case in cases:
            tray.frame.solve(case.name, tray.factors(case, design.loads.foot))

    tray = tray_frame(build, build.slides[0], context.plan, 0.0)
    held = {(rest.node, rest.dof): 0.0 for rest in tray.model.rests if rest.sign > 0}
    load = tray.basic_loads[2]
    theirs = measured(lambda: [in_pynite(tray.model, LoadCase(case.name, load.spreads), held) for case in cases], 3)
    mine = measured(ours)
    print(
        f"tray frame, {len(tray.model.bars)} bars x {len(cases)} cases: {theirs / mine:.0f} times as fast as PyNite 3.2, one-way rests included"
    )


if __name__ == "__main__":
    main()
