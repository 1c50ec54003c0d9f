"""Sums as they are typed, against what the hand worked out beside them."""

import tomllib
from pathlib import Path
from typing import Any, get_args

import pytest

from eznel.core.errors import Refusal
from eznel.core.sums import Kind, reckon
from eznel.formats.measures import read_measure
from eznel.formats.sums import SUMS, asked_of, found_by, in_a_line, usual_of
from eznel.words import formulas, words
from eznel.words.sums import sentences

EN, DE = words("en"), words("de")
FILE = Path(__file__).parents[1] / "data" / "sums.toml"
CASES = tomllib.loads(FILE.read_text())["case"]


def reckoned(case: dict[str, Any]):
    units = case.get("units", "metric")
    kitchen = case.get("kitchen", units)
    return asked_of(SUMS[case["sum"]], case["ask"], case["typed"], EN, units, kitchen)


@pytest.mark.parametrize("case", CASES, ids=lambda c: f"{c['sum']}-{c['answer']:g}")
def test_by_hand(case: dict[str, Any]) -> None:
    found, _ = reckoned(case)
    within = case.get("within", 0.001)
    assert found.worked.value == pytest.approx(case["answer"], rel=within, abs=1e-9)
    beside = {one.name: one.value for one in found.beside}
    for name, value in case.get("beside", {}).items():
        assert beside[name] == pytest.approx(value, rel=0.001)
    for key in case.get("says", ()):
        assert key in [one.key for one in found.worked.findings]


@pytest.mark.parametrize("case", CASES, ids=lambda c: f"{c['sum']}-{c['answer']:g}")
def test_every_step_gives_its_number_again(case: dict[str, Any]) -> None:
    found, _ = reckoned(case)
    steps = found.worked.steps
    for step in steps:
        numbers = {one.name: one.value for one in step.quantities}
        names = {"min": min, "max": max, "__builtins__": {}}
        again = eval(formulas()[step.key], names, numbers)
        assert again == pytest.approx(step.value, rel=1e-9, abs=1e-12), step.key
    assert steps[-1].value == found.worked.value


def test_every_sum_and_each_of_its_asks_is_worked_by_hand() -> None:
    asked = {(case["sum"], case["ask"]) for case in CASES}
    all_ = {(key, ask) for key, of in SUMS.items() for ask in of.asks}
    assert all_ - asked == {("watering", "area_m2")}  # the same relation as its other two


FLAT = ("balance", "degree_days", "stage_water", "by_year", "lime_need", "soil_unit", "triangle")
"""Sums in which a number may change nothing, or turn back just where the hand's case lies."""


@pytest.mark.parametrize("case", CASES, ids=lambda c: f"{c['sum']}-{c['answer']:g}")
def test_what_is_found_by_trying_gives_the_answer_again(case: dict[str, Any]) -> None:
    """Turned round for each other number, a sum comes to what was typed, or to another number
    that gives the same, and then it says so."""
    of = SUMS[case["sum"]]
    if case["ask"] != of.asks[0]:
        return
    found, _ = reckoned(case)
    for name in of.tried:
        known = {**found.known, case["ask"]: found.worked.value}
        typed = known.pop(name)
        try:
            turned = reckon(of, name, known)
        except Refusal as refused:
            flat = of.key in FLAT or (of.key, typed) == ("two_bags", 20)  # none of the second
            if refused.key == "sum_no_value" and flat:
                continue
            raise
        again = reckon(of, of.asks[0], {**known, of.asks[0]: 0.0, name: turned.worked.value})
        assert again.worked.value == pytest.approx(found.worked.value, rel=1e-6), name
        if turned.worked.value != pytest.approx(typed, rel=1e-6):
            assert "sum_two_values" in [one.key for one in turned.worked.findings], name


@pytest.mark.parametrize("locale", ["en", "de", "es", "en-US"])
def test_every_sum_is_said_with_all_its_blanks(locale: str) -> None:
    said = sentences(locale)
    assert set(said) == set(SUMS)
    for key, of in SUMS.items():
        for blank in of.blanks:
            assert f"{{{blank.name}}}" in said[key].text, (key, blank.name)
        assert said[key].text.count("{") == len(of.blanks)
        assert said[key].name
    assert len({one.name for one in said.values()}) == len(said)


@pytest.mark.parametrize("system", ["metric", "us", "imperial"])
@pytest.mark.parametrize("locale", ["en", "de", "es"])
def test_what_usually_stands_in_a_blank_is_read_as_itself(locale: str, system: Any) -> None:
    """What we write into a field has to be what its reader types: 3 cm is 0.03 m."""
    said = words(locale)
    for key, of in SUMS.items():
        for blank in of.blanks:
            if blank.usual is None or isinstance(blank.usual, str):
                continue
            text = usual_of(blank, said, system)
            read = read_measure(blank.name, blank.kind, text, said, system, "metric")
            # what is shown is rounded to three figures, an inch to fewer
            assert read.value == pytest.approx(blank.usual, rel=0.03), (key, blank.name, text)


@pytest.mark.parametrize(
    ("kind", "typed", "units", "value"),
    [
        ("volume", "2 1/2 cups", "us", 0.59147),  # 2.5 × 236.588 mL
        ("scoop", "1/4 tsp", "us", 1.23223),  # a quarter of 4.92892 mL
        ("scoop", "¼ tsp", "metric", 1.25),
        ("mass", "9.3 oz", "us", 263.65),  # 9.3 × 28.3495 g
        ("mass", "9.3 oz", "metric", 263.65),  # an ounce of weight is one everywhere
        ("area", "8 × 4 ft", "us", 2.97290),
        ("area", "1.2 by 3.6 m", "metric", 4.32),
        ("area", "1.2 x 3.6", "metric", 4.32),
        ("area", "120 cm x 3.6 m", "metric", 4.32),
        ("area", "200 sq yd", "imperial", 167.225),
        ("volume", "five gallons", "imperial", 22.73045),
        ("volume", "five gallons", "us", 18.92706),
        ("length", "6' 6\"", "us", 1.98120),
        ("length", "12 feet", "metric", 3.65760),
        ("gap", "30", "metric", 0.30),  # a bare gap is in centimetres
        ("gap", "12", "us", 0.30480),
        ("mass", "2 kg 300 g", "metric", 2300.0),
        ("temperature", "-4", "metric", -4.0),
        ("temperature", "41 °F", "metric", 5.0),
        ("rate", "2 lb/100 sq ft", "us", 97.649),
        ("conductivity", "850 µS/cm", "metric", 0.85),
        ("flow", "2 gpm", "us", 454.249),  # 120 US gallons an hour
        ("flow", "10 gph", "us", 37.8541),
        ("yield", "1 lb/sq ft", "us", 4.88243),
        ("area", "0.5 acre", "us", 2023.43),
        ("area", "0.1 ha", "metric", 1000.0),
        ("rate", "100 kg/ha", "metric", 10.0),
        ("density", "62.4 lb/ft3", "us", 0.99955),
        ("density", "1.2 kg/L", "metric", 1.2),
        ("time", "90 s", "metric", 1.5),
        ("span", "2 months", "metric", 60.8),
        ("volume", "2 m³", "metric", 2000.0),
        ("bag", "2 cu ft", "us", 56.6337),
        ("count", "1,200", "metric", 1200.0),  # an English comma between thousands
    ],
)
def test_measures_as_people_type_them(kind: Any, typed: str, units: Any, value: float) -> None:
    read = read_measure("x", kind, typed, EN, units, units)
    assert read.value == pytest.approx(value, rel=1e-4)


def test_a_comma_is_the_readers() -> None:
    assert read_measure("x", "mass", "1,5 kg", DE, "metric", "metric").value == 1500
    assert read_measure("x", "mass", "1.500 g", DE, "metric", "metric").value == 1500
    assert read_measure("x", "mass", "1.500 g", EN, "metric", "metric").value == 1.5


@pytest.mark.parametrize(
    ("kind", "typed", "units", "key"),
    [
        ("volume", "2 gallons", "metric", "sum_which_gallon"),
        ("solution", "1 oz/gal", "imperial", "sum_which_gallon"),
        ("flow", "60 gph", "metric", "sum_which_gallon"),
        ("volume", "2 oz", "us", "sum_which_ounce"),
        ("mass", "2-3 oz", "us", "sum_range"),
        ("mass", "2 to 3 oz", "us", "sum_range"),
        ("mass", "a handful", "us", "sum_unread"),
        ("scoop", "2 heaped tsp", "us", "sum_heaped"),
        ("scoop", "1 heaping tablespoon", "us", "sum_heaped"),
        ("mass", "3 cups", "us", "sum_unread"),  # a volume is no weight
        ("area", "8 ft", "us", "sum_unread"),
        ("area", "8 ft x 4", "us", "sum_unread"),  # four of what?
        ("length", "3 m²", "metric", "sum_unread"),
        ("percent", "ten per cent of it", "metric", "sum_unread"),
        ("day", "03/07", "metric", "sum_unread"),
        ("mass", "  ", "metric", "sum_blank"),
    ],
)
def test_what_is_not_clear_is_asked(kind: Any, typed: str, units: Any, key: str) -> None:
    with pytest.raises(Refusal) as refused:
        read_measure("x", kind, typed, EN, units, units)
    assert (refused.value.field, refused.value.key) == ("x", key)


@pytest.mark.parametrize(
    ("key", "ask", "typed", "field", "why"),
    [
        ("bag", "product_g", {"grade": "0-46-0", "area_m2": "4", "counted_g_m2": "5"}, "nutrient",
         "bag_has_none"),
        ("bag", "product_g", {"grade": "ten", "area_m2": "4", "counted_g_m2": "5"}, "grade",
         "grade_unread"),
        ("bag", "product_g", {"area_m2": "", "counted_g_m2": "5"}, "area_m2", "sum_blank"),
        ("two_bags", "first_bag_g", {"grade": "10-5-5", "grade_2": "20-10-10", "area_m2": "1",
         "n_g_m2": "5", "other_g_m2": "5"}, "grade_2", "sum_same_ratio"),
        ("two_bags", "first_bag_g", {"grade": "10-10-10", "grade_2": "0-0-50", "area_m2": "1",
         "n_g_m2": "10", "other_g_m2": "5"}, "grade_2", "sum_bags_miss"),
        ("strength", "product_g", {"into_l": "9", "own_mg_l": "200", "feed_mg_l": "150"},
         "feed_mg_l", "sum_water_has_it"),
        ("leaching", "leach_pct", {"water_ds_m": "6", "soil_ds_m": "2"}, "water_ds_m",
         "sum_water_too_salty"),
        ("pot", "volume_l", {"top_m": "20", "bottom_m": "15", "height_m": "10",
         "headspace_m": "12"}, "headspace_m", "sum_headspace"),
        ("sieves", "effective_pct", {"wide_pct": "40", "fine_pct": "60"}, "fine_pct",
         "sum_sieves"),
        ("every", "feed_count", {"first_day": "2026-08-01", "picking_day": "2026-05-01"},
         "picking_day", "sum_turned"),
        ("degree_days", "reach_days", {"low_c": "2", "high_c": "8"}, "high_c", "sum_too_cold"),
        ("diluted", "fresh_l", {"salty_l": "10", "salty_ds_m": "1", "mixed_ds_m": "2"},
         "mixed_ds_m", "sum_not_between"),
        ("lasts", "lasts_days", {"stock_l": "1", "ratio": "5000", "week_l": "5"}, "ratio",
         "sum_beyond"),
        ("bag", "grade", {}, "asked", "sum_not_asked"),
        ("three_bags", "first_bag_g", {"grade": "10-5-5", "grade_2": "20-10-10", "area_m2": "1",
         "n_g_m2": "5", "p2o5_g_m2": "5", "k2o_g_m2": "5"}, "grade_3", "sum_same_ratio"),
        ("three_bags", "first_bag_g", {"grade": "10-10-10", "grade_2": "46-0-0", "area_m2": "1",
         "grade_3": "0-0-50", "n_g_m2": "10", "p2o5_g_m2": "4", "k2o_g_m2": "2"}, "grade_3",
         "sum_bags_miss"),  # 4 g of phosphate bring 4 g of potash along
        ("best_scoops", "first_scoops", {"grade": "21-0-0", "area_m2": "1", "n_g_m2": "0",
         "p2o5_g_m2": "0", "k2o_g_m2": "0"}, "n_g_m2", "sum_blank"),
        ("cheapest", "cost", {"grade": "0-46-0", "price": "1", "pack_g": "1", "price_2": "1",
         "pack_2_g": "1", "price_3": "1", "pack_3_g": "1", "area_m2": "1", "n_g_m2": "5",
         "p2o5_g_m2": "0", "k2o_g_m2": "0"}, "grade", "bag_has_none"),
        ("can_scoops", "count", {"into_l": "9", "own_mg_l": "200", "feed_mg_l": "150"},
         "feed_mg_l", "sum_water_has_it"),
        ("feed_ec", "product_g", {"into_l": "9", "own_ds_m": "2", "feed_ds_m": "1.5"},
         "feed_ds_m", "sum_water_has_it"),
        ("l_shape", "volume_l", {"length_m": "2", "width_m": "1", "notch_length_m": "2",
         "notch_width_m": "0.5", "layer_m": "10"}, "notch_length_m", "sum_notch"),
        ("triangle", "volume_l", {"side_1_m": "1", "side_2_m": "2", "side_3_m": "3",
         "layer_m": "10"}, "side_3_m", "sum_no_triangle"),
        ("gypsum", "gypsum_g", {"sodium_pct": "4", "area_m2": "1"}, "sodium_then_pct",
         "sum_sodium_is_less"),
        ("soil_unit", "mg_kg", {"printed": "2", "unit": "cmol/kg", "of": "P"}, "unit",
         "not_a_cation"),
        ("sprinkler", "run_min", {"cup_1_mm": "0", "cup_2_mm": "0", "cup_3_mm": "0",
         "cup_4_mm": "0"}, "cup_1_mm", "sum_zero"),
        ("stock", "feed_g_l", {"said": "maybe", "stock_g_l": "5"}, "said", "sum_not_asked"),
    ],
)  # fmt: skip
def test_what_cannot_be_is_said_at_its_blank(
    key: str, ask: str, typed: dict[str, str], field: str, why: str
) -> None:
    with pytest.raises(Refusal) as refused:
        asked_of(SUMS[key], ask, typed, EN, "metric", "metric")
    assert (refused.value.field, refused.value.key) == (field, why)


def test_a_sum_is_told_in_a_line() -> None:
    typed = {"grade": "10-10-10", "area_m2": "1.2 x 3 m", "counted_g_m2": "10"}
    found, read = asked_of(SUMS["bag"], "product_g", typed, EN, "metric", "metric")
    line = in_a_line(SUMS["bag"], found, read, EN, "metric")
    assert line == (
        "360 g of 10-10-10, oxides (N–P₂O₅–K₂O), on 3.6 m² gives 10 g/m² of N."
    )  # 36 g of nitrogen, a tenth of the bag
    typed = {"length_m": "2", "width_m": "1", "volume_l": "500"}
    found, read = asked_of(SUMS["bed"], "layer_m", typed, EN, "metric", "metric")
    assert "25 cm" in in_a_line(SUMS["bed"], found, read, EN, "metric")  # half of a cubic metre


@pytest.mark.parametrize(
    ("asked", "locale", "first"),
    [
        ("how strong is my feed", "en", "strength"),
        ("bags for a raised bed", "en", "bed"),
        ("lime", "en", "lime"),
        ("an inch of water", "en", "watering"),
        ("Hochbeet", "de", "bed"),
        ("regadera", "es", "strength"),
    ],
)
def test_ordinary_words_find_a_sum(asked: str, locale: str, first: str) -> None:
    assert first in [one.key for one in found_by(asked, words(locale))]
    assert found_by("xyzzy", words(locale)) == []


@pytest.mark.parametrize("kind", get_args(Kind))
def test_a_bare_number_is_read_as_the_unit_that_is_shown(kind: Any) -> None:
    """In every system the usual unit is one that the field itself understands."""
    if kind in ("grade", "choice", "day"):
        return
    for system in ("metric", "us", "imperial"):
        bare = read_measure("x", kind, "2", EN, system, system)
        again = read_measure("x", kind, bare.said, EN, system, system)
        assert again.value == pytest.approx(bare.value), (kind, system, bare.said)


def test_ounces_in_a_gallon_are_a_solution() -> None:
    """An ounce, 28.35 g, in 3.785 L."""
    read = read_measure("x", "solution", "1 oz/gal", EN, "us", "us")
    assert read.value == pytest.approx(7.489, rel=1e-3)
