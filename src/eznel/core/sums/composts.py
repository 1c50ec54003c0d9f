"""Sums of compost and manure: how much for a want, and what comes free by warmth and by year.

What comes free follows a first-order course that doubles its pace with every 10 °C.
"""

from math import e

from eznel.core.products.release import ORGANIC_K_25C, rule_share
from eznel.core.sums.sheet import Answer, Blank, Sheet, Sum, answered, percent
from eznel.core.working import Origin

_BASES = ("dry", "fresh")
"""A laboratory prints nitrogen of the dry part, or of the heap as it lies."""


def _compost(sheet: Sheet) -> Answer:
    """The water in it holds no nitrogen: what is printed of the dry part counts for that part."""
    if sheet.said["basis"] == "dry":
        printed = sheet["dry_matter_pct"] / 100 * sheet["printed_n_pct"]
        sheet.then("sum_as_it_lies", "fresh_n_pct", printed)
        of_all = sheet.plain("dry_matter_pct") / 100
    else:
        sheet.fixed("fresh_n_pct", sheet.plain("printed_n_pct"), Origin.LAB)
        of_all = 1.0
    available = sheet["fresh_n_pct"] / 100 * sheet["share_pct"] / 100
    if sheet.asked == "compost_g":
        wanted = sheet["available_g_m2"] * sheet["area_m2"]
        amount = sheet.then("sum_compost", "compost_g", wanted / available)
    else:
        amount = sheet["compost_g"]
        sheet.then("sum_available", "available_g_m2", amount * available / sheet["area_m2"])
    sheet.fixed("total_n_g", amount * sheet.plain("fresh_n_pct") / 100, Origin.COMPUTED)
    each = amount / sheet.plain("area_m2") * of_all / 100
    for name in ("p2o5", "k2o"):
        along = each * sheet.plain(f"printed_{name}_pct")
        sheet.fixed(f"{name}_g_m2", along, Origin.COMPUTED)
    return answered(sheet, "total_n_g", "p2o5_g_m2", "k2o_g_m2")


def _first_share(sheet: Sheet) -> Answer:
    """By the rule for manures and meals; composts give less, and other meals what they are."""
    share = rule_share(
        n_pct=sheet.plain("n_pct"),
        dry_matter_pct=sheet.plain("dry_matter_pct"),
        dry_matter_origin=Origin.TYPED,
    )
    sheet.follow(share, "works")
    sheet.then("sum_effective", "share_pct", sheet["works"] * 100)
    return answered(sheet)


def _freed(sheet: Sheet) -> Answer:
    """Of the part that a season breaks down, as much as so many days so warm have freed."""
    sheet.fixed("pace", ORGANIC_K_25C, Origin.TYPICAL)
    faster = 2 ** ((sheet["mean_c"] - 25) / 10)
    days = sheet["since_days"] * faster
    sheet.then("sum_warm_days", "days_at_25", days)
    breaks = sheet["organic_g_m2"] * sheet["share_pct"] / 100
    freed = breaks * (1 - e ** -(sheet["pace"] * sheet["days_at_25"]))
    sheet.then("sum_freed", "freed_g_m2", freed)
    return answered(sheet)


def _by_year(sheet: Sheet) -> Answer:
    """The same every year: this year's first share, and a later share of all that is left."""
    first, later = sheet["share_pct"] / 100, sheet["later_pct"] / 100
    years = sheet["years"]
    old = (1 - first) * (1 - (1 - later) ** (years - 1))
    sheet.then("sum_by_year", "freed_g_m2", sheet["organic_g_m2"] * (first + old))
    alone = sheet.plain("organic_g_m2") * first
    sheet.fixed("first_year_g_m2", alone, Origin.COMPUTED)
    sheet.fixed("older_g_m2", sheet.plain("freed_g_m2") - alone, Origin.COMPUTED)
    return answered(sheet, "first_year_g_m2", "older_g_m2")


_ORGANIC = Blank("organic_g_m2", "rate", most=1000)
_FREED = Blank("freed_g_m2", "rate")

SUMS: tuple[Sum, ...] = (
    Sum("compost", "compost", (
        Blank("compost_g", "bulk"), percent("dry_matter_pct", 50.0, 1), percent("printed_n_pct",
        1.5, 0.01, 20), Blank("basis", "choice", "dry", choices=_BASES),
        percent("share_pct", 10.0, 0.1), Blank("area_m2", "area", least=1e-3),
        Blank("available_g_m2", "rate", most=1000), percent("printed_p2o5_pct", 0.8, most=40),
        percent("printed_k2o_pct", 1.2, most=40),
    ), ("compost_g", "available_g_m2"), _compost,
        aside=("printed_p2o5_pct", "printed_k2o_pct")),
    Sum("first_share", "compost", (
        percent("n_pct", 2.5, 0.01, 20), percent("dry_matter_pct", 90.0, 1), percent("share_pct"),
    ), ("share_pct",), _first_share),
    Sum("freed", "compost", (
        _ORGANIC, percent("share_pct", 50.0), Blank("since_days", "span", 60.0, most=3000),
        Blank("mean_c", "temperature", 15.0, least=0, most=45), _FREED,
    ), ("freed_g_m2",), _freed),
    Sum("by_year", "compost", (
        _ORGANIC, Blank("years", "count", 3.0, least=1, most=100), percent("share_pct", 15.0),
        percent("later_pct", 5.0), _FREED,
    ), ("freed_g_m2",), _by_year),
)  # fmt: skip
