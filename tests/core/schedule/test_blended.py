"""A kept blend in the plan: which one counts, for which jobs, and never beyond a need."""

from datetime import date

import pytest

import gardens
from eznel.core.document import Garden
from eznel.core.plan.result import PlantingPlan

BAGS = [
    gardens.product("feed", "soluble", N=12, K2O=12),
    gardens.product("potash", "soluble", K2O=50),
]
FEED, POTASH = BAGS[0]["id"], BAGS[1]["id"]


def garden(*blends: dict) -> Garden:
    return gardens.garden(
        places=[gardens.bed()],
        plantings=[gardens.planting("cucumber", plants=8, sown_on="2026-04-10")],
        products=BAGS,
        scoops=[gardens.scoop("pinch", 0.5), gardens.scoop("half", 2.5)],
        blends=list(blends),
    )


def blend(name: str, on: str, amounts: list[tuple[str, str, float]]) -> dict:
    lines = [{"job": job, "product": product, "grams": grams} for job, product, grams in amounts]
    return {"id": gardens.uid(name), "made_on": on, "amounts": lines}


def planned(*blends: dict, today: date = gardens.TODAY) -> PlantingPlan:
    return gardens.single(gardens.plan_of(garden(*blends), today=today))


def keys() -> list[str]:
    return [str(job.key) for job in gardens.jobs(planned(), "feed")]


def test_the_plan_brings_what_the_blend_says_with_its_products_alone() -> None:
    first, second, *_ = keys()
    made = planned(blend("b", "2026-05-01", [(first, FEED, 20), (second, FEED, 10)]))
    jobs = {str(job.key): job for job in made.jobs}
    assert jobs[first].first_g["N"] == pytest.approx(2.4)  # 20 g × 12 %
    assert jobs[second].first_g["N"] == pytest.approx(1.2)
    used = {str(x.product) for j in made.jobs for m in j.mixes for x in m.lines if j.kind == "feed"}
    assert used == {FEED}
    # The other feeds have no line: nothing is to be brought, and nothing is.
    rest = [job for key, job in jobs.items() if key in keys()[2:]]
    assert {job.status for job in rest} == {"not_needed"}


def test_the_newest_counts() -> None:
    first = keys()[0]
    old = blend("old", "2026-04-01", [(first, FEED, 20)])
    new = blend("new", "2026-05-01", [(first, FEED, 10)])
    for pair in ((old, new), (new, old)):
        made = planned(*pair)
        assert str(made.blend) == new["id"]
        job = next(job for job in made.jobs if str(job.key) == first)
        assert job.first_g["N"] == pytest.approx(1.2)


def test_jobs_from_before_it_was_made_and_seedlings_stay() -> None:
    usual = planned()
    first, _, third, *_ = keys()
    later = planned(blend("b", "2026-06-15", [(third, FEED, 10)]))
    same = next(job for job in later.jobs if str(job.key) == first)
    assert same.first_g == next(j for j in usual.jobs if str(j.key) == first).first_g
    assert [j.first_g for j in gardens.jobs(later, "seedling")] == [
        j.first_g for j in gardens.jobs(usual, "seedling")
    ]


def test_no_more_than_the_need_is_brought_by_plan() -> None:
    """2 kg of 12 % are 240 g N, the season wants 13 × 3.2 = 41.6: that much, in proportion."""
    first, second, *_ = keys()
    made = planned(blend("b", "2026-05-01", [(first, FEED, 1500), (second, FEED, 500)]))
    jobs = {str(job.key): job for job in made.jobs}
    assert jobs[first].first_g["N"] == pytest.approx(41.6 * 0.75)
    assert jobs[second].first_g["N"] == pytest.approx(41.6 * 0.25)


def test_a_blend_of_something_else_changes_nothing() -> None:
    other = blend("b", "2026-05-01", [(gardens.uid("another job"), FEED, 10)])
    assert planned(other).jobs == planned().jobs
    assert planned(other).blend is None
