"""Whether sulphur is asked for where a bed's pH is above its crops' range"""

import sqlalchemy as sa
from alembic import op

revision = "0009"
down_revision = "0008"


def upgrade() -> None:
    op.add_column("place", sa.Column("lower_ph", sa.Boolean(), nullable=True), if_not_exists=True)
