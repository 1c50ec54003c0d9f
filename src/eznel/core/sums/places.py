"""Sums of places: how much ground, how much goes in, how many plants stand there."""

from eznel.core.errors import Impossible
from eznel.core.sums.sheet import Answer, Blank, Sheet, Sum, answered
from eznel.core.working import Origin

PACE_OFF = 0.1
"""A pace differs from the next by about so much. [1]"""


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


def _l_shape(sheet: Sheet) -> Answer:
    """A rectangle without one corner."""
    for cut, whole in (("notch_length_m", "length_m"), ("notch_width_m", "width_m")):
        if sheet.plain(cut) >= sheet.plain(whole):
            raise Impossible(cut, "sum_notch")
    area = sheet["length_m"] * sheet["width_m"]
    area -= sheet["notch_length_m"] * sheet["notch_width_m"]
    sheet.then("area_l_shape", "area_m2", area)
    return _filled(sheet)


def _triangle(sheet: Sheet) -> Answer:
    """By its three sides (Heron): what a tape can measure without a right angle."""
    a, b, c = sheet["side_1_m"], sheet["side_2_m"], sheet["side_3_m"]
    if 2 * max(a, b, c) >= a + b + c:
        raise Impossible("side_3_m", "sum_no_triangle")
    half = sheet.then("sum_half_round", "half_m", (a + b + c) / 2)
    whole = sheet["half_m"]
    whole *= (half - sheet["side_1_m"]) * (half - sheet["side_2_m"]) * (half - sheet["side_3_m"])
    sheet.then("sum_triangle", "area_m2", whole**0.5)
    return _filled(sheet)


def _oval(sheet: Sheet) -> Answer:
    area = 3.141592653589793 / 4 * sheet["length_m"] * sheet["width_m"]
    sheet.then("area_ellipse", "area_m2", area)
    return _filled(sheet)


def _paced(sheet: Sheet) -> Answer:
    """Paced out: each side is off by about a tenth, and the ground by twice that."""
    sheet.then("sum_paced_length", "length_m", sheet["paces"] * sheet["pace_m"])
    sheet.then("sum_paced_width", "width_m", sheet["paces_2"] * sheet["pace_m"])
    area = _rectangle(sheet)
    sheet.fixed("least_m2", area * (1 - PACE_OFF) ** 2, Origin.TYPICAL)
    sheet.fixed("most_m2", area * (1 + PACE_OFF) ** 2, Origin.TYPICAL)
    return answered(sheet, "length_m", "width_m", "least_m2", "most_m2")


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
    sheet.fixed("row_m", sheet.plain("area_m2") / sheet.plain("between_rows_m"), Origin.COMPUTED)
    return answered(sheet, "plants", "row_m")


def _side(name: str, usual: float | None = None) -> Blank:
    return Blank(name, "length", usual, least=0.001, most=1000)


_LAYER = Blank("layer_m", "depth", least=1e-4, most=5)
_VOLUME = Blank("volume_l", "volume", least=1e-4, most=1e6)

SUMS: tuple[Sum, ...] = (
    Sum("bed", "places", (_side("length_m"), _side("width_m"), _LAYER, _VOLUME),
        ("volume_l", "layer_m"), _bed),
    Sum("circle", "places", (_side("diameter_m"), _LAYER, _VOLUME),
        ("volume_l", "layer_m"), _round),
    Sum("l_shape", "places", (
        _side("length_m"), _side("width_m"), _side("notch_length_m"), _side("notch_width_m"),
        _LAYER, _VOLUME,
    ), ("volume_l", "layer_m"), _l_shape),
    Sum("triangle", "places", (
        _side("side_1_m"), _side("side_2_m"), _side("side_3_m"), _LAYER, _VOLUME,
    ), ("volume_l", "layer_m"), _triangle),
    Sum("oval", "places", (_side("length_m"), _side("width_m"), _LAYER, _VOLUME),
        ("volume_l", "layer_m"), _oval),
    Sum("paced", "places", (
        Blank("paces", "count", least=0.1, most=1e4), Blank("paces_2", "count", least=0.1,
        most=1e4), _side("pace_m", 0.75), Blank("area_m2", "area"),
    ), ("area_m2",), _paced),
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
)  # fmt: skip
