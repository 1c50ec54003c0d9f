"""Numbers as people and files write them: 1,200 · 1.234,5 · 1 200 · 1'200 · −3 · 2e-5.

What the marks between digits mean depends on where somebody writes. A number with both marks, or
with other than three digits behind its mark, can be read in one way. "1,200" can be read in two: a
text's other numbers tell, or else its reader's language, or else nobody does and it is asked.
"""

import re
from collections import Counter
from dataclasses import dataclass
from typing import Literal

Mark = Literal[".", ","]
"""Which mark stands before decimals."""

_OTHER: dict[Mark, Mark] = {".": ",", ",": "."}
_SPACES = re.compile(r"(?<=\d)[ '’\u00a0\u2009\u202f](?=\d{3}(?!\d))")
_DIGITS = re.compile(r"([+-]?)(\d*(?:[.,]\d+)*[.,]?)(e[+-]?\d{1,3})?", re.IGNORECASE)
_WRITTEN = re.compile(r"(?<![\w.,:/-])\d+(?:[.,]\d+)+(?![\d_.,:/-]|[.,]\d)")
BLOT = "▒"
"""Stands for a digit or mark of a number that can be read in two ways."""
_MOST = 1e12


@dataclass(frozen=True, slots=True)
class Number:
    """What digits say, and what else they may say where the mark could be either."""

    value: float
    other: float | None = None


def read_number(text: str, mark: Mark | None = None) -> Number | None:
    """Return what a number says.

    Parameters
    ----------
    text : str
        Digits and marks, nothing else.
    mark : Mark or None
        What stands before decimals where it was written; None where nobody knows.

    Returns
    -------
    Number or None
        With two values where it can be read in two ways; None where it is no number, or endless.
    """
    plain = _SPACES.sub("", text.strip().replace("−", "-"))
    found = _DIGITS.fullmatch(plain)
    if found is None or not re.search(r"\d", found[2]):
        return None
    sign, digits, power = found[1], found[2], found[3] or ""
    readings = [
        value
        for one in _readings(digits, mark)
        if abs(value := float(f"{sign}{one}{power}")) < _MOST
    ]
    if not readings:
        return None
    return Number(readings[0], readings[1] if len(readings) > 1 else None)


def _readings(digits: str, mark: Mark | None) -> list[str]:
    """The ways to read digits with marks, the likelier first, with a point before decimals."""
    marks = {sign for sign in digits if sign in ".,"}
    if len(marks) == 2:
        last: Mark = "." if digits.rindex(".") > digits.rindex(",") else ","
        return _grouped(digits, last) if digits.count(last) == 1 else []
    if not marks:
        return [digits]
    (sign,) = marks
    own: Mark = "." if sign == "." else ","
    if digits.count(own) > 1:
        return _grouped(digits, _OTHER[own])
    as_decimal, as_group = digits.replace(own, "."), _grouped(digits, _OTHER[own])
    if not as_group or digits.startswith("0"):
        return [as_decimal]
    if mark is None:
        return [as_decimal, *as_group] if own == "." else [*as_group, as_decimal]
    return [as_decimal] if own == mark else as_group


def _grouped(digits: str, mark: Mark) -> list[str]:
    """Read with the other mark between thousands; nothing where the groups are not of three."""
    whole, _, part = digits.partition(mark)
    if not re.fullmatch(rf"[1-9]\d{{0,2}}(?:{re.escape(_OTHER[mark])}\d{{3}})+", whole):
        return []
    return [f"{whole.replace(_OTHER[mark], '')}.{part or '0'}"]


FIGURE = re.compile(
    r"\d[\d.,/]{0,9} ?(?:%|(?:[mk]?g|m?l|lit(?:re|er)s?|oz|ounces?|lbs?|pounds?|tsp|tbsp|cups?"
    r"|gal(?:lon)?s?|m2|m²|sq|ppm|cm|mm|ds|ms|m?eq|me|cmol|parts?|teile?|times|x|mal|fois|veces"
    r"|days?|weeks?|months?|tage|wochen|monate|jours|semaines|mois|d[ií]as|semanas|meses)(?![^\W\d]))",
    re.IGNORECASE,
)
"""A number with a unit: where nobody understood it, it is asked about."""


def decimal_mark(text: str) -> Mark | None:
    """Return the mark before decimals in a text, by the numbers that can be read in one way.

    Parameters
    ----------
    text : str
        As printed.

    Returns
    -------
    Mark or None
        None where no number tells, or they disagree.
    """
    told: Counter[Mark] = Counter()
    for written in _WRITTEN.findall(text):
        told.update(_told_by(written))
    return next(iter(told)) if len(told) == 1 else None


def _told_by(written: str) -> list[Mark]:
    """What a number tells of its text: nothing where it can be read in two ways, or is none."""
    readings = _readings(written, None)
    if len(readings) != 1:
        return []
    marks = [sign for sign in written if sign in ".,"]
    # Of one mark repeated the other one stands before decimals.
    comma = (marks[-1] == ",") is not (len(marks) > 1 and len(set(marks)) == 1)
    return ["," if comma else "."]


def written_plainly(text: str, mark: Mark | None) -> str:
    """Return a text in which all numbers have a point before decimals, and nothing else.

    Parameters
    ----------
    text : str
        As printed.
    mark : Mark or None
        What stands before decimals in it, where that is known.

    Returns
    -------
    str
        Just as long: what falls away is made up for by zeros in front. What can be read in two
        ways is blotted out.
    """

    def plain(found: re.Match[str]) -> str:
        readings = _readings(found.group(), mark)
        if len(readings) > 1:
            return BLOT * len(found.group())
        plain = readings[0].removesuffix(".0") if readings else found.group()
        return plain.rjust(len(found.group()), "0")

    return _WRITTEN.sub(plain, text)
