"""A year on paper: aims, what grew, lessons, days with their photos."""

import io

import pytest
from PIL import Image

import gardens
from eznel import catalogue
from eznel.core.document import GardenFile, Noted
from eznel.core.harvest.ahead import Harvesting
from eznel.core.harvest.aims import aims
from eznel.core.plan.season_plan import make
from eznel.core.questions.taught import taught
from eznel.core.questions.trials import trials
from eznel.formats.text import number
from eznel.formats.year_book import YearTold, write_year
from eznel.words import LOCALES, words
from formats.test_season_sheet import plain, text_of

PHOTO = "a" * 40


def jpeg() -> bytes:
    out = io.BytesIO()
    Image.new("RGB", (300, 200), (40, 90, 40)).save(out, "JPEG")
    return out.getvalue()


def told(slip: GardenFile, year: int, photos: dict[str, bytes] | None = None) -> YearTold:
    day = slip.garden.stands_on
    assert day is not None
    made = make(slip.garden, slip.log, day, catalogue.load())
    harvesting = Harvesting(made.workings.stands)
    return YearTold(
        year=year, file=slip, plan=made.plan, given=harvesting.given,
        aims=aims(harvesting, day), photos=photos or {}, trials=trials(made.workings),
        taught=taught(made.workings.stands),
        causes={one.key: one.name for one in catalogue.load().symptoms.causes.values()},
    )  # fmt: skip


@pytest.mark.parametrize("locale", LOCALES)
def test_last_year_is_told_whole(slip: GardenFile, locale: str) -> None:
    """15.4 kg of four tomatoes are 3.85 kg each; 5.4 kg of 24 beans 225 g."""
    said = words(locale)
    text = plain(text_of(write_year(told(slip, 2025), said, "a4")))
    for part in (
        "Skerrin Slip", "2025", "Red Lantern", "Bowline",
        "Net the kale before the butterflies find it, not after.",
        "3.85".replace(".", said.decimal), "225 g",
    ):  # fmt: skip
        assert plain(part) in text, part
    assert plain(said.terms["book.learned"]) in text


@pytest.mark.parametrize("locale", LOCALES)
def test_what_the_garden_taught_is_told_in_the_year_that_taught_it(
    slip: GardenFile, locale: str
) -> None:
    """What was picked last year moves the yields; nothing of this year is whole yet."""
    said = words(locale)
    last = told(slip, 2025)
    (yields,) = [one for one in last.taught if (one.kind, one.of) == ("yield", "climbing_bean")]
    text = plain(text_of(write_year(last, said, "a4")))
    what = said.terms["taught.yield"].format(of="Climbing bean")
    assert plain(said.terms["book.taught"]) in text
    assert plain(f"{what}:") in text
    assert plain(number(yields.after.value, said)) in text
    now = plain(text_of(write_year(told(slip, 2026), said, "a4")))
    assert plain(f"{what}:") not in now


@pytest.mark.parametrize("locale", LOCALES)
def test_trials_and_what_was_looked_at_are_told(slip: GardenFile, locale: str) -> None:
    """Mulched beans gave 75 g more each; what was watered otherwise shows no difference."""
    said = words(locale)
    text = plain(text_of(write_year(told(slip, 2025), said, "a4")))
    for part in (
        said.terms["book.trials"], "Mulch, or bare ground", "0.075".replace(".", said.decimal),
        "Mulch the beans in the first week of June.",
    ):  # fmt: skip
        assert plain(part) in text, part
    now = plain(text_of(write_year(told(slip, 2026), said, "a4")))
    assert plain(said.of_row("Leaf roll without harm")) in now
    assert plain("Mulch, or bare ground") not in now


def test_only_its_own_year(slip: GardenFile) -> None:
    text = plain(text_of(write_year(told(slip, 2026), words("en"), "letter")))
    assert plain("Sauce until Christmas") in text
    assert plain("bees at it. 74 cm") in text
    assert plain("Two courgettes are enough") not in text
    assert "Bowline" not in text


def test_photos_of_a_day_are_shown_and_a_lost_one_is_left_out(slip: GardenFile) -> None:
    note = Noted.model_validate(
        {"id": gardens.uid("n"), "on": "2026-06-01", "words": "Leaf.", "photos": [PHOTO]}
    )
    log = slip.log.model_copy(update={"notes": (note,)})
    file = slip.model_copy(update={"log": log})
    with_it = write_year(told(file, 2026, {PHOTO: jpeg()}), words("en"), "a4")
    without = write_year(told(file, 2026), words("en"), "a4")
    assert b"/Subtype /Image" in with_it
    assert b"/Subtype /Image" not in without


def test_a_year_of_which_nothing_is_written_down_says_so(slip: GardenFile) -> None:
    text = plain(text_of(write_year(told(slip, 1999), words("en"), "a4")))
    assert plain("Nothing is written down of this year.") in text
