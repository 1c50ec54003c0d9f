"""What a label states in a phrase of its own: densities, neutralising values, carbon ratios."""

import re
from dataclasses import dataclass

from eznel.core.quantities import factor
from eznel.formats.labels.amounts import NUMBER, number

_LEADS = r"[\s._·…-]{2,60}"
"""What leads the eye from a name to its figure."""
_DENSITY = re.compile(
    r"(?:bulk density|density|dichte|densit[eéà]|densidad|specific gravity|s\.?g\.?"
    rf"|weight per gallon|weighs(?= ?\d[\d.]* ?lbs?\.? (?:per|/) ?gal))"
    rf"(?:\W{{0,3}}|{_LEADS})(?P<n>{NUMBER})\s?"
    r"(?P<unit>kg ?/ ?l|g ?/ ?(?:ml|cc|cm ?3)|g ?/ ?l\b|lbs?)?"
)
_PER_GALLON = re.compile(rf"(?P<n>{NUMBER}) ?lbs?\.? ?(?:/|per) ?gal(?:lon)?\b(?! of)")
"""Pounds in a gallon: as heavy as a liquid is, it is a density and no rate."""
_POUNDS = (7.0, 15.0)
_ECCE = re.compile(
    r"(?:\becce\b|\benv\b|effective (?:calcium carbonate equivalen\w+|cce|neutrali[sz]ing(?: value"
    rf"| power)?))\D{{0,12}}(?P<n>{NUMBER})"
)
"""Effective: fineness has been taken off already."""
_CCE = re.compile(
    rf"(?<!effective )(?:\bcce|calcium carbonate equivalent|cacox equivalent)\D{{0,12}}"
    rf"(?P<n>{NUMBER})"
)
_NV = re.compile(
    r"(?:neutrali[sz]ing value|neutraliserende waarde|valeur neutralisante|neutralisationswert"
    rf"|\bn\.?v\.?\b)\D{{0,6}}(?P<n>{NUMBER})"
)
_CARBON = re.compile(rf"\bc ?[:/] ?n(?: ratio)?[^\d<>]{{0,4}}(?P<n>{NUMBER})")
_MESH = re.compile(
    rf"(?P<n>{NUMBER}) ?% ?(?:min\w* )?(?:passing|passes|through|pass|<|finer than)[^\d%]{{0,12}}"
    r"(?P<size>20|60)[- ]?mesh"
)
_MESH_FIRST = re.compile(
    rf"(?:passing|passes|through)\D{{0,6}}(?P<size>20|60)[- ]?mesh\W{{1,4}}(?P<n>{NUMBER}) ?%"
)
_MM = (
    re.compile(
        rf"(?P<n>{NUMBER}) ?% ?(?:passing|passes|through|<|bei|finer than|onder)[^\d%]{{0,8}}"
        r"(?P<size>0?[.,](?:25|85)) ?mm"
    ),
    re.compile(rf"(?P<size>0?[.,](?:25|85)) ?mm\W{{1,4}}(?P<n>{NUMBER}) ?%"),
)
"""Sieves of 60 and 20 mesh, which are 0.25 and 0.85 mm."""
_STATES = re.compile(
    r"dens|dicht|gravity|gallon|weigh|neutr|n\.?v|cce|\benv|equivalent|\bc ?[:/] ?n|s\.?g|mesh|mm\b"
)
"""Without one of these there is no use in looking for a density or a neutralising value."""

AS_CARBONATE = 100.086 / 56.077
"""Grams of CaCO3 that neutralise what a gram of CaO does. [g/g]"""
_AS_OXIDE = re.compile(r"\W{0,4}(?:as )?cao\b")
_AS_CARBONATE = re.compile(r"\W{0,4}(?:as )?cacox")
LIKELY_AS_OXIDE = 62.0
"""A neutralising value up to here is more likely counted as CaO than as CaCO3. [%]"""
USUAL_DENSITY = (0.05, 2.5)


@dataclass(frozen=True, slots=True)
class Statement:
    """What is stated and where it stands; without a meaning where it cannot be."""

    start: int
    end: int
    meaning: str | None
    value: float
    unit: str
    question: str = ""


def statements(low: str) -> list[Statement]:
    """Return the densities, neutralising values and carbon ratios in a piece of a label.

    Parameters
    ----------
    low : str
        Masked.

    Returns
    -------
    list of Statement
        Each by its own pattern; an effective neutralising value is no plain one.
    """
    if not _STATES.search(low):
        return []
    found = [one for match in _DENSITY.finditer(low) if (one := _density(match)) is not None]
    for match in _PER_GALLON.finditer(low):
        pounds = number(match["n"])
        taken = any(one.start < match.end() and match.start() < one.end for one in found)
        if pounds is not None and _POUNDS[0] <= pounds <= _POUNDS[1] and not taken:
            found.append(Statement(*match.span(), "density", pounds, "lb/gal_us"))
    for meaning, pattern in (
        ("ecce", _ECCE), ("cce", _CCE), ("nv", _NV), ("carbon_to_n", _CARBON),
    ):  # fmt: skip
        for match in pattern.finditer(low):
            value = number(match["n"])
            taken = any(one.start <= match.start() < one.end for one in found)
            if value is not None and not taken:
                found.append(_value(match, meaning, value))
    for pattern in (_MESH, _MESH_FIRST, *_MM):
        for match in pattern.finditer(low):
            value = number(match["n"])
            taken = any(one.start < match.end() and match.start() < one.end for one in found)
            if value is not None and not taken:
                mesh = "60" if match["size"][-2:] in ("60", "25") else "20"
                found.append(_value(match, f"mesh{mesh}", value))
    return found


def _density(match: re.Match[str]) -> Statement | None:
    value = number(match["n"])
    if value is None:
        return None
    unit = _density_unit(match["unit"], match.group())
    if re.fullmatch(r"g ?/ ?l", match["unit"] or ""):
        value, unit = value / 1000, "kg/L"
    usual = USUAL_DENSITY[0] <= value * factor(unit, "g/mL") <= USUAL_DENSITY[1]
    meaning, question = ("density", "") if usual else (None, "odd_density")
    return Statement(match.start(), match.end(), meaning, value, unit, question)


def _value(match: re.Match[str], meaning: str, value: float) -> Statement:
    after = match.string[match.end() : match.end() + 16]
    as_oxide, as_carbonate = _AS_OXIDE.match(after), _AS_CARBONATE.match(after)
    asked = meaning == "nv" and value <= LIKELY_AS_OXIDE and not (as_oxide or as_carbonate)
    oxide = meaning == "nv" and (asked or as_oxide is not None)
    return Statement(
        match.start(),
        match.end(),
        "cce" if meaning == "nv" else meaning,
        value * AS_CARBONATE if oxide else value,
        "" if meaning == "carbon_to_n" else "%",
        "nv_basis" if asked else "",
    )


def _density_unit(text: str | None, said: str) -> str:
    if "gallon" in said or (text or "").startswith("lb"):
        return "lb/gal_us"
    return "kg/L" if text and text.startswith("kg") else "g/mL"
