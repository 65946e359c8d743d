"""What the blueprints share: the database, the catalogue, reports by content, advice behind."""

from __future__ import annotations

import contextlib
import json
from collections.abc import Callable
from dataclasses import dataclass
from threading import Semaphore
from typing import cast

from flask import current_app
from sqlalchemy.exc import DBAPIError

from ergostrut.core.catalog.model import Catalog
from ergostrut.core.cut.plan import cut_plan
from ergostrut.core.fit.hands.turns import put_in_order
from ergostrut.core.job.document import Design
from ergostrut.core.make.schedule.plan import Schedule
from ergostrut.core.make.steps import steps
from ergostrut.core.proof import FINE, Pause, Proof, on
from ergostrut.core.prove.boxes.refine import Watch
from ergostrut.core.report import Report, check, context_of, stages
from ergostrut.core.structure.context import Context
from ergostrut.core.structure.plans import CutPlan, Step
from ergostrut.files.card_json import maker_of, read_card, write_card
from ergostrut.files.catalog_files import shipped_catalog
from ergostrut.store import jobs
from ergostrut.store.database import Database

from .adviser import Advice, Adviser
from .checker import Checker, Checking, LeftError, Told
from .refiner import Refiner, Refining
from .searching import Searching
from .shared import Cache, Once

REPORT_ROOM, PROOF_ROOM = 96 * 2**20, 64 * 2**20
CONTEXT_ROOM, CONTEXT_WEIGHS = 8 * 2**20, 500_000
"""Bytes kept of reports, of builds proved (an edit of one build takes the others as they stand), and of builds framed, with about what one job's
weigh."""
PLAN_ROOM = 4 * 2**20
PAPER_ROOM = 16 * 2**20
"""Of PDFs that are looked at page by page."""
AT_ONCE = 2
"""Reports worked out at the same time; more would only share the processor."""


@dataclass(frozen=True)
class Making:
    """A job as it is cut and made."""

    context: Context
    cut: CutPlan
    steps: tuple[Step, ...]


class Service:
    """One a process."""

    def __init__(self, database: Database) -> None:
        self.database = database
        self.catalog: Catalog = shipped_catalog()
        self.maker = maker_of(self.catalog.version)
        self.reports: Once[Report] = Once(Cache(REPORT_ROOM, lambda report: report.bytes))
        self._proofs: Once[Proof] = Once(Cache(PROOF_ROOM, lambda proof: proof.bytes))
        self._adviser = Adviser()
        self._refiner = Refiner(self._refined)
        self._contexts: Once[Context] = Once(Cache(CONTEXT_ROOM, lambda _: CONTEXT_WEIGHS))
        self.searching = Searching()
        self.plans: Once[Schedule] = Once(Cache(PLAN_ROOM, lambda plan: 4_000 + 400 * len(plan.rows)))
        self._makings: Once[Making] = Once(Cache(CONTEXT_ROOM, lambda _: CONTEXT_WEIGHS))
        self.papers: Once[bytes] = Once(Cache(PAPER_ROOM, len))
        self._told = Told()
        self._checker = Checker(self._behind)
        self._room = Semaphore(AT_ONCE)

    def context(self, design: Design) -> Context:
        """The host, the builds as framed and the load as placed: what drawings are made of, nothing proved.

        Raises:
            InputError: the design names stock the catalogue does not hold, or cannot be built.
        """
        return self._contexts.get(key_of(design), lambda: context_of(design, self.catalog))

    def making(self, design: Design) -> Making:
        """What is cut and in which order it is made: nothing is proved for it.

        Raises:
            InputError: as ``context``.
        """

        def work() -> Making:
            context = self.context(design)
            cut = cut_plan(context)
            context = put_in_order(context, cut)
            return Making(context, cut, steps(context, cut))

        return self._makings.get(key_of(design), work)

    def report(self, design: Design) -> Report:
        """The whole report: made once for all who ask, taken from the cache when the same design was checked before.

        Raises:
            InputError: the design names stock the catalogue does not hold, or cannot be built.
        """
        while True:
            # where who began it does not want it any more, who waits for it does it himself
            with contextlib.suppress(LeftError):
                return self._checked(design)

    def _checked(self, design: Design, first: str = "", pause: Pause = on) -> Report:
        key = key_of(design)

        def work() -> Report:
            with self._room:
                running = stages(design, self.catalog, self._kept, first=first, pause=pause, tell=lambda found: self._told.tell(key, found))
                try:
                    while True:
                        pause()
                        self._told.tell(key, next(running))
                except StopIteration as end:
                    found: Report = end.value
                    return found
                finally:
                    # one that is not wanted any more ends here, not when it is collected
                    running.close()
                    self._told.end(key)

        return self.reports.get(key, work)

    def begin(self, job: int, design: Design, first: str = "") -> None:
        """Have a job's newest design checked behind, the build ``first`` before the others; the check of an older one is ended, and the search
        for its mends."""
        if self.reports.cache.get(key_of(design)) is None:
            self._adviser.stop(job, "")
            self._checker.begin(job, key_of(design), design, first)

    def known(self, job: int, design: Design, first: str = "") -> Report | Checking:
        """The report, or while it is made what it has found by now; begun where nobody did."""
        found = self.reports.cache.get(key_of(design))
        if found is not None:
            return found
        self.begin(job, design, first)
        return self._told.of(key_of(design))

    def _kept(self, key: str, work: Callable[[], Proof]) -> Proof:
        """A proof as it was refined, or on its coarsest mesh while it was not."""
        return self._proofs.cache.get(key + FINE) or self._proofs.get(key, work)

    def refined(self, design: Design, watch: Watch = lambda _build, _level: None) -> Report:
        """The report with its panels refined until they settle; takes seconds where there are any."""
        found = self.report(design)
        if found.coarse:
            check(design, self.catalog, self._proofs.get, watch)
            self.reports.cache.drop(key_of(design))
            found = self.report(design)
        return found

    def _behind(self, job: int, design: Design, first: str, pause: Pause) -> None:
        self._card(job, design, self._checked(design, first, pause))

    def _refined(self, job: int, design: Design, watch: Watch) -> None:
        self._card(job, design, self.refined(design, watch))

    def _card(self, job: int, design: Design, report: Report) -> None:
        """Keep the yard's card of a design beside its revision, where that is still the job's newest."""
        with contextlib.suppress(DBAPIError, jobs.NoSuchJobError), self.database.writing() as session:
            saved = jobs.get(session, job)
            if key_of(saved.design) == key_of(design):
                jobs.keep_card(session, job, saved.revision, write_card(report))

    def refining(self, job: int, design: Design) -> Refining:
        """How far the panels of a job are refined; begun where they are not."""
        if not self.report(design).coarse:
            return self._refiner.known(key_of(design))
        return self._refiner.ask(job, key_of(design), design)

    def drawn(self, job: int, first: str = "") -> tuple[Design, Context, Report | Checking]:
        """A job's newest design with what its drawings are made of, at once, and what is known of it by now.

        Raises:
            NoSuchJobError: there is no such job.
            InputError: its design cannot be read, or not be built with today's catalogue.
        """
        with self.database.reading() as session:
            saved = jobs.get(session, job)
        context = self.context(saved.design)
        return saved.design, context, self.known(job, saved.design, first)

    def load(self, job: int) -> tuple[Design, Report]:
        """A job's newest design with its report; the yard's card is brought up to date beside it.

        Raises:
            NoSuchJobError: there is no such job.
            InputError: its design cannot be read, or not be built with today's catalogue.
        """
        with self.database.reading() as session:
            saved = jobs.get(session, job)
        report = self.report(saved.design)
        if read_card(saved.card).get("by") != self.maker:
            # a card is worked out, not said by anybody: where it cannot be kept the page answers all the same
            with contextlib.suppress(DBAPIError), self.database.writing() as session:
                jobs.keep_card(session, job, saved.revision, write_card(report))
        return saved.design, report

    def advice(self, job: int, design: Design, *, again: bool = False) -> Advice:
        """What would mend a job, as far as it is known by now; ``again``: sought anew where the search ended early."""
        return self._adviser.ask(job, key_of(design), design, again=again)

    def stop_advice(self, job: int, design: Design) -> Advice:
        """Stop seeking; what is known by then."""
        return self._adviser.stop(job, key_of(design))

    def forget(self, job: int) -> None:
        """A job is gone: nothing is sought for it any more."""
        self._adviser.stop(job, "")
        self._refiner.forget(job)
        self._checker.forget(job)

    def close(self) -> None:
        self._adviser.close()
        self._refiner.close()
        self._checker.close()


def key_of(design: Design) -> str:
    """The design's content: equal designs have equal keys."""
    return json.dumps(design.model_dump(mode="json"), sort_keys=True)


def service() -> Service:
    return cast(Service, current_app.extensions["ergostrut"])
