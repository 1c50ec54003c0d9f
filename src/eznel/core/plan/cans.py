"""One can for several plantings on the same day, where that misses little more than a can each.

Each planting's own mix is tried on the others of its day: every one gets the litres that bring its
nitrogen, within what its pots or ground take at a time, under every cap. The mix that serves most
is taken first. Cans are whole, and what is left over is said.
"""

from collections.abc import Iterator, Sequence
from dataclasses import dataclass, replace
from datetime import date, timedelta
from math import ceil
from uuid import UUID

from eznel.core.blend import shortfall
from eznel.core.mixing.caps import Choice, DueJob, Portions, allowances, caps, comes_along
from eznel.core.nutrients import NOTHING
from eznel.core.plan.result import SharedCan, SharedPour
from eznel.core.schedule.litres import (
    GROUND_L_PER_M2,
    GROUND_L_PER_PLANT,
    TUB_DRENCH_SHARE,
    drench_l,
)
from eznel.core.season.course import JobPlan
from eznel.core.season.fold import Season
from eznel.core.season.workings import Workings
from eznel.core.shed import rules
from eznel.core.shed.rules import Taken
from eznel.core.shed.shelf import MixPlan, Shelf
from eznel.core.stands.stand import InTub

DRENCHES = (0.10, 0.15)
"""Least and most of a tub's mix that is poured at a time."""
AHEAD_DAYS = 14
"""Cans are planned so far ahead; what comes later will be another mix."""
TOLERANCE = 1e-9


@dataclass(frozen=True, slots=True)
class _Feed:
    """A planned feed, with its own mix."""

    season: Season
    job: JobPlan
    due: DueJob
    mix: MixPlan


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
    for day, feeds in sorted(_days(workings).items()):
        left = feeds
        while len(left) > 1:
            best = max(
                (_shared(feed, left, workings) for feed in left),
                key=lambda one: (len(one), -sum(pour.miss for pour in one)),
            )
            if len(best) < 2:
                break
            served = {pour.job for pour in best}
            source = next(feed for feed in left if feed.job.job.key == best[0].job)
            can = _can(day, source, best)
            left = [feed for feed in left if feed.job.job.key not in served]
            if _is_there(can, feeds, workings):
                found.append(can)
    return tuple(found)


def _days(workings: Workings) -> dict[date, list[_Feed]]:
    found: dict[date, list[_Feed]] = {}
    last = workings.today + timedelta(AHEAD_DAYS)
    for season in workings.seasons:
        for job in season.jobs:
            if not workings.today <= job.due_on <= last or job.status != "planned":
                continue
            poured = job.mix is not None and job.mix.water_l > 0
            if job.job.kind == "feed" and job.due is not None and poured and not job.causes:
                feed = _Feed(season, job, job.due, job.mixes[0])
                found.setdefault(job.due_on, []).append(feed)
    return found


def _shared(source: _Feed, feeds: Sequence[_Feed], workings: Workings) -> list[SharedPour]:
    """What one planting's mix would do for all of the day; its own comes first."""
    most = workings.garden.preferences.shared_miss_pct / 100
    pours = [pour for feed in feeds if (pour := _pour(source, feed, workings)) is not None]
    pours = [pour for pour in pours if pour.miss <= most + TOLERANCE]
    return sorted(pours, key=lambda pour: pour.job != source.job.job.key)


def _pour(source: _Feed, feed: _Feed, workings: Workings) -> SharedPour | None:
    """The litres of a mix that bring a planting its nitrogen; None where a cap forbids them."""
    stand, shed, mix = feed.season.stand, workings.shed, source.mix
    if stand.place.water != source.season.stand.place.water:
        return None
    choices = []
    for of, one in enumerate(mix.taken):
        product = shed.products[one.product]
        if rules.of_job(product, stand, "feed", feed.job.due_on, feed.due.used, feed.due.through):
            return None
        if feed.job.job.only is not None and product.id not in feed.job.job.only:
            return None
        available = shed.available(product.id, stand, feed.job.due_on)
        choices.append(
            Choice(of, product, 0, one.grams / (mix.water_l * mix.portions), available, None)
        )
    per_l = sum((c.available * c.grams for c in choices), NOTHING)
    litres = _litres(feed, per_l.n)
    brings = per_l * litres
    portions = Portions(1, "can", litres, feed.job.need_g)
    poured = [replace(choice, grams=choice.grams * litres) for choice in choices]
    limits = caps(feed.due, portions, poured, shed, Shelf(dict.fromkeys(shed.products)))
    for cap in (*limits, *comes_along(allowances(feed.due), portions, poured).yielding):
        if sum(cap.per_measure) > cap.limit * (1 + 1e-6) + TOLERANCE:
            return None
    own = shortfall(feed.job.need_g, feed.mix.brings_g)
    return SharedPour(
        job=feed.job.job.key,
        planting=stand.id,
        litres=litres,
        per_plant_l=litres / stand.plants,
        grams={choice.product.id: choice.grams * litres for choice in choices},
        brings_g=brings,
        miss=max(shortfall(feed.job.need_g, brings) - own, 0.0),
    )


def _litres(feed: _Feed, n_g_l: float) -> float:
    """For its nitrogen, within what is poured at a time; its own litres where it needs none."""
    stand = feed.season.stand
    own = feed.mix.water_l * feed.mix.portions * feed.mix.poured
    wanted = feed.job.need_g.n / n_g_l if n_g_l > 0 and feed.job.need_g.n > 0 else own
    if isinstance(stand, InTub):
        least, most = (drench_l(stand) * share / TUB_DRENCH_SHARE for share in DRENCHES)
    else:
        each, widest = GROUND_L_PER_PLANT
        least = each * stand.plants
        most = max(widest * stand.plants, GROUND_L_PER_M2 * stand.ground_m2)
    return min(max(wanted, least), most)


def _can(day: date, source: _Feed, pours: list[SharedPour]) -> SharedCan:
    mix = source.mix
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


def _is_there(can: SharedCan, feeds: Sequence[_Feed], workings: Workings) -> bool:
    """Whether the shed holds enough for it, after all that is planned up to that day."""
    served = {pour.job for pour in can.pours}
    freed: dict[UUID, float] = {}
    for one in _planned(workings, can.on):
        freed[one.product] = freed.get(one.product, 0.0) - one.grams
    for feed in feeds:
        if feed.job.job.key in served:
            for one in feed.mix.taken:
                freed[one.product] = freed.get(one.product, 0.0) + one.grams
    left = workings.shelf().left_g
    return all(
        (held := left[line.product]) is None
        or line.grams * can.cans <= held + freed.get(line.product, 0.0) + TOLERANCE
        for line in can.lines
    )


def _planned(workings: Workings, until: date) -> Iterator[Taken]:
    for season in workings.seasons:
        for job in season.jobs:
            if job.mixes and job.status == "planned" and job.due_on <= until:
                yield from job.mixes[0].taken
