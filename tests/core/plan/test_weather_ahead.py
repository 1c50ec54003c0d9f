"""Frost, heat and rain that are forecast, and for what they matter."""

from datetime import date, timedelta

import gardens
from eznel.core.document import Log, WeatherDay
from eznel.core.plan.weather_ahead import WeatherAhead

TODAY = date(2026, 6, 10)


def forecast(*days: tuple[int, float, float, float]) -> Log:
    """Days from today on, each with its night, its noon and its rain."""
    weather = [
        {"id": gardens.uid(f"day {n}"), "on": TODAY + timedelta(n), "low_c": low, "high_c": high,
         "rain_mm": rain, "source": "typed"}
        for n, low, high, rain in days
    ]  # fmt: skip
    return Log(weather=tuple(WeatherDay.model_validate(day) for day in weather))


def ahead(log: Log, **place) -> dict[str, WeatherAhead]:
    made = gardens.garden(
        places=[gardens.bed(**place), gardens.tub(count=1)],
        plantings=[
            gardens.planting("cucumber", plants=4, planted_on="2026-05-12"),
            gardens.planting("kale", place="tub", plants=1, planted_on="2026-05-12"),
        ],
    )
    return {one.kind: one for one in gardens.plan_of(made, log, TODAY).ahead}


def test_a_cold_night_is_said_of_what_bears_none() -> None:
    """2 °C at the screen may be frost at the leaves; kale bears it."""
    found = ahead(forecast((1, 2, 14, 0), (2, 1, 14, 0)))
    frost = found.pop("frost")
    assert found == {}
    assert (frost.on, frost.worst) == (TODAY + timedelta(1), 1)
    assert [str(one) for one in frost.plantings] == [gardens.uid("cucumber")]
    assert ahead(forecast((1, 2.5, 14, 0))) == {}


def test_cover_that_keeps_warm_keeps_the_frost_out() -> None:
    assert ahead(forecast((1, 1, 14, 0)), warmer_by_c=3) == {}


def test_heat_is_said_of_all_and_heavy_rain_of_open_ground() -> None:
    found = ahead(forecast((0, 18, 33, 0), (3, 15, 22, 26)))
    assert found["heat"].worst == 33
    assert len(found["heat"].plantings) == 2
    assert found["rain"].on == TODAY + timedelta(3)
    in_rain = [str(one) for one in found["rain"].plantings]
    assert in_rain == [gardens.uid("cucumber")]  # the kale is in a tub
    assert "rain" not in ahead(forecast((3, 15, 22, 26)), shelter="cover")


def test_a_storm_is_said_of_what_stands_in_the_open() -> None:
    windy = forecast((1, 12, 20, 0)).weather[0].model_copy(update={"wind_m_s": 8.0})
    assert ahead(Log(weather=(windy,)))["storm"].worst == 8
    assert len(ahead(Log(weather=(windy,)), shelter="cover")["storm"].plantings) == 1  # the tub
    breeze = windy.model_copy(update={"wind_m_s": 7.9})
    assert ahead(Log(weather=(breeze,))) == {}


def test_what_is_past_or_far_off_is_no_warning() -> None:
    assert ahead(forecast((-1, -3, 35, 40), (4, -3, 35, 40))) == {}


def test_what_is_said_is_the_forecast_outside() -> None:
    """Under cover 29 °C are 33; nobody forecast 33."""
    found = ahead(forecast((1, 15, 29, 0)), warmer_by_c=4, shelter="cover")
    assert found["heat"].worst == 29
    assert [str(one) for one in found["heat"].plantings] == [gardens.uid("cucumber")]
