"""Waters of a garden as they are poured, by hand: thinned, mixed, and chosen by place."""

from datetime import date
from typing import Any
from uuid import UUID

import pytest
from pydantic import ValidationError

import gardens
from eznel import catalogue
from eznel.core.document import Garden, Log, Site
from eznel.core.errors import Unknown
from eznel.core.needs.credits import water_credit
from eznel.core.poured import poured
from eznel.core.season.workings import Workings
from eznel.core.source_water import source_water

TAP = {
    "ca_mg_l": 100, "na_mg_l": 40, "nitrate_n_mg_l": 8, "ph": 7.8, "season_mm": 200,
    "alkalinity": {"value": 4, "unit": "meq/L"},
}  # fmt: skip


def named(name: str) -> UUID:
    return UUID(gardens.uid(name))


def analysed(name: str, ec: float | None = None, **water: Any) -> dict[str, Any]:
    return {"kind": "analysed", "id": gardens.uid(name), "name": name, "water": water,
            "ec_ds_m": ec}  # fmt: skip


def mix(name: str, first: str | None, second: str | None, pct: float = 50) -> dict[str, Any]:
    parts = {
        at: None if one is None else gardens.uid(one)
        for at, one in (("first", first), ("second", second))
    }
    return {"kind": "mix", "id": gardens.uid(name), "name": name, "second_pct": pct, **parts}


RAIN = analysed("butt", rain_pct=100)
WELL = analysed("well", ec=1.2, ca_mg_l=20, na_mg_l=100, nitrate_n_mg_l=2,
                alkalinity={"value": 100, "unit": "mg/L CaCO3"})  # fmt: skip


def site(*waters: dict[str, Any], ec: float | None = 0.6) -> Site:
    return Site.model_validate(gardens.site(water=TAP, water_ec_ds_m=ec, waters=waters))


def test_rain_carries_nothing() -> None:
    found = poured(site(RAIN), named("butt"))
    assert found.water is not None
    assert (found.water.ca_mg_l, found.water.na_mg_l, found.ec_ds_m) == (0, 0, 0)
    assert found.water.alkalinity is not None
    assert found.water.alkalinity.mg_per_l == 0


def test_two_waters_add_up_by_their_shares() -> None:
    """A quarter of the well: calcium 75 + 5, sodium 30 + 25, lime 0.75 × 200.16 + 25 mg/L."""
    found = poured(site(WELL, mix("both", None, "well", 25)), named("both"))
    assert found.ec_ds_m == pytest.approx(0.75)  # 0.45 + 0.3
    water = found.water
    assert water is not None
    assert water.ca_mg_l == pytest.approx(80)
    assert water.na_mg_l == pytest.approx(55)
    assert water.nitrate_n_mg_l == pytest.approx(6.5)
    assert water.alkalinity is not None
    assert water.alkalinity.mg_per_l == pytest.approx(175.1, abs=0.1)
    assert water.ph is None  # no mean of the two
    assert water.cl_mg_l is None  # nobody measured it in either


def test_what_is_not_known_of_one_is_not_known_of_both() -> None:
    found = poured(site(WELL, mix("both", None, "well"), ec=None), named("both"))
    assert found.ec_ds_m is None
    bare = Site.model_validate(gardens.site(waters=[WELL, mix("both", None, "well")]))
    assert poured(bare, named("both")).water is None


@pytest.mark.parametrize(
    ("waters", "key"),
    [
        ([RAIN, mix("one", "butt", "butt")], "mix_of_one"),
        ([mix("one", None, None)], "mix_of_one"),
        ([RAIN, mix("a", None, "butt"), mix("b", "a", "butt")], "not_a_water_to_mix"),
        ([mix("a", None, "nowhere")], "not_a_water_to_mix"),
        ([RAIN, RAIN], "id_twice"),
    ],
)
def test_waters_that_cannot_be(waters: list[dict[str, Any]], key: str) -> None:
    with pytest.raises(ValidationError) as refused:
        site(*waters)
    assert key in {one["type"] for one in refused.value.errors()}


def test_a_place_is_watered_with_what_there_is() -> None:
    place = gardens.bed(water=gardens.uid("nowhere"))
    with pytest.raises(ValidationError, match="no_such_water"):
        gardens.garden(site=gardens.site(waters=[RAIN]), places=[place])


def with_waters() -> Garden:
    return gardens.garden(
        site=gardens.site(water=TAP, water_ec_ds_m=0.6, waters=[RAIN, WELL]),
        places=[
            gardens.bed("north"),
            gardens.bed("south", water=gardens.uid("butt")),
            gardens.tub("pots", water=gardens.uid("well"), season_water_l=50, count=2),
        ],
        plantings=[
            gardens.planting("kale", "north"),
            gardens.planting("leek", "south"),
            gardens.planting("tomato", "pots"),
        ],
    )


def test_each_place_is_credited_with_its_own_water() -> None:
    """8 mg/L of nitrogen in 200 mm are 1.6 g on a square metre; rain brings none."""
    mine = Workings(with_waters(), Log(), date(2026, 5, 1), catalogue.load())
    salts = {stand.crop.key: stand.poured.ec_ds_m for stand in mine.stands.all}
    assert salts == {"kale": 0.6, "leek": 0.0, "tomato": 1.2}
    found = {
        stand.crop.key: credit.value
        for stand in mine.stands.all
        if (credit := water_credit(stand, "N")) is not None
    }
    assert found == {"kale": pytest.approx(1.6)}


def test_a_water_is_judged_by_the_places_that_get_it() -> None:
    """The well's 100 mg/L of sodium are over 70; two pots of 50 L get 2 g of its calcium."""
    usual, well = (source_water(with_waters(), of) for of in (None, named("well")))
    assert [one.key for one in usual.findings] == []
    assert [one.place for one in usual.brings] == [named("north")]
    (sodium, _) = well.findings
    assert (sodium.key, sodium.field) == ("water_na", "site.waters.1.water.na_mg_l")
    assert well.brings[0].nutrients_g.ca == pytest.approx(2)
    with pytest.raises(Unknown):
        source_water(with_waters(), named("nowhere"))
