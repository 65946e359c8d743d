"""Jobs, revisions, entries, settings. What an earlier program left half made is taken up where it stands."""

import sqlalchemy as sa
from alembic import op

revision = "0001"
down_revision = None
branch_labels = None
depends_on = None


def upgrade() -> None:
    op.create_table(
        "job",
        sa.Column("id", sa.Integer(), primary_key=True),
        sa.Column("name", sa.String(60), nullable=False),
        sa.Column("head", sa.Integer(), nullable=False),
        sa.Column("version", sa.Integer(), nullable=False),
        sa.Column("created", sa.DateTime(), nullable=False),
        sa.Column("changed", sa.DateTime(), nullable=False),
        sa.Column("sample", sa.Boolean(), nullable=False),
        if_not_exists=True,
    )
    op.create_table(
        "revision",
        sa.Column("id", sa.Integer(), primary_key=True),
        sa.Column("job_id", sa.Integer(), sa.ForeignKey("job.id", ondelete="CASCADE"), nullable=False),
        sa.Column("number", sa.Integer(), nullable=False),
        sa.Column("parent", sa.Integer()),
        sa.Column("redo", sa.Integer()),
        sa.Column("kept", sa.Boolean(), nullable=False),
        sa.Column("label", sa.String(120), nullable=False),
        sa.Column("design", sa.Text(), nullable=False),
        sa.Column("created", sa.DateTime(), nullable=False),
        if_not_exists=True,
    )
    op.create_index("ix_revision_job_number", "revision", ["job_id", "number"], unique=True, if_not_exists=True)
    op.create_table(
        "entry",
        sa.Column("id", sa.Integer(), primary_key=True),
        sa.Column("job_id", sa.Integer(), sa.ForeignKey("job.id", ondelete="CASCADE"), nullable=False),
        sa.Column("entry", sa.Text(), nullable=False),
        if_not_exists=True,
    )
    op.create_index("ix_entry_job_id", "entry", ["job_id"], if_not_exists=True)
    op.create_table(
        "setting",
        sa.Column("name", sa.String(60), primary_key=True),
        sa.Column("value", sa.Text(), nullable=False),
        if_not_exists=True,
    )


def downgrade() -> None:
    for table in ("setting", "entry", "revision", "job"):
        op.drop_table(table)
