"""What was looked at: signs on a planting, what was decided, and what came of it."""

from typing import Annotated, Literal
from uuid import UUID

from pydantic import Field, model_validator

from eznel.core.document._base import Day, Entry, Key, Note, Thing, fault
from eznel.core.document.product import PhotoId

Count = Annotated[int, Field(ge=1, le=5000)]
Came = Literal["better", "same", "worse"]


class CheckMade(Entry):
    """A check that was made, and how it came out."""

    check: Key
    outcome: Key


class Look(Thing):
    """Something that is the matter with a planting: what is seen, and what is done about it."""

    planting: UUID
    on: Day
    signs: Annotated[tuple[Key, ...], Field(min_length=1, max_length=8)]
    since: Day | None = None
    affected: Count | None = None
    """Plants that have it. [count]"""
    of: Count | None = None
    """Out of so many that were looked at. [count]"""
    checks: Annotated[tuple[CheckMade, ...], Field(max_length=12)] = ()
    decided: Key | None = None
    """The cause that was taken for the likeliest."""
    again_on: Day | None = None
    came: Came | None = None
    turned_out: Key | None = None
    """The cause that it was in the end, as far as anybody knows."""
    note: Note = ""
    photos: Annotated[tuple[PhotoId, ...], Field(max_length=6)] = ()

    @model_validator(mode="after")
    def _hangs_together(self) -> "Look":
        if len(set(self.signs)) < len(self.signs):
            raise fault("sign_twice", "signs")
        if self.since is not None and self.since > self.on:
            raise fault("since_after_look", "since")
        if (self.affected is None) != (self.of is None):
            raise fault("how_many_of_how_many", "affected" if self.affected is None else "of")
        if self.affected is not None and self.of is not None and self.affected > self.of:
            raise fault("more_than_looked_at", "affected")
        if self.again_on is not None and self.again_on < self.on:
            raise fault("again_before_look", "again_on")
        return self
