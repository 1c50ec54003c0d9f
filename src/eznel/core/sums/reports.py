"""Sums that read a soil report's pH, buffer and conductivity, by the rules of the plan's soil."""

from datetime import date

from eznel.core.document import BufferPh, Conductivity, SoilReport
from eznel.core.errors import Impossible
from eznel.core.products.release import rule_share
from eznel.core.soil.lime import (
    FIELD_DENSITY_G_ML,
    PER_UNIT_G_M2,
    Layer,
    requirements_for,
    sulphur,
)
from eznel.core.soil.salts import paste_ec
from eznel.core.sums.sheet import NO_GARDEN, Answer, Blank, Sheet, Sum, answered
from eznel.core.working import Origin

_METHODS = ("texture", "Mehlich", "SMP", "Sikora", "Adams-Evans", "Moore-Sikora")
_TEXTURES = tuple(PER_UNIT_G_M2)
_EXTRACTS = ("1:2", "1:5")


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


def _first_share(sheet: Sheet) -> Answer:
    """By the rule for manures and meals; composts give less, and other meals what they are."""
    share = rule_share(
        n_pct=sheet.plain("n_pct"),
        dry_matter_pct=sheet.plain("dry_matter_pct"),
        dry_matter_origin=Origin.TYPED,
    )
    sheet.follow(share, "works")
    sheet.then("sum_effective", "share_pct", sheet["works"] * 100)
    return answered(sheet)


def _ph(name: str, usual: float | None = None) -> Blank:
    return Blank(name, "count", usual, least=3, most=10)


_TEXTURE = Blank("texture", "choice", "loam", choices=_TEXTURES)
_DEPTH = Blank("depth_m", "depth", 0.15, least=0.02, most=1)

SUMS: tuple[Sum, ...] = (
    Sum("lime_need", "ph", (
        _ph("ph"), _ph("target", 6.5), Blank("method", "choice", "texture", choices=_METHODS),
        _ph("buffer_ph", 6.5), _TEXTURE, _DEPTH, Blank("pure_g_m2", "rate"),
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
    Sum("first_share", "compost", (
        Blank("n_pct", "percent", 2.5, least=0.01, most=20),
        Blank("dry_matter_pct", "percent", 90.0, least=1, most=100), Blank("share_pct", "percent"),
    ), ("share_pct",), _first_share),
)  # fmt: skip
