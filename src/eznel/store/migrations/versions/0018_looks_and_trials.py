"""What was looked at and decided; trials"""

import sqlalchemy as sa
from alembic import op

revision = "0018"
down_revision = "0017"


def upgrade() -> None:
    op.create_table(
        "look",
        sa.Column("planting", sa.String(length=60), nullable=False),
        sa.Column("on", sa.Date(), nullable=False),
        sa.Column("signs", sa.JSON(none_as_null=True), nullable=False),
        sa.Column("since", sa.Date(), nullable=True),
        sa.Column("affected", sa.Integer(), nullable=True),
        sa.Column("of", sa.Integer(), nullable=True),
        sa.Column("checks", sa.JSON(none_as_null=True), nullable=False),
        sa.Column("decided", sa.String(length=60), nullable=True),
        sa.Column("again_on", sa.Date(), nullable=True),
        sa.Column("came", sa.String(length=60), nullable=True),
        sa.Column("turned_out", sa.String(length=60), nullable=True),
        sa.Column("note", sa.Text(), nullable=False),
        sa.Column("photos", sa.JSON(none_as_null=True), nullable=False),
        *_recorded(),
        if_not_exists=True,
    )
    op.create_table(
        "trial",
        sa.Column("name", sa.String(length=80), nullable=False),
        sa.Column("on", sa.Date(), nullable=False),
        sa.Column("treatments", sa.JSON(none_as_null=True), nullable=False),
        sa.Column("measures", sa.JSON(none_as_null=True), nullable=False),
        sa.Column("plants", sa.JSON(none_as_null=True), nullable=False),
        sa.Column("ended_on", sa.Date(), nullable=True),
        sa.Column("repeats", sa.String(length=60), nullable=True),
        sa.Column("outside", sa.Text(), nullable=False),
        sa.Column("conclusion", sa.Text(), nullable=False),
        *_recorded(),
        if_not_exists=True,
    )
    op.create_index(
        op.f("ix_look_planting"), "look", ["planting"], unique=False, if_not_exists=True
    )


def _recorded() -> tuple[sa.Column[str] | sa.Column[int] | sa.Constraint, ...]:
    """What every table of things has."""
    return (
        sa.Column("garden_id", sa.String(length=60), nullable=False),
        sa.Column("id", sa.String(length=60), nullable=False),
        sa.Column("revision", sa.Integer(), nullable=False),
        sa.Column("ordinal", sa.Integer(), nullable=False),
        sa.ForeignKeyConstraint(["garden_id"], ["garden.id"], ondelete="CASCADE"),
        sa.PrimaryKeyConstraint("garden_id", "id"),
    )
