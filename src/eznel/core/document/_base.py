"""What every model of the document has in common, and what is let in at all."""

import re
from datetime import date
from typing import Annotated, Any
from uuid import UUID

from pydantic import AfterValidator, BaseModel, BeforeValidator, ConfigDict, Field
from pydantic_core import PydanticCustomError


class Entry(BaseModel):
    """Something a person typed: frozen, and no field that we do not know."""

    model_config = ConfigDict(frozen=True, extra="forbid")


class Thing(Entry):
    """An entry with an identity of its own, made by whoever created it."""

    id: UUID


FIRST_YEAR, LAST_YEAR = 1950, 2150

_UNREAD = re.compile("[\x00-\x08\x0b-\x1f\x7f-\x9f\u2028-\u202e\u2066-\u2069\ud800-\udfff]")
"""What speaks to a terminal, a calendar or a table instead of to people: controls, ends of lines
in disguise, halves of letters, and marks that reverse the direction of what comes after them."""


def _lines(typed: object) -> object:
    """Text as people read it, in lines."""
    if not isinstance(typed, str):
        return typed
    if "\r" in typed:
        typed = typed.replace("\r\n", "\n").replace("\r", "\n")
    return _UNREAD.sub("", typed)


def _line(typed: object) -> object:
    """Text as people read it, in one line."""
    if not isinstance(typed, str):
        return typed
    return " ".join(_UNREAD.sub("", " ".join(typed.split())).split())


def _is_near(day: date) -> date:
    if not FIRST_YEAR <= day.year <= LAST_YEAR:
        raise fault("day_out_of_range", year=day.year, first=FIRST_YEAR, last=LAST_YEAR)
    return day


Name = Annotated[str, Field(min_length=1, max_length=80), BeforeValidator(_line)]
Source = Annotated[str, Field(min_length=3, max_length=80), BeforeValidator(_line)]
"""Where something is printed."""
Label = Annotated[str, Field(max_length=80), BeforeValidator(_line)]
"""A name that may be left out."""
Said = Annotated[str, Field(max_length=200), BeforeValidator(_line)]
"""Words of somebody else, as printed."""
Note = Annotated[str, Field(max_length=2000), BeforeValidator(_lines)]
Key = Annotated[str, Field(max_length=60)]
"""What a row of the catalogue, or one of the grower's own, is called."""
Day = Annotated[date, AfterValidator(_is_near)]
"""A day that somebody who gardens can mean."""


def fault(key: str, field: str = "", **quantities: Any) -> PydanticCustomError:
    """Return the error for a value that cannot be; `words` makes the sentence from the key.

    Parameters
    ----------
    key : str
        Name of the sentence.
    field : str
        The field at fault where the error belongs to a part of the model.
    quantities : dict
        Numbers and names that the sentence shows.

    Returns
    -------
    PydanticCustomError
        To be raised in a validator.
    """
    return PydanticCustomError(key, key, {"field": field, **quantities})
