"""Weather as a table, a row a day: minimum, maximum, rain; read in several styles.

Columns are known by their headings in English, German or Spanish; °F and inches by the heading too.
A date with slashes is read by the day that cannot be a month; where none decides, it is refused.
"""

import csv
import io
import re
from collections.abc import Iterable, Sequence
from dataclasses import dataclass
from datetime import date
from itertools import product
from uuid import UUID, uuid5

from pydantic import ValidationError

from eznel.core.document import WeatherDay
from eznel.core.errors import Impossible
from eznel.formats.dates import month_first, read_day
from eznel.formats.numbers import Mark, read_number
from eznel.formats.tables import HEAD_ROWS, Row, table_of

WEATHER_DAYS = UUID("c3b1a0a6-35a5-4f0f-9b1f-5d2b6a6f7a11")
"""Namespace of the ids of days: one day, one id."""
MOST_DAYS = 4000
HEADINGS = ("date", "low_c", "high_c", "rain_mm", "source")
SIMULATED = "simulated"
_MEANINGS = {
    "on": r"date|datum|fecha|day|tag|d[ií]a",
    "low": r"min|low|tn\b|tiefst|m[ií]nim",
    "high": r"max|high|tx\b|h[öo]chst|m[áa]xim",
    "source": r"source|quelle|fuente|origen",
    "rain": r"rain|prec|prcp|niederschlag|regen|lluvia|rr\b",
}
_FAHRENHEIT = re.compile(r"°\s*f|\bf\b|fahrenheit|_f\b", re.IGNORECASE)
_OTHER = re.compile(
    r"gust|wind|b[öo]e|r[aá]faga|dew|taupunkt|roc[ií]o|hours?|stunden|horas|prob|chance|wahrsch"
    r"|humid|feucht|humedad|press|druck|\buv\b|feels|gef[üu]hlt|sens|soil|boden|suelo|water",
    re.IGNORECASE,
)
"""Columns of other things that have a most, a least or a rain in their names, too."""
_CENTIMETRES = re.compile(r"\bcm\b|_cm\b", re.IGNORECASE)
_INCHES = re.compile(r"\bin\b|inch|zoll|pulgada|_in\b", re.IGNORECASE)


@dataclass(frozen=True, slots=True)
class LeftRow:
    """A row that is no day: which of the file, and its words."""

    row: int
    words: str


@dataclass(frozen=True, slots=True)
class ReadWeather:
    """The days of a table, and the rows that are none."""

    days: tuple[WeatherDay, ...]
    left: tuple[LeftRow, ...]


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


def read_weather(text: str) -> ReadWeather:
    """Return the days of a table.

    Parameters
    ----------
    text : str
        Separated by commas, semicolons or tabs, with a row of headings.

    Returns
    -------
    ReadWeather
        Of a day that is there twice, the later row. [°C, mm]

    Raises
    ------
    Impossible
        When it has no headings for date, minimum and maximum, is too long, or its dates can be
        read in two ways.
    """
    table = table_of(text, MOST_DAYS + HEAD_ROWS)
    start, columns = _headings(table.rows)
    body = table.rows[start + 1 :]
    if len(body) > MOST_DAYS:
        raise Impossible("file", "weather_too_long", most=MOST_DAYS)
    reader = _Reader(table.rows[start], columns, table.mark, _month_first(body, columns["on"]))
    days: dict[date, WeatherDay] = {}
    left: list[LeftRow] = []
    for row in body:
        day = reader.day(row)
        if day is None:
            left.append(LeftRow(row.number, " ".join(row.cells)[:120]))
        else:
            days[day.on] = day
    return ReadWeather(tuple(days[on] for on in sorted(days)), tuple(left))


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
        rain = "" if day.rain_mm is None else day.rain_mm
        table.writerow((day.on.isoformat(), day.low_c, day.high_c, rain, day.source))
    return out.getvalue()


def _headings(rows: Sequence[Row]) -> tuple[int, dict[str, int]]:
    """The first row that names date, minimum and maximum, and where."""
    for number, row in enumerate(rows[:HEAD_ROWS]):
        found: dict[str, int] = {}
        for column, cell in enumerate(row.cells):
            if _OTHER.search(cell):
                continue
            for meaning, words in _MEANINGS.items():
                if meaning not in found and re.search(words, cell, re.IGNORECASE):
                    found[meaning] = column
                    break
        if {"on", "low", "high"} <= found.keys():
            return number, found
    raise Impossible("file", "weather_headings")


def _month_first(rows: Sequence[Row], column: int) -> bool | None:
    """Whether dates name the month first; refused where one needs it and none tells."""
    texts = [row.cell(column) for row in rows]
    told = month_first(texts)
    if told is None and any(read_day(text).two_ways for text in texts):
        raise Impossible("file", "weather_dates")
    return told


class _Reader:
    """What the headings say of every row: which column is what, in which units."""

    def __init__(
        self, heading: Row, columns: dict[str, int], mark: Mark | None, month_first: bool | None
    ) -> None:
        self.columns, self.mark, self.month_first = columns, mark, month_first
        heads = {meaning: heading.cell(column) for meaning, column in columns.items()}
        self.fahrenheit = {m: bool(_FAHRENHEIT.search(heads[m])) for m in ("low", "high")}
        rain = heads.get("rain", "")
        self.rain_mm = 25.4 if _INCHES.search(rain) else 10.0 if _CENTIMETRES.search(rain) else 1.0
        """What one of its unit is."""

    def day(self, row: Row) -> WeatherDay | None:
        """The day of a row; None where it is none, or can be read in two ways."""
        said = {meaning: row.cell(column) for meaning, column in self.columns.items()}
        on = read_day(said["on"], self.month_first).on
        if on is None or said.get("source", "").lower() == SIMULATED:  # nobody has measured it
            return None
        found = []
        lows, highs, rains = (
            self._celsius(said, "low"), self._celsius(said, "high"), self._rain(said),
        )  # fmt: skip
        for low, high, rain in product(lows, highs, rains):
            try:
                found.append(
                    WeatherDay(
                        id=day_id(on), on=on, low_c=low, high_c=high, rain_mm=rain, source="file"
                    )
                )
            except ValidationError:
                continue
        # "12,345" is no warmth by thousands: what only one reading can be is no question.
        return found[0] if len(found) == 1 else None

    def _numbers(self, text: str) -> list[float]:
        """What a cell's number can be."""
        read = read_number(text.split(" ")[0], self.mark)
        if read is None:
            return []
        return [read.value] if read.other is None else [read.value, read.other]

    def _celsius(self, said: dict[str, str], meaning: str) -> list[float]:
        values = self._numbers(said[meaning])
        if not self.fahrenheit[meaning]:
            return values
        return [round((value - 32) * 5 / 9, 2) for value in values]

    def _rain(self, said: dict[str, str]) -> list[float] | list[None]:
        if not said.get("rain"):
            return [None]
        values = self._numbers(said["rain"])
        return [round(value * self.rain_mm, 2) for value in values]
