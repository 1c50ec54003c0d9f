"""Causes of what is seen by their odds: how common each is, times what every evidence says.

Plain Bayes with ratios that are data: a cause's weight is how many of a hundred troubles of this
crop at this stage it is, moved by what this garden turned out to have, times the ratio of every
sign that was seen, of every fact that is known, and of every check that was made. What a cause has
no row for says nothing where it is a fact or a check, and speaks against it where it is a sign.
"""

from collections.abc import Iterator, Mapping
from dataclasses import dataclass, field

from eznel.core.reference import ANY, Commonness, Crop, EvidenceKind, Ratio, Symptoms, names_of

GARDEN_WEIGHS = 20.0
"""A garden's own findings weigh as much as the catalogue once there are so many. [count]"""
BESIDE = 2.0
"""Who is within this factor of the likeliest is named beside it."""


@dataclass(frozen=True, slots=True, kw_only=True)
class Case:
    """A plant that something is the matter with."""

    crop: Crop
    stage: str | None
    signs: tuple[str, ...]
    facts: Mapping[str, bool] = field(default_factory=dict)
    """What its records say; what is not known is not there."""
    checked: Mapping[str, str] = field(default_factory=dict)
    """Outcomes of the checks that were made."""
    found: Mapping[str, int] = field(default_factory=dict)
    """How often a cause turned out to be the one here. [count]"""


@dataclass(frozen=True, slots=True)
class Evidence:
    """What a sign, a fact or a check says of a cause: above one for it, below against."""

    kind: EvidenceKind
    key: str
    outcome: str
    ratio: float
    row: Ratio


@dataclass(frozen=True, slots=True)
class Suspect:
    """A cause with its share of the odds, and how that came about."""

    cause: str
    share: float
    """Of all causes together. [1/1]"""
    in_100: float
    """How common it is here, before anything was seen."""
    evidence: tuple[Evidence, ...]


def suspects(case: Case, symptoms: Symptoms) -> tuple[Suspect, ...]:
    """Return the causes that can be behind what was seen.

    Parameters
    ----------
    case : Case
        Crop, stage, what was seen, what is known.
    symptoms : Symptoms
        The tables.

    Returns
    -------
    tuple of Suspect
        All that occur on the crop at its stage, the likeliest first; their shares add up to one.
    """
    common = _common(case, symptoms)
    told = {cause: tuple(_evidence(cause, case, symptoms)) for cause in common}
    weights = {cause: common[cause] * _product(told[cause]) for cause in common}
    total = sum(weights.values())
    found = [
        Suspect(cause, weight / total, common[cause], told[cause])
        for cause, weight in weights.items()
    ]
    return tuple(sorted(found, key=lambda one: (-one.share, one.cause)))


def named(suspects_: tuple[Suspect, ...]) -> tuple[Suspect, ...]:
    """Return the likeliest cause, with those that are nearly as likely.

    Parameters
    ----------
    suspects_ : tuple of Suspect
        The likeliest first.

    Returns
    -------
    tuple of Suspect
        At least the first.
    """
    most = suspects_[0].share
    return tuple(one for one in suspects_ if one.share * BESIDE > most)


def signs_of(crop: Crop, stage: str | None, symptoms: Symptoms) -> tuple[str, ...]:
    """Return the signs that a crop can show, those that are likeliest at its stage in front.

    Parameters
    ----------
    crop : Crop
        One of the catalogue's.
    stage : str or None
        The stage that it is in.
    symptoms : Symptoms
        The tables.

    Returns
    -------
    tuple of str
        Keys of signs: ranked by how common their causes are, times what they say of them.
    """
    common = _common(Case(crop=crop, stage=stage, signs=()), symptoms)
    names = set(names_of(crop))
    mine = {key for key, sign in symptoms.signs.items() if names & set(sign.of)}
    weights = dict.fromkeys(mine, 0.0)
    for row in symptoms.ratios:
        if row.evidence == "sign" and row.key in mine:
            weights[row.key] += common.get(row.cause, 0.0) * row.ratio
    return tuple(sorted(mine, key=lambda key: (-weights[key], key)))


def _common(case: Case, symptoms: Symptoms) -> dict[str, float]:
    """How many of a hundred each cause is here; the garden's own count in as further troubles."""
    rows = {key: _closest(case, of) for key, of in symptoms.common_of.items()}
    weights = {key: row.in_100 for key, row in rows.items() if row is not None and row.in_100 > 0}
    total = sum(weights.values())
    seen = {key: case.found.get(key, 0) for key in weights}
    whole = GARDEN_WEIGHS + sum(seen.values())
    return {
        key: 100 * (GARDEN_WEIGHS * weight / total + seen[key]) / whole
        for key, weight in weights.items()
    }


def _closest(case: Case, rows: list[Commonness]) -> Commonness | None:
    """The row that is closest to the crop; of a crop's own, the one of its stage."""
    for name in names_of(case.crop):
        mine = [row for row in rows if row.of == name]
        at_stage = [row for row in mine if case.stage in row.stages]
        always = [row for row in mine if not row.stages]
        if at_stage or always:
            return (at_stage or always)[0]
    return None


def _evidence(cause: str, case: Case, symptoms: Symptoms) -> Iterator[Evidence]:
    rows = symptoms.ratio_of
    unusual = rows.get((cause, "sign", ANY, "")) or rows[ANY, "sign", ANY, ""]
    for sign in case.signs:
        row = rows.get((cause, "sign", sign, ""), unusual)
        yield Evidence("sign", sign, "", row.ratio, row)
    for fact, holds in case.facts.items():
        outcome = "yes" if holds else "no"
        row_of = rows.get((cause, "fact", fact, outcome))
        if row_of is not None:
            yield Evidence("fact", fact, outcome, row_of.ratio, row_of)
    for check, outcome in case.checked.items():
        row_of = rows.get((cause, "check", check, outcome))
        if row_of is not None:
            yield Evidence("check", check, outcome, row_of.ratio, row_of)


def _product(evidence: tuple[Evidence, ...]) -> float:
    product = 1.0
    for one in evidence:
        product *= one.ratio
    return product
