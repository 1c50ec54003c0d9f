"""What a garden's own tests say of its ground: how it buffers phosphorus and potassium, and how
much nitrogen its organic matter and compost free.

Two tests of a bed by the same extractant, with what was given and removed between them, say how far
a gram moves the test. Two nitrate tests within one season, with what was fed and taken up, say what
the ground freed. Both are compared with what the catalogue's figures expect of the same days.
"""

from collections.abc import Callable, Iterable, Iterator, Mapping, Sequence
from dataclasses import dataclass
from datetime import date, timedelta
from itertools import pairwise
from math import hypot, sqrt

import numpy as np

from eznel.core.beliefs import Evidence
from eznel.core.document import Bed, Extractant, SoilReport
from eznel.core.ground.preparing import Prepared, given_in
from eznel.core.ground.soils import Soil
from eznel.core.nutrients import Nutrient
from eznel.core.places import bed_soil_mass, density_g_ml, soil_mass
from eznel.core.soil.ratings import COMPOSITE_SPREAD, SAMPLE_SPREAD
from eznel.core.soil.schools import buffer_of
from eznel.core.soil.supply import CREDIT_DEPTH_M, CREDIT_N_G_M2, CREDIT_TEMP_C
from eznel.core.soil.units import by_mass
from eznel.core.stands.ledger import Account, Ledger

BETWEEN_GROUNDS = 0.4
"""Spread between grounds of what a gram moves a test, and of the nitrogen that is freed. [g/g]"""
MOVED_OFF_SHARE = 0.3
"""How far what was given and taken away since may be off: nobody weighs every harvest. [g/g]"""
FED_OFF_SHARE, TAKEN_OFF_SHARE, NITRATE_OFF_SHARE = 0.1, 0.2, 0.2
"""How far a logged feed, a usual uptake and a nitrate test may be off. [g/g]"""
DRAINED_OFF_G_M2 = 1.0
"""Nitrogen that may have drained in a growing season without anybody knowing. [g/m²]"""
LEAST_NITRATE_DAYS, MOST_NITRATE_DAYS = 21, 210
"""So far apart two nitrate tests are of one season and far enough to tell. [days]"""
SEASON_DAYS = 120
"""Of a season at 16 °C, for which organic matter is credited. [days]"""
CARRIED: tuple[Nutrient, ...] = ("P", "K")
"""Nutrients whose tests are carried forward: what the buffer is known for."""


@dataclass(frozen=True, slots=True, order=True)
class Tested:
    """A value of a bed's soil, by mass. [mg/kg]"""

    on: date
    mg_kg: float
    spread: float
    """How far another sample would differ. [share]"""


@dataclass(frozen=True, slots=True, kw_only=True)
class Nitrogen:
    """What moved nitrogen in a bed between two days besides the ground. [g/m²]"""

    fed: float
    taken: float
    means_c: Sequence[float]
    """Mean of each of these days. [°C]"""


def tests_of(reports: Iterable[SoilReport], analyte: str) -> Mapping[Extractant, list[Tested]]:
    """Return what tests of a bed found of something, by extractant, in the order of days.

    Parameters
    ----------
    reports : iterable of SoilReport
        Those on the bed.
    analyte : str
        What was measured.

    Returns
    -------
    mapping of str to list of Tested
        Kits are no measurement. [mg/kg]
    """
    found: dict[Extractant, list[Tested]] = {}
    for report in reports:
        if report.is_kit:
            continue
        spread = COMPOSITE_SPREAD if report.composite else SAMPLE_SPREAD
        for value in report.values:
            mass = by_mass(value, report) if value.analyte == analyte else None
            if mass is not None:
                by = value.extractant or report.extractant
                found.setdefault(by, []).append(Tested(report.sampled_on, mass.value, spread))
    return {by: sorted(tests) for by, tests in found.items()}


def moved_between(
    bed: Bed, nutrient: Nutrient, soil: Soil, ledger: Ledger, start: date, end: date
) -> Account:
    """Return what a bed was given, compost and the like included, and what harvests took.

    Parameters
    ----------
    bed : Bed
        The bed.
    nutrient : Nutrient
        P or K.
    soil : Soil
        The bed's.
    ledger : Ledger
        Of the garden.
    start : date
        After it.
    end : date
        Up to it.

    Returns
    -------
    Account
        Of a square metre. [g/m²]
    """
    account = ledger.between(bed, nutrient, start, end)
    worked_in = sum(
        one.first_g[nutrient] / soil.room.ground_m2
        for one in soil.prepared
        if one.preparation.done and start < one.preparation.on <= end
    )
    return Account(account.given + worked_in, account.removed)


def usual_move(bed: Bed, nutrient: Nutrient, *, mix: bool) -> float:
    """Return by how much a gram for a square metre moves a bed's test, by the catalogue's buffer.

    Parameters
    ----------
    bed : Bed
        The bed.
    nutrient : Nutrient
        P or K.
    mix : bool
        Whether its soil is read as a light mix.

    Returns
    -------
    float
        Of the test. [mg/kg for each g/m²]
    """
    return 1000 / bed_soil_mass(bed).value / buffer_of(nutrient, bed.texture, mix=mix)


def moves_seen(
    bed: Bed, nutrient: Nutrient, soil: Soil, ledger: Ledger, reports: Iterable[SoilReport]
) -> Iterator[Evidence]:
    """Yield how far a gram moved a bed's tests, as a multiple of what the catalogue's buffer says.

    The slope of all tests by one extractant against what should have moved them: least squares,
    each weighted by the inverse of its variance.

    Parameters
    ----------
    bed : Bed
        The bed.
    nutrient : Nutrient
        P or K.
    soil : Soil
        The bed's.
    ledger : Ledger
        Of the garden.
    reports : iterable of SoilReport
        Those on the bed.

    Yields
    ------
    Evidence
        One for each extractant, dated by the last test. [g/g]
    """
    if soil.rich:
        return
    one = usual_move(bed, nutrient, mix=False)
    for tests in tests_of(reports, nutrient).values():
        if len(tests) < 2:
            continue
        accounts = [
            moved_between(bed, nutrient, soil, ledger, before.on, after.on)
            for before, after in pairwise(tests)
        ]
        expected = np.cumsum([0.0, *((each.given - each.removed) * one for each in accounts)])
        gross = sum(each.given + each.removed for each in accounts) * one
        found = np.array([test.mg_kg for test in tests])
        weights = 1 / np.array([test.spread * max(test.mg_kg, 1.0) for test in tests]) ** 2
        apart = expected - np.average(expected, weights=weights)
        known = float((weights * apart**2).sum())
        if known <= 0:
            continue
        slope = float((weights * apart * found).sum()) / known
        moved_off = MOVED_OFF_SHARE * gross / sqrt(len(accounts)) / float(np.ptp(expected))
        yield Evidence(tests[-1].on, bed.id, slope, hypot(1 / sqrt(known), moved_off))


def freed_seen(
    bed: Bed,
    soil: Soil,
    reports: Sequence[SoilReport],
    between: Callable[[date, date], Nitrogen],
) -> Iterator[Evidence]:
    """Yield how much nitrogen a bed's ground freed, as a multiple of what was to be expected.

    Parameters
    ----------
    bed : Bed
        The bed.
    soil : Soil
        The bed's, with what was worked in.
    reports : sequence of SoilReport
        Those on the bed.
    between : callable
        What was fed and taken up between two days, and how warm they were.

    Yields
    ------
    Evidence
        One for each two nitrate tests within a season, dated by the later. [g/g]
    """
    organic = soil.reading.organic
    if soil.rich or organic is None or organic.om_pct is None:
        return
    density, origin = density_g_ml(bed)
    for tests in tests_of(reports, "NO3-N").values():
        depth = {report.sampled_on: report.depth.m for report in reports}
        for before, after in pairwise(tests):
            if not LEAST_NITRATE_DAYS <= (after.on - before.on).days <= MOST_NITRATE_DAYS:
                continue
            held = [
                one.mg_kg
                * soil_mass(depth_m=depth[one.on], density_g_ml=density, origin=origin).value
                / 1000
                for one in (before, after)
            ]
            moved = between(before.on, after.on)
            expected = expected_freed(
                om_pct=organic.om_pct, depth_m=bed.depth.m, means_c=moved.means_c
            ) + _of_compost(soil.prepared, before.on, after.on, moved, soil.room.ground_m2)
            if expected <= 0:
                continue
            off = hypot(
                *(NITRATE_OFF_SHARE * one for one in held),
                FED_OFF_SHARE * moved.fed,
                TAKEN_OFF_SHARE * moved.taken,
                DRAINED_OFF_G_M2,
            )
            freed = held[1] - held[0] - moved.fed + moved.taken
            yield Evidence(after.on, bed.id, freed / expected, off / expected)


def expected_freed(*, om_pct: float, depth_m: float, means_c: Sequence[float]) -> float:
    """Return the nitrogen that organic matter usually frees in some days.

    Parameters
    ----------
    om_pct : float
        Organic matter. [%]
    depth_m : float
        Of the layer. [m]
    means_c : sequence of float
        Mean of each day; it doubles with every 10 °C. [°C]

    Returns
    -------
    float
        As much as the credit of a season counts for each per cent, by the warmth. [g/m²]
    """
    return CREDIT_N_G_M2 * om_pct * depth_m / CREDIT_DEPTH_M * _seasons(means_c)


def _seasons(means_c: Sequence[float]) -> float:
    """How many seasons at 16 °C some days are worth."""
    return sum(2 ** ((mean - CREDIT_TEMP_C) / 10) for mean in means_c) / SEASON_DAYS


def _of_compost(
    prepared: Sequence[Prepared], start: date, end: date, moved: Nitrogen, ground_m2: float
) -> float:
    """What compost and manure usually free between two days. [g/m²]"""
    until = end - timedelta(1)
    works = sum(one.worked("N").value for one in given_in(list(prepared), start, until))
    return max(works, 0.0) / ground_m2 * min(_seasons(moved.means_c), 1.0)
