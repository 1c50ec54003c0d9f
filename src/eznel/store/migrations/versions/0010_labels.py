"""What a product's label said, and photos of bags"""

import sqlalchemy as sa
from alembic import op
from sqlalchemy.dialects import mysql

revision = "0010"
down_revision = "0009"


def upgrade() -> None:
    op.add_column("product", sa.Column("label", sa.JSON(), nullable=True), if_not_exists=True)
    op.add_column(
        "product", sa.Column("photo", sa.String(length=80), nullable=True), if_not_exists=True
    )
    op.create_table(
        "photo",
        sa.Column("garden_id", sa.String(length=60), nullable=False),
        sa.Column("id", sa.String(length=60), nullable=False),
        sa.Column("jpeg", mysql.MEDIUMBLOB(), nullable=False),
        sa.PrimaryKeyConstraint("garden_id", "id"),
        if_not_exists=True,
    )
