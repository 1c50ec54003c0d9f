"""Which of several waters a place is watered with"""

import sqlalchemy as sa
from alembic import op

revision = "0014"
down_revision = "0013"


def upgrade() -> None:
    op.add_column(
        "place", sa.Column("water", sa.String(length=60), nullable=True), if_not_exists=True
    )
