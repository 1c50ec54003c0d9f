"""Areas, volumes, soil mass, and how plants stand in them.

Plane geometry. Soil mass is depth times bulk density; a light raised bed holds far less soil,
and so far less of everything, than a rule of thumb for field soil would say.
"""

from collections.abc import Sequence
from math import floor, pi

import numpy as np

from eznel.core.document import (
    Bed,
    Circle,
    Ellipse,
    Frustum,
    LShape,
    Nominal,
    Place,
    Planting,
    Polygon,
    Rectangle,
    Row,
    Spacing,
    Trough,
    Tub,
)
from eznel.core.errors import Impossible
from eznel.core.outlines import Extent, extent_m, steps_m, twice_area_m2
from eznel.core.quantities import Length
from eznel.core.reference import Crop
from eznel.core.working import Finding, Level, Origin, Quantity, Sourced, Worked

TYPICAL_DENSITY_G_ML = {
    None: 1.30, "sand": 1.40, "sandy_loam": 1.35, "loam": 1.30, "silt_loam": 1.30,
    "clay_loam": 1.25, "clay": 1.20,
}  # fmt: skip
"""Bulk density of garden soil by texture, where nobody measured it."""

LIGHT_BED_G_ML = 0.9
"""Below this, a bed is a mix rather than mineral soil."""

FILLED_SHARE = 0.9
"""How full a tub stands, of its brim volume."""

SETTLING = 1.1
"""Loose mix to fill a volume that will settle."""

_LEAST_EPS = 1e-9


def area(place: Place) -> Worked:
    """Return the ground a place covers; for tubs, the opening of one.

    Parameters
    ----------
    place : Place
        Bed or tub.

    Returns
    -------
    Worked
        Area. [m²]
    """
    match place.shape:
        case Polygon() as shape:
            twice = twice_area_m2(shape)
            number = Quantity("twice_m2", twice, "m²", Origin.MEASURED)
            return Worked.first("area_polygon", twice / 2, "m²", number)
        case Circle(diameter=diameter):
            return _area_of_circle(Sourced(diameter.m, Origin.MEASURED))
        case Frustum() | Nominal() as shape:
            return _area_of_circle(_opening_m(shape))
        case shape:
            return _area_by_sides(shape)


def _area_of_circle(across: Sourced) -> Worked:
    number = Quantity("diameter_m", across.value, "m", across.origin)
    return Worked.first("area_circle", pi / 4 * across.value**2, "m²", number)


def _area_by_sides(shape: Rectangle | Row | Trough | Ellipse | LShape) -> Worked:
    length, width = shape.length.m, shape.width.m
    sides = [
        Quantity("length_m", length, "m", Origin.MEASURED),
        Quantity("width_m", width, "m", Origin.MEASURED),
    ]
    match shape:
        case Ellipse():
            return Worked.first("area_ellipse", pi / 4 * length * width, "m²", *sides)
        case LShape(notch_length=along, notch_width=across):
            return Worked.first(
                "area_l_shape",
                length * width - along.m * across.m,
                "m²",
                *sides,
                Quantity("notch_length_m", along.m, "m", Origin.MEASURED),
                Quantity("notch_width_m", across.m, "m", Origin.MEASURED),
            )
        case _:
            return Worked.first("area_rectangle", length * width, "m²", *sides)


def place_extent_m(place: Place) -> Extent:
    """Return how far a bed or one tub reaches along and across.

    Parameters
    ----------
    place : Place
        Bed or tub.

    Returns
    -------
    Extent
        Length and width, unturned. [m]
    """
    match place.shape:
        case Trough(length=length, width=width):
            return Extent(length.m, width.m)
        case Frustum() | Nominal() as shape:
            across = _opening_m(shape).value
            return Extent(across, across)
        case shape:
            return extent_m(shape)


def tub_diameter_m(tub: Tub) -> Sourced:
    """Return the width of a tub's opening; one sold by volume is taken as high as it is wide.

    Parameters
    ----------
    tub : Tub
        One tub.

    Returns
    -------
    Sourced
        Diameter, and whether it was measured. [m]
    """
    match tub.shape:
        case Trough(width=width):
            return Sourced(width.m, Origin.MEASURED)
        case shape:
            return _opening_m(shape)


def _opening_m(shape: Frustum | Nominal) -> Sourced:
    match shape:
        case Frustum(top=top):
            return Sourced(top.m, Origin.MEASURED)
        case Nominal(volume=brim):
            return Sourced((4 * brim.l / 1000 / pi) ** (1 / 3), Origin.ASSUMED)


def filled_volume(tub: Tub) -> Worked:
    """Return the mix that one tub holds, filled to nine tenths of its brim.

    Parameters
    ----------
    tub : Tub
        Bed or tub.

    Returns
    -------
    Worked
        Volume. [L]
    """
    brim = _brim(tub.shape)
    origin = Origin.COMPUTED if brim.steps else Origin.MEASURED
    return brim.then(
        "volume_filled",
        brim.value * FILLED_SHARE,
        "L",
        Quantity("brim_l", brim.value, "L", origin),
        Quantity("filled_share", FILLED_SHARE, "", Origin.TYPICAL),
    )


def _brim(shape: Frustum | Trough | Nominal) -> Worked:
    """What a tub holds to its brim. [L]"""
    match shape:
        case Nominal(volume=volume):
            return Worked(value=volume.l, unit="L")
        case Frustum():
            top, bottom, height = shape.top.m, shape.bottom.m, shape.height.m
            return Worked.first(
                "volume_frustum",
                pi * height / 12 * (top**2 + top * bottom + bottom**2) * 1000,
                "L",
                Quantity("top_m", top, "m", Origin.MEASURED),
                Quantity("bottom_m", bottom, "m", Origin.MEASURED),
                Quantity("height_m", height, "m", Origin.MEASURED),
            )
        case Trough():
            length, width, height = shape.length.m, shape.width.m, shape.height.m
            return Worked.first(
                "volume_box",
                length * width * height * 1000,
                "L",
                Quantity("length_m", length, "m", Origin.MEASURED),
                Quantity("width_m", width, "m", Origin.MEASURED),
                Quantity("height_m", height, "m", Origin.MEASURED),
            )


def density_g_ml(bed: Bed) -> Sourced:
    """Return a bed's bulk density, typical of its texture where it was not measured.

    Parameters
    ----------
    bed : Bed
        The bed.

    Returns
    -------
    Sourced
        Density. [g/mL]
    """
    if bed.density is not None:
        return Sourced(bed.density.g_per_ml, Origin.MEASURED)
    return Sourced(TYPICAL_DENSITY_G_ML[bed.texture], Origin.ASSUMED)


def soil_mass(*, depth_m: float, density_g_ml: float, origin: Origin) -> Worked:
    """Return the dry soil below one square metre.

    Parameters
    ----------
    depth_m : float
        Depth of the layer. [m]
    density_g_ml : float
        Dry mass per volume as it lies. [g/mL]
    origin : Origin
        Where the density comes from.

    Returns
    -------
    Worked
        Soil mass. [kg/m²]

    Raises
    ------
    Impossible
        When depth or density is 0 or less.
    """
    for field, value in (("depth", depth_m), ("density", density_g_ml)):
        if value <= 0:
            raise Impossible(field, "not_above_zero", value=value)
    return Worked.first(
        "soil_mass",
        depth_m * density_g_ml * 1000,
        "kg/m²",
        Quantity("depth_m", depth_m, "m", Origin.MEASURED),
        Quantity("density_g_ml", density_g_ml, "g/mL", origin),
    )


def bed_soil_mass(bed: Bed) -> Worked:
    """Return the soil that a bed's roots draw on, below one square metre.

    Parameters
    ----------
    bed : Bed
        The bed.

    Returns
    -------
    Worked
        Soil mass. [kg/m²]
    """
    density, origin = density_g_ml(bed)
    mass = soil_mass(depth_m=bed.depth.m, density_g_ml=density, origin=origin)
    return mass.measurable_at(f"places/{bed.id}/density")


def layer_volume(*, area_m2: float, layer_m: float) -> Worked:
    """Return the volume of a layer spread evenly over an area, such as compost.

    Parameters
    ----------
    area_m2 : float
        Ground covered. [m²]
    layer_m : float
        Thickness. [m]

    Returns
    -------
    Worked
        Volume. [L]
    """
    return Worked.first(
        "layer_volume",
        area_m2 * layer_m * 1000,
        "L",
        Quantity("area_m2", area_m2, "m²"),
        Quantity("layer_m", layer_m, "m", Origin.TYPED),
    )


def spacing_of(planting: Planting, crop: Crop) -> Spacing:
    """Return the planting's spacing, or the crop's usual rows.

    Parameters
    ----------
    planting : Planting
        The planting.
    crop : Crop
        Its crop.

    Returns
    -------
    Spacing
        Never None.
    """
    return planting.spacing or Spacing(
        pattern="rows",
        in_row=Length(value=crop.in_row_m),
        between_rows=Length(value=crop.between_rows_m),
    )


def plant_area(spacing: Spacing) -> Worked:
    """Return the ground that one plant stands on.

    Parameters
    ----------
    spacing : Spacing
        Pattern and distances.

    Returns
    -------
    Worked
        Area of one plant: s², s²·√3/2, or in-row × between rows. [m²]
    """
    step, row = steps_m(spacing)
    key = {"square": "plant_area_square", "staggered": "plant_area_staggered"}.get(
        spacing.pattern, "plant_area_rows"
    )
    numbers = [Quantity("in_row_m", step, "m", Origin.TYPED)]
    if spacing.pattern == "rows":
        numbers.append(Quantity("between_rows_m", row, "m", Origin.TYPED))
    return Worked.first(key, step * row, "m²", *numbers)


def most_by_area(*, area_m2: float, plant_area_m2: float) -> int:
    """Return the most plants that an area can hold; a drawn shape holds as many or fewer.

    Parameters
    ----------
    area_m2 : float
        Ground. [m²]
    plant_area_m2 : float
        Ground of one plant. [m²]

    Returns
    -------
    int
        Plants. [count]
    """
    return floor(area_m2 / plant_area_m2 + _LEAST_EPS)


def dosed_area(*, place_area_m2: float, plants: int, plant_area_m2: float) -> Worked:
    """Return the ground that a planting is fed on: its plants' own, never more than the place.

    Parameters
    ----------
    place_area_m2 : float
        Ground of the place that is this planting's. [m²]
    plants : int
        Number of plants. [count]
    plant_area_m2 : float
        Ground of one plant. [m²]

    Returns
    -------
    Worked
        Area. [m²]
    """
    return Worked.first(
        "dosed_area",
        min(place_area_m2, plants * plant_area_m2),
        "m²",
        Quantity("place_area_m2", place_area_m2, "m²"),
        Quantity("plants", plants, "plants", Origin.TYPED),
        Quantity("plant_area_m2", plant_area_m2, "m²"),
    )


def tub_findings(tub: Tub, plants: int, crop: Crop) -> tuple[Finding, ...]:
    """Return what is to be said about the volume that each plant has.

    Parameters
    ----------
    tub : Tub
        Bed or tub.
    plants : int
        Plants in all the tubs together. [count]
    crop : Crop
        Their crop.

    Returns
    -------
    tuple of Finding
        Empty where there is room enough.
    """
    per_plant_l = filled_volume(tub).value * tub.count / plants
    if per_plant_l >= crop.tub_comfortable_l * FILLED_SHARE:
        return ()
    bare = per_plant_l < crop.tub_bare_l * FILLED_SHARE
    return (
        Finding(
            "tub_too_small" if bare else "tub_tight",
            Level.WARNING if bare else Level.NOTE,
            field="plants",
            numbers=(
                Quantity("has_l", per_plant_l, "L"),
                Quantity("comfortable_l", crop.tub_comfortable_l * FILLED_SHARE, "L"),
            ),
        ),
    )


def walking_order(places: Sequence[Place]) -> tuple[int, ...]:
    """Return each place's rank on a walk that always goes on to the nearest one left.

    Parameters
    ----------
    places : sequence of Place
        Where they are drawn.

    Returns
    -------
    tuple of int
        From 0; the walk begins at the top left of the drawing. [count]
    """
    spots = np.array([(place.x_m, place.y_m) for place in places]).reshape(len(places), 2)
    ranks = [0] * len(places)
    here = spots.min(axis=0) if places else spots
    left = np.arange(len(places))
    for rank in range(len(places)):
        ways = np.hypot(*(spots[left] - here).T)
        nearest = int(ways.argmin())
        ranks[left[nearest]] = rank
        here = spots[left[nearest]]
        left = np.delete(left, nearest)
    return tuple(ranks)
