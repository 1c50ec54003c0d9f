"""Days in a row, laid over each other."""

from datetime import date, timedelta

import numpy as np
import pytest

import gardens
from eznel.core.crops.daily import Daily, Measured, days_of_year
from eznel.core.crops.weather import Weather
from eznel.core.document import Site, WeatherDay

FIRST = date(2026, 12, 30)


def row(first: date, low_c: float, *rain_mm: float) -> Daily:
    lows = np.full(len(rain_mm), low_c)
    return Daily(first, lows, lows + 8, np.array(rain_mm))


@pytest.mark.parametrize(
    ("first", "numbers"),
    [(date(2026, 12, 30), [363, 364, 0, 1]), (date(2028, 12, 30), [364, 365, 0, 1]),
     (date(2028, 2, 28), [58, 59, 60, 61])],
)  # fmt: skip
def test_days_are_numbered_anew_with_each_year(first: date, numbers: list[int]) -> None:
    assert days_of_year(first, 4).tolist() == numbers


@pytest.mark.parametrize(
    ("ahead", "lows", "rains"),
    [(-2, [1, 9, 9, 9], [3, 0, 0, 0]), (0, [1, 1, 1, 9], [1, 0, 3, 0]),
     (2, [9, 9, 1, 1], [0, 0, 1, 0]), (4, [9, 9, 9, 9], [0, 0, 0, 0]),
     (-3, [9, 9, 9, 9], [0, 0, 0, 0])],
)  # fmt: skip
def test_a_row_replaces_what_it_has(ahead: int, lows: list[float], rains: list[float]) -> None:
    """Four days of 9 °C, dry; over them three of 1 °C with 1 mm, an unknown rain, and 3 mm."""
    below = row(FIRST, 9, 0, 0, 0, 0)
    row(FIRST + timedelta(ahead), 1, 1, np.nan, 3).lay_over(below)
    assert (below.low_c.tolist(), below.rain_mm.tolist()) == (lows, rains)
    assert (below.high_c - below.low_c).tolist() == [8] * 4


def measured(n: int, low_c: float, rain_mm: float | None) -> WeatherDay:
    return WeatherDay.model_validate(
        {"id": gardens.uid(f"day {n}"), "on": FIRST + timedelta(n), "low_c": low_c,
         "high_c": low_c + 8, "rain_mm": rain_mm}
    )  # fmt: skip


def test_what_was_measured_replaces_what_is_drawn_up_and_that_what_is_usual() -> None:
    """Usual days have 12 °C; three are drawn up with 1; two were measured, one without a rain."""
    known = (measured(2, 6, None), measured(-40, 0, 9), measured(0, 5, 7))
    weather = Weather(Site.model_validate(gardens.site()), known, row(FIRST, 1, 1, 2, 3))
    days = weather.daily(FIRST, 4)
    assert days.low_c.tolist() == [5, 1, 6, 12]
    assert days.rain_mm[:3].tolist() == [7, 2, 3]
    assert np.isnan(days.rain_mm[3])
    assert weather.ends_c(FIRST + timedelta(1), 0.5) == (1.5, 9.5)
    assert [weather.day_c(FIRST + timedelta(n))[0] for n in range(4)] == [5, 1, 6, 12]


def test_nothing_measured_changes_nothing() -> None:
    below = row(FIRST, 9, 0, 0)
    Measured(()).lay_over(below)
    assert below.low_c.tolist() == [9, 9]
