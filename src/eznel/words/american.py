"""American English, made of ours: other spelling, and other names for a few crops."""

import re
from dataclasses import replace
from typing import TypeVar

Text = TypeVar("Text")

SPELLING = (
    ("sulph", "sulf"), ("fertilis", "fertiliz"), ("neutralis", "neutraliz"),
    ("recognis", "recogniz"), ("mineralis", "mineraliz"), ("colour", "color"), ("mould", "mold"),
    ("programme", "program"), ("litre", "liter"), ("metre", "meter"), ("centre", "center"),
    ("fibre", "fiber"), ("grey", "gray"), ("neighbour", "neighbor"), ("odour", "odor"),
    ("plough", "plow"), ("levelled", "leveled"), ("labelled", "labeled"), ("chilli", "chili"),
    ("ageing", "aging"), ("analyse", "analyze"),
)  # fmt: skip
"""What is spelled otherwise, wherever it stands in a word; the interface has the same list."""

NAMES = {
    "Courgette": "Zucchini", "Aubergine": "Eggplant", "Rocket": "Arugula",
    "Coriander": "Cilantro", "Swede": "Rutabaga", "Beetroot": "Beet", "Broad bean": "Fava bean",
    "Spring onion": "Green onion", "Climbing bean": "Pole bean", "Chard": "Swiss chard",
    "Chinese cabbage": "Napa cabbage",
}  # fmt: skip
"""Crops that have another name there."""

_SPELLED = dict(SPELLING)
_WORDS = re.compile("|".join(_SPELLED), re.IGNORECASE)


def spelled(text: str) -> str:
    """Return an English text as Americans spell it.

    Parameters
    ----------
    text : str
        Names in braces stay as they are.

    Returns
    -------
    str
        With capitals where they were.
    """
    parts = re.split(r"(\{\w+\})", text)
    return "".join(
        part if n % 2 else _WORDS.sub(lambda found: _cased(found.group()), part)
        for n, part in enumerate(parts)
    )


def _cased(found: str) -> str:
    there = _SPELLED[found.lower()]
    if found.isupper():
        return there.upper()
    return there.capitalize() if found[0].isupper() else there


_CUSTOMARY = {
    "mm": (25.4, "in"), "cm": (2.54, "in"), "m": (0.3048, "ft"), "mL": (4.93, "tsp"),
    "L": (3.785, "gal"),
}  # fmt: skip
"""Metric unit -> how much of it is one of the other unit."""
_MEASURE = re.compile(
    r"(?<![\w{.])(?!100 mL)(\d[\d.,]*)(?:( to |–)(\d[\d.,]*))? (mm|cm|m|mL|L|°C)(?![\w/²³])"
)
_TWICE = re.compile(r"(\d(?:[\d. ]|to|in)*\b) \(\1\)")
"""Where a text names both units already."""


def customary(text: str) -> str:
    """Return a text with the measures that are written out in it in US units.

    Parameters
    ----------
    text : str
        Numbers in braces come in the reader's units anyway.

    Returns
    -------
    str
        "15 cm" as "6 in"; rounded as such sentences are.
    """
    return _TWICE.sub(r"\1", _MEASURE.sub(_measured, text))


def _is_whole(number: float) -> bool:
    return number >= 3 or (number > 0.9 and abs(number - round(number)) < 0.05)


def _measured(found: re.Match[str]) -> str:
    first, to, last, unit = found.groups()
    each, name = _CUSTOMARY.get(unit, (0.0, "°F"))
    numbers = [float(part.replace(",", "")) for part in (first, last) if part]
    there = [one / each if each else one * 9 / 5 + 32 for one in numbers]
    said = [f"{one:,.0f}" if _is_whole(one) else f"{one:.2g}" for one in there]
    return f"{(to or '').join(said)} {name}"


def spelled_all(of: Text) -> Text:
    """Return texts, nested in whatever way, spelled and measured so.

    Parameters
    ----------
    of : str, dict or dataclass of texts
        Keys stay as they are.

    Returns
    -------
    str, dict or dataclass
        Of the same kind.
    """
    if isinstance(of, str):
        return customary(spelled(of))  # type: ignore[return-value]
    if isinstance(of, dict):
        return {key: spelled_all(value) for key, value in of.items()}  # type: ignore[return-value]
    parts = {name: spelled_all(getattr(of, name)) for name in of.__dataclass_fields__}  # type: ignore[attr-defined]
    return replace(of, **parts)  # type: ignore[type-var]
