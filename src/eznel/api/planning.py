"""Questions before anything is done: when to sow, which programme, one blend for the season."""

import json
import queue
import threading
from collections.abc import Iterator
from time import monotonic
from typing import Annotated, Literal
from uuid import UUID

from fastapi import Request, Response
from fastapi.responses import StreamingResponse
from pydantic import BaseModel, Field, TypeAdapter

from eznel.api import routers
from eznel.api.downloads import attachment
from eznel.api.problems import problem_of
from eznel.api.services import TheServices, TheSession
from eznel.api.speech import Speech, Units
from eznel.core.document import Day
from eznel.core.errors import Impossible, Refusal, Unknown
from eznel.core.questions.choosing import Choice, choices
from eznel.core.questions.guessing import guesses
from eznel.core.questions.programmes import Programmes, by_programme
from eznel.core.questions.season_blend import WholeSeason, season_blend
from eznel.core.questions.sowing import MOST_SUCCESSIONS, Asked, SowingAnswer, pick_by, sow_on
from eznel.core.questions.years import ManyYears, many_years
from eznel.core.season.workings import Workings
from eznel.formats.paper import Paper
from eznel.formats.plant_labels import MOST as MOST_LABELS
from eznel.formats.plant_labels import LabelWanted, write_labels
from eznel.formats.said import said_in
from eznel.formats.season_sheet import write_season
from eznel.formats.text import Shown, amount, show
from eznel.formats.units import System
from eznel.words import Words, spoken

router = routers.router("/api/gardens/{garden_id}/planning", "planning")

BEAT_S = 0.25
LOOPBACK = ("127.0.0.1", "localhost", "::1")
"""Where no phone finds this machine."""


class SowingAsked(BaseModel):
    """A crop in a place, and a day: of sowing, or to be picking by."""

    crop: str
    variety: Annotated[str, Field(max_length=80)] = ""
    place: UUID
    sown_in_place: bool = False
    day: Day
    by: Literal["sown", "picked"] = "sown"
    successions: Annotated[int, Field(ge=0, le=MOST_SUCCESSIONS)] = 0


class BlendAsked(BaseModel):
    """For one place, or for the whole garden; and how long it may take."""

    place: UUID | None = None
    time_limit_s: Annotated[float, Field(ge=1, le=120)] = 10


class GuessView(BaseModel):
    """A question to guess at, how large it is drawn, and its answer with its working. [m]"""

    kind: Literal["spoons", "cans", "litres", "days"]
    place: UUID
    product: UUID | None
    scoop: UUID | None
    planting: UUID | None
    along_m: float
    across_m: float
    wanted: str
    """What is asked for, in the reader's units; empty where nothing is."""
    shown: Shown


@router.get("/guesses")
def read_guesses(
    garden_id: UUID, session: TheSession, services: TheServices, speech: Speech, units: Units
) -> list[GuessView]:
    """Read questions about a garden to practise guessing at; nothing of them is stored."""
    return [
        GuessView(
            kind=one.kind,
            place=one.place,
            product=one.product,
            scoop=one.scoop,
            planting=one.planting,
            along_m=one.along_m,
            across_m=one.across_m,
            wanted=amount(one.wanted, speech, units) if one.wanted else "",
            shown=show(one.answer, speech, units),
        )
        for one in guesses(services.workings(session, str(garden_id)))
    ]


class OptionView(BaseModel):
    """One of three answers; `match` says how far a bag meets the need. [1]"""

    value: str
    label: str
    match: float | None


class QuestionView(BaseModel):
    """A question with three answers, and why one of them is right."""

    kind: Literal["bag", "leaf"]
    seen: str | None
    """What a leaf looks like, to be drawn; `says` tells it in words."""
    says: str
    planting: UUID | None
    options: list[OptionView]
    right: str
    why: str


@router.get("/choices")
def read_choices(
    garden_id: UUID, session: TheSession, services: TheServices, speech: Speech
) -> list[QuestionView]:
    """Read questions with three answers to practise choosing at; nothing of them is stored."""
    workings = services.workings(session, str(garden_id))
    return [_choice(one, workings, speech) for one in choices(workings)]


def _choice(of: Choice, workings: Workings, speech: Words) -> QuestionView:
    if of.kind == "leaf":
        labels = [speech.terms[f"leaf.wants.{one}"] for one in of.options]
    else:
        labels = [workings.shed.products[UUID(one)].product.name for one in of.options]
    matches = of.match or (None, None, None)
    return QuestionView(
        kind=of.kind,
        seen=of.seen,
        says=speech.terms[f"leaf.seen.{of.seen}"] if of.seen else "",
        planting=of.planting,
        options=[
            OptionView(value=value, label=label, match=match)
            for value, label, match in zip(of.options, labels, matches, strict=True)
        ],
        right=of.right,
        why=speech.terms[f"leaf.why.{of.seen}"] if of.seen else "",
    )


@router.post("/sowing")
def read_sowing(
    garden_id: UUID, asked: SowingAsked, session: TheSession, services: TheServices
) -> SowingAnswer:
    """Read when to sow, pot on, plant out and pick; nothing is stored."""
    stands = services.workings(session, str(garden_id)).stands
    if asked.place not in stands.places:
        raise Unknown("place", "no_such_thing", id=str(asked.place))
    what = Asked(
        crop=asked.crop,
        variety=asked.variety,
        place=asked.place,
        sown_in_place=asked.sown_in_place,
    )
    answer = sow_on if asked.by == "sown" else pick_by
    return answer(what, asked.day, stands, asked.successions)


@router.get("/programmes/{planting}")
def read_programmes(
    garden_id: UUID, planting: UUID, session: TheSession, services: TheServices
) -> Programmes:
    """Read one planting's season by every programme; nothing is stored."""
    return by_programme(planting, services.workings(session, str(garden_id)))


@router.get("/years/{planting}")
def read_years(
    garden_id: UUID, planting: UUID, session: TheSession, services: TheServices
) -> ManyYears:
    """Read what may come of a planting in many simulated years; nothing is stored."""
    return many_years(planting, services.workings(session, str(garden_id)))


LINES = "application/x-ndjson"


@router.post("/season-blend", response_model=WholeSeason, responses={200: {"content": {LINES: {}}}})
def read_season_blend(
    garden_id: UUID, asked: BlendAsked, session: TheSession, services: TheServices, speech: Speech
) -> Response:
    """Blend the whole season at once: a line of JSON a moment with the seconds, then the answer.

    Nothing is stored; the blend that comes with the answer is kept by saving it.
    """
    workings = services.workings(session, str(garden_id))
    if asked.place is not None and asked.place not in workings.stands.places:
        raise Unknown("place", "no_such_thing", id=str(asked.place))
    return StreamingResponse(
        _lines(workings, asked, speech),
        media_type=LINES,
        headers={"Content-Encoding": "identity"},
    )


@router.get("/season.pdf", response_class=Response)
def write_season_sheet(
    garden_id: UUID,
    session: TheSession,
    services: TheServices,
    speech: Speech,
    paper: Paper = "a4",
    units: System = "metric",
) -> Response:
    """Save the season as a document to print, for A4 or Letter."""
    file = services.stored(session, str(garden_id)).file
    day = services.clock(file.garden)
    plan = said_in(services.made(file, day).plan, spoken(speech, units))
    return Response(
        write_season(plan, file.garden, speech, paper, units),
        media_type="application/pdf",
        headers=attachment(file.garden, day, "season", "pdf"),
    )


@router.get("/labels.pdf", response_class=Response)
def write_plant_labels(
    garden_id: UUID,
    request: Request,
    session: TheSession,
    services: TheServices,
    speech: Speech,
    paper: Paper = "a4",
    planting: UUID | None = None,
    count: Annotated[int, Field(ge=1, le=MOST_LABELS)] = 1,
) -> Response:
    """Save labels to print and cut: of one planting so many, or one of each that is to come."""
    file = services.stored(session, str(garden_id)).file
    day = services.clock(file.garden)
    plan = services.made(file, day).plan
    chosen = [one for one in plan.plantings if planting is None or one.id == planting]
    if planting is not None and not chosen:
        raise Unknown("planting", "no_such_planting")
    base = "" if request.url.hostname in LOOPBACK else str(request.base_url)
    wanted = [
        LabelWanted(
            planting=one,
            count=count,
            address=f"{base}g/{garden_id}/season?planting={one.id}" if base else "",
        )
        for one in chosen
        if planting is not None or one.last_pick >= day
    ]
    return Response(
        write_labels(wanted, file.garden, speech, paper),
        media_type="application/pdf",
        headers=attachment(file.garden, day, "labels", "pdf"),
    )


WHOLE: TypeAdapter[WholeSeason] = TypeAdapter(WholeSeason)


def _lines(workings: Workings, asked: BlendAsked, speech: Words) -> Iterator[bytes]:
    """What happens while the solver works, and then what came of it."""
    done: queue.Queue[WholeSeason | Refusal] = queue.Queue()

    def work() -> None:
        try:
            done.put(season_blend(workings, asked.place, time_limit_s=asked.time_limit_s))
        except Refusal as refusal:
            done.put(refusal)
        except BaseException:
            done.put(Impossible("place", "no_blend_in_time", seconds=asked.time_limit_s))
            raise

    started = monotonic()
    threading.Thread(target=work, daemon=True).start()
    while True:
        try:
            found = done.get(timeout=BEAT_S)
        except queue.Empty:
            seconds = round(monotonic() - started, 2)
            yield _line({"seconds": seconds, "limit": asked.time_limit_s})
            continue
        if isinstance(found, Refusal):
            yield _line({"problem": problem_of(found, speech).model_dump(mode="json")})
        else:
            yield _line({"done": WHOLE.dump_python(found, mode="json")})
        return


def _line(what: object) -> bytes:
    return json.dumps(what, ensure_ascii=False).encode() + b"\n"
