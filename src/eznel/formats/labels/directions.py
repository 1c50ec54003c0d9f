"""Directions of use: so much on so much ground, in so much water, for a plant, how often."""

import re
from collections.abc import Iterator
from dataclasses import dataclass

from eznel.formats.labels.amounts import AMOUNT, NUMBER, Amount, Reader, number

MONTH_DAYS = 30


@dataclass(frozen=True, slots=True)
class Direction:
    """One direction and the words it came from: start and end in its piece."""

    start: int
    end: int
    meaning: str
    """"rate_area", "rate_water", "rate_mix", "rate_plant", "interval", "times" or "release"."""
    product: Amount | None = None
    over: Amount | None = None
    count: int | None = None


_PER = (
    r"\s?(?:per|/|a|an|por|par|pro|je|on|over|op|auf|in|into|to|al?|for(?: each)?|to each|each)\s?"
)
_AREA = (
    rf"(?P<of>{NUMBER})?\s?(?P<area>m ?2\b|qm\b|sq\.? ?m(?:t|et(?:re|er))?s?\b\.?"
    r"|square met(?:re|er)s?|vierkante meter|metro cuadrado|m[eè]tre carr[eé]"
    r"|sq(?:uare)?\.? ?y(?:ar)?ds?\b|sq(?:uare)?\.? ?f(?:ee|oo)?t\b|ft ?2\b|yd ?2\b)"
)
_WATER = (
    rf"(?P<of>{NUMBER}|(?:one|an?)(?= ))?\s?"
    r"(?P<vol>lit(?:re|er)s?\b|litros?\b|l\b|gal(?:lon)?s?\b|quarts?\b|qts?\b)"
    r"(?P<mix> of (?:potting |peat[- ]free )?(?:compost|mix|medium|media|substrate|soil))?"
)
_RATES = (
    ("area", re.compile(rf"(?<![\w.,/]){AMOUNT}{_PER}{_AREA}")),
    ("water", re.compile(rf"(?<![\w.,/]){AMOUNT}(?: \w+)?{_PER}{_WATER}")),
    ("plant", re.compile(rf"(?<![\w.,/]){AMOUNT}\s?(?:(?:a|per|to each|around each|for each|por"
                         r"|je|par)\s)(?:plant|hole|planta|pflanze|plante)s?\b")),
)  # fmt: skip
_DILUTED = re.compile(
    r"(?:dilute|diluted|dilution|diluer|diluir|verd[uü]nn\w+)\D{0,12}1 ?: ?(?P<n>\d+)"
    r"|(?:1|one) part (?:\w+ )?(?:to|in) (?P<parts>\d+) parts?"
)
_EVERY = re.compile(
    r"(?:every|alle|cada|tous les|toutes les|elke|repeat (?:after|every)|ogni|apart by) "
    rf"(?:(?P<n>{NUMBER}|two|three)(?:\s?(?:-|to|bis|a)\s?\d+)? ?)?"
    r"(?P<unit>days?|weeks?|months?|tage?n?|wochen?|d[ií]as?|semanas?|jours?|semaines?|weken|dagen"
    r"|fortnights?|giorni)\b"
    rf"|at least (?P<apart>{NUMBER}) (?P<apart_unit>days|weeks|months) apart"
    r"|(?P<word>\bweekly\b|once a week|w[oö]chentlich|fortnightly|every other week"
    r"|every second week|\bmonthly\b|once a month|monatlich|hebdomadaire|semanalmente)"
)
_WORD_DAYS = {"fortnightly": 14, "every other week": 14, "every second week": 14, "monthly": 30,
              "once a month": 30, "monatlich": 30}  # fmt: skip
_DAYS = (("fortnight", 14), ("d", 1), ("t", 1), ("j", 1), ("g", 1), ("w", 7), ("s", 7),
         ("m", MONTH_DAYS))  # fmt: skip
_COUNTS = re.compile(
    r"\d|\b(?:one|two|three|once|twice|half|every|an?|other)\b|week|month|w[oö]ch"
    r"|fortnight|monat|hebdo|semana"
)
_TIMES = re.compile(
    r"(?:no more than|not more than|max(?:imum)?\.?(?: of)?|at most) (?P<n>\d+|two|three)"
    r" (?:applications|times|feeds|dressings)"
    r"|(?P<word>once|twice|\d+ times) (?:a|per|each) (?:year|season)"
)
_RELEASE = re.compile(
    rf"(?P<n>{NUMBER})(?:\s?(?:-|to)\s?(?P<to>{NUMBER}))? ?"
    r"(?P<unit>months?|weeks?|monate|mois|meses)"
)


def directions(low: str, reader: Reader, *, coated: bool) -> Iterator[Direction]:
    """Yield what a piece of a label directs.

    Parameters
    ----------
    low : str
        Masked.
    reader : Reader
        Which spoons and gallons are meant. [units]
    coated : bool
        Whether months are a time of release.

    Yields
    ------
    Direction
        In no particular order; none overlaps another.
    """
    taken: list[tuple[int, int]] = []
    if not _COUNTS.search(low):
        return
    for found in (*_rates(low, reader), *_dilutions(low)):
        if not any(found.start < end and start < found.end for start, end in taken):
            taken.append((found.start, found.end))
            yield found
    for match in _EVERY.finditer(low):
        days = _interval(match)
        if days:
            yield Direction(match.start(), match.end(), "interval", count=days)
    for match in _TIMES.finditer(low):
        said = match["n"] or match["word"].split()[0]
        words = {"once": 1, "twice": 2, "two": 2, "three": 3}
        yield Direction(
            match.start(), match.end(), "times", count=words.get(said) or int(number(said) or 1)
        )
    for match in _RELEASE.finditer(low) if coated else ():
        mean = ((number(match["n"]) or 0) + (number(match["to"] or match["n"]) or 0)) / 2
        days = round(mean * (7 if match["unit"][0] == "w" else MONTH_DAYS))
        if days:
            yield Direction(match.start(), match.end(), "release", count=days)


def _rates(low: str, reader: Reader) -> Iterator[Direction]:
    for kind, pattern in _RATES:
        for match in pattern.finditer(low):
            product = reader.amount(match)
            if product is None or product.value <= 0:
                continue
            over, meaning = None, f"rate_{kind}"
            if kind != "plant":
                said = match["of"]
                size = 1.0 if said is None else number(said)
                if not size:
                    continue
                unit = _area(match["area"]) if kind == "area" else reader.unit(match["vol"])
                over = Amount(size, unit)
                if kind == "water" and match["mix"]:
                    meaning = "rate_mix"
            yield Direction(match.start(), match.end(), meaning, product, over)


def _area(text: str) -> str:
    if "f" in text:
        return "ft2"
    return "yd2" if "y" in text else "m2"


def _dilutions(low: str) -> Iterator[Direction]:
    for match in _DILUTED.finditer(low):
        parts = float(match["n"] or match["parts"])
        if parts > 0:
            yield Direction(
                match.start(), match.end(), "rate_water", Amount(1, "L"), Amount(parts, "L")
            )


def _interval(match: re.Match[str]) -> int:
    if match["word"]:
        return _WORD_DAYS.get(match["word"], 7)
    said, unit = match["n"] or match["apart"] or "1", match["unit"] or match["apart_unit"]
    words = {"two": 2.0, "three": 3.0}
    count = words.get(said) or number(said) or 0
    days = next(days for start, days in _DAYS if unit.startswith(start))
    return round(count * days)
