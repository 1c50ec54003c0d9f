"""What happened: feeds given or missed, stages seen."""

from datetime import date
from typing import Literal
from uuid import UUID

from pydantic import model_validator

from eznel.core.document._base import Entry, Note, Thing, fault
from eznel.core.document.product import Amount
from eznel.core.quantities import Volume


class FeedEntry(Thing):
    """A feed that was given or missed. `job` is the planned one it answers, if any."""

    planting: UUID
    job: UUID | None = None
    on: date
    outcome: Literal["given", "missed"]
    amounts: tuple[Amount, ...] = ()
    water: Volume | None = None
    planned: tuple[Amount, ...] = ()
    """What the plan said when it was ticked."""
    note: Note = ""

    @model_validator(mode="after")
    def _says_something(self) -> "FeedEntry":
        if self.outcome == "missed" and (self.job is None or self.amounts):
            raise fault("missed_needs_job", "job")
        return self


class StageSeen(Thing):
    """A stage that was seen to begin. It re-anchors every later date."""

    planting: UUID
    stage: str
    on: date


class MoveJob(Thing):
    """A pin: this job on that day."""

    job: UUID
    to: date


class Log(Entry):
    """Everything that happened in a garden."""

    feeds: tuple[FeedEntry, ...] = ()
    stages: tuple[StageSeen, ...] = ()
