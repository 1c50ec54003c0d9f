"""Questions to practise guessing at: a garden's own beds, tubs, bags, spoons, can and feeds.

Each has an answer by the functions that plans are made with, and what is needed to draw it to
scale. Nothing of a guess is kept here.
"""

from collections.abc import Iterator
from dataclasses import dataclass
from itertools import chain, zip_longest
from typing import Literal
from uuid import UUID

from eznel.core import places
from eznel.core.document import Bed, Scoop, Tub
from eznel.core.products.fertiliser import Fertiliser, fraction
from eznel.core.products.masses import scoop_mass
from eznel.core.season.workings import Workings
from eznel.core.working import Origin, Quantity, Worked

SPREAD_N_G_M2 = 5.0
"""A usual side-dressing: what is asked for on a bed. [g/m²]"""
DEEP_MM = 25.0
"""A week's water: what is asked for in cans. [mm]"""
MOST_OF_A_KIND = 4
"""So many questions of each kind are asked. [count]"""
MOST_SPOONS = 200.0
"""Nobody spreads more of them than this: a larger measure is asked about instead. [count]"""


@dataclass(frozen=True, slots=True, kw_only=True)
class Guess:
    """A question, what it is about, how large that is drawn, and its answer with its working."""

    kind: Literal["spoons", "cans", "litres", "days"]
    place: UUID
    product: UUID | None = None
    scoop: UUID | None = None
    planting: UUID | None = None
    along_m: float
    across_m: float
    wanted: Quantity | None = None
    answer: Worked


def guesses(workings: Workings) -> tuple[Guess, ...]:
    """Return questions about a garden, of each kind in turn.

    Parameters
    ----------
    workings : Workings
        The garden's.

    Returns
    -------
    tuple of Guess
        Empty for a garden without places.
    """
    kinds = (_spoons(workings), _cans(workings), _days(workings), _litres(workings))
    few = [
        tuple(one for one, _ in zip(kind, range(MOST_OF_A_KIND), strict=False)) for kind in kinds
    ]
    return tuple(one for one in chain.from_iterable(zip_longest(*few)) if one is not None)


def _beds(workings: Workings) -> list[Bed]:
    return [one for one in workings.garden.places if isinstance(one, Bed)]


def _spoons(workings: Workings) -> Iterator[Guess]:
    """How many level ones of a bag a side-dressing of a bed takes."""
    bags = [
        one
        for one in workings.shed.products.values()
        if one.form in ("granular", "organic") and fraction(one, "N").value > 0
    ]
    beds, scoops = _beds(workings), workings.garden.scoops
    if not bags or not scoops:
        return
    for n, bed in enumerate(beds):
        of = bags[n % len(bags)]
        answers = [(scoop, _scooped(bed, of, scoop)) for scoop in scoops]
        fit = [one for one in answers if one[1].value <= MOST_SPOONS]
        scoop, answer = min(fit or answers, key=lambda one: abs(one[1].value - 10))
        yield _of_bed(
            bed,
            kind="spoons",
            product=of.id,
            scoop=scoop.id,
            wanted=Quantity("n_g_m2", SPREAD_N_G_M2, "g/m²"),
            answer=answer,
        )


def _scooped(bed: Bed, of: Fertiliser, scoop: Scoop) -> Worked:
    ground, held, one = places.area(bed), fraction(of, "N"), scoop_mass(of, scoop)
    need_g = SPREAD_N_G_M2 * ground.value
    grams = need_g / held.value
    each = Quantity("per_m2", SPREAD_N_G_M2, "g/m²", Origin.TYPED)
    need = ground.then("times_area", need_g, "g", each, _of("area_m2", ground))
    product = need.after(held).then(
        "amount_for", grams, "g", Quantity("need_g", need_g, "g"), _of("fraction", held)
    )
    scooped = product.after(one)
    return scooped.then(
        "sum_scoops", grams / one.value, "", Quantity("product_g", grams, "g"), _of("scoop_g", one)
    )


def _of(name: str, worked: Worked) -> Quantity:
    return Quantity(name, worked.value, worked.unit)


def _cans(workings: Workings) -> Iterator[Guess]:
    """How many cans a week's water of a bed is."""
    can = Quantity("can_l", workings.garden.preferences.can.l, "L", Origin.TYPED)
    for bed in reversed(_beds(workings)):
        ground = places.area(bed)
        litres = DEEP_MM * ground.value
        deep = Quantity("soak_mm", DEEP_MM, "mm", Origin.TYPED)
        given = ground.then("sum_watered", litres, "L", deep, _of("area_m2", ground))
        answer = given.then(
            "guess_cans", litres / can.value, "", Quantity("given_l", litres, "L"), can
        )
        yield _of_bed(bed, kind="cans", wanted=deep, answer=answer)


def _of_bed(
    bed: Bed,
    *,
    kind: Literal["spoons", "cans"],
    wanted: Quantity,
    answer: Worked,
    product: UUID | None = None,
    scoop: UUID | None = None,
) -> Guess:
    along_m, across_m = places.place_extent_m(bed)
    return Guess(
        kind=kind,
        place=bed.id,
        product=product,
        scoop=scoop,
        along_m=along_m,
        across_m=across_m,
        wanted=wanted,
        answer=answer,
    )


def _litres(workings: Workings) -> Iterator[Guess]:
    """How much one tub holds, filled as usual."""
    for tub in workings.garden.places:
        if isinstance(tub, Tub):
            along_m, across_m = places.place_extent_m(tub)
            yield Guess(
                kind="litres",
                place=tub.id,
                along_m=along_m,
                across_m=across_m,
                answer=places.filled_volume(tub),
            )


def _days(workings: Workings) -> Iterator[Guess]:
    """In how many days a planting is fed next."""
    for season in workings.seasons:
        ahead = [job.due_on for job in season.jobs if job.status == "planned"]
        place = season.stand.place
        if not ahead or ahead[0] <= workings.today:
            continue
        along_m, across_m = places.place_extent_m(place)
        yield Guess(
            kind="days",
            place=place.id,
            planting=season.stand.id,
            along_m=along_m,
            across_m=across_m,
            answer=Worked(value=float((ahead[0] - workings.today).days), unit="days"),
        )
