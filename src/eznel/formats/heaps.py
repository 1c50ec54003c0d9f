"""Compost and the like as it is carried: "6 buckets of 10 L", "2.5 barrows of 80 L"."""

from dataclasses import dataclass
from math import floor

from eznel.core.quantities import factor
from eznel.formats.text import number
from eznel.formats.units import System
from eznel.words import Words

MANY = 4
"""From so many buckets on they are counted whole; fewer are counted to the half."""


@dataclass(frozen=True, slots=True)
class _Carried:
    """What something is carried in, and how its size is said."""

    count: int
    unit: str
    said: str

    @property
    def litres(self) -> float:
        """What it holds. [L]"""
        return self.count * factor(self.unit, "L")


_BUCKET: dict[System, _Carried] = {
    "metric": _Carried(10, "L", "10 L"),
    "us": _Carried(5, "gal_us", "5 gal"),
    "imperial": _Carried(2, "gal_imp", "2 gal"),
}
_BARROW: dict[System, _Carried] = {
    "metric": _Carried(80, "L", "80 L"),
    "us": _Carried(6, "ft3", "6 ft³"),
    "imperial": _Carried(3, "ft3", "3 ft³"),
}


def heap(litres: float, words: Words, system: System) -> str:
    """Return a volume as it is carried.

    Parameters
    ----------
    litres : float
        How much there is. [L]
    words : Words
        The reader's language.
    system : str
        The reader's system of units: their buckets and barrows.

    Returns
    -------
    str
        Empty for what is less than a quarter of a bucket.
    """
    bucket, barrow = _BUCKET[system], _BARROW[system]
    if litres >= barrow.litres:
        return _said("barrow", _halves(litres / barrow.litres), barrow, words)
    buckets = litres / bucket.litres
    count = float(floor(buckets + 0.5)) if buckets >= MANY else _halves(buckets)
    return _said("bucket", count, bucket, words) if count else ""


def _halves(count: float) -> float:
    return floor(2 * count + 0.5) / 2


def _said(what: str, count: float, of: _Carried, words: Words) -> str:
    some = "half" if count == 0.5 else "one" if count == 1 else "many"
    return words.terms[f"heap.{what}.{some}"].format(n=number(count, words), size=of.said)
