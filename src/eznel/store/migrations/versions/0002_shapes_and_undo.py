"""Shapes, paths and walls; and a journal that undoes"""

import sqlalchemy as sa
from alembic import op

revision = "0002"
down_revision = "0001"


def upgrade() -> None:
    op.create_table(
        "feature",
        sa.Column("name", sa.String(length=80), nullable=False),
        sa.Column("kind", sa.String(length=80), nullable=False),
        sa.Column("points", sa.JSON(), nullable=False),
        sa.Column("width", sa.JSON(), nullable=False),
        sa.Column("garden_id", sa.String(length=60), nullable=False),
        sa.Column("id", sa.String(length=60), nullable=False),
        sa.Column("revision", sa.Integer(), nullable=False),
        sa.Column("ordinal", sa.Integer(), nullable=False),
        sa.ForeignKeyConstraint(["garden_id"], ["garden.id"], ondelete="CASCADE"),
        sa.PrimaryKeyConstraint("garden_id", "id"),
        if_not_exists=True,
    )
    for name, kind in (
        ("sun", sa.String(80)),
        ("shelter", sa.String(80)),
        ("per_line", sa.Integer()),
    ):
        op.add_column("place", sa.Column(name, kind, nullable=True), if_not_exists=True)
    op.add_column("product", sa.Column("weighed", sa.JSON(), nullable=True), if_not_exists=True)
    # Of what was written before, nobody knows the thing's own revision: 0 matches none.
    op.add_column(
        "journal",
        sa.Column("thing_revision", sa.Integer(), nullable=False, server_default="0"),
        if_not_exists=True,
    )
    op.add_column(
        "journal",
        sa.Column("act", sa.String(80), nullable=False, server_default="write"),
        if_not_exists=True,
    )
    op.add_column("journal", sa.Column("undoes", sa.Integer(), nullable=True), if_not_exists=True)
    op.create_index("ix_journal_thing", "journal", ["garden_id", "thing_id"], if_not_exists=True)
