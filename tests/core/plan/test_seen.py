"""What a plan says of where things stand: weighed, walked, rested, keeping pace."""

from datetime import date
from typing import Any

import pytest

import gardens
from eznel import catalogue
from eznel.core.document import Log, Product, Scoop
from eznel.core.places import walking_order
from eznel.core.plan import explain
from eznel.core.plan.result import Tide
from eznel.core.plan.tides import keeping_of
from eznel.core.products.fertiliser import Fertiliser, density_g_ml
from eznel.core.working import Origin

TODAY = gardens.TODAY


def test_a_bag_weighed_once() -> None:
    """270 g in one scoop of 180 mL is 1.5 g/mL; a density on the label goes before."""
    weighed = {"count": 1, "volume": gardens.measure(180, "mL"), "mass": gardens.measure(270, "g")}
    bag = Product.model_validate(gardens.product("bag", N=10, density=None, weighed=weighed))
    assert density_g_ml(Fertiliser(bag, None)) == (pytest.approx(1.5), Origin.MEASURED)
    both = Product.model_validate(gardens.product("bag", N=10, weighed=weighed))
    assert density_g_ml(Fertiliser(both, None)) == (1.0, Origin.MEASURED)
    assert Scoop.model_validate(gardens.scoop(ml=180)).volume.ml == 180


def test_the_walk_goes_on_to_the_nearest() -> None:
    """From the top left (0, 0): the far one at 9 m comes last, though it was drawn first."""
    spots = {"far": (9, 0), "near": (1, 0), "corner": (0, 0), "below": (1, 3)}
    beds = [gardens.bed(name, x_m=x, y_m=y) for name, (x, y) in spots.items()]
    made = gardens.garden(places=beds)
    assert walking_order(made.places) == (3, 1, 0, 2)
    turns = {place.id: place.walk for place in gardens.plan_of(made).places}
    assert [turns[place.id] for place in made.places] == [3, 1, 0, 2]


@pytest.mark.parametrize(
    ("ended", "crop", "place", "found"),
    [
        ("2025-09-01", "kale", "bed", date(2025, 9, 1)),
        ("2023-05-20", "kale", "bed", date(2023, 5, 20)),  # 1,088 days, less than three years
        ("2023-05-01", "kale", "bed", None),  # 1,107 days, so it has rested
        ("2025-09-01", "leek", "bed", None),  # another family
    ],
)
def test_the_family_that_stood_here_before(
    ended: str, crop: str, place: str, found: date | None
) -> None:
    year = int(ended[:4])
    before = gardens.planting(
        crop, place, name="before", planted_on=f"{year}-04-01", ends_on=ended, sown_on=None
    )
    made = gardens.garden(places=[gardens.bed()], plantings=[before, gardens.planting("kale")])
    now = next(p for p in gardens.plan_of(made).plantings if str(p.id) == gardens.uid("kale"))
    assert now.family_before == found


@pytest.mark.parametrize(
    ("supply", "said"),
    [
        (40.0, "even"),
        (31.9, "short"),  # below 40 less a fifth
        (32.1, "even"),
        (57.9, "even"),  # up to 40 + 8 + a tenth of the whole 100
        (58.1, "ample"),
    ],
)
def test_nitrogen_keeps_pace(supply: float, said: str) -> None:
    days = (date(2026, 5, 1), date(2026, 6, 1), date(2026, 9, 1))
    tide = Tide("N", days, (0.0, 40.0, 100.0), (0.0, supply, 100.0))
    assert keeping_of(tide, date(2026, 6, 20)) == said
    assert keeping_of(tide, date(2026, 4, 1)) == "even"  # before anything grows


def settled(key: str, **parts: Any) -> set[str]:
    worked = explain(gardens.garden(**parts), Log(), TODAY, catalogue.load(), key)
    return {q.measure_at for step in worked.steps for q in step.quantities if q.measure_at}


def test_an_assumed_number_says_where_it_can_be_measured() -> None:
    bed = gardens.bed(density=None)
    assert settled(f"soil/{gardens.uid('bed')}", places=[bed]) == {
        f"places/{gardens.uid('bed')}/density"
    }
    bag = gardens.product("bag", N=10, density=None)
    scoops = {"products": [bag], "scoops": [gardens.scoop()]}
    assert settled(f"scoop/{gardens.uid('bag')}/{gardens.uid('teaspoon')}", **scoops) == {
        f"products/{gardens.uid('bag')}/weighed"
    }
    untested = {"places": [gardens.bed()], "plantings": [gardens.planting("tomato")]}
    assert settled(f"need/{gardens.uid('tomato')}/P", **untested) == {
        f"reports/{gardens.uid('bed')}"
    }
    assert settled(f"area/{gardens.uid('bed')}", places=[gardens.bed()]) == set()


def test_blossom_end_rot_is_looked_for_once_there_is_fruit() -> None:
    """Offered first at a cucumber in fruit, later at a young one, never at kale."""
    beds, day = [gardens.bed()], date(2026, 6, 18)
    young = gardens.planting("cucumber", "bed", planted_on="2026-06-10", sown_on="2026-05-05")
    made = gardens.garden(places=beds, plantings=[young])
    before = gardens.single(gardens.plan_of(made, today=day))
    assert "end_rot" in before.sights[1:]
    assert "rank_leaf" in before.sights
    fruit = {"id": gardens.uid("seen"), "planting": gardens.uid("cucumber"), "on": "2026-06-17"}
    log = Log.model_validate({"stages": [fruit | {"stage": "fruit_set"}]})
    assert gardens.single(gardens.plan_of(made, log, day)).sights[0] == "end_rot"
    leafy = gardens.garden(places=beds, plantings=[gardens.planting("kale")])
    kale = gardens.single(gardens.plan_of(leafy, today=day))
    assert not {"end_rot", "rank_leaf"} & set(kale.sights)


def test_the_family_is_warned_of_before_it_goes_in() -> None:
    """Kale until 30 June 2025, cabbage on 1 July 2026: 366 days. Not once it grows."""
    before = gardens.planting(
        "kale", name="before", planted_on="2025-04-01", ends_on="2025-06-30", sown_on=None
    )
    again = gardens.planting("cabbage", planted_on="2026-07-01", sown_on=None)
    made = gardens.garden(places=[gardens.bed()], plantings=[before, again])

    def warned(today: date) -> list[float]:
        next_ = next(p for p in gardens.plan_of(made, today=today).plantings if p.crop == "cabbage")
        found = [one for one in next_.findings if one.key == "family_lately"]
        return [one.numbers[0].value for one in found]

    assert warned(date(2026, 5, 1)) == [366]
    assert warned(date(2026, 7, 20)) == []
