"""A season that is over is told in short: its days, and what was fed."""

from datetime import date, timedelta

from hypothesis import given, settings
from hypothesis import strategies as st

import gardens as make
from eznel import catalogue
from eznel.core.document import FeedEntry, Log
from eznel.core.plan import make as made_of
from eznel.core.plan.planting_plan import OVER_DAYS
from eznel.formats.plan_text import as_csv, as_text
from eznel.words import words

KNOWN = catalogue.load()
PLANTED = date(2025, 5, 10)
BED = make.bed()
FEED = make.product("feed", "soluble", declared=[{"nutrient": "N", "pct": 20}])
SPOON = make.scoop()
GARDEN = make.garden(
    places=[BED],
    products=[FEED],
    scoops=[SPOON],
    plantings=[make.planting(planted_on=PLANTED.isoformat())],
)
LAST = make.single(make.plan_of(GARDEN, today=PLANTED)).last_pick
PLANNED = make.single(make.plan_of(GARDEN, today=PLANTED)).jobs


def entry(job, on: date) -> FeedEntry:
    amounts = [{"product": FEED["id"], "amount": make.measure(10, "g")}]
    return FeedEntry.model_validate(
        {"id": job.key, "job": job.key, "planting": GARDEN.plantings[0].id, "on": on,
         "outcome": "given", "amounts": amounts}
    )  # fmt: skip


def test_only_what_was_done_is_told_from_then_on() -> None:
    log = Log(feeds=(entry(PLANNED[1], PLANNED[1].due_on),))
    lately = make.single(make.plan_of(GARDEN, log, LAST + timedelta(OVER_DAYS)))
    over = make.single(make.plan_of(GARDEN, log, LAST + timedelta(OVER_DAYS + 1)))
    assert (lately.over, over.over) == (False, True)
    assert len(lately.jobs) == len(PLANNED)
    assert [(job.key, job.status) for job in over.jobs] == [(PLANNED[1].key, "given")]
    assert lately.tides
    assert [*over.tides, *over.needs, *over.findings, *over.tasks, *over.to_buy] == []
    assert (over.stages, over.last_pick) == (lately.stages, LAST)


def test_the_text_of_a_plan_leaves_it_out() -> None:
    on = LAST + timedelta(OVER_DAYS)
    for plan, there in ((make.plan_of(GARDEN, today=on), True),
                        (make.plan_of(GARDEN, today=on + timedelta(1)), False)):  # fmt: skip
        assert ("Cucumber" in as_text(plan, GARDEN, words("en"))) == there
        assert ("Cucumber" in as_csv(plan, GARDEN, words("en"))) == there


@settings(max_examples=25, deadline=None)
@given(st.lists(st.tuples(st.integers(0, len(PLANNED) - 1), st.integers(-3, 12)), max_size=6),
       st.integers(0, 90))  # fmt: skip
def test_what_is_behind_is_folded_once_and_to_the_same(given_on, days: int) -> None:
    """Feeds noted one by one, each plan made from the one before, and all at once."""
    today = PLANTED + timedelta(days)
    feeds: dict = {}
    made = made_of(GARDEN, Log(), today, KNOWN)
    for n, late in given_on:
        job = PLANNED[n]
        feeds[job.key] = entry(job, job.due_on + timedelta(late))
        made = made_of(GARDEN, Log(feeds=tuple(feeds.values())), today, KNOWN, made)
    assert made.plan == made_of(GARDEN, Log(feeds=tuple(feeds.values())), today, KNOWN).plan


def test_a_bag_is_counted_from_its_counting_or_its_first_buying_on() -> None:
    """10 g went on each of three days: before the count, after it, after a later purchase."""
    days = [date(2026, 4, 1), date(2026, 4, 11), date(2026, 4, 21)]
    growing = make.planting(planted_on="2026-03-20")
    log = {
        "feeds": [
            {"id": make.uid(f"fed {n}"), "planting": growing["id"], "on": on, "outcome": "given",
             "amounts": [{"product": FEED["id"], "amount": make.measure(10, "g")}]}
            for n, on in enumerate(days)
        ],
        "stock_moves": [
            {"id": make.uid("bought"), "product": FEED["id"], "on": "2026-04-15", "kind": "bought",
             "amount": make.measure(500, "g")}
        ],
    }  # fmt: skip

    def left_g(**stock) -> float | None:
        garden = make.garden(
            places=[BED], products=[{**FEED, **stock}], scoops=[SPOON], plantings=[growing]
        )
        (product,) = make.plan_of(garden, Log.model_validate(log), date(2026, 5, 1)).products
        return product.left_g

    counted = {"amount": make.measure(100, "g"), "counted_on": "2026-04-05"}
    assert left_g(stock=counted) == 100 - 10 + 500 - 10
    assert left_g() == 500 - 10  # what was there before it was bought nobody knows
