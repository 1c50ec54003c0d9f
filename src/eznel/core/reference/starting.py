"""What a new garden begins from: a climate, places, a country, texture by feel."""

from typing import Annotated, Literal

from pydantic import Field, model_validator

from eznel.core.document import Entry, Frustum, Nominal, Rectangle, Texture, Trough
from eznel.core.document.garden import MonthDay, TwelveMonths, TwelveRains
from eznel.core.reference._row import Key, Row

UnitSystem = Literal["metric", "us", "imperial"]
GRADE = r"^\d{1,2}([.,]\d{1,2})?(\s?[-–+/]\s?\d{1,2}([.,]\d{1,2})?){2}$"
"""Three numbers as a bag prints them: 10-10-10, 4.5 + 3 + 7."""


class KeyAnswer(Entry):
    """An answer in a key: to the next question, or to the end."""

    say: str
    to: Key | None = None
    texture: Texture | None = None

    @model_validator(mode="after")
    def _leads_somewhere(self) -> "KeyAnswer":
        if (self.to is None) == (self.texture is None):
            raise ValueError("an answer leads to a question or to a texture")
        return self


class KeyStep(Row):
    """A question of the key to texture by feel."""

    key: Key
    question: str
    answers: tuple[KeyAnswer, ...]


class Climate(Entry):
    """A made-up climate to start a new garden from."""

    key: Key
    name: str
    latitude_deg: float
    last_frost: MonthDay | None = None
    first_frost: MonthDay | None = None
    monthly_min_c: TwelveMonths
    monthly_max_c: TwelveMonths
    monthly_rain_mm: TwelveRains


class Preset(Entry):
    """A bed or tub of a common size."""

    key: Key
    systems: tuple[UnitSystem, ...]
    """Whose measures it is built or sold in."""
    drawn: Literal["bed", "bucket", "bag", "pot", "trough"]
    shape: Annotated[Rectangle | Frustum | Trough | Nominal, Field(discriminator="kind")]


class Country(Entry):
    """What is usual in a country, to be corrected by the grower."""

    code: Annotated[str, Field(pattern=r"^[A-Z]{2}$")]
    """By ISO 3166."""
    climate: Key
    system: UnitSystem
    kitchen: Literal["us", "metric", "imperial", "au"]
    currency: Annotated[str, Field(pattern=r"^[A-Z]{3}$")]
    grade: Literal["oxide", "element"]
    """What the second and third number of a bag are of phosphorus and potassium."""
    usual: tuple[Annotated[str, Field(pattern=GRADE)], ...]
    """Grades that many bags have, as printed."""
