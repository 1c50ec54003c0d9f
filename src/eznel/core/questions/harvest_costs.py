"""What a harvest cost: of a euro of feed and a litre of water, as far as all is written down."""

from uuid import UUID

from eznel.core.document import Tub
from eznel.core.harvest.yields import Yielded
from eznel.core.products.masses import mass_of
from eznel.core.season.workings import Workings
from eznel.core.stands.stand import Stand
from eznel.core.working import Origin, Quantity, Worked


def per_cost(of: Yielded, workings: Workings) -> Worked | None:
    """Return what came of a unit of money that its feeds cost.

    Parameters
    ----------
    of : Yielded
        What a planting gave.
    workings : Workings
        Its garden's, for prices and feeds.

    Returns
    -------
    Worked or None
        None where nothing was fed, or a product has no price. [kg per unit of money]
    """
    cost = _feeds_cost(of.stand.id, workings)
    if not cost:
        return None
    return Worked.first(
        "picked_per_cost",
        of.kg / cost,
        f"kg/{workings.garden.preferences.currency}",
        Quantity("picked_kg", of.kg, "kg", Origin.MEASURED),
        Quantity("feeds_cost", cost, workings.garden.preferences.currency, Origin.TYPED),
    )


def per_litre(of: Yielded, workings: Workings) -> Worked | None:
    """Return what came of a litre of water that was poured.

    Parameters
    ----------
    of : Yielded
        What a planting gave.
    workings : Workings
        Its garden's, for the waterings.

    Returns
    -------
    Worked or None
        None where nothing was poured, or somebody did not say how much. [g/L]
    """
    litres = _poured_l(of.stand, workings)
    if not litres:
        return None
    return Worked.first(
        "picked_per_litre",
        1000 * of.kg / litres,
        "g/L",
        Quantity("picked_kg", of.kg, "kg", Origin.MEASURED),
        Quantity("poured_l", litres, "L", Origin.MEASURED),
    )


def _feeds_cost(planting: UUID, workings: Workings) -> float | None:
    shed, total = workings.shed, 0.0
    scoops = {scoop.id: scoop for scoop in workings.garden.scoops}
    for entry in workings.given:
        if entry.planting != planting or entry.outcome != "given":
            continue
        for amount in entry.amounts:
            price = shed.price_per_g[amount.product]
            if price is None:
                return None
            grams = mass_of(amount, shed.products[amount.product], scoops)
            total += grams * entry.poured * price
    return total


def _poured_l(stand: Stand, workings: Workings) -> float | None:
    """Its part of what its place was watered with in its season; None where some is not known."""
    begins, end = stand.calendar.begins, stand.calendar.last_pick
    poured = [
        one.amount.l if one.amount is not None else None
        for one in workings.log.watered
        if one.place == stand.place.id and one.outcome == "given" and begins <= one.on <= end
    ]
    known = [litres for litres in poured if litres is not None]
    if len(known) < len(poured):
        return None
    return sum(known) * _share(stand, workings)


def _share(stand: Stand, workings: Workings) -> float:
    """Of a place's water, what is this planting's: by its mix in tubs, by its ground in beds."""
    sharing, planting = workings.stands.sharing, stand.planting
    if isinstance(stand.place, Tub):
        return sharing.share_of_tub(planting)
    beside = sum(sharing.stands_on_m2(one) for one in sharing.beside(planting))
    return sharing.stands_on_m2(planting) / beside
