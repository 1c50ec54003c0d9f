"""One sentence for an amount, the same on paper, in the calendar, as text and in a table."""

import csv
import io
import re
from dataclasses import replace
from datetime import date
from uuid import UUID

import pytest
from hypothesis import given, settings
from icalendar import Calendar

import gardens
import strategies
from eznel.core.document import Garden, GardenFile
from eznel.core.plan import SeasonPlan
from eznel.formats.amounts import amount_sentence
from eznel.formats.calendar_file import write_calendar
from eznel.formats.plan_text import as_csv, as_text
from eznel.formats.reader import Reader
from eznel.formats.units import SYSTEMS, System
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


@pytest.mark.parametrize(
    ("locale", "inside"),
    [
        ("en", "3 level spoons and 1 level cup Feed (30 g) + 2 level spoons Other (5 g)"),
        ("de", "3 spoon gestrichen und 1 cup gestrichen Feed (30 g)"
               " + 2 spoon gestrichen Other (5 g)"),
        ("es", "3 spoon al ras y 1 cup al ras de Feed (30 g) + 2 spoon al ras de Other (5 g)"),
    ],
)  # fmt: skip
def test_two_sizes_of_one_product_are_told_from_two_products(locale: str, inside: str) -> None:
    """24 g and 6 g of the first; a plus stands between products alone."""
    mix = mix_of(gardens.plan_of(gardens.garden(**PARTS)), portions=1, water_l=0, portion="bed")
    spoon, cup = UUID(gardens.uid("spoon")), UUID(gardens.uid("cup"))
    feed, other = UUID(gardens.uid("one")), UUID(gardens.uid("two"))
    base = mix.lines[0]
    lines = (
        replace(base, product=feed, scoop=spoon, count=3, grams=24.0),
        replace(base, product=feed, scoop=cup, count=1, grams=6.0),
        replace(base, product=other, scoop=spoon, count=2, grams=5.0),
    )
    names = ({feed: "Feed", other: "Other"}, {spoon: "spoon", cup: "cup"}, words(locale))
    assert amount_sentence(replace(mix, lines=lines), *names).endswith(f": {inside}")


def outputs(
    made: SeasonPlan, garden: Garden, locale: str, system: System = "metric"
) -> dict[str, str]:
    said = words(locale)
    events = Calendar.from_ical(write_calendar(made, garden, said, 1, system)).walk("VEVENT")
    table = csv.DictReader(io.StringIO(as_csv(made, garden, said, system)))
    return {
        "text": as_text(made, garden, said, system),
        "calendar": "\n".join(str(event.get("description", "")) for event in events),
        "table": "\n".join(row["scoops"] for row in table),
    }


@settings(deadline=None, max_examples=12)
@given(strategies.any_garden())
def test_every_output_has_the_same_sentence_for_every_job(garden: Garden) -> None:
    made = gardens.plan_of(garden)
    for locale, system in zip(LOCALES, SYSTEMS, strict=True):
        read, found = Reader(garden, words(locale), system), outputs(made, garden, locale, system)
        for planting in made.plantings:
            for job in planting.jobs:
                if job.mixes and job.status == "planned":
                    sentence = read.mix(job.mixes[0], planting.place)
                    for where, text in found.items():
                        assert sentence in text, (where, sentence)


def test_paper_has_the_cans_and_the_water_too() -> None:
    garden = gardens.garden(**PARTS)
    made = gardens.plan_of(garden, today=date(2026, 6, 10))
    mixes = [j.mixes[0] for j in gardens.single(made).jobs if j.mixes and j.mixes[0].water_l]
    sentence = Reader(garden, words("en")).mix(mixes[0], garden.places[0].id)
    assert sentence.startswith("in each of ")
    assert plain(sentence) in plain(text_of(printed(made, garden, words("en"), "a4")))


@pytest.mark.parametrize("locale", LOCALES)
def test_paper_and_calendar_say_how_many_to_sow(locale: str) -> None:
    """24 tomatoes: 32 seeds, one tray of 40; in gallons and quarts where these are used."""
    raised = gardens.planting(
        "tomato", sown_on="2026-05-03", planted_on="2026-06-25", plants=24, raising={}
    )
    garden = gardens.garden(places=[gardens.bed("bed", 20)], plantings=[raised])
    made = gardens.plan_of(garden)
    sow = next(one for one in gardens.single(made).tasks if one.task == "sow_under_cover")
    said = Reader(garden, words(locale), "metric").finding(sow.notes[0])
    assert {"32", "40", "1"} <= set(re.findall(r"\d+", said))
    assert plain(said) in plain(text_of(printed(made, garden, words(locale), "a4")))
    assert said in outputs(made, garden, locale)["calendar"]


def test_a_can_says_which_water_it_is_filled_with() -> None:
    butt = {"kind": "analysed", "id": gardens.uid("butt"), "name": "rain butt"}
    garden = gardens.garden(**PARTS)
    mix = mix_of(gardens.plan_of(garden), portions=1, water_l=9.0, portion="can")
    place = garden.places[0].model_copy(update={"water": UUID(gardens.uid("butt"))})
    several = gardens.garden(**PARTS | {"site": gardens.site(waters=[butt])})
    mine = several.model_copy(update={"places": (place, *several.places[1:])})
    for of, said in ((garden, "in one can of 9 L: "), (mine, "in one can of 9 L (rain butt): ")):
        assert Reader(of, words("en")).mix(mix, place.id).startswith(said)


def test_an_overfed_planting_is_said_as_text() -> None:
    feed = {
        "id": gardens.uid("fed"), "planting": gardens.uid("cucumber"), "on": "2026-05-30",
        "outcome": "given",
        "amounts": [{"product": gardens.uid("Feed"), "amount": gardens.measure(2, "kg")}],
    }  # fmt: skip
    file = gardens.garden_file(log={"feeds": [feed]}, **PARTS)
    made = gardens.plan_of(file.garden, file.log, date(2026, 6, 10))
    assert "200 g of nitrogen were given" in as_text(made, file.garden, words("en"))  # 10 % of 2 kg


def test_an_american_reads_ounces_gallons_and_the_month_first() -> None:
    garden = gardens.garden(**PARTS)
    made = gardens.plan_of(garden)
    mix = mix_of(made, portions=1, water_l=9.0, per_plant_l=0.95, portion="can")
    line = replace(mix.lines[0], count=3, grams=85.05)
    read = Reader(garden, words("en"), "us")
    # 85.05 g ÷ 28.35 is 3 oz; 9 L ÷ 3.785 is 2.38 gal, a can shows tenths; 0.95 L ÷ 0.94635 is
    # 1.004 qt.
    assert read.mix(replace(mix, lines=(line,)), garden.places[0].id) == (
        "in one can of 2.4 gal: 3 level teaspoons Feed (3 oz); 1 qt to each plant"
    )
    assert read.day(date(2026, 7, 3), year=True) == "Jul 3, 2026"
    assert Reader(garden, words("en")).day(date(2026, 7, 3)) == "3 Jul"
    assert Reader(garden, words("de"), "us").day(date(2026, 7, 3)) == "3. Juli"
    text = as_text(made, garden, words("en"), "us")
    assert not re.search(r"\d (?:L|kg|m²|g/m²)\b", text)


@pytest.mark.parametrize("locale", ["de", "es"])
def test_the_text_of_a_plan_is_in_one_language(locale: str) -> None:
    garden = gardens.garden(**PARTS)
    text = as_text(gardens.plan_of(garden), garden, words(locale))
    english = ("season:", "water only", "no feed from", "as of", " plants,", "would fill")
    assert [one for one in english if one in text] == []


def test_what_a_place_gets_as_a_whole_is_to_be_weighed_too() -> None:
    """No planting has a feed within two weeks, but compost is due: that is not "nothing"."""
    compost = {
        "id": gardens.uid("compost"), "place": gardens.uid("bed"), "on": "2026-05-04",
        "material": "garden_compost", "done": False,
        "how": {"by": "layer", "thickness": gardens.measure(1, "cm")},
    }  # fmt: skip
    garden = gardens.garden(places=[gardens.bed()], preparations=[compost])
    made = gardens.plan_of(garden, today=date(2026, 5, 1))
    paper = text_of(printed(made, garden, words("en"), "a4"))
    assert words("en").terms["sheet.nothing"] not in paper
    assert plain("4 May") in plain(paper)
    assert plain("43.2 L") in plain(paper)  # 4.32 m² × 1 cm


def test_lime_on_paper_says_what_to_take_care_of(slip: GardenFile) -> None:
    made = gardens.plan_of(slip.garden, slip.log, slip.garden.stands_on)
    (lime,) = [
        j for p in made.places for j in p.jobs if j.kind == "lime" and j.due_on == made.as_of
    ]
    assert lime.cautions
    paper = plain(text_of(printed(made, slip.garden, words("en"), "a4")))
    for key in lime.cautions:
        assert plain(words("en").cautions[key]) in paper
