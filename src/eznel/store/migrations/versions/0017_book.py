"""What was picked, words on a day, aims of a year, how long walks took"""

import sqlalchemy as sa
from alembic import op

revision = "0017"
down_revision = "0016"


def upgrade() -> None:
    op.create_table(
        "aim",
        sa.Column("year", sa.Integer(), nullable=False),
        sa.Column("words", sa.String(length=80), nullable=False),
        sa.Column("crop", sa.String(length=80), nullable=True),
        sa.Column("wanted", sa.JSON(none_as_null=True), nullable=True),
        sa.Column("weekly", sa.JSON(none_as_null=True), nullable=True),
        sa.Column("stored", sa.JSON(none_as_null=True), nullable=True),
        sa.Column("outcome", sa.Text(), nullable=False),
        *_recorded(),
        if_not_exists=True,
    )
    op.create_table(
        "harvest",
        sa.Column("planting", sa.String(length=60), nullable=False),
        sa.Column("on", sa.Date(), nullable=False),
        sa.Column("much", sa.JSON(none_as_null=True), nullable=False),
        sa.Column("complete", sa.Boolean(), nullable=False),
        sa.Column("note", sa.Text(), nullable=False),
        *_recorded(),
        if_not_exists=True,
    )
    op.create_table(
        "noted",
        sa.Column("on", sa.Date(), nullable=False),
        sa.Column("place", sa.String(length=60), nullable=True),
        sa.Column("planting", sa.String(length=60), nullable=True),
        sa.Column("words", sa.Text(), nullable=False),
        sa.Column("count", sa.Integer(), nullable=True),
        sa.Column("height", sa.JSON(none_as_null=True), nullable=True),
        sa.Column("lesson", sa.JSON(none_as_null=True), nullable=True),
        sa.Column("photos", sa.JSON(none_as_null=True), nullable=False),
        *_recorded(),
        if_not_exists=True,
    )
    op.create_table(
        "walked",
        sa.Column("on", sa.Date(), nullable=False),
        sa.Column("minutes", sa.Double(), nullable=False),
        *_recorded(),
        if_not_exists=True,
    )
    for table in ("harvest", "noted"):
        op.create_index(
            op.f(f"ix_{table}_planting"), table, ["planting"], unique=False, if_not_exists=True
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
