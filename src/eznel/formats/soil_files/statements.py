"""What a line states: a name, its number, unit, extract and class, each number used once.

A statement begins at a name and ends before the next one. Of several numbers the one that is no
index, no desired range and no critical level counts; where two are left nobody guesses.
"""

import re
from collections.abc import Iterator, Sequence
from dataclasses import dataclass, replace
from functools import lru_cache
from itertools import pairwise

from eznel.formats.soil_files import methods, words
from eznel.formats.soil_files.marks import GAP, RANGE, Mark, blanked, flat, marks

_NOT_IT = re.compile(
    r"(?:index|klasse|class|classe|stufe|desired|optim\w*|target|critical(?: level)?|ideal|want\w*"
    r"|recommended|normal|range|soll|number|no|nr|sample|bed|plot|beet|zone|getal)\W{0,4}$"
)
"""What stands before a number that is no result."""
_WANTED = re.compile(
    r"(?:optim\w*|desired|target|normal|sufficien\w*|critical|ideal|recommended)"
    r"(?: range| level)?\W{0,3}(?=\x1e)"
)
"""A class that is wanted, not found."""
_LETTER = re.compile(r"(?:gehalts?|versorgungs)?(?:klasse|stufe|class|classe)\W{0,2}([a-e])(?!\w)")
SHARES = ("om", "oc", "free_lime")
"""What is in per cent of the soil, and may have its share before its name."""
UNITLESS = ("ph", "buffer")
"""What has no unit: a number with one says something else."""
MOST_NAME = 200
"""Nobody prints a longer heading."""
NEAR = 16
"""A buffer's name may stand so many letters before it."""


@dataclass(frozen=True, slots=True)
class Statement:
    """One name with what is said of it."""

    start: int
    end: int
    name: str
    number: Mark | None = None
    unit: str | None = None
    by: float = 1.0
    method: str | None = None
    ratio: str | None = None
    form: str | None = None
    soil_class: str | None = None
    question: str = ""


def statements(line: str, found: Sequence[Mark]) -> list[Statement]:
    """Return what a line states.

    Parameters
    ----------
    line : str
        As printed.
    found : sequence of Mark
        Its own.

    Returns
    -------
    list of Statement
        In order; without a number where the line has none for the name.
    """
    low = flat(line)
    said = [_statement(low, group, end) for group, end in _groups(low, found)]
    extracts = [mark for mark in found if mark.kind == "method"]
    if len(extracts) != 1 or extracts[0].said not in methods.ALL:
        return said
    heads = (
        re.match(r"\)? ?:", low[extracts[0].end :]) and said and said[0].start == extracts[0].start
    )
    if not heads and extracts[0] is not found[-1]:
        return said
    # An extract of many nutrients, at the head or the end of a line of several: of all of them.
    return [replace(one, method=one.method or extracts[0].said) for one in said]


def _groups(low: str, marks: Sequence[Mark]) -> Iterator[tuple[list[Mark], int]]:
    """The marks of each name, and where what is said of it ends."""
    group: list[Mark] = []
    lead: list[Mark] = []
    names: set[str] = set()
    open_ = True
    for n, mark in enumerate(marks):
        if mark.kind == "name":
            if names and not (
                (open_ and _goes_on(low, names, group[-1], mark))
                or _counts_as(low, names, group[-1], mark)
            ):
                yield group, (lead[0] if lead else mark).start
                group, names, open_ = [], set(), True
            names.add(mark.said)
            group += [*lead, mark]
            lead = []
        elif (mark.kind in ("method", "ratio", "unit") and _leads(low, marks, n)) or (
            not open_ and _is_share_of_next(low, marks, n)
        ):
            lead.append(mark)
        else:
            group += [*lead, mark]
            lead = []
            open_ = open_ and mark.kind != "number"
    group += lead
    if names:
        yield group, len(low)


def _goes_on(low: str, names: set[str], last: Mark, mark: Mark) -> bool:
    """Whether a name only says again what the one before it said: Phosphorus (P), buffer pH."""
    near = len(low[last.end : mark.start].strip(" ()[]-:/,")) == 0
    return mark.said in names or (near and bool(names & {"buffer", "lime"}))


def _is_share_of_next(low: str, marks: Sequence[Mark], n: int) -> bool:
    """Whether a mark is of "4.2 % organic matter", behind the number of another name."""
    for first in (n, n - 1):
        three = marks[max(first, 0) : max(first, 0) + 3]
        if first >= 0 and [one.kind for one in three] == ["number", "unit", "name"]:
            between = low[three[0].end : three[1].start] + low[three[1].end : three[2].start]
            close = not between.strip()
            return close and three[1].said == "%" and three[2].said in SHARES
    return False


def _counts_as(low: str, names: set[str], last: Mark, mark: Mark) -> bool:
    """Whether an oxide behind a unit says as what it is counted: 12 ppm P2O5."""
    close = not low[last.end : mark.start].strip(" (")
    return last.kind == "unit" and close and mark.form is not None and mark.said in names


def _leads(low: str, marks: Sequence[Mark], n: int) -> bool:
    """Whether a mark stands right before the name that it belongs to: Olsen P, % Ca."""
    mark, after = marks[n], marks[n + 1 : n + 2]
    if not after or after[0].kind != "name":
        return False
    close = not low[mark.end : after[0].start].strip(" -")
    if mark.kind == "unit":
        return close and mark.said == "% of CEC" and (n == 0 or marks[n - 1].kind != "number")
    before = low[: mark.start].rstrip(" ")
    return close and not before.endswith("(")


def _statement(low: str, group: list[Mark], end: int) -> Statement:
    names = [one for one in group if one.kind == "name"]
    first = next((one for one in names if one.said in ("buffer", "lime")), names[0])
    start = min(one.start for one in group)
    all_ = [one for one in group if one.kind == "number"]
    numbers = [one for one in all_ if one.start > names[0].start]
    if not numbers and names[0].said in SHARES:
        numbers = all_
    number, question = _result(low, group, numbers)
    unit = _unit_of(low, group, number)
    method = next((one.said for one in group if one.kind == "method"), None)
    ratio = next((one.said for one in group if one.kind == "ratio"), None)
    form = next((one.form for one in (*names, *([unit] if unit else [])) if one.form), None)
    # Molybdenum is never a per cent of soil: that is matière organique.
    name = "om" if first.said == "Mo" and unit is not None and unit.said == "%" else first.said
    at = Statement(
        start, end, name, number, unit.said if unit else None, unit.by if unit else 1.0,
        method, ratio, form, None, question or (number.question if number else ""),
    )  # fmt: skip
    return replace(at, soil_class=_class_of(low, group, at, names[0].end))


def _result(low: str, group: list[Mark], numbers: list[Mark]) -> tuple[Mark | None, str]:
    """The number that is the result, or why nobody knows which."""
    left = [one for one in numbers if not _NOT_IT.search(_before(low, group, one))]
    units = {one: unit.said for one in left if (unit := _next_unit(low, group, one)) is not None}
    if any(one.kind == "name" and one.said in UNITLESS for one in group):
        left, units = [one for one in left if one not in units], {}
    # Of amounts in several units the first counts; of several in one unit nobody knows.
    found = [one for one, unit in units.items() if unit == next(iter(units.values()))] or left
    if len({one.value for one in found}) > 1:
        return None, "which_number"
    if not found and _is_ranged(low, group):
        return None, "which_number"
    return (found[0] if found else None), ""


def _is_ranged(low: str, group: list[Mark]) -> bool:
    """Whether a name has a range for its result: pH 6 to 6.5."""
    return any(
        one.kind == "name" and other.kind == "range" and not low[one.end : other.start].strip(" :=")
        for one, other in pairwise(group)
    )


def _before(low: str, group: list[Mark], mark: Mark) -> str:
    since = max((one.end for one in group if one.end <= mark.start), default=0)
    return low[since : mark.start]


def _next_unit(low: str, group: list[Mark], number: Mark) -> Mark | None:
    after = min((one for one in group if one.start >= number.end), key=lambda one: one.start,
                default=None)  # fmt: skip
    if after is None or after.kind != "unit":
        return None
    return after if not low[number.end : after.start].strip(" (") else None


def _unit_of(low: str, group: list[Mark], number: Mark | None) -> Mark | None:
    """The unit behind the number, else one before it."""
    units = [one for one in group if one.kind == "unit"]
    if number is None:
        return units[0] if units else None
    behind = _next_unit(low, group, number)
    before = [one for one in units if one.end <= number.start]
    return behind or (before[-1] if before else None)


def _class_of(low: str, group: list[Mark], of: Statement, name_end: int) -> str | None:
    if of.name not in words.ANALYTES:
        return None
    blank = blanked(low, sorted(group, key=lambda one: one.start))
    since = of.number.end if of.number else name_end
    said = [blank[since : of.end], blank[name_end:since]]
    for text in said:
        letter = _LETTER.search(text)
        if letter:
            return words.class_letter(letter[1])
        bare = _WANTED.sub(" ", text).replace(GAP, " ").replace(RANGE, " ")
        found = words.rating_in(bare.strip())
        if found:
            return found
    return None


@dataclass(frozen=True, slots=True)
class Named:
    """What a heading, row or phrase is about, as far as its words say."""

    meaning: str | None
    unit: str | None = None
    by: float = 1.0
    method: str | None = None
    """An extractant, a buffer, or how a conductivity or pH was measured."""
    printed_as: str | None = None


@lru_cache(maxsize=4096)
def named(text: str) -> Named:
    """Return what a heading or a name is about.

    Parameters
    ----------
    text : str
        As printed.

    Returns
    -------
    Named
        Without a meaning where no word of it is known.
    """
    text = text[:MOST_NAME]
    found = marks(text, None)
    unit = next((one for one in found if one.kind == "unit"), None)
    method = next((one.said for one in found if one.kind == "method"), None)
    of, by = (unit.said, unit.by) if unit else (None, 1.0)
    said = statements(text, found)
    about = said[0] if said else None
    if about is None and method in ("Bray P1", "Olsen"):
        return Named("P", of, by, method)  # what these are made for
    if about is None or about.name == words.STRANGER:
        low = flat(text)
        column = next((name for name, form in words.COLUMNS if form.search(low)), None)
        return Named(None if about else column, of, by, method)
    form = about.form or next((one.form for one in said[1:] if one.name == about.name), None)
    return Named(about.name, of, by, method_of(about, text), form)


@dataclass(frozen=True, slots=True)
class Extracts:
    """What a line without results says of extracts: of some nutrients, or of all."""

    of: dict[str, str]
    of_all: frozenset[str]


_FOR = re.compile(r"\x1f ?(?:for|f[uü]r|para|pour|per) ?\x1f")

_LISTED = re.compile(r"\x1f[\w-]{0,9} ?\(\x1f(?:(?:,| and| und| y| et)? ?\x1f)*\)")
"""An extract with its nutrients in brackets: CAL (P, K)."""


def _behind(low: str, found: list[Mark]) -> list[Mark]:
    """Each extract behind its names, as elsewhere: "Olsen for P, acetate for K", "CAL (P, K)"."""
    moved: list[Mark] = []
    method: Mark | None = None
    for mark in found:
        if mark.kind == "method":
            moved += [method] if method else []
            method = mark
        else:
            moved.append(mark)
    return [*moved, *([method] if method else [])]


_HELD = re.compile(r"extract\w*|exchang\w*|available|soluble")
"""What an extract makes of a nutrient: "ammonium nitrate extractable K"."""


def _all_lead(low: str, found: list[Mark]) -> bool:
    """Whether each extract stands right before a nutrient: "Olsen P; ammonium acetate K"."""
    methods_at = [n for n, one in enumerate(found) if one.kind == "method"]
    return bool(methods_at) and methods_at[0] == 0 and all(
        found[n + 1 : n + 2]
        and found[n + 1].kind == "name"
        and not _HELD.sub("", low[found[n].end : found[n + 1].start]).strip(" -")
        for n in methods_at
    )  # fmt: skip


NO_EXTRACTS = Extracts({}, frozenset())


def extracts_in(line: str) -> Extracts:
    """Return which extracts a line names, and for which nutrients.

    Parameters
    ----------
    line : str
        Like "phosphorus Olsen; potassium and magnesium ammonium nitrate".

    Returns
    -------
    Extracts
        An extract belongs to the nutrients before it; one without any, to all.
    """
    of: dict[str, str] = {}
    of_all: set[str] = set()
    found = marks(line, None)
    waiting = ["K", "Ca", "Mg", "Na"] if "cation" in flat(line) else []
    low = blanked(flat(line), found)
    if _FOR.search(low) or _LISTED.search(low) or _all_lead(low, found):
        found = _behind(low, found)
    for mark in found:
        if mark.kind == "name":
            waiting.append(mark.said)
        elif mark.kind == "method":
            of.update({name: mark.said for name in waiting if methods.suits(mark.said, name)})
            of_all |= set() if waiting else {mark.said}
            waiting = []
    return Extracts(of, frozenset(of_all))


def method_of(one: Statement, text: str) -> str | None:
    """Return how the value of a statement was got, as far as its own words say.

    Parameters
    ----------
    one : Statement
        Of that text.
    text : str
        As printed.

    Returns
    -------
    str or None
        An extract for a nutrient, a buffer, or the ratio or paste of a conductivity.
    """
    if one.name == "buffer":
        low = flat(text)
        before = low[max(one.start - NEAR, 0) : one.start]
        return methods.buffer_in(low[one.start : one.end]) or methods.buffer_in(before)
    if one.name == "ph":
        return one.method if one.method in ("CaCl2", "KCl or water") else None
    if one.name == "ec":
        return one.method if one.method in ("paste", "SME") else one.ratio
    if one.name not in words.ANALYTES:
        return None
    return methods.OTHER if one.method in ("CaCl2", "water", "paste") else one.method
