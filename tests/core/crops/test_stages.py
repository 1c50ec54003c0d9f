"""Stage dates by warmth, and what an observation moves. 16 °C all year: 6 degree days above 10."""

import itertools
from datetime import date, timedelta

import pytest
from hypothesis import given
from hypothesis import strategies as st

import gardens
from eznel import catalogue
from eznel.core.crops.stages import normals, stage_spans
from eznel.core.crops.uptake import uptake_curve
from eznel.core.document import Site

ROWS = catalogue.load()
TOMATO, STAGES = ROWS.crops["tomato"], ROWS.stages["tomato"]
PLANTED = date(2026, 5, 12)
FLAT = Site.model_validate(gardens.site())


def spans(site: Site = FLAT, warmer: float = 0, **seen: date):
    anchors = {"transplant_establishment": (PLANTED, False)}
    anchors |= {stage: (day, True) for stage, day in seen.items()}
    return {span.key: span for span in stage_spans(TOMATO, STAGES, site, warmer, anchors)}


def test_warmth_dates_stages() -> None:
    found = spans()
    # 80 degree days ÷ 6 = 13.3, so growth restarts after 14 days; then 160 ÷ 6 = 26.7 → 27
    assert found["vegetative"].start == PLANTED + timedelta(14)
    assert found["flowering"].start == PLANTED + timedelta(14 + 27)


def test_a_warmer_place_is_earlier() -> None:
    # 4 °C warmer: 10 degree days a day, 80 ÷ 10 = 8 days
    assert spans(warmer=4)["vegetative"].start == PLANTED + timedelta(8)


def test_heat_above_the_cut_off_does_not_count() -> None:
    # maximum 40, minimum 20: the maximum counts as 30, (30 + 20) ÷ 2 − 10 = 15; 80 ÷ 15 = 5.3
    hot = Site.model_validate(gardens.site(low=20, high=40))
    assert spans(hot)["vegetative"].start == PLANTED + timedelta(6)


def test_where_warmth_never_comes_a_stage_takes_three_times_its_days() -> None:
    cold = Site.model_validate(gardens.site(low=2, high=8))
    assert spans(cold)["vegetative"].start == PLANTED + timedelta(30)  # 3 × 10 typical days


def test_seen_moves_everything_after_and_nothing_before() -> None:
    expected, seen = spans(), spans(flowering=PLANTED + timedelta(20))
    assert seen["flowering"].start == PLANTED + timedelta(20)
    assert seen["flowering"].seen
    assert seen["vegetative"].end == PLANTED + timedelta(20)
    assert seen["vegetative"].start == expected["vegetative"].start
    gain = expected["flowering"].start - seen["flowering"].start
    assert seen["fruit_set"].start == expected["fruit_set"].start - gain
    late = spans(flowering=expected["flowering"].start + timedelta(10))
    assert late["fruit_set"].start == expected["fruit_set"].start + timedelta(10)


days = st.integers(0, 200).map(lambda n: PLANTED + timedelta(n))


@given(st.dictionaries(st.sampled_from(["vegetative", "flowering", "fruit_set", "harvest"]), days))
def test_stages_follow_each_other(seen) -> None:
    found = list(spans(**dict(sorted(seen.items(), key=lambda pair: pair[1]))).values())
    for before, after in itertools.pairwise(found):
        assert before.start <= before.end
        if not after.seen:
            assert before.end == after.start


@given(days, days)
def test_uptake_only_rises(a, b) -> None:
    curve = uptake_curve("N", tuple(spans().values()), STAGES)
    early, late = min(a, b), max(a, b)
    assert 0 <= curve.at(early) <= curve.at(late) <= 1


def test_uptake_reaches_each_stage_s_share() -> None:
    found = spans()
    curve = uptake_curve("K", tuple(found.values()), STAGES)
    shares = {stage.key: stage.share_k for stage in STAGES}
    for key in ("vegetative", "flowering", "fruit_set"):
        assert curve.at(found[key].end) == pytest.approx(shares[key])
    half = found["flowering"].start + (found["flowering"].end - found["flowering"].start) / 2
    between = (shares["vegetative"] + shares["flowering"]) / 2
    assert curve.at(half) == pytest.approx(between, abs=0.01)
    assert curve.reaches(shares["flowering"]) == found["flowering"].end


def test_normals_are_smooth_and_pass_through_mid_month() -> None:
    low, high = list(range(12)), [n + 10 for n in range(12)]
    year = normals(Site.model_validate(gardens.site(monthly_min_c=low, monthly_max_c=high)))
    assert year.mean_c(date(2026, 6, 16)) == pytest.approx(10, abs=0.05)  # (5 + 15) ÷ 2
    between = year.mean_c(date(2026, 7, 1))
    assert 10 < between < 11
