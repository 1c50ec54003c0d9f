"""The plan as a calendar: read back by the library, and by what stands in the file."""

import csv
import io
from datetime import date, timedelta

from icalendar import Calendar, Event

import gardens
from eznel.core.document import Garden, Log
from eznel.core.plan import SeasonPlan
from eznel.formats.calendar_file import write_calendar
from eznel.formats.plan_text import as_csv
from eznel.words import words

PARTS = {
    "places": [gardens.bed(name="bed; with, marks")],
    "plantings": [gardens.planting("cucumber", "bed; with, marks", plants=8)],
    "products": [gardens.product("feed", "soluble", N=10, K2O=15)],
    "scoops": [gardens.scoop("gram", 1), gardens.scoop("spoon", 10)],
}


def events(plan: SeasonPlan, garden: Garden, locale: str = "en") -> dict[str, Event]:
    read = Calendar.from_ical(write_calendar(plan, garden, words(locale), 7))
    found = list(read.walk("VEVENT"))
    assert len({str(event["uid"]) for event in found}) == len(found)
    return {str(event["uid"]): event for event in found}


def test_every_planned_job_is_one_event_on_its_day() -> None:
    garden = gardens.garden(**PARTS)
    plan = gardens.plan_of(garden)
    jobs = [job for job in gardens.single(plan).jobs if job.mixes]
    found = events(plan, garden)
    for job in jobs:
        event = found[f"{job.key}@eznel.garden"]
        assert event.decoded("dtstart") == job.due_on
        assert event.decoded("dtend") == job.due_on + timedelta(1)
        assert "Cucumber: feed" in str(event["summary"])
        text = str(event["description"])
        assert text.startswith("bed; with, marks\n")  # marks of the format are escaped and back
        assert f"{job.mixes[0].lines[0].count} level" in text
        assert int(event["sequence"]) == 7
    harvest = [e for e in found.values() if "first picking" in str(e["summary"])]
    assert [e.decoded("dtstart") for e in harvest] == [gardens.single(plan).harvest_from]


def test_a_changed_plan_moves_an_event_and_doubles_none() -> None:
    garden = gardens.garden(**PARTS)
    plan = gardens.plan_of(garden)
    job = next(job for job in gardens.single(plan).jobs if job.mixes)
    pin = {"id": gardens.uid("pin"), "job": str(job.key), "to": "2026-06-30"}
    moved = gardens.garden(**PARTS, pins=[pin])
    before, after = events(plan, garden), events(gardens.plan_of(moved), moved)
    assert before.keys() == after.keys()
    assert after[f"{job.key}@eznel.garden"].decoded("dtstart") == date(2026, 6, 30)


def test_what_was_given_is_ticked_and_the_same_plan_is_the_same_file() -> None:
    garden = gardens.garden(**PARTS)
    plan = gardens.plan_of(garden)
    job = next(job for job in gardens.single(plan).jobs if job.mixes)
    line = job.mixes[0].lines[0]
    given = {
        "id": str(job.key), "planting": gardens.uid("cucumber"), "job": str(job.key),
        "on": job.due_on.isoformat(), "outcome": "given",
        "amounts": [{"product": str(line.product), "scoop": str(line.scoop), "count": 1}],
    }  # fmt: skip
    later = gardens.plan_of(garden, Log.model_validate({"feeds": [given]}), job.due_on)
    assert str(events(later, garden)[f"{job.key}@eznel.garden"]["summary"]).startswith("✓ ")
    once = write_calendar(plan, garden, words("en"), 7)
    assert write_calendar(gardens.plan_of(garden), garden, words("en"), 7) == once


def test_it_is_said_in_the_readers_language() -> None:
    garden = gardens.garden(**PARTS)
    german = events(gardens.plan_of(garden), garden, "de")
    assert any("gestrichen" in str(e.get("description", "")) for e in german.values())


def test_jobs_besides_feeding_are_events_with_what_they_take() -> None:
    garden = gardens.garden(
        places=[gardens.bed()],
        plantings=[gardens.planting("tomato", plants=4)],
        preferences=gardens.with_jobs("stake", "side_shoots"),
    )
    plan = gardens.plan_of(garden)
    titles = {str(event["summary"]): event for event in events(plan, garden).values()}
    stake = titles["Tomato: Stake and tie"]
    assert stake.decoded("dtstart") == date(2026, 5, 12)  # planted out
    assert "4 stakes" in str(stake["description"])
    assert "Tomate: Seitentriebe ausbrechen" in {
        str(event["summary"]).replace("Tomato", "Tomate")
        for event in events(plan, garden, "de").values()
    }
    done = {"id": gardens.uid("done"), "planting": gardens.uid("tomato"), "task": "stake",
            "on": "2026-05-12"}  # fmt: skip
    after = gardens.plan_of(garden, Log.model_validate({"tasks": [done]}))
    assert any(
        str(event["summary"]) == "✓ Tomato: Stake and tie"
        for event in events(after, garden).values()
    )
    # A job done keeps its event: the calendar ticks it and doubles none.
    assert events(plan, garden).keys() == events(after, garden).keys()


def watered(on: date, **more: str) -> Log:
    thing = {"id": gardens.uid("w"), "place": gardens.uid("bed"), "on": str(on), **more}
    return Log.model_validate({"watered": [thing]})


def test_the_next_watering_is_one_event_that_moves() -> None:
    """Lettuce on a loam, watered through yesterday: next when it is dry; put off: tomorrow."""
    garden = gardens.garden(
        places=[gardens.bed()],
        plantings=[gardens.planting("lettuce", plants=40, planted_on="2026-05-12")],
    )
    today = date(2026, 6, 10)
    found = {}
    for name, log in {
        "watered": watered(today - timedelta(1)),
        "put off": watered(today, outcome="not_today"),
        "unknown": Log(),
    }.items():
        plan = gardens.plan_of(garden, log, today)
        found[name] = {
            uid: event.decoded("dtstart")
            for uid, event in events(plan, garden).items()
            if str(event["summary"]) == "bed: water"
        }
        rows = list(csv.DictReader(io.StringIO(as_csv(plan, garden, words("en")))))
        due = [row["due_on"] for row in rows if row["job"] == "water"]
        assert due == [day.isoformat() for day in found[name].values()]
    assert found["watered"].keys() == found["put off"].keys() != set()
    assert min(found["watered"].values()) > today
    assert list(found["put off"].values()) == [today + timedelta(1)]
    assert found["unknown"] == {}


def test_a_plant_is_looked_at_again_on_its_day_and_then_every_day() -> None:
    garden = gardens.garden(**PARTS)
    look = {
        "id": gardens.uid("look"), "planting": gardens.uid("cucumber"), "on": "2026-06-05",
        "signs": ["old_roll"], "again_on": "2026-06-12",
    }  # fmt: skip
    log = Log.model_validate({"looks": [look]})
    for today, on in (("2026-06-05", "2026-06-12"), ("2026-06-14", "2026-06-14")):
        plan = gardens.plan_of(garden, log, date.fromisoformat(today))
        event = events(plan, garden)[f"{look['id']}@eznel.garden"]
        assert str(event["summary"]) == "Cucumber: look again"
        assert event.decoded("dtstart") == date.fromisoformat(on)
