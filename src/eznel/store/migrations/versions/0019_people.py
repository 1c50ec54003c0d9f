"""People, what they may do, where they are signed in, and invitations"""

import sqlalchemy as sa
from alembic import op
from sqlalchemy.dialects.mysql import DATETIME

revision = "0019"
down_revision = "0018"


def upgrade() -> None:
    op.create_table(
        "person",
        sa.Column("id", sa.String(length=60), nullable=False),
        sa.Column("name", sa.String(length=80), nullable=False),
        sa.Column("known_as", sa.String(length=200), nullable=False),
        sa.Column("password", sa.String(length=200), nullable=False),
        sa.Column("code_secret", sa.String(length=60), nullable=True),
        sa.Column("code_step", sa.Integer(), nullable=True),
        sa.Column("keeper", sa.Boolean(), nullable=False),
        sa.Column("made_at", DATETIME(fsp=6), nullable=False),
        sa.PrimaryKeyConstraint("id"),
        sa.UniqueConstraint("known_as"),
        if_not_exists=True,
    )
    op.create_table(
        "membership",
        sa.Column("garden_id", sa.String(length=60), nullable=False),
        sa.Column("person_id", sa.String(length=60), nullable=False),
        sa.Column("role", sa.String(length=80), nullable=False),
        sa.ForeignKeyConstraint(["person_id"], ["person.id"], ondelete="CASCADE"),
        sa.PrimaryKeyConstraint("garden_id", "person_id"),
        if_not_exists=True,
    )
    op.create_table(
        "sign_in",
        sa.Column("id", sa.String(length=80), nullable=False),
        sa.Column("person_id", sa.String(length=60), nullable=False),
        sa.Column("began_at", DATETIME(fsp=6), nullable=False),
        sa.Column("seen_at", DATETIME(fsp=6), nullable=False),
        sa.Column("browser", sa.String(length=200), nullable=False),
        sa.Column("network", sa.String(length=80), nullable=False),
        sa.ForeignKeyConstraint(["person_id"], ["person.id"], ondelete="CASCADE"),
        sa.PrimaryKeyConstraint("id"),
        if_not_exists=True,
    )
    op.create_table(
        "invitation",
        sa.Column("id", sa.String(length=60), nullable=False),
        sa.Column("key_hash", sa.String(length=80), nullable=False),
        sa.Column("garden_id", sa.String(length=60), nullable=True),
        sa.Column("role", sa.String(length=80), nullable=True),
        sa.Column("person_id", sa.String(length=60), nullable=True),
        sa.Column("made_by", sa.String(length=80), nullable=False),
        sa.Column("made_at", DATETIME(fsp=6), nullable=False),
        sa.Column("ends_at", DATETIME(fsp=6), nullable=False),
        sa.Column("remaining", sa.Integer(), nullable=False),
        sa.ForeignKeyConstraint(["person_id"], ["person.id"], ondelete="CASCADE"),
        sa.PrimaryKeyConstraint("id"),
        sa.UniqueConstraint("key_hash"),
        if_not_exists=True,
    )
    for table, column in (
        ("membership", "person_id"),
        ("sign_in", "person_id"),
        ("invitation", "garden_id"),
    ):
        name = op.f(f"ix_{table}_{column}")
        op.create_index(name, table, [column], unique=False, if_not_exists=True)
    # The one password of before is no more, and neither are the sessions that it opened.
    op.drop_table("ended_session", if_exists=True)
