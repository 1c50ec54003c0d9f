"""The first plan of a planting: base, seedlings and starter, and then its feeds.

The first plan is made from the dates before anything was seen, as far as the number of feeds and
their interval goes, so that a job keeps its key for the whole season.
"""

from dataclasses import replace
from datetime import date, timedelta

from eznel.core.crops.uptake import uptake_curve
from eznel.core.needs.dose import Needs, totals_g
from eznel.core.nutrients import NOTHING, NUTRIENTS, WHOLE, Amounts, element_of
from eznel.core.products.solutions import SEEDLING_N_MG_L
from eznel.core.schedule.feeds import dressings, liquids, on_sand, top_dressings
from eznel.core.schedule.jobs import FirstPlan, Job, key_of
from eznel.core.schedule.litres import (
    STARTER_L_PER_PLANT,
    STARTER_N_MG_L,
    seedling_l,
)
from eznel.core.schedule.means import Means
from eznel.core.schedule.programmes import (
    Window,
    base_shares,
    feed_dates,
)
from eznel.core.stands.calendars import Calendar
from eznel.core.stands.stand import InTub, OnGround, Stand

RAISED_DAYS = {"plain": 7, "charged": 14}
"""Days between feeds of seedlings in unfertilised mix, and in mix with a charge."""
SAND_BASE_SHARE = 0.5
"""Sand lets nitrate through: half the base."""
RICH_SHARE = 0.1
"""A mix that holds this share of a season's nitrogen, or more, is a rich one."""
OF_SEASON = ("base", "feed", "dressing", "starter")
"""Jobs that are of the season's account; seedlings' are not."""


def window_of(stand: Stand, calendar: Calendar) -> Window:
    """Return when a stand may be fed by one of its calendars, and how its uptake runs.

    Parameters
    ----------
    stand : Stand
        The planting in its place.
    calendar : Calendar
        Its dates, as they are or as they were first.

    Returns
    -------
    Window
        From the end of the hold to the stop.
    """
    curves = {
        x: uptake_curve(x, calendar.spans, calendar.stages).held(calendar.pause) for x in NUTRIENTS
    }
    return Window(calendar.hold_end, calendar.stop, curves, calendar.pause)


def first_plan(stand: Stand, needs: Needs, means: Means) -> FirstPlan:
    """Return a planting's jobs.

    Parameters
    ----------
    stand : Stand
        The planting in its place.
    needs : dict of str to Need
        Its season's needs. [g]
    means : Means
        What there is to feed it with.

    Returns
    -------
    FirstPlan
        Base dressing first, then feeds or dressings in order of their days. [g]
    """
    window = replace(window_of(stand, stand.calendar), slow_n=means.slow_n)
    season = totals_g(needs)
    late = stand.kept_since is not None and stand.planting.had == "nothing"
    if stand.kept_since is not None and late:
        # Nothing was given: all of it is still to come, as fast as the limits bear it.
        window = replace(window, start=max(window.start, stand.kept_since))
    base = NOTHING if late else _base(stand, needs, window, means)
    first, fed = season.share(base), season.share(WHOLE - base)
    rich = _is_rich(stand, needs)
    if rich:
        first = fed = NOTHING
    begins = stand.calendar.begins
    jobs = raising(stand)
    if first.any:
        jobs.append(Job(key_of(stand, "base", 1), "base", 1, begins, 0, first))
    starter_n_g = _starter_n_g(stand, fed.n)
    if starter_n_g > 0:
        fed = replace(fed, n=fed.n - starter_n_g)
        key = key_of(stand, "starter", 1)
        jobs.append(Job(key, "starter", 1, begins, 0, Amounts(n=starter_n_g)))
    feeding = _ahead(window, means.lead_days)
    if stand.programme.method == "side_dress" and isinstance(stand, OnGround):
        feeds = dressings(stand, feeding, fed, means)
    elif stand.programme.method == "top_dress" and isinstance(stand, OnGround):
        feeds = top_dressings(stand, feeding, fed, base, means)
    else:
        feeds = liquids(stand, feeding, fed, base, means)
    since = stand.kept_since or date.min
    all_jobs = (*jobs, *feeds.jobs)
    return FirstPlan(
        tuple(job for job in all_jobs if job.planned_on >= since),
        window,
        feeds.interval_days,
        feeds.unplaced_n_g,
        sum((j.first_g for j in all_jobs if j.planned_on < since and j.kind in OF_SEASON), NOTHING),
        most_n_mg_l=means.most_n_mg_l,
        rich_mix=rich,
    )


def _ahead(window: Window, days: int) -> Window:
    """What needs time to act is all given so long before feeding stops."""
    stop = window.stop - timedelta(days)
    return replace(window, stop=stop) if window.start < stop else window


def _is_rich(stand: Stand, needs: Needs) -> bool:
    """Whether a programme feeds a rich mix nothing, and this is one."""
    if stand.programme.rich_mix == "counts" or not isinstance(stand, InTub):
        return False
    held, rest = needs["N"].credit_g, needs["N"].total.value
    return held >= RICH_SHARE * (held + rest)


def _base(stand: Stand, needs: Needs, window: Window, means: Means) -> Amounts:
    if isinstance(stand, InTub):
        # A tub is fed by the curves; only slow products may carry nitrogen from the start.
        # Beside a mix that is not rich, who feeds instead of mixing in works nothing in.
        either = stand.programme.rich_mix == "instead_of_feed"
        return Amounts(n=0.0 if either else stand.programme.base_n_share)
    k_g_m2 = needs["K"].total.value / stand.ground_m2
    shares = base_shares(stand.programme, window, k_g_m2, element_of("K2O")[1])
    if shares.n == 0 and not means.has_base and not stand.rests_before_stop:
        return NOTHING  # the feeds bring what nothing in the shed can before planting
    # What is dug in before winter is washed out by spring, and on sand much of a large base.
    if stand.rests_before_stop and stand.crop.habit != "perennial":
        return replace(shares, n=0.0)
    if on_sand(stand) and shares.n < 1:
        return replace(shares, n=shares.n * SAND_BASE_SHARE)
    return shares


def _starter_n_g(stand: Stand, fed_n_g: float) -> float:
    """Nitrogen in the starter solution of plants that are planted out. [g]"""
    wanted = stand.programme.at_planting == "starter"
    if not wanted or stand.planting.sown_in_place or stand.crop.habit == "perennial":
        return 0.0
    return min(STARTER_L_PER_PLANT * stand.plants * STARTER_N_MG_L / 1000, fed_n_g)


def raising(stand: Stand) -> list[Job]:
    """Return the weak feeds of seedlings, from their first true leaf to planting out.

    A seed feeds its plant until then. Potted on, they rest as long as between two feeds: roots
    have to take hold, and the new mix has a charge of its own. What they are given is none of the
    bed's or tub's account.

    Parameters
    ----------
    stand : Stand
        The planting in its place.

    Returns
    -------
    list of Job
        Empty where it was not raised here, or is sown where it stays. [g]
    """
    planting = stand.planting
    if planting.sown_on is None or planting.sown_in_place:
        return []
    span = next((s for s in stand.calendar.spans if s.key == "seedling"), None)
    if span is None:
        return []
    true_leaf = span.start + (span.end - span.start) / 2
    gap = RAISED_DAYS[planting.raised_in or stand.programme.raised_in or "charged"]
    out = planting.planted_on
    potted = stand.calendar.start_of("potted_on") or out
    days = feed_dates(true_leaf, min(potted, out), lambda _: gap)
    days += feed_dates(potted + timedelta(gap), out, lambda _: gap)
    grams = seedling_l(stand) * SEEDLING_N_MG_L / 1000
    return [
        Job(key_of(stand, "seedling", n), "seedling", n, day.on, gap, Amounts(n=grams))
        for n, day in enumerate(days, start=1)
    ]
