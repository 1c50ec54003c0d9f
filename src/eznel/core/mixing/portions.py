"""What a mix is made for: cans, tubs, or parts of the ground, in the ways that are worth trying."""

from collections.abc import Iterator
from math import ceil, floor

from eznel.core.blend import MOST_MEASURES
from eznel.core.mixing.caps import DueJob, Portions, stage_of, water_ec_ds_m
from eznel.core.mixing.usable import Usable
from eznel.core.products.solutions import most_ec_ds_m, most_n_mg_l
from eznel.core.quantities import Volume
from eznel.core.schedule.litres import STARTER_L_PER_PLANT, feed_water_l, seedling_l
from eznel.core.shed.placing import SPRINKLED
from eznel.core.shed.shelf import PortionKind, Shed
from eznel.core.stands.stand import InTub, OnGround

MOST_WAYS = 3
"""Numbers of parts of a bed that are tried."""
MORE_CANS = 2
"""How many cans more than needed are tried for a better match."""

WEAKEST = 0.5
"""A weak feed brings at least so much of the nitrogen that its stage bears."""

DISSOLVED = ("feed", "starter", "seedling")
WEAK = ("starter", "seedling")
"""Jobs that want so little that whole scoops make more than is poured."""


def ways(due: DueJob, usable: list[Usable], shed: Shed) -> Iterator[Portions]:
    """Yield the cans, tubs or parts of the ground that a job can be done in, the plainest first.

    Parameters
    ----------
    due : DueJob
        The job.
    usable : list of Usable
        Products; at least one.
    shed : Shed
        Scoops and the can.

    Yields
    ------
    Portions
        With the water and need of each. [L, g]
    """
    if due.job.kind in DISSOLVED and any(one.product.form not in SPRINKLED for one in usable):
        yield from _cans(due, usable, shed)
    elif isinstance(due.stand, InTub):
        yield Portions(due.stand.tubs, "tub", 0.0, due.need / due.stand.tubs)
    else:
        yield from _parts(due, due.stand, usable, shed)


def _cans(due: DueJob, usable: list[Usable], shed: Shed) -> Iterator[Portions]:
    """What the plants drink; in more, smaller cans, where whole scoops suit them better; and cans
    filled whole and poured in part, where a whole scoop is too much for so little water.
    """
    wanted_l, can = _poured_l(due), shed.garden.preferences.can
    # A whole scoop in little water would be too strong: more is made than is poured.
    water_l = max(wanted_l, _least_l(due, usable, shed)) if due.job.kind in WEAK else wanted_l
    cans = max(ceil(water_l / can.l - 1e-9), 1)

    def made(count: int) -> Portions:
        poured = min(wanted_l / water_l, 1.0)
        return Portions(
            count,
            "can",
            to_a_mark_l(water_l / count, can, count * poured / due.stand.plants),
            due.need / (count * poured),
            poured,
        )

    yield made(cans)
    # What one can holds is not split: two half cans take the same scoops, only coarser.
    if due.job.kind == "feed" and cans > 1:
        for more in range(1, MORE_CANS + 1):
            yield made(cans + more)
    if water_l / cans < can.l:
        whole = due.need * (cans * can.l / wanted_l)
        yield Portions(cans, "can", can.l, whole / cans, wanted_l / (cans * can.l))


MARKS = {"gal_us": (0.5, 0.1), "gal_imp": (0.5, 0.1)}
LITRE_MARKS = (0.5, 0.25, 0.1, 0.05)
"""Marks of a can that people fill it to, in the unit that the can is counted in."""
MARK_MORE = 0.12
"""So much more water than wanted thins a feed no more than weather does. [L/L]"""


def to_a_mark_l(litres: float, can: Volume, to_each: float) -> float:
    """Return the water of a can, filled up to the coarsest mark that is near enough.

    Of marks as coarse one is better at which each plant's share is a measure too.

    Parameters
    ----------
    litres : float
        Water that is wanted in it. [L]
    can : Volume
        The can, in the unit that it is marked in.
    to_each : float
        What one plant gets of a can. [L/L]

    Returns
    -------
    float
        A mark above, at most the can; what is wanted where no mark is near. [L]
    """
    unit_l = can.l / can.value if can.unit in MARKS else 1.0
    marks = [mark * unit_l for mark in MARKS.get(can.unit, LITRE_MARKS)]
    near = next((found for mark in marks if (found := _near_l(litres, mark, can.l))), [litres])
    shared = (one for one in near if _is_measure(one * to_each / unit_l))
    return next(shared, near[0])


def _near_l(litres: float, mark_l: float, can_l: float) -> list[float]:
    """Marks from what is wanted on, as far as they thin a feed no more than weather does. [L]"""
    first = ceil(litres / mark_l - 1e-9)
    most_l = (1 + MARK_MORE) * litres
    last = floor(min(most_l, can_l) / mark_l + 1e-9)
    marked = [max(n * mark_l, litres) for n in range(first, last + 1)]
    return [*marked, can_l] if litres <= can_l <= most_l else marked


def _is_measure(units: float) -> bool:
    """Whether a plant's share is poured by a mark: halves from one on, tenths below."""
    parts = 2 if units >= 1 else 10
    return abs(units * parts - round(units * parts)) < 1e-6


def _parts(due: DueJob, stand: OnGround, usable: list[Usable], shed: Shed) -> Iterator[Portions]:
    """Ground that is dressed in equal parts, so that twelve of the largest measure are enough for
    each: of the strongest product, then of those that more is needed of.
    """
    whole: PortionKind = "bed" if stand.fills_place else "plants"
    largest_g = (one.most_g / (MOST_MEASURES * shed.grams[one.product.id][-1]) for one in usable)
    for parts in sorted({max(ceil(wanted - 1e-9), 1) for wanted in largest_g})[:MOST_WAYS]:
        yield Portions(parts, "part" if parts > 1 else whole, 0.0, due.need / parts)


def _poured_l(due: DueJob) -> float:
    """Feed that the plants are to get. [L]"""
    if due.job.kind == "seedling":
        return seedling_l(due.stand)
    if due.job.kind == "starter":
        return STARTER_L_PER_PLANT * due.stand.plants
    return feed_water_l(due.stand, due.need.n or due.job.first_g.n, due.job.aim_n_mg_l)


def _least_l(due: DueJob, usable: list[Usable], shed: Shed) -> float:
    """Water in which one of the smallest measures is as weak as the stage bears. [L]

    Of products that then still bring nitrogen, as a weak feed leans to it.
    """
    stage = stage_of(due)
    most_n_g_l = most_n_mg_l(stage) / 1000
    room = most_ec_ds_m(stage, due.stand.crop.salt_threshold_ds_m) - water_ec_ds_m(due.stand.poured)
    found = []
    for one in usable:
        held, grams = one.product.contents, shed.grams[one.product.id][0]
        n_g = grams * held.soluble_n
        litres = max(n_g / most_n_g_l, grams * held.ec_ds_m_per_g_l / max(room, 0.1))
        if n_g > 0 and n_g / litres >= WEAKEST * most_n_g_l:
            found.append(litres)
    return min(found, default=0.0)
