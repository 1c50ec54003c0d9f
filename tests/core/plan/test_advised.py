"""Gardens of ordinary growers, and what a good adviser would expect of their plans.

Each line is a garden, the day on which its grower looks, and what was written down of it before it
was planned: what share of each nutrient is met, when, with what, and what is said.
"""

from collections.abc import Callable
from datetime import date
from typing import Any, NamedTuple

import pytest

import gardens
from eznel import catalogue
from eznel.core.plan import SeasonPlan
from eznel.core.plan.result import JobView, PlantingPlan

Check = Callable[[SeasonPlan], str | None]
"""What is wrong with a plan, or nothing."""


class Advised(NamedTuple):
    """A garden on a day, and what an adviser expects of its plan."""

    name: str
    on: date
    garden: dict[str, Any]
    expected: tuple[Check, ...]


# What an adviser looks at.


def _of(plan: SeasonPlan, crop: str) -> PlantingPlan:
    return next(one for one in plan.plantings if one.crop == crop)


def _coming(planting: PlantingPlan) -> list[JobView]:
    return [job for job in planting.jobs if job.status == "planned"]


def met(crop: str, **least: float) -> Check:
    """At least such shares of the season's needs are met."""

    def look(plan: SeasonPlan) -> str | None:
        for need in _of(plan, crop).needs:
            if need.nutrient in least and need.supplied_g < least[need.nutrient] * need.total_g:
                return f"{need.nutrient}: {need.supplied_g:.2f} of {need.total_g:.2f} g"
        return None

    return look


def no_need(crop: str, *nutrients: str) -> Check:
    def look(plan: SeasonPlan) -> str | None:
        needs = {n.nutrient: n.total_g for n in _of(plan, crop).needs}
        return next((f"{x}: {needs[x]:.2f} g" for x in nutrients if needs[x] > 0), None)

    return look


def between(crop: str, start: date, end: date, *, least: float = 0, most: float = 1) -> Check:
    """So much of the season's nitrogen comes from a day to before another, its base included."""

    def look(plan: SeasonPlan) -> str | None:
        planting = _of(plan, crop)
        came = sum(job.brings_g["N"] for job in planting.jobs if start <= job.due_on < end)
        share = came / gardens.need(planting, "N")
        return None if least - 1e-9 <= share <= most + 1e-9 else f"{share:.2f} of the nitrogen"

    return look


def in_step(crop: str, nutrient: str, stage: str, least: float) -> Check:
    """When a stage begins, at least such a share of what is needed by then has come."""

    def look(plan: SeasonPlan) -> str | None:
        planting = _of(plan, crop)
        tide = next(one for one in planting.tides if one.nutrient == nutrient)
        began = next(s.start for s in planting.stages if s.key == stage)
        n = max(n for n, day in enumerate(tide.days) if day <= began)
        share = tide.supply_g[n] / tide.need_g[n]
        return None if share >= least else f"{share:.2f} of {nutrient} by {stage}"

    return look


def ahead_of_stop(crop: str, days: int) -> Check:
    """The last dressing or feed is given so long before feeding stops."""

    def look(plan: SeasonPlan) -> str | None:
        planting = _of(plan, crop)
        last = max(j.due_on for j in planting.jobs if j.mixes and j.kind in ("dressing", "feed"))
        left = (planting.stop_on - last).days
        return None if left >= days else f"{left} days before the stop"

    return look


def lasts(crop: str) -> Check:
    """One of the last two feeds is given: what there is was not all taken by the first."""

    def look(plan: SeasonPlan) -> str | None:
        feeds = [job for job in _of(plan, crop).jobs if job.kind == "feed"]
        return None if any(job.mixes for job in feeds[-2:]) else "the last feeds are without"

    return look


def no_nitrogen(crop: str, start: date, end: date) -> Check:
    return between(crop, start, end, most=0)


def stage_begins(crop: str, stage: str, start: date, end: date) -> Check:
    def look(plan: SeasonPlan) -> str | None:
        began = next(s.start for s in _of(plan, crop).stages if s.key == stage)
        return None if start <= began < end else f"{stage} begins on {began}"

    return look


def stands_until(crop: str, start: date, end: date) -> Check:
    def look(plan: SeasonPlan) -> str | None:
        last = _of(plan, crop).last_pick
        return None if start <= last < end else f"stands until {last}"

    return look


def _said(plan: SeasonPlan) -> set[str]:
    of_jobs = {f.key for p in plan.plantings for job in p.jobs for f in job.findings}
    of_places = {f.key for place in plan.places for f in place.findings}
    of_work = {f.key for place in plan.places for job in place.jobs for f in job.findings}
    of_ph = {f.key for place in plan.places if place.ph_work for f in place.ph_work.findings}
    of_all = {f.key for p in plan.plantings for f in p.findings}
    return of_jobs | of_places | of_work | of_ph | of_all | {f.key for f in plan.findings}


def says(*keys: str) -> Check:
    def look(plan: SeasonPlan) -> str | None:
        missing = set(keys) - _said(plan)
        return f"{missing} is not said, but {sorted(_said(plan))}" if missing else None

    return look


def silent(*keys: str) -> Check:
    def look(plan: SeasonPlan) -> str | None:
        too_much = set(keys) & _said(plan)
        return f"{too_much} is said" if too_much else None

    return look


def all_answered(crop: str, but: tuple[str, ...] = ()) -> Check:
    """Every job that is planned has a mix."""

    def look(plan: SeasonPlan) -> str | None:
        bare = [j for j in _coming(_of(plan, crop)) if not j.mixes and j.kind not in but]
        return f"{len(bare)} refused: {[f.key for f in bare[0].findings]}" if bare else None

    return look


def work(kind: str, start: date, end: date) -> Check:
    """The ground is worked on once, within some days."""

    def look(plan: SeasonPlan) -> str | None:
        days = [j.due_on for place in plan.places for j in place.jobs if j.kind == kind]
        return None if days and all(start <= d < end for d in days) else f"{kind} on {days}"

    return look


def no_work(*kinds: str) -> Check:
    def look(plan: SeasonPlan) -> str | None:
        found = [j.kind for place in plan.places for j in place.jobs if j.kind in kinds]
        return f"{found}" if found else None

    return look


def jobs_of(crop: str, kind: str, least: int) -> Check:
    def look(plan: SeasonPlan) -> str | None:
        found = len(gardens.jobs(_of(plan, crop), kind))
        return None if found >= least else f"{found} of {kind}"

    return look


def on_weekday(crop: str, weekday: int) -> Check:
    """All feeds but the last, which may have no such day left."""

    def look(plan: SeasonPlan) -> str | None:
        days = [j.due_on for j in _coming(_of(plan, crop)) if j.kind == "feed"][:-1]
        return next((f"on {d:%A}" for d in days if d.weekday() != weekday), None)

    return look


def buys(crop: str, *materials: str) -> Check:
    def look(plan: SeasonPlan) -> str | None:
        found = [one.material for one in _of(plan, crop).to_buy]
        return None if found == list(materials) else f"buys {found}"

    return look


def buys_organic(crop: str) -> Check:
    """Something is named to buy, and an organic grower without animals may use all of it."""

    def look(plan: SeasonPlan) -> str | None:
        known = catalogue.load().materials
        found = [known[one.material] for one in _of(plan, crop).to_buy]
        fit = all(one.organic == "yes" and not one.animal for one in found)
        return None if found and fit else f"buys {[one.key for one in found]}"

    return look


# Sheds and places that many have.

SPOONS = [gardens.scoop("teaspoon", 5), gardens.scoop("tablespoon", 15)]
KITCHEN = [gardens.scoop("quarter", 1.25), *SPOONS, gardens.scoop("cup", 250)]
ALL_TEN = gardens.product("all ten", N=10, P2O5=10, K2O=10)
ALL_TWENTY = gardens.product("all twenty", "soluble", N=20, P2O5=20, K2O=20)
TOMATO_FEED = gardens.product("tomato feed", "liquid", N=4, P2O5=3, K2O=8)
MEAL = gardens.product("meal", "organic", N=10, organic=True)
SOLUBLE = gardens.product("soluble", "soluble", N=12, P2O5=8, K2O=16)
NITRATE = gardens.product("nitrate", "soluble", N=15.5, CaO=26.5)
INLAND = gardens.site(
    latitude_deg=50, last_frost="05-08", first_frost="10-12",
    monthly_min_c=[-1, -1, 1.5, 4, 8, 11.5, 13.5, 13, 9.5, 6, 2.5, 0],
    monthly_max_c=[4.5, 6, 10.5, 15, 19.5, 22.5, 25, 24.5, 20, 14.5, 8.5, 5],
)  # fmt: skip
MILD_SOUTH = gardens.site(
    latitude_deg=-38,
    monthly_min_c=[14, 14.5, 13, 10.5, 8.5, 6.5, 6, 6.5, 8, 9.5, 11, 12.5],
    monthly_max_c=[26, 26, 24, 20, 16.5, 14, 13.5, 15, 17, 19.5, 22, 24],
)  # fmt: skip
WARM_DRY = gardens.site(
    latitude_deg=38, last_frost="03-10", first_frost="11-28",
    monthly_min_c=[4, 5, 6.5, 8.5, 12, 15.5, 18, 18, 15.5, 12, 8, 5],
    monthly_max_c=[14, 15.5, 18, 20.5, 25, 30, 33.5, 33, 29, 23.5, 18, 14.5],
)  # fmt: skip
TROPICS = gardens.site(latitude_deg=10, monthly_min_c=[22] * 12, monthly_max_c=[31] * 12)
WINDOWSILL = gardens.site(low=16, high=24)
SPRING = date(2026, 4, 1)


def one(crop: str, place: dict[str, Any], *shed: dict[str, Any], **more: Any) -> dict[str, Any]:
    """A garden of one planting in one place."""
    how = {k: more.pop(k) for k in ("planted_on", "plants", "programme", "sown_in_place",
                                    "variety", "ends_on", "kept_since",
                                    "had") if k in more}  # fmt: skip
    planting = gardens.planting(crop, **how) | {"place": place["id"]}
    return {"site": INLAND, "places": [place], "plantings": [planting], "products": list(shed),
            "scoops": KITCHEN, **more}  # fmt: skip


TABLE = (
    # Limits: hard and thrifty
    Advised("two tubs of tomatoes and a tomato feed", date(2026, 5, 20),
            one("tomato", gardens.tub(litres=40, count=2), TOMATO_FEED, plants=2),
            (met("tomato", N=0.9), all_answered("tomato"),
             between("tomato", date(2026, 8, 15), date(2026, 10, 15), least=0.05))),
    Advised("four tomatoes, all ten and all twenty, no test", date(2026, 5, 12),
            one("tomato", gardens.bed(), ALL_TEN, ALL_TWENTY, plants=4),
            (met("tomato", N=0.9, K=0.9), says("phosphorus_along"))),
    Advised("rhubarb with one bag", date(2026, 3, 1),
            one("rhubarb", gardens.bed(), ALL_TEN, planted_on="2023-03-20",
                programme="monthly_granular"),
            (met("rhubarb", N=0.9),
             between("rhubarb", date(2026, 5, 1), date(2026, 10, 1), least=0.2))),
    Advised("a very high test and one bag with phosphorus", date(2026, 5, 12),
            one("cabbage", gardens.bed(), ALL_TEN, programme="base_and_side_dress",
                reports=[gardens.report(values={"P": 300}, extractant="Mehlich-3")]),
            (met("cabbage", N=0.9), says("phosphorus_along"))),
    Advised("a very high test and another bag without", date(2026, 5, 12),
            one("cabbage", gardens.bed(), ALL_TEN, gardens.product("n", N=21),
                programme="base_and_side_dress",
                reports=[gardens.report(values={"P": 300}, extractant="Mehlich-3")]),
            (met("cabbage", N=0.9), silent("phosphorus_along"))),
    Advised("a garden whose rules allow phosphorus only by a test", date(2026, 5, 12),
            one("cabbage", gardens.bed(), ALL_TEN, gardens.product("n", N=21),
                programme="base_and_side_dress", preferences={"phosphorus_by_test": True}),
            (met("cabbage", N=0.9),)),
    # Measures that people have
    Advised("three small pots of basil on a sill", date(2026, 5, 20),
            one("basil", gardens.tub(litres=5, count=3, shelter="cover"), SOLUBLE, plants=3,
                site=WINDOWSILL),
            (all_answered("basil"), met("basil", N=0.8))),
    Advised("weekly feeds of three small pots", date(2026, 5, 20),
            one("parsley", gardens.tub(litres=5, count=3, shelter="cover"), SOLUBLE, plants=3,
                site=WINDOWSILL, programme="little_and_often"),
            (says("fed_together"), all_answered("parsley"), met("parsley", N=0.8))),
    Advised("potassium of a tomato in a tub keeps its own curve", date(2026, 5, 12),
            one("tomato", gardens.tub(litres=40), SOLUBLE, gardens.product("potash", "soluble",
                K2O=50, S=17)), (in_step("tomato", "K", "fruit_set", 0.7), met("tomato", K=0.9))),
    Advised("a third of a bottle for two tubs", date(2026, 5, 12),
            one("tomato", gardens.tub(litres=40, count=2), TOMATO_FEED | {"stock":
                {"amount": gardens.measure(300, "mL"), "counted_on": "2026-05-01"}}, plants=2),
            (lasts("tomato"),)),
    Advised("a feed that its label allows three times", date(2026, 5, 12),
            one("tomato", gardens.tub(litres=40, count=2), TOMATO_FEED | {"max_times": 3},
                plants=2),
            (says("label_times_spread"),
             between("tomato", date(2026, 7, 10), date(2026, 10, 15), least=0.08))),
    Advised("lettuce under glass in the dark weeks", date(2026, 10, 10),
            one("lettuce", gardens.bed(shelter="cover"), SOLUBLE, plants=12,
                planted_on="2026-10-05", programme="little_and_often"),
            (says("after_low_light"),)),
    Advised("seedlings and a can of four litres", date(2026, 3, 20),
            one("tomato", gardens.tub(litres=40), SOLUBLE, plants=6,
                preferences={"can": gardens.measure(4, "L")})
            | {"plantings": [gardens.planting("tomato", "tub", plants=6, sown_on="2026-03-10")]},
            (all_answered("tomato", but=("base",)), jobs_of("tomato", "seedling", 2))),
    Advised("ten square metres of potatoes on spoons", date(2026, 4, 15),
            one("potato", gardens.bed(length=5, width=2), gardens.product("potash", K2O=50),
                gardens.product("n", N=21), scoops=SPOONS, planted_on="2026-04-15",
                sown_in_place=True, programme="base_and_side_dress"),
            (met("potato", N=0.9, K=0.9),)),
    Advised("four hundred square metres of potatoes", date(2026, 4, 15),
            one("potato", gardens.bed(length=20, width=20), ALL_TEN, planted_on="2026-04-15",
                sown_in_place=True, programme="base_and_side_dress",
                scoops=[gardens.scoop("cup", 250), gardens.scoop("bucket", 5000)]),
            (met("potato", N=0.8),)),
    Advised("a field by the can", date(2026, 5, 12),
            one("cabbage", gardens.bed(length=20, width=10), SOLUBLE,
                programme="little_and_often"),
            (says("many_cans"),)),
    Advised("granules alone, and a programme that pours", date(2026, 5, 12),
            one("tomato", gardens.bed(), ALL_TEN, programme="little_and_often", plants=4),
            (says("sprinkled"), met("tomato", N=0.9, K=0.9))),
    Advised("one bag of all ten and two buckets", date(2026, 5, 20),
            one("tomato", gardens.tub(litres=12, count=2), ALL_TEN, plants=2),
            (says("sprinkled", "no_room_in_feeds"), met("tomato", N=0.35))),
    Advised("an organic allotment with one bag of meal", date(2026, 5, 1),
            one("cabbage", gardens.bed(length=8), MEAL, plants=20, planted_on="2026-05-10",
                programme="base_and_side_dress", preferences={"organic_only": True}),
            (met("cabbage", N=0.9), says("scratched_in"), ahead_of_stop("cabbage", 24),
             all_answered("cabbage"))),
    Advised("meal alone, and a programme that pours", date(2026, 5, 1),
            one("tomato", gardens.bed(), MEAL, plants=4),
            (met("tomato", N=0.8), says("scratched_in"), ahead_of_stop("tomato", 24))),
    Advised("meal alone, spread once a month", date(2026, 5, 1),
            one("tomato", gardens.bed(), MEAL, plants=4, programme="monthly_granular"),
            (met("tomato", N=0.9), says("scratched_in"), ahead_of_stop("tomato", 24),
             all_answered("tomato"))),
    Advised("half a bag of meal for a season", date(2026, 5, 1),
            one("tomato", gardens.bed(), MEAL | {"stock": {"amount": gardens.measure(150, "g"),
                "counted_on": "2026-04-20"}}, plants=4), (lasts("tomato"),)),
    Advised("pellets that nobody knows to be organic", date(2026, 5, 10),
            one("cabbage", gardens.bed(), gardens.product(
                "pellets", "organic", N=4, P2O5=2.5, K2O=2.3,
                material="poultry_manure_pellets"), programme="compost_first",
                preferences={"organic_only": True}),
            (says("all_refused", "organic_unknown"),)),
    Advised("an empty shed", date(2026, 5, 12),
            one("tomato", gardens.bed(), plants=4),
            (says("nothing_can_be_given", "shed_is_empty"),
             buys("tomato", "calcium_nitrate", "potassium_sulphate"))),
    Advised("an organic garden is told of no mineral", date(2026, 5, 12),
            one("tomato", gardens.bed(), plants=4,
                preferences={"organic_only": True, "no_animal_products": True}),
            (buys_organic("tomato"),)),
    Advised("nitrate in the shed is not to be bought", date(2026, 5, 20),
            one("tomato", gardens.tub(litres=40, recipe=[{"name": "coir", "parts": 1}]),
                NITRATE | {"material": "calcium_nitrate"}, plants=1),
            (buys("tomato", "mono_potassium_phosphate", "potassium_sulphate", "magnesium_sulphate"),
             )),
    Advised("half a handful left", date(2026, 5, 12),
            one("tomato", gardens.bed(),
                SOLUBLE | {"stock": {"amount": gardens.measure(0, "g"),
                                     "counted_on": "2026-05-01"}}, plants=4),
            (says("stock_is_out"),)),
    Advised("a grower who feeds on Saturdays", date(2026, 5, 20),
            one("tomato", gardens.tub(litres=40, count=2), SOLUBLE, plants=2,
                preferences={"feeding_day": 5}),
            (on_weekday("tomato", 5), met("tomato", N=0.9))),
    Advised("every fortnight would be too strong", date(2026, 5, 12),
            one("tomato", gardens.tub(litres=35), SOLUBLE, plants=1),
            (says("fed_more_often"), met("tomato", N=0.9))),
    Advised("cabbages by the can alone", date(2026, 5, 10),
            one("cabbage", gardens.bed(), SOLUBLE, planted_on="2026-05-10"),
            (says("no_room_in_feeds"),)),
    # Tubs
    Advised("a bought mix is limed and tap water is hard enough", date(2026, 5, 20),
            one("tomato", gardens.tub(litres=40), SOLUBLE, plants=1),
            (no_need("tomato", "Ca", "Mg"),)),
    Advised("tubs by a warm wall end with the frost", date(2026, 5, 20),
            one("tomato", gardens.tub(litres=40, warmer_by_c=4, shelter="wall"), SOLUBLE, plants=1),
            (stands_until("tomato", date(2026, 8, 1), date(2026, 10, 13)),)),
    Advised("tomatoes in the tropics", date(2026, 5, 12),
            one("tomato", gardens.bed(), SOLUBLE, plants=4, site=TROPICS),
            (stands_until("tomato", date(2026, 8, 15), date(2026, 12, 31)), met("tomato", N=0.9))),
    Advised("strawberries in tubs are fed through", date(2026, 3, 15),
            one("strawberry", gardens.tub(litres=20, count=2), SOLUBLE, plants=6,
                planted_on="2025-04-01"),
            (between("strawberry", date(2026, 4, 20), date(2026, 6, 20), least=0.1),)),
    # Seasons
    Advised("garlic in a cold winter", date(2026, 10, 20),
            one("garlic", gardens.bed(), SOLUBLE, planted_on="2026-10-15", sown_in_place=True),
            (between("garlic", date(2026, 10, 1), date(2027, 1, 1), most=0.21),
             no_nitrogen("garlic", date(2026, 12, 1), date(2027, 2, 1)),
             between("garlic", date(2027, 2, 1), date(2027, 6, 1), least=0.7),
             stage_begins("garlic", "bulbing", date(2027, 4, 1), date(2027, 6, 1)))),
    Advised("garlic in a mild winter", date(2026, 11, 1),
            one("garlic", gardens.bed(), SOLUBLE, planted_on="2026-10-25", sown_in_place=True,
                site=WARM_DRY),
            (between("garlic", date(2026, 10, 1), date(2027, 1, 1), most=0.21),
             no_nitrogen("garlic", date(2026, 11, 10), date(2027, 1, 20)),
             between("garlic", date(2027, 1, 20), date(2027, 5, 1), least=0.7))),
    Advised("garlic of the southern half", date(2026, 4, 20),
            one("garlic", gardens.bed(), SOLUBLE, planted_on="2026-04-15", sown_in_place=True,
                site=MILD_SOUTH),
            (stage_begins("garlic", "bulbing", date(2026, 9, 20), date(2026, 11, 1)),
             no_nitrogen("garlic", date(2026, 5, 10), date(2026, 7, 20)),
             between("garlic", date(2026, 7, 20), date(2026, 10, 15), least=0.7))),
    Advised("garlic with a bag to spread", date(2026, 10, 20),
            one("garlic", gardens.bed(), gardens.product("n", N=21), planted_on="2026-10-15",
                sown_in_place=True, programme="base_and_side_dress"),
            (between("garlic", date(2026, 10, 1), date(2027, 1, 1), most=0.21),
             between("garlic", date(2027, 2, 1), date(2027, 6, 1), least=0.7))),
    Advised("garlic written down in March that had nothing", date(2026, 3, 20),
            one("garlic", gardens.bed(), SOLUBLE, planted_on="2025-10-15", sown_in_place=True,
                kept_since="2026-03-20", had="nothing"),
            (met("garlic", N=0.9), silent("what_had_it"),
             between("garlic", date(2026, 3, 20), date(2026, 6, 1), least=0.9))),
    Advised("tomatoes written down in July that were fed", date(2026, 7, 10),
            one("tomato", gardens.tub(litres=40), SOLUBLE, plants=1, planted_on="2026-05-12",
                kept_since="2026-07-10", had="fed"),
            (met("tomato", N=0.9), silent("what_had_it"),
             between("tomato", date(2026, 7, 10), date(2026, 10, 1), least=0.2, most=0.8))),
    Advised("tomatoes of which nobody knows what they had", date(2026, 7, 10),
            one("tomato", gardens.tub(litres=40), SOLUBLE, plants=1, planted_on="2026-05-12",
                kept_since="2026-07-10"),
            (says("what_had_it"),
             between("tomato", date(2026, 7, 10), date(2026, 10, 1), least=0.2, most=0.8))),
    Advised("autumn onions", date(2026, 9, 25),
            one("onion", gardens.bed(), SOLUBLE, planted_on="2026-09-20"),
            (between("onion", date(2026, 9, 1), date(2027, 1, 1), most=0.21),
             between("onion", date(2027, 2, 1), date(2027, 7, 1), least=0.7))),
    Advised("spring cabbage", date(2026, 9, 10),
            one("cabbage", gardens.bed(), SOLUBLE, planted_on="2026-09-05"),
            (between("cabbage", date(2026, 9, 1), date(2027, 1, 1), most=0.21),
             # weekly, and no more than 2 g/m² in water: the rest would want a dressing
             between("cabbage", date(2027, 2, 1), date(2027, 6, 15), least=0.5))),
    Advised("spring cabbage with a bag to spread", date(2026, 9, 10),
            one("cabbage", gardens.bed(), gardens.product("n", N=21), planted_on="2026-09-05",
                programme="base_and_side_dress"),
            (between("cabbage", date(2026, 9, 1), date(2027, 1, 1), most=0.21),
             between("cabbage", date(2027, 2, 1), date(2027, 6, 15), least=0.5))),
    Advised("kale stands into spring, and lime waits for it", date(2026, 6, 1),
            one("kale", gardens.bed(texture="loam"), SOLUBLE, planted_on="2026-05-15",
                reports=[gardens.report(ph=5.2)]),
            (stands_until("kale", date(2027, 3, 20), date(2027, 5, 10)),
             work("lime", date(2027, 3, 20), date(2027, 5, 10)))),
    Advised("leeks stand into spring", date(2026, 6, 1),
            one("leek", gardens.bed(), SOLUBLE, planted_on="2026-05-20"),
            (stands_until("leek", date(2027, 3, 20), date(2027, 5, 10)),
             no_nitrogen("leek", date(2026, 12, 1), date(2027, 6, 1)))),
    Advised("parsley does not bear hard frost for ever", date(2026, 6, 1),
            one("chard", gardens.bed(), SOLUBLE, planted_on="2026-05-10",
                site=INLAND | {"monthly_min_c": [-11, -10, -4.5, 2, 8.5, 14, 16.5, 15.5, 11, 5,
                                                 -1, -8]}),
            (stands_until("chard", date(2026, 9, 1), date(2026, 12, 20)),)),
    Advised("asparagus is not limed in its bed", SPRING,
            one("asparagus", gardens.bed(texture="loam"), SOLUBLE, planted_on="2022-04-01",
                reports=[gardens.report(ph=5.5)]),
            (no_work("lime"), says("lime_when_lifted"))),
    Advised("strawberries in a bed", SPRING,
            one("strawberry", gardens.bed(), SOLUBLE, planted_on="2025-04-01"),
            (between("strawberry", date(2026, 3, 1), date(2026, 5, 1), most=0.35),
             no_nitrogen("strawberry", date(2026, 5, 20), date(2026, 6, 15)),
             no_nitrogen("strawberry", date(2026, 8, 20), date(2026, 12, 31)),
             between("strawberry", date(2026, 6, 1), date(2026, 8, 20), least=0.5))),
    Advised("runner beans get none once they flower", date(2026, 5, 20),
            one("climbing_bean", gardens.bed(), SOLUBLE, planted_on="2026-05-15",
                sown_in_place=True),
            (no_nitrogen("climbing_bean", date(2026, 7, 25), date(2026, 12, 1)),)),
    # Soil
    Advised("fifteen centimetres of compost", SPRING,
            one("kale", gardens.bed(density=gardens.measure(0.7, "g/mL")), SOLUBLE,
                preparations=[{"id": gardens.uid("compost"), "place": gardens.uid("bed"),
                               "on": "2026-03-10", "material": "cow_manure_composted",
                               "done": True, "how": {"by": "layer",
                                                     "thickness": gardens.measure(15, "cm")}}]),
            (no_need("kale", "N"), says("compost_is_plenty"), silent("light_bed"))),
    Advised("two reports of one spring that contradict", SPRING,
            one("kale", gardens.bed(texture="loam"), SOLUBLE,
                reports=[gardens.report(ph=5.2),
                         gardens.report(ph=6.9, id=gardens.uid("again"),
                                        sampled_on="2026-03-20")]),
            (says("reports_contradict"),)),
    Advised("potassium of two reports of one spring is two classes apart", SPRING,
            one("kale", gardens.bed(texture="loam"), SOLUBLE,
                reports=[gardens.report(values={"K": 250}, extractant="Mehlich-3",
                                        sampled_on="2026-02-10"),
                         gardens.report(values={"K": 30}, extractant="Mehlich-3",
                                        id=gardens.uid("again"), sampled_on="2026-03-20")]),
            (says("classes_contradict"), no_need("kale", "K"))),
    Advised("a report of zeros", SPRING,
            one("kale", gardens.bed(texture="loam"), SOLUBLE,
                reports=[gardens.report(values={"P": 0, "K": 0}, extractant="Mehlich-3")]),
            (says("report_of_zeros"),)),
    Advised("an acid bed limed last autumn is fed", SPRING,
            one("cabbage", gardens.bed(texture="loam"), ALL_TEN, planted_on="2026-05-10",
                programme="base_and_side_dress",
                reports=[gardens.report(ph=5.4, sampled_on="2025-09-20")],
                preparations=[{"id": gardens.uid("lime"), "place": gardens.uid("bed"),
                               "on": "2025-10-20", "material": "ground_limestone",
                               "done": True, "how": {"by": "total",
                                                     "amount": gardens.measure(1500, "g")}}]),
            (met("cabbage", N=0.9), no_work("lime"))),
    Advised("a tomato bed of pH 7", SPRING,
            one("tomato", gardens.bed(texture="loam"), SOLUBLE, plants=4,
                reports=[gardens.report(ph=7.0)]),
            (no_work("sulphur"), met("tomato", N=0.9))),
    Advised("a bed of pH 8.4", SPRING,
            one("tomato", gardens.bed(texture="loam"), SOLUBLE, plants=4,
                reports=[gardens.report(ph=8.4)]),
            (no_work("sulphur", "lime"), met("tomato", N=0.9))),
    Advised("a bed of pH 4.3, kale to come", SPRING,
            one("kale", gardens.bed(texture="loam"), SOLUBLE,
                reports=[gardens.report(ph=4.3)]),
            (says("too_acid_to_plant"), work("lime", SPRING, date(2026, 4, 29)))),
    Advised("kale planted next month, lime today", SPRING,
            one("kale", gardens.bed(texture="loam"), SOLUBLE,
                reports=[gardens.report(ph=5.5)]),
            (work("lime", SPRING, date(2026, 4, 29)), met("kale", N=0.8))),
)  # fmt: skip


@pytest.mark.parametrize("case", TABLE, ids=lambda case: case.name)
def test_what_an_adviser_expects(case: Advised) -> None:
    plan = gardens.plan_of(gardens.garden(**case.garden), today=case.on)
    wrong = [said for look in case.expected if (said := look(plan)) is not None]
    assert wrong == []
