"""What the lines of a job's record hold besides their words, by kind: what was made, read, tested, spent and learnt."""

from __future__ import annotations

from typing import Annotated, Any, Literal

from pydantic import Field

from ..quantity import Between, Length, Mass
from ..record import Record

Name = Annotated[str, Field(max_length=200)]
Long = Annotated[Length, Between(0, 20_000)]
Money = Annotated[float, Field(ge=0, le=1_000_000)]
Odometer = Annotated[float, Field(ge=0, le=5_000_000)] | None
Times = Annotated[int, Field(ge=1, le=10_000)]

PartState = Literal["planned", "bought", "cut", "fitted"]
PART_STATES: tuple[PartState, ...] = ("planned", "bought", "cut", "fitted")


class PartReading(Record):
    """What a part came out as: its sizes, the angle of its ends in degrees, how far it is bowed."""

    length: Long | None = None
    width: Long | None = None
    angle: Annotated[float, Field(ge=-90, le=90)] | None = None
    bow: Annotated[Length, Between(0, 500)] | None = None


class MadePart(Record):
    """One part as it is: ``stock``, ``length_mm`` and ``width_mm`` as the design had them when it was said."""

    state: PartState
    mark: Annotated[str, Field(max_length=20)] = ""
    stock: Annotated[str, Field(max_length=60)] = ""
    length_mm: Annotated[float, Field(ge=0, le=20_000)] = 0.0
    width_mm: Annotated[float, Field(ge=0, le=20_000)] | None = None
    reading: PartReading = PartReading()


class StepReading(Record):
    """What was read at a step, by the name of the reading: a number in its unit (mm, N m, degrees, percent)."""

    step: Name
    values: Annotated[dict[Name, Annotated[float, Field(ge=-1e6, le=1e6)]], Field(max_length=40)]


class Torque(Record):
    """Fastenings checked; due again after so many kilometres or days, whichever comes first."""

    fastenings: Annotated[tuple[Name, ...], Field(max_length=200)] = ()
    torque_nm: Annotated[float, Field(gt=0, le=5_000)] | None = None
    moved: Annotated[int, Field(ge=0, le=1_000)] = 0
    odometer_km: Odometer = None
    again_km: Annotated[float, Field(gt=0, le=200_000)] | None = None
    again_days: Annotated[int, Field(gt=0, le=3_650)] | None = None


class RoadTest(Record):
    """Driven empty or loaded, so far, on such roads; what moved in the words beside it."""

    load: Literal["empty frame", "loaded"]
    road: Literal["paved", "gravel", "trail"]
    km: Annotated[float, Field(gt=0, le=100_000)] | None = None
    odometer_km: Odometer = None
    moved: bool = False


class PullTest(Record):
    """``part`` was pulled with ``newton``, and held or gave."""

    part: Name
    newton: Annotated[float, Field(gt=0, le=1_000_000)]
    held: bool = False


class FrictionTest(Record):
    """A board tilted until what lies on it slides: the angle's tangent is the friction. Several tries, degrees."""

    part: Name
    degrees: Annotated[tuple[Annotated[float, Field(gt=0, lt=80)], ...], Field(min_length=1, max_length=20)]


class Sag(Record):
    """How far ``part`` sank under ``load`` put on it, beside what finding ``finding`` computed."""

    part: Name
    finding: Name = ""
    load: Mass
    sag: Annotated[Length, Between(0, 1_000)]


class Incident(Record):
    """What let go, and in which manoeuvre."""

    part: Name
    manoeuvre: Literal["standing", "driving on", "braking", "turning", "bump", "collision", "washing", "loading"]
    odometer_km: Odometer = None


class Leak(Record):
    """Damp or water at ``part``."""

    part: Name
    kind: Literal["damp", "drip", "leak"] = "damp"


class Purchase(Record):
    """Bought: ``item`` by its id in the catalogue where it has one; ``price`` of all of it; of bars so many ``metres``. ``estimate``: what the job
    reckoned for as much."""

    item: Name
    count: Times = 1
    metres: Annotated[float, Field(gt=0, le=100_000)] | None = None
    price: Money
    supplier: Name = ""
    estimate: Money | None = None


class Hours(Record):
    """Hands-on hours at a step, or at a kind of work; ``system``: what the step's build is framed in; ``estimate``: what common practice had for it."""

    step: Name = ""
    work: Literal["", "measure", "cut", "join", "weld", "finish", "put in", "fit", "test"] = ""
    system: Annotated[str, Field(max_length=40)] = ""
    hours: Annotated[float, Field(gt=0, le=1_000)]
    estimate: Annotated[float, Field(gt=0, le=1_000)] | None = None


class Mistake(Record):
    """What went wrong, what it cost in money and hours."""

    kind: Literal["measured wrong", "cut wrong", "bought wrong", "joined wrong", "designed wrong", "damaged", "other"]
    price: Money = 0.0
    hours: Annotated[float, Field(ge=0, le=1_000)] = 0.0
    part: Name = ""


class Changed(Record):
    """A change and its reason; ``finding`` that was over and was built all the same, if any."""

    reason: Annotated[str, Field(min_length=1, max_length=400)]
    finding: Name = ""


class Photo(Record):
    """A photograph: JPEG, base64, reduced and without its place; of a part or a step."""

    jpeg: Annotated[str, Field(max_length=700_000, pattern=r"^[A-Za-z0-9+/]*=*$")]
    of: Name = ""


class Given(Record):
    """A setting at ``path``."""

    path: Name
    value: Any = None
    was: Any = None


class Used(Record):
    """What a line was used for: settings of the job that it gave, each with what it ``was``."""

    line: Annotated[int, Field(ge=0)]
    changes: Annotated[tuple[Given, ...], Field(min_length=1, max_length=20)]


class TakenBack(Record):
    """The line that is taken back, by its number."""

    line: Annotated[int, Field(ge=0)]


FIELDS: dict[str, type[Record]] = {
    "reading": StepReading,
    "torque": Torque,
    "road test": RoadTest,
    "pull test": PullTest,
    "friction test": FrictionTest,
    "sag": Sag,
    "incident": Incident,
    "leak": Leak,
    "purchase": Purchase,
    "hours": Hours,
    "mistake": Mistake,
    "change": Changed,
    "photo": Photo,
    "used": Used,
    "taken back": TakenBack,
}
"""Kinds of lines with fields of their own. A part's line has a ``MadePart`` a part; a ticket's is a weighing."""

ONCE_PLAIN = ("torque", "road test")
"""Kinds that had words alone before they had fields: such lines are still read."""

EntryKind = Literal[
    "note", "ticket", "torque", "road test", "tick", "untick", "mark", "part", "reading", "pull test", "friction test", "sag", "incident",
    "leak", "purchase", "hours", "mistake", "change", "photo", "used", "taken back",
]  # fmt: skip


def fields_of(kind: str, data: dict[str, Any], context: dict[str, Any] | None = None) -> dict[str, Any]:
    """The data of a line as its kind has it; lines of other kinds as they are.

    Raises:
        ValidationError: naming the field.
    """
    if kind == "part":
        return {part: MadePart.model_validate(one, context=context).model_dump(mode="json") for part, one in data.items()}
    if kind in FIELDS and (data or kind not in ONCE_PLAIN):
        return FIELDS[kind].model_validate(data, context=context).model_dump(mode="json")
    return data
