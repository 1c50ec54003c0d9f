"""Every sentence, by locale; and the formulas, which need no language."""

import tomllib
from dataclasses import dataclass
from functools import cache
from importlib.resources import files

LOCALES = ("en", "de", "es")


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
        One of LOCALES.

    Returns
    -------
    Words
        The same object at every call.

    Raises
    ------
    KeyError
        When the locale is not one of them.
    """
    if locale not in LOCALES:
        raise KeyError(locale)
    said = _read(f"{locale}.toml")
    for part in ("findings", "errors"):
        rows: dict[str, dict[str, str]] = said[part]  # type: ignore[assignment]
        said[part] = {key: Said(**row) for key, row in rows.items()}
    return Words(**said)  # type: ignore[arg-type]
