"""What happened in a garden."""

from datetime import date

from sqlalchemy import Index, String, Text
from sqlalchemy.orm import Mapped, mapped_column

from eznel.store.tables._base import Base, Nested, Recorded


class FeedEntryRow(Recorded, Base):
    """A feed that was given or missed."""

    __tablename__ = "feed_entry"

    planting: Mapped[str] = mapped_column(String(60), index=True)
    job: Mapped[str | None] = mapped_column(String(60))
    on: Mapped[date]
    outcome: Mapped[str]
    amounts: Mapped[Nested]
    water: Mapped[Nested | None]
    poured: Mapped[float] = mapped_column(server_default="1")
    plants: Mapped[int | None]
    planned: Mapped[Nested]
    note: Mapped[str] = mapped_column(Text)


class StageSeenRow(Recorded, Base):
    """A stage that was seen to begin."""

    __tablename__ = "stage_seen"

    planting: Mapped[str] = mapped_column(String(60), index=True)
    stage: Mapped[str]
    on: Mapped[date]


class ObservedRow(Recorded, Base):
    """What was seen at a planting, besides its stages."""

    __tablename__ = "observed"

    planting: Mapped[str] = mapped_column(String(60), index=True)
    on: Mapped[date]
    kind: Mapped[str]
    plants: Mapped[int | None]
    ec_ds_m: Mapped[float | None]
    note: Mapped[str] = mapped_column(Text)


class SprayedRow(Recorded, Base):
    """A spray or drench, with what its label asks for."""

    __tablename__ = "sprayed"

    planting: Mapped[str] = mapped_column(String(60), index=True)
    on: Mapped[date]
    name: Mapped[str]
    kind: Mapped[str]
    again_days: Mapped[int | None]
    wait_days: Mapped[int | None]
    note: Mapped[str] = mapped_column(Text)


class TaskDoneRow(Recorded, Base):
    """A job besides feeding that was done."""

    __tablename__ = "task_done"

    planting: Mapped[str] = mapped_column(String(60), index=True)
    task: Mapped[str]
    on: Mapped[date]


class WeatherDayRow(Recorded, Base):
    """A day's weather, once."""

    __tablename__ = "weather_day"
    __table_args__ = (Index("ix_weather_day_once", "garden_id", "on", unique=True),)

    on: Mapped[date]
    low_c: Mapped[float]
    high_c: Mapped[float]
    rain_mm: Mapped[float | None]
    humidity_pct: Mapped[float | None]
    wind_m_s: Mapped[float | None]
    sun_h: Mapped[float | None]
    source: Mapped[str]


class WateredRow(Recorded, Base):
    """A place that was watered, rained on or put off."""

    __tablename__ = "watered"

    place: Mapped[str] = mapped_column(String(60), index=True)
    on: Mapped[date]
    outcome: Mapped[str]
    amount: Mapped[Nested | None]
    felt: Mapped[str | None]
    probe_pct: Mapped[float | None]


class StockMoveRow(Recorded, Base):
    """What came into the shed, was opened or written off."""

    __tablename__ = "stock_move"

    product: Mapped[str] = mapped_column(String(60), index=True)
    on: Mapped[date]
    kind: Mapped[str]
    amount: Mapped[Nested | None]
    note: Mapped[str] = mapped_column(Text)


class HarvestRow(Recorded, Base):
    """What was picked of a planting on a day."""

    __tablename__ = "harvest"

    planting: Mapped[str] = mapped_column(String(60), index=True)
    on: Mapped[date]
    much: Mapped[Nested]
    complete: Mapped[bool]
    note: Mapped[str] = mapped_column(Text)


class NotedRow(Recorded, Base):
    """Words, a count or a height on a day."""

    __tablename__ = "noted"

    on: Mapped[date]
    place: Mapped[str | None] = mapped_column(String(60))
    planting: Mapped[str | None] = mapped_column(String(60), index=True)
    words: Mapped[str] = mapped_column(Text)
    count: Mapped[int | None]
    height: Mapped[Nested | None]
    lesson: Mapped[Nested | None]
    photos: Mapped[Nested]


class WalkedRow(Recorded, Base):
    """How long a walk with the day's jobs took."""

    __tablename__ = "walked"

    on: Mapped[date]
    minutes: Mapped[float]


class LookRow(Recorded, Base):
    """What is the matter with a planting, and what was decided."""

    __tablename__ = "look"

    planting: Mapped[str] = mapped_column(String(60), index=True)
    on: Mapped[date]
    signs: Mapped[Nested]
    since: Mapped[date | None]
    affected: Mapped[int | None]
    of: Mapped[int | None]
    checks: Mapped[Nested]
    decided: Mapped[str | None] = mapped_column(String(60))
    again_on: Mapped[date | None]
    came: Mapped[str | None] = mapped_column(String(60))
    turned_out: Mapped[str | None] = mapped_column(String(60))
    note: Mapped[str] = mapped_column(Text)
    photos: Mapped[Nested]
