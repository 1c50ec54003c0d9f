"""Days as people and files write them. Where day and month could be swapped, nothing is guessed."""

import re
from collections.abc import Iterable
from dataclasses import dataclass
from datetime import date

_MONTHS = {
    name: number
    for number, names in enumerate(
        (
            "jan ene", "feb", "mar mär mrz", "apr abr", "may mai", "jun", "jul",
            "aug ago", "sep", "oct okt", "nov", "dec dez dic",
        ),
        start=1,
    )
    for name in names.split()
}  # fmt: skip

_YEAR_FIRST = re.compile(r"\b(\d{4})[-/.](\d{1,2})[-/.](\d{1,2})(?!\d)")
_YEAR_LAST = re.compile(r"\b(\d{1,2})([-/.])(\d{1,2})\2(\d{4}|\d{2})\b")
_DAY_NAMED = re.compile(r"\b(\d{1,2})\.?[ -](?:de )?([^\W\d]{3})[^\W\d]*\.?,?[ -](?:de )?(\d{4})\b")
_MONTH_NAMED = re.compile(r"\b([^\W\d]{3})[^\W\d]*\.? (\d{1,2}),? (\d{4})\b")


DAYS = re.compile(
    "|".join(
        one.pattern.replace(r"\2", "[-/.]").replace(r"[^\W\d]{3}", f"(?:{'|'.join(_MONTHS)})")
        for one in (_YEAR_FIRST, _YEAR_LAST, _DAY_NAMED, _MONTH_NAMED)
    ),
    re.IGNORECASE,
)
"""A day, however it is written."""


@dataclass(frozen=True, slots=True)
class ReadDay:
    """The day that a text names, or why there is none."""

    on: date | None
    two_ways: bool = False
    """Whether day and month could be swapped, and nobody knows which stands first."""


NO_DAY = ReadDay(None)


def read_day(text: str, month_first: bool | None = None) -> ReadDay:
    """Return the day that a text names.

    Parameters
    ----------
    text : str
        As printed.
    month_first : bool or None
        Whether the month stands before the day where it was written; None where nobody knows.

    Returns
    -------
    ReadDay
        Points between day, month and year put the day first; slashes do not say.
    """
    if found := _YEAR_FIRST.search(text):
        return _day(*(int(part) for part in found.groups()))
    if found := _YEAR_LAST.search(text):
        first, second = int(found[1]), int(found[3])
        year = int(found[4]) + (2000 if len(found[4]) == 2 else 0)
        by_itself = _month_first(first, second, found[2])
        told = month_first if by_itself is None else by_itself
        if told is None and first != second:
            return ReadDay(None, two_ways=True)
        return _day(year, first, second) if told else _day(year, second, first)
    if found := _DAY_NAMED.search(text):
        return _named(found[2], int(found[1]), int(found[3]))
    if found := _MONTH_NAMED.search(text):
        return _named(found[1], int(found[2]), int(found[3]))
    return NO_DAY


def month_first(texts: Iterable[str]) -> bool | None:
    """Return whether dates name the month first, by those that can be read in one way.

    Parameters
    ----------
    texts : iterable of str
        Dates of one file.

    Returns
    -------
    bool or None
        None where no date tells, or they disagree.
    """
    found = (_YEAR_LAST.search(text) for text in texts)
    told = {_month_first(int(one[1]), int(one[3]), one[2]) for one in found if one} - {None}
    return told.pop() if len(told) == 1 else None


def _month_first(first: int, second: int, mark: str) -> bool | None:
    """What a date tells by itself."""
    if mark == "." or first > 12:
        return False
    return True if second > 12 else None


def _named(month: str, day: int, year: int) -> ReadDay:
    number = _MONTHS.get(month.lower())
    return _day(year, number, day) if number else NO_DAY


def _day(year: int, month: int, day: int) -> ReadDay:
    try:
        return ReadDay(date(year, month, day))
    except ValueError:
        return NO_DAY
