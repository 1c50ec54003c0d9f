"""Sums of places and fills: how much ground, how much in it, how many plants, bags and depths."""

from math import ceil

from eznel.core.errors import Impossible
from eznel.core.sums.sheet import Answer, Blank, Sheet, Sum, answered
from eznel.core.working import Origin


def _rectangle(sheet: Sheet) -> float:
    return sheet.then("area_rectangle", "area_m2", sheet["length_m"] * sheet["width_m"])


def _bed(sheet: Sheet) -> Answer:
    _rectangle(sheet)
    return _filled(sheet)


def _round(sheet: Sheet) -> Answer:
    area = 3.141592653589793 / 4 * sheet["diameter_m"] ** 2
    sheet.then("area_circle", "area_m2", area)
    return _filled(sheet)


def _filled(sheet: Sheet) -> Answer:
    if sheet.asked == "volume_l":
        sheet.then("layer_volume", "volume_l", sheet["area_m2"] * sheet["layer_m"] * 1000)
    elif sheet.asked == "layer_m":
        sheet.then("sum_layer", "layer_m", sheet["volume_l"] / sheet["area_m2"] / 1000)
    return answered(sheet, "area_m2") if sheet.asked != "area_m2" else answered(sheet)


def _pot(sheet: Sheet) -> Answer:
    """Filled below its rim: the mix ends where the wall is narrower than at the top."""
    if sheet.plain("headspace_m") >= sheet.plain("height_m"):
        raise Impossible("headspace_m", "sum_headspace")
    sheet.then("sum_mix_height", "mix_m", sheet["height_m"] - sheet["headspace_m"])
    wider = sheet["top_m"] - sheet["bottom_m"]
    at_mix = sheet["bottom_m"] + wider * sheet["mix_m"] / sheet["height_m"]
    sheet.then("sum_width_at_mix", "across_m", at_mix)
    a, b = sheet["across_m"], sheet["bottom_m"]
    volume = 3.141592653589793 * sheet["mix_m"] / 12 * (a**2 + a * b + b**2) * 1000
    sheet.then("sum_frustum", "volume_l", volume)
    return answered(sheet)


def _trough(sheet: Sheet) -> Answer:
    """Sides that slope: top, bottom and four times the middle, by a sixth of the height."""
    top = sheet["length_m"] * sheet["width_m"]
    low = sheet["low_length_m"] * sheet["low_width_m"]
    four = (sheet["length_m"] + sheet["low_length_m"]) * (sheet["width_m"] + sheet["low_width_m"])
    volume = sheet["height_m"] / 6 * (top + low + four) * 1000
    sheet.then("sum_prismoid", "volume_l", volume)
    return answered(sheet)


def _plants(sheet: Sheet) -> Answer:
    _rectangle(sheet)
    each = sheet["in_row_m"] * sheet["between_rows_m"]
    sheet.then("plant_area_rows", "plant_area_m2", each)
    sheet.then("sum_plants", "plants", sheet["area_m2"] / sheet["plant_area_m2"])
    grow = sheet["germinates_pct"] / 100 * sheet["survives_pct"] / 100
    raised = sheet["plants"] / grow
    sheet.then("sum_raise", "to_sow", raised)
    return answered(sheet, "plants")


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


def _side(name: str, usual: float | None = None) -> Blank:
    return Blank(name, "length", usual, least=0.001, most=1000)


_LAYER = Blank("layer_m", "depth", least=1e-4, most=5)
_VOLUME = Blank("volume_l", "volume", least=1e-4, most=1e6)
_AREA = Blank("area_m2", "area", least=1e-4, most=1e5)

SUMS: tuple[Sum, ...] = (
    Sum("bed", "places", (_side("length_m"), _side("width_m"), _LAYER, _VOLUME),
        ("volume_l", "layer_m"), _bed),
    Sum("circle", "places", (_side("diameter_m"), _LAYER, _VOLUME),
        ("volume_l", "layer_m"), _round),
    Sum("pot", "places", (
        Blank("top_m", "gap", least=0.01, most=5), Blank("bottom_m", "gap", least=0.01, most=5),
        Blank("height_m", "gap", least=0.01, most=5),
        Blank("headspace_m", "gap", 0.03, most=1), _VOLUME,
    ), ("volume_l",), _pot),
    Sum("trough", "places", (
        Blank("length_m", "gap", least=0.01, most=50), Blank("width_m", "gap", least=0.01, most=50),
        Blank("low_length_m", "gap", least=0.01, most=50),
        Blank("low_width_m", "gap", least=0.01, most=50),
        Blank("height_m", "gap", least=0.01, most=5), _VOLUME,
    ), ("volume_l",), _trough),
    Sum("plants", "places", (
        _side("length_m"), _side("width_m"), Blank("in_row_m", "gap", least=0.005, most=10),
        Blank("between_rows_m", "gap", least=0.005, most=10),
        Blank("germinates_pct", "percent", 80.0, least=1, most=100),
        Blank("survives_pct", "percent", 90.0, least=1, most=100), Blank("to_sow", "count"),
    ), ("to_sow",), _plants),
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
        Blank("soil_l", "volume", least=1e-3), Blank("soil_g_ml", "density", 1.2, least=0.05),
        Blank("soil_om_pct", "percent", 3.0, most=100), Blank("compost_l", "volume", least=1e-3),
        Blank("compost_g_ml", "density", 0.6, least=0.05),
        Blank("compost_om_pct", "percent", 30.0, most=100), Blank("mixed_om_pct", "percent"),
    ), ("mixed_om_pct",), _blended),
)  # fmt: skip
