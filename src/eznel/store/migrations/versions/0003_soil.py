"""Every soil report; bands of one's own; what is worked into places"""

from typing import Any

import sqlalchemy as sa
from alembic import op

revision = "0003"
down_revision = "0002"

TEXT = sa.String(length=80)

NEW: dict[str, tuple[tuple[str, Any], ...]] = {
    "place": (
        ("texture_by_feel", sa.Boolean()),
        ("drained", sa.JSON()),
        ("school", TEXT),
    ),
    "report": (
        ("organic_carbon_pct", sa.Double()),
        ("buffer", sa.JSON()),
        ("cec_cmol_kg", sa.Double()),
        ("ec", sa.JSON()),
        ("sample_density", sa.JSON()),
        ("fizz", TEXT),
        ("free_lime_pct", sa.Double()),
        ("lime", sa.JSON()),
    ),
    "soil_value": (("printed_as", TEXT), ("depth", sa.JSON())),
    "product": (("liming", sa.JSON()),),
    "planting": (("residue", TEXT),),
}


def upgrade() -> None:
    for table, columns in NEW.items():
        for name, kind in columns:
            op.add_column(table, sa.Column(name, kind, nullable=True), if_not_exists=True)
    op.add_column(
        "report",
        sa.Column("composite", sa.Boolean(), nullable=False, server_default=sa.false()),
        if_not_exists=True,
    )
    op.add_column(
        "planting",
        sa.Column("base_by", TEXT, nullable=False, server_default="broadcast"),
        if_not_exists=True,
    )
    # A colour kit prints a class and no number.
    op.alter_column("soil_value", "value", existing_type=sa.Double(), nullable=True)
    _thing(
        "band",
        *(sa.Column(name, TEXT, nullable=False) for name in ("extractant", "analyte", "unit")),
        *(
            sa.Column(name, sa.Double(), nullable=False)
            for name in ("low", "medium", "high", "very_high")
        ),
        sa.Column("source", TEXT, nullable=False),
    )
    _thing(
        "preparation",
        sa.Column("place", sa.String(length=60), nullable=False),
        sa.Column("product", sa.String(length=60), nullable=True),
        sa.Column("material", TEXT, nullable=True),
        sa.Column("how", sa.JSON(), nullable=False),
        sa.Column("on", sa.Date(), nullable=False),
        *(sa.Column(name, sa.Boolean(), nullable=False) for name in ("done", "mulch", "hot")),
        sa.Column("note", sa.Text(), nullable=False),
    )
    op.create_index("ix_preparation_place", "preparation", ["place"], if_not_exists=True)


def _thing(name: str, *columns: Any) -> None:
    op.create_table(
        name,
        *columns,
        sa.Column("garden_id", sa.String(length=60), nullable=False),
        sa.Column("id", sa.String(length=60), nullable=False),
        sa.Column("revision", sa.Integer(), nullable=False),
        sa.Column("ordinal", sa.Integer(), nullable=False),
        sa.ForeignKeyConstraint(["garden_id"], ["garden.id"], ondelete="CASCADE"),
        sa.PrimaryKeyConstraint("garden_id", "id"),
        if_not_exists=True,
    )
