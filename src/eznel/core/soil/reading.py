"""What is known of a place's soil, out of all its reports.

Each analyte is read from the newest report that has it, by one extractant; so is pH, and so is
organic matter. A kit never displaces a laboratory's value that is still fresh. Where two reports of
one year contradict each other, the lower dose of the two holds until that is answered.
"""

from collections.abc import Iterable
from dataclasses import dataclass
from datetime import date

from eznel.core.document import Analyte, Extractant, SoilReport
from eznel.core.reference import Band
from eznel.core.soil.ratings import CLASSES, Ground, Rating, rate

STALE_YEARS = 3

YEAR_DAYS = 365
CLASSES_APART = 2
PH_APART = 1.0
"""Reports of one place within a year do not differ by more than a class and a half, or this."""
MIDDLE_PH = 6.5
"""What is nearest to it wants least lime or sulphur."""
DOSED: tuple[Analyte, ...] = ("P", "K", "Ca", "Mg", "S")


@dataclass(frozen=True, slots=True)
class Contradiction:
    """Two ratings of one analyte, the newer first, that cannot both be right."""

    newer: Rating
    older: Rating

    @property
    def richer(self) -> Rating:
        """The one by which less is given."""
        return max(self.newer, self.older, key=lambda one: CLASSES.index(one.soil_class))


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
    contradicted: tuple[Contradiction, ...] = ()

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
    contradicted: dict[str, Contradiction] = {}
    for report in past:
        for value in report.values:
            first = rated.get(value.analyte)
            if first is not None and (report.is_kit or not _of_one_year(first.report, report)):
                continue
            found = rate(value, report, ground, bands)
            if first is not None:
                if found is not None and _contradict(first, found):
                    contradicted.setdefault(value.analyte, Contradiction(first, found))
                continue
            if found is None:
                extractant = value.extractant or report.extractant
                unit = value.unit if value.unit in ("mg/dm3", "mg/L") else "mg/kg"
                unrated.setdefault(value.analyte, Unrated(value.analyte, extractant, unit))
            else:
                rated[value.analyte] = found
    rated |= {analyte: pair.richer for analyte, pair in contradicted.items()}
    return Reading(
        newest=past[0],
        ph=_ph(past),
        organic=next((r for r in past if r.om_pct is not None), None),
        salts=next((r for r in past if r.ec is not None), None),
        charge=next((r for r in past if r.cec_cmol_kg is not None or r.values), None),
        rated=tuple(rated.values()),
        unrated=tuple(one for analyte, one in unrated.items() if analyte not in rated),
        contradicted=tuple(contradicted.values()),
    )


def _of_one_year(one: SoilReport, other: SoilReport) -> bool:
    return abs((one.sampled_on - other.sampled_on).days) <= YEAR_DAYS


def _contradict(newer: Rating, older: Rating) -> bool:
    apart = abs(CLASSES.index(newer.soil_class) - CLASSES.index(older.soil_class))
    same = newer.extractant == older.extractant and newer.analyte in DOSED
    return same and not newer.report.is_kit and apart >= CLASSES_APART


def ph_contradicts(one: SoilReport, other: SoilReport) -> bool:
    """Return whether the pH of two reports of one place cannot both be right.

    Parameters
    ----------
    one : SoilReport
        A report.
    other : SoilReport
        Another.

    Returns
    -------
    bool
        True where they are of one year, measured alike, and more than one apart.
    """
    if one.ph is None or other.ph is None or one.ph_in != other.ph_in:
        return False
    return _of_one_year(one, other) and abs(one.ph - other.ph) > PH_APART


def _ph(past: list[SoilReport]) -> SoilReport | None:
    """The newest with a pH; of those that contradict it, the one that wants least correction."""
    known = [report for report in past if report.ph is not None]
    rivals = [one for one in known if ph_contradicts(known[0], one)]
    return min((*known[:1], *rivals), key=lambda r: abs((r.ph or 0) - MIDDLE_PH), default=None)
