"""What grows in a place on a day, as its soil is asked: which crops, how many, when it is empty."""

from collections.abc import Iterable, Sequence
from datetime import date, timedelta

from eznel.core.document import Place
from eznel.core.ground.mending import MANURE_DAYS
from eznel.core.ground.soils import Grown
from eznel.core.stands.sharing import Sharing


def grown_in(place: Place, sharing: Sharing, manured: Iterable[date], today: date) -> Grown:
    """Return the plantings whose season is not over, the main crop first; all, where it is for all.

    Parameters
    ----------
    place : Place
        The place.
    sharing : Sharing
        Who stands where.
    manured : iterable of date
        Days on which manure went in there, or goes in.
    today : date
        The day.

    Returns
    -------
    Grown
        Its crops, plants and the ground they want. [m²]
    """
    here, catalogue = sharing.in_place.get(place.id, []), sharing.catalogue
    last = sharing.last_pick
    now = [p for p in here if last[p.id] >= today] or here
    spans = [(p.planted_on, last[p.id]) for p in here]
    free = _outside(spans, today)
    near = timedelta(MANURE_DAYS)
    kept = [(day - near + timedelta(1), day + near) for day in manured]
    keys = dict.fromkeys(p.crop for p in now)
    return Grown(
        crops=tuple(catalogue.crop(key) for key in keys),
        plants=sum(sharing.plants_of(p) for p in now),
        wanted_m2=sum(sharing.wanted_m2(p) for p in now),
        free_from=free,
        lime_from=_outside([*spans, *kept], free),
        stands_for_years=any(
            catalogue.crop(p.crop).habit == "perennial"
            and p.ends_on is None
            and p.planted_on <= today
            for p in here
        ),
    )


def _outside(spans: Sequence[tuple[date, date]], day: date) -> date:
    """The first day from one on that lies in none of some spans, each up to its end."""
    while ends := [end for start, end in spans if start <= day < end]:
        day = max(ends)
    return day
