"""Sums of fills: what a volume makes, in bags, in parts, and what comes of soil with compost."""

from math import ceil

from eznel.core.sums.sheet import Answer, Blank, Sheet, Sum, answered
from eznel.core.working import Level, Origin

SALTY_FILL_DS_M = 4.0
"""Where soils begin to be called saline. [dS/m]"""


def _depth(sheet: Sheet) -> Answer:
    if sheet.asked == "volume_l":
        deep = sheet["area_m2"] * sheet["layer_m"] * 1000
        sheet.then("sum_fill", "volume_l", deep / (1 - sheet["settles_pct"] / 100))
    else:
        settled = sheet["volume_l"] * (1 - sheet["settles_pct"] / 100) / 1000
        if sheet.asked == "layer_m":
            sheet.then("sum_fill_depth", "layer_m", settled / sheet["area_m2"])
        else:
            sheet.then("sum_fill_area", "area_m2", settled / sheet["layer_m"])
    return answered(sheet)


def _bags(sheet: Sheet) -> Answer:
    count = sheet.then("sum_bags", "bags", sheet["volume_l"] / sheet["bag_l"])
    whole = ceil(count - 1e-9)
    sheet.fixed("whole_bags", float(whole), Origin.COMPUTED)
    left = whole * sheet.plain("bag_l") - sheet.plain("volume_l")
    sheet.fixed("left_l", left, Origin.COMPUTED)
    return answered(sheet, "whole_bags", "left_l")


def _mixed(sheet: Sheet) -> Answer:
    a, b, c = sheet["parts_1"], sheet["parts_2"], sheet["parts_3"]
    sheet.then("sum_all_parts", "all_parts", a + b + c)
    for n in ("2", "3"):
        sheet.fixed("parts", sheet.plain(f"parts_{n}"), Origin.TYPED)
        share = sheet["volume_l"] * sheet["parts"] / sheet["all_parts"]
        sheet.then("sum_portion", f"part_{n}_l", share)
    sheet.fixed("parts", a, Origin.TYPED)
    share = sheet["volume_l"] * sheet["parts"] / sheet["all_parts"]
    sheet.then("sum_portion", "part_1_l", share)
    return answered(sheet, "part_2_l", "part_3_l")


def _blended(sheet: Sheet) -> Answer:
    """Organic matter goes by mass: a litre of compost weighs far less than one of soil."""
    sheet.then("sum_soil_mass", "soil_mass_g", sheet["soil_l"] * sheet["soil_g_ml"] * 1000)
    compost = sheet["compost_l"] * sheet["compost_g_ml"] * 1000
    sheet.then("sum_compost_mass", "compost_mass_g", compost)
    matter = sheet["soil_mass_g"] * sheet["soil_om_pct"]
    matter += sheet["compost_mass_g"] * sheet["compost_om_pct"]
    share = matter / (sheet["soil_mass_g"] + sheet["compost_mass_g"])
    sheet.then("sum_blended", "mixed_om_pct", share)
    mass = sheet.plain("soil_mass_g") + sheet.plain("compost_mass_g")
    volume = sheet.plain("soil_l") + sheet.plain("compost_l")
    sheet.fixed("mixed_g_ml", mass / volume / 1000, Origin.COMPUTED)
    return answered(sheet, "mixed_g_ml")


def _salts_of_fill(sheet: Sheet) -> Answer:
    """By volume, both measured the same way: nothing says that salts of another fill add so."""
    salts = sheet["soil_l"] * sheet["first_ds_m"] + sheet["compost_l"] * sheet["second_ds_m"]
    whole = sheet["soil_l"] + sheet["compost_l"]
    if sheet.then("sum_fill_salts", "mixed_ds_m", salts / whole) > SALTY_FILL_DS_M:
        sheet.fixed("most_ds_m", SALTY_FILL_DS_M, Origin.TYPICAL)
        sheet.note("sum_salty_fill", "compost_l", "mixed_ds_m", "most_ds_m", level=Level.WARNING)
    return answered(sheet)


_VOLUME = Blank("volume_l", "volume", least=1e-4, most=1e6)
_AREA = Blank("area_m2", "area", least=1e-4, most=1e5)
_LAYER = Blank("layer_m", "depth", least=1e-4, most=5)
_SOIL = Blank("soil_l", "volume", least=1e-3)
_COMPOST = Blank("compost_l", "volume", least=1e-3)

SUMS: tuple[Sum, ...] = (
    Sum("depth", "fills", (
        _VOLUME, _AREA, Blank("settles_pct", "percent", 0.0, most=60), _LAYER,
    ), ("layer_m", "volume_l", "area_m2"), _depth),
    Sum("bags", "fills", (
        _VOLUME, Blank("bag_l", "bag", 40.0, least=0.01), Blank("bags", "count"),
    ), ("bags",), _bags),
    Sum("parts", "fills", (
        _VOLUME, Blank("parts_1", "count", 2.0, least=0.01), Blank("parts_2", "count", 1.0),
        Blank("parts_3", "count", 0.0), Blank("part_1_l", "volume"),
    ), ("part_1_l",), _mixed),
    Sum("blended", "fills", (
        _SOIL, Blank("soil_g_ml", "density", 1.2, least=0.05),
        Blank("soil_om_pct", "percent", 3.0, most=100), _COMPOST,
        Blank("compost_g_ml", "density", 0.6, least=0.05),
        Blank("compost_om_pct", "percent", 30.0, most=100), Blank("mixed_om_pct", "percent"),
    ), ("mixed_om_pct",), _blended),
    Sum("fill_salts", "fills", (
        _SOIL, Blank("first_ds_m", "conductivity", most=60), _COMPOST,
        Blank("second_ds_m", "conductivity", most=60), Blank("mixed_ds_m", "conductivity"),
    ), ("mixed_ds_m",), _salts_of_fill),
)  # fmt: skip
