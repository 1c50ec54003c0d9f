"""What labels limit, mixes, rules of the shed; what is bought, opened and written off"""

from typing import Any

import sqlalchemy as sa
from alembic import op

revision = "0004"
down_revision = "0003"

TEXT = sa.String(length=80)

NEW: tuple[tuple[str, Any], ...] = (
    ("carbon_to_n", sa.Double()),
    ("ec_of_1g_l_ds_m", sa.Double()),
    ("organic", sa.Boolean()),
    ("animal", sa.Boolean()),
    ("max_per_plant", sa.JSON()),
    ("max_in_mix", sa.JSON()),
    ("interval_days", sa.Integer()),
    ("max_times", sa.Integer()),
    ("added", sa.JSON()),
    ("other_packs", sa.JSON()),
)


def upgrade() -> None:
    for name, kind in NEW:
        op.add_column("product", sa.Column(name, kind, nullable=True), if_not_exists=True)
    op.add_column(
        "product",
        sa.Column("proof", TEXT, nullable=False, server_default="label"),
        if_not_exists=True,
    )
    for name in ("for_seed", "may_use"):
        op.add_column(
            "product",
            sa.Column(name, sa.Boolean(), nullable=False, server_default=sa.false()),
            if_not_exists=True,
        )
    op.create_table(
        "stock_move",
        sa.Column("product", sa.String(length=60), nullable=False),
        sa.Column("on", sa.Date(), nullable=False),
        sa.Column("kind", TEXT, nullable=False),
        sa.Column("amount", sa.JSON(), nullable=True),
        sa.Column("note", sa.Text(), nullable=False),
        sa.Column("garden_id", sa.String(length=60), nullable=False),
        sa.Column("id", sa.String(length=60), nullable=False),
        sa.Column("revision", sa.Integer(), nullable=False),
        sa.Column("ordinal", sa.Integer(), nullable=False),
        sa.ForeignKeyConstraint(["garden_id"], ["garden.id"], ondelete="CASCADE"),
        sa.PrimaryKeyConstraint("garden_id", "id"),
        if_not_exists=True,
    )
    op.create_index("ix_stock_move_product", "stock_move", ["product"], if_not_exists=True)
