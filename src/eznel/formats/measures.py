"""Measures as people type them: "2 1/2 cups", "3 lb 7 oz", "8 × 4 ft", "five gallons".

Every blank of a sum takes a number with its unit. A bare number is in the reader's usual unit,
and what was read is shown beside it. What can be read in two ways is asked, never guessed: a
gallon where nobody says which, a range, a comma that could stand between thousands.
"""

import re
from dataclasses import dataclass
from datetime import date
from functools import cache

from eznel.core.errors import Impossible
from eznel.core.quantities import factor
from eznel.core.sums import Kind
from eznel.formats.dates import read_day
from eznel.formats.numbers import Mark, read_number
from eznel.formats.text import number
from eznel.formats.units import System
from eznel.words import Words

_SIZED = {
    "gal": r"gal(?:lon)?s?|gallonen|galones|galón", "qt": r"quarts?|qts?", "pt": r"pints?|pts?",
    "fl_oz": r"fl\.? ?oz\.?|fluid ounces?|fluid oz",
}  # fmt: skip
_SPOONS = {
    "tsp": r"tsps?\.?|teaspoons?|tl|teelöffel|cucharaditas?|cdta",
    "tbsp": r"tbsps?\.?|tablespoons?|el|esslöffel|cucharadas?|cda", "cup": r"cups?|tassen?|tazas?",
}  # fmt: skip
_MASS = {
    "kg": r"kgs?|kilos?|kilograms?|kilogramm|kilogramos?", "mg": r"mgs?",
    "g": r"g|gr?|grams?|gramm|gramos?", "lb": r"lbs?\.?|pounds?|libras?|pfund|#",
    "oz": r"oz\.?|ounces?|unzen?|onzas?",
}  # fmt: skip
_VOLUME = {
    "mL": r"mls?|millilit(?:re|er)s?|mililitros?|cc", "L": r"l|lit(?:re|er)s?|litros?",
    "ft3": r"cu\.? ?ft\.?|cubic f(?:ee|oo)t|ft ?[3³]|pies cúbicos",
    "yd3": r"cu\.? ?y(?:ar)?ds?\.?|cubic yards?|yd ?[3³]",
    "m3": r"m ?[3³]|cubic met(?:re|er)s?|kubikmeter|metros? cúbicos?",
}  # fmt: skip
_LENGTH = {
    "mm": r"mms?|millimet(?:re|er)s?|milímetros?", "cm": r"cms?|centimet(?:re|er)s?|zentimeter"
    r"|centímetros?", "m": r"m|met(?:re|er)s?|metros?", "ft": r"ft\.?|f(?:ee|oo)t|['’′]|fuß|pies?",
    "in": r"in\.?|inch(?:es)?|[\"”″]|zoll|pulgadas?", "yd": r"yds?\.?|yards?",
}  # fmt: skip
_AREA = {
    "m2": r"m ?[2²]|sq\.? ?m\.?|square met(?:re|er)s?|quadratmeter|qm|metros? cuadrados?",
    "ft2": r"ft ?[2²]|sq\.? ?ft\.?|square f(?:ee|oo)t|pies cuadrados",
    "yd2": r"yd ?[2²]|sq\.? ?y(?:ar)?ds?\.?|square yards?", "acre": r"acres?",
    "ha": r"ha|hectares?",
}  # fmt: skip
_PER = r" ?(?:/|per|pro|je|por) ?"
_RATE = {
    "kg/m2": rf"kg{_PER}m ?[2²]", "g/m2": rf"g{_PER}(?:m ?[2²]|sq\.? ?m)", "kg/ha": rf"kg{_PER}ha",
    "t/ha": rf"t{_PER}ha", "oz/yd2": rf"oz\.?{_PER}(?:yd ?[2²]|sq\.? ?yd)",
    "lb/1000ft2": rf"lbs?\.?{_PER}1,?000 ?(?:ft ?[2²]|sq\.? ?ft\.?)",
    "lb/100ft2": rf"lbs?\.?{_PER}100 ?(?:ft ?[2²]|sq\.? ?ft\.?)",
    "lb/acre": rf"lbs?\.?{_PER}ac(?:re)?",
}  # fmt: skip
_PLAIN = {
    "mg/L": rf"mg{_PER}l|ppm", "g/L": rf"g{_PER}l", "oz/gal_us": rf"oz{_PER}(?:us )?gal",
    "mg/kg": rf"mg{_PER}kg|ppm", "g/kg": rf"g{_PER}kg",
    "cmol/kg": rf"cmolc?{_PER}kg|m?eq{_PER}100 ?g|me{_PER}100 ?g",
    "dS/m": rf"ds{_PER}m|ms{_PER}cm|mmhos?{_PER}cm", "uS/cm": rf"[uµμ]s{_PER}cm",
    "g/mL": rf"g{_PER}(?:ml|cm ?[3³]|cc)", "kg/L": rf"kg{_PER}l", "lb/ft3": rf"lbs?{_PER}(?:ft ?"
    r"[3³]|cu\.? ?ft)", "L/h": rf"l{_PER}(?:h|hour|stunde|hora)", "L/min": rf"l{_PER}min",
    "gal_us/h": r"gph", "gal_us/min": r"gpm", "%": r"%|per ?cent|prozent|por ciento",
    "°C": r"° ?c|c|grad|grados", "°F": r"° ?f|f", "°": r"°|deg(?:rees)?",
    "kg/m2 ": rf"kg{_PER}m ?[2²]", "lb/ft2": rf"lbs?{_PER}(?:ft ?[2²]|sq\.? ?ft)",
}  # fmt: skip
_TIME = {
    "min": r"min(?:ute[ns]?|utos?)?", "h": r"h(?:ours?|oras?)?|std|stunden?",
    "s": r"s(?:ec(?:onds?)?|ek(?:unden)?|eg(?:undos)?)?",
}  # fmt: skip
_DAYS = {
    "d": r"d(?:ays?|ías?)?|tage?n?", "week": r"w(?:eeks?|ochen?)|semanas?",
    "month": r"months?|monate?n?|mes(?:es)?",
}  # fmt: skip


def _of(*names: str) -> dict[str, str]:
    return {name: _PLAIN[name] for name in names}


@dataclass(frozen=True, slots=True)
class _Form:
    """What a kind of blank takes: our unit, a bare number's unit by system, and the words."""

    canonical: str
    usual: tuple[str, str, str]
    """Metric, US, imperial."""
    words: dict[str, str]


_SMALL = ("mL", "tsp", "mL")
_FORMS: dict[Kind, _Form] = {
    "mass": _Form("g", ("g", "oz", "oz"), _MASS),
    "bulk": _Form("g", ("kg", "lb", "lb"), _MASS),
    "volume": _Form("L", ("L", "gal", "gal"), {**_VOLUME, **_SIZED, **_SPOONS}),
    "scoop": _Form("mL", _SMALL, {**_VOLUME, **_SIZED, **_SPOONS}),
    "bag": _Form("L", ("L", "ft3", "L"), {**_VOLUME, **_SIZED}),
    "area": _Form("m2", ("m2", "ft2", "m2"), _AREA),
    "length": _Form("m", ("m", "ft", "ft"), _LENGTH),
    "gap": _Form("m", ("cm", "in", "in"), _LENGTH),
    "depth": _Form("m", ("cm", "in", "in"), _LENGTH),
    "rain": _Form("mm", ("mm", "in", "in"), _LENGTH),
    "rate": _Form("g/m2", ("g/m2", "oz/yd2", "oz/yd2"), _RATE),
    "strength": _Form("mg/L", ("mg/L",) * 3, _of("mg/L")),
    "percent": _Form("%", ("%",) * 3, _of("%")),
    "count": _Form("", ("",) * 3, {}),
    "temperature": _Form("°C", ("°C", "°F", "°C"), _of("°C", "°F")),
    "conductivity": _Form("dS/m", ("dS/m",) * 3, _of("uS/cm", "dS/m")),
    "density": _Form("g/mL", ("g/mL", "g/mL", "g/mL"), _of("lb/ft3", "kg/L", "g/mL")),
    "flow": _Form("L/h", ("L/h",) * 3, _of("L/h", "L/min", "gal_us/h", "gal_us/min")),
    "time": _Form("min", ("min",) * 3, _TIME),
    "span": _Form("d", ("d",) * 3, _DAYS),
    "soil": _Form("mg/kg", ("mg/kg",) * 3, _of("mg/kg")),
    "charge": _Form("cmol/kg", ("cmol/kg",) * 3, _of("cmol/kg")),
    "content": _Form("g/kg", ("g/kg",) * 3, _of("g/kg")),
    "solution": _Form("g/L", ("g/L", "oz/gal_us", "g/L"), _of("g/L", "oz/gal_us")),
    "yield": _Form("kg/m2", ("kg/m2", "lb/ft2", "kg/m2"), _of("kg/m2 ", "lb/ft2")),
    "price": _Form("", ("",) * 3, {}),
    "latitude": _Form("°", ("°",) * 3, _of("°")),
}
_FACTORS = {
    ("h", "min"): 60.0, ("s", "min"): 1 / 60, ("week", "d"): 7.0, ("month", "d"): 30.4,
    ("m3", "L"): 1000.0, ("m3", "mL"): 1e6, ("uS/cm", "dS/m"): 0.001, ("L/min", "L/h"): 60.0,
    ("lb/ft2", "kg/m2"): 4.88243, ("acre", "m2"): 4046.8564224, ("ha", "m2"): 1e4,
    ("kg/m2 ", "kg/m2"): 1.0, ("gal_us/h", "L/h"): 3.785411784, ("gal_us/min", "L/h"): 227.12470704,
}  # fmt: skip
_WORDS = {
    "a": 1, "an": 1, "one": 1, "two": 2, "three": 3, "four": 4, "five": 5, "six": 6, "seven": 7,
    "eight": 8, "nine": 9, "ten": 10, "twelve": 12, "half": 0.5, "ein": 1, "eine": 1, "zwei": 2,
    "drei": 3, "vier": 4, "fünf": 5, "sechs": 6, "sieben": 7, "acht": 8, "neun": 9, "zehn": 10,
    "halb": 0.5, "un": 1, "una": 1, "uno": 1, "dos": 2, "tres": 3, "cuatro": 4, "cinco": 5,
    "seis": 6, "siete": 7, "ocho": 8, "nueve": 9, "diez": 10, "medio": 0.5, "media": 0.5,
}  # fmt: skip
_FRACTIONS = {"½": "1/2", "¼": "1/4", "¾": "3/4", "⅓": "1/3", "⅔": "2/3", "⅛": "1/8", "⅜": "3/8"}
_NUMBER = re.compile(
    r"(?P<whole>\d+) +(?P<top>\d+)/(?P<under>[1-9]\d*)|(?P<a>\d+)/(?P<b>[1-9]\d*)"
    r"|(?P<n>-?(?:\d{1,3}(?:[ '’\u202f]\d{3})+(?:[.,]\d+)?|\d+(?:[.,]\d+)*|[.,]\d+))"
    r"|(?P<word>[^\W\d_]+)(?=\s)"
)
_HEAPED = re.compile(r"heap|rounded|gehäuft|colmad")
_RANGED = re.compile(r"\d ?(?:-|–|to|bis|a|hasta) ?\d")
_CURRENCY = re.compile(r"[€$£¥]|\b(?:eur|usd|gbp|chf|aud|cad)\b")
_JOINED = re.compile(r"\s*(?:,|\+|and|und|y|&)?\s*")
_TIMES = re.compile(r"\s*(?:×|x|\*|by|mal|por|auf)\s*")
_PRODUCT = re.compile(r"[\w.'’′\"”″](?:\s*[×*]\s*|\s*(?:\bx|x\b|by|mal|por|auf)\s+|x)[\d.]")
_BOTH = re.compile(r"(?P<us>\bu\.?s\.?\b)|(?P<imp>\bimp(?:erial)?\.?\b|\buk\b)")


@dataclass(frozen=True, slots=True)
class Read:
    """What was typed: in our unit, and as it was read."""

    value: float | str | date
    said: str


@dataclass(frozen=True, slots=True)
class _Reader:
    """How one reader writes: the field at hand, the mark before decimals, whose gallons."""

    field: str
    kind: Kind
    form: _Form
    system: System
    spoons: str
    mark: Mark
    text: str

    def number(self, found: re.Match[str]) -> float | None:
        """The number that was found; None for a word that is none."""
        if found["word"]:
            return _WORDS.get(found["word"].lower())
        if found["whole"]:
            return int(found["whole"]) + int(found["top"]) / int(found["under"])
        if found["a"]:
            return int(found["a"]) / int(found["b"])
        read = read_number(found["n"].removeprefix("-"), self.mark)
        if read is None:
            return None
        if read.other is not None:
            raise Impossible(
                self.field, "sum_which_number", text=self.text, one=read.value, other=read.other
            )
        return -read.value if found["n"].startswith("-") else read.value

    def unit(self, name: str, said: str) -> str:
        """The unit whose word was found, of the size that the reader means."""
        if "gal_us" in name and self.system != "us" and not _BOTH.search(self.text):
            raise Impossible(self.field, "sum_which_gallon")
        if name in _SPOONS:
            return f"{name}_{self.spoons}"
        if name not in _SIZED:
            return name
        whose = _BOTH.search(said) or _BOTH.search(self.text)
        size = {"us": "us", "imperial": "imp"}.get(self.system)
        if whose is not None:
            size = "us" if whose["us"] else "imp"
        if size is None:
            raise Impossible(self.field, "sum_which_gallon")
        return f"{name}_{size}"

    def usual(self) -> str:
        """The unit of a bare number."""
        name = self.form.usual[("metric", "us", "imperial").index(self.system)]
        return self.unit(name, "") if name else ""

    def unread(self) -> Impossible:
        """What to say of a text that is not understood."""
        if _HEAPED.search(self.text):
            return Impossible(self.field, "sum_heaped")
        if "oz" in self.text and self.form.canonical in ("L", "mL"):
            return Impossible(self.field, "sum_which_ounce")
        unit = self.usual().split("_")[0]
        return Impossible(self.field, "sum_unread", text=self.text, example=f"2.5 {unit}".strip())


@cache
def _units(kind: Kind) -> re.Pattern[str]:
    names = sorted(_FORMS[kind].words.items(), key=lambda one: -len(one[1]))
    either = "|".join(f"(?P<u{n}>{form})" for n, (_, form) in enumerate(names))
    return re.compile(
        rf"\s*(?:(?:u\.?s\.?|imp(?:erial)?\.?|uk) )?(?:{either})(?![^\W\d_])"
        r"(?: (?:u\.?s\.?|imp(?:erial)?\.?)(?!\w))?"
    )


def _unit_at(kind: Kind, text: str, at: int) -> tuple[str | None, int]:
    found = _units(kind).match(text, at) if _FORMS[kind].words else None
    if found is None:
        return None, at
    names = sorted(_FORMS[kind].words.items(), key=lambda one: -len(one[1]))
    n = next(n for n in range(len(names)) if found[f"u{n}"] is not None)
    return names[n][0], found.end()


def read_measure(
    field: str, kind: Kind, typed: str, words: Words, system: System, spoons: str
) -> Read:
    """Return what was typed into a blank.

    Parameters
    ----------
    field : str
        The blank, for what is wrong with it.
    kind : str
        What it takes.
    typed : str
        As typed.
    words : Words
        The reader's language: its marks in numbers.
    system : str
        The reader's system of units.
    spoons : str
        Whose kitchen measures are meant: "us", "metric", "imperial" or "au".

    Returns
    -------
    Read
        In the unit of the kind. [its unit]

    Raises
    ------
    Impossible
        When it is not understood, a range, or can be read in two ways.
    """
    if not typed.strip():
        raise Impossible(field, "sum_blank")
    if kind in ("grade", "choice"):
        return Read(typed.strip(), typed.strip())
    if kind == "day":
        return _day(field, typed, month_first=system == "us")
    text = " ".join(_plain(typed).split())
    if kind == "price":
        text = _CURRENCY.sub("", text).strip()
    mark: Mark = "," if words.decimal == "," else "."
    by = _Reader(field, kind, _FORMS[kind], system, spoons, mark, text)
    if kind != "temperature" and _RANGED.search(text) and not _TIMES.search(text):
        raise Impossible(field, "sum_range", text=typed.strip())
    pieces = list(_pieces(by))
    whole = sum(value * _to(unit, by.form.canonical) for value, unit in pieces)
    if len(pieces) == 1 and pieces[0][1] == "°F":
        whole = (pieces[0][0] - 32) * 5 / 9
    if kind in ("span", "time"):  # in one unit, whatever was typed
        pieces = [(whole, by.form.canonical)]
    said = " ".join(f"{number(v, words)} {_shown(u, words, system)}".strip() for v, u in pieces)
    return Read(whole, said)


def _day(field: str, typed: str, *, month_first: bool) -> Read:
    found = read_day(typed.strip(), month_first).on
    if found is None:
        raise Impossible(field, "sum_unread", text=typed.strip(), example="2026-05-20")
    return Read(found, found.isoformat())


def _plain(typed: str) -> str:
    text = typed.strip().lower().replace("−", "-")
    for sign, plain in _FRACTIONS.items():
        text = text.replace(sign, f" {plain}")
    return text


def _pieces(by: _Reader) -> list[tuple[float, str]]:
    """The numbers and units one after another; two lengths multiplied are one area."""
    if by.kind == "area" and _PRODUCT.search(by.text):
        return [_product(by)]
    found: list[tuple[float, str]] = []
    at = 0
    while at < len(by.text):
        value, unit, end = _piece(by, at, by.kind)
        found.append((value, by.unit(unit, by.text[at:end]) if unit else _bare(by, found)))
        at = end + _JOINED.match(by.text, end).end() - end  # type: ignore[union-attr]
        if len(found) > 3:
            raise by.unread()
    return found


def _bare(by: _Reader, found: list[tuple[float, str]]) -> str:
    """A bare number is in the usual unit; behind another one nobody knows."""
    if found:
        raise by.unread()
    return by.usual()


def _piece(by: _Reader, at: int, kind: Kind) -> tuple[float, str | None, int]:
    number_found = _NUMBER.match(by.text, at)
    value = by.number(number_found) if number_found else None
    if number_found is None or value is None:
        raise by.unread()
    unit, end = _unit_at(kind, by.text, number_found.end())
    return value, unit, end


def _product(by: _Reader) -> tuple[float, str]:
    """ "8 × 4 ft": the second's unit holds for both, unless the first has its own."""
    one, unit, end = _piece(by, 0, "length")
    times = _TIMES.match(by.text, end)
    if times is None or times.end() == end:
        raise by.unread()
    two, second, end = _piece(by, times.end(), "length")
    if by.text[end:].strip() or (second is None and unit is not None):
        raise by.unread()
    usual = "ft" if by.system == "us" else "m"
    last = second or usual
    area_m2 = one * factor(unit or last, "m") * two * factor(last, "m")
    to = "ft2" if last in ("ft", "in") else "yd2" if last == "yd" else "m2"
    return area_m2 / factor(to, "m2"), to


def _to(unit: str, canonical: str) -> float:
    if unit == canonical or unit == "°F":
        return 1.0
    return _FACTORS.get((unit, canonical)) or factor(unit, canonical)


_SIZES = {"us": "US", "imp": "imp."}
_SUPER = (
    ("m2", "m²"),
    ("ft2", "ft²"),
    ("yd2", "yd²"),
    ("ft3", "ft³"),
    ("yd3", "yd³"),
    ("m3", "m³"),
)


def _shown(unit: str, words: Words, system: System) -> str:
    """A unit as it is shown: "US gal" where the reader's own would be another."""
    name, _, size = unit.strip().rpartition("_")
    if size in _SIZES and name in _SIZED:
        plain = name.replace("_", " ")
        own = system == "us" and size == "us"
        return plain if own else f"{_SIZES[size]} {plain}"
    shown = name if name in _SPOONS else unit.strip()
    for plain, raised in _SUPER:
        shown = shown.replace(plain, raised)
    shown = shown.replace("_us", "").replace("uS", "µS")
    return words.terms.get(f"sum.{shown}") or words.terms.get(f"unit.{shown}", shown)
