"""Water in litres, minutes and cans: what a depth on a bed is, and how long a drip line runs.

A millimetre is a litre on a square metre. Of what is let out a drip line loses a tenth, a can a
fifth and a sprinkler three tenths; three quarters of the rain count, as irrigation guides have it.
"""

from dataclasses import dataclass

from eznel.core.document import Watering
from eznel.core.working import Origin, Quantity, Worked

USUAL_WEEK_MM = 25.0
"""What a vegetable bed wants in a warm week, for want of a better figure: "an inch a week"."""
EFFICIENCY = {"drip": 0.9, "can": 0.8, "sprinkler": 0.7, "hose": 0.8}
RAIN_COUNTS = 0.75


@dataclass(frozen=True, slots=True)
class Week:
    """A week's water on a bed. `minutes` is how long its drip line runs, losses included."""

    litres: Worked
    """What is to reach the ground. [L]"""
    with_losses: Worked
    """What is to be let out for that. [L]"""
    drip_mm_h: Worked | None
    minutes: Worked | None
    """Before losses. [min]"""
    minutes_with_losses: Worked | None


def week_of(watering: Watering | None, *, area_m2: Worked, rain_mm: float = 0.0) -> Week:
    """Return what a bed is to be given in a week.

    Parameters
    ----------
    watering : Watering or None
        How it is watered; by cans and the usual amount where nobody said.
    area_m2 : Worked
        The bed. [m²]
    rain_mm : float
        Rain of the last seven days. [mm]

    Returns
    -------
    Week
        Litres, and for a drip line its rate and minutes. [L, mm/h, min]
    """
    how = watering or Watering()
    origin = Origin.TYPED if how.week_mm is not None else Origin.ASSUMED
    wanted = how.week_mm or USUAL_WEEK_MM
    litres = area_m2.then(
        "week_water",
        max(wanted - RAIN_COUNTS * rain_mm, 0.0) * area_m2.value,
        "L",
        Quantity("week_mm", wanted, "mm", origin),
        Quantity("rain_mm", rain_mm, "mm", Origin.MEASURED),
        Quantity("rain_counts", RAIN_COUNTS, "", Origin.TYPICAL),
        Quantity("area_m2", area_m2.value, "m²"),
    )
    share = EFFICIENCY[how.by]
    with_losses = litres.then(
        "water_with_losses",
        litres.value / share,
        "L",
        Quantity("litres_a_week", litres.value, "L"),
        Quantity("efficiency", share, "", Origin.TYPICAL),
    )
    rate = drip_rate(how)
    if rate is None:
        return Week(litres, with_losses, None, None, None)
    return Week(
        litres,
        with_losses,
        rate,
        _minutes(rate, litres, area_m2),
        _minutes(rate, with_losses, area_m2),
    )


def drip_rate(how: Watering) -> Worked | None:
    """Return the water that a drip line lets out over its strip.

    Parameters
    ----------
    how : Watering
        The line.

    Returns
    -------
    Worked or None
        None where it is no line. [mm/h]
    """
    if how.by != "drip" or how.emitter_l_h is None or not (how.emitter_gap and how.line_gap):
        return None
    return Worked.first(
        "drip_rate",
        how.emitter_l_h / (how.emitter_gap.m * how.line_gap.m),
        "mm/h",
        Quantity("emitter_l_h", how.emitter_l_h, "L/h", Origin.TYPED),
        Quantity("emitter_gap_m", how.emitter_gap.m, "m", Origin.TYPED),
        Quantity("line_gap_m", how.line_gap.m, "m", Origin.TYPED),
    )


def _minutes(rate: Worked, litres: Worked, area_m2: Worked) -> Worked:
    return rate.after(litres).then(
        "drip_minutes",
        litres.value / area_m2.value / rate.value * 60,
        "min",
        Quantity("litres_a_week", litres.value, "L"),
        Quantity("area_m2", area_m2.value, "m²"),
        Quantity("mm_h", rate.value, "mm/h"),
    )
