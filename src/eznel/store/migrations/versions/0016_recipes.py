"""Mixes of one's own, fills by layers, sprays"""

import sqlalchemy as sa
from alembic import op

revision = "0016"
down_revision = "0015"


def upgrade() -> None:
    op.add_column(
        "place",
        sa.Column("fill", sa.JSON(none_as_null=True), nullable=True),
        if_not_exists=True,
    )
    op.create_table(
        "recipe",
        sa.Column("name", sa.String(length=80), nullable=False),
        sa.Column("use", sa.String(length=80), nullable=False),
        sa.Column("shares_in", sa.String(length=80), nullable=False),
        sa.Column("parts", sa.JSON(none_as_null=True), nullable=False),
        sa.Column("charge", sa.JSON(none_as_null=True), nullable=False),
        sa.Column("note", sa.Text(), nullable=False),
        sa.Column("garden_id", sa.String(length=60), nullable=False),
        sa.Column("id", sa.String(length=60), nullable=False),
        sa.Column("revision", sa.Integer(), nullable=False),
        sa.Column("ordinal", sa.Integer(), nullable=False),
        sa.ForeignKeyConstraint(["garden_id"], ["garden.id"], ondelete="CASCADE"),
        sa.PrimaryKeyConstraint("garden_id", "id"),
        if_not_exists=True,
    )
    op.create_table(
        "sprayed",
        sa.Column("planting", sa.String(length=60), nullable=False),
        sa.Column("on", sa.Date(), nullable=False),
        sa.Column("name", sa.String(length=80), nullable=False),
        sa.Column("kind", sa.String(length=80), nullable=False),
        sa.Column("again_days", sa.Integer(), nullable=True),
        sa.Column("wait_days", sa.Integer(), nullable=True),
        sa.Column("note", sa.Text(), nullable=False),
        sa.Column("garden_id", sa.String(length=60), nullable=False),
        sa.Column("id", sa.String(length=60), nullable=False),
        sa.Column("revision", sa.Integer(), nullable=False),
        sa.Column("ordinal", sa.Integer(), nullable=False),
        sa.ForeignKeyConstraint(["garden_id"], ["garden.id"], ondelete="CASCADE"),
        sa.PrimaryKeyConstraint("garden_id", "id"),
        if_not_exists=True,
    )
    op.create_index(
        op.f("ix_sprayed_planting"), "sprayed", ["planting"], unique=False, if_not_exists=True
    )
