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


def spelled_all(of: Text) -> Text:
    """Return texts, nested in whatever way, spelled so.

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
        return spelled(of)  # type: ignore[return-value]
    if isinstance(of, dict):
        return {key: spelled_all(value) for key, value in of.items()}  # type: ignore[return-value]
    parts = {name: spelled_all(getattr(of, name)) for name in of.__dataclass_fields__}  # type: ignore[attr-defined]
    return replace(of, **parts)  # type: ignore[type-var]
