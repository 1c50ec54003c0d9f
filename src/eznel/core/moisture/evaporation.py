"""What evaporates from short grass in a day, the reference that crops are held against.

By Hargreaves from the day's two temperatures, or by Penman-Monteith where humidity, wind and
sunshine are known, as in the FAO's Irrigation and Drainage Paper 56; numbers of equations are
those of that paper.
"""

from dataclasses import dataclass
from datetime import date
from functools import lru_cache
from math import acos, cos, exp, pi, radians, sin, tan
from typing import TypeVar

import numpy as np

from eznel.core.crops.daily import Floats

Number = TypeVar("Number", float, Floats)

SOLAR_MJ_M2_MIN = 0.0820
"""The solar constant. [MJ/m²/min]"""
EVAPORATES_MJ_KG = 2.45
"""What evaporates a kilogram of water, a millimetre on a square metre. [MJ/kg]"""
BOLTZMANN_MJ_K4 = 4.903e-9
"""What a black body radiates in a day. [MJ/m²/K⁴]"""
ALBEDO = 0.23
"""What grass throws back of the sun. [MJ/MJ]"""
KELVIN_C = 273.16
"""Of a degree Celsius, as the radiation formula has it. [K]"""
PRESSURE_KPA = 101.3
"""Of the air at the sea; gardens lie low enough. [kPa]"""


@dataclass(frozen=True, slots=True)
class Sky:
    """What a station says of a day besides its temperatures, all of it."""

    vapour_kpa: float
    """In the air. [kPa]"""
    wind_m_s: float
    """Two metres above the ground. [m/s]"""
    sun_h: float
    """Hours of bright sunshine. [h]"""


@lru_cache(maxsize=4096)
def _sun(of_year: int, latitude_deg: float) -> tuple[float, float]:
    """Radiation above the air, and the hours from sunrise to sunset. [MJ/m², h]"""
    turn = 2 * pi / 365 * of_year
    nearer = 1 + 0.033 * cos(turn)
    tilt, latitude = 0.409 * sin(turn - 1.39), radians(latitude_deg)
    sunset = acos(min(max(-tan(latitude) * tan(tilt), -1.0), 1.0))
    height = sunset * sin(latitude) * sin(tilt) + cos(latitude) * cos(tilt) * sin(sunset)
    return max(24 * 60 / pi * SOLAR_MJ_M2_MIN * nearer * height, 0.0), 24 / pi * sunset


def _of_year(day: date) -> int:
    """Its number in its year, from 1."""
    return day.toordinal() - date(day.year, 1, 1).toordinal() + 1


def radiation_mj(day: date, latitude_deg: float) -> float:
    """Return the radiation above the air on a day (eq. 21).

    Parameters
    ----------
    day : date
        The day.
    latitude_deg : float
        North of the equator; south of it negative. [°]

    Returns
    -------
    float
        Nothing in the polar night. [MJ/m²]
    """
    return _sun(_of_year(day), latitude_deg)[0]


def radiation_mm(day: date, latitude_deg: float) -> float:
    """Return the radiation above the air on a day, as the water that it would evaporate.

    Parameters
    ----------
    day : date
        The day.
    latitude_deg : float
        North of the equator; south of it negative. [°]

    Returns
    -------
    float
        Nothing in the polar night. [mm]
    """
    return radiation_mj(day, latitude_deg) / EVAPORATES_MJ_KG


@lru_cache(maxsize=64)
def radiations_mm(latitude_deg: float) -> Floats:
    """Return the same for each day of a year.

    Parameters
    ----------
    latitude_deg : float
        North of the equator; south of it negative. [°]

    Returns
    -------
    array of shape (366,)
        From 1 January on. [mm]
    """
    return np.array([_sun(n + 1, latitude_deg)[0] / EVAPORATES_MJ_KG for n in range(366)])


def hargreaves_mm(low_c: Number, high_c: Number, above_mm: Number) -> Number:
    """Return the reference evaporation by two temperatures (eq. 52).

    Parameters
    ----------
    low_c : float or array of shape (days,)
        Least of a day. [°C]
    high_c : float or array of shape (days,)
        Most of it. [°C]
    above_mm : float or array of shape (days,)
        Radiation above the air, as water. [mm]

    Returns
    -------
    float or array of shape (days,)
        Nothing on a day so cold that the rule falls below nothing. [mm]
    """
    warmth = (low_c + high_c) / 2 + 17.8
    swing = np.maximum(high_c - low_c, 0.0) ** 0.5
    evaporates: Number = np.maximum(0.0023 * warmth * swing * above_mm, 0.0)
    return evaporates


def saturated_kpa(warmth_c: float) -> float:
    """Return the vapour that air can hold (eq. 11).

    Parameters
    ----------
    warmth_c : float
        Of the air. [°C]

    Returns
    -------
    float
        Its pressure. [kPa]
    """
    held: float = 0.6108 * exp(17.27 * warmth_c / (warmth_c + 237.3))
    return held


def vapour_kpa(low_c: float, high_c: float, humidity_pct: float) -> float:
    """Return the vapour in the air by a day's mean humidity (eq. 19).

    Parameters
    ----------
    low_c : float
        Least of the day. [°C]
    high_c : float
        Most of the day. [°C]
    humidity_pct : float
        Relative humidity, the mean of the day. [%]

    Returns
    -------
    float
        Of what it could hold at both temperatures, the mean. [kPa]
    """
    return humidity_pct / 100 * (saturated_kpa(low_c) + saturated_kpa(high_c)) / 2


def penman_monteith_mm(
    day: date, latitude_deg: float, low_c: float, high_c: float, sky: Sky, height_m: float = 0.0
) -> float:
    """Return the reference evaporation by all that a station measures (eq. 6).

    Parameters
    ----------
    day : date
        The day.
    latitude_deg : float
        North of the equator; south of it negative. [°]
    low_c : float
        Least of the day. [°C]
    high_c : float
        Most of the day. [°C]
    sky : Sky
        Vapour, wind and sunshine. [kPa, m/s, h]
    height_m : float
        Above the sea. [m]

    Returns
    -------
    float
        Never below nothing. [mm]
    """
    mean_c = (low_c + high_c) / 2
    above_mj, day_h = _sun(_of_year(day), latitude_deg)
    sunny = min(sky.sun_h / day_h, 1.0) if day_h else 0.0
    clear_mj = (0.75 + 2e-5 * height_m) * above_mj
    sun_mj = (0.25 + 0.50 * sunny) * above_mj
    shines = sum((one + KELVIN_C) ** 4 for one in (low_c, high_c)) / 2 * BOLTZMANN_MJ_K4
    cloud = 1.35 * min(sun_mj / clear_mj, 1.0) - 0.35 if clear_mj else 0.05
    lost_mj = shines * (0.34 - 0.14 * sky.vapour_kpa**0.5) * cloud
    net_mj = (1 - ALBEDO) * sun_mj - lost_mj
    holds = (saturated_kpa(low_c) + saturated_kpa(high_c)) / 2
    slope = 4098 * saturated_kpa(mean_c) / (mean_c + 237.3) ** 2
    gamma: float = 0.665e-3 * PRESSURE_KPA * ((293 - 0.0065 * height_m) / 293) ** 5.26
    dries = gamma * 900 / (mean_c + 273) * sky.wind_m_s * max(holds - sky.vapour_kpa, 0.0)
    evaporates: float = (0.408 * slope * net_mj + dries) / (
        slope + gamma * (1 + 0.34 * sky.wind_m_s)
    )
    return max(evaporates, 0.0)
