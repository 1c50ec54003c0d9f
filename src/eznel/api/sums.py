"""Sums that need no garden."""

from typing import Annotated, Literal

from fastapi import APIRouter
from pydantic import BaseModel, Field

from eznel.api.problems import RESPONSES
from eznel.api.speech import Speech, Units
from eznel.core.document import Bag
from eznel.core.quantities import Area, AreaRate, Mass
from eznel.core.questions.sums import Asked, Counted, Known, on_ground
from eznel.formats.text import Shown, show

router = APIRouter(prefix="/api/sums", tags=["sums"], responses=RESPONSES)


class GroundAsked(BaseModel):
    """Some of a bag on some ground: two of amount, rate and area are known."""

    grade: Annotated[str, Field(max_length=30)]
    means: Literal["oxide", "element"] = "oxide"
    counted: Counted = "N"
    amount: Mass | None = None
    rate: AreaRate | None = None
    """Of the nutrient, as it is counted."""
    area: Area | None = None


class BroughtView(BaseModel):
    """A nutrient that comes with it. [g, g/m²]"""

    counted: Counted
    grams: float
    g_m2: float


class GroundAnswer(BaseModel):
    """What was asked, with its working, and all that comes with it."""

    asked: Asked
    shown: Shown
    brings: list[BroughtView]


@router.post("/ground")
def ask_ground(asked: GroundAsked, speech: Speech, units: Units) -> GroundAnswer:
    """Work out an amount for some ground, what an amount gives, or how far it goes."""
    bag = Bag(
        name=asked.grade.strip() or "?", grade=asked.grade, means=asked.means, form="granular"
    )
    known = Known(
        amount_g=asked.amount.g if asked.amount else None,
        rate_g_m2=asked.rate.g_per_m2 if asked.rate else None,
        area_m2=asked.area.m2 if asked.area else None,
    )
    found = on_ground(bag, asked.counted, known)
    return GroundAnswer(
        asked=found.asked,
        shown=show(found.answer, speech, units),
        brings=[
            BroughtView(counted=one.counted, grams=one.grams, g_m2=one.g_m2) for one in found.brings
        ],
    )
