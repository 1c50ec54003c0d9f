"""Mending pH: which product, how much now, on which day, and when to test again.

Lime is chosen from the shed, dolomite only where magnesium is low; without any, the general
material to buy stands in its place. No more than one application's worth goes on; the rest waits
for a new pH.
"""

from dataclasses import dataclass
from datetime import date, timedelta
from typing import Literal
from uuid import UUID, uuid5

from eznel.core.document import Bed, SoilClass, SoilReport
from eznel.core.nutrients import Amounts
from eznel.core.products.fertiliser import Fertiliser, fraction, general
from eznel.core.products.liming import effective_share
from eznel.core.reference import Catalogue
from eznel.core.soil import lime
from eznel.core.soil.acidity import Acidity
from eznel.core.soil.lime import Layer, Requirement
from eznel.core.working import Finding, Level, Origin, Quantity, Sourced, Worked

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
"""From here on a bag of sulphur is meant to lower pH."""
MOST_PH_FOR_SULPHUR = 8.3
"""Above it the soil is full of lime, which uses up any sulphur."""
TOO_COARSE = 0.3
"""A lime of which less than this works in time, like crushed shells, is none to rely on. [g/g]"""
DOLOMITIC_MG = 0.03
"""A lime with more magnesium than this brings it too. [g/g]"""
MANURE_DAYS = 28
"""Between manure and lime, either way: lime drives the nitrogen of manure off as ammonia."""
CAUSTIC = ("hydrated_lime",)
ASH = "wood_ash"


MendKind = Literal["lime", "sulphur"]


@dataclass(frozen=True, slots=True, kw_only=True)
class PhWork:
    """Lime or sulphur for a bed. Amounts for the whole bed in grams unless named otherwise."""

    key: UUID
    kind: MendKind
    target: float
    requirements: tuple[Requirement, ...]
    product: Fertiliser
    in_shed: bool
    share: Worked
    """Pure calcium carbonate or sulphur in a gram of product."""
    wanted: Worked
    """Product, by the method most to be trusted, in all. [g/m²]"""
    once: Worked
    """What goes on now. [g/m²]"""
    later_g_m2: float
    brings_g_m2: Amounts
    """What comes along."""
    due_on: date
    done_on: date | None
    retest_on: date
    findings: tuple[Finding, ...]

    @property
    def now_g_m2(self) -> float:
        """What goes on now. [g/m²]"""
        return self.once.value


@dataclass(frozen=True, slots=True)
class Remedy:
    """What mends it: a product, the part of it that works, and the most of it at once. [g/m²]"""

    kind: MendKind
    product: Fertiliser
    in_shed: bool
    share: Worked
    most_g_m2: float


def job_key(place: UUID, kind: str, of: UUID) -> UUID:
    """Return the key of a place's own job.

    Parameters
    ----------
    place : UUID
        The place.
    kind : str
        "lime", "sulphur" or "retest".
    of : UUID
        The report that asks for it.

    Returns
    -------
    UUID
        Always the same for the same job.
    """
    return uuid5(PLACE_JOBS, f"{place}/{kind}/{of}")


@dataclass(frozen=True, slots=True)
class Mended:
    """What was worked in on a day: of it works so much, in pure calcium carbonate or sulphur."""

    on: date
    works_g_m2: float


@dataclass(frozen=True, slots=True, kw_only=True)
class Asked:
    """What mending looks at in a bed."""

    bed: Bed
    density: Sourced
    """Of its soil, dry. [g/mL]"""
    report: SoilReport
    acidity: Acidity
    mg_class: SoilClass | None
    hates_lime: bool
    """Whether a crop stands or is planned there that lime harms."""
    free_from: date
    """First day without plants, from today on."""
    after_manure: bool
    """Whether lime has to wait for what manure brought."""
    stands_for_years: bool
    """Whether a perennial stands there: no lime is dug in under it."""
    done: tuple[Mended, ...]
    """What was worked in since the pH was measured, that mends it."""


def loses_ammonia(of: Fertiliser) -> bool:
    """Return whether lime drives nitrogen off a material: manure, and what holds ammonium or urea.

    Parameters
    ----------
    of : Fertiliser
        What is worked in.

    Returns
    -------
    bool
        Not for compost of plants, nor for a label that is silent.
    """
    if of.material is not None and of.material.raw != "no":
        return True
    return not of.is_bulk and (of.contents.ammonium_urea_n or 0) > 0


def mend(asked: Asked, shed: tuple[Fertiliser, ...], catalogue: Catalogue) -> PhWork | None:
    """Return the work on a bed's pH.

    Parameters
    ----------
    asked : Asked
        The bed and its pH.
    shed : tuple of Fertiliser
        What there is.
    catalogue : Catalogue
        For general materials.

    Returns
    -------
    PhWork or None
        None where pH is in range, or nobody's number; above the range, unless every
        crop there wants acid soil or the grower asks for it, and sulphur can bring it.
    """
    acidity = asked.acidity
    bed = asked.bed
    layer = Layer(bed.depth.m, asked.density.value, bed.texture, asked.density.origin)
    if acidity.below:
        found = lime.requirements_for(asked.report, acidity.target, layer)
        return _limed(asked, found, shed, catalogue) if found else None
    # Most crops need nothing above their range; far above it sulphur does not get there.
    asked_for = acidity.wants_acid or bed.lower_ph
    if asked_for and acidity.high < acidity.ph.value <= MOST_PH_FOR_SULPHUR:
        pure = lime.sulphur(ph=acidity.ph.value, target=acidity.target, layer=layer)
        return _acidified(asked, pure, layer, shed, catalogue) if pure else None
    return None


def _limed(
    asked: Asked,
    found: tuple[Requirement, ...],
    shed: tuple[Fertiliser, ...],
    catalogue: Catalogue,
) -> PhWork:
    own = _own_lime(asked, shed)
    product = own or general(catalogue.materials[_usual_lime(asked)])
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
    if product.product.material in CAUSTIC:
        findings.append(Finding("lime_is_caustic", Level.WARNING))
    if asked.stands_for_years:
        findings.append(Finding("lime_when_lifted", Level.NOTE))
    elif asked.after_manure:
        findings.append(Finding("lime_after_manure", Level.NOTE))
    share = effective_share(product)
    most = 0.0 if asked.stands_for_years else lime.MOST_LIME_G_M2
    remedy = Remedy("lime", product, own is not None, share, most)
    return _work(asked, found, remedy, tuple(findings))


def _own_lime(asked: Asked, shed: tuple[Fertiliser, ...]) -> Fertiliser | None:
    """Plain ground lime first; dolomite first where magnesium is low, and never where it is not."""
    wants_mg = _wants_mg(asked)
    fitting = [
        one
        for one in shed
        if one.is_lime
        and one.product.material not in (*CAUSTIC, ASH)
        and (wants_mg or not _is_dolomitic(one))
        and effective_share(one).value >= TOO_COARSE
    ]
    return min(fitting, key=lambda one: (_is_dolomitic(one) != wants_mg, str(one.id)), default=None)


def _usual_lime(asked: Asked) -> str:
    return "dolomitic_limestone" if _wants_mg(asked) else "ground_limestone"


def _wants_mg(asked: Asked) -> bool:
    return asked.mg_class in ("low", "very_low")


def _is_dolomitic(one: Fertiliser) -> bool:
    return one.contents.declared.mg > DOLOMITIC_MG


def _acidified(
    asked: Asked,
    pure: Worked,
    layer: Layer,
    shed: tuple[Fertiliser, ...],
    catalogue: Catalogue,
) -> PhWork:
    own = [one for one in shed if 100 * one.contents.declared.s >= SULPHUR_PCT]
    product = own[0] if own else general(catalogue.materials["elemental_sulphur"])
    findings = []
    free = asked.report.free_lime_pct
    if free:
        eaten = lime.sulphur_eaten(free, layer)
        number = (Quantity("eaten_g_m2", eaten.value, "g/m²"),)
        findings.append(Finding("sulphur_not_practical", Level.WARNING, numbers=number))
    elif asked.report.fizz in ("slight", "strong"):
        findings.append(Finding("sulphur_against_lime", Level.WARNING))
    share = fraction(product, "S")
    one = (Requirement("texture", pure),)
    most = lime.MOST_SULPHUR_G_M2 if not findings else 0.0
    remedy = Remedy("sulphur", product, bool(own), share, most)
    return _work(asked, one, remedy, tuple(findings))


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
    given = sum(one.works_g_m2 for one in asked.done) / (share.value or 1.0)
    # A little ash is no liming: it is taken off, and the rest still goes on.
    done = max(one.on for one in asked.done) if given >= DONE_SHARE * now > 0 else None
    taken_off = given if done is None else 0.0
    rest = max(now - taken_off, 0.0)
    once = wanted.then(
        "mend_once",
        rest if rest >= TRIFLE_G_M2 else 0.0,
        "g/m²",
        Quantity("wanted_g_m2", wanted.value, "g/m²"),
        Quantity("most_g_m2", remedy.most_g_m2, "g/m²", Origin.TYPICAL),
        Quantity("given_g_m2", taken_off, "g/m²", Origin.PLAN),
        Quantity("trifle_g_m2", TRIFLE_G_M2, "g/m²", Origin.FIXED),
    )
    return PhWork(
        key=job_key(asked.bed.id, remedy.kind, asked.report.id),
        kind=remedy.kind,
        target=asked.acidity.target,
        requirements=found,
        product=remedy.product,
        in_shed=remedy.in_shed,
        share=share,
        wanted=wanted,
        once=once,
        later_g_m2=later,
        brings_g_m2=remedy.product.contents.available * once.value,
        due_on=asked.free_from,
        done_on=done,
        retest_on=(done or asked.free_from) + timedelta(RETEST_DAYS),
        findings=findings,
    )
