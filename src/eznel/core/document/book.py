"""What is written down to be remembered: what was picked, words on a day, aims of a year."""

from typing import Annotated, Any
from uuid import UUID

from pydantic import Discriminator, Field, Tag, model_validator

from eznel.core.document._base import Day, Entry, Key, Name, Note, Thing, fault
from eznel.core.document.product import PhotoId
from eznel.core.quantities import Length, Mass, Volume

Pieces = Annotated[int, Field(ge=1, le=20_000)]


def _weighs(mass: Mass | None, field: str, most_g: float) -> None:
    """Refuse what nobody picks at once."""
    if mass is not None and not 0.1 <= mass.g <= most_g:
        raise fault("harvest_out_of_range", field, grams=round(mass.g, 2))


class Weighed(Entry):
    """On a scale, as it stood there."""

    gross: Mass
    tare: Mass | None = None
    """The empty container, where it was weighed with it."""
    pieces: Pieces | None = None
    """How many they were, where they were counted too. [count]"""

    @model_validator(mode="after")
    def _leaves_something(self) -> "Weighed":
        _weighs(self.gross, "gross", 1_000_000)
        if self.tare is not None and self.tare.g >= self.gross.g:
            raise fault("tare_over_gross", "tare")
        return self


class Counted(Entry):
    """Pieces that nobody weighed, with what a typical one weighs, where that is known."""

    pieces: Pieces
    each: Mass | None = None

    @model_validator(mode="after")
    def _weighs_something(self) -> "Counted":
        _weighs(self.each, "each", 50_000)
        return self


class Heaped(Entry):
    """A container filled with it."""

    volume: Volume

    @model_validator(mode="after")
    def _holds_something(self) -> "Heaped":
        if not 0.02 <= self.volume.l <= 5000:
            raise fault("heap_out_of_range", "volume", litres=round(self.volume.l, 2))
        return self


def _measured_by(much: Any) -> str:
    """Which of the three it is, by what it has: so that only its own faults are told."""
    has = much if isinstance(much, dict) else getattr(much, "__dict__", {})
    return "Heaped" if "volume" in has else "Weighed" if "gross" in has else "Counted"


Much = Annotated[
    Annotated[Weighed, Tag("Weighed")]
    | Annotated[Counted, Tag("Counted")]
    | Annotated[Heaped, Tag("Heaped")],
    Discriminator(_measured_by),
]
"""How much was picked: on a scale, by pieces, or in a container."""


class Harvest(Thing):
    """What was picked of a planting on a day."""

    planting: UUID
    on: Day
    much: Much
    complete: bool = False
    """With this, all that the planting gave is written down; without it, some may be missing."""
    note: Note = ""


class Lesson(Entry):
    """What is to come back next year: at a stage of a crop, or when the season begins."""

    crop: Key | None = None
    stage: Key | None = None
    """Of that crop; when it is planted, where none is named."""
    learned_on: Day | None = None
    """From then on it is known by heart and comes back no more."""

    @model_validator(mode="after")
    def _stage_is_of_a_crop(self) -> "Lesson":
        if self.stage is not None and self.crop is None:
            raise fault("stage_needs_crop", "crop")
        return self


class Noted(Thing):
    """Words, a count, a height or photos of a day; of a planting, a place, or the whole garden.

    The place may be gone meanwhile.
    """

    on: Day
    place: UUID | None = None
    planting: UUID | None = None
    words: Note = ""
    count: Annotated[int, Field(ge=0, le=100_000)] | None = None
    height: Length | None = None
    lesson: Lesson | None = None
    photos: Annotated[tuple[PhotoId, ...], Field(max_length=6)] = ()

    @model_validator(mode="after")
    def _says_something(self) -> "Noted":
        seen = self.count is not None or self.height is not None or bool(self.photos)
        if not self.words.strip() and (self.lesson is not None or not seen):
            raise fault("note_says_nothing", "words")
        if self.height is not None and not 0.001 <= self.height.m <= 20:
            raise fault("height_out_of_range", "height", metres=round(self.height.m, 4))
        return self


class Aim(Thing):
    """What a year is to bring, in a line; and of a crop, how much."""

    year: Annotated[int, Field(ge=1950, le=2150)]
    words: Name
    crop: Key | None = None
    wanted: Mass | None = None
    """In all."""
    weekly: Mass | None = None
    """Eaten and given away in a week."""
    stored: Mass | None = None
    """Of what is more than that, what can be put by."""
    outcome: Note = ""
    """What came of it, in words."""

    @model_validator(mode="after")
    def _is_of_a_crop(self) -> "Aim":
        for field in ("wanted", "weekly", "stored"):
            mass = getattr(self, field)
            if mass is not None and self.crop is None:
                raise fault("amount_needs_crop", "crop")
            _weighs(mass, field, 10_000_000)
        return self
