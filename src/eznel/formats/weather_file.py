"""Weather as a table, a row a day: minimum, maximum, rain; read in several styles.

What its columns are is told by `weather_columns`, or by whoever reads the preview. What can be read
in two ways is a question, and until it is answered there are no days: nothing is guessed.
"""

import csv
import io
import re
from collections.abc import Iterable, Sequence
from dataclasses import asdict, dataclass, replace
from datetime import date
from itertools import product
from uuid import UUID, uuid5

from pydantic import ValidationError

from eznel.core.document import WeatherDay
from eznel.core.errors import Impossible
from eznel.formats.dates import month_first as told_by
from eznel.formats.dates import read_day
from eznel.formats.files import decoded
from eznel.formats.numbers import Mark, read_number
from eznel.formats.tables import HEAD_ROWS, Row, Table, table_of
from eznel.formats.weather_columns import (
    NEEDED,
    RAIN_MM,
    Meaning,
    Usual,
    WeatherColumn,
    celsius,
    columns_of,
    rain_unit,
    scale_of,
    wind_m_s,
    with_unit,
)
from eznel.standins.weather_station import Reading

WEATHER_DAYS = UUID("c3b1a0a6-35a5-4f0f-9b1f-5d2b6a6f7a11")
"""Namespace of the ids of days: one day, one id."""
MOST_DAYS = 4000
HEADINGS = ("date", "low_c", "high_c", "rain_mm", "humidity_pct", "wind_m_s", "sun_h", "source")
SIMULATED = "simulated"
_ASKED: dict[str, tuple[Meaning, ...]] = {
    "weather_scale": ("low", "high"),
    "weather_rain": ("rain",),
    "weather_wind": ("wind",),
}
"""Questions about units that nobody printed."""


@dataclass(frozen=True, slots=True)
class LeftRow:
    """A row that is no day: which of the file, and its words."""

    row: int
    words: str


@dataclass(frozen=True, slots=True)
class ReadWeather:
    """What a table's columns are, its days, the rows that are none, and what is to be asked."""

    columns: tuple[WeatherColumn, ...]
    days: tuple[WeatherDay, ...]
    """None while anything is asked."""
    left: tuple[LeftRow, ...]
    questions: tuple[str, ...]
    """Keys: weather_columns, weather_order, weather_scale, weather_rain, weather_wind."""


def day_id(on: date) -> UUID:
    """Return the id of a day's weather.

    Parameters
    ----------
    on : date
        The day.

    Returns
    -------
    UUID
        Always the same.
    """
    return uuid5(WEATHER_DAYS, on.isoformat())


def simulated_day(reading: Reading) -> WeatherDay:
    """Return a day as the simulated station told it.

    Parameters
    ----------
    reading : Reading
        The station's. [°C, mm, %, m/s, h]

    Returns
    -------
    WeatherDay
        Marked as simulated.
    """
    on = date.fromisoformat(reading.on)
    told = {name: value for name, value in asdict(reading).items() if name != "forecast"}
    return WeatherDay.model_validate(told | {"id": day_id(on), "on": on, "source": SIMULATED})


def read_weather(
    brought: bytes | str,
    usual: Usual | None = None,
    told: Sequence[WeatherColumn] | None = None,
    month_first: bool | None = None,
) -> ReadWeather:
    """Return the days of a table.

    Parameters
    ----------
    brought : bytes or str
        A file as it came, or pasted text: separated by commas, semicolons or tabs.
    usual : Usual or None
        What is usual where the garden is. [°C]
    told : sequence of WeatherColumn or None
        What the columns are, where somebody said.
    month_first : bool or None
        Whether its dates name the month first, where somebody said.

    Returns
    -------
    ReadWeather
        Of a day that is there twice, the later row. [°C, mm]

    Raises
    ------
    Impossible
        When it is no table, is too long, or has other columns than were told; and as `decoded`.
    """
    text = brought if isinstance(brought, str) else decoded(brought)
    table = table_of(text, MOST_DAYS + HEAD_ROWS)
    columns, body = _headed(table)
    if len(body) > MOST_DAYS:
        raise Impossible("file", "weather_too_long", most=MOST_DAYS)
    if told is not None and len(told) != len(columns):
        raise Impossible("columns", "columns_differ", has=len(columns), told=len(told))
    columns = tuple(told) if told is not None else columns
    where = {one.meaning: n for n, one in reversed([*enumerate(columns)]) if one.meaning}
    if not set(NEEDED) <= where.keys():
        return ReadWeather(columns, (), (), ("weather_columns",))
    dates = [row.cell(where["on"]) for row in body]
    month_first = told_by(dates) if month_first is None else month_first
    if month_first is None and any(read_day(one).two_ways for one in dates):
        return ReadWeather(columns, (), (), ("weather_order",))
    rows = [_Cells.of(row, where, table.mark, month_first) for row in body]
    columns = _measured(columns, where, rows, usual)
    units = {meaning: columns[n].unit for meaning, n in where.items()}
    asked = [
        question
        for question, of in _ASKED.items()
        if any(meaning in units and units[meaning] is None for meaning in of)
    ]
    if asked:
        return ReadWeather(columns, (), (), tuple(asked))
    return _days(columns, rows)


def write_weather(days: Iterable[WeatherDay]) -> str:
    """Return days as a table that reads back to the same days, but for simulated ones.

    Parameters
    ----------
    days : iterable of WeatherDay
        In any order.

    Returns
    -------
    str
        A row of headings, then a row a day.
    """
    out = io.StringIO()
    table = csv.writer(out, lineterminator="\r\n")
    table.writerow(HEADINGS)
    for day in sorted(days, key=lambda one: one.on):
        more = (day.rain_mm, day.humidity_pct, day.wind_m_s, day.sun_h)
        cells = ("" if one is None else one for one in more)
        table.writerow((day.on.isoformat(), day.low_c, day.high_c, *cells, day.source))
    return out.getvalue()


def _headed(table: Table) -> tuple[tuple[WeatherColumn, ...], tuple[Row, ...]]:
    """What the row of headings says, and the rows below it."""
    rows = table.rows
    width = max((len(row.cells) for row in rows), default=0)
    if width < len(NEEDED):
        raise Impossible("file", "weather_headings")
    guessed = [columns_of(row, width) for row in rows[:HEAD_ROWS]]
    known = [sum(one.meaning in NEEDED for one in columns) for columns in guessed]
    if max(known) == 0:
        return columns_of(Row(0, ()), width), rows  # somebody has to say what they are
    at = known.index(max(known))
    columns, body = guessed[at], rows[at + 1 :]
    if body and not _is_day(body[0], columns):  # a row of units, or the first one broken
        columns = tuple(with_unit(one, body[0].cell(n)) for n, one in enumerate(columns))
        body = body[1:] if _is_units(body[0]) else body
    for row in body[:1]:
        columns = tuple(with_unit(one, row.cell(n)) for n, one in enumerate(columns))
    return columns, body


_UNIT_ALONE = re.compile(r"[(\[]?(?:°? ?[cf]|mm|cm|in|inch(?:es)?)[)\]]?", re.IGNORECASE)


def _is_units(row: Row) -> bool:
    return any(_UNIT_ALONE.fullmatch(cell) for cell in row.cells)


def _is_day(row: Row, columns: Sequence[WeatherColumn]) -> bool:
    on = next((n for n, one in enumerate(columns) if one.meaning == "on"), None)
    return on is None or bool(row.cell(on))


def _measured(
    columns: tuple[WeatherColumn, ...],
    where: dict[Meaning, int],
    rows: Sequence["_Cells"],
    usual: Usual | None,
) -> tuple[WeatherColumn, ...]:
    """Columns with the only unit they can be in, where the table prints none."""
    found = list(columns)
    printed = {found[where[one]].unit for one in ("low", "high")} - {None}
    first = [(r.on, r.lows[0], r.highs[0]) for r in rows if r.on and r.lows and r.highs]
    scale = printed.copy().pop() if len(printed) == 1 else scale_of(first, usual)
    for meaning in ("low", "high"):
        if found[where[meaning]].unit is None and scale is not None:
            n = where[meaning]
            found[n] = replace(found[n], unit=scale, by_usual=not printed)
    if "rain" in where and found[where["rain"]].unit is None:
        rains = [one for r in rows for one in r.rains[:1]]
        n = where["rain"]
        found[n] = replace(found[n], unit=rain_unit(rains, scale if printed else None))
    return tuple(found)


def _days(
    columns: tuple[WeatherColumn, ...],
    rows: Sequence["_Cells"],
) -> ReadWeather:
    by_meaning = {one.meaning: one for one in reversed(columns) if one.meaning}
    days: dict[date, tuple[WeatherDay, _Cells]] = {}
    left: list[LeftRow] = []
    for row in rows:
        day = row.day(by_meaning)
        if day is None:
            left.append(row.left)
            continue
        if day.on in days and days[day.on][0] != day:
            left.append(days[day.on][1].left)
        days[day.on] = (day, row)
    kept = tuple(days[on][0] for on in sorted(days))
    return ReadWeather(columns, kept, tuple(sorted(left, key=lambda one: one.row)), ())


@dataclass(frozen=True, slots=True)
class _Cells:
    """What the cells of a row can be, as printed."""

    left: LeftRow
    on: date | None
    lows: tuple[float, ...]
    highs: tuple[float, ...]
    rains: tuple[float, ...]
    rained: bool
    """Whether its cell of rain has anything in it."""
    sky: dict[Meaning, float]
    """Humidity, wind and sunshine, as far as they read in one way."""

    @classmethod
    def of(
        cls, row: Row, where: dict[Meaning, int], mark: Mark | None, month_first: bool | None
    ) -> "_Cells":
        said = {meaning: row.cell(n) for meaning, n in where.items()}
        on = read_day(said["on"], month_first).on
        if said.get("source", "").lower() == SIMULATED:  # nobody has measured it
            on = None
        rain = said.get("rain", "")
        return cls(
            LeftRow(row.number, " ".join(row.cells)[:120]), on, _numbers(said["low"], mark),
            _numbers(said["high"], mark), _numbers(rain, mark), bool(rain), _sky(said, mark),
        )  # fmt: skip

    def day(self, columns: dict[Meaning, WeatherColumn]) -> WeatherDay | None:
        """The day of a row; None where it is none, or can be read in two ways."""
        if self.on is None:
            return None
        units = {meaning: one.unit for meaning, one in columns.items()}
        by = RAIN_MM[units.get("rain") or "mm"]
        wind = self.sky.get("wind")
        rains = [round(one * by, 2) for one in self.rains] if self.rained else [None]
        found = []
        for low, high, rain in product(self.lows, self.highs, rains):
            try:
                found.append(
                    WeatherDay(
                        id=day_id(self.on), on=self.on, low_c=celsius(low, units["low"]),
                        high_c=celsius(high, units["high"]), rain_mm=rain, source="file",
                        humidity_pct=self.sky.get("humidity"), sun_h=self.sky.get("sun"),
                        wind_m_s=None if wind is None else wind_m_s(wind, columns["wind"]),
                    )
                )  # fmt: skip
            except ValidationError:
                continue
        # "12,345" is no warmth by thousands: what only one reading can be is no question.
        return found[0] if len(found) == 1 else None


def _sky(said: dict[Meaning, str], mark: Mark | None) -> dict[Meaning, float]:
    """What the station says of the sky."""
    meanings: tuple[Meaning, ...] = ("humidity", "wind", "sun")
    read = {one: _numbers(said.get(one, ""), mark) for one in meanings}
    return {one: values[0] for one, values in read.items() if len(values) == 1}


_UNIT_BEHIND = re.compile(r"(?<=\d) ?(?:° ?[cf]?|[cf]|mm|cm|in|\")\.?$", re.IGNORECASE)


def _numbers(text: str, mark: Mark | None) -> tuple[float, ...]:
    """What a cell's number can be."""
    read = read_number(_UNIT_BEHIND.sub("", text.strip()), mark)
    if read is None:
        return ()
    return (read.value,) if read.other is None else (read.value, read.other)
