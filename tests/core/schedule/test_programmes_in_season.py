"""The eight programmes on one planting: days, splits, and that none changes the season's amount."""

from itertools import pairwise

import pytest

import gardens
from eznel import catalogue
from eznel.core.document import Log, Programme
from eznel.core.season.workings import Workings

PROGRAMMES = tuple(catalogue.load().programmes)
SHED = [
    gardens.product("feed", "soluble", N=12, P2O5=4, K2O=18),
    gardens.product("granules", "granular", N=10, P2O5=5, K2O=10),
    gardens.product("meal", "organic", N=6),
    gardens.product("coated", "coated", N=15, K2O=12, release_days=120),
]


def workings(
    programme: str, crop: str = "cucumber", place: str = "bed", own: tuple[Programme, ...] = ()
) -> Workings:
    places = [gardens.bed()] if place == "bed" else [gardens.tub(litres=40)]
    garden = gardens.garden(
        places=places,
        plantings=[gardens.planting(crop, place, plants=2, programme=programme)],
        products=SHED,
        programmes=own,
        scoops=[gardens.scoop("gram", 1), gardens.scoop("spoon", 10), gardens.scoop("cup", 100)],
    )
    return Workings(garden, Log(), gardens.TODAY, catalogue.load())


@pytest.mark.parametrize("programme", PROGRAMMES)
@pytest.mark.parametrize("place", ["bed", "tub"])
def test_a_programme_splits_the_season_and_never_changes_it(programme: str, place: str) -> None:
    (season,) = workings(programme, place=place).seasons
    for nutrient in season.needs:
        first = sum(job.first_g[nutrient] for job in season.plan.jobs)
        unplaced = season.plan.unplaced_n_g if nutrient == "N" else 0.0
        assert first + unplaced == pytest.approx(season.needs[nutrient].total.value, abs=1e-9)


def planned(programme: str, kind: str, crop: str = "cucumber", place: str = "bed") -> list:
    (season,) = workings(programme, crop, place).seasons
    return [job for job in season.plan.jobs if job.kind == kind]


@pytest.mark.parametrize(
    ("programme", "kind", "days"),
    [("little_and_often", "feed", 7), ("charge_and_push", "feed", 10),
     ("leaf_then_fruit", "feed", 14), ("compost_first", "feed", 21),
     ("kitchen_and_yard", "feed", 21), ("monthly_granular", "dressing", 30)],
)  # fmt: skip
def test_each_keeps_its_interval_from_the_end_of_the_hold(
    programme: str, kind: str, days: int
) -> None:
    """Planted on 12 May, a fortnight of plain water: the first on 26 May."""
    jobs = planned(programme, kind)
    assert jobs[0].planned_on.isoformat() == "2026-05-26"
    assert len(jobs) > 2
    assert {(b.planned_on - a.planned_on).days for a, b in pairwise(jobs)} == {days}


def test_monthly_comes_closer_where_a_month_would_be_too_much() -> None:
    """Cabbage wants 20 g N/m², a fifth of it before planting: 16 in dressings of 5 are four, and
    fewer than four months are left before the heads are to be cut."""
    (season,) = workings("monthly_granular", "cabbage").seasons
    jobs = [job for job in season.plan.jobs if job.kind == "dressing"]
    assert season.plan.interval_days in (14, 15)
    assert max(job.first_g.n for job in jobs) <= 5 * season.stand.ground_m2 + 1e-9


def test_a_programme_of_ones_own_spreads_no_more_often_than_once_a_fortnight() -> None:
    """Granules of a week ago still lie there: what asks for a week gets two."""
    monthly = catalogue.load().programmes["monthly_granular"]
    weekly = monthly.model_copy(update={"key": "own_weekly", "name": "weekly", "interval_days": 7})
    (season,) = workings("own_weekly", own=(weekly,)).seasons
    days = [job.planned_on for job in season.plan.jobs if job.kind == "dressing"]
    assert season.plan.interval_days == 14
    assert {(b - a).days for a, b in pairwise(days)} == {14}


def test_pushing_comes_before_the_flowers() -> None:
    """Until flowering potassium weighs a third of nitrogen, from there on as much. In a tub, where
    none of it goes in before planting."""
    push = planned("charge_and_push", "feed", place="tub")
    even = planned("little_and_often", "feed", place="tub")
    early = [sum(job.first_g.k for job in jobs[: len(jobs) // 4]) for jobs in (push, even)]
    whole = [sum(job.first_g.k for job in jobs) for jobs in (push, even)]
    assert early[0] / whole[0] < early[1] / whole[1]


def test_a_tub_on_slow_release_gets_most_at_the_start() -> None:
    (base,) = planned("slow_release_tub", "base", place="tub")
    feeds = planned("slow_release_tub", "feed", place="tub")
    assert base.first_g.n == pytest.approx(4 * sum(job.first_g.n for job in feeds))  # 0.8 to 0.2


def test_granules_are_for_the_ground_and_a_tub_is_fed_instead() -> None:
    assert planned("monthly_granular", "dressing", place="tub") == []
    assert planned("monthly_granular", "feed", place="tub")
