"""What the water of a planting explains: rot at the blossom end, splitting, bitterness, sick roots.

Even water comes before any calcium: the days on which a planting's ground was drier than it bears
are counted since its fruit set, and said first where rot was seen.
"""

from datetime import timedelta

from eznel.core.document.log import Sight
from eznel.core.moisture.swing import Swing, swing
from eznel.core.moisture.watering import SODDEN_DAYS, Moist, sodden_days
from eznel.core.plan.advice import ROTS_AT_THE_END, SIGHT_DAYS
from eznel.core.stands.stand import Stand
from eznel.core.working import Finding, Level, Quantity

LOOKS_BACK_DAYS = 21
"""How far back uneven water is worth a word where no fruit sets. [days]"""
BY_SWING: dict[Sight, str] = {
    "end_rot": "swing_rots",
    "split": "swing_split",
    "bitter": "swing_bitter",
}
"""What uneven water is the first cause of, and what is said then."""
MANY_DRY_DAYS = 2
"""One dry evening is an ordinary week. [days]"""


def of_water(stand: Stand, of: Moist) -> list[Finding]:
    """Return what there is to say of a planting's water so far.

    Parameters
    ----------
    stand : Stand
        The planting where it stands.
    of : Moist
        The course of its place's water.

    Returns
    -------
    list of Finding
        Nothing of what nobody recorded, nor of what does not stand today.
    """
    found = [one for one in of.standing if one[0].stand.id == stand.id]
    if not found:
        return []
    ((_, days, at),) = found
    sets = stand.calendar.start_of("fruit_set")
    fruits = stand.crop.family in ROTS_AT_THE_END and sets is not None and sets <= stand.today
    since = sets if fruits and sets else stand.today - timedelta(LOOKS_BACK_DAYS)
    known = swing(days, since, stand.today)
    lately = {one.kind for one in stand.observed if (stand.today - one.on).days <= SIGHT_DAYS}
    seen = next((kind for kind in BY_SWING if kind in lately), None)
    said = [] if known is None else _of_swing(known, fruits=fruits, seen=seen)
    if sodden_days(days, at) >= SODDEN_DAYS:
        wet = Quantity("days", sodden_days(days, at), "")
        said.append(Finding("sodden", Level.WARNING, numbers=(wet,)))
    return said


def _of_swing(known: Swing, *, fruits: bool, seen: Sight | None) -> list[Finding]:
    numbers = (
        Quantity("dry_days", known.dry_days, ""),
        Quantity("days", known.days, ""),
        Quantity("deepest_pct", known.deepest_pct, "%"),
    )
    if known.dry_days >= MANY_DRY_DAYS:
        key = BY_SWING[seen] if seen else "swing_fruit" if fruits else "swing_leaf"
        return [Finding(key, Level.WARNING, numbers=numbers)]
    if seen == "end_rot" and known.days >= LOOKS_BACK_DAYS // 2:
        return [Finding("swing_even", Level.NOTE, numbers=numbers)]
    return []
