"""A plan as text for reading and as rows for a spreadsheet."""

import csv
import io
from collections.abc import Iterator

from eznel.core.document import Garden
from eznel.core.nutrients import NUTRIENTS
from eznel.core.plan.place_result import PlacePlan
from eznel.core.plan.result import JobView, PlantingPlan, SeasonPlan
from eznel.core.shed.shelf import MixPlan
from eznel.formats.amounts import amount_sentence
from eznel.formats.cells import guarded
from eznel.formats.text import number, sentence
from eznel.words import Words

COLUMNS = ("due_on", "planting", "place", "job", "status", "portions", "portion", "water_l",
           "scoops", "grams", *(f"{x}_g" for x in NUTRIENTS))  # fmt: skip


class Names:
    """What the grower calls things."""

    def __init__(self, garden: Garden) -> None:
        self.places = {place.id: place.name for place in garden.places}
        self.products = {product.id: product.name for product in garden.products}
        self.scoops = {scoop.id: scoop.name for scoop in garden.scoops}

    def planting(self, planting: PlantingPlan) -> str:
        """Return crop and variety."""
        return f"{planting.crop_name} {planting.variety}".strip()

    def mix(self, mix: MixPlan, words: Words) -> str:
        """Return what to weigh, into how many portions, in one sentence."""
        return amount_sentence(mix, self.products, self.scoops, words)


def as_text(plan: SeasonPlan, garden: Garden, words: Words) -> str:
    """Return a plan for reading: places, then each planting with its jobs.

    Parameters
    ----------
    plan : SeasonPlan
        The plan.
    garden : Garden
        For the names.
    words : Words
        The locale's sentences.

    Returns
    -------
    str
        Lines of at most a hundred and some characters.
    """
    names = Names(garden)
    lines = [f"{garden.name}, as of {plan.as_of.isoformat()}", ""]
    for place in plan.places:
        lines += _place(place, names, words)
    for planting in plan.plantings:
        lines += ["", *_planting(planting, names, words)]
    for finding in plan.findings:
        lines += ["", f"? {sentence(finding, words)}"]
    lines += ["", words.cautions["general"]]
    return "\n".join(lines) + "\n"


def _place(place: PlacePlan, names: Names, words: Words) -> Iterator[str]:
    size = f"{number(place.area_m2)} m²"
    if place.tubs:
        size = f"{place.tubs} × {number(place.filled_l)} L of mix"
    yield f"{names.places[place.id]}: {size}"
    for gauge in place.gauges:
        printed = "" if gauge.printed is None else f" {number(gauge.printed)} {gauge.printed_unit}"
        line = f"  {gauge.analyte}{printed} by {gauge.extractant}:"
        line += f" {words.terms['class.' + gauge.soil_class]}"
        if gauge.g_m2 is not None:
            whole = number(gauge.g_m2 * place.area_m2)
            line += f"; the bed holds {number(gauge.g_m2)} g/m², {whole} g"
        yield line
    for finding in place.told:
        yield f"  ! {sentence(finding, words)}"
    for job in place.jobs:
        amount = f" {number(job.grams)} g" if job.grams else ""
        kind, status = words.terms[f"kind.{job.kind}"], words.terms[f"status.{job.status}"]
        yield f"  {job.due_on}  {kind}{amount} {job.name}, {status}"
    for ingredient in place.mix:
        yield f"  {ingredient.name}: {number(ingredient.litres)} L"


def _planting(planting: PlantingPlan, names: Names, words: Words) -> Iterator[str]:
    term = words.terms
    yield (
        f"{names.planting(planting)} in {names.places[planting.place]}: {planting.plants} plants,"
        f" {term['method.' + planting.method]}"
    )
    needs = [f"{n.nutrient} {number(n.total_g)} g" for n in planting.needs]
    yield f"  season: {', '.join(needs)}"
    yield f"  water only until {planting.hold_until}; no feed from {planting.stop_on}"
    for finding in planting.findings:
        yield f"  ! {sentence(finding, words)}"
    for job in planting.jobs:
        yield from _job(job, names, words)
    for buy in planting.to_buy:
        yield (
            f"  short of {number(buy.short_g)} g {buy.nutrient}:"
            f" {number(buy.grams)} g of {buy.material_name} would fill it"
        )


def _job(job: JobView, names: Names, words: Words) -> Iterator[str]:
    term = words.terms
    yield f"  {job.due_on}  {term['kind.' + job.kind]}, {term['status.' + job.status]}"
    for mix in job.mixes[:1]:
        yield f"      {names.mix(mix, words)}"
    for finding in job.findings:
        yield f"      ! {sentence(finding, words)}"
    for caution in job.cautions:
        yield f"      ⚠ {words.cautions[caution]}"


def as_csv(plan: SeasonPlan, garden: Garden, words: Words) -> str:
    """Return a plan as rows, a job a row; amounts are for all portions together.

    Parameters
    ----------
    plan : SeasonPlan
        The plan.
    garden : Garden
        For the names.
    words : Words
        The locale's sentences.

    Returns
    -------
    str
        Comma separated, with a header.
    """
    names = Names(garden)
    out = io.StringIO()
    rows = csv.writer(out, lineterminator="\n")
    rows.writerow(COLUMNS)
    jobs = [(planting, job) for planting in plan.plantings for job in planting.jobs]
    for planting, job in sorted(jobs, key=lambda pair: (pair[1].due_on, str(pair[1].key))):
        mix = job.mixes[0] if job.mixes else None
        rows.writerow(
            [
                job.due_on.isoformat(),
                guarded(names.planting(planting)),
                guarded(names.places[planting.place]),
                job.kind,
                job.status,
                mix.portions if mix else "",
                mix.portion if mix else "",
                round(mix.water_l, 2) if mix else "",
                guarded(names.mix(mix, words)) if mix else "",
                round(sum(line.grams for line in mix.lines) * mix.portions, 2) if mix else "",
                *(round(job.brings_g[x], 3) for x in NUTRIENTS),
            ]
        )
    return out.getvalue()
