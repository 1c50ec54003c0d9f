"""The first plan of a planting: its jobs, their days, and what each was to bring.

The first plan is made from the dates before anything was seen, as far as the number of feeds and
their interval goes, so that a job keeps its key for the whole season.
"""

from dataclasses import dataclass, replace
from datetime import date
from math import ceil
from uuid import UUID, uuid5

from eznel.core.crops.uptake import Curve, uptake_curve
from eznel.core.document import Bed, Tub
from eznel.core.needs.dose import Needs
from eznel.core.products.solutions import SEEDLING_N_MG_L, most_n_mg_l
from eznel.core.quantities import NUTRIENTS, element_of
from eznel.core.schedule.programmes import (
    DRESSING_GAP_DAYS,
    SHORTEST_INTERVAL_DAYS,
    Window,
    base_shares,
    dressing_dates,
    feed_dates,
    feed_shares,
    within_caps,
)
from eznel.core.stands.calendars import Calendar
from eznel.core.stands.stands import Stand

DRESSING_N_G_M2 = 5.0
"""Most soluble nitrogen in one dressing on the ground."""
LIQUID_N_G_M2 = 2.0
"""Most nitrogen in one liquid feed on the ground."""
TUB_DRENCH_SHARE = 0.12
"""Feed per tub as a share of its mix: between 10 and 15 %, until a little drains."""
GROUND_L_PER_PLANT = (0.5, 2.0)
"""Least feed for one plant in the ground, and most for a small one. [L]"""
GROUND_L_PER_M2 = 10.0
"""Most feed on the ground of a wide plant: a centimetre of water. [L/m²]"""
STARTER_L_PER_PLANT, STARTER_N_MG_L = 0.25, 100.0
"""Starter solution at planting: at most so much, and so strong."""
SEEDLING_L_PER_PLANT = 0.05
"""What a seedling in its module takes up at a time: assumed. [L]"""
RAISED_DAYS = {"plain": 7, "charged": 14}
"""Days between feeds of seedlings in unfertilised mix, and in mix with a charge."""
SAND_BASE_SHARE, SAND_DRESSING_SHARE = 0.5, 0.7
"""Sand lets nitrate through: half the base, and smaller dressings, so more of them."""
GROUND_N_MG_L = 150.0
"""Strength that the litres for a plant in the ground aim at."""

JOB_KINDS = UUID("5d0c5b2e-6f54-4c0a-9a53-2f1d8f4f6a10")
"""Namespace of job keys: the same planting, kind and number give the same key for ever."""


@dataclass(frozen=True, slots=True)
class Job:
    """One planned piece of work. `first_g` is what the first plan gave it, by nutrient. [g]"""

    key: UUID
    kind: str
    ordinal: int
    planned_on: date
    gap_days: int
    first_g: tuple[float, ...]
    only: frozenset[UUID] | None = None
    """Products of a season-wide blend; any may be used where there is none."""


@dataclass(frozen=True, slots=True)
class FirstPlan:
    """All jobs of a planting, and the nitrogen that no job could carry. [g]"""

    jobs: tuple[Job, ...]
    window: Window
    interval_days: int
    unplaced_n_g: float
    blend: UUID | None = None
    """The season-wide blend that its jobs follow."""


def job_key(planting: UUID, kind: str, ordinal: int, year: int | None = None) -> UUID:
    """Return the key that log entries and pins refer to.

    Parameters
    ----------
    planting : UUID
        The planting. [id]
    kind : str
        "base", "seedling", "starter", "feed" or "dressing". [name]
    ordinal : int
        Number in its kind, from 1. [count]
    year : int or None
        Of a perennial's growing year after its first. [year]

    Returns
    -------
    UUID
        Always the same for the same job. [id]
    """
    of = str(planting) if year is None else f"{planting}/{year}"
    return uuid5(JOB_KINDS, f"{of}/{kind}/{ordinal}")


def _key(stand: Stand, kind: str, ordinal: int) -> UUID:
    first = stand.calendar.begins == stand.planting.planted_on
    return job_key(stand.id, kind, ordinal, None if first else stand.calendar.begins.year)


def drench_l(stand: Stand) -> float:
    """Return the feed that all tubs of a stand take at a time.

    Parameters
    ----------
    stand : Stand
        The planting in its place. [core]

    Returns
    -------
    float
        12 % of the mix that is this planting's; 0 for a bed. [L]
    """
    if stand.filled_l is None:
        return 0.0
    return stand.filled_l.value * TUB_DRENCH_SHARE * stand.tubs * stand.tub_share


def window_of(stand: Stand, calendar: Calendar) -> Window:
    """Return when a stand may be fed by one of its calendars, and how its uptake runs.

    Parameters
    ----------
    stand : Stand
        The planting in its place. [core]
    calendar : Calendar
        Its dates, as they are or as they were first. [dates]

    Returns
    -------
    Window
        From the end of the hold to the stop. [dates]
    """
    curves = {
        x: uptake_curve(x, calendar.spans, calendar.stages).held(calendar.pause) for x in NUTRIENTS
    }
    return Window(calendar.hold_end, calendar.stop, curves)


def first_plan(stand: Stand, needs: Needs, slow_n: Curve | None = None) -> FirstPlan:
    """Return a planting's jobs.

    Parameters
    ----------
    stand : Stand
        The planting in its place. [core]
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
    season = [needs[x].total.value for x in NUTRIENTS]
    base = _base(stand, needs, window)
    fed = [g * (1 - share) for g, share in zip(season, base, strict=True)]
    begins = stand.calendar.begins
    jobs = raising(stand)
    if any(share > 0 and g > 0 for g, share in zip(season, base, strict=True)):
        first = tuple(g * share for g, share in zip(season, base, strict=True))
        jobs.append(Job(_key(stand, "base", 1), "base", 1, begins, 0, first))
    starter_n_g = _starter_n_g(stand, fed[0])
    if starter_n_g > 0:
        fed[0] -= starter_n_g
        nothing = [0.0] * (len(NUTRIENTS) - 1)
        key = _key(stand, "starter", 1)
        jobs.append(Job(key, "starter", 1, begins, 0, (starter_n_g, *nothing)))
    if stand.programme.method == "side_dress" and stand.area is not None:
        feeds, interval, rest = _dressings(stand, window, fed)
    elif stand.programme.method == "top_dress" and stand.area is not None:
        feeds, interval, rest = _top_dressings(stand, window, fed, base)
    else:
        feeds, interval, rest = _liquids(stand, window, fed, base)
    return FirstPlan((*jobs, *feeds), window, interval, rest)


def _base(stand: Stand, needs: Needs, window: Window) -> list[float]:
    if stand.area is None:
        # A tub is fed by the curves; only slow products may carry nitrogen from the start.
        return [stand.programme.base_n_share if x == "N" else 0.0 for x in NUTRIENTS]
    k_g_m2 = needs["K"].total.value / stand.area.value
    shares = base_shares(stand.programme, window, k_g_m2, element_of("K2O")[1])
    # What is dug in before winter is washed out by spring, and on sand much of a large base.
    if stand.rests_before_stop and stand.crop.habit != "perennial":
        shares[0] = 0.0
    elif on_sand(stand) and shares[0] < 1:
        shares[0] *= SAND_BASE_SHARE
    return shares


def on_sand(stand: Stand) -> bool:
    """Return whether a stand's ground holds little.

    Parameters
    ----------
    stand : Stand
        The planting in its place. [core]

    Returns
    -------
    bool
        Sand, or a bed that is known to drain fast.
    """
    return isinstance(stand.place, Bed) and stand.place.texture == "sand"


def most_dressing_n_g(stand: Stand) -> float:
    """Return the most soluble nitrogen of one dressing.

    Parameters
    ----------
    stand : Stand
        The planting in a bed. [core]

    Returns
    -------
    float
        Less on sand, which lets it through. [g]
    """
    assert stand.area is not None
    most = DRESSING_N_G_M2 * (SAND_DRESSING_SHARE if on_sand(stand) else 1.0)
    return most * stand.area.value


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
        The planting in its place. [core]

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
    first = (grams, *[0.0] * (len(NUTRIENTS) - 1))
    return [
        Job(_key(stand, "seedling", n), "seedling", n, day, gap, first)
        for n, day in enumerate(days, start=1)
    ]


def seedling_l(stand: Stand) -> float:
    """Return the feed that the seedlings of a planting take at a time.

    Parameters
    ----------
    stand : Stand
        The planting. [core]

    Returns
    -------
    float
        For all of them. [L]
    """
    return SEEDLING_L_PER_PLANT * stand.plants


def _feeding(stand: Stand, window: Window, interval: int) -> list[tuple[int, date]]:
    """Days of regular feeding with their numbers; days of rest have none, and keep theirs."""
    days = feed_dates(window.start, window.stop, interval)
    awake = [(n, day) for n, day in enumerate(days, start=1) if not stand.still(day)]
    return awake or list(enumerate(days, start=1))


def _dressings(stand: Stand, window: Window, fed: list[float]) -> tuple[list[Job], int, float]:
    most = most_dressing_n_g(stand)
    starts = [stand.calendar.start_of(key) for key in stand.programme.side_dress_at]
    share = min(most / fed[0], 1.0) if fed[0] > 0 else 1.0
    interval = stand.programme.interval_days
    if not any(g > 0 for g in fed):
        return [], interval, 0.0
    days = dressing_dates(window, [d for d in starts if d], share, len(starts))
    awake = [(n, day) for n, day in enumerate(days, start=1) if not stand.still(day)]
    numbered = awake or list(enumerate(days, start=1))
    shares = [[1 / len(numbered)] * len(fed) for _ in numbered]
    jobs, rest = _split(
        stand, ("dressing", interval), numbered, shares, fed, [most] * len(numbered)
    )
    return jobs, interval, rest


def _top_dressings(
    stand: Stand, window: Window, fed: list[float], base: list[float]
) -> tuple[list[Job], int, float]:
    """Spread at an interval, each dressing carrying the crop to the next; closer where it must be.

    The interval is halved, down to a fortnight, until no dressing is too large.
    """
    interval = stand.programme.interval_days
    if not any(g > 0 for g in fed):
        return [], interval, 0.0
    most = most_dressing_n_g(stand)
    first = stand.first_calendar
    while interval > DRESSING_GAP_DAYS:
        if len(feed_dates(first.hold_end, first.stop, interval)) * most >= fed[0]:
            break
        interval = max(interval // 2, DRESSING_GAP_DAYS)
    numbered = _feeding(stand, window, interval)
    shares = _shares(stand, window, numbered, base)
    jobs, rest = _split(
        stand, ("dressing", interval), numbered, shares, fed, [most] * len(numbered)
    )
    return jobs, interval, rest


def _liquids(
    stand: Stand, window: Window, fed: list[float], base: list[float]
) -> tuple[list[Job], int, float]:
    if not any(g > 0 for g in fed):
        return [], stand.programme.interval_days, 0.0
    interval = _interval(stand, fed[0])
    numbered = _feeding(stand, window, interval)
    shares = _shares(stand, window, numbered, base)
    most = [_most_n_g(stand, day) for _, day in numbered]
    jobs, rest = _split(stand, ("feed", interval), numbered, shares, fed, most)
    return jobs, interval, rest


def _shares(
    stand: Stand, window: Window, numbered: list[tuple[int, date]], base: list[float]
) -> list[list[float]]:
    starts = {span.key: span.start for span in stand.calendar.spans}
    return feed_shares(stand.programme, window, [day for _, day in numbered], starts, base)


def _split(
    stand: Stand,
    of: tuple[str, int],
    numbered: list[tuple[int, date]],
    shares: list[list[float]],
    fed: list[float],
    most_n_g: list[float],
) -> tuple[list[Job], float]:
    """Jobs that split what is fed by their shares, no nitrogen above its cap; and what is over."""
    if not numbered:
        return [], fed[0]
    kind, gap = of
    amounts, rest = within_caps([row[0] * fed[0] for row in shares], most_n_g)
    jobs = [
        Job(
            _key(stand, kind, n),
            kind,
            n,
            day,
            gap,
            (nitrogen, *(g * s for g, s in zip(fed[1:], row[1:], strict=True))),
        )
        for (n, day), nitrogen, row in zip(numbered, amounts, shares, strict=True)
    ]
    return jobs, rest


def _interval(stand: Stand, fed_n_g: float) -> int:
    """The programme's interval, or a week where feeds would be too strong for it."""
    wanted = stand.programme.interval_days
    days = feed_dates(stand.first_calendar.hold_end, stand.first_calendar.stop, wanted)
    fits = sum(_most_n_g(stand, day) for day in days) >= fed_n_g
    return wanted if fits else min(wanted, SHORTEST_INTERVAL_DAYS)


def _most_n_g(stand: Stand, day: date) -> float:
    """Most nitrogen that one liquid feed may bring on a day. [g]"""
    if stand.area is None:
        return most_n_mg_l(stand.stage_on(day)) * drench_l(stand) / 1000
    return LIQUID_N_G_M2 * stand.area.value


def feed_water_l(stand: Stand, need_n_g: float) -> float:
    """Return the feed to make for a liquid job.

    Parameters
    ----------
    stand : Stand
        The planting in its place. [core]
    need_n_g : float
        Nitrogen that the feed is to bring. [g]

    Returns
    -------
    float
        For all plants together. [L]
    """
    if isinstance(stand.place, Tub):
        return drench_l(stand)
    least, most = GROUND_L_PER_PLANT
    if stand.area is not None:
        most = max(most, GROUND_L_PER_M2 * stand.area.value / stand.plants)
    per_plant = need_n_g / stand.plants * 1000 / GROUND_N_MG_L
    return stand.plants * min(max(ceil(per_plant * 10) / 10, least), most)
