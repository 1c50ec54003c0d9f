"""What growers disagree about: starter, calcium, magnesium, phosphorus at bloom, sand."""

import pytest

import gardens
from eznel import catalogue
from eznel.core.plan.result import PlantingPlan

SHED = [
    gardens.product("feed", "soluble", N=12, P2O5=4, K2O=12, MgO=2),
    gardens.product("gypsum", "granular", CaO=30, S=17),
    gardens.product("granules", "granular", N=10, P2O5=10, K2O=10),
]
LOW = {"P": 15, "K": 60, "Ca": 1500, "Mg": 30}
ENOUGH = {"P": 120, "K": 300, "Ca": 1500, "Mg": 200}


def planned(values: dict | None = None, place: dict | None = None, **answers) -> PlantingPlan:
    base = catalogue.load().programmes["leaf_then_fruit"].model_dump(mode="json")
    school = base | {"key": "ours", "name": "Ours"} | answers
    report = [gardens.report(values=values, extractant="Mehlich-3")] if values else []
    made = gardens.garden(
        places=[place or gardens.bed()],
        plantings=[gardens.planting("cucumber", plants=8, programme="ours")],
        programmes=[school],
        reports=report,
        products=SHED,
        scoops=[gardens.scoop("pinch", 0.5), gardens.scoop("half", 2.5)],
    )
    return gardens.single(gardens.plan_of(made))


def test_a_starter_is_weak_small_and_taken_off_the_feeds() -> None:
    """0.25 L to each of 8 plants at 100 mg N/L are 0.2 g; the season's nitrogen stays."""
    plain, started = planned(), planned(at_planting="starter")
    (starter,) = gardens.jobs(started, "starter")
    assert starter.due_on == started.planted_on
    assert starter.first_g["N"] == pytest.approx(0.2)
    (mix, *_) = starter.mixes
    assert mix.n_mg_l <= 100 * 1.001
    assert mix.per_plant_l == pytest.approx(0.25)
    whole = [sum(j.first_g["N"] for j in plan.jobs) for plan in (plain, started)]
    assert whole[0] == pytest.approx(whole[1])
    assert gardens.jobs(plain, "starter") == []


def test_plain_water_is_the_other_school() -> None:
    plan = planned(at_planting="nothing", hold_days=14)
    assert all(job.due_on >= plan.hold_until for job in gardens.jobs(plan, "feed"))


def test_calcium_whatever_the_test_says_is_warned_about() -> None:
    """5 kg/m² × 2.2 g/kg are 11 g Ca/m²; a test that says enough makes it a warning."""
    plan = planned(ENOUGH, calcium="supplement_at_planting")
    assert next(n.per for n in plan.needs if n.nutrient == "Ca") == pytest.approx(11)
    assert "calcium_on_enough" in [f.key for f in plan.findings]
    usual = planned(ENOUGH)
    assert next(n.per for n in usual.needs if n.nutrient == "Ca") == 0
    assert "calcium_on_enough" not in [f.key for f in usual.findings]


def test_magnesium_only_once_its_lack_is_seen() -> None:
    low, seen = planned(LOW), planned(LOW, magnesium="if_seen")
    # Mehlich-3 at 30 mg/kg is very low or low: 5 or 3 g/m²
    assert next(n.per for n in low.needs if n.nutrient == "Mg") in (3, 5)
    assert next(n.per for n in seen.needs if n.nutrient == "Mg") == 0


def test_phosphorus_held_back_for_the_feeds() -> None:
    usual, held = planned(LOW), planned(LOW, base_p_share=0.4)
    whole = next(n.total_g for n in usual.needs if n.nutrient == "P")
    assert whole > 0
    (base,) = gardens.jobs(usual, "base")
    assert base.first_g["P"] == pytest.approx(whole)
    (base,) = gardens.jobs(held, "base")
    assert base.first_g["P"] == pytest.approx(0.4 * whole)
    fed = sum(job.first_g["P"] for job in gardens.jobs(held, "feed"))
    assert fed == pytest.approx(0.6 * whole)
    rich = planned(ENOUGH, base_p_share=0.4)
    assert "bloom_phosphorus_on_enough" in [f.key for f in rich.findings]


def test_sand_gets_half_the_base_and_smaller_dressings() -> None:
    sand = gardens.bed(texture="sand")
    loam, on_sand = planned(base_n_share=0.4), planned(place=sand, base_n_share=0.4)
    (one,), (other,) = gardens.jobs(loam, "base"), gardens.jobs(on_sand, "base")
    assert other.first_g["N"] == pytest.approx(one.first_g["N"] / 2)
    school = {"method": "side_dress", "side_dress_at": ["flowering"], "base_n_share": 0.0}
    few, many = planned(**school), planned(place=sand, **school)
    # 13 g/m² in dressings of 5 are three, of 3.5 four
    assert len(gardens.jobs(few, "dressing")) == 3
    assert len(gardens.jobs(many, "dressing")) == 4
