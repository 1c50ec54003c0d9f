"""Numbers and amounts as labels print them: 12,5 %, 35-70 g, 1/2 tsp, 1,000 sq ft."""

import re
from dataclasses import dataclass

from eznel.formats.numbers import read_number

NUMBER = r"\d{1,7}(?: \d/\d|/\d{1,3})?(?:[.,]\d{1,6}){0,2}"

_WORDS = {
    "one": "1", "a": "1", "an": "1", "half a": "1/2", "two": "2", "three": "3", "ein": "1",
    "einen": "1", "un": "1", "una": "1", "une": "1", "een": "1",
}  # fmt: skip


def number(text: str) -> float | None:
    """Return a number of a plainly written label.

    Parameters
    ----------
    text : str
        Digits with a point before decimals, or a fraction.

    Returns
    -------
    float or None
        None where it is no number. [unit]
    """
    text = text.strip()
    if text in _WORDS:
        text = _WORDS[text]
    whole, _, part = text.rpartition(" ")
    if "/" in part:
        over, _, under = part.partition("/")
        if not (over.isdigit() and under.isdigit() and int(under)):
            return None
        return float(whole or 0) + int(over) / int(under)
    read = read_number(text, ".")
    return None if read is None else read.value


@dataclass(frozen=True, slots=True)
class Share:
    """A printed share and where it stands."""

    start: int
    end: int
    value: float | None
    """None where it cannot be read."""
    unit: str | None
    """"%", "% w/v", "g/kg", "g/L", "mg/kg", "mg/L"; None for a bare number."""
    negative: bool = False
    ranged: bool = False
    """Whether it is the upper end of a range."""


_SHARE = re.compile(
    rf"(?P<sign>(?<![\w.,)])-)?(?<![\w.,/:])(?P<n>{NUMBER})"
    r"(?:\s?(?P<unit>%\s?(?:\(?(?:w/v|p/v|m/v)\)?|\(?(?:w/w|p/p|m/m)\)?)?"
    r"|(?:g|mg) ?/ ?(?:kg|l\b|100 ?ml)|per ?cent\b|percent\b|ppm\b|prozent\b))?"
)
_BY_VOLUME = re.compile(r"w/v|p/v|m/v|100 ?ml")


def shares(low: str) -> list[Share]:
    """Return every number of a piece of text that may be a share.

    Parameters
    ----------
    low : str
        Masked.

    Returns
    -------
    list of Share
        In order; of a bare number nobody knows yet what it is.
    """
    found = []
    for match in _SHARE.finditer(low):
        value = number(match["n"])
        if value is None:
            continue
        unit = _unit(match["unit"])
        ranged = _FROM.search(low[max(match.start() - NEAR, 0) : match.start()]) is not None
        if _TO.match(low, match.end()):
            continue
        glued = low[match.end() : match.end() + 1]
        if unit is None and (glued.isalpha() or low[match.end() :].lstrip()[:1] == "?"):
            continue  # grown into a word or smudged: no number
        found.append(Share(*match.span(), value, unit, bool(match["sign"]), ranged))
    return found


NEAR = 12
"""So many letters before a share tell whether it ends a range."""
_FROM = re.compile(r"(?:(?<![\d.,])\d{1,2}(?:\.\d+)? ?(?:-|to|bis|à)|[<≤]) ?$")
_TO = re.compile(r" ?(?:-|to|bis|à) ?\d{1,2}(?:\.\d+)?(?![\d.,:-])")
"""What stands before the upper end of a range, and behind its lower one."""


def _unit(text: str | None) -> str | None:
    if text is None:
        return None
    plain = text.replace(" ", "")
    if "100ml" in plain:
        return "% w/v"
    if plain.startswith(("%", "per", "prozent")):
        return "% w/v" if _BY_VOLUME.search(plain) else "%"
    return {"ppm": "mg/kg", "g/l": "g/L", "mg/l": "mg/L"}.get(plain, plain)


_SMUDGED = re.compile(
    r"(?<!\w)(?=[\d?oli.,]{0,8}[?oli█])(?=[oli.,]{0,8}[\d?█])[\d?oli█]{1,8}[.,]?[\d?oli█]{0,8}\s?%"
    r"|(?<![\w.,])\d{1,3} ?[.,] \d{1,2}\s?%"
    r"|(?<![\d?])(?=\d{0,3}\?)[\d?]{1,4}\s?[-:]\s?[\d?]{1,4}\s?[-:]\s?[\d?]{1,4}"
    r"|█{1,9}\s?%?"
)


def smudges(low: str) -> list[tuple[int, int]]:
    """Return where shares stand that nobody can read: 1?.0 %, 4,O %.

    Parameters
    ----------
    low : str
        Masked.

    Returns
    -------
    list of tuple of int
        Start and end of each.
    """
    return [match.span() for match in _SMUDGED.finditer(low)]


_UNITS = (
    ("fl_oz", r"fl\.? ?oz|fluid ounces?"), ("g", r"g|gms?|gr|grams?|grammes?|gramm|gramos?"),
    ("kg", r"kg|kilos?|kilograms?"), ("oz", r"oz|ounces?"), ("lb", r"lbs?|pounds?"),
    ("mL", r"ml|cc|millilit\w+"), ("L", r"l|lit(?:re|er)s?|litros?|litri|liter"),
    ("tsp", r"tsps?|teaspoons?|teel[oö]ffel|cucharaditas?|cuill[eè]res? [aà] caf[eé]|theelepels?"
            r"|cucchiain[oi]"),
    ("tbsp", r"tbsps?|tablespoons?|essl[oö]ffel|cucharadas?|cuill[eè]res? [aà] soupe|eetlepels?"
             r"|cucchia[io]"),
    ("cup", r"cups?"), ("gal", r"gal(?:lon)?s?"), ("qt", r"quarts?|qts?"),
    ("pt", r"pints?"), ("mg", r"mg"), ("ft3", r"cu(?:bic)?\.? ?f(?:ee|oo)?t"),
)  # fmt: skip
UNIT = "|".join(f"(?:{pattern})" for _, pattern in _UNITS)
_UNIT = tuple((name, re.compile(pattern)) for name, pattern in _UNITS)

_HELD = (
    r"(?:level )?(?:cap(?:ful)?s?|scoops?|handfuls?|measures?|bouchons?|poign[eé]es?|doseurs?"
    r"|tapp[oi]|verschlusskappen?|handvoll|messl[oö]ffel|tap[oó]n(?:es)?|pu[nñ]ados?|dop(?:pen)?)"
)
"""A measure of nobody's size: what stands in brackets behind it counts."""
AMOUNT = (
    rf"(?:(?P<from>{NUMBER})\s?(?:-|to|bis|a)\s?)?"
    rf"(?P<n>{NUMBER}|(?:half a|one|two|three|an?|ein(?:en)?|un[ae]?|een)(?= ))\s?(?:level "
    rf"|rounded )?"
    rf"(?:(?P<unit>{UNIT})\.?|{_HELD} ?\((?P<cap>{NUMBER}) ?(?P<in>ml|g|kg)\))(?![a-zà-ÿ])"
    rf"(?: \((?P<same>{NUMBER}) ?ml\))?"
)
"""An amount, perhaps a range. The larger end counts: what the label allows at most."""


@dataclass(frozen=True, slots=True)
class Amount:
    """A printed amount in one of our units."""

    value: float
    unit: str

    @property
    def data(self) -> dict[str, object]:
        """As the document has it."""
        return {"value": self.value, "unit": self.unit}


@dataclass(frozen=True, slots=True)
class Reader:
    """Which spoons, ounces and gallons a label means."""

    spoons: str
    gallon: str
    liquid: bool

    def unit(self, text: str) -> str:
        """Return a printed unit in our spelling."""
        text = text.strip(". ")
        name = next((name for name, pattern in _UNIT if pattern.fullmatch(text)), text)
        if name in ("tsp", "tbsp", "cup"):
            return f"{name}_{self.spoons}"
        if name == "oz" and self.liquid:
            name = "fl_oz"
        if name in ("gal", "qt", "pt", "fl_oz"):  # of the same country as the gallon
            return name + self.gallon.removeprefix("gal")
        return name

    def amount(self, match: re.Match[str]) -> Amount | None:
        """Return the amount of a match of AMOUNT."""
        kitchen = match["unit"] and self.unit(match["unit"]).startswith(("tsp", "tbsp", "cup"))
        exact = match["cap"] or (match["same"] if kitchen else None)
        if exact is not None:
            value, held = number(exact), match["in"] if match["cap"] else "ml"
            return None if value is None else Amount(value, "mL" if held == "ml" else held)
        value = number(match["n"])
        return None if value is None else Amount(value, self.unit(match["unit"]))
