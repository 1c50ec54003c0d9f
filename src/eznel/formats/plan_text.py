"""A plan as text for reading and as rows for a spreadsheet."""

import csv
import io
from collections.abc import Iterator
from uuid import UUID

from eznel.core.document import Garden
from eznel.core.nutrients import NUTRIENTS
from eznel.core.plan.place_result import PlacePlan
from eznel.core.plan.result import JobView, PlantingPlan, SeasonPlan
from eznel.formats.cells import guarded
from eznel.formats.reader import Reader
from eznel.formats.text import number
from eznel.formats.units import System
from eznel.words import Words

COLUMNS = ("due_on", "planting", "place", "job", "status", "portions", "portion", "water_l",
           "scoops", "grams", *(f"{x}_g" for x in NUTRIENTS))  # fmt: skip


def as_text(plan: SeasonPlan, garden: Garden, words: Words, system: System = "metric") -> str:
    """Return a plan for reading: places, then each planting with its jobs.

    Parameters
    ----------
    plan : SeasonPlan
        The plan.
    garden : Garden
        For the names.
    words : Words
        The locale's sentences.
    system : str
        The reader's system of units.

    Returns
    -------
    str
        Lines of at most a hundred and some characters.
    """
    read = Reader(garden, words, system)
    as_of = read.day(plan.as_of, year=True)
    lines = [read.terms["text.as_of"].format(garden=garden.name, day=as_of), ""]
    waters = {one.place: one for one in plan.waters}
    for place in plan.places:
        lines += _place(place, read)
        if place.id in waters:
            lines.append(f"  {read.terms['sheet.water']}: {read.watering(waters[place.id])}")
    for planting in plan.plantings:
        if not planting.over:
            lines += ["", *_planting(planting, read)]
    for finding in plan.findings:
        lines += ["", f"? {read.finding(finding)}"]
    lines += ["", words.cautions["general"]]
    return "\n".join(lines) + "\n"


def _place(place: PlacePlan, read: Reader) -> Iterator[str]:
    terms = read.terms
    size = read.amount(place.area_m2, "m²")
    if place.tubs:
        litres = read.amount(place.filled_l, "L")
        size = terms["text.mix"].format(n=place.tubs, litres=litres)
    yield f"{read.place(place.id)}: {size}"
    for gauge in place.gauges:
        printed = ""
        if gauge.printed is not None:
            printed = f" {number(gauge.printed, read.words)} {gauge.printed_unit}"
        line = terms["text.gauge"].format(
            value=f"{gauge.analyte}{printed}",
            extract=terms.get(f"extract.{gauge.extractant}", gauge.extractant),
            soil_class=terms["class." + gauge.soil_class],
        )
        if gauge.g_m2 is not None:
            line += terms["text.holds"].format(
                rate=read.amount(gauge.g_m2, "g/m²"), whole=read.grams(gauge.g_m2 * place.area_m2)
            )
        yield f"  {line}"
    for finding in place.told:
        yield f"  ! {read.finding(finding)}"
    for job in place.jobs:
        amount = f" {bulk}" if (bulk := read.bulk(job.grams, job.litres)) else ""
        kind, status = terms[f"kind.{job.kind}"], terms[f"status.{job.status}"]
        yield f"  {read.day(job.due_on, year=True)}  {kind}{amount} {job.name}, {status}"
    for ingredient in place.mix:
        yield f"  {ingredient.name}: {read.amount(ingredient.litres, 'L')}"


def _planting(planting: PlantingPlan, read: Reader) -> Iterator[str]:
    terms = read.terms
    some = "one" if planting.plants == 1 else "many"
    yield terms[f"text.planting.{some}"].format(
        planting=read.planting(planting),
        place=read.place(planting.place),
        n=planting.plants,
        method=terms["method." + planting.method],
    )
    needs = ", ".join(f"{n.nutrient} {read.grams(n.total_g)}" for n in planting.needs)
    yield "  " + terms["text.season"].format(needs=needs)
    yield "  " + terms["text.fed"].format(
        begin=read.day(planting.hold_until, year=True), end=read.day(planting.stop_on, year=True)
    )
    for finding in (*planting.sprayed, *planting.findings):
        yield f"  ! {read.finding(finding)}"
    for job in planting.jobs:
        yield from _job(job, planting.place, read)
    for buy in planting.to_buy:
        yield "  " + terms["text.short"].format(
            short=read.grams(buy.short_g),
            nutrient=buy.nutrient,
            amount=read.amount(buy.grams, "g"),
            material=read.words.of_row(buy.material_name),
        )


def _job(job: JobView, place: UUID, read: Reader) -> Iterator[str]:
    terms = read.terms
    day = read.day(job.due_on, year=True)
    yield f"  {day}  {terms['kind.' + job.kind]}, {terms['status.' + job.status]}"
    for mix in job.mixes[:1]:
        yield f"      {read.mix(mix, place)}"
    for finding in job.findings:
        yield f"      ! {read.finding(finding)}"
    for caution in job.cautions:
        yield f"      ⚠ {read.words.cautions[caution]}"


def as_csv(plan: SeasonPlan, garden: Garden, words: Words, system: System = "metric") -> str:
    """Return a plan as rows, a job or the next watering of a place a row, by days.

    Amounts are for all portions together.

    Parameters
    ----------
    plan : SeasonPlan
        The plan.
    garden : Garden
        For the names.
    words : Words
        The locale's sentences.
    system : str
        The reader's system of units, for what is said in words; columns stay in their own.

    Returns
    -------
    str
        Comma separated, with a header.
    """
    read = Reader(garden, words, system)
    rows: list[list[object]] = [*_job_rows(plan, read), *_water_rows(plan, read)]
    rows.sort(key=lambda row: str(row[0]))
    out = io.StringIO()
    table = csv.writer(out, lineterminator="\n")
    table.writerow(COLUMNS)
    table.writerows(rows)
    return out.getvalue()


def _job_rows(plan: SeasonPlan, read: Reader) -> Iterator[list[object]]:
    jobs = [(planting, job) for planting in plan.plantings for job in planting.jobs]
    for planting, job in sorted(jobs, key=lambda pair: (pair[1].due_on, str(pair[1].key))):
        mix = job.mixes[0] if job.mixes else None
        yield [
            job.due_on.isoformat(),
            guarded(read.planting(planting)),
            guarded(read.place(planting.place)),
            job.kind,
            job.status,
            mix.portions if mix else "",
            mix.portion if mix else "",
            round(mix.water_l, 2) if mix else "",
            guarded(read.mix(mix, planting.place)) if mix else "",
            round(sum(line.grams for line in mix.lines) * mix.portions, 2) if mix else "",
            *(round(job.brings_g[x], 3) for x in NUTRIENTS),
        ]


def _water_rows(plan: SeasonPlan, read: Reader) -> Iterator[list[object]]:
    for water in plan.waters:
        on = water.due_on(plan.as_of)
        if on is not None:
            litres = round(water.with_losses_l * water.times_a_day, 2)
            place = guarded(read.place(water.place))
            row = [on.isoformat(), "", place, "water", "planned", "", "", litres]
            yield [*row, *[""] * (len(COLUMNS) - len(row))]
