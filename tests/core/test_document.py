"""What cannot be is refused where it is typed, and what can be is kept as typed."""

from datetime import date
from typing import Any

import pytest
from pydantic import TypeAdapter, ValidationError

import gardens
from eznel.core.document import (
    BandTable,
    FeedEntry,
    Garden,
    GardenFile,
    Observed,
    Place,
    Planting,
    Preparation,
    Product,
    Programme,
    Scoop,
    SeasonBlend,
    SoilReport,
    Spacing,
    TaskDone,
    Variety,
    WeatherDay,
)
from eznel.core.document.garden import Preferences, Site
from eznel.formats import faults
from eznel.words import words

SHAPES: dict[str, Any] = {
    "place": Place, "report": SoilReport, "product": Product, "scoop": Scoop,
    "planting": Planting, "spacing": Spacing, "site": Site, "preferences": Preferences,
    "programme": Programme, "entry": FeedEntry, "garden": Garden, "file": GardenFile,
    "bands": BandTable, "preparation": Preparation, "observed": Observed, "task": TaskDone,
    "day": WeatherDay, "variety": Variety, "blend": SeasonBlend,
}  # fmt: skip
M = gardens.measure
CIRCLE = {"kind": "circle", "diameter": M(0, "m")}
FRUSTUM = {"kind": "frustum", "top": M(20, "m"), "bottom": M(0.2, "m"), "height": M(0.3, "m")}
SCHOOL = {"key": "mine", "name": "Mine", "idea": "", "base_n_share": 0, "method": "liquid",
          "phases": [{"n": 1, "p2o5": 1, "k2o": 1}]}  # fmt: skip
ENTRY = {"id": gardens.uid("e"), "planting": gardens.uid("cucumber"), "on": "2026-06-01",
         "outcome": "missed"}  # fmt: skip


def whole(**parts: Any) -> dict[str, Any]:
    return {"id": gardens.uid("garden"), "name": "g", "site": gardens.site(), **parts}


def value(**line: Any) -> dict[str, Any]:
    return gardens.report() | {"values": [{"analyte": "P", "value": 1} | line]}


def prepared(how: dict[str, Any], **more: Any) -> dict[str, Any]:
    return {"id": gardens.uid("p"), "place": gardens.uid("bed"), "material": "garden_compost",
            "how": how, "on": "2026-04-01", **more}  # fmt: skip


BANDS = {"id": gardens.uid("b"), "extractant": "Olsen", "analyte": "P", "low": 10, "medium": 20,
         "high": 30, "very_high": 40, "source": "a guide"}  # fmt: skip
SEEN = {"id": gardens.uid("s"), "planting": gardens.uid("cucumber"), "on": "2026-06-01"}
DAY = {"id": gardens.uid("d"), "on": "2026-06-01", "low_c": 8, "high_c": 17}
OWN = {"id": gardens.uid("v"), "crop": "kale", "name": "our own"}
LINE = {"job": gardens.uid("j"), "product": gardens.uid("bag"), "grams": 10}
DRIP = {"by": "drip", "emitter_l_h": 2, "emitter_gap": M(30, "cm"), "line_gap": M(40, "cm")}
HOLE = {"by": "holes", "share_pct": 30, "width": M(30, "cm"), "depth": M(25, "cm")}

WRONG = [
    ("report", value(value=None), "values.0.value", "value_or_class"),
    ("report", value(printed_as="K2O"), "values.0.printed_as", "printed_as_another"),
    ("report", value(unit="cmol/kg"), "values.0.unit", "not_a_cation"),
    ("report", value(analyte="K", unit="% of CEC", value=101), "values.0.value",
     "percent_out_of_range"),
    ("report", value(depth=M(20, "m")), "values.0.depth", "depth_out_of_range"),
    ("report", gardens.report(buffer={"method": "SMP", "value": 65}), "buffer.value",
     "less_than_equal"),
    ("report", gardens.report(buffer={"method": "Somebody", "value": 6.5}), "buffer.method",
     "literal_error"),
    ("report", gardens.report(ec={"value": 400, "method": "1:5"}), "ec.value", "ec_out_of_range"),
    ("report", gardens.report(cec_cmol_kg=0), "cec_cmol_kg", "greater_than"),
    ("report", gardens.report(organic_carbon_pct=150), "organic_carbon_pct",
     "percent_out_of_range"),
    ("report", gardens.report(sample_density=M(11, "g/mL")), "sample_density",
     "density_out_of_range"),
    ("report", gardens.report(lime={"amount": M(60, "kg/m2")}), "lime.amount",
     "lime_out_of_range"),
    ("report", gardens.report(lime={"amount": M(2, "t/ha"), "depth": M(1, "cm")}), "lime.depth",
     "depth_out_of_range"),
    ("bands", BANDS | {"high": 20}, "high", "bands_do_not_rise"),
    ("bands", BANDS | {"low": 0}, "low", "greater_than"),
    ("bands", BANDS | {"source": ""}, "source", "string_too_short"),
    ("preparation", prepared({"by": "layer", "thickness": M(2, "m")}), "how.thickness",
     "layer_out_of_range"),
    ("preparation", prepared(HOLE | {"width": M(30, "m")}), "how.width", "hole_out_of_range"),
    ("preparation", prepared(HOLE | {"share_pct": 0}), "how.share_pct", "greater_than"),
    ("preparation", prepared({"by": "nitrogen", "available": M(-1, "g/m2")}),
     "how.available.value", "greater_than_equal"),
    ("preparation", prepared(HOLE, product=gardens.uid("bag")), "product", "product_or_material"),
    ("preparation", prepared(HOLE, material=None), "product", "product_or_material"),
    ("place", gardens.tub(recipe=[{"name": "grit", "parts": 1, "bag": M(5, "yd3")}]),
     "recipe.0.bag", "bag_out_of_range"),
    ("place", gardens.bed(drained={"fell": M(3, "cm"), "minutes": 0}), "drained.minutes",
     "greater_than"),
    ("place", gardens.bed(school="fortune"), "school", "literal_error"),
    ("product", gardens.product("lime", CaO=50, liming={"passing_60_mesh_pct": 90,
                                                        "passing_20_mesh_pct": 60}),
     "liming.passing_60_mesh_pct", "sieves_disagree"),
    ("garden", whole(preparations=[prepared(HOLE)]), "preparations.0.place", "no_such_thing"),
    ("garden", whole(places=[gardens.bed()], preparations=[
        prepared(HOLE, material=None, product=gardens.uid("bag"))]),
     "preparations.0.product", "no_such_thing"),
    ("garden", whole(bands=[BANDS, BANDS]), "bands", "id_twice"),
    ("site", gardens.site(water={"nitrate_n_mg_l": -1}), "water.nitrate_n_mg_l",
     "greater_than_equal"),
    ("observed", SEEN | {"kind": "plants_lost"}, "plants", "lost_needs_plants"),
    ("observed", SEEN | {"kind": "salts"}, "ec_ds_m", "salts_need_ec"),
    ("observed", SEEN | {"kind": "salts", "ec_ds_m": 400}, "ec_ds_m", "less_than_equal"),
    ("observed", SEEN | {"kind": "omens"}, "kind", "literal_error"),
    ("task", SEEN | {"task": "Stake it"}, "task", "string_pattern_mismatch"),
    ("day", DAY | {"low_c": 18}, "low_c", "min_above_max"),
    ("day", DAY | {"rain_mm": -1}, "rain_mm", "greater_than_equal"),
    ("day", DAY | {"high_c": 170}, "high_c", "less_than_equal"),
    ("variety", OWN | {"later_days": 100}, "later_days", "less_than_equal"),
    ("variety", OWN | {"yield_share": 0}, "yield_share", "greater_than_equal"),
    ("variety", OWN | {"vigour": "wild"}, "vigour", "literal_error"),
    ("blend", {"id": gardens.uid("b"), "made_on": "2026-05-01",
               "amounts": [LINE | {"grams": 0}]}, "amounts.0.grams", "greater_than"),
    ("place", gardens.bed(watering=DRIP | {"line_gap": None}), "watering.line_gap",
     "drip_needs_lines"),
    ("place", gardens.bed(watering=DRIP | {"emitter_gap": M(30, "m")}), "watering.emitter_gap",
     "spacing_out_of_range"),
    ("place", gardens.bed(watering={"week_mm": 0}), "watering.week_mm", "greater_than"),
    ("place", gardens.tub(season_water_l=-5), "season_water_l", "greater_than"),
    ("planting", gardens.planting(raised_in="gold"), "raised_in", "literal_error"),
    ("programme", SCHOOL | {"at_planting": "prayer"}, "at_planting", "literal_error"),
    ("programme", SCHOOL | {"base_p_share": 2}, "base_p_share", "less_than_equal"),
    ("preferences", {"proportioner": 1}, "proportioner", "greater_than_equal"),
    ("preferences", {"shared_miss_pct": 80}, "shared_miss_pct", "less_than_equal"),
    ("preferences", {"tanks": 3}, "tanks", "literal_error"),
    ("garden", whole(varieties=[OWN, OWN]), "varieties", "id_twice"),
    ("garden", whole(blends=[{"id": gardens.uid("b"), "made_on": "2026-05-01",
                              "amounts": [LINE]}]), "blends.0.amounts.0.product",
     "no_such_thing"),
    ("file", {"garden": whole(), "log": {"observed": [SEEN | {"kind": "flooded"}]}},
     "log.observed.0.planting", "no_such_thing"),
    ("file", {"garden": whole(), "log": {"tasks": [SEEN | {"task": "stake"}]}},
     "log.tasks.0.planting", "no_such_thing"),
    ("file", {"garden": whole(), "log": {"weather": [DAY, DAY | {"id": gardens.uid("e")}]}},
     "log.weather", "id_twice"),
    ("planting", gardens.planting(base_by="air"), "base_by", "literal_error"),
    ("place", gardens.bed(shape=CIRCLE), "shape.diameter", "side_out_of_range"),
    ("place", gardens.tub(shape=FRUSTUM), "shape.top", "tub_size_out_of_range"),
    ("place", gardens.tub(count=0), "count", "greater_than_equal"),
    ("place", gardens.bed(colour="red"), "colour", "extra_forbidden"),
    ("place", gardens.bed(texture="gravel"), "texture", "literal_error"),
    ("place", gardens.bed(density=M(1.3, "stone/ft3")), "density.unit", "literal_error"),
    ("place", gardens.bed(x_m="left"), "x_m", "float_parsing"),
    ("place", gardens.tub(recipe=[{"name": "grit", "parts": 0}]), "recipe.0.parts", "greater_than"),
    ("report", gardens.report(depth=M(15, "m")), "depth", "depth_out_of_range"),
    ("report", gardens.report() | {"values": [{"analyte": "P", "value": 1}] * 2},
     "values.1.analyte", "value_twice"),
    ("report", gardens.report() | {"values": [{"analyte": "Pu", "value": 1}]},
     "values.0.analyte", "literal_error"),
    ("report", gardens.report(sampled_on="March"), "sampled_on", "date_from_datetime_parsing"),
    ("product", gardens.product("b", N=float("nan")), "declared.0.pct", "finite_number"),
    ("product", gardens.product("b", "coated", N=1, release_days=3), "release_days",
     "greater_than_equal"),
    ("scoop", gardens.scoop(ml=0.01), "volume", "scoop_out_of_range"),
    ("spacing", {"pattern": "rows", "in_row": M(30, "cm")}, "between_rows", "rows_need_between"),
    ("spacing", {"pattern": "square", "in_row": M(30, "m")}, "in_row", "spacing_out_of_range"),
    ("planting", gardens.planting(ends_on="2026-05-12"), "ends_on", "ends_before_planted"),
    ("site", gardens.site(low=20, high=10), "monthly_min_c.0", "min_above_max"),
    ("site", gardens.site(time_zone="../../etc/passwd"), "time_zone", "unknown_time_zone"),
    ("site", gardens.site(last_frost="30-04"), "last_frost", "string_pattern_mismatch"),
    ("site", gardens.site(monthly_min_c=[1] * 11), "monthly_min_c", "too_short"),
    ("preferences", {"can": M(900, "L")}, "can", "can_out_of_range"),
    ("programme", SCHOOL | {"phases": [{**SCHOOL["phases"][0], "until_stage": "flowering"}]},
     "phases", "last_phase_open"),
    ("programme", SCHOOL | {"method": "side_dress"}, "side_dress_at", "side_dress_needs_stages"),
    ("programme", SCHOOL | {"key": "My School"}, "key", "string_pattern_mismatch"),
    ("entry", ENTRY, "job", "missed_needs_job"),
    ("garden", whole(places=[gardens.bed(), gardens.bed()]), "places", "id_twice"),
    ("garden", whole(plantings=[gardens.planting()]), "plantings.0.place", "no_such_thing"),
    ("garden", whole(places=[gardens.bed()], reports=[gardens.report("bed", "elsewhere")]),
     "reports.0.places.1", "no_such_thing"),
    ("garden", whole(places=[gardens.tub(charge=[{"product": gardens.uid("x"),
                                                 "strength": M(1, "g/L")}])]),
     "places.0.charge.0.product", "no_such_thing"),
    ("file", {"garden": whole(), "log": {"feeds": [ENTRY | {"outcome": "given"}]}},
     "log.feeds.0.planting", "no_such_thing"),
    ("file", {"garden": whole(), "log": {"stages": [
        {"id": gardens.uid("s"), "planting": gardens.uid("x"), "stage": "harvest",
         "on": "2026-06-01"}]}}, "log.stages.0.planting", "no_such_thing"),
]  # fmt: skip


@pytest.mark.parametrize(("kind", "data", "field", "key"), WRONG)
def test_what_cannot_be_is_refused_at_its_field(kind, data, field, key) -> None:
    with pytest.raises(ValidationError) as refused:
        TypeAdapter(SHAPES[kind]).validate_python(data)
    (fault,) = faults.of(refused.value, words("en"))
    assert (fault.field, fault.key) == (field, key)
    assert key in words("en").errors  # a sentence of its own, not the general one
    assert "{" not in fault.problem + fault.remedy


def test_what_was_typed_is_kept_as_typed() -> None:
    bed = gardens.bed(depth=M(8, "in"), density=M(81, "lb/ft3"))
    kept = TypeAdapter(Place).validate_python(bed)
    assert (kept.depth.value, kept.depth.unit) == (8, "in")
    assert kept.depth.m == pytest.approx(0.2032)
    assert kept.density.g_per_ml == pytest.approx(1.2975, abs=1e-4)
    assert TypeAdapter(Place).validate_json(kept.model_dump_json()) == kept


def test_models_are_frozen() -> None:
    kept = Scoop.model_validate(gardens.scoop())
    with pytest.raises(ValidationError):
        kept.name = "other"


def test_a_slip_of_the_decimal_point_is_named() -> None:
    with pytest.raises(ValidationError) as refused:
        SoilReport.model_validate(gardens.report(ph=65))
    (fault,) = faults.of(refused.value, words("en"))
    assert fault.remedy == "Between 2.5 and 11; a decimal point slipped (6.5)?"
    with pytest.raises(ValidationError) as refused:
        SoilReport.model_validate(gardens.report(ph=1.2))
    (fault,) = faults.of(refused.value, words("en"))
    assert fault.remedy == "Between 2.5 and 11; a decimal point slipped?"


@pytest.mark.parametrize(
    ("month_day", "day"),
    [("04-28", date(2026, 4, 28)), ("04-31", date(2026, 4, 30)), ("02-29", date(2026, 2, 28))],
)
def test_a_frost_falls_on_a_day_of_every_year(month_day: str, day: date) -> None:
    site = Site.model_validate(gardens.site() | {"last_frost": month_day, "first_frost": None})
    assert site.last_frost_in(2026) == day
    assert site.first_frost_in(2026) is None
