"""What stands beside the gardens: the journal, keys and photos."""

from datetime import datetime

from sqlalchemy import Index, String
from sqlalchemy.dialects.mysql import MEDIUMBLOB
from sqlalchemy.orm import Mapped, mapped_column

from eznel.store.tables._base import Base, Nested


class CalendarKeyRow(Base):
    """The key in a calendar's private address. It outlives the replacing of its garden."""

    __tablename__ = "calendar_key"

    garden_id: Mapped[str] = mapped_column(String(60), primary_key=True)
    key: Mapped[str] = mapped_column(String(60), unique=True, index=True)


class PhotoRow(Base):
    """A photo of a bag, by its contents. It outlives the replacing of its garden."""

    __tablename__ = "photo"

    garden_id: Mapped[str] = mapped_column(String(60), primary_key=True)
    id: Mapped[str] = mapped_column(String(60), primary_key=True)
    jpeg: Mapped[bytes] = mapped_column(MEDIUMBLOB())


class JournalRow(Base):
    """What was changed, when and by whom. Append only: a row for each write, never read whole."""

    __tablename__ = "journal"
    # Read newest first, for one garden: this index serves the search and the order.
    __table_args__ = (
        Index("ix_journal_garden", "garden_id", "revision"),
        Index("ix_journal_thing", "garden_id", "thing_id"),
    )

    number: Mapped[int] = mapped_column(primary_key=True, autoincrement=True)
    garden_id: Mapped[str] = mapped_column(String(60))
    revision: Mapped[int]
    written_at: Mapped[datetime]
    who: Mapped[str]
    kind: Mapped[str]
    thing_id: Mapped[str] = mapped_column(String(60))
    thing_revision: Mapped[int] = mapped_column(server_default="0")
    act: Mapped[str] = mapped_column(server_default="write")
    undoes: Mapped[int | None]
    together: Mapped[int | None]
    before: Mapped[Nested | None]
    after: Mapped[Nested | None]
