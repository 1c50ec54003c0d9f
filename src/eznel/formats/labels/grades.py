"""Grades: 12-12-17+2MgO+8S, N-P-K 4-3-8, 19:19:19, and ratios with their total, 2:3:2 (22)."""

import re
from dataclasses import dataclass

from eznel.formats.labels.amounts import number

_N = r"\d{1,3}(?:[.,]\d+)?"
_RATIO = re.compile(rf"(?<![\d.,:])({_N}):({_N}):({_N})\s?\(\s?({_N})\s?\)")
_THREE = re.compile(
    rf"(?<![\d.,:/-])({_N})\s?([-:+.])\s?({_N})\s?\2\s?({_N})(?:\s?\2\s?({_N}))?(?![\d/]|[.,:-]\d|\s?%)"
)
_TWO = re.compile(rf"(?<![\w])(np|nk|pk)\s?({_N})\s?[-+:]\s?({_N})(?![\d%]|\s?[-:]\d)")
_MORE = re.compile(
    rf"\s?(?:\+|,|\band\b)\s?({_N})\s?%?\s?(mgo|cao|sox|mg|ca|s|b|fe|mn|zn|cu|mo)(?![a-z])"
)
_UNNAMED = re.compile(r"\s?\(\+[\d+., ]+\)|\s?\+ ?te\b")
_SPELT = {"mgo": "MgO", "cao": "CaO", "sox": "SO3", "mg": "Mg", "ca": "Ca", "s": "S", "b": "B",
          "fe": "Fe", "mn": "Mn", "zn": "Zn", "cu": "Cu", "mo": "Mo"}  # fmt: skip

SMALL = 9
"""Whole numbers up to here between colons are a ratio, not a grade, where no total follows."""


@dataclass(frozen=True, slots=True)
class Grade:
    """A grade and what it declares; P and K still without oxide or element, unless `elements`."""

    start: int
    end: int
    lines: tuple[tuple[str, float], ...]
    elements: bool = False
    question: str = ""


def grades(text: str, low: str) -> list[Grade]:
    """Return the grades in a piece of a label.

    Parameters
    ----------
    text : str
        Tidy.
    low : str
        The same, masked.

    Returns
    -------
    list of Grade
        In order; one with a question declares nothing.
    """
    found: list[Grade] = []
    for match in _RATIO.finditer(low):
        found.append(_by_ratio(match, low))
    for match in _THREE.finditer(low):
        if not any(g.start <= match.start() < g.end for g in found):
            grade = _by_numbers(match, low)
            if grade is not None:
                found.append(grade)
    for match in _TWO.finditer(low):
        values = [number(match[2]) or 0.0, number(match[3]) or 0.0]
        lines = tuple(zip((match[1][0].upper(), match[1][1].upper()), values, strict=True))
        found.append(Grade(match.start(), match.end(), lines))
    return sorted(found, key=lambda grade: grade.start)


def _by_ratio(match: re.Match[str], low: str) -> Grade:
    parts = [number(match[n]) or 0.0 for n in (1, 2, 3)]
    total = number(match[4]) or 0.0
    if not sum(parts):
        return Grade(match.start(), match.end(), (), question="ratio_without_total")
    if total > 100:
        return Grade(match.start(), match.end(), (), question="over_100")
    shares = tuple((x, total * part / sum(parts)) for x, part in zip("NPK", parts, strict=True))
    more, end = _more(low, match.end())
    return Grade(match.start(), end, (*shares, *more), elements=True)


def _by_numbers(match: re.Match[str], low: str) -> Grade | None:
    values = [number(match[n]) for n in (1, 3, 4)]
    if any(value is None or value > 100 for value in values):
        return None
    mark, fourth = match[2], match[5]
    numbers = [value or 0.0 for value in values]
    if mark == "." and "npk" not in low[: match.start()].replace("-", ""):
        return None  # a date or a version
    whole = all(value == int(value) for value in numbers)
    if mark == ":" and whole and max(numbers) <= SMALL:
        return Grade(match.start(), match.end(), (), question="ratio_without_total")
    lines = list(zip("NPK", numbers, strict=True))
    if fourth is not None:
        lines.append(("S", number(fourth) or 0.0))
    more, end = _more(low, match.end())
    return Grade(match.start(), end, (*lines, *more))


def _more(low: str, at: int) -> tuple[tuple[tuple[str, float], ...], int]:
    """What follows a grade: +2MgO+8S, + 0.5% Zn."""
    found = []
    while True:
        match = _MORE.match(low, at)
        if match is None:
            break
        found.append((_SPELT[match[2]], number(match[1]) or 0.0))
        at = match.end()
    unnamed = _UNNAMED.match(low, at)
    return tuple(found), unnamed.end() if unnamed else at
