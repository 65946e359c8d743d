"""Ids of jobs are never used again; which revision each version showed; the yard's card beside each revision."""

import sqlalchemy as sa
from alembic import op

revision = "0003"
down_revision = "0002"
branch_labels = None
depends_on = None

JOB = """create table {name} (
    id integer not null primary key {ids}, name varchar(60) not null, head integer not null, version integer not null,
    created datetime not null, changed datetime not null, sample boolean not null)"""


def _rebuild(ids: str) -> None:
    op.execute(JOB.format(name="job_again", ids=ids))
    op.execute("insert into job_again select id, name, head, version, created, changed, sample from job")
    op.execute("drop table job")
    op.execute("alter table job_again rename to job")


def upgrade() -> None:
    _rebuild("autoincrement")
    op.add_column("revision", sa.Column("card", sa.Text()))
    op.create_table(
        "head",
        sa.Column("job_id", sa.Integer(), sa.ForeignKey("job.id", ondelete="CASCADE"), primary_key=True),
        sa.Column("version", sa.Integer(), primary_key=True),
        sa.Column("number", sa.Integer(), nullable=False),
    )
    op.execute("insert into head select id, version, head from job")


def downgrade() -> None:
    op.drop_table("head")
    op.drop_column("revision", "card")
    _rebuild("")
