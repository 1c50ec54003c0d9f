"""pH against the crops' range, and nitrogen from organic matter."""

from datetime import date

import pytest

import gardens
from eznel.core.document import SoilReport
from eznel.core.soil.acidity import PhRange, acidity
from eznel.core.soil.supply import organic_matter_credit


@pytest.mark.parametrize(
    ("ph", "ph_in", "keys"),
    [
        (6.5, "water", []),
        (5.8, "CaCl2", []),  # 6.3 in water
        (5.7, "water", ["ph_low"]),
        (7.4, "water", ["ph_high"]),
        (4.2, "water", ["ph_low"]),
        (9.0, "water", ["ph_high"]),
    ],
)
def test_ph(ph, ph_in, keys) -> None:
    report = SoilReport.model_validate(gardens.report(ph=ph, ph_in=ph_in))
    found = acidity(report, (PhRange(6.0, 7.0), PhRange(6.0, 6.8)))
    assert found is not None
    assert [f.key for f in found.findings] == keys
    assert (found.low, found.high, found.target) == (6.0, 6.8, 6.4)


def test_without_a_common_range_the_main_crop_counts() -> None:
    report = SoilReport.model_validate(gardens.report(ph=6))
    found = acidity(report, (PhRange(4.8, 5.5), PhRange(6.0, 7.0)))
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


@pytest.mark.parametrize("ph", [4.2, 9.0])
@pytest.mark.parametrize("planted", ["2026-05-01", "2026-08-01"])
def test_no_ph_stops_feeding_and_an_extreme_one_stops_planting(ph: float, planted: str) -> None:
    """On the first of June: what stands is fed, what is to come is planted elsewhere."""
    garden = gardens.garden(
        places=[gardens.bed()],
        plantings=[gardens.planting("kale", planted_on=planted)],
        reports=[gardens.report(ph=ph)],
        products=[gardens.product("bag", "soluble", N=20)],
        scoops=[gardens.scoop()],
    )
    planting = gardens.single(gardens.plan_of(garden, today=date(2026, 6, 1)))
    ahead = [job for job in planting.jobs if job.status == "planned" and job.need_g["N"] > 0.5]
    assert any(job.mixes for job in ahead)
    warned = {f.key for f in planting.findings} & {"too_acid_to_plant", "too_alkaline_to_plant"}
    expected = {"too_acid_to_plant"} if ph < 7 else {"too_alkaline_to_plant"}
    assert warned == (expected if planted > "2026-06-01" else set())


def test_a_little_above_the_range_is_a_note() -> None:
    def level(ph: float) -> str:
        report = SoilReport.model_validate(gardens.report(ph=ph))
        found = acidity(report, (PhRange(6.0, 6.8),))
        assert found is not None
        return found.findings[0].level

    assert (level(6.9), level(7.5), level(7.6)) == ("note", "note", "warning")
