"""A job begun: as light as can be, so that it is there at once."""

from __future__ import annotations

import argparse
import difflib
import sys
from collections.abc import Sequence

from ergostrut.core.job.document import Job, write_job
from ergostrut.core.job.start import start
from ergostrut.core.units import Units
from ergostrut.files.catalog_files import shipped_templates, shipped_version

from .codes import HOLDS, UNUSABLE


def new(args: argparse.Namespace) -> int:
    known = {template.id: template for template in shipped_templates()}
    template = known.get(args.host)
    if template is None:
        print(f"there is no host template “{args.host}”{near(args.host, list(known))}; ergostrut hosts lists them", file=sys.stderr)
        return UNUSABLE
    lengths, masses = args.units.split(",")
    design = start(template, args.name, Units(length=lengths, mass=masses), args.build)
    sys.stdout.write(write_job(Job(catalog=shipped_version(), design=design)))
    return HOLDS


def near(name: str, known: Sequence[str]) -> str:
    """“, did you mean X” of the name that is most like one that is not known; empty where none is like it."""
    found = difflib.get_close_matches(name, known, 1, 0.6)
    return f", did you mean {found[0]}?" if found else ""
