"""Words that a beginner asks about, in each language."""

import tomllib
from dataclasses import dataclass
from functools import cache
from importlib.resources import files

from eznel.words.american import spelled_all


@dataclass(frozen=True, slots=True)
class Meaning:
    """A word and what it means, for a reader."""

    key: str
    name: str
    text: str
    also: tuple[str, ...]
    """Other words that find it, in any language."""


@cache
def glossary(locale: str) -> tuple[Meaning, ...]:
    """Return the words, in the order of the alphabet.

    Parameters
    ----------
    locale : str
        One of the languages, or American English.

    Returns
    -------
    tuple of Meaning
        The same at every call.
    """
    language = locale.partition("-")[0]
    rows = tomllib.loads(files(__package__).joinpath("glossary.toml").read_text(encoding="utf-8"))
    found = [
        Meaning(key, row["name"][language], row["text"][language], tuple(row["also"]))
        for key, row in rows.items()
    ]
    if locale != language:
        found = [
            Meaning(one.key, spelled_all(one.name), spelled_all(one.text), one.also)
            for one in found
        ]
    return tuple(sorted(found, key=lambda one: one.name.casefold()))
