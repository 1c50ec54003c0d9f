"""What a pack holds: said to be its net contents, or an amount that stands alone in its line."""

import re
from dataclasses import dataclass

from eznel.core.quantities import factor
from eznel.formats.labels.amounts import AMOUNT, Amount, Reader
from eznel.formats.labels.words import masked

_PACK = re.compile(rf"(?<![\w.,/%]){AMOUNT}")
_NET = re.compile(
    r"\bnet\b|netto|peso neto|contenido|inhoud|inhalt|contents|poids|net mass"
    r"|\b(?:bag|sack|bottle|box|tub|saco|beutel|flasche) (?:of|de|mit|[aà]) \d"
)
_NOT_PACK = re.compile(r"^\s?(?:/|per\b|of water|in\b|to\b|auf\b)")
_RATE_BEFORE = re.compile(r"\b(?:por|per|pro|je|par|pour|in|to|en|auf|op)\s*$")
"""What stands before the water or the ground of a rate."""
_NO_PACK = re.compile(
    r"\bcap(?:ful)?s?\b|spoon|scoop|handful|makes|ergibt|enough for|treats|feeds|\bpot\b|topf"
    r"|\bplants?\b|\bfor\b.{0,12}(?:m2|sq)|=|bouchon|tappo|tap[oó]n|reicht"
    r"|(?:item|shipping|gross|package) weight|versandgewicht|brutto|dimensions"
)
"""A line that speaks of a measure or of what can be made is not about the pack."""
_NO_SIZE = ("tsp", "tbsp", "cup", "mg")
MASSES = ("mg", "g", "kg", "oz", "lb")
_MAKES = re.compile(r"\s*(?P<n>[\d.,]+ ?(?:l|lit(?:re|er)s?|kg|gal(?:lon)?s?|lbs?)) makes\b")
"""A whole pack, and what can be made of it: nobody doses a litre."""
_TIMES = re.compile(r"(?<![\w.,])(\d{1,3}) ?(?:[^\W\d]+ )?(?:x|[aà]|of|de|di|zu|van) ?$")
MOST_BESIDE = 24
"""So many letters may stand beside an amount that stands alone. [count]"""
SAME_PACK = 0.05


@dataclass(frozen=True, slots=True)
class Pack:
    """What a pack holds, the words that say so, and what is to be asked."""

    amount: Amount
    words: str
    question: str


def pack_in(piece: str, low: str, reader: Reader, *, alone: bool) -> Pack | None:
    """Return what a pack holds by a piece of its label.

    Parameters
    ----------
    piece : str
        As printed.
    low : str
        The same, masked, without what was understood.
    reader : Reader
        Which gallons and ounces are meant.
    alone : bool
        Whether any amount in it counts, as in a product's name.

    Returns
    -------
    Pack or None
        None where it says nothing of the pack.
    """
    if not re.search(r"\d", low):
        return None
    net = _NET.search(low) is not None
    makes = _MAKES.match(low)
    if makes and not net:
        low, piece, net = low[: makes.end("n")], piece[: makes.end("n")], True
    found = list(_amounts(low, reader))
    if not found:
        return None
    alone = alone or len(re.sub(_PACK, "", low).strip(" ,.()e")) <= MOST_BESIDE
    if not net and (not alone or _NO_PACK.search(masked(piece))):
        return None
    match, amount = found[0]
    two = len(found) > 1
    end = found[1][0].end() + 1 if two else match.end()
    question = "pack_disagrees" if two and _differ(amount, found[1][1]) else ""
    return Pack(amount, piece if net else piece[match.start() : end], question)


def _amounts(low: str, reader: Reader) -> "list[tuple[re.Match[str], Amount]]":
    found = []
    for match in _PACK.finditer(low):
        amount = reader.amount(match)
        if amount is None or amount.value <= 0 or _NOT_PACK.match(low[match.end() :]):
            continue
        if _RATE_BEFORE.search(low[: match.start()]):
            continue
        if not amount.unit.startswith(_NO_SIZE):
            found.append((match, _all_of(amount, low[: match.start()])))
    return found


def _all_of(amount: Amount, before: str) -> Amount:
    """Several packs in one: "6 x 50 g"."""
    times = _TIMES.search(before)
    return Amount(amount.value * int(times[1]), amount.unit) if times else amount


def _differ(one: Amount, other: Amount) -> bool:
    """Whether a pack's size in two units is not the same size; unlike kinds cannot be compared."""
    if (one.unit in MASSES) != (other.unit in MASSES):
        return False
    to = "g" if one.unit in MASSES else "mL"
    a, b = one.value * factor(one.unit, to), other.value * factor(other.unit, to)
    return abs(a - b) > SAME_PACK * max(a, b)
