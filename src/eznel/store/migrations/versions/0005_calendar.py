"""Private addresses of calendars"""

import sqlalchemy as sa
from alembic import op

revision = "0005"
down_revision = "0004"


def upgrade() -> None:
    op.create_table(
        "calendar_key",
        sa.Column("garden_id", sa.String(length=60), nullable=False),
        sa.Column("key", sa.String(length=60), nullable=False),
        sa.PrimaryKeyConstraint("garden_id"),
        if_not_exists=True,
    )
    op.create_index("ix_calendar_key_key", "calendar_key", ["key"], unique=True, if_not_exists=True)
