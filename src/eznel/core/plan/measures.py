"""What a place measures and how its plants stand, at once, while it is being drawn."""

from datetime import date

from eznel.core.document import Garden, Log
from eznel.core.outlines import positions
from eznel.core.places import plant_area
from eznel.core.plan.place_plans import place_plan
from eznel.core.plan.result import PlaceMeasures, Standing
from eznel.core.reference import Catalogue
from eznel.core.stands.stand import Stand
from eznel.core.stands.stands import Stands


def measures(garden: Garden, today: date, catalogue: Catalogue) -> PlaceMeasures:
    """Return the measures of the first place of a garden. Nothing is fed, so it takes no time.

    Parameters
    ----------
    garden : Garden
        One place with its plantings is enough.
    today : date
        The garden's date.
    catalogue : Catalogue
        Crops, stages, bands, materials and programmes.

    Returns
    -------
    PlaceMeasures
        The same values as in the plan.

    Raises
    ------
    Unknown
        When a crop, stage or programme is in no table.
    """
    stands = Stands(garden, Log(), today, catalogue)
    return PlaceMeasures(
        place=place_plan(garden.places[0], stands),
        standing=tuple(standing(stand) for stand in stands.all),
    )


def standing(stand: Stand) -> Standing:
    """Return how one planting stands.

    Parameters
    ----------
    stand : Stand
        The planting in its place.

    Returns
    -------
    Standing
        Plants, places for more, and where each stands.
    """
    on_ground = stand.where == "ground"
    return Standing(
        planting=stand.id,
        plants=stand.plants,
        fits=len(positions(stand.place.shape, stand.spacing)) if on_ground else stand.plants,
        points=stand.points,
        area_m2=stand.ground_m2,
        plant_area_m2=plant_area(stand.spacing).value,
    )
