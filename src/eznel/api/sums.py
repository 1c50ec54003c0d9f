"""Sums that need no garden: what there are, and what one comes to as it is typed."""

import string
from datetime import date
from typing import Annotated

from fastapi import Request
from pydantic import BaseModel, Field

from eznel.api import routers
from eznel.api.speech import Speech, Units
from eznel.core.document import Place, Product
from eznel.core.errors import Unknown
from eznel.core.sums import Answer, Blank, Kind, Sum
from eznel.formats.sums import (
    SUMS,
    asked_of,
    beside,
    big_figure,
    choice_of,
    in_a_line,
    keepable,
    measured,
    usual_of,
)
from eznel.formats.text import Shown, show
from eznel.formats.units import System
from eznel.words import Words
from eznel.words.sums import sentences

MANY = 12
"""More choices than these are looked for by their names."""

router = routers.router("/api/sums", "sums")


class ChoiceView(BaseModel):
    """One of a blank's choices."""

    value: str
    label: str


class BlankView(BaseModel):
    """A field in a sum's sentence; `usual` is what stands there at first."""

    name: str
    label: str
    kind: Kind
    usual: str
    choices: list[ChoiceView]
    can_be_asked: bool
    only_asked: bool
    """Whether it is only ever an answer, like one end of a range."""


class SumView(BaseModel):
    """A sum as it is said: text and blanks in turn, and the words that find it."""

    key: str
    group: str
    name: str
    parts: list[str]
    """Plain text, and names of blanks in braces, in the order of the sentence."""
    blanks: list[BlankView]
    asks: list[str]
    also: list[str]


class SumAsked(BaseModel):
    """What is asked, and what was typed into the other blanks."""

    asked: Annotated[str, Field(max_length=40)]
    typed: Annotated[
        dict[Annotated[str, Field(max_length=40)], Annotated[str, Field(max_length=80)]],
        Field(max_length=20),
    ]


class BesideView(BaseModel):
    """A number that is worth telling beside the answer."""

    name: str
    label: str
    said: str


class SumAnswer(BaseModel):
    """What was asked with its working; how each blank was read; the whole in one line."""

    asked: str
    said: str
    """The answer, as the reader measures it."""
    shown: Shown
    beside: list[BesideView]
    days: list[date]
    read: dict[str, str]
    line: str
    products: list[Product]
    """What can be kept in a garden: bags, places, and how much of a product was fed. [g]"""
    places: list[Place]
    fed_g: float | None


@router.get("")
def list_sums(speech: Speech, units: Units) -> list[SumView]:
    """List all sums as they are said in the reader's language."""
    said = sentences(speech.locale)
    return [
        SumView(
            key=one.key,
            group=speech.terms[f"sum.group.{one.group}"],
            name=said[one.key].name,
            parts=_parts(said[one.key].text),
            blanks=[_blank(one, blank, speech, units) for blank in one.blanks],
            asks=list(one.asks),
            also=list(said[one.key].also),
        )
        for one in SUMS.values()
    ]


@router.post("/{key}")
def ask_sum(key: str, body: SumAsked, request: Request, speech: Speech, units: Units) -> SumAnswer:
    """Work out what is asked of a sum, from what was typed."""
    if key not in SUMS:
        raise Unknown("sum", "unknown_sum", name=key)
    australian = "en-au" in request.headers.get("accept-language", "").lower()
    spoons = "au" if australian else units
    found, read = asked_of(SUMS[key], body.asked, body.typed, speech, units, spoons)
    return _answer(SUMS[key], found, read, speech, units)


def _answer(
    of: Sum, found: Answer, read: dict[str, str], speech: Words, units: System
) -> SumAnswer:
    shown = show(found.worked, speech, units)
    kept = keepable(of, found, speech)
    return SumAnswer(
        asked=found.asked,
        said=big_figure(of, found, speech, units),
        shown=shown,
        beside=[
            BesideView(name=q.name, label=speech.names[q.name], said=measured(q, speech, units))
            for q in beside(found, units)
        ],
        days=list(found.days),
        read=read,
        line=in_a_line(of, found, read, speech, units),
        products=list(kept.products),
        places=list(kept.places),
        fed_g=kept.fed_g,
    )


def _parts(text: str) -> list[str]:
    parts: list[str] = []
    for plain, name, _, _ in string.Formatter().parse(text):
        parts += [plain] if plain else []
        parts += [f"{{{name}}}"] if name else []
    return parts


def _choices(blank: Blank, speech: Words) -> list[ChoiceView]:
    """As the core lists them; many are in the order of the alphabet, as they are called here."""
    found = [ChoiceView(value=one, label=choice_of(one, speech)) for one in blank.choices]
    return sorted(found, key=lambda one: one.label.lower()) if len(found) > MANY else found


def _blank(of: Sum, blank: Blank, speech: Words, units: System) -> BlankView:
    return BlankView(
        name=blank.name,
        label=speech.names[blank.name],
        kind=blank.kind,
        usual=usual_of(blank, speech, units),
        choices=_choices(blank, speech),
        can_be_asked=blank.name in (*of.asks, *of.tried),
        only_asked=blank.name in of.results,
    )
