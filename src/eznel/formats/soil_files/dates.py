"""Days as laboratories write them. Where day and month could be swapped, nothing is guessed."""

import re
from datetime import date

_MONTHS = {
    name: number
    for number, names in enumerate(
        (
            "jan ene", "feb", "mar mär mrz", "apr abr", "may mai", "jun", "jul", "aug ago",
            "sep", "oct okt", "nov", "dec dez dic",
        ),
        start=1,
    )
    for name in names.split()
}  # fmt: skip


def day_of(text: str) -> tuple[date | None, str]:
    """Return the day that a text names.

    Parameters
    ----------
    text : str
        As printed. [text]

    Returns
    -------
    tuple of date or None, and str
        The day; or why not: "date_day_or_month" where both could be, else nothing. [date]
    """
    found = re.search(r"\b(\d{4})[-/.](\d{1,2})[-/.](\d{1,2})\b", text)
    if found:
        return _day(*(int(part) for part in found.groups())), ""
    found = re.search(r"\b(\d{1,2})([-/.])(\d{1,2})\2(\d{4}|\d{2})\b", text)
    if found:
        first, mark, second, year = found.groups()
        return _short(int(first), int(second), _year(int(year)), dotted=mark == ".")
    found = re.search(r"\b(\d{1,2})\.? (?:de )?([^\W\d]{3})[^\W\d]*\.?,? (?:de )?(\d{4})\b", text)
    if found:
        return _named(found[2], int(found[1]), int(found[3])), ""
    found = re.search(r"\b([^\W\d]{3})[^\W\d]*\.? (\d{1,2}),? (\d{4})\b", text)
    return (_named(found[1], int(found[2]), int(found[3])) if found else None), ""


def _short(first: int, second: int, year: int, *, dotted: bool) -> tuple[date | None, str]:
    """Points between day, month and year put the day first; slashes do not say."""
    if dotted or first > 12:
        return _day(year, second, first), ""
    if second > 12 or first == second:
        return _day(year, first, second), ""
    return None, "date_day_or_month"


def _named(month: str, day: int, year: int) -> date | None:
    number = _MONTHS.get(month.lower())
    return _day(year, number, day) if number else None


def _year(year: int) -> int:
    return year + 2000 if year < 100 else year


def _day(year: int, month: int, day: int) -> date | None:
    try:
        return date(year, month, day)
    except ValueError:
        return None
