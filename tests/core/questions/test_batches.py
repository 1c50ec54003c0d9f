"""A batch of a mix, and the mix of last season's tubs."""

from datetime import date

import pytest

import gardens
from eznel import catalogue
from eznel.core.document import Log, Recipe
from eznel.core.errors import Unknown
from eznel.core.questions.batches import batch
from eznel.core.questions.reuse import reuses
from eznel.core.season.workings import Workings


def workings(log: Log | None = None, today: date = gardens.TODAY, **parts) -> Workings:
    return Workings(gardens.garden(**parts), log or Log(), today, catalogue.load())


def recipe(**more) -> Recipe:
    parts = [
        {"name": "coir", "parts": 60, "material": "coir"},
        {
            "name": "compost",
            "parts": 40,
            "material": "garden_compost",
            "bag": gardens.measure(1.5, "ft3"),
            "bag_price": 7.5,
        },
    ]
    made = {"id": gardens.uid("mix"), "name": "mix", "use": "tub", "parts": parts}
    return Recipe.model_validate(made | more)


def test_a_batch_in_litres_buckets_bags_and_kilograms() -> None:
    found = batch(recipe(), 40, 10, workings())
    assert found.loose.value == pytest.approx(44)  # a tenth more goes in
    coir, compost = found.parts
    assert coir.portion.volume.value == pytest.approx(26.4)  # 60 of 100
    assert coir.buckets == pytest.approx(2.64)
    assert compost.portion.bags == 1  # 17.6 L out of 42.5
    assert found.cost == 7.5
    assert coir.carried_kg == pytest.approx((7.92, 13.2))  # 0.3 to 0.5 kg/L
    assert found.carried_kg == pytest.approx((18.48, 29.04))  # and 10.56 to 15.84 of compost


def test_what_to_expect_of_it_as_ranges() -> None:
    found = batch(recipe(), 40, 10, workings()).expected
    assert found is not None
    # salts: coir 0.3 to 1.5, compost 1.5 to 5, by volume
    assert found.salts.low == pytest.approx(0.78)
    assert found.salts.middle.value == pytest.approx(1.84)
    assert found.salts.high == pytest.approx(2.9)
    assert found.ph.middle.value == pytest.approx(6.65)  # 0.6 × 6.15 + 0.4 × 7.4
    # by dry mass: 60 × 0.08 of 93.5 %, 40 × 0.5 of 32.5 %
    assert found.matter.middle.value == pytest.approx(44.306, abs=0.001)


def test_a_charge_is_told_for_a_bucket_in_the_largest_scoop_that_fits() -> None:
    feed = gardens.product("feed", N=10)  # 1 g/mL
    shed = {
        "products": [feed],
        "scoops": [gardens.scoop("teaspoon", 5), gardens.scoop("tablespoon", 15)],
    }
    charge = [{"product": feed["id"], "strength": gardens.measure(1.5, "g/L")}]
    (one,) = batch(recipe(charge=charge), 40, 10, workings(**shed)).charge
    assert one.per_bucket.value == pytest.approx(15)
    assert (one.scoops, one.scoop) == (1, gardens.garden(**shed).scoops[1].id)
    assert one.total_g == pytest.approx(60)


def test_a_mix_to_sow_in_is_to_be_poor() -> None:
    feed = gardens.product("feed", N=10)
    charge = [{"product": feed["id"], "strength": gardens.measure(1.5, "g/L")}]
    made = recipe(use="seed", charge=charge)
    keys = {one.key for one in batch(made, 40, 10, workings(products=[feed])).findings}
    assert keys == {"fertiliser_in_seed_mix", "salty_mix"}  # 1.84 dS/m, where 1 is the most


def test_what_is_not_known_is_left_out_and_named() -> None:
    parts = [{"name": "coir", "parts": 1, "material": "coir"}, {"name": "rice", "parts": 1}]
    found = batch(recipe(parts=parts), 40, 10, workings())
    assert found.unknown == ("rice",)
    assert found.carried_kg is None
    assert found.expected is not None
    assert found.expected.ph.low == pytest.approx(5.5)  # of the coir alone


def test_per_cent_that_are_not_a_hundred_are_asked_about() -> None:
    parts = [{"name": "coir", "parts": 60}, {"name": "compost", "parts": 30}]
    with pytest.raises(ValueError, match="percent_not_whole"):
        recipe(parts=parts, shares_in="percent")
    assert len(recipe(parts=parts).parts) == 2  # parts may add up to anything


def test_a_bag_that_is_not_there_is_refused() -> None:
    parts = [{"name": "mix", "parts": 1, "product": gardens.uid("nothing")}]
    with pytest.raises(Unknown):
        batch(recipe(parts=parts), 40, 10, workings())


TUBS = gardens.tub("tub", litres=35, count=2)
GREW = gardens.planting("cucumber", "tub", plants=2, ends_on="2026-10-01")
WINTER = date(2026, 12, 20)


def test_used_mix_sinks_and_wants_a_third_of_fresh() -> None:
    """Two tubs of 35 L, filled to nine tenths, take 69.3 L of loose mix."""
    (one,) = reuses(workings(places=[TUBS], plantings=[GREW], today=WINTER))
    assert one.sunk.value == pytest.approx(10.395)  # 15 %
    assert one.fresh.value == pytest.approx(23.1)
    assert one.taken_out_l == pytest.approx(12.705)
    assert all(held.low_g <= held.left_g <= held.high_g for held in one.held)
    assert {f.key for f in one.findings} == {"reuse_unmeasured", "reuse_not_after_illness"}


def test_mix_that_still_grows_something_is_not_used_again() -> None:
    summer = date(2026, 7, 1)
    assert reuses(workings(places=[TUBS], plantings=[GREW], today=summer)) == ()
    assert reuses(workings(places=[TUBS], today=WINTER)) == ()


def test_when_not_to_use_it_again() -> None:
    next_year = gardens.planting("courgette", "tub", name="next", planted_on="2027-05-12")
    seen = [
        {
            "id": gardens.uid("seen"),
            "planting": GREW["id"],
            "on": "2026-08-01",
            "kind": "plants_lost",
            "plants": 1,
        },
        {
            "id": gardens.uid("salts"),
            "planting": GREW["id"],
            "on": "2026-09-01",
            "kind": "salts",
            "ec_ds_m": 9,
        },
    ]
    log = Log.model_validate({"observed": seen})
    found = reuses(workings(log, WINTER, places=[TUBS], plantings=[GREW, next_year]))
    keys = [one.key for one in found[0].findings]
    assert keys == [
        "reuse_after_losses",
        "reuse_same_family",  # both are cucurbits
        "reuse_salty",
        "reuse_not_after_illness",
    ]
