"""What every row of the catalogue carries."""

from typing import Annotated, Literal

from pydantic import Field

from eznel.core.document import Entry

Confidence = Literal["high", "medium", "low"]
Key = Annotated[str, Field(pattern=r"^[a-z][a-z0-9_]*$")]


class Row(Entry):
    """What every row of the catalogue carries."""

    basis: Annotated[str, Field(min_length=3)]
    confidence: Confidence
