"""What a key of the plan names: places, plantings, jobs, nutrients."""

from collections.abc import Sequence
from typing import TypeVar
from uuid import UUID

from eznel.core.document import Bed, Place, Tub
from eznel.core.nutrients import NUTRIENTS, Nutrient
from eznel.core.season.course import JobPlan
from eznel.core.season.fold import Season
from eznel.core.season.workings import Workings


class NotThere(Exception):
    """The plan has no such thing."""


Found = TypeVar("Found")


def there(one: Found | None) -> Found:
    """Return what must be there.

    Parameters
    ----------
    one : object or None
        What was looked for.

    Returns
    -------
    object
        The same.

    Raises
    ------
    NotThere
        When the plan has no such thing.
    """
    if one is None:
        raise NotThere
    return one


def id_of(name: str) -> UUID:
    """Return an id out of a key.

    Parameters
    ----------
    name : str
        As it is written.

    Returns
    -------
    UUID
        The id.

    Raises
    ------
    NotThere
        When the plan has no such thing.
    """
    try:
        return UUID(name)
    except ValueError as error:
        raise NotThere from error


def nth(things: Sequence[Found], number: str) -> Found:
    """Return one of several, by its number.

    Parameters
    ----------
    things : sequence
        To choose from.
    number : str
        From 0, as it is written.

    Returns
    -------
    object
        That one.

    Raises
    ------
    NotThere
        When the plan has no such thing.
    """
    return there(things[int(number)] if number.isdecimal() and int(number) < len(things) else None)


def nutrient_of(name: str) -> Nutrient:
    """Return a nutrient out of a key.

    Parameters
    ----------
    name : str
        Its symbol.

    Returns
    -------
    Nutrient
        The same.

    Raises
    ------
    NotThere
        When the plan has no such thing.
    """
    return there(next((nutrient for nutrient in NUTRIENTS if nutrient == name), None))


def the_place(workings: Workings, place: str) -> Place:
    """Return a place of the garden.

    Parameters
    ----------
    workings : Workings
        The garden's.
    place : str
        Its id.

    Returns
    -------
    Place
        Bed or tub.

    Raises
    ------
    NotThere
        When the plan has no such thing.
    """
    known = workings.stands.places.get(id_of(place))
    if known is None:
        raise NotThere
    return known


def the_bed(workings: Workings, place: str) -> Bed:
    """Return a bed of the garden.

    Parameters
    ----------
    workings : Workings
        The garden's.
    place : str
        Its id.

    Returns
    -------
    Bed
        That bed.

    Raises
    ------
    NotThere
        When the plan has no such thing.
    """
    bed = the_place(workings, place)
    return there(bed if isinstance(bed, Bed) else None)


def the_tub(workings: Workings, place: str) -> Tub:
    """Return a tub of the garden.

    Parameters
    ----------
    workings : Workings
        The garden's.
    place : str
        Its id.

    Returns
    -------
    Tub
        That tub.

    Raises
    ------
    NotThere
        When the plan has no such thing.
    """
    tub = the_place(workings, place)
    return there(tub if isinstance(tub, Tub) else None)


def season_of(workings: Workings, planting: str) -> Season:
    """Return a planting's season.

    Parameters
    ----------
    workings : Workings
        The garden's.
    planting : str
        Its id.

    Returns
    -------
    Season
        That season.

    Raises
    ------
    NotThere
        When the plan has no such thing.
    """
    known = id_of(planting)
    return there(next((s for s in workings.seasons if s.stand.id == known), None))


def job_of(workings: Workings, job: str) -> tuple[Season, JobPlan]:
    """Return a job with its planting's season.

    Parameters
    ----------
    workings : Workings
        The garden's.
    job : str
        Its key.

    Returns
    -------
    tuple
        Season and job.

    Raises
    ------
    NotThere
        When the plan has no such thing.
    """
    known = id_of(job)
    jobs = ((s, j) for s in workings.seasons for j in s.jobs)
    return there(next((one for one in jobs if one[1].job.key == known), None))
