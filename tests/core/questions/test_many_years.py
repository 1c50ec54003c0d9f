"""Many years as they might come: the same at every call, as wide as told, nothing before today."""

from datetime import date, timedelta

import numpy as np
import pytest

import gardens
from eznel import catalogue
from eznel.core.crops.weather import Weather
from eznel.core.crops.weather_years import departures_k, weather_years
from eznel.core.document import Log, Site
from eznel.core.errors import Unknown
from eznel.core.questions.years import ManyYears, many_years
from eznel.core.season.workings import Workings

TODAY = date(2026, 5, 1)


def test_departures_are_as_wide_as_told_and_keep_their_days() -> None:
    """Days spread by 2.8 K and years by 0.8: together √(7.84 + 0.64) = 2.91 K. A day is like the
    one before by (0.7 × 7.84 + 0.64)/8.48 = 0.72."""
    off = departures_k(400, 366)
    assert abs(float(off.mean())) < 0.1
    assert float(off.std()) == pytest.approx(2.91, abs=0.05)
    alike = float(np.corrcoef(off[:, :-1].ravel(), off[:, 1:].ravel())[0, 1])
    assert alike == pytest.approx(0.72, abs=0.01)
    assert float(off.mean(axis=1).std()) == pytest.approx(0.87, abs=0.1)  # years, and their spells
    assert np.array_equal(off, departures_k(400, 366))
    assert np.array_equal(off[:7], departures_k(7, 366))


def test_nothing_changes_before_today() -> None:
    usual = Weather(Site.model_validate(gardens.site()))
    for one in weather_years(usual, date(2026, 3, 1), TODAY, 3):
        for n in range(60):
            day = date(2026, 3, 1) + timedelta(n)
            assert one.mean_c(day) == usual.mean_c(day)
        assert one.mean_c(TODAY) != usual.mean_c(TODAY)
        assert one.mean_c(date(2027, 2, 1)) == pytest.approx(
            float(sum(end[365 + 31] for end in one.span_c(2026))) / 2
        )


def years(planted: str = "2026-05-12", low: float = 12, high: float = 20, **more: str) -> ManyYears:
    made = gardens.garden(
        site=gardens.site(low, high, **more),
        places=[gardens.bed()],
        plantings=[gardens.planting("bush_bean", plants=40, planted_on=planted)],
    )
    workings = Workings(made, Log(), TODAY, catalogue.load())
    return many_years(made.plantings[0].id, workings)


def test_a_picking_lies_round_the_usual_day() -> None:
    """16 °C, 6 above the base of 10. A year is warmer by 0.8 K or so: an eighth of the degree days,
    so that eight of ten years lie within some 1.28 × 0.13 of the days from planting on, and more
    for spells."""
    found = years()
    assert found.first_pick is not None
    first = found.first_pick
    assert first.early < first.middle < first.late
    days = (first.middle - date(2026, 5, 12)).days
    assert 0.15 * days < (first.late - first.early).days < 0.6 * days
    assert found.not_picked_share == 0


def test_frost_is_likelier_where_nights_are_cooler_and_none_where_they_are_warm() -> None:
    """A bean wants cover at 2 °C. Nights of 6 are 4 K above that, 1.4 times the spread; of 60 in a
    row some fall below in most years."""
    assert years(low=12).frost_share < 0.05
    mild, cold = years(low=9, high=17).frost_share, years(low=6, high=14).frost_share
    assert mild < cold
    assert cold > 0.5


def test_of_no_planting_nothing_is_said() -> None:
    made = gardens.garden(places=[gardens.bed()])
    with pytest.raises(Unknown):
        many_years(made.id, Workings(made, Log(), TODAY, catalogue.load()))
