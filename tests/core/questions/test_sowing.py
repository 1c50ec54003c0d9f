"""When to sow: forwards and backwards, against dates reckoned by hand."""

from datetime import date, timedelta
from uuid import UUID

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

import gardens
import strategies
from eznel import catalogue
from eznel.core.document import Log
from eznel.core.errors import Impossible
from eznel.core.questions.sowing import Asked, pick_by, sow_on
from eznel.core.stands.stands import Stands

COOL = {
    "monthly_min_c": [-2, -1, 1, 4, 7, 10, 12, 12, 10, 7, 3, 0],
    "monthly_max_c": [3, 4, 8, 12, 16, 19, 21, 21, 18, 13, 8, 4],
    "last_frost": "04-28",
    "first_frost": "11-05",
}
TODAY = date(2026, 3, 1)


def garden(today: date = TODAY, **site) -> Stands:
    made = gardens.garden(
        site=gardens.site() | site, places=[gardens.bed(), gardens.bed("warm", warmer_by_c=4)]
    )
    return Stands(made, Log(), today, catalogue.load())


def asked(crop: str, place: str = "bed", *, sown_in_place: bool = True) -> Asked:
    return Asked(crop=crop, place=UUID(gardens.uid(place)), sown_in_place=sown_in_place)


def test_carrots_forwards_and_backwards() -> None:
    """16 °C less a base of 4 is 12 degree days a day: germination 110 in 10 days, seedling 200 in
    17, leaves 310 in 26, swelling 530 in 45: 98 days."""
    stands = garden()
    found = sow_on(asked("carrot"), date(2026, 5, 1), stands).chosen
    assert found.first_pick == date(2026, 8, 7)  # 1 May + 98
    assert (found.sow_on, found.plant_on, found.pot_on, found.harden_on) == (
        date(2026, 5, 1), date(2026, 5, 1), None, None,
    )  # fmt: skip
    back = pick_by(asked("carrot"), date(2026, 8, 7), stands).chosen
    assert back.sow_on == date(2026, 5, 1)
    assert pick_by(asked("carrot"), date(2026, 8, 6), stands).chosen.sow_on == date(2026, 4, 30)


def test_tomatoes_are_raised_and_wait_for_the_frost_to_be_over() -> None:
    """8 + 20 + 20 days under cover, potted on after 28; out when frosts are over."""
    raised = asked("tomato", sown_in_place=False)
    free = sow_on(raised, date(2026, 3, 10), garden()).chosen
    assert (free.pot_on, free.harden_on, free.plant_on) == (
        date(2026, 4, 7), date(2026, 4, 17), date(2026, 4, 27),
    )  # fmt: skip
    late = sow_on(raised, date(2026, 3, 10), garden(last_frost="05-10")).chosen
    assert (late.plant_on, late.waits_days, late.findings) == (date(2026, 5, 11), 14, ())
    later = sow_on(raised, date(2026, 3, 10), garden(last_frost="05-25")).chosen
    assert later.waits_days == 29
    assert [f.key for f in later.findings] == ["sown_too_early"]
    # From planting out at 6 degree days a day: 80 in 14, 160 in 27, 140 in 24, 155 in 26, 215 in 36
    assert free.first_pick == date(2026, 4, 27) + timedelta(14 + 27 + 24 + 26 + 36)


def test_a_wish_that_no_safe_day_meets_says_so() -> None:
    found = pick_by(asked("courgette"), date(2026, 6, 1), garden(**COOL))
    assert found.chosen.findings[0].key == "not_picked_by_then"
    assert found.earliest is not None
    assert found.chosen.plant_on == found.earliest.plant_on > date(2026, 4, 28)
    assert found.chosen.first_pick is not None
    assert found.chosen.first_pick > date(2026, 6, 1)


@pytest.mark.parametrize(
    ("crop", "day", "reason"),
    [
        ("lettuce", date(2026, 2, 1), "cold_nights"),
        ("lettuce", date(2026, 10, 1), "meets_a_winter"),
        ("courgette", date(2026, 4, 20), "before_last_frost"),
        ("courgette", date(2026, 9, 10), "too_cool_to_ripen"),
        ("garlic", date(2026, 4, 1), "needs_a_winter"),
    ],
)
def test_a_day_that_does_not_fit_the_season(crop: str, day: date, reason: str) -> None:
    found = sow_on(asked(crop), day, garden(**COOL))
    assert reason in [finding.key for finding in found.chosen.findings]
    assert found.earliest is not None
    assert found.latest is not None
    for edge in (found.earliest, found.latest):
        assert {finding.key for finding in edge.findings} <= {"sowing_is_past"}


def test_garlic_of_autumn_is_picked_in_summer() -> None:
    found = sow_on(asked("garlic"), date(2026, 10, 20), garden(**COOL)).chosen
    assert found.findings == ()
    assert found.first_pick is not None
    assert date(2027, 6, 1) < found.first_pick < date(2027, 9, 1)


def test_sowings_follow_each_other_without_a_gap() -> None:
    found = sow_on(asked("radish"), date(2026, 4, 10), garden(**COOL), 4)
    assert len(found.following) == 4
    before = found.chosen
    for one in found.following:
        assert one.sow_on > before.sow_on
        assert one.first_pick is not None
        assert 0 <= (one.first_pick - before.last_pick).days <= 1
        before = one


def test_a_perennial_is_not_picked_by_a_day() -> None:
    with pytest.raises(Impossible):
        pick_by(asked("asparagus"), date(2026, 6, 1), garden(**COOL))


@settings(deadline=None, max_examples=60)
@given(
    crop=st.sampled_from(strategies.CROPS),
    place=st.sampled_from(("bed", "warm")),
    day=st.dates(date(2026, 3, 1), date(2026, 9, 30)),
    in_place=st.booleans(),
)
def test_backwards_is_the_latest_day_that_forwards_allows(
    crop: str, place: str, day: date, in_place: bool
) -> None:
    stands = garden(**COOL)
    if catalogue.load().crops[crop].habit == "perennial":
        return
    what = asked(crop, place, sown_in_place=in_place)
    back = pick_by(what, day, stands).chosen
    if back.findings and back.findings[0].key == "not_picked_by_then":
        return
    assert back.first_pick is not None
    assert back.first_pick <= day
    assert back.sow_on <= (back.pot_on or back.plant_on) <= back.plant_on
