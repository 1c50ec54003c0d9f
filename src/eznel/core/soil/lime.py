"""Lime and sulphur: how much the soil asks for by each method that a report allows.

Every method answers in pure calcium carbonate for the layer that is worked, so that they can stand
side by side. Buffer methods are published for layers of 8 in or 17 cm and for tons or pounds an
acre; they are scaled by depth. The laboratory's own recommendation comes first and is only scaled
by its lime and its depth.

Methods: Mehlich buffer (Mehlich 1976; a buffer reading becomes acidity, and the share of it
between the pH and the target is limed), SMP (Shoemaker, McLean and Pratt 1961; the Sikora buffer of
2006 reads alike and is used with the same rows), Adams-Evans (Adams and Evans 1962; Moore-Sikora
reads alike). By texture: rules of extension services.
"""

from collections.abc import Iterator
from dataclasses import dataclass
from math import sqrt
from typing import NamedTuple

from eznel.core.document import SoilReport
from eznel.core.nutrients import ATOMIC_WEIGHT, CACO3
from eznel.core.places import soil_mass
from eznel.core.soil.acidity import mehlich_acidity, ph_in_water
from eznel.core.working import Origin, Quantity, Worked

TON_ACRE_G_M2 = 224.1702
POUND_ACRE_G_M2 = 0.1120851
LAYER_8_IN_M = 0.2032
LAYER_17_CM_M = 0.17
LAYER_15_CM_M = 0.15
FIELD_DENSITY_G_ML = 1.33

MEHLICH_FULL_PH, MEHLICH_MOST_TARGET = 6.6, 6.5
_SMP = {6.0: (49.3, 0.71), 6.5: (60.4, 0.87), 6.8: (71.4, 1.03)}
"""SMP rows as straight lines: short tons an acre for 8 in to reach each pH, which are the first
less the second times ten times the buffer."""

PER_UNIT_G_M2 = {
    "sand": 130.0, "sandy_loam": 220.0, "loam": 340.0, "silt_loam": 420.0, "clay_loam": 500.0,
    "clay": 500.0,
}  # fmt: skip
"""Calcium carbonate per pH unit and 15 cm, by texture."""

SULPHUR_G_M2 = {
    "sand": 50.0, "sandy_loam": 75.0, "loam": 100.0, "silt_loam": 100.0, "clay_loam": 125.0,
    "clay": 150.0,
}  # fmt: skip
"""Sulphur per pH unit and 15 cm, by texture."""

MOST_LIME_G_M2 = 250.0
MOST_SULPHUR_G_M2 = 70.0
"""Of product in one application: more upsets the top of the soil."""


@dataclass(frozen=True, slots=True)
class Layer:
    """The soil that lime is worked into. [m, g/mL]"""

    depth_m: float
    density_g_ml: float
    texture: str | None
    density_from: Origin = Origin.TYPED


@dataclass(frozen=True, slots=True)
class Requirement:
    """What one method asks for. [g/m² of pure calcium carbonate]"""

    method: str
    pure: Worked


def requirements_for(report: SoilReport, target: float, layer: Layer) -> tuple[Requirement, ...]:
    """Return the lime that a report asks for; nothing without a measured pH.

    Parameters
    ----------
    report : SoilReport
        The report.
    target : float
        pH wanted, in water. [pH]
    layer : Layer
        The soil worked. [m, g/mL]

    Returns
    -------
    tuple of Requirement
        In order of trust.
    """
    ph = ph_in_water(report)
    return () if ph is None else requirements(report, ph=ph.value, target=target, layer=layer)


def requirements(
    report: SoilReport, *, ph: float, target: float, layer: Layer
) -> tuple[Requirement, ...]:
    """Return the lime by each method that a report allows: laboratory, buffer, texture.

    Parameters
    ----------
    report : SoilReport
        The report.
    ph : float
        Measured, in water. [pH]
    target : float
        Wanted, in water. [pH]
    layer : Layer
        The soil worked. [m, g/mL]

    Returns
    -------
    tuple of Requirement
        In order of trust; 0 at or above the target. [g/m²]
    """
    found = _by_each(report, ph, target, layer)
    return tuple(Requirement(method, pure) for method, pure in found)


def _by_each(
    report: SoilReport, ph: float, target: float, layer: Layer
) -> Iterator[tuple[str, Worked]]:
    if report.lime is not None:
        yield "lab", _by_laboratory(report, layer)
    if report.buffer is not None:
        ways = {"Mehlich": _mehlich, "SMP": _smp, "Sikora": _smp}
        yield (
            report.buffer.method,
            ways.get(report.buffer.method, _adams_evans)(report, ph, target, layer),
        )
    if layer.texture in PER_UNIT_G_M2:
        yield "texture", _by_texture(ph, target, layer)


def _by_laboratory(report: SoilReport, layer: Layer) -> Worked:
    said = report.lime
    assert said is not None
    return Worked.first(
        "lime_by_laboratory",
        said.amount.g_per_m2 * said.cce_pct / 100 * layer.depth_m / said.depth.m,
        "g/m²",
        Quantity("recommended", said.amount.g_per_m2, "g/m²", Origin.LAB, report.lab),
        Quantity("lab_cce_pct", said.cce_pct, "%", Origin.LAB),
        Quantity("lab_depth_m", said.depth.m, "m", Origin.LAB),
        _depth(layer),
    )


def _mehlich(report: SoilReport, ph: float, target: float, layer: Layer) -> Worked:
    acid = mehlich_acidity(report)
    assert acid is not None
    held = min(target, MEHLICH_MOST_TARGET)
    share = min(max((held - ph) / (MEHLICH_FULL_PH - ph), 0.0), 1.0) if ph < held else 0.0
    return acid.then(
        "lime_by_mehlich",
        acid.value * share * TON_ACRE_G_M2 * layer.depth_m / LAYER_8_IN_M,
        "g/m²",
        Quantity("acid_cmol_l", acid.value, "cmol/L"),
        Quantity("ph", ph, "pH", Origin.LAB),
        Quantity("target", held, "pH", Origin.TYPICAL),
        _depth(layer),
    )


def _smp(report: SoilReport, ph: float, target: float, layer: Layer) -> Worked:
    assert report.buffer is not None
    held = min(max(target, 6.0), 6.8)
    low, high = (6.0, 6.5) if held <= 6.5 else (6.5, 6.8)
    of_low, of_high = _smp_row(report, low), _smp_row(report, high)
    table = Worked.first(
        "smp_table",
        of_low.value + (of_high.value - of_low.value) * (held - low) / (high - low),
        "ton/acre",
        Quantity("low_tons", of_low.value, "ton/acre"),
        Quantity("high_tons", of_high.value, "ton/acre"),
        Quantity("target", held, "pH", Origin.TYPICAL),
        Quantity("low_ph", low, "pH", Origin.TYPICAL),
        Quantity("high_ph", high, "pH", Origin.TYPICAL),
    ).after(of_low, of_high)
    needed = table.value if ph < target else 0.0
    return table.then(
        "lime_from_tons",
        needed * TON_ACRE_G_M2 * layer.depth_m / LAYER_8_IN_M,
        "g/m²",
        Quantity("tons", needed, "ton/acre"),
        _depth(layer),
    )


def _smp_row(report: SoilReport, to_ph: float) -> Worked:
    """Lime to reach one of the table's pH, in short tons an acre for 8 in."""
    assert report.buffer is not None
    start, slope = _SMP[to_ph]
    return Worked.first(
        "smp_row",
        max(start - slope * 10 * report.buffer.value, 0.0),
        "ton/acre",
        Quantity("row_start", start, "ton/acre", Origin.TYPICAL, str(to_ph)),
        Quantity("row_slope", slope, "ton/acre", Origin.TYPICAL, str(to_ph)),
        Quantity("buffer_ph", report.buffer.value, "pH", Origin.LAB, report.lab),
    )


def _adams_evans(report: SoilReport, ph: float, target: float, layer: Layer) -> Worked:
    assert report.buffer is not None
    now, then = _acid_share(ph, Origin.LAB), _acid_share(target, Origin.TYPICAL)
    pounds = (
        12_000 * max(8.0 - report.buffer.value, 0.0) * max(now.value - then.value, 0.0) / now.value
    )
    return Worked.first(
        "lime_by_acid_share",
        pounds * POUND_ACRE_G_M2 * layer.depth_m / LAYER_17_CM_M,
        "g/m²",
        Quantity("buffer_ph", report.buffer.value, "pH", Origin.LAB, report.lab),
        Quantity("acid_share", now.value, ""),
        Quantity("acid_share_then", then.value, ""),
        _depth(layer),
    ).after(now, then)


def _acid_share(ph: float, origin: Origin) -> Worked:
    """Share of the exchange sites that is acid: smaller root of pH = 7.79 − 5.55 h + 2.27 h²
    (Adams and Evans 1962)."""
    root = 5.55**2 - 4 * 2.27 * (7.79 - ph)
    share = min((5.55 - sqrt(max(root, 0.0))) / (2 * 2.27), 1.0) if ph < 7.79 else 1e-9
    return Worked.first("acid_share", share, "", Quantity("ph", ph, "pH", origin))


def _by_texture(ph: float, target: float, layer: Layer) -> Worked:
    assert layer.texture is not None
    per_unit = PER_UNIT_G_M2[layer.texture]
    return Worked.first(
        "lime_by_texture",
        per_unit
        * max(target - ph, 0.0)
        * layer.density_g_ml
        / FIELD_DENSITY_G_ML
        * layer.depth_m
        / LAYER_15_CM_M,
        "g/m²",
        Quantity("per_unit", per_unit, "g/m²", Origin.TYPICAL, layer.texture),
        Quantity("ph", ph, "pH", Origin.LAB),
        Quantity("target", target, "pH", Origin.TYPICAL),
        Quantity("density_g_ml", layer.density_g_ml, "g/mL", layer.density_from),
        _depth(layer),
    )


def _depth(layer: Layer) -> Quantity:
    return Quantity("depth_m", layer.depth_m, "m", Origin.MEASURED)


class Split(NamedTuple):
    """What goes on now, and what waits for a new pH. [g/m²]"""

    now: float
    later: float


def at_once(product_g_m2: float, most_g_m2: float) -> Split:
    """Return how much of a product goes on now, and how much waits for a new pH.

    Parameters
    ----------
    product_g_m2 : float
        In all. [g/m²]
    most_g_m2 : float
        In one application. [g/m²]

    Returns
    -------
    Split
        Now and later. [g/m²]
    """
    now = min(product_g_m2, most_g_m2)
    return Split(now, product_g_m2 - now)


def sulphur(*, ph: float, target: float, layer: Layer) -> Worked | None:
    """Return the sulphur that lowers pH to a target, by texture.

    Parameters
    ----------
    ph : float
        Measured, in water. [pH]
    target : float
        Wanted, in water. [pH]
    layer : Layer
        The soil worked. [m, g/mL]

    Returns
    -------
    Worked or None
        Pure sulphur; None where nobody knows the texture. [g/m²]
    """
    if layer.texture is None:
        return None
    per_unit = SULPHUR_G_M2[layer.texture]
    return Worked.first(
        "sulphur_by_texture",
        per_unit * max(ph - target, 0.0) * layer.depth_m / LAYER_15_CM_M,
        "g/m²",
        Quantity("per_unit", per_unit, "g/m²", Origin.TYPICAL, layer.texture),
        Quantity("ph", ph, "pH", Origin.LAB),
        Quantity("target", target, "pH", Origin.TYPICAL),
        _depth(layer),
    )


def sulphur_eaten(free_lime_pct: float, layer: Layer) -> Worked:
    """Return the sulphur that free lime uses up before pH can fall at all.

    Sulphur becomes acid that dissolves lime: an atom of sulphur for a molecule of carbonate.

    Parameters
    ----------
    free_lime_pct : float
        Free calcium carbonate in the soil. [%]
    layer : Layer
        The soil worked. [m, g/mL]

    Returns
    -------
    Worked
        Pure sulphur. [g/m²]
    """
    mass = soil_mass(
        depth_m=layer.depth_m, density_g_ml=layer.density_g_ml, origin=layer.density_from
    )
    share = ATOMIC_WEIGHT["S"] / CACO3
    return Worked.first(
        "sulphur_eaten",
        mass.value * 1000 * free_lime_pct / 100 * share,
        "g/m²",
        Quantity("soil_kg_m2", mass.value, "kg/m²"),
        Quantity("free_lime_pct", free_lime_pct, "%", Origin.LAB),
        Quantity("sulphur_share", share, "", Origin.FIXED),
    ).after(mass)
