"""Sums of two or three bags: exact by equations, in whole scoops, or for the least money."""

import numpy as np

from eznel.core.blend import MOST_MEASURES, Item, blend
from eznel.core.errors import Impossible
from eznel.core.nutrients import Amounts, element_of
from eznel.core.solving import Patience, solve
from eznel.core.sums.bags import BAG, COUNTED, SHORT, brought, shares
from eznel.core.sums.sheet import Answer, Blank, Sheet, Sum, answered
from eznel.core.working import Origin

FAR_OFF_PCT = 10.0
"""So far below a want a mix of whole scoops is worth a word. [%]"""

_WANTED = ("N", "P2O5", "K2O")
_AMOUNTS = ("first_bag_g", "second_bag_g", "third_bag_g")
_SHARES = ("first_pct", "second_pct", "third_pct")
_COUNTS = ("first_scoops", "second_scoops", "third_scoops")
_SCOOPS_G = ("scoop_1_g", "scoop_2_g", "scoop_3_g")
_PRICED = ("price", "price_2", "price_3"), ("pack_g", "pack_2_g", "pack_3_g")
_GRADES = ("grade", "grade_2", "grade_3")
_AT_ONCE = Patience(5.0, 0.0)


def _cross(sheet: Sheet) -> float:
    """How far two bags differ in their ratio of the two nutrients; nothing where they do not."""
    straight = sheet["first_n_pct"] * sheet["second_other_pct"]
    return straight - sheet["second_n_pct"] * sheet["first_other_pct"]


def _two(sheet: Sheet) -> Answer:
    """Two bags that bring two wants exactly, by the two equations they make."""
    one = shares(sheet.said["grade"], sheet.said["means"])
    two = shares(sheet.said["grade_2"], sheet.said["means"], "grade_2")
    other, area = sheet.said["counted_2"], sheet.plain("area_m2")
    sheet.fixed("first_n_pct", one["N"], Origin.LABEL)
    sheet.fixed("second_n_pct", two["N"], Origin.LABEL)
    sheet.fixed("first_other_pct", one[other], Origin.LABEL)
    sheet.fixed("second_other_pct", two[other], Origin.LABEL)
    if abs(_cross(sheet)) < 1e-9:
        raise Impossible("grade_2", "sum_same_ratio")
    top = sheet["other_g_m2"] * sheet["first_n_pct"] - sheet["n_g_m2"] * sheet["first_other_pct"]
    second = sheet.then(
        "sum_second_bag", "second_bag_g", 100 * sheet["area_m2"] * top / _cross(sheet)
    )
    top = sheet["n_g_m2"] * sheet["second_other_pct"] - sheet["other_g_m2"] * sheet["second_n_pct"]
    first = sheet.then("sum_first_bag", "first_bag_g", 100 * sheet["area_m2"] * top / _cross(sheet))
    if min(first, second) < -1e-9:
        raise Impossible("grade_2" if second < 0 else "grade", "sum_bags_miss")
    held = {key: (first * one[key] + second * two[key]) / area for key in COUNTED}
    names = brought(sheet, held, 1.0)
    return answered(sheet, "second_bag_g", *names)


def _held(sheet: Sheet) -> list[dict[str, float]]:
    """What each of three bags declares. [%]"""
    return [shares(sheet.said[one], sheet.said["means"], one) for one in _GRADES]


def _wants(sheet: Sheet, held: list[dict[str, float]]) -> list[float]:
    """The three wants for the whole ground; one that no bag holds is refused. [g]"""
    area = sheet.plain("area_m2")
    wants = [sheet.plain(f"{SHORT[one]}_g_m2") * area for one in _WANTED]
    for counted, want in zip(_WANTED, wants, strict=True):
        if want > 0 and not any(one[counted] for one in held):
            raise Impossible("grade", "bag_has_none", nutrient=counted)
    if not any(wants):
        raise Impossible("n_g_m2", "sum_blank")
    return wants


def _bringing(sheet: Sheet, held: list[dict[str, float]], grams: list[float]) -> tuple[str, ...]:
    """Take a step for each nutrient that shows what so much of three bags brings of it."""
    for name, amount in zip(_AMOUNTS, grams, strict=True):
        sheet.fixed(name, amount, Origin.COMPUTED)
    names = []
    for counted in _WANTED:
        for share, one in zip(_SHARES, held, strict=True):
            sheet.fixed(share, one[counted], Origin.LABEL)
        pairs = zip(_AMOUNTS, _SHARES, strict=True)
        whole = sum(sheet[amount] * sheet[share] for amount, share in pairs)
        names.append(f"{SHORT[counted]}_brought_g_m2")
        sheet.then("sum_three_bring", names[-1], whole / 100 / sheet["area_m2"])
    return tuple(names)


def _three(sheet: Sheet) -> Answer:
    """Three bags that bring three wants exactly, by the three equations they make."""
    held = _held(sheet)
    wants = _wants(sheet, held)
    parts = np.array([[one[counted] / 100 for one in held] for counted in _WANTED])
    if abs(np.linalg.det(parts)) < 1e-9:
        raise Impossible("grade_3", "sum_same_ratio")
    grams = [float(one) for one in np.linalg.solve(parts, np.array(wants))]
    for field, amount in zip(_GRADES, grams, strict=True):
        if amount < -1e-6:
            raise Impossible(field, "sum_bags_miss")
    names = _bringing(sheet, held, [max(one, 0.0) for one in grams])
    _told(sheet, _AMOUNTS)
    return answered(sheet, *(one for one in _AMOUNTS if one != sheet.asked), *names)


def _told(sheet: Sheet, names: tuple[str, ...]) -> None:
    """End with the one of several that is asked: the steps before have shown that it holds."""
    for name in names:
        if name == sheet.asked:
            sheet.fixed("found", sheet.plain(name), Origin.COMPUTED)
            sheet.then("sum_found", name, sheet["found"])


def _in_scoops(sheet: Sheet) -> Answer:
    """The mix that the plan would choose: each of up to twelve level scoops is looked at."""
    held, area = _held(sheet), sheet.plain("area_m2")
    wants, goes = _wants(sheet, held), sheet.plain("goes")
    n, p2o5, k2o = (want / goes for want in wants)
    need = Amounts(n, p2o5 * element_of("P2O5").share, k2o * element_of("K2O").share)
    scale = Amounts.of_each(lambda _: max(need.values))
    items = tuple(
        Item(at, sheet.plain(grams), Amounts(one["N"], one["P"], one["K"]) / 100)
        for at, (grams, one) in enumerate(zip(_SCOOPS_G, held, strict=True))
        if any(one.values())
    )
    best = blend(need, scale, items, ())[0].mix
    counts = dict(zip((one.product for one in items), best.counts, strict=True))
    for at, name in enumerate(_COUNTS):
        sheet.fixed(name, float(counts.get(at, 0)), Origin.COMPUTED)
    grams = [
        sheet.plain(count) * sheet.plain(scoop) * goes
        for count, scoop in zip(_COUNTS, _SCOOPS_G, strict=True)
    ]
    names = _bringing(sheet, held, grams)
    for name, want in zip(names, wants, strict=True):
        short = want / area - sheet.plain(name)
        if short > want / area * FAR_OFF_PCT / 100 and sum(best.counts) >= MOST_MEASURES - 1:
            sheet.fixed("scoops_most", float(MOST_MEASURES))
            sheet.note("sum_many_scoops", "goes", "scoops_most")
            break
    _told(sheet, _COUNTS)
    return answered(sheet, *(one for one in _COUNTS if one != sheet.asked), *names)


def _cheapest(sheet: Sheet) -> Answer:
    """The least money that meets every want; a bag counts by weight, not as a whole pack."""
    held = _held(sheet)
    wants = _wants(sheet, held)
    each = [sheet.plain(price) / sheet.plain(pack) for price, pack in zip(*_PRICED, strict=True)]
    rows = np.array([[-one[counted] / 100 for one in held] for counted in _WANTED])
    most = [max(wants) / max(max(one[c] for c in _WANTED), 0.01) * 1e4 for one in held]
    found = solve(
        np.array(each), rows, -np.array(wants), bounds=(np.zeros(3), np.array(most)),
        whole=np.zeros(3, dtype=int), patience=_AT_ONCE,
    )  # fmt: skip
    if found is None:
        raise Impossible("grade", "sum_bags_miss")
    names = _bringing(sheet, held, [max(float(one), 0.0) for one in found.x])
    cost = 0.0
    for amount, price, pack in zip(_AMOUNTS, *_PRICED, strict=True):
        cost += sheet[amount] * sheet[price] / sheet[pack]
    sheet.then("sum_cost", "cost", cost)
    return answered(sheet, *_AMOUNTS, *names)


_AREA = Blank("area_m2", "area", least=0.001, most=1e5)


def _rate(name: str, usual: float | None = None, least: float = 0.0) -> Blank:
    return Blank(name, "rate", usual, least=least, most=1000)


def _grade(name: str, usual: str) -> Blank:
    return Blank(name, "grade", usual)


def _scoop(name: str) -> Blank:
    return Blank(name, "mass", 15.0, least=0.01, most=1e5)


_THREE = (*BAG, _grade("grade_2", "0-46-0"), _grade("grade_3", "0-0-50"), _AREA)
_THREE_WANTS = (_rate("n_g_m2"), _rate("p2o5_g_m2"), _rate("k2o_g_m2"))

SUMS: tuple[Sum, ...] = (
    Sum("two_bags", "bags", (
        Blank("first_bag_g", "mass"), *BAG, _grade("grade_2", "0-0-50"), _AREA,
        _rate("n_g_m2", least=1e-6), _rate("other_g_m2", least=1e-6),
        Blank("counted_2", "choice", "K2O", choices=("P2O5", "P", "K2O", "K")),
    ), ("first_bag_g",), _two),
    Sum("three_bags", "bags", (
        *(Blank(one, "mass") for one in _AMOUNTS), *_THREE, *_THREE_WANTS,
    ), _AMOUNTS, _three, results=_AMOUNTS),
    Sum("best_scoops", "bags", (
        *(Blank(one, "count") for one in _COUNTS), *(_scoop(one) for one in _SCOOPS_G), *_THREE,
        *_THREE_WANTS, Blank("goes", "count", 1.0, least=1, most=1000),
    ), _COUNTS, _in_scoops, results=_COUNTS),
    Sum("cheapest", "money", (
        *_THREE, *(Blank(one, "price", most=1e5) for one in _PRICED[0]),
        *(Blank(one, "bulk", least=1) for one in _PRICED[1]), *_THREE_WANTS,
        Blank("cost", "price"),
    ), ("cost",), _cheapest, turns=False),
)  # fmt: skip
