"""The one place that asks what day it is."""

from datetime import date, datetime
from zoneinfo import ZoneInfo

from eznel.core.document import Garden


def today(garden: Garden) -> date:
    """Return the garden's date: its calendar's, or the day in its time zone.

    Parameters
    ----------
    garden : Garden
        With its site.

    Returns
    -------
    date
        The day that its plan is for.
    """
    return garden.stands_on or datetime.now(ZoneInfo(garden.site.time_zone)).date()
