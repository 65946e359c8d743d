"""The digital tape: its last reading, and the stand-in's button."""

from __future__ import annotations

from flask_openapi3 import APIBlueprint
from pydantic import Field

from ergostrut.core.problem import InputError, Problem
from ergostrut.devices.lines import port_of
from ergostrut.devices.tape import PORT, VARIABLE, TapeReading, asked

from .. import shapes as s

api = APIBlueprint("tape", __name__, url_prefix="/api/tape", abp_responses=s.REFUSED)


class TapeOut(s.Wire):
    """``number`` of the last reading and its mm; None before the first. ``connected``: whether a tape answers."""

    connected: bool
    number: int | None = None
    mm: float | None = None


class PullIn(s.Wire):
    length: str = Field(max_length=60)


def _port() -> int:
    return port_of(VARIABLE, PORT)


def _out(reading: TapeReading | None) -> dict[str, object]:
    found = TapeOut(connected=True) if reading is None else TapeOut(connected=True, number=reading.number, mm=reading.mm)
    return found.model_dump(mode="json")


@api.get("", responses={200: TapeOut})
def last() -> dict[str, object]:
    """The tape's last reading; that no tape answers is an answer."""
    try:
        return _out(asked("LAST", _port()))
    except (OSError, ValueError):
        return TapeOut(connected=False).model_dump(mode="json")


@api.post("/pull", responses={200: TapeOut})
def pull(body: PullIn) -> dict[str, object]:
    """Pull the stand-in's tape so far and press its button."""
    try:
        return _out(asked(f"PULL {' '.join(body.length.split())}", _port()))
    except ValueError as error:
        raise InputError([Problem(field="/length", message=str(error))]) from None
    except OSError:
        raise InputError(
            [Problem(field="/length", message="no tape answers: start it with “ergostrut tape”, or type the length")]
        ) from None
