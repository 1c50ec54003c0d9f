"""What evaporates from grass, by worked examples of the irrigation paper, computed by hand."""

from datetime import date

import pytest

from eznel.core.moisture.evaporation import (
    Sky,
    hargreaves_mm,
    penman_monteith_mm,
    radiation_mj,
    radiation_mm,
    saturated_kpa,
    vapour_kpa,
)


def test_radiation_above_the_air_on_3_september_at_20_south() -> None:
    """Day 246: dr 0.985, tilt 0.120, sunset 1.527; 24 × 60/π × 0.0820 × 0.985 × (1.527 × −0.342 ×
    0.120 + 0.940 × 0.993 × 0.999) = 37.02 × 0.8698 = 32.2 MJ/m², of which 2.45 evaporate 1 mm."""
    assert radiation_mj(date(2026, 9, 3), -20) == pytest.approx(32.2, abs=0.05)
    assert radiation_mm(date(2026, 9, 3), -20) == pytest.approx(13.1, abs=0.05)


def test_the_sun_does_not_rise_in_the_polar_night() -> None:
    assert radiation_mj(date(2026, 12, 21), 80) == 0


def test_two_temperatures_in_july_at_45_north() -> None:
    """0.0023 × (20.7 + 17.8) × √(26.6 − 14.8) × 16.56 = 0.08855 × 3.435 × 16.56 = 5.04 mm."""
    assert hargreaves_mm(14.8, 26.6, 16.56) == pytest.approx(5.04, abs=0.005)
    assert hargreaves_mm(-30, -20, 16.56) == 0  # below −17.8 °C the rule would give back water


def test_all_that_a_station_measures_on_6_july_at_50_48_north() -> None:
    """21.5 and 12.3 °C, 84 and 63 % of vapour: (1.431 × 0.84 + 2.564 × 0.63)/2 = 1.409 kPa; wind
    2.78 m/s at 10 m is 2.078 at 2 m; 9.25 h of sun, 100 m above the sea. Slope 0.122, gamma 0.0666,
    net radiation 13.28: (0.408 × 0.122 × 13.28 + 0.0666 × 900/289.9 × 2.078 × 0.589)/(0.122 +
    0.0666 × 1.71) = (0.661 + 0.253)/0.236 = 3.88 mm."""
    found = penman_monteith_mm(
        date(2026, 7, 6), 50.8, 12.3, 21.5, Sky(1.409, 2.078, 9.25), height_m=100
    )
    assert found == pytest.approx(3.88, abs=0.03)


def test_vapour_by_the_mean_humidity_of_a_day() -> None:
    """e(21.5) = 2.564 and e(12.3) = 1.431 kPa; 70 % of their mean is 1.398."""
    assert saturated_kpa(21.5) == pytest.approx(2.564, abs=1e-3)
    assert vapour_kpa(12.3, 21.5, 70) == pytest.approx(1.398, abs=1e-3)


def test_dry_air_and_wind_take_more_never_less() -> None:
    day, at = date(2026, 7, 6), 50.8

    def taken(vapour: float, wind: float, sun: float) -> float:
        return penman_monteith_mm(day, at, 12.3, 21.5, Sky(vapour, wind, sun))

    calm = taken(1.4, 1, 8)
    assert taken(1.0, 1, 8) > calm
    assert taken(1.4, 4, 8) > calm
    assert taken(1.4, 1, 12) > calm
