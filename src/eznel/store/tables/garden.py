"""A garden, and everything that is known about it."""

from datetime import date, datetime

from sqlalchemy import ForeignKeyConstraint, String, Text, false
from sqlalchemy.orm import Mapped, mapped_column

from eznel.store.tables._base import Base, Nested, Recorded


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


class PlaceRow(Recorded, Base):
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
    fill: Mapped[Nested | None]
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


class FeatureRow(Recorded, Base):
    """A path, wall, fence or water."""

    __tablename__ = "feature"

    name: Mapped[str]
    kind: Mapped[str]
    points: Mapped[Nested]
    width: Mapped[Nested]


class ReportRow(Recorded, Base):
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
    composite: Mapped[bool] = mapped_column(server_default=false())
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


class BandRow(Recorded, Base):
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


class PreparationRow(Recorded, Base):
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


class ProductRow(Recorded, Base):
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
    for_seed: Mapped[bool] = mapped_column(server_default=false())
    liming: Mapped[Nested | None]
    material: Mapped[str | None]
    proof: Mapped[str] = mapped_column(server_default="label")
    carbon_to_n: Mapped[float | None]
    ec_of_1g_l_ds_m: Mapped[float | None]
    organic: Mapped[bool | None]
    animal: Mapped[bool | None]
    may_use: Mapped[bool] = mapped_column(server_default=false())
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


class ScoopRow(Recorded, Base):
    """A measure of the grower's own."""

    __tablename__ = "scoop"

    name: Mapped[str]
    volume: Mapped[Nested]


class PlantingRow(Recorded, Base):
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
    base_by: Mapped[str] = mapped_column(server_default="broadcast")
    residue: Mapped[str | None]
    kept_since: Mapped[date | None]
    had: Mapped[str | None]
    ends_on: Mapped[date | None]
    note: Mapped[str] = mapped_column(Text)


class ProgrammeRow(Recorded, Base):
    """A feeding programme of the garden's own; always read whole."""

    __tablename__ = "programme"

    record: Mapped[Nested]


class VarietyRow(Recorded, Base):
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


class SeasonBlendRow(Recorded, Base):
    """Products and amounts of many jobs, blended together; always read whole."""

    __tablename__ = "season_blend"

    made_on: Mapped[date]
    place: Mapped[str | None] = mapped_column(String(60))
    amounts: Mapped[Nested]


class PinRow(Recorded, Base):
    """A job that the grower moved."""

    __tablename__ = "pin"

    job: Mapped[str] = mapped_column(String(60))
    to: Mapped[date]


class BenchRow(Recorded, Base):
    """A shelf, a bench or a cold frame."""

    __tablename__ = "bench"

    kind: Mapped[str]
    name: Mapped[str]
    length: Mapped[Nested]
    width: Mapped[Nested]
    levels: Mapped[int]
    warm_c: Mapped[float]


class RecipeRow(Recorded, Base):
    """A mix of one's own."""

    __tablename__ = "recipe"

    name: Mapped[str]
    use: Mapped[str]
    shares_in: Mapped[str]
    parts: Mapped[Nested]
    charge: Mapped[Nested]
    note: Mapped[str] = mapped_column(Text)


class AimRow(Recorded, Base):
    """What a year is to bring."""

    __tablename__ = "aim"

    year: Mapped[int]
    words: Mapped[str]
    crop: Mapped[str | None]
    wanted: Mapped[Nested | None]
    weekly: Mapped[Nested | None]
    stored: Mapped[Nested | None]
    outcome: Mapped[str] = mapped_column(Text)


class TrialRow(Recorded, Base):
    """Two treatments on plants that were allotted by lot."""

    __tablename__ = "trial"

    name: Mapped[str]
    on: Mapped[date]
    treatments: Mapped[Nested]
    measures: Mapped[Nested]
    plants: Mapped[Nested]
    ended_on: Mapped[date | None]
    repeats: Mapped[str | None] = mapped_column(String(60))
    outside: Mapped[str] = mapped_column(Text)
    conclusion: Mapped[str] = mapped_column(Text)
