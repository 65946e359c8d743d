"""The shop's own metals and sections."""

import sqlalchemy as sa
from alembic import op

revision = "0002"
down_revision = "0001"
branch_labels = None
depends_on = None


def upgrade() -> None:
    op.create_table(
        "stock",
        sa.Column("id", sa.String(60), primary_key=True),
        sa.Column("kind", sa.String(12), nullable=False),
        sa.Column("data", sa.Text(), nullable=False),
        if_not_exists=True,
    )


def downgrade() -> None:
    op.drop_table("stock")
