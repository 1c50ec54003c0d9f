"""How fast crops grow in a garden of their own: the warmth from planting to a stage that was seen,
against the warmth that the catalogue gives it.

What a winter's rest or the length of days decides says nothing of pace: it is left out, and so are
perennials.
"""

from collections.abc import Mapping
from dataclasses import replace
from datetime import date
from math import hypot

from eznel.core.beliefs import Evidence
from eznel.core.crops.stages import BULBING, REST, Anchor, stage_spans
from eznel.core.crops.varieties import Growing, paced
from eznel.core.crops.weather import Limits, Weather
from eznel.core.document import Place
from eznel.core.stands.calendars import anchors_of

BETWEEN_GARDENS = 0.12
"""Spread of the logarithm of the warmth to a stage, between gardens and the varieties in them."""
EACH_MEASURED, EACH_USUAL = 0.12, 0.2
"""The same between seasons of one garden: where its warmth was measured, and where it was not."""
EYE_DAYS = 4.0
"""How far the day on which somebody notices a stage may be off. [days]"""
MEASURED_SHARE = 0.5
"""From this share of days on, a season's warmth counts as measured. [days/day]"""
LEAST_DAYS = 14
"""Less than this from planting to a stage is too short to tell a pace. [days]"""


def pace_seen(
    grown: Growing, place: Place, weather: Weather, seen: Mapping[str, date]
) -> Evidence | None:
    """Return how much warmth a planting took, as a multiple of the catalogue's.

    Parameters
    ----------
    grown : Growing
        The planting with its crop and stages as its variety has them.
    place : Place
        Where it stands, for how much warmer that is. [°C]
    weather : Weather
        Measured and usual days. [°C]
    seen : mapping of str to date
        First days of stages as they were seen.

    Returns
    -------
    Evidence or None
        By the last stage that was seen; None where that tells nothing of the pace. [g/g]
    """
    planting, crop = grown.planting, grown.crop
    keys = _told_by_warmth(grown)
    last = next((key for key in reversed(keys) if key in seen), None)
    if last is None or crop.habit == "perennial":
        return None
    anchors = anchors_of(planting, grown.stages)
    spans = stage_spans(crop, grown.stages, weather, place.warmer_by_c, anchors)
    usual = next(span.start for span in spans if span.key == last)
    on, start = seen[last], _begins(anchors, planting.planted_on)
    if (on - start).days < LEAST_DAYS or usual <= start:
        return None
    limits = Limits(crop.base_temp_c, crop.upper_temp_c)
    took = weather.warmth(start, on, limits, place.warmer_by_c)
    expected = weather.warmth(start, usual, limits, place.warmer_by_c)
    if took <= 0 or expected <= 0:
        return None
    days = (on - start).days
    measured = sum(start <= one.on < on for one in weather.measured)
    spread = EACH_MEASURED if measured >= MEASURED_SHARE * days else EACH_USUAL
    return Evidence(on, planting.id, took / expected, hypot(spread, EYE_DAYS / days))


def at_own_pace(grown: Growing, factor: float) -> Growing:
    """Return a planting that takes so many times the usual warmth to its first harvest.

    Parameters
    ----------
    grown : Growing
        As the catalogue and its variety have it.
    factor : float
        Of the usual warmth. [g/g]

    Returns
    -------
    Growing
        With its stages stretched; the same for 1.
    """
    return grown if factor == 1.0 else replace(grown, stages=paced(grown.stages, factor))


def _told_by_warmth(grown: Growing) -> list[str]:
    """The stages after planting up to the first harvest that wait for nothing but warmth."""
    keys = [stage.key for stage in grown.stages]
    first = keys.index("transplant_establishment") if "transplant_establishment" in keys else 0
    ends = [keys.index(key) for key in (REST, BULBING) if key in keys]
    if "harvest" in keys:
        ends.append(keys.index("harvest") + 1)
    return keys[first + 1 : min(ends, default=len(keys))]


def _begins(anchors: Mapping[str, Anchor], planted_on: date) -> date:
    """Planting out, or sowing where it stays: what was before is the window sill's pace."""
    there = anchors.get("transplant_establishment")
    return there.on if there is not None else planted_on
