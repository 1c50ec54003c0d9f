"""A sum reckoned: by its steps, or, for a number without a step back, by trying."""

from collections.abc import Callable, Mapping
from dataclasses import replace
from itertools import pairwise
from math import isnan, nan

from eznel.core.errors import Impossible, Unknown
from eznel.core.sums.sheet import Answer, Blank, Sheet, Sum, Value, unit_of
from eznel.core.working import Finding, Level, Quantity

POINTS, HALVINGS = 48, 50
"""How closely a number is looked for that is found by trying. [count]"""
EXACT = 1e-11
"""Nearer than this it is found. [1]"""


def reckon(of: Sum, asked: str, known: Mapping[str, Value]) -> Answer:
    """Return what is asked of a sum.

    Parameters
    ----------
    of : Sum
        Which.
    asked : str
        The number that is asked.
    known : mapping of str to float, str or date
        All blanks but that one, by name. [their units]

    Returns
    -------
    Answer
        With its working.

    Raises
    ------
    Impossible
        When a blank is empty, makes no sense, or the sum has no answer.
    Unknown
        When that cannot be asked of this sum.
    """
    for blank in of.known(asked):
        _sensible(blank, known.get(blank.name))
    wanted = {blank.name: known[blank.name] for blank in of.known(asked)}
    if asked in of.tried:
        return replace(_tried(of, asked, wanted), known=wanted)
    try:
        return replace(of.work(Sheet(asked, wanted)), known=wanted)
    except ZeroDivisionError as error:
        zero = next((n for n, v in wanted.items() if v == 0), asked)
        raise Impossible(zero, "sum_zero") from error


def _tried(of: Sum, asked: str, wanted: Mapping[str, Value]) -> Answer:
    """The number with which the sum comes to what is wanted; its steps show that it does."""
    first, rest = of.asks[0], {n: v for n, v in wanted.items() if n != of.asks[0]}
    target = float(wanted[first])  # type: ignore[arg-type]

    def gap(x: float) -> float:
        try:
            return of.work(Sheet(first, {**rest, asked: x})).worked.value - target
        except (Impossible, ZeroDivisionError, OverflowError):
            return nan

    blank = next(one for one in of.blanks if one.name == asked)
    closes = _crossings(gap, _points(blank))
    if not closes or gap(closes[0] * (1 + 1e-6) or 1e-6) == gap(closes[0]):
        raise Impossible(first, "sum_no_value")
    x, unit = closes[0], unit_of(asked)
    found = of.work(Sheet(first, {**rest, asked: x}))
    worked = found.worked.then("sum_tried", x, unit, Quantity("found", x, unit))
    for other in closes[1:2]:
        number = Quantity("other_value", other, unit)
        worked = worked.noting(Finding("sum_two_values", Level.QUESTION, first, numbers=(number,)))
    return replace(found, asked=asked, worked=worked)


def _crossings(gap: Callable[[float], float], points: list[float]) -> list[float]:
    """Where a gap closes: a coarse look, then halving."""
    found: list[float] = []
    for (low, below), (high, above) in pairwise((point, gap(point)) for point in points):
        if below == 0 or above == 0:
            found.append(low if below == 0 else high)
        elif below * above < 0:
            found.append(_halved(gap, low, high))
    return list(dict.fromkeys(found))


def _points(blank: Blank) -> list[float]:
    if blank.least < 0:
        wide = blank.most - blank.least
        return [blank.least + wide * n / POINTS for n in range(POINTS + 1)]
    start = max(blank.least, blank.most * 1e-9)
    ratio = (blank.most / start) ** (1 / POINTS)
    points = [start * ratio**n for n in range(POINTS)] + [blank.most]
    return points if blank.least == start else [blank.least, *points]


def _halved(gap: Callable[[float], float], low: float, high: float) -> float:
    below = gap(low)
    for _ in range(HALVINGS):
        if high - low <= EXACT * abs(high):
            break
        middle = (low + high) / 2
        if gap(middle) * below > 0:
            low = middle
        else:
            high = middle
    return low if isnan(gap(high)) else high


def _sensible(blank: Blank, value: Value | None) -> None:
    if value is None or value == "":
        raise Impossible(blank.name, "sum_blank")
    if blank.choices and value not in blank.choices:
        raise Unknown(blank.name, "sum_not_asked", name=str(value))
    beyond = isinstance(value, int | float) and not blank.least <= value <= blank.most
    if beyond:
        raise Impossible(
            blank.name, "sum_beyond", least=blank.least, most=blank.most, unit=unit_of(blank.name)
        )
