"""The base of every record in the job document."""

from pydantic import BaseModel, ConfigDict


class Record(BaseModel):
    """Frozen, and closed: an unknown field is an error, never dropped."""

    model_config = ConfigDict(frozen=True, extra="forbid")
