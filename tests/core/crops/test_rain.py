"""Usual rain and simulated rain: sums by hand, the same at every call, what is measured stays."""

from calendar import monthrange
from datetime import date, timedelta

import numpy as np
import pytest

import gardens
from eznel.core.crops.rain import KINDS, filled, rains_mm, simulated, usual_mm
from eznel.core.crops.weather import Weather
from eznel.core.crops.weather_years import weather_years
from eznel.core.document import Site, WeatherDay

RAINS = [60, 45, 45, 45, 55, 60, 65, 65, 60, 65, 65, 60]
SITE = Site.model_validate(gardens.site(monthly_rain_mm=RAINS))
FIRST, TODAY = date(2026, 5, 1), date(2026, 5, 11)


def day(on: date, rain_mm: float | None) -> WeatherDay:
    return WeatherDay.model_validate(
        {"id": gardens.uid(f"{on}"), "on": on, "low_c": 5, "high_c": 9, "rain_mm": rain_mm}
    )


@pytest.mark.parametrize("month", [1, 2, 7])
def test_a_month_of_usual_days_has_its_usual_rain(month: int) -> None:
    days = monthrange(2026, month)[1]
    falls = usual_mm(SITE, date(2026, month, 1), days)
    assert falls.sum() == pytest.approx(RAINS[month - 1])
    assert days // 3 <= (falls > 0).sum() <= days // 3 + 1


def test_nothing_falls_where_nobody_knows_what_is_usual() -> None:
    nobody = Site.model_validate(gardens.site())
    assert not usual_mm(nobody, FIRST, 9).any()
    assert not rains_mm(nobody, FIRST, 30, 4).any()


def test_what_was_measured_stays_and_the_rest_is_filled() -> None:
    """A measured day keeps all, one without a rain gets the usual one, others are the site's."""
    usual = usual_mm(SITE, FIRST, 9)
    wet = int(np.argmax(usual > 0))
    told = day(FIRST + timedelta(wet), 0.0), day(FIRST + timedelta(wet + 3), None)
    known = Weather(SITE, told)
    found = filled(known, FIRST, date(2026, 6, 1), TODAY).daily(FIRST, 31)
    assert found.rain_mm[wet] == 0
    assert found.rain_mm[wet + 3] == pytest.approx(usual[wet])
    assert (found.low_c[wet + 3], found.low_c[wet + 6]) == (5, 12)
    assert not np.isnan(found.rain_mm).any()


def test_a_kind_of_year_departs_from_today_on_alone() -> None:
    usual, wet, cool = (
        filled(Weather(SITE), FIRST, date(2026, 7, 1), TODAY, KINDS[kind]).daily(FIRST, 61)
        for kind in ("usual", "wet", "cool")
    )
    assert wet.rain_mm[:10].tolist() == usual.rain_mm[:10].tolist()
    assert wet.rain_mm[10:].sum() == pytest.approx(1.6 * usual.rain_mm[10:].sum())
    assert (cool.low_c[9], cool.low_c[10]) == (12, 10.5)


def test_simulated_years_have_the_usual_rain_on_average_and_spells() -> None:
    """400 Junes of 60 mm: the mean of 12,000 days is good to some 3 %; a third of days is wet, and
    half of the days after a wet one."""
    falls = rains_mm(SITE, date(2026, 6, 1), 30, 400)
    assert falls.sum(axis=1).mean() == pytest.approx(60, rel=0.08)
    wet = falls > 0
    assert wet.mean() == pytest.approx(1 / 3, abs=0.03)
    assert wet[:, 1:][wet[:, :-1]].mean() == pytest.approx(0.5, abs=0.04)
    assert np.array_equal(falls, rains_mm(SITE, date(2026, 6, 1), 30, 400))


def test_a_simulated_year_keeps_what_was_measured() -> None:
    known = Weather(SITE, (day(FIRST, 33.0),))
    year = weather_years(known, FIRST, TODAY, 1)[0]
    made = simulated(year, known, FIRST, np.full(40, 2.0))
    days = made.daily(FIRST, 40)
    assert days.rain_mm.tolist() == [33, *[2] * 39]
    low_c, high_c = year.day_c(FIRST + timedelta(20))
    assert (days.low_c[20], days.high_c[20]) == (low_c, high_c)
    assert high_c - low_c == pytest.approx(8)
