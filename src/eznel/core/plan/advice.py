"""What there is to say about a planting and its jobs, the most important first."""

from collections.abc import Iterator
from datetime import date, timedelta
from typing import get_args

from eznel.core.document import Sight
from eznel.core.mixing.caps import MOST_AMMONIUM
from eznel.core.needs.credits import side_dress_nitrate
from eznel.core.nutrients import Nutrient
from eznel.core.places import tub_findings
from eznel.core.plausibility import of_days, of_planting
from eznel.core.products.solutions import most_n_mg_l
from eznel.core.season.course import JobPlan
from eznel.core.season.fold import Season
from eznel.core.season.following import salt_limits
from eznel.core.shed.shelf import MixPlan, Shed
from eznel.core.stands.flushing import flush_days
from eznel.core.stands.rotation import family_before
from eznel.core.stands.stand import InTub, Stand
from eznel.core.stands.stands import Stands
from eznel.core.working import Finding, Level, Origin, Quantity

WORTH_SAYING = 0.15
"""A shortage below this share of the need is not worth a word."""

NAMED_MISSES: tuple[Nutrient, ...] = ("N", "P", "K")
"""What a single feed is judged by; the rest is named once, for the season."""

_ORDER = {Level.HOLD: 0, Level.WARNING: 1, Level.QUESTION: 2, Level.NOTE: 3}


def _not_yet(stand: Stand, stands: Stands) -> Iterator[Finding]:
    """Ground so acid or alkaline that nothing new is planted in it."""
    acidity = stand.soil.acidity
    if acidity is None or acidity.plantable or stand.calendar.begins <= stands.today:
        return
    numbers = (
        Quantity("ph", acidity.ph.value, "", Origin.LAB),
        Quantity("low", stand.crop.ph_min, "", Origin.TYPICAL),
        Quantity("high", stand.crop.ph_max, "", Origin.TYPICAL),
    )
    key = "too_acid_to_plant" if acidity.below else "too_alkaline_to_plant"
    yield Finding(key, Level.HOLD, "ph", numbers=numbers)


def of_stand(stand: Stand, stands: Stands, fits: int) -> list[Finding]:
    """Return what there is to say about a planting before any feeding.

    Parameters
    ----------
    stand : Stand
        The planting in its place.
    stands : Stands
        Its garden.
    fits : int
        Plants that really fit inside the place. [count]

    Returns
    -------
    list of Finding
        The most important first.
    """
    acidity = stand.soil.acidity
    found = [*(acidity.findings if acidity else ()), *_not_yet(stand, stands)]
    found += _early(stand, stands)
    found += _family(stand, stands)
    if stand.kept_since is not None and stand.planting.had is None:
        found.append(Finding("what_had_it", Level.QUESTION, "had"))
    found += of_planting(stand.planting, stand.crop)
    found += of_days(stand.planting, stand.today)
    if isinstance(stand, InTub):
        together = round(stand.plants / stand.share)
        found += tub_findings(stand.place, together, stand.crop)
    elif stand.plants > fits:
        numbers = (
            Quantity("plants", stand.plants, "plants", Origin.TYPED),
            Quantity("fits", fits, ""),
        )
        found.append(Finding("crowded", Level.WARNING, "plants", numbers=numbers))
    nitrate = side_dress_nitrate(stand)
    if nitrate is not None:
        most = Quantity("most_g_m2", nitrate.value, "g/m²")
        found.append(Finding("nitrate_decides", Level.NOTE, numbers=(most,)))
    if stand.method == "untested":
        found.append(Finding("untested", Level.NOTE))
    found += _of_harvest(stand)
    found += _of_programme(stand)
    found += _flush(stand)
    found += _of_sights(stand)
    found += _of_own(stand)
    ca_class = stand.soil_class("Ca")
    if ca_class in ("low", "very_low") and acidity is not None and acidity.below:
        found.append(Finding("calcium_comes_with_lime", Level.NOTE))
    return sorted(found, key=lambda f: _ORDER[f.level])


OWN_WORTH_SAYING = 0.02
"""A factor of the garden's own that is off by less is not worth a word. [g/g]"""


def _of_own(stand: Stand) -> list[Finding]:
    """What of the garden's own records reaches a planting."""
    own = {
        "own_pace": stand.own.pace,
        "own_yields": stand.own.yields,
        "own_freed": stand.own.nitrogen,
    }
    numbers = tuple(
        Quantity(key, factor, "", Origin.MEASURED)
        for key, factor in own.items()
        if abs(factor - 1) >= OWN_WORTH_SAYING
    )
    return [Finding("own_figures", Level.NOTE, numbers=numbers)] if numbers else []


def _of_programme(stand: Stand) -> list[Finding]:
    """What a school would give and the tests do not want."""
    found, school = [], stand.programme
    enough = ("medium", "high", "very_high")
    if school.calcium == "supplement_at_planting" and stand.soil_class("Ca") in enough:
        found.append(Finding("calcium_on_enough", Level.WARNING))
    if school.base_p_share < 1 and stand.soil_class("P") in ("high", "very_high"):
        found.append(Finding("bloom_phosphorus_on_enough", Level.NOTE))
    return found


FLUSH_AHEAD_DAYS = 7


def _flush(stand: Stand) -> list[Finding]:
    """The next day to let plain water run through tubs that are fed, a week ahead."""
    if not isinstance(stand, InTub):
        return []
    below = stand.place.from_below
    day = next((one for one in flush_days(stand) if one >= stand.today), None)
    if day is None or (day - stand.today).days > FLUSH_AHEAD_DAYS:
        return []
    ahead = (day - stand.today).days
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
        if kind == "salts" and (one.ec_ds_m or 0.0) <= salt_limits(stand).warn_ds_m:
            continue
        if kind not in SAID or (stand.today - one.on).days > SIGHT_DAYS:
            continue
        key = f"seen_{kind}_{stand.where}" if kind in BY_PLACE else f"seen_{kind}"
        numbers = (Quantity("ec", one.ec_ds_m, "dS/m", Origin.MEASURED),) if one.ec_ds_m else ()
        found.append(Finding(key, levels.get(kind, Level.WARNING), numbers=numbers))
    return found


ROTS_AT_THE_END = ("Solanaceae", "Cucurbitaceae")
"""Families whose fruits rot at the blossom end when calcium does not reach them."""
SPLITS, BITTER = ("fruiting", "root", "tuber", "leafy", "stem"), ("leafy", "root", "stem")
"""Habits of crops whose fruit, root, stem or head splits, and that turn bitter."""
RIPENS = ("fruit_set", "fruit_fill", "harvest")
"""Stages at which there is fruit to look at."""


def sights(stand: Stand) -> tuple[Sight, ...]:
    """Return what may be seen at a planting, what is likeliest now in front.

    Parameters
    ----------
    stand : Stand
        The planting where it stands.

    Returns
    -------
    tuple of str
        Kinds of sight: blossom-end rot only where fruits can have it, and first from fruit set
        on; rank leaf only where fruit is wanted; split and bitter where that is known.
    """
    fruits = stand.crop.habit == "fruiting"
    rots = fruits and stand.crop.family in ROTS_AT_THE_END
    ripens = rots and stand.stage_on(stand.today) in RIPENS
    possible = {
        "end_rot": rots,
        "rank_leaf": fruits,
        "split": stand.crop.habit in SPLITS,
        "bitter": stand.crop.habit in BITTER or stand.crop.family == "Cucurbitaceae",
    }
    kinds = [kind for kind in get_args(Sight) if possible.get(kind, True)]
    return tuple(sorted(kinds, key=lambda kind: not (ripens and kind == "end_rot")))


BY_PLACE = ("tip_burn", "salts")
SAID = (
    "rank_leaf", "tip_burn", "salts", "flooded", "dried_out", "end_rot", "split", "bitter",
    "magnesium_short",
)  # fmt: skip


def _of_harvest(stand: Stand) -> list[Finding]:
    harvest = stand.calendar.start_of("harvest")
    if stand.crop.habit == "perennial":
        return [] if harvest is not None else [Finding("not_picked_yet", Level.NOTE)]
    late = harvest is None or harvest >= stand.calendar.last_pick
    return [Finding("too_cool_to_ripen", Level.WARNING)] if late else []


def _family(stand: Stand, stands: Stands) -> Iterator[Finding]:
    """A planting still to go in where its family stood lately: now it can still go elsewhere."""
    before = family_before(stand, stands)
    if before is None or stand.planting.planted_on < stands.today:
        return
    days = Quantity("days", (stand.planting.planted_on - before).days, "")
    yield Finding("family_lately", Level.WARNING, "place", numbers=(days,))


COLD_BY_C = 0.5
"""Nights that are cooler than wanted by less than this are as good. [°C]"""


def _early(stand: Stand, stands: Stands) -> list[Finding]:
    """Planted out before the frosts are over, or into nights too cold for the crop."""
    site, planted = stands.garden.site, stand.planting.planted_on
    found = []
    cover = stand.place.covered
    frost = site.last_frost_in(planted.year)
    tender = stand.crop.frost == "none" and not cover
    if frost is not None and tender and timedelta() <= frost - planted < timedelta(180):
        found.append(Finding("before_last_frost", Level.WARNING, "planted_on"))
    nights = stand.weather.low_c(planted, stand.warmer_by_c)
    if stand.crop.min_night_temp_c - nights >= COLD_BY_C and not found:
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
        The job as it stands.
    season : Season
        Its planting's season.
    shed : Shed
        The shed.

    Returns
    -------
    tuple of Finding
        Reasons why nothing is planned, or what the best mix misses.
    """
    found = [Finding(f"after_{cause}", Level.HOLD) for cause in job.causes]
    if job.status == "covered":
        found.append(Finding("after_fed_unknown", Level.NOTE))
    found += job.reasons
    if job.status == "given" and job.entry is not None:
        n_mg_l = shed.strength_n_mg_l(job.entry)
        found += too_strong(season.stand, job.entry.on, n_mg_l)
    if job.mixes:
        found += [*_ammonium_rich(job, season, shed), *_laborious(job.mixes[0])]
        found += _spread(job, job.mixes[0], shed)
        found += _missed(job, job.mixes[0])
    return tuple(found)


HARDLY, TONIC_N_MG_L = 0.25, 20.0
"""A feed so thin that brings no more than this share of nitrogen and potassium is a tonic."""


def _missed(job: JobPlan, mix: MixPlan) -> Iterator[Finding]:
    """What the best mix misses; or that it hardly feeds at all."""
    shares = {x: job.brings_g[x] / job.need_g[x] for x in NAMED_MISSES if job.need_g[x] > 1e-6}
    feeding = [share for x, share in shares.items() if x in ("N", "K")]
    thin = mix.water_l > 0 and mix.n_mg_l <= TONIC_N_MG_L
    if thin and feeding and max(feeding) <= HARDLY:
        number = Quantity("brings_pct", round(100 * max(feeding), 1), "%")
        yield Finding("hardly_feeds", Level.WARNING, numbers=(number,))
        return
    misses = {x: 1 - share for x, share in shares.items() if 1 - share > WORTH_SAYING}
    if misses:
        numbers = tuple(Quantity(x, 100 * miss, "%") for x, miss in misses.items())
        yield Finding("mix_misses", Level.NOTE, numbers=numbers, names=tuple(misses))


def _spread(job: JobPlan, mix: MixPlan, shed: Shed) -> Iterator[Finding]:
    """How what is not dissolved reaches the roots."""
    forms = {shed.products[line.product].form for line in mix.lines}
    if job.job.kind in ("feed", "dressing") and "organic" in forms:
        yield Finding("scratched_in", Level.NOTE)
    elif job.job.kind == "feed" and not mix.water_l:
        yield Finding("sprinkled", Level.NOTE)


MOST_PORTIONS = 20
"""More cans or parts than this are a day's work: there is a better way."""


def _laborious(mix: MixPlan) -> Iterator[Finding]:
    if mix.portions > MOST_PORTIONS and mix.portion == "can":
        yield Finding("many_cans", numbers=(Quantity("cans", mix.portions, ""),))
    elif mix.portions > MOST_PORTIONS and mix.portion == "part":
        yield Finding("many_parts", numbers=(Quantity("parts", mix.portions, ""),))


def _ammonium_rich(job: JobPlan, season: Season, shed: Shed) -> Iterator[Finding]:
    """A tub's feed whose nitrogen is mostly ammonium or urea, for want of a better one."""
    if season.stand.where != "tub" or not job.mixes or not job.mixes[0].water_l:
        return
    held = [(line.grams, shed.products[line.product].contents) for line in job.mixes[0].lines]
    soluble = sum(grams * of.soluble_n for grams, of in held)
    ammonium = sum(grams * (of.ammonium_urea_n or 0.0) for grams, of in held)
    if ammonium > (MOST_AMMONIUM + 1e-6) * soluble:
        number = Quantity("ammonium_pct", 100 * ammonium / soluble, "%")
        yield Finding("ammonium_rich", Level.NOTE, numbers=(number,))


def too_strong(stand: Stand, on: date, n_mg_l: float | None) -> list[Finding]:
    """Return the warning that a feed was stronger than its stage takes.

    Parameters
    ----------
    stand : Stand
        The planting in its place.
    on : date
        Day of the feed.
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
