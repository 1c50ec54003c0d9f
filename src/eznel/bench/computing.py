"""Speed of the core alone: whole seasons, cold, and what one change costs."""

import json
import statistics
import subprocess
import sys
from datetime import date
from time import perf_counter
from typing import Any

from eznel import catalogue
from eznel.bench.garden import TODAY, feed, generated, lived_in
from eznel.bench.rows import Row, median_ms
from eznel.core.balance.balance import balance_of
from eznel.core.balance.trying import Tried
from eznel.core.blend import blend
from eznel.core.document import FeedEntry, Garden, Log
from eznel.core.mixing import answers
from eznel.core.plan import make, plan
from eznel.core.plan.place_waters import moist_of, waters
from eznel.core.questions.programmes import by_programme
from eznel.core.questions.season_blend import season_blend
from eznel.core.questions.sowing import Asked, sow_on
from eznel.core.questions.stock import cheapest_set
from eznel.core.season.workings import Workings
from eznel.core.stands.stands import Stands
from eznel.formats.labels.reading import read_label

SEASON, MANY = 40, 2000
COLD_SAMPLES, CHANGES = 7, 15


def sample(plantings: int) -> dict[str, float]:
    """Compute one season in this process and say how long it took.

    Parameters
    ----------
    plantings : int
        Of the generated garden. [count]

    Returns
    -------
    dict of str to float
        "whole" and the part of it that went into blending. [ms]
    """
    rows = catalogue.load()
    garden, blending = generated(plantings, rows), 0.0

    def timed(*arguments: Any) -> object:
        nonlocal blending
        began = perf_counter()
        try:
            return blend(*arguments)
        finally:
            blending += perf_counter() - began

    vars(answers)["blend"] = timed
    began = perf_counter()
    plan(garden, Log(), TODAY, rows)
    return {"whole": (perf_counter() - began) * 1000, "blending": blending * 1000}


def rows(*, many: bool) -> list[Row]:
    """Measure the core.

    Parameters
    ----------
    many : bool
        Whether the garden of 2,000 plantings is computed too.

    Returns
    -------
    list of Row
        Medians. [ms]
    """
    cold = [_cold(SEASON) for _ in range(COLD_SAMPLES)]
    whole = statistics.median(one["whole"] for one in cold)
    share = statistics.median(one["blending"] / one["whole"] for one in cold)
    found = [
        Row("a loop of a million additions (how fast this machine is)", _loop_ms(), "ms"),
        Row(f"whole season, {SEASON} plantings, 12 products, cold", whole, "ms", 250, 150),
        Row("  of which blending", 100 * share, "%", 50, 50),
        Row("one changed planting, in the core", _changed_ms(), "ms", 40, 16),
        Row(f"the water of {SEASON} places by day", _waters_ms(), "ms", 60, 60),
        Row(f"the balance of {SEASON} plantings by day", _balances_ms(1.0), "ms", 100, 60),
        Row("  one step of a dragged dose", _balances_ms(1.5) / SEASON, "ms", 16, 16),
        *_lived_in_rows(),
        Row("a label of 20,000 characters, read", _label_ms(), "ms", 200, 200),
        Row("the cheapest bags for 40 plantings", _bags_ms(), "ms"),
        Row("one planting by every programme", _programmes_ms(), "ms"),
        Row("when to sow, with eight more sowings", _sowing_ms(), "ms"),
        Row("one blend for the season of 40 plantings", _blend_ms(), "ms"),
    ]
    if many:
        all_ms = _cold(MANY)["whole"]
        found.append(Row(f"{MANY} plantings, cold", all_ms / 1000, "s", None, 5))
        ratio = (all_ms / MANY) / (whole / SEASON)
        found.append(Row("  time per planting against that of 40", ratio, "×", 1.3, 1.3))
    return found


def _loop_ms() -> float:
    return median_ms(lambda: sum(n + 1 for n in range(1_000_000)), 5)


LABEL = """Bollard Garden Feed {n} soluble
Total Nitrogen (N) {n}.5 % (nitrate 4,5 %, ammoniacal 3 %)
Phosphorus pentoxide (P2O5) soluble in water 6 % (2.6 % P)
15 % K2O potassium oxide soluble in water
Loved by all who keep a garden between the rails
Dissolve {n} g in 10 litres, every 7-14 days. Net weight 25 kg
"""
LABEL_CHARACTERS = 20_000


def _waters_ms() -> float:
    """Every place's water from planting on, in the late summer, nothing taken over."""
    known = catalogue.load()
    garden, late = generated(SEASON, known), date(TODAY.year, 8, 20)

    def folded() -> float:
        workings = Workings(garden, Log(), late, known)
        began = perf_counter()
        waters(workings, {place.id: moist_of(place, workings) for place in garden.places})
        return (perf_counter() - began) * 1000

    return statistics.median(folded() for _ in range(3))


def _balances_ms(share: float) -> float:
    """Every planting's balance as planned, or with all doses changed after that. [ms]"""
    known = catalogue.load()
    workings = Workings(generated(SEASON, known), Log(), TODAY, known)
    if share != 1:
        for season in workings.seasons:
            balance_of(season, workings)
    began = perf_counter()
    for season in workings.seasons:
        balance_of(season, workings, Tried(dose_share=share))
    return (perf_counter() - began) * 1000


YEARS = 5


def _lived_in_rows() -> list[Row]:
    """A garden with five years behind it: planned from nothing, and after one more feed."""
    known = catalogue.load()
    garden, log = lived_in(SEASON, YEARS, known)
    began = perf_counter()
    before = make(garden, log, TODAY, known)
    cold_ms = (perf_counter() - began) * 1000

    def ticked(number: int) -> float:
        given = FeedEntry.model_validate(feed(str(garden.plantings[number].id), TODAY, number))
        after = log.model_copy(update={"feeds": (*log.feeds, given)})
        began = perf_counter()
        make(garden, after, TODAY, known, before)
        return (perf_counter() - began) * 1000

    what = f"{len(log.feeds)} feeds in {YEARS} years"
    ticks = statistics.median(ticked(n) for n in range(5))
    return [
        Row(what + ", planned from nothing", cold_ms, "ms"),
        Row("  after one more feed", ticks, "ms", 100, 100),
    ]


def _label_ms() -> float:
    text = ""
    while len(text) < LABEL_CHARACTERS:
        text += LABEL.format(n=len(text) % 17 + 1)
    read_label(LABEL)  # what is loaded once is not the reading
    return median_ms(lambda: read_label(text[:LABEL_CHARACTERS]), 7)


def _bags_ms() -> float:
    known = catalogue.load()
    workings = Workings(generated(SEASON, known), Log(), TODAY, known)
    return median_ms(lambda: cheapest_set(workings), 3)


def _programmes_ms() -> float:
    known = catalogue.load()
    workings = Workings(generated(SEASON, known), Log(), TODAY, known)
    planting = workings.seasons[-1].stand.id
    return median_ms(lambda: by_programme(planting, workings), 5)


def _sowing_ms() -> float:
    known = catalogue.load()
    stands = Stands(generated(SEASON, known), Log(), TODAY, known)
    asked = Asked(crop="radish", place=stands.garden.places[0].id, sown_in_place=True)
    return median_ms(lambda: sow_on(asked, TODAY, stands, 8), 7)


def _blend_ms() -> float:
    known = catalogue.load()
    workings = Workings(generated(SEASON, known), Log(), TODAY, known)
    return median_ms(lambda: season_blend(workings, None, time_limit_s=60), 3)


def _cold(plantings: int) -> dict[str, float]:
    """A sample in a process of its own."""
    asked = f"from eznel.bench import computing as c; print(c.json.dumps(c.sample({plantings})))"
    made = subprocess.run([sys.executable, "-c", asked], capture_output=True, check=True)
    found: dict[str, float] = json.loads(made.stdout)
    return found


def _changed_ms() -> float:
    known = catalogue.load()
    garden = generated(SEASON, known)
    before = make(garden, Log(), TODAY, known)
    samples = []
    for n in range(CHANGES):
        changed = with_plants(garden, n % SEASON, n % 5 + 3)
        began = perf_counter()
        make(changed, Log(), TODAY, known, before)
        samples.append((perf_counter() - began) * 1000)
    return statistics.median(samples)


def with_plants(garden: Garden, number: int, plants: int) -> Garden:
    """Return a garden with another number of plants in one planting.

    Parameters
    ----------
    garden : Garden
        Generated.
    number : int
        Which planting. [count]
    plants : int
        How many of it. [count]

    Returns
    -------
    Garden
        All other things the same.
    """
    plantings = list(garden.plantings)
    plantings[number] = plantings[number].model_copy(update={"plants": plants})
    return Garden.model_validate({**dict(garden), "plantings": tuple(plantings)})
