"""One planting in many years of its site: when it may be picked first, and what frost may do."""

from dataclasses import dataclass
from datetime import date, timedelta
from uuid import UUID

from eznel.core.crops.weather import Weather
from eznel.core.crops.weather_years import weather_years
from eznel.core.errors import Unknown
from eznel.core.plan.weather_ahead import COVER_C
from eznel.core.season.workings import Workings
from eznel.core.stands.calendars import Calendar
from eznel.core.stands.stand import Stand

YEARS = 200
EARLY, LATE = 0.1, 0.9
"""Eight of ten years lie between. [share]"""
YOUNG_DAYS = 60
"""So long after planting out a frost is a late one. [days]"""


@dataclass(frozen=True, slots=True)
class Span:
    """A day that comes early, in the middle, and late in ten years."""

    early: date
    middle: date
    late: date


@dataclass(frozen=True, slots=True, kw_only=True)
class ManyYears:
    """What a planting's season may be."""

    planting: UUID
    years: int
    first_pick: Span | None
    """None where it is picked in less than half of the years, or was picked already."""
    last_pick: Span
    not_picked_share: float
    """Of the years, those without a picking. [years/years]"""
    frost_share: float
    """Of the years, those with a night still to come, soon after planting out, that it does not
    bear without a cover. [years/years]"""


def many_years(planting: UUID, workings: Workings, years: int = YEARS) -> ManyYears:
    """Return what may come of a planting in many years of its site.

    Parameters
    ----------
    planting : UUID
        The planting.
    workings : Workings
        The garden's: what was measured and seen so far stays.
    years : int
        How many are looked at. [years]

    Returns
    -------
    ManyYears
        Days and shares.

    Raises
    ------
    Unknown
        When there is no such planting.
    """
    stands, today = workings.stands, workings.today
    stand = next((one for one in stands.all if one.id == planting), None)
    if stand is None:
        raise Unknown("planting", "no_such_planting")
    begins = stand.calendar.begins
    weathers = weather_years(stands.weather, begins, today, years)
    dates = [stands.dates_in(planting, weather) for weather in weathers]
    firsts = sorted(first for one in dates if (first := _first_pick(one)) is not None)
    frosts = sum(
        _freezes(stand, weather, one) for weather, one in zip(weathers, dates, strict=True)
    )
    lasts = sorted(one.last_pick for one in dates)
    enough = 2 * len(firsts) >= years and firsts[-1] >= today
    return ManyYears(
        planting=planting,
        years=years,
        first_pick=_span(firsts) if enough else None,
        last_pick=_span(lasts),
        not_picked_share=1 - len(firsts) / years,
        frost_share=frosts / years,
    )


def _first_pick(dates: Calendar) -> date | None:
    first = dates.start_of("harvest")
    return first if first is not None and first < dates.last_pick else None


def _span(days: list[date]) -> Span:
    """Of days in order."""
    early, middle, late = (days[round(share * (len(days) - 1))] for share in (EARLY, 0.5, LATE))
    return Span(early, middle, late)


def _freezes(stand: Stand, weather: Weather, dates: Calendar) -> bool:
    """Whether a night in the first weeks is colder than it bears without a cover."""
    until = min(dates.begins + timedelta(YOUNG_DAYS), dates.last_pick)
    coldest = weather.coldest_c(max(dates.begins, stand.today), until)
    return coldest is not None and coldest + stand.warmer_by_c <= COVER_C[stand.crop.frost]
