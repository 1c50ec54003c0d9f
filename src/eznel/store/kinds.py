"""How each kind of thing becomes rows and comes back. A new kind is a new line here."""

from collections.abc import Callable
from dataclasses import dataclass
from functools import cached_property
from typing import Any

from pydantic import BaseModel, TypeAdapter

from eznel.core.document import (
    Aim,
    BandTable,
    Bench,
    Feature,
    FeedEntry,
    Harvest,
    Look,
    MoveJob,
    Noted,
    Observed,
    Place,
    Planting,
    Preparation,
    Product,
    Programme,
    Recipe,
    Scoop,
    SeasonBlend,
    SoilReport,
    Sprayed,
    StageSeen,
    StockMove,
    TaskDone,
    Trial,
    Variety,
    Walked,
    Watered,
    WeatherDay,
)
from eznel.core.trials.fair import stays_fair
from eznel.store import tables
from eznel.store.tables import Base

Row = dict[str, Any]


@dataclass(frozen=True)
class Kind:
    """A kind of thing: its name, its shape, its table, and where it stands in the garden file."""

    name: str
    shape: Any
    table: type[Base]
    part: str
    label: str
    stays: Callable[[Any, Any], None] | None = None
    """Refuses what may not become of a thing, whatever its shape allows."""

    @property
    def path(self) -> str:
        """Where such things stand in a garden file, like "garden/places"."""
        return f"{self.part}/{self.name}"

    def parse(self, data: Any) -> BaseModel:
        """Return the thing in some plain data, or raise what is wrong with it."""
        thing: BaseModel = self._checks.validate_python(data)
        return thing

    @cached_property
    def _checks(self) -> TypeAdapter[Any]:
        return TypeAdapter(self.shape)


KINDS = {
    kind.name: kind
    for kind in (
        Kind("places", Place, tables.PlaceRow, "garden", "place"),
        Kind("features", Feature, tables.FeatureRow, "garden", "feature"),
        Kind("reports", SoilReport, tables.ReportRow, "garden", "report"),
        Kind("bands", BandTable, tables.BandRow, "garden", "band"),
        Kind("preparations", Preparation, tables.PreparationRow, "garden", "preparation"),
        Kind("products", Product, tables.ProductRow, "garden", "product"),
        Kind("scoops", Scoop, tables.ScoopRow, "garden", "scoop"),
        Kind("plantings", Planting, tables.PlantingRow, "garden", "planting"),
        Kind("programmes", Programme, tables.ProgrammeRow, "garden", "programme"),
        Kind("varieties", Variety, tables.VarietyRow, "garden", "variety"),
        Kind("benches", Bench, tables.BenchRow, "garden", "bench"),
        Kind("recipes", Recipe, tables.RecipeRow, "garden", "recipe"),
        Kind("aims", Aim, tables.AimRow, "garden", "aim"),
        Kind("trials", Trial, tables.TrialRow, "garden", "trial", stays_fair),
        Kind("pins", MoveJob, tables.PinRow, "garden", "pin"),
        Kind("blends", SeasonBlend, tables.SeasonBlendRow, "garden", "blend"),
        Kind("feeds", FeedEntry, tables.FeedEntryRow, "log", "feed"),
        Kind("stages", StageSeen, tables.StageSeenRow, "log", "stage"),
        Kind("observed", Observed, tables.ObservedRow, "log", "observation"),
        Kind("tasks", TaskDone, tables.TaskDoneRow, "log", "task"),
        Kind("sprays", Sprayed, tables.SprayedRow, "log", "spray"),
        Kind("weather", WeatherDay, tables.WeatherDayRow, "log", "weather_day"),
        Kind("watered", Watered, tables.WateredRow, "log", "watering"),
        Kind("walks", Walked, tables.WalkedRow, "log", "walk"),
        Kind("harvests", Harvest, tables.HarvestRow, "log", "harvest"),
        Kind("notes", Noted, tables.NotedRow, "log", "note"),
        Kind("looks", Look, tables.LookRow, "log", "look"),
        Kind("stock_moves", StockMove, tables.StockMoveRow, "log", "stock_move"),
    )
}

_OWN = {"garden_id", "id", "revision", "ordinal"}


def key_of(thing: BaseModel) -> str:
    """Return what a thing is known by: its id, or a programme's key.

    Parameters
    ----------
    thing : BaseModel
        Any recorded thing.

    Returns
    -------
    str
        As stored.
    """
    return str(getattr(thing, "id", None) or getattr(thing, "key", ""))


def to_row(kind: Kind, thing: BaseModel) -> tuple[Row, list[Row]]:
    """Return a thing's columns, and the rows of its values if it is a report.

    Parameters
    ----------
    kind : Kind
        Its kind.
    thing : BaseModel
        The thing.

    Returns
    -------
    tuple of dict and list of dict
        Without garden, revision and ordinal, which the store knows.
    """
    plain = thing.model_dump(mode="json")
    typed = thing.model_dump()
    if kind.name == "programmes":
        return {"id": key_of(thing), "record": plain}, []
    columns: Row = {"id": key_of(thing)}
    for column in kind.table.__table__.columns:
        if column.name not in _OWN:
            dates = column.type.python_type.__name__ == "date"
            columns[column.name] = (typed if dates else plain).get(column.name)
    values = [{"position": n, **value} for n, value in enumerate(plain.get("values", ()))]
    return columns, values if kind.name == "reports" else []


def data_of(kind: Kind, row: Row, values: list[Row]) -> Row:
    """Return the plain data that some columns hold, as `Kind.parse` reads it.

    Parameters
    ----------
    kind : Kind
        Its kind.
    row : dict
        Its columns.
    values : list of dict
        The rows of its values, if it is a report.

    Returns
    -------
    dict
        As in a garden file.
    """
    if kind.name == "programmes":
        record: Row = row["record"]
        return record
    own = _OWN - {"id"}
    data = {name: value for name, value in row.items() if name not in own and value is not None}
    if kind.name == "reports":
        skip = {"garden_id", "report_id", "position"}
        data["values"] = [{k: v for k, v in value.items() if k not in skip} for value in values]
    return data
