"""Sums of one bag: some of it on some ground, for several wants, by its label, its price."""

import re

from eznel.core.errors import Impossible
from eznel.core.nutrients import element_of
from eznel.core.quantities import factor
from eznel.core.reference import GRADE
from eznel.core.sums.sheet import Answer, Blank, Sheet, Sum, answered
from eznel.core.working import Origin

RICH_N_G_M2 = 25.0
"""More nitrogen than hungry crops get in a whole season. [g/m²]"""

COUNTED = ("N", "P2O5", "P", "K2O", "K")
SHORT = {"N": "n", "P2O5": "p2o5", "P": "p", "K2O": "k2o", "K": "k"}
MEANS = ("oxide", "element")
_GRADE = re.compile(r"\d+(?:[.,]\d+)?")


def shares(grade: str, means: str, field: str = "grade") -> dict[str, float]:
    """Return what three numbers declare, counted as oxides and as elements.

    Parameters
    ----------
    grade : str
        Like "10-10-10".
    means : str
        "oxide" or "element": what the second and third are of.
    field : str
        Where they were typed.

    Returns
    -------
    dict of str to float
        By N, P2O5, P, K2O and K. [%]

    Raises
    ------
    Impossible
        When they are not three, or more than a hundred together.
    """
    if not re.match(GRADE, grade.strip()):
        raise Impossible(field, "grade_unread", grade=grade)
    n, p, k = (float(one.replace(",", ".")) for one in _GRADE.findall(grade))
    if n + p + k > 100:
        raise Impossible(field, "grade_unread", grade=grade)
    (_, of_p), (_, of_k) = element_of("P2O5"), element_of("K2O")
    if means == "oxide":
        return {"N": n, "P2O5": p, "P": p * of_p, "K2O": k, "K": k * of_k}
    return {"N": n, "P2O5": p / of_p, "P": p, "K2O": k / of_k, "K": k}


def brought(sheet: Sheet, held: dict[str, float], each_g: float) -> tuple[str, ...]:
    """Put down what so much of a bag on each square metre brings, counted in both ways.

    Parameters
    ----------
    sheet : Sheet
        Where it goes.
    held : dict of str to float
        What the bag holds of each. [%]
    each_g : float
        Of the bag, on a square metre. [g]

    Returns
    -------
    tuple of str
        What the numbers are called.
    """
    names = []
    for counted, pct in held.items():
        if pct:
            names.append(f"{SHORT[counted]}_g_m2")
            sheet.fixed(names[-1], each_g * pct / 100, Origin.COMPUTED)
    if "n_g_m2" in names and sheet.plain("n_g_m2") > RICH_N_G_M2:
        sheet.fixed("most_g_m2", RICH_N_G_M2, Origin.TYPICAL)
        sheet.note("sum_rich", "counted_g_m2", "n_g_m2", "most_g_m2")
    return tuple(names)


def _on_ground(sheet: Sheet) -> Answer:
    held = shares(sheet.said["grade"], sheet.said["means"])
    counted = sheet.said["nutrient"]
    if held[counted] == 0:
        raise Impossible("nutrient", "bag_has_none", nutrient=counted)
    pct = sheet.fixed("counted_pct", held[counted], Origin.LABEL)
    if sheet.asked == "product_g":
        whole = sheet.then("sum_wanted", "counted_g", sheet["counted_g_m2"] * sheet["area_m2"])
        sheet.then("sum_product", "product_g", sheet["counted_g"] / sheet["counted_pct"] * 100)
        amount, area = whole / pct * 100, sheet.plain("area_m2")
    else:
        amount = sheet["product_g"]
        sheet.then("sum_brought", "counted_g", amount * pct / 100)
        if sheet.asked == "area_m2":
            each = sheet["counted_g"] / sheet["counted_g_m2"]
            area = sheet.then("sum_reaches", "area_m2", each)
        else:
            area = sheet["area_m2"]
            sheet.then("sum_spread", "counted_g_m2", sheet["counted_g"] / area)
    names = brought(sheet, held, amount / area)
    return answered(sheet, *_elsewhere(sheet, amount * pct / 100 / area), *names)


def _elsewhere(sheet: Sheet, each_g: float) -> tuple[str, ...]:
    """The rate as recommendations elsewhere write it. [g/m²]"""
    for name, unit in (("per_1000_lb", "lb/1000ft2"), ("per_acre_lb", "lb/acre"),
                       ("per_ha_kg", "kg/ha")):  # fmt: skip
        sheet.fixed(name, each_g * factor("g/m2", unit), Origin.COMPUTED)
    return "per_1000_lb", "per_acre_lb", "per_ha_kg"


def _for_all(sheet: Sheet) -> Answer:
    """The amount that each want alone would take: the least of them exceeds none, the most meets
    all. A want of nothing does not count."""
    held = shares(sheet.said["grade"], sheet.said["means"])
    area = sheet.plain("area_m2")
    wants = [(one, sheet.plain(f"{SHORT[one]}_g_m2")) for one in ("N", "P2O5", "K2O")]
    wanted = [(one, want) for one, want in wants if want > 0]
    lacking = [one for one, _ in wanted if held[one] == 0]
    if not wanted:
        raise Impossible("n_g_m2", "sum_blank")
    if lacking and sheet.asked == "least_g":
        raise Impossible("grade", "bag_has_none", nutrient=lacking[0])
    possible = sorted(
        ((want * area / held[one] * 100, one, want) for one, want in wanted if held[one]),
        reverse=sheet.asked == "most_g",
    )
    if not possible:
        raise Impossible("grade", "bag_has_none", nutrient=lacking[0])
    for _, one, want in possible:  # the one that decides comes last
        sheet.fixed("counted_g_m2", want, Origin.TYPED)
        sheet.fixed("counted_pct", held[one], Origin.LABEL)
        parts = sheet["counted_g_m2"] * sheet["area_m2"] / sheet["counted_pct"] * 100
        amount = sheet.then("sum_for_one", sheet.asked, parts)
    return answered(sheet, *brought(sheet, held, amount / area))


def _row(sheet: Sheet) -> Answer:
    if sheet.asked == "product_g":
        each = sheet["label_g"] / sheet["per_row_m"]
        sheet.then("sum_row", "product_g", each * sheet["row_m"])
    else:
        reach = sheet["product_g"] / sheet["label_g"] * sheet["per_row_m"]
        sheet.then("sum_row_reaches", "row_m", reach)
    return answered(sheet)


def _label_area(sheet: Sheet) -> Answer:
    if sheet.asked == "product_g":
        each = sheet["label_g"] / sheet["per_area_m2"]
        sheet.then("sum_label_area", "product_g", each * sheet["area_m2"])
    else:
        reach = sheet["product_g"] / sheet["label_g"] * sheet["per_area_m2"]
        sheet.then("sum_label_reaches", "area_m2", reach)
    return answered(sheet)


def _per_plant(sheet: Sheet) -> Answer:
    """A rate for ground, for the ground that a plant has by its spacing."""
    ground = sheet["in_row_m"] * sheet["between_rows_m"]
    sheet.then("plant_area_rows", "plant_area_m2", ground)
    if sheet.asked == "plant_g":
        each = sheet.then("sum_plant_share", "plant_g", sheet["rate_g_m2"] * sheet["plant_area_m2"])
    else:
        each = sheet.plain("plant_g")
        sheet.then("sum_plant_rate", "rate_g_m2", sheet["plant_g"] / sheet["plant_area_m2"])
    sheet.fixed("all_plants_g", each * sheet.plain("plants"), Origin.COMPUTED)
    return answered(sheet, "all_plants_g")


def _price(sheet: Sheet) -> Answer:
    each = sheet["price"] / (sheet["pack_g"] * sheet["counted_pct"] / 100) * 100
    sheet.then("sum_price", "price_100g", each)
    return answered(sheet)


def _dearer(sheet: Sheet) -> Answer:
    one = sheet["price"] / (sheet["pack_g"] * sheet["counted_pct"] / 100) * 100
    sheet.then("sum_price", "price_100g", one)
    two = sheet["price_2"] / (sheet["pack_2_g"] * sheet["counted_2_pct"] / 100) * 100
    sheet.then("sum_price_2", "price_2_100g", two)
    sheet.then("sum_dearer", "times_dearer", sheet["price_2_100g"] / sheet["price_100g"])
    return answered(sheet, "price_100g", "price_2_100g")


BAG = (
    Blank("grade", "grade", "10-10-10"),
    Blank("means", "choice", "oxide", choices=MEANS),
)
_AREA = Blank("area_m2", "area", least=0.001, most=1e5)


def _rate(name: str, usual: float | None = None, least: float = 0.0) -> Blank:
    return Blank(name, "rate", usual, least=least, most=1000)


SUMS: tuple[Sum, ...] = (
    Sum("bag", "bags", (
        Blank("product_g", "mass", most=1e6), *BAG, _AREA,
        _rate("counted_g_m2", least=1e-6), Blank("nutrient", "choice", "N", choices=COUNTED),
    ), ("product_g", "counted_g_m2", "area_m2"), _on_ground),
    Sum("bag_for_all", "bags", (
        Blank("most_g", "mass"), *BAG, _AREA, _rate("n_g_m2", 0.0), _rate("p2o5_g_m2", 0.0),
        _rate("k2o_g_m2", 0.0), Blank("least_g", "mass"),
    ), ("most_g", "least_g"), _for_all, results=("most_g", "least_g")),
    Sum("row", "bags", (
        Blank("label_g", "mass", most=1e5), Blank("per_row_m", "length", least=0.01, most=1000),
        Blank("row_m", "length", least=0.01, most=1e4), Blank("product_g", "mass", most=1e6),
    ), ("product_g", "row_m"), _row),
    Sum("label_area", "bags", (
        Blank("label_g", "mass", most=1e5), Blank("per_area_m2", "area", 1.0, least=1e-3, most=1e5),
        _AREA, Blank("product_g", "mass", most=1e6),
    ), ("product_g", "area_m2"), _label_area),
    Sum("per_plant", "bags", (
        _rate("rate_g_m2"), Blank("in_row_m", "gap", least=0.005, most=10),
        Blank("between_rows_m", "gap", least=0.005, most=10), Blank("plant_g", "mass", most=1e4),
        Blank("plants", "count", 1.0, least=1, most=1e5),
    ), ("plant_g", "rate_g_m2"), _per_plant, aside=("plants",)),
    Sum("price", "money", (
        Blank("price", "price", most=1e5), Blank("pack_g", "bulk", least=1),
        Blank("counted_pct", "percent", 10.0, least=0.01, most=100), Blank("price_100g", "price"),
    ), ("price_100g",), _price),
    Sum("dearer", "money", (
        Blank("price", "price", most=1e5), Blank("pack_g", "bulk", least=1),
        Blank("counted_pct", "percent", 10.0, least=0.01, most=100),
        Blank("price_2", "price", most=1e5), Blank("pack_2_g", "bulk", least=1),
        Blank("counted_2_pct", "percent", 10.0, least=0.01, most=100),
        Blank("times_dearer", "count"),
    ), ("times_dearer",), _dearer),
)  # fmt: skip
