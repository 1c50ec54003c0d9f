"""What happened: feeds given or missed, stages seen, bags bought and opened."""

from datetime import date
from typing import Literal
from uuid import UUID

from pydantic import model_validator

from eznel.core.document._base import Entry, Note, Thing, fault
from eznel.core.document.product import Amount
from eznel.core.quantities import Mass, Volume


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


class StockMove(Thing):
    """What came into the shed or left it otherwise than as a feed.

    Written off without an amount is all of it. A bag is opened from what was there before.
    """

    product: UUID
    on: date
    kind: Literal["bought", "opened", "written_off"]
    amount: Mass | Volume | None = None
    note: Note = ""

    @model_validator(mode="after")
    def _says_how_much(self) -> "StockMove":
        if self.kind == "bought" and self.amount is None:
            raise fault("bought_needs_amount", "amount")
        return self


class MoveJob(Thing):
    """A pin: this job on that day."""

    job: UUID
    to: date


class Log(Entry):
    """Everything that happened in a garden."""

    feeds: tuple[FeedEntry, ...] = ()
    stages: tuple[StageSeen, ...] = ()
    stock_moves: tuple[StockMove, ...] = ()
