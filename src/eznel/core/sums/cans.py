"""Sums of feeds in water and of scoops: how strong, how much, by proportioner, by measure."""

from math import floor

from eznel.core.errors import Impossible
from eznel.core.nutrients import element_of
from eznel.core.products.solutions import OTHER_EC_DS_M
from eznel.core.reference import Catalogue
from eznel.core.sums.bags import BAG, SHORT, shares
from eznel.core.sums.sheet import Answer, Blank, Sheet, Sum, answered
from eznel.core.working import Level, Origin

STRONG_MG_L = 400.0
"""Stronger than any crop is fed by the can: a spoon or a unit too many. [mg/L]"""
DRAW_OFF_PCT = 10.0
"""From here on a proportioner's draw changes what is to be weighed. [%]"""
HEAPED_LEAST, HEAPED_MOST = 1.25, 1.75
"""What a heaped spoon holds, as times a level one: it depends on hand and powder."""
SMALL_PARTS = 4
"""A small spoon is still filled to a quarter. [count]"""

_PRINTED = ("as_wanted", "P2O5", "K2O", "CaO", "MgO")
"""How a label counts what is wanted as an element."""
_SAID = ("to_n_parts", "in_n_parts")
"""One part to n of water, or one part in n of all: labels mean either."""


def _wanted_pct(sheet: Sheet) -> None:
    """What the product holds as it is wanted: an element, though an oxide be printed."""
    printed = sheet.said["printed_as"]
    if printed == "as_wanted":
        sheet.fixed("wanted_pct", sheet.plain("counted_pct"), Origin.LABEL)
    else:
        sheet.fixed("element_share", element_of(printed).share)
        share = sheet["counted_pct"] * sheet["element_share"]
        sheet.then("sum_as_element", "wanted_pct", share)


def _strength(sheet: Sheet) -> Answer:
    """The water's own share is credited: it is there already."""
    _wanted_pct(sheet)
    if sheet.asked == "feed_mg_l":
        from_product = sheet["product_g"] * sheet["wanted_pct"] / 100 / sheet["into_l"] * 1000
        sheet.then("sum_strength", "feed_mg_l", from_product + sheet["own_mg_l"])
    else:
        strong, own = sheet["feed_mg_l"], sheet["own_mg_l"]
        if strong <= own:
            raise Impossible("feed_mg_l", "sum_water_has_it")
        if sheet.asked == "product_g":
            lacking = (strong - own) * sheet["into_l"] / 1000
            sheet.then("sum_for_strength", "product_g", lacking / sheet["wanted_pct"] * 100)
        else:
            grams = sheet["product_g"] * sheet["wanted_pct"] / 100
            sheet.then("sum_water_for", "into_l", grams * 1000 / (strong - own))
    _too_strong(sheet, "feed_mg_l")
    return answered(sheet)


def _too_strong(sheet: Sheet, field: str) -> None:
    if sheet.plain("feed_mg_l") > STRONG_MG_L:
        sheet.fixed("most_mg_l", STRONG_MG_L, Origin.TYPICAL)
        sheet.note("sum_strong", field, "feed_mg_l", "most_mg_l")


def _can_scoops(sheet: Sheet) -> Answer:
    """As the can is filled: level spoons in, so much in each litre out, and the other way."""
    _wanted_pct(sheet)
    sheet.then("scoop_mass", "scoop_g", sheet["scoop_ml"] * sheet["density_g_ml"])
    if sheet.asked == "feed_mg_l":
        sheet.then("sum_scooped", "product_g", sheet["count"] * sheet["scoop_g"])
        from_product = sheet["product_g"] * sheet["wanted_pct"] / 100 / sheet["into_l"] * 1000
        sheet.then("sum_strength", "feed_mg_l", from_product + sheet["own_mg_l"])
        _too_strong(sheet, "count")
        return answered(sheet, "product_g")
    if sheet["feed_mg_l"] <= sheet["own_mg_l"]:
        raise Impossible("feed_mg_l", "sum_water_has_it")
    lacking = (sheet["feed_mg_l"] - sheet["own_mg_l"]) * sheet["into_l"] / 1000
    sheet.then("sum_for_strength", "product_g", lacking / sheet["wanted_pct"] * 100)
    sheet.then("sum_scoops", "count", sheet["product_g"] / sheet["scoop_g"])
    _too_strong(sheet, "feed_mg_l")
    return answered(sheet, "product_g")


def _each_nutrient(sheet: Sheet) -> Answer:
    """Three numbers in a litre, as the element and as the oxide."""
    held = shares(sheet.said["grade"], sheet.said["means"])
    sheet.then("sum_in_a_litre", "feed_g_l", sheet["product_g"] / sheet["into_l"])
    names = []
    for counted, pct in held.items():
        if counted != "N":
            names.append(f"{SHORT[counted]}_mg_l")
            sheet.fixed(names[-1], sheet.plain("feed_g_l") * pct * 10, Origin.COMPUTED)
    sheet.fixed("n_pct", held["N"], Origin.LABEL)
    strong = sheet.then("sum_n_in_a_litre", "n_mg_l", sheet["feed_g_l"] * sheet["n_pct"] * 10)
    sheet.fixed("feed_mg_l", strong, Origin.COMPUTED)
    _too_strong(sheet, "product_g")
    return answered(sheet, *names)


def _conducts(catalogue: Catalogue) -> Sum:
    """What a feed conducts, by what a gram of each material does in a litre."""
    known = {
        one.key: one.ec_of_1g_l_ds_m
        for one in catalogue.materials.values()
        if one.ec_of_1g_l_ds_m is not None
    }

    def fed(sheet: Sheet) -> Answer:
        sheet.fixed("one_g_l_ds_m", known[sheet.said["material"]] or 0.0, Origin.TYPICAL)
        if sheet.asked == "feed_ds_m":
            sheet.then("sum_in_a_litre", "feed_g_l", sheet["product_g"] / sheet["into_l"])
            adds = sheet["feed_g_l"] * sheet["one_g_l_ds_m"]
            strong = sheet.then("sum_feed_conducts", "feed_ds_m", adds + sheet["own_ds_m"])
        else:
            strong = sheet["feed_ds_m"]
            if strong <= sheet["own_ds_m"]:
                raise Impossible("feed_ds_m", "sum_water_has_it")
            lacking = (sheet["feed_ds_m"] - sheet["own_ds_m"]) / sheet["one_g_l_ds_m"]
            sheet.then("sum_to_conduct", "product_g", lacking * sheet["into_l"])
        if strong > OTHER_EC_DS_M:
            sheet.fixed("feed_ds_m", strong, Origin.COMPUTED)
            sheet.fixed("most_ds_m", OTHER_EC_DS_M, Origin.TYPICAL)
            sheet.note("sum_salty_feed", "product_g", "feed_ds_m", "most_ds_m")
        return answered(sheet)

    return Sum("feed_ec", "cans", (
        Blank("product_g", "mass", most=1e6), Blank("material", "choice", "potassium_nitrate",
        choices=tuple(known)), Blank("into_l", "volume", least=0.001),
        Blank("own_ds_m", "conductivity", 0.3, most=20),
        Blank("feed_ds_m", "conductivity", least=1e-3, most=60),
    ), ("feed_ds_m", "product_g"), fed)  # fmt: skip


def _part_of_label(sheet: Sheet) -> Answer:
    part = sheet["part_pct"] / 100 * sheet["label_g"] / sheet["label_water_l"]
    sheet.then("sum_part_of_label", "product_g", part * sheet["into_l"])
    return answered(sheet)


def _parts(sheet: Sheet) -> float:
    """All parts of a mixed feed to one of stock, by what 1:n is meant to say."""
    if sheet.said["said"] == "in_n_parts":
        return sheet.then("sum_parts_in", "all_parts", sheet["ratio"])
    return sheet.then("sum_parts_to", "all_parts", sheet["ratio"] + 1)


def _stock(sheet: Sheet) -> Answer:
    _parts(sheet)
    if sheet.asked == "stock_g_l":
        sheet.then("sum_stock", "stock_g_l", sheet["feed_g_l"] * sheet["all_parts"])
    else:
        sheet.then("sum_feed", "feed_g_l", sheet["stock_g_l"] / sheet["all_parts"])
    return answered(sheet, "all_parts")


def _lasts(sheet: Sheet) -> Answer:
    _parts(sheet)
    sheet.then("sum_made", "made_l", sheet["stock_l"] * sheet["all_parts"])
    sheet.then("sum_lasts", "lasts_days", sheet["made_l"] / sheet["week_l"] * 7)
    return answered(sheet, "made_l")


def _draw(sheet: Sheet) -> Answer:
    """What is drawn in truth: the water that ran, divided by the stock that went."""
    sheet.then("sum_drawn", "true_ratio", sheet["ran_l"] / sheet["drawn_l"])
    off = sheet.then(
        "sum_draw_off", "stronger_pct", (sheet["ratio"] / sheet["true_ratio"] - 1) * 100
    )
    if abs(off) > DRAW_OFF_PCT:
        sheet.note("sum_draw_off", "drawn_l", "stronger_pct", level=Level.WARNING)
    corrected = sheet.plain("true_ratio") / sheet.plain("ratio") * 100
    sheet.fixed("corrected_pct", corrected, Origin.COMPUTED)
    return answered(sheet, "true_ratio", "corrected_pct")


def _scoops(sheet: Sheet) -> Answer:
    if sheet.asked == "density_g_ml":
        level_ml = sheet["count"] * sheet["scoop_ml"]
        sheet.then("sum_density", "density_g_ml", sheet["product_g"] / level_ml)
        return answered(sheet)
    one = sheet.then("scoop_mass", "scoop_g", sheet["scoop_ml"] * sheet["density_g_ml"])
    if sheet.asked == "product_g":
        level = sheet.then("sum_scooped", "product_g", sheet["count"] * sheet["scoop_g"])
        sheet.fixed("heaped_least_g", level * HEAPED_LEAST, Origin.TYPICAL)
        sheet.fixed("heaped_most_g", level * HEAPED_MOST, Origin.TYPICAL)
        return answered(sheet, "heaped_least_g", "heaped_most_g")
    amount = sheet["product_g"]
    count = sheet.then("sum_scoops", "count", amount / sheet["scoop_g"])
    whole = floor(count + 1e-9)
    rest_g = (count - whole) * one
    small_g = sheet.plain("small_ml") * sheet.plain("density_g_ml")
    sheet.fixed("whole_scoops", float(whole), Origin.COMPUTED)
    small = round(rest_g / small_g * SMALL_PARTS) / SMALL_PARTS
    sheet.fixed("small_scoops", small, Origin.COMPUTED)
    return answered(sheet, "whole_scoops", "small_scoops")


def sums(catalogue: Catalogue) -> tuple[Sum, ...]:
    """Return the sums of feeds in water and of scoops.

    Parameters
    ----------
    catalogue : Catalogue
        What materials conduct.

    Returns
    -------
    tuple of Sum
        In order.
    """
    return (*_SUMS, _conducts(catalogue))


_COUNTED_PCT = Blank("counted_pct", "percent", 10.0, least=0.01, most=100)
_PRINTED_AS = Blank("printed_as", "choice", "as_wanted", choices=_PRINTED)
_INTO = Blank("into_l", "volume", least=0.001)
_OWN = Blank("own_mg_l", "strength", 0.0, most=2000)
_FEED = Blank("feed_mg_l", "strength", least=1e-3, most=1e6)
_SCOOP = Blank("scoop_ml", "scoop", 15.0, least=0.05, most=1e4)
_DENSITY = Blank("density_g_ml", "density", 1.0, least=0.05, most=3)
_COUNT = Blank("count", "count", 1.0, least=0.01, most=1e4)
_RATIO = Blank("ratio", "count", 100.0, least=0.01, most=2000)
_WAY = Blank("said", "choice", "to_n_parts", choices=_SAID)

_SUMS: tuple[Sum, ...] = (
    Sum("strength", "cans", (
        Blank("product_g", "mass", most=1e6), _COUNTED_PCT, _PRINTED_AS, _INTO, _OWN, _FEED,
    ), ("product_g", "feed_mg_l", "into_l"), _strength),
    Sum("can_scoops", "cans", (
        _COUNT, _SCOOP, _DENSITY, _COUNTED_PCT, _PRINTED_AS, _INTO, _OWN, _FEED,
    ), ("count", "feed_mg_l"), _can_scoops),
    Sum("in_a_litre", "cans", (
        Blank("product_g", "mass", most=1e6), *BAG, _INTO, Blank("n_mg_l", "strength"),
    ), ("n_mg_l",), _each_nutrient),
    Sum("part_of_label", "cans", (
        Blank("part_pct", "percent", 50.0, least=0.1, most=200),
        Blank("label_g", "mass", most=1e5), Blank("label_water_l", "volume", least=0.001), _INTO,
        Blank("product_g", "mass"),
    ), ("product_g",), _part_of_label),
    Sum("stock", "cans", (
        Blank("stock_g_l", "solution", most=2000), _RATIO, _WAY,
        Blank("feed_g_l", "solution", least=1e-6, most=2000),
    ), ("stock_g_l", "feed_g_l"), _stock),
    Sum("lasts", "cans", (
        Blank("stock_l", "volume", least=1e-4), _RATIO, _WAY,
        Blank("week_l", "volume", least=1e-4), Blank("lasts_days", "span"),
    ), ("lasts_days",), _lasts),
    Sum("draw", "cans", (
        Blank("ran_l", "volume", least=1e-4), Blank("drawn_l", "volume", least=1e-6), _RATIO,
        Blank("stronger_pct", "percent", least=-100),
    ), ("stronger_pct",), _draw),
    Sum("scoops", "scoops", (
        _COUNT, _SCOOP, _DENSITY, Blank("small_ml", "scoop", 5.0, least=0.05, most=1e4),
        Blank("product_g", "mass"),
    ), ("product_g", "count", "density_g_ml"), _scoops, aside=("small_ml",)),
)  # fmt: skip
