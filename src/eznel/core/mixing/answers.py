"""From a job's need to what to scoop, into what water, for which part of the place.

The shed is filtered by what the job can use; every limit becomes a cap on the blend; the answer is
multiplied out to all cans, tubs or parts of the bed.
"""

from dataclasses import dataclass
from math import ceil

from eznel.core.blend import EQUAL, MOST_MEASURES, WEIGHT, Answer, Item, blend, choose_measures
from eznel.core.mixing.caps import (
    Choice,
    DueJob,
    Portions,
    apart,
    caps,
    stage_of,
    water_ec_ds_m,
)
from eznel.core.mixing.concentrates import two_tanks
from eznel.core.nutrients import NOTHING, Amounts
from eznel.core.products.fertiliser import Fertiliser
from eznel.core.products.solutions import most_ec_ds_m, most_n_mg_l
from eznel.core.schedule.jobs import STARTER_L_PER_PLANT, feed_water_l, seedling_l
from eznel.core.shed import rules
from eznel.core.shed.rules import Refused
from eznel.core.shed.shelf import MixLine, MixPlan, Reliance, Shed, Shelf
from eznel.core.stands.stand import InTub

MOST_CHOICES = 8
"""Products that a blend looks at; the least useful of a larger shed are left out."""

GOOD_ENOUGH = 0.2
"""A miss up to this is not worth more cans: the next feed makes it good."""
MORE_CANS = 2
"""How many cans more than needed are tried for a better match."""

SAME = 1e-9
"""Two teaspoons and a larger scoop are the same only if they are exactly."""

WEAKEST = 0.5
"""A weak feed brings at least so much of the nitrogen that its stage bears."""

DISSOLVED = ("feed", "starter", "seedling")
WEAK = ("starter", "seedling")
"""Jobs that want so little that whole scoops make more than is poured."""

FORMS = {
    ("base", "ground"): ("granular", "organic", "coated", "soluble"),
    ("base", "tub"): ("coated", "organic"),
    ("dressing", "ground"): ("granular", "soluble"),
    ("starter", "ground"): ("soluble", "liquid"),
    ("starter", "tub"): ("soluble", "liquid"),
    ("seedling", "ground"): ("soluble", "liquid"),
    ("seedling", "tub"): ("soluble", "liquid"),
    ("feed", "ground"): ("soluble", "liquid"),
    ("feed", "tub"): ("soluble", "liquid"),
}
"""What can be used for a job: solids are spread or mixed in, feeds are dissolved."""


@dataclass(frozen=True, slots=True)
class Usable:
    """A product for a job: what a gram brings, and the most that is of use. [g/g, g]"""

    product: Fertiliser
    available: Amounts
    most_g: float


@dataclass(frozen=True, slots=True)
class Answered:
    """Up to three answers to a job, best first, or the keys of the reasons why there is none."""

    mixes: tuple[MixPlan, ...] = ()
    reasons: tuple[str, ...] = ()
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
        return Answered(reasons=("no_scoops",))
    fitting, refused = useful(due, shed)
    usable = _usable(due, fitting, shelf)
    plenty_g = {one.product.id: one.most_g for one in fitting}

    def tried(portions: Portions) -> tuple[MixPlan, ...]:
        choices = _choices(portions, usable, shed)
        for one in choices:
            offered_g = MOST_MEASURES * one.grams * portions.count
            plenty_g[one.product.id] = max(plenty_g[one.product.id], offered_g)
        return _answers(due, portions, choices, shed, shelf)

    found: tuple[MixPlan, ...] = ()
    reasons: tuple[str, ...] = ("no_product_for_job",)
    if usable:
        first = _portions(due, usable, shed)
        found = tried(first)
        for more in range(1, MORE_CANS + 1 if due.job.kind == "feed" else 1):
            # Whole scoops may suit more, smaller cans better.
            if found and _matches(found[0], due.need):
                break
            others = tried(first.split(first.count + more))
            if others and (not found or others[0].miss < found[0].miss - EQUAL):
                found = others
        reasons = () if found else ("scoop_too_large",)
    relies = (
        Reliance(p, left, g) for p, g in plenty_g.items() if (left := shelf.left_g[p]) is not None
    )
    return Answered(found, reasons, tuple(relies), refused)


def _matches(mix: MixPlan, need: Amounts) -> bool:
    """Whether a mix misses so little, or of nitrogen so little, that other cans cannot help."""
    n_short = need.n > 0 and mix.brings_g.n < (1 - GOOD_ENOUGH) * need.n
    return mix.miss <= GOOD_ENOUGH or (need.n > 0 and not n_short)


def _answers(
    due: DueJob, portions: Portions, choices: list[Choice], shed: Shed, shelf: Shelf
) -> tuple[MixPlan, ...]:
    kg_a_job = due.stand.kg_yield / due.jobs / portions.count
    crop = due.stand.crop
    scale = Amounts(*(max(x, crop.uptake(n) * kg_a_job, 1e-6) for n, x in portions.need.items()))
    items = tuple(Item(c.of, c.grams, c.brings, c.cost) for c in choices)
    limits = caps(due, portions, choices, shed, shelf)
    never = apart(choices) if portions.water_l and not two_tanks(shed.garden.preferences) else None
    answers = blend(portions.need, scale, items, limits, never)
    return tuple(
        _plan(due, portions, choices, answer, shed) for answer in answers if any(answer.mix.counts)
    )


def useful(due: DueJob, shed: Shed) -> tuple[list[Usable], tuple[Refused, ...]]:
    """Return the products that a job can use, whatever is left of them, and those it may not use.

    Parameters
    ----------
    due : DueJob
        The job. [g]
    shed : Shed
        Products.

    Returns
    -------
    tuple of list of Usable and tuple of Refused
        In the shed's order. [g]
    """
    forms = FORMS[due.job.kind, due.stand.where]
    found, refused = [], []
    for product in shed.products.values():
        if product.form not in forms or product.is_lime:
            continue
        if due.job.only is not None and product.id not in due.job.only:
            continue
        if _quick_n_at_base(due, product):
            continue
        reason = shed.refused[product.id] or rules.of_job(
            product, due.stand, due.job.kind, due.day, due.used
        )
        if reason is not None:
            if any(due.need.met_by(product.contents.declared)):
                refused.append(Refused(product.id, reason))
            continue
        available = shed.available(product.id, due.stand, due.day)
        most_g = max(due.need.met_by(available), default=0.0)
        if most_g > 0:
            found.append(Usable(product, available, most_g))
    return found, tuple(refused)


def _quick_n_at_base(due: DueJob, product: Fertiliser) -> bool:
    """Soluble nitrogen is for growing plants; soluble salts without it may go in before them."""
    return due.job.kind == "base" and product.form == "soluble" and product.contents.soluble_n > 0


def _usable(due: DueJob, useful: list[Usable], shelf: Shelf) -> list[Usable]:
    """What is left of the useful products, the most useful first."""
    found = []
    for one in useful:
        left = shelf.left_g[one.product.id]
        if left is None or left >= one.most_g:
            found.append(one)
        elif left > 0:
            found.append(Usable(one.product, one.available, left))
    found.sort(key=lambda one: -_usefulness(one, due.need))
    return found[:MOST_CHOICES]


def _usefulness(one: Usable, need: Amounts) -> float:
    return sum(
        WEIGHT[n] * min(one.available[n] * one.most_g / x, 1.0) for n, x in need.items() if x > 0
    )


def _portions(due: DueJob, usable: list[Usable], shed: Shed) -> Portions:
    if due.job.kind in DISSOLVED:
        wanted_l = _poured_l(due)
        # A whole scoop in little water would be too strong: more is made than is poured.
        water_l = max(wanted_l, _least_l(due, usable, shed)) if due.job.kind in WEAK else wanted_l
        can_l = shed.garden.preferences.can.l
        cans = max(ceil(water_l / can_l - 1e-9), 1)
        made = due.need * (water_l / wanted_l)
        return Portions(cans, "can", water_l / cans, made / cans, wanted_l / water_l)
    if isinstance(due.stand, InTub):
        return Portions(due.stand.tubs, "tub", 0.0, due.need / due.stand.tubs)
    # A bed too large for twelve of the largest measure is dressed in equal parts.
    wanted = min(one.most_g / (MOST_MEASURES * shed.grams[one.product.id][-1]) for one in usable)
    parts = max(ceil(wanted - 1e-9), 1)
    return Portions(parts, "part" if parts > 1 else "bed", 0.0, due.need / parts)


def _poured_l(due: DueJob) -> float:
    """Feed that the plants are to get. [L]"""
    if due.job.kind == "seedling":
        return seedling_l(due.stand)
    if due.job.kind == "starter":
        return STARTER_L_PER_PLANT * due.stand.plants
    return feed_water_l(due.stand, due.need.n or due.job.first_g.n)


def _least_l(due: DueJob, usable: list[Usable], shed: Shed) -> float:
    """Water in which one of the smallest measures is as weak as the stage bears. [L]

    Of products that then still bring nitrogen, as a weak feed leans to it.
    """
    stage = stage_of(due)
    most_n_g_l = most_n_mg_l(stage) / 1000
    room = most_ec_ds_m(stage, due.stand.crop.salt_threshold_ds_m) - water_ec_ds_m(shed)
    found = []
    for one in usable:
        held, grams = one.product.contents, shed.grams[one.product.id][0]
        n_g = grams * held.soluble_n
        litres = max(n_g / most_n_g_l, grams * held.ec_ds_m_per_g_l / max(room, 0.1))
        if n_g > 0 and n_g / litres >= WEAKEST * most_n_g_l:
            found.append(litres)
    return min(found, default=0.0)


def _choices(portions: Portions, usable: list[Usable], shed: Shed) -> list[Choice]:
    sizes = 2 if len(usable) <= MOST_CHOICES // 2 else 1
    found = []
    for of, one in enumerate(usable):
        grams = shed.grams[one.product.id]
        price = shed.price_per_g[one.product.id]
        for n in choose_measures(
            most_g=one.most_g / portions.count, grams_per_measure=grams, sizes=sizes
        ):
            cost = None if price is None else price * grams[n]
            found.append(Choice(of, one.product, n, grams[n], one.available * grams[n], cost))
    return found


def _plan(
    due: DueJob, portions: Portions, choices: list[Choice], answer: Answer, shed: Shed
) -> MixPlan:
    used = [(c, n) for c, n in zip(choices, answer.mix.counts, strict=True) if n]
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
        lines=tuple(_line(c, n, shed) for c, n in used),
        left_over_l=water_l * count * (1 - poured),
        brings_g=answer.mix.brings * count * poured,
        totals_g=total * count * poured,
        miss=answer.mix.short,
        cost=sum(costs) * count if len(costs) == len(used) else None,
        n_mg_l=total.n / water_l * 1000 if water_l else 0.0,
        ec_ds_m=salt / water_l + water_ec_ds_m(shed) if water_l else 0.0,
    )


def _line(choice: Choice, count: int, shed: Shed) -> MixLine:
    """Level scoops of a product, in the largest scoop that holds just as much."""
    scoop, all_ml = shed.by_size[choice.size], count * shed.by_size[choice.size].volume.ml
    for larger in reversed(shed.by_size[choice.size + 1 :]):
        scoops = all_ml / larger.volume.ml
        if scoops >= 1 and abs(scoops - round(scoops)) < SAME:
            return MixLine(choice.product.id, larger.id, round(scoops), choice.grams * count)
    return MixLine(choice.product.id, scoop.id, count, choice.grams * count)
