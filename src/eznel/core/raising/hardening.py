"""Hardening off: more hours outside day by day, and none after a night too cold for the crop."""

from collections.abc import Iterator
from dataclasses import dataclass
from datetime import date, timedelta

from eznel.core.crops.weather import Weather
from eznel.core.reference import Crop

DAYS = 10
FIRST_H, LAST_H = 1, 10
BEARS_C = {"none": 5.0, "light": 2.0, "moderate": 0.0, "hardy": -2.0, "very_hardy": -4.0}
"""Nights from which a young plant stays outside that is half hardened. [°C]"""


@dataclass(frozen=True, slots=True)
class HardenDay:
    """A day of hardening off: so many hours outside; none where the night was too cold. [h, °C]"""

    on: date
    hours: int
    night_c: float
    is_paused: bool


def hardening(crop: Crop, planted: date, weather: Weather, days: int = DAYS) -> Iterator[HardenDay]:
    """Yield the days of hardening off before planting out.

    A cold night costs a day: the hours go on where they stopped.

    Parameters
    ----------
    crop : Crop
        With the frost that it bears.
    planted : date
        Day of planting out.
    weather : Weather
        As it was measured and is forecast, else as usual.
    days : int
        How long it takes without a pause. [days]

    Yields
    ------
    HardenDay
        The last days before planting out.
    """
    step = 0
    for n in range(days):
        day = planted - timedelta(days - n)
        night_c = weather.day_c(day)[0]
        paused = night_c < BEARS_C[crop.frost]
        hours = 0 if paused else round(FIRST_H + (LAST_H - FIRST_H) * step / (days - 1))
        step += not paused
        yield HardenDay(day, hours, night_c, paused)
