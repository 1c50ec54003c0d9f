"""A trial: two treatments, allotted to plants by lot, and one measure that was fixed beforehand."""

from typing import Annotated, Literal
from uuid import UUID

from pydantic import Field, model_validator

from eznel.core.document._base import Day, Entry, Name, Note, Thing, fault
from eznel.core.document.product import PhotoId

Figure = Annotated[float, Field(ge=-1e6, le=1e6, allow_inf_nan=False)]
Side = Annotated[int, Field(ge=0, le=1)]
"""Which of the two treatments."""
WEIGHED = ("kg", "g", "lb", "oz")
Left = Literal["died", "swapped", "other"]
"""Why a plant counts no more: it died, it got the other's treatment, or something else."""


class Treatment(Entry):
    """One of the two ways that are compared."""

    name: Name
    note: Note = ""
    photos: Annotated[tuple[PhotoId, ...], Field(max_length=6)] = ()


class TrialMeasure(Entry):
    """What is measured of every plant."""

    name: Name
    unit: Annotated[str, Field(max_length=20)] = ""
    hoped: Annotated[float, Field(gt=0, le=1e6, allow_inf_nan=False)] | None = None
    """The difference that would be worth something, in its unit."""
    harvest: bool = False
    """Whether it is all that was picked, by weight: from it the garden learns yields."""

    @model_validator(mode="after")
    def _harvest_is_weighed(self) -> "TrialMeasure":
        if self.harvest and self.unit not in WEIGHED:
            raise fault("harvest_by_weight", "unit", units=", ".join(WEIGHED))
        return self


class TrialPlant(Entry):
    """A plant of a planting, or a whole planting, in a trial."""

    planting: UUID
    plant: Annotated[int, Field(ge=0, le=5000)] | None = None
    """Which of its plants, in the order of the drawing; all of them where none is named."""
    side: Side
    start: Figure | None = None
    """How it began, like its height: the same for all. [unit]"""
    left: Left | None = None
    values: Annotated[tuple[Figure | None, ...], Field(max_length=4)] = ()
    """Of each measure, in their order."""


class Trial(Thing):
    """Two treatments on plants that were allotted by lot."""

    name: Name
    on: Day
    treatments: tuple[Treatment, Treatment]
    measures: Annotated[tuple[TrialMeasure, ...], Field(min_length=1, max_length=4)]
    """The first is the one that decides."""
    plants: Annotated[tuple[TrialPlant, ...], Field(min_length=2, max_length=400)]
    ended_on: Day | None = None
    repeats: UUID | None = None
    """An earlier trial of the same question: both are taken together."""
    outside: Note = ""
    """What else was different, in words."""
    conclusion: Note = ""

    @model_validator(mode="after")
    def _is_fair(self) -> "Trial":
        first, second = (one.name.strip().lower() for one in self.treatments)
        if first == second:
            raise fault("treatments_alike", "treatments")
        if {one.side for one in self.plants} != {0, 1}:
            raise fault("trial_needs_both", "plants")
        named = [(one.planting, one.plant) for one in self.plants]
        if len(set(named)) < len(named):
            raise fault("plant_twice", "plants")
        if any(len(one.values) > len(self.measures) for one in self.plants):
            raise fault("more_values_than_measures", "plants")
        if self.ended_on is not None and self.ended_on < self.on:
            raise fault("ends_before_it_begins", "ended_on")
        return self
