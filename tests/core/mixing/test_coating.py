"""Coated feeds sized for tubs, water that is counted, and days of washing through."""

from datetime import date, timedelta

import pytest

import gardens
from eznel.core.plan.result import PlantingPlan

COATED = gardens.product("coated", "coated", N=18, P2O5=6, K2O=12, release_days=195)


def planned(today: date = gardens.TODAY, shed=None, water_ec=None, **tub) -> PlantingPlan:
    made = gardens.garden(
        site=gardens.site(
            water={"nitrate_n_mg_l": 10, "ca_mg_l": 80}, water_ec_ds_m=water_ec
        ),
        places=[gardens.tub(litres=35, count=2, **tub)],
        plantings=[
            gardens.planting("tomato", "tub", plants=2, planted_on="2026-05-12",
                             ends_on="2026-09-18")
        ],
        products=[COATED] if shed is None else shed,
        scoops=[gardens.scoop("spoon", 15)],
    )  # fmt: skip
    return gardens.single(gardens.plan_of(made, today=today))


def test_sized_by_volume_and_by_what_is_released() -> None:
    """Two plants take up 2 × 3.15 × 2.6 ÷ 0.8 = 20.475 g N; 0.8 of it is 16.38 g. 104 days at
    16 °C release 37.7 % of 18 %: 241.3 g in 63 L, 3.83 g in a litre."""
    (size,) = planned().coated
    assert size.released_share == pytest.approx(0.3771, abs=2e-4)
    assert size.grams == pytest.approx(16.38 / (0.18 * 0.3771), rel=2e-3)
    assert size.g_l == pytest.approx(size.grams / 63)
    assert not size.held_by_label


def test_never_above_the_label() -> None:
    most = COATED | {"max_in_mix": gardens.measure(3, "g/L")}
    (size,) = planned(shed=[most]).coated
    assert size.held_by_label
    assert size.g_l == pytest.approx(3)
    assert size.grams == pytest.approx(189)


def test_only_what_is_coated_and_brings_nitrogen() -> None:
    plain = gardens.product("plain", "granular", N=18)
    no_n = gardens.product("potash", "coated", K2O=40, release_days=120)
    assert planned(shed=[plain, no_n]).coated == ()


def test_what_the_water_brings_is_taken_off() -> None:
    """150 L to each tub, 10 mg N and 80 mg Ca in a litre: 1.5 g N and 12 g Ca a plant."""
    own = {"recipe": [{"name": "coir", "parts": 1}]}
    dry, wet = planned(**own), planned(**own, season_water_l=150)
    per = {n.nutrient: n.per for n in dry.needs}
    less = {n.nutrient: n.per for n in wet.needs}
    assert per["N"] - less["N"] == pytest.approx(1.5)
    # where nobody says how much, 20 L for each of 3.15 kg: 63 L of 80 mg/L
    assert per["Ca"] == pytest.approx(3.15 * 2.2 / 0.8 - 5.04)
    assert less["Ca"] == 0
    assert per["K"] == less["K"]


@pytest.mark.parametrize(
    ("below", "day", "key"),
    [
        # The hold ends on 26 May; 28 days later is 23 June, 21 days later 16 June.
        (False, date(2026, 6, 15), None),
        (False, date(2026, 6, 17), "flush_soon"),
        (False, date(2026, 6, 23), "flush_today"),
        (False, date(2026, 6, 24), None),
        (True, date(2026, 6, 10), "flush_from_above"),
        (True, date(2026, 6, 16), "flush_today"),
        (True, date(2026, 5, 1), None),
    ],
)
def test_fed_tubs_are_washed_through(below: bool, day: date, key: str | None) -> None:
    found = [f for f in planned(day, from_below=below).findings if f.key.startswith("flush")]
    assert [f.key for f in found] == ([key] if key else [])
    if found and key != "flush_today":
        days = next(q.value for q in found[0].numbers if q.name == "days")
        assert day + timedelta(days) == date(2026, 6, 16 if below else 23)


def test_salty_water_washes_tubs_a_week_sooner() -> None:
    """21 instead of 28 days after 26 May."""
    salty = [f.key for f in planned(date(2026, 6, 16), water_ec=1.0).findings]
    assert "flush_today" in salty
    assert "flush_today" not in [f.key for f in planned(date(2026, 6, 16), water_ec=0.9).findings]
