"""What of a can was poured; what a planting had before the log was kept"""

import sqlalchemy as sa
from alembic import op

revision = "0008"
down_revision = "0007"


def upgrade() -> None:
    op.add_column(
        "feed_entry",
        sa.Column("poured", sa.Double(), nullable=False, server_default="1"),
        if_not_exists=True,
    )
    op.add_column("planting", sa.Column("kept_since", sa.Date(), nullable=True), if_not_exists=True)
    op.add_column(
        "planting", sa.Column("had", sa.String(length=80), nullable=True), if_not_exists=True
    )
