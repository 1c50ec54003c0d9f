"""pH against the crops' range, and nitrogen from organic matter."""

import pytest

import gardens
from eznel.core.document import SoilReport
from eznel.core.soil.acidity import acidity
from eznel.core.soil.supply import organic_matter_credit


@pytest.mark.parametrize(
    ("ph", "ph_in", "keys"),
    [
        (6.5, "water", []),
        (5.8, "CaCl2", []),  # 6.3 in water
        (5.7, "water", ["ph_low"]),
        (7.4, "water", ["ph_high"]),
        (4.9, "water", ["ph_low_hold"]),
        (8.4, "water", ["ph_high_hold"]),
    ],
)
def test_ph(ph, ph_in, keys) -> None:
    report = SoilReport.model_validate(gardens.report(ph=ph, ph_in=ph_in))
    found = acidity(report, ((6.0, 7.0), (6.0, 6.8)))
    assert found is not None
    assert [f.key for f in found.findings] == keys
    assert (found.low, found.high, found.target) == (6.0, 6.8, 6.4)


def test_without_a_common_range_the_main_crop_counts() -> None:
    report = SoilReport.model_validate(gardens.report(ph=6))
    found = acidity(report, ((4.8, 5.5), (6.0, 7.0)))
    assert found is not None
    assert (found.low, found.high) == (4.8, 5.5)


@pytest.mark.parametrize(
    ("om", "depth", "temp", "rate", "credit"),
    [
        (4, 0.15, 16, 20, 2.2),  # 2.2 × (4 − 3)
        (3, 0.15, 16, 20, 0),
        (5, 0.15, 16, 20, 4.4),
        (4, 0.30, 16, 20, 4.4),  # twice as deep
        (4, 0.15, 26, 20, 4.4),  # 10 °C warmer, twice as fast
        (9, 0.15, 16, 20, 10),  # never more than half the rate
        (12, 0.15, 16, 20, 0),  # above 10 % it is compost, counted otherwise
    ],
)
def test_organic_matter_credit(om, depth, temp, rate, credit) -> None:
    found = organic_matter_credit(
        om_pct=om, depth_m=depth, season_mean_c=temp, season_rate_g_m2=rate
    )
    assert found.value == pytest.approx(credit)


def test_extreme_ph_holds_feeding() -> None:
    garden = gardens.garden(
        places=[gardens.bed()],
        plantings=[gardens.planting("kale")],
        reports=[gardens.report(ph=4.8)],
        products=[gardens.product("bag", "soluble", N=20)],
        scoops=[gardens.scoop()],
    )
    planting = gardens.single(gardens.plan_of(garden))
    assert {job.status for job in planting.jobs} == {"held"}
    assert not any(job.mixes for job in planting.jobs)
