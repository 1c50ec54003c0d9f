"""A base that is slow to come: base and feeds together follow the need, and no more in all."""

from math import exp

import pytest

import gardens
from eznel.core.plan.result import PlantingPlan

PELLETS = gardens.product("pellets", "organic", N=4)
GRANULES = gardens.product("granules", "granular", N=10)
COATED = gardens.product("coated", "coated", N=18, release_days=150)
FEED = gardens.product("feed", "soluble", N=12, K2O=12)


def planned(*shed: dict, programme: str = "charge_and_push", place=None) -> PlantingPlan:
    made = gardens.garden(
        places=[place or gardens.bed()],
        plantings=[gardens.planting("cucumber", (place or {"name": "bed"})["name"],
                                    plants=8 if place is None else 1, programme=programme)],
        products=[FEED, *shed],
        scoops=[gardens.scoop("pinch", 0.5), gardens.scoop("spoon", 15)],
    )  # fmt: skip
    return gardens.single(gardens.plan_of(made))


def nitrogen(plan: PlantingPlan, kind: str = "feed") -> list[float]:
    per = plan.area_m2 or 1
    return [job.first_g["N"] / per for job in gardens.jobs(plan, kind)]


def test_what_has_not_come_yet_is_fed() -> None:
    """0.3 of 13 g as pellets. Feeds every 10 days from 26 May, the third on 15 June: 34 days after
    planting. Uptake by then (0.03 + 0.12 × 21/33)/0.936 = 0.1136 of what is due by the stop; of the
    pellets' nitrogen 1 − e^(−34 × 0.02 × 2^(−0.9)) of the same over 208 days, 0.342. The second
    feed brings 13 × (0.1136 − 0.3 × 0.342) = 0.14 g, as nothing was wanting by 5 June."""
    k = 0.02 * 2**-0.9
    came = (1 - exp(-34 * k)) / (1 - exp(-208 * k))
    due = (0.03 + 0.12 * 21 / 33) / (0.43 + 0.57 * 111 / 125)
    slow = nitrogen(planned(PELLETS))
    assert slow[0] == 0
    assert slow[1] == pytest.approx(13 * (due - 0.3 * came), rel=0.01)
    # With granules all of the 0.3 is there at once: nothing is wanting yet.
    assert nitrogen(planned(GRANULES))[:3] == [0, 0, 0]


def test_the_season_s_amounts_stay() -> None:
    slow, quick = planned(PELLETS), planned(GRANULES)
    assert sum(nitrogen(slow)) == pytest.approx(sum(nitrogen(quick)))
    assert nitrogen(slow, "base") == pytest.approx(nitrogen(quick, "base"))
    assert sum(nitrogen(quick)[:3]) <= sum(nitrogen(slow)[:3]) + 1e-9
    assert [j.due_on for j in slow.jobs] == [j.due_on for j in quick.jobs]


def test_something_quick_in_the_shed_is_quick() -> None:
    assert nitrogen(planned(PELLETS, GRANULES)) == pytest.approx(nitrogen(planned(GRANULES)))


def test_what_may_not_be_used_does_not_count() -> None:
    unproven = GRANULES | {"proof": "unproven"}
    assert nitrogen(planned(PELLETS, unproven)) == pytest.approx(nitrogen(planned(PELLETS)))


def test_a_coated_base_in_a_tub() -> None:
    """By 5 June 24 of 150 rated days at 2^−0.5 a day have gone, until the stop all of what counts:
    feeds begin with what the coats have not let go yet."""
    tub = gardens.tub("tub", 35)
    slow = planned(COATED, programme="slow_release_tub", place=tub)
    none = planned(programme="slow_release_tub", place=tub)
    assert sum(nitrogen(slow)) == pytest.approx(sum(nitrogen(none)), rel=1e-6)
    assert nitrogen(slow)[0] >= nitrogen(none)[0] - 1e-9


def test_where_none_is_worked_in_nothing_changes() -> None:
    plain = planned(PELLETS, programme="little_and_often")
    other = planned(GRANULES, programme="little_and_often")
    assert nitrogen(plain) == pytest.approx(nitrogen(other))
