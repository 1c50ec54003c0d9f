"""From the pieces of a label to the product that they make, and what is to be asked about it."""

from collections.abc import Sequence
from dataclasses import dataclass, field, replace
from typing import Any

from eznel.core.nutrients import ATOMIC_WEIGHT, declared_total, element_of
from eznel.core.plausibility import RICHEST_PCT
from eznel.core.quantities import factor
from eznel.formats.labels import words
from eznel.formats.labels.amounts import Amount

DIFFERENT = 0.5
"""From here on a grade and the lines below it do not say the same. [%]"""
ALIKE = 0.05
NUTRIENTS = (
    "N", "P2O5", "P", "K2O", "K", "CaO", "Ca", "MgO", "Mg", "SO3", "S",
    "B", "Cu", "Fe", "Mn", "Mo", "Zn", "Cl", "Na",
)  # fmt: skip
SURE, ASKED, LEFT = "sure", "asked", "left"


@dataclass(frozen=True, slots=True)
class Piece:
    """One value of a label beside the words that it came from."""

    at: str
    words: str
    meaning: str | None
    """None where it was not understood."""
    number: float | None = None
    unit: str = ""
    over: Amount | None = None
    question: str = ""
    part: bool = False
    total: bool = False
    dry: bool = False
    """Of what is left without water."""
    lines: tuple[tuple[str, float], ...] = ()
    elements: bool = False

    @property
    def taken(self) -> str:
        """SURE, ASKED or LEFT."""
        return LEFT if self.meaning is None else ASKED if self.question else SURE


@dataclass(frozen=True, slots=True)
class Label:
    """A label as it was read. `product` has the document's fields, without an id."""

    pieces: tuple[Piece, ...]
    product: dict[str, Any]
    pack: Amount | None
    """What the pack holds; its price is on no label."""
    questions: tuple[str, ...]


@dataclass(slots=True)
class _Draft:
    pieces: list[Piece]
    form: str | None
    answered: bool
    """Whether somebody has said if P and K are oxides or elements."""
    questions: dict[str, None] = field(default_factory=dict)

    def ask(self, key: str) -> None:
        self.questions[key] = None


def product_of(
    pieces: Sequence[Piece],
    name: str,
    form: str | None,
    material: str | None,
    elements: bool | None,
    *,
    answered: bool = False,
) -> Label:
    """Return a label: its pieces, and the product that they make.

    Parameters
    ----------
    pieces : sequence of Piece
        As read, in order.
    name : str
        What it is called.
    form : str or None
        Which kind it says it is.
    material : str or None
        Key of the general material that it names.
    elements : bool or None
        Whether its P and K are elements; None where one has to ask.
    answered : bool
        Whether the grower says so, not the label.

    Returns
    -------
    Label
        With every question that a careful reader would put.
    """
    draft = _Draft(_as_sold(pieces), form, answered)
    chosen = _chosen(draft)
    product: dict[str, Any] = {"name": name}
    if form is not None:
        product["form"] = form
    if material is not None:
        product["material"] = material
    if form == "mix":
        product["declared"] = []  # it is charged by the litre
        product["for_seed"] = words.is_for_seed(words.masked(name))
        product["added"] = [
            {"nutrient": key, "mg_l": one.number} for key, one in _added(chosen).items()
        ]
    else:
        _declare(draft, chosen, elements, product)
    _nitrogen(draft, chosen, product)
    _particulars(draft, product)
    pack = _pack(draft)
    _question(draft, chosen, product, form)
    for piece in draft.pieces:
        if piece.question:
            draft.ask(piece.question)
    return Label(tuple(draft.pieces), product, pack, tuple(draft.questions))


def _as_sold(pieces: Sequence[Piece]) -> list[Piece]:
    """Shares of dry matter as shares of what is in the bag, where the label says how dry that is.

    Where it does not, they are taken as they are printed, which is too much, and asked about.
    """
    dry = next(
        (
            one.number if one.meaning == "dry_matter" else 100 - one.number
            for one in pieces
            if one.meaning in ("dry_matter", "moisture") and one.number is not None
        ),
        None,
    )
    found = []
    for one in pieces:
        if not one.dry or one.meaning not in (*NUTRIENTS, *words.NITROGEN):
            found.append(one)
        elif dry is None or one.number is None:
            found.append(replace(one, question="dry_basis"))
        else:
            found.append(replace(one, number=round(one.number * dry / 100, 4)))
    return found


def _chosen(draft: _Draft) -> dict[str, Piece]:
    """For each thing that is stated the piece that counts: the whole rather than a part of it."""
    groups: dict[str, list[int]] = {}
    for n, piece in enumerate(draft.pieces):
        if piece.meaning in NUTRIENTS or piece.meaning in words.NITROGEN:
            groups.setdefault(piece.meaning, []).append(n)
    chosen = {}
    for meaning, group in groups.items():
        all_ = [draft.pieces[n] for n in group]
        totals = [one for one in all_ if one.total and not one.part] or [
            one for one in all_ if one.total
        ]
        wholes = [one for one in all_ if not one.part]
        best = (totals or wholes or [max(all_, key=_size)])[0]
        if not best.total and any(one.part and _size(one) > _size(best) for one in all_):
            best = max(all_, key=_size)
        chosen[meaning] = best
        for n, one in zip(group, all_, strict=True):
            if one is best or abs(_size(one) - _size(best)) < 1e-9:
                continue
            if one.part and _size(one) <= _size(best) + 1e-9:
                draft.pieces[n] = replace(one, meaning="part")
            else:
                draft.pieces[n] = replace(one, meaning=None, question="twice")
    return chosen


def _size(piece: Piece) -> float:
    return piece.number or 0.0


def _pct(piece: Piece) -> tuple[float, bool]:
    """A share in per cent, and whether it is by volume."""
    value = _size(piece)
    by = {"%": 1.0, "% w/v": 1.0, "g/kg": 0.1, "g/L": 0.1, "mg/kg": 1e-4, "mg/L": 1e-4}
    return round(value * by.get(piece.unit, 1.0), 9), piece.unit in ("% w/v", "g/L", "mg/L")


def _added(chosen: dict[str, Piece]) -> dict[str, Piece]:
    return {key: one for key, one in chosen.items() if key in NUTRIENTS and one.unit == "mg/L"}


def elements_on(pieces: Sequence[Piece], tradition: str | None, whole: str) -> bool | None:
    """Return whether P and K are elements on a label, by its own words and its style.

    Parameters
    ----------
    pieces : sequence of Piece
        As read.
    tradition : str or None
        Whose way of printing it follows.
    whole : str
        All of it, masked.

    Returns
    -------
    bool or None
        None where one has to ask.
    """
    if tradition in ("za", "au") or any(piece.elements for piece in pieces):
        return True
    return False if words.prints_oxides(whole, tradition) else None


def _declare(
    draft: _Draft, chosen: dict[str, Piece], elements: bool | None, product: dict[str, Any]
) -> None:
    lines: dict[str, float] = {}
    by_volume = any(p.meaning == "heading" and "w/v" in p.words.lower() for p in draft.pieces)
    for key in NUTRIENTS:
        if key in chosen:
            lines[key], volume = _pct(chosen[key])
            by_volume = by_volume or volume
            if key in words.OXIDES and elements is not True and not draft.answered:
                draft.ask("oxide_or_element")
    if draft.answered and elements is False:
        lines = {words.OXIDES.get(key, key): pct for key, pct in lines.items()}
    if "N" not in lines:
        forms = [_pct(chosen[f])[0] for f in ("nitrate", "ammonium", "urea") if f in chosen]
        if not forms and "insoluble" in chosen:
            forms = [_pct(chosen["insoluble"])[0]]
        if forms:
            lines["N"] = sum(forms)
    lines = _with_compounds(draft, lines)
    lines = _with_grades(draft, lines, elements)
    product["declared"] = [{"nutrient": key, "pct": pct} for key, pct in lines.items() if pct > 0]
    if by_volume and draft.form in ("liquid", None):
        product["basis"] = "w/v"


_WEIGHT = ATOMIC_WEIGHT
_CO3, _WATER = _WEIGHT["C"] + 3 * _WEIGHT["O"], 2 * _WEIGHT["H"] + _WEIGHT["O"]
_GYPSUM = _WEIGHT["Ca"] + _WEIGHT["S"] + 4 * _WEIGHT["O"] + 2 * _WATER
_HELD: dict[str, dict[str, float]] = {
    "magnesium_carbonate": {"Mg": _WEIGHT["Mg"] / (_WEIGHT["Mg"] + _CO3)},
    "gypsum": {"Ca": _WEIGHT["Ca"] / _GYPSUM, "S": _WEIGHT["S"] / _GYPSUM},
}
"""What a gram of a compound holds; calcium carbonate counts as a neutralising value. [g/g]"""


def _compounds(draft: _Draft) -> dict[str, float]:
    """Shares of whole compounds, each the largest that is stated. [%]"""
    found: dict[str, float] = {}
    for piece in draft.pieces:
        if piece.meaning in ("carbonate", *_HELD) and 0 < _size(piece) <= 100:
            found[piece.meaning] = max(_size(piece), found.get(piece.meaning, 0.0))
    return found


def _with_compounds(draft: _Draft, lines: dict[str, float]) -> dict[str, float]:
    """Elements in stated compounds, where no line states the element itself."""
    stated = {element_of(key)[0] for key in lines}
    more: dict[str, float] = {}
    for compound, pct in _compounds(draft).items():
        for element, share in _HELD.get(compound, {}).items():
            if element not in stated:
                more[element] = round(more.get(element, 0.0) + pct * share, 2)
    return {**lines, **more}


def _with_grades(draft: _Draft, lines: dict[str, float], elements: bool | None) -> dict[str, float]:
    """What lines say wins; a grade fills what no line says, and is compared where one does."""
    for n, piece in enumerate(draft.pieces):
        if piece.meaning != "grade":
            continue
        asked = differs = False
        for symbol, pct in piece.lines:
            oxide = words.OXIDES.get(symbol)
            known = next((x for x in (oxide, symbol) if x and x in lines), None)
            if known is not None:
                differs = differs or abs(lines[known] - pct) > DIFFERENT
            elif pct > 0:
                as_element = elements or piece.elements or oxide is None
                lines[symbol if as_element or oxide is None else oxide] = round(pct, 4)
                asked = asked or (oxide is not None and elements is None)
        if differs:
            draft.pieces[n] = replace(piece, question="grade_differs")
        elif asked:
            draft.pieces[n] = replace(piece, question="oxide_or_element")
    return {key: lines[key] for key in NUTRIENTS if key in lines}


def _nitrogen(draft: _Draft, chosen: dict[str, Piece], product: dict[str, Any]) -> None:
    forms = {
        f"{form}_pct": _pct(chosen[form])[0]
        for form in words.NITROGEN
        if form in chosen and _size(chosen[form]) > 0
    }
    if forms:
        product["nitrogen"] = forms


_RATE = {"rate_area": "max_rate", "rate_water": "max_strength", "rate_mix": "max_in_mix"}


def _particulars(draft: _Draft, product: dict[str, Any]) -> None:
    best: dict[str, tuple[float, Piece]] = {}
    sieves: dict[str, float] = {}
    effective: float | None = None
    for n, piece in enumerate(draft.pieces):
        meaning, value = piece.meaning, _size(piece)
        if meaning == "density":
            product["density"] = {"value": value, "unit": piece.unit}
        elif meaning == "dry_matter" and 0 < value <= 100:
            product["dry_matter_pct"] = value
        elif meaning == "moisture" and value < 100:
            product["dry_matter_pct"] = round(100 - value, 9)
        elif meaning == "carbon_to_n" and value > 0:
            product["carbon_to_n"] = value
        elif meaning == "cce" and 0 < value <= 180 and "liming" not in product:
            product["liming"] = {"cce_pct": round(value, 2)}
        elif meaning in _SIEVES and 0 < value <= 100:
            sieves.setdefault(_SIEVES[meaning], value)
        elif meaning == "ecce" and 0 < value <= 180:
            effective = round(value, 2)
        elif meaning == "organic":
            product["organic"] = True
        elif meaning in ("animal", "no_animal"):
            product["animal"] = meaning == "animal"
        elif meaning == "interval":
            product["interval_days"] = min(int(value), product.get("interval_days", 400))
        elif meaning == "times":
            product["max_times"] = min(int(value), product.get("max_times", 100))
        elif meaning == "release":
            product.setdefault("release_days", int(value))
        elif meaning in _RATE or meaning == "rate_plant":
            size = _rate_size(piece)
            if meaning not in best or size > best[meaning][0]:
                best[meaning] = (size, draft.pieces[n])
    for meaning, (_, piece) in best.items():
        amount = {"value": _size(piece), "unit": piece.unit}
        if meaning == "rate_plant":
            product["max_per_plant"] = amount
        elif piece.over is not None:
            product[_RATE[meaning]] = _rate(amount, piece.over, on=meaning == "rate_area")
    _lime(draft, product, sieves, effective)


_SIEVES = {"mesh20": "passing_20_mesh_pct", "mesh60": "passing_60_mesh_pct"}


def _lime(
    draft: _Draft, product: dict[str, Any], sieves: dict[str, float], effective: float | None
) -> None:
    """A lime by its neutralising value and fineness, or by an effective value that holds both."""
    if "liming" not in product:
        _carbonate(draft, product)
    if "liming" in product and sieves:
        product["liming"].update(sieves)
    elif effective is not None:
        # Fineness is in that number already, so none is taken off again.
        product["liming"] = {"cce_pct": effective, **dict.fromkeys(_SIEVES.values(), 100.0)}


_AS_CALCIUM_CARBONATE = {
    "carbonate": 1.0,
    "magnesium_carbonate": (_WEIGHT["Ca"] + _CO3) / (_WEIGHT["Mg"] + _CO3),
}
"""What a gram of a carbonate neutralises, as calcium carbonate. [g/g]"""


def _carbonate(draft: _Draft, product: dict[str, Any]) -> None:
    """A lime that states only how much carbonate it is: of calcium and of magnesium."""
    found = _compounds(draft)
    cce = sum(found[key] * by for key, by in _AS_CALCIUM_CARBONATE.items() if key in found)
    if cce:
        product["liming"] = {"cce_pct": round(min(cce, 180.0), 2)}


def _rate_size(piece: Piece) -> float:
    """How large a rate is, for comparing it with others of its kind."""
    masses = {"g", "kg", "mg", "oz", "lb"}
    one = factor(piece.unit, "g" if piece.unit in masses else "mL")
    over = 1.0
    if piece.over is not None:
        area = piece.over.unit in ("m2", "ft2", "yd2")
        over = piece.over.value * factor(piece.over.unit, "m2" if area else "L")
    return _size(piece) * one / over


_AREA_RATES = {
    ("g", "m2"): "g/m2", ("kg", "m2"): "kg/m2", ("oz", "yd2"): "oz/yd2",
    ("lb", "100ft2"): "lb/100ft2", ("lb", "1000ft2"): "lb/1000ft2",
}  # fmt: skip


def _rate(amount: dict[str, Any], over: Amount, *, on: bool) -> dict[str, Any]:
    """A rate in one unit where there is one for it, else both amounts as printed."""
    if not on:
        return {"product": amount, "water": over.data}
    sized = over.unit if over.value == 1 else f"{over.value:g}{over.unit}"
    unit = _AREA_RATES.get((amount["unit"], sized))
    if unit is not None:
        return {"value": amount["value"], "unit": unit}
    return {"product": amount, "area": over.data}


def _pack(draft: _Draft) -> Amount | None:
    packs = [piece for piece in draft.pieces if piece.meaning == "pack"]
    if not packs:
        return None
    named = [one for one in packs if "net" in one.words.lower() or "inh" in one.words.lower()]
    best = (named or packs)[0]
    return Amount(_size(best), best.unit)


def _question(
    draft: _Draft, chosen: dict[str, Piece], product: dict[str, Any], form: str | None
) -> None:
    """What cannot be right, and what a label leaves open."""
    lines = {line["nutrient"]: line["pct"] for line in product.get("declared", [])}
    if declared_total(lines) > 100:
        draft.ask("over_100")
    for key, pct in lines.items():
        element, share = element_of(key)
        if pct * share > RICHEST_PCT.get(element, 100.0) + ALIKE:
            draft.ask("richer_than_anything")
    forms = product.get("nitrogen", {})
    parts = sum(pct for form_, pct in forms.items() if form_ != "slow_pct")
    if max(parts, forms.get("slow_pct", 0.0)) > lines.get("N", 0.0) + ALIKE:
        draft.ask("forms_over_total")
    limes = "liming" in product
    if not lines and form != "mix" and not limes:
        draft.ask("no_analysis")
    unsaid = form is None and product.get("material") is None
    meal = form == "granular" and product.get("animal") is True  # of bone, blood, droppings
    if unsaid or meal or (form in _SOLID and _is_only_poured(product)):
        draft.ask("which_form")


_SOLID = ("organic", "granular", "coated")


def _is_only_poured(product: dict[str, Any]) -> bool:
    """Whether a label knows a product in water alone, as nobody gives what does not dissolve."""
    return "max_strength" in product and not {"max_rate", "max_per_plant"} & product.keys()
