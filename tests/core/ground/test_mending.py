"""Mending pH in a garden: which product, on which day, and what follows from doing it."""

from datetime import date

import pytest

import gardens
from eznel import catalogue
from eznel.core.document import Log
from eznel.core.plan.explain import explain

LIME = gardens.product("lime", CaO=50, material="ground_limestone", liming={"cce_pct": 100})
DOLOMITE = gardens.product("dolomite", CaO=30, MgO=20, material="dolomitic_limestone")
SOUR = {"ph": 5.5, "buffer": {"method": "Mehlich", "value": 6.3}}


def planned(products=(LIME,), plantings=None, today=gardens.TODAY, preparations=(), **report):
    garden = gardens.garden(
        places=[gardens.bed(depth=gardens.measure(15, "cm"))],
        plantings=[gardens.planting("kale")] if plantings is None else plantings,
        products=list(products),
        preparations=list(preparations),
        reports=[gardens.report(**{**SOUR, **report})],
    )
    (place,) = gardens.plan_of(garden, Log(), today).places
    return place


def test_dolomite_only_where_magnesium_is_low() -> None:
    both = (LIME, DOLOMITE)
    assert planned(both, values={"Mg": 45.0}).ph_work.product_name == "dolomite"
    assert planned(both, values={"Mg": 150.0}).ph_work.product_name == "lime"
    assert planned(both).ph_work.product_name == "lime"
    # Only dolomite in the shed and magnesium enough: plain lime is to be bought.
    bought = planned((DOLOMITE,), values={"Mg": 150.0}).ph_work
    assert (bought.product_name, bought.in_shed) == ("Ground limestone", False)


def test_dolomite_counts_as_magnesium() -> None:
    # Mehlich: AC 1.2 × (6.5 − 5.5) ÷ 1.1 = 1.091 tons for 8 in = 180.5 g/m² pure at 15 cm;
    # dolomite as usual neutralises 100 % × 0.9: 200.6 g/m² with 12.06 % Mg = 24.2 g Mg/m²
    garden = gardens.garden(
        places=[gardens.bed(depth=gardens.measure(15, "cm"))],
        plantings=[gardens.planting("kale")],
        products=[DOLOMITE],
        reports=[gardens.report(values={"Mg": 45.0}, **SOUR)],
    )
    made = gardens.plan_of(garden)
    (place,) = made.places
    assert place.ph_work.brings_g_m2["Mg"] == pytest.approx(24.2, abs=0.1)
    assert gardens.need(gardens.single(made), "Mg") == 0


def test_lime_waits_until_the_ground_is_free() -> None:
    standing = gardens.planting("kale", planted_on="2026-04-01", ends_on="2026-09-20")
    (job,) = planned(plantings=[standing]).jobs
    assert (job.kind, job.due_on) == ("lime", date(2026, 9, 20))
    (job,) = planned(plantings=[gardens.planting("kale", planted_on="2026-06-01")]).jobs
    assert job.due_on == gardens.TODAY


def manure(day: str, material: str = "cow_manure_composted", **more) -> dict:
    return {
        "id": gardens.uid(f"{material} {day}"), "place": gardens.uid("bed"), "on": day,
        "material": material, "how": {"by": "layer", "thickness": gardens.measure(1, "cm")},
    } | more  # fmt: skip


def test_lime_keeps_four_weeks_away_from_manure() -> None:
    """1 May and a bed without plants: manure of 3 May ends on 31 May, of 10 April on 8 May."""

    def due(*preparations: dict) -> tuple[date, bool]:
        place = planned(plantings=[], preparations=preparations)
        (job,) = [one for one in place.jobs if one.kind == "lime"]
        return job.due_on, any(f.key == "lime_after_manure" for f in job.findings)

    assert due() == (date(2026, 5, 1), False)
    assert due(manure("2026-05-03")) == (date(2026, 5, 31), True)
    assert due(manure("2026-04-10", done=True)) == (date(2026, 5, 8), True)
    assert due(manure("2026-04-10")) == (date(2026, 5, 1), False)  # nobody said it was done
    assert due(manure("2026-05-03"), manure("2026-06-05")) == (date(2026, 7, 3), True)
    assert due(manure("2026-05-28")) == (date(2026, 6, 25), True)  # 27 days ahead: too near
    assert due(manure("2026-05-29")) == (date(2026, 5, 1), False)
    assert due(manure("2026-05-03", "garden_compost")) == (date(2026, 5, 1), False)


def test_once_spread_it_waits_for_a_new_ph() -> None:
    (job,) = planned().jobs
    done = {
        "id": str(job.key), "place": gardens.uid("bed"), "product": gardens.uid("lime"),
        "how": {"by": "total", "amount": gardens.measure(800, "g")}, "on": "2026-05-01",
        "done": True,
    }  # fmt: skip
    place = planned(preparations=[done])
    assert place.ph_work.done_on == date(2026, 5, 1)
    assert {one.kind: one.due_on for one in place.jobs} == {
        "preparation": date(2026, 5, 1),
        "retest": date(2026, 8, 29),  # 120 days on
    }
    # A new pH in range ends it.
    again = planned(preparations=[done], ph=6.6, sampled_on="2026-04-30")
    assert again.ph_work is None


def test_most_vegetables_range_counts_for_empty_ground() -> None:
    place = planned(plantings=[])
    assert (place.ph.low, place.ph.high, place.ph.planted) == (6.0, 7.0, False)
    assert place.ph_work.target == 6.5


def test_potatoes_and_lime() -> None:
    sown = gardens.planting("potato", sown_in_place=True)
    place = planned(plantings=[sown], ph=4.6)
    assert "lime_scab" in {f.key for f in place.ph_work.findings}


def test_a_kit_s_ph_is_unsure() -> None:
    place = planned(extractant="Colour kit")
    assert place.ph.spread == 0.5
    assert "ph_by_kit" in {f.key for f in place.findings}


def test_sulphur_is_for_crops_that_want_acid_soil() -> None:
    bed = gardens.bed(depth=gardens.measure(15, "cm"), texture="loam")

    def work(*crops: str, **report):
        garden = gardens.garden(
            places=[bed],
            plantings=[gardens.planting(crop) for crop in crops],
            reports=[gardens.report(**report)],
        )
        return gardens.plan_of(garden).places[0].ph_work

    # Strawberries' range 5.5–6.5, target 6: 100 × (7.2 − 6) = 120 g S/m²; ÷ 0.92 = 130.4: 70 now
    acidic = work("strawberry", ph=7.2)
    assert acidic.kind == "sulphur"
    assert acidic.wanted_g_m2 == pytest.approx(120 / 0.92)
    assert acidic.now_g_m2 == 70
    limy = work("strawberry", ph=7.2, free_lime_pct=2)
    assert limy.now_g_m2 == 0
    assert [f.key for f in limy.findings] == ["sulphur_not_practical"]
    assert work("strawberry", ph=8.4) is None
    # Tomatoes above their 6.8, and kale among the strawberries, need nothing.
    assert work("tomato", ph=7.0) is None
    assert work("strawberry", "kale", ph=7.9) is None
    assert work(ph=7.9) is None


def test_sulphur_where_it_is_asked_for() -> None:
    def place(ph: float, texture="loam"):
        bed = gardens.bed(depth=gardens.measure(15, "cm"), texture=texture, lower_ph=True)
        garden = gardens.garden(
            places=[bed],
            plantings=[gardens.planting("tomato")],
            reports=[gardens.report(ph=ph)],
        )
        return gardens.plan_of(garden).places[0]

    # Tomatoes' range 6.0–6.8, target 6.4: 100 × (7.2 − 6.4) = 80 g S/m²; ÷ 0.92 = 87: 70 now
    work = place(7.2).ph_work
    assert (work.kind, work.now_g_m2) == ("sulphur", 70)
    assert work.wanted_g_m2 == pytest.approx(80 / 0.92)
    assert place(6.6).ph_work is None
    unknown = place(7.2, texture=None)
    assert unknown.ph_work is None
    assert "sulphur_wants_texture" in [f.key for f in unknown.findings]
    limy = place(8.5)
    assert limy.ph_work is None
    assert "sulphur_in_vain" in [f.key for f in limy.findings]


def test_ammonium_keeps_away_from_lime() -> None:
    ammonium = gardens.product("sulphate of ammonia", N=21, material="ammonium_sulphate",
                               nitrogen={"ammonium_pct": 21})  # fmt: skip
    limed = {
        "id": gardens.uid("limed"), "place": gardens.uid("bed"), "material": "ground_limestone",
        "how": {"by": "total", "amount": gardens.measure(1, "kg")}, "on": "2026-05-20",
        "done": False,
    }  # fmt: skip

    def dressed(preparations):
        garden = gardens.garden(
            places=[gardens.bed()],
            plantings=[gardens.planting("kale", programme="base_and_side_dress")],
            products=[ammonium],
            scoops=[gardens.scoop()],
            preparations=preparations,
        )
        jobs = gardens.single(gardens.plan_of(garden)).jobs
        near = [
            j for j in jobs if abs((j.due_on - date(2026, 5, 20)).days) < 14 and j.need_g["N"] > 1
        ]
        assert near
        return [bool(job.mixes) for job in near]

    assert all(dressed([]))
    assert not any(dressed([limed]))


@pytest.mark.parametrize("where", ["hole", "band"])
def test_base_dressings_near_roots_are_small(where) -> None:
    bag = gardens.product("general", N=10, P2O5=10, K2O=10, material="granular_balanced")
    garden = gardens.garden(
        places=[gardens.bed()],
        plantings=[
            gardens.planting(
                "kale", programme="base_and_side_dress", plants=8, base_by=where,
                spacing={"pattern": "square", "in_row": gardens.measure(50, "cm")},
            )
        ],
        products=[bag],
        scoops=[gardens.scoop("pinch", 1)],
    )  # fmt: skip
    (base,) = gardens.jobs(gardens.single(gardens.plan_of(garden)), "base")
    grams = sum(line.grams * mix.portions for mix in base.mixes[:1] for line in mix.lines)
    # hole: at most 5 g and 0.5 g N a plant, 8 plants: 40 g.
    # band: 8 × 0.5 m of row × 7 g of N + K2O = 28 g, of a bag with 20 %: 140 g.
    assert 0 < grams <= (40 if where == "hole" else 140)


def test_a_little_ash_is_counted_and_no_liming() -> None:
    # 432 g of ash on 4.32 m²: 100 g/m² × 45 % × 0.9 = 40.5 g/m² pure.
    ash = {
        "id": gardens.uid("ash"), "place": gardens.uid("bed"), "material": "wood_ash",
        "how": {"by": "total", "amount": gardens.measure(432, "g")}, "on": "2026-04-20",
        "done": True,
    }  # fmt: skip
    before, after = planned().ph_work, planned(preparations=[ash]).ph_work
    assert after.done_on is None
    # The bag is pure × 0.9, so 40.5 g of calcium carbonate spare 45.0 g of it.
    assert before.now_g_m2 - after.now_g_m2 == pytest.approx(45.0, abs=0.1)


def test_ash_is_potash_too() -> None:
    # 100 g/m² × 5 % K2O × 0.8301 × 0.9 = 3.74 g K/m² off the medium class's 9.13
    def potassium(preparations):
        garden = gardens.garden(
            places=[gardens.bed()],
            plantings=[gardens.planting("kale")],
            preparations=preparations,
        )
        need = gardens.single(gardens.plan_of(garden)).needs[2]
        return need.per

    ash = {
        "id": gardens.uid("ash"), "place": gardens.uid("bed"), "material": "wood_ash",
        "how": {"by": "total", "amount": gardens.measure(432, "g")}, "on": "2026-04-20",
        "done": True,
    }  # fmt: skip
    assert potassium([]) - potassium([ash]) == pytest.approx(3.74, abs=0.01)


LAST_YEAR = gardens.planting(
    "kale", name="last year", planted_on="2025-05-01", ends_on="2025-10-01"
)


def test_last_year_s_harvest_is_taken_into_account() -> None:
    # 8 × 2 plants of kale fit: 16 × 0.225 = 3.6 of 4.32 m². They take 4.6 × 2.5 = 11.5 g K/m²:
    # 9.58 over the bed. Over 260 kg/m² and a buffer of 2.5 the test falls by 14.7, from 60 to 45.3.
    # To 120: 74.7 × 0.26 × 2.5 ÷ 4 = 12.15, and this year's harvest 11.5: 23.65.
    # Without last year: 60 × 0.26 × 2.5 ÷ 4 + 11.5 = 21.25.
    def potassium(plantings):
        garden = gardens.garden(
            places=[gardens.bed(school="build")],
            plantings=plantings,
            reports=[gardens.report(values={"K": 60.0}, sampled_on="2024-03-03")],
        )
        now = gardens.plan_of(garden).plantings[-1]
        return now.needs[2].per

    this_year = gardens.planting("kale")
    assert potassium([LAST_YEAR, this_year]) == pytest.approx(23.65, abs=0.01)
    assert potassium([this_year]) == pytest.approx(21.25, abs=0.01)


def test_what_the_log_explains_of_a_change() -> None:
    # The same harvest: 14.7 mg/kg of the 20 by which two tests differ.
    old = gardens.report(values={"K": 90.0}, sampled_on="2024-03-03", id=gardens.uid("old"))
    new = gardens.report(values={"K": 70.0}, sampled_on="2026-03-03")
    other = gardens.report(
        values={"K": 150.0}, sampled_on="2025-03-03", id=gardens.uid("other"),
        extractant="Ammonium acetate",
    )  # fmt: skip
    garden = gardens.garden(
        places=[gardens.bed()],
        plantings=[LAST_YEAR, gardens.planting("kale")],
        reports=[old, other, new],
    )
    (place,) = gardens.plan_of(garden).places
    (change,) = place.changes
    assert (change.before, change.now) == (90, 70)  # never against another extract
    assert change.removed_g_m2 == pytest.approx(9.58, abs=0.01)
    assert change.explained == pytest.approx(-14.74, abs=0.01)
    assert change.estimate == 70  # nothing has ended since
    # a sample is good to 15 %; a year on the next kale has taken 14.74 mg/kg, to 30 %
    assert (change.low, change.high) == pytest.approx((59.5, 80.5))
    (later,) = gardens.plan_of(garden, today=date(2027, 4, 1)).places
    (carried,) = later.changes
    # These tests fell by 20, 1.357 times as far, give or take (13.5² + 10.5² + 4.42²)^½ / 14.74 =
    # 1.199: against 0.4 between grounds that is worth 0.6958 / (6.25 + 0.6958) of it, 1.0357
    moved = 14.74 * 1.0357
    off = (10.5**2 + (0.3 * moved) ** 2) ** 0.5
    assert carried.estimate == pytest.approx(70 - moved, abs=0.01)
    assert carried.high - carried.estimate == pytest.approx(off, abs=0.01)


def test_the_working_of_lime_shows_its_limit() -> None:
    # Mehlich: AC (6.6 − 6.1) ÷ 0.25 = 2 × (6.5 − 5.2) ÷ 1.4 = 1.857 short tons an acre for 8 in:
    # × 224.17 × 15 ÷ 20.32 = 307.3 g/m² pure at 15 cm; ÷ 0.9 = 341.5: 250 now
    made = gardens.garden(
        places=[gardens.bed(depth=gardens.measure(15, "cm"))],
        plantings=[gardens.planting("kale")],
        products=[LIME],
        reports=[gardens.report(ph=5.2, buffer={"method": "Mehlich", "value": 6.1})],
    )
    key = f"mend/{gardens.uid('bed')}"
    working = explain(made, Log(), gardens.TODAY, catalogue.load(), key)
    (once,) = [step for step in working.steps if step.key == "mend_once"]
    numbers = {q.name: q.value for q in once.quantities}
    assert numbers["wanted_g_m2"] == pytest.approx(341.5, rel=1e-3)
    assert (numbers["most_g_m2"], once.value) == (250, 250)
