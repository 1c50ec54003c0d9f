"""What a plan comes to, against adding it up by other means."""

from uuid import UUID

import pytest
from hypothesis import HealthCheck, given, settings

import gardens
import strategies
from eznel import catalogue
from eznel.core.document import Garden, Log
from eznel.core.nutrients import NUTRIENTS
from eznel.core.plan import make
from eznel.core.plan.judging import judge

BAG = gardens.product("feed", "soluble", N=12, K2O=18,
                      price={"amount": 9, "pack": gardens.measure(3, "kg")})  # fmt: skip


def garden(**more) -> Garden:
    return gardens.garden(
        places=[gardens.bed(), gardens.tub()],
        plantings=[
            gardens.planting("cucumber", "bed", plants=8),
            gardens.planting("tomato", "tub", plants=1),
        ],
        products=[BAG],
        scoops=[gardens.scoop("pinch", 0.5), gardens.scoop("half", 2.5)],
        **more,
    )


def workings(made: Garden):
    return make(made, Log(), gardens.TODAY, catalogue.load()).workings


def test_one_planting_and_both() -> None:
    made = workings(garden())
    both = judge(made)
    apart = [judge(made, {UUID(gardens.uid(name))}) for name in ("cucumber", "tomato")]
    assert both.feeds == sum(one.feeds for one in apart)
    assert both.litres == pytest.approx(sum(one.litres for one in apart))
    assert both.products == 1
    for x in ("N", "P", "K"):
        assert both.short_g[x] == pytest.approx(sum(one.short_g[x] for one in apart))


def test_the_cost_is_grams_times_price() -> None:
    made = workings(garden())
    grams = sum(
        line.grams * job.mixes[0].portions
        for season in made.seasons
        for job in season.jobs
        if job.status == "planned" and job.mixes
        for line in job.mixes[0].lines
    )
    assert judge(made).cost == pytest.approx(grams * 9 / 3000)


def test_without_a_price_the_cost_is_not_known() -> None:
    made = garden()
    free = tuple(type(p).model_validate(p.model_dump() | {"price": None}) for p in made.products)
    assert judge(workings(made.model_copy(update={"products": free}))).cost is None


@settings(deadline=None, max_examples=20, suppress_health_check=list(HealthCheck))
@given(strategies.any_garden())
def test_what_is_met_and_what_is_short_make_up_the_need(garden: Garden) -> None:
    made = workings(garden)
    judged = judge(made)
    for x in NUTRIENTS:
        need = sum(season.needs[x].total.value for season in made.seasons)
        assert judged.short_g[x] <= need + 1e-9
        assert (1 - judged.met[x]) * need == pytest.approx(judged.short_g[x], abs=1e-6)
        along = sum(max(s.given_g[x] - s.needs[x].total.value, 0) for s in made.seasons)
        if x in judged.unasked_g:
            assert judged.unasked_g[x] == pytest.approx(along)
