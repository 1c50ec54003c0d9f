"""What is told of a garden in the first minutes, before there is one."""

from typing import Annotated, Literal

from pydantic import Field

from eznel.core.document._base import Day, Entry, Key, Name
from eznel.core.document.garden import Preferences


class Held(Entry):
    """So many of a preset, and what grows in them."""

    preset: Key
    name: Name
    """What one of them is called; they are numbered."""
    count: Annotated[int, Field(ge=1, le=60)] = 1
    crops: Annotated[tuple[Key, ...], Field(max_length=20)] = ()
    planted_on: Day | None = None
    """When what stands there already was planted."""


class Bag(Entry):
    """A bag or bottle of which the three numbers are known."""

    name: Name
    grade: Annotated[str, Field(max_length=30)]
    means: Literal["oxide", "element"] = "oxide"
    form: Literal["granular", "soluble", "liquid", "organic"]


class Measure(Entry):
    """A kitchen measure by what it is called at home."""

    name: Name
    of: Literal["tsp", "tbsp", "cup"]
    times: Annotated[float, Field(gt=0, le=10)] = 1


class Beginning(Entry):
    """What was said so far; each part may be empty."""

    name: Name
    climate: Key
    time_zone: Key
    latitude_deg: Annotated[float, Field(ge=-90, le=90)] | None = None
    preferences: Preferences = Preferences()
    measures: Annotated[tuple[Measure, ...], Field(max_length=20)] = ()
    held: Annotated[tuple[Held, ...], Field(max_length=30)] = ()
    bags: Annotated[tuple[Bag, ...], Field(max_length=30)] = ()
    materials: Annotated[tuple[Key, ...], Field(max_length=30)] = ()
