"""The lines of a pasted report: broken sentences made whole, a name and its result made one."""

import re
from collections.abc import Iterator

from eznel.formats.cleaning import LONG, unwrapped
from eznel.formats.numbers import Mark as Decimal
from eznel.formats.soil_files.columns import cells
from eznel.formats.soil_files.marks import Mark, marks

_LONGEST = re.compile(r".{1,300}(?:[\s;|,.]|$)|.{1,300}")
"""Nobody prints a longer line; a longer one is read in parts."""

_ADVICE_BEGINS = re.compile(
    r"(?<=[.!])\s+(?=(?:apply|add|spread|we recommend|we advise|bitte|wir empfehlen|se recomienda"
    r"|nous conseillons)\b)",
    re.IGNORECASE,
)
"""Where a sentence of results ends and one of advice begins."""
_AT_SEMICOLON = re.compile(r";\s+")
_FIGURE_FIRST = re.compile(
    r"\s*[<>]?\d[\d.,]* ?(?:%|ppm|m?g/|mg |kg/|lbs?|me|cmol|mmol)", re.IGNORECASE
)
_NUMBERED = re.compile(r"[<>]?\s?\d[\d.,' ]*(?:[^\d\s]\S*)?(?: \S+)?$")


def _pieces(text: str) -> Iterator[tuple[int, str]]:
    if "\n" not in text.strip():  # all of it was pasted as one line
        text = _AT_SEMICOLON.sub("\n", text)
    for n, line in enumerate(unwrapped(text.split("\n")), start=1):
        for sentence in _ADVICE_BEGINS.split(line):
            yield from ((n, part) for part in _LONGEST.findall(sentence) or [""])


def joined(text: str, decimal: Decimal | None) -> Iterator[tuple[int, str, list[Mark]]]:
    """Yield the lines of a report with what they say; a name and a result on two lines are one.

    Parameters
    ----------
    text : str
        Cleaned.
    decimal : str or None
        What stands before decimals in it, where that is known.

    Yields
    ------
    tuple of int, str and list of Mark
        The number of a line, its words, its marks.
    """
    waiting: tuple[int, str, list[Mark]] | None = None
    for n, line in _pieces(text):
        found, at = marks(line, decimal), n
        if waiting is not None:
            if _is_result_of(waiting, line, found):
                at, line = waiting[0], f"{waiting[1].rstrip()} {line.strip()}"
                found = marks(line, decimal)
            else:
                yield waiting
            waiting = None
        if _waits(line, found):
            waiting = (at, line, found)
        else:
            yield at, line, found
    if waiting is not None:
        yield waiting


def _is_result_of(waiting: tuple[int, str, list[Mark]], line: str, found: list[Mark]) -> bool:
    """Whether a line begins with the result of the name with which the one before ends."""
    if not any(mark.kind == "number" for mark in found):
        return False
    if any(mark.kind == "number" for mark in waiting[2]):
        return _FIGURE_FIRST.match(line) is not None
    named = any(mark.kind == "name" for mark in found)
    return not named and _NUMBERED.fullmatch(line.strip()) is not None


def _waits(line: str, found: list[Mark]) -> bool:
    """Whether a line is a name alone, or full and ends with a name."""
    if any(mark.kind == "number" for mark in found):
        last = found[-1]
        return last.kind == "name" and len(line) >= LONG and not line[last.end :].strip()
    one = len({mark.said for mark in found if mark.kind == "name"}) == 1
    return one and len(line.strip()) <= 60 and len(cells(line)) == 1
