"""The simulated weather station: the same weather for one seed, over a real connection."""

import os
import threading
from collections.abc import Iterator
from datetime import date, timedelta
from pathlib import Path
from urllib.error import HTTPError
from urllib.request import urlopen

import pytest

from eznel.standins import weather_station
from eznel.standins.process import Standin
from eznel.standins.weather_station import FORECAST_DAYS, StationSilent, weather_of

LOW = [1, 1, 2, 4, 7, 10, 12, 12, 10, 7, 4, 2]
HIGH = [7, 7, 10, 13, 16, 19, 21, 21, 18, 14, 10, 8]
TODAY = date(2026, 6, 1)


@pytest.fixture(scope="module")
def station() -> Iterator[str]:
    server = weather_station.start()
    yield weather_station.address(server.server_address[1])
    server.shutdown()


def days(at: str, seed: str = "one", first: date = date(2026, 1, 1), last: date = TODAY):
    return weather_station.ask(at, seed, (first, last), TODAY, (LOW, HIGH))


def test_one_seed_is_one_weather_whatever_is_asked(station: str) -> None:
    whole, part = days(station), days(station, first=date(2026, 5, 20))
    assert part == whole[-len(part) :]
    assert len(whole) == 152  # 31 + 28 + 31 + 30 + 31 + 1
    assert days(station, seed="two") != whole


def test_it_is_the_weather_of_the_place(station: str) -> None:
    """Over three years the months come to within a degree of what is usual there."""
    found = [
        weather_of("one", date(2024, 1, 1) + timedelta(n), TODAY, LOW, HIGH) for n in range(1095)
    ]
    january = [one for one in found if one.on[5:7] == "01"]
    july = [one for one in found if one.on[5:7] == "07"]
    assert sum(one.low_c for one in july) / len(july) == pytest.approx(12, abs=1.5)
    assert sum(one.high_c for one in january) / len(january) == pytest.approx(7, abs=1.5)
    wet = [one for one in found if one.rain_mm > 0]
    assert len(wet) / len(found) == pytest.approx(0.34, abs=0.05)
    assert all(one.low_c < one.high_c for one in found)


def test_days_to_come_are_a_forecast_of_a_few_days(station: str) -> None:
    found = days(station, last=date(2027, 1, 1))
    assert [one.forecast for one in found[-6:]] == [False] + [True] * FORECAST_DAYS
    assert found[-1].on == "2026-06-06"


def test_a_question_it_does_not_understand(station: str) -> None:
    with pytest.raises(HTTPError) as refused:
        urlopen(f"{station}/days?from=yesterday")
    assert refused.value.code == 400
    with pytest.raises(HTTPError) as lost:
        urlopen(f"{station}/")
    assert lost.value.code == 404


def test_a_silent_station_is_an_error_of_its_own() -> None:
    server = weather_station.start()
    at = weather_station.address(server.server_address[1])
    server.shutdown()
    server.server_close()
    with pytest.raises(StationSilent):
        days(at)


def children() -> set[int]:
    listed = Path(f"/proc/{os.getpid()}/task/{threading.get_native_id()}/children")
    return {int(one) for one in listed.read_text().split()}


def test_ctrl_c_is_not_for_it() -> None:
    """A terminal interrupts a group of processes: the station is in one of its own."""
    before = children()
    station = Standin("eznel.standins.weather_station")
    try:
        (mine,) = children() - before
        assert os.getpgid(mine) == mine
    finally:
        station.end()
