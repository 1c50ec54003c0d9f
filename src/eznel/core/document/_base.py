"""What every model of the document has in common."""

from typing import Annotated, Any
from uuid import UUID

from pydantic import BaseModel, ConfigDict, Field
from pydantic_core import PydanticCustomError


class Entry(BaseModel):
    """Something a person typed: frozen, and no field that we do not know."""

    model_config = ConfigDict(frozen=True, extra="forbid")


class Thing(Entry):
    """An entry with an identity of its own, made by whoever created it."""

    id: UUID


Name = Annotated[str, Field(min_length=1, max_length=80)]
Note = Annotated[str, Field(max_length=2000)]


def fault(key: str, field: str = "", **quantities: Any) -> PydanticCustomError:
    """Return the error for a value that cannot be; `words` makes the sentence from the key.

    Parameters
    ----------
    key : str
        Name of the sentence. [name]
    field : str
        The field at fault where the error belongs to a part of the model. [name]
    quantities : dict
        Numbers and names that the sentence shows. [as named]

    Returns
    -------
    PydanticCustomError
        To be raised in a validator.
    """
    return PydanticCustomError(key, key, {"field": field, **quantities})
