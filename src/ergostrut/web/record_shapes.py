"""Wire shapes of what the record says: parts as they were made, readings, lines of the log."""

from __future__ import annotations

from pydantic import Field

from ergostrut.core.document.entries import PartReading, PartState
from ergostrut.core.finding import Finding
from ergostrut.core.log.follow import Follow

from .shapes import Wire


class MadeOut(Wire):
    """One part: ``length`` and ``width`` as read, as written, where they were."""

    part: str
    state: PartState
    at: str
    reading: PartReading


class MadeRow(Wire):
    """A row of the cut list with its parts."""

    mark: str
    role: str
    stock_label: str
    length: float
    width: float | None
    mitre: float
    parts: list[MadeOut]


class MadeListOut(Wire):
    """``findings``: parts that were cut and no longer fit; ``left_price`` of the stock that is still to be bought for what is not cut."""

    rows: list[MadeRow]
    findings: list[Finding]
    left: int
    left_price: float


class MadeIn(Wire):
    """Lengths as written; a bare number takes the job's units."""

    parts: list[str] = Field(min_length=1, max_length=500)
    state: PartState
    length: str = Field(default="", max_length=40)
    width: str = Field(default="", max_length=40)
    angle: float | None = None
    bow: str = Field(default="", max_length=40)


class FollowQuery(Wire):
    part: str = Field(max_length=200)


class FollowOut(Wire):
    """Settings that would make the design follow a part as it was read; none where no setting does."""

    part: str
    actual: float | None
    offers: list[Follow]
