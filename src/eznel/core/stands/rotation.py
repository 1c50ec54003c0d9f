"""What stood in a place before: the crop that left something, and the family that was there."""

from datetime import date

from eznel.core.stands.stand import OnGround, Stand
from eznel.core.stands.stands import Stands

BEFORE_DAYS = 300
"""A crop that ended longer ago left nothing that counts. [days]"""


def crop_before(stand: OnGround, stands: Stands) -> Stand | None:
    """Return the planting that had a planting's ground just before it.

    Parameters
    ----------
    stand : OnGround
        The planting.
    stands : Stands
        Its garden.

    Returns
    -------
    Stand or None
        The last one whose season was over by then; None where it is long ago.
    """
    planted = stand.planting.planted_on
    before = [
        other
        for other in stands.in_place(stand.place.id)
        if other.id != stand.id
        and other.calendar.last_pick <= planted
        and (planted - other.calendar.last_pick).days < BEFORE_DAYS
    ]
    return max(before, key=lambda s: (s.calendar.last_pick, str(s.id)), default=None)


FAMILY_YEARS = 3
"""For so long a bed rests from a family, against what lives on in its soil. [years]"""


def family_before(stand: Stand, stands: Stands) -> date | None:
    """Return when a crop of the same family last stood in a planting's bed.

    Rotation guides ask for three to four years between crops of one family. Tubs get fresh mix.

    Parameters
    ----------
    stand : Stand
        The planting.
    stands : Stands
        Its garden.

    Returns
    -------
    date or None
        The last day of the earlier one; None where the bed has rested long enough.
    """
    if stand.where == "tub":
        return None
    before = [
        other.calendar.last_pick
        for other in stands.in_place(stand.place.id)
        if other.crop.family == stand.crop.family
        and other.calendar.last_pick < stand.planting.planted_on
        and (stand.planting.planted_on - other.calendar.last_pick).days < 365 * FAMILY_YEARS
    ]
    return max(before, default=None)
