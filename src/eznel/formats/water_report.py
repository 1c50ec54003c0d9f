"""A water's analysis in pasted text: what each figure is, and what it leaves open.

A figure belongs to the name before it, up to the next name. It is taken where it is the only one
there and its unit is printed; a figure with two readings, below what was seen, or without what it
is counted as, is left out and asked about. What stands behind a word for a limit is none.
"""

import re
from dataclasses import dataclass
from typing import Any

from pydantic import ValidationError

from eznel.core.document import Water
from eznel.core.errors import Impossible
from eznel.core.source_water import MG_PER_MEQ
from eznel.formats.cleaning import cleaned
from eznel.formats.numbers import Mark, decimal_mark, read_number
from eznel.formats.papers import paper_of

MOST_CHARACTERS = 40_000
MOST_PIECE = 120

_WARM = r"(?: ?\(?(?:(?:at|bei|bij|[aà]) ?)?\d\d ?°? ?c\b\)?)?"
_NAMES: tuple[tuple[str, str], ...] = (
    ("ratio", r"sodium adsorption ratio|\bsar\b"),
    ("alkalinity", r"(?:total |carbonate |bicarbonate )?alkalinit\w+|carbonate hardness"
                   r"|[kc]arbonath[aä]rte"
                   r"|s[aä]urekapazit[aä]t(?: ?\(?k?s? ?(?:bis )?ph? ?4[.,]3\)?)?"
                   r"|acid capacity(?: to ph 4[.,]3)?|alcalinidad\w*|alcalinit\w+|\btac\b|\bkh\b"),
    ("hco3", r"(?:hydrogen ?carbonate?|bi-?carbonate?|bicarbonato)s?"
             r"|(?:hydrogen|waterstof)carbona?at|\bhco ?3\b"),
    ("hardness", r"(?:total )?hardness|(?:gesamt|wasser)?h[aä]rte|dureza(?: total)?"
                 r"|duret[eé](?: totale)?|hardheid|durezza|\bth\b|\bgh\b"),
    ("nitrate_n", r"nitra?ate?s?[- ](?:nitrogen|n\b|stickstoff|stikstof)"
                  r"|(?:nitra?at\w*|no ?3) ?[,(]? ?(?:as|als|como|en) n\b\)?|no ?3 ?-? ?n\b"),
    ("nitrate", r"nitra?at(?:es?|o|os|i)?\b(?: as no ?3)?|\bno ?3\b"),
    ("so4_s", r"sul(?:ph|f)ate?[- ]sul(?:ph|f)ur|\bso ?4 ?- ?s\b"
              r"|(?:sul(?:ph|f)a?at\w*|so ?4) ?[,(]? ?(?:as|als) s\b\)?"),
    ("so4", r"sul(?:ph|f)a?at(?:es?|os?)?\b|solfat[oi]|\bso ?4\b"),
    ("ec", rf"(?:elektrische )?leitf[aä]higkeit{_WARM}|(?:electrical )?conducti\w+{_WARM}"
           rf"|conducibilit\w+{_WARM}|geleidbaarheid{_WARM}|\becw?\b"),
    ("ph", r"\bph(?:[- ](?:wert|value|eau))?\b"),
    ("ca", r"calcium|calcio|kalzium|\bca\b(?!\.)"), ("mg", r"magn[eé]si(?:um|o)|\bmg\b(?! ?/)"),
    ("na", r"sodium|natrium|sodio|\bna\b"), ("k", r"potassium|kalium|potasio|potassio|\bk\b"),
    ("cl", r"chlorides?|chlorures?|chlorid|cloruros?|cloruri|\bcl\b"),
    ("b", r"\bboron?\b|\bbore\b|\bboro\b|\bb\b(?= ?[)\d])"),
    ("other", r"iron|eisen|fer\b|manganese?|ammoni\w+|fluorid\w*|turbidity|colou?r"
              r"|coliform\w*|arsen\w*|lead\b|blei\b|kupfer|copper|zinc|zink|tds\b|dissolved solids"
              r"|phosph\w+"),
)  # fmt: skip
_NAME = re.compile("|".join(f"(?P<{key}>{form})" for key, form in _NAMES))
_LIMIT = re.compile(
    r"limit|guideline|grenzwert|standard|l[ií]mite|norme|\bpcv\b"
    r"|\bmax(?:imum)?\.? (?:allowed|permitted)"
)
_AS = (("caco3", re.compile(r"caco ?3|as lime|calcium carbonate")), ("hco3", re.compile(r"hco ?3")),
       ("ca", re.compile(r"\bas ca\b|mg/l ca\b(?!co)")))  # fmt: skip
_UNITS = tuple(
    (unit, re.compile(form))
    for unit, form in (
        ("meq/L", r"meq ?/ ?l|mval ?/ ?l|(?<!\w)me ?/ ?l"), ("mmol/L", r"mmol ?/ ?l"),
        ("mg/L", r"mg ?/ ?l|\bppm\b|mg l-1"), ("uS/cm", r"[µμu](?:s|mhos?) ?/ ?cm"),
        ("mS/m", r"\bms ?/ ?m\b"),
        ("mS/cm", r"\bms ?/ ?cm|mmhos? ?/ ?cm"), ("dS/m", r"\bds ?/ ?m\b"),
        ("dH", r"° ?dh?\b|\bdh\b|deutsche"), ("fH", r"° ?fh?\b|\bfh\b"),
        ("clark", r"clark|° ?e\b"), ("gpg_us", r"\bgpg\b|grains?(?: per|/) ?(?:us )?gal\w*"),
    )
)  # fmt: skip
_FIGURE = re.compile(
    r"(?P<less><|&lt;)? ?(?<![\w.,])(?P<n>\d[\d.,]*\d|\d)"
    r"(?![\w%]|\.\d)|(?<![\w.,])(?P<glued>\d[\d.,]*)(?=(?:mg|mmol|meq|ppm|[µμu]s|ms|ds)\b)"
)
_FIGURE_LAST = re.compile(
    r"\d ?(?:mg ?/ ?l|ppm|mmol ?/ ?l|meq ?/ ?l|°\w*|grains?[^\d]{0,12}) ?(?:of )?$"
)
"""A figure that ends right before a name may be the name's own: "21 ppm sodium"."""
_ENGLISH = re.compile(r"nitrates?\b")
_FORMULA = re.compile(r"no ?3")
"""In English both are printed as "nitrate": the ion, and the nitrogen in it."""
_DS_M = {"uS/cm": 0.001, "mS/cm": 1.0, "dS/m": 1.0, "mS/m": 0.01}
_MMOL_MG = {"ca": 40.08, "mg": 24.31, "na": 22.99, "k": 39.10, "cl": 35.45, "so4": 96.06,
            "nitrate": 62.00, "hco3": 61.02, "b": 10.81}  # fmt: skip
_MEQ_MG = {**MG_PER_MEQ, "nitrate": MG_PER_MEQ["no3"]}
_DEGREES = ("dH", "fH", "clark", "gpg_us", "meq/L")
N_OF_NITRATE, SULPHATE_OF_S, LIME_OF_HCO3, LIME_OF_CA = 0.2259, 2.996, 0.8201, 2.497
"""What one holds or makes of the other, by their weights. [g/g]"""


@dataclass(frozen=True, slots=True)
class WaterPiece:
    """A figure as it is printed; its field of a water and its value, or what is to be asked."""

    at: str
    words: str
    field: str
    value: float | None
    unit: str
    question: str


@dataclass(frozen=True, slots=True)
class WaterRead:
    """What a text says of a water. Figures by the fields of a water; conductivity in dS/m."""

    pieces: tuple[WaterPiece, ...]
    water: dict[str, Any]
    ec_ds_m: float | None


def read_water(text: str) -> WaterRead:
    """Return what a pasted text says of a water.

    Parameters
    ----------
    text : str
        As pasted or typed.

    Returns
    -------
    WaterRead
        What is sure, and each piece with its question where one is open.

    Raises
    ------
    Impossible
        When there is no text, far too much, no figure of a water, or another kind of paper.
    """
    if len(text) > MOST_CHARACTERS:
        raise Impossible("text", "label_too_long", most=MOST_CHARACTERS)
    tidy = cleaned(text)
    kind = paper_of(tidy)
    if kind not in ("water", "unknown"):
        raise Impossible("text", f"paper_is_{kind}")
    mark = decimal_mark(tidy)
    pieces: list[WaterPiece] = []
    known: set[str] = set()
    for n, line in enumerate(tidy.split("\n"), start=1):
        pieces += _of_line(line, f"line {n}", mark, known)
    if not pieces:
        raise Impossible("text", "no_water_figures")
    sure = {one.field: one for one in pieces if one.value is not None}
    ec = sure.pop("ec", None)
    return WaterRead(tuple(pieces), {f: _as_field(f, p.value, p.unit) for f, p in sure.items()},
                     ec.value if ec else None)  # fmt: skip


def _as_field(field: str, value: float | None, unit: str) -> Any:
    return {"value": value, "unit": unit} if field in ("alkalinity", "hardness") else value


def _possible(field: str, value: float | None, unit: str, question: str) -> "_Found":
    """The same, or a question where no water of a garden can have it."""
    if value is None or field == "ec":
        return field, value, unit, question
    try:
        Water.model_validate({field: _as_field(field, value, unit)})
    except ValidationError:
        return field, None, "", "odd_figure"
    return field, value, unit, question


def _of_line(line: str, at: str, mark: Mark | None, known: set[str]) -> list[WaterPiece]:
    low = line.lower()
    names = _merged(list(_NAME.finditer(low)), low)
    found: list[WaterPiece] = []
    for n, (key, start, end) in enumerate(names):
        until = names[n + 1][1] if n + 1 < len(names) else len(low)
        if key in ("ratio", "other"):
            continue
        piece = _piece(key, low[start:until], low[end:until], mark)
        if _FIGURE_LAST.search(low[max(start - _UNIT_LONG * 2, 0) : start]):
            piece = (_field(key), None, "", "which_number")
        if piece is None:
            continue
        field, value, unit, question = piece
        if field in known:
            value, question = None, "twice"
        known.add(field)
        words = " ".join(line[start:until].split())[:MOST_PIECE].strip(" ,;|")
        found.append(WaterPiece(at, words, field, value, unit, question))
    return found


def _merged(found: list[re.Match[str]], low: str) -> list[tuple[str, int, int]]:
    """Names, each once: "Nitrate (NO3)" is one, and so is "Hydrogen ion pH"."""
    names: list[tuple[str, int, int]] = []
    for one in found:
        key = str(one.lastgroup)
        before = names[-1] if names else None
        between = low[before[2] : one.start()] if before else ""
        if before and not _FIGURE.search(between) and _same(before[0], key):
            names[-1] = (before[0], before[1], one.end())
        elif not _is_unit(key, low, one):
            names.append((key, one.start(), one.end()))
    return names


def _same(name: str, symbol: str) -> bool:
    return name == symbol or (name, symbol) in _ALIKE


_ALIKE = {
    ("alkalinity", "hco3"), ("alkalinity", "ca"), ("hardness", "ca"), ("hardness", "alkalinity"),
    ("nitrate_n", "nitrate"), ("so4_s", "so4"), ("nitrate", "nitrate_n"),
}  # fmt: skip
"""What a name is counted as stands behind it: "alkalinity as HCO3", "hardness as Ca"."""


_UNIT_LONG = 12
"""No unit is longer. [count]"""


def _is_unit(key: str, low: str, one: re.Match[str]) -> bool:
    """Whether a symbol is part of a unit: what stands behind the figure, as in "110 mg/l Ca"."""
    symbol = len(one.group()) <= 4 and key in ("ca", "mg", "hco3", "nitrate", "na", "k", "cl")
    before = low[max(one.start() - _UNIT_LONG, 0) : one.start()]
    return symbol and re.search(r"(?:mg|mmol|meq) ?/ ?l ?(?:as )?$", before) is not None


_Found = tuple[str, float | None, str, str]
"""Field, value, unit, question."""


def _field(key: str) -> str:
    """The field of a water that a name speaks of."""
    if key in ("ph", "ec", "hardness"):
        return key
    of = {"nitrate": "nitrate_n", "so4_s": "so4"}.get(key, key)
    return "alkalinity" if of in ("alkalinity", "hco3") else f"{of}_mg_l"


def _piece(key: str, whole: str, behind: str, mark: Mark | None) -> _Found | None:
    limit = _LIMIT.search(behind)
    said = behind[: limit.start()] if limit else behind
    plain = re.sub(r"caco ?3|hco ?3|so ?4|no ?3|4[.,]3\b", " ", said)
    figures = list(_FIGURE.finditer(plain))
    field = _field(key)
    if not figures:
        return None
    if len(figures) > 1:
        return field, None, "", "which_number"
    number = read_number(figures[0]["n"] or figures[0]["glued"], mark)
    if number is None or number.other is not None:
        return field, None, "", "number_two_ways" if number else "unreadable_number"
    if figures[0]["less"]:
        return field, None, "", "below_seen"
    if key == "nitrate" and _ENGLISH.match(whole) and not _FORMULA.search(whole):
        return field, None, "", "nitrate_as"
    unit = next((name for name, form in _UNITS if form.search(whole)), "")
    counted = next((name for name, form in _AS if form.search(whole)), "")
    return _possible(*_taken(key, field, number.value, unit, counted))


def _taken(key: str, field: str, value: float, unit: str, counted: str) -> _Found:
    if key == "ph":
        return field, value, "", ""
    if key == "ec":
        by = _DS_M.get(unit)
        ds_m = None if by is None else value * by
        odd = ds_m is not None and ds_m > 10
        if ds_m is None or odd:
            return field, None, "", "odd_figure" if odd else "unit_of_water"
        return field, round(ds_m, 4), "dS/m", ""
    if field in ("alkalinity", "hardness"):
        return _lime(key, field, value, unit, counted)
    mg_l = _mg_l(key, value, unit)
    if mg_l is None:
        return field, None, "", "unit_of_water"
    return field, round(mg_l, 3), "mg/L", ""


def _lime(key: str, field: str, value: float, unit: str, counted: str) -> _Found:
    """Alkalinity and hardness keep degrees; milligrams are of what the paper counts them as."""
    if unit in _DEGREES:
        return field, value, unit, ""
    if unit == "mmol/L":  # of acid and of hydrogen carbonate one charge, of hardness two
        return field, value * (2 if key == "hardness" else 1), "meq/L", ""
    if unit != "mg/L":
        return field, None, "", "unit_of_water"
    of = {"caco3": 1.0, "hco3": LIME_OF_HCO3, "ca": LIME_OF_CA}
    by = LIME_OF_HCO3 if key == "hco3" else of.get(counted)
    if by is None:
        return field, None, "", "counted_as"
    return field, round(value * by, 2), "mg/L CaCO3", ""


def _mg_l(key: str, value: float, unit: str) -> float | None:
    by = {"mg/L": 1.0, "mmol/L": _MMOL_MG.get(key), "meq/L": _MEQ_MG.get(key)}.get(unit)
    if by is None:
        return None
    of = {"nitrate": N_OF_NITRATE, "so4_s": SULPHATE_OF_S}.get(key, 1.0)
    return value * by * of
