"""What is the matter with a planting: what was seen, with what the garden's records say."""

from collections import Counter
from collections.abc import Iterator
from dataclasses import dataclass
from datetime import date, timedelta
from uuid import UUID

from eznel.core.document import CheckMade, Sight
from eznel.core.errors import Unknown
from eznel.core.plan.advice import sights
from eznel.core.plan.season_plan import Made
from eznel.core.questions.records import Known, facts_of
from eznel.core.stands.stand import Stand
from eznel.core.symptoms.checking import Verdict, verdict
from eznel.core.symptoms.counted import Share, share_of
from eznel.core.symptoms.odds import Case, signs_of, suspects
from eznel.core.working import Origin, Quantity

SUDDEN_DAYS, SLOW_DAYS = 2, 10

SURE = 0.5
"""From this share of the odds on, the plan may answer by itself. [1/1]"""


@dataclass(frozen=True, slots=True, kw_only=True)
class Seen:
    """What somebody saw at a planting on the plan's day."""

    planting: UUID
    signs: tuple[str, ...]
    since: date | None = None
    affected: int | None = None
    """Plants that have it. [count]"""
    looked_at: int | None = None
    """Out of so many. [count]"""
    checks: tuple[CheckMade, ...] = ()
    look: UUID | None = None
    """The look that it is written down in; what that turned out to be does not count twice."""


@dataclass(frozen=True, slots=True)
class Looked:
    """What follows: causes with their odds, what to do, when to look again."""

    stand: Stand
    facts: tuple[Known, ...]
    share: Share | None
    of: Verdict
    again_on: date
    plan_answers: Sight | None
    """What the plan answers by itself once it is written down as seen."""


def what_can_be_seen(planting: UUID, made: Made) -> tuple[str, ...]:
    """Return the signs that a planting can show, the likeliest now in front.

    Parameters
    ----------
    planting : UUID
        One of the garden's.
    made : Made
        The garden's plan.

    Returns
    -------
    tuple of str
        Keys of signs.

    Raises
    ------
    Unknown
        When there is no such planting.
    """
    stand = _stand(planting, made)
    tables = made.workings.catalogue.symptoms
    return signs_of(stand.crop, stand.stage_on(stand.today), tables)


def looked(seen: Seen, made: Made) -> Looked:
    """Return what may be behind what was seen, and what to do about it.

    Parameters
    ----------
    seen : Seen
        Signs, how many, since when, checks that were made.
    made : Made
        The garden's plan on the day of looking.

    Returns
    -------
    Looked
        Never more feed by itself.

    Raises
    ------
    Unknown
        When there is no such planting, sign or check.
    """
    stand = _stand(seen.planting, made)
    tables = made.workings.catalogue.symptoms
    _are_there(seen, made)
    planting = next(one for one in made.plan.plantings if one.id == stand.id)
    share = None
    if seen.affected is not None and seen.looked_at is not None:
        share = share_of(seen.affected, seen.looked_at)
    facts = (*facts_of(stand, planting, made), *_told(seen, share, stand.today))
    case = Case(
        crop=stand.crop,
        stage=stand.stage_on(stand.today),
        signs=seen.signs,
        facts={one.key: one.holds for one in facts},
        checked={one.check: one.outcome for one in seen.checks},
        found=_found(stand, seen.look, made),
    )
    found = verdict(case, suspects(case, tables), tables)
    first = found.named[0]
    sight = tables.causes[first.cause].sight if first.share >= SURE else None
    again = tables.answers[found.answer].again_days
    return Looked(
        stand=stand,
        facts=facts,
        share=share,
        of=found,
        again_on=stand.today + timedelta(again),
        plan_answers=sight if sight in sights(stand) else None,
    )


def _stand(planting: UUID, made: Made) -> Stand:
    for stand in made.workings.stands.all:
        if stand.id == planting:
            return stand
    raise Unknown("planting", "no_such_thing", id=str(planting))


def _are_there(seen: Seen, made: Made) -> None:
    tables = made.workings.catalogue.symptoms
    for sign in seen.signs:
        if sign not in tables.signs:
            raise Unknown("signs", "unknown_sign", name=sign)
    outcomes = {(row.key, row.outcome) for row in tables.checks}
    for one in seen.checks:
        if (one.check, one.outcome) not in outcomes:
            raise Unknown("checks", "unknown_check", name=f"{one.check}, {one.outcome}")


def _told(seen: Seen, share: Share | None, today: date) -> Iterator[Known]:
    """What the grower counted, and since when it is there."""
    if share is not None:
        numbers = (
            Quantity("share_low", 100 * share.low, "%"),
            Quantity("share_high", 100 * share.high, "%"),
        )
        if share.high < 0.5:
            yield Known("few", holds=True, numbers=numbers)
        if share.low > 0.5:
            yield Known("most", holds=True, numbers=numbers)
    if seen.since is not None:
        days = (today - seen.since).days
        since = (Quantity("days_seen", days, "days", Origin.TYPED),)
        yield Known("sudden", days <= SUDDEN_DAYS, since)
        yield Known("slow", days >= SLOW_DAYS, since)


def _found(stand: Stand, but: UUID | None, made: Made) -> Counter[str]:
    """What it turned out to be, in this garden, on crops of the same family."""
    families = {one.id: one.crop.family for one in made.workings.stands.all}
    return Counter(
        look.turned_out
        for look in made.workings.log.looks
        if look.turned_out is not None
        and look.id != but
        and families[look.planting] == stand.crop.family
    )
