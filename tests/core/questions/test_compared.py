"""Programmes side by side: each as the plan itself would be."""

from uuid import UUID, uuid4

import pytest

import gardens
from eznel import catalogue
from eznel.core.document import Garden, Log
from eznel.core.errors import Unknown
from eznel.core.plan import make
from eznel.core.plan.judging import judge
from eznel.core.questions.programmes import by_programme

CUCUMBER = UUID(gardens.uid("cucumber"))


def garden(programme: str = "leaf_then_fruit", **more) -> Garden:
    return gardens.garden(
        places=[gardens.bed()],
        plantings=[gardens.planting("cucumber", plants=8, programme=programme)],
        products=[
            gardens.product(
                "feed", "soluble", N=12, K2O=12,
                price={"amount": 10, "pack": gardens.measure(1, "kg")},
            ),
            gardens.product("pellets", "organic", N=4),
        ],
        scoops=[gardens.scoop("half", 2.5), gardens.scoop("cup", 250)],
        **more,
    )  # fmt: skip


def workings(made: Garden):
    return make(made, Log(), gardens.TODAY, catalogue.load()).workings


@pytest.mark.parametrize("programme", catalogue.load().programmes)
def test_each_is_the_plan_by_that_programme(programme: str) -> None:
    compared = by_programme(CUCUMBER, workings(garden()))
    assert compared.current == "leaf_then_fruit"
    (found,) = [one for one in compared.seasons if one.programme == programme]
    alone = workings(garden(programme))
    assert found.judged == judge(alone)
    (season,) = alone.seasons
    assert [j.on for j in found.jobs if j.planned] == [j.due_on for j in season.jobs if j.mixes]


def test_own_programmes_stand_beside_the_others() -> None:
    own = catalogue.load().programmes["little_and_often"].model_dump(mode="json")
    own |= {"key": "mine", "name": "Mine", "interval_days": 10}
    compared = by_programme(CUCUMBER, workings(garden(programmes=[own])))
    assert compared.seasons[-1].programme == "mine"
    assert len(compared.seasons) == len(catalogue.load().programmes) + 1


def test_two_that_come_to_the_same_say_so() -> None:
    """A copy under another name is the same; one that feeds every ten days is not."""
    weekly = catalogue.load().programmes["little_and_often"].model_dump(mode="json")
    copy = weekly | {"key": "mine", "name": "Mine"}
    other = weekly | {"key": "slower", "name": "Slower", "interval_days": 10}
    compared = by_programme(CUCUMBER, workings(garden(programmes=[copy, other])))
    found = {one.programme: one.same_as for one in compared.seasons}
    assert found["mine"] == "little_and_often"
    assert found["slower"] is None
    assert found["little_and_often"] is None


def test_what_a_limit_makes_of_a_programme_is_said_where_it_is_chosen() -> None:
    """A feed every sixty days would have to bring more than 2 g N/m² at once: weekly instead."""
    rare = catalogue.load().programmes["leaf_then_fruit"].model_dump(mode="json")
    rare |= {"key": "rare", "name": "Rare", "interval_days": 60}
    compared = by_programme(CUCUMBER, workings(garden(programmes=[rare])))
    said = {one.programme: [f.key for f in one.findings] for one in compared.seasons}
    assert "fed_more_often" in said["rare"]
    assert "fed_more_often" not in said["little_and_often"]


def test_how_supply_keeps_pace_by_stage() -> None:
    """What is there by the end of the last stage, over what is needed by then, is what is met."""
    compared = by_programme(CUCUMBER, workings(garden()))
    for one in compared.seasons:
        last = one.fits[-1]
        assert last.fit["N"] == pytest.approx(one.judged.met["N"], abs=0.02)
        # Phosphorus of an untested bed counts as high: nothing is needed, nothing keeps pace.
        assert last.fit["P"] is None
    few = next(one for one in compared.seasons if one.programme == "base_and_side_dress")
    many = next(one for one in compared.seasons if one.programme == "little_and_often")
    assert len(many.jobs) > 2 * len(few.jobs)
    # Half a kilo of feed at 10 a kilo costs 5: grams × price, and what is left over in cans besides
    grams = sum(j.need_g["N"] for j in many.jobs if j.planned) / 0.12
    assert 0.9 * grams * 10 / 1000 <= many.judged.cost <= 1.2 * grams * 10 / 1000


def test_an_unknown_planting_is_refused() -> None:
    with pytest.raises(Unknown):
        by_programme(uuid4(), workings(garden()))
