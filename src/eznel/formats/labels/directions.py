"""Directions of use: so much on so much ground, in so much water, for a plant, how often."""

import re
from collections.abc import Iterator
from dataclasses import dataclass

from eznel.core.quantities import factor
from eznel.formats.labels.amounts import AMOUNT, NUMBER, Amount, Reader, number
from eznel.formats.labels.counts import MONTH_DAYS, counts
from eznel.formats.labels.packs import MASSES

POURED_ML = 100
"""A plant gets no more than this of what is mixed with water first: more is of the can. [mL]"""


@dataclass(frozen=True, slots=True)
class Direction:
    """One direction and the words it came from: start and end in its piece."""

    start: int
    end: int
    meaning: str
    """"rate_area", "rate_water", "rate_mix", "rate_plant", "rate_row", "rate_pot", "interval",
    "times" or "release"."""
    product: Amount | None = None
    over: Amount | None = None
    count: int | None = None

    @property
    def is_poured(self) -> bool:
        """Whether so much for a plant is of the mixed feed, not of the product."""
        if self.meaning != "rate_plant" or self.product is None or self.product.unit in MASSES:
            return False
        return self.product.value * factor(self.product.unit, "mL") >= POURED_ML

    @property
    def is_heavy(self) -> bool:
        """Whether it says how heavy a litre is: nobody dissolves a kilogram in one."""
        if self.meaning != "rate_water" or self.product is None or self.over is None:
            return False
        return self.product.unit == "kg" and self.over.unit == "L" and self.over.value <= 1


_ASIDE = r"(?: ?\([^()]{1,30}\))?"
"""The same amount in other measures, in brackets."""
_PER = (
    rf"{_ASIDE}\s?(?:per|/|a|an|por|par|pro|je|on|over|op|auf|in|into|to|al?|e[mn]|dans|pour|su|ogni"
    r"|for(?: each)?|(?:in)?to each|each|(?:will )?(?:treats?|covers?|feeds?)|reicht f[uü]r"
    r"|suffit pour|cubren?)\s?"
)
_AREA = (
    rf"(?P<of>{NUMBER})?\s?(?P<area>m ?2\b|qm\b|mq\b|sqm\b|sq\.? ?m(?:t|et(?:re|er))?s?\b\.?"
    r"|square met(?:re|er)s?|vierkante meter|quadratmeter|metros? cuadrados?|metr[oi] quadrat[oi]"
    r"|m[eè]tres? carr[eé]s?"
    r"|sq(?:uare)?\.? ?y(?:ar)?ds?\b|sq(?:uare)?\.? ?f(?:ee|oo)?t\b|ft ?2\b|yd ?2\b)"
)
MIX = (
    r"(?:potting |peat[- ]free |garden )*(?:compost|mix\b|medium|media|substra\w+|soil|\w*erde\b"
    r"|sustrato|tierra|terreau|terriccio|terra|potgrond|terre\b)"
)
"""What pots are filled with."""
_WATER = (
    rf"(?P<of>{NUMBER}|(?:one|an?|un|ein(?:en)?)(?= ))?\s?"
    r"(?P<vol>lit(?:re|er|ri)s?\b|litros?\b|l\b|gal(?:lon)?s?\b|quarts?\b|qts?\b)"
    rf"(?P<mix> (?:of |de |di )?{MIX})?"
)
_PLANT = r"(?:planting hole|plant|hole|planta|pflanze|plante|pianta|pied|mata|strauch|struik)s?\b"
_ROW = (
    rf"(?:{NUMBER})?[ -]?(?:(?:ft|feet|foot|yards?|yds?|m|met(?:re|er)s?)\.?(?: of)? "
    r"(?:row|drill|furrow)|row[- ]?(?:ft|feet|foot|met(?:re|er))"
    r"|lin(?:ear|eal)\.? (?:ft|feet|foot|met(?:re|er))|(?:laufende[rnm]?|lfd\.?) ?(?:meter|m)\b"
    r"|m[eè]tre lin[eé]aire|metro lineale?|strekkende meter)s?"
)
_POT = (
    rf"(?:{NUMBER}[ -]?)?(?:(?:inch|in\.?|cm|gal(?:lon)?|l|lit(?:re|er)s?|qt)[ -]?)?"
    r"(?:pot|container|tub|bucket|topf|k[uü]bel|maceta|vaso|bac)s?\b"
)
_RATES = (
    ("pot", re.compile(rf"(?<![\w.,/]){AMOUNT}{_PER}{_POT}")),
    ("area", re.compile(rf"(?<![\w.,/]){AMOUNT}{_PER}{_AREA}")),
    ("water", re.compile(rf"(?<![\w.,/]){AMOUNT}(?: (?!for\b)\w+)?{_PER}{_WATER}")),
    ("row", re.compile(rf"(?<![\w.,/]){AMOUNT}{_PER}{_ROW}")),
    ("plant", re.compile(rf"(?<![\w.,/]){AMOUNT}{_ASIDE}\s?(?:(?:a|per|(?:in)?to each|around each"
                         rf"|for each|in(?:to)? (?:each|the|every)|por|je|par|pro|voor elke"
                         rf"|per elke|a) (?:cada )?){_PLANT}")),
    ("plant", re.compile(rf"(?:pro|je|per|par|por|each) {_PLANT}\W{{1,3}}{AMOUNT}")),
)  # fmt: skip
_DILUTED = re.compile(
    r"(?:dilute|diluted|dilution|diluer|diluir\w*|verd[uü]nn\w+|diluire|verdunnen)\D{0,12}"
    r"1 ?(?::|in) ?(?P<n>\d+)"
    r"|(?<![\d:])1 ?: ?(?P<with>\d{1,4}) (?:mit|with|con|avec|met) (?:wasser|water|agua|eau"
    r"|acqua)\b"
    r"|(?:1|one|un|una|ein) (?:part|parte|teil|volume|deel) (?:(?:de |of |di )?(?:\w+ ){0,2})?"
    r"(?:to|in|con|auf|pour|on|op|with|mit|avec|met) (?P<parts>\d+|three|four|five) "
    r"(?:partes?|parts?|parti|teile?|volumes|delen)\b"
    rf"(?P<mix> (?:of |de |di |d['’])?{MIX})?"
)
_SOLVED = re.compile(r"\d ?(?:ml|cc|g|kg|oz|tsp|tbsp|cups?|l)\.? (?:in|per|to|auf|e[mn]|dans) $")
_PARTS = {"three": 3, "four": 4, "five": 5}
_COUNTS = re.compile(
    r"\d|\b(?:one|two|three|once|twice|half|every|an?|other|un[ae]?|ein\w*|een)\b|week|month|w[oö]ch"
    r"|fortnight|monat|hebdo|semana|mens|jährlich"
)
_RELEASE = re.compile(
    rf"(?P<n>{NUMBER})(?:\s?(?:-|to|bis|[aà])\s?(?P<to>{NUMBER}))? ?"
    r"(?P<unit>months?|weeks?|monate|mois|meses|mesi|maanden)"
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
    for start, end, meaning, count in counts(low):
        yield Direction(start, end, meaning, count=count)
    for match in _RELEASE.finditer(low) if coated else ():
        mean = ((number(match["n"]) or 0) + (number(match["to"] or match["n"]) or 0)) / 2
        days = round(mean * (7 if match["unit"][0] == "w" else MONTH_DAYS))
        if days:
            yield Direction(match.start(), match.end(), "release", count=days)


def _rates(low: str, reader: Reader) -> Iterator[Direction]:
    for kind, pattern in _RATES:
        for match in pattern.finditer(low):
            if low[: match.start()].endswith("(") and low[match.end() :].startswith(")"):
                continue  # the same once more, in other measures
            product = reader.amount(match)
            if product is None or product.value <= 0:
                continue
            if kind == "area" and _SOLVED.search(low[: match.start()]):
                continue  # the water of a can, spread on so much ground
            over, meaning = None, f"rate_{kind}"
            if kind in ("area", "water"):
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
    """So many parts in water, or in what pots are filled with."""
    for match in _DILUTED.finditer(low):
        said = match["n"] or match["with"] or match["parts"]
        parts = float(_PARTS.get(said, 0) or said)
        meaning = "rate_mix" if match["mix"] else "rate_water"
        if parts > 0:
            yield Direction(match.start(), match.end(), meaning, Amount(1, "L"), Amount(parts, "L"))
