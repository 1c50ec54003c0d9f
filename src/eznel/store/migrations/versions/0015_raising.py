"""Benches, and how plantings are raised"""

import sqlalchemy as sa
from alembic import op

revision = "0015"
down_revision = "0014"


def upgrade() -> None:
    op.add_column(
        "planting",
        sa.Column("raising", sa.JSON(none_as_null=True), nullable=True),
        if_not_exists=True,
    )
    op.create_table(
        "bench",
        sa.Column("kind", sa.String(length=80), nullable=False),
        sa.Column("name", sa.String(length=80), nullable=False),
        sa.Column("length", sa.JSON(none_as_null=True), nullable=False),
        sa.Column("width", sa.JSON(none_as_null=True), nullable=False),
        sa.Column("levels", sa.Integer(), nullable=False),
        sa.Column("warm_c", sa.Double(), nullable=False),
        sa.Column("garden_id", sa.String(length=60), nullable=False),
        sa.Column("id", sa.String(length=60), nullable=False),
        sa.Column("revision", sa.Integer(), nullable=False),
        sa.Column("ordinal", sa.Integer(), nullable=False),
        sa.ForeignKeyConstraint(["garden_id"], ["garden.id"], ondelete="CASCADE"),
        sa.PrimaryKeyConstraint("garden_id", "id"),
        if_not_exists=True,
    )
