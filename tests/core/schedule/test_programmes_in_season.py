"""The eight programmes on one planting: days, splits, and that none changes the season's amount."""

from collections.abc import Sequence
from datetime import date
from itertools import pairwise

import pytest

import gardens
from eznel import catalogue
from eznel.core.document import Log, Programme
from eznel.core.plan.season_advice import of_caps
from eznel.core.schedule.jobs import key_of
from eznel.core.season.workings import Workings

PROGRAMMES = tuple(catalogue.load().programmes)
SHED = [
    gardens.product("feed", "soluble", N=12, P2O5=4, K2O=18),
    gardens.product("granules", "granular", N=10, P2O5=5, K2O=10),
    gardens.product("meal", "organic", N=6),
    gardens.product("coated", "coated", N=15, K2O=12, release_days=120),
]


def workings(
    programme: str,
    crop: str = "cucumber",
    place: str = "bed",
    own: tuple[Programme, ...] = (),
    *,
    shed: Sequence[dict] = SHED,
    places: Sequence[dict] | None = None,
) -> Workings:
    usual = gardens.bed() if place == "bed" else gardens.tub(litres=40)
    garden = gardens.garden(
        places=places or [usual],
        plantings=[gardens.planting(crop, place, plants=2, programme=programme)],
        products=shed,
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


def own(of: str, **fields: object) -> Programme:
    """A programme that ships, with answers of one's own."""
    base = catalogue.load().programmes[of].model_dump(mode="json")
    return Programme.model_validate(base | {"key": "own_way", "name": "Our way"} | fields)


def season(programme: Programme, crop: str, place: str, **more: object):
    (found,) = workings("own_way", crop, place, own=(programme,), **more).seasons
    return found


def test_feeding_to_the_last_picking_and_so_many_days_before_it() -> None:
    """A cucumber is fed until 14 days before its last picking, a head of lettuce until 14 days
    before it is cut: a programme may feed the fruit longer, the leaves never."""
    for days in (0, 30):
        cucumber = season(own("leaf_then_fruit", stop_days=days), "cucumber", "bed")
        calendar = cucumber.stand.calendar
        assert (calendar.last_pick - calendar.stop).days == days
        last = max(job.planned_on for job in cucumber.plan.jobs)
        assert last < calendar.stop
    usual = season(own("leaf_then_fruit"), "lettuce", "bed").stand.calendar
    longer = season(own("leaf_then_fruit", stop_days=0), "lettuce", "bed").stand.calendar
    assert longer.stop == usual.stop < usual.last_pick


def test_a_month_of_plain_water() -> None:
    """Planted on 12 May: with a hold of 30 days the first feed is on 11 June."""
    found = season(own("leaf_then_fruit", hold_days=30), "cucumber", "bed")
    feeds = [job for job in found.plan.jobs if job.kind == "feed"]
    assert feeds[0].planned_on.isoformat() == "2026-06-11"


def test_a_quarter_of_the_label_is_fed_more_often_and_in_more_water() -> None:
    """The label allows 1 g/L of 12 % nitrogen: a quarter is 30 mg N/L. Two cucumbers in a square
    metre's bed need grams a feed, so a fortnight is too long, and the limit is named."""
    feed = gardens.product(
        "feed", "soluble", N=12, P2O5=4, K2O=18, max_strength=gardens.measure(1, "g/L")
    )
    found = season(own("leaf_then_fruit", label_share=0.25), "cucumber", "bed", shed=[feed])
    mixes = [job.mixes[0] for job in found.jobs if job.job.kind == "feed" and job.mixes]
    assert mixes
    assert max(mix.n_mg_l for mix in mixes) <= 30 + 1e-6
    assert found.plan.interval_days == 7
    (said,) = [one for one in of_caps(found) if one.key == "fed_more_often"]
    numbers = {one.name: one.value for one in said.numbers}
    assert numbers["needs"] > numbers["most"]
    full = season(own("leaf_then_fruit", label_share=1.0), "cucumber", "bed", shed=[feed])
    assert full.plan.interval_days == 14


def test_either_a_rich_mix_or_feed_and_never_both() -> None:
    """Thirty litres with 4 g/L of a coated 15-0-10 hold 18 g N, more than a tenth of what cucumbers
    take: no feed comes, and what is missing is said. Plain mix is fed and nothing is worked in."""
    either = own("slow_release_tub", rich_mix="instead_of_feed")
    charged = gardens.tub(
        litres=40,
        charge=[{"product": gardens.uid("coated"), "strength": gardens.measure(4, "g/L")}],
    )
    rich = season(either, "cucumber", "tub", places=[charged])
    assert not rich.plan.jobs
    assert "rich_mix_only" in [one.key for one in of_caps(rich)]
    plain = season(either, "cucumber", "tub")
    assert {job.kind for job in plain.plan.jobs} == {"feed"}


@pytest.mark.parametrize(
    ("mix", "days"),
    [
        # True leaf on 2 April: 15 March + 8 + 10 days. Potted on on 12 April (8 + 20), the rest is
        # as long as between two feeds; planted out on 15 May.
        ("charged", ["04-02", "04-26", "05-10"]),
        ("plain", ["04-02", "04-09", "04-19", "04-26", "05-03", "05-10"]),
    ],
)
def test_seedlings_rest_after_potting_on(mix: str, days: list[str]) -> None:
    tomato = gardens.planting(
        "tomato", plants=6, sown_on="2026-03-15", planted_on="2026-05-15", raised_in=mix
    )
    made = gardens.plan_of(gardens.garden(places=[gardens.bed()], plantings=[tomato]))
    assert [f"{job.due_on:%m-%d}" for job in gardens.jobs(gardens.single(made), "seedling")] == days


def test_a_feed_of_seedlings_that_is_planned_no_more_is_no_feed_of_the_bed() -> None:
    """As a ninth was before they rested: it takes nothing from what the bed is still to get."""
    tomato = gardens.planting("tomato", plants=6, sown_on="2026-03-15", planted_on="2026-05-15")
    parts = {"places": [gardens.bed()], "plantings": [tomato], "products": SHED}
    bare = workings_of(**parts)
    (stand,) = bare.stands.all
    fed = {
        "id": gardens.uid("fed"), "planting": gardens.uid("tomato"), "on": "2026-05-01",
        "outcome": "given", "water": gardens.measure(9, "L"),
        "amounts": [{"product": gardens.uid("feed"), "amount": gardens.measure(100, "g")}],
    }  # fmt: skip
    former = workings_of(log=[fed | {"job": str(key_of(stand, "seedling", 9))}], **parts)
    unplanned = workings_of(log=[fed], **parts)
    assert [len(one.seasons[0].extras) for one in (bare, former, unplanned)] == [0, 0, 1]
    planned, as_before = (
        [(job.due_on, job.need_g) for job in one.seasons[0].jobs] for one in (bare, former)
    )
    assert as_before == planned


def workings_of(log: Sequence[dict] = (), **parts) -> Workings:
    file = gardens.garden_file(log={"feeds": list(log)}, scoops=[gardens.scoop()], **parts)
    return Workings(file.garden, file.log, date(2026, 5, 10), catalogue.load())
