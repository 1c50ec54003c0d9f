"""One sentence for an amount, the same on paper, in the calendar, as text and in a table."""

import csv
import io
from dataclasses import replace
from datetime import date

import pytest
from hypothesis import given, settings
from icalendar import Calendar

import gardens
import strategies
from eznel.core.document import Garden
from eznel.core.plan import SeasonPlan
from eznel.formats.amounts import amount_sentence
from eznel.formats.calendar_file import write_calendar
from eznel.formats.plan_text import Names, as_csv, as_text
from eznel.words import LOCALES, words
from formats.test_season_sheet import plain, text_of
from formats.test_season_sheet import write_season as printed

PARTS = {
    "places": [gardens.bed()],
    "plantings": [gardens.planting("cucumber", plants=8)],
    "products": [gardens.product("Feed", "soluble", N=10, K2O=15)],
    "scoops": [gardens.scoop("teaspoon", 5)],
}


def mix_of(made: SeasonPlan, **more: object):
    job = next(job for job in gardens.single(made).jobs if job.mixes)
    return replace(job.mixes[0], **more)


@pytest.mark.parametrize(
    ("more", "said"),
    [
        ({"portions": 4, "water_l": 9, "per_plant_l": 2, "portion": "can"},
         "in each of 4 cans of 9 L: {inside}; 2 L to each plant"),
        ({"portions": 1, "water_l": 4.5, "per_plant_l": 0.25, "portion": "can"},
         "in one can of 4.5 L: {inside}; 0.25 L to each plant"),
        ({"portions": 3, "water_l": 0, "per_plant_l": 0, "portion": "tub"},
         "for each of 3 tubs: {inside}"),
        ({"portions": 1, "water_l": 0, "per_plant_l": 0, "portion": "bed"},
         "for the whole bed: {inside}"),
        ({"portions": 2, "water_l": 0, "per_plant_l": 0, "portion": "part"},
         "for each of 2 equal parts of their ground: {inside}"),
    ],
)  # fmt: skip
def test_the_sentence_says_portions_water_and_what_each_plant_gets(more, said: str) -> None:
    garden = gardens.garden(**PARTS)
    mix = mix_of(gardens.plan_of(garden))
    line = replace(mix.lines[0], count=6, grams=24.0)
    names = ({line.product: "Feed"}, {line.scoop: "teaspoon"}, words("en"))
    made = amount_sentence(replace(mix, lines=(line,), **more), *names)
    assert made == said.format(inside="6 level teaspoons Feed (24 g)")


def outputs(made: SeasonPlan, garden: Garden, locale: str) -> dict[str, str]:
    said = words(locale)
    events = Calendar.from_ical(write_calendar(made, garden, said, 1)).walk("VEVENT")
    table = csv.DictReader(io.StringIO(as_csv(made, garden, said)))
    return {
        "text": as_text(made, garden, said),
        "calendar": "\n".join(str(event.get("description", "")) for event in events),
        "table": "\n".join(row["scoops"] for row in table),
    }


@settings(deadline=None, max_examples=12)
@given(strategies.any_garden())
def test_every_output_has_the_same_sentence_for_every_job(garden: Garden) -> None:
    made = gardens.plan_of(garden)
    for locale in LOCALES:
        names, found = Names(garden), outputs(made, garden, locale)
        for planting in made.plantings:
            for job in planting.jobs:
                if job.mixes and job.status == "planned":
                    sentence = names.mix(job.mixes[0], words(locale))
                    for where, text in found.items():
                        assert sentence in text, (where, sentence)


def test_paper_has_the_cans_and_the_water_too() -> None:
    garden = gardens.garden(**PARTS)
    made = gardens.plan_of(garden, today=date(2026, 6, 10))
    mixes = [j.mixes[0] for j in gardens.single(made).jobs if j.mixes and j.mixes[0].water_l]
    sentence = Names(garden).mix(mixes[0], words("en"))
    assert sentence.startswith("in each of ")
    assert plain(sentence) in plain(text_of(printed(made, garden, words("en"), "a4")))


def test_an_overfed_planting_is_said_as_text() -> None:
    feed = {
        "id": gardens.uid("fed"), "planting": gardens.uid("cucumber"), "on": "2026-05-30",
        "outcome": "given",
        "amounts": [{"product": gardens.uid("Feed"), "amount": gardens.measure(2, "kg")}],
    }  # fmt: skip
    file = gardens.garden_file(log={"feeds": [feed]}, **PARTS)
    made = gardens.plan_of(file.garden, file.log, date(2026, 6, 10))
    assert "200 g of nitrogen were given" in as_text(made, file.garden, words("en"))  # 10 % of 2 kg
