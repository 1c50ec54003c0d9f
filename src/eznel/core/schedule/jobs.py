"""A planting's jobs: their keys, their days, and what each was to bring."""

from dataclasses import dataclass
from datetime import date
from math import inf
from uuid import UUID, uuid5

from eznel.core.nutrients import NOTHING, Amounts
from eznel.core.schedule.litres import (
    GROUND_N_MG_L,
)
from eznel.core.schedule.programmes import (
    Window,
)
from eznel.core.shed.placing import JobKind
from eznel.core.stands.stand import Stand

DRESSING_N_G_M2 = 5.0
"""Most soluble nitrogen in one dressing on the ground."""
LIQUID_N_G_M2 = 2.0
"""Most nitrogen in one liquid feed on the ground."""
JOB_KINDS = UUID("5d0c5b2e-6f54-4c0a-9a53-2f1d8f4f6a10")
"""Namespace of job keys: the same planting, kind and number give the same key for ever."""


@dataclass(frozen=True, slots=True)
class Job:
    """One planned piece of work. `first_g` is what the first plan gave it, by nutrient. [g]"""

    key: UUID
    kind: JobKind
    ordinal: int
    planned_on: date
    gap_days: int
    first_g: Amounts
    aim_n_mg_l: float = GROUND_N_MG_L
    """Strength that its litres aim at in the ground."""
    only: frozenset[UUID] | None = None
    """Products of a season-wide blend; any may be used where there is none."""


@dataclass(frozen=True, slots=True)
class FirstPlan:
    """All jobs of a planting, and the nitrogen that no job could carry. [g]"""

    jobs: tuple[Job, ...]
    window: Window
    interval_days: int
    unplaced_n_g: float
    before_g: Amounts = NOTHING
    """What it had before the log was kept. [g]"""
    most_n_mg_l: float = inf
    """Strength that the programme mixes feeds at, at most."""
    rich_mix: bool = False
    """Whether the mix stands in the place of all feeds."""
    blend: UUID | None = None
    """The season-wide blend that its jobs follow."""


def job_key(planting: UUID, kind: JobKind, ordinal: int, year: int | None = None) -> UUID:
    """Return the key that log entries and pins refer to.

    Parameters
    ----------
    planting : UUID
        The planting.
    kind : JobKind
        Of the job.
    ordinal : int
        Number in its kind, from 1. [count]
    year : int or None
        Of a perennial's growing year after its first.

    Returns
    -------
    UUID
        Always the same for the same job.
    """
    of = str(planting) if year is None else f"{planting}/{year}"
    return uuid5(JOB_KINDS, f"{of}/{kind}/{ordinal}")


def task_key(stand: Stand, task: str, ordinal: int) -> UUID:
    """Return the key of a job besides feeding, that pins refer to.

    Parameters
    ----------
    stand : Stand
        The planting.
    task : str
        Key of the job in the catalogue.
    ordinal : int
        Which of its repeats, from 1. [count]

    Returns
    -------
    UUID
        Always the same for the same job of a growing year.
    """
    return uuid5(JOB_KINDS, f"{stand.id}/{stand.calendar.begins.year}/{task}/{ordinal}")


def key_of(stand: Stand, kind: JobKind, ordinal: int) -> UUID:
    """Return the key of a planting's job in the growing year at hand.

    Parameters
    ----------
    stand : Stand
        The planting.
    kind : JobKind
        Of the job.
    ordinal : int
        Number in its kind, from 1. [count]

    Returns
    -------
    UUID
        Always the same for the same job.
    """
    first = stand.calendar.begins == stand.planting.planted_on
    return job_key(stand.id, kind, ordinal, None if first else stand.calendar.begins.year)
