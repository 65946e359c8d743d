"""The steps as tasks of a calendar (RFC 5545 VTODO): in order, each after the one before, with its hands-on time."""

from __future__ import annotations

import datetime as dt
from collections.abc import Mapping, Sequence

from icalendar import Calendar, Todo

from ergostrut.core.structure.plans import Step


def steps_ics(steps: Sequence[Step], job: str, at: dt.datetime, days: Mapping[str, tuple[dt.date, dt.date]] | None = None) -> bytes:
    """``at``: when the file is made; ``days``: from when to when each step is planned, where it is: those alone are given out then."""
    calendar = Calendar()
    calendar.add("prodid", "-//Ergostrut//steps//EN")
    calendar.add("version", "2.0")
    before = ""
    for n, step in enumerate(steps, 1):
        if days is not None and step.id not in days:
            continue
        todo, uid = Todo(), f"{step.id.replace('/', '-')}@ergostrut"
        todo.add("uid", uid)
        todo.add("dtstamp", at)
        todo.add("summary", f"{n}. {step.title}")
        words = [step.text, f"Hold: {step.hold}" if step.hold else "", f"Caution: {step.caution}" if step.caution else ""]
        todo.add("description", "\n".join(word for word in (job, *words) if word))
        if days is not None:
            todo.add("dtstart", days[step.id][0])
            todo.add("due", days[step.id][1] + dt.timedelta(days=1))
        else:
            todo.add("dtstart", at)
            todo.add("duration", dt.timedelta(minutes=max(round(step.minutes), 1)))
        todo.add("sequence", n)
        if before:
            todo.add("related-to", before)
        before = uid
        calendar.add_component(todo)
    found: bytes = calendar.to_ical()
    return found
