"""One blend for a season: against amounts worked out by hand, and under every cap."""

from uuid import UUID

import pytest
from hypothesis import HealthCheck, given, settings

import checks
import gardens
import strategies
from eznel import catalogue
from eznel.core.document import Garden, Log
from eznel.core.errors import Impossible
from eznel.core.plan import make
from eznel.core.questions.season_blend import season_blend


def workings(made: Garden):
    return make(made, Log(), gardens.TODAY, catalogue.load()).workings


def with_blend(made: Garden, place: UUID | None = None):
    found = season_blend(workings(made), place, time_limit_s=5)
    return found, made.model_copy(update={"blends": (found.blend,)})


def cabbage(**more) -> Garden:
    """P low, so 11 g P₂O₅ or 17 × 0.4364 = 7.42 g P/m²; nitrogen 20 g/m²; potassium none."""
    report = gardens.report(values={"P": 15, "K": 400, "Ca": 1500, "Mg": 200, "S": 40},
                            extractant="Mehlich-3", organic_matter_pct=2)  # fmt: skip
    return gardens.garden(
        places=[gardens.bed()],
        plantings=[gardens.planting("cabbage", plants=19, programme="base_and_side_dress")],
        reports=[report],
        products=[
            gardens.product("super", "granular", P2O5=40),
            gardens.product("complete", "granular", N=20, P2O5=8),
            gardens.product("nitrogen", "granular", N=27),
        ],
        scoops=[gardens.scoop("spoon", 15), gardens.scoop("cup", 250)],
        **more,
    )


def test_the_base_knows_what_the_feeds_will_bring() -> None:
    """All the nitrogen as the complete bag is 20 ÷ 20 % = 100 g/m² with 8 g P₂O₅: so much less
    superphosphate is dug in, and two bags do the work of three."""
    made = cabbage()
    found, kept = with_blend(made)
    assert found.proved
    assert found.gap == pytest.approx(0, abs=1e-3)
    need = {n.nutrient: n.total_g for n in gardens.single(gardens.plan_of(made)).needs}
    grams = {p.name: 0.0 for p in made.products}
    for line in found.blend.amounts:
        name = next(p.name for p in made.products if p.id == line.product)
        grams[name] += line.grams
    assert grams["nitrogen"] == pytest.approx(0, abs=0.5)
    assert grams["complete"] * 0.20 == pytest.approx(need["N"], rel=1e-3)
    along = grams["complete"] * 0.08 * 0.43643
    assert grams["super"] * 0.40 * 0.43643 == pytest.approx(need["P"] - along, rel=1e-3)
    assert found.then.products == 2
    planting = gardens.single(gardens.plan_of(kept))
    assert planting.blend == found.blend.id
    assert gardens.single(gardens.plan_of(made)).blend is None


def test_stock_binds_over_the_whole_season() -> None:
    """Of 300 g of the complete bag no more than 300 g is planned; the rest of N is the other's."""
    made = cabbage()
    stock = {"amount": gardens.measure(300, "g"), "counted_on": "2026-04-01"}
    products = tuple(
        type(p).model_validate(p.model_dump() | {"stock": stock}) if p.name == "complete" else p
        for p in made.products
    )
    found = season_blend(
        workings(made.model_copy(update={"products": products})), None, time_limit_s=5
    )
    used = sum(a.grams for a in found.blend.amounts if a.product == products[1].id)
    assert used <= 300 + 1e-3
    other = sum(a.grams for a in found.blend.amounts if a.product == products[2].id)
    need = gardens.need(gardens.single(gardens.plan_of(made)), "N")
    assert used * 0.20 + other * 0.27 == pytest.approx(need, rel=1e-3)


def test_each_job_takes_only_what_the_blend_gives_it() -> None:
    found, kept = with_blend(cabbage())
    given_to: dict[UUID, set[UUID]] = {}
    for line in found.blend.amounts:
        given_to.setdefault(line.job, set()).add(line.product)
    for job in gardens.single(gardens.plan_of(kept)).jobs:
        for mix in job.mixes:
            assert {line.product for line in mix.lines} <= given_to.get(job.key, set())


def test_nothing_planned_is_nothing_to_blend() -> None:
    with pytest.raises(Impossible):
        season_blend(workings(gardens.garden(places=[gardens.bed()])), None, time_limit_s=5)


@settings(deadline=None, max_examples=15, suppress_health_check=list(HealthCheck))
@given(strategies.any_garden())
def test_a_blended_plan_breaks_no_cap(garden: Garden) -> None:
    try:
        found, kept = with_blend(garden)
    except Impossible:
        return
    made = gardens.plan_of(kept)
    assert checks.violations(made, kept) == []
    # And blending again finds the same.
    again = season_blend(workings(kept), None, time_limit_s=5)
    assert again.blend == found.blend
