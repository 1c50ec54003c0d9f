"""From what was read, piece by piece, to soil reports: nothing is guessed that a report needs."""

import re
from collections.abc import Iterable
from dataclasses import dataclass, field, replace
from datetime import date
from typing import Any, get_args
from uuid import UUID, uuid5

from pydantic import ValidationError

from eznel.core.document import SoilReport
from eznel.core.document.report import Extractant, SoilUnit
from eznel.core.quantities import Length
from eznel.core.soil.units import is_usual_layer, usual_layer_m
from eznel.formats.dates import read_day
from eznel.formats.numbers import read_number
from eznel.formats.soil_files import words
from eznel.formats.soil_files.keyed import TAKEN
from eznel.formats.soil_files.marks import flat
from eznel.formats.soil_files.statements import named

READ = UUID("5a0d2f9e-6f07-4d0b-a6f5-3c8e1b7a2d44")
"""Namespace of the ids of reports that were read: the same file gives the same ids."""

PER_LAYER = ("lb/acre", "kg/ha")
"""What is printed for an acre or a hectare belongs to a layer, which is as deep as was sampled."""

SURE, ASKED, LEFT = "sure", "asked", "left"
"""How a piece was taken: plainly, with a question, or not at all."""


@dataclass(frozen=True, slots=True)
class Item:
    """One piece of a report beside the words that it came from."""

    at: str
    """Where it stands, like "row 3" or "line 7"."""
    words: str
    meaning: str | None
    text: str = ""
    number: float | None = None
    unit: str | None = None
    method: str | None = None
    printed_as: str | None = None
    rating: str | None = None
    depth: str | None = None
    question: str = ""
    """Key of what is to be asked about it."""
    month_first: bool | None = None
    """How the dates of its file are written, where that is known."""

    @property
    def taken(self) -> str:
        """SURE, ASKED or LEFT."""
        return LEFT if self.meaning is None else ASKED if self.question else SURE


@dataclass(frozen=True, slots=True)
class Wrong:
    """What the report cannot be, at its field. `error` is kept for its sentence."""

    error: ValidationError


@dataclass(frozen=True, slots=True)
class Sample:
    """One sample as it was read: its name, its pieces, and the report they make."""

    name: str
    items: tuple[Item, ...]
    report: SoilReport | None
    dated: bool
    """Whether a date was read; else the day given stands in for it."""
    wrong: Wrong | None = None


@dataclass(slots=True)
class _Draft:
    """A report as it is put together."""

    data: dict[str, Any]
    values: dict[tuple[str, str | None], dict[str, Any]] = field(default_factory=dict)


_PER_KG = ("om", "oc", "free_lime")
"""Grams of these in a kilogram are tenths of a per cent; of a nutrient they are milligrams."""
_BY_MASS = ("ppm", "mg/kg", "mg/dm3", "lb/acre", "kg/ha")
_SOLUTIONS = ("SME", "1:1.5 water", "1:2 water", "1:5 water")


OXIDES = {"P": "p2o5", "K": "k2o", "Mg": "mgo", "Ca": "cao"}
"""Where its words name the oxide of a nutrient and nobody knows which is meant, it is asked."""

LEAST_MG_KG = {"Ca": 20.0, "K": 5.0, "Mg": 3.0}
"""Less than this in a kilogram of garden soil is a mark before decimals that was none."""


def measured(item: Item, by: float, other: float | None = None) -> Item:
    """Return a piece with its number in a unit that a report keeps.

    Parameters
    ----------
    item : Item
        As printed.
    by : float
        What its number is multiplied with, to be in its unit. [unit/unit]
    other : float or None
        What the number would be by the other mark before decimals. [unit]

    Returns
    -------
    Item
        Grams in a kilogram as per cent or milligrams; milligrams in a litre of soil as those of a
        cubic decimetre, unless the extract is a solution.
    """
    unit = item.unit
    if unit == "g/kg":
        of_all = item.meaning in _PER_KG
        unit, by = ("%", by / 10) if of_all else ("mg/kg", by * 1000)
    if unit == "mg/L" and item.meaning in words.ANALYTES and item.method not in _SOLUTIONS:
        unit = "mg/dm3"
    if item.printed_as is None and item.number is not None and not item.question:
        oxide = OXIDES.get(item.meaning or "")
        if oxide and oxide in item.words.lower():
            item = replace(item, question="oxide_or_element")
    number = item.number if item.number is None or by == 1 else round(item.number * by, 9)
    least = LEAST_MG_KG.get(item.meaning or "", 0.0)
    if (
        number is not None
        and other is not None
        and unit in _BY_MASS
        and number < least <= other * by
    ):
        return replace(item, unit=unit, number=None, question="number_two_ways")
    return replace(item, unit=unit, number=number)


def sample_of(name: str, items: Iterable[Item], *, today: date, key: str, default: str) -> Sample:
    """Return a sample and the report that its pieces make.

    Parameters
    ----------
    name : str
        What the sample is called.
    items : iterable of Item
        Its pieces, in order.
    today : date
        Stands in where no date was read.
    key : str
        Tells this sample from all others of what was read; a report's id, where it has one.
    default : str
        The extractant where no piece names one.

    Returns
    -------
    Sample
        With a report, or with what it cannot be.
    """
    draft = _Draft({"id": _id(key), "lab": "", "sampled_on": today, "places": ()})
    kept: list[Item] = []
    dated = False
    items = tuple(items)
    told = any(_is_of_sampling(item) for item in items)
    for item in items:
        if told and item.meaning == "date" and not _is_of_sampling(item):
            kept.append(replace(item, meaning=None))  # when it came, or was printed
            continue
        taken = _take(item, draft)
        dated = dated or (taken.meaning == "date" and taken.taken == SURE)
        kept.append(taken)
    data = draft.data
    data.setdefault("extractant", _common(list(draft.values.values())) or default)
    data["lab"] = data["lab"] or "?"
    ours = _own_id(key) is not None  # what we wrote ourselves leaves nothing open
    kept = [_layer_asked(item, None if ours else data.get("depth")) for item in kept]
    data["values"] = list(draft.values.values())
    try:
        report = SoilReport.model_validate(data)
    except ValidationError as error:
        return Sample(name, tuple(kept), None, dated, Wrong(error))
    return Sample(name, tuple(kept), report, dated)


def _is_of_sampling(item: Item) -> bool:
    """Whether a day is told to be that of the sample, not of the report."""
    return item.meaning == "date" and TAKEN.search(flat(item.words)) is not None


def _common(values: list[dict[str, Any]]) -> str | None:
    """The extract of most values, where each has its own: no value takes another's."""
    extracts = [one.get("extractant") for one in values]
    if None in extracts:
        return None
    return max(dict.fromkeys(extracts), key=extracts.count, default=None)


def _layer_asked(item: Item, depth: dict[str, Any] | None) -> Item:
    """Amounts per acre are asked about only where another depth than the usual was sampled."""
    if item.question != "which_layer":
        return item
    sampled = Length.model_validate(depth).m if depth else None
    usual = usual_layer_m(str(item.unit))
    apart = sampled is not None and not is_usual_layer(sampled, usual)
    return item if apart else replace(item, question="")


def _id(key: str) -> UUID:
    """A report that we wrote keeps its id; any other gets one from what was read."""
    return _own_id(key) or uuid5(READ, key)


def _own_id(key: str) -> UUID | None:
    try:
        return UUID(key)
    except ValueError:
        return None


def _take(item: Item, draft: _Draft) -> Item:
    """Put a piece where it belongs; return it with what is to be asked, or without a meaning."""
    if item.meaning in words.ANALYTES:
        return _value(item, draft)
    take = _TAKES.get(item.meaning or "")
    return take(item, draft.data) if take else replace(item, meaning=None)


def _value(item: Item, draft: _Draft) -> Item:
    if item.number is None and item.rating is None:
        return replace(item, meaning=None) if item.text else item
    unit, question = item.unit, item.question
    if unit is not None and unit not in get_args(SoilUnit):
        unit, question = None, "unit_of_soil"
    if item.number is not None and unit is None:
        question = question or "unit_missing"
    if item.printed_as == "NO3" and item.unit is not None:
        question = question or "nitrate_or_its_nitrogen"
    extractant = item.method if item.method in get_args(Extractant) else None
    if extractant is None and item.method is not None:
        extractant = "Unknown"  # an extract without bands of ours: never the others'
    if unit in PER_LAYER:
        question = question or "which_layer"
    key = (str(item.meaning), extractant)
    if key in draft.values:
        known = draft.values[key]
        if item.number is None or known.get("value") == item.number:
            known["lab_rating"] = known.get("lab_rating") or item.rating
            return replace(item, question=question)
        return replace(item, meaning=None, question="twice")
    row: dict[str, Any] = {"analyte": item.meaning, "value": item.number, "unit": unit or "mg/kg"}
    if item.printed_as:
        row["printed_as"] = item.printed_as
    if extractant:
        row["extractant"] = extractant
    if item.rating:
        row["lab_rating"] = item.rating
    if item.depth and (length := _length(item.depth)):
        row["depth"] = length
    draft.values[key] = row
    return replace(item, question=question)


def _plain(name: str) -> Any:
    def take(item: Item, data: dict[str, Any]) -> Item:
        if item.number is None:
            return replace(item, meaning=None)
        if name in data:
            return replace(item, meaning=None, question="twice")
        data[name] = item.number
        return item

    return take


def _ph(item: Item, data: dict[str, Any]) -> Item:
    """pH in water wins over pH in calcium chloride, whichever stands first."""
    if item.number is None:
        return replace(item, meaning=None)
    if item.method not in (None, "CaCl2"):
        return replace(item, meaning=None, question="ph_in_salt")
    where = "CaCl2" if item.method == "CaCl2" else "water"
    if "ph" in data and (where == "CaCl2" or data["ph_in"] == "water"):
        return replace(item, meaning=None, question="twice")
    data["ph"], data["ph_in"] = item.number, where
    return item


def _buffer(item: Item, data: dict[str, Any]) -> Item:
    if item.number is None:
        return replace(item, meaning=None)
    number = item.number / 10 if 40 <= item.number <= 85 else item.number  # printed as an index
    if item.method is None:
        return replace(item, meaning=None, question="which_buffer")
    data["buffer"] = {"method": item.method, "value": number}
    return item


def _ec(item: Item, data: dict[str, Any]) -> Item:
    if item.number is None:
        return replace(item, meaning=None)
    known = ("dS/m", "mS/cm", "mmho/cm", "uS/cm")
    if item.method not in ("paste", "1:2", "1:5", "SME") or item.unit not in known:
        return replace(item, meaning=None, question="which_conductivity")
    data["ec"] = {"value": item.number, "unit": item.unit, "method": item.method}
    return item


def _lime(item: Item, data: dict[str, Any]) -> Item:
    if item.number is None:
        return replace(item, meaning=None)
    known = ("g/m2", "kg/m2", "kg/ha", "t/ha", "lb/acre", "ton/acre", "lb/1000ft2")
    if item.unit not in known:
        return replace(item, meaning=None, question="lime_without_unit")
    lime = data.setdefault("lime", {})
    lime["amount"] = {"value": item.number, "unit": item.unit}
    return item


def _lime_part(name: str) -> Any:
    def take(item: Item, data: dict[str, Any]) -> Item:
        if item.number is None:
            return replace(item, meaning=None)
        part = {"value": item.number, "unit": _length_unit(item.unit)}
        lime = data.setdefault("lime", {"amount": {"value": 0, "unit": "g/m2"}})
        lime[name] = part if name == "depth" else item.number
        return item

    return take


def _density(item: Item, data: dict[str, Any]) -> Item:
    if item.number is None:
        return replace(item, meaning=None)
    data["sample_density"] = {"value": item.number, "unit": "g/mL"}
    return item


def _day(item: Item, data: dict[str, Any]) -> Item:
    read = read_day(item.text, item.month_first)
    day = read.on
    if day is None and _UNIT_OF_LENGTH.search(words.plain(item.text)):
        return _depth(replace(item, meaning="depth"), data)  # "sampled 8 in"
    if day is None:
        return replace(item, question="date_day_or_month" if read.two_ways else "date_unreadable")
    data["sampled_on"] = day
    return item


def _depth(item: Item, data: dict[str, Any]) -> Item:
    length = _length(item.text if item.number is None else f"{item.text} {item.unit or ''}")
    if length is None:
        return replace(item, meaning=None)
    data["depth"] = length
    return item


def _text(name: str, most: int) -> Any:
    def take(item: Item, data: dict[str, Any]) -> Item:
        if not data.get(name):
            data[name] = item.text.strip()[:most]
        return item

    return take


def _extractant(item: Item, data: dict[str, Any]) -> Item:
    known = named(item.text).method
    if known not in get_args(Extractant):
        return replace(item, meaning=None)
    data["extractant"] = known
    return item


def _fizz(item: Item, data: dict[str, Any]) -> Item:
    said = words.plain(item.text)
    known = {"none": "none", "no": "none", "slight": "slight", "strong": "strong"}
    found = next((value for word, value in known.items() if word in said), None)
    if found is None:
        return replace(item, meaning=None)
    data["fizz"] = found
    return item


def _yes(item: Item, data: dict[str, Any]) -> Item:
    data["composite"] = words.plain(item.text) in ("yes", "true", "1", "ja", "sí", "si")
    return item


def _name(item: Item, data: dict[str, Any]) -> Item:
    return item


_TAKES: dict[str, Any] = {
    "ph": _ph, "buffer": _buffer, "om": _plain("organic_matter_pct"),
    "oc": _plain("organic_carbon_pct"), "cec": _plain("cec_cmol_kg"), "ec": _ec,
    "density": _density, "free_lime": _plain("free_lime_pct"), "fizz": _fizz, "lime": _lime,
    "lime_cce": _lime_part("cce_pct"), "lime_depth": _lime_part("depth"), "date": _day,
    "depth": _depth, "lab": _text("lab", 80), "note": _text("note", 2000),
    "extractant": _extractant, "composite": _yes, "sample": _name, "report": _name,
}  # fmt: skip
"""Where each meaning but the nutrients goes."""


_UNIT_OF_LENGTH = re.compile(r"\d ?(?:cm\b|(?P<inch>in(?:ch(?:es)?)?\b|\"))")
_FIGURES = re.compile(r"\d+(?:[.,]\d+)?")
_MIXED = re.compile(r"(?:(?P<whole>\d+)[ -])?(?P<over>\d{1,3})/(?P<under>\d{1,3})(?!\d)")


def _length(text: str) -> dict[str, Any] | None:
    """A depth like "0-15 cm", "6 in" or "6 2/3 in": its lower end."""
    plain = _MIXED.sub(_decimal, words.plain(text))
    unit = _UNIT_OF_LENGTH.search(plain)
    numbers = [read_number(one) for one in _FIGURES.findall(plain)]
    last = numbers[-1] if numbers else None
    if last is None or last.other is not None or last.value <= 0:
        return None
    return {"value": last.value, "unit": _length_unit("in" if unit and unit["inch"] else None)}


def _decimal(mixed: re.Match[str]) -> str:
    """A whole number and a fraction as one number."""
    under = int(mixed["under"])
    part = int(mixed["over"]) / under if under else 0.0
    return f" {int(mixed['whole'] or 0) + part:.4f}".rstrip("0").rstrip(".")


def _length_unit(unit: str | None) -> str:
    return "in" if unit == "in" else "cm"
