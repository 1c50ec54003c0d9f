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
from eznel.core.quantities import factor
from eznel.formats.labels import words
from eznel.formats.labels.amounts import (
    AMOUNT,
    NUMBER,
    Amount,
    Reader,
    Share,
    shares,
    smudges,
)
from eznel.formats.labels.directions import Direction, directions
from eznel.formats.labels.grades import grades
from eznel.formats.labels.product import Label, Piece, elements_on, product_of
from eznel.formats.labels.statements import statements
from eznel.formats.numbers import BLOT, Mark, decimal_mark, written_plainly
from eznel.formats.papers import cleaned, no_label

MOST_CHARACTERS = 40_000
MOST_PIECE = 200
MOST_NAME = 80
MOST_HEAD = 300
"""So much of a line is looked at for the product's name."""

_SENTENCES = re.compile(r"(?<=[a-z0-9)%]{2})[.!;]\s+(?=[A-Z0-9])|\s\|\s")
_LONGEST = re.compile(r".{1,300}(?:\s|$)|.{1,300}")
"""Nobody prints a longer sentence; a longer one is read in parts."""
_RESTATED = re.compile(rf"\(\s*(?P<n>{NUMBER})\s?%\s?(?P<of>p|k|mg|ca|s)\s*\)")
_BY_VOLUME, _BY_WEIGHT = re.compile(r"\b[wpm]/v\b"), re.compile(r"\b(?:w/w|p/p|m/m)\b")
_NEXT = re.compile(r"\s?(?:w/w |m/m )?[a-z(]")
"""A name that stands right behind its share."""
_PACK = re.compile(rf"(?<![\w.,/%]){AMOUNT}")
_NET = re.compile(r"\bnet\b|netto|peso neto|contenido|inhoud|inhalt|contents|poids|net mass")
_NOT_PACK = re.compile(r"^\s?(?:/|per\b|of water|in\b|to\b|auf\b)")
_NO_PACK = re.compile(
    r"\bcap(?:ful)?s?\b|spoon|scoop|handful|makes|ergibt|enough for|treats|feeds|\bpot\b|topf"
    r"|\bplants?\b|\bfor\b.{0,12}(?:m2|sq)|=|bouchon|tappo|tap[oó]n|reicht"
)
"""A line that speaks of a measure or of what can be made is not about the pack."""
SAME_PACK = 0.05


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
    lines = _whole([line.strip() for line in tidy.splitlines()])
    heads = [line[:MOST_HEAD] for line in lines]
    whole = words.masked("\n".join(lines))
    mark = decimal_mark(whole) or ("." if words.AMERICAN.search(whole) else None)
    whole = written_plainly(whole, mark)
    title_at = _title(heads)
    title = words.masked(heads[title_at]) if title_at is not None else ""
    page = _page(whole, mark, title, kitchen)
    for n, line in enumerate(lines, start=1):
        if not re.search(r"[^\W_]|[?█]", line):
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


_UNFINISHED = re.compile(r"\b(?:per|in|to|je|pro|auf|par|por|for|op|su|en|pour)$", re.I)


def _whole(lines: list[str]) -> list[str]:
    """Lines that end amid a rate go on in the next one."""
    found: list[str] = []
    for line in lines:
        if found and line and _UNFINISHED.search(found[-1][-9:]):
            found[-1] = f"{found[-1]} {line}"
        else:
            found.append(line)
    return found


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
            if words.HEADING.search(low) or words.in_another_script(line):
                continue
            return n
    return next((n for n, line in enumerate(lines[:1]) if len(line) > MOST_NAME
                 and grades(line, words.masked(line))), None) or _crowded(lines)  # fmt: skip


def _crowded(lines: list[str]) -> int | None:
    """A label that was pasted as one long line names its product at the beginning."""
    if len(lines) == 1 and shares(words.masked(lines[0])):
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
    title = words.masked(" ".join(head))
    names = sorted(
        ((words.masked(name), key) for key, all_ in materials.items() for name in all_),
        key=lambda one: -len(one[0]),
    )
    for name, key in names:
        if re.search(rf"(?<!\w){re.escape(name)}(?!\w)", title):
            return key
    return None


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
        page.add(at, piece, None, question="unreadable_number" if smudges(low) else "")


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
    found: list[Direction] = [
        one
        for one in directions(low, page.reader, coated=page.form == "coated")
        if not (_is_share(piece, low, one) or (page.form == "mix" and one.meaning == "rate_water"))
    ]
    for one in found:
        unsure = _of_two_measures(one) and page.tradition != "us"
        page.add(
            at,
            piece[one.start : one.end],
            one.meaning,
            number=one.product.value if one.product else one.count,
            unit=one.product.unit if one.product else "",
            over=one.over,
            question="which_gallon" if unsure else "",
        )
    return [(one.start, one.end) for one in found]


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
    for share, (start, end) in zip(found, _name_spans(piece, low, found), strict=True):
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


def _name_spans(piece: str, low: str, found: Sequence[Share]) -> list[tuple[int, int]]:
    """Where the name of each share stands: before them all, or after them all.

    A title may stand before shares that have their names behind them ("Bitter salt 16 % MgO").
    """
    before = [(found[n - 1].end if n else 0, one.start) for n, one in enumerate(found)]
    ends = [one.start for one in found[1:]] + [len(low)]
    after = [(one.end, end) for one, end in zip(found, ends, strict=True)]
    first = {span: words.named(piece[slice(*span)], low[slice(*span)]) for span in before}
    then = {span: words.named(piece[slice(*span)], low[slice(*span)]) for span in after}
    if first[before[0]] is None:
        return after
    # "Nitrogen 12 %: 10 % nitric, 2 % ammoniacal": the whole before its share, the parts behind.
    if len(found) > 1 and first[before[1]] is None and all(then[one] for one in after[1:]):
        return [before[0], *after[1:]]
    close = all(_NEXT.match(low[start:end]) for start, end in after)
    return after if close and all(then.values()) else before


def _alone(low: str, found: Sequence[Share]) -> bool:
    """Whether a line is nothing but a name and one number: then that is its share."""
    return len(found) == 1 and re.fullmatch(r"[^\d]{1,30}\d[\d.,]*\s*", low) is not None


def _packed(piece: str, low: str, at: str, page: _Page, *, is_title: bool) -> None:
    """What the pack holds: said to be the net contents, or an amount that stands alone."""
    if not re.search(r"\d", low):
        return
    net = _NET.search(low) is not None
    found = []
    for match in _PACK.finditer(low):
        amount = page.reader.amount(match)
        after = low[match.end() :]
        if amount is None or amount.value <= 0 or _NOT_PACK.match(after):
            continue
        if amount.unit.startswith(("tsp", "tbsp", "cup", "mg")):
            continue
        found.append((match, amount))
    if not found:
        return
    alone = len(re.sub(_PACK, "", low).strip(" ,.()e")) <= 24
    if not (net or alone or is_title) or (_NO_PACK.search(words.masked(piece)) and not net):
        return
    match, amount = found[0]
    question = ""
    if len(found) > 1 and _differ(amount, found[1][1]):
        question = "pack_disagrees"
    elif _two_sized(amount) and _country_open(page):
        question = "which_gallon"
    end = found[1][0].end() + 1 if len(found) > 1 else match.end()
    said = piece if net else piece[match.start() : end]
    page.add(at, said, "pack", number=amount.value, unit=amount.unit, question=question)


def _differ(one: Amount, other: Amount) -> bool:
    """Whether a pack's size in two units is not the same size; unlike kinds cannot be compared."""
    masses = ("g", "kg", "oz", "lb")
    if (one.unit in masses) != (other.unit in masses):
        return False
    to = "g" if one.unit in masses else "mL"
    a, b = one.value * factor(one.unit, to), other.value * factor(other.unit, to)
    return abs(a - b) > SAME_PACK * max(a, b)


def _marked(piece: str, low: str, at: str, page: _Page) -> None:
    """Whether it may be used in organic growing, and whether it comes from animals."""
    if not words.MARKS.search(low):
        return
    if words.says(words.ORGANIC, low):
        page.add(at, piece, "organic")
    if words.NO_ANIMAL.search(low):
        page.add(at, piece, "no_animal")
    elif words.says(words.ANIMAL, low):
        page.add(at, piece, "animal")
