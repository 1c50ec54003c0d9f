"""When a garden was removed"""

import sqlalchemy as sa
from alembic import op
from sqlalchemy.dialects import mysql

revision = "0011"
down_revision = "0010"


def upgrade() -> None:
    op.add_column(
        "garden",
        sa.Column("removed_at", mysql.DATETIME(fsp=6), nullable=True),
        if_not_exists=True,
    )
