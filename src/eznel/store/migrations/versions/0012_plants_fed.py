"""How many plants got a feed, where not all did"""

import sqlalchemy as sa
from alembic import op

revision = "0012"
down_revision = "0011"


def upgrade() -> None:
    op.add_column(
        "feed_entry", sa.Column("plants", sa.Integer(), nullable=True), if_not_exists=True
    )
