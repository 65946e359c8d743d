"""Work shared by all who ask, caches bounded in bytes, advice behind the pages."""

from __future__ import annotations

import gc
import sys
import threading
import time
import types
from collections.abc import Callable, Iterator

import numpy as np
import pytest

from ergostrut.core.advice.mends import advise
from ergostrut.core.catalog.model import Catalog
from ergostrut.core.job.document import Job
from ergostrut.core.report import Report, check
from ergostrut.web.adviser import Advice, Adviser
from ergostrut.web.shared import Cache, Once
from tests.heavy import largest


def test_a_cache_never_holds_more_than_its_bytes() -> None:
    cache: Cache[bytes] = Cache(100, len)
    for i in range(50):
        cache.put(str(i), bytes(i % 7 * 10))
        assert cache.bytes <= 100
        assert cache.get(str(i)) is not None
    cache.put("large", bytes(101))
    assert cache.get("large") is None
    cache.put("a", bytes(60))
    cache.put("a", bytes(10))
    cache.put("b", bytes(60))
    assert cache.get("a") is not None and cache.get("b") is not None, "what was replaced weighs nothing"


def test_one_works_and_all_who_ask_wait_but_nobody_else() -> None:
    once: Once[bytes] = Once(Cache(1000, len))
    begun, go, turns = threading.Event(), threading.Event(), []

    def slow() -> bytes:
        turns.append(1)
        begun.set()
        assert go.wait(10)
        return b"done"

    got: list[bytes] = []
    threads = [threading.Thread(target=lambda: got.append(once.get("k", slow))) for _ in range(5)]
    for thread in threads:
        thread.start()
    assert begun.wait(10)
    assert once.get("other", lambda: b"quick") == b"quick", "another design is not held up"
    go.set()
    for thread in threads:
        thread.join()
    assert got == [b"done"] * 5 and len(turns) == 1


def test_what_work_raises_goes_to_all_and_is_not_kept() -> None:
    once: Once[bytes] = Once(Cache(1000, len))

    def fails() -> bytes:
        raise ValueError("no")

    for _ in range(2):
        with pytest.raises(ValueError, match="no"):
            once.get("k", fails)
    assert once.get("k", lambda: b"well") == b"well"


def weigh(root: object, but: object) -> int:
    """Bytes of everything reachable, counted one by one: slow, and independent of what a report says of itself."""
    seen: set[int] = set()

    def total(start: object) -> int:
        stack, size = [start], 0
        while stack:
            at = stack.pop()
            if id(at) in seen or isinstance(at, type | types.ModuleType | types.BuiltinFunctionType):
                continue
            seen.add(id(at))
            if isinstance(at, np.ndarray):
                size += at.nbytes if at.base is None else 0
                stack += [at.base] if at.base is not None else []
            else:
                size += sys.getsizeof(at)
                # of a function what it closes over, not the module it stands in
                stack += [c.cell_contents for c in at.__closure__ or ()] if isinstance(at, types.FunctionType) else gc.get_referents(at)
        return size

    total(but)
    return total(root)


def test_a_report_knows_what_it_weighs(report: Report, sample: Job, catalog: Catalog) -> None:
    own, large = check(sample.design, catalog), check(largest(sample.design), catalog)
    assert own.studies and weigh(own, (catalog, report)) < 1.5 * own.bytes
    assert large.bytes < 40e6 and weigh(large, (catalog, report)) < 1.5 * large.bytes


@pytest.fixture
def adviser() -> Iterator[Adviser]:
    found = Adviser()
    yield found
    found.close()


def until(ready: Callable[[], bool], seconds: float = 60.0) -> None:
    end = time.monotonic() + seconds
    while not ready():
        assert time.monotonic() < end, "it never came"
        time.sleep(0.05)


def test_advice_comes_from_behind_and_is_what_the_core_says(adviser: Adviser, sample: Job, report: Report, catalog: Catalog) -> None:
    first = adviser.ask(1, "a", sample.design)
    assert first == Advice() and first.running
    until(lambda: not adviser.ask(1, "a", sample.design).running)
    found = adviser.ask(1, "a", sample.design)
    assert found.mends == advise(report, catalog) and found.looked == found.total > 0 and found.ended == ""


def test_advice_stops_when_told_and_goes_on_when_asked(adviser: Adviser, sample: Job) -> None:
    heavy = largest(sample.design)
    adviser.ask(1, "h", heavy)
    until(lambda: adviser._process is not None)
    assert adviser.stop(1, "h").ended == "stopped"
    assert not adviser.ask(1, "h", heavy).running, "asked again it stays stopped"
    assert adviser.ask(1, "h", heavy, again=True).running
    begun = time.monotonic()
    adviser.ask(1, "s", sample.design)
    until(lambda: not adviser.ask(1, "s", sample.design).running)
    assert adviser.ask(1, "s", sample.design).mends, f"a job that moves on is answered: {time.monotonic() - begun:.0f} s"


def test_advice_out_of_time_says_so_and_two_jobs_take_turns(adviser: Adviser, sample: Job, monkeypatch: pytest.MonkeyPatch) -> None:
    monkeypatch.setattr("ergostrut.web.adviser.BUDGET_S", 0.2)
    monkeypatch.setattr("ergostrut.web.adviser.PATIENCE_S", 0.5)
    heavy = largest(sample.design)
    adviser.ask(1, "h", heavy)
    adviser.ask(2, "g", heavy.model_copy(update={"name": "other"}))
    until(lambda: adviser._known["h"].ended == "out of time" and adviser._known["g"].ended == "out of time")


def test_a_search_nobody_looks_at_lets_another_go_first(adviser: Adviser, sample: Job, monkeypatch: pytest.MonkeyPatch) -> None:
    """A page that was shut leaves its search behind; who waits does not wait for that one's end."""
    monkeypatch.setattr("ergostrut.web.adviser.UNASKED_S", 0.3)
    monkeypatch.setattr("ergostrut.web.adviser.BUDGET_S", 600.0)
    heavy = largest(sample.design)
    adviser.ask(1, "h", heavy)
    adviser.ask(2, "g", heavy.model_copy(update={"name": "shut as well"}))
    until(lambda: adviser.ask(3, "s", sample.design).looked > 0)
    until(lambda: not adviser.ask(3, "s", sample.design).running)
    assert adviser.ask(3, "s", sample.design).mends
    assert adviser.ask(1, "h", heavy) == Advice(), "what was left is sought anew once it is asked for"


def test_a_late_question_about_an_older_design_loses_no_newer_one(adviser: Adviser, sample: Job, monkeypatch: pytest.MonkeyPatch) -> None:
    """Two requests of one page may cross: the older design's takes the newer one's place in the queue, which is asked for again and is sought."""
    monkeypatch.setattr("ergostrut.web.adviser.UNASKED_S", 0.3)
    heavy = largest(sample.design)
    adviser.ask(2, "h", heavy)
    until(lambda: adviser._process is not None)
    adviser.ask(1, "new", sample.design)
    adviser.ask(1, "old", heavy)
    until(lambda: not adviser.ask(1, "new", sample.design).running)
    assert adviser.ask(1, "new", sample.design).mends


def test_a_stop_that_crosses_with_the_last_word_is_passed_over(adviser: Adviser, sample: Job) -> None:
    """The searcher may be done just as it is told to leave: the word then lies in its pipe before the next design."""
    adviser._started().send(None)
    adviser.ask(1, "s", sample.design)
    until(lambda: not adviser._known["s"].running)
    assert adviser._known["s"].ended == "" and adviser._known["s"].mends


def test_a_process_that_dies_ends_the_search_not_the_server(adviser: Adviser, sample: Job) -> None:
    adviser.ask(1, "h", largest(sample.design))
    until(lambda: adviser._process is not None)
    adviser._process.kill()
    until(lambda: not adviser._known["h"].running)
    assert adviser._known["h"].ended == "the search broke off"
    adviser.ask(1, "s", sample.design)
    until(lambda: not adviser._known["s"].running)
    assert adviser._known["s"].mends
