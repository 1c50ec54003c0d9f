"""The balance by day: what came is taken, lost or left; it speaks with the plan's own numbers."""

from collections.abc import Iterator
from datetime import date, timedelta
from itertools import pairwise
from typing import Any

import numpy as np
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

import gardens
from eznel import catalogue
from eznel.core.balance.balance import Balance, BalanceLine, balance_of
from eznel.core.balance.salts import salts_of
from eznel.core.balance.sources import Days
from eznel.core.balance.trying import Tried
from eznel.core.document import Log
from eznel.core.errors import Unknown
from eznel.core.questions.balances import balance, nitrogen_years
from eznel.core.season.workings import Workings

CATALOGUE = catalogue.load()
TODAY = date(2026, 6, 20)
RAINS = [60, 45, 45, 45, 55, 60, 65, 65, 60, 65, 65, 60]


def workings(today: date = TODAY, log: dict[str, Any] | None = None, **more: Any) -> Workings:
    """Lettuce on a bed and a tomato in a tub, one bag and a spoon."""
    parts: dict[str, Any] = {
        "site": gardens.site(monthly_rain_mm=RAINS),
        "places": [gardens.bed(texture="sandy_loam"), gardens.tub(litres=30)],
        "plantings": [
            gardens.planting("leek", plants=30, planted_on="2026-05-20"),
            gardens.planting("tomato", "tub", plants=1, planted_on="2026-05-20"),
        ],
        "products": [gardens.product("bag", form="soluble", N=15, P2O5=5, K2O=20)],
        "scoops": [gardens.scoop()],
        **more,
    }
    made = gardens.garden(**parts)
    return Workings(made, Log.model_validate(log or {}), today, CATALOGUE)


def of(crop: str, mine: Workings, **tried: Any) -> Balance:
    season = next(one for one in mine.seasons if one.stand.crop.key == crop)
    return balance_of(season, mine, Tried(**tried))


def line(found: Balance, substance: str) -> BalanceLine:
    return next(one for one in found.lines if one.substance == substance)


def each(found: Balance) -> Iterator[tuple[BalanceLine, list[np.ndarray]]]:
    for one in found.lines:
        yield one, [np.array(getattr(one, x)) for x in ("came", "taken", "lost", "left")]


def weather(first: date, rains_mm: list[float]) -> list[dict[str, Any]]:
    days = (first + timedelta(n) for n in range(len(rains_mm)))
    return [
        {"id": gardens.uid(f"w{on}"), "on": on, "low_c": 10, "high_c": 20, "rain_mm": rain}
        for on, rain in zip(days, rains_mm, strict=True)
    ]


@settings(max_examples=15, deadline=None)
@given(st.lists(st.floats(0, 60), min_size=1, max_size=31), st.sampled_from(["wet", "dry", "cool"]),
       st.floats(0, 3), st.integers(0, 30))  # fmt: skip
def test_whatever_came_is_taken_lost_or_left(
    rains: list[float], year: str, share: float, compost: int
) -> None:
    mine = workings(log={"weather": weather(date(2026, 5, 20), rains)})
    for crop in ("leek", "tomato"):
        found = of(crop, mine, year=year, dose_share=share, compost_mm=float(compost))
        for one, (came, taken, lost, left) in each(found):
            assert came == pytest.approx(taken + lost + left, abs=3e-4), one.substance
            assert all(b >= a - 1e-9 for x in (came, taken, lost) for a, b in pairwise(x))
            assert (np.array(one.low) <= left + 1e-4).all()
            assert (left <= np.array(one.high) + 1e-4).all()


def test_it_counts_what_the_plan_counts() -> None:
    """In all there comes what the plan's tide comes to, and a bed wants what its tide wants."""
    mine = workings()
    plan = gardens.plan_of(mine.garden, today=TODAY)
    for planting in plan.plantings:
        found = of(planting.crop, mine)
        for tide in planting.tides:
            one = line(found, tide.nutrient)
            assert one.came[-1] == pytest.approx(tide.supply_g[-1], abs=1e-3)
            recovered = 0.8 if planting.method == "tub" else 1.0
            assert one.wanted[-1] == pytest.approx(tide.need_g[-1] * recovered, abs=1e-3)
        sources = sum(one.grams.get("N", 0.0) for one in found.sources if one.kind != "air")
        assert sources == pytest.approx(line(found, "N").came[-1], abs=1e-3)


def test_where_all_was_measured_the_past_is_what_the_plan_says_was_lost() -> None:
    """Sand, 40 g of nitrogen and ten wet days: the finding and the balance tell the same grams."""
    planted = date(2026, 6, 1)
    fed = {
        "id": gardens.uid("fed"), "planting": gardens.uid("lettuce"), "on": planted,
        "outcome": "given",
        "amounts": [{"product": gardens.uid("bag"), "amount": gardens.measure(260, "g")}],
    }  # fmt: skip
    log = {"feeds": [fed], "weather": weather(planted, [15.0] * 11)}
    mine = workings(
        planted + timedelta(10),
        log,
        places=[gardens.bed(texture="sand")],
        plantings=[gardens.planting("lettuce", plants=40, planted_on=planted)],
    )
    plan = gardens.plan_of(mine.garden, mine.log, mine.today)
    (said,) = [one for one in gardens.single(plan).findings if one.key == "leached"]
    lost_g = {q.name: q.value for q in said.numbers}["lost_n_g"]
    found = of("lettuce", mine)
    assert line(found, "N").lost[found.days.index(mine.today) - 1] == pytest.approx(
        lost_g, rel=1e-4
    )
    assert lost_g > 10


def test_more_rain_never_leaves_more() -> None:
    mine = workings(places=[gardens.bed(texture="sand"), gardens.tub()])
    lost = [line(of("leek", mine, year=year), "N").lost[-1] for year in ("dry", "usual", "wet")]
    assert lost[0] <= lost[1] <= lost[2]
    assert lost[2] > lost[0]


def test_what_is_known_only_from_today_on_changes_nothing_before() -> None:
    dry = workings()
    flood = workings(log={"weather": weather(TODAY, [50.0, 50.0])})
    before = of("leek", dry).days.index(TODAY)
    for one, other in zip(of("leek", dry).lines, of("leek", flood).lines, strict=True):
        assert one.left[:before] == other.left[:before]
    n, m = (line(of("leek", some), "N") for some in (dry, flood))
    assert m.lost[before + 2] >= n.lost[before + 2]


def test_a_dose_twice_as_large_brings_twice_what_is_still_to_come() -> None:
    mine = workings()
    one, two = (of("tomato", mine, dose_share=share) for share in (1.0, 2.0))
    fed = sum(s.grams["N"] for s in one.sources if s.kind == "fed")
    assert line(two, "N").came[-1] - line(one, "N").came[-1] == pytest.approx(fed, rel=1e-3)
    assert line(two, "N").taken[-1] >= line(one, "N").taken[-1]


def test_one_feed_is_moved_and_no_other() -> None:
    mine = workings()
    season = next(one for one in mine.seasons if one.stand.crop.key == "tomato")
    job = next(one for one in season.jobs if one.status == "planned")
    later = of("tomato", mine, job=job.job.key, later_days=5)
    as_planned = of("tomato", mine)
    at = as_planned.days.index(job.due_on)
    was, now = line(as_planned, "N").came, line(later, "N").came
    assert was[at] - now[at] == pytest.approx(job.brings_g.n, abs=1e-3)
    assert now[at + 5] == pytest.approx(was[at + 5], abs=1e-3)


def test_rain_that_is_tried_falls_as_much_as_in_such_a_year() -> None:
    """A rainy year has 1.6 times the rain; half of that again is 0.8 of the usual."""
    mine = workings(site=gardens.site(monthly_rain_mm=[60] * 12))
    wet, by_hand = of("leek", mine, year="wet"), of("leek", mine, rain_share=1.6)
    assert (wet.drained_l, wet.lines) == (by_hand.drained_l, by_hand.lines)
    dry, less = of("leek", mine, rain_share=0.8), of("leek", mine, year="wet", rain_share=0.5)
    assert dry.drained_l == less.drained_l
    assert dry.drained_l[-1] < of("leek", mine).drained_l[-1] < wet.drained_l[-1]
    assert of("leek", mine, rain_share=0.0).drained_l[-1] == 0
    under_glass = workings(places=[gardens.bed(shelter="cover"), gardens.tub(litres=30)])
    assert (wet.rained_on, of("leek", under_glass).rained_on) == (True, False)


def test_compost_that_is_tried_brings_what_its_layer_holds() -> None:
    """20 mm of compost at 0.6 g/mL are 12 kg on a square metre."""
    mine = workings()
    found = of("leek", mine, compost_mm=20.0)
    (tried,) = [one for one in found.sources if one.kind == "tried"]
    compost = CATALOGUE.material("garden_compost", "material")
    n_pct = compost.analysis["N"]
    works = (compost.first_season_n_pct or 0) / 100
    ground_m2 = next(s.stand.ground_m2 for s in mine.seasons if s.stand.crop.key == "leek")
    assert tried.grams["N"] == pytest.approx(12_000 * ground_m2 * n_pct / 100 * works, rel=1e-3)


def test_salts_of_a_tub_by_hand() -> None:
    """10 L at 0.4 dS/m bring 4 dS/m·L; 3.91 g of potassium are 100 meq, 10 dS/m·L."""
    days = Days(TODAY, 2)
    taken = {"K": np.array([0.0, 3.9098]), "Ca": np.zeros(2), "Mg": np.zeros(2)}
    found = salts_of((), days, np.array([0.0, 10.0]), taken, 0.4)
    assert sum(came for came, _ in found.brings).tolist() == pytest.approx([0, 4])
    assert found.wanted.tolist() == pytest.approx([0, 10])
    assert sum(came for came, _ in found.in_water(2.0).brings).tolist() == pytest.approx([0, 2])


def test_a_tub_that_is_fed_much_and_watered_sparingly_gets_salty() -> None:
    mine = workings()
    usual, strong = (of("tomato", mine, dose_share=share) for share in (1.0, 5.0))
    assert usual.bears_ds_m == pytest.approx(5.0)  # twice the 2.5 dS/m of a paste
    assert max(line(strong, "salts").left) > 2 * max(line(usual, "salts").left)
    assert of("leek", mine).bears_ds_m is None


def test_many_years_are_wetter_and_drier_than_the_usual_one() -> None:
    mine = workings(places=[gardens.bed(texture="sand"), gardens.tub()])
    leek = next(s.stand.id for s in mine.seasons if s.stand.crop.key == "leek")
    found = nitrogen_years(leek, mine, years=20)
    assert found.lost_low_g <= found.lost_middle_g <= found.lost_high_g
    assert found.lost_high_g > found.lost_low_g
    assert 0 <= found.short_share <= 1
    assert found == nitrogen_years(leek, mine, years=20)
    assert not nitrogen_years(leek, workings(site=gardens.site()), years=2).rain_known


def test_legumes_have_nitrogen_of_the_air_and_harvests_take_away() -> None:
    """Peas: what the crop takes up, by the share that it fixes; none of it is owed by feeds."""
    mine = workings(plantings=[gardens.planting("pea", plants=40, planted_on="2026-05-20")])
    (season,) = mine.seasons
    crop, found = season.stand.crop, of("pea", mine)
    (air,) = [one for one in found.sources if one.kind == "air"]
    kg = crop.yield_kg_m2 * season.stand.ground_m2
    assert air.grams["N"] == pytest.approx(kg * crop.uptake_n * crop.n_fixing_share)
    assert found.removed_g["K"] == pytest.approx(kg * crop.removal_k)
    assert "air" not in {one.kind for one in of("leek", workings()).sources}


def test_a_balance_computed_on_is_the_one_computed_anew() -> None:
    """Beans beside the leeks share their waterings: more of them leave less that drains."""
    watered = [
        {"id": gardens.uid(f"w{n}"), "place": gardens.uid("bed"), "on": date(2026, 6, n),
         "amount": gardens.measure(90, "L")}
        for n in (2, 9, 16)
    ]  # fmt: skip

    def beside(beans: int, earlier: Workings | None = None) -> Workings:
        made = workings(
            log={"watered": watered},
            places=[gardens.bed(texture="sand")],
            plantings=[
                gardens.planting("leek", plants=30, planted_on="2026-05-20"),
                gardens.planting("bush_bean", plants=beans, planted_on="2026-05-20"),
            ],
        )
        return Workings(made.garden, made.log, TODAY, CATALOGUE, earlier)

    few = beside(4)
    before = of("leek", few)
    assert of("leek", beside(12, few)) == of("leek", beside(12))
    assert before != of("leek", beside(12))


def test_what_is_not_there_is_refused() -> None:
    mine = workings()
    with pytest.raises(Unknown):
        balance(mine.garden.id, mine)
    with pytest.raises(Unknown):
        of("leek", mine, job=mine.garden.id)
