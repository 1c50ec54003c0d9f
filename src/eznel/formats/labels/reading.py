"""A pasted label, read as far as it can be: what each value is, beside the words it came from.

A label is cut into pieces at its lines and sentences. A piece may state shares, directions, a
pack, a density; what states nothing that we know is kept and shown. Nothing is guessed silently:
where two readings are possible the likelier one is taken and the question is put.
"""

import re
from collections.abc import Mapping, Sequence
from dataclasses import dataclass, field, replace
from typing import Any

from eznel.core.errors import Impossible
from eznel.formats.cleaning import cleaned, unwrapped
from eznel.formats.labels import origin, words
from eznel.formats.labels.amounts import (
    NUMBER,
    Amount,
    Reader,
    Share,
    shares,
    smudges,
)
from eznel.formats.labels.directions import Direction, directions
from eznel.formats.labels.grades import grades
from eznel.formats.labels.packs import pack_in
from eznel.formats.labels.product import Label, Piece, elements_on, product_of
from eznel.formats.labels.spans import name_spans
from eznel.formats.labels.statements import statements
from eznel.formats.numbers import BLOT, FIGURE, Mark, decimal_mark, written_plainly
from eznel.formats.papers import no_label

MOST_CHARACTERS = 40_000
MOST_PIECE = 200
MOST_NAME = 80
MOST_HEAD = 300
"""So much of a line is looked at for the product's name."""

_AT_SEMICOLON = re.compile(r"\n|;\s+")
_SENTENCES = re.compile(
    r"(?:(?<=[a-z0-9)%]{2})(?<!min)(?<!max)|(?<=\d [gLl]))[.!;]\s+(?=[A-Z0-9])|\s\|\s"
)
_LONGEST = re.compile(r".{1,300}(?:\s|$)|.{1,300}")
"""Nobody prints a longer sentence; a longer one is read in parts."""
_RESTATED = re.compile(rf"\(\s*(?P<n>{NUMBER})\s?%\s?(?P<of>p|k|mg|ca|s)\s*\)")
_LISTED = re.compile(
    rf"\(\s*{NUMBER}\s?%\s?[a-z][^%()\d]{{2,40}}(?:[,;]| and| und| et| y)"
    rf"(?:\s*{NUMBER}\s?%\s?[a-z][^%()\d]{{2,40}}[,;]?)+\)"
)
"""Parts of the whole before them, in brackets: (0.25 % ammoniacal, 1.75 % urea nitrogen)."""
_BY_VOLUME, _BY_WEIGHT = re.compile(r"\b[wpm]/v\b"), re.compile(r"\b(?:w/w|p/p|m/m)\b")


@dataclass(slots=True)
class _Page:
    """A label while it is read."""

    whole: str
    mark: Mark | None
    tradition: str | None
    reader: Reader
    form: str | None
    pieces: list[Piece] = field(default_factory=list)

    def add(self, at: str, said: str, meaning: str | None, **more: Any) -> None:
        """Put down one value and its words."""
        self.pieces.append(Piece(at, " ".join(said.split())[:MOST_PIECE], meaning, **more))


def read_label(
    text: str,
    materials: Mapping[str, Sequence[str]] | None = None,
    kitchen: str | None = None,
    elements: bool | None = None,
) -> Label:
    """Return what a pasted label says.

    Parameters
    ----------
    text : str
        As pasted or typed.
    materials : mapping or None
        What general materials are called, by key: a label that names one is taken to be it.
    kitchen : str or None
        Whose spoons the garden uses, where the label's own style does not tell.
    elements : bool or None
        Whether P and K are elements, where somebody has answered; else the label decides.

    Returns
    -------
    Label
        Every piece with its meaning, the product that they make, and what is to be asked.

    Raises
    ------
    Impossible
        When there is no text, or far more of it than any label has.
    """
    if not text.strip():
        raise Impossible("text", "label_empty")
    if len(text) > MOST_CHARACTERS:
        raise Impossible("text", "label_too_long", most=MOST_CHARACTERS)
    tidy = words.tidy(cleaned(text))
    if kind := no_label(tidy):
        raise Impossible("text", f"paper_is_{kind}")
    whole = "\n".join(unwrapped(tidy.rstrip().split("\n")))
    lines = [line.strip() for line in _AT_SEMICOLON.split(whole)]
    heads = [line[:MOST_HEAD] for line in lines]
    past = next((n for n, line in enumerate(lines) if _begins_others(line)), len(lines))
    whole = words.masked("\n".join(lines[:past]))
    mark = decimal_mark(whole) or ("." if words.AMERICAN.search(whole) else None)
    whole = written_plainly(whole, mark)
    title_at = _title(heads)
    title = words.masked(_headed(heads, title_at))
    page = _page(whole, mark, title, kitchen)
    for n, line in enumerate(lines, start=1):
        if not re.search(r"[^\W_]|[?█]", line):
            continue
        if n > past:
            page.add(f"line {n}", line, None)
            continue
        named = n - 1 == title_at
        if named:
            page.add(f"line {n}", _name(heads[n - 1]), "name")
        for sentence in _SENTENCES.split(line):
            for piece in _LONGEST.findall(sentence):
                _read(piece, f"line {n}", page, is_title=named)
    _dry_throughout(page)
    name = _name(heads[title_at]) if title_at is not None else ""
    material = _material(heads, title_at, materials or {})
    return product_of(
        page.pieces,
        name,
        page.form,
        material,
        elements if elements is not None else elements_on(page.pieces, page.tradition, page.whole),
        answered=elements is not None,
    )


def _begins_others(line: str) -> bool:
    """Whether a shop goes on with other products here."""
    return words.BESIDE.search(words.masked(line)) is not None


def _dry_throughout(page: _Page) -> None:
    """A heading that says "dry basis" says it of all shares below it."""
    heads = [n for n, p in enumerate(page.pieces) if p.number is None and words.DRY.search(
        words.masked(p.words))]  # fmt: skip
    if heads:
        page.pieces = [
            replace(p, dry=True) if n > heads[0] and p.number is not None else p
            for n, p in enumerate(page.pieces)
        ]


def _page(whole: str, mark: Mark | None, title: str, kitchen: str | None) -> _Page:
    tradition = words.tradition_of(whole)
    form = words.form_of(title, whole)
    spoons = words.spoons(whole, tradition)
    if spoons == "metric" and tradition is None and kitchen:
        spoons = kitchen
    imperial = tradition != "us" and words.IMPERIAL.search(whole)
    reader = Reader(spoons, "gal_imp" if imperial else "gal_us", form == "liquid")
    return _Page(whole, mark, tradition, reader, form)


def _title(lines: list[str]) -> int | None:
    """The line that names the product: the first short one that is no path or heading."""
    for n, line in enumerate(lines[:12]):
        low = words.masked(line)
        short = len(line) <= MOST_NAME and len(line.split()) <= 12
        if short and re.search(r"[^\W\d_]{2}", line) and " > " not in line:
            if (
                words.HEADING.search(low)
                or words.NO_NAME.search(low)
                or words.in_another_script(line)
            ):
                continue
            return n
    return next((n for n, line in enumerate(lines[:1]) if len(line) > MOST_NAME
                 and grades(line, words.masked(line))), None) or _crowded(lines)  # fmt: skip


_THREE = re.compile(r"\d[-:+]\d{1,2}[-:+]\d")


def _crowded(lines: list[str]) -> int | None:
    """A label that was pasted as one long line names its product at the beginning."""
    low = words.masked(lines[0])
    if len(lines) == 1 and (any(one.unit for one in shares(low)) or _THREE.search(low)):
        return 0
    return None


def _name(line: str) -> str:
    low = words.masked(line)
    cut = next((s.start for s in shares(low) if s.unit and s.start > 3), len(line))
    name = line[:cut] if cut < len(line) and len(line) > MOST_NAME else line
    name = re.split(r"\s\(\d|\s(?:N|Nitrogen)\s*\d", name)[0] if len(name) > 40 else name
    return name.strip(" ,;-")[:MOST_NAME]


def _material(
    lines: list[str], title_at: int | None, materials: Mapping[str, Sequence[str]]
) -> str | None:
    """The general material that the title names, the longest name first."""
    head = lines[title_at : title_at + 2] if title_at is not None else lines[:2]
    head = [line for n, line in enumerate(head) if n == 0 or _may_name(words.masked(line))]
    title = words.masked(" ".join(head))
    names = sorted(
        ((words.masked(name), key) for key, all_ in materials.items() for name in all_),
        key=lambda one: -len(one[0]),
    )
    for name, key in names:
        if re.search(rf"(?<!\w){re.escape(name)}(?!\w)", title):
            return key
    return None


def _headed(lines: list[str], title_at: int | None) -> str:
    """The title, and what kind of product the next short lines call it."""
    if title_at is None:
        return ""
    below = (one for one in lines[title_at + 1 : title_at + 3] if len(one) <= MOST_NAME)
    kinds = [one for one in below if not re.search(r"\d", one) and _may_name(words.masked(one))]
    return " · ".join([lines[title_at], *kinds])


def _may_name(low: str) -> bool:
    """Whether the line below a title may go on with it: no analysis, and no list of what is in."""
    return not shares(low) and words.MADE_OF.search(low) is None


def _read(piece: str, at: str, page: _Page, *, is_title: bool) -> None:
    """Read one piece, and put down what it says or that it says nothing."""
    low = written_plainly(words.masked(piece), page.mark)
    before = len(page.pieces)
    if words.in_another_script(piece):
        page.add(at, piece, None, question="other_script")
        return
    spent = _stated(piece, low, at, page)
    blank = _blanked(low, spent)
    spent += _directed(piece, blank, at, page)
    blank = _blanked(low, spent)
    spent += _graded(piece, blank, at, page)
    blank = _blanked(low, spent)
    spent += _declared(piece, blank, at, page)
    blank = _blanked(low, spent)
    _packed(piece, blank, at, page, is_title=is_title)
    _marked(piece, low, at, page)
    if len(page.pieces) == before:
        _say_nothing(piece, low, at, page, is_title=is_title)


def _blanked(low: str, spent: list[tuple[int, int]]) -> str:
    """The same text with what was understood blanked out."""
    for start, end in spent:
        low = low[:start] + " " * (end - start) + low[end:]
    return low


def _say_nothing(piece: str, low: str, at: str, page: _Page, *, is_title: bool) -> None:
    if is_title:
        return
    if words.HEADING.search(low.strip()):
        page.add(at, piece, "heading")
    elif words.says_form(low):
        page.add(at, piece, "form")
    elif BLOT in low:
        page.add(at, piece, None, question="number_two_ways")
    elif re.search(r"[^\W_]{2}|[?█]", piece):
        left = "figure_left" if FIGURE.search(piece) else ""
        page.add(at, piece, None, question="unreadable_number" if smudges(low) else left)


def _stated(piece: str, low: str, at: str, page: _Page) -> list[tuple[int, int]]:
    found = statements(low)
    for one in found:
        page.add(
            at,
            piece[one.start : one.end],
            one.meaning,
            number=one.value,
            unit=one.unit,
            question=one.question,
        )
    return [(one.start, one.end) for one in found]


def _directed(piece: str, low: str, at: str, page: _Page) -> list[tuple[int, int]]:
    said = list(directions(low, page.reader, coated=page.form == "coated"))
    mixed = "rate_water" in {*(one.meaning for one in said), *(one.meaning for one in page.pieces)}
    found = [
        one
        for one in said
        if not (_is_share(piece, low, one) or (page.form == "mix" and one.meaning == "rate_water"))
        and not (mixed and one.is_poured)
        and not one.is_heavy
    ]
    for one in found:
        unsure = _of_two_measures(one) and page.tradition != "us"
        question = _LIMITS_NOTHING.get(one.meaning) or ("which_gallon" if unsure else "")
        page.add(
            at,
            piece[one.start : one.end],
            one.meaning,
            number=one.product.value if one.product else one.count,
            unit=one.product.unit if one.product else "",
            over=one.over,
            question=question,
        )
    return [(one.start, one.end) for one in found]


_LIMITS_NOTHING = {"rate_row": "row_rate", "rate_pot": "pot_rate"}
"""Rates that a label prints and no limit can be made of: how far apart rows are it does not say."""


def _of_two_measures(one: Direction) -> bool:
    """Whether it is in gallons, quarts or pints, which are of two sizes."""
    return any(_two_sized(amount) for amount in (one.over, one.product) if amount)


def _two_sized(amount: Amount) -> bool:
    return amount.unit.startswith(("gal", "qt", "pt"))


def _country_open(page: _Page) -> bool:
    """Whether nothing on the label tells which of the two sizes is meant."""
    return page.tradition != "us" and not words.IMPERIAL.search(page.whole)


def _is_share(piece: str, low: str, one: Direction) -> bool:
    """Whether so many grams in a litre are what the product holds, not how it is used."""
    weighed = one.meaning == "rate_water" and one.product and one.product.unit in ("g", "mg")
    before = max(low.rfind(",", 0, one.start), low.rfind(":", 0, one.start), -1) + 1
    slash = "/" in low[one.start : one.end]
    return bool(
        weighed and slash and words.named(piece[before : one.start], low[before : one.start])
    )


def _graded(piece: str, low: str, at: str, page: _Page) -> list[tuple[int, int]]:
    spent: list[tuple[int, int]] = []
    for grade in grades(piece, low):
        spent.append((grade.start, grade.end))
        said = piece[grade.start : grade.end]
        if grade.question == "over_100" and not grade.lines:
            page.add(at, said, None, question="over_100")
        elif grade.question:
            page.add(at, said, None, question=grade.question)
        else:
            page.add(at, said, "grade", lines=grade.lines, elements=grade.elements)
    return spent


def _declared(piece: str, low: str, at: str, page: _Page) -> list[tuple[int, int]]:
    """Shares with their names, whichever stands first."""
    spent: list[tuple[int, int]] = []
    if not re.search(r"[\d?█]", low):
        return spent
    for match in _LISTED.finditer(low):
        spent.append(match.span())
        inner = low[slice(*match.span())]
        _declared(piece[slice(*match.span())], f" {inner[1:-1]} ", at, page)
    low = _blanked(low, spent)
    piece = _blanked(piece, spent)
    for match in _RESTATED.finditer(low):
        spent.append(match.span())
    low = _blanked(low, spent)
    blind = [Share(start, end, None, "%") for start, end in smudges(low)]
    low_read = _blanked(low, [(one.start, one.end) for one in blind])
    found = sorted([*shares(low_read), *blind], key=lambda one: one.start)
    if not found:
        return spent
    by_volume = _BY_VOLUME.search(low) is not None and not _BY_WEIGHT.search(low)
    has_unit = any(s.unit for s in found) or re.search(r"per ?cent|%", low) is not None
    for share, (start, end) in zip(found, name_spans(piece, low, found), strict=True):
        meaning = words.named(piece[start:end], low[start:end])
        if meaning is None or not (has_unit or _alone(low, found)):
            continue
        span = (min(start, share.start), max(end, share.end))
        spent.append(span)
        said = piece[span[0] : span[1]].strip()
        if share.value is None:
            page.add(at, said, None, question="unreadable_number")
        elif share.ranged:
            page.add(at, said, None, question="range_of_shares")
        elif meaning == "compound":
            page.add(at, said, None, question="compound")
        elif share.negative:
            page.add(at, said, None, question="negative")
        else:
            page.add(
                at,
                said.strip(" ,;:()*"),
                meaning,
                number=share.value,
                unit="% w/v" if by_volume and share.unit in ("%", None) else share.unit or "%",
                question="" if has_unit else "percent_missing",
                part=words.PART.search(low[start:end]) is not None,
                total=words.TOTAL.search(low[start:end]) is not None,
                dry=words.DRY.search(low) is not None,
            )
    return spent


def _alone(low: str, found: Sequence[Share]) -> bool:
    """Whether a line is nothing but a name and one number: then that is its share."""
    return len(found) == 1 and re.fullmatch(r"[^\d]{1,30}\d[\d.,]*\s*", low) is not None


def _packed(piece: str, low: str, at: str, page: _Page, *, is_title: bool) -> None:
    """What the pack holds: said to be the net contents, or an amount that stands alone."""
    found = pack_in(piece, low, page.reader, alone=is_title)
    if found is None:
        return
    amount, question = found.amount, found.question
    if not question and _two_sized(amount) and _country_open(page):
        question = "which_gallon"
    page.add(at, found.words, "pack", number=amount.value, unit=amount.unit, question=question)


def _marked(piece: str, low: str, at: str, page: _Page) -> None:
    """Whether it may be used in organic growing, and whether it comes from animals."""
    if origin.says(origin.ORGANIC, low):
        page.add(at, piece, "organic")
    if origin.NO_ANIMAL.search(low):
        page.add(at, piece, "no_animal")
    elif origin.says(origin.ANIMAL, low):
        page.add(at, piece, "animal")
