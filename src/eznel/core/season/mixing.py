"""From a job's need to what to scoop, into what water, for which part of the place.

The shed is filtered by what the job can use; every limit becomes a cap on the blend; the answer is
multiplied out to all cans, tubs or parts of the bed.
"""

from collections.abc import Iterable
from dataclasses import dataclass
from datetime import date
from math import ceil, inf

from eznel.core.blend import EQUAL, MOST_MEASURES, WEIGHT, Answer, Cap, Item, blend, choose_measures
from eznel.core.crops.stages import normals
from eznel.core.document import Bed, Product
from eznel.core.places import bed_soil_mass
from eznel.core.products.analysis import Contents
from eznel.core.products.solutions import ASSUMED_WATER_EC_DS_M, most_ec_ds_m, most_n_mg_l
from eznel.core.quantities import NUTRIENTS
from eznel.core.season.dose import Needs
from eznel.core.season.jobs import DRESSING_N_G_M2, LIQUID_N_G_M2, Job, feed_water_l
from eznel.core.season.placing import barred, placing_caps
from eznel.core.season.shed import MixLine, MixPlan, Reliance, Shed, Shelf, Vector
from eznel.core.season.stands import Stand

MOST_CHOICES = 8
"""Products that a blend looks at; the least useful of a larger shed are left out."""

BASE_N_ALONG = 0.3
"""Share of the season's nitrogen that may come along with a base dressing."""

FEED_N_OVER = 1.1
"""A feed brings at most this many times the nitrogen it is to bring, or one measure."""

MOST_AMMONIUM, MOST_AMMONIUM_COLD = 0.4, 0.2
"""Most ammonium and urea in the nitrogen of a tub's feed, and below this warmth at the roots."""
COLD_ROOTS_C = 15.0

GOOD_ENOUGH = 0.2
"""A miss up to this is not worth more cans: the next feed makes it good."""
MORE_CANS = 2
"""How many cans more than needed are tried for a better match."""

SAME = 1e-9
"""Two teaspoons and a larger scoop are the same only if they are exactly."""

DRESSING_EC_DS_M = 1.0
"""Most that one dressing may add to the salinity of the soil's saturated extract."""
SATURATION_L_PER_KG = 0.4

_FORMS = {
    ("base", "ground"): ("granular", "organic", "coated", "soluble"),
    ("base", "tub"): ("coated", "organic"),
    ("dressing", "ground"): ("granular", "soluble"),
    ("feed", "ground"): ("soluble", "liquid"),
    ("feed", "tub"): ("soluble", "liquid"),
}
"""What can be used for a job: solids are spread or mixed in, feeds are dissolved."""


@dataclass(frozen=True, slots=True, kw_only=True)
class Task:
    """A job on its day: what it is to bring, and how far the season has got. Vectors in grams."""

    stand: Stand
    needs: Needs
    job: Job
    day: date
    need: Vector
    left: Vector
    """What is left of the season's needs."""
    totals: Vector
    """What has come in all so far, unasked included."""
    jobs: int

    @property
    def ground_m2(self) -> float:
        """The ground that is fed; 0 for tubs. [m²]"""
        return self.stand.area.value if self.stand.area else 0.0


@dataclass(frozen=True, slots=True)
class _Usable:
    """A product for a job: what a gram brings, and the most that is of use. [g/g, g]"""

    product: Product
    available: Vector
    most_g: float


@dataclass(frozen=True, slots=True)
class _Choice:
    """One measure of a product, for one portion."""

    of: int
    """Which of the usable products."""
    product: Product
    size: int
    """Which of the shed's scoops, by size."""
    grams: float
    brings: Vector
    contents: Contents
    cost: float | None


@dataclass(frozen=True, slots=True)
class _Frame:
    """What a mix is made for: how many portions of what, the water in each, its need. [L, g]"""

    portions: int
    portion: str
    water_l: float
    need: Vector

    def split(self, portions: int) -> "_Frame":
        """Return the same need and water in another number of portions."""
        by = self.portions / portions
        return _Frame(portions, self.portion, self.water_l * by, tuple(x * by for x in self.need))


@dataclass(frozen=True, slots=True)
class Answered:
    """Up to three answers to a job, best first, or the keys of the reasons why there is none."""

    mixes: tuple[MixPlan, ...] = ()
    reasons: tuple[str, ...] = ()
    relies: tuple[Reliance, ...] = ()
    """On what is left in the shed."""


def answer(task: Task, shed: Shed, shelf: Shelf) -> Answered:
    """Return up to three answers to a job, or the reasons why there is none.

    Parameters
    ----------
    task : Task
        The job. [g]
    shed : Shed
        Products and scoops. [core]
    shelf : Shelf
        What is left in the shed. [g]

    Returns
    -------
    Answered
        Mixes or reasons.
    """
    if not shed.scoops:
        return Answered(reasons=("no_scoops",))
    useful = _useful(task, shed)
    usable = _usable(task, useful, shelf)
    plenty_g = {one.product.id: one.most_g for one in useful}

    def tried(frame: _Frame) -> tuple[MixPlan, ...]:
        choices = _choices(frame, usable, shed)
        for one in choices:
            offered_g = MOST_MEASURES * one.grams * frame.portions
            plenty_g[one.product.id] = max(plenty_g[one.product.id], offered_g)
        return _answers(task, frame, choices, shed, shelf)

    found: tuple[MixPlan, ...] = ()
    reasons: tuple[str, ...] = ("no_product_for_job",)
    if usable:
        first = _frame(task, usable, shed)
        found = tried(first)
        for more in range(1, MORE_CANS + 1 if task.job.kind == "feed" else 1):
            # Whole scoops may suit more, smaller cans better.
            if found and _matches(found[0], task.need):
                break
            others = tried(first.split(first.portions + more))
            if others and (not found or others[0].miss < found[0].miss - EQUAL):
                found = others
        reasons = () if found else ("scoop_too_large",)
    relies = (
        Reliance(p, left, g) for p, g in plenty_g.items() if (left := shelf.left_g[p]) is not None
    )
    return Answered(found, reasons, tuple(relies))


def _matches(mix: MixPlan, need: Vector) -> bool:
    """Whether a mix misses so little, or of nitrogen so little, that other cans cannot help."""
    n_short = need[0] > 0 and mix.brings_g[0] < (1 - GOOD_ENOUGH) * need[0]
    return mix.miss <= GOOD_ENOUGH or (need[0] > 0 and not n_short)


def _answers(
    task: Task, frame: _Frame, choices: list[_Choice], shed: Shed, shelf: Shelf
) -> tuple[MixPlan, ...]:
    kg_a_job = task.stand.kg_yield() / task.jobs / frame.portions
    scale = [
        max(x, task.stand.crop.uptake(n) * kg_a_job, 1e-6)
        for n, x in zip(NUTRIENTS, frame.need, strict=True)
    ]
    items = tuple(Item(c.of, c.grams, c.brings, c.cost) for c in choices)
    answers = blend(frame.need, scale, items, _caps(task, frame, choices, shed, shelf))
    return tuple(
        _plan(task, frame, choices, answer, shed) for answer in answers if any(answer.mix.counts)
    )


def _useful(task: Task, shed: Shed) -> list[_Usable]:
    """The products that a job can use, whatever is left of them."""
    forms = _FORMS[task.job.kind, "ground" if task.stand.area else "tub"]
    no_p = task.stand.soil_class("P") == "very_high"
    phosphorus = NUTRIENTS.index("P")
    found = []
    for product in shed.products.values():
        material, held = shed.material(product), shed.contents[product.id]
        if product.form not in forms or (material and material.liming):
            continue
        if (no_p and held.total[phosphorus] > 0) or _quick_n_at_base(task, product, held):
            continue
        if barred(task.stand, product, held, task.job.kind, task.day):
            continue
        available = shed.available(product.id, task.stand, task.day)
        useful = (x / a for x, a in zip(task.need, available, strict=True) if x > 0 and a > 0)
        most_g = max(useful, default=0.0)
        if most_g > 0:
            found.append(_Usable(product, available, most_g))
    return found


def _usable(task: Task, useful: list[_Usable], shelf: Shelf) -> list[_Usable]:
    """What is left of the useful products, the most useful first."""
    found = []
    for one in useful:
        left = shelf.left_g[one.product.id]
        if left is None or left >= one.most_g:
            found.append(one)
        elif left > 0:
            found.append(_Usable(one.product, one.available, left))
    found.sort(key=lambda one: -_usefulness(one, task.need))
    return found[:MOST_CHOICES]


def _quick_n_at_base(task: Task, product: Product, held: Contents) -> bool:
    """Soluble nitrogen is for growing plants; soluble salts without it may go in before them."""
    return task.job.kind == "base" and product.form == "soluble" and held.soluble_n > 0


def _usefulness(one: _Usable, need: Vector) -> float:
    return sum(
        WEIGHT[n] * min(a * one.most_g / x, 1.0)
        for n, a, x in zip(NUTRIENTS, one.available, need, strict=True)
        if x > 0
    )


def _frame(task: Task, usable: list[_Usable], shed: Shed) -> _Frame:
    water_l = 0.0
    if task.job.kind == "feed":
        water_l = feed_water_l(task.stand, task.need[0])
        can_l = shed.garden.preferences.can.l
        portions, portion = max(ceil(water_l / can_l - 1e-9), 1), "can"
    elif task.stand.area is None:
        portions, portion = task.stand.tubs, "tub"
    else:
        # A bed too large for twelve of the largest measure is dressed in equal parts.
        parts = min(one.most_g / (MOST_MEASURES * shed.grams[one.product.id][-1]) for one in usable)
        portions = max(ceil(parts - 1e-9), 1)
        portion = "part" if portions > 1 else "bed"
    return _Frame(portions, portion, water_l / portions, tuple(x / portions for x in task.need))


def _choices(frame: _Frame, usable: list[_Usable], shed: Shed) -> list[_Choice]:
    sizes = 2 if len(usable) <= MOST_CHOICES // 2 else 1
    found = []
    for of, one in enumerate(usable):
        grams = shed.grams[one.product.id]
        price = shed.price_per_g[one.product.id]
        for n in choose_measures(
            most_g=one.most_g / frame.portions, grams_per_measure=grams, sizes=sizes
        ):
            brings = tuple(grams[n] * a for a in one.available)
            cost = None if price is None else price * grams[n]
            held = shed.contents[one.product.id]
            found.append(_Choice(of, one.product, n, grams[n], brings, held, cost))
    return found


def _caps(
    task: Task, frame: _Frame, choices: list[_Choice], shed: Shed, shelf: Shelf
) -> tuple[Cap, ...]:
    """Every limit on a mix, for one portion."""
    per = frame.portions
    nitrogen = tuple(c.brings[0] for c in choices)
    least_n = min((n for n in nitrogen if n > 0), default=0.0) * per
    along = BASE_N_ALONG * task.needs["N"].total.value if task.job.kind == "base" else 0.0
    caps = [
        Cap("season_n", nitrogen, task.left[0] / per),
        Cap("feed_n", nitrogen, max(FEED_N_OVER * task.need[0], along, least_n) / per),
    ]
    for nutrient in ("P", "K"):
        i = NUTRIENTS.index(nutrient)
        room = max(task.needs[nutrient].ceiling_g - task.totals[i], 0.0)
        use = tuple(c.grams * c.contents.total[i] for c in choices)
        caps.append(Cap("season_" + nutrient.lower(), use, room / per))
    if task.job.kind == "feed":
        caps += _solution_caps(task, frame, choices, shed)
    elif isinstance(task.stand.place, Bed):
        caps += _dressing_caps(task, frame, choices, task.stand.place)
        if task.job.kind == "base":
            caps += placing_caps(task.stand, choices, frame.portions)
    caps += _product_caps(task, frame, choices, shelf)
    return tuple(cap for cap in caps if cap.limit < inf)


def _solution_caps(task: Task, frame: _Frame, choices: list[_Choice], shed: Shed) -> Iterable[Cap]:
    soluble = tuple(c.grams * c.contents.soluble_n for c in choices)
    salt = tuple(c.grams * c.contents.ec_ds_m_per_g_l for c in choices)
    stage = task.stand.stage_on(task.day)
    room = most_ec_ds_m(stage, task.stand.crop.salt_threshold_ds_m) - water_ec_ds_m(shed)
    yield Cap("feed_ec", salt, max(room, 0.0) * frame.water_l)
    yield Cap("strength_n", soluble, most_n_mg_l(stage) * frame.water_l / 1000)
    if task.stand.area is None:
        yield _ammonium_cap(task, choices, shed)
    else:
        yield Cap("liquid_n", soluble, LIQUID_N_G_M2 * task.ground_m2 / frame.portions)


def _ammonium_cap(task: Task, choices: list[_Choice], shed: Shed) -> Cap:
    """Ammonium and urea harm roots in soilless mix, the more so in the cold: a share of the
    nitrogen at most. A label that does not say its forms counts as neither good nor bad.
    """
    warmth = normals(shed.garden.site, task.stand.place.warmer_by_c).mean_c(task.day)
    most = MOST_AMMONIUM if warmth >= COLD_ROOTS_C else MOST_AMMONIUM_COLD
    over = tuple(
        0.0
        if c.contents.ammonium_urea_n is None
        else c.grams * (c.contents.ammonium_urea_n - most * c.contents.soluble_n)
        for c in choices
    )
    return Cap("ammonium", over, 0.0)


def _dressing_caps(task: Task, frame: _Frame, choices: list[_Choice], bed: Bed) -> Iterable[Cap]:
    soluble = tuple(c.grams * c.contents.soluble_n for c in choices)
    salt = tuple(c.grams * c.contents.ec_ds_m_per_g_l for c in choices)
    ground = task.ground_m2 / frame.portions
    yield Cap("dressing_n", soluble, DRESSING_N_G_M2 * ground)
    water_l_m2 = SATURATION_L_PER_KG * bed_soil_mass(bed).value
    yield Cap("dressing_ec", salt, DRESSING_EC_DS_M * water_l_m2 * ground)


def _product_caps(task: Task, frame: _Frame, choices: list[_Choice], shelf: Shelf) -> Iterable[Cap]:
    """Each product's own limits: label and stock."""
    for of, product in {c.of: c.product for c in choices}.items():
        use = tuple(c.grams if c.of == of else 0.0 for c in choices)
        left = shelf.left_g[product.id]
        if left is not None:
            yield Cap("stock", use, max(left, 0.0) / frame.portions)
        if product.max_rate is not None and task.ground_m2:
            ground = task.ground_m2 / frame.portions
            yield Cap("label_rate", use, product.max_rate.g_per_m2 * ground)
        if product.max_strength is not None and frame.water_l:
            yield Cap("label_strength", use, product.max_strength.g_per_l * frame.water_l)


def water_ec_ds_m(shed: Shed) -> float:
    """Return the conductivity of the garden's water, a usual one where it was not measured.

    Parameters
    ----------
    shed : Shed
        The garden's. [core]

    Returns
    -------
    float
        Electrical conductivity. [dS/m]
    """
    measured = shed.garden.site.water_ec_ds_m
    return ASSUMED_WATER_EC_DS_M if measured is None else measured


def _plan(task: Task, frame: _Frame, choices: list[_Choice], answer: Answer, shed: Shed) -> MixPlan:
    used = [(c, n) for c, n in zip(choices, answer.mix.counts, strict=True) if n]
    total = [sum(n * c.grams * c.contents.total[i] for c, n in used) for i in range(len(NUTRIENTS))]
    salt = sum(n * c.grams * c.contents.ec_ds_m_per_g_l for c, n in used)
    costs = [c.cost * n for c, n in used if c.cost is not None]
    water_l = frame.water_l
    return MixPlan(
        titles=answer.titles,
        portions=frame.portions,
        portion=frame.portion,
        water_l=water_l,
        per_plant_l=water_l * frame.portions / task.stand.plants,
        lines=tuple(_line(c, n, shed) for c, n in used),
        brings_g=tuple(x * frame.portions for x in answer.mix.brings),
        totals_g=tuple(x * frame.portions for x in total),
        miss=answer.mix.short,
        cost=sum(costs) * frame.portions if len(costs) == len(used) else None,
        n_mg_l=total[0] / water_l * 1000 if water_l else 0.0,
        ec_ds_m=salt / water_l + water_ec_ds_m(shed) if water_l else 0.0,
    )


def _line(choice: _Choice, count: int, shed: Shed) -> MixLine:
    """Level scoops of a product, in the largest scoop that holds just as much."""
    scoop, all_ml = shed.by_size[choice.size], count * shed.by_size[choice.size].volume.ml
    for larger in reversed(shed.by_size[choice.size + 1 :]):
        scoops = all_ml / larger.volume.ml
        if scoops >= 1 and abs(scoops - round(scoops)) < SAME:
            return MixLine(choice.product.id, larger.id, round(scoops), choice.grams * count)
    return MixLine(choice.product.id, scoop.id, count, choice.grams * count)
