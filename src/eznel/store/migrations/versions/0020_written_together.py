"""Changes that were written together are taken back together"""

import sqlalchemy as sa
from alembic import op

revision = "0020"
down_revision = "0019"


def upgrade() -> None:
    op.add_column("journal", sa.Column("together", sa.Integer(), nullable=True), if_not_exists=True)
