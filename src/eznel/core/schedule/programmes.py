"""A programme's dated jobs: when each feed falls, and what share of the season it is.

Nitrogen follows the crop's uptake, brought forward so that all of it is in before feeding stops.
The programme's ratio says when potassium and phosphorus come; it never changes how much in all.
"""

from collections.abc import Callable, Mapping, Sequence
from dataclasses import dataclass
from datetime import date, timedelta
from itertools import accumulate, pairwise
from math import ceil

from eznel.core.crops.stages import Pause
from eznel.core.crops.uptake import Curve
from eznel.core.document import Phase, Programme
from eznel.core.nutrients import Amounts, Nutrient

DRESSING_GAP_DAYS = 14
"""Dressings of soluble nitrogen on the ground are at least this far apart."""

MERGED_DAYS = 14
"""Days between the feeds of small pots, where weekly ones would be weak."""

SHORTEST_INTERVAL_DAYS = 7
"""Where a feed would be too strong, feeds come weekly; never more often."""

EARLY_SHARE = 0.05
"""A crop that has taken up less than this when feeding stops gets all its nitrogen at the start."""


@dataclass(frozen=True, slots=True)
class Window:
    """When a planting may be fed, and how its uptake runs."""

    start: date
    stop: date
    curves: Mapping[Nutrient, Curve]
    pause: Pause | None = None
    """From when until when nothing is fed in between: what falls into it comes after it."""
    slow_n: Curve | None = None
    """How the base's nitrogen becomes available, where it is slow; at once where there is none."""

    def came(self, nutrient: Nutrient, day: date) -> float:
        """Return what share of what was worked in before planting is available by a day."""
        slow = nutrient == "N" and self.slow_n is not None and day < self.stop
        return self.slow_n.at(day) if slow and self.slow_n is not None else 1.0

    def due(self, nutrient: Nutrient, day: date) -> float:
        """Return the share of what is fed in all that is due by a day, 1 when feeding stops."""
        curve = self.curves[nutrient]
        at_stop = curve.at(self.stop)
        return min(curve.at(day) / at_stop, 1.0) if at_stop > 0 else 1.0


@dataclass(frozen=True, slots=True)
class FeedDay:
    """A day of regular feeding, and how long it is to carry the crop."""

    on: date
    gap_days: int


def feed_dates(start: date, stop: date, interval: Callable[[date], int]) -> list[FeedDay]:
    """Return the days of regular feeding, from the start to before the stop.

    Parameters
    ----------
    start : date
        First feed: the end of the hold.
    stop : date
        From this day on nothing is fed.
    interval : callable
        Days from a feed on a day to the next. [days]

    Returns
    -------
    list of FeedDay
        Empty where the stop comes first.
    """
    days: list[FeedDay] = []
    day = start
    while day < stop:
        days.append(FeedDay(day, interval(day)))
        day += timedelta(days[-1].gap_days)
    return days


def interval_of(
    programme: Programme,
    stage_starts: Mapping[str, date],
    most_days: int | None = None,
    least_days: int = 0,
) -> Callable[[date], int]:
    """Return a programme's interval as it depends on the day.

    Parameters
    ----------
    programme : Programme
        The programme; its phases may have intervals of their own.
    stage_starts : mapping of str to date
        First day of each stage.
    most_days : int or None
        Where feeds have to come closer than the programme has them. [days]
    least_days : int
        Where weak ones come together. [days]

    Returns
    -------
    callable
        From a day to the days until the next feed. [days]
    """

    def interval(day: date) -> int:
        own = _phase(programme.phases, day, stage_starts).interval_days or programme.interval_days
        return max(own if most_days is None else min(own, most_days), least_days)

    return interval


def on_weekday(days: Sequence[FeedDay], weekday: int | None, stop: date) -> list[FeedDay]:
    """Return days of feeding moved onto one day of the week, each to the nearest.

    Parameters
    ----------
    days : sequence of FeedDay
        At least a week apart, the first from which on may be fed.
    weekday : int or None
        Number from 0, a Monday; None leaves all as they are. [days]
    stop : date
        From this day on nothing is fed.

    Returns
    -------
    list of FeedDay
        As many; one that finds no such day before the stop, or none of its own, stays.
    """
    if weekday is None:
        return list(days)
    moved: list[FeedDay] = []
    for day in days:
        nearest = day.on + timedelta((weekday - day.on.weekday() + 3) % 7 - 3)
        earliest = max(days[0].on, moved[-1].on + timedelta(1) if moved else days[0].on)
        while nearest < earliest:
            nearest += timedelta(7)
        on = nearest if nearest < stop else max(day.on, earliest)
        moved.append(FeedDay(on, day.gap_days))
    return moved


def dressing_dates(
    window: Window, at_stages: Sequence[date], most_n_share: float, least: int
) -> list[date]:
    """Return the days of side-dressing: at the programme's stages, or more where the cap asks it.

    Parameters
    ----------
    window : Window
        When the planting may be fed.
    at_stages : sequence of date
        First days of the programme's stages, those that come.
    most_n_share : float
        Largest share of the nitrogen to be dressed that one dressing may bring, above 0. [g/g]
    least : int
        Dressings that the programme wants. [count]

    Returns
    -------
    list of date
        At least a fortnight apart; as many as fit where not all do.
    """
    count = max(least, ceil(1 / most_n_share - 1e-9))
    wanted = sorted(max(day, window.start) for day in at_stages if day < window.stop)
    if len(wanted) < count:
        curve = window.curves["N"]
        from_, to = curve.at(window.start), curve.at(window.stop)
        wanted = [
            max(curve.reaches(from_ + (to - from_) * n / count), window.start) for n in range(count)
        ]
    return _spread(wanted, window.start, window.stop)


def _spread(days: list[date], start: date, stop: date) -> list[date]:
    """Keep a fortnight between days: later where there is room, else earlier."""
    gap = timedelta(DRESSING_GAP_DAYS)
    spread: list[date] = []
    for day in days:
        spread.append(max(day, spread[-1] + gap) if spread else day)
    latest = stop - timedelta(1)
    for n in range(len(spread) - 1, -1, -1):
        spread[n] = min(spread[n], latest)
        latest = spread[n] - gap
    return [day for day in spread if day >= start]


def base_shares(programme: Programme, window: Window, k_g_m2: float, k2o_as_k: float) -> Amounts:
    """Return what share of each nutrient is worked into the ground before planting.

    Calcium whole; phosphorus as the programme says, usually whole; potassium up to the
    programme's amount, with magnesium and sulphur alongside; nitrogen as the programme says, or
    whole where the crop stops early.

    Parameters
    ----------
    programme : Programme
        The programme.
    window : Window
        When the planting may be fed.
    k_g_m2 : float
        The season's potassium. [g/m²]
    k2o_as_k : float
        Potassium in K₂O. [g/g]

    Returns
    -------
    Amounts
        Of each nutrient. [g/g]
    """
    most_k = programme.base_k2o_max_g_m2 * k2o_as_k
    k = min(1.0, most_k / k_g_m2) if k_g_m2 > 0 else 1.0
    early = window.curves["N"].at(window.stop) < EARLY_SHARE or window.stop <= window.start
    n = 1.0 if early else programme.base_n_share
    if early:
        k = 1.0
    p = 1.0 if early else programme.base_p_share
    return Amounts(n=n, p=p, k=k, ca=1.0, mg=k, s=k)


def feed_shares(
    programme: Programme,
    window: Window,
    dates: Sequence[date],
    stage_starts: Mapping[str, date],
    base: Amounts,
    k_keeps: float = 0.0,
) -> list[Amounts]:
    """Return how the part that is fed is split over the feeds, by uptake and emphasis.

    The base carries the crop as far as what has become available of it goes, each feed to the next
    one, the last to the stop.

    Parameters
    ----------
    programme : Programme
        The programme.
    window : Window
        When the planting may be fed.
    dates : sequence of date
        Days of the feeds.
    stage_starts : mapping of str to date
        First day of each stage.
    base : Amounts
        Share of each nutrient that was worked in before. [g/g]
    k_keeps : float
        Share of the potassium due by its own curve that emphasis leaves at any time. [g/g]

    Returns
    -------
    list of Amounts
        Of each feed; of each nutrient they sum to 1. [g/g]
    """
    if not dates:
        return []
    phases = [_phase(programme.phases, day, stage_starts) for day in dates]
    columns = []
    until = [_before_pause(window, day, after) for day, after in pairwise(dates)]
    for nutrient, given in base.items():
        due = [*(window.due(nutrient, day) for day in until), 1.0]
        came = [window.came(nutrient, day) for day in (*dates[1:], window.stop)]
        fed = (max(d - given * c, 0.0) for d, c in zip(due, came, strict=True))
        ends = list(accumulate(fed, max))
        rises = [end - before for end, before in zip(ends, [0.0, *ends[:-1]], strict=True)]
        if nutrient in ("P", "K"):
            part = "p2o5" if nutrient == "P" else "k2o"
            emphasis = [getattr(p, part) / p.n if p.n else 1.0 for p in phases]
            leaned = [rise * weight for rise, weight in zip(rises, emphasis, strict=True)]
            least = k_keeps if nutrient == "K" else 0.0
            columns.append(_keeping(_shares(leaned), _shares(rises), least))
        else:
            columns.append(_shares(rises))
    return [Amounts(*row) for row in zip(*columns, strict=True)]


def _shares(rises: Sequence[float]) -> list[float]:
    """Shares that sum to 1; even ones of nothing."""
    total = sum(rises)
    return [rise / total if total > 0 else 1 / len(rises) for rise in rises]


def _keeping(shares: list[float], curve: list[float], least: float) -> list[float]:
    """Shares that at no time have come to less than a share of what a curve has by then."""
    reached = [
        max(a, least * b) for a, b in zip(accumulate(shares), accumulate(curve), strict=True)
    ]
    return [now - before for before, now in pairwise((0.0, *reached))]


def _before_pause(window: Window, day: date, following: date) -> date:
    """Until when a feed carries the crop: to the next one, but only up to a pause before it."""
    pause = window.pause
    return pause.begins if pause is not None and day < pause.begins <= following else following


def _phase(phases: Sequence[Phase], day: date, stage_starts: Mapping[str, date]) -> Phase:
    """The phase a feed falls in; a crop without that stage never leaves the phase before it."""
    for phase in phases:
        if phase.until_stage is None:
            return phase
        start = stage_starts.get(phase.until_stage)
        if start is None or day < start:
            return phase
    return phases[-1]


@dataclass(frozen=True, slots=True)
class Fitted:
    """Amounts of feeds within their caps, and what found no room. [g]"""

    amounts: list[float]
    rest: float


def within_caps(wanted: Sequence[float], caps: Sequence[float]) -> Fitted:
    """Return amounts moved so that none exceeds its cap, and what did not fit.

    What is too much for one feed goes to the nearest with room, earlier ones first.

    Parameters
    ----------
    wanted : sequence of float
        Amount of each feed. [g]
    caps : sequence of float
        Most of each feed. [g]

    Returns
    -------
    Fitted
        The amounts, and the rest. [g]
    """
    amounts = [min(w, c) for w, c in zip(wanted, caps, strict=True)]
    rest = 0.0
    for n, (amount, cap) in enumerate(zip(wanted, caps, strict=True)):
        over = max(amount - cap, 0.0)
        nearest = sorted(range(len(amounts)), key=lambda m, n=n: (abs(m - n), m))  # type: ignore[misc]
        for m in nearest:
            moved = min(over, max(caps[m] - amounts[m], 0.0))
            amounts[m] += moved
            over -= moved
        rest += over
    return Fitted(amounts, rest)
