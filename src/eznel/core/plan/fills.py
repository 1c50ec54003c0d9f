"""What raised beds and tubs are filled with, as their places show it."""

from eznel.core.document import Bed, Tub
from eznel.core.mixes.layers import Laid, LaidLayer, laid
from eznel.core.mixes.portions import Portion
from eznel.core.places import area
from eznel.core.plan.place_result import FillLayerView, FillView, MixIngredient
from eznel.core.stands.stands import Stands


def fill_laid(bed: Bed, stands: Stands) -> Laid | None:
    """Return the layers of a bed with their working.

    Parameters
    ----------
    bed : Bed
        The bed.
    stands : Stands
        Its garden.

    Returns
    -------
    Laid or None
        None where no layers are written down.
    """
    if bed.fill is None:
        return None
    substrate = stands.catalogue.substrate
    layers = [(layer, substrate(layer.material)) for layer in bed.fill.layers]
    return laid(area(bed).value, layers)


def fill_of(bed: Bed, stands: Stands) -> FillView | None:
    """Return what a bed is filled with, as it looks from outside.

    Parameters
    ----------
    bed : Bed
        The bed.
    stands : Stands
        Its garden.

    Returns
    -------
    FillView or None
        None where no layers are written down.
    """
    found = fill_laid(bed, stands)
    if found is None or bed.fill is None:
        return None
    new, one, two = found.depth_m
    return FillView(
        layers=tuple(_layer(each) for each in found.layers),
        filled_on=bed.fill.filled_on,
        new_m=new,
        after_one_m=one,
        after_two_m=two,
        first_top_up_l=found.top_up_l[0],
        second_top_up_l=found.top_up_l[1],
        salts_low_ds_m=found.salts.low if found.salts else None,
        salts_high_ds_m=found.salts.high if found.salts else None,
        findings=found.findings,
    )


def _layer(of: LaidLayer) -> FillLayerView:
    return FillLayerView(
        material=of.substrate.key,
        name=of.substrate.name,
        litres=of.volume.value,
        low_kg=of.weighs_kg[0],
        high_kg=of.weighs_kg[1],
        new_m=of.new_m,
        settled_m=of.settled.value,
        bag_l=of.bag_l,
        bags=of.bags,
    )


def mix_of(tub: Tub, mix: tuple[Portion, ...], stands: Stands) -> tuple[MixIngredient, ...]:
    """Return the ingredients of a tub's mix, as they look from outside.

    Parameters
    ----------
    tub : Tub
        The tub.
    mix : tuple of Portion
        What its recipe takes.
    stands : Stands
        Its garden.

    Returns
    -------
    tuple of MixIngredient
        In the recipe's order.
    """
    found = []
    for one, of in zip(mix, tub.recipe, strict=True):
        span = stands.catalogue.substrate(of.material).span("carried") if of.material else None
        found.append(
            MixIngredient(
                name=one.name,
                litres=one.volume.value,
                bag_l=one.bag_l,
                bags=one.bags,
                cost=one.cost,
                carried_kg=None if span is None else one.volume.value * sum(span) / 2,
            )
        )
    return tuple(found)
