"""What happens changes what comes: given, given differently, missed, moved, seen, too late."""

from datetime import date, timedelta

import pytest
from pydantic import ValidationError

import gardens
from eznel import catalogue
from eznel.core.document import FeedEntry, Log, StageSeen, WeighedOf
from eznel.core.plan import plan

FEED = gardens.product("feed", "soluble", N=12, K2O=12)
ROUNDING_G = 0.45
"""The last feed is rounded to half a measure in each can: 2.5 g × 12 % × 3 cans ÷ 2."""


def garden(**more):
    parts = {
        "places": [gardens.bed()],
        "plantings": [gardens.planting("cucumber", plants=8)],
        "products": [FEED],
        "scoops": [gardens.scoop("pinch", 0.5), gardens.scoop("half", 2.5)],
    }
    return gardens.garden(**(parts | more))


def entry(of, /, **more) -> FeedEntry:
    mix = of.mixes[0]
    amounts = [
        {"product": x.product, "scoop": x.scoop, "count": x.count * mix.portions} for x in mix.lines
    ]
    data = {"id": of.key, "planting": gardens.uid("cucumber"), "job": of.key,
            "on": of.due_on, "outcome": "given", "amounts": amounts}  # fmt: skip
    return FeedEntry.model_validate({**data, **more})


def feeds(log: Log | None = None, today: date | None = None, **more):
    """The season's feeds: today, or on the day of the last entry."""
    if today is None:
        today = max([gardens.TODAY, *(one.on for one in log.feeds)] if log else [gardens.TODAY])
    planting = gardens.single(gardens.plan_of(garden(**more), log, today))
    return planting, gardens.jobs(planting, "feed")


def test_feeds_start_after_the_hold_and_end_before_the_stop() -> None:
    planting, jobs = feeds()
    assert planting.hold_until == date(2026, 5, 26)
    assert jobs[0].due_on == date(2026, 5, 26)
    assert planting.stop_on == planting.last_pick - timedelta(14)
    assert jobs[-1].due_on < planting.stop_on <= jobs[-1].due_on + timedelta(14)


def test_growth_that_has_restarted_ends_the_hold() -> None:
    seen = StageSeen(id=gardens.uid("seen"), planting=gardens.uid("cucumber"), stage="vegetative",
                     on=date(2026, 5, 19))  # fmt: skip
    planting, jobs = feeds(Log(stages=(seen,)))
    assert planting.hold_until == jobs[0].due_on == date(2026, 5, 19)


def test_all_of_the_nitrogen_is_planned_and_no_more() -> None:
    planting, _ = feeds()
    need = gardens.need(planting, "N")
    assert need == pytest.approx(13 * 8 * 0.4)
    assert 0.93 * need <= sum(job.brings_g["N"] for job in planting.jobs) <= need


def test_the_emphasis_moves_to_potassium_at_flowering() -> None:
    planting, _ = feeds(
        places=[gardens.tub(litres=120, count=2)],
        plantings=[gardens.planting("cucumber", "tub", plants=4)],
    )
    flowering = next(s.start for s in planting.stages if s.key == "flowering")
    ratio = [
        (job.due_on >= flowering, job.need_g["K"] / job.need_g["N"])
        for job in gardens.jobs(planting, "feed")
        if job.need_g["N"] > 0
    ]
    assert max(r for late, r in ratio if not late) < min(r for late, r in ratio if late)


def test_a_weak_feed_where_a_fortnight_would_be_too_strong() -> None:
    """A tomato in 35 L: 10.24 g N over every 14 days is more than 200 mg/L in 3.8 L, so weekly."""
    planting, jobs = feeds(
        places=[gardens.tub(litres=35)],
        plantings=[gardens.planting("tomato", "tub", plants=1, ends_on="2026-09-20")],
    )
    fortnights = len(range(0, (planting.stop_on - planting.hold_until).days, 14))
    assert 10.24 / (fortnights * 31.5 * 0.12) * 1000 > 200
    assert planting.interval_days == 7
    assert jobs[1].due_on - jobs[0].due_on == timedelta(7)
    for job in jobs:
        for mix in job.mixes:
            assert mix.n_mg_l <= 200.001
            assert mix.per_plant_l == pytest.approx(4.0)  # 12 % of 31.5 L is 3.78 L: to the mark


def test_missed_is_dropped_and_later_feeds_keep_their_share() -> None:
    planting, before = feeds()
    missed = entry(before[0], outcome="missed", amounts=[])
    after_planting, after = feeds(Log(feeds=(missed,)))
    assert after[0].status == "missed"
    # The season now brings what it needs less the missed feed, and each later one its own share.
    need, gone = gardens.need(planting, "N"), before[0].need_g["N"]
    assert sum(job.brings_g["N"] for job in after) == pytest.approx(need - gone, abs=ROUNDING_G)
    assert after[1].need_g["N"] == pytest.approx(before[1].need_g["N"], rel=0.05)
    assert after_planting.needs[0].short_g == pytest.approx(gone, abs=ROUNDING_G)


def test_unconfirmed_counts_as_neither() -> None:
    _, jobs = feeds(today=date(2026, 6, 1))
    assert jobs[0].status == "unconfirmed"
    assert jobs[0].brings_g["N"] == 0
    assert jobs[1].status == "planned"
    assert jobs[1].need_g["N"] <= 1.25 * feeds()[1][1].need_g["N"] + 1e-9


def test_given_too_much_is_taken_off_the_rest() -> None:
    planting, before = feeds()
    double = entry(before[0])
    amounts = [a.model_copy(update={"count": a.count * 2}) for a in double.amounts]
    _, after = feeds(Log(feeds=(double.model_copy(update={"amounts": tuple(amounts)}),)))
    need, given = gardens.need(planting, "N"), 2 * before[0].brings_g["N"]
    assert sum(job.brings_g["N"] for job in after[1:]) == pytest.approx(
        need - given, abs=ROUNDING_G
    )
    assert after[1].need_g["N"] < before[1].need_g["N"]


def test_given_too_little_is_spread_but_no_feed_grows_beyond_a_quarter_more() -> None:
    planting, before = feeds()
    nothing = entry(before[0], amounts=[])
    _, after = feeds(Log(feeds=(nothing,)))
    need = gardens.need(planting, "N")
    for job in after[1:]:
        assert job.need_g["N"] <= 1.25 * job.first_g["N"] + 1e-9
    assert after[1].need_g["N"] > before[1].need_g["N"] + 0.2
    assert sum(job.brings_g["N"] for job in after[1:]) <= need


def test_given_late_the_next_comes_no_sooner_than_three_quarters_of_the_interval() -> None:
    _, before = feeds()
    late = entry(before[0], on=before[0].due_on + timedelta(10))
    _, after = feeds(Log(feeds=(late,)), today=date(2026, 6, 6))
    assert after[1].due_on == late.on + timedelta(11)  # ¾ × 14 = 10.5, so 11; planned was 9 June
    assert after[2].due_on == max(before[2].due_on, after[1].due_on + timedelta(11))


def test_what_is_logged_of_a_day_to_come_is_asked_about_and_does_not_count() -> None:
    """Typed with next month's date: until that day comes, the feed is planned as before."""
    _, before = feeds()
    early = Log(feeds=(entry(before[0]),))
    asked = gardens.plan_of(garden(), early, gardens.TODAY)
    assert "entry_from_future" in [one.key for one in asked.findings]
    jobs = gardens.jobs(gardens.single(asked), "feed")
    assert (jobs[0].status, jobs[0].need_g) == ("planned", before[0].need_g)
    _, then = feeds(early)
    assert then[0].status == "given"


def test_an_extra_feed_counts() -> None:
    _, before = feeds()
    extra = entry(before[0], id=gardens.uid("neighbour"), job=None, on=date(2026, 5, 27))
    planting, after = feeds(Log(feeds=(extra,)))
    assert sum(j.need_g["N"] for j in after) < sum(j.need_g["N"] for j in before)
    assert planting.needs[0].supplied_g <= planting.needs[0].total_g + 1e-9


def test_a_guess_counts_its_least_for_the_need_and_its_most_for_limits() -> None:
    """10 to 30 g with 12 % nitrogen in 10 L: 120 mg/L is mild, 360 may have been too strong."""
    weighed = {"product": gardens.uid("feed"), "amount": gardens.measure(10, "g")}
    extra = {"id": gardens.uid("neighbour"), "planting": gardens.uid("cucumber"),
             "on": "2026-05-27", "outcome": "given",
             "water": gardens.measure(10, "L")}  # fmt: skip

    def after(**most):
        said = FeedEntry.model_validate({**extra, "amounts": [{**weighed, **most}]})
        return feeds(Log(feeds=(said,)))

    (plain, least), (guessed, jobs) = after(), after(up_to=gardens.measure(30, "g"))
    assert [job.need_g for job in jobs] == [job.need_g for job in least]
    assert "feed_too_strong" not in [one.key for one in plain.findings]
    assert "feed_too_strong" in [one.key for one in guessed.findings]


def test_a_little_that_nobody_planned_delays_nothing() -> None:
    """A gram with 12 % nitrogen is far from a quarter of a feed, a whole feed is not."""
    _, before = feeds()
    day = before[0].due_on - timedelta(1)
    grams = before[0].need_g["N"] / 0.12
    for amount, waits in ((1.0, False), (grams, True)):
        said = {"product": gardens.uid("feed"), "amount": gardens.measure(amount, "g")}
        extra = {"id": gardens.uid("neighbour"), "planting": gardens.uid("cucumber"),
                 "on": day, "outcome": "given", "amounts": [said]}  # fmt: skip
        _, after = feeds(Log(feeds=(FeedEntry.model_validate(extra),)))
        assert (after[0].due_on > before[0].due_on) is waits


def test_what_one_plant_got_is_still_due_to_the_others_and_bounds_them_all() -> None:
    """10 g of 12 % in 10 L are 120 mg/L for one or all: strength is the can's, not the plant's."""
    _, before = feeds()
    extra = {"id": gardens.uid("neighbour"), "planting": gardens.uid("cucumber"),
             "on": before[0].due_on, "outcome": "given", "water": gardens.measure(10, "L"),
             "amounts": [{"product": gardens.uid("feed"),
                          "amount": gardens.measure(10, "g")}]}  # fmt: skip

    def after(**plants):
        said = FeedEntry.model_validate({**extra, **plants})
        return feeds(Log(feeds=(said,)), today=before[0].due_on)

    (_, to_all), (one, to_one) = after(), after(plants=1)
    assert sum(job.need_g["N"] for job in to_all) < sum(job.need_g["N"] for job in before)
    assert [job.need_g["N"] for job in to_one] == [job.need_g["N"] for job in before]
    assert "feed_too_strong" not in [found.key for found in one.findings]
    of_all, _ = after(plants=5000)  # as many as there are, or more: that is all of them
    assert gardens.jobs(of_all, "feed") == to_all


def test_the_most_of_a_guess_is_no_less_than_its_least() -> None:
    weighed = {"product": gardens.uid("feed"), "amount": gardens.measure(10, "g")}
    for most in (gardens.measure(5, "g"), gardens.measure(50, "mL")):
        with pytest.raises(ValidationError):
            WeighedOf.model_validate({**weighed, "up_to": most})


def test_a_pin_moves_a_job() -> None:
    _, before = feeds()
    pin = {"id": gardens.uid("pin"), "job": before[0].key, "to": "2026-05-29"}
    _, after = feeds(pins=[pin])
    assert after[0].due_on == date(2026, 5, 29)
    assert after[0].moved
    assert after[0].key == before[0].key


def test_a_job_moved_past_the_stop_is_not_fed() -> None:
    planting, before = feeds()
    to = (planting.stop_on + timedelta(1)).isoformat()
    pin = {"id": gardens.uid("pin"), "job": before[-1].key, "to": to}
    _, after = feeds(pins=[pin])
    assert after[-1].status == "past_stop"
    assert after[-1].mixes == ()


def test_a_stage_seen_moves_what_comes_and_not_what_was_given() -> None:
    _, before = feeds()
    given = entry(before[0])
    seen = StageSeen(id=gardens.uid("seen"), planting=gardens.uid("cucumber"), stage="flowering",
                     on=date(2026, 5, 30))  # fmt: skip
    early, after = feeds(Log(feeds=(given,), stages=(seen,)))
    normal, _ = feeds(Log(feeds=(given,)))
    assert early.last_pick < normal.last_pick
    assert len(after) < len(before)
    assert (after[0].status, after[0].due_on) == ("given", before[0].due_on)
    assert [job.key for job in after] == [job.key for job in before[: len(after)]]


def test_stock_that_does_not_last_reaches_the_last_feed_of_both() -> None:
    little = dict(FEED, stock={"amount": gardens.measure(60, "g"), "counted_on": "2026-04-01"})
    made = gardens.plan_of(
        garden(
            places=[gardens.bed(), gardens.bed("other")],
            plantings=[
                gardens.planting("cucumber", plants=8),
                gardens.planting("cucumber", "other", name="later", plants=8,
                                 planted_on="2026-05-19"),
            ],
            products=[little],
        )
    )  # fmt: skip
    used = [
        sum(x.grams for x in job.mixes[0].lines) * job.mixes[0].portions
        for p in made.plantings
        for job in p.jobs
        if job.mixes
    ]
    assert sum(used) <= 60
    for planting in made.plantings:
        feeds = [job for job in planting.jobs if job.kind == "feed"]
        assert any(job.mixes for job in feeds[-2:])  # a whole scoop may have gone just before
    (facts,) = made.products
    assert facts.left_after_g == pytest.approx(60 - sum(used))


def test_side_dressing_follows_its_stages_and_yields_to_the_cap() -> None:
    def dressings(crop: str, **more):
        bag = gardens.product("bag", N=15, **more)
        planting = gardens.single(
            gardens.plan_of(
                gardens.garden(
                    places=[gardens.bed()],
                    plantings=[gardens.planting(crop, plants=8, programme="base_and_side_dress")],
                    products=[bag],
                    scoops=[gardens.scoop()],
                )
            )
        )
        return planting, gardens.jobs(planting, "dressing")

    # courgette: 12 g/m², 0.4 of it in the base, 7.2 left: two dressings of 3.6 at its stages
    planting, two = dressings("courgette")
    starts = {s.key: s.start for s in planting.stages}
    assert two[0].due_on == starts["flowering"]
    assert two[1].due_on == max(starts["fruit_set"], two[0].due_on + timedelta(14))
    # tomato: 18 × 0.6 = 10.8 g/m² left: 3 dressings, as one brings at most 5
    planting, three = dressings("tomato")
    assert len(three) == 3
    assert all(job.need_g["N"] <= 5 * planting.area_m2 + 1e-9 for job in three)


def test_a_copied_programme_changes_the_plan_without_a_change_in_code() -> None:
    original = catalogue.load().programmes["leaf_then_fruit"].model_dump()
    own = original | {"key": "mine", "name": "Mine", "hold_days": 0, "interval_days": 10,
                      "base_n_share": 0.5}  # fmt: skip
    made = garden(
        programmes=[own],
        plantings=[gardens.planting("cucumber", plants=8, programme="mine")],
    )
    before = gardens.single(gardens.plan_of(garden()))
    after = gardens.single(plan(made, Log(), gardens.TODAY, catalogue.load()))
    base = gardens.jobs(after, "base")[0]
    assert base.need_g["N"] == pytest.approx(gardens.need(after, "N") / 2)
    assert gardens.need(after, "N") == gardens.need(before, "N")
    days = [job.due_on for job in gardens.jobs(after, "feed")]
    assert days[0] == date(2026, 5, 12)
    assert days[1] - days[0] == timedelta(10)


def test_need_and_supply_meet_at_the_stop() -> None:
    planting, _ = feeds()
    tide = planting.tides[0]
    assert tide.nutrient == "N"
    assert list(tide.need_g) == sorted(tide.need_g)
    assert list(tide.supply_g) == sorted(tide.supply_g)
    assert tide.need_g[-1] == pytest.approx(planting.needs[0].total_g)
    assert tide.supply_g[-1] == pytest.approx(planting.needs[0].supplied_g)


def test_scoops_that_hold_the_same_become_a_larger_one() -> None:
    """Three teaspoons are a tablespoon; four are not."""
    scoops = [gardens.scoop("tsp", 5), gardens.scoop("tbsp", 15)]
    _, jobs = feeds(scoops=scoops, products=[dict(FEED, density=gardens.measure(0.1, "g/mL"))])
    counts = {
        (line.count, str(line.scoop)) for job in jobs for mix in job.mixes for line in mix.lines
    }
    assert counts
    assert not any(count % 3 == 0 for count, scoop in counts if scoop == gardens.uid("tsp"))
    assert any(scoop == gardens.uid("tbsp") for _, scoop in counts)


def test_a_trifle_is_not_asked_about() -> None:
    """A tub whose slow feed covers the season: its feeds are not needed, then or later."""
    coated = gardens.product("coated", "coated", N=18, P2O5=9, K2O=30, CaO=20, MgO=4, S=6,
                             release_days=90)  # fmt: skip
    charge = [{"product": coated["id"], "strength": gardens.measure(6, "g/L")}]
    made = garden(
        places=[gardens.tub(litres=100, charge=charge)],
        plantings=[gardens.planting("cucumber", "tub", plants=1)],
        products=[coated, FEED],
    )
    for today in (gardens.TODAY, date(2026, 12, 1)):
        planting = gardens.single(gardens.plan_of(made, today=today))
        assert {job.status for job in planting.jobs} <= {"not_needed"}
