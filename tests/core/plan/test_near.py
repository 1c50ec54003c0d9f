"""What is kept for the garden: the numbers of the next days, and no others."""

from datetime import date, timedelta

from eznel import catalogue, demo
from eznel.bench.garden import generated
from eznel.clock import today
from eznel.core.document import Log
from eznel.core.nutrients import NUTRIENTS
from eznel.core.plan import Made, explained, make, near_numbers
from eznel.core.plan.near import MOST


def slip() -> Made:
    known = catalogue.load()
    file = demo.garden_file()
    return make(file.garden, file.log, today(file.garden), known)


def test_every_near_number_has_its_working() -> None:
    made = slip()
    for key in near_numbers(made.plan, made.plan.as_of + timedelta(days=7)):
        assert explained(made.workings, key).unit or key.startswith("ph/")


def test_the_jobs_of_the_days_are_in_it_and_later_ones_are_not() -> None:
    made = slip()
    until = made.plan.as_of + timedelta(days=7)
    keys = near_numbers(made.plan, until)
    jobs = [job for one in made.plan.plantings for job in one.jobs if job.status == "planned"]
    for job in jobs:
        mine = [key for key in keys if key.startswith(f"brings/{job.key}/0/")]
        brings = job.mixes[0].brings_g if job.mixes else dict.fromkeys(NUTRIENTS, 0.0)
        shown = sum(brings[x] > 0.005 for x in NUTRIENTS)
        assert len(mine) == (shown if job.due_on <= until else 0)
    assert any(job.due_on > until for job in jobs)
    assert len(set(keys)) == len(keys)


def test_a_large_garden_keeps_the_soonest() -> None:
    made = make(generated(120, catalogue.load()), Log(), date(2026, 6, 15), catalogue.load())
    until = made.plan.as_of + timedelta(days=7)
    keys = near_numbers(made.plan, until)
    assert len(keys) == MOST
    jobs = sorted((j for p in made.plan.plantings for j in p.jobs), key=lambda one: one.due_on)
    first = next(j for j in jobs if j.status == "planned" and j.mixes)
    assert any(str(first.key) in key for key in keys)
