"""A feeding programme as a record: what it gives when. Copied and edited, never coded."""

from typing import Annotated, Literal

from pydantic import Field, model_validator

from eznel.core.document._base import Entry, Key, Name, Note, fault

Share = Annotated[float, Field(ge=0, le=1)]
Part = Annotated[float, Field(ge=0, le=20)]
Interval = Annotated[int, Field(ge=5, le=60)]


class Phase(Entry):
    """The emphasis of the feeds up to a stage, as parts of N, P₂O₅ and K₂O."""

    until_stage: Key | None = None
    interval_days: Interval | None = None
    """Days between feeds in it, where the programme's own do not hold."""
    n: Part
    p2o5: Part
    k2o: Part


class Programme(Entry):
    """How the season's amounts are split. It never changes the amounts themselves."""

    key: Annotated[str, Field(pattern=r"^[a-z][a-z0-9_]*$", max_length=60)]
    name: Name
    idea: Note
    evidence: Note = ""
    base_n_share: Share
    """Share of the season's nitrogen worked in before planting."""
    base_k2o_max_g_m2: Annotated[float, Field(ge=0, le=30)] = 10
    hold_days: Annotated[int, Field(ge=0, le=90)] = 14
    """Days of plain water after transplanting."""
    stop_days: Annotated[int, Field(ge=0, le=180)] | None = None
    """Days before the last picking on which feeding stops: 0 feeds to the last, None as the crop
    has it. No leafy crop is fed longer than it has it, for what nitrate it would hold.
    """
    method: Literal["liquid", "side_dress", "top_dress"]
    """Dissolved at an interval, spread at stages, or spread at an interval."""
    interval_days: Interval = 14
    label_share: Annotated[float, Field(gt=0, le=1)] | None = None
    """Of the strength on the label that a feed is mixed at, at most; None as the stage bears."""
    rich_mix: Literal["counts", "instead_of_feed"] = "counts"
    """In tubs: whether what the mix holds is made up by feeds, or stands in their place."""
    raised_in: Literal["plain", "charged"] | None = None
    """The mix of its seedlings, where a planting does not say."""
    base_p_share: Share = 1.0
    """Share of the phosphorus that goes in before planting; the rest comes with the feeds."""
    at_planting: Literal["nothing", "starter"] = "nothing"
    """Plain water at planting, or a weak starter solution to each plant."""
    side_dress_at: Annotated[tuple[Key, ...], Field(max_length=20)] = ()
    phases: Annotated[tuple[Phase, ...], Field(max_length=20)]
    calcium: Literal["water_and_ph_first", "supplement_at_planting"] = "water_and_ph_first"
    magnesium: Literal["if_low", "if_seen"] = "if_low"
    """Given where a test is low, or only once the lack of it was seen on the leaves."""
    basis: Note = ""
    confidence: Literal["high", "medium", "low"] = "medium"

    @model_validator(mode="after")
    def _is_whole(self) -> "Programme":
        if not self.phases or self.phases[-1].until_stage is not None:
            raise fault("last_phase_open", "phases")
        if self.method == "side_dress" and not self.side_dress_at:
            raise fault("side_dress_needs_stages", "side_dress_at")
        return self
