"""The tables: a row for each thing that people record, and a journal of every write.

Columns are named like the fields of the document, so that a row and a model become each other
by name. What is searched or joined has a type; what is nested and always read whole is JSON.
"""

from datetime import date, datetime
from typing import Any, ClassVar

from sqlalchemy import JSON, Date, Double, ForeignKey, ForeignKeyConstraint, Index, String, Text
from sqlalchemy.dialects.mysql import DATETIME, MEDIUMBLOB
from sqlalchemy.orm import DeclarativeBase, Mapped, mapped_column

Nested = dict[str, Any] | list[Any]


class Base(DeclarativeBase):
    """Types that MariaDB would otherwise narrow: FLOAT loses digits, DATETIME its microseconds."""

    type_annotation_map: ClassVar[dict[Any, Any]] = {
        float: Double(),
        datetime: DATETIME(fsp=6),
        date: Date(),
        str: String(80),
        Nested: JSON(none_as_null=True),
    }


class GardenRow(Base):
    """A garden: its settings, and the count of all writes in it."""

    __tablename__ = "garden"

    id: Mapped[str] = mapped_column(String(60), primary_key=True)
    name: Mapped[str]
    site: Mapped[Nested]
    preferences: Mapped[Nested]
    stands_on: Mapped[date | None]
    settings_revision: Mapped[int]
    revision: Mapped[int]
    removed_at: Mapped[datetime | None]
    """Removed by somebody, and for a while to be brought back."""


class _Thing:
    """What every recorded thing has: its garden, its id, its revision, and its place in a list."""

    garden_id: Mapped[str] = mapped_column(
        String(60), ForeignKey("garden.id", ondelete="CASCADE"), primary_key=True
    )
    id: Mapped[str] = mapped_column(String(60), primary_key=True)
    revision: Mapped[int]
    ordinal: Mapped[int]


class PlaceRow(_Thing, Base):
    """A bed or tubs."""

    __tablename__ = "place"

    kind: Mapped[str]
    name: Mapped[str]
    x_m: Mapped[float]
    y_m: Mapped[float]
    turn_deg: Mapped[float]
    warmer_by_c: Mapped[float]
    sun: Mapped[str | None]
    shelter: Mapped[str | None]
    note: Mapped[str] = mapped_column(Text)
    shape: Mapped[Nested]
    depth: Mapped[Nested | None]
    density: Mapped[Nested | None]
    texture: Mapped[str | None]
    count: Mapped[int | None]
    per_line: Mapped[int | None]
    recipe: Mapped[Nested | None]
    charge: Mapped[Nested | None]
    texture_by_feel: Mapped[bool | None]
    drained: Mapped[Nested | None]
    school: Mapped[str | None]
    lower_ph: Mapped[bool | None]
    watering: Mapped[Nested | None]
    field_capacity_pct: Mapped[float | None]
    wilting_point_pct: Mapped[float | None]
    holds_pct: Mapped[float | None]
    light_pct: Mapped[float | None]
    season_water_l: Mapped[float | None]
    from_below: Mapped[bool | None]
    water: Mapped[str | None] = mapped_column(String(60))


class FeatureRow(_Thing, Base):
    """A path, wall, fence or water."""

    __tablename__ = "feature"

    name: Mapped[str]
    kind: Mapped[str]
    points: Mapped[Nested]
    width: Mapped[Nested]


class ReportRow(_Thing, Base):
    """A soil report; its values have rows of their own."""

    __tablename__ = "report"

    lab: Mapped[str]
    sampled_on: Mapped[date]
    places: Mapped[Nested]
    depth: Mapped[Nested]
    extractant: Mapped[str]
    ph: Mapped[float | None]
    ph_in: Mapped[str]
    organic_matter_pct: Mapped[float | None]
    organic_carbon_pct: Mapped[float | None]
    buffer: Mapped[Nested | None]
    cec_cmol_kg: Mapped[float | None]
    ec: Mapped[Nested | None]
    sample_density: Mapped[Nested | None]
    fizz: Mapped[str | None]
    free_lime_pct: Mapped[float | None]
    lime: Mapped[Nested | None]
    composite: Mapped[bool]
    note: Mapped[str] = mapped_column(Text)


class SoilValueRow(Base):
    """One analyte of a report."""

    __tablename__ = "soil_value"
    __table_args__ = (
        ForeignKeyConstraint(
            ["garden_id", "report_id"], ["report.garden_id", "report.id"], ondelete="CASCADE"
        ),
    )

    garden_id: Mapped[str] = mapped_column(String(60), primary_key=True)
    report_id: Mapped[str] = mapped_column(String(60), primary_key=True)
    position: Mapped[int] = mapped_column(primary_key=True)
    analyte: Mapped[str]
    value: Mapped[float | None]
    unit: Mapped[str]
    printed_as: Mapped[str | None]
    depth: Mapped[Nested | None]
    extractant: Mapped[str | None]
    lab_rating: Mapped[str | None]


class BandRow(_Thing, Base):
    """Bands of the grower's laboratory or region."""

    __tablename__ = "band"

    extractant: Mapped[str]
    analyte: Mapped[str]
    unit: Mapped[str]
    low: Mapped[float]
    medium: Mapped[float]
    high: Mapped[float]
    very_high: Mapped[float]
    source: Mapped[str]


class PreparationRow(_Thing, Base):
    """What is worked into a place before planting."""

    __tablename__ = "preparation"

    place: Mapped[str] = mapped_column(String(60), index=True)
    product: Mapped[str | None] = mapped_column(String(60))
    material: Mapped[str | None]
    how: Mapped[Nested]
    on: Mapped[date]
    done: Mapped[bool]
    mulch: Mapped[bool]
    hot: Mapped[bool]
    note: Mapped[str] = mapped_column(Text)


class ProductRow(_Thing, Base):
    """A bag or bottle."""

    __tablename__ = "product"

    name: Mapped[str]
    form: Mapped[str]
    basis: Mapped[str]
    declared: Mapped[Nested]
    nitrogen: Mapped[Nested | None]
    density: Mapped[Nested | None]
    weighed: Mapped[Nested | None]
    dry_matter_pct: Mapped[float | None]
    first_season_n_pct: Mapped[float | None]
    release_days: Mapped[int | None]
    added: Mapped[Nested | None]
    for_seed: Mapped[bool]
    liming: Mapped[Nested | None]
    material: Mapped[str | None]
    proof: Mapped[str]
    carbon_to_n: Mapped[float | None]
    ec_of_1g_l_ds_m: Mapped[float | None]
    organic: Mapped[bool | None]
    animal: Mapped[bool | None]
    may_use: Mapped[bool]
    max_rate: Mapped[Nested | None]
    max_per_plant: Mapped[Nested | None]
    max_strength: Mapped[Nested | None]
    max_in_mix: Mapped[Nested | None]
    interval_days: Mapped[int | None]
    max_times: Mapped[int | None]
    stock: Mapped[Nested | None]
    price: Mapped[Nested | None]
    other_packs: Mapped[Nested | None]
    label: Mapped[Nested | None]
    photo: Mapped[str | None]
    note: Mapped[str] = mapped_column(Text)


class ScoopRow(_Thing, Base):
    """A measure of the grower's own."""

    __tablename__ = "scoop"

    name: Mapped[str]
    volume: Mapped[Nested]


class PlantingRow(_Thing, Base):
    """A crop in a place."""

    __tablename__ = "planting"

    place: Mapped[str] = mapped_column(String(60), index=True)
    crop: Mapped[str]
    variety: Mapped[str]
    plants: Mapped[int | None]
    spacing: Mapped[Nested | None]
    programme: Mapped[str]
    sown_on: Mapped[date | None]
    planted_on: Mapped[date]
    sown_in_place: Mapped[bool]
    raising: Mapped[Nested | None]
    raised_in: Mapped[str | None]
    base_by: Mapped[str]
    residue: Mapped[str | None]
    kept_since: Mapped[date | None]
    had: Mapped[str | None]
    ends_on: Mapped[date | None]
    note: Mapped[str] = mapped_column(Text)


class ProgrammeRow(_Thing, Base):
    """A feeding programme of the garden's own; always read whole."""

    __tablename__ = "programme"

    record: Mapped[Nested]


class FeedEntryRow(_Thing, Base):
    """A feed that was given or missed."""

    __tablename__ = "feed_entry"

    planting: Mapped[str] = mapped_column(String(60), index=True)
    job: Mapped[str | None] = mapped_column(String(60))
    on: Mapped[date]
    outcome: Mapped[str]
    amounts: Mapped[Nested]
    water: Mapped[Nested | None]
    poured: Mapped[float]
    plants: Mapped[int | None]
    planned: Mapped[Nested]
    note: Mapped[str] = mapped_column(Text)


class StageSeenRow(_Thing, Base):
    """A stage that was seen to begin."""

    __tablename__ = "stage_seen"

    planting: Mapped[str] = mapped_column(String(60), index=True)
    stage: Mapped[str]
    on: Mapped[date]


class ObservedRow(_Thing, Base):
    """What was seen at a planting, besides its stages."""

    __tablename__ = "observed"

    planting: Mapped[str] = mapped_column(String(60), index=True)
    on: Mapped[date]
    kind: Mapped[str]
    plants: Mapped[int | None]
    ec_ds_m: Mapped[float | None]
    note: Mapped[str] = mapped_column(Text)


class TaskDoneRow(_Thing, Base):
    """A job besides feeding that was done."""

    __tablename__ = "task_done"

    planting: Mapped[str] = mapped_column(String(60), index=True)
    task: Mapped[str]
    on: Mapped[date]


class WeatherDayRow(_Thing, Base):
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


class WateredRow(_Thing, Base):
    """A place that was watered, rained on or put off."""

    __tablename__ = "watered"

    place: Mapped[str] = mapped_column(String(60), index=True)
    on: Mapped[date]
    outcome: Mapped[str]
    amount: Mapped[Nested | None]
    felt: Mapped[str | None]
    probe_pct: Mapped[float | None]


class VarietyRow(_Thing, Base):
    """How a variety differs from its crop."""

    __tablename__ = "variety"

    crop: Mapped[str]
    name: Mapped[str]
    later_days: Mapped[int]
    picked_days: Mapped[int | None]
    yield_share: Mapped[float]
    vigour: Mapped[str]
    determinate: Mapped[bool | None]
    note: Mapped[str] = mapped_column(Text)


class SeasonBlendRow(_Thing, Base):
    """Products and amounts of many jobs, blended together; always read whole."""

    __tablename__ = "season_blend"

    made_on: Mapped[date]
    place: Mapped[str | None] = mapped_column(String(60))
    amounts: Mapped[Nested]


class StockMoveRow(_Thing, Base):
    """What came into the shed, was opened or written off."""

    __tablename__ = "stock_move"

    product: Mapped[str] = mapped_column(String(60), index=True)
    on: Mapped[date]
    kind: Mapped[str]
    amount: Mapped[Nested | None]
    note: Mapped[str] = mapped_column(Text)


class PinRow(_Thing, Base):
    """A job that the grower moved."""

    __tablename__ = "pin"

    job: Mapped[str] = mapped_column(String(60))
    to: Mapped[date]


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


class EndedSessionRow(Base):
    """A browser's session that was ended before its time."""

    __tablename__ = "ended_session"

    id: Mapped[str] = mapped_column(String(60), primary_key=True)
    until: Mapped[datetime] = mapped_column(DATETIME())
    """When it would have ended by itself; the row can go then."""


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
    thing_revision: Mapped[int]
    act: Mapped[str]
    undoes: Mapped[int | None]
    before: Mapped[Nested | None]
    after: Mapped[Nested | None]


class BenchRow(_Thing, Base):
    """A shelf, a bench or a cold frame."""

    __tablename__ = "bench"

    kind: Mapped[str]
    name: Mapped[str]
    length: Mapped[Nested]
    width: Mapped[Nested]
    levels: Mapped[int]
    warm_c: Mapped[float]
