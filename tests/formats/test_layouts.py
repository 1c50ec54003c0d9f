"""A paper means the same however it is laid out: no change of layout makes a value wrong."""

import re
import textwrap
from collections.abc import Callable

import pytest

from eznel import catalogue
from formats.scoring import BATCHES, papers, score_label, score_report

FILES = ("", *(f"_{one}" for one in BATCHES))
_FIGURE = r"(?<=[A-Za-z)]): +(?=[\d<])"


def lines(text: str, change: Callable[[str], str]) -> str:
    return "\n".join(change(line) if line.strip() else line for line in text.split("\n"))


def wrapped(line: str) -> str:
    """Sentences as a narrow window breaks them; tables stay."""
    table = re.search(r"\||\t|\S\s{2,}\S", line)
    return line if table else "\n".join(textwrap.wrap(line, 60))


LAYOUTS: dict[str, Callable[[str], str]] = {
    "capitals": str.upper,
    "double spaced": lambda text: text.replace("\n", "\n\n"),
    "tabs": lambda text: re.sub(r": +", ":\t", text),
    "bullets": lambda text: lines(text, lambda line: f"\u2022 {line}"),
    "indented": lambda text: lines(text, lambda line: f"    {line}"),
    "bold": lambda text: re.sub(r"^([^:\n|]{2,40}):", r"**\1:**", text, flags=re.MULTILINE),
    "thin spaces": lambda text: re.sub(r"(?<=\d) (?=[%a-z])", "\u202f", text),
    "no spaces": lambda text: re.sub(r"(?<=\d) (?=(?:%|ppm|mg|kg|g\b|lb|oz|meq|cmol))", "", text),
    "leaders": lambda text: re.sub(_FIGURE, " ........ ", text),
    "dashes": lambda text: re.sub(_FIGURE, " - ", text),
    "long dashes": lambda text: text.replace("-", "\u2013"),
    "no colons": lambda text: re.sub(r"(?<=[A-Za-z)]):(?= )", "", text),
    "numbers of a client above": lambda text: f"Client no. 40817\nRef: Q-2291/7\n{text}",
    "numbers of a lot below": lambda text: f"{text.rstrip()}\nPage 1 of 2\nLot 240917-B\n",
    "narrow": lambda text: lines(text, wrapped),
}


@pytest.mark.parametrize("layout", LAYOUTS)
@pytest.mark.parametrize("kind", ["labels", "reports"])
def test_no_layout_makes_a_value_wrong(kind: str, layout: str) -> None:
    materials = catalogue.load().materials.values()
    names = {one.key: (one.name, *one.also_called) for one in materials}
    wrong: dict[str, list[str]] = {}
    changed = 0
    for paper in (paper for batch in FILES for paper in papers(f"{kind}{batch}")):
        text = LAYOUTS[layout](paper["text"])
        if text == paper["text"]:
            continue
        changed += 1
        other = {**paper, "text": text}
        scored = score_label(other, names) if kind == "labels" else score_report(other)
        bad = [field for field, verdict in scored.fields.items() if verdict == "wrong"]
        wrong |= {scored.id: bad} if bad else {}
    assert changed > 20
    assert wrong == {}
