"""What a garden's own observations make of a factor that is 1 in the catalogue.

Conjugate updating of a normal mean: before anything was seen the deviation is 0, with the spread
between gardens; each observation has a spread of its own. What is known then is their mean, each
weighted by the inverse of its variance. Of factors that multiply, the deviation is the logarithm.
"""

from collections.abc import Iterable
from dataclasses import dataclass
from datetime import date
from functools import cache
from math import exp, hypot, log, sqrt
from typing import Literal
from uuid import UUID

EIGHT_IN_TEN = 1.2816
"""So many standard deviations on either side hold eight cases in ten."""
FAR_OFF = 3.0
"""An observation further off than so many standard deviations is looked at, not believed."""
LEAST_FACTOR = 0.3
"""A factor that adds is never believed to be less."""

Scale = Literal["log", "linear"]


@dataclass(frozen=True, slots=True)
class Evidence:
    """One observation of a factor: when, of what, how many times the usual, and how sure."""

    on: date
    of: UUID
    """A planting or a place."""
    factor: float
    spread: float
    """Standard deviation, of the logarithm or of the factor itself."""


@dataclass(frozen=True, slots=True, kw_only=True)
class Belief:
    """A factor with what it rests on."""

    value: float
    low: float
    high: float
    """Eight cases in ten are within."""
    weight: float
    """How much the garden's own data weigh; the rest is the catalogue. [share]"""
    gave: float
    """What the observations alone say; 1 without any."""
    seen: tuple[Evidence, ...]
    apart: tuple[Evidence, ...]
    """Too far off to be believed."""


def believed(seen: Iterable[Evidence], prior: float, scale: Scale) -> Belief:
    """Return what is known of a factor.

    Parameters
    ----------
    seen : iterable of Evidence
        Observations, each of the factor as the catalogue has it.
    prior : float
        The spread between gardens: standard deviation, of the logarithm or of the factor. [1]
    scale : str
        Whether the factor multiplies ("log") or adds ("linear").

    Returns
    -------
    Belief
        1 without observations.
    """
    observed = tuple(seen)
    return _weighed(observed, prior, scale) if observed else _unseen(prior, scale)


@cache
def _unseen(prior: float, scale: Scale) -> Belief:
    """Most factors of most gardens."""
    return _weighed((), prior, scale)


def _weighed(seen: tuple[Evidence, ...], prior: float, scale: Scale) -> Belief:
    known: list[Evidence] = []
    apart: list[Evidence] = []
    for one in seen:
        far = abs(_deviation(one.factor, scale)) > FAR_OFF * hypot(prior, one.spread)
        (apart if far else known).append(one)
    before = 1 / prior**2
    data = sum(1 / one.spread**2 for one in known)
    pull = sum(_deviation(one.factor, scale) / one.spread**2 for one in known)
    mean, off = pull / (before + data), EIGHT_IN_TEN / sqrt(before + data)
    return Belief(
        value=_factor(mean, scale),
        low=_factor(mean - off, scale),
        high=_factor(mean + off, scale),
        weight=data / (before + data),
        gave=_factor(pull / data if known else 0.0, scale),
        seen=tuple(known),
        apart=tuple(apart),
    )


def _deviation(factor: float, scale: Scale) -> float:
    return log(factor) if scale == "log" else factor - 1


def _factor(deviation: float, scale: Scale) -> float:
    return exp(deviation) if scale == "log" else max(1 + deviation, LEAST_FACTOR)
