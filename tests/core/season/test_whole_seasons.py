"""Whole seasons, each reckoned by hand from the catalogue's figures: needs, days, and every split.

The site is 16 °C all year, so a stage takes its degree days over 16 less the crop's base, rounded
up to days. Everything is planted or sown on 12 May. Between the ends of two stages uptake rises in
a straight line; what is fed is due by the share reached over the share reached at the stop, and
each feed carries the crop to the next one.
"""

from dataclasses import dataclass
from datetime import date, timedelta

import pytest

import gardens
from eznel.core.plan.result import PlantingPlan

K2O = 0.8302
P2O5 = 0.4364
BAGS = [
    gardens.product("granules", "granular", N=10, P2O5=5, K2O=10),
    gardens.product("pellets", "organic", N=4, P2O5=2, K2O=2),
    gardens.product("feed", "soluble", N=12, P2O5=4, K2O=18),
    gardens.product("coated", "coated", N=18, P2O5=6, K2O=12, release_days=150),
]


@dataclass
class Season:
    """What a season comes to, per square metre, or per plant in tubs. [g]"""

    crop: str
    programme: str
    needs: dict[str, float]
    fed_from: str
    stop: str
    kind: str
    days: list[str]
    """Of all jobs of that kind."""
    n_g: dict[int, float]
    """Nitrogen of some of them."""
    base: dict[str, float]
    place: dict | None = None
    report: dict | None = None
    planting: dict | None = None
    unplaced_n: float = 0.0


def every(first: str, days: int, count: int) -> list[str]:
    start = date.fromisoformat(first)
    return [str(start + timedelta(days * n)) for n in range(count)]


def found(**values: float) -> dict:
    return gardens.report(values=values, extractant="Mehlich-3", organic_matter_pct=2)


SEASONS = [
    # Untested: K as medium, 8 g K₂O for a medium feeder, all of it within the base's 10.
    # Hold 14 days. Establishment 50/4 = 13 d, leaves 130/4 = 33, flowers 18, set 13, fill 20,
    # picking 500/4 = 125 to 20 Dec, stop 14 days before: 0.43 + 0.57 × 111/125 = 0.936.
    # By 9 June: (0.03 + 0.12 × 15/33)/0.936 = 0.0903 of 13 g. Every 14 days 14 times in 194 days.
    # The last: one less (0.43 + 0.57 × 99/125)/0.936 = 0.0585.
    Season("cucumber", "leaf_then_fruit", {"N": 13, "P": 0, "K": 8 * K2O}, "2026-05-26",
           "2026-12-06", "feed", every("2026-05-26", 14, 14), {0: 1.174, 13: 0.760},
           {"N": 0, "K": 8 * K2O}),
    # Picked after 45 days; stop 14 days before. A feed may bring 2 g/m²; 10 g in three feeds a
    # week apart do not go in: 4 g stay short, and the plan says so.
    Season("lettuce", "little_and_often", {"N": 10, "K": 8 * K2O}, "2026-05-26", "2026-06-12",
           "feed", every("2026-05-26", 7, 3), {0: 2.0, 1: 2.0, 2: 2.0}, {"N": 0},
           unplaced_n=4.0),
    # A fifth of 12 g before planting. 50/8 = 7 d, 25, 12, 7, 9, picking 98 d to 17 Oct, stop 21
    # days before. By 25 June 0.2722/0.8779 of 12 = 3.72 less the base's 2.4 = 1.32; scaled to what
    # is fed, (0.3101 − 0.2)/0.8 × 9.6 = 1.32; the first carries to 25 June, the last what is left.
    Season("courgette", "monthly_granular", {"N": 12, "K": 8 * K2O}, "2026-05-26", "2026-09-26",
           "dressing", every("2026-05-26", 30, 5), {0: 1.701, 1: 2.890, 2: 2.385, 4: 0.2385},
           {"N": 2.4}),
    # The same on sand: half the base, and no dressing above 0.7 × 5 = 3.5 g/m².
    Season("courgette", "monthly_granular", {"N": 12, "K": 8 * K2O}, "2026-05-26", "2026-09-26",
           "dressing", every("2026-05-26", 30, 5), {0: 2.901, 1: 2.890},
           {"N": 1.2}, place=gardens.bed(texture="sand")),
    # Tubers: K one group up from heavy stays heavy, 11 g K₂O: 10 at planting, 1 later. Stop at
    # tuber bulking, 16 × 9 days on; 15 g of N: 3 at planting, 12 from 25 May on. A month apart
    # the first would bring 8.8 g; 5 g a dressing is the most, so every 15 days: 3 dressings. By 9
    # June (0.32 × 15/22 ÷ 0.56 − 0.2) ÷ 0.8 of 12 = 2.84 g, then 5.94 to 24 June: 0.94 are too many
    # and go to the first.
    Season("potato", "monthly_granular", {"N": 15, "K": 11 * K2O}, "2026-05-25", "2026-07-02",
           "dressing", every("2026-05-25", 15, 3), {0: 3.786, 1: 5.0, 2: 3.214},
           {"N": 3, "K": 10 * K2O}, planting={"sown_in_place": True}),
    # Sown where it stays: fed from the third leaf, 33 days on, to flowering. 0.3 of 15 g before.
    # The base carries to 24 June. 0.10, 1.93, 1.93, 2.04, 2.5, 2 g by the curve; 2 g/m² is a feed's
    # most: of 0.54 g beyond it 0.15 fit into the third and fourth, 0.40 go to the second.
    Season("sweet_corn", "charge_and_push", {"N": 15, "K": 11 * K2O}, "2026-06-14", "2026-08-21",
           "feed", every("2026-06-14", 10, 7), {0: 0.0, 1: 0.5, 2: 2.0, 5: 2.0, 6: 2.0},
           {"N": 4.5, "K": 10 * K2O}, planting={"sown_in_place": True}),
    # A legume's 4 g in two feeds three weeks apart until it flowers: 0.178.../0.33 of it first.
    # 2.17 g is more than a feed's 2 g/m²; the rest goes into the other, which has room. Nothing is
    # worked in before by this school.
    Season("bush_bean", "kitchen_and_yard", {"N": 4, "K": 6 * K2O}, "2026-06-08", "2026-07-13",
           "feed", every("2026-06-08", 21, 2), {0: 2.0, 1: 2.0}, {"N": 0, "K": 0},
           planting={"sown_in_place": True}),
    # Peas stop at their leaves, before feeding could begin: all of 2 g before sowing.
    Season("pea", "base_and_side_dress", {"N": 2, "K": 6 * K2O}, "2026-05-27", "2026-05-27",
           "dressing", [], {}, {"N": 2, "K": 6 * K2O}, planting={"sown_in_place": True}),
    # Tested: P low 17 g P₂O₅, K low 22 g K₂O for a heavy feeder, Mg low 3. 16 g N, 0.4 before;
    # kale neither flowers nor sets fruit: 9.6 g in two dressings where uptake reaches halves.
    Season("kale", "base_and_side_dress", {"N": 16, "P": 17 * P2O5, "K": 22 * K2O, "Mg": 3},
           "2026-05-26", "2026-09-12", "dressing", [], {0: 4.8, 1: 4.8},
           {"N": 6.4, "P": 17 * P2O5, "K": 10 * K2O},
           report=found(P=20, K=60, Ca=1500, Mg=40)),
    # In a 35 L tub: 3.15 kg × 2.6 ÷ 0.8 = 10.24 g N, × 4.2 = 16.54 g K. By the curves; fed weekly
    # as a fortnight would be too strong: 14 Dec … the stop is 1 Dec, so 27 feeds from 26 May.
    Season("tomato", "little_and_often", {"N": 10.24, "K": 16.54, "P": 1.654}, "2026-05-26",
           "2026-12-01", "feed", every("2026-05-26", 7, 27), {}, {"N": 0},
           place=gardens.tub("bed", 35), planting={"plants": 1}),
    # A pepper in 20 L with a coated charge of 3 g/L: 54 g × 18 % × its release of 206 days at
    # 2^−0.5 a day of 150: 0.971; 9.44 g of 0.81 × 4 ÷ 0.8 = 4.05. Nothing is left to feed of N.
    Season("sweet_pepper", "slow_release_tub", {"N": 0, "P": 0}, "2026-05-26", "2026-12-04",
           "feed", [], {}, {"N": 0},
           place=gardens.tub("bed", 20, charge=[
               {"product": gardens.uid("coated"), "strength": gardens.measure(3, "g/L")}]),
           planting={"plants": 1}),
    # Onions stop at bulbing, 88 days on. Without flowers: dressings where uptake reaches halves.
    Season("onion", "base_and_side_dress", {"N": 11, "K": 8 * K2O}, "2026-06-30", "2026-08-08",
           "dressing", [], {0: 3.3, 1: 3.3}, {"N": 4.4}, planting={"sown_in_place": True}),
    # 20 g of celery, 62 % of its uptake by the stop, 18 days before the first cut. Ten weekly
    # feeds of at most 2 g/m²: 20 g just fit.
    Season("celery", "little_and_often", {"N": 20, "K": 11 * K2O}, "2026-05-26", "2026-07-30",
           "feed", every("2026-05-26", 7, 10), dict.fromkeys(range(10), 2.0), {"N": 0}),
    # Half of 16 g as a slow base; what is due by 7 July is in the base, so the first two feeds
    # bring none, and none is due of the last but four days' worth.
    Season("kale", "compost_first", {"N": 16, "K": 11 * K2O}, "2026-05-26", "2026-09-12", "feed",
           every("2026-05-26", 21, 6), {0: 0.0}, {"N": 8}),
    # Base of 12: 4 degree days a day. 75/4 = 19 d of settling, then leaves, 28, 20, 44, and 150 of
    # picking; stop 21 days before its end. By 9 June 0.0615/0.937 of 14 g; 8 g of K₂O for a medium
    # feeder would be all at planting, 11 for this heavy one are 10 and 1 later.
    Season("aubergine", "leaf_then_fruit", {"N": 14, "P": 0, "K": 11 * K2O}, "2026-05-26",
           "2027-02-16", "feed", every("2026-05-26", 14, 19), {0: 0.9189, 1: 0.7321, 18: 0.6275},
           {"N": 0, "K": 10 * K2O}),
    # A root: potassium one group up, so 11 g K₂O. Stop where roots swell, 41 days on. Three weekly
    # feeds from its third leaf of at most 2 g: half of 12 g stays short.
    Season("beetroot", "little_and_often", {"N": 12, "K": 11 * K2O}, "2026-06-02", "2026-06-22",
           "feed", every("2026-06-02", 7, 3), {0: 2.0, 1: 2.0, 2: 2.0}, {"N": 0},
           planting={"sown_in_place": True}, unplaced_n=6.0),
    # Six feeds three weeks apart to the first picking: 1.768, 1.845, 2.032, 1.610, 1.406, 1.339 g;
    # what is beyond 2 goes to the one before.
    Season("winter_squash", "kitchen_and_yard", {"N": 10, "K": 8 * K2O}, "2026-06-14",
           "2026-10-17", "feed", every("2026-06-14", 21, 6),
           {0: 1.7679, 1: 1.8773, 2: 2.0, 3: 1.6099, 5: 1.339}, {"N": 0, "K": 0},
           planting={"sown_in_place": True}),
    # 0.3 of 14 g before planting carries until 25 June: the first three feeds bring none. Stop at
    # the first picking, 0.75 of its uptake; the last feed has two days to carry.
    Season("bush_tomato", "charge_and_push", {"N": 14, "K": 11 * K2O}, "2026-05-26",
           "2026-09-05", "feed", every("2026-05-26", 10, 11),
           {0: 0.0, 1: 0.0, 2: 0.0, 3: 0.4327, 4: 1.3406, 9: 1.575, 10: 0.315},
           {"N": 4.2, "K": 10 * K2O}),
    # It fixes its own: 1.5 g, whole before sowing. Feeding ends ten days before its true leaves, on
    # 30 May, would let it begin; so plain water is told no longer than to that end.
    Season("broad_bean", "little_and_often", {"N": 1.5, "K": 6 * K2O}, "2026-05-20",
           "2026-05-20", "feed", [], {}, {"N": 1.5, "K": 6 * K2O},
           planting={"sown_in_place": True}),
]  # fmt: skip


def planned(case: Season) -> PlantingPlan:
    place = case.place or gardens.bed()
    more = {"programme": case.programme, "plants": None, **(case.planting or {})}
    made = gardens.garden(
        places=[place],
        plantings=[gardens.planting(case.crop, place["name"], **more)],
        reports=[case.report] if case.report else [],
        products=BAGS,
        scoops=[gardens.scoop("quarter", 1.25), gardens.scoop("spoon", 15)],
    )
    return gardens.single(gardens.plan_of(made))


@pytest.mark.parametrize("case", SEASONS, ids=lambda c: f"{c.crop}-{c.programme}")
def test_a_whole_season(case: Season) -> None:
    plan = planned(case)
    ground = plan.area_m2 or plan.plants
    per = {need.nutrient: need.per for need in plan.needs}
    assert {x: per[x] for x in case.needs} == pytest.approx(case.needs, rel=2e-3, abs=1e-9)
    assert (plan.hold_until, plan.stop_on) == (
        date.fromisoformat(case.fed_from), date.fromisoformat(case.stop),
    )  # fmt: skip
    jobs = gardens.jobs(plan, case.kind)
    if case.days:
        assert [str(job.planned_on) for job in jobs] == case.days
    for n, grams in case.n_g.items():
        assert jobs[n].first_g["N"] / ground == pytest.approx(grams, rel=2e-3, abs=1e-6), n
    bases = gardens.jobs(plan, "base")
    for nutrient, grams in case.base.items():
        held = sum(job.first_g[nutrient] for job in bases)
        assert held / ground == pytest.approx(grams, rel=2e-3, abs=1e-9)
    # Base and feeds together are the season's need, but for what no feed could carry.
    first = sum(job.first_g["N"] for job in plan.jobs if job.kind != "seedling")
    assert first / ground == pytest.approx(case.needs["N"] - case.unplaced_n, rel=2e-3, abs=1e-6)
    assert all(job.planned_on < plan.stop_on for job in jobs)
