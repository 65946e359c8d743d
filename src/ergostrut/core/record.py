"""The base of every record in the job document."""

from pydantic import BaseModel, ConfigDict


class Record(BaseModel):
    """Frozen, and closed: an unknown field is an error, never dropped; no number is infinite or none."""

    model_config = ConfigDict(frozen=True, extra="forbid", allow_inf_nan=False)
