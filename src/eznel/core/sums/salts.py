"""Sums of salts: what they cost a harvest, what has to run through, what ions conduct.

Yield against salinity by threshold and slope, and the leaching that keeps a soil's paste at a
wanted conductivity, as irrigation handbooks give them.
"""

from eznel.core.errors import Impossible
from eznel.core.source_water import APART_PCT, MEQ_PER_DS_M, MG_PER_MEQ
from eznel.core.sums.sheet import Answer, Blank, Sheet, Sum, answered
from eznel.core.working import Level, Origin

SALTS_MG_L = 640.0
"""Dissolved salts of a litre for each dS/m, up to about 5 dS/m. [mg/L]"""
_CATIONS = ("ca", "mg", "na", "k")
_ANIONS = ("hco3", "cl", "so4", "no3")


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
    both = (sheet["ca_mg_l"] / MG_PER_MEQ["ca"] + sheet["mg_mg_l"] / MG_PER_MEQ["mg"]) / 2
    if both == 0:
        raise Impossible("ca_mg_l", "sum_zero")
    if sheet.asked == "sodium_ratio":
        sheet.then("sum_sodium", "sodium_ratio", sheet["na_mg_l"] / MG_PER_MEQ["na"] / both**0.5)
    else:
        sheet.then(
            "sum_sodium_for", "na_mg_l", sheet["sodium_ratio"] * both**0.5 * MG_PER_MEQ["na"]
        )
    return answered(sheet)


def _ions(sheet: Sheet) -> Answer:
    """A tenth of the charges of one sign, in milliequivalents a litre; both signs should agree."""
    positive = sum(sheet[f"{one}_mg_l"] / MG_PER_MEQ[one] for one in _CATIONS)
    sheet.then("sum_cations", "cations_meq_l", positive)
    negative = sum(sheet.plain(f"{one}_mg_l") / MG_PER_MEQ[one] for one in _ANIONS)
    sheet.then("sum_ions", "ions_ds_m", sheet["cations_meq_l"] / MEQ_PER_DS_M)
    if negative == 0:
        return answered(sheet, "cations_meq_l")
    sheet.fixed("anions_meq_l", negative, Origin.COMPUTED)
    off = abs(positive - negative) / (positive + negative) * 100
    sheet.fixed("apart_pct", off, Origin.COMPUTED)
    if off > APART_PCT:
        sheet.note("sum_ions_apart", "so4_mg_l", "apart_pct", level=Level.QUESTION)
    return answered(sheet, "cations_meq_l", "anions_meq_l", "apart_pct")


def _dissolved(sheet: Sheet) -> Answer:
    sheet.fixed("salts_factor", SALTS_MG_L, Origin.TYPICAL)
    if sheet.asked == "salts_mg_l":
        sheet.then("sum_dissolved", "salts_mg_l", sheet["water_ds_m"] * sheet["salts_factor"])
    else:
        sheet.then("sum_conducts", "water_ds_m", sheet["salts_mg_l"] / sheet["salts_factor"])
    return answered(sheet)


def _ec(name: str, usual: float | None = None, least: float = 0.0) -> Blank:
    return Blank(name, "conductivity", usual, least=least, most=60)


def _ion(name: str, usual: float | None = None) -> Blank:
    return Blank(name, "strength", usual, most=1e5)


SUMS: tuple[Sum, ...] = (
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
        Blank("mg_mg_l", "strength", most=1e5), Blank("sodium_ratio", "count", most=1000),
    ), ("sodium_ratio", "na_mg_l"), _sodium),
    Sum("ions", "salts", (
        *(_ion(f"{one}_mg_l") for one in _CATIONS), *(_ion(f"{one}_mg_l", 0.0) for one in _ANIONS),
        Blank("ions_ds_m", "conductivity"),
    ), ("ions_ds_m",), _ions, aside=tuple(f"{one}_mg_l" for one in _ANIONS)),
    Sum("dissolved", "salts", (_ec("water_ds_m"), Blank("salts_mg_l", "strength", most=1e5)),
        ("salts_mg_l", "water_ds_m"), _dissolved),
)  # fmt: skip
