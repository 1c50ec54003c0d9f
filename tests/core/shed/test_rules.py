"""What may not be used: refused in the plan with its reason, and in no mix."""

from itertools import pairwise
from typing import Any

import pytest

import gardens
from eznel.core.plan.result import JobView, PlantingPlan, SeasonPlan

SCOOPS = [gardens.scoop("gram", 1), gardens.scoop("spoon", 10), gardens.scoop("cup", 100)]
FEED = gardens.product("feed", "soluble", N=10, K2O=15)
SPARE = gardens.product("spare", "soluble", N=9, K2O=14)


def plan_with(*products: dict[str, Any], **more: Any) -> SeasonPlan:
    parts = {
        "places": [gardens.bed()],
        "plantings": [gardens.planting("cucumber", plants=8)],
        "scoops": SCOOPS,
        **more,
    }
    return gardens.plan_of(gardens.garden(products=list(products), **parts))


def reason(made: SeasonPlan, name: str) -> str | None:
    planting = gardens.single(made)
    mine = [one.reason for one in planting.refused if str(one.product) == gardens.uid(name)]
    return mine[0] if mine else None


def days_of(planting: PlantingPlan, name: str) -> list[JobView]:
    return [
        job
        for job in planting.jobs
        if job.mixes and any(str(line.product) == gardens.uid(name) for line in job.mixes[0].lines)
    ]


GARDENS = {
    "unproven": ({"proof": "unproven"}, {}),
    "restricted": ({"material": "ammonium_nitrate"}, {}),
    "not_organic": ({"organic": False}, {"preferences": {"organic_only": True}}),
    "organic_unknown": ({}, {"preferences": {"organic_only": True}}),
    "from_animals": ({"animal": True}, {"preferences": {"no_animal_products": True}}),
    "trace_without_test": ({"Zn": 2}, {}),
    "boron_harms": ({"B": 0.2}, {}),
}
FINE = {
    "unproven": ({"proof": "lab"}, {}),
    "restricted": ({"material": "ammonium_nitrate", "may_use": True}, {}),
    "not_organic": ({"organic": True}, {"preferences": {"organic_only": True}}),
    "organic_unknown": ({"material": "kieserite"},
                        {"preferences": {"organic_only": True}}),
    "from_animals": ({"material": "bone_meal", "animal": False},
                     {"preferences": {"no_animal_products": True}}),
    "trace_without_test": ({"Zn": 0.05}, {}),
    "boron_harms": ({"B": 0.02}, {}),
}  # fmt: skip


@pytest.mark.parametrize("why", GARDENS)
def test_a_rule_refuses_and_says_why(why: str) -> None:
    product, rules = GARDENS[why]
    made = plan_with(gardens.product("feed", "soluble", N=10, K2O=15, **product), **rules)
    assert reason(made, "feed") == why
    assert not days_of(gardens.single(made), "feed")


@pytest.mark.parametrize("why", FINE)
def test_where_the_rule_does_not_apply_it_is_used(why: str) -> None:
    product, rules = FINE[why]
    made = plan_with(gardens.product("feed", "soluble", N=10, K2O=15, **product), **rules)
    assert reason(made, "feed") is None
    assert days_of(gardens.single(made), "feed")


def test_animal_rule_reads_the_material_where_the_label_is_silent() -> None:
    rules = {"preferences": {"no_animal_products": True}}
    blood = gardens.product("blood", "organic", N=12, material="blood_meal")
    base = gardens.planting("cucumber", plants=8, programme="base_and_side_dress")
    assert reason(plan_with(blood, plantings=[base], **rules), "blood") == "from_animals"
    assert reason(plan_with(blood, plantings=[base]), "blood") is None


def test_very_high_phosphorus_takes_nothing_that_declares_it() -> None:
    tested = [gardens.report(values={"P": 400, "K": 60})]
    with_p = gardens.product("p", "soluble", N=10, P2O5=5, K2O=15)
    made = plan_with(with_p, FEED, reports=tested)
    assert reason(made, "p") == "declares_phosphorus"
    assert days_of(gardens.single(made), "feed")


def test_chloride_harms_in_pots_but_not_cucumbers_in_the_ground() -> None:
    salty = gardens.product("muriate", "soluble", N=5, K2O=30, Cl=25)
    pots = {"places": [gardens.tub(litres=40)],
            "plantings": [gardens.planting("cucumber", "tub", plants=2)]}  # fmt: skip
    assert reason(plan_with(salty, **pots), "muriate") == "chloride_harms"
    assert reason(plan_with(salty), "muriate") is None


def test_the_labels_interval_is_kept_and_others_fill_the_days_between() -> None:
    rare = {**FEED, "interval_days": 20}
    planting = gardens.single(plan_with(rare, SPARE))
    days = [job.due_on for job in days_of(planting, "feed")]
    assert len(days) > 1
    assert all((b - a).days >= 20 for a, b in pairwise(days))
    assert days_of(planting, "spare")
    often = gardens.single(plan_with(FEED, SPARE))
    assert min((b - a).days for a, b in pairwise(j.due_on for j in days_of(often, "feed"))) < 20


def test_the_labels_times_are_kept() -> None:
    """Two are spread: one for the first half of the season's nitrogen, one for the second."""
    planting = gardens.single(plan_with({**FEED, "max_times": 2}, SPARE))
    first, second = (job.due_on for job in days_of(planting, "feed"))
    assert days_of(planting, "spare")
    reasons = {one.reason for one in planting.refused}
    assert {"label_times", "label_times_spread"} <= reasons
    jobs = [job for job in planting.jobs if job.kind == "feed"]
    whole = sum(job.first_g.n for job in jobs)
    assert first == jobs[0].due_on
    assert sum(job.first_g.n for job in jobs if job.due_on <= second) > whole / 2
    assert sum(job.first_g.n for job in jobs if job.due_on < second) <= whole / 2 + 1e-9


def test_phosphorus_only_where_a_test_is_low() -> None:
    """A rule of the garden, not a thrift: without a test it is refused though nothing else is
    there; where the test is low it is used."""
    rich = gardens.product("rich", "soluble", N=10, P2O5=5, K2O=15)
    rules = {"preferences": {"phosphorus_by_test": True}}
    assert reason(plan_with(rich, **rules), "rich") == "phosphorus_by_test"
    low = gardens.report(values={"P": 5}, extractant="Mehlich-3")
    assert reason(plan_with(rich, reports=[low], **rules), "rich") is None


def test_a_label_counts_by_the_plant() -> None:
    """8 plants at 2 g each: no feed holds more than 16 g of it in all."""
    planting = gardens.single(plan_with({**FEED, "max_per_plant": gardens.measure(2, "g")}))
    most = [sum(one.grams for one in job.mixes[0].given) for job in days_of(planting, "feed")]
    assert most
    assert max(most) <= 16 + 1e-9


def test_calcium_and_sulphate_never_share_a_can() -> None:
    lime = gardens.product("nitrate of lime", "soluble", N=15.5, CaO=26.5)
    salt = gardens.product("sulphate", "soluble", K2O=50, S=17)
    both = gardens.single(plan_with(lime, salt))
    feeds = [job.mixes for job in both.jobs if job.mixes]
    assert feeds
    for mixes in feeds:
        for mix in mixes:
            assert len({line.product for line in mix.lines}) == 1
    # A nitrate of potash has nothing that calcium falls out with.
    nitrate = gardens.product("saltpetre", "soluble", N=13, K2O=46)
    mixed = gardens.single(plan_with(lime, nitrate))
    assert any(len(job.mixes[0].lines) == 2 for job in mixed.jobs if job.mixes)


def test_no_more_than_the_water_dissolves() -> None:
    """Of gypsum 2.2 g dissolve in a litre at 5 °C, whatever its label allows."""
    slow = gardens.product("slow", "soluble", N=1, Ca=20, material="gypsum")
    cold = plan_with(slow, site=gardens.site(low=3, high=17))
    for job in days_of(gardens.single(cold), "slow"):
        mix = job.mixes[0]
        assert sum(line.grams for line in mix.lines) / mix.water_l <= 2.4


def test_boron_adds_up_over_the_season() -> None:
    """0.1 g B on a square metre in a year: of a feed with 0.05 % no more than 200 g/m²."""
    kale = {"plantings": [gardens.planting("kale", plants=8)]}
    rich = gardens.product("rich", "soluble", N=1, B=0.09)
    planting = gardens.single(plan_with(rich, **kale))
    grams = sum(
        line.grams * job.mixes[0].portions for job in planting.jobs if job.mixes
        for line in job.mixes[0].lines
    )  # fmt: skip
    assert grams > 0
    assert grams * 0.0009 <= 0.1 * planting.area_m2 + 1e-9


def test_something_unproven_is_logged_at_its_most_and_meets_no_need() -> None:
    tea = gardens.product("tea", "liquid", proof="unproven")
    tea["declared"] = [{"nutrient": "N", "pct": 1, "low_pct": 0.5, "high_pct": 2}]
    given = {
        "id": gardens.uid("extra"), "planting": gardens.uid("cucumber"), "on": "2026-05-30",
        "outcome": "given",
        "amounts": [{"product": gardens.uid("tea"), "amount": gardens.measure(500, "g")}],
    }  # fmt: skip
    parts = {
        "places": [gardens.bed()], "plantings": [gardens.planting("cucumber", plants=8)],
        "products": [FEED, tea], "scoops": SCOOPS,
    }  # fmt: skip
    file = gardens.garden_file({"feeds": [given]}, **parts)
    without = gardens.single(gardens.plan_of(gardens.garden(**parts)))
    with_it = gardens.single(gardens.plan_of(file.garden, file.log))
    coming = [sum(job.brings_g["N"] for job in one.jobs) for one in (without, with_it)]
    assert coming[1] == pytest.approx(coming[0], rel=0.15)  # dates move, the amount stays
    need = next(one for one in with_it.needs if one.nutrient == "N")
    assert need.supplied_g == pytest.approx(coming[1])


@pytest.mark.parametrize(
    ("moves", "left"),
    [
        ([], 1000),
        ([("bought", "2026-04-10", gardens.measure(2, "kg"))], 3000),
        ([("bought", "2026-03-01", gardens.measure(2, "kg"))], 1000),  # before it was counted
        ([("opened", "2026-04-10", None)], 1000),
        ([("written_off", "2026-04-10", gardens.measure(400, "g"))], 600),
        ([("written_off", "2026-04-10", None)], 0),
        ([("bought", "2026-04-12", gardens.measure(1, "lb")),
          ("written_off", "2026-04-10", None)], 453.59237),
    ],
)  # fmt: skip
def test_what_is_left_in_the_shed(moves: list[Any], left: float) -> None:
    stock = {"amount": gardens.measure(1, "kg"), "counted_on": "2026-04-01"}
    log = {
        "stock_moves": [
            {"id": gardens.uid(f"move {n}"), "product": gardens.uid("feed"), "on": on,
             "kind": kind, "amount": amount}
            for n, (kind, on, amount) in enumerate(moves)
        ]
    }  # fmt: skip
    file = gardens.garden_file(log, products=[{**FEED, "stock": stock}])
    (product,) = gardens.plan_of(file.garden, file.log).products
    assert product.left_g == pytest.approx(left)
    assert (product.opened_on is not None) == any(kind == "opened" for kind, *_ in moves)


def test_a_bagged_mix_brings_its_charge_and_a_seed_mix_asks() -> None:
    """35 L filled to 31.5 L, half of it a mix with 200 mg N/L: 3.15 g less to give one plant."""
    bag = {"id": gardens.uid("bag"), "name": "bag", "form": "mix", "declared": [],
           "added": [{"nutrient": "N", "mg_l": 200}]}  # fmt: skip
    seed = {"id": gardens.uid("seed"), "name": "seed", "form": "mix", "declared": [],
            "for_seed": True}  # fmt: skip

    def need_with(*parts: dict[str, Any], **more: Any) -> tuple[float, list[str]]:
        tub = gardens.tub(litres=35, recipe=list(parts), **more)
        made = plan_with(
            bag, seed, {**FEED, "max_in_mix": gardens.measure(1, "g/L")}, places=[tub],
            plantings=[gardens.planting("tomato", "tub", plants=1)],
        )  # fmt: skip
        keys = [f.key for f in made.findings if f.about == gardens.uid("tub")]
        return gardens.need(gardens.single(made), "N"), keys

    half = {"name": "bag", "parts": 1, "product": gardens.uid("bag")}
    sand = {"name": "sand", "parts": 1}
    sowing = {"name": "seed", "parts": 1, "product": gardens.uid("seed")}
    plain, charged = need_with(sand)[0], need_with(half, sand)[0]
    assert plain - charged == pytest.approx(31.5 / 2 * 0.2)
    charge = [{"product": gardens.uid("feed"), "strength": gardens.measure(2, "g/L")}]
    assert need_with(sowing)[1] == []
    assert set(need_with(sowing, charge=charge)[1]) == {
        "fertiliser_in_seed_mix", "charge_over_label",
    }  # fmt: skip
