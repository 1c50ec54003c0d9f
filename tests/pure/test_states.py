"""What the views show, from a plan alone: the demonstration garden's on its day."""

from datetime import date

import pytest
from pydantic import TypeAdapter

from eznel import catalogue, demo
from eznel.core.plan import SeasonPlan, plan


@pytest.fixture(scope="module")
def made() -> SeasonPlan:
    file = demo.garden_file()
    return plan(file.garden, file.log, date(2026, 6, 18), catalogue.load())


@pytest.fixture(scope="module")
def data(made: SeasonPlan) -> object:
    return TypeAdapter(SeasonPlan).dump_python(made, mode="json")


def test_today_has_every_open_job_once(ask, made: SeasonPlan, data) -> None:
    (shown,) = ask(
        """(({ now, week }) => {
            const keys = (dues) => dues.map((due) => due.job.key)
            return { now: keys(now), week: keys(week) }
        })(today.todayState(x))""",
        data,
    )
    jobs = [job for planting in made.plantings for job in planting.jobs]
    is_open = [job for job in jobs if job.status == "planned"]
    due = {str(job.key) for job in is_open if job.due_on <= date(2026, 6, 18)}
    ahead = {str(j.key) for j in is_open if date(2026, 6, 18) < j.due_on <= date(2026, 6, 25)}
    assert set(shown["now"]) == due
    assert set(shown["week"]) == ahead
    assert len(shown["now"] + shown["week"]) == len(due | ahead)


def test_a_week_has_seven_days_and_their_jobs(ask, made: SeasonPlan, data) -> None:
    (week,) = ask("today.weekOf(x, '2026-06-18').map((day) => day.date)", data)
    assert week == [f"2026-06-{n}" for n in range(15, 22)]


def test_a_job_is_marked_by_the_nutrient_it_brings_most_of(ask) -> None:
    """Of 10 g N it brings 1, of 4 g K 2: half of the potassium, a tenth of the nitrogen."""
    planting = {
        "needs": [
            {"nutrient": "N", "total_g": 10},
            {"nutrient": "P", "total_g": 0},
            {"nutrient": "K", "total_g": 4},
        ]
    }
    job = {"brings_g": {"N": 1, "P": 1, "K": 2, "Ca": 0, "Mg": 0, "S": 0}}
    assert ask("season.leading(x.job, x.planting)", {"job": job, "planting": planting}) == ["K"]


def test_a_shape_is_pulled_on_all_its_sides(ask) -> None:
    cm = lambda value: {"value": value, "unit": "cm"}  # noqa: E731
    bed = {"kind": "bed", "shape": {"kind": "rectangle", "length": cm(200), "width": cm(100)}}
    by = {"x": 1, "y": 2, "turn": 90, "length": 2.404, "width": 0.8}
    (moved,) = ask("plot.reshaped(x.bed, x.by)", {"bed": bed, "by": by})
    assert moved["shape"] == {"kind": "rectangle", "length": cm(240), "width": cm(80)}
    assert (moved["x_m"], moved["y_m"], moved["turn_deg"]) == (1, 2, 90)
