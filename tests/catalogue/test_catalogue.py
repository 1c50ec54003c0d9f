"""The catalogue's rows: whole, in order, and plausible against each other."""

import pytest

from eznel import catalogue
from eznel.core.reference import Band, Crop, Row

ROWS = catalogue.load()
ALL: list[Row] = [
    *ROWS.crops.values(), *(s for stages in ROWS.stages.values() for s in stages), *ROWS.bands,
    *ROWS.sufficiency.values(), *ROWS.materials.values(),
]  # fmt: skip


def test_every_row_says_its_basis_and_confidence() -> None:
    assert len(ALL) >= 100
    assert all(row.basis and row.confidence for row in ALL)
    assert all(p.basis and p.evidence and p.idea for p in ROWS.programmes.values())


def test_fifty_crops_and_eight_programmes() -> None:
    assert len(ROWS.crops) == 50
    assert {"bush_bean", "garlic", "onion", "strawberry", "winter_squash"} < set(ROWS.crops)
    assert set(ROWS.stages) == set(ROWS.crops)
    assert set(ROWS.programmes) == {
        "leaf_then_fruit", "base_and_side_dress", "little_and_often", "charge_and_push",
        "monthly_granular", "compost_first", "slow_release_tub", "kitchen_and_yard",
    }  # fmt: skip


@pytest.mark.parametrize("crop", ROWS.crops)
def test_stages_rise_and_are_whole(crop: str) -> None:
    stages, perennial = ROWS.stages[crop], ROWS.crops[crop].habit == "perennial"
    assert [stage.order for stage in stages] == list(range(1, len(stages) + 1))
    for share in ("share_n", "share_p", "share_k", "share_ca"):
        shares = [getattr(stage, share) for stage in stages]
        assert shares == sorted(shares)
        assert shares[0] == 0 or stages[0].key == "transplant_establishment" or perennial
        assert shares[-1] == 1
    keys = [stage.key for stage in stages]
    assert len(set(keys)) == len(keys)
    assert keys[0] in ("germination", "sprouting", "transplant_establishment") or perennial
    assert stages[-1].key == ("dormancy" if perennial else "harvest")
    # Warmth dates every stage, but for the rest in winter.
    assert all((stage.degree_days_c is None) == (stage.key == "dormancy") for stage in stages)
    assert all(stage.bbch_from <= stage.bbch_to for stage in stages)


@pytest.mark.parametrize("crop", ROWS.crops.values(), ids=lambda crop: crop.key)
def test_crops_are_plausible(crop: Crop) -> None:
    assert crop.base_temp_c < crop.upper_temp_c
    assert 4.5 <= crop.ph_min < crop.ph_max <= 8
    assert crop.tub_bare_l < crop.tub_comfortable_l
    assert crop.removal_p <= crop.uptake_p
    assert crop.removal_k <= crop.uptake_k
    # A plant's yield is the yield of the ground it stands on.
    own = crop.yield_kg_m2 * crop.in_row_m * crop.between_rows_m
    assert crop.yield_kg_plant == pytest.approx(own, rel=0.05)
    # What the table says to supply is near what the crop takes up; legumes also take from the air.
    from_soil = crop.uptake_n * crop.yield_kg_m2 * (1 - crop.n_fixing_share)
    assert 0.7 <= from_soil / crop.season_n_g_m2 <= (3.6 if crop.n_fixing_share else 1.7)
    if crop.stop_stage:
        assert crop.stop_stage in {stage.key for stage in ROWS.stages[crop.key]}


@pytest.mark.parametrize("band", ROWS.bands, ids=lambda b: f"{b.extractant} {b.analyte} {b.unit}")
def test_bands_rise(band: Band) -> None:
    bounds = [0, band.low, band.medium, band.high, band.very_high]
    assert bounds == sorted(set(bounds))
    if band.caution_above is not None:
        assert band.caution_above >= band.very_high


def test_a_better_supplied_soil_and_a_lighter_feeder_never_get_more() -> None:
    classes = ("very_low", "low", "medium", "high", "very_high")
    for declared in ("P2O5", "K2O", "Mg", "S"):
        rows = [ROWS.sufficiency[declared, soil_class] for soil_class in classes]
        for group in ("heavy", "medium", "light"):
            rates = [getattr(row, group) for row in rows]
            assert rates == sorted(rates, reverse=True)
        assert all(row.heavy >= row.medium >= row.light for row in rows)


def test_side_dressing_stages_exist_in_some_crop() -> None:
    known = {stage.key for stages in ROWS.stages.values() for stage in stages}
    for programme in ROWS.programmes.values():
        named = {*programme.side_dress_at, *(p.until_stage for p in programme.phases)} - {None}
        assert named <= known


def test_a_wrong_row_is_refused_with_its_line(monkeypatch: pytest.MonkeyPatch) -> None:
    class Strict(Row):
        extractant: int

    with pytest.raises(ValueError, match=r"bands\.csv, line 2"):
        catalogue.rows("bands.csv", Strict)
