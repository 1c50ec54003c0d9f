"""From a job's need to what to scoop, into what water, for which part of the place.

The shed is filtered by what the job can use; every limit becomes a cap on the blend; the answer is
multiplied out to all cans, tubs or parts of the bed.
"""

from collections.abc import Iterator
from dataclasses import dataclass

from eznel.core.blend import EQUAL, MOST_MEASURES, Answer, Item, blend, choose_measures
from eznel.core.mixing.caps import (
    Allowance,
    Choice,
    DueJob,
    Portions,
    allowances,
    apart,
    caps,
    comes_along,
    water_ec_ds_m,
)
from eznel.core.mixing.concentrates import two_tanks
from eznel.core.mixing.portions import ways
from eznel.core.mixing.refusals import Limits, nothing_fits, refusal
from eznel.core.mixing.usable import MOST_CHOICES, Usable, on_shelf, useful
from eznel.core.nutrients import NOTHING, Amounts
from eznel.core.shed.rules import Refused
from eznel.core.shed.shelf import MixLine, MixPlan, Reliance, Shed, Shelf
from eznel.core.working import Finding, Level

GOOD_ENOUGH, WORTH_POURING_OFF = 0.1, 0.2
"""A miss up to this is not worth more cans, or making more than is poured: the next feed makes it
good."""
LEAST_G = 1e-6
SAME = 1e-9
"""Two teaspoons and a larger scoop are the same only if they are exactly."""


@dataclass(frozen=True, slots=True)
class Answered:
    """Up to three answers to a job, best first, or the reason why there is none."""

    mixes: tuple[MixPlan, ...] = ()
    reasons: tuple[Finding, ...] = ()
    relies: tuple[Reliance, ...] = ()
    """On what is left in the shed."""
    refused: tuple[Refused, ...] = ()
    """What could be of use and may not be used."""


def answer(due: DueJob, shed: Shed, shelf: Shelf) -> Answered:
    """Return up to three answers to a job, or the reasons why there is none.

    Parameters
    ----------
    due : DueJob
        The job. [g]
    shed : Shed
        Products and scoops.
    shelf : Shelf
        What is left in the shed. [g]

    Returns
    -------
    Answered
        Mixes or reasons.
    """
    if not shed.scoops:
        return Answered(reasons=(Finding("no_scoops", Level.WARNING, "scoops"),))
    fitting, refused = useful(due, shed)
    usable = on_shelf(due, fitting, shelf)
    offered_g = [one.most_g for one in usable]
    best: _Way | None = None
    tried, job = [], _Sized(due, _own_use(due), allowances(due))
    for portions in ways(due, usable, shed) if usable else ():
        if best is not None and _misses(best) <= (
            GOOD_ENOUGH if portions.poured == 1 else WORTH_POURING_OFF
        ):
            break
        way = _way(job, portions, _choices(portions, usable, shed), shed, shelf)
        tried.append(way)
        for one in way.choices:
            offered_g[one.of] = max(offered_g[one.of], MOST_MEASURES * one.grams * portions.count)
        if way.answers and (best is None or way.misses < best.misses - EQUAL):
            best = way
    plenty_g = {one.product.id: one.most_g for one in fitting}
    plenty_g.update((one.product.id, g) for one, g in zip(usable, offered_g, strict=True))
    relies = tuple(
        Reliance(p, left, g) for p, g in plenty_g.items() if (left := shelf.left_g[p]) is not None
    )
    if best is not None:
        mixes = tuple(_plan(due, best, one, shed) for one in best.answers)
        return Answered(mixes, relies=relies, refused=refused)
    if tried:
        over = (refusal(due, one.portions, one.choices, one.limits, shed) for one in tried)
        reasons: tuple[Finding, ...] = (min(over, key=lambda one: one.over).finding,)
    else:
        used_up = [one.product.product.name for one in fitting]
        reasons = nothing_fits(due, shed, used_up, refused)
    return Answered(reasons=reasons, relies=relies, refused=refused)


@dataclass(frozen=True, slots=True)
class _Way:
    """One way to do a job, with the best that comes of it."""

    portions: Portions
    choices: list[Choice]
    limits: Limits
    answers: tuple[Answer, ...]
    """Best first; empty where no measure at all is best."""

    @property
    def misses(self) -> float:
        """How short the best of it is. [g/g]"""
        return self.answers[0].mix.short


@dataclass(frozen=True, slots=True)
class _Sized:
    """A job with what its ways are measured against. [g]"""

    due: DueJob
    own_use: Amounts
    """What the crop takes up for a job's share of the yield, above 0."""
    allowed: tuple[Allowance, ...]


def _own_use(due: DueJob) -> Amounts:
    kg, crop = due.stand.kg_yield / due.jobs, due.stand.crop
    return Amounts(
        max(crop.uptake_n * kg, LEAST_G),
        max(crop.uptake_p * kg, LEAST_G),
        max(crop.uptake_k * kg, LEAST_G),
        max(crop.uptake_ca * kg, LEAST_G),
        max(crop.uptake_mg * kg, LEAST_G),
        max(crop.uptake_s * kg, LEAST_G),
    )


def _way(job: _Sized, portions: Portions, choices: list[Choice], shed: Shed, shelf: Shelf) -> _Way:
    due = job.due
    scale = job.own_use / portions.received
    items = tuple(Item(c.of, c.grams, c.available, c.cost) for c in choices)
    never = apart(choices) if portions.water_l and not two_tanks(shed.garden.preferences) else None
    hard, along = (
        caps(due, portions, choices, shed, shelf),
        comes_along(job.allowed, portions, choices),
    )
    answers = blend(portions.need, scale, items, (*hard, *along.yielding), never, along.thrifty)
    useful_ones = tuple(one for one in answers if any(one.mix.counts))
    return _Way(portions, choices, Limits(hard, along), useful_ones)


def _misses(way: _Way) -> float:
    """How short a way is of nitrogen, or of all where that is less: what other cans can help."""
    n_g = way.portions.need.n
    short = 1 - way.answers[0].mix.brings.n / n_g if n_g > 0 else way.misses
    return min(short, way.misses)


def _choices(portions: Portions, usable: list[Usable], shed: Shed) -> list[Choice]:
    sizes = 2 if len(usable) <= MOST_CHOICES // 2 else 1
    found = []
    for of, one in enumerate(usable):
        grams = shed.grams[one.product.id]
        price = shed.price_per_g[one.product.id]
        for n in choose_measures(
            most_g=one.most_g / portions.received, grams_per_measure=grams, sizes=sizes
        ):
            cost = None if price is None else price * grams[n]
            found.append(Choice(of, one.product, n, grams[n], one.available, cost))
    return found


def _plan(due: DueJob, way: _Way, answer: Answer, shed: Shed) -> MixPlan:
    portions = way.portions
    used = [(c, n) for c, n in zip(way.choices, answer.mix.counts, strict=True) if n]
    total = sum((c.product.contents.total * (n * c.grams) for c, n in used), NOTHING)
    salt = sum(n * c.grams * c.product.contents.ec_ds_m_per_g_l for c, n in used)
    costs = [c.cost * n for c, n in used if c.cost is not None]
    water_l, count, poured = portions.water_l, portions.count, portions.poured
    return MixPlan(
        titles=answer.titles,
        portions=count,
        portion=portions.of,
        water_l=water_l,
        per_plant_l=water_l * count * poured / due.stand.plants,
        lines=_lines(used, shed),
        poured=poured,
        left_over_l=water_l * count * (1 - poured),
        brings_g=answer.mix.brings * portions.received,
        totals_g=total * portions.received,
        miss=answer.mix.short,
        cost=sum(costs) * count if len(costs) == len(used) else None,
        n_mg_l=total.n / water_l * 1000 if water_l else 0.0,
        ec_ds_m=salt / water_l + water_ec_ds_m(due.stand.poured) if water_l else 0.0,
    )


def _lines(used: list[tuple[Choice, int]], shed: Shed) -> tuple[MixLine, ...]:
    """Level scoops of each product: in the largest scoop that divides them, and what is over."""
    found = []
    for of in dict.fromkeys(choice.of for choice, _ in used):
        mine = [(choice, n) for choice, n in used if choice.of == of]
        by_scoop: dict[int, int] = {}
        for choice, n in mine:
            for size, count in _scoops(choice.size, n, shed):
                by_scoop[size] = by_scoop.get(size, 0) + count
        grams = shed.grams[mine[0][0].product.id]
        found += [
            MixLine(mine[0][0].product.id, shed.by_size[size].id, count, grams[size] * count)
            for size, count in sorted(by_scoop.items(), reverse=True)
        ]
    return tuple(found)


def _scoops(size: int, count: int, shed: Shed) -> Iterator[tuple[int, int]]:
    """So many of one scoop as fewer of a larger one and the rest: 3 tablespoons and 2 teaspoons."""
    ml = shed.ml
    for larger in range(len(ml) - 1, size, -1):
        times = ml[larger] / ml[size]
        if abs(times - round(times)) < SAME and count >= round(times) > 1:
            yield larger, count // round(times)
            count %= round(times)
            break
    if count:
        yield size, count
