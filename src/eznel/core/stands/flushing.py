"""Days on which tubs that are fed are washed through with plain water."""

from collections.abc import Iterator
from datetime import date, timedelta

from eznel.core.stands.stand import InTub

FLUSH_DAYS, FLUSH_DAYS_FROM_BELOW = 28, 21
"""So often, and sooner where salts climb from below. [days]"""
SALTY_WATER_DS_M, SALTY_SOONER_DAYS = 1.0, 7
"""Water with so much salt of its own makes it a week sooner."""


def flush_days(stand: InTub) -> Iterator[date]:
    """Yield the days on which a planting's tubs are to be washed through.

    Parameters
    ----------
    stand : InTub
        The planting.

    Yields
    ------
    date
        From the end of its hold until feeding stops.
    """
    usual = FLUSH_DAYS_FROM_BELOW if stand.place.from_below else FLUSH_DAYS
    salty = (stand.poured.ec_ds_m or 0.0) >= SALTY_WATER_DS_M
    every = timedelta(usual - (SALTY_SOONER_DAYS if salty else 0))
    day = stand.calendar.hold_end + every
    while day < stand.calendar.stop:
        yield day
        day += every
