"""What is said of a planting's season as a whole: what limits make of it, what comes along."""

from collections import Counter
from collections.abc import Iterator, Sequence
from dataclasses import replace
from datetime import timedelta

from eznel.core.ground.preparing import Prepared
from eznel.core.nutrients import Nutrient
from eznel.core.places import area
from eznel.core.products.fertiliser import Fertiliser, sodium_and_chloride
from eznel.core.schedule.feeds import most_liquid_n_g
from eznel.core.schedule.litres import drench_l
from eznel.core.schedule.programmes import feed_dates, interval_of
from eznel.core.season.fold import Season
from eznel.core.season.following import salt_limits
from eznel.core.shed.shelf import Shed
from eznel.core.soil.reading import YEAR_DAYS
from eznel.core.stands.stand import InTub
from eznel.core.working import Finding, Level, Origin, Quantity


def nothing_to_give(season: Season) -> list[Finding]:
    """Return that no job still to come can be done, and the reason that most of them have.

    Parameters
    ----------
    season : Season
        A planting's.

    Returns
    -------
    list of Finding
        Empty where one can, or none is to come.
    """
    planned = [job for job in season.jobs if job.status == "planned"]
    if not planned or any(job.mixes for job in planned):
        return []
    reasons = Counter(job.reasons for job in planned)
    number = Quantity("jobs", len(planned), "")
    first = Finding("nothing_can_be_given", Level.HOLD, numbers=(number,))
    ((commonest, _),) = reasons.most_common(1)
    return [first, *(replace(why, level=Level.HOLD) for why in commonest)]


WORTH_PLACING = 0.1
"""Nitrogen that finds no room in the feeds is worth a word from this share of the season's on."""


def of_caps(season: Season) -> list[Finding]:
    """Return what limits and compost make of the programme that was chosen.

    Parameters
    ----------
    season : Season
        A planting's.

    Returns
    -------
    list of Finding
        That it is fed more often than the programme has it, what finds no room at all, that a rich
        mix is all it gets, and that compost feeds it.
    """
    stand, plan, found = season.stand, season.plan, []
    if stand.method == "light_bed":
        plenty = any(step.key == "season_n_plenty" for step in season.needs["N"].per.steps)
        found.append(Finding("compost_is_plenty" if plenty else "light_bed", Level.NOTE))
    if plan.rich_mix:
        need = season.needs["N"]
        numbers = (Quantity("held", need.credit_g, "g"), Quantity("missing", need.total.value, "g"))
        found.append(Finding("rich_mix_only", Level.NOTE, "programme", numbers=numbers))
    found += [*_interval_kept(season), *_long_hold(season)]
    if plan.unplaced_n_g > WORTH_PLACING * season.needs["N"].total.value:
        number = Quantity("unplaced", plan.unplaced_n_g, "g")
        found.append(Finding("no_room_in_feeds", Level.WARNING, "programme", numbers=(number,)))
    return found


LONG_HOLD_DAYS, HUNGRY = 14, 0.25
"""A hold of more than so many days is looked at; so much of the season's nitrogen is missed."""


def _long_hold(season: Season) -> Iterator[Finding]:
    """What the crop has taken up by the end of a long hold, and had by then."""
    stand, plan, total = season.stand, season.plan, season.needs["N"].total.value
    first = stand.first_calendar
    held_days = (first.hold_end - first.begins).days
    if held_days <= LONG_HOLD_DAYS or total <= 0:
        return
    days = Quantity("held_days", held_days, "days")
    if first.hold_end >= first.stop:
        if stand.programme.hold_days > LONG_HOLD_DAYS:
            yield Finding("hold_past_stop", Level.WARNING, "programme", numbers=(days,))
        return
    taken_g = total * plan.window.curves["N"].at(first.hold_end)
    had_g = sum(job.first_g.n for job in plan.jobs if job.planned_on < first.hold_end)
    if taken_g - had_g > HUNGRY * total:
        numbers = (
            days,
            Quantity("taken", taken_g, "g"),
            Quantity("had", had_g, "g"),
        )
        yield Finding("long_hold", Level.WARNING, "programme", numbers=numbers)


def _interval_kept(season: Season) -> Iterator[Finding]:
    """What the programme's interval would take, and the limit that it would break; or that weak
    feeds come together.
    """
    stand, plan = season.stand, season.plan
    wanted_days, first = stand.programme.interval_days, stand.first_calendar
    feeds = [job for job in plan.jobs if job.kind == "feed"]
    days = (
        Quantity("wanted_days", wanted_days, "days"),
        Quantity("interval_days", plan.interval_days, "days"),
    )
    if feeds and isinstance(stand, InTub) and plan.interval_days > wanted_days:
        yield Finding("fed_together", Level.NOTE, "programme", numbers=days)
    if not feeds or plan.interval_days >= wanted_days:
        return
    wanted = feed_dates(first.hold_end, first.stop, interval_of(stand.programme, first.starts))
    if not wanted:  # its hold outlasts the feeding: growth that restarted earlier ended it
        return
    starts = [day.on for day in wanted]
    ends = (*starts[1:], first.stop)
    at_once_g = (
        sum(job.first_g.n for job in feeds if day <= job.planned_on < end)
        for day, end in zip(starts, ends, strict=True)
    )
    most_g = most_liquid_n_g(stand, None, plan.most_n_mg_l)
    if isinstance(stand, InTub):
        unit, worth = "mg/L", 1000 / drench_l(stand)
    else:
        unit, worth = "g/m²", 1 / stand.ground_m2
    numbers = (
        *days,
        Quantity("needs", max(at_once_g, default=0.0) * worth, unit),
        Quantity("most", most_g * worth, unit, Origin.TYPICAL),
    )
    yield Finding("fed_more_often", Level.NOTE, "programme", numbers=numbers)


ALONG: dict[Nutrient, str] = {"P": "phosphorus_along", "K": "potassium_along"}
ALONG_WORTH_SAYING = 1.1
"""More than this many times the ceiling that comes along is worth a word."""


def comes_along(season: Season) -> list[Finding]:
    """Return how much phosphorus or potassium comes along beyond what the crop makes use of.

    Parameters
    ----------
    season : Season
        A planting's.

    Returns
    -------
    list of Finding
        Empty where it stays within the season's ceiling.
    """
    found = []
    for nutrient, key in ALONG.items():
        given, most = season.totals_g[nutrient], season.needs[nutrient].ceiling_g
        if given > ALONG_WORTH_SAYING * most:
            numbers = (Quantity("given", given, "g"), Quantity("room", given - most, "g"))
            found.append(Finding(key, Level.NOTE, numbers=numbers))
    return found


OVERFED = 1.1
"""More than this many times the season's nitrogen is too much."""


def overfed(season: Season) -> list[Finding]:
    """Return the warning that the log alone brought more nitrogen than the season wants.

    Parameters
    ----------
    season : Season
        A planting's.

    Returns
    -------
    list of Finding
        Empty where it did not.
    """
    need = season.needs["N"].total.value
    given = season.logged_n_g
    if given <= OVERFED * need or given <= 0:
        return []
    numbers = (Quantity("given_g", given, "g"), Quantity("need_g", need, "g"))
    key = "overfed_tub" if season.stand.where == "tub" else "overfed"
    return [Finding(key, Level.HOLD, numbers=numbers)]


MOST_SALT_G_L = 0.25
"""Sodium and chloride in a litre of mix: from here on an extract of it gains about 1 dS/m. [g/L]"""


def salty(season: Season, shed: Shed, worked_in: Sequence[Prepared]) -> list[Finding]:
    """Return the warning that what was mixed into a tub or spread on it brings much salt.

    Dissolved feeds are left out: they drain, and have limits of their own.

    Parameters
    ----------
    season : Season
        A planting's.
    shed : Shed
        Products.
    worked_in : sequence of Prepared
        What was worked into places.

    Returns
    -------
    list of Finding
        Empty on ground, and where there is little.
    """
    stand = season.stand
    if not isinstance(stand, InTub) or not stand.filled_l.value:
        return []
    place, filled, of = stand.place, stand.filled_l, shed.products
    litres = filled.value * place.count
    entries = [*(job.entry for job in season.jobs), *season.extras]
    spread = [taken for entry in entries if entry for taken in shed.at_most_by(entry, stand)]
    per_l = sum(line.strength.g_per_l * _salt(of[line.product]) for line in place.charge) + sum(
        taken.grams * _salt(of[taken.product]) for taken in spread
    ) / (litres * stand.share)
    for one in worked_in:
        if one.preparation.place == place.id and one.counts:
            share = sodium_and_chloride(one.product)
            per_l += one.mass.value * share / litres
    if per_l < MOST_SALT_G_L:
        return []
    numbers = (
        Quantity("salt_g", per_l * filled.value, "g"),
        Quantity("salt_g_l", per_l, "g/L"),
    )
    return [Finding("salty_tub", Level.WARNING, numbers=numbers)]


MOST_RISE_DS_M = 1.0
"""What is given may raise the conductivity of a saturated paste so much. [dS/m]"""

WASHED_DAYS = 120
"""By then rain has washed the salts of compost and manure below most roots of open ground."""


def rich_in_salts(season: Season) -> list[Finding]:
    """Return the warning that compost or manure brings more salts than a crop bears.

    Each raises the paste's conductivity by its own, typical for the material, times its share of
    the soil or mix. A test that was taken afterwards is believed instead.

    Parameters
    ----------
    season : Season
        A planting's.

    Returns
    -------
    list of Finding
        Empty where it rises little, or the crop bears it.
    """
    stand, soil = season.stand, season.stand.soil
    begins, tested = stand.calendar.begins, soil.reading.salts
    if isinstance(stand, InTub):
        place_l, washed_days = stand.filled_l.value * stand.tubs, YEAR_DAYS
    else:
        place_l = area(stand.place).value * stand.place.depth.m * 1000
        washed_days = YEAR_DAYS if stand.place.covered else WASHED_DAYS
    since = begins - timedelta(washed_days)
    if tested is not None:
        since = max(since, tested.sampled_on)
    rise = sum(
        _paste_ec(one) * one.litres / place_l
        for one in soil.prepared
        if one.counts
        and not one.preparation.mulch
        and since < one.preparation.on <= stand.calendar.stop
    )
    before, warn = soil.salts.value if soil.salts else 0.0, salt_limits(stand).warn_ds_m
    if rise <= MOST_RISE_DS_M or before + rise <= warn:
        return []
    numbers = (
        Quantity("rise_ds_m", rise, "dS/m", Origin.TYPICAL),
        Quantity("threshold", warn, "dS/m", Origin.TYPICAL),
    )
    key = "rich_salts" if stand.where == "ground" else "rich_salts_tub"
    return [Finding(key, Level.WARNING, numbers=numbers)]


def _paste_ec(one: Prepared) -> float:
    material = one.product.material
    return material.paste_ec_ds_m or 0.0 if material else 0.0


def _salt(of: Fertiliser) -> float:
    return 0.0 if of.is_dissolved else sodium_and_chloride(of)
