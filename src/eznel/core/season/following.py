"""What was seen at a planting, and how its feeds answer: a pause, a flush, another ratio, less.

Over-feeding shows as rank leaf without fruit, as burnt tips, and in measured salts. Rank plants get
no nitrogen for three weeks; burnt tips and too much salt get water only, then half strength. Roots
under water or in dry soil take up nothing, and heavy rain carries away what lies on the ground.
What is withheld is dropped, never made up. Leafy crops get half the nitrogen in low winter light.
"""

from collections.abc import Iterator
from dataclasses import dataclass, replace
from datetime import date, timedelta
from typing import NamedTuple

from eznel.core.document import Observed
from eznel.core.nutrients import WHOLE, Amounts
from eznel.core.products.solutions import SENSITIVE_THRESHOLD_DS_M
from eznel.core.stands.stand import InTub, Stand


class SaltLimits(NamedTuple):
    """Salts that warn, and that stop feeding. [dS/m]"""

    warn_ds_m: float
    stop_ds_m: float


RANK_DAYS = 21
"""No nitrogen for so long after rank leaf was seen, or until fruit sets."""
BURNT_DAYS, HALF_DAYS = 7, 14
"""Water only after burnt tips, and then half strength."""
SALTY_DAYS = 28
"""Half strength after a reading above the warning, until a lower one."""
FLOODED_DAYS, DRY_DAYS = 7, 2
"""Until roots breathe again; until dry soil has been wetted through."""
HEAVY_RAIN_MM = 25.0
LOW_LIGHT_H = 10.0
"""Leafy crops hardly grow in days shorter than this. [h]"""
RAIN_DAYS = 2
"""Before and after heavy rain nothing is spread or poured on open ground. [days]"""
SENSITIVE_MIX, OTHER_MIX = SaltLimits(2.5, 3.5), SaltLimits(3.5, 5.0)
"""Of what drains from a mix, for sensitive crops and for others."""
SOIL_STOP_TIMES = 2.0
"""A soil this many times above the crop's threshold is not fed."""
MG_MG_L = 197.0
"""Magnesium in 2 g of Epsom salt to the litre: the most, and enough."""
MOST_MG_FEEDS = 2


@dataclass(frozen=True, slots=True, kw_only=True)
class Effect:
    """How something that was seen changes the feeds of the days from `since` to before `until`."""

    cause: str
    since: date
    until: date
    hold: bool = False
    n_share: float = 1.0
    share: float = 1.0


@dataclass(frozen=True, slots=True)
class Reduction:
    """What the effects of a day leave of a feed, and their causes."""

    kept: Amounts
    """Of each nutrient. [g/g]"""
    causes: tuple[str, ...] = ()


@dataclass(frozen=True, slots=True)
class Opening:
    """A day on which a job can be done, and what was seen that moved it there."""

    on: date
    held_by: str | None = None


FOREVER = date.max


def effects(stand: Stand) -> tuple[Effect, ...]:
    """Return how what was seen changes a planting's feeds.

    Parameters
    ----------
    stand : Stand
        The planting, with what was seen.

    Returns
    -------
    tuple of Effect
        In order of days.
    """
    found = [*_of_sights(stand), *_of_losses(stand), *_of_salts(stand), *_of_rain(stand)]
    found += _of_light(stand)
    return tuple(sorted(found, key=lambda effect: (effect.since, effect.cause)))


def _of_sights(stand: Stand) -> Iterator[Effect]:
    fruit_set = next((s for s in stand.calendar.spans if s.key == "fruit_set" and s.seen), None)
    for one in stand.observed:
        on = one.on
        if one.kind == "rank_leaf":
            end = on + timedelta(RANK_DAYS)
            if fruit_set is not None and fruit_set.start > on:
                end = min(end, fruit_set.start)
            yield Effect(cause="rank_leaf", since=on, until=end, n_share=0.0)
        elif one.kind == "tip_burn":
            watered = on + timedelta(BURNT_DAYS)
            yield Effect(cause="tip_burn", since=on, until=watered, hold=True)
            yield Effect(
                cause="tip_burn", since=watered, until=watered + timedelta(HALF_DAYS), share=0.5
            )
        elif one.kind in ("flooded", "dried_out"):
            days = FLOODED_DAYS if one.kind == "flooded" else DRY_DAYS
            yield Effect(cause=one.kind, since=on, until=on + timedelta(days), hold=True)


def _of_losses(stand: Stand) -> Iterator[Effect]:
    """Each loss is a share of the plants that were left before it."""
    left = stand.plants
    for one in stand.observed:
        if one.kind == "plants_lost" and one.plants:
            after = max(left - one.plants, 0)
            if left:
                yield Effect(cause="plants_lost", since=one.on, until=FOREVER, share=after / left)
            left = after


def _of_salts(stand: Stand) -> Iterator[Effect]:
    """Half strength above the warning, water only above the stop, until the next reading."""
    readings = [one for one in stand.observed if one.kind == "salts" and one.ec_ds_m is not None]
    ends = [after.on for after in readings[1:]] + [FOREVER]
    limits = salt_limits(stand)
    warn, stop = limits.warn_ds_m, limits.stop_ds_m
    for reading, end in zip(readings, ends, strict=False):
        ec, on = reading.ec_ds_m or 0.0, reading.on
        if ec <= warn:
            continue
        flushed = min(on + timedelta(BURNT_DAYS), end)
        if ec > stop:
            yield Effect(cause="salts", since=on, until=flushed, hold=True)
        half = min(on + timedelta(SALTY_DAYS), end)
        if half > on:
            yield Effect(cause="salts", since=on, until=half, share=0.5)


def salt_limits(stand: Stand) -> SaltLimits:
    """Return the salts that warn and that stop feeding.

    Parameters
    ----------
    stand : Stand
        The planting in its place.

    Returns
    -------
    SaltLimits
        Of what drains from a tub, or of the saturated extract of ground. [dS/m]
    """
    threshold = stand.crop.salt_threshold_ds_m
    if isinstance(stand, InTub):
        return SENSITIVE_MIX if threshold <= SENSITIVE_THRESHOLD_DS_M else OTHER_MIX
    return SaltLimits(threshold, SOIL_STOP_TIMES * threshold)


def _of_rain(stand: Stand) -> Iterator[Effect]:
    """Measured and forecast rain: days to come in the weather are a forecast."""
    if stand.where == "tub" or stand.place.covered:
        return
    for one in stand.weather.measured:
        near = stand.calendar.begins <= one.on <= stand.calendar.stop
        if near and (one.rain_mm or 0.0) > HEAVY_RAIN_MM:
            days = timedelta(RAIN_DAYS)
            yield Effect(cause="heavy_rain", since=one.on - days, until=one.on + days, hold=True)


def _of_light(stand: Stand) -> Iterator[Effect]:
    """In low light leaves pile up nitrate instead of growing: half the nitrogen."""
    calendar = stand.calendar
    if stand.crop.habit != "leafy":
        return
    for dark in stand.weather.dark_spans(LOW_LIGHT_H, calendar.begins, calendar.stop):
        yield Effect(cause="low_light", since=dark.since, until=dark.until, n_share=0.5)


def first_open(effects_: tuple[Effect, ...], day: date, today: date) -> Opening:
    """Return the first day from one on that nothing holds, and what held it.

    Parameters
    ----------
    effects_ : tuple of Effect
        The planting's, in order of days.
    day : date
        Planned day of a feed.
    today : date
        The garden's date: what is past was not held by what is known only now.

    Returns
    -------
    Opening
        The same day where nothing holds it.
    """
    held = None
    for effect in effects_:
        if effect.hold and effect.since <= day < effect.until and effect.until >= today:
            day, held = effect.until, effect.cause
    return Opening(day, held)


def reduction(effects_: tuple[Effect, ...], day: date) -> Reduction:
    """Return what is left of a feed on a day.

    Parameters
    ----------
    effects_ : tuple of Effect
        The planting's.
    day : date
        The feed's day.

    Returns
    -------
    Reduction
        Shares of each nutrient, and why. [g/g]
    """
    n_share, share, causes = 1.0, 1.0, []
    for effect in effects_:
        if not effect.hold and effect.since <= day < effect.until:
            n_share, share = n_share * effect.n_share, share * effect.share
            causes.append(effect.cause)
    kept = replace(WHOLE * share, n=share * n_share) if causes else WHOLE
    return Reduction(kept, tuple(dict.fromkeys(causes)))


def covered(stand: Stand, planned_on: date, gap_days: int) -> Observed | None:
    """Return the feed of unknown strength by somebody that stands for a planned one.

    Parameters
    ----------
    stand : Stand
        The planting, with what was seen.
    planned_on : date
        Day of the planned feed.
    gap_days : int
        Its interval. [days]

    Returns
    -------
    Observed or None
        One that was given less than three quarters of the interval before, or just after.
    """
    for one in stand.observed:
        since = (planned_on - one.on).days
        if one.kind == "fed_unknown" and -3 <= since < max(0.75 * gap_days, 1):
            return one
    return None


def magnesium_feeds(stand: Stand) -> list[date]:
    """Return from when on a feed is replaced by magnesium: seen on the leaves, and not plentiful.

    Parameters
    ----------
    stand : Stand
        The planting, with what was seen.

    Returns
    -------
    list of date
        At most two a season.
    """
    if stand.soil_class("Mg") in ("high", "very_high"):
        return []
    seen = [one.on for one in stand.observed if one.kind == "magnesium_short"]
    return seen[:MOST_MG_FEEDS]
