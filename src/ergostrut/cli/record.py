"""The record of a job file: parts as they were made, lines of its log."""

from __future__ import annotations

import argparse
import datetime
import json
import sys
from pathlib import Path

from pydantic import ValidationError

from ergostrut.core.cut.parts import pieces
from ergostrut.core.document.entries import PartReading
from ergostrut.core.job.document import Entry, Job
from ergostrut.core.job.marks import issued_marks
from ergostrut.core.log.follow import followed
from ergostrut.core.log.parts import made_parts, said
from ergostrut.core.problem import InputError, Problem, problems_of
from ergostrut.core.report import context_of
from ergostrut.core.structure.plans import CutPiece
from ergostrut.files.catalog_files import shipped_catalog

from .codes import HOLDS, UNUSABLE
from .jobs import put_in_place, read
from .starting import near


def now() -> str:
    return datetime.datetime.now().isoformat(timespec="minutes")


def added(path: str, job: Job, entry: Entry) -> Job:
    """The job with a line more, in its file.

    Raises:
        OSError: it cannot be written.
    """
    found = job.model_copy(update={"record": (*job.record, entry)})
    put_in_place(Path(path), found)
    return found


def _named(names: list[str], rows: tuple[CutPiece, ...], issued: dict[str, str]) -> list[str]:
    """Parts by their names or their rows' marks.

    Raises:
        InputError: there is no such mark or part.
    """
    marks: dict[str, list[str]] = {}
    for row in rows:
        for part in row.parts:
            marks.setdefault(issued.get(part, row.mark), []).append(part)
    parts = {part for row in rows for part in row.parts}
    found = []
    for name in names:
        if name not in marks and name not in parts:
            raise InputError([Problem(field="part", message=f"there is no “{name}” on the cut list{near(name, [*marks, *parts])}")])
        found += marks.get(name, [name])
    return found


def part(args: argparse.Namespace) -> int:
    """Say what parts are; with ``--follow`` what the design would become if it followed them."""
    job = read(args.job)
    if job is None:
        return UNUSABLE
    catalog, units = shipped_catalog(), job.design.units
    data = {name: text for name, text in (("length", args.length), ("width", args.width), ("bow", args.bow)) if text}
    try:
        reading = PartReading.model_validate(
            data | ({} if args.angle is None else {"angle": args.angle}), context={"length": units.length, "mass": units.mass}
        )
        rows = pieces(context_of(job.design, catalog))
        parts = _named(args.part, rows, issued_marks(job.record))
        made = said(rows, parts, args.state, reading, made_parts(job.record))
        text = f"{', '.join(sorted({one.mark for one in made.values()}))} {args.state}"
        job = added(
            args.job, job, Entry(kind="part", at=now(), text=text, data={p: one.model_dump(mode="json") for p, one in made.items()})
        )
    except ValidationError as error:
        print(f"{args.job}: {InputError(problems_of(error))}", file=sys.stderr)
        return UNUSABLE
    except InputError as error:
        print(f"{args.job}: {error}", file=sys.stderr)
        return UNUSABLE
    print(text)
    if args.follow:
        _follow(job, parts)
    return HOLDS


def _follow(job: Job, parts: list[str]) -> None:
    found = made_parts(job.record)
    for one in parts:
        read_as = found[one].part.reading
        by_width = read_as.length is None and read_as.width is not None
        length = read_as.width if by_width else read_as.length
        if length is None:
            continue
        for offer in followed(job.design, shipped_catalog(), one, by_width, length.mm, found):
            print(
                f"{one}: {offer.change.path}={json.dumps(offer.change.value)}   {len(offer.follows)} follow, {len(offer.misfits)} cut no longer fit"
            )
