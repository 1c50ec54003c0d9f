"""Waters by hand: charges, hardness, sodium, and what cannot all be right."""

from typing import Any

import pytest
from pydantic import ValidationError

import gardens
from eznel.core.poured import poured
from eznel.core.quantities import Alkalinity
from eznel.core.source_water import SourceWater, source_water
from eznel.core.working import Worked

EVEN = {  # 3 + 1 + 1 + 0.1 meq/L of the one sign, 3 + 1 + 1 + 0.1 of the other
    "ca_mg_l": 60.12, "mg_mg_l": 12.15, "na_mg_l": 22.99, "k_mg_l": 3.91,
    "alkalinity": {"value": 3, "unit": "meq/L"}, "cl_mg_l": 35.45, "so4_mg_l": 48.03,
    "nitrate_n_mg_l": 1.401,
}  # fmt: skip


def judged(places: list[dict[str, Any]] | None = None, ec: float | None = None,
           **water: Any) -> SourceWater:  # fmt: skip
    site = gardens.site(water=water, water_ec_ds_m=ec)
    return source_water(gardens.garden(site=site, places=places or []), None)


def value(of: Worked | None) -> float:
    assert of is not None
    return of.value


def keys(found: SourceWater) -> list[str]:
    return [one.key for one in found.findings]


def test_a_water_whose_charges_agree() -> None:
    found = judged(ec=0.5, **EVEN)
    assert value(found.hardness) == pytest.approx(200.16)  # 4 meq × 50.04
    assert value(found.sodium_ratio) == pytest.approx(0.7071, abs=1e-4)  # 1 ÷ √(4 ÷ 2)
    # as much carbonate as calcium, 0.5 dS/m: 1.96 stay; 1 ÷ √((1.96 + 1) ÷ 2)
    assert value(found.adjusted_ratio) == pytest.approx(0.8220, abs=1e-4)
    assert value(found.residual) == 0  # 3 − 3 − 1 leaves none
    assert value(found.conductivity) == pytest.approx(0.51)  # 5.1 ÷ 10
    assert value(found.apart) == pytest.approx(0, abs=1e-9)
    assert keys(found) == []


@pytest.mark.parametrize(
    ("change", "key"),
    [
        ({"na_mg_l": 71, "cl_mg_l": 110}, "water_na"),
        ({"cl_mg_l": 141, "so4_mg_l": 0}, "water_cl"),
        ({"b_mg_l": 0.8}, "water_b"),
        # 10 meq ÷ √(1 ÷ 2) = 14
        ({"ca_mg_l": 16.03, "mg_mg_l": 2.43, "na_mg_l": 229.9}, "water_sar"),
        ({"alkalinity": {"value": 6, "unit": "meq/L"}}, "water_residual"),  # 6 − 4 = 2 over 1.25
        ({"softened": True}, "water_softened"),
        # 5.1 against 8.1: 3 of 13.2 are 23 %
        ({"so4_mg_l": 192.12}, "water_ions_apart"),
        # 8 °dH are 143 mg/L against 200
        ({"hardness": {"value": 8, "unit": "dH"}}, "water_hardness_apart"),
    ],
)
def test_what_binds_and_what_cannot_be_right(change: dict[str, Any], key: str) -> None:
    assert key in keys(judged(**{**EVEN, **change}))


def test_one_below_the_limit_is_no_finding() -> None:
    at = {"na_mg_l": 70, "cl_mg_l": 140, "b_mg_l": 0.7}
    assert not {"water_na", "water_cl", "water_b"} & set(keys(judged(**{**EVEN, **at})))


def test_a_conductivity_in_another_unit_is_asked_about() -> None:
    assert "water_ec_apart" in keys(judged(ec=5.1, **EVEN))
    assert "water_ec_apart" not in keys(judged(ec=0.6, **EVEN))  # 15 % off


def test_alkalinity_binds_in_pots_alone() -> None:
    """3 meq/L are 150.12 mg/L of calcium carbonate."""
    assert "water_limes_pots" in keys(judged([gardens.tub()], **EVEN))
    assert "water_limes_pots" not in keys(judged([gardens.bed()], **EVEN))
    less = {**EVEN, "alkalinity": {"value": 2.9, "unit": "meq/L"}}
    assert "water_limes_pots" not in keys(judged([gardens.tub()], **less))


def test_what_nobody_measured_is_not_worked_out() -> None:
    found = judged(ca_mg_l=60, mg_mg_l=10)
    assert found.hardness is not None
    assert found.sodium_ratio is found.residual is found.conductivity is found.apart is None
    assert judged(na_mg_l=20).hardness is None


def test_what_water_brings_in_a_season() -> None:
    """100 mm on 3.6 × 1.2 m are 432 L; two tubs of 50 L a season are 100 L."""
    places = [gardens.bed(), gardens.tub(count=2, season_water_l=50), gardens.tub("dry")]
    bed, tubs = judged(places, season_mm=100, **EVEN).brings
    assert (bed.litres, tubs.litres) == (pytest.approx(432), pytest.approx(100))
    assert bed.nutrients_g.ca == pytest.approx(25.97, abs=0.01)  # 60.12 mg/L × 432 L
    assert tubs.nutrients_g.n == pytest.approx(0.1401)
    assert tubs.lime_g == pytest.approx(15.01, abs=0.01)  # 150.12 mg/L × 100 L


def test_degrees_typed_for_milligrams_are_refused() -> None:
    """180 °dH would be 180 × 17.85 = 3213 mg/L."""
    with pytest.raises(ValidationError, match="hardness_out_of_range"):
        judged(alkalinity={"value": 180, "unit": "dH"})


@pytest.mark.parametrize(
    ("unit", "mg_l"),
    [("mg/L CaCO3", 1), ("dH", 17.85), ("fH", 10), ("clark", 14.25), ("gpg_us", 17.12),
     ("meq/L", 50.04)],
)  # fmt: skip
def test_hardness_in_every_country(unit: str, mg_l: float) -> None:
    """A grain is 64.80 mg, in 4.546 L or in 3.785 L; 10 mg of CaO are 17.85 of CaCO3."""
    said = Alkalinity.model_validate({"value": 1, "unit": unit})
    assert said.mg_per_l == pytest.approx(mg_l, rel=3e-4)


def test_rain_mixed_in_thins_what_is_poured() -> None:
    """Half rain halves every ion; the sodium ratio falls by √2, as its divisor falls less."""
    found = judged(ec=0.5, rain_pct=50, **EVEN)
    assert value(found.hardness) == pytest.approx(100.08)
    assert value(found.sodium_ratio) == pytest.approx(0.7071 / 2**0.5, abs=1e-4)
    assert keys(found) == []  # its charges still agree, and the conductivity is the analysed one's
    places = [gardens.bed()]
    whole = judged(places=places, season_mm=100, **EVEN).brings[0]
    half = judged(places=places, season_mm=100, rain_pct=50, **EVEN).brings[0]
    assert half.lime_g == pytest.approx(whole.lime_g / 2)


def test_how_much_rain_would_bring_it_below_its_limits() -> None:
    """100 mg/L of sodium against 70: three tenths of rain. With them mixed in nothing binds."""
    found = judged(**EVEN | {"na_mg_l": 100.0})
    (helps,) = [one for one in found.findings if one.key == "water_rain_helps"]
    assert helps.numbers[0].value == 30
    eased = judged(**EVEN | {"na_mg_l": 100.0, "rain_pct": 30})
    assert "water_na" not in keys(eased)
    assert "water_rain_helps" not in keys(eased)
    hopeless = judged(**EVEN | {"na_mg_l": 1000.0})
    assert "water_rain_helps" not in keys(hopeless)  # 93 % of rain is no mixing


def test_the_conductivity_of_what_is_poured() -> None:
    made = gardens.site(water={"rain_pct": 25}, water_ec_ds_m=1.2)
    assert poured(gardens.garden(site=made).site, None).ec_ds_m == pytest.approx(0.9)
    assert poured(gardens.garden().site, None).ec_ds_m is None


@pytest.mark.parametrize(
    ("ca_meq", "carbonate_meq", "ec", "stays"),
    [
        (4.0, 0.2, 0.1, 13.19),  # a twentieth: 1.79 × 20^(2/3); the table prints 13.20
        (4.0, 0.2, 1.0, 15.25),  # 2.07 × 7.368; printed 15.26
        (1.0, 4.0, 2.0, 0.885),  # four times: 2.23 ÷ 4^(2/3)
        (1.0, 1.0, 0.85, 2.04),  # between 2.01 and 2.07
        (1.0, 1.0, 9.0, 2.71),  # saltier than the table goes
    ],
)
def test_calcium_that_stays_is_the_printed_tables(
    ca_meq: float, carbonate_meq: float, ec: float, stays: float
) -> None:
    found = judged(
        ec=ec, ca_mg_l=20.04 * ca_meq, mg_mg_l=12.15, na_mg_l=22.99,
        alkalinity={"value": carbonate_meq, "unit": "meq/L"},
    )  # fmt: skip
    # 1 ÷ √((stays + 1) ÷ 2)
    assert value(found.adjusted_ratio) == pytest.approx((2 / (stays + 1)) ** 0.5, rel=1e-3)


@pytest.mark.parametrize(
    ("lime", "ammonium", "nitrate", "key"),
    [
        (200, 4, 6, "water_acid_feed"),  # 40 %
        (200, 1, 9, "water_no_acid_feed"),
        (30, 6, 4, "water_soft_ammonium"),
        (30, 4, 6, None),
        (100, 9, 1, None),
    ],
)
def test_the_nitrogen_that_goes_with_a_waters_lime(
    lime: float, ammonium: float, nitrate: float, key: str | None
) -> None:
    feed = gardens.product(
        "feed", form="soluble", N=10,
        nitrogen={"ammonium_pct": ammonium, "nitrate_pct": nitrate},
    )  # fmt: skip
    site = gardens.site(water={"alkalinity": {"value": lime, "unit": "mg/L CaCO3"}})
    made = gardens.garden(site=site, places=[gardens.tub()], products=[feed])
    said = {one for one in keys(source_water(made, None)) if "feed" in one or "ammonium" in one}
    assert said == ({key} if key else set())
    bed = gardens.garden(site=site, places=[gardens.bed()], products=[feed])
    assert not {one for one in keys(source_water(bed, None)) if "feed" in one or "ammonium" in one}
