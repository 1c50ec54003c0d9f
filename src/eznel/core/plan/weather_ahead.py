"""What the forecast brings to what stands now: frost, heat, storm, rain that no feed should meet.

Days of the weather from today on are its forecast. A night is as cold as at a screen two metres
above the ground, where it is some degrees warmer than at the leaves on a clear night.
"""

from collections.abc import Callable, Sequence
from dataclasses import dataclass
from datetime import date, timedelta
from typing import Literal
from uuid import UUID

from eznel.core.document import WeatherDay
from eznel.core.season.following import HEAVY_RAIN_MM
from eznel.core.stands.calendars import HARD_FROST_C
from eznel.core.stands.stand import Stand

AHEAD_DAYS = 4
"""A forecast of today and three days more is worth acting on. [days]"""
COVER_C = {"none": 2.0, "light": 0.0, **HARD_FROST_C}
"""Nights from which on a crop wants cover, by the frost that it bears. [°C]"""
HOT_C = 32.0
"""From here on pollen fails, leaves flag and roots take up salts without water. [°C]"""
STORM_M_S = 8.0
"""A day's mean wind near the ground whose gusts tear at nets and break stems. [m/s]"""


Kind = Literal["frost", "heat", "rain", "storm"]
Unit = Literal["°C", "mm", "m/s"]


@dataclass(frozen=True, slots=True)
class WeatherAhead:
    """The first and the worst of some days that are forecast, and what stands in their way."""

    kind: Kind
    on: date
    """The first of them."""
    worst: float
    """As it is forecast for outside. [unit]"""
    unit: Unit
    plantings: tuple[UUID, ...]


def weather_ahead(stands: Sequence[Stand], today: date) -> tuple[WeatherAhead, ...]:
    """Return what is forecast that asks for something to be done before.

    Parameters
    ----------
    stands : sequence of Stand
        What is planted, all in the weather of one garden.
    today : date
        The garden's date.

    Returns
    -------
    tuple of WeatherAhead
        At most one of each kind, the next first; by how warm it is where each stands.
    """
    until = today + timedelta(AHEAD_DAYS)
    known = stands[0].weather.measured if stands else ()
    days = [day for day in known if today <= day.on < until]
    found = []
    for kind, unit, value, harms in _KINDS:
        hits = [
            (day, stand)
            for stand in stands
            for day in days
            if _stands(stand, day.on) and harms(day, stand)
        ]
        if not hits:
            continue
        values = [value(day) for day, _ in hits]
        worst = min(values) if kind == "frost" else max(values)
        first = min(day.on for day, _ in hits)
        of = tuple(dict.fromkeys(stand.id for _, stand in hits))
        found.append(WeatherAhead(kind, first, worst, unit, of))
    return tuple(sorted(found, key=lambda one: one.on))


def _stands(stand: Stand, day: date) -> bool:
    return stand.calendar.begins <= day < stand.calendar.last_pick


def _low_c(day: WeatherDay) -> float:
    return day.low_c


def _high_c(day: WeatherDay) -> float:
    return day.high_c


def _rain_mm(day: WeatherDay) -> float:
    return day.rain_mm or 0.0


def _freezes(day: WeatherDay, stand: Stand) -> bool:
    """Whether a night is too cold for what is awake; what rests through the winter bears it."""
    here_c = day.low_c + stand.warmer_by_c
    return here_c <= COVER_C[stand.crop.frost] and not stand.still(day.on)


def _is_hot(day: WeatherDay, stand: Stand) -> bool:
    return day.high_c + stand.warmer_by_c >= HOT_C


def _washes_out(day: WeatherDay, stand: Stand) -> bool:
    open_ground = stand.where == "ground" and not stand.place.covered
    return open_ground and _rain_mm(day) > HEAVY_RAIN_MM


def _wind_m_s(day: WeatherDay) -> float:
    return day.wind_m_s or 0.0


def _storms(day: WeatherDay, stand: Stand) -> bool:
    return _wind_m_s(day) >= STORM_M_S and not stand.place.covered


_Value = Callable[[WeatherDay], float]
_Harms = Callable[[WeatherDay, Stand], bool]
_KINDS: tuple[tuple[Kind, Unit, _Value, _Harms], ...] = (
    ("frost", "°C", _low_c, _freezes),
    ("heat", "°C", _high_c, _is_hot),
    ("rain", "mm", _rain_mm, _washes_out),
    ("storm", "m/s", _wind_m_s, _storms),
)
