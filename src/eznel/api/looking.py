"""Looking at what is the matter: what can be seen, what is behind it, what would tell."""

from datetime import date
from typing import Annotated, Literal
from uuid import UUID

from pydantic import BaseModel, Field

from eznel.api import routers
from eznel.api.services import TheServices, TheSession
from eznel.api.speech import Speech, Units
from eznel.core.document import CheckMade, Day, Entry, Sight
from eznel.core.plan.season_plan import Made
from eznel.core.questions.looking import Looked, Seen, looked, what_can_be_seen
from eznel.core.questions.records import Known
from eznel.core.reference import CauseKind, Confidence, Part, Symptoms
from eznel.core.symptoms.odds import Evidence, Suspect
from eznel.formats.text import ShownQuantity, amount
from eznel.formats.units import System
from eznel.words import Words

router = routers.router("/api/gardens/{garden_id}/book", "book")

OTHERS, WORTH_SHOWING = 5, 0.02
"""So many causes are shown beside those that are named, and none below this share. [1/1]"""


class SignSaid(BaseModel):
    """Something that can be seen on a part."""

    key: str
    part: Part
    name: str


class CauseSaid(BaseModel):
    """A cause by its name."""

    key: str
    name: str


class LookPage(BaseModel):
    """What can be seen on a planting, and what can be behind it."""

    signs: list[SignSaid]
    causes: list[CauseSaid]


class LookAsked(Entry):
    """What was seen."""

    planting: UUID
    on: Day
    signs: Annotated[list[str], Field(min_length=1, max_length=8)]
    since: Day | None = None
    affected: Annotated[int, Field(ge=0, le=5000)] | None = None
    of: Annotated[int, Field(ge=1, le=5000)] | None = None
    checks: Annotated[tuple[CheckMade, ...], Field(max_length=12)] = ()
    look: UUID | None = None


class EvidenceSaid(BaseModel):
    """What speaks for a cause or against it, by which factor."""

    kind: Literal["sign", "fact", "check"]
    text: str
    numbers: list[ShownQuantity]
    ratio: float
    basis: str
    confidence: Confidence


class SuspectSaid(BaseModel):
    """A cause with its odds and their working."""

    cause: str
    kind: CauseKind
    name: str
    share: float
    in_100: float
    evidence: list[EvidenceSaid]
    answer: str


class OutcomeSaid(BaseModel):
    """How a check can come out."""

    outcome: str
    says: str


class CheckSaid(BaseModel):
    """The check that would tell the two likeliest apart."""

    check: str
    ask: str
    outcomes: list[OutcomeSaid]


class LookedSaid(BaseModel):
    """What follows from what was seen."""

    named: list[SuspectSaid]
    others: list[SuspectSaid]
    answer: str
    nothing: bool
    """Whether there is nothing to do but to wait."""
    again_on: date
    check: CheckSaid | None
    share_low: float | None
    share_high: float | None
    plan_answers: Sight | None


@router.get("/look/{planting}")
def read_look_page(
    garden_id: UUID, planting: UUID, session: TheSession, services: TheServices, speech: Speech
) -> LookPage:
    """Read what can be seen on a planting, the likeliest now in front, and every cause."""
    made = _made(services, session, garden_id, None)
    tables = made.workings.catalogue.symptoms
    signs = (tables.signs[key] for key in what_can_be_seen(planting, made))
    return LookPage(
        signs=[SignSaid(key=s.key, part=s.part, name=speech.of_row(s.name)) for s in signs],
        causes=[
            CauseSaid(key=one.key, name=speech.of_row(one.name)) for one in tables.causes.values()
        ],
    )


@router.post("/look")
def read_look(
    garden_id: UUID,
    asked: LookAsked,
    session: TheSession,
    services: TheServices,
    speech: Speech,
    units: Units,
) -> LookedSaid:
    """Read what may be behind what was seen, and what to do; nothing is stored."""
    made = _made(services, session, garden_id, asked.on)
    seen = Seen(
        planting=asked.planting,
        signs=tuple(dict.fromkeys(asked.signs)),
        since=asked.since,
        affected=asked.affected,
        looked_at=asked.of,
        checks=asked.checks,
        look=asked.look,
    )
    return _said(looked(seen, made), made.workings.catalogue.symptoms, speech, units)


def _made(services: TheServices, session: TheSession, garden_id: UUID, on: date | None) -> Made:
    file = services.stored(session, str(garden_id)).file
    return services.made(file, on or services.clock(file.garden))


def _said(of: Looked, tables: Symptoms, speech: Words, units: System) -> LookedSaid:
    facts = {one.key: one for one in of.facts}
    told = len(of.of.named)

    def suspect(one: Suspect) -> SuspectSaid:
        cause = tables.causes[one.cause]
        return SuspectSaid(
            cause=cause.key,
            kind=cause.kind,
            name=speech.of_row(cause.name),
            share=one.share,
            in_100=one.in_100,
            evidence=[_evidence(each, facts, tables, speech, units) for each in one.evidence],
            answer=speech.of_row(tables.answers[cause.answer].text),
        )

    others = of.of.of[told : told + OTHERS]
    answer = tables.answers[of.of.answer]
    return LookedSaid(
        named=[suspect(one) for one in of.of.named],
        others=[suspect(one) for one in others if one.share >= WORTH_SHOWING],
        answer=speech.of_row(answer.text),
        nothing=answer.nothing,
        again_on=of.again_on,
        check=_check(of.of.check, tables, speech),
        share_low=of.share.low if of.share else None,
        share_high=of.share.high if of.share else None,
        plan_answers=of.plan_answers,
    )


def _check(key: str | None, tables: Symptoms, speech: Words) -> CheckSaid | None:
    if key is None:
        return None
    rows = [row for row in tables.checks if row.key == key]
    return CheckSaid(
        check=key,
        ask=speech.of_row(rows[0].ask),
        outcomes=[OutcomeSaid(outcome=r.outcome, says=speech.of_row(r.says)) for r in rows],
    )


def _evidence(
    one: Evidence, facts: dict[str, Known], tables: Symptoms, speech: Words, units: System
) -> EvidenceSaid:
    numbers: list[ShownQuantity] = []
    if one.kind == "sign":
        text = tables.signs[one.key].name
    elif one.kind == "fact":
        fact = tables.facts[one.key]
        text = fact.holds if one.outcome == "yes" else fact.fails
        numbers = [
            ShownQuantity(
                q.name,
                speech.names[q.name],
                amount(q, speech, units),
                q.origin,
                speech.origins[q.origin],
                "",
                "",
            )
            for q in facts[one.key].numbers
        ]
    else:
        text = next(r.says for r in tables.checks if (r.key, r.outcome) == (one.key, one.outcome))
    return EvidenceSaid(
        kind=one.kind,
        text=speech.of_row(text),
        numbers=numbers,
        ratio=one.ratio,
        basis=speech.of_row(one.row.basis),
        confidence=one.row.confidence,
    )
