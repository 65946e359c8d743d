"""The axle scale: its last reading, and the stand-in's pads."""

from __future__ import annotations

from flask_openapi3 import APIBlueprint
from pydantic import Field

from ergostrut.core.problem import InputError, Problem
from ergostrut.devices.lines import port_of
from ergostrut.devices.scale import PORT, VARIABLE, ScaleReading, asked

from .. import shapes as s

api = APIBlueprint("scale", __name__, url_prefix="/api/scale", abp_responses=s.REFUSED)


class ScaleOut(s.Wire):
    """``number`` of the last reading and its kg; None before the first. ``connected``: whether a scale answers."""

    connected: bool
    number: int | None = None
    kg: float | None = None


class DriveIn(s.Wire):
    mass: str = Field(max_length=60)


def _out(reading: ScaleReading | None) -> dict[str, object]:
    found = ScaleOut(connected=True) if reading is None else ScaleOut(connected=True, number=reading.number, kg=reading.kg)
    return found.model_dump(mode="json")


@api.get("", responses={200: ScaleOut})
def last() -> dict[str, object]:
    """The scale's last reading; that no scale answers is an answer."""
    try:
        return _out(asked("LAST", port_of(VARIABLE, PORT)))
    except (OSError, ValueError):
        return ScaleOut(connected=False).model_dump(mode="json")


@api.post("/drive", responses={200: ScaleOut})
def drive(body: DriveIn) -> dict[str, object]:
    """Drive on the stand-in's pads with so much on them."""
    try:
        return _out(asked(f"DRIVE {' '.join(body.mass.split())}", port_of(VARIABLE, PORT)))
    except ValueError as error:
        raise InputError([Problem(field="/mass", message=str(error))]) from None
    except OSError:
        raise InputError(
            [Problem(field="/mass", message="no scale answers: start it with “ergostrut scale”, or type what was weighed")]
        ) from None
