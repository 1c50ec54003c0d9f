"""Mending pH: which product, how much now, on which day, and when to test again.

Lime is chosen from the shed, dolomite only where magnesium is low; without any, the general
material to buy stands in its place. No more than one application's worth goes on; the rest waits
for a new pH.
"""

from dataclasses import dataclass
from datetime import date, timedelta
from uuid import UUID, uuid5

from eznel.core.document import Bed, Product, SoilReport
from eznel.core.products.analysis import contents, fraction, general
from eznel.core.quantities import NUTRIENTS
from eznel.core.reference import Catalogue, Material
from eznel.core.soil import lime
from eznel.core.soil.acidity import Acidity
from eznel.core.soil.lime import Layer, Requirement
from eznel.core.working import Finding, Level, Origin, Quantity, Worked

PLACE_JOBS = UUID("c7a1d6a2-3f0d-4a43-9c55-7d1f7b0d2f90")
"""Namespace of the keys of a place's own jobs."""

RETEST_DAYS = 120
"""From an application to a new pH: between three and six months, in warm soil."""
DONE_SHARE = 0.5
"""From this share of an application on, the next one waits for a new pH."""
TRIFLE_G_M2 = 15.0
"""Less than this is not worth spreading."""
DISAGREE = 1.5
"""Methods that differ by more than this factor are said to disagree."""
SULPHUR_PCT = 80.0
"""From here on a bag of sulphur is meant to make sour."""
TOO_COARSE = 0.3
"""A lime of which less than this works in time, like crushed shells, is none to rely on. [g/g]"""
CAUSTIC = ("hydrated_lime",)
ASH = "wood_ash"


@dataclass(frozen=True, slots=True, kw_only=True)
class PhWork:
    """Lime or sulphur for a bed. Amounts for the whole bed in grams unless named otherwise."""

    key: UUID
    kind: str
    """"lime" or "sulphur"."""
    target: float
    requirements: tuple[Requirement, ...]
    product: Product
    in_shed: bool
    share: Worked
    """Pure calcium carbonate or sulphur in a gram of product."""
    wanted: Worked
    """Product, by the method most to be trusted, in all. [g/m²]"""
    now_g_m2: float
    later_g_m2: float
    brings_g_m2: tuple[float, ...]
    """What comes along, in the order of NUTRIENTS."""
    due_on: date
    done_on: date | None
    retest_on: date
    findings: tuple[Finding, ...]


@dataclass(frozen=True, slots=True)
class Remedy:
    """What mends it: a product, the part of it that works, and the most of it at once. [g/m²]"""

    kind: str
    product: Product
    in_shed: bool
    share: Worked
    available: tuple[float, ...]
    """Of each nutrient in its first season. [g/g]"""
    most_g_m2: float


def job_key(place: UUID, kind: str, of: UUID) -> UUID:
    """Return the key of a place's own job.

    Parameters
    ----------
    place : UUID
        The place. [id]
    kind : str
        "lime", "sulphur" or "retest". [name]
    of : UUID
        The report that asks for it. [id]

    Returns
    -------
    UUID
        Always the same for the same job. [id]
    """
    return uuid5(PLACE_JOBS, f"{place}/{kind}/{of}")


@dataclass(frozen=True, slots=True, kw_only=True)
class Asked:
    """What mending looks at in a bed."""

    bed: Bed
    density_g_ml: float
    report: SoilReport
    acidity: Acidity
    mg_class: str | None
    hates_lime: bool
    """Whether a crop stands or is planned there that lime harms."""
    free_from: date
    """First day without plants, from today on."""
    done: tuple[tuple[date, float], ...]
    """What was worked in since the pH was measured, that mends it: day, and what of it works, in
    pure calcium carbonate or sulphur. [g/m²]"""


def mend(asked: Asked, products: tuple[Product, ...], catalogue: Catalogue) -> PhWork | None:
    """Return the work on a bed's pH.

    Parameters
    ----------
    asked : Asked
        The bed and its pH. [core]
    products : tuple of Product
        The shed. [document]
    catalogue : Catalogue
        For general materials. [rows]

    Returns
    -------
    PhWork or None
        None where pH is in range, or a kit's or nobody's number.
    """
    acidity = asked.acidity
    bed = asked.bed
    layer = Layer(bed.depth.m, asked.density_g_ml, bed.texture)
    if acidity.below:
        found = lime.requirements_for(asked.report, acidity.target, layer)
        return _limed(asked, found, products, catalogue) if found else None
    if acidity.ph.value > acidity.high:
        pure = lime.sulphur(ph=acidity.ph.value, target=acidity.target, layer=layer)
        return _soured(asked, pure, layer, products, catalogue) if pure else None
    return None


def _limed(
    asked: Asked,
    found: tuple[Requirement, ...],
    products: tuple[Product, ...],
    catalogue: Catalogue,
) -> PhWork:
    product, material, in_shed = _lime_product(asked, products, catalogue)
    share = lime.effective_share(product, material)
    findings = []
    amounts = [one.pure.value for one in found]
    if len(amounts) > 1 and max(amounts) > DISAGREE * max(min(amounts), 1.0):
        numbers = (
            Quantity("low", min(amounts), "g/m²"),
            Quantity("high", max(amounts), "g/m²"),
        )
        findings.append(Finding("lime_methods_disagree", Level.NOTE, numbers=numbers))
    if asked.hates_lime:
        findings.append(Finding("lime_scab", Level.WARNING))
    if product.material in CAUSTIC:
        findings.append(Finding("lime_is_caustic", Level.WARNING))
    available = contents(product, material).available
    remedy = Remedy("lime", product, in_shed, share, available, lime.MOST_LIME_G_M2)
    return _work(asked, found, remedy, tuple(findings))


def _lime_product(
    asked: Asked, products: tuple[Product, ...], catalogue: Catalogue
) -> tuple[Product, Material | None, bool]:
    """Plain ground lime first; dolomite first where magnesium is low, and never where it is not."""
    wants_mg = asked.mg_class in ("low", "very_low")
    mg = NUTRIENTS.index("Mg")

    def rank(product: Product) -> tuple[bool, bool]:
        rich = _contents(product, catalogue)[mg] > 0.03
        return (rich != wants_mg, product.material in (*CAUSTIC, ASH))

    liming = [
        p
        for p in products
        if (known := catalogue.materials.get(p.material or "")) is not None and known.liming
    ]
    fitting = [p for p in liming if wants_mg or not rank(p)[0]]
    fitting = [
        p
        for p in fitting
        if p.material not in (*CAUSTIC, ASH)
        and lime.effective_share(p, catalogue.materials[p.material or ""]).value >= TOO_COARSE
    ]
    if fitting:
        best = min(fitting, key=lambda p: (rank(p), str(p.id)))
        return best, catalogue.materials.get(best.material or ""), True
    material = catalogue.materials["dolomitic_limestone" if wants_mg else "ground_limestone"]
    return general(material), material, False


def _soured(
    asked: Asked,
    pure: Worked,
    layer: Layer,
    products: tuple[Product, ...],
    catalogue: Catalogue,
) -> PhWork:
    sulphur = NUTRIENTS.index("S")
    shed = [p for p in products if 100 * _contents(p, catalogue)[sulphur] >= SULPHUR_PCT]
    product = shed[0] if shed else general(catalogue.materials["elemental_sulphur"])
    findings = []
    free = asked.report.free_lime_pct
    if free:
        eaten = lime.sulphur_eaten(free, layer)
        number = (Quantity("eaten_g_m2", eaten.value, "g/m²"),)
        findings.append(Finding("sulphur_not_practical", Level.WARNING, numbers=number))
    elif asked.report.fizz in ("slight", "strong"):
        findings.append(Finding("sulphur_against_lime", Level.WARNING))
    material = catalogue.materials.get(product.material or "")
    share = fraction(product, "S", material)
    one = (Requirement("texture", pure),)
    most = lime.MOST_SULPHUR_G_M2 if not findings else 0.0
    available = contents(product, material).available
    remedy = Remedy("sulphur", product, bool(shed), share, available, most)
    return _work(asked, one, remedy, tuple(findings))


def _contents(product: Product, catalogue: Catalogue) -> list[float]:
    material = catalogue.materials.get(product.material or "")
    return [fraction(product, nutrient, material).value for nutrient in NUTRIENTS]


def _work(
    asked: Asked,
    found: tuple[Requirement, ...],
    remedy: Remedy,
    findings: tuple[Finding, ...],
) -> PhWork:
    share, pure = remedy.share, found[0].pure
    wanted = pure.after(share).then(
        "product_for_pure",
        pure.value / share.value if share.value else 0.0,
        "g/m²",
        Quantity("pure_g_m2", pure.value, "g/m²"),
        Quantity("works", share.value, "g/g", Origin.LABEL),
    )
    now, later = lime.at_once(wanted.value, remedy.most_g_m2)
    given = sum(grams for _, grams in asked.done) / (share.value or 1.0)
    # A little ash is no liming: it is taken off, and the rest still goes on.
    done = max(day for day, _ in asked.done) if given >= DONE_SHARE * now > 0 else None
    if done is None:
        now = max(now - given, 0.0)
    if now < TRIFLE_G_M2:
        now = 0.0
    brings = [share * now for share in remedy.available]
    return PhWork(
        key=job_key(asked.bed.id, remedy.kind, asked.report.id),
        kind=remedy.kind,
        target=asked.acidity.target,
        requirements=found,
        product=remedy.product,
        in_shed=remedy.in_shed,
        share=share,
        wanted=wanted,
        now_g_m2=now,
        later_g_m2=later,
        brings_g_m2=tuple(brings),
        due_on=asked.free_from,
        done_on=done,
        retest_on=(done or asked.free_from) + timedelta(RETEST_DAYS),
        findings=findings,
    )
