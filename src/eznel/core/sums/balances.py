"""Sums of what a bed takes and gives: a balance, a harvest's removal, a test after years."""

from eznel.core.nutrients import element_of
from eznel.core.reference import Catalogue
from eznel.core.soil.schools import buffer_of
from eznel.core.sums.sheet import Answer, Blank, Sheet, Sum, answered, percent
from eznel.core.working import Origin

_TESTED = ("P", "K")
_TAKEN = ("P", "P2O5", "K", "K2O")


def _balance(sheet: Sheet) -> Answer:
    """What is taken up less what comes by itself, by the share of a feed that is caught."""
    lacking = max(sheet["uptake_g_m2"] - sheet["supply_g_m2"], 0)
    sheet.then("sum_balance", "feed_g_m2", lacking / sheet["recovery_pct"] * 100)
    return answered(sheet)


def _removed(sheet: Sheet) -> Answer:
    sheet.then("removal", "removed_g_m2", sheet["yield_kg_m2"] * sheet["removed_g_kg"])
    return answered(sheet)


def _test_after(sheet: Sheet) -> Answer:
    """Most of what is given is held back by the soil: only a part of it shows in the next test."""
    held = buffer_of("P" if sheet.said["of"] == "P" else "K", None, mix=False)
    sheet.fixed("buffer", held, Origin.TYPICAL)
    layer = sheet["depth_m"] * sheet["density_g_ml"] * sheet["buffer"]
    sheet.then("sum_moves_test", "for_one_g_m2", layer)
    if sheet.asked == "then_mg_kg":
        more = (sheet["yearly_g_m2"] - sheet["taken_g_m2"]) * sheet["years"]
        moved = sheet["mg_kg"] + more / sheet["for_one_g_m2"]
        sheet.then("sum_test_after", "then_mg_kg", max(moved, 0.0))
    else:
        climb = (sheet["then_mg_kg"] - sheet["mg_kg"]) * sheet["for_one_g_m2"] / sheet["years"]
        sheet.then("sum_to_reach", "yearly_g_m2", max(sheet["taken_g_m2"] + climb, 0.0))
    return answered(sheet, "for_one_g_m2")


def _harvest(catalogue: Catalogue) -> Sum:
    def taken(sheet: Sheet) -> Answer:
        crop = catalogue.crops[sheet.said["crop"]]
        element, share = element_of(sheet.said["nutrient"])
        each = crop.removal_p if element == "P" else crop.removal_k
        sheet.fixed("element_g_kg", each, Origin.TYPICAL)
        sheet.fixed("element_share", share)
        whole = sheet["harvest_g"] / 1000 * sheet["element_g_kg"] / sheet["element_share"]
        sheet.then("sum_harvest", "taken_g", whole)
        return answered(sheet)

    crops = tuple(sorted(catalogue.crops))
    return Sum("harvest", "balances", (
        Blank("harvest_g", "bulk", most=1e7), Blank("crop", "choice", "tomato", choices=crops),
        Blank("taken_g", "mass"), Blank("nutrient", "choice", "K2O", choices=_TAKEN),
    ), ("taken_g",), taken)  # fmt: skip


def sums(catalogue: Catalogue) -> tuple[Sum, ...]:
    """Return the sums of what a bed takes and gives.

    Parameters
    ----------
    catalogue : Catalogue
        What crops take.

    Returns
    -------
    tuple of Sum
        In order.
    """
    return (*_SUMS, _harvest(catalogue))


_YEARLY = Blank("yearly_g_m2", "rate", most=500)

_SUMS: tuple[Sum, ...] = (
    Sum("balance", "balances", (
        Blank("uptake_g_m2", "rate", most=500), Blank("supply_g_m2", "rate", 0.0, most=500),
        percent("recovery_pct", 60.0, 1), Blank("feed_g_m2", "rate"),
    ), ("feed_g_m2",), _balance),
    Sum("removed", "balances", (
        Blank("yield_kg_m2", "yield", most=100), Blank("removed_g_kg", "content", most=100),
        Blank("removed_g_m2", "rate"),
    ), ("removed_g_m2",), _removed),
    Sum("test_after", "balances", (
        Blank("mg_kg", "soil", most=1e5), Blank("of", "choice", "P", choices=_TESTED), _YEARLY,
        Blank("taken_g_m2", "rate", 0.0, most=500), Blank("years", "count", 4.0, least=0.1,
        most=100), Blank("depth_m", "depth", 0.15, least=0.005, most=2),
        Blank("density_g_ml", "density", 1.33, least=0.05, most=2.5),
        Blank("then_mg_kg", "soil", most=1e5),
    ), ("then_mg_kg", "yearly_g_m2"), _test_after),
)  # fmt: skip
