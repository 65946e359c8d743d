"""make soak: a shop in a process of its own, eight clients, kills and restarts, broken imports, values at their bounds.

Bounded: loopback only, so many minutes and no more. Prints saves acknowledged and found, errors, latencies, memory.
"""

from __future__ import annotations

import http.client
import json
import os
import random
import signal
import sqlite3
import statistics
import subprocess
import sys
import tempfile
import threading
import time
from collections import Counter
from collections.abc import Iterator
from contextlib import closing, suppress
from dataclasses import dataclass, field
from pathlib import Path
from typing import Any

import psutil

from ergostrut.core.job.document import Job, read_design, read_job, write_job
from ergostrut.store.copies import backup
from tests.core.test_ways import PLAIN, box_job
from tests.heavy import FAMILIES, LARGEST

CLIENTS = 8
JOBS = 4
PORT = 5399
KILL_EVERY_S = (8.0, 20.0)
BOUNDS: tuple[tuple[str, Any], ...] = (
    ("/builds/0/lock/pin", "1 mm"),
    ("/builds/0/lock/pin", "60 mm"),
    ("/builds/0/rollers/play", "0 mm"),
    ("/builds/0/rollers/play", "30 mm"),
    ("/builds/0/mid_ribs", 0),
    ("/builds/0/mid_ribs", 12),
    ("/builds/0/base/stands", 2),
    ("/builds/0/front_gap", "0 in"),
    ("/loads/foot", 10000),
    ("/loads/foot", 0),
    ("/loads/rolling", 1),
    ("/shop/kerf_mm", 20),
    ("/goals/price", 1e308),
    ("/host/weights/front/empty", "-1 kg"),
    ("/name", ""),
    ("/name", "Łódź 日本"),
    ("/builds/0/tray_length", "200 mm"),
    ("/builds/0/pull_out", "6000 mm"),
)
BROKEN = (
    "{",
    "[]",
    '{"format": "ergostrut-job", "version": 9}',
    "[" * 5000,
    '{"format": "ergostrut-job", "version": 1, "design": {}}',
    "\x00",
)


@dataclass
class Tally:
    """What the clients saw."""

    lock: threading.Lock = field(default_factory=threading.Lock)
    saved: list[tuple[int, int, str]] = field(default_factory=list)
    answers: Counter[str] = field(default_factory=Counter)
    spans: dict[str, list[float]] = field(default_factory=dict)
    faults: list[str] = field(default_factory=list)

    def note(self, kind: str, status: int, seconds: float, body: Any) -> None:
        with self.lock:
            self.answers[f"{kind} {status}"] += 1
            self.spans.setdefault(kind, []).append(seconds)
            if status >= 500 and status != 503:
                self.faults.append(f"{kind}: {status} {str(body)[:200]}")


class Shop:
    """The server as a process, killed and started again."""

    def __init__(self, folder: Path) -> None:
        self.folder, self.kills, self.peak = folder, 0, 0.0
        self.log = (folder / "errors.log").open("a")
        self.process: subprocess.Popen[str] | None = None

    def start(self) -> float:
        begun = time.monotonic()
        self.process = subprocess.Popen(
            [sys.executable, "-m", "ergostrut.cli", "demo", "--port", str(PORT)],
            env={**os.environ, "ERGOSTRUT_DATA": str(self.folder)},
            stdout=subprocess.PIPE,
            stderr=self.log,
            text=True,
        )
        assert self.process.stdout is not None
        line = self.process.stdout.readline()
        if "http://" not in line:
            raise SystemExit(f"the server did not start: {(self.folder / 'errors.log').read_text()[-600:]}")
        return time.monotonic() - begun

    def kill(self) -> None:
        assert self.process is not None
        self.process.send_signal(signal.SIGKILL)
        self.process.wait()
        self.kills += 1

    def close(self) -> None:
        if self.process is not None:
            self.process.kill()
            self.process.wait()
        self.log.close()

    def weigh(self) -> None:
        with suppress(psutil.Error):
            assert self.process is not None
            self.peak = max(self.peak, psutil.Process(self.process.pid).memory_info().rss / 2**20)


def ask(method: str, path: str, body: Any = None) -> tuple[int, Any]:
    """Status and answer; status 0 when nobody answers."""
    link = http.client.HTTPConnection("127.0.0.1", PORT, timeout=60)
    try:
        link.request(method, path, None if body is None else json.dumps(body), {"Content-Type": "application/json"})
        answer = link.getresponse()
        raw = answer.read()
        return answer.status, json.loads(raw) if answer.headers.get_content_type() == "application/json" else raw
    except (OSError, http.client.HTTPException):
        return 0, None
    finally:
        link.close()


def client(who: int, jobs: list[int], tally: Tally, until: float) -> None:
    """Saves, checks, undoes, imports what is broken, sets fields to their bounds."""
    draw, turn = random.Random(who), 0

    def timed(kind: str, method: str, path: str, body: Any = None) -> tuple[int, Any]:
        begun = time.monotonic()
        status, answer = ask(method, path, body)
        tally.note(kind, status, time.monotonic() - begun, answer)
        return status, answer

    while time.monotonic() < until:
        job, turn = draw.choice(jobs), turn + 1
        status, seen = timed("open", "GET", f"/api/jobs/{job}")
        if status != 200:
            time.sleep(0.3)
            continue
        match draw.choices(("save", "bound", "report", "yard", "import", "undo", "page"), (8, 4, 3, 2, 1, 1, 3))[0]:
            case "save":
                name = f"{who}.{turn}"
                change = {"version": seen["version"], "changes": [{"path": "/note", "value": name}], "label": name}
                status, answer = timed("save", "POST", f"/api/jobs/{job}/change", change)
                if status == 200:
                    with tally.lock:
                        tally.saved.append((job, answer["revision"], name))
                elif status == 409:
                    with tally.lock:
                        tally.saved.append((job, answer["kept"], name))
            case "bound":
                path, value = draw.choice(BOUNDS)
                timed("bound", "POST", f"/api/jobs/{job}/change", {"version": seen["version"], "changes": [{"path": path, "value": value}]})
            case "report":
                timed("report", "GET", f"/api/jobs/{job}/report")
            case "yard":
                timed("yard", "GET", "/api/yard")
            case "import":
                timed("import", "POST", "/api/jobs/import", {"text": draw.choice(BROKEN)})
            case "undo":
                timed("undo", "POST", f"/api/jobs/{job}/undo", {"version": seen["version"]})
            case "page":
                timed("page", "GET", f"/api/jobs/{job}/{draw.choice(('frame?travel=300', 'prove', 'anchor', 'cut', 'advice', 'balance'))}")


def lost(path: Path, tally: Tally) -> list[tuple[int, int, str]]:
    """Acknowledged saves that are not in the revision tree."""
    with closing(sqlite3.connect(path)) as connection:
        rows = {(job, number): label for job, number, label in connection.execute("select job_id, number, label from revision")}
    return [row for row in tally.saved if rows.get((row[0], row[1])) != row[2]]


def edits_of_the_largest(shop: Shop, turns: int = 40) -> float:
    """Memory in MB after so many edits of the largest design."""
    _, job = ask("POST", "/api/jobs/1/copy")
    changes = [{"path": f"/builds/0/{name}", "value": value} for name, value in LARGEST.items()]
    status, job = ask("POST", f"/api/jobs/{job['id']}/change", {"version": job["version"], "changes": changes})
    for i in range(turns):
        change = {"version": job["version"], "changes": [{"path": "/builds/0/front_gap", "value": f"{10 + i} mm"}]}
        status, job = ask("POST", f"/api/jobs/{job['id']}/change", change)
        assert status == 200, job
        ask("GET", f"/api/jobs/{job['id']}/prove?position=out")
        shop.weigh()
    assert shop.process is not None
    return psutil.Process(shop.process.pid).memory_info().rss / 2**20


def largest_of_all(shop: Shop) -> Iterator[str]:
    """Seconds and memory of the first report of the largest legal design of every family, each a job of its own."""
    for name, build in FAMILIES.items():
        job = Job(design=read_design(box_job(build), bare=PLAIN))
        begun = time.monotonic()
        status, seen = ask("POST", "/api/jobs/import", {"text": write_job(job)})
        assert status == 200, seen
        status, _ = ask("GET", f"/api/jobs/{seen['id']}/report")
        assert status == 200, name
        shop.weigh()
        yield f"{name} {time.monotonic() - begun:.1f} s"


def main(minutes: float) -> None:
    """Run for so many minutes, then say what was found."""
    tally, starts = Tally(), []
    with tempfile.TemporaryDirectory() as folder, closing(Shop(Path(folder))) as shop:
        starts.append(shop.start())
        jobs = [1] + [ask("POST", "/api/jobs/1/copy")[1]["id"] for _ in range(JOBS - 1)]
        until = time.monotonic() + 60 * minutes
        threads = [threading.Thread(target=client, args=(who, jobs, tally, until)) for who in range(CLIENTS)]
        for thread in threads:
            thread.start()
        draw = random.Random(1)
        next_kill = time.monotonic() + draw.uniform(*KILL_EVERY_S)
        copies = 0
        while time.monotonic() < until:
            time.sleep(0.5)
            shop.weigh()
            if time.monotonic() > next_kill:
                if shop.kills % 4 == 0:
                    backup(Path(folder) / "ergostrut.db", Path(folder) / "copy.db")
                    copies += 1
                shop.kill()
                starts.append(shop.start())
                next_kill = time.monotonic() + draw.uniform(*KILL_EVERY_S)
        for thread in threads:
            thread.join()
        gone = lost(Path(folder) / "ergostrut.db", tally)
        for job in jobs:
            status, file = ask("GET", f"/api/jobs/{job}/export")
            assert status == 200
            read_job(json.dumps(file))
        print(
            f"{minutes:g} minutes, {CLIENTS} clients, {shop.kills} kills, start {statistics.median(starts):.1f} s, {copies} backups in use"
        )
        print(f"saves acknowledged {len(tally.saved)}, not found {len(gone)}; answers of 500: {len(tally.faults)}")
        for kind in sorted(tally.spans):
            spans = sorted(tally.spans[kind])
            told = ", ".join(f"{key.split()[1]}: {n}" for key, n in sorted(tally.answers.items()) if key.split()[0] == kind)
            last = 1000 * spans[int(len(spans) * 0.99)]
            print(f"  {kind:8s}{len(spans):7d}  median {1000 * spans[len(spans) // 2]:6.0f} ms  99 % {last:6.0f} ms  {told}", flush=True)
        for fault in tally.faults[:5]:
            print("  fault", fault)
        print(f"memory: {shop.peak:.0f} MB at most, ", end="", flush=True)
        print(f"{edits_of_the_largest(shop):.0f} MB after 40 edits of the largest design, {shop.peak:.0f} MB at most in them")
        print(f"first reports: {', '.join(largest_of_all(shop))}; {shop.peak:.0f} MB at most")
    if gone or tally.faults:
        raise SystemExit(1)


if __name__ == "__main__":
    main(float(sys.argv[1]) if len(sys.argv) > 1 else 10.0)
