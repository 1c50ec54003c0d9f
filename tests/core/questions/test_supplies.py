"""The shed's questions, each answered by hand beside it. A level scoop of 1 mL is 1 g."""

from datetime import date, timedelta
from math import exp
from typing import Any
from uuid import UUID

import pytest

import gardens
from eznel import catalogue
from eznel.core.document import Product
from eznel.core.errors import Impossible, Unknown
from eznel.core.questions.compare import compare, to_come
from eznel.core.questions.gives import CURVE_DAYS, gives
from eznel.core.questions.stock import cheapest_set, shopping
from eznel.core.questions.substitutes import substitutes
from eznel.core.season.workings import Workings

ROWS = catalogue.load()
SCOOPS = [gardens.scoop("gram", 1), gardens.scoop("spoon", 10)]
FEED = gardens.product("feed", "soluble", N=10, P2O5=5, K2O=15)


def workings(*products: dict[str, Any], log: dict[str, Any] | None = None, **more: Any) -> Workings:
    parts = {
        "places": [gardens.bed()],
        "plantings": [gardens.planting("cucumber", plants=8)],
        "scoops": SCOOPS,
        **more,
    }
    file = gardens.garden_file(log, products=list(products), **parts)
    return Workings(file.garden, file.log, gardens.TODAY, ROWS)


def uid(name: str) -> UUID:
    return UUID(gardens.uid(name))


class TestGives:
    def test_a_spoon_on_a_bed_to_a_plant_and_in_a_can(self) -> None:
        """10 g of 10-5-15 on 4.32 m² for 8 plants, or in 9 L."""
        made = workings(FEED, site=gardens.site(water_ec_ds_m=0.4))
        product = made.garden.products[0]
        found = gives(product, uid("bed"), 9, made)
        spoon = found.scoops[1]
        assert spoon.grams == 10
        assert spoon.nutrients_g["N"] == pytest.approx(1)
        assert spoon.nutrients_g["P"] == pytest.approx(0.5 * 0.4364, rel=1e-3)
        assert spoon.bed_g_m2 is not None
        assert spoon.bed_g_m2["K"] == pytest.approx(1.5 * 0.8302 / 4.32, rel=1e-3)
        assert spoon.plant_g is not None
        assert spoon.plant_g["N"] == pytest.approx(1 / 8)
        assert spoon.can_mg_l is not None
        assert spoon.can_mg_l["N"] == pytest.approx(1000 / 9)
        # half the N as ammonium: 50 mg ÷ 14.007 = 3.57 meq; K 124.5 mg ÷ 39.098 = 3.18 meq a gram
        per_g_l = (50 / 14.007 + 150 * 0.8302 / 39.098) / 10
        assert spoon.can_ec_ds_m == pytest.approx(10 / 9 * per_g_l + 0.4, rel=1e-3)

    def test_a_granule_is_not_poured(self) -> None:
        made = workings(gardens.product("bag", N=10))
        (spoon, _) = gives(made.garden.products[0], uid("bed"), 9, made).scoops
        assert spoon.can_mg_l is None
        assert spoon.can_ec_ds_m is None

    def test_what_part_of_the_labels_most_a_scoop_is(self) -> None:
        """20 g/m² on 4.32 m² is 86.4 g; 2 g/L in 9 L is 18 g."""
        limits = {
            "max_rate": gardens.measure(20, "g/m2"),
            "max_strength": gardens.measure(2, "g/L"),
        }
        made = workings({**FEED, **limits})
        spoon = gives(made.garden.products[0], uid("bed"), 9, made).scoops[1]
        assert spoon.of_label_ground_share == pytest.approx(10 / 86.4)
        assert spoon.of_label_water_share == pytest.approx(10 / 18)

    def test_a_scoop_too_strong_for_the_can_and_more_than_dissolves(self) -> None:
        made = workings(FEED)
        (found,) = gives(made.garden.products[0], None, 2, made).findings
        assert (found.key, found.about) == ("scoop_too_strong", gardens.uid("spoon"))  # 500 mg/L
        slow = gardens.product("slow", "soluble", Ca=20, material="gypsum")
        made = workings(slow)
        (found,) = gives(made.garden.products[0], None, 2, made).findings
        assert found.key == "more_than_dissolves"  # 5 g/L of 2.4

    def test_release_over_time(self) -> None:
        """16 °C throughout: coated 2^((16 − 21)/10) = 0.7071 of a rated day each day; organic
        0.02 × 2^((16 − 25)/10) = 0.010718 a day towards its first-season share."""
        coated = gardens.product("coated", "coated", N=15, release_days=180)
        meal = gardens.product("meal", "organic", N=8, first_season_n_pct=60)
        made = workings(coated, meal, FEED)
        curves = [gives(one, None, 9, made).release for one in made.garden.products]
        assert [point.on for point in curves[0]][:2] == [
            gardens.TODAY, gardens.TODAY + timedelta(7),
        ]  # fmt: skip
        assert curves[0][10].share == pytest.approx(70 * 0.70711 / 180, rel=1e-4)
        k = 0.02 * 2 ** ((16 - 25) / 10)
        whole = 1 - exp(-k * (CURVE_DAYS + 1))
        assert curves[1][10].share == pytest.approx(0.6 * (1 - exp(-k * 71)) / whole, rel=1e-3)
        assert curves[1][0].share == 0
        assert {point.share for point in curves[2]} == {1.0}

    def test_ranges_are_shown(self) -> None:
        kelp = gardens.product("tea", "liquid", proof="unproven")
        kelp["declared"] = [{"nutrient": "K2O", "pct": 1, "low_pct": 0.5, "high_pct": 3}]
        made = workings(kelp)
        found = gives(made.garden.products[0], None, 9, made)
        assert found.low_pct["K"] == pytest.approx(0.415, rel=1e-3)
        assert found.high_pct["K"] == pytest.approx(2.49, rel=1e-3)

    def test_a_place_that_is_not_there(self) -> None:
        made = workings(FEED)
        with pytest.raises(Unknown):
            gives(made.garden.products[0], uid("nowhere"), 9, made)


class TestCompare:
    def test_two_products_for_one_need(self) -> None:
        """Untested: N and K are wanted. A bag with N alone meets N in full and misses K."""
        price = {"price": {"amount": 20, "pack": gardens.measure(1, "kg")}}
        only_n = gardens.product("n", "soluble", N=20, **price)
        made = workings(only_n, gardens.product("nk", "soluble", N=10, K2O=12))
        found = compare(uid("cucumber"), [uid("n"), uid("nk")], made)
        need = found.need_g
        assert need["N"] == pytest.approx(gardens.need(single(made), "N"))
        one, two = found.contenders
        # N and K weigh the same, so N alone is half of the match.
        assert one.grams == pytest.approx(need["N"] / 0.2)
        assert one.match == pytest.approx(0.5)
        assert one.unasked_g["N"] == pytest.approx(0, abs=1e-9)
        assert one.cost == pytest.approx(one.grams * 0.02)
        assert one.cost_per_g == pytest.approx({"N": 0.02 / 0.2})
        assert two.match > one.match
        assert two.cost is None
        assert two.cost_per_g == {}
        assert one.refused is None

    def test_what_comes_along_unasked(self) -> None:
        made = workings(FEED, gardens.product("other", "soluble", N=10))
        found = compare(uid("cucumber"), [uid("feed"), uid("other")], made)
        fed = found.contenders[0]
        assert found.need_g["P"] == 0  # untested: phosphorus is taken as enough
        assert fed.unasked_g["P"] == pytest.approx(fed.grams * 0.05 * 0.4364, rel=1e-3)

    def test_what_was_given_is_no_longer_needed(self) -> None:
        given = {
            "id": gardens.uid("extra"), "planting": gardens.uid("cucumber"), "on": "2026-04-30",
            "outcome": "given",
            "amounts": [{"product": gardens.uid("feed"), "amount": gardens.measure(50, "g")}],
        }  # fmt: skip
        before, after = workings(FEED), workings(FEED, log={"feeds": [given]})
        (then,), (now,) = before.seasons, after.seasons
        assert to_come(then).n - to_come(now).n == pytest.approx(5)

    def test_a_lime_and_a_wrong_form_say_why_not(self) -> None:
        lime = gardens.product("lime", CaO=50, material="ground_limestone")
        meal = gardens.product("meal", "organic", N=8)
        made = workings(
            lime, meal, places=[gardens.tub(litres=40)],
            plantings=[gardens.planting("cucumber", "tub", plants=2)],
        )  # fmt: skip
        found = compare(uid("cucumber"), [uid("lime"), uid("meal")], made)
        assert [one.refused for one in found.contenders] == ["lime_is_no_feed", "form_fits_no_job"]

    @pytest.mark.parametrize("names", [("feed",), ("feed", "feed")])
    def test_one_product_is_no_comparison(self, names: tuple[str, ...]) -> None:
        with pytest.raises(Impossible):
            compare(uid("cucumber"), [uid(name) for name in names], workings(FEED))

    def test_a_planting_or_product_that_is_not_there(self) -> None:
        made = workings(FEED, gardens.product("other", N=1))
        with pytest.raises(Unknown):
            compare(uid("nobody"), [uid("feed"), uid("other")], made)
        with pytest.raises(Unknown):
            compare(uid("cucumber"), [uid("feed"), uid("nothing")], made)


def single(made: Workings):
    return gardens.single(gardens.plan_of(made.garden, made.log))


class TestShopping:
    def test_what_runs_out_when_and_what_to_buy(self) -> None:
        """Half of what the season takes is there: it runs out on the day it falls short."""
        plenty = shopping(workings(FEED)).lines[0]
        assert plenty.left_g is None
        assert plenty.short_g == 0
        assert plenty.runs_out_on is None
        half = plenty.wanted_g / 2
        stock = {"amount": gardens.measure(half, "g"), "counted_on": "2026-04-01"}
        price = {"amount": 3, "pack": gardens.measure(100, "g")}
        large = {"amount": 10, "pack": gardens.measure(1, "kg")}
        line = shopping(
            workings({**FEED, "stock": stock, "price": price, "other_packs": [large]})
        ).lines[0]
        assert line.wanted_g == pytest.approx(plenty.wanted_g)
        assert line.short_g == pytest.approx(half)
        used, on = 0.0, None
        for use in plenty.uses:
            used += use.grams
            if used > half + 1e-6:
                on = use.on
                break
        assert line.runs_out_on == on
        # hundred-gram packs at 3, a kilogram at 10: four of the small ones cost more
        count = -(-half // 100)
        cheapest = min(count * 3, 10) if half <= 1000 else None
        assert line.cost == cheapest
        bought = sum(one.count * one.size.g for one in line.packs)
        assert line.leaves_g == pytest.approx(half + bought - plenty.wanted_g)

    def test_without_a_price_the_amount_is_still_named(self) -> None:
        stock = {"amount": gardens.measure(1, "g"), "counted_on": "2026-04-01"}
        found = shopping(workings({**FEED, "stock": stock}))
        assert found.lines[0].short_g > 0
        assert found.lines[0].cost is None
        assert found.unpriced == 1

    def test_what_no_bag_fills_is_named_as_a_material(self) -> None:
        only_k = gardens.product("k", "soluble", K2O=50)
        found = shopping(workings(only_k))
        assert {one.nutrient for one in found.materials} == {"N"}
        nitrogen = found.materials[0]
        assert nitrogen.short_g == pytest.approx(gardens.need(single(workings(only_k)), "N"))

    def test_the_cheapest_set_meets_every_need_and_costs_no_more(self) -> None:
        stock = {"amount": gardens.measure(1, "g"), "counted_on": "2026-04-01"}

        def sold(name: str, amount: float, **lines: float) -> dict[str, Any]:
            price = {"amount": amount, "pack": gardens.measure(500, "g")}
            return gardens.product(name, "soluble", stock=stock, price=price, **lines)

        dear, cheap = sold("dear", 20, N=10, K2O=15), sold("cheap", 4, N=10, K2O=15)
        made = workings(dear, cheap)
        found = cheapest_set(made)
        assert found is not None
        assert {one.product for one in found.lines if one.packs} == {uid("cheap")}
        (planting,) = found.plantings
        assert planting.short_g["N"] == pytest.approx(0, abs=0.01)
        need = planting.need_g
        bags = -(-max(need["N"] / 0.1, need["K"] / (0.15 * 0.8302)) // 500)
        assert found.cost == pytest.approx(4 * bags)
        assert found.proved

    def test_nothing_planted_nothing_bought(self) -> None:
        assert cheapest_set(workings(FEED, plantings=[])) is None


class TestSubstitutes:
    def test_without_the_only_feed_nothing_is_met_and_others_stand_in(self) -> None:
        """Potassium ends what a 10-5-15 can bring; without it there is nothing."""
        found = substitutes(uid("feed"), workings(FEED))
        assert found.now.met["K"] > 0.9
        assert found.without.met["N"] == 0
        assert found.without.feeds == 0
        assert found.others
        assert all(one.material is not None for one in found.others)
        assert found.others[0].met["N"] > 0.4
        best = [one.met["N"] + one.met["P"] + one.met["K"] for one in found.others]
        assert best == sorted(best, reverse=True)

    def test_nothing_restricted_or_against_the_rules_stands_in(self) -> None:
        strict = workings(FEED, preferences={"organic_only": True})
        assert all(
            ROWS.materials[one.material or ""].organic == "yes"
            for one in substitutes(uid("feed"), strict).others
        )
        free = substitutes(uid("feed"), workings(FEED)).others
        assert not any(ROWS.materials[one.material or ""].restricted for one in free)

    def test_a_product_that_is_not_there(self) -> None:
        with pytest.raises(Unknown):
            substitutes(uid("nothing"), workings(FEED))


def test_nothing_of_it_changes_the_garden() -> None:
    made = workings(FEED, gardens.product("other", "soluble", N=20))
    before = gardens.plan_of(made.garden, made.log)
    shopping(made)
    substitutes(uid("feed"), made)
    cheapest_set(made)
    assert gardens.plan_of(made.garden, made.log) == before
    assert isinstance(made.garden.products[0], Product)
    assert made.today == date(2026, 5, 1)
