"""The worked cases that the product must reproduce, by the functions that it uses."""

import dataclasses
from datetime import date
from pathlib import Path

import pytest

import gardens
from eznel import catalogue
from eznel.core import outlines, places
from eznel.core.document import Bed, Product, Scoop, Spacing, Tub
from eznel.core.mixes import portions as mixes
from eznel.core.plan import plan
from eznel.core.products.fertiliser import Fertiliser, first_season_share, fraction
from eznel.core.products.masses import amount_for, nutrient_in, scoop_mass
from eznel.core.products.solutions import SEEDLING_N_MG_L, strength
from eznel.core.quantities import Length
from eznel.formats import garden_file

CASES = Path(__file__).parent.parent / "cases"


def bag(form: str = "granular", **more) -> Fertiliser:
    return Fertiliser(Product.model_validate(gardens.product("bag", form, **more)), None)


def test_case_1_rate_from_a_bag() -> None:
    ten = bag(N=10, P2O5=10, K2O=10)
    dose = amount_for(4.9, fraction(ten, "N").value)
    assert dose.value == pytest.approx(49)  # 4.9 g/m² ÷ 0.10
    # 49 g × 10 % × 0.4364 = 2.14 g P, × 0.8302 = 4.07 g K
    assert nutrient_in(dose.value, fraction(ten, "P")).value == pytest.approx(2.14, abs=0.005)
    assert nutrient_in(dose.value, fraction(ten, "K")).value == pytest.approx(4.07, abs=0.005)


@pytest.mark.parametrize(
    ("lines", "grams", "expected"),
    [
        # case 2: 1.29 g/L × 15.5 % = 200 mg N; × 26.5 % × 0.7147 = 244 mg Ca
        ({"N": 15.5, "CaO": 26.5}, 1.29, {"N": 200, "Ca": 244}),
        # case 3: 1 g/L × 20 % = 200; × 0.4364 = 87.3 P; × 0.8302 = 166 K
        ({"N": 20, "P2O5": 20, "K2O": 20}, 1.0, {"N": 200, "P": 87.3, "K": 166}),
    ],
)
def test_cases_2_and_3_solutions(lines, grams, expected) -> None:
    feed = bag("soluble", **lines)
    for nutrient, mg_l in expected.items():
        found = strength(product_g=grams, water_l=1, fraction=fraction(feed, nutrient))
        assert found.value == pytest.approx(mg_l, rel=0.003)


def test_case_4_potassium_in_a_light_bed() -> None:
    file = garden_file.loads((CASES / "4_light_bed_potassium.json").read_bytes())
    made = plan(file.garden, file.log, gardens.TODAY, catalogue.load())
    (bed,) = made.places
    (gauge,) = bed.gauges
    # 0.20 m × 0.7 g/mL × 1000 = 140 kg/m²; 60 mg/kg × 140 ÷ 1000 = 8.4 g/m²; × 4.32 m² = 36.3 g
    assert bed.soil_kg_m2 == pytest.approx(140)
    assert gauge.g_m2 == pytest.approx(8.4)
    assert gauge.g_m2 * bed.area_m2 == pytest.approx(36.3, abs=0.05)
    # It feeds like 60 × 0.7 ÷ 1.25 = 33.6 mg/kg in field soil: very low, not low.
    assert gauge.compared == pytest.approx(33.6)
    assert gauge.soil_class == "very_low"


def test_case_5_circle_and_staggered() -> None:
    shape = {"kind": "circle", "diameter": gardens.measure(2.4, "m")}
    round_bed = Bed.model_validate(gardens.bed(shape=shape))
    area = places.area(round_bed).value
    assert area == pytest.approx(4.52, abs=0.005)  # π ÷ 4 × 2.4²
    staggered = Spacing(pattern="staggered", in_row=Length(value=0.45))
    one = places.plant_area(staggered).value
    assert one == pytest.approx(0.175, abs=0.0005)  # 0.45² × √3 ÷ 2
    assert places.most_by_area(area_m2=area, plant_area_m2=one) == 25  # 4.52 ÷ 0.1754 = 25.8
    assert 12 <= len(outlines.positions(round_bed.shape, staggered)) <= 25


def test_case_6_mix_for_seven_tubs() -> None:
    recipe = [{"name": n, "parts": p} for n, p in (("compost", 60), ("loam", 30), ("grit", 10))]
    tubs = Tub.model_validate(gardens.tub(litres=28, count=7, recipe=recipe))
    total = mixes.mix_volume(tubs)
    assert total.value == pytest.approx(194.0, abs=0.05)  # 28 × 0.9 × 7 × 1.1
    parts = [portion.volume.value for portion in mixes.portions(tubs.recipe, total)]
    assert parts == pytest.approx([116.4, 58.2, 19.4], abs=0.05)


def test_case_7_compost_layer() -> None:
    area = places.area(Bed.model_validate(gardens.bed())).value
    # 3.6 × 1.2 m × 2.5 cm = 4.32 × 0.025 × 1000
    assert places.layer_volume(area_m2=area, layer_m=0.025).value == pytest.approx(108)


def test_case_9_first_season_share_by_the_rule() -> None:
    # 3 % N in dry matter: 3 × 0.9 = 2.7 % as sold at 90 % dry matter
    pellets = bag("organic", N=2.7, dry_matter_pct=90)
    share = first_season_share(pellets)
    assert share.value == pytest.approx(0.30)  # 15 × (3 − 1) = 30 %
    nitrogen = nutrient_in(400, fraction(pellets, "N")).value
    assert nitrogen * share.value == pytest.approx(3.24)  # 400 × 0.9 × 3 % × 30 %


def test_case_10_water_of_a_week() -> None:
    bed, week = planned_place("10_water_of_a_week")
    assert week.litres == pytest.approx(108)  # 25 mm × 4.32 m²
    assert week.drip_mm_h == pytest.approx(16.7, abs=0.05)  # 2 L/h ÷ (0.3 × 0.4 m²)
    assert week.minutes == pytest.approx(90)  # 25 ÷ 16.7 × 60
    # A drip line loses a tenth: 108 ÷ 0.9 = 120 L, 13.3 cans of 9 L, 100 minutes
    assert week.with_losses_l == pytest.approx(120)
    assert week.minutes_with_losses == pytest.approx(100)
    assert week.cans == pytest.approx(13.33, abs=0.01)
    assert bed.area_m2 == pytest.approx(4.32)


def planned_place(name: str):
    file = garden_file.loads((CASES / f"{name}.json").read_bytes())
    (place,) = plan(file.garden, file.log, gardens.TODAY, catalogue.load()).places
    assert place.water is not None
    return place, place.water


def test_case_11_feed_dates() -> None:
    file = garden_file.loads((CASES / "11_feed_dates.json").read_bytes())
    rows = catalogue.load()
    endless = rows.crops["cucumber"].model_copy(update={"stop_days": None, "stop_before": None})
    crops = dataclasses.replace(rows, crops={**rows.crops, "cucumber": endless})
    (planting,) = plan(file.garden, file.log, gardens.TODAY, crops).plantings
    # 12 May + 14 days of hold = 26 May, then every 14 days while before 10 September
    assert [job.due_on for job in planting.jobs if job.kind == "feed"] == [
        date(2026, 5, 26), date(2026, 6, 9), date(2026, 6, 23), date(2026, 7, 7),
        date(2026, 7, 21), date(2026, 8, 4), date(2026, 8, 18), date(2026, 9, 1),
    ]  # fmt: skip


def test_case_12_too_strong_for_seedlings() -> None:
    file = garden_file.loads((CASES / "12_seedlings_too_strong.json").read_bytes())
    (label,), (tablespoon,) = file.garden.products, file.garden.scoops
    feed = Fertiliser(label, None)
    one = scoop_mass(feed, Scoop.model_validate(tablespoon.model_dump()))
    assert one.value == pytest.approx(14.0, abs=0.05)  # 14.787 mL × 0.95 g/mL
    three = strength(product_g=3 * one.value, water_l=10, fraction=fraction(feed, "N"))
    assert three.value == pytest.approx(506, abs=1)  # 3 × 14.05 g × 12 % ÷ 10 L
    (planting,) = plan(file.garden, file.log, date(2026, 4, 30), catalogue.load()).plantings
    (refused,) = [f for f in planting.findings if f.key == "feed_too_strong"]
    given, most = refused.numbers
    assert given.value == pytest.approx(506, abs=1)
    assert most.value == SEEDLING_N_MG_L == 50
    assert planting.stage_now == "seedling"


@pytest.mark.parametrize("today", [date(2026, 5, 1), date(2026, 5, 13)])
def test_case_12_the_plan_itself_feeds_seedlings_at_quarter_strength(today: date) -> None:
    file = garden_file.loads((CASES / "12_seedlings_too_strong.json").read_bytes())
    (planting,) = plan(file.garden, file.log, today, catalogue.load()).plantings
    weak = [job for job in planting.jobs if job.kind == "seedling"]
    assert all(mix.n_mg_l <= 50 for job in weak for mix in job.mixes)
    # Nothing before the first true leaf, nothing soluble from planting out to the end of the hold.
    seedling = next(stage for stage in planting.stages if stage.key == "seedling")
    assert all(seedling.start < job.due_on < planting.planted_on for job in weak)
    rest = [job for job in planting.jobs if job.kind != "seedling"]
    assert min(job.due_on for job in rest) >= date(2026, 5, 26)


def planned(name: str):
    file = garden_file.loads((CASES / f"{name}.json").read_bytes())
    made = plan(file.garden, file.log, gardens.TODAY, catalogue.load())
    return made.places[0], made.plantings[0]


@pytest.mark.parametrize(
    ("name", "method", "pure", "wanted", "now"),
    [
        # case 8: AC 1.6 × 0.9 = 1.44 short tons = 323 g/m² for 8 in; × 15 ÷ 20.32 = 238.3;
        # ÷ 0.9 = 265: 250 now
        ("8_mehlich_buffer", "Mehlich", 238.3, 264.8, 250),
        # case 13: 4.72 tons for 8 in = 1058 g/m²; ÷ 0.9 = 1176
        ("13_smp_buffer", "SMP", 1058.1, 1175.6, 250),
        # case 13: 1,212 lb/acre for 17 cm = 136 g/m²; ÷ 0.9 = 151
        ("13_adams_evans_buffer", "Adams-Evans", 135.9, 151.0, 151.0),
    ],
)
def test_cases_8_and_13_lime(name, method, pure, wanted, now) -> None:
    bed, _ = planned(name)
    work = bed.ph_work
    assert work is not None
    assert work.target == 6.5
    assert [(m.method, m.pure_g_m2) for m in work.methods] == [
        (method, pytest.approx(pure, abs=0.1))
    ]
    assert work.wanted_g_m2 == pytest.approx(wanted, abs=0.1)
    assert work.now_g_m2 == pytest.approx(now, abs=0.1)
    assert work.later_g_m2 == pytest.approx(wanted - now, abs=0.1)
    (job,) = bed.jobs
    assert job.kind == "lime"
    assert job.due_on == gardens.TODAY
    assert job.grams == pytest.approx(now * 4.32, abs=0.5)


def test_case_14_cabbage_by_its_test() -> None:
    bed, cabbage = planned("14_cabbage_by_its_test")
    assert cabbage.method == "tested"
    assert cabbage.area_m2 == pytest.approx(4.275)  # 19 × 0.45 × 0.50
    per = {need.nutrient: need.per for need in cabbage.needs}
    # N 20 − 2.2 × (4 − 3) − 5 mg/L × 200 mm ÷ 1000; K 11 g K₂O × 0.8302; Mg low 3; P high
    assert per == pytest.approx({"N": 16.8, "P": 0, "K": 9.13, "Ca": 0, "Mg": 3, "S": 0}, abs=0.005)
    dressings = [job for job in cabbage.jobs if job.kind == "dressing"]
    assert len(dressings) == 4  # 16.8 ÷ 5 = 3.4
    assert [d.first_g["N"] / cabbage.area_m2 for d in dressings] == pytest.approx([4.2] * 4)
    assert cabbage.harvest_from is not None
    assert all((cabbage.harvest_from - d.due_on).days >= 25 for d in dressings)
    # Calcium nitrate for all of it brings 16.8 ÷ 15.5 % × 26.5 % × 0.7147 = 20.5 g Ca/m² along.
    along = sum(d.brings_g["Ca"] for d in dressings) / cabbage.area_m2
    assert along == pytest.approx(20.5, rel=0.06)  # whole scoops
    assert not any(bed.jobs)


def test_case_15_carrots_after_peas() -> None:
    file = garden_file.loads((CASES / "15_carrot_after_peas.json").read_bytes())
    made = plan(file.garden, file.log, gardens.TODAY, catalogue.load())
    (bed,) = made.places
    carrot = next(p for p in made.plantings if p.crop == "carrot")
    assert carrot.method == "untested"
    needs = {need.nutrient: need for need in carrot.needs}
    # N 9 − 2 of the roots of peas; P as if high; K medium, a root one group up: 11 × 0.8302
    assert {x: need.per for x, need in needs.items()} == pytest.approx(
        {"N": 7.0, "P": 0, "K": 9.13, "Ca": 0, "Mg": 0, "S": 0}, abs=0.005
    )
    ground = carrot.area_m2
    # What a test would settle: 17 g P₂O₅ × 0.4364 and 34 g K₂O × 0.8302 where it is very low
    assert needs["P"].low_g == needs["K"].low_g == 0
    assert needs["P"].high_g / ground == pytest.approx(7.4, abs=0.05)
    assert needs["K"].high_g / ground == pytest.approx(28.2, abs=0.05)
    sowing, dressing = carrot.jobs
    assert sowing.first_g["N"] / ground == dressing.first_g["N"] / ground == pytest.approx(3.5)
    assert sowing.due_on == carrot.planted_on
    # 11 °C less a base of 4 is 7 degree days a day: leaves after 310 of them, swelling after 620
    assert (dressing.due_on - carrot.planted_on).days in range(42, 51)
    swelling = next(stage.start for stage in carrot.stages if stage.key == "root_swelling")
    assert dressing.due_on < swelling == carrot.stop_on
    assert bed.ph_work is None
    assert not bed.jobs


def test_case_17_tomato_in_a_tub() -> None:
    tub, tomato = planned("17_tomato_in_a_tub")
    assert tub.filled_l == pytest.approx(31.5)
    # 104 days at 16 °C are 104 × 2^(−5/10) ÷ 195 = 37.7 % of the coated feed's release.
    assert (tomato.stop_on - tomato.planted_on).days == 104
    per = {need.nutrient: need.per for need in tomato.needs}
    # N 3.15 × 2.6 ÷ 0.8 − 63 g × 18 % × 0.377 − 180 L × 3 mg = 10.24 − 4.28 − 0.54; and so on
    wanted = {"N": 5.42, "P": 1.03, "K": 14.17, "Ca": 0, "Mg": 0.53}
    assert {x: per[x] for x in wanted} == pytest.approx(wanted, abs=0.006)
    feeds = gardens.jobs(tomato, "feed")
    assert tomato.interval_days == 7  # a fortnight would take 204 mg N/L
    assert len(feeds) == 13
    litres = 13 * 31.5 * 0.12  # 13 feeds of 3.8 L
    assert sum(f.first_g["N"] for f in feeds) / litres * 1000 == pytest.approx(110, abs=1)
    # 14.17 g ÷ 49.14 L = 288; with 3.8 L a feed it is 287
    assert sum(f.first_g["K"] for f in feeds) / litres * 1000 == pytest.approx(288, abs=1)
    assert all(f.first_g["N"] / 3.78 * 1000 <= 200 for f in feeds)


def test_case_16_compost_in_its_first_year() -> None:
    bed, tomato = planned("16_compost_in_its_first_year")
    # 7.5 of 25 cm: 30 %. 75 L/m² × 0.6 = 45 kg/m² × 0.8 % = 360 g N/m²
    (compost,) = bed.preparations
    assert bed.compost_share == pytest.approx(0.30)
    assert compost.totals_g["N"] / bed.area_m2 == pytest.approx(360)
    assert tomato.method == "light_bed"
    per = {need.nutrient: need.per for need in tomato.needs}
    # × 0.08 = 28.8, half 14.4, at most 2/3 × 18 = 12: 18 − 12 = 6
    assert per == pytest.approx({"N": 6, "P": 0, "K": 0, "Ca": 0, "Mg": 0, "S": 0}, abs=1e-9)
    nitrogen = gardens.need(tomato, "N")
    assert nitrogen / tomato.plants == pytest.approx(2.7)


def test_case_6_in_bags_with_its_cost() -> None:
    # 116.4 L in bags of 40: 3; 58.2 L in bags of 2 ft³ (56.6 L): 2; 19.4 L in a bag of 25
    bags = [(40, "L", 6.5), (2, "ft3", 8), (25, "L", 3)]
    recipe = [
        {"name": f"part {n}", "parts": p, "bag": gardens.measure(v, u), "bag_price": price}
        for n, (p, (v, u, price)) in enumerate(zip((60, 30, 10), bags, strict=True))
    ]
    feed = gardens.product("feed", "coated", N=18, release_days=150)
    charge = [{"product": gardens.uid("feed"), "strength": gardens.measure(2, "g/L")}]
    tubs = gardens.tub(litres=28, count=7, recipe=recipe, charge=charge)
    (place,) = gardens.plan_of(gardens.garden(places=[tubs], products=[feed])).places
    assert [one.bags for one in place.mix] == [3, 2, 1]
    assert place.mix_cost == pytest.approx(38.5)  # 19.5 + 16 + 3
    assert place.charge[0].grams == pytest.approx(352.8)  # 28 × 0.9 × 7 × 2
