"""Three schools of reading a test, by hand; and whose reading counts."""

import pytest

import gardens
from eznel import catalogue
from eznel.core.document import Log
from eznel.core.plan.explain import explain
from eznel.core.working import Origin

# Kale takes 0.70 × 2.5 = 1.75 g P and 4.6 × 2.5 = 11.5 g K from a square metre; heavy feeder.
# 20 cm at 1.3 g/mL are 260 kg/m². Mehlich-3: P enough from 50, K from 120.
GIVES = [
    # Table, in oxides, as the element.
    ("sufficiency", "P", 20, {}, 7.42),  # low: 17 × 0.4364
    ("sufficiency", "P", 60, {}, 0),  # enough
    ("sufficiency", "K", 60, {}, 18.26),  # low: 22 × 0.8302
    ("sufficiency", "K", 150, {}, 3.32),  # enough: 4 × 0.8302
    # Removal + gap × 0.26 × buffer ÷ 4.
    ("build", "P", 20, {}, 9.55),  # 1.75 + 30 × 0.26 × 4 ÷ 4
    ("build", "P", 60, {}, 1.75),  # enough: removal alone
    ("build", "P", 120, {}, 0),  # very high
    ("build", "K", 100, {}, 14.75),  # 11.5 + 20 × 0.26 × 2.5 ÷ 4
    ("build", "K", 5, {}, 28.23),  # 30.2 by itself; never above 34 × 0.8302
    # In sand "enough" begins at 72, and the buffer is 1.5: 11.5 + 12 × 0.26 × 1.5 ÷ 4
    ("build", "K", 60, {"texture": "sandy_loam"}, 12.67),
    # A mix of 0.6 g/mL: enough in it begins at 120 ÷ 0.48 = 250; 11.5 + 190 × 0.12 × 1 ÷ 4
    ("build", "K", 60, {"density": gardens.measure(0.6, "g/mL")}, 17.2),
    # Up to the foot of the wanted share of 12 cmol/kg.
    ("balance", "K", 60, {}, 8.80),  # 1.279 % of 2 %: 0.0865 cmol × 391 × 0.26
    ("balance", "K", 150, {}, 0),  # 3.2 %
    ("balance", "Mg", 60, {}, 5),  # 22.3 by itself; never above the table
    ("balance", "Ca", 1500, {}, 16.4),  # 62.38 % of 65 %: 0.3146 × 200.4 × 0.26
    ("balance", "Ca", 100, {}, 53.6),  # never above 250 g of gypsum: × 30 % × 0.7147
    ("balance", "P", 20, {}, 7.42),  # no cation: by the table
]


@pytest.mark.parametrize(("school", "nutrient", "value", "more", "g_m2"), GIVES)
def test_what_each_school_gives(school, nutrient, value, more, g_m2) -> None:
    garden = gardens.garden(
        places=[gardens.bed(**more)],
        plantings=[gardens.planting("kale")],
        reports=[gardens.report(values={nutrient: value}, cec_cmol_kg=12)],
    )
    (place,) = gardens.plan_of(garden).places
    (view,) = [one for one in place.schools if one.school == school]
    assert view.chosen == (school == "sufficiency")
    assert view.crops[0].per_m2[nutrient] == pytest.approx(g_m2, rel=2e-3, abs=1e-9)


@pytest.mark.parametrize("school", ["sufficiency", "build", "balance"])
def test_the_school_picked_is_the_one_that_is_given(school) -> None:
    garden = gardens.garden(
        places=[gardens.bed(school=school)],
        plantings=[gardens.planting("kale")],
        reports=[gardens.report(values={"P": 20.0, "K": 60.0, "Mg": 60.0}, cec_cmol_kg=12)],
    )
    made = gardens.plan_of(garden)
    (view,) = [one for one in made.places[0].schools if one.chosen]
    needs = {n.nutrient: n.per for n in gardens.single(made).needs}
    assert view.school == school
    assert view.crops[0].per_m2 == pytest.approx({x: needs[x] for x in ("P", "K", "Mg")})


def place_of(*reports, **more):
    garden = gardens.garden(
        places=[gardens.bed(**more.pop("bed", {}))],
        plantings=[gardens.planting("kale")],
        reports=[gardens.report(**r) | {"id": gardens.uid(f"report {n}")}
                 for n, r in enumerate(reports)],
        **more,
    )  # fmt: skip
    return gardens.plan_of(garden).places[0]


def gauges(*reports, **more):
    return {gauge.analyte: gauge for gauge in place_of(*reports, **more).gauges}


def test_each_nutrient_is_read_from_the_newest_report_that_has_it() -> None:
    old = {"values": {"P": 20.0, "K": 60.0}, "sampled_on": "2024-03-03", "ph": 5.8}
    new = {"values": {"P": 40.0}, "sampled_on": "2026-03-03", "ph": None}
    found = gauges(old, new)
    assert (found["P"].printed, found["K"].printed) == (40, 60)
    ph = place_of(old, new).ph
    assert ph is not None
    assert ph.ph == 5.8


KIT = {
    "extractant": "Colour kit", "sampled_on": "2026-04-01", "ph": 6.5,
    "values": {},
}  # fmt: skip


@pytest.mark.parametrize(
    ("sampled", "soil_class"),
    [("2025-03-03", "very_high"), ("2022-03-03", "low")],  # fresh; older than three years
)
def test_a_kit_never_displaces_a_fresh_test(sampled, soil_class) -> None:
    kit = gardens.report(**KIT) | {"id": gardens.uid("kit")}
    kit["values"] = [{"analyte": "P", "lab_rating": "low"}]
    lab = gardens.report(values={"P": 140.0}, sampled_on=sampled)
    garden = gardens.garden(
        places=[gardens.bed()], plantings=[gardens.planting("kale")], reports=[lab, kit]
    )
    (gauge,) = gardens.plan_of(garden).places[0].gauges
    assert gauge.soil_class == soil_class


def test_a_kit_s_class_is_unsure_by_one_either_way() -> None:
    kit = gardens.report(**KIT)
    kit["values"] = [
        {"analyte": "P", "lab_rating": "very_low"}, {"analyte": "K", "lab_rating": "medium"},
    ]  # fmt: skip
    garden = gardens.garden(places=[gardens.bed()], reports=[kit])
    phosphorus, potassium = gardens.plan_of(garden).places[0].gauges
    assert phosphorus.likely == ("very_low", "low")
    assert potassium.likely == ("low", "high")
    assert (potassium.compared, potassium.g_m2, potassium.bounds) == (None, None, ())


@pytest.mark.parametrize(
    ("composite", "likely"),
    # K 84: low from 40, medium from 75, enough from 120. ± 15 %: 71 to 97. ± 25 %: 63 to 105.
    [(False, (71.4, 96.6)), (True, (63.0, 105.0))],
)
def test_another_sample_would_differ(composite, likely) -> None:
    gauge = gauges({"values": {"K": 84.0}, "composite": composite})["K"]
    assert (gauge.low, gauge.high) == pytest.approx(likely)
    assert gauge.likely == ("low", "medium")


OWN = {
    "id": gardens.uid("own"), "extractant": "Mehlich-3", "analyte": "P", "low": 8, "medium": 16,
    "high": 24, "very_high": 36, "source": "a county guide",
}  # fmt: skip


def test_order_of_trust_laboratory_own_table_ours() -> None:
    ours = gauges({"values": {"P": 40.0}})["P"]
    own = gauges({"values": {"P": 40.0}}, bands=[OWN])["P"]
    assert (ours.soil_class, ours.origin) == ("medium", Origin.TYPICAL)
    assert (own.soil_class, own.origin, own.basis) == ("very_high", Origin.TYPED, "a county guide")
    said = gardens.report()
    said["values"] = [{"analyte": "P", "value": 40, "lab_rating": "low"}]
    garden = gardens.garden(places=[gardens.bed()], reports=[said], bands=[OWN])
    (word,) = gardens.plan_of(garden).places[0].gauges
    assert (word.soil_class, word.origin) == ("low", Origin.LAB)
    # A table of another extract says nothing.
    other = gauges({"values": {"P": 40.0}}, bands=[OWN | {"extractant": "Olsen"}])["P"]
    assert other.soil_class == "medium"


def test_an_extract_without_bands_is_a_question() -> None:
    place = place_of({"values": {"Mg": 90.0}, "extractant": "Morgan"})
    assert place.gauges == ()
    (one,) = place.unrated
    assert (one.analyte, one.extractant, one.unit) == ("Mg", "Morgan", "mg/kg")


@pytest.mark.parametrize(
    ("sodium", "ph", "keys"),
    # Ca 400, Mg 60, K 100 mg/kg: 1.996 + 0.494 + 0.256 cmol/kg
    [
        (200.0, 6.9, ["sodic"]),  # 0.870 of 3.616: 24 %
        (70.0, 6.9, ["sodic_for_some"]),  # 0.304 of 3.050: 10 %
        (20.0, 6.9, []),  # 3 %
        (20.0, 7.6, ["cec_overstated"]),
    ],
)
def test_what_sits_on_the_exchange_sites(sodium, ph, keys) -> None:
    values = {"Ca": 400.0, "Mg": 60.0, "K": 100.0, "Na": sodium}
    exchange = place_of({"values": values, "ph": ph}).exchange
    assert exchange is not None
    assert [f.key for f in exchange.findings] == keys
    assert sum(exchange.shares_pct.values()) == pytest.approx(100)


@pytest.mark.parametrize(
    ("more", "capacity"),
    # Ca 400, Mg 60, K 100 mg/kg: 1.996 + 0.494 + 0.256 = 2.746 cmol/kg
    [
        ({"ph": 6.8}, 2.746),
        ({"ph": 5.2}, None),  # what sits there besides is acid, and nobody measured it
        ({"ph": None}, None),
        ({"ph": 5.2, "cec_cmol_kg": 9.0}, 9.0),  # the laboratory did
        # Mehlich buffer 6.2: (6.6 − 6.2) ÷ 0.25 = 1.6 cmol/L ÷ 1.1 g/mL = 1.455 more
        ({"ph": 5.2, "buffer": {"method": "Mehlich", "value": 6.2}}, 4.201),
    ],
)
def test_a_sum_of_cations_without_acidity_is_no_capacity(more, capacity) -> None:
    exchange = place_of({"values": {"Ca": 400.0, "Mg": 60.0, "K": 100.0}, **more}).exchange
    if capacity is None:
        assert exchange is None
    else:
        assert exchange is not None
        assert exchange.cmol_kg == pytest.approx(capacity, abs=0.002)


def test_salts_against_the_crops() -> None:
    # 0.4 dS/m by 1:5 in a loam is × 9.5 = 3.8; kale suffers from 2.0
    ec = {"value": 400, "unit": "uS/cm", "method": "1:5"}
    salts = place_of({"ec": ec}, bed={"texture": "loam"}).salts
    assert salts is not None
    assert (salts.ds_m, salts.threshold_ds_m) == (pytest.approx(3.8), 2.0)
    assert [f.key for f in salts.findings] == ["salts_high"]


@pytest.mark.parametrize(
    ("fell", "minutes", "keys"),
    [(1, 120, ["drains_slowly"]), (5, 60, []), (20, 30, ["drains_fast"])],  # 0.5, 5, 40 cm/h
)
def test_how_a_hole_drains(fell, minutes, keys) -> None:
    drained = {"fell": gardens.measure(fell, "cm"), "minutes": minutes}
    place = place_of(bed={"drained": drained})
    assert [f.key for f in place.findings] == keys


def test_texture_by_feel_feeds_density_and_lime() -> None:
    bed = {"texture": "sand", "texture_by_feel": True, "density": None,
           "depth": gardens.measure(15, "cm")}  # fmt: skip
    place = place_of({"ph": 5.5}, bed=bed)
    assert (place.density_g_ml, place.density_origin) == (1.4, Origin.ASSUMED)
    # To the middle of kale's 6.0–7.5: 130 × 1.25 × 1.4 ÷ 1.33
    assert place.ph_work is not None
    assert place.ph_work.methods[0].pure_g_m2 == pytest.approx(171.1, abs=0.1)


def test_a_table_rate_shows_its_class_its_bounds_and_the_crops_group() -> None:
    """By Mehlich-3, 60 mg K/kg lies in one class whose bounds stand beside the rate; a carrot, a
    root, is read one group up, and says so."""
    made = gardens.garden(
        places=[gardens.bed(texture="loam")],
        plantings=[gardens.planting("carrot", sown_in_place=True)],
        reports=[gardens.report(values={"K": 60}, extractant="Mehlich-3")],
    )
    key = f"need/{gardens.uid('carrot')}/K"
    worked = explain(made, Log(), gardens.TODAY, catalogue.load(), key)
    step = next(one for one in worked.steps if one.key == "sufficiency")
    known = {one.name: one for one in step.quantities}
    assert known["class_from"].value <= 60 < known["class_below"].value
    assert known["table_rate"].source.endswith("_feeder, root_up")
    assert known["class_from"].source in known["table_rate"].source
