"""Sums in sentences, in each language: blanks in braces, and words that find them."""

import tomllib
from dataclasses import dataclass
from functools import cache
from importlib.resources import files

from eznel.words.american import spelled_all


@dataclass(frozen=True, slots=True)
class Sentence:
    """A sum's name, and how it is said, with its blanks in braces."""

    name: str
    text: str
    also: tuple[str, ...]
    """Other words that find it, in any language."""


@cache
def sentences(locale: str) -> dict[str, Sentence]:
    """Return how each sum is said.

    Parameters
    ----------
    locale : str
        One of the languages, or American English.

    Returns
    -------
    dict of str to Sentence
        By the sum's key.
    """
    language = locale.partition("-")[0]
    rows = tomllib.loads(files(__package__).joinpath("sums.toml").read_text(encoding="utf-8"))
    american = locale != language
    said = {
        key: Sentence(row["name"][language], row[language], tuple(row["also"]))
        for key, row in rows.items()
    }
    if not american:
        return said
    return {
        key: Sentence(spelled_all(one.name), spelled_all(one.text), one.also)
        for key, one in said.items()
    }
