"""A year on paper: its aims, what grew and what it gave, what was learned, the days with photos."""

import io
from collections import Counter
from collections.abc import Iterable, Iterator, Mapping
from dataclasses import dataclass
from typing import Any
from uuid import UUID

from reportlab.lib.units import mm
from reportlab.platypus import Image, KeepTogether, Spacer, Table, TableStyle

from eznel.core.document import GardenFile, Noted
from eznel.core.harvest.aims import AimView
from eznel.core.harvest.yields import Yielded
from eznel.core.plan.result import PlantingPlan, SeasonPlan
from eznel.core.questions.taught import Taught
from eznel.core.questions.trials import TrialRead
from eznel.core.trials.difference import Difference
from eznel.formats.paper import HEAD, LINE, SMALL, TEXT, TITLE, Paper, page_of, paragraph
from eznel.formats.reader import Reader
from eznel.formats.text import number
from eznel.formats.units import System
from eznel.words import Words

PHOTO_MM, PHOTOS_IN_ROW = 42.0, 4


@dataclass(frozen=True, slots=True, kw_only=True)
class YearTold:
    """What a year is told from."""

    year: int
    file: GardenFile
    plan: SeasonPlan
    given: tuple[Yielded, ...]
    aims: tuple[AimView, ...]
    photos: Mapping[str, bytes]
    """JPEG, by id; of those that are not there nothing is shown."""
    trials: tuple[TrialRead, ...]
    taught: tuple[Taught, ...]
    causes: Mapping[str, str]
    """Names of what can be the matter with a plant, by key."""


def write_year(of: YearTold, said: Words, paper: Paper, system: System = "metric") -> bytes:
    """Return a year as a document to print.

    Parameters
    ----------
    of : YearTold
        The year.
    said : Words
        The reader's sentences.
    paper : str
        "a4" or "letter".
    system : str
        The reader's system of units.

    Returns
    -------
    bytes
        A PDF file.
    """
    out = io.BytesIO()
    garden = of.file.garden
    page = page_of(out, paper, f"{garden.name}, {of.year}")
    read = Reader(garden, said, system)
    story: list[Any] = [paragraph(garden.name, TITLE), paragraph(str(of.year), HEAD)]
    for head, part in (
        ("book.aims", [*_aims(of, read)]),
        ("book.grew", [*_grew(of, read, page.width)]),
        ("book.learned", [*_learned(of)]),
        ("book.taught", [*_taught(of, read)]),
        ("book.trials", [*_trials(of, read)]),
        ("book.looks", [*_looks(of, read)]),
        ("book.days", [*_days(of, read)]),
    ):
        if part:
            story += [paragraph(read.terms[head], HEAD), *part]
    if len(story) == 2:
        story.append(paragraph(read.terms["book.nothing"], TEXT))
    page.build(story)
    return out.getvalue()


def _aims(of: YearTold, read: Reader) -> Iterator[Any]:
    outcomes = {aim.id: aim.outcome for aim in of.file.garden.aims}
    for aim in of.aims:
        if aim.year != of.year:
            continue
        said = [read.finding(one) for one in aim.findings if aim.over] + [outcomes.get(aim.id, "")]
        yield paragraph(aim.words, TEXT)
        yield from (paragraph(one, SMALL) for one in said if one)


def _grew(of: YearTold, read: Reader, width: float) -> Iterator[Any]:
    """A row for each planting that stood in the year."""
    gave = {one.stand.id: one for one in of.given}
    feeds: Counter[tuple[UUID, str]] = Counter(
        (entry.planting, entry.outcome) for entry in of.file.log.feeds if entry.on.year == of.year
    )
    heads = ("book.planting", "book.planted", "book.feeds", "book.picked")
    rows = [[paragraph(read.terms[one], SMALL) for one in heads]]
    for planting in of.plan.plantings:
        if planting.planted_on.year <= of.year <= planting.last_pick.year:
            rows.append(_row(planting, gave.get(planting.id), feeds, of.year, read))
    if len(rows) == 1:
        return
    table = Table(rows, [width - 105 * mm, 30 * mm, 25 * mm, 50 * mm], repeatRows=1)
    style = [
        ("VALIGN", (0, 0), (-1, -1), "TOP"),
        ("LINEBELOW", (0, 0), (-1, -1), 0.4, LINE),
        ("LEFTPADDING", (0, 0), (0, -1), 0),
    ]
    table.setStyle(TableStyle(style))
    yield table


def _row(
    planting: PlantingPlan,
    gave: Yielded | None,
    feeds: Mapping[tuple[UUID, str], int],
    year: int,
    read: Reader,
) -> list[Any]:
    given, missed = (feeds[planting.id, outcome] for outcome in ("given", "missed"))
    fed = f"{given} (+ {missed} {read.terms['book.missed']})" if missed else str(given)
    picked = read.terms["book.not_weighed"]
    mine = [one for one in gave.pickings if one.of.on.year == year] if gave else []
    if mine:
        grams = 1000 * sum(one.kg for one in mine)
        each = read.amount(grams / planting.plants, "g")
        picked = f"{read.amount(grams, 'g')} ({each} {read.terms['book.each']})"
    return [
        [paragraph(read.planting(planting), TEXT), paragraph(read.place(planting.place), SMALL)],
        paragraph(read.day(planting.planted_on, year=True), TEXT),
        paragraph(fed, TEXT),
        paragraph(picked, TEXT),
    ]


def _learned(of: YearTold) -> Iterator[Any]:
    for note in _notes(of):
        if note.lesson is not None:
            yield paragraph(note.words, TEXT)


def _taught(of: YearTold, read: Reader) -> Iterator[Any]:
    """The garden's own factors of which something was seen in the year."""
    crops = {one.crop: one.crop_name for one in of.plan.plantings}
    for one in of.taught:
        if any(seen.on.year == of.year for seen in one.seen):
            name = crops.get(one.of or "", one.of)
            kind = "plant" if (one.kind, one.unit) == ("yield", "kg") else one.kind
            figures = (one.after.value, one.before, one.low, one.high)
            after, before, low, high = (read.amount(each, one.unit) for each in figures)
            line = read.terms["taught.line"].format(
                what=read.terms[f"taught.{kind}"].format(of=name),
                after=after, before=before, low=low, high=high,
            )  # fmt: skip
            yield paragraph(line, TEXT)


def _trials(of: YearTold, read: Reader) -> Iterator[Any]:
    """Each trial that began in the year, with what it shows of the measure that decides."""
    for one in of.trials:
        trial = one.trial
        if trial.on.year != of.year:
            continue
        first, second = (treatment.name for treatment in trial.treatments)
        measure = trial.measures[0]
        said = [f"{first} \u2013 {second}", f"{measure.name}: {_shows(one.differences[0], read)}"]
        yield paragraph(trial.name, TEXT)
        yield paragraph(f"{'. '.join(said)} {measure.unit}".strip(), SMALL)
        if trial.conclusion:
            yield paragraph(trial.conclusion, TEXT)


def _shows(of: Difference | None, read: Reader) -> str:
    if of is None:
        return read.terms["book.trial_open"]
    if of.shows == "too_few":
        return read.terms["book.trial_few"]
    estimate, low, high = (number(one, read.words) for one in (of.estimate, of.low, of.high))
    return read.terms[f"book.trial_{of.shows}"].format(difference=estimate, low=low, high=high)


def _looks(of: YearTold, read: Reader) -> Iterator[Any]:
    """What was the matter, what it was taken for or turned out to be, and what came of it."""
    plantings = {one.id: one for one in of.plan.plantings}
    for look in sorted(of.file.log.looks, key=lambda one: (one.on, str(one.id))):
        planting = plantings.get(look.planting)
        if look.on.year != of.year or planting is None:
            continue
        cause = look.turned_out or look.decided
        said = [read.words.of_row(of.causes[cause])] if cause is not None else []
        said += [read.terms[f"came.{look.came}"]] if look.came else []
        said += [look.note] if look.note else []
        yield paragraph(f"{read.day(look.on)}, {read.planting(planting)}", SMALL)
        yield paragraph(" \u00b7 ".join(said), TEXT)


def _days(of: YearTold, read: Reader) -> Iterator[Any]:
    plantings = {one.id: one for one in of.plan.plantings}
    for note in _notes(of):
        planting = plantings.get(note.planting) if note.planting is not None else None
        where = [read.planting(planting)] if planting is not None else []
        if note.place is not None and any(p.id == note.place for p in of.file.garden.places):
            where.append(read.place(note.place))
        said = [note.words] if note.words else []
        if note.count is not None:
            said.append(str(note.count))
        if note.height is not None:
            said.append(f"{number(note.height.value, read.words)} {note.height.unit}")
        head = ", ".join([read.day(note.on), *where])
        parts: list[Any] = [paragraph(head, SMALL), paragraph(" \u00b7 ".join(said), TEXT)]
        shown = [_photo(of.photos[one]) for one in note.photos if one in of.photos]
        if shown:
            parts += [Spacer(1, 1 * mm), Table(_in_rows(shown), hAlign="LEFT")]
        yield KeepTogether([*parts, Spacer(1, 2 * mm)])


def _notes(of: YearTold) -> Iterable[Noted]:
    mine = (note for note in of.file.log.notes if note.on.year == of.year)
    return sorted(mine, key=lambda note: (note.on, str(note.id)))


def _photo(jpeg: bytes) -> Image:
    """A photo in a square of its own, its sides kept."""
    image = Image(io.BytesIO(jpeg))
    by = PHOTO_MM * mm / max(image.imageWidth, image.imageHeight)
    return Image(io.BytesIO(jpeg), width=image.imageWidth * by, height=image.imageHeight * by)


def _in_rows(shown: list[Image]) -> list[list[Image | str]]:
    rows: list[list[Image | str]] = []
    for n in range(0, len(shown), PHOTOS_IN_ROW):
        row: list[Image | str] = [*shown[n : n + PHOTOS_IN_ROW]]
        rows.append(row + [""] * (PHOTOS_IN_ROW - len(row)))
    return rows
