"""Weather as it comes: from a station, out of files, and all of it as a table."""

from collections.abc import Iterable
from datetime import date, timedelta
from typing import Annotated
from uuid import UUID

from fastapi import Response
from pydantic import Base64Bytes, BaseModel, Field

from eznel.api import routers
from eznel.api.downloads import attachment
from eznel.api.limits import MOST_OF_A_FILE
from eznel.api.services import Services, TheServices, TheSession, Who
from eznel.core.document import Day, WeatherDay
from eznel.core.errors import Impossible
from eznel.formats.weather_columns import Meaning, Unit, Usual, WeatherColumn
from eznel.formats.weather_file import day_id, read_weather, simulated_day, write_weather
from eznel.standins import weather_station
from eznel.standins.weather_station import FORECAST_DAYS, StationSilent
from eznel.store import gardens, reading

router = routers.router("/api/gardens/{garden_id}", "weather")

OVERLAP_DAYS = 7
"""Days that are fetched again, as a forecast may have been kept for them."""


class WeatherColumnView(BaseModel):
    """A column of a weather table, and what it is taken to mean; no meaning leaves it out."""

    heading: Annotated[str, Field(max_length=200)] = ""
    meaning: Meaning | None = None
    unit: Unit | None = None
    by_usual: bool = False
    """Whether its unit was taken because the other is impossible in this garden."""


class WeatherBrought(BaseModel):
    """A file, or pasted text; and what its columns and dates mean, where somebody says so."""

    file: Annotated[Base64Bytes, Field(max_length=MOST_OF_A_FILE)] | None = None
    text: Annotated[str, Field(max_length=MOST_OF_A_FILE)] | None = None
    columns: Annotated[list[WeatherColumnView], Field(max_length=400)] | None = None
    month_first: bool | None = None


class LeftRow(BaseModel):
    """A row that is no day."""

    row: int
    words: str


class WeatherRead(BaseModel):
    """What a file's columns are, its days, and what is asked. Nothing is stored."""

    columns: list[WeatherColumnView]
    days: list[WeatherDay]
    """None while anything is asked."""
    new: int
    """How many of them are not kept already just so."""
    left: list[LeftRow]
    questions: list[str]


class WeatherDays(BaseModel):
    """Days to be kept together."""

    days: Annotated[list[WeatherDay], Field(min_length=1, max_length=4000)]


class RainTyped(BaseModel):
    """What a rain gauge held of a day."""

    on: Day
    rain_mm: Annotated[float, Field(ge=0, le=1000, allow_inf_nan=False)]


class WeatherKept(BaseModel):
    """How many days were new or other than before, and from when to when they are."""

    kept: int
    first: date | None
    last: date | None


@router.post("/weather/station")
def fetch_weather(
    garden_id: UUID, session: TheSession, services: TheServices, who: Who
) -> WeatherKept:
    """Fetch the days since the last fetch from the simulated station, and its forecast.

    A practice garden alone may ask it: elsewhere it would pass for what was measured.
    """
    file = reading.load(session, str(garden_id)).file
    today = services.clock(file.garden)
    if file.garden.stands_on is None:
        raise Impossible("station", "station_is_simulated")
    known = [day.on for day in file.log.weather if day.source == "simulated"]
    planted = [p.planted_on for p in file.garden.plantings if p.planted_on.year >= today.year - 1]
    first = min([date(today.year, 1, 1), *planted])
    if known:
        first = min(max(known), today) - timedelta(OVERLAP_DAYS)
    site = file.garden.site
    try:
        readings = weather_station.ask(
            services.station,
            str(garden_id),
            (first, today + timedelta(FORECAST_DAYS)),
            today,
            (site.monthly_min_c, site.monthly_max_c),
        )
    except StationSilent as error:
        raise Impossible("station", "station_silent") from error
    typed = {day.on for day in file.log.weather if day.source != "simulated"}
    days = [day for one in readings if (day := simulated_day(one)).on not in typed]
    return _keep(session, services, str(garden_id), days, who)


@router.post("/weather/read")
def read_weather_file(
    garden_id: UUID, brought: WeatherBrought, session: TheSession, services: TheServices
) -> WeatherRead:
    """Read a file or pasted text as days; nothing is stored."""
    if not (brought.file or brought.text):
        raise Impossible("file", "file_empty")
    file = services.stored(session, str(garden_id)).file
    told = (
        [WeatherColumn(one.heading, one.meaning, one.unit, one.by_usual) for one in brought.columns]
        if brought.columns is not None
        else None
    )
    site = file.garden.site
    found = services.apart(
        read_weather,
        brought.file or brought.text or "",
        Usual(site.monthly_min_c, site.monthly_max_c),
        told,
        brought.month_first,
    )
    return WeatherRead(
        columns=[
            WeatherColumnView(**{n: getattr(one, n) for n in WeatherColumnView.model_fields})
            for one in found.columns
        ],
        days=list(found.days),
        new=len(_changed(found.days, file.log.weather)),
        left=[LeftRow(row=one.row, words=one.words) for one in found.left],
        questions=list(found.questions),
    )


@router.post("/weather/rain")
def keep_rain(
    garden_id: UUID, typed: RainTyped, session: TheSession, services: TheServices, who: Who
) -> WeatherKept:
    """Keep what a rain gauge held; a day without measured warmth is as warm as usual."""
    workings = services.workings(session, str(garden_id))
    if typed.on > workings.today:
        raise Impossible("on", "rain_from_future")
    weather = workings.stands.weather
    low_c, high_c = weather.ends_c(typed.on)
    known = weather.by_day.get(typed.on) or WeatherDay(
        id=day_id(typed.on), on=typed.on, low_c=low_c, high_c=high_c
    )
    day = known.model_copy(update={"rain_mm": typed.rain_mm, "source": "typed"})
    return _keep(session, services, str(garden_id), [day], who)


@router.post("/weather/keep")
def keep_weather(
    garden_id: UUID, days: WeatherDays, session: TheSession, services: TheServices, who: Who
) -> WeatherKept:
    """Keep several days; a day that is there already is replaced."""
    return _keep(session, services, str(garden_id), days.days, who)


@router.get("/weather.csv", response_class=Response)
def write_weather_file(garden_id: UUID, session: TheSession, services: TheServices) -> Response:
    """Save all weather of a garden as a table."""
    file = services.stored(session, str(garden_id)).file
    return Response(
        write_weather(file.log.weather),
        media_type="text/csv; charset=utf-8",
        headers=attachment(file.garden, services.clock(file.garden), "weather", "csv"),
    )


def _keep(
    session: TheSession, services: Services, garden_id: str, days: list[WeatherDay], who: str
) -> WeatherKept:
    days = list({day.on: day for day in days}.values())
    _, before = gardens.keep_days(session, garden_id, days, who=who, check=services.check)
    whole = sorted({*(day.on for day in before), *(day.on for day in days)})
    return WeatherKept(
        kept=len(_changed(days, before)),
        first=whole[0] if whole else None,
        last=whole[-1] if whole else None,
    )


def _changed(days: Iterable[WeatherDay], before: Iterable[WeatherDay]) -> list[WeatherDay]:
    """Days that are not there already just so."""
    known = {day.on: day for day in before}
    return [
        day
        for day in days
        if day.on not in known or day != known[day.on].model_copy(update={"id": day.id})
    ]
