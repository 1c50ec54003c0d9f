"""Sums that read a soil report: its pH, its numbers in any unit, their class, its salts."""

from datetime import date

from eznel.core.document import BufferPh, Conductivity, SoilReport, SoilValue
from eznel.core.document.report import CHARGED, ELEMENT_PRINTED_AS
from eznel.core.errors import Impossible
from eznel.core.reference import Catalogue
from eznel.core.soil.lime import (
    FIELD_DENSITY_G_ML,
    PER_UNIT_G_M2,
    Layer,
    requirements_for,
    sulphur,
)
from eznel.core.soil.ratings import Ground, rate
from eznel.core.soil.salts import paste_ec
from eznel.core.soil.units import by_mass, mg_per_cmol
from eznel.core.sums.sheet import NO_GARDEN, Answer, Blank, Sheet, Sum, answered, percent
from eznel.core.working import Level, Origin

_METHODS = ("texture", "Mehlich", "SMP", "Sikora", "Adams-Evans", "Moore-Sikora")
_TEXTURES = tuple(PER_UNIT_G_M2)
_EXTRACTS = ("1:2", "1:5")
_BOUNDS = ("from_low_mg_kg", "from_medium_mg_kg", "from_high_mg_kg", "from_very_high_mg_kg")
_PRINTED = ("mg/kg", "mg/100g", "mg/dm3", "cmol/kg", "kg/ha", "lb/acre")
_COUNTED = ("P", "P2O5", "K", "K2O", "Ca", "CaO", "Mg", "MgO", "Na")


def _report(
    ph: float, buffer: BufferPh | None = None, ec: Conductivity | None = None
) -> SoilReport:
    """What stands in a report, without a laboratory, a day or a place that would count."""
    return SoilReport(
        id=NO_GARDEN, lab="-", sampled_on=date(2000, 1, 1), places=(), ph=ph, buffer=buffer, ec=ec
    )


def _layer(sheet: Sheet) -> Layer:
    return Layer(sheet.plain("depth_m"), FIELD_DENSITY_G_ML, sheet.said["texture"], Origin.TYPICAL)


def _lime_need(sheet: Sheet) -> Answer:
    """By a buffer where the laboratory has measured one, by texture where nobody has."""
    method, target = sheet.said["method"], sheet.plain("target")
    buffer = None
    if method != "texture":
        buffer = BufferPh.model_validate({"method": method, "value": sheet.plain("buffer_ph")})
    found = requirements_for(_report(sheet.plain("ph"), buffer), target, _layer(sheet))
    pure = next(one.pure for one in found if one.method == method)
    sheet.follow(pure, "pure_g_m2")
    return answered(sheet)


def _sulphur(sheet: Sheet) -> Answer:
    each = sulphur(ph=sheet.plain("ph"), target=sheet.plain("target"), layer=_layer(sheet))
    if each is None:
        raise Impossible("texture", "sum_blank")
    sheet.follow(each, "per_m2")
    sheet.then("times_area", "sulphur_g", sheet["per_m2"] * sheet["area_m2"])
    return answered(sheet)


def _paste(sheet: Sheet) -> Answer:
    printed = {
        "value": sheet.plain("printed_ds_m"), "unit": "dS/m", "method": sheet.said["extract"]
    }  # fmt: skip
    report = _report(7.0, ec=Conductivity.model_validate(printed))
    found = paste_ec(report, texture=sheet.said["texture"], soilless=False)
    if found is None:
        raise Impossible("printed_ds_m", "sum_blank")
    sheet.follow(found, "soil_ds_m")
    return answered(sheet)


def _in_layer(sheet: Sheet) -> Answer:
    """A layer's soil weighs its depth times its density; a report's number is of that mass."""
    if sheet.asked == "soil_g_m2":
        there = sheet["mg_kg"] * sheet["depth_m"] * sheet["density_g_ml"]
        sheet.then("sum_in_layer", "soil_g_m2", there)
    else:
        each = sheet["soil_g_m2"] / (sheet["depth_m"] * sheet["density_g_ml"])
        sheet.then("sum_from_layer", "mg_kg", each)
    return answered(sheet)


def _charge(sheet: Sheet) -> Answer:
    sheet.fixed("mg_per_cmol", mg_per_cmol(sheet.said["cation"]))
    if sheet.asked == "cmol_kg":
        sheet.then("as_cmol", "cmol_kg", sheet["mg_kg"] / sheet["mg_per_cmol"])
    else:
        sheet.then("sum_as_mg", "mg_kg", sheet["cmol_kg"] * sheet["mg_per_cmol"])
    return answered(sheet)


def _capacity(sheet: Sheet) -> Answer:
    names = []
    for cation in ("Ca", "Mg", "K", "Na"):
        low = cation.lower()
        sheet.fixed("mg_kg", sheet.plain(f"{low}_mg_kg"), Origin.TYPED)
        sheet.fixed("mg_per_cmol", mg_per_cmol(cation))
        sheet.then("as_cmol", f"{low}_cmol", sheet["mg_kg"] / sheet["mg_per_cmol"])
        names.append(low)
    whole = sum(sheet[f"{low}_cmol"] for low in names) + sheet["acid_cmol"]
    cec = sheet.then("cec_by_sum", "sum_cmol_kg", whole)
    if cec == 0:
        raise Impossible("ca_mg_kg", "sum_zero")
    for low in names:
        sheet.fixed(f"{low}_share_pct", sheet.plain(f"{low}_cmol") / cec * 100, Origin.COMPUTED)
    return answered(sheet, *(f"{low}_share_pct" for low in names))


def _soil_unit(sheet: Sheet) -> Answer:
    said = sheet.said["of"]
    printed_as = said if said in ELEMENT_PRINTED_AS else None
    analyte = ELEMENT_PRINTED_AS.get(said, said)
    if sheet.said["unit"] == "cmol/kg" and analyte not in CHARGED:
        raise Impossible("unit", "not_a_cation", analyte=analyte)
    value = SoilValue.model_validate(
        {
            "analyte": analyte,
            "printed_as": printed_as,
            "value": sheet.plain("printed"),
            "unit": sheet.said["unit"],
            "depth": {"value": sheet.plain("depth_m"), "unit": "m"},
        }
    )
    found = by_mass(value, _report(7.0))
    if found is None:
        raise Impossible("unit", "sum_blank")
    sheet.follow(found, "mg_kg")
    each = sheet.plain("mg_kg") * sheet.plain("depth_m") * FIELD_DENSITY_G_ML
    sheet.fixed("soil_g_m2", each, Origin.COMPUTED)
    return answered(sheet, "soil_g_m2")


def _band(catalogue: Catalogue) -> Sum:
    """What a number means by one extract: its class, and how far it is from enough."""
    known = [b for b in catalogue.bands if b.unit == "mg/kg" and b.scheme == "sufficiency"]
    bands = {f"{band.analyte}, {band.extractant}": band for band in known}

    def classed(sheet: Sheet) -> Answer:
        band = bands[sheet.said["test"]]
        value = SoilValue(
            analyte=band.analyte, value=sheet.plain("mg_kg"), extractant=band.extractant
        )
        ground = Ground(None, None, sheet.said["texture"])
        found = rate(value, _report(7.0), ground, (band,))
        if found is None:
            raise Impossible("test", "sum_blank")
        for name, bound in zip(_BOUNDS, found.bounds, strict=True):
            sheet.fixed(name, bound, Origin.TYPICAL)
        sheet.then("sum_of_enough", "enough_pct", sheet["mg_kg"] / sheet["from_high_mg_kg"] * 100)
        sheet.note(f"sum_is_{found.soil_class}", "mg_kg", level=Level.NOTE)
        return answered(sheet, *_BOUNDS)

    return Sum("band", "reports", (
        _MG_KG, Blank("test", "choice", "P, Mehlich-3", choices=tuple(bands)), _TEXTURE,
        percent("enough_pct", most=1e5),
    ), ("enough_pct",), classed)  # fmt: skip


def _ph(name: str, usual: float | None = None, most: float = 10) -> Blank:
    return Blank(name, "count", usual, least=3, most=most)


_TEXTURE = Blank("texture", "choice", "loam", choices=_TEXTURES)
_DEPTH = Blank("depth_m", "depth", 0.15, least=0.02, most=1)

_MG_KG = Blank("mg_kg", "soil", most=1e5)
_DEEP = Blank("depth_m", "depth", 0.15, least=0.005, most=2)
_DENSITY = Blank("density_g_ml", "density", 1.33, least=0.05, most=2.5)


def sums(catalogue: Catalogue) -> tuple[Sum, ...]:
    """Return the sums that read a report.

    Parameters
    ----------
    catalogue : Catalogue
        Bounds of classes.

    Returns
    -------
    tuple of Sum
        In order.
    """
    return (*_SUMS, _band(catalogue))


_SUMS: tuple[Sum, ...] = (
    Sum("lime_need", "ph", (
        _ph("ph"), _ph("target", 6.5), Blank("method", "choice", "texture", choices=_METHODS),
        _ph("buffer_ph", 6.5, most=8.5), _TEXTURE, _DEPTH, Blank("pure_g_m2", "rate"),
    ), ("pure_g_m2",), _lime_need),
    Sum("sulphur", "ph", (
        _ph("ph"), _ph("target", 6.5), _TEXTURE, _DEPTH, Blank("area_m2", "area", least=1e-3),
        Blank("sulphur_g", "mass"),
    ), ("sulphur_g",), _sulphur),
    Sum("paste", "salts", (
        Blank("printed_ds_m", "conductivity", most=60),
        Blank("extract", "choice", "1:5", choices=_EXTRACTS), _TEXTURE,
        Blank("soil_ds_m", "conductivity"),
    ), ("soil_ds_m",), _paste),
    Sum("in_layer", "reports", (_MG_KG, _DEEP, _DENSITY, Blank("soil_g_m2", "rate", most=1e4)),
        ("soil_g_m2", "mg_kg"), _in_layer),
    Sum("charge", "reports", (
        _MG_KG, Blank("cation", "choice", "K", choices=CHARGED),
        Blank("cmol_kg", "charge", most=500),
    ), ("cmol_kg", "mg_kg"), _charge),
    Sum("capacity", "reports", (
        Blank("ca_mg_kg", "soil", most=1e5), Blank("mg_mg_kg", "soil", most=1e5),
        Blank("k_mg_kg", "soil", most=1e5), Blank("na_mg_kg", "soil", 0.0, most=1e5),
        Blank("acid_cmol", "charge", 0.0, most=100), Blank("sum_cmol_kg", "charge"),
    ), ("sum_cmol_kg",), _capacity),
    Sum("soil_unit", "reports", (
        Blank("printed", "count", most=1e6), Blank("unit", "choice", "mg/100g", choices=_PRINTED),
        Blank("of", "choice", "K2O", choices=_COUNTED), Blank("depth_m", "depth", 0.15, least=0.02,
        most=1), _MG_KG,
    ), ("mg_kg",), _soil_unit),
)  # fmt: skip
