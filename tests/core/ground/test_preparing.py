"""What is worked into places: how much of it, what it gives, what it may not do."""

from datetime import date

import pytest

import gardens
from eznel import catalogue
from eznel.core.document import Log
from eznel.core.plan.explain import explain
from eznel.core.plan.result import PlacePlan


def prep(how, material="garden_compost", on="2026-04-10", **more):
    return {
        "id": gardens.uid("prep"), "place": gardens.uid("bed"), "material": material, "how": how,
        "on": on, "done": True, **more,
    }  # fmt: skip


def layer(cm):
    return {"by": "layer", "thickness": gardens.measure(cm, "cm")}


def planned(*preparations, reports=(), crop="kale", **planting):
    return gardens.plan_of(
        gardens.garden(
            places=[gardens.bed()],
            plantings=[gardens.planting(crop, **planting)],
            preparations=list(preparations),
            reports=list(reports),
        )
    )


def only(made) -> PlacePlan:
    (place,) = made.places
    return place


AMOUNTS = [
    # The bed has 4.32 m²; garden compost weighs 0.6 kg/L.
    (layer(2.5), 108, 64_800),  # 4.32 × 0.025 × 1000 L
    # 20 holes 30 cm across and 25 cm deep: π ÷ 4 × 0.09 × 0.25 = 17.67 L, of it 40 %
    ({"by": "holes", "share_pct": 40, "width": gardens.measure(30, "cm"),
      "depth": gardens.measure(25, "cm"), "holes": 20}, 141.4, 84_823),
    # 10 plants, 3 L each
    ({"by": "plant", "volume": gardens.measure(3, "L")}, 30, 18_000),
    ({"by": "total", "amount": gardens.measure(12, "kg")}, 20, 12_000),
    ({"by": "total", "amount": gardens.measure(50, "L")}, 50, 30_000),
    # 2 g N/m² × 4.32 = 8.64 g; of 0.8 % N 8 % works: 0.00064 g/g
    ({"by": "nitrogen", "available": gardens.measure(2, "g/m2")}, 22.5, 13_500),
]  # fmt: skip


@pytest.mark.parametrize(("how", "litres", "grams"), AMOUNTS)
def test_how_much(how, litres, grams) -> None:
    (view,) = only(planned(prep(how), plants=10)).preparations
    assert view.litres == pytest.approx(litres, rel=1e-3)
    assert view.grams == pytest.approx(grams, rel=1e-3)


def test_what_it_gives_this_year_and_next() -> None:
    # 64.8 kg: N 0.8 % = 518.4 g, 8 % now = 41.5; 5 % of the rest later = 23.8.
    # P 0.4 % × 0.4364 = 113.1 g, half now; K 0.6 % × 0.8301 = 322.8 g, 85 % now.
    (view,) = only(planned(prep(layer(2.5)))).preparations
    assert view.totals_g["N"] == pytest.approx(518.4)
    assert view.first_g["N"] == pytest.approx(41.47, abs=0.01)
    assert view.next_g["N"] == pytest.approx(23.85, abs=0.01)
    assert view.first_g["P"] == view.next_g["P"] == pytest.approx(56.6, abs=0.1)
    assert view.first_g["K"] == pytest.approx(274.4, abs=0.1)
    assert view.next_g["K"] == pytest.approx(48.4, abs=0.1)


def test_its_working_shows_what_it_holds_and_what_works_of_it() -> None:
    """2.5 cm: 64,800 g × 0.8 % N, of which 8 % works: 41.47 g over 4.32 m²."""
    made = gardens.garden(
        places=[gardens.bed()],
        plantings=[gardens.planting("kale")],
        preparations=[prep(layer(2.5))],
    )
    key = f"need/{gardens.uid('kale')}/N"
    working = explain(made, Log(), gardens.TODAY, catalogue.load(), key)
    steps = {step.key: step for step in working.steps}
    assert steps["fraction_typical"].value == pytest.approx(0.008)
    assert steps["share_given"].value == pytest.approx(0.08)
    assert steps["gives_first"].value == pytest.approx(41.47, abs=0.01)
    assert steps["credit_organic"].value == pytest.approx(41.47 / 4.32, abs=0.01)
    assert len(working.steps) == len(set(working.steps))  # each line once


def test_it_is_taken_off_the_need_once() -> None:
    # 1 cm: 6 kg/m² × 0.8 % × 8 % = 3.84 g N/m² off kale's 16; K 6 × 0.6 % × 0.8301 × 0.85 =
    # 25.4 g/m², more than the 9.1 for medium.
    made = planned(prep(layer(1)))
    per = {n.nutrient: n.per for n in gardens.single(made).needs}
    assert per["N"] == pytest.approx(12.16)
    assert per["K"] == 0


def test_a_test_taken_later_carries_it() -> None:
    tested = gardens.report(values={"K": 90.0}, organic_matter_pct=3, sampled_on="2026-04-20")
    per = {
        n.nutrient: n.per for n in gardens.single(planned(prep(layer(1)), reports=[tested])).needs
    }
    assert per["N"] == pytest.approx(16)
    assert per["K"] == pytest.approx(9.13, abs=0.01)


def test_last_year_s_compost_gives_its_rest() -> None:
    # 3.84 was the first season's; 5 % of 48 × 0.92 = 2.21 g N/m² in the year after
    per = {
        n.nutrient: n.per for n in gardens.single(planned(prep(layer(1), on="2025-04-10"))).needs
    }
    assert per["N"] == pytest.approx(16 - 2.208)


def test_what_was_planned_and_not_confirmed_does_not_count() -> None:
    made = planned(prep(layer(1), on="2026-04-10", done=False))
    (view,) = only(made).preparations
    assert not view.counts
    assert "preparation_unconfirmed" in {f.key for f in view.findings}
    assert {n.nutrient: n.per for n in gardens.single(made).needs}["N"] == 16
    (job,) = only(made).jobs
    assert job.status == "unconfirmed"


def keys(made) -> set[str]:
    (view,) = only(made).preparations
    return {finding.key for finding in view.findings}


def test_phosphorus_stops_compost() -> None:
    full = gardens.report(values={"P": 120.0})
    assert "compost_p_stop" in keys(planned(prep(layer(2)), reports=[full]))
    assert "compost_p_stop" not in keys(planned(prep(layer(0.5)), reports=[full]))
    manure = prep(layer(0.3), material="cow_manure_composted", hot=True)
    assert "compost_p_stop" in keys(planned(manure, reports=[full]))


def test_a_sizing_by_nitrogen_is_held_back_by_phosphorus() -> None:
    # Enough P: kale's harvest takes 0.70 g/kg × 2.5 kg = 1.75 g P/m²; × 4.32 ÷ (0.4 % × 0.4364)
    wanted = {"by": "nitrogen", "available": gardens.measure(5, "g/m2")}
    made = planned(prep(wanted), reports=[gardens.report(values={"P": 70.0})])
    (view,) = only(made).preparations
    assert view.bound == "phosphorus"
    assert view.grams == pytest.approx(1.75 * 4.32 / (0.004 * 0.4364), rel=1e-3)
    assert view.totals_g["P"] / 4.32 == pytest.approx(1.75)


def test_raw_manure_keeps_its_distance_from_the_harvest() -> None:
    raw = prep(layer(1), material="horse_manure_fresh", on="2026-05-01")
    made = planned(raw)
    (view,) = only(made).preparations
    harvest = gardens.single(made).harvest_from
    assert harvest is not None
    assert (harvest - date(2026, 5, 1)).days < 120
    assert "manure_too_late" in {f.key for f in view.findings}
    assert "manure_too_late" not in keys(planned(raw | {"on": "2025-11-01"}))
    hot = prep(layer(0.2), material="cow_manure_composted", on="2026-05-01", hot=True)
    assert "manure_too_late" not in keys(planned(hot))
    assert "manure_too_late" in keys(planned(hot | {"hot": False}))


def test_fresh_manure_is_not_for_roots() -> None:
    raw = prep(layer(0.1), material="cow_manure_fresh", on="2025-11-01")
    assert "manure_forks_roots" in keys(planned(raw, crop="carrot", sown_in_place=True))
    assert "manure_forks_roots" not in keys(planned(raw))


def test_manure_has_a_yearly_limit() -> None:
    # 1 cm of composted cow manure: 7 kg/m² × 0.9 % = 63 g N/m²
    assert "manure_n_too_much" in keys(planned(prep(layer(1), material="cow_manure_composted")))


def test_straw_ties_nitrogen_up() -> None:
    # 0.5 % N of 90 % dry matter is 0.56 %: 6 g N/kg dry; 4.32 kg × 0.9 × 6 = 23.3 g
    straw = gardens.product("straw", "organic", N=0.5, dry_matter_pct=90)
    garden = gardens.garden(
        places=[gardens.bed()],
        plantings=[gardens.planting("kale")],
        products=[straw],
        preparations=[
            prep({"by": "total", "amount": gardens.measure(4.32, "kg")}, material=None)
            | {"product": gardens.uid("straw")}
        ],
    )
    made = gardens.plan_of(garden)
    (view,) = only(made).preparations
    assert view.first_g["N"] == pytest.approx(-23.3, abs=0.1)
    mulched = garden.model_copy(
        update={"preparations": (garden.preparations[0].model_copy(update={"mulch": True}),)}
    )
    (view,) = only(gardens.plan_of(mulched)).preparations
    assert view.first_g["N"] == 0


@pytest.mark.parametrize(
    ("crop", "residue", "ended", "credit"),
    [
        ("pea", None, "2025-09-01", 2),  # roots only: half of 4
        ("pea", "left", "2025-09-01", 4),
        ("kale", "left", "2026-04-10", 3),  # fresh tops
        ("kale", "left", "2025-11-01", 0),  # over a wet winter nothing is left
        ("kale", "removed", "2026-04-10", 0),
        ("pea", "left", "2024-09-01", 0),  # long ago
    ],
)
def test_the_crop_before(crop, residue, ended, credit) -> None:
    before = gardens.planting(
        crop, name="before", planted_on=f"{int(ended[:4]) - 1}-10-01", ends_on=ended,
        residue=residue, sown_in_place=crop == "pea",
    )  # fmt: skip
    garden = gardens.garden(
        places=[gardens.bed()],
        plantings=[before, gardens.planting("cabbage", planted_on="2026-05-12")],
    )
    (cabbage,) = [p for p in gardens.plan_of(garden).plantings if p.crop == "cabbage"]
    assert {n.nutrient: n.per for n in cabbage.needs}["N"] == pytest.approx(20 - credit)


def test_spring_nitrate_counts_only_in_spring() -> None:
    # 12 mg/kg × 0.30 m × 1.3 g/mL = 390 kg/m² → 4.68 g N/m²
    def need(on):
        nitrate = [{"analyte": "NO3-N", "value": 12, "extractant": "KCl or water"}]
        tested = gardens.report(sampled_on=on, depth=gardens.measure(30, "cm"))
        made = planned(reports=[tested | {"values": nitrate}])
        return {n.nutrient: n.per for n in gardens.single(made).needs}["N"]

    assert need("2026-04-20") == pytest.approx(16 - 4.68)
    assert need("2025-10-20") == pytest.approx(16)


def test_the_water_feeds_along() -> None:
    # 200 mm of 10 mg N, 8 mg K, 5 mg Mg a litre: 2, 1.6 and 1 g/m² off 16, 9.13 and (low) 3
    water = {"nitrate_n_mg_l": 10, "k_mg_l": 8, "mg_mg_l": 5, "season_mm": 200}
    garden = gardens.garden(
        site=gardens.site(water=water),
        places=[gardens.bed()],
        plantings=[gardens.planting("kale")],
        reports=[gardens.report(values={"K": 90.0, "Mg": 45.0})],
    )
    per = {n.nutrient: n.per for n in gardens.single(gardens.plan_of(garden)).needs}
    assert per["N"] == pytest.approx(14)
    assert per["K"] == pytest.approx(9.13 - 1.6, abs=0.01)
    assert per["Mg"] == pytest.approx(2)
