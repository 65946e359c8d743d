"""The log of a job as CSV and PDF, and what is due as a calendar."""

from __future__ import annotations

import csv
import datetime as dt
import io
from collections.abc import Sequence

from icalendar import Alarm, Calendar, Event
from reportlab.lib.pagesizes import A4
from reportlab.lib.units import mm
from reportlab.platypus import Flowable, Image, SimpleDocTemplate, Spacer

from ergostrut.core.document.entries import Photo
from ergostrut.core.job.document import Entry
from ergostrut.core.log.due import Due
from ergostrut.core.log.lines import standing, taken_back

from .csv_out import safe
from .photo import picture_of
from .sheet_style import HEAD, SMALL, TEXT, TITLE, p, printable

COLUMNS = ("line", "at", "kind", "text", "fields", "taken back")
WIDE = 80 * mm


def fields_in(entry: Entry) -> str:
    """The fields of a line in a few words; a picture is not spelt out."""
    if entry.kind in ("part", "mark"):
        return ", ".join(entry.data)
    rows = [(name, value) for name, value in entry.data.items() if name != "jpeg" and value not in (None, "", [], {}, False)]
    return "; ".join(f"{name.replace('_', ' ')} {_plain(value)}" for name, value in rows)


def _plain(value: object) -> str:
    if isinstance(value, dict):
        return ", ".join(f"{key} {one}" for key, one in value.items())
    if isinstance(value, list | tuple):
        return ", ".join(_plain(one) for one in value)
    return "yes" if value is True else f"{value:g}" if isinstance(value, float) else str(value)


def log_csv(record: Sequence[Entry]) -> str:
    """Every line, those taken back marked."""
    out, gone = io.StringIO(), taken_back(record)
    table = csv.writer(out, lineterminator="\r\n")
    table.writerow(COLUMNS)
    for n, entry in enumerate(record):
        row = (str(n), entry.at, entry.kind, entry.text, fields_in(entry), "yes" if n in gone else "")
        table.writerow([safe(cell) for cell in row])
    return out.getvalue()


def log_pdf(record: Sequence[Entry], job: str) -> bytes:
    """What counts, in order, with its photographs."""
    story: list[Flowable] = [p(job, TITLE), p("Log", HEAD), Spacer(1, 3 * mm)]
    for n, entry in standing(record):
        if entry.kind in ("tick", "untick", "mark", "used"):
            continue
        story.append(p(f"{n}  {entry.at.replace('T', ' ')}  {entry.kind}", SMALL))
        story.append(p(entry.text or "-", TEXT))
        if entry.kind == "photo":
            story.append(_picture(Photo.model_validate(entry.data)))
        elif words := fields_in(entry):
            story.append(p(words, SMALL))
        story.append(Spacer(1, 2 * mm))
    out = io.BytesIO()
    page = SimpleDocTemplate(
        out,
        pagesize=A4,
        title=printable(f"Log: {job}"),
        leftMargin=16 * mm,
        rightMargin=16 * mm,
        topMargin=16 * mm,
        bottomMargin=16 * mm,
        invariant=1,
    )
    page.build(story)
    return out.getvalue()


def _picture(photo: Photo) -> Image:
    found = Image(io.BytesIO(picture_of(photo.jpeg)), lazy=0)
    scale = min(WIDE / found.imageWidth, WIDE / found.imageHeight)
    found.drawWidth, found.drawHeight = found.imageWidth * scale, found.imageHeight * scale
    found.hAlign = "LEFT"
    return found


def due_ics(rows: Sequence[tuple[str, Due]], at: dt.datetime) -> bytes:
    """Checks that are due on a day, of any jobs by their names, as events of that day (RFC 5545)."""
    calendar = Calendar()
    calendar.add("prodid", "-//Ergostrut//due//EN")
    calendar.add("version", "2.0")
    for job, one in rows:
        if one.on is None:
            continue
        event, alarm = Event(), Alarm()
        event.add("uid", f"{job}-{one.line}@ergostrut".replace(" ", "-"))
        event.add("dtstamp", at)
        event.add("dtstart", one.on)
        event.add("summary", f"{job}: {one.words}")
        alarm.add("action", "DISPLAY")
        alarm.add("description", one.words)
        alarm.add("trigger", dt.timedelta(days=-1))
        event.add_component(alarm)
        calendar.add_component(event)
    found: bytes = calendar.to_ical()
    return found
