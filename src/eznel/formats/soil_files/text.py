"""Text pasted from a report: statements, each read with what its block and its column say.

A heading names the extract or the unit of what follows it; a value keeps its own. An extract never
comes from another value, nor from a plot that is called like one. What is not understood is kept
and shown.
"""

import re
from collections.abc import Iterable, Sequence
from dataclasses import dataclass, field, replace
from datetime import date
from hashlib import sha256

from eznel.core.errors import Impossible
from eznel.formats.cleaning import cleaned
from eznel.formats.files import MOST_BYTES, decoded
from eznel.formats.numbers import FIGURE, decimal_mark
from eznel.formats.numbers import Mark as Decimal
from eznel.formats.papers import paper_of, titled
from eznel.formats.pdf import is_pdf
from eznel.formats.soil_files import methods, words
from eznel.formats.soil_files.columns import Cell, Heading, cells, column_at, headings
from eznel.formats.soil_files.items import Item, Sample, measured, sample_of
from eznel.formats.soil_files.keyed import keyed
from eznel.formats.soil_files.lines import joined
from eznel.formats.soil_files.marks import Mark, flat, marks
from eznel.formats.soil_files.shapes import has_columns, is_table, parted
from eznel.formats.soil_files.statements import Statement, extracts_in, method_of, statements
from eznel.formats.soil_files.table import Column, Understood, read_table

MOST_LINES = 3_000
MOST_WORDS = 200

_RESULTS = (
    *words.ANALYTES, "ph", "buffer", "om", "oc", "cec", "ec", "density", "free_lime", "fizz",
    "lime",
)  # fmt: skip
_ADVICE = re.compile(
    r"recommend|apply|empfehl|recomend|conseil|advies|fertili[sz]er (?:rate|need)|d[uü]nge"
)
"""A line that says what to give, not what was found."""
_AIM = re.compile(
    r"\b(?:target|optim\w+|desired|ideal|goal|soll(?:wert)?|ziel\w*|objetivo|objectif|deseado"
    r"|[oó]ptimo|streef\w*|obiettivo)(?: soil)?[ -]*$"
)
"""What stands before a name whose figure was not found, but is wanted."""
_PLOT = re.compile(
    r"\s*((?:bed|plot|sample|field|beet|probe|parcela|parcelle|bancal) [\w-]{1,12})"
    r"(?:\s*[-–:]\s+|,?\s+(?=(?:soil )?ph\b))",
    re.IGNORECASE,
)


def read_text(text: str, today: date) -> Understood:
    """Return what a pasted text says of its samples; a pasted table is read as one.

    Parameters
    ----------
    text : str
        As pasted.
    today : date
        Stands in where no date was read.

    Returns
    -------
    Understood
        Its samples, and the lines that say nothing we know.

    Raises
    ------
    Impossible
        When it is empty, far too long to be a report, or another paper.
    """
    if not text.strip():
        raise Impossible("text", "text_empty")
    if text.count("\n") > MOST_LINES or len(text) > MOST_BYTES / 4:
        raise Impossible("text", "text_too_long", most=MOST_LINES)
    text = cleaned(text)
    kind = paper_of(text)
    if kind not in ("soil", "unknown"):
        raise Impossible("text", f"paper_is_{kind}")
    if is_table(parted(text)):
        return read_table(text, today)
    page = _Page(decimal_mark(text))
    for n, line, found in joined(text, page.decimal):
        page.read(line, found, f"line {n}")
    return page.understood(text, today)


def read_file(data: bytes, today: date, told: Sequence[Column] | None = None) -> Understood:
    """Return what a file says of its samples: a table, a text, or a PDF of either.

    Parameters
    ----------
    data : bytes
        As it came.
    today : date
        Stands in where no date was read.
    told : sequence of Column or None
        What the columns of a table mean, where somebody said.

    Returns
    -------
    Understood
        Its samples, and what belongs to none.

    Raises
    ------
    Impossible
        As `decoded`, `read_table` and `read_text` do.
    """
    text = decoded(data)
    if told is not None or (not is_pdf(data) and has_columns(text)):
        return read_table(text, today, told)
    return read_text(text, today)


@dataclass(slots=True)
class _Block:
    """What a heading says of the lines below it."""

    method: str | None = None
    unit: str | None = None
    by: float = 1.0
    columns: list[Heading] | None = None


@dataclass(slots=True)
class _One:
    """One sample while it is read."""

    name: str = ""
    items: list[Item] = field(default_factory=list)

    @property
    def has_values(self) -> bool:
        """Whether results stand below its name."""
        return any(item.number is not None or item.rating for item in self.items)


@dataclass(slots=True)
class _Page:
    """A text while it is read."""

    decimal: Decimal | None
    block: _Block = field(default_factory=_Block)
    skipped: bool = False
    """Below a heading of advice, or of another paper."""
    methods_of: dict[str, str] = field(default_factory=dict)
    """Extracts that a line names for nutrients, without results."""
    last_method: str | None = None
    samples: list[_One] = field(default_factory=lambda: [_One()])
    left: list[Item] = field(default_factory=list)

    def read(self, line: str, found: list[Mark], at: str) -> None:
        """Read one line by its marks."""
        if not re.search(r"[^\W_]", line):
            self.skipped = False
            return
        line, found = self._plot(line, found, at)
        for key, said, text in (pairs := list(keyed(line))):
            self._keyed(key, said, text, at)
        for key, said, _ in pairs:
            line = line.replace(said, " " * len(said), 1) if key != "lab" else ""
        if not re.search(r"[^\W_]", line):
            return
        found = marks(line, self.decimal) if pairs else found
        other = titled(line)
        if other is not None:
            self.skipped = other not in ("soil", "unknown")
        if self.skipped or (other is not None and self.skipped):
            self._leave(line, at)
            return
        self._results(line, found, at)

    def _plot(self, line: str, found: list[Mark], at: str) -> tuple[str, list[Mark]]:
        """Begin the sample that a line names before its results: "Bed 2 - pH 6.7, P 60"."""
        plot = _PLOT.match(line)
        if plot is None:
            return line, found
        behind = [mark for mark in found if mark.start >= plot.end()]
        if not {"name", "number"} <= {mark.kind for mark in behind}:
            return line, found
        self._keyed("sample", plot.group(), plot[1], at)
        return " " * plot.end() + line[plot.end() :], behind

    def _keyed(self, key: str, said: str, text: str, at: str) -> None:
        if key == "sample":
            if self.samples[-1].has_values:
                self.samples.append(_One())
                self.block = replace(self.block, columns=None)
            self.samples[-1].name = self.samples[-1].name or text[:80]
        self._keep(Item(at, said.strip()[:MOST_WORDS], key, text=text))

    def _results(self, line: str, found: list[Mark], at: str) -> None:
        advice = _ADVICE.search(flat(line)) is not None
        numbered = any(mark.kind == "number" for mark in found)
        if advice and not numbered:
            self.skipped = True
        heads = headings(line, found)
        if heads is not None:
            self._heads(heads, found)
            return
        if not numbered and self._is_heading(line, found):
            return
        row = cells(line)
        said = None
        if self.block.columns and len(row) > 1:
            said = _row(row, self.block.columns, found, line)
        for one in said if said is not None else statements(line, found):
            self._state(one, line, at, advice=advice)
        if not any(mark.kind == "name" for mark in found):
            self._leave(line, at)

    def _heads(self, heads: list[Heading], found: list[Mark]) -> None:
        extracts = [mark.said for mark in found if mark.kind == "method"]
        method = extracts[0] if len(set(extracts)) == 1 else None
        value = next((one for one in heads if one.role == "value" and one.unit), None)
        unit = value if value and value.unit != "% of CEC" else None
        self.block = _Block(
            method or self.block.method,
            unit.unit if unit else None,
            unit.by if unit else 1.0,
            heads,
        )
        self.last_method = method or self.last_method

    def _is_heading(self, line: str, found: list[Mark]) -> bool:
        """Take what a line without results says of the lines below it, or of its nutrients."""
        extracts = [mark for mark in found if mark.kind == "method"]
        units = [mark for mark in found if mark.kind == "unit"]
        names = [mark for mark in found if mark.kind == "name" and mark.said in words.ANALYTES]
        rated = any(one.soil_class or one.question for one in statements(line, found))
        if rated or not (extracts or units):
            return False
        if extracts and (names or "cation" in flat(line)) and (names or units == []):
            self.methods_of.update(extracts_in(line).of)
            if not names and len(extracts) == 1:
                self.block.method = extracts[0].said
            return True
        if len({one.said for one in extracts}) == 1:
            self.block.method = self.last_method = extracts[0].said
        if len({one.said for one in units}) == 1:
            self.block.unit, self.block.by = units[0].said, units[0].by
        return True

    def _state(self, one: Statement, line: str, at: str, *, advice: bool) -> None:
        said = line[one.start : one.end].strip(" \t|;,.:")[:MOST_WORDS]
        nothing = one.number is None and one.soil_class is None and not one.question
        other = one.name == words.STRANGER or _AIM.search(flat(line[: one.start])[-24:])
        if other or nothing or (advice and one.name != "lime"):
            self._keep(Item(at, said, None)) if said else None
            return
        self._keep(_item(one, self.block, said, at, line))

    def _keep(self, item: Item) -> None:
        self.samples[-1].items.append(item)

    def _leave(self, line: str, at: str) -> None:
        self.left.append(Item(at, " ".join(line.split())[:MOST_WORDS], None))

    def understood(self, text: str, today: date) -> Understood:
        """All samples of the page."""
        key = sha256(text.encode("utf-8", errors="replace")).hexdigest()
        left = [*self.left]
        made: list[Sample] = []
        for n, one in enumerate(self.samples):
            items = [self._with_extract(item) for item in one.items]
            read = [item for item in items if item.meaning is not None]
            left += [item for item in items if item.meaning is None]
            if read:
                own = key if n == 0 else f"{key}/{n}"
                made.append(sample_of(one.name, read, today=today, key=own, default="Unknown"))
        left = [_asked_about(item) for item in left]
        if _in_percent(made):
            raise Impossible("text", "paper_in_percent")
        if not any(sample_says(one) for one in made):
            raise Impossible("text", "text_says_nothing")
        return Understood("text", (), tuple(made), tuple(left))

    def _with_extract(self, item: Item) -> Item:
        """A value without an extract has the one that a line names for it, or for all."""
        if item.meaning not in words.ANALYTES or item.method is not None:
            return item
        told = self.methods_of.get(item.meaning)
        if told is None and self.last_method and methods.suits(self.last_method, item.meaning):
            told = self.last_method
        return replace(item, method=told) if told else item


def _asked_about(item: Item) -> Item:
    """A piece that nobody understood is a question where it holds a figure and is no advice."""
    if item.question or not FIGURE.search(item.words) or _ADVICE.search(flat(item.words)):
        return item
    return replace(item, question="figure_left")


_OF_PLANTS = {"P", "K"}
"""Where both are in per cent, it is no report of soil; exchange sites hold no phosphorus."""


def _in_percent(samples: Iterable[Sample]) -> bool:
    """Whether the nutrients are shares of something, as in leaves, compost and fertilisers."""
    for sample in samples:
        asked = (one for one in sample.items if one.question == "unit_of_soil")
        shares = {one.meaning for one in asked if one.unit == "%"}
        others = {one.meaning for one in sample.items if one.number and not one.question}
        if shares - others >= _OF_PLANTS:
            return True
    return False


def sample_says(sample: Sample) -> bool:
    """Return whether a sample has any result.

    Parameters
    ----------
    sample : Sample
        As read.

    Returns
    -------
    bool
        True where a number, a class or a question stands in it.
    """
    return any(
        item.question
        or (item.meaning in _RESULTS and (item.number is not None or item.rating is not None))
        for item in sample.items
    )


def _row(
    row: list[Cell], columns: list[Heading], found: list[Mark], line: str
) -> list[Statement] | None:
    """A line below headings, by its columns; None where it does not fit them."""
    first = statements(row[0].text, marks(row[0].text, None))
    if len(first) != 1 or first[0].number is not None:
        return None
    made, rated = first[0], None
    value: Mark | None = None
    unit: str | None = None
    by, question = 1.0, ""
    for n, cell in enumerate(row[1:], start=1):
        column = column_at(columns, row, n)
        inside = [mark for mark in found if cell.start <= mark.start < cell.end]
        if column.role == "value" and value is None and column.unit != "% of CEC":
            value = next((mark for mark in inside if mark.kind == "number"), None)
            own = next((mark for mark in inside if mark.kind == "unit"), None)
            unit, by = (own.said, own.by) if own else (column.unit, column.by)
            question = value.question if value else ""
            rated = rated or words.rating_in(_rest_of(cell, inside))
        elif column.role == "unit":
            own = next((mark for mark in inside if mark.kind == "unit"), None)
            unit, by = (own.said, own.by) if own else (unit, by)
            told = next((mark.said for mark in inside if mark.kind == "method"), None)
            form = own.form if own else None
            made = replace(made, method=made.method or told, form=made.form or form)
        elif column.role == "method":
            made = replace(
                made, method=next((m.said for m in inside if m.kind == "method"), made.method)
            )
        elif column.role == "class":
            rated = words.rating_in(flat(cell.text)) or rated
    return [
        replace(made, start=0, end=len(line), number=value, unit=unit or made.unit, by=by,
                soil_class=rated, question=question)
    ]  # fmt: skip


def _rest_of(cell: Cell, inside: list[Mark]) -> str:
    """What a cell says besides its marks."""
    rest = flat(cell.text)
    for mark in inside:
        at, to = mark.start - cell.start, mark.end - cell.start
        rest = f"{rest[:at]}{' ' * (to - at)}{rest[to:]}"
    return rest.strip(" <>")


def _item(one: Statement, block: _Block, said: str, at: str, line: str) -> Item:
    unit, by = (one.unit, one.by) if one.unit else (block.unit, block.by)
    if one.name not in words.ANALYTES and one.unit is None:
        unit, by = None, 1.0
    method = method_of(one, line)
    if one.name in words.ANALYTES and method is None and block.method:
        method = block.method if methods.suits(block.method, one.name) else None
    if one.name == "ec" and method is None and block.method in ("paste", "SME"):
        method = block.method
    return measured(
        Item(
            at=at,
            words=said,
            meaning=one.name,
            text=said if one.number or one.soil_class else "",
            number=one.number.value if one.number else None,
            unit=unit,
            method=method,
            printed_as=one.form,
            rating=one.soil_class,
            question=one.question,
        ),
        by,
        one.number.other if one.number else None,
    )
