"""Whether a trial is fair: an equal start, both sides everywhere, enough plants, nobody swapped."""

from collections import Counter
from collections.abc import Iterator, Mapping
from math import sqrt

import numpy as np

from eznel.core.document import Trial
from eznel.core.errors import Impossible
from eznel.core.solving import student_t
from eznel.core.trials.difference import FEWEST, SURE, measured
from eznel.core.trials.lots import Candidate
from eznel.core.working import Finding, Level, Origin, Quantity, Worked

POWER = 0.8
"""How often a trial of the size that is told would show the difference hoped for. [1/1]"""
PLANT_SPREAD = 0.35
"""Yields of neighbouring plants differ by this share of their mean. [standard deviations/mean]"""
MORE_BESIDE = 0.75
"""Sides whose plants have so many more neighbours on average are not alike. [count]"""
UNEQUAL = 0.5
"""Sides whose start lies further apart than this begin unequally. [standard deviations]"""


def stays_fair(before: Trial, after: Trial) -> None:
    """Refuse what would make a trial unfair after the fact: other lots or another measure.

    Parameters
    ----------
    before : Trial
        As it is stored.
    after : Trial
        As it is to be.

    Raises
    ------
    Impossible
        Once something was measured; figures are removed first.
    """
    if all(value is None for plant in before.plants for value in plant.values):
        return
    lots = [{(one.planting, one.plant): one.side for one in of.plants} for of in (before, after)]
    if lots[0] != lots[1]:
        raise Impossible("plants", "lots_are_fixed")
    if [one.name for one in before.measures] != [one.name for one in after.measures]:
        raise Impossible("measures", "measures_are_fixed")


def unfair(trial: Trial, neighbours: Mapping[Candidate, int]) -> tuple[Finding, ...]:
    """Return what is not fair about a trial, or has ceased to be.

    Parameters
    ----------
    trial : Trial
        As it is set up, with what became of its plants.
    neighbours : mapping
        How many others stand beside a plant, where that is drawn. [count]

    Returns
    -------
    tuple of Finding
        The gravest first.
    """
    return (
        *_numbers(trial),
        *_start(trial),
        *_places(trial),
        *_neighbours(trial, neighbours),
        *_left(trial),
    )


def wanted(trial: Trial, mean: float | None) -> Worked | None:
    """Return how many plants a side takes for the difference hoped for.

    Parameters
    ----------
    trial : Trial
        Its first measure decides.
    mean : float or None
        What a plant usually brings of it; None where nobody knows. [unit]

    Returns
    -------
    Worked or None
        Not rounded; None where nothing is hoped for or the spread is not known. [count]
    """
    hoped = trial.measures[0].hoped
    spread = _spread(trial, mean)
    if hoped is None or spread is None or spread.value <= 0:
        return None
    unit = trial.measures[0].unit
    wide = student_t((1 + SURE) / 2, float("inf")) + student_t(POWER, float("inf"))
    count = 2 * (wide * spread.value / hoped) ** 2
    return Worked.first(
        "plants_for_difference",
        max(count, float(FEWEST)),
        "plants",
        Quantity("both_limits", wide, "", Origin.TYPICAL),
        Quantity("plants_spread", spread.value, unit, spread.origin),
        Quantity("difference_hoped", hoped, unit, Origin.TYPED),
    )


def _spread(trial: Trial, mean: float | None) -> Quantity | None:
    """As measured, once both sides have enough; else the usual share of what a plant brings."""
    sides = measured(trial, 0)
    if all(len(side) >= FEWEST for side in sides):
        squares = sum(float(np.var(side, ddof=1)) * (len(side) - 1) for side in sides)
        value = sqrt(squares / (len(sides[0]) + len(sides[1]) - 2))
        return Quantity("plants_spread", value, "", Origin.MEASURED)
    return None if mean is None else Quantity("plants_spread", PLANT_SPREAD * mean, "")


def _numbers(trial: Trial) -> Iterator[Finding]:
    counts = Counter(one.side for one in trial.plants if one.left is None)
    numbers = (Quantity("first", counts[0], ""), Quantity("second", counts[1], ""))
    if min(counts[0], counts[1]) < FEWEST:
        yield Finding("trial_too_few", Level.WARNING, "plants", numbers=numbers)
    elif abs(counts[0] - counts[1]) > 1 and abs(counts[0] - counts[1]) * 4 > sum(counts.values()):
        yield Finding("trial_uneven", Level.NOTE, "plants", numbers=numbers)


def _start(trial: Trial) -> Iterator[Finding]:
    begins: tuple[list[float], list[float]] = ([], [])
    for one in trial.plants:
        if one.start is not None and one.left is None:
            begins[one.side].append(one.start)
    if min(len(begins[0]), len(begins[1])) < FEWEST:
        return
    spread = float(np.std([*begins[0], *begins[1]], ddof=1))
    first, second = float(np.mean(begins[0])), float(np.mean(begins[1]))
    if spread > 0 and abs(first - second) > UNEQUAL * spread:
        numbers = (Quantity("first", first, ""), Quantity("second", second, ""))
        yield Finding("trial_starts_unequal", Level.WARNING, "plants", numbers=numbers)


def _places(trial: Trial) -> Iterator[Finding]:
    """A treatment that stands alone in its planting is told apart from it by nothing."""
    whole = [one for one in trial.plants if one.plant is None]
    if whole and len(whole) < 2 * FEWEST:
        yield Finding("trial_by_places", Level.WARNING, "plants")
    sides: dict[object, set[int]] = {}
    for one in trial.plants:
        if one.plant is not None:
            sides.setdefault(one.planting, set()).add(one.side)
    if len(sides) > 1 and any(len(side) == 1 for side in sides.values()):
        yield Finding("trial_confounded", Level.WARNING, "plants")


def _neighbours(trial: Trial, of: Mapping[Candidate, int]) -> Iterator[Finding]:
    """Who stands at the edge has more light and ground than who stands between others."""
    beside: tuple[list[int], list[int]] = ([], [])
    for one in trial.plants:
        count = of.get(Candidate(one.planting, one.plant))
        if count is not None and one.left is None:
            beside[one.side].append(count)
    if min(len(beside[0]), len(beside[1])) < FEWEST:
        return
    first, second = (sum(side) / len(side) for side in beside)
    if abs(first - second) > MORE_BESIDE:
        numbers = (Quantity("first", round(first, 1), ""), Quantity("second", round(second, 1), ""))
        yield Finding("trial_neighbours", Level.NOTE, "plants", numbers=numbers)


def _left(trial: Trial) -> Iterator[Finding]:
    died = Counter(one.side for one in trial.plants if one.left == "died")
    swapped = sum(1 for one in trial.plants if one.left == "swapped")
    if died:
        numbers = (Quantity("first", died[0], ""), Quantity("second", died[1], ""))
        yield Finding("trial_died", Level.NOTE, "plants", numbers=numbers)
    if swapped:
        swaps = (Quantity("swaps", swapped, ""),)
        yield Finding("trial_swapped", Level.NOTE, "plants", numbers=swaps)
    if trial.outside:
        yield Finding("trial_outside", Level.NOTE, "outside")
