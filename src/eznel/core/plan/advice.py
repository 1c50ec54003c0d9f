"""What there is to say about a planting and its jobs, the most important first."""

from collections.abc import Sequence
from datetime import date, timedelta
from uuid import UUID

from eznel.core.document import Tub
from eznel.core.ground.preparing import Prepared
from eznel.core.needs.credits import side_dress_nitrate
from eznel.core.places import tub_findings
from eznel.core.plan.result import ToBuy
from eznel.core.plausibility import of_planting
from eznel.core.products.analysis import amount_for, sodium_and_chloride
from eznel.core.products.solutions import most_n_mg_l
from eznel.core.quantities import NUTRIENTS, element_of
from eznel.core.season.course import JobPlan
from eznel.core.season.fold import Season
from eznel.core.season.following import salt_limits
from eznel.core.shed.shelf import Shed
from eznel.core.stands.calendars import COVER_C
from eznel.core.stands.stands import Stand, Stands
from eznel.core.working import Finding, Level, Origin, Quantity

WORTH_SAYING = 0.15
"""A shortage below this share of the need is not worth a word."""

NAMED_MISSES = ("N", "P", "K")
"""What a single feed is judged by; the rest is named once, for the season."""

_ORDER = {Level.HOLD: 0, Level.WARNING: 1, Level.QUESTION: 2, Level.NOTE: 3}


def of_stand(stand: Stand, stands: Stands, fits: int) -> list[Finding]:
    """Return what there is to say about a planting before any feeding.

    Parameters
    ----------
    stand : Stand
        The planting in its place. [core]
    stands : Stands
        Its garden. [core]
    fits : int
        Plants that really fit inside the place. [count]

    Returns
    -------
    list of Finding
        The most important first.
    """
    acidity = stand.soil.acidity
    found = [*(acidity.findings if acidity else ())]
    found += _early(stand, stands)
    found += of_planting(stand.planting, stand.crop)
    if isinstance(stand.place, Tub):
        together = round(stand.plants / stand.tub_share)
        found += tub_findings(stand.place, together, stand.crop)
    elif stand.plants > fits:
        numbers = (
            Quantity("plants", stand.plants, "plants", Origin.TYPED),
            Quantity("fits", fits, "plants"),
        )
        found.append(Finding("crowded", Level.WARNING, "plants", numbers=numbers))
    nitrate = side_dress_nitrate(stand)
    if nitrate is not None:
        most = Quantity("most_g_m2", nitrate.value, "g/m²")
        found.append(Finding("nitrate_decides", Level.NOTE, numbers=(most,)))
    if stand.method in ("untested", "light_bed"):
        found.append(Finding(stand.method, Level.NOTE))
    found += _of_harvest(stand)
    found += _of_programme(stand)
    found += _flush(stand)
    found += _of_sights(stand)
    ca_class = stand.soil_class("Ca")
    if ca_class in ("low", "very_low") and acidity is not None and acidity.below:
        found.append(Finding("calcium_comes_with_lime", Level.NOTE))
    return sorted(found, key=lambda f: _ORDER[f.level])


def _of_programme(stand: Stand) -> list[Finding]:
    """What a school would give and the tests do not want."""
    found, school = [], stand.programme
    enough = ("medium", "high", "very_high")
    if school.calcium == "supplement_at_planting" and stand.soil_class("Ca") in enough:
        found.append(Finding("calcium_on_enough", Level.WARNING))
    if school.base_p_share < 1 and stand.soil_class("P") in ("high", "very_high"):
        found.append(Finding("bloom_phosphorus_on_enough", Level.NOTE))
    return found


FLUSH_DAYS, FLUSH_DAYS_FROM_BELOW = 28, 21
"""Fed tubs are washed through with plain water so often; sooner where salts climb from below."""
FLUSH_AHEAD_DAYS = 7


def _flush(stand: Stand) -> list[Finding]:
    """The next day to let plain water run through tubs that are fed, a week ahead."""
    if not isinstance(stand.place, Tub) or stand.filled_l is None:
        return []
    below = stand.place.from_below
    every = timedelta(FLUSH_DAYS_FROM_BELOW if below else FLUSH_DAYS)
    day = stand.calendar.hold_end + every
    while day < stand.today:
        day += every
    ahead = (day - stand.today).days
    if day >= stand.calendar.stop or ahead > FLUSH_AHEAD_DAYS:
        return []
    numbers = (
        Quantity("days", ahead, ""),
        Quantity("litres", stand.filled_l.value, "L"),
    )
    key = "flush_today" if ahead == 0 else "flush_from_above" if below else "flush_soon"
    return [Finding(key, Level.NOTE, numbers=numbers)]


SIGHT_DAYS = 21
"""So long what was seen is worth a word."""


def _of_sights(stand: Stand) -> list[Finding]:
    """What to do besides feeding about what was seen lately, the newest of each."""
    sights = {one.kind: one for one in stand.observed}
    levels = {"tip_burn": Level.HOLD, "salts": Level.HOLD}
    found = []
    for kind, one in sights.items():
        if kind == "salts" and (one.ec_ds_m or 0.0) <= salt_limits(stand)[0]:
            continue
        if kind not in SAID or (stand.today - one.on).days > SIGHT_DAYS:
            continue
        where = "tub" if isinstance(stand.place, Tub) else "ground"
        key = f"seen_{kind}_{where}" if kind in BY_PLACE else f"seen_{kind}"
        numbers = (Quantity("ec", one.ec_ds_m, "dS/m", Origin.MEASURED),) if one.ec_ds_m else ()
        found.append(Finding(key, levels.get(kind, Level.WARNING), numbers=numbers))
    return found


BY_PLACE = ("tip_burn", "salts")
SAID = ("rank_leaf", "tip_burn", "salts", "flooded", "dried_out", "end_rot", "magnesium_short")


def _of_harvest(stand: Stand) -> list[Finding]:
    harvest = stand.calendar.start_of("harvest")
    if stand.crop.habit == "perennial":
        return [] if harvest is not None else [Finding("not_picked_yet", Level.NOTE)]
    late = harvest is None or harvest >= stand.calendar.last_pick
    return [Finding("too_cool_to_ripen", Level.WARNING)] if late else []


def _early(stand: Stand, stands: Stands) -> list[Finding]:
    """Planted out before the frosts are over, or into nights too cold for the crop."""
    site, planted = stands.garden.site, stand.planting.planted_on
    found = []
    cover = stand.place.warmer_by_c >= COVER_C
    if site.last_frost and stand.crop.frost == "none" and not cover:
        month, day = (int(part) for part in site.last_frost.split("-"))
        frost = date(planted.year, month, min(day, 28) if month == 2 else day)
        if planted <= frost and frost - planted < timedelta(180):
            found.append(Finding("before_last_frost", Level.WARNING, "planted_on"))
    nights = stand.weather.low_c(planted, stand.place.warmer_by_c)
    if nights < stand.crop.min_night_temp_c and not found:
        numbers = (
            Quantity("night_c", float(nights), "°C", Origin.TYPICAL),
            Quantity("wants_c", stand.crop.min_night_temp_c, "°C", Origin.TYPICAL),
        )
        found.append(Finding("cold_nights", Level.WARNING, "planted_on", numbers=numbers))
    return found


def of_job(job: JobPlan, season: Season, shed: Shed) -> tuple[Finding, ...]:
    """Return what there is to say about one job.

    Parameters
    ----------
    job : JobPlan
        The job as it stands. [core]
    season : Season
        Its planting's season. [core]
    shed : Shed
        The shed. [core]

    Returns
    -------
    tuple of Finding
        Reasons why nothing is planned, or what the best mix misses.
    """
    found = [Finding(f"after_{cause}", Level.HOLD) for cause in job.causes]
    if job.status == "covered":
        found.append(Finding("after_fed_unknown", Level.NOTE))
    found += [Finding(reason, Level.WARNING) for reason in job.reasons]
    if job.status == "held":
        found.append(Finding("held_for_ph", Level.HOLD))
    if job.status == "given" and job.entry is not None:
        found += _too_strong(job, season, shed)
    if job.mixes:
        misses = {
            nutrient: 1 - got / want
            for nutrient, want, got in zip(NUTRIENTS, job.need_g, job.brings_g, strict=True)
            if nutrient in NAMED_MISSES and want > 1e-6 and 1 - got / want > WORTH_SAYING
        }
        if misses:
            numbers = tuple(Quantity(x, 100 * miss, "%") for x, miss in misses.items())
            found.append(Finding("mix_misses", Level.NOTE, numbers=numbers, names=tuple(misses)))
    return tuple(found)


OVERFED = 1.1
"""More than this many times the season's nitrogen is too much."""


def overfed(season: Season) -> list[Finding]:
    """Return the warning that the log alone brought more nitrogen than the season wants.

    Parameters
    ----------
    season : Season
        A planting's. [core]

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
    tub = isinstance(season.stand.place, Tub)
    return [Finding("overfed_tub" if tub else "overfed", Level.HOLD, numbers=numbers)]


MOST_SALT_G_L = 0.25
"""Sodium and chloride in a litre of mix: from here on an extract of it gains about 1 dS/m. [g/L]"""


def salty(season: Season, shed: Shed, worked_in: Sequence[Prepared]) -> list[Finding]:
    """Return the warning that what was mixed into a tub or spread on it brings much salt.

    Dissolved feeds are left out: they drain, and have limits of their own.

    Parameters
    ----------
    season : Season
        A planting's. [core]
    shed : Shed
        Products. [core]
    worked_in : sequence of Prepared
        What was worked into places. [core]

    Returns
    -------
    list of Finding
        Empty on ground, and where there is little.
    """
    place, filled = season.stand.place, season.stand.filled_l
    if not isinstance(place, Tub) or filled is None or not filled.value:
        return []
    litres = filled.value * place.count
    entries = [*(job.entry for job in season.jobs), *season.extras]
    spread = [used for entry in entries if entry for used in shed.used(entry, None)]
    per_l = sum(line.strength.g_per_l * _salt(shed, line.product) for line in place.charge) + sum(
        grams * _salt(shed, product) for product, grams in spread
    ) / (litres * season.stand.tub_share)
    for one in worked_in:
        if one.preparation.place == place.id and one.counts:
            share = sodium_and_chloride(one.product, one.material)
            per_l += one.mass.value * share / litres
    if per_l < MOST_SALT_G_L:
        return []
    numbers = (
        Quantity("salt_g", per_l * filled.value, "g"),
        Quantity("salt_g_l", per_l, "g/L"),
    )
    return [Finding("salty_tub", Level.WARNING, numbers=numbers)]


def _salt(shed: Shed, product: UUID) -> float:
    known = shed.products[product]
    if known.form in ("soluble", "liquid"):
        return 0.0
    return sodium_and_chloride(known, shed.material(known))


def _too_strong(job: JobPlan, season: Season, shed: Shed) -> list[Finding]:
    assert job.entry is not None
    return too_strong(season.stand, job.entry.on, shed.strength_n_mg_l(job.entry))


def too_strong(stand: Stand, on: date, n_mg_l: float | None) -> list[Finding]:
    """Return the warning that a feed was stronger than its stage takes.

    Parameters
    ----------
    stand : Stand
        The planting in its place. [core]
    on : date
        Day of the feed. [date]
    n_mg_l : float or None
        Its nitrogen; None where the water was not given. [mg/L]

    Returns
    -------
    list of Finding
        Empty where it was weak enough.
    """
    stage = stand.stage_on(on)
    most = most_n_mg_l(stage)
    if n_mg_l is None or n_mg_l <= most:
        return []
    numbers = (
        Quantity("given_mg_l", n_mg_l, "mg/L"),
        Quantity("most_mg_l", most, "mg/L", Origin.TYPICAL),
    )
    return [Finding("feed_too_strong", Level.WARNING, numbers=numbers, names=(stage or "",))]


def to_buy(
    short_g: dict[str, float], need_g: dict[str, float], *, dissolved: bool, shed: Shed
) -> tuple[ToBuy, ...]:
    """Return which general material would fill what stays short, and how much of it.

    Parameters
    ----------
    short_g : dict of str to float
        What stays short of each element. [g]
    need_g : dict of str to float
        The season's needs, to leave out what is not worth a word. [g]
    dissolved : bool
        Whether it must dissolve, as in tubs. [yes or no]
    shed : Shed
        For its materials. [core]

    Returns
    -------
    tuple of ToBuy
        One for each element that is short by more than a trifle, in the order of NUTRIENTS.
    """
    found: dict[str, ToBuy] = {}
    for material in shed.materials.values():
        fills = material.fills_water if dissolved else material.fills_ground
        for declared, pct in fills.items():
            element, share = element_of(declared)
            short = short_g[element]
            if element in found or short <= WORTH_SAYING * need_g[element]:
                continue
            found[element] = ToBuy(
                nutrient=element,
                short_g=short,
                material=material.key,
                material_name=material.name,
                declared=declared,
                declared_pct=pct,
                grams=amount_for(short, pct / 100 * share).value,
            )
    return tuple(found[x] for x in NUTRIENTS if x in found)
