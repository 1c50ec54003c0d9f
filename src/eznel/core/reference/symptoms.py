"""What is seen on plants, what causes it, and how much each sign, fact and check says of a cause.

A ratio says how much likelier something is where its cause is at work than in other troubles: above
one it speaks for the cause, below one against it.
"""

from collections.abc import Mapping
from dataclasses import dataclass
from functools import cached_property
from typing import Annotated, Literal

from pydantic import BeforeValidator, Field

from eznel.core.document import Sight
from eznel.core.reference._row import Key, Row
from eznel.core.reference.growing import Crop

Part = Literal[
    "old_leaf",
    "young_leaf",
    "leaf_edge",
    "between_veins",
    "leaf_under",
    "stem",
    "flower",
    "fruit_end",
    "fruit",
    "root",
    "whole",
]
"""Where it is seen on a plant."""

CauseKind = Literal[
    "water", "climate", "soil", "feed", "place", "nature", "harm", "pest", "disease", "other"
]
EvidenceKind = Literal["sign", "fact", "check"]

ANY = "any"
"""Every crop; or every sign that a cause has no row of its own for."""


def _split(text: object) -> object:
    return text.split("|") if isinstance(text, str) else text


Names = Annotated[tuple[str, ...], BeforeValidator(_split)]
"""In a cell, parted by bars."""


class Sign(Row):
    """Something that is seen on a part of a plant, and the crops on which it can be."""

    key: Key
    part: Part
    of: Names
    name: str


class Answer(Row):
    """What to do about a cause: one thing, or nothing; and when to look again."""

    key: Key
    text: str
    again_days: Annotated[int, Field(ge=1, le=60)]
    nothing: bool


class Cause(Row):
    """What can be the matter, and what is done about it."""

    key: Key
    kind: CauseKind
    name: str
    answer: Key
    sight: Sight | None = None
    """What the plan answers by itself once it is written down as seen."""


class Commonness(Row):
    """Of a hundred troubles of a crop, family or habit, in some stages or in all, how many."""

    cause: Key
    of: str
    stages: Names = ()
    in_100: Annotated[float, Field(ge=0, le=100)]


class Fact(Row):
    """What the records of a garden can tell of a planting, said where it holds and where not."""

    key: Key
    holds: str
    fails: str


class Check(Row):
    """One outcome of something that can be looked at or measured."""

    key: Key
    of: Names
    ask: str
    outcome: Key
    says: str


class Ratio(Row):
    """How much likelier a sign, a fact or the outcome of a check is with a cause than without."""

    cause: Key
    evidence: EvidenceKind
    key: Key
    outcome: str = ""
    ratio: Annotated[float, Field(gt=0, le=100)]


@dataclass(frozen=True)
class Symptoms:
    """All of it."""

    signs: Mapping[str, Sign]
    answers: Mapping[str, Answer]
    causes: Mapping[str, Cause]
    commonness: tuple[Commonness, ...]
    facts: Mapping[str, Fact]
    checks: tuple[Check, ...]
    ratios: tuple[Ratio, ...]

    @cached_property
    def ratio_of(self) -> dict[tuple[str, EvidenceKind, str, str], Ratio]:
        """Each ratio by its cause, kind, key and outcome."""
        return {(one.cause, one.evidence, one.key, one.outcome): one for one in self.ratios}

    @cached_property
    def common_of(self) -> dict[str, list[Commonness]]:
        """The rows of each cause."""
        found: dict[str, list[Commonness]] = {key: [] for key in self.causes}
        for row in self.commonness:
            found[row.cause].append(row)
        return found


def names_of(crop: Crop) -> tuple[str, ...]:
    """Return what a crop goes by in these tables, the closest first.

    Parameters
    ----------
    crop : Crop
        One of the catalogue's.

    Returns
    -------
    tuple of str
        Its key, its family, its habit, and every crop.
    """
    return crop.key, crop.family, crop.habit, ANY
