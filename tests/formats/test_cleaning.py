"""A pasted text made plain, and what must not be touched."""

import pytest

from eznel.formats.cleaning import cleaned, unwrapped


def test_what_nobody_sees_is_gone() -> None:
    assert cleaned("pH\u202e 6.4\x00\ud800\r\nP\u200b 4") == "pH 6.4?\nP 4"


def test_bullets_and_bold_type_are_gone() -> None:
    assert cleaned("\u2022 pH: 6.4\n* **P**:\t41 ppm") == "pH: 6.4\nP: 41 ppm"
    assert cleaned("4 * 5 m") == "4 * 5 m"  # no bullet


def test_a_line_apart_parts_nothing_where_every_other_is_empty() -> None:
    assert cleaned("a\n\nb\n\nc\n\nd") == "a\nb\nc\nd"
    assert cleaned("a\nb\n\nc\n\nd") == "a\nb\n\nc\n\nd"


LONG = "Guaranteed analysis of this garden feed: total"


@pytest.mark.parametrize(
    ("lines", "whole"),
    [
        ((LONG, "nitrogen 5 %"), [f"{LONG} nitrogen 5 %"]),  # goes on in small letters
        ((LONG + ".", "nitrogen 5 %"), [LONG + ".", "nitrogen 5 %"]),  # the sentence has ended
        ((LONG, "Phosphate 4 %"), [LONG, "Phosphate 4 %"]),  # begins a statement
        ((LONG, "pH 6.4"), [LONG, "pH 6.4"]),  # a name that begins small
        (("Feed with trace", "elements"), ["Feed with trace", "elements"]),  # no full line
        (("5 g per", "10 L"), ["5 g per 10 L"]),  # nothing ends so
        (("Depth: 6 in", "pH 6.4"), ["Depth: 6 in", "pH 6.4"]),  # inches
        (("bed a of the lower garden 6.4 41 120 900 80", "bed b 6.1 38 110 850 75"),) * 2,
    ],
)
def test_a_sentence_is_whole(lines: tuple[str, ...], whole: list[str]) -> None:
    """The last two are rows of a table."""
    assert unwrapped(lines) == list(whole)
