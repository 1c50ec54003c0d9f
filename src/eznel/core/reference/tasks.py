"""Jobs besides feeding."""

from typing import Annotated, Literal

from pydantic import Field, model_validator

from eznel.core.document import Entry
from eznel.core.reference._row import Key, Row


class TakeAlong(Entry):
    """What a job besides feeding takes, for each plant, square metre or planting."""

    name: str
    amount: Annotated[float, Field(gt=0)]
    unit: Literal["", "L"] = ""
    """Of the amount; things are counted."""
    per: Literal["plant", "m2", "planting", "line"]
    gap_m: Annotated[float, Field(gt=0)] | None = None
    """Along a line one stands at its beginning and after each such gap; in tubs, at each plant."""

    @model_validator(mode="after")
    def _gap_is_of_a_line(self) -> "TakeAlong":
        if (self.gap_m is None) == (self.per == "line"):
            raise ValueError(f"{self.name}: a gap belongs to a line")
        return self


class Task(Entry):
    """A job besides feeding that belongs to a stage of some crops."""

    key: Key
    name: str
    say: str
    stage: Key
    """With which it comes; it comes later where `at` says so, and not at all without the stage."""
    at: Literal["stage", "last_pick", "first_frost"] = "stage"
    days: int = 0
    """After the stage begins (or the last picking, or the usual first frost), or before. [days]"""
    at_height_m: Annotated[float, Field(gt=0)] | None = None
    """It comes as soon as so much was measured, and not while less was."""
    crops: tuple[Key, ...] = ()
    habits: tuple[str, ...] = ()
    """Crops by key, or by their habit; all where neither is said."""
    grounds: Literal["any", "bed"] = "any"
    raised: bool = False
    """Only where the plants were raised here."""
    sown: bool = False
    """Only where they were sown in their place."""
    covered: bool = False
    indeterminate: bool = False
    again_days: int = 0
    """After it was done, or was to be; never again where 0. [days]"""
    times: Annotated[int, Field(ge=1, le=40)] = 1
    until: Key | None = None
    """The stage with which its repeats end; with the last picking where none is named."""
    usual: bool = True
    """Whether it is on the list unless somebody takes it off; else only once it is asked for."""
    practice: Annotated[str, Field(pattern=r"^[a-z][a-z0-9_]*\.[a-z][a-z0-9_]*$")] | None = None
    """The way of growing that it belongs to, and its choice, like stems.one."""
    materials: tuple[TakeAlong, ...] = ()


class PracticeChoice(Entry):
    """One way of doing what growers do in different ways, and what speaks for it."""

    key: Key
    name: str
    say: str


class Practice(Row):
    """Something that growers do in different ways, and the way that is taken where none is said."""

    key: Key
    name: str
    choices: Annotated[tuple[PracticeChoice, ...], Field(min_length=2)]
    usual: Key

    @model_validator(mode="after")
    def _usual_is_one_of_them(self) -> "Practice":
        if self.usual not in {one.key for one in self.choices}:
            raise ValueError(f"{self.usual} is no choice of {self.key}")
        return self


class TrialIdea(Row):
    """A question with two treatments, and the one measure that settles it."""

    key: Key
    name: str
    first: str
    second: str
    measure: str
    unit: str
    harvest: bool = False
    """Whether that is all that a plant brings."""
