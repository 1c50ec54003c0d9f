"""A day's weather once, and whether it is simulated; sessions that were ended"""

import sqlalchemy as sa
from alembic import op

revision = "0007"
down_revision = "0006"


def upgrade() -> None:
    # Two writers at once could leave a day twice: the one that was written last stays.
    op.execute(
        "DELETE old FROM weather_day old JOIN weather_day new"
        " ON old.garden_id = new.garden_id AND old.`on` = new.`on`"
        " AND (old.revision, old.ordinal, old.id) < (new.revision, new.ordinal, new.id)"
    )
    op.execute("UPDATE weather_day SET source = 'simulated' WHERE source = 'station'")
    op.create_index(
        "ix_weather_day_once", "weather_day", ["garden_id", "on"], unique=True, if_not_exists=True
    )
    op.create_table(
        "ended_session",
        sa.Column("id", sa.String(length=60), nullable=False),
        sa.Column("until", sa.DateTime(), nullable=False),
        sa.PrimaryKeyConstraint("id"),
        if_not_exists=True,
    )
