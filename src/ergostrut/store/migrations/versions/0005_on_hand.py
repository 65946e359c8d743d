"""The stockroom: bars, sheets and offcuts that the shop has."""

import sqlalchemy as sa
from alembic import op

revision = "0005"
down_revision = "0004"
branch_labels = None
depends_on = None


def upgrade() -> None:
    op.create_table(
        "on_hand",
        sa.Column("id", sa.String(40), primary_key=True),
        sa.Column("data", sa.Text(), nullable=False),
        if_not_exists=True,
    )


def downgrade() -> None:
    op.drop_table("on_hand")
