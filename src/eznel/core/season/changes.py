"""A value since the test before: whether what was given and taken away explains it.

Given less removed, over the soil's mass and its buffer, moves the test. Only what was logged counts
as given; what a usual yield takes away counts as removed once its season is over.
"""

from collections.abc import Sequence
from datetime import date

from eznel.core.document import Bed
from eznel.core.places import bed_soil_mass
from eznel.core.quantities import NUTRIENTS
from eznel.core.season.fold import Season
from eznel.core.season.place_result import Change
from eznel.core.season.shed import Shed
from eznel.core.season.stands import Stands
from eznel.core.soil.ratings import Rating
from eznel.core.soil.schools import buffer_of
from eznel.core.soil.units import by_mass

CARRIED = ("P", "K")
"""What the buffer is known for."""


def changes(bed: Bed, stands: Stands, seasons: Sequence[Season], shed: Shed) -> tuple[Change, ...]:
    """Return what changed in a bed since the test before the newest, and what it may be by now.

    Parameters
    ----------
    bed : Bed
        The bed. [document]
    stands : Stands
        Its garden. [core]
    seasons : sequence of Season
        Of the garden's plantings, with what was logged. [core]
    shed : Shed
        What products hold. [core]

    Returns
    -------
    tuple of Change
        For phosphorus and potassium, where two tests by the same extractant stand. [mg/kg]
    """
    here = [season for season in seasons if season.stand.place.id == bed.id]
    found = []
    for nutrient in CARRIED:
        rating = stands.soil_of(bed).reading.ratings.get(nutrient)
        earlier = _earlier(rating, bed, stands) if rating else None
        if rating is None or earlier is None or rating.per_mass is None:
            continue
        before, before_on = earlier
        now, now_on = rating.per_mass.value, rating.report.sampled_on
        soil = stands.soil_of(bed)
        one = 1000 / bed_soil_mass(bed).value / buffer_of(nutrient, bed.texture, mix=soil.rich)
        given, removed = _between(nutrient, here, stands, shed, (before_on, now_on))
        since = _between(nutrient, here, stands, shed, (now_on, stands.today))
        found.append(
            Change(
                analyte=nutrient,
                before=before,
                before_on=before_on,
                now=now,
                now_on=now_on,
                given_g_m2=given,
                removed_g_m2=removed,
                explained=(given - removed) * one,
                estimate=max(now + (since[0] - since[1]) * one, 0.0),
            )
        )
    return tuple(found)


def _earlier(rating: Rating, bed: Bed, stands: Stands) -> tuple[float, date] | None:
    """The same by the same extractant, in the newest report before."""
    values = [
        (report.sampled_on, mass.value)
        for report in stands.garden.reports
        if bed.id in report.places and report.sampled_on < rating.report.sampled_on
        for value in report.values
        if value.analyte == rating.analyte
        and (value.extractant or report.extractant) == rating.extractant
        and (mass := by_mass(value, report)) is not None
    ]
    if not values:
        return None
    day, mass_kg = max(values)
    return mass_kg, day


def _between(
    nutrient: str,
    here: Sequence[Season],
    stands: Stands,
    shed: Shed,
    days: tuple[date, date],
) -> tuple[float, float]:
    """Given and removed in a bed between two days. [g/m²]"""
    i, (start, end) = NUTRIENTS.index(nutrient), days
    given = removed = 0.0
    for season in here:
        stand = season.stand
        assert stand.area is not None
        # A crop that still stands holds what it was given: both are counted when it is over.
        if not start < stand.calendar.last_pick <= end:
            continue
        entries = [job.entry for job in season.jobs if job.status == "given"]
        for entry in (*entries, *season.extras):
            if entry is not None:
                given += shed.given(entry, stand)[1][i] / stand.soil.room.ground_m2
        per_kg = stand.crop.removal_p if nutrient == "P" else stand.crop.removal_k
        removed += per_kg * stand.kg_yield() / stand.soil.room.ground_m2
    if here:
        soil = here[0].stand.soil
        given += sum(
            one.first_g[i] / soil.room.ground_m2
            for one in soil.prepared
            if one.preparation.done and start < one.preparation.on <= end
        )
    return given, removed
