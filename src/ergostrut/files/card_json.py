"""What the yard shows of a job, kept as JSON beside its revision: worst states, counts, and the outline in the host."""

from __future__ import annotations

import json
from typing import Any

from pydantic import TypeAdapter

from ergostrut import __version__
from ergostrut.core.drawing.frame import frame_views
from ergostrut.core.primitives import View
from ergostrut.core.report import Report

_VIEW = TypeAdapter(View)


def maker_of(catalog: str) -> str:
    """This program with a version of the catalogue: who finds what a card says."""
    return f"{__version__}/{catalog}"


def write_card(report: Report) -> str:
    """The card's text. ``by``: the program and catalogue that found it."""
    side = next(v for v in frame_views(report.context, None, {}, {}, {}) if v.name == "side")
    return json.dumps(
        {
            "by": maker_of(report.context.catalog.version),
            "host": report.context.design.host.label,
            "places": report.places,
            "counts": report.counts,
            "outline": _VIEW.dump_python(side, mode="json"),
        },
        ensure_ascii=False,
    )


def read_card(text: str | None) -> dict[str, Any]:
    """A card; empty when there is none, or it cannot be read."""
    try:
        found = json.loads(text or "{}")
    except ValueError:
        return {}
    return found if isinstance(found, dict) else {}
