"""The solver runs on one BLAS thread wherever a process begins, numpy loaded first or not."""

from __future__ import annotations

import subprocess
import sys
from pathlib import Path

import pytest

from ergostrut.core.job.document import Job, write_job

COUNT = """
import threadpoolctl
print(max(row["num_threads"] for row in threadpoolctl.threadpool_info() if row["user_api"] == "blas"))
"""
FIRST = "import numpy; numpy.ones((600, 600)) @ numpy.ones((600, 600))\n"
BEGINS = {
    "command line": "from ergostrut.cli import main; main(['cut', PATH])",
    "server": "from pathlib import Path; from ergostrut.store.database import Database; from ergostrut.web.app import create_app; "
    "create_app(Database(Path(PATH + '.db')))",
    "advice": "from ergostrut.web import adviser\nclass End:\n    def recv(self): raise EOFError\nadviser._work(End(), 0)",
    "nothing": "import scipy.linalg",
}


@pytest.mark.parametrize("begins", BEGINS)
def test_one_thread(tmp_path: Path, sample: Job, begins: str) -> None:
    path = tmp_path / "job.json"
    path.write_text(write_job(sample), encoding="utf-8")
    code = f"PATH = {str(path)!r}\n{FIRST}{BEGINS[begins]}\n{COUNT}"
    ran = subprocess.run([sys.executable, "-c", code], capture_output=True, text=True, env={"OPENBLAS_NUM_THREADS": "2"}, check=True)
    found = int(ran.stdout.splitlines()[-1])
    assert found == (2 if begins == "nothing" else 1), "and the count can be two, so that this test can fail"
