"""The report as plain data: the same values the pages show."""

from __future__ import annotations

from typing import Any

from pydantic import TypeAdapter

from ergostrut.core.finding import Finding
from ergostrut.core.report import Report, Tally

_FINDINGS = TypeAdapter(tuple[Finding, ...])
_TALLY = TypeAdapter(Tally)

NOTICE = (
    "Ergostrut is a design aid. It does not replace a licensed engineer, the vehicle maker's instructions, "
    "or local vehicle and trailer law."
)


def report_data(report: Report) -> dict[str, Any]:
    """Findings worst first, worst state by place, counts and tally."""
    return {
        "notice": NOTICE,
        "places": report.places,
        "counts": report.counts,
        "tally": _TALLY.dump_python(report.tally, mode="json"),
        "findings": _FINDINGS.dump_python(report.findings, mode="json"),
    }
