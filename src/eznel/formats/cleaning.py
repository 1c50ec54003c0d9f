"""A pasted text made plain: nothing that nobody sees, no bullets, no sentence broken at a line."""

import re
import unicodedata
from collections.abc import Iterable

_INVISIBLE = dict.fromkeys(
    [*range(0x00, 0x09), 0x0B, 0x0C, *range(0x0E, 0x20), *range(0x7F, 0xA0), 0xAD,
     *range(0x200B, 0x2010), *range(0x202A, 0x202F), *range(0x2060, 0x2070), 0xFEFF]
)  # fmt: skip
"""Signs that are not seen, or turn the direction of what is."""


def cleaned(text: str) -> str:
    """Return a text without what nobody sees: control signs, marks of direction, lone surrogates.

    Parameters
    ----------
    text : str
        As it came.

    Returns
    -------
    str
        With one kind of line end.
    """
    text = text.encode("utf-8", errors="replace").decode("utf-8")
    text = text.replace("\r\n", "\n").replace("\r", "\n").replace("\u2028", "\n")
    text = unicodedata.normalize("NFC", text.translate(_INVISIBLE))
    text = _AFTER_COLON.sub(": ", _MARKUP.sub(r"\g<space>", text))
    text = _without_list(text)
    return _BETWEEN.sub("\n", text) if _is_double_spaced(text) else text


def _is_double_spaced(text: str) -> bool:
    """Whether every other line is empty, so that an empty one parts nothing."""
    lines = text.strip().split("\n")
    return len(lines) >= DOUBLE and not any(line.strip() for line in lines[1::2])


def _without_list(text: str) -> str:
    """A text without the numbers of its lines, where they count up: 1 pH 6.4, 2 P 41 ppm."""
    found = list(_COUNTED.finditer(text))
    numbers = [int(one[1]) for one in found]
    if len(numbers) < LEAST_LIST or numbers != list(range(1, len(numbers) + 1)):
        return text
    return _COUNTED.sub("", text)


LEAST_LIST = 3
_COUNTED = re.compile(r"^[ \t]*(\d{1,2})[.)]?[ \t]+(?=[^\W\d])", re.MULTILINE)
DOUBLE = 5
_BETWEEN = re.compile(r"\n[ \t]*\n")


_MARKUP = re.compile(r"^(?P<space>[ \t]*)[•·▪●◦‣*](?!\*)[ \t]*(?=\S)|\*\*|__", re.MULTILINE)
"""Bullets at the beginning of a line, and signs of bold type."""
_AFTER_COLON = re.compile(r":\t+(?=\S)")


def unwrapped(lines: Iterable[str]) -> list[str]:
    """Return lines of which none is broken amid a sentence.

    Parameters
    ----------
    lines : iterable of str
        As printed: a long line without an end goes on in one that begins like no statement.

    Returns
    -------
    list of str
        As many or fewer.
    """
    found: list[str] = []
    for line in lines:
        if found and _goes_on(found[-1], line):
            found[-1] = f"{found[-1].rstrip()} {line.strip()}"
        else:
            found.append(line)
    return found


LONG = 40
"""A shorter line than this is not full, so that its end is meant. [count]"""
MOST_JOINED = 600
"""Nobody prints a longer sentence. [count]"""
_ENDED = re.compile(r"[.;:!?|]\s*$|\t|\S\s{2,}\S")
_GOING_ON = re.compile(r"\s*(?!ph\b|pH\b)(?:[a-zà-ÿ]{2,}(?:[\s,.;:)]|$)|a |\()")
_NOUN_FIRST = re.compile(
    r"\s*(?:Erde|Substrat|Wasser|Gie(?:ß|ss)wasser|Wochen|Tagen?|Monaten?|Boden|Stickstoff)\b"
)
"""What a line in German begins with that goes on in the one before."""
_SYMBOL_LAST = re.compile(r"(?:\([^\W\d]\w*\)|%,? (?:N|P|K|S|B|Ca|Mg|Cu|Fe|Mn|Mo|Zn|Na|Co|Si))\s*$")
"""A nutrient whose share is still to come."""
_SHARE_ALONE = re.compile(r"\s*\d[\d.,]* ?%[.,]?\s*$")
_SHARE_FIRST = re.compile(r"\s*\d[\d.,]* ?%")
_UNFINISHED = re.compile(
    r"(?:(?<![\d⅓⅔¼½¾] )\b(?:per|in|to|of|at|on|is|and|the|every"
    r"|je|alle|cada|und|pro|auf|am|vom|par|por|for|op|su|en|pour|le|il|el)|=)\s*$",
    re.IGNORECASE,
)
_ROW = 3
"""So many numbers in each of two lines are rows of a table. [count]"""


def _goes_on(before: str, line: str) -> bool:
    """Whether a line goes on with the one before."""
    if _UNFINISHED.search(before[-9:]) and len(before) <= MOST_JOINED:
        return line.strip() != ""
    if (
        not LONG <= len(before.strip()) <= MOST_JOINED
        or _ENDED.search(before)
        or re.search(r"\t|\S\s{2,}\S", line)
    ):
        return False
    if all(len(re.findall(r"(?<![\w.,])\d[\d.,]*", one)) >= _ROW for one in (before, line)):
        return False
    return (
        before.count("(") > before.count(")")
        or before.rstrip().endswith(",")
        or (_SYMBOL_LAST.search(before) is not None and _SHARE_FIRST.match(line) is not None)
        or (before.rstrip()[-1:].isalpha() and _SHARE_ALONE.match(line) is not None)
        or _GOING_ON.match(line) is not None
        or (_NOUN_FIRST.match(line) is not None and re.search(r"[\w-]$", before) is not None)
    )
