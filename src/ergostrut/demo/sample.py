"""The sample shop: loaded once into an empty database, and again on reset."""

from importlib.resources import files

from sqlalchemy import select
from sqlalchemy.orm import Session

from ergostrut.core.job.document import Job, read_job
from ergostrut.files.stockroom_csv import read_stockroom
from ergostrut.store import jobs, stockroom
from ergostrut.store.models import JobRow, SettingRow

NAMES = (
    "river-survey",
    "clock-van",
    "trail-crew-wagon",
    "borrowed-van",
    "orchard-flatbed",
    "night-sky-body",
    "night-sky-shell",
    "seed-library-trailer",
)


def sample_jobs() -> tuple[Job, ...]:
    """The sample shop's jobs as they ship."""
    folder = files("ergostrut.demo")
    return tuple(read_job(folder.joinpath(f"{name}.json").read_text(encoding="utf-8")) for name in NAMES)


def load_once(session: Session) -> bool:
    """Add the sample jobs to a database that never had them; says whether it did. Their cards are worked out once they are looked at, never
    while the database is held."""
    if session.get(SettingRow, "sample") is not None:
        return False
    for job in sample_jobs():
        jobs.create(session, job, sample=True, label="sample job")
    _stock(session)
    session.add(SettingRow(name="sample", value="loaded"))
    session.flush()
    return True


def _stock(session: Session) -> None:
    """What lies in the sample shop; what somebody wrote down under the same name stays as it is."""
    text = files("ergostrut.demo").joinpath("stockroom.csv").read_text(encoding="utf-8")
    there = {row.id for row in stockroom.everything(session)}
    stockroom.put(session, [row for row in read_stockroom(text) if row.id not in there])


def reset(session: Session) -> None:
    """Bring the sample jobs back as they ship; the user's own jobs stay."""
    for row in session.scalars(select(JobRow).where(JobRow.sample)):
        session.delete(row)
    session.flush()
    mark = session.get(SettingRow, "sample")
    if mark is not None:
        session.delete(mark)
        session.flush()
    load_once(session)
