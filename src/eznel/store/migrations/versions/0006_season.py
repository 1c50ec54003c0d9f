"""Varieties, weather, what was seen and done, and season-wide blends"""

from typing import Any

import sqlalchemy as sa
from alembic import op

revision = "0006"
down_revision = "0005"

TEXT, NAME = sa.String(length=80), sa.String(length=60)


def upgrade() -> None:
    op.add_column("planting", sa.Column("raised_in", TEXT, nullable=True), if_not_exists=True)
    op.add_column("place", sa.Column("watering", sa.JSON(), nullable=True), if_not_exists=True)
    op.add_column(
        "place", sa.Column("season_water_l", sa.Double(), nullable=True), if_not_exists=True
    )
    op.add_column("place", sa.Column("from_below", sa.Boolean(), nullable=True), if_not_exists=True)
    _create(
        "observed",
        sa.Column("planting", NAME, nullable=False),
        sa.Column("on", sa.Date(), nullable=False),
        sa.Column("kind", TEXT, nullable=False),
        sa.Column("plants", sa.Integer(), nullable=True),
        sa.Column("ec_ds_m", sa.Double(), nullable=True),
        sa.Column("note", sa.Text(), nullable=False),
    )
    op.create_index("ix_observed_planting", "observed", ["planting"], if_not_exists=True)
    _create(
        "task_done",
        sa.Column("planting", NAME, nullable=False),
        sa.Column("task", TEXT, nullable=False),
        sa.Column("on", sa.Date(), nullable=False),
    )
    op.create_index("ix_task_done_planting", "task_done", ["planting"], if_not_exists=True)
    _create(
        "weather_day",
        sa.Column("on", sa.Date(), nullable=False),
        sa.Column("low_c", sa.Double(), nullable=False),
        sa.Column("high_c", sa.Double(), nullable=False),
        sa.Column("rain_mm", sa.Double(), nullable=True),
        sa.Column("source", TEXT, nullable=False),
    )
    _create(
        "variety",
        sa.Column("crop", TEXT, nullable=False),
        sa.Column("name", TEXT, nullable=False),
        sa.Column("later_days", sa.Integer(), nullable=False),
        sa.Column("picked_days", sa.Integer(), nullable=True),
        sa.Column("yield_share", sa.Double(), nullable=False),
        sa.Column("vigour", TEXT, nullable=False),
        sa.Column("determinate", sa.Boolean(), nullable=True),
        sa.Column("note", sa.Text(), nullable=False),
    )
    _create(
        "season_blend",
        sa.Column("made_on", sa.Date(), nullable=False),
        sa.Column("place", NAME, nullable=True),
        sa.Column("amounts", sa.JSON(), nullable=False),
    )


def _create(name: str, *columns: Any) -> None:
    """A table of things: their own columns, and what every recorded thing has."""
    op.create_table(
        name,
        *columns,
        sa.Column("garden_id", NAME, nullable=False),
        sa.Column("id", NAME, nullable=False),
        sa.Column("revision", sa.Integer(), nullable=False),
        sa.Column("ordinal", sa.Integer(), nullable=False),
        sa.ForeignKeyConstraint(["garden_id"], ["garden.id"], ondelete="CASCADE"),
        sa.PrimaryKeyConstraint("garden_id", "id"),
        if_not_exists=True,
    )
