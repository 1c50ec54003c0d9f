"""The first plan of a planting: its jobs, their days, and what each was to bring.

The first plan is made from the dates before anything was seen, as far as the number of feeds and
their interval goes, so that a job keeps its key for the whole season.
"""

from dataclasses import dataclass, replace
from datetime import date, timedelta
from uuid import UUID, uuid5

from eznel.core.crops.uptake import Curve, uptake_curve
from eznel.core.needs.dose import Needs, totals_g
from eznel.core.nutrients import NOTHING, NUTRIENTS, WHOLE, Amounts, element_of
from eznel.core.products.solutions import SEEDLING_N_MG_L, most_n_mg_l
from eznel.core.schedule.litres import (
    STARTER_L_PER_PLANT,
    STARTER_N_MG_L,
    drench_l,
    seedling_l,
)
from eznel.core.schedule.programmes import (
    DRESSING_GAP_DAYS,
    SHORTEST_INTERVAL_DAYS,
    Window,
    base_shares,
    dressing_dates,
    feed_dates,
    feed_shares,
    on_weekday,
    within_caps,
)
from eznel.core.shed.placing import JobKind
from eznel.core.stands.calendars import Calendar
from eznel.core.stands.stand import InTub, OnGround, Stand

DRESSING_N_G_M2 = 5.0
"""Most soluble nitrogen in one dressing on the ground."""
LIQUID_N_G_M2 = 2.0
"""Most nitrogen in one liquid feed on the ground."""
RAISED_DAYS = {"plain": 7, "charged": 14}
"""Days between feeds of seedlings in unfertilised mix, and in mix with a charge."""
AUTUMN_N = 0.2
"""Most of the nitrogen before a winter that a crop stands through: it can hardly use more."""
SAND_BASE_SHARE, SAND_DRESSING_SHARE = 0.5, 0.7
"""Sand lets nitrate through: half the base, and smaller dressings, so more of them."""
OF_SEASON = ("base", "feed", "dressing", "starter")
"""Jobs that are of the season's account; seedlings' are not."""

JOB_KINDS = UUID("5d0c5b2e-6f54-4c0a-9a53-2f1d8f4f6a10")
"""Namespace of job keys: the same planting, kind and number give the same key for ever."""


@dataclass(frozen=True, slots=True)
class Job:
    """One planned piece of work. `first_g` is what the first plan gave it, by nutrient. [g]"""

    key: UUID
    kind: JobKind
    ordinal: int
    planned_on: date
    gap_days: int
    first_g: Amounts
    only: frozenset[UUID] | None = None
    """Products of a season-wide blend; any may be used where there is none."""


@dataclass(frozen=True, slots=True)
class FirstPlan:
    """All jobs of a planting, and the nitrogen that no job could carry. [g]"""

    jobs: tuple[Job, ...]
    window: Window
    interval_days: int
    unplaced_n_g: float
    before_g: Amounts = NOTHING
    """What it had before the log was kept. [g]"""
    blend: UUID | None = None
    """The season-wide blend that its jobs follow."""


def job_key(planting: UUID, kind: JobKind, ordinal: int, year: int | None = None) -> UUID:
    """Return the key that log entries and pins refer to.

    Parameters
    ----------
    planting : UUID
        The planting.
    kind : JobKind
        Of the job.
    ordinal : int
        Number in its kind, from 1. [count]
    year : int or None
        Of a perennial's growing year after its first.

    Returns
    -------
    UUID
        Always the same for the same job.
    """
    of = str(planting) if year is None else f"{planting}/{year}"
    return uuid5(JOB_KINDS, f"{of}/{kind}/{ordinal}")


def _key(stand: Stand, kind: JobKind, ordinal: int) -> UUID:
    first = stand.calendar.begins == stand.planting.planted_on
    return job_key(stand.id, kind, ordinal, None if first else stand.calendar.begins.year)


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


def first_plan(stand: Stand, needs: Needs, slow_n: Curve | None = None) -> FirstPlan:
    """Return a planting's jobs.

    Parameters
    ----------
    stand : Stand
        The planting in its place.
    needs : dict of str to Need
        Its season's needs. [g]
    slow_n : Curve or None
        How a base's nitrogen becomes available, where it is slow. [g/g]

    Returns
    -------
    FirstPlan
        Base dressing first, then feeds or dressings in order of their days. [g]
    """
    window = replace(window_of(stand, stand.calendar), slow_n=slow_n)
    season = totals_g(needs)
    late = stand.kept_since is not None and stand.planting.had == "nothing"
    if stand.kept_since is not None and late:
        # Nothing was given: all of it is still to come, as fast as the limits bear it.
        window = replace(window, start=max(window.start, stand.kept_since))
    base = NOTHING if late else _base(stand, needs, window)
    first, fed = season.share(base), season.share(WHOLE - base)
    begins = stand.calendar.begins
    jobs = raising(stand)
    if first.any:
        jobs.append(Job(_key(stand, "base", 1), "base", 1, begins, 0, first))
    starter_n_g = _starter_n_g(stand, fed.n)
    if starter_n_g > 0:
        fed = replace(fed, n=fed.n - starter_n_g)
        key = _key(stand, "starter", 1)
        jobs.append(Job(key, "starter", 1, begins, 0, Amounts(n=starter_n_g)))
    if stand.programme.method == "side_dress" and isinstance(stand, OnGround):
        feeds = _dressings(stand, window, fed)
    elif stand.programme.method == "top_dress" and isinstance(stand, OnGround):
        feeds = _top_dressings(stand, window, fed, base)
    else:
        feeds = _liquids(stand, window, fed, base)
    since = stand.kept_since or date.min
    all_jobs = (*jobs, *feeds.jobs)
    return FirstPlan(
        tuple(job for job in all_jobs if job.planned_on >= since),
        window,
        feeds.interval_days,
        feeds.unplaced_n_g,
        sum((j.first_g for j in all_jobs if j.planned_on < since and j.kind in OF_SEASON), NOTHING),
    )


def _base(stand: Stand, needs: Needs, window: Window) -> Amounts:
    if isinstance(stand, InTub):
        # A tub is fed by the curves; only slow products may carry nitrogen from the start.
        return Amounts(n=stand.programme.base_n_share)
    k_g_m2 = needs["K"].total.value / stand.ground_m2
    shares = base_shares(stand.programme, window, k_g_m2, element_of("K2O")[1])
    # What is dug in before winter is washed out by spring, and on sand much of a large base.
    if stand.rests_before_stop and stand.crop.habit != "perennial":
        return replace(shares, n=0.0)
    if on_sand(stand) and shares.n < 1:
        return replace(shares, n=shares.n * SAND_BASE_SHARE)
    return shares


def on_sand(stand: OnGround) -> bool:
    """Return whether a stand's ground holds little.

    Parameters
    ----------
    stand : OnGround
        The planting in a bed.

    Returns
    -------
    bool
        Sand.
    """
    return stand.place.texture == "sand"


def most_dressing_n_g(stand: OnGround) -> float:
    """Return the most soluble nitrogen of one dressing.

    Parameters
    ----------
    stand : OnGround
        The planting in a bed.

    Returns
    -------
    float
        Less on sand, which lets it through. [g]
    """
    most = DRESSING_N_G_M2 * (SAND_DRESSING_SHARE if on_sand(stand) else 1.0)
    return most * stand.ground_m2


def _starter_n_g(stand: Stand, fed_n_g: float) -> float:
    """Nitrogen in the starter solution of plants that are planted out. [g]"""
    wanted = stand.programme.at_planting == "starter"
    if not wanted or stand.planting.sown_in_place or stand.crop.habit == "perennial":
        return 0.0
    return min(STARTER_L_PER_PLANT * stand.plants * STARTER_N_MG_L / 1000, fed_n_g)


def raising(stand: Stand) -> list[Job]:
    """Return the weak feeds of seedlings, from their first true leaf to planting out.

    A seed feeds its plant until then. What they are given is none of the bed's or tub's account.

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
    gap = RAISED_DAYS["plain" if planting.raised_in == "plain" else "charged"]
    days = feed_dates(true_leaf, planting.planted_on, gap)
    grams = seedling_l(stand) * SEEDLING_N_MG_L / 1000
    return [
        Job(_key(stand, "seedling", n), "seedling", n, day, gap, Amounts(n=grams))
        for n, day in enumerate(days, start=1)
    ]


@dataclass(frozen=True, slots=True)
class _Days:
    """Days of feeding, each with its number among all that the programme has."""

    kind: JobKind
    gap_days: int
    numbered: list[tuple[int, date]]

    @property
    def on(self) -> list[date]:
        """The days alone."""
        return [day for _, day in self.numbered]


@dataclass(frozen=True, slots=True)
class _Feeds:
    """Feeds or dressings, their interval, and the nitrogen that none could carry. [g]"""

    jobs: list[Job]
    interval_days: int
    unplaced_n_g: float


def _awake(stand: Stand, kind: JobKind, gap_days: int, days: list[date]) -> _Days:
    """Days with their numbers; days of rest are left out, and the others keep theirs."""
    numbered = list(enumerate(days, start=1))
    awake = [(n, day) for n, day in numbered if not stand.still(day)]
    return _Days(kind, gap_days, awake or numbered)


def _dressings(stand: OnGround, window: Window, fed: Amounts) -> _Feeds:
    interval = stand.programme.interval_days
    if not fed.any:
        return _Feeds([], interval, 0.0)
    most = most_dressing_n_g(stand)
    starts = [stand.calendar.start_of(key) for key in stand.programme.side_dress_at]
    if stand.rests_before_stop:
        # After the winter: what is spread before it would be washed out by then.
        winter = stand.weather.midwinter_before(window.stop)
        window = replace(window, start=_woken(stand, max(window.start, winter)))
    share = min(most / fed.n, 1.0) if fed.n > 0 else 1.0
    days = dressing_dates(window, [d for d in starts if d], share, len(starts))
    awake = _awake(stand, "dressing", interval, days)
    each = WHOLE * (1 / (len(awake.on) or 1))
    return _split(stand, awake, [each] * len(awake.on), fed, [most] * len(awake.on))


def _woken(stand: Stand, day: date) -> date:
    """The first day from one on that is none of rest."""
    days = (day + timedelta(n) for n in range(max((stand.calendar.stop - day).days, 1)))
    return next((one for one in days if not stand.still(one)), day)


def _top_dressings(stand: OnGround, window: Window, fed: Amounts, base: Amounts) -> _Feeds:
    """Spread at an interval, each dressing carrying the crop to the next; closer where it must be.

    The interval is halved, down to a fortnight, until no dressing is too large. No programme
    spreads more often than that: what lies there has not dissolved yet.
    """
    interval = max(stand.programme.interval_days, DRESSING_GAP_DAYS)
    if not fed.any:
        return _Feeds([], interval, 0.0)
    most = most_dressing_n_g(stand)
    first = stand.first_calendar
    while interval > DRESSING_GAP_DAYS:
        if len(feed_dates(first.hold_end, first.stop, interval)) * most >= fed.n:
            break
        interval = max(interval // 2, DRESSING_GAP_DAYS)
    dates = feed_dates(window.start, window.stop, interval)
    days = _awake(stand, "dressing", interval, on_weekday(dates, stand.feeding_day, window.stop))
    return _split(stand, days, _shares(stand, window, days.on, base), fed, [most] * len(days.on))


def _liquids(stand: Stand, window: Window, fed: Amounts, base: Amounts) -> _Feeds:
    if not fed.any:
        return _Feeds([], stand.programme.interval_days, 0.0)
    interval = _interval(stand, fed.n)
    dates = feed_dates(window.start, window.stop, interval)
    if interval >= SHORTEST_INTERVAL_DAYS:
        dates = on_weekday(dates, stand.feeding_day, window.stop)
    days = _awake(stand, "feed", interval, dates)
    most = [_most_n_g(stand, day) for day in days.on]
    return _split(stand, days, _shares(stand, window, days.on, base), fed, most)


def _shares(stand: Stand, window: Window, days: list[date], base: Amounts) -> list[Amounts]:
    starts = {span.key: span.start for span in stand.calendar.spans}
    shares = feed_shares(stand.programme, window, days, starts, base)
    if not stand.rests_before_stop or stand.crop.habit == "perennial":
        return shares
    winter = stand.weather.midwinter_before(window.stop)
    autumn = sum(share.n for day, share in zip(days, shares, strict=True) if day < winter)
    if autumn <= AUTUMN_N or autumn >= 1:
        return shares
    less, more = AUTUMN_N / autumn, (1 - AUTUMN_N) / (1 - autumn)
    return [
        replace(share, n=share.n * (less if day < winter else more))
        for day, share in zip(days, shares, strict=True)
    ]


def _split(
    stand: Stand, days: _Days, shares: list[Amounts], fed: Amounts, most_n_g: list[float]
) -> _Feeds:
    """Jobs that split what is fed by their shares, no nitrogen above its cap."""
    if not days.numbered:
        return _Feeds([], days.gap_days, fed.n)
    wanted = [share.n * fed.n for share in shares]
    if stand.rests_before_stop and stand.crop.habit != "perennial":
        winter = stand.weather.midwinter_before(stand.calendar.stop)
        most_n_g = [
            min(most, n_g) if day < winter else most
            for day, n_g, most in zip(days.on, wanted, most_n_g, strict=True)
        ]
    nitrogen = within_caps(wanted, most_n_g)
    jobs = [
        Job(
            _key(stand, days.kind, n),
            days.kind,
            n,
            day,
            days.gap_days,
            replace(fed.share(share), n=n_g),
        )
        for (n, day), n_g, share in zip(days.numbered, nitrogen.amounts, shares, strict=True)
    ]
    return _Feeds(jobs, days.gap_days, nitrogen.rest)


def _interval(stand: Stand, fed_n_g: float) -> int:
    """The programme's interval, or a week where feeds would be too strong for it."""
    wanted = stand.programme.interval_days
    days = feed_dates(stand.first_calendar.hold_end, stand.first_calendar.stop, wanted)
    most = [0.0 if stand.still(day) else _most_n_g(stand, day) for day in days]
    if stand.rests_before_stop:
        winter = stand.weather.midwinter_before(stand.first_calendar.stop)
        before = sum(m for day, m in zip(days, most, strict=True) if day < winter)
        fits = min(before, AUTUMN_N * fed_n_g) + sum(most) - before >= fed_n_g
    else:
        fits = sum(most) >= fed_n_g
    return wanted if fits else min(wanted, SHORTEST_INTERVAL_DAYS)


def _most_n_g(stand: Stand, day: date) -> float:
    """Most nitrogen that one liquid feed may bring on a day. [g]"""
    if isinstance(stand, InTub):
        return most_n_mg_l(stand.stage_on(day)) * drench_l(stand) / 1000
    return LIQUID_N_G_M2 * stand.ground_m2
