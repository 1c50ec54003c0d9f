"""What is known of a place's soil, out of all its reports.

Each analyte is read from the newest report that has it, by one extractant; so is pH, and so is
organic matter. A kit never displaces a laboratory's value that is still fresh.
"""

from collections.abc import Iterable
from dataclasses import dataclass
from datetime import date

from eznel.core.document import Analyte, Extractant, SoilReport
from eznel.core.reference import Band
from eznel.core.soil.ratings import Ground, Rating, rate

STALE_YEARS = 3


@dataclass(frozen=True, slots=True)
class Unrated:
    """A value without bands: by that extract nobody has said what it means."""

    analyte: Analyte
    extractant: Extractant
    unit: str
    """The unit that bands for it would have. [name]"""


@dataclass(frozen=True, slots=True)
class Reading:
    """The newest of everything. `rated` by analyte; `unrated` have no bands by their extract."""

    newest: SoilReport | None = None
    ph: SoilReport | None = None
    organic: SoilReport | None = None
    salts: SoilReport | None = None
    charge: SoilReport | None = None
    rated: tuple[Rating, ...] = ()
    unrated: tuple[Unrated, ...] = ()

    @property
    def ratings(self) -> dict[str, Rating]:
        """The rated values by analyte."""
        return {rating.analyte: rating for rating in self.rated}


def age_years(report: SoilReport, today: date) -> float:
    """Return how old a report is.

    Parameters
    ----------
    report : SoilReport
        The report.
    today : date
        The garden's date.

    Returns
    -------
    float
        Age. [years]
    """
    return (today - report.sampled_on).days / 365.25


def is_stale(report: SoilReport, today: date) -> bool:
    """Return whether a report is too old to say much.

    Parameters
    ----------
    report : SoilReport
        The report.
    today : date
        The garden's date.

    Returns
    -------
    bool
        True after STALE_YEARS.
    """
    return age_years(report, today) > STALE_YEARS


def read(
    reports: Iterable[SoilReport], today: date, ground: Ground, bands: tuple[Band, ...]
) -> Reading:
    """Return what is known out of the reports on one place.

    Parameters
    ----------
    reports : iterable of SoilReport
        In any order; those from the future are not used yet.
    today : date
        The garden's date.
    ground : Ground
        Density and texture of the place. [g/mL]
    bands : tuple of Band
        The grower's own first, then the catalogue's.

    Returns
    -------
    Reading
        The newest of everything.
    """
    past = sorted(
        (r for r in reports if r.sampled_on <= today),
        key=lambda r: (not (r.is_kit or is_stale(r, today)), r.sampled_on, str(r.id)),
        reverse=True,
    )
    if not past:
        return Reading()
    rated: dict[str, Rating] = {}
    unrated: dict[str, Unrated] = {}
    for report in past:
        for value in report.values:
            if value.analyte in rated:
                continue
            found = rate(value, report, ground, bands)
            if found is None:
                extractant = value.extractant or report.extractant
                unit = value.unit if value.unit in ("mg/dm3", "mg/L") else "mg/kg"
                unrated.setdefault(value.analyte, Unrated(value.analyte, extractant, unit))
            else:
                rated[value.analyte] = found
    return Reading(
        newest=past[0],
        ph=next((r for r in past if r.ph is not None), None),
        organic=next((r for r in past if r.om_pct is not None), None),
        salts=next((r for r in past if r.ec is not None), None),
        charge=next((r for r in past if r.cec_cmol_kg is not None or r.values), None),
        rated=tuple(rated.values()),
        unrated=tuple(one for analyte, one in unrated.items() if analyte not in rated),
    )
