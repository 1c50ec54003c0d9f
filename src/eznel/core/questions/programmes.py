"""Feeding programmes side by side for one planting: the same season planned anew by each."""

from collections.abc import Iterator
from dataclasses import dataclass, replace
from datetime import date
from math import isclose
from uuid import UUID

import numpy as np

from eznel.core.blend import EQUAL
from eznel.core.document import Programme
from eznel.core.errors import Unknown
from eznel.core.nutrients import Amounts, Nutrient
from eznel.core.plan.judging import Judgement, judge
from eznel.core.plan.result import Tide
from eznel.core.plan.season_advice import of_caps
from eznel.core.plan.tides import tides
from eznel.core.season.fold import Season
from eznel.core.season.portions import portions
from eznel.core.season.workings import Workings
from eznel.core.working import Finding

FITTED: tuple[Nutrient, ...] = ("N", "P", "K")
"""What a programme is judged by, stage by stage."""
LEAST_SHARE = 0.02
"""Of a season's need: before that much of it is due there is nothing to keep pace with."""


@dataclass(frozen=True, slots=True, kw_only=True)
class ProgrammeJob:
    """A job as a programme has it."""

    on: date
    kind: str
    planned: bool
    """False where it cannot be done or is not needed."""
    need_g: Amounts


@dataclass(frozen=True, slots=True, kw_only=True)
class StageFit:
    """Supply over need up to the end of a stage: 1 keeps pace, less is late. [g/g]"""

    stage: str
    fit: dict[Nutrient, float | None]
    """By nutrient; None before any is due, or where none is needed."""


@dataclass(frozen=True, slots=True, kw_only=True)
class ProgrammeSeason:
    """One planting's season by one programme."""

    programme: str
    interval_days: int
    jobs: tuple[ProgrammeJob, ...]
    judged: Judgement
    fits: tuple[StageFit, ...]
    highest_ec_ds_m: float
    """Of all its feeds, with the water. 0 where none is dissolved."""
    highest_n_mg_l: float
    findings: tuple[Finding, ...]
    """What limits make of it."""
    same_as: str | None = None
    """An earlier one that comes to the same jobs and amounts, if any."""


@dataclass(frozen=True, slots=True)
class Programmes:
    """Every programme for one planting, in the order of the catalogue, own ones last."""

    planting: UUID
    current: str
    seasons: tuple[ProgrammeSeason, ...]


def by_programme(planting: UUID, workings: Workings) -> Programmes:
    """Return one planting's season by every programme.

    Parameters
    ----------
    planting : UUID
        The planting.
    workings : Workings
        The garden's: all else stays as it is, stock included.

    Returns
    -------
    Programmes
        The programmes that ship, and the garden's own.

    Raises
    ------
    Unknown
        When there is no such planting.
    """
    garden = workings.garden
    mine = next((one for one in garden.plantings if one.id == planting), None)
    if mine is None:
        raise Unknown("planting", "no_such_planting")
    found: list[ProgrammeSeason] = []
    for programme in workings.stands.programmes.values():
        one = _season(_by(programme, planting, workings), planting, programme)
        like = next((other.programme for other in found if _same(one, other)), None)
        found.append(replace(one, same_as=like))
    return Programmes(planting, mine.programme, tuple(found))


def _same(one: ProgrammeSeason, other: ProgrammeSeason) -> bool:
    """Whether two programmes come to the same jobs on the same days, amounts within a fiftieth."""
    return len(one.jobs) == len(other.jobs) and all(
        (a.on, a.kind, a.planned) == (b.on, b.kind, b.planned) and _near(a.need_g, b.need_g)
        for a, b in zip(one.jobs, other.jobs, strict=True)
    )


def _near(one: Amounts, other: Amounts) -> bool:
    return all(isclose(a, b, rel_tol=EQUAL) for a, b in zip(one.values, other.values, strict=True))


def _by(programme: Programme, planting: UUID, workings: Workings) -> Workings:
    """The garden as if one planting were fed by another programme."""
    plantings = tuple(
        p.model_copy(update={"programme": programme.key}) if p.id == planting else p
        for p in workings.garden.plantings
    )
    garden = workings.garden.model_copy(update={"plantings": plantings})
    return Workings(garden, workings.log, workings.today, workings.catalogue, workings)


def _season(workings: Workings, planting: UUID, programme: Programme) -> ProgrammeSeason:
    season = next(s for s in workings.seasons if s.stand.id == planting)
    mixes = [job.mixes[0] for job in season.jobs if job.status == "planned" and job.mixes]
    return ProgrammeSeason(
        programme=programme.key,
        interval_days=season.plan.interval_days,
        jobs=tuple(_jobs(season)),
        judged=judge(workings, {planting}),
        fits=tuple(_fits(season, tides(season, tuple(portions(season, workings.shed))))),
        highest_ec_ds_m=max((mix.ec_ds_m for mix in mixes), default=0.0),
        highest_n_mg_l=max((mix.n_mg_l for mix in mixes), default=0.0),
        findings=tuple(of_caps(season)),
    )


def _jobs(season: Season) -> Iterator[ProgrammeJob]:
    for job in season.jobs:
        if job.status not in ("past_stop", "not_needed"):
            yield ProgrammeJob(
                on=job.due_on,
                kind=job.job.kind,
                planned=job.status in ("planned", "given") and bool(job.mixes or job.entry),
                need_g=job.need_g,
            )


def _fits(season: Season, tide: tuple[Tide, ...]) -> Iterator[StageFit]:
    """Of the stages in which it is fed and that end before feeding stops."""
    by = {one.nutrient: one for one in tide}
    calendar = season.stand.calendar
    for span in calendar.spans:
        if span.end <= calendar.begins or span.start >= calendar.stop:
            continue
        end = min(span.end, calendar.stop)
        yield StageFit(stage=span.key, fit={x: _fit(by[x], end) for x in FITTED})


def _fit(tide: Tide, day: date) -> float | None:
    days = [one.toordinal() for one in tide.days]
    need = float(np.interp(day.toordinal(), days, tide.need_g))
    whole = tide.need_g[-1]
    if whole <= 0 or need < LEAST_SHARE * whole:
        return None
    return float(np.interp(day.toordinal(), days, tide.supply_g)) / need
