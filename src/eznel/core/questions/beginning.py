"""A garden from a short conversation: where it is, what holds the plants, what grows, what feeds.

Nothing but names and numbers is asked, so the rest is what is usual: a climate's frosts, a crop's
own rows, the spoons of a kitchen. What has no day yet is planted when it is next worth it.
"""

import re
from collections.abc import Callable, Iterator
from datetime import date, timedelta
from uuid import UUID, uuid5

from eznel.core.document import (
    Bag,
    Bed,
    Beginning,
    Garden,
    Held,
    Log,
    Place,
    Planting,
    Product,
    Rectangle,
    Scoop,
    Site,
    Tub,
)
from eznel.core.errors import Impossible
from eznel.core.places import place_extent_m
from eznel.core.products.fertiliser import general
from eznel.core.quantities import KITCHEN_ML, Volume
from eznel.core.questions.sowing import Asked, plantable
from eznel.core.reference import GRADE, Catalogue, Climate, Preset
from eznel.core.stands.stands import Stands

PATH_M, SHEET_M = 0.6, 9.0
"""Between two places as they are first drawn, and where a line of them ends. [m]"""
REMEMBERED_DAYS = 14
"""Of what is longer in the ground nobody has a log; what it had so far is not known. [d]"""

Said = Callable[[str], str]


def begun(
    garden_id: UUID,
    said: Beginning,
    catalogue: Catalogue,
    day_in: Callable[[Garden], date],
    of_row: Said,
) -> Garden:
    """Return the garden that was told in a conversation.

    Parameters
    ----------
    garden_id : UUID
        Of the garden; the ids of its things follow from it, so that a repeat makes the same garden.
    said : Beginning
        What was said.
    catalogue : Catalogue
        Crops, materials, presets and climates.
    day_in : callable
        The day it is in a garden.
    of_row : callable
        A catalogue's name in the reader's language.

    Returns
    -------
    Garden
        Without a log.

    Raises
    ------
    Unknown
        When a crop or material is in no table.
    Impossible
        When a climate or preset is in no table, or the numbers of a bag cannot be read.
    """
    drawn = tuple(_drawn(garden_id, said, catalogue))
    empty = Garden(
        id=garden_id,
        name=said.name,
        site=_site(said, catalogue),
        preferences=said.preferences,
        places=_laid_out([place for place, _, _ in drawn]),
        scoops=tuple(_scoops(garden_id, said)),
        products=(
            *(
                bagged(bag, uuid5(garden_id, f"bag {n}"), f"bags.{n}.grade")
                for n, bag in enumerate(said.bags)
            ),
            *_materials(garden_id, said, catalogue, of_row),
        ),
    )
    stands = Stands(empty, Log(), day_in(empty), catalogue)
    plantings = [
        _planting(stands, place, crop, said.held[n].planted_on)
        for place, crops, n in drawn
        for crop in crops
    ]
    return Garden.model_validate({**empty.model_dump(), "plantings": plantings})


def _site(said: Beginning, catalogue: Catalogue) -> Site:
    climate = _climate(said.climate, catalogue)
    latitude = climate.latitude_deg if said.latitude_deg is None else said.latitude_deg
    return Site(
        time_zone=said.time_zone,
        latitude_deg=latitude,
        last_frost=climate.last_frost,
        first_frost=climate.first_frost,
        monthly_min_c=climate.monthly_min_c,
        monthly_max_c=climate.monthly_max_c,
        monthly_rain_mm=climate.monthly_rain_mm,
    )


def _climate(key: str, catalogue: Catalogue) -> Climate:
    for one in catalogue.climates:
        if one.key == key:
            return one
    raise Impossible("climate", "unknown_climate", name=key)


def _preset(n: int, key: str, catalogue: Catalogue) -> Preset:
    for one in catalogue.presets:
        if one.key == key:
            return one
    raise Impossible(f"held.{n}.preset", "unknown_preset", name=key)


def _drawn(
    garden_id: UUID, said: Beginning, catalogue: Catalogue
) -> Iterator[tuple[Place, tuple[str, ...], int]]:
    """Every place, what grows in it, and which answer it comes from."""
    numbers: dict[str, int] = {}
    for n, held in enumerate(said.held):
        preset = _preset(n, held.preset, catalogue)
        alike = held.count if preset.drawn != "bed" else 1
        for crops, count in _parted(held, alike):
            number = numbers[held.name] = numbers.get(held.name, 0) + 1
            base = {
                "id": uuid5(garden_id, f"place {held.name} {number}"),
                "name": f"{held.name} {number}",
                "shape": preset.shape,
            }
            if isinstance(preset.shape, Rectangle):
                yield Bed.model_validate(base), crops, n
            else:
                yield Tub.model_validate({**base, "count": count}), crops, n


def _parted(held: Held, alike: int) -> Iterator[tuple[tuple[str, ...], int]]:
    """The crops of each place, and how many vessels it stands for: like with like.

    Buckets with the same crop are one place of several; where there are fewer vessels than crops,
    the last ones share. Beds are one place each.
    """
    groups = held.count if alike == 1 else min(alike, max(1, len(held.crops)))
    for n in range(groups):
        count = 1 if alike == 1 else alike // groups + (n < alike % groups)
        yield tuple(held.crops[n::groups]) or _again(held.crops, n), count


def _again(crops: tuple[str, ...], n: int) -> tuple[str, ...]:
    """What the beds beyond the last crop hold: the crops from the first on again."""
    return (crops[n % len(crops)],) if crops else ()


def _laid_out(places: list[Place]) -> tuple[Place, ...]:
    """The places side by side with paths between, in lines from left to right."""
    laid: list[Place] = []
    x, y, deep = 0.0, 0.0, 0.0
    for place in places:
        reach = place_extent_m(place)
        along = reach.length_m * (place.count if isinstance(place, Tub) else 1)
        if laid and x + along > SHEET_M:
            x, y, deep = 0.0, y + deep + PATH_M, 0.0
        middle = {
            "x_m": round(x + along / 2, 2),
            "y_m": round(y + reach.width_m / 2, 2),
        }
        laid.append(place.model_copy(update=middle))
        x, deep = x + along + PATH_M, max(deep, reach.width_m)
    return tuple(laid)


def _scoops(garden_id: UUID, said: Beginning) -> Iterator[Scoop]:
    of = KITCHEN_ML[said.preferences.kitchen]
    for one in said.measures:
        volume = Volume(value=float(f"{of[one.of] * one.times:.5g}"), unit="mL")
        yield Scoop(id=uuid5(garden_id, f"scoop {one.name}"), name=one.name, volume=volume)


def bagged(bag: Bag, id_: UUID, field: str) -> Product:
    """Return a bag by its three numbers as a product; what is nought on it is not declared.

    Parameters
    ----------
    bag : Bag
        As it was said.
    id_ : UUID
        Of the product.
    field : str
        Where the numbers were typed, for what is wrong with them.

    Returns
    -------
    Product
        With what the numbers declare.

    Raises
    ------
    Impossible
        When they are not three, or more than a hundred together.
    """
    numbers = [float(part.replace(",", ".")) for part in re.findall(r"\d+(?:[.,]\d+)?", bag.grade)]
    if not re.fullmatch(GRADE, bag.grade.strip()) or sum(numbers) > 100:
        raise Impossible(field, "grade_unread", grade=bag.grade)
    names = ("N", "P2O5", "K2O") if bag.means == "oxide" else ("N", "P", "K")
    lines = [
        {"nutrient": name, "pct": pct} for name, pct in zip(names, numbers, strict=True) if pct
    ]
    data = {"id": id_, "name": bag.name, "form": bag.form, "declared": lines}
    return Product.model_validate(data)


def _materials(
    garden_id: UUID, said: Beginning, catalogue: Catalogue, of_row: Said
) -> Iterator[Product]:
    for n, key in enumerate(said.materials):
        material = catalogue.material(key, f"materials.{n}")
        yield general(material).product.model_copy(
            update={
                "id": uuid5(garden_id, f"material {key}"),
                "name": of_row(material.name),
            }
        )


def _planting(stands: Stands, place: Place, crop: str, since: date | None) -> Planting:
    stages = stands.catalogue.stages[stands.catalogue.crop(crop, "held").key]
    raised = any(stage.key == "transplant_establishment" for stage in stages)
    asked = Asked(crop=crop, place=place.id, sown_in_place=not raised)
    unknown = since is not None and since < stands.today - timedelta(REMEMBERED_DAYS)
    return Planting(
        id=uuid5(place.id, f"planting {crop}"),
        place=place.id,
        crop=crop,
        planted_on=since or plantable(asked, stands),
        sown_in_place=not raised,
        kept_since=stands.today if unknown else None,
    )
