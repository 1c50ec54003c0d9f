"""Warmth by day: usual days between the middles of months, measured ones, and what follows."""

from datetime import date, timedelta
from itertools import accumulate

import pytest
from hypothesis import given
from hypothesis import strategies as st

import gardens
from eznel.core.crops.weather import Weather
from eznel.core.document import Log, Site, WeatherDay

LOW = [0, 0, 2, 5, 8, 11, 13, 13, 10, 7, 3, 1]
HIGH = [6, 6, 10, 13, 16, 19, 21, 21, 18, 13, 9, 7]
# Means: 3, 3, 6, 9, 12, 15, 17, 17, 14, 10, 6, 4
SITE = Site.model_validate(gardens.site() | {"monthly_min_c": LOW, "monthly_max_c": HIGH})


def measured(first: date, *days: tuple[float, float]) -> list[WeatherDay]:
    return [
        WeatherDay(id=gardens.uid(f"d{n}"), on=first + timedelta(n), low_c=low, high_c=high)
        for n, (low, high) in enumerate(days)
    ]


def test_usual_days_lie_between_the_middles_of_months() -> None:
    usual = Weather(SITE)
    assert usual.mean_c(date(2026, 4, 16)) == pytest.approx(9, abs=0.1)
    # Halfway from mid-April (9) to mid-May (12)
    assert usual.mean_c(date(2026, 5, 1)) == pytest.approx(10.5, abs=0.1)
    assert usual.mean_c(date(2026, 5, 1), warmer_by_c=4) == pytest.approx(14.5, abs=0.1)


def test_measured_days_stand_in_their_own_year_alone() -> None:
    known = Weather(SITE, measured(date(2026, 5, 1), (10, 30)))
    assert known.mean_c(date(2026, 5, 1)) == 20
    assert known.mean_c(date(2026, 5, 2)) == pytest.approx(10.6, abs=0.1)
    assert known.mean_c(date(2027, 5, 1)) == pytest.approx(10.5, abs=0.1)


def test_days_until_warmth_has_come() -> None:
    """Ten measured days of 15 °C above a base of 5 are 10 degree days each: 35 take four days."""
    known = Weather(SITE, measured(date(2026, 5, 1), *[(10, 20)] * 10))
    assert known.days_to(date(2026, 5, 1), 35, (5, 30), 0) == 4
    # Held at a cut-off of 18 the maximum counts for less: (10 + 18)/2 − 5 = 9, so 36 take four
    assert known.days_to(date(2026, 5, 1), 36, (5, 18), 0) == 4
    assert known.days_to(date(2026, 5, 1), 36.1, (5, 18), 0) == 5


@given(
    start=st.dates(date(2025, 1, 1), date(2026, 12, 31)),
    wanted=st.floats(1, 600),
    base=st.integers(0, 12),
    warmer=st.sampled_from((0, 3)),
)
def test_days_are_those_of_adding_up_day_by_day(
    start: date, wanted: float, base: int, warmer: float
) -> None:
    known = Weather(SITE, measured(date(2026, 5, 1), *[(10, 24)] * 20))
    days = known.days_to(start, wanted, (base, 30), warmer)
    each = [max(known.mean_c(start + timedelta(n), warmer) - base, 0) for n in range(400)]
    came = [0.0, *accumulate(each)]
    if came[-1] < wanted:
        assert days > 250
        return
    # A day apart, or half a degree day: in winter a day may bring next to nothing.
    assert came[days + 1] >= wanted - 0.5
    assert came[max(days - 2, 0)] <= wanted + 0.5


def test_winter_and_its_end() -> None:
    """Means are least from mid-January to mid-February; above 4 + 2 from mid-March, and below it
    from mid-November."""
    usual = Weather(SITE)
    assert date(2026, 1, 10) <= usual.midwinter_before(date(2026, 5, 1)) <= date(2026, 2, 16)
    assert usual.midwinter_before(date(2026, 1, 1)).year == 2025
    stirs = usual.stirs_from(2026, 4)
    assert abs((stirs - date(2026, 3, 15)).days) <= 3
    still = usual.still_from(date(2026, 7, 1), 4)
    assert still is not None
    assert abs((still - date(2026, 11, 15)).days) <= 3
    assert usual.still_from(date(2026, 7, 1), -5) is None
    assert usual.stands_still(date(2026, 12, 24), 4)
    assert not usual.stands_still(date(2026, 12, 24), 4, warmer_by_c=5)


def test_on_the_other_half_of_the_earth_winter_is_in_july() -> None:
    south = Site.model_validate(
        gardens.site() | {"monthly_min_c": LOW[6:] + LOW[:6], "monthly_max_c": HIGH[6:] + HIGH[:6]}
    )
    winter = Weather(south).midwinter_before(date(2026, 10, 1))
    assert date(2026, 7, 10) <= winter <= date(2026, 8, 16)
    assert Weather(south).stirs_from(2026, 4) > winter


@pytest.mark.parametrize(("stands_on", "counts"), [(None, False), ("2026-06-20", True)])
def test_simulated_weather_counts_in_a_practice_garden_alone(stands_on, counts: bool) -> None:
    day = {"id": gardens.uid("day"), "low_c": 25, "high_c": 35, "source": "station"}
    hot = [
        {**day, "id": gardens.uid(f"day {n}"), "on": date(2026, 5, 12) + timedelta(n)}
        for n in range(30)
    ]
    parts = {"places": [gardens.bed()], "plantings": [gardens.planting()], "stands_on": stands_on}
    log = Log.model_validate({"weather": hot})  # as an earlier release kept it
    assert {one.source for one in log.weather} == {"simulated"}
    with_it, without = (
        gardens.plan_of(gardens.garden(**parts), one, date(2026, 6, 20)) for one in (log, Log())
    )
    assert (with_it != without) == counts
