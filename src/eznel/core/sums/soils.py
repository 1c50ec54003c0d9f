"""Sums of soil: compost, lime, what a report's numbers come to, what a bed takes and gives."""

from math import ceil

from eznel.core.document import Product
from eznel.core.errors import Impossible
from eznel.core.nutrients import ATOMIC_WEIGHT, CACO3
from eznel.core.products.fertiliser import Fertiliser
from eznel.core.products.liming import effective_share
from eznel.core.soil.units import CHARGE, mg_per_cmol
from eznel.core.sums.sheet import NO_GARDEN, Answer, Blank, Sheet, Sum, answered
from eznel.core.working import Origin

MGCO3 = ATOMIC_WEIGHT["Mg"] + ATOMIC_WEIGHT["C"] + 3 * ATOMIC_WEIGHT["O"]
"""Of magnesium carbonate. [g/mol]"""

_CATIONS = tuple(CHARGE)


def _compost(sheet: Sheet) -> Answer:
    """On dry basis, as laboratories print it: the water in it holds no nitrogen."""
    dry = sheet["dry_matter_pct"] / 100 * sheet["dry_n_pct"] / 100
    available = dry * sheet["share_pct"] / 100
    if sheet.asked == "compost_g":
        wanted = sheet["available_g_m2"] * sheet["area_m2"]
        sheet.then("sum_compost", "compost_g", wanted / available)
    else:
        given = sheet["compost_g"] * available / sheet["area_m2"]
        sheet.then("sum_available", "available_g_m2", given)
    all_n = sheet.plain("compost_g") * dry
    sheet.fixed("total_n_g", all_n, Origin.COMPUTED)
    return answered(sheet, "total_n_g")


def _carbonates(sheet: Sheet) -> Answer:
    """Magnesium carbonate is lighter, so a gram of it neutralises more than one of chalk."""
    sheet.fixed("magnesium_worth", CACO3 / MGCO3)
    whole = sheet["caco3_pct"] + sheet["mgco3_pct"] * sheet["magnesium_worth"]
    sheet.then("sum_carbonates", "cce_pct", whole)
    return answered(sheet)


def _sieves(sheet: Sheet) -> Answer:
    if sheet.plain("fine_60_pct") > sheet.plain("fine_20_pct"):
        raise Impossible("fine_60_pct", "sum_sieves")
    liming = {
        "cce_pct": sheet.plain("cce_pct"),
        "passing_20_mesh_pct": sheet.plain("fine_20_pct"),
        "passing_60_mesh_pct": sheet.plain("fine_60_pct"),
    }
    lime = {"id": NO_GARDEN, "name": "lime", "form": "granular", "declared": [], "liming": liming}
    share = effective_share(Fertiliser(Product.model_validate(lime), None))
    sheet.follow(share, "works")
    sheet.then("sum_effective", "effective_pct", sheet["works"] * 100)
    return answered(sheet)


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


def _in_layer(sheet: Sheet) -> Answer:
    """A layer's soil weighs its depth times its density; a report's number is of that mass."""
    if sheet.asked == "soil_g_m2":
        there = sheet["mg_kg"] * sheet["depth_m"] * sheet["density_g_ml"]
        sheet.then("sum_in_layer", "soil_g_m2", there)
    else:
        each = sheet["soil_g_m2"] / (sheet["depth_m"] * sheet["density_g_ml"])
        sheet.then("sum_from_layer", "mg_kg", each)
    return answered(sheet)


def _charge(sheet: Sheet) -> Answer:
    sheet.fixed("mg_per_cmol", mg_per_cmol(sheet.said["cation"]))
    if sheet.asked == "cmol_kg":
        sheet.then("as_cmol", "cmol_kg", sheet["mg_kg"] / sheet["mg_per_cmol"])
    else:
        sheet.then("sum_as_mg", "mg_kg", sheet["cmol_kg"] * sheet["mg_per_cmol"])
    return answered(sheet)


def _capacity(sheet: Sheet) -> Answer:
    names = []
    for cation in ("Ca", "Mg", "K", "Na"):
        low = cation.lower()
        sheet.fixed("mg_kg", sheet.plain(f"{low}_mg_kg"), Origin.TYPED)
        sheet.fixed("mg_per_cmol", mg_per_cmol(cation))
        sheet.then("as_cmol", f"{low}_cmol", sheet["mg_kg"] / sheet["mg_per_cmol"])
        names.append(low)
    whole = sum(sheet[f"{low}_cmol"] for low in names) + sheet["acid_cmol"]
    cec = sheet.then("cec_by_sum", "sum_cmol_kg", whole)
    if cec == 0:
        raise Impossible("ca_mg_kg", "sum_zero")
    for low in names:
        sheet.fixed(f"{low}_share_pct", sheet.plain(f"{low}_cmol") / cec * 100, Origin.COMPUTED)
    return answered(sheet, *(f"{low}_share_pct" for low in names))


def _balance(sheet: Sheet) -> Answer:
    """What is taken up less what comes by itself, by the share of a feed that is caught."""
    lacking = max(sheet["uptake_g_m2"] - sheet["supply_g_m2"], 0)
    sheet.then("sum_balance", "feed_g_m2", lacking / sheet["recovery_pct"] * 100)
    return answered(sheet)


def _removed(sheet: Sheet) -> Answer:
    sheet.then("removal", "removed_g_m2", sheet["yield_kg_m2"] * sheet["removed_g_kg"])
    return answered(sheet)


def _share(name: str, usual: float | None = None, least: float = 0.0, most: float = 100) -> Blank:
    return Blank(name, "percent", usual, least=least, most=most)


_DENSITY = Blank("density_g_ml", "density", 1.33, least=0.05, most=2.5)
_DEPTH = Blank("depth_m", "depth", 0.15, least=0.005, most=2)
_MG_KG = Blank("mg_kg", "soil", most=1e5)

SUMS: tuple[Sum, ...] = (
    Sum("compost", "compost", (
        Blank("compost_g", "bulk"), _share("dry_matter_pct", 50.0, 1), _share("dry_n_pct", 1.5,
        0.01, 20), _share("share_pct", 10.0, 0.1), Blank("area_m2", "area", least=1e-3),
        Blank("available_g_m2", "rate", most=1000),
    ), ("compost_g", "available_g_m2"), _compost),
    Sum("carbonates", "ph", (
        _share("caco3_pct"), _share("mgco3_pct", 0.0), _share("cce_pct", most=200),
    ), ("cce_pct",), _carbonates),
    Sum("sieves", "ph", (
        _share("cce_pct", 95.0, 1, 180), _share("fine_20_pct", 100.0), _share("fine_60_pct", 80.0),
        _share("effective_pct"),
    ), ("effective_pct",), _sieves),
    Sum("lime", "ph", (
        Blank("pure_g_m2", "rate", most=5000), Blank("area_m2", "area", least=1e-3),
        _share("effective_pct", 90.0, 1, 180),
        Blank("most_g_m2", "rate", 250.0, least=1, most=5000), Blank("product_g", "bulk"),
    ), ("product_g", "pure_g_m2"), _lime),
    Sum("in_layer", "reports", (_MG_KG, _DEPTH, _DENSITY, Blank("soil_g_m2", "rate", most=1e4)),
        ("soil_g_m2", "mg_kg"), _in_layer),
    Sum("charge", "reports", (
        _MG_KG, Blank("cation", "choice", "K", choices=_CATIONS),
        Blank("cmol_kg", "charge", most=500),
    ), ("cmol_kg", "mg_kg"), _charge),
    Sum("capacity", "reports", (
        Blank("ca_mg_kg", "soil", most=1e5), Blank("mg_mg_kg", "soil", most=1e5),
        Blank("k_mg_kg", "soil", most=1e5), Blank("na_mg_kg", "soil", 0.0, most=1e5),
        Blank("acid_cmol", "charge", 0.0, most=100), Blank("sum_cmol_kg", "charge"),
    ), ("sum_cmol_kg",), _capacity),
    Sum("balance", "balances", (
        Blank("uptake_g_m2", "rate", most=500), Blank("supply_g_m2", "rate", 0.0, most=500),
        _share("recovery_pct", 60.0, 1), Blank("feed_g_m2", "rate"),
    ), ("feed_g_m2",), _balance),
    Sum("removed", "balances", (
        Blank("yield_kg_m2", "yield", most=100), Blank("removed_g_kg", "content", most=100),
        Blank("removed_g_m2", "rate"),
    ), ("removed_g_m2",), _removed),
)  # fmt: skip
