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
from uuid import UUID, uuid5

from pydantic import ValidationError

from eznel.core.document import WeatherDay
from eznel.core.errors import Impossible

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
_INCHES = re.compile(r"\bin\b|inch|zoll|pulgada|_in\b", re.IGNORECASE)
_DAY_FIRST = re.compile(r"(\d{1,2})[./-](\d{1,2})[./-](\d{4})")


@dataclass(frozen=True, slots=True)
class ReadWeather:
    """The days of a table, and the rows that are none: their number and their words."""

    days: tuple[WeatherDay, ...]
    left: tuple[tuple[int, str], ...]


def day_id(on: date) -> UUID:
    """Return the id of a day's weather.

    Parameters
    ----------
    on : date
        The day. [date]

    Returns
    -------
    UUID
        Always the same. [id]
    """
    return uuid5(WEATHER_DAYS, on.isoformat())


def read_weather(text: str) -> ReadWeather:
    """Return the days of a table.

    Parameters
    ----------
    text : str
        Separated by commas, semicolons or tabs, with a row of headings. [text]

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
    try:
        rows = list(csv.reader(text.splitlines(), delimiter=_delimiter(text)))
    except csv.Error as error:
        raise Impossible("file", "weather_headings") from error
    start, columns = _headings(rows)
    heading = rows[start]
    body = [(n + 1, row) for n, row in enumerate(rows) if n > start and any(x.strip() for x in row)]
    if len(body) > MOST_DAYS:
        raise Impossible("file", "weather_too_long", most=MOST_DAYS)
    month_first = _month_first([_cell(row, columns["on"]) for _, row in body])
    fahrenheit = {m: bool(_FAHRENHEIT.search(heading[columns[m]])) for m in ("low", "high")}
    inches = "rain" in columns and bool(_INCHES.search(heading[columns["rain"]]))
    days: dict[date, WeatherDay] = {}
    left: list[tuple[int, str]] = []
    for number, row in body:
        try:
            if "source" in columns and _cell(row, columns["source"]).lower() == SIMULATED:
                raise ValueError(SIMULATED)  # nobody has measured it
            on = _date(_cell(row, columns["on"]), month_first=month_first)
            low, high = (_celsius(_cell(row, columns[m]), fahrenheit[m]) for m in ("low", "high"))
            rain = _rain(_cell(row, columns["rain"]), inches) if "rain" in columns else None
            days[on] = WeatherDay(
                id=day_id(on), on=on, low_c=low, high_c=high, rain_mm=rain, source="file"
            )
        except (ValueError, ValidationError):
            left.append((number, " ".join(row)[:120]))
    return ReadWeather(tuple(days[on] for on in sorted(days)), tuple(left))


def write_weather(days: Iterable[WeatherDay]) -> str:
    """Return days as a table that reads back to the same days, but for simulated ones.

    Parameters
    ----------
    days : iterable of WeatherDay
        In any order. [document]

    Returns
    -------
    str
        A row of headings, then a row a day. [CSV]
    """
    out = io.StringIO()
    table = csv.writer(out, lineterminator="\r\n")
    table.writerow(HEADINGS)
    for day in sorted(days, key=lambda one: one.on):
        rain = "" if day.rain_mm is None else day.rain_mm
        table.writerow((day.on.isoformat(), day.low_c, day.high_c, rain, day.source))
    return out.getvalue()


def _delimiter(text: str) -> str:
    head = "\n".join(text.splitlines()[:5])
    return max(";\t,", key=head.count)


def _headings(rows: Sequence[Sequence[str]]) -> tuple[int, dict[str, int]]:
    """The first row that names date, minimum and maximum, and where."""
    for number, row in enumerate(rows[:20]):
        found: dict[str, int] = {}
        for column, cell in enumerate(row):
            for meaning, words in _MEANINGS.items():
                if meaning not in found and re.search(words, cell, re.IGNORECASE):
                    found[meaning] = column
                    break
        if {"on", "low", "high"} <= found.keys():
            return number, found
    raise Impossible("file", "weather_headings")


def _cell(row: Sequence[str], column: int) -> str:
    return row[column].strip() if column < len(row) else ""


def _month_first(dates: Iterable[str]) -> bool:
    """Whether slashed dates name the month first: by the first part that can be no month."""
    undecided = False
    for text in dates:
        match = _DAY_FIRST.fullmatch(text)
        if match is None or "." in text:
            continue
        first, second = int(match[1]), int(match[2])
        if first > 12 or second > 12:
            return second > 12
        undecided = undecided or first != second
    if undecided:
        raise Impossible("file", "weather_dates")
    return False


def _date(text: str, *, month_first: bool) -> date:
    match = _DAY_FIRST.fullmatch(text)
    if match is None:
        return date.fromisoformat(text[:10])
    first, second, year = (int(part) for part in match.groups())
    return date(year, first, second) if month_first else date(year, second, first)


def _number(text: str) -> float:
    found = re.fullmatch(r"[+\-−]?\d+([.,]\d+)?", text.replace("−", "-").split(" ")[0])
    if found is None:
        raise ValueError(text)
    return float(found[0].replace(",", "."))


def _celsius(text: str, fahrenheit: bool) -> float:
    value = _number(text)
    return round((value - 32) * 5 / 9, 2) if fahrenheit else value


def _rain(text: str, inches: bool) -> float | None:
    if not text:
        return None
    value = _number(text)
    return round(value * 25.4, 2) if inches else value
