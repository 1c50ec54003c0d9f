"""A line of a report as marks: names, methods, units, numbers and days, each with its place.

Every letter belongs to one mark at most. What has the more special form is looked for first, so
that the figures of Mehlich-3, of 1:5, of mg/100 g and of P2O5 are never read as results.
"""

import re
import unicodedata
from collections.abc import Iterable, Iterator
from dataclasses import dataclass
from typing import Literal

from eznel.formats.dates import DAYS
from eznel.formats.numbers import Mark as Decimal
from eznel.formats.numbers import read_number
from eznel.formats.soil_files import methods, words

GAP, RANGE = "\x1f", "\x1e"
"""Stand where something was understood, and where a range was."""

Kind = Literal["day", "ratio", "method", "unit", "name", "range", "number"]


@dataclass(frozen=True, slots=True)
class Mark:
    """One thing that a line says, and where."""

    kind: Kind
    start: int
    end: int
    said: str = ""
    """Which name, method or unit, in our spelling."""
    value: float | None = None
    question: str = ""
    by: float = 1.0
    """What a number in this unit is multiplied with, to be in `said`."""
    form: str | None = None
    """The oxide or ion that a name or a unit speaks of."""
    other: float | None = None
    """What a number would be by the other mark before decimals."""


def flat(text: str) -> str:
    """Return a line as it is matched: lower case, plain signs, every letter where it was.

    Parameters
    ----------
    text : str
        As printed.

    Returns
    -------
    str
        Just as long.
    """
    if text.isascii():
        return text.lower().replace("_", " ")
    return "".join(map(_flat, text)).replace("μ", "µ")


def _flat(sign: str) -> str:
    plain = unicodedata.normalize("NFKC", sign)
    low = plain.lower() if len(plain) == 1 else sign
    return {"–": "-", "—": "-", "−": "-", "_": " "}.get(low, low if len(low) == 1 else sign)


_RATIO = re.compile(r"(?<![\d.,])1 ?: ?\d(?:[.,]\d)?(?!\d|:\d)")
_NUMERAL = r"\d{1,3}(?:[ '’]\d{3})+(?![\d'])(?:[.,]\d+)?|\d+(?:[.,]\d+)*"
_RANGE = re.compile(
    rf"(?<![\w.,])(?:{_NUMERAL}) ?(?:-|to|bis|à|a) ?(?:{_NUMERAL})(?![\w])(?! ?[-/]\d)"
)
_BROKEN = re.compile(
    r"(?<![\w.,])(?:\d{1,3}, \d{3}(?!\d)|\d{1,3}[.,] \d{1,2}(?![\d.,]))"
    r"|(?<![^\W_])(?:\d+[.,]?[oils][\doils]*|[oil]\d[\doils.,]*|\d+[.,]?[oils])(?![^\W_])"
)
"""A number that a scan or a copy has broken: 1, 340 · 3. 8 · 1O2 · l20 · 6.S."""
_NUMBER = re.compile(
    rf"(?<![^\W_])(?<![.,]\d)(?P<sign>[<>≤≥]=? ?|-(?=\d))?(?P<n>{_NUMERAL})(?![^\W\d_]*\d)"
)


def marks(line: str, decimal: Decimal | None) -> list[Mark]:
    """Return what a line says, in the order of its places.

    Parameters
    ----------
    line : str
        As printed.
    decimal : str or None
        What stands before decimals in its text, where that is known.

    Returns
    -------
    list of Mark
        None overlaps another.
    """
    free = flat(line)
    found: list[Mark] = []
    for look in (_days, _methods, _ratios, _units, _broken, _names, _ranges):
        looked = sorted(look(free, line), key=lambda mark: mark.start)
        found += looked
        free = blanked(free, looked)
    found += _numbers(free, decimal)
    found += _implied(found)
    return sorted(found, key=lambda mark: (mark.start, mark.end))


def _implied(found: list[Mark]) -> Iterator[Mark]:
    """The nutrient that an extract is named for, where no name stands before it or says it."""
    names = {mark.said for mark in found if mark.kind == "name"}
    before = ""
    for mark in sorted(found, key=lambda one: one.start):
        implied = methods.IMPLIES.get(mark.said) if mark.kind == "method" else None
        if implied and implied not in names and before != "name":
            yield Mark("name", mark.end, mark.end, implied)
        before = mark.kind


def blanked(low: str, found: Iterable[Mark]) -> str:
    """Return a line in which marks are blanked out, ranges with a sign of their own.

    Parameters
    ----------
    low : str
        A line.
    found : iterable of Mark
        In the order of their places.

    Returns
    -------
    str
        Just as long.
    """
    parts, at = [], 0
    for one in found:
        sign = RANGE if one.kind == "range" else GAP
        parts += [low[at : one.start], sign * (one.end - one.start)]
        at = one.end
    return "".join([*parts, low[at:]])


def _spans(pattern: re.Pattern[str], free: str) -> Iterator[re.Match[str]]:
    return (one for one in pattern.finditer(free) if one.end() > one.start())


def _days(free: str, line: str) -> Iterator[Mark]:
    for one in _spans(DAYS, free):
        yield Mark("day", *one.span(), said=line[one.start() : one.end()])


_ANY_METHOD = re.compile("|".join(pattern.pattern for _, pattern in methods.EXTRACTS))


def _methods(free: str, line: str) -> Iterator[Mark]:
    if not _ANY_METHOD.search(free):
        return
    for key, pattern in methods.EXTRACTS:
        if not pattern.search(free):
            continue
        found = [
            one for one in _spans(pattern, free) if one.group() != "p1" or line[one.start()] == "P"
        ]
        free = _without(free, found)
        yield from (Mark("method", *one.span(), said=key) for one in found)


def _without(free: str, found: Iterable[re.Match[str]]) -> str:
    """A line in which what was understood is blanked out."""
    parts, at = [], 0
    for one in found:
        parts += [free[at : one.start()], GAP * (one.end() - one.start())]
        at = one.end()
    return "".join([*parts, free[at:]]) if parts else free


def _ratios(free: str, line: str) -> Iterator[Mark]:
    for one in _spans(_RATIO, free):
        yield Mark("ratio", *one.span(), said=one.group().replace(" ", "").replace(",", "."))


def _units(free: str, line: str) -> Iterator[Mark]:
    for unit, by, pattern in methods.UNITS:
        if not pattern.search(free):
            continue
        found = list(_spans(pattern, free))
        free = _without(free, found)
        for one in found:
            yield Mark("unit", *one.span(), said=unit, by=by, form=methods.form_in(one.group()))


_CLASS_WORD = re.compile(r"(?:klasse|stufe|class|classe|clase|nivel|rating)\W{0,2}$")
"""What stands before a letter that is a class: class B is no boron."""
_CLASS_ALONE = re.compile(r"(?:\d|/ ?100 ?g|mg/kg|mg/l|ppm|lb/a) ?\($")
"""The same, for a letter in brackets behind a result."""


_ANY_NAME = re.compile("|".join(pattern.pattern for _, pattern, _ in words.NAMED))


def _names(free: str, line: str) -> Iterator[Mark]:
    if not _ANY_NAME.search(free):
        return
    for name, pattern, symbol in words.NAMED:
        if not pattern.search(free):
            continue
        found = [
            one
            for one in _spans(pattern, free)
            if not symbol
            or (
                (line[one.start()].isupper() or "=" in line or "_" in line)
                and not _CLASS_WORD.search(free[: one.start()][-24:])
                and not _CLASS_ALONE.search(flat(line[: one.start()][-24:]))
            )
        ]
        free = _without(free, found)
        for one in found:
            yield Mark("name", *one.span(), said=name, form=words.form_of(name, one.group()))


def _ranges(free: str, line: str) -> Iterator[Mark]:
    for one in _spans(_RANGE, free):
        yield Mark("range", *one.span())


def _broken(free: str, line: str) -> Iterator[Mark]:
    for one in _spans(_BROKEN, free):
        yield Mark("number", *one.span(), question="number_broken")


def _numbers(free: str, decimal: Decimal | None) -> Iterator[Mark]:
    for one in _spans(_NUMBER, free):
        read, ways = read_number(one["n"], decimal), read_number(one["n"], None)
        if read is None or ways is None:
            continue
        sign, two = one["sign"] or "", read.other is not None
        minus = -1 if sign.startswith("-") else 1
        asked = "number_two_ways" if two else "below_detection" * (sign[:1] in ("<", "≤"))
        others = [value for value in (ways.value, ways.other) if value not in (None, read.value)]
        yield Mark(
            "number",
            *one.span(),
            value=None if two else minus * read.value,
            question=asked,
            other=others[0] if others and not two else None,
        )
