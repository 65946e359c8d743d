"""Jobs that were never checked are, behind the page, so that the yard shows what was found of them."""

from __future__ import annotations

import contextlib
from threading import Event, Thread

from ergostrut.store import jobs

from .service import Service

AGAIN = 2.0
"""Seconds until it is looked again whether anything came in beside the page, such as by the command line."""


def keep_cards(service: Service) -> Event:
    """Begin; set what is returned to end it."""
    done = Event()
    Thread(target=_keep, args=(service, done), name="cards", daemon=True).start()
    return done


def _keep(service: Service, done: Event) -> None:
    tried = set[int]()
    while True:
        with service.database.reading() as session:
            waiting = [row.id for row in jobs.all_jobs(session) if row.card is None and row.id not in tried]
        for job in waiting:
            tried.add(job)
            # one that cannot be read, or is gone meanwhile, says so where it is opened
            with contextlib.suppress(Exception):
                service.load(job)
            if done.is_set():
                return
        if done.wait(AGAIN):
            return
