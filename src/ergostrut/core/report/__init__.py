"""The whole report: every stage once, every finding, worst first."""

from ..catalog.errors import StockError
from .gathered import Found, Report, Tally, counts_of, places_of, with_found, worst_of
from .known import here, kept_by, studies_at, study_named
from .stages import check, context_of, stages

__all__ = [
    "Found", "Report", "StockError", "Tally", "check", "context_of", "counts_of", "here", "kept_by", "places_of", "stages", "studies_at", "study_named", "with_found",
    "worst_of",
]  # fmt: skip
