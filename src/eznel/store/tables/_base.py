"""What every table is built on, and what every recorded thing has."""

from datetime import date, datetime
from typing import Any, ClassVar

from sqlalchemy import JSON, Date, Double, ForeignKey, String
from sqlalchemy.dialects.mysql import DATETIME
from sqlalchemy.orm import DeclarativeBase, Mapped, mapped_column

Nested = dict[str, Any] | list[Any]


class Base(DeclarativeBase):
    """Types that MariaDB would otherwise narrow: FLOAT loses digits, DATETIME its microseconds.

    A column that a later release added has the default that its migration gave to older rows, so
    that a table that is new is the same as one that grew.
    """

    type_annotation_map: ClassVar[dict[Any, Any]] = {
        float: Double(),
        datetime: DATETIME(fsp=6),
        date: Date(),
        str: String(80),
        Nested: JSON(none_as_null=True),
    }


class Recorded:
    """What every recorded thing has: its garden, its id, its revision, and its place in a list."""

    garden_id: Mapped[str] = mapped_column(
        String(60), ForeignKey("garden.id", ondelete="CASCADE"), primary_key=True
    )
    id: Mapped[str] = mapped_column(String(60), primary_key=True)
    revision: Mapped[int]
    ordinal: Mapped[int]
