"""Sums of water: millimetres to litres and minutes, what evaporates, what a crop or a tub takes.

Reference evaporation by Hargreaves from the day's two temperatures, with the radiation above the
air by latitude and day; a crop's factor by its four spans of days, level, rising, level, falling,
as irrigation handbooks give them.
"""

from eznel.core.errors import Impossible
from eznel.core.moisture.evaporation import hargreaves_mm, radiation_mm
from eznel.core.sums.sheet import Answer, Blank, Sheet, Sum, answered
from eznel.core.working import Origin

EVEN_PCT = 75.0
"""Where the emptiest cup has less of the mean than this, some ground stays dry. [%]"""


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
    low_c, high_c = sheet["low_c"], sheet["high_c"]
    reference = hargreaves_mm(low_c, high_c, sheet["radiation_mm"])
    sheet.then("sum_evaporation", "reference_mm_day", reference)
    crop = sheet["reference_mm_day"] * sheet["crop_factor"] * sheet["area_m2"]
    sheet.then("sum_crop_water", "day_l", crop)
    return answered(sheet, "reference_mm_day")


def _stage_water(sheet: Sheet) -> Answer:
    """The crop against grass by its days: level, rising, level, falling."""
    day, first = sheet.plain("since_days"), sheet.plain("start_days")
    second = first + sheet.plain("rising_days")
    third = second + sheet.plain("full_days")
    if day <= first:
        sheet.then("sum_kc_start", "crop_factor", sheet["kc_start"])
    elif day <= second:
        done = (sheet["since_days"] - sheet["start_days"]) / sheet["rising_days"]
        rise = (sheet["kc_full"] - sheet["kc_start"]) * done
        sheet.then("sum_kc_rising", "crop_factor", sheet["kc_start"] + rise)
    elif day <= third:
        sheet.then("sum_kc_full", "crop_factor", sheet["kc_full"])
    else:
        before = sheet["start_days"] + sheet["rising_days"] + sheet["full_days"]
        done = min((sheet["since_days"] - before) / sheet["late_days"], 1.0)
        fall = (sheet["kc_full"] - sheet["kc_end"]) * done
        sheet.then("sum_kc_falling", "crop_factor", sheet["kc_full"] - fall)
    crop = sheet["reference_mm_day"] * sheet["crop_factor"] * sheet["area_m2"]
    sheet.then("sum_crop_water", "day_l", crop)
    return answered(sheet, "crop_factor")


def _tub_water(sheet: Sheet) -> Answer:
    """Leaves that stand free take more than a field's; what the mix holds says how often."""
    canopy = 3.141592653589793 / 4 * sheet["canopy_m"] ** 2
    sheet.then("sum_canopy", "canopy_m2", canopy)
    taken = sheet["reference_mm_day"] * sheet["crop_factor"] * sheet["free_factor"]
    day = sheet.then("sum_tub_water", "day_l", taken * sheet["canopy_m2"])
    holds = sheet.plain("mix_l") * sheet.plain("holds_pct") / 100
    sheet.fixed("holds_l", holds, Origin.COMPUTED)
    if day > 0:
        sheet.fixed("waterings", day / holds, Origin.COMPUTED)
        return answered(sheet, "canopy_m2", "holds_l", "waterings")
    return answered(sheet, "canopy_m2", "holds_l")


def _sprinkler(sheet: Sheet) -> Answer:
    """Four cups on the ground: their mean is what comes down, the emptiest how evenly."""
    cups = [sheet[f"cup_{n}_mm"] for n in range(1, 5)]
    mean = sheet.then("sum_cups", "cups_mm", sum(cups) / 4)
    if mean == 0:
        raise Impossible("cup_1_mm", "sum_zero")
    if sheet.asked == "run_min":
        minutes = sheet["soak_mm"] / sheet["cups_mm"] * sheet["test_min"]
        sheet.then("sum_sprinkled", "run_min", minutes)
    else:
        deep = sheet["run_min"] / sheet["test_min"] * sheet["cups_mm"]
        sheet.then("sum_came_down", "soak_mm", deep)
    sheet.fixed("rate_mm_h", mean / sheet.plain("test_min") * 60, Origin.COMPUTED)
    sheet.fixed("driest_pct", min(cups) / mean * 100, Origin.COMPUTED)
    if sheet.plain("driest_pct") < EVEN_PCT:
        sheet.fixed("even_pct", EVEN_PCT, Origin.TYPICAL)
        sheet.note("sum_uneven", "cup_1_mm", "driest_pct", "even_pct")
    return answered(sheet, "rate_mm_h", "driest_pct")


def _kc(name: str, usual: float) -> Blank:
    return Blank(name, "count", usual, least=0.05, most=2)


def _stage(name: str, usual: float) -> Blank:
    return Blank(name, "span", usual, least=1, most=400)


_AREA = Blank("area_m2", "area", least=1e-3)
_REFERENCE = Blank("reference_mm_day", "rain", 5.0, most=20)
_GIVEN = Blank("given_l", "volume", least=1e-4)

SUMS: tuple[Sum, ...] = (
    Sum("watering", "waters", (
        Blank("soak_mm", "rain", 25.0, least=0.01, most=1000), _AREA, _GIVEN,
        Blank("can_l", "volume", 9.0, least=0.1, most=1000),
    ), ("given_l", "soak_mm", "area_m2"), _watering, aside=("can_l",)),
    Sum("running", "waters", (
        _GIVEN, Blank("flow_l_h", "flow", least=1e-3), Blank("run_min", "time", least=1e-3),
    ), ("run_min", "given_l", "flow_l_h"), _running),
    Sum("crop_water", "waters", (
        Blank("on_day", "day"), Blank("latitude_deg", "latitude", 50.0, least=-66, most=66),
        Blank("low_c", "temperature", least=-40, most=60),
        Blank("high_c", "temperature", least=-40, most=60),
        _kc("crop_factor", 1.0), _AREA, Blank("day_l", "volume"),
    ), ("day_l",), _evaporation),
    Sum("stage_water", "waters", (
        Blank("since_days", "span", 40.0, most=400), _kc("kc_start", 0.6), _stage("start_days",
        20.0), _stage("rising_days", 30.0), _kc("kc_full", 1.1), _stage("full_days", 40.0),
        _kc("kc_end", 0.8), _stage("late_days", 25.0), _REFERENCE, _AREA, Blank("day_l", "volume"),
    ), ("day_l",), _stage_water),
    Sum("tub_water", "waters", (
        Blank("canopy_m", "gap", 0.6, least=0.01, most=10), _REFERENCE, _kc("crop_factor", 1.1),
        Blank("free_factor", "count", 1.2, least=0.5, most=3),
        Blank("mix_l", "volume", least=0.05, most=1e4),
        Blank("holds_pct", "percent", 25.0, least=1, most=80), Blank("day_l", "volume"),
    ), ("day_l",), _tub_water, aside=("mix_l", "holds_pct")),
    Sum("sprinkler", "waters", (
        *(Blank(f"cup_{n}_mm", "rain", most=500) for n in range(1, 5)),
        Blank("test_min", "time", 15.0, least=0.1, most=1e4), Blank("soak_mm", "rain", 25.0,
        least=0.01, most=1000), Blank("run_min", "time", least=0.01, most=1e5),
    ), ("run_min", "soak_mm"), _sprinkler),
)  # fmt: skip
