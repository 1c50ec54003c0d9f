"""Jobs besides feeding."""

from typing import Annotated, Literal

from pydantic import Field

from eznel.core.document import Entry
from eznel.core.reference._row import Key


class TakeAlong(Entry):
    """What a job besides feeding takes, for each plant, square metre or planting."""

    name: str
    amount: Annotated[float, Field(gt=0)]
    unit: Literal["", "L"] = ""
    """Of the amount; things are counted."""
    per: Literal["plant", "m2", "planting"]


class Task(Entry):
    """A job besides feeding that belongs to a stage of some crops."""

    key: Key
    name: str
    say: str
    stage: Key
    days: int = 0
    """After the stage begins, or before. [days]"""
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
    times: Annotated[int, Field(ge=1, le=20)] = 1
    materials: tuple[TakeAlong, ...] = ()
