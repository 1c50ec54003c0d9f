"""Soil pH against what the crops want. Ranges are for pH in water."""

from dataclasses import dataclass
from typing import NamedTuple

from eznel.core.document import SoilReport
from eznel.core.working import Finding, Level, Origin, Quantity, Worked

CACL2_TO_WATER = 0.5
"""pH in dilute calcium chloride reads about this much lower than in water."""


class PhRange(NamedTuple):
    """The lowest and the highest pH that a crop thrives in."""

    low: float
    high: float


GENERAL_RANGE = PhRange(6.0, 7.0)
"""What most vegetables like: for ground where nothing is planned yet."""

KIT_SPREAD = 0.5
"""How far a colour kit may be off."""

PLANTABLE_PH = PhRange(4.5, 8.8)
"""Beyond these nothing new is planted until pH is corrected; what stands there is fed."""

HARMLESS_PH = 7.5
"""Up to here most crops above their range miss little."""

ACID_TOP = 6.5
"""A crop whose range ends here or below wants acid soil."""


@dataclass(frozen=True, slots=True)
class Acidity:
    """pH in water, the range wanted, and what to say about it."""

    ph: Worked
    low: float
    high: float
    target: float
    findings: tuple[Finding, ...]
    planted: bool
    """Whether the range is that of crops planned there, or of vegetables in general."""
    wants_acid: bool
    """Whether every crop planned there wants acid soil."""

    @property
    def below(self) -> bool:
        """Whether the soil is too acid for the crops."""
        return self.ph.value < self.low

    @property
    def plantable(self) -> bool:
        """Whether something new may be planted before pH is corrected."""
        return PLANTABLE_PH.low <= self.ph.value <= PLANTABLE_PH.high


def ph_in_water(report: SoilReport) -> Worked | None:
    """Return the report's pH as measured in water.

    Parameters
    ----------
    report : SoilReport
        The report.

    Returns
    -------
    Worked or None
        pH; None where none was measured. [pH]
    """
    if report.ph is None:
        return None
    printed = Quantity("printed_ph", report.ph, "pH", Origin.LAB, report.lab)
    if report.ph_in == "water":
        return Worked.first("ph_as_printed", report.ph, "pH", printed)
    return Worked.first("ph_from_cacl2", report.ph + CACL2_TO_WATER, "pH", printed)


def mehlich_acidity(report: SoilReport) -> Worked | None:
    """Return the acidity that a Mehlich buffer found (Mehlich 1976): (6.6 − buffer pH) / 0.25.

    Parameters
    ----------
    report : SoilReport
        The report.

    Returns
    -------
    Worked or None
        Exchangeable acidity; None without that buffer. [cmol/L]
    """
    if report.buffer is None or report.buffer.method != "Mehlich":
        return None
    read = Quantity("buffer_ph", report.buffer.value, "pH", Origin.LAB, report.lab)
    return Worked.first("mehlich_acidity", max((6.6 - read.value) / 0.25, 0.0), "cmol/L", read)


def acidity(report: SoilReport, ranges: tuple[PhRange, ...]) -> Acidity | None:
    """Return where the pH stands against the range common to the crops planned there.

    Parameters
    ----------
    report : SoilReport
        The report.
    ranges : tuple of PhRange
        Of each crop, the main crop first. [pH]

    Returns
    -------
    Acidity or None
        None without a measured pH. Without a common range the main crop's counts, without a crop
        that of most vegetables; the target is the middle of the range.
    """
    ph = ph_in_water(report)
    if ph is None:
        return None
    planted = bool(ranges)
    ranges = ranges or (GENERAL_RANGE,)
    low, high = max(low for low, _ in ranges), min(high for _, high in ranges)
    if low > high:
        low, high = ranges[0]
    findings: list[Finding] = []
    if not low <= ph.value <= high:
        harmless = high < ph.value <= HARMLESS_PH
        findings.append(
            Finding(
                "ph_low" if ph.value < low else "ph_high",
                Level.NOTE if harmless else Level.WARNING,
                field="ph",
                numbers=(
                    Quantity("ph", ph.value, "", Origin.LAB, report.lab),
                    Quantity("low", low, "", Origin.TYPICAL),
                    Quantity("high", high, "", Origin.TYPICAL),
                ),
            )
        )
        if report.is_kit:
            number = Quantity("kit_spread", KIT_SPREAD, "", Origin.TYPICAL)
            findings.append(Finding("ph_by_kit", Level.NOTE, field="ph", numbers=(number,)))
    wants_acid = planted and all(one.high <= ACID_TOP for one in ranges)
    return Acidity(ph, low, high, (low + high) / 2, tuple(findings), planted, wants_acid)
