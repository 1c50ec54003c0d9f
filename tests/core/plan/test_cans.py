"""One can for several: the litres of each, whole cans, and when a can each is better."""

import pytest

import gardens
from eznel.core.document import Garden
from eznel.core.plan import SeasonPlan

FEED = gardens.product("feed", "soluble", N=12, K2O=18)


def garden(miss: float = 15, **more) -> Garden:
    return gardens.garden(
        places=[gardens.tub("large", 35, 2), gardens.tub("small", 20, 3)],
        plantings=[
            gardens.planting("tomato", "large", plants=2),
            gardens.planting("sweet_pepper", "small", plants=3),
        ],
        products=[FEED],
        scoops=[gardens.scoop("half", 2.5), gardens.scoop("quarter", 1.25)],
        preferences={"shared_miss_pct": miss},
        **more,
    )


def shared_later(made: Garden, day: str = "2026-06-20") -> SeasonPlan:
    from datetime import date

    return gardens.plan_of(made, today=date.fromisoformat(day))


def test_one_mix_for_two_kinds_of_tub() -> None:
    plan = shared_later(garden())
    assert plan.shared
    can = plan.shared[0]
    assert can.saves == 1
    jobs = {job.key: (p, job) for p in plan.plantings for job in p.jobs}
    grams = sum(line.grams for line in can.lines)
    for pour in can.pours:
        planting, job = jobs[pour.job]
        # 10 to 15 % of its mix at a time: 35 L × 0.9 × 2 tubs, 20 L × 0.9 × 3
        filled = 63.0 if planting.crop == "tomato" else 54.0
        assert 0.10 * filled - 1e-9 <= pour.litres <= 0.15 * filled + 1e-9
        assert pour.per_plant_l == pytest.approx(pour.litres / planting.plants)
        assert pour.brings_g["N"] == pytest.approx(grams * 0.12 / can.can_l * pour.litres)
        assert pour.miss <= 0.15
        assert job.due_on == can.on
    poured = sum(pour.litres for pour in can.pours)
    assert can.cans * can.can_l - poured == pytest.approx(can.left_over_l)
    assert (can.cans - 1) * can.can_l < poured


def test_none_where_it_would_miss_more_than_is_set() -> None:
    loose, strict = shared_later(garden(50)), shared_later(garden(0))
    assert len(strict.shared) <= len(loose.shared)
    assert all(pour.miss <= 1e-9 for can in strict.shared for pour in can.pours)


def test_none_where_the_shed_does_not_hold_what_is_left_over() -> None:
    """With just what the two mixes of that day take, and a shared one that takes more, none."""
    made = garden()
    first = shared_later(made).shared[0]
    served = {pour.job for pour in first.pours}
    own = sum(
        line.grams * job.mixes[0].portions
        for p in shared_later(made).plantings
        for job in p.jobs
        if job.key in served
        for line in job.mixes[0].lines
    )
    together = sum(line.grams for line in first.lines) * first.cans
    assert together > own  # whole cans leave some over
    stock = {"amount": gardens.measure((own + together) / 2, "g"), "counted_on": "2026-04-01"}
    product = type(made.products[0]).model_validate(FEED | {"stock": stock})
    tight = shared_later(made.model_copy(update={"products": (product,)}))
    assert all(can.on > first.on for can in tight.shared)


def test_each_water_is_poured_from_cans_of_its_own() -> None:
    """A mix is made with one water: what stands in the butt's is not fed from the tap's can."""
    butt = {"kind": "analysed", "id": gardens.uid("butt"), "name": "butt"}
    made = garden()
    assert shared_later(made).shared
    site = type(made.site).model_validate(gardens.site(waters=(butt,)))
    large, small = made.places
    apart = (large.model_copy(update={"water": site.waters[0].id}), small)
    other = made.model_copy(update={"site": site, "places": apart})
    assert shared_later(other).shared == ()
