"""Mixes: a batch of a recipe, and the mix of last season's tubs."""

from datetime import date
from typing import Annotated
from uuid import UUID

from pydantic import BaseModel, Field

from eznel.api import routers
from eznel.api.services import TheServices, TheSession
from eznel.api.speech import Speech, Units
from eznel.core.document import Recipe
from eznel.core.errors import Impossible
from eznel.core.mixes.expected import Expectation, Expected
from eznel.core.quantities import Volume
from eznel.core.questions.batches import Batch, BatchCharge, BatchPart, batch
from eznel.core.questions.reuse import LeftOver, Reuse, reuses
from eznel.core.working import Finding
from eznel.formats.text import Shown, show
from eznel.formats.units import System
from eznel.words import Words

router = routers.router("/api/gardens/{garden_id}/mixes", "mixes")

LEAST_L, MOST_L = 0.05, 100_000.0
EXPECTED = ("dry", "carried", "matter", "salts", "ph")


class BatchAsked(BaseModel):
    """A mix, kept or still being typed; how much of it, and what it is measured with."""

    recipe: Recipe
    wanted: Volume = Volume(value=40, unit="L")
    bucket: Volume = Volume(value=10, unit="L")


class BatchPartView(BaseModel):
    """One ingredient of a batch."""

    name: str
    volume: Shown
    buckets: float
    bag_l: float | None
    bags: int | None
    cost: float | None
    low_kg: float | None
    high_kg: float | None
    product: UUID | None


class BatchChargeView(BaseModel):
    """What is mixed through a bucket of it."""

    product: UUID
    per_bucket: Shown
    scoop: UUID | None
    scoops: float
    scooped_g: float
    total_g: float


class ExpectedView(BaseModel):
    """A figure to expect of a mix: its middle, the lowest and the highest."""

    of: Annotated[str, Field(pattern="^(dry|carried|matter|salts|ph)$")]
    middle: Shown
    low: float
    high: float


class BatchView(BaseModel):
    """A batch with its working."""

    loose: Shown
    buckets: float
    parts: list[BatchPartView]
    low_kg: float | None
    high_kg: float | None
    cost: float | None
    charge: list[BatchChargeView]
    expected: list[ExpectedView]
    unknown: list[str]
    findings: list[Finding]


class ReuseView(BaseModel):
    """Tubs whose mix has grown something, and what it wants."""

    place: UUID
    grew: list[UUID]
    ended_on: date
    sunk: Shown
    fresh: Shown
    taken_out_l: float
    held: list[LeftOver]
    findings: list[Finding]


@router.post("/batch")
def read_batch(
    garden_id: UUID,
    asked: BatchAsked,
    session: TheSession,
    services: TheServices,
    speech: Speech,
    units: Units,
) -> BatchView:
    """Work out a batch of a mix."""
    for field, volume in (("wanted", asked.wanted), ("bucket", asked.bucket)):
        if not LEAST_L <= volume.l <= MOST_L:
            raise Impossible(field, "batch_out_of_range", litres=round(volume.l, 3))
    workings = services.workings(session, str(garden_id))
    found = batch(asked.recipe, asked.wanted.l, asked.bucket.l, workings)
    return _batch(found, speech, units)


@router.get("/reuse")
def read_reuse(
    garden_id: UUID, session: TheSession, services: TheServices, speech: Speech, units: Units
) -> list[ReuseView]:
    """Read which tubs' mix has grown something, and what it wants before it grows more."""
    found = reuses(services.workings(session, str(garden_id)))
    return [_reuse(one, speech, units) for one in found]


def _batch(of: Batch, speech: Words, units: System) -> BatchView:
    low, high = of.carried_kg or (None, None)
    return BatchView(
        loose=show(of.loose, speech, units),
        buckets=of.buckets,
        parts=[_part(one, speech, units) for one in of.parts],
        low_kg=low,
        high_kg=high,
        cost=of.cost,
        charge=[_charge(one, speech, units) for one in of.charge],
        expected=[] if of.expected is None else _expected(of.expected, speech, units),
        unknown=list(of.unknown),
        findings=list(of.findings),
    )


def _part(of: BatchPart, speech: Words, units: System) -> BatchPartView:
    low, high = of.carried_kg or (None, None)
    return BatchPartView(
        name=of.portion.name,
        volume=show(of.portion.volume, speech, units),
        buckets=of.buckets,
        bag_l=of.portion.bag_l,
        bags=of.portion.bags,
        cost=of.portion.cost,
        low_kg=low,
        high_kg=high,
        product=of.product,
    )


def _charge(of: BatchCharge, speech: Words, units: System) -> BatchChargeView:
    return BatchChargeView(
        product=of.product,
        per_bucket=show(of.per_bucket, speech, units),
        scoop=of.scoop,
        scoops=of.scoops,
        scooped_g=of.scooped_g,
        total_g=of.total_g,
    )


def _expected(of: Expectation, speech: Words, units: System) -> list[ExpectedView]:
    found: list[tuple[str, Expected]] = [(name, getattr(of, name)) for name in EXPECTED]
    return [
        ExpectedView(of=name, middle=show(one.middle, speech, units), low=one.low, high=one.high)
        for name, one in found
    ]


def _reuse(of: Reuse, speech: Words, units: System) -> ReuseView:
    return ReuseView(
        place=of.place,
        grew=list(of.grew),
        ended_on=of.ended_on,
        sunk=show(of.sunk, speech, units),
        fresh=show(of.fresh, speech, units),
        taken_out_l=of.taken_out_l,
        held=list(of.held),
        findings=list(of.findings),
    )
