"""The season on paper: whole pages of the right size, whatever the garden is called."""

import base64
import re
import unicodedata
import zlib

import pytest

import gardens
from eznel import catalogue
from eznel.core.document import Garden, GardenFile, Log
from eznel.core.plan import plan
from eznel.formats.plan_text import as_text
from eznel.formats.reader import Reader
from eznel.formats.season_sheet import write_season
from eznel.words import LOCALES, words


def pdf(garden: Garden, log: Log, day, paper="a4", locale="en") -> bytes:
    made = plan(garden, log, day, catalogue.load())
    return write_season(made, garden, words(locale), paper)


def text_of(document: bytes) -> str:
    """What stands on the pages, as the document's own drawing commands have it."""
    found = []
    for stream in re.findall(rb"stream\r?\n(.*?)endstream", document, re.DOTALL):
        try:
            raw = base64.a85decode(b"<~" + stream.strip(), adobe=True)
            found.append(zlib.decompress(raw).decode("latin-1"))
        except (ValueError, zlib.error):
            continue
    pieces = re.findall(r"\((.*?)(?<!\\)\) Tj", "\n".join(found))
    return " ".join(re.sub(r"\\(\d{3}|.)", _unescaped, piece) for piece in pieces)


def _unescaped(match: re.Match[str]) -> str:
    """Letters beyond ASCII stand as numbers in base eight; brackets have a stroke before them."""
    one = match.group(1)
    return bytes([int(one, 8)]).decode("cp1252") if one.isdigit() else one


def plain(text: str) -> str:
    """Letters and digits alone, as lines break anywhere and raised digits may be set plainly."""
    return re.sub(r"[^A-Za-z0-9]", "", unicodedata.normalize("NFKC", text))


@pytest.mark.parametrize(("paper", "size"), [("a4", b"595.2756 841.8898"), ("letter", b"612 792")])
def test_both_papers(slip: GardenFile, paper: str, size: bytes) -> None:
    document = pdf(slip.garden, slip.log, slip.garden.stands_on, paper)
    assert document.startswith(b"%PDF")
    assert size in document


@pytest.mark.parametrize("locale", LOCALES)
def test_every_planting_and_what_to_weigh(slip: GardenFile, locale: str) -> None:
    text = text_of(pdf(slip.garden, slip.log, slip.garden.stands_on, locale=locale))
    for planting in slip.garden.plantings:
        last_year = planting.ends_on is not None and planting.ends_on < slip.garden.stands_on
        assert (planting.variety in text) or last_year
    assert words(locale).terms["sheet.weigh"].split(" ")[-1] in text
    assert "Quayside nitrate of lime" in text


def test_letters_that_the_fonts_do_not_have() -> None:
    made = gardens.garden(
        places=[gardens.bed("Ægirs ₂ 畑 <b>")],
        plantings=[gardens.planting("kale", "Ægirs ₂ 畑 <b>", variety="Ωmega & co")],
    )
    text = text_of(pdf(made, Log(), gardens.TODAY))
    assert "2 ?" in text  # a lower 2 becomes 2, what has no like becomes a question mark
    assert "<b>" in text.replace(" ", "")


def test_an_empty_garden_is_a_page() -> None:
    assert pdf(gardens.garden(), Log(), gardens.TODAY).startswith(b"%PDF")


@pytest.mark.parametrize(
    ("locale", "said"),
    [
        ("en", "Starboard strip: today 5 cans (45.7 L)"),
        ("de", "Starboard strip: heute 5 Kannen (45,7 L)"),
        ("es", "Starboard strip: hoy 5 regaderas (45,7 L)"),
    ],
)
def test_what_wants_water_is_on_paper_and_in_the_text(
    slip: GardenFile, locale: str, said: str
) -> None:
    made = plan(slip.garden, slip.log, slip.garden.stands_on, catalogue.load())
    (dry,) = [one for one in made.waters if one.state == "water"]
    read = Reader(slip.garden, words(locale))
    assert dry.cans == pytest.approx(45.7 / 9, abs=0.01)
    assert f"{read.place(dry.place)}: {read.watering(dry)}" == said
    paper = text_of(pdf(slip.garden, slip.log, slip.garden.stands_on, locale=locale))
    assert plain(said.split(": ")[1]) in plain(paper)
    assert read.watering(dry) in as_text(made, slip.garden, words(locale))
