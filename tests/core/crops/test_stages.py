"""Stage dates by warmth, and what an observation moves. 16 °C all year: 6 degree days above 10."""

import itertools
from datetime import date, timedelta

import pytest
from hypothesis import given
from hypothesis import strategies as st

import gardens
from eznel import catalogue
from eznel.core.crops.stages import Anchor, stage_spans
from eznel.core.crops.uptake import uptake_curve
from eznel.core.crops.weather import Weather
from eznel.core.document import Site, WeatherDay

ROWS = catalogue.load()
TOMATO, STAGES = ROWS.crops["tomato"], ROWS.stages["tomato"]
PLANTED = date(2026, 5, 12)
FLAT = Site.model_validate(gardens.site())


def spans(site: Site = FLAT, warmer: float = 0, measured=(), **seen: date):
    anchors = {"transplant_establishment": Anchor(PLANTED, seen=False)}
    anchors |= {stage: Anchor(day, seen=True) for stage, day in seen.items()}
    return {
        span.key: span
        for span in stage_spans(TOMATO, STAGES, Weather(site, measured), warmer, anchors)
    }


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
    year = Weather(Site.model_validate(gardens.site(monthly_min_c=low, monthly_max_c=high)))
    assert year.mean_c(date(2026, 6, 16)) == pytest.approx(10, abs=0.05)  # (5 + 15) ÷ 2
    assert 10 < year.mean_c(date(2026, 7, 1)) < 11


def day(n: int, low: float, high: float) -> WeatherDay:
    on = PLANTED + timedelta(n)
    return WeatherDay(id=gardens.uid(f"day {n}"), on=on, low_c=low, high_c=high)


def test_measured_days_replace_the_usual_ones() -> None:
    # Usual 6 a day: 80 ÷ 6 → 14 days. Ten cold days of 2 each bring 20, then 60 ÷ 6 = 10: day 20.
    cold = [day(n, 8, 16) for n in range(10)]
    assert spans(measured=cold)["vegetative"].start == PLANTED + timedelta(20)
    # Eight days at 20 °C bring 10 each: all 80.
    warm = [day(n, 16, 24) for n in range(8)]
    assert spans(measured=warm)["vegetative"].start == PLANTED + timedelta(8)


@given(st.lists(st.floats(0, 8), min_size=5, max_size=60), st.integers(0, 59), st.floats(0, 6))
def test_stages_are_monotone_in_warmth(rises, which, more) -> None:
    """No day that is warmer makes any stage later."""
    measured = [day(n, 8 + rise, 18 + rise) for n, rise in enumerate(rises)]
    warmer = list(measured)
    n = which % len(rises)
    warmer[n] = day(n, 8 + rises[n] + more, 18 + rises[n] + more)
    before, after = spans(measured=measured), spans(measured=warmer)
    for key, span in before.items():
        assert after[key].start <= span.start


def year_round(coldest: float, warmest: float, south: bool = False) -> Site:
    """Mean temperature by month in a straight line from January to July and back."""
    means = [coldest + (warmest - coldest) * min(m, 12 - m) / 6 for m in range(12)]
    means = means[6:] + means[:6] if south else means
    return Site.model_validate(
        gardens.site(
            monthly_min_c=[m - 4 for m in means],
            monthly_max_c=[m + 4 for m in means],
            latitude_deg=-50 if south else 50,
        )
    )


def test_winter_ends_when_growth_shows() -> None:
    # Means by month 0, 3, 6, 9 …: 6 °C (4 + 2) is reached in mid-March, the 74th day after 1 Jan.
    north = Weather(year_round(0, 18))
    assert north.stirs_from(2026, 4) == date(2026, 1, 1) + timedelta(74)
    assert north.stands_still(date(2026, 2, 1), 4)
    assert not north.stands_still(date(2026, 5, 1), 4)
    # The other half of the earth: half a year later.
    south = Weather(year_round(0, 18, south=True))
    assert date(2026, 9, 10) < south.stirs_from(2026, 4) < date(2026, 9, 25)
    # Where it is never cold, nothing waits.
    assert Weather(year_round(12, 20)).stirs_from(2026, 4) == date(2026, 1, 16)
