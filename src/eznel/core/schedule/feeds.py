"""A planting's feeds and dressings: on which days, and how much of the season each brings.

Their number and interval follow the dates before anything was seen, so that a job keeps its key
for the whole season.
"""

from collections.abc import Callable
from dataclasses import dataclass, replace
from datetime import date, timedelta
from math import inf

from eznel.core.nutrients import WHOLE, Amounts
from eznel.core.products.solutions import most_n_mg_l as bearable_n_mg_l
from eznel.core.schedule.jobs import DRESSING_N_G_M2, LIQUID_N_G_M2, Job, key_of
from eznel.core.schedule.litres import (
    GROUND_N_MG_L,
    drench_l,
    most_ground_l,
)
from eznel.core.schedule.means import Means
from eznel.core.schedule.programmes import (
    DRESSING_GAP_DAYS,
    MERGED_DAYS,
    SHORTEST_INTERVAL_DAYS,
    FeedDay,
    Window,
    dressing_dates,
    feed_dates,
    feed_shares,
    interval_of,
    on_weekday,
    within_caps,
)
from eznel.core.shed.placing import JobKind
from eznel.core.stands.stand import InTub, OnGround, Stand

AUTUMN_N = 0.2
"""Most of the nitrogen before a winter that a crop stands through: it can hardly use more."""
TUB_K_KEEPS = 0.75
"""A programme's emphasis leaves a tub, which holds no potassium of its own, at least this share of
what the crop has taken up by then. [g/g]"""
SMALL_POT_L = 8.0
"""A pot that holds no more than this is small. [L]"""
WEAK = 0.75
"""Feeds that make no more than this share of what the stages bear are weak."""
SAND_DRESSING_SHARE = 0.7
"""Sand lets nitrate through: smaller dressings, so more of them."""


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


def _most_spread_n_g(stand: OnGround, means: Means) -> float:
    """What is slow is none of the soluble nitrogen that one dressing may bring. [g]"""
    return inf if means.lead_days else most_dressing_n_g(stand)


@dataclass(frozen=True, slots=True)
class _Days:
    """Days of feeding, each with its number among all that the programme has."""

    kind: JobKind
    interval_days: int
    numbered: list[tuple[int, FeedDay]]

    @property
    def on(self) -> list[date]:
        """The days alone."""
        return [day.on for _, day in self.numbered]


@dataclass(frozen=True, slots=True)
class Feeds:
    """Feeds or dressings, their interval, and the nitrogen that none could carry. [g]"""

    jobs: list[Job]
    interval_days: int
    unplaced_n_g: float


def _awake(stand: Stand, kind: JobKind, interval_days: int, days: list[FeedDay]) -> _Days:
    """Days with their numbers; days of rest are left out, and the others keep theirs."""
    numbered = list(enumerate(days, start=1))
    awake = [(n, day) for n, day in numbered if not stand.still(day.on)]
    return _Days(kind, interval_days, awake or numbered)


def dressings(stand: OnGround, window: Window, fed: Amounts, means: Means) -> Feeds:
    """Return the dressings at a programme's stages, or more of them where the limit asks it.

    Parameters
    ----------
    stand : OnGround
        The planting in a bed.
    window : Window
        When it may be fed.
    fed : Amounts
        What is fed in all. [g]
    means : Means
        What there is to spread.

    Returns
    -------
    Feeds
        In the order of their days.
    """
    interval = stand.programme.interval_days
    if not fed.any:
        return Feeds([], interval, 0.0)
    most = _most_spread_n_g(stand, means)
    starts = [stand.calendar.start_of(key) for key in stand.programme.side_dress_at]
    if stand.rests_before_stop:
        # After the winter: what is spread before it would be washed out by then.
        winter = stand.weather.midwinter_before(window.stop)
        window = replace(window, start=_woken(stand, max(window.start, winter)))
    share = min(most / fed.n, 1.0) if fed.n > 0 else 1.0
    lead = timedelta(means.lead_days)
    days = dressing_dates(window, [d - lead for d in starts if d], share, len(starts))
    awake = _awake(stand, "dressing", interval, [FeedDay(day, interval) for day in days])
    each = WHOLE * (1 / (len(awake.on) or 1))
    return _split(stand, awake, [each] * len(awake.on), fed, [most] * len(awake.on))


def _woken(stand: Stand, day: date) -> date:
    """The first day from one on that is none of rest."""
    days = (day + timedelta(n) for n in range(max((stand.calendar.stop - day).days, 1)))
    return next((one for one in days if not stand.still(one)), day)


def top_dressings(
    stand: OnGround, window: Window, fed: Amounts, base: Amounts, means: Means
) -> Feeds:
    """Return dressings at an interval, each carrying the crop to the next; closer where it must be.

    The interval is halved, down to a fortnight, until no dressing is too large. No programme
    spreads more often than that: what lies there has not dissolved yet.

    Parameters
    ----------
    stand : OnGround
        The planting in a bed.
    window : Window
        When it may be fed.
    fed : Amounts
        What is fed in all. [g]
    base : Amounts
        Share of each nutrient that was worked in before. [g/g]
    means : Means
        What there is to spread.

    Returns
    -------
    Feeds
        In the order of their days.
    """
    interval = max(stand.programme.interval_days, DRESSING_GAP_DAYS)
    if not fed.any:
        return Feeds([], interval, 0.0)
    most = _most_spread_n_g(stand, means)
    first = stand.first_calendar
    while interval > DRESSING_GAP_DAYS:
        wanted = feed_dates(first.hold_end, first.stop, _spread_every(stand, interval))
        if len(wanted) * most >= fed.n:
            break
        interval = max(interval // 2, DRESSING_GAP_DAYS)
    dates = feed_dates(window.start, window.stop, _spread_every(stand, interval))
    days = _awake(stand, "dressing", interval, on_weekday(dates, stand.feeding_day, window.stop))
    return _split(stand, days, _shares(stand, window, days.on, base), fed, [most] * len(days.on))


def _spread_every(stand: OnGround, most_days: int) -> Callable[[date], int]:
    interval = interval_of(stand.programme, stand.calendar.starts, most_days)
    return lambda day: max(interval(day), DRESSING_GAP_DAYS)


def liquids(stand: Stand, window: Window, fed: Amounts, base: Amounts, means: Means) -> Feeds:
    """Return feeds at a programme's intervals, or weekly where they would be too strong.

    Parameters
    ----------
    stand : Stand
        The planting in its place.
    window : Window
        When it may be fed.
    fed : Amounts
        What is fed in all. [g]
    base : Amounts
        Share of each nutrient that was worked in before. [g/g]
    means : Means
        What there is to dissolve, or to sprinkle in its place.

    Returns
    -------
    Feeds
        In the order of their days.
    """
    if not fed.any:
        return Feeds([], stand.programme.interval_days, 0.0)
    slow, strength = means.lead_days > 0, means.most_n_mg_l
    closest = None if slow else _closest_days(stand, fed.n, strength)
    least = _merged_days(stand, fed.n, strength)
    every = interval_of(stand.programme, stand.calendar.starts, closest, least)
    dates = feed_dates(window.start, window.stop, every)
    if all(day.gap_days >= SHORTEST_INTERVAL_DAYS for day in dates):
        dates = on_weekday(dates, stand.feeding_day, window.stop)
    interval = max(closest or stand.programme.interval_days, least)
    days = _awake(stand, "feed", interval, dates)
    most = [inf if slow else most_liquid_n_g(stand, day, strength) for day in days.on]
    feeds = _split(stand, days, _shares(stand, window, days.on, base), fed, most)
    aim = min(strength, GROUND_N_MG_L)
    return replace(feeds, jobs=[replace(job, aim_n_mg_l=aim) for job in feeds.jobs])


def _shares(stand: Stand, window: Window, days: list[date], base: Amounts) -> list[Amounts]:
    keeps = TUB_K_KEEPS if isinstance(stand, InTub) else 0.0
    shares = feed_shares(stand.programme, window, days, stand.calendar.starts, base, keeps)
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
) -> Feeds:
    """Jobs that split what is fed by their shares, no nitrogen above its cap."""
    if not days.numbered:
        return Feeds([], days.interval_days, fed.n)
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
            key_of(stand, days.kind, n),
            days.kind,
            n,
            day.on,
            day.gap_days,
            replace(fed.share(share), n=n_g),
        )
        for (n, day), n_g, share in zip(days.numbered, nitrogen.amounts, shares, strict=True)
    ]
    return Feeds(jobs, days.interval_days, nitrogen.rest)


def _closest_days(stand: Stand, fed_n_g: float, most_n_mg_l: float) -> int | None:
    """A week where feeds at the programme's intervals would be too strong, else None. [days]"""
    first = stand.first_calendar
    wanted = feed_dates(first.hold_end, first.stop, interval_of(stand.programme, first.starts))
    days = [day.on for day in wanted]
    most = [0.0 if stand.still(day) else most_liquid_n_g(stand, day, most_n_mg_l) for day in days]
    if stand.rests_before_stop:
        winter = stand.weather.midwinter_before(first.stop)
        before = sum(m for day, m in zip(days, most, strict=True) if day < winter)
        fits = min(before, AUTUMN_N * fed_n_g) + sum(most) - before >= fed_n_g
    else:
        fits = sum(most) >= fed_n_g
    return None if fits else SHORTEST_INTERVAL_DAYS


def _merged_days(stand: Stand, fed_n_g: float, most_n_mg_l: float) -> int:
    """A fortnight for small pots whose weekly feeds would be weak: a scoop is too much for so
    little, and two weeks' feed still within what the stages bear. 0 where not. [days]
    """
    if not isinstance(stand, InTub) or stand.filled_l.value > SMALL_POT_L:
        return 0
    first = stand.first_calendar
    days = feed_dates(first.hold_end, first.stop, lambda _: MERGED_DAYS)
    most = [0.0 if stand.still(d.on) else most_liquid_n_g(stand, d.on, most_n_mg_l) for d in days]
    return MERGED_DAYS if sum(most) * WEAK >= fed_n_g else 0


def most_liquid_n_g(stand: Stand, day: date | None, most_n_mg_l: float) -> float:
    """Return the most nitrogen that one liquid feed may bring.

    Parameters
    ----------
    stand : Stand
        The planting in its place.
    day : date or None
        The feed's day; None of a plant that is fully grown.
    most_n_mg_l : float
        Strength that the programme mixes feeds at, at most. [mg/L]

    Returns
    -------
    float
        By strength, and in the ground by area. [g]
    """
    if isinstance(stand, InTub):
        stage = None if day is None else stand.stage_on(day)
        return min(bearable_n_mg_l(stage), most_n_mg_l) * drench_l(stand) / 1000
    in_water = most_n_mg_l * most_ground_l(stand) * stand.plants / 1000
    return min(LIQUID_N_G_M2 * stand.ground_m2, in_water)
