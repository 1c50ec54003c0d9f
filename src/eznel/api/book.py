"""The book: what was picked and is to come, aims, and a season begun from the last one."""

from datetime import date
from typing import Annotated
from uuid import UUID

from fastapi import Response
from pydantic import BaseModel, Field

from eznel.api import routers
from eznel.api.downloads import attachment
from eznel.api.services import TheServices, TheSession
from eznel.api.speech import Speech, Units
from eznel.core.harvest.ahead import CropAhead, Harvesting, own_share, weeks_ahead
from eznel.core.harvest.aims import Aimed, AimView, aims
from eznel.core.harvest.yields import Yielded
from eznel.core.nutrients import Amounts
from eznel.core.questions.harvest_costs import per_cost, per_litre
from eznel.core.questions.next_season import NextSeason, next_season
from eznel.core.questions.taught import taught
from eznel.core.questions.trials import trials
from eznel.core.questions.year_beside_year import TwoSeasons, years_beside
from eznel.core.reference import Picked, Piece
from eznel.core.season.workings import Workings
from eznel.core.working import Finding, Worked
from eznel.formats.paper import Paper
from eznel.formats.said import said_in
from eznel.formats.text import Shown, show
from eznel.formats.units import System
from eznel.formats.year_book import YearTold, write_year
from eznel.store import photos
from eznel.words import Words, spoken

router = routers.router("/api/gardens/{garden_id}/book", "book")


class PickingView(BaseModel):
    """What was picked at once. [kg]"""

    harvest: UUID
    on: date
    weight: Shown
    low_kg: float
    high_kg: float


class YieldView(BaseModel):
    """What a planting gave. [kg]"""

    planting: UUID
    picked_kg: float
    low_kg: float
    high_kg: float
    complete: bool
    expected_kg: float
    """Of its whole season, before anything of it was weighed; the usual, once it is over."""
    per_plant: Shown
    per_ground: Shown | None
    per_cost: Shown | None
    per_litre: Shown | None
    pickings: list[PickingView]


class OwnView(BaseModel):
    """A garden's own yield of a crop, as a multiple of the usual."""

    crop: str
    seasons: int
    share: Shown
    low: float
    high: float


class PieceView(BaseModel):
    """What is counted when a crop is picked, and what one usually weighs."""

    crop: str
    piece: Piece
    piece_g: float


class AimedView(BaseModel):
    """What an aim takes, with its working, and where it stands. [kg]"""

    wanted_kg: float
    plants: Shown
    ground: Shown
    feed: Amounts
    planted_kg: float
    planted: list[UUID]
    picked_kg: float
    seasons: int


class AimShown(BaseModel):
    """An aim as it stands."""

    id: UUID
    year: int
    words: str
    crop: str | None
    over: bool
    aimed: AimedView | None
    findings: list[Finding]


class HarvestBook(BaseModel):
    """What was picked, what is to come, and what was aimed for."""

    yields: list[YieldView]
    own: list[OwnView]
    weeks: list[CropAhead]
    aims: list[AimShown]
    pieces: list[PieceView]


@router.get("/harvest")
def read_harvest(
    garden_id: UUID, session: TheSession, services: TheServices, speech: Speech, units: Units
) -> HarvestBook:
    """Read what was picked of every planting, the next weeks' picking, and the aims."""
    workings = services.workings(session, str(garden_id))
    harvesting = Harvesting(workings.stands)
    crops = dict.fromkeys(one.stand.crop.key for one in harvesting.given)
    return HarvestBook(
        yields=[_yield(one, harvesting, workings, speech, units) for one in harvesting.given],
        own=[_own(crop, harvesting, speech, units) for crop in crops],
        weeks=list(weeks_ahead(harvesting, workings.today)),
        aims=[_aim(one, speech, units) for one in aims(harvesting, workings.today)],
        pieces=[_piece(one) for one in workings.catalogue.picked.values()],
    )


@router.get("/season")
def read_next_season(
    garden_id: UUID, session: TheSession, services: TheServices, year: int | None = None
) -> NextSeason:
    """Read what a season begins from: what stays, and what is planted again, where and when."""
    return next_season(services.workings(session, str(garden_id)), year)


@router.get("/years")
def read_years_beside(
    garden_id: UUID, session: TheSession, services: TheServices
) -> list[TwoSeasons]:
    """Read every crop's seasons, each beside the one before."""
    return list(years_beside(services.workings(session, str(garden_id))))


@router.get("/year.pdf", response_class=Response)
def write_year_book(
    garden_id: UUID,
    session: TheSession,
    services: TheServices,
    speech: Speech,
    year: Annotated[int, Field(ge=1950, le=2150)],
    paper: Paper = "a4",
    units: System = "metric",
) -> Response:
    """Save a year as a document to print: aims, what grew and gave, lessons, days with photos."""
    file = services.stored(session, str(garden_id)).file
    day = services.clock(file.garden)
    made = services.made(file, day)
    harvesting = Harvesting(made.workings.stands)
    shown = dict.fromkeys(
        photo for note in file.log.notes if note.on.year == year for photo in note.photos
    )
    shown |= dict.fromkeys(
        photo for look in file.log.looks if look.on.year == year for photo in look.photos
    )
    causes = services.catalogue.symptoms.causes
    told = YearTold(
        year=year,
        file=file,
        plan=said_in(made.plan, spoken(speech, units)),
        given=harvesting.given,
        aims=aims(harvesting, day),
        photos={one: photos.read(session, str(garden_id), one) for one in shown},
        trials=trials(made.workings),
        taught=taught(made.workings.stands),
        causes={key: cause.name for key, cause in causes.items()},
    )
    return Response(
        write_year(told, speech, paper, units),
        media_type="application/pdf",
        headers=attachment(file.garden, date(year, 12, 31), "book", "pdf"),
    )


def _yield(
    of: Yielded, harvesting: Harvesting, workings: Workings, speech: Words, units: System
) -> YieldView:
    def shown(worked: Worked | None) -> Shown | None:
        return None if worked is None else show(worked, speech, units)

    return YieldView(
        planting=of.stand.id,
        picked_kg=of.kg,
        low_kg=of.low_kg,
        high_kg=of.high_kg,
        complete=of.complete,
        expected_kg=(
            harvesting.stands.usual_kg(of.stand.planting)
            if of.complete
            else harvesting.expected_kg(of.stand)
        ),
        per_plant=show(of.per_plant, speech, units),
        per_ground=shown(of.per_ground),
        per_cost=shown(per_cost(of, workings)),
        per_litre=shown(per_litre(of, workings)),
        pickings=[
            PickingView(
                harvest=one.of.id,
                on=one.of.on,
                weight=show(one.weight, speech, units),
                low_kg=one.low_kg,
                high_kg=one.high_kg,
            )
            for one in of.pickings
        ],
    )


def _own(crop: str, harvesting: Harvesting, speech: Words, units: System) -> OwnView:
    own = harvesting.own(crop)
    return OwnView(
        crop=crop,
        seasons=len(own.seen),
        share=show(own_share(harvesting, crop), speech, units),
        low=own.low,
        high=own.high,
    )


def _piece(of: Picked) -> PieceView:
    return PieceView(crop=of.crop, piece=of.piece, piece_g=of.piece_g)


def _aim(of: AimView, speech: Words, units: System) -> AimShown:
    return AimShown(
        id=of.id,
        year=of.year,
        words=of.words,
        crop=of.crop,
        over=of.over,
        aimed=None if of.aimed is None else _aimed(of.aimed, speech, units),
        findings=list(of.findings),
    )


def _aimed(of: Aimed, speech: Words, units: System) -> AimedView:
    return AimedView(
        wanted_kg=of.wanted_kg,
        plants=show(of.plants, speech, units),
        ground=show(of.ground, speech, units),
        feed=of.feed,
        planted_kg=of.planted_kg,
        planted=list(of.planted),
        picked_kg=of.picked_kg,
        seasons=of.seasons,
    )
