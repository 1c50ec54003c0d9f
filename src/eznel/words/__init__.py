"""Every sentence, by locale; and the formulas, which need no language."""

import tomllib
from dataclasses import dataclass, replace
from functools import cache
from importlib.resources import files

from eznel.words.american import NAMES, spelled_all

LOCALES = ("en", "de", "es")
AMERICAN = "en-US"
"""English as readers of US units spell it; made of ours."""


@dataclass(frozen=True)
class Said:
    """What is the matter, and the way out."""

    text: str
    remedy: str


@dataclass(frozen=True)
class Words:
    """The sentences of one locale, by key."""

    locale: str
    decimal: str
    thousands: str
    steps: dict[str, str]
    names: dict[str, str]
    origins: dict[str, str]
    findings: dict[str, Said]
    cautions: dict[str, str]
    terms: dict[str, str]
    errors: dict[str, Said]
    catalogue: dict[str, str]
    """Names and sentences of the catalogue, by the English that its rows have."""

    def of_row(self, text: str) -> str:
        """Return a catalogue's text in this language; what a gardener wrote stays as it is."""
        return self.catalogue.get(text, text)


def _read(name: str) -> dict[str, object]:
    return tomllib.loads(files(__name__).joinpath(name).read_text(encoding="utf-8"))


@cache
def formulas() -> dict[str, str]:
    """Return the formula of each step, in the names of its quantities.

    Returns
    -------
    dict of str to str
        Arithmetic with min, max and a condition at most. [formula]
    """
    return {key: str(formula) for key, formula in _read("formulas.toml").items()}


@cache
def words(locale: str) -> Words:
    """Return the sentences of a locale.

    Parameters
    ----------
    locale : str
        One of LOCALES, or AMERICAN.

    Returns
    -------
    Words
        The same object at every call.

    Raises
    ------
    KeyError
        When the locale is not one of them.
    """
    if locale == AMERICAN:
        return _american()
    if locale not in LOCALES:
        raise KeyError(locale)
    said = _read(f"{locale}.toml")
    for part in ("findings", "errors"):
        rows: dict[str, dict[str, str]] = said[part]  # type: ignore[assignment]
        said[part] = {key: Said(**row) for key, row in rows.items()}
    return Words(**said)  # type: ignore[arg-type]


def _american() -> Words:
    english = words("en")
    parts = ("steps", "names", "origins", "findings", "cautions", "terms", "errors")
    rows = words("de").catalogue  # its keys are all texts of the catalogue
    return replace(
        english,
        locale=AMERICAN,
        catalogue={text: NAMES.get(text, spelled_all(text)) for text in rows},
        **{part: spelled_all(getattr(english, part)) for part in parts},
    )


def spoken(said: Words, system: str) -> Words:
    """Return a language as readers of a system of units speak it.

    Parameters
    ----------
    said : Words
        Their language.
    system : str
        Their system of units.

    Returns
    -------
    Words
        American English for readers of English in US units, else the same.
    """
    return words(AMERICAN) if said.locale == "en" and system == "us" else said
