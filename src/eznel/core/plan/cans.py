"""One can for several plantings on the same day, where that misses little more than a can each.

Each planting's own mix is tried on the others of its day: every one gets the litres that bring its
nitrogen, within what its pots or ground take at a time, under every cap. The mix that serves most
is taken first. Cans are whole, and what is left over is said.
"""

from collections import defaultdict
from collections.abc import Iterator, Mapping, Sequence
from dataclasses import dataclass
from datetime import date, timedelta
from math import ceil
from uuid import UUID

import numpy as np

from eznel.core.blend import Floats, shortfalls
from eznel.core.mixing.caps import (
    Allowance,
    Choice,
    DueJob,
    Portions,
    allowances,
    caps,
    comes_along,
)
from eznel.core.nutrients import NOTHING, NUTRIENTS, Amounts
from eznel.core.plan.result import SharedCan, SharedPour
from eznel.core.products.fertiliser import Fertiliser
from eznel.core.schedule.litres import (
    GROUND_L_PER_M2,
    GROUND_L_PER_PLANT,
    TUB_DRENCH_SHARE,
    drench_l,
)
from eznel.core.season.course import JobPlan
from eznel.core.season.workings import Workings
from eznel.core.shed import rules
from eznel.core.shed.shelf import MixPlan, Shed, Shelf
from eznel.core.stands.stand import InTub, Stand

DRENCHES = (0.10, 0.15)
"""Least and most of a tub's mix that is poured at a time."""
AHEAD_DAYS = 14
"""Cans are planned so far ahead; what comes later will be another mix."""
TOLERANCE = 1e-9


@dataclass(frozen=True, slots=True)
class _Feed:
    """A planned feed, with its own mix."""

    job: JobPlan
    due: DueJob
    mix: MixPlan

    @property
    def key(self) -> UUID:
        return self.job.job.key

    @property
    def stand(self) -> Stand:
        return self.due.stand


@dataclass(frozen=True, slots=True)
class _Mixes:
    """The mixes of a day's feeds, as they are tried on each of them."""

    feeds: Sequence[_Feed]
    products: Sequence[Fertiliser]
    of: Sequence[Sequence[int]]
    """Which of the products are in each feed's mix, in its order."""
    g_per_l: Floats
    """Of each product, down, in each feed's mix. [g/L]"""


def shared_cans(workings: Workings) -> tuple[SharedCan, ...]:
    """Return the mixes that serve several plantings on a day.

    Parameters
    ----------
    workings : Workings
        The garden's.

    Returns
    -------
    tuple of SharedCan
        In order of days, over the fortnight ahead.
    """
    found: list[SharedCan] = []
    taken_g: dict[UUID, float] = defaultdict(float)
    for day, jobs in sorted(_planned(workings).items()):
        for job in jobs:
            for one in job.taken:
                taken_g[one.product] += one.grams
        cans = _of_day(day, _feeds(jobs), workings)
        found += [can for can in cans if _is_there(can, jobs, workings.shelf(), taken_g)]
    return tuple(found)


def _planned(workings: Workings) -> dict[date, list[JobPlan]]:
    """What takes from the shed until the last day of which cans are planned."""
    found: dict[date, list[JobPlan]] = {}
    last = workings.today + timedelta(AHEAD_DAYS)
    for season in workings.seasons:
        for job in season.jobs:
            if job.status == "planned" and job.due_on <= last:
                found.setdefault(job.due_on, []).append(job)
    return found


def _feeds(jobs: Sequence[JobPlan]) -> list[_Feed]:
    return [
        _Feed(job, job.due, job.mix)
        for job in jobs
        if job.job.kind == "feed" and job.due is not None and not job.causes
        if job.mix is not None and job.mix.water_l > 0
    ]


def _of_day(day: date, feeds: Sequence[_Feed], workings: Workings) -> tuple[SharedCan, ...]:
    """The cans that would serve several, whatever is in the shed; as before for the same feeds."""
    if len(feeds) < 2:
        return ()
    most = workings.garden.preferences.shared_miss_pct / 100 + TOLERANCE
    return workings.kept.part(
        ("shared cans", day),
        tuple([feed.job for feed in feeds]),
        lambda: tuple(_cans(day, feeds, _pours(feeds, most, workings.shed))),
    )


def _cans(
    day: date, feeds: Sequence[_Feed], pours: Mapping[UUID, Sequence[SharedPour]]
) -> Iterator[SharedCan]:
    left = {feed.key: feed for feed in feeds}
    while len(left) > 1:
        served = {key: [pour for pour in pours[key] if pour.job in left] for key in left}
        best = max(
            served, key=lambda key: (len(served[key]), -sum(pour.miss for pour in served[key]))
        )
        if len(served[best]) < 2:
            return
        yield _can(day, left[best].mix, served[best])
        for pour in served[best]:
            del left[pour.job]


def _pours(
    feeds: Sequence[_Feed], most_missed: float, shed: Shed
) -> Mapping[UUID, Sequence[SharedPour]]:
    """What each feed's mix would do for all of the day; its own comes first."""
    mixes = _mixes(feeds, shed)
    found: dict[UUID, list[SharedPour]] = {feed.key: [] for feed in feeds}
    for feed in feeds:
        for source, pour in _tried(feed, mixes, most_missed, shed):
            found[source].append(pour)
    return {key: sorted(some, key=lambda pour: pour.job != key) for key, some in found.items()}


def _mixes(feeds: Sequence[_Feed], shed: Shed) -> _Mixes:
    row: dict[UUID, int] = {}
    of = [[row.setdefault(one.product, len(row)) for one in feed.mix.taken] for feed in feeds]
    g_per_l = np.zeros((len(row), len(feeds)))
    for n, feed in enumerate(feeds):
        in_all_l = feed.mix.water_l * feed.mix.portions
        g_per_l[of[n], n] = [one.grams / in_all_l for one in feed.mix.taken]
    return _Mixes(feeds, [shed.products[product] for product in row], of, g_per_l)


def _tried(
    feed: _Feed, mixes: _Mixes, most_missed: float, shed: Shed
) -> Iterator[tuple[UUID, SharedPour]]:
    """Every mix that serves a feed well, poured in the litres that bring its nitrogen."""
    brings = [_brought(feed, product, shed) for product in mixes.products]
    per_g = np.array([(of or NOTHING).values for of in brings]).reshape(-1, len(NUTRIENTS))
    per_l = per_g.T @ mixes.g_per_l
    litres = _litres(feed, per_l[0])
    own = np.array(feed.mix.brings_g.values)[:, None]
    short = shortfalls(feed.job.need_g, np.hstack((per_l * litres, own)))
    miss = np.maximum(short[:-1] - short[-1], 0.0)
    barred = np.array([of is None for of in brings])
    may, allowed = (miss <= most_missed) & ~mixes.g_per_l[barred].any(axis=0), allowances(feed.due)
    for n in may.nonzero()[0]:
        source = mixes.feeds[n]
        if source.stand.place.water != feed.stand.place.water:
            continue
        grams = (mixes.g_per_l[:, n] * litres[n]).tolist()
        choices = [
            Choice(of, mixes.products[of], 0, grams[of], brings[of] or NOTHING, None)
            for of in mixes.of[n]
        ]
        portions = Portions(1, "can", float(litres[n]), feed.job.need_g)
        if _within(feed.due, portions, choices, allowed, shed):
            yield (
                source.key,
                SharedPour(
                    job=feed.key,
                    planting=feed.stand.id,
                    litres=float(litres[n]),
                    per_plant_l=float(litres[n]) / feed.stand.plants,
                    grams={choice.product.id: choice.grams for choice in choices},
                    brings_g=Amounts(*(per_l[:, n] * litres[n]).tolist()),
                    miss=float(miss[n]),
                ),
            )


def _brought(feed: _Feed, product: Fertiliser, shed: Shed) -> Amounts | None:
    """What a gram of a product brings a planting; None where it may not be given to it. [g/g]"""
    due, only = feed.due, feed.job.job.only
    if only is not None and product.id not in only:
        return None
    if rules.of_job(product, due.stand, "feed", feed.job.due_on, due.used, due.through):
        return None
    return shed.available(product.id, due.stand, feed.job.due_on)


def _within(
    due: DueJob,
    portions: Portions,
    choices: list[Choice],
    allowed: tuple[Allowance, ...],
    shed: Shed,
) -> bool:
    """Whether no cap forbids a mix in these litres; what the shed holds is looked at later."""
    limits = caps(due, portions, choices, shed, Shelf(dict.fromkeys(shed.products)))
    along = comes_along(allowed, portions, choices).yielding
    return all(
        sum(cap.per_measure) <= cap.limit * (1 + 1e-6) + TOLERANCE for cap in (*limits, *along)
    )


def _litres(feed: _Feed, n_g_l: Floats) -> Floats:
    """For its nitrogen, within what is poured at a time; its own litres where it needs none. [L]"""
    stand, wanted_g = feed.stand, feed.job.need_g.n
    own = feed.mix.water_l * feed.mix.portions * feed.mix.poured
    wanted = np.full_like(n_g_l, own)
    if wanted_g > 0:
        np.divide(wanted_g, n_g_l, out=wanted, where=n_g_l > 0)
    if isinstance(stand, InTub):
        least, most = (drench_l(stand) * share / TUB_DRENCH_SHARE for share in DRENCHES)
    else:
        each, widest = GROUND_L_PER_PLANT
        least = each * stand.plants
        most = max(widest * stand.plants, GROUND_L_PER_M2 * stand.ground_m2)
    return np.minimum(np.maximum(wanted, least), most)


def _can(day: date, mix: MixPlan, pours: list[SharedPour]) -> SharedCan:
    litres = sum(pour.litres for pour in pours)
    cans = ceil(litres / mix.water_l - TOLERANCE)
    return SharedCan(
        on=day,
        cans=cans,
        can_l=mix.water_l,
        lines=mix.lines,
        pours=tuple(pours),
        left_over_l=max(cans * mix.water_l - litres, 0.0),
        saves=len(pours) - 1,
        n_mg_l=mix.n_mg_l,
        ec_ds_m=mix.ec_ds_m,
    )


def _is_there(
    can: SharedCan, jobs: Sequence[JobPlan], shelf: Shelf, taken_g: Mapping[UUID, float]
) -> bool:
    """Whether the shed holds enough for it, after all that is planned up to that day."""
    served = {pour.job for pour in can.pours}
    freed_g: dict[UUID, float] = defaultdict(float)
    for job in jobs:
        if job.job.key in served:
            for one in job.taken:
                freed_g[one.product] += one.grams
    return all(
        (held := shelf.left_g[line.product]) is None
        or line.grams * can.cans
        <= held - taken_g.get(line.product, 0.0) + freed_g[line.product] + TOLERANCE
        for line in can.lines
    )
