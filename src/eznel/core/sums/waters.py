"""Sums of water and salts: millimetres to litres and minutes, what evaporates, what salts cost.

Reference evaporation by Hargreaves from the day's two temperatures, with the radiation above the
air by latitude and day; yield against salinity by threshold and slope, and the leaching that keeps
a soil's paste at a wanted conductivity, as irrigation handbooks give them.
"""

from datetime import date
from math import acos, cos, pi, radians, sin, tan

from eznel.core.errors import Impossible
from eznel.core.sums.sheet import Answer, Blank, Sheet, Sum, answered
from eznel.core.working import Origin

SOLAR_MJ_M2_MIN = 0.0820
"""The solar constant. [MJ/m²/min]"""
EVAPORATES_MJ_KG = 2.45
"""What evaporates a kilogram of water, a millimetre on a square metre. [MJ/kg]"""


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
    turn = 2 * pi / 365 * day.timetuple().tm_yday
    nearer = 1 + 0.033 * cos(turn)
    tilt, latitude = 0.409 * sin(turn - 1.39), radians(latitude_deg)
    sunset = acos(min(max(-tan(latitude) * tan(tilt), -1.0), 1.0))
    height = sunset * sin(latitude) * sin(tilt) + cos(latitude) * cos(tilt) * sin(sunset)
    return max(24 * 60 / pi * SOLAR_MJ_M2_MIN * nearer * height, 0.0) / EVAPORATES_MJ_KG


def _watering(sheet: Sheet) -> Answer:
    if sheet.asked == "given_l":
        sheet.then("sum_watered", "given_l", sheet["soak_mm"] * sheet["area_m2"])
    elif sheet.asked == "soak_mm":
        sheet.then("sum_as_rain", "soak_mm", sheet["given_l"] / sheet["area_m2"])
    else:
        sheet.then("sum_wets", "area_m2", sheet["given_l"] / sheet["soak_mm"])
    cans = sheet.plain("given_l") / sheet.plain("can_l")
    sheet.fixed("can_count", cans, Origin.COMPUTED)
    return answered(sheet, "can_count")


def _running(sheet: Sheet) -> Answer:
    if sheet.asked == "run_min":
        sheet.then("sum_minutes", "run_min", sheet["given_l"] / sheet["flow_l_h"] * 60)
    elif sheet.asked == "given_l":
        sheet.then("sum_run", "given_l", sheet["flow_l_h"] * sheet["run_min"] / 60)
    else:
        sheet.then("sum_flow", "flow_l_h", sheet["given_l"] / sheet["run_min"] * 60)
    return answered(sheet)


def _evaporation(sheet: Sheet) -> Answer:
    if sheet.plain("high_c") < sheet.plain("low_c"):
        raise Impossible("high_c", "sum_turned")
    above = radiation_mm(sheet.days["on_day"], sheet.plain("latitude_deg"))
    sheet.fixed("radiation_mm", above, Origin.COMPUTED)
    warmth = (sheet["low_c"] + sheet["high_c"]) / 2 + 17.8
    swing = (sheet["high_c"] - sheet["low_c"]) ** 0.5
    # A day so cold that the rule falls below nothing evaporates nothing.
    reference = max(0.0023 * warmth * swing * sheet["radiation_mm"], 0)
    sheet.then("sum_evaporation", "reference_mm_day", reference)
    crop = sheet["reference_mm_day"] * sheet["crop_factor"] * sheet["area_m2"]
    sheet.then("sum_crop_water", "day_l", crop)
    return answered(sheet, "reference_mm_day")


def _leaching(sheet: Sheet) -> Answer:
    spare = 5 * sheet["soil_ds_m"] - sheet["water_ds_m"]
    if spare <= 0 or sheet["water_ds_m"] >= spare:
        raise Impossible("water_ds_m", "sum_water_too_salty")
    sheet.then("sum_leaching", "leach_pct", sheet["water_ds_m"] / spare * 100)
    more = 100 / (100 - sheet.plain("leach_pct"))
    sheet.fixed("times_water", more, Origin.COMPUTED)
    return answered(sheet, "times_water")


def _salty_yield(sheet: Sheet) -> Answer:
    if sheet.asked == "yield_pct":
        over = max(sheet["soil_ds_m"] - sheet["threshold_ds_m"], 0)
        sheet.then("sum_salty_yield", "yield_pct", max(100 - sheet["slope_pct"] * over, 0))
    else:
        costs = (100 - sheet["yield_pct"]) / sheet["slope_pct"]
        sheet.then("sum_salt_for", "soil_ds_m", sheet["threshold_ds_m"] + costs)
    return answered(sheet)


def _diluted(sheet: Sheet) -> Answer:
    if sheet.asked == "mixed_ds_m":
        salts = sheet["salty_l"] * sheet["salty_ds_m"] + sheet["fresh_l"] * sheet["fresh_ds_m"]
        whole = sheet["salty_l"] + sheet["fresh_l"]
        sheet.then("sum_diluted", "mixed_ds_m", salts / whole)
        return answered(sheet)
    salty, fresh, wanted = (sheet[f"{one}_ds_m"] for one in ("salty", "fresh", "mixed"))
    if not fresh < wanted <= salty:
        raise Impossible("mixed_ds_m", "sum_not_between")
    sheet.then("sum_fresh", "fresh_l", sheet["salty_l"] * (salty - wanted) / (wanted - fresh))
    return answered(sheet)


def _sodium(sheet: Sheet) -> Answer:
    both = (sheet["ca_mg_l"] / 20.04 + sheet["mg_mg_l"] / 12.15) / 2
    if both == 0:
        raise Impossible("ca_mg_l", "sum_zero")
    sheet.then("sum_sodium", "sodium_ratio", sheet["na_mg_l"] / 22.99 / both**0.5)
    return answered(sheet)


def _ec(name: str, usual: float | None = None, least: float = 0.0) -> Blank:
    return Blank(name, "conductivity", usual, least=least, most=60)


_AREA = Blank("area_m2", "area", least=1e-3)
_GIVEN = Blank("given_l", "volume", least=1e-4)

SUMS: tuple[Sum, ...] = (
    Sum("watering", "waters", (
        Blank("soak_mm", "rain", 25.0, least=0.01, most=1000), _AREA, _GIVEN,
        Blank("can_l", "volume", 9.0, least=0.1, most=1000),
    ), ("given_l", "soak_mm", "area_m2"), _watering),
    Sum("running", "waters", (
        _GIVEN, Blank("flow_l_h", "flow", least=1e-3), Blank("run_min", "time", least=1e-3),
    ), ("run_min", "given_l", "flow_l_h"), _running),
    Sum("crop_water", "waters", (
        Blank("on_day", "day"), Blank("latitude_deg", "latitude", 50.0, least=-66, most=66),
        Blank("low_c", "temperature", least=-40, most=60),
        Blank("high_c", "temperature", least=-40, most=60),
        Blank("crop_factor", "count", 1.0, least=0.05, most=2), _AREA, Blank("day_l", "volume"),
    ), ("day_l",), _evaporation),
    Sum("leaching", "salts", (_ec("water_ds_m"), _ec("soil_ds_m", least=0.01),
        Blank("leach_pct", "percent")), ("leach_pct",), _leaching),
    Sum("salty_yield", "salts", (
        _ec("soil_ds_m"), _ec("threshold_ds_m"),
        Blank("slope_pct", "percent", least=0.1, most=100), Blank("yield_pct", "percent", most=100),
    ), ("yield_pct", "soil_ds_m"), _salty_yield),
    Sum("diluted", "salts", (
        Blank("salty_l", "volume", least=1e-4), _ec("salty_ds_m"),
        Blank("fresh_l", "volume"), _ec("fresh_ds_m", 0.05), _ec("mixed_ds_m"),
    ), ("mixed_ds_m", "fresh_l"), _diluted),
    Sum("sodium", "salts", (
        Blank("na_mg_l", "strength", most=1e5), Blank("ca_mg_l", "strength", most=1e5),
        Blank("mg_mg_l", "strength", most=1e5), Blank("sodium_ratio", "count"),
    ), ("sodium_ratio",), _sodium),
)  # fmt: skip
