"""Soil test values against the bands of their own extractant.

An extractant's number is never converted to another's: each has bands of its own, and a value
without bands gets no class. Bands are read on the basis they are printed for: mass of soil, volume
of soil, or a mix's own extract. In a light mix the value is scaled to the soil that is really
there. The laboratory's own rating wins over a table of the grower's, and that over ours.
"""

from dataclasses import dataclass

from eznel.core.document import Analyte, BandTable, Extractant, SoilClass, SoilReport, SoilValue
from eznel.core.reference import Band
from eznel.core.soil.units import by_mass, by_volume, in_extract
from eznel.core.working import Finding, Level, Origin, Quantity, Worked

CLASSES: tuple[SoilClass, ...] = ("very_low", "low", "medium", "high", "very_high")

LIGHT_MIX_G_ML = 1.0
FIELD_SOIL_G_ML = 1.25
"""A mix lighter than the first is read as if its soil were spread as thin as it is."""

_EQUAL = 1e-9
"""A value on a bound stays on it in whatever unit it was printed."""

SAMPLE_SPREAD, COMPOSITE_SPREAD = 0.15, 0.25
"""How far another sample from the same place would differ; from one of several places, further."""


@dataclass(frozen=True, slots=True)
class Rating:
    """One value read: its class, where that comes from, and how sure it is.

    A kit gives a class without a number: then there is nothing to compare.
    """

    value: SoilValue
    report: SoilReport
    extractant: Extractant
    soil_class: SoilClass
    origin: Origin
    compared: Worked | None
    band: Band | None
    bounds: tuple[float, ...]
    spread: float
    likely: tuple[SoilClass, SoilClass]
    """The lowest and the highest class that another sample may get."""
    findings: tuple[Finding, ...] = ()

    @property
    def analyte(self) -> Analyte:
        """What was measured."""
        return self.value.analyte

    @property
    def per_mass(self) -> Worked | None:
        """The value per mass of soil, where it has one. [mg/kg]"""
        return by_mass(self.value, self.report)


@dataclass(frozen=True, slots=True)
class Ground:
    """What the bands depend on in the place itself. No density for tubs. [g/mL]"""

    density_g_ml: float | None
    density_origin: Origin | None
    texture: str | None


def own_band(table: BandTable) -> Band:
    """Return a table of the grower's as bands.

    Parameters
    ----------
    table : BandTable
        As typed.

    Returns
    -------
    Band
        Its basis is where it is printed.
    """
    return Band(
        **table.model_dump(exclude={"id", "source"}),
        basis=table.source,
        confidence="high",
        own=True,
    )


def find_band(bands: tuple[Band, ...], value: SoilValue, report: SoilReport) -> Band | None:
    """Return the bands for a value: same extractant and analyte, same basis if there is one.

    Parameters
    ----------
    bands : tuple of Band
        The grower's own first, then the catalogue's.
    value : SoilValue
        The value.
    report : SoilReport
        The report it stands in.

    Returns
    -------
    Band or None
        None where the extractant is not used for the analyte.
    """
    extractant = value.extractant or report.extractant
    fitting = [b for b in bands if b.extractant == extractant and b.analyte == value.analyte]
    basis = value.unit if value.unit in ("mg/dm3", "mg/L") else "mg/kg"
    return next((b for b in fitting if b.unit == basis), fitting[0] if fitting else None)


def rate(
    value: SoilValue, report: SoilReport, ground: Ground, bands: tuple[Band, ...]
) -> Rating | None:
    """Return the class of a value in a place.

    Parameters
    ----------
    value : SoilValue
        One analyte.
    report : SoilReport
        The report it stands in.
    ground : Ground
        Density and texture of the place. [g/mL]
    bands : tuple of Band
        The grower's own first, then the catalogue's.

    Returns
    -------
    Rating or None
        None where there are no bands for this extractant and analyte, and no word of the
        laboratory's.
    """
    band = find_band(bands, value, report)
    compared = _compared(value, report, ground, band) if band else None
    spread = COMPOSITE_SPREAD if report.composite else SAMPLE_SPREAD
    if band is None or compared is None:
        return _by_word(value, report, spread)
    factor = _texture_factor(band, ground.texture)
    bounds = tuple(b * factor for b in (band.low, band.medium, band.high, band.very_high))
    ours, low, high = (
        CLASSES[sum(compared.value * part >= bound * (1 - _EQUAL) for bound in bounds)]
        for part in (1, 1 - spread, 1 + spread)
    )
    word = value.lab_rating
    return Rating(
        value=value,
        report=report,
        extractant=band.extractant,
        soil_class=word or ours,
        origin=Origin.LAB if word else Origin.TYPED if band.own else Origin.TYPICAL,
        compared=compared,
        band=band,
        bounds=bounds,
        spread=spread,
        likely=(word, word) if word else (low, high),
        findings=_beyond(value, compared.value, band),
    )


def _by_word(value: SoilValue, report: SoilReport, spread: float) -> Rating | None:
    """A class without a number that could be compared: a kit's is one class either way."""
    if value.lab_rating is None:
        return None
    at = CLASSES.index(value.lab_rating)
    wide = 1 if report.is_kit else 0
    return Rating(
        value=value,
        report=report,
        extractant=value.extractant or report.extractant,
        soil_class=value.lab_rating,
        origin=Origin.LAB,
        compared=None,
        band=None,
        bounds=(),
        spread=spread,
        likely=(CLASSES[max(at - wide, 0)], CLASSES[min(at + wide, len(CLASSES) - 1)]),
    )


def _compared(value: SoilValue, report: SoilReport, ground: Ground, band: Band) -> Worked | None:
    """The value on its bands' basis, in a light mix as thin as it is spread."""
    ways = {"mg/kg": by_mass, "mg/dm3": by_volume, "mg/L": in_extract}
    found = ways[band.unit](value, report)
    density = ground.density_g_ml
    if found is None or density is None or density >= LIGHT_MIX_G_ML or band.unit == "mg/L":
        return found
    return found.then(
        "light_mix_value",
        found.value * density / FIELD_SOIL_G_ML,
        band.unit,
        Quantity("test_value", found.value, band.unit, Origin.LAB, report.lab),
        Quantity("density_g_ml", density, "g/mL", ground.density_origin or Origin.ASSUMED),
        Quantity("field_density_g_ml", FIELD_SOIL_G_ML, "g/mL", Origin.FIXED),
    )


def _texture_factor(band: Band, texture: str | None) -> float:
    if texture in ("sand", "sandy_loam"):
        return band.sand_factor
    return band.clay_factor if texture in ("clay_loam", "clay") else 1.0


def _beyond(value: SoilValue, compared: float, band: Band) -> tuple[Finding, ...]:
    if band.caution_above is None or compared <= band.caution_above:
        return ()
    return (
        Finding(
            "soil_value_very_high",
            Level.NOTE,
            numbers=(Quantity("caution_above", band.caution_above, band.unit, Origin.TYPICAL),),
            names=(value.analyte,),
        ),
    )
