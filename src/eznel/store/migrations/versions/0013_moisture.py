"""Waterings, what a ground holds of water, and all that a station measures"""

import sqlalchemy as sa
from alembic import op

revision = "0013"
down_revision = "0012"

_PLACE = ("field_capacity_pct", "wilting_point_pct", "holds_pct", "light_pct")
_DAY = ("humidity_pct", "wind_m_s", "sun_h")


def upgrade() -> None:
    for table, names in (("place", _PLACE), ("weather_day", _DAY)):
        for name in names:
            op.add_column(table, sa.Column(name, sa.Double(), nullable=True), if_not_exists=True)
    op.create_table(
        "watered",
        sa.Column("place", sa.String(length=60), nullable=False),
        sa.Column("on", sa.Date(), nullable=False),
        sa.Column("outcome", sa.String(length=80), nullable=False),
        sa.Column("amount", sa.JSON(none_as_null=True), nullable=True),
        sa.Column("felt", sa.String(length=80), nullable=True),
        sa.Column("probe_pct", sa.Double(), nullable=True),
        sa.Column("garden_id", sa.String(length=60), nullable=False),
        sa.Column("id", sa.String(length=60), nullable=False),
        sa.Column("revision", sa.Integer(), nullable=False),
        sa.Column("ordinal", sa.Integer(), nullable=False),
        sa.ForeignKeyConstraint(["garden_id"], ["garden.id"], ondelete="CASCADE"),
        sa.PrimaryKeyConstraint("garden_id", "id"),
        if_not_exists=True,
    )
    op.create_index("ix_watered_place", "watered", ["place"], if_not_exists=True)
