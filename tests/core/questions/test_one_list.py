"""One list to a day by hand: bags, lime, mix, pots, stakes; what is later or there stays off it."""

from datetime import date
from typing import Any

import pytest

import gardens
from eznel import catalogue
from eznel.core.plan.season_plan import make
from eznel.core.questions.one_list import ListItem, OneList, one_list
from eznel.core.questions.stock import shopping

CATALOGUE = catalogue.load()
SHELF: dict[str, Any] = {
    "id": gardens.uid("shelf"), "name": "shelf",
    "length": gardens.measure(1.2, "m"), "width": gardens.measure(0.4, "m"),
}  # fmt: skip


def listed(until: str, *, today: str = "2026-03-10", log: Any = None, **parts: Any) -> OneList:
    file = gardens.garden_file(log=log or {}, **parts)
    made = make(file.garden, file.log, date.fromisoformat(today), CATALOGUE)
    stock = shopping(made.workings)
    return one_list(file.garden, made.plan, stock, date.fromisoformat(until))


def amounts(found: OneList) -> dict[str, float]:
    """All but what an empty shed lacks."""
    return {one.key: one.amount for one in found.items if one.aisle != "feed"}


def raised(**raising: Any) -> dict[str, Any]:
    return gardens.planting(
        "tomato", sown_on="2026-03-15", planted_on="2026-05-15", plants=24,
        raising={"bench": gardens.uid("shelf"), **raising},
    )  # fmt: skip


def test_pots_and_mix_of_what_is_raised() -> None:
    """32 seeds in one tray of 40: 32 × 0.04 × 1.1 L; 27 pots, 27 × 0.4 × 1.1 = 11.88 L later."""
    parts: dict[str, Any] = {
        "benches": [SHELF], "places": [gardens.bed("bed", 30)], "plantings": [raised()],
    }  # fmt: skip
    soon = listed("2026-04-01", **parts)
    assert amounts(soon) == {
        "raising trays": 1, "raising labels": 1, "raising mix": pytest.approx(1.4),
    }  # fmt: skip
    later = listed("2026-04-12", **parts)
    assert amounts(later) == {
        "raising trays": 1, "raising labels": 1, "raising mix": pytest.approx(13.3),
        "raising × 9 cm": 27,
    }  # fmt: skip
    assert {one.needed_on for one in later.items if one.key == "raising mix"} == {date(2026, 3, 15)}
    sown = listed("2026-04-01", **parts | {"plantings": [raised(sown=40)]})
    assert amounts(sown) == {}


def test_mix_for_tubs_that_are_still_to_be_filled() -> None:
    """30 L to the brim, 27 L filled, two tubs, a tenth more: 59.4 L; bark half, in bags of 20 L."""
    bark = {
        "name": "bark",
        "parts": 1,
        "bag": gardens.measure(20, "L"),
        "bag_price": 4,
    }
    tub = gardens.tub("tub", 30, 2, recipe=[bark, {"name": "compost", "parts": 1}])
    parts: dict[str, Any] = {
        "places": [tub], "plantings": [gardens.planting("tomato", "tub", planted_on="2026-05-12")],
    }  # fmt: skip
    found = listed("2026-05-12", **parts)
    mixes = {one.name: one for one in found.items if one.aisle == "mix"}
    assert mixes["bark"].amount == pytest.approx(29.7)
    assert (mixes["bark"].bags, mixes["bark"].cost) == (2, 8)
    assert mixes["compost"].cost is None
    assert found.cost == 8
    assert not [one for one in listed("2026-05-11", **parts).items if one.aisle == "mix"]
    standing = listed("2026-06-30", today="2026-06-01", **parts)
    assert not [one for one in standing.items if one.aisle == "mix"]


def test_stakes_of_the_jobs_that_are_switched_on() -> None:
    """Two plantings of six and four tomatoes: ten stakes, forty ties, once."""
    parts: dict[str, Any] = {
        "preferences": gardens.with_jobs("stake"),
        "places": [gardens.bed("bed", 30)],
        "plantings": [
            gardens.planting("tomato", plants=6, planted_on="2026-05-12"),
            gardens.planting("cherry_tomato", plants=4, planted_on="2026-05-20"),
        ],
    }
    found = amounts(listed("2026-06-01", **parts))
    assert (found["tools stakes"], found["tools ties"]) == (10, 40)
    assert amounts(listed("2026-05-13", **parts))["tools stakes"] == 6
    done = {"id": gardens.uid("d"), "planting": gardens.uid("tomato"), "task": "stake",
            "on": "2026-05-12"}  # fmt: skip
    rest = listed("2026-06-01", today="2026-05-13", log={"tasks": [done]}, **parts)
    assert amounts(rest)["tools stakes"] == 4


def test_a_bag_that_runs_out_by_then() -> None:
    """100 g are left of a bag that the season takes more of: in packs of a kilogram, with price."""
    feed = gardens.product(
        "feed", form="soluble", N=24, P2O5=8, K2O=16,
        stock={"amount": gardens.measure(100, "g"), "counted_on": "2026-05-01"},
        price={"amount": 7, "pack": gardens.measure(1, "kg")},
    )  # fmt: skip
    parts: dict[str, Any] = {
        "places": [gardens.tub("tub", 35, 4)], "products": [feed],
        "scoops": [gardens.scoop("teaspoon", 5)],
        "plantings": [gardens.planting("tomato", "tub", planted_on="2026-05-12")],
    }  # fmt: skip
    file = gardens.garden_file(**parts)
    made = make(file.garden, file.log, date(2026, 5, 12), CATALOGUE)
    (line,) = shopping(made.workings).lines
    assert line.runs_out_on is not None
    found = listed(line.runs_out_on.isoformat(), today="2026-05-12", **parts)
    (bag,) = [one for one in found.items if one.product is not None]
    assert bag.amount == pytest.approx(line.short_g)
    assert [(one.count, one.price) for one in bag.packs] == [(1, 7)]
    day_before = date.fromordinal(line.runs_out_on.toordinal() - 1).isoformat()
    assert not _bags(listed(day_before, today="2026-05-12", **parts))


def _bags(found: OneList) -> list[ListItem]:
    return [one for one in found.items if one.product is not None]


def test_layers_of_a_raised_bed_stand_on_it_until_they_are_filled() -> None:
    """4.32 m² of 10 cm topsoil: 432 L of 1.2 to 1.6 kg each, 604.8 kg in the middle."""
    layer = {"material": "topsoil", "depth": gardens.measure(10, "cm")}
    grows = [gardens.planting("cucumber", planted_on="2026-05-12")]
    bed = gardens.bed(fill={"layers": [layer]})
    quiet = {"preferences": gardens.with_jobs()}
    found = listed("2026-06-01", places=[bed], plantings=grows, **quiet)
    (soil,) = (one for one in found.items if one.aisle == "ground")
    assert (soil.amount, soil.unit) == (pytest.approx(432), "L")
    assert soil.weighs_kg == pytest.approx(604.8)
    assert soil.needed_on == date(2026, 5, 12)
    filled = gardens.bed(fill={"layers": [layer], "filled_on": "2026-03-01"})
    there = listed("2026-06-01", places=[filled], plantings=grows, **quiet)
    assert all(one.aisle != "ground" for one in there.items)


def test_a_label_for_each_planting_and_a_can_until_something_was_given() -> None:
    """Two come by the day, one stands already; a soluble feed wants a can, but only the first."""
    tub, cucumber, garlic = gardens.tub("tub", 30, 2), gardens.uid("c"), gardens.uid("g")
    parts: dict[str, Any] = {
        "places": [gardens.bed("bed", 30), tub],
        "products": [gardens.product("feed", "soluble", N=24, P2O5=8, K2O=16)],
        "scoops": [gardens.scoop()],
        "plantings": [
            gardens.planting("tomato", planted_on="2026-05-12", plants=4),
            gardens.planting("cucumber", "tub", planted_on="2026-05-20", plants=2, id=cucumber),
            gardens.planting("garlic", planted_on="2025-10-20", plants=20, id=garlic),
        ],
    }  # fmt: skip
    found = {one.key: one for one in listed("2026-05-25", **parts).items}
    assert found["tools labels"].amount == 2
    assert found["tools labels"].needed_on == date(2026, 5, 12)
    assert "tools can" not in found  # the first feed in water comes later
    later = {one.key: one for one in listed("2026-07-30", **parts).items}
    assert later["tools can"].amount == 1
    plan = gardens.plan_of(gardens.garden(**parts), today=date(2026, 7, 1))
    job = next(j for p in plan.plantings for j in p.jobs if j.mixes and j.mixes[0].water_l > 0)
    planting = next(p for p in plan.plantings if job in p.jobs)
    fed = {"feeds": [{
        "id": str(job.key), "planting": str(planting.id), "job": str(job.key),
        "on": "2026-06-30", "outcome": "given", "amounts": [],
    }]}  # fmt: skip
    given = listed("2026-07-30", today="2026-07-01", log=fed, **parts)
    assert "tools can" not in {one.key for one in given.items}
