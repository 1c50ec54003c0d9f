"""Sums of lime: what it is worth, how fine it is, how much of it; ash, and gypsum for sodium."""

from math import ceil

from eznel.core.errors import Impossible
from eznel.core.nutrients import ATOMIC_WEIGHT, CACO3
from eznel.core.products.liming import SIEVED
from eznel.core.sums.sheet import Answer, Blank, Sheet, Sum, answered, percent
from eznel.core.working import Level, Origin

MGCO3 = ATOMIC_WEIGHT["Mg"] + ATOMIC_WEIGHT["C"] + 3 * ATOMIC_WEIGHT["O"]
"""Of magnesium carbonate. [g/mol]"""
GYPSUM_G_CMOL = (
    ATOMIC_WEIGHT["Ca"] + ATOMIC_WEIGHT["S"] + 6 * ATOMIC_WEIGHT["O"] + 4 * ATOMIC_WEIGHT["H"]
) / 200
"""Gypsum with its water whose calcium takes the place of a centimole of charge. [g/cmol]"""
GYPSUM_AT_ONCE_G_M2 = 250.0
"""More at once is brought in parts. [g/m²]"""
ASH_AT_ONCE_G_M2 = 100.0
"""Ash is caustic and salty: advisers give no more in a year. [g/m²]"""


def _carbonates(sheet: Sheet) -> Answer:
    """Magnesium carbonate is lighter, so a gram of it neutralises more than one of chalk."""
    sheet.fixed("magnesium_worth", CACO3 / MGCO3)
    whole = sheet["caco3_pct"] + sheet["mgco3_pct"] * sheet["magnesium_worth"]
    sheet.then("sum_carbonates", "cce_pct", whole)
    return answered(sheet)


def _sieves(sheet: Sheet) -> Answer:
    """By what passes two sieves; each country's rule has its own pair and its own shares."""
    if sheet.plain("fine_pct") > sheet.plain("wide_pct"):
        raise Impossible("fine_pct", "sum_sieves")
    rule = SIEVED[sheet.said["sieves"]]
    for name, share in zip(("fine_works", "middle_works", "coarse_works"), rule, strict=True):
        sheet.fixed(name, share)
    works = sheet["fine_pct"] * sheet["fine_works"]
    works += (sheet["wide_pct"] - sheet["fine_pct"]) * sheet["middle_works"]
    works += (100 - sheet["wide_pct"]) * sheet["coarse_works"]
    sheet.then("sum_fineness", "fineness_pct", works)
    sheet.then("sum_worth", "effective_pct", sheet["cce_pct"] * sheet["fineness_pct"] / 100)
    return answered(sheet, "fineness_pct")


def _lime(sheet: Sheet) -> Answer:
    """Of fine, pure carbonate to a product of its own worth; in equal parts under a limit."""
    works = sheet["effective_pct"] / 100
    if sheet.asked == "pure_g_m2":
        sheet.then("sum_lime_worth", "pure_g_m2", sheet["product_g"] * works / sheet["area_m2"])
        return answered(sheet)
    whole = sheet["pure_g_m2"] * sheet["area_m2"] / works
    sheet.then("sum_lime", "product_g", whole)
    times = max(ceil(whole / sheet.plain("area_m2") / sheet.plain("most_g_m2") - 1e-9), 1)
    sheet.fixed("goes", float(times), Origin.COMPUTED)
    sheet.fixed("each_time_g", whole / times, Origin.COMPUTED)
    return answered(sheet, "goes", "each_time_g")


def _ash(sheet: Sheet) -> Answer:
    """As lime it is worth less than chalk, and it brings potash."""
    whole = sheet["pure_g_m2"] * sheet["area_m2"] / (sheet["cce_pct"] / 100)
    sheet.then("sum_ash", "ash_g", whole)
    each = sheet.fixed("ash_g_m2", whole / sheet.plain("area_m2"), Origin.COMPUTED)
    sheet.fixed("k2o_g_m2", each * sheet.plain("k2o_pct") / 100, Origin.COMPUTED)
    if each > ASH_AT_ONCE_G_M2:
        sheet.fixed("most_g_m2", ASH_AT_ONCE_G_M2, Origin.TYPICAL)
        sheet.note("sum_much_ash", "pure_g_m2", "ash_g_m2", "most_g_m2", level=Level.WARNING)
    return answered(sheet, "ash_g_m2", "k2o_g_m2")


def _gypsum(sheet: Sheet) -> Answer:
    """Calcium for sodium, charge by charge, in the layer; what is freed has to be washed out."""
    if sheet["sodium_pct"] <= sheet["sodium_then_pct"]:
        raise Impossible("sodium_then_pct", "sum_sodium_is_less")
    share = (sheet["sodium_pct"] - sheet["sodium_then_pct"]) / 100
    sheet.then("sum_sodium_out", "out_cmol_kg", sheet["cec_cmol_kg"] * share)
    sheet.then("sum_soil_under", "soil_kg_m2", sheet["depth_m"] * sheet["density_g_ml"] * 1000)
    sheet.fixed("gypsum_g_cmol", GYPSUM_G_CMOL)
    pure = sheet["out_cmol_kg"] * sheet["soil_kg_m2"] * sheet["gypsum_g_cmol"]
    each = sheet.then("sum_gypsum_pure", "pure_g_m2", pure)
    whole = sheet["pure_g_m2"] * sheet["area_m2"] / (sheet["purity_pct"] / 100)
    sheet.then("sum_gypsum", "gypsum_g", whole)
    times = max(ceil(each / GYPSUM_AT_ONCE_G_M2 - 1e-9), 1)
    sheet.fixed("goes", float(times), Origin.COMPUTED)
    sheet.fixed("each_time_g", whole / times, Origin.COMPUTED)
    return answered(sheet, "pure_g_m2", "goes", "each_time_g")


_AREA = Blank("area_m2", "area", least=1e-3)
_PURE = Blank("pure_g_m2", "rate", most=5000)

SUMS: tuple[Sum, ...] = (
    Sum("carbonates", "ph", (
        percent("caco3_pct"), percent("mgco3_pct", 0.0), percent("cce_pct", most=200),
    ), ("cce_pct",), _carbonates),
    Sum("sieves", "ph", (
        percent("cce_pct", 95.0, 1, 180), Blank("sieves", "choice", "20/60 mesh",
        choices=tuple(SIEVED)), percent("wide_pct", 100.0), percent("fine_pct", 80.0),
        percent("effective_pct"),
    ), ("effective_pct",), _sieves),
    Sum("lime", "ph", (
        _PURE, _AREA, percent("effective_pct", 90.0, 1, 180),
        Blank("most_g_m2", "rate", 250.0, least=1, most=5000), Blank("product_g", "bulk"),
    ), ("product_g", "pure_g_m2"), _lime, aside=("most_g_m2",)),
    Sum("ash", "ph", (
        _PURE, _AREA, percent("cce_pct", 45.0, 1, 180), percent("k2o_pct", 5.0, most=60),
        Blank("ash_g", "bulk"),
    ), ("ash_g",), _ash, aside=("k2o_pct",)),
    Sum("gypsum", "ph", (
        percent("sodium_pct"), Blank("cec_cmol_kg", "charge", 15.0, least=0.1, most=200),
        percent("sodium_then_pct", 5.0), Blank("depth_m", "depth", 0.15, least=0.005, most=2),
        Blank("density_g_ml", "density", 1.33, least=0.05, most=2.5), _AREA,
        percent("purity_pct", 90.0, 1), Blank("gypsum_g", "bulk"),
    ), ("gypsum_g",), _gypsum),
)  # fmt: skip
