"""What a place measures and how its plants stand, at once, while it is being drawn."""

from eznel.core.document import Place
from eznel.core.outlines import positions
from eznel.core.places import plant_area
from eznel.core.plan.place_plans import place_plan
from eznel.core.plan.result import PlaceMeasures, Standing
from eznel.core.season.workings import Workings
from eznel.core.stands.stand import Stand
from eznel.core.stands.stands import Stands


def measures(place: Place, workings: Workings) -> PlaceMeasures:
    """Return the measures of a place as it would be in a garden. Nothing is fed, so it is quick.

    Parameters
    ----------
    place : Place
        Instead of the garden's one of the same id, or a new one.
    workings : Workings
        Of the garden as it is: what the place does not reach is taken over from them.

    Returns
    -------
    PlaceMeasures
        The same values as in the plan, without the place's rank on the walk and what changed
        between its tests.
    """
    garden = workings.garden
    places = {one.id: one for one in garden.places} | {place.id: place}
    stands = Stands(
        garden.model_copy(update={"places": tuple(places.values())}),
        workings.log,
        workings.today,
        workings.catalogue,
        workings.kept.again(),
    )
    return PlaceMeasures(
        place=place_plan(place, stands),
        standing=tuple(standing(stand) for stand in stands.in_place(place.id)),
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
