"""The garden as one document, and the file that carries it."""

import re
from calendar import monthrange
from collections.abc import Iterable, Iterator
from datetime import date
from typing import Annotated, Literal, NamedTuple
from uuid import UUID
from zoneinfo import ZoneInfo

from pydantic import Field, model_validator

from eznel.core.document._base import Day, Entry, Key, Name, Thing, fault
from eznel.core.document.book import Aim
from eznel.core.document.log import Log, MoveJob, SeasonBlend
from eznel.core.document.place import Feature, Place, Tub
from eznel.core.document.planting import Planting
from eznel.core.document.preparation import Preparation
from eznel.core.document.product import Photo, Product, Scoop
from eznel.core.document.programme import Programme
from eznel.core.document.raising import Bench, PotSize, Raising
from eznel.core.document.recipe import Charge, Ingredient, Recipe
from eznel.core.document.report import BandTable, SoilReport
from eznel.core.document.trial import Trial
from eznel.core.document.variety import Variety
from eznel.core.document.water import MixedWater, NamedWater, OtherWater, Water
from eznel.core.quantities import Volume

MOST_WATERS = 12

MonthDay = Annotated[str, Field(pattern=r"^(0[1-9]|1[0-2])-(0[1-9]|[12]\d|3[01])$")]
TwelveMonths = Annotated[
    tuple[Annotated[float, Field(ge=-60, le=60)], ...], Field(min_length=12, max_length=12)
]

TwelveRains = Annotated[
    tuple[Annotated[float, Field(ge=0, le=2000)], ...], Field(min_length=12, max_length=12)
]


TaskKey = Annotated[str, Field(pattern=r"^[a-z][a-z0-9_]*$", max_length=60)]
PracticeChosen = Annotated[str, Field(pattern=r"^[a-z][a-z0-9_]*\.[a-z][a-z0-9_]*$", max_length=90)]
"""A practice and the choice, like stems.one."""


class Site(Entry):
    """Where the garden is: its time, its frosts and its usual warmth."""

    time_zone: Key
    latitude_deg: Annotated[float, Field(ge=-90, le=90)]
    last_frost: MonthDay | None = None
    first_frost: MonthDay | None = None
    monthly_min_c: TwelveMonths
    """Mean daily minimum of January to December. [°C]"""
    monthly_max_c: TwelveMonths
    """Mean daily maximum of January to December. [°C]"""
    monthly_rain_mm: TwelveRains | None = None
    """What usually falls from January to December, where it is known. [mm]"""
    north_deg: Annotated[float, Field(ge=-360, le=360)] = 0.0
    """Where north lies on the drawing, clockwise from its top. [°]"""
    water_ec_ds_m: Annotated[float, Field(ge=0, le=10)] | None = None
    water: Water | None = None
    """What every place is watered with that names no other."""
    waters: Annotated[tuple[OtherWater, ...], Field(max_length=MOST_WATERS)] = ()

    def last_frost_in(self, year: int) -> date | None:
        """Return the usual day of a year's last frost in spring, where it is known."""
        return _day_in(year, self.last_frost)

    def first_frost_in(self, year: int) -> date | None:
        """Return the usual day of a year's first frost in autumn, where it is known."""
        return _day_in(year, self.first_frost)

    @model_validator(mode="after")
    def _mixes_what_there_is(self) -> "Site":
        _unique("waters", (one.id for one in self.waters))
        analysed = {one.id for one in self.waters if isinstance(one, NamedWater)}
        for n, one in enumerate(self.waters):
            for field in ("first", "second") if isinstance(one, MixedWater) else ():
                part = getattr(one, field)
                if part is not None and part not in analysed:
                    raise fault("not_a_water_to_mix", f"waters.{n}.{field}")
        return self

    @model_validator(mode="after")
    def _is_a_climate(self) -> "Site":
        # The name is a path below the zone database: let only names through, never a path.
        try:
            if not re.fullmatch(r"[A-Za-z][A-Za-z0-9_+\-/]*", self.time_zone):
                raise ValueError
            ZoneInfo(self.time_zone)
        except (ValueError, KeyError, OSError) as error:
            raise fault("unknown_time_zone", "time_zone", name=self.time_zone) from error
        for month, (low, high) in enumerate(
            zip(self.monthly_min_c, self.monthly_max_c, strict=True)
        ):
            if low > high:
                raise fault("min_above_max", f"monthly_min_c.{month}", low=low, high=high)
        return self


def _day_in(year: int, month_day: MonthDay | None) -> date | None:
    """A day of every year, no later than its month has days in any year."""
    if month_day is None:
        return None
    month, day = (int(part) for part in month_day.split("-"))
    return date(year, month, min(day, monthrange(2001, month)[1]))


class Learning(Entry):
    """Whether the garden's own records move the catalogue's figures, and from which day on."""

    on: bool = True
    since: Day | None = None
    """What was written down before is forgotten."""


class Preferences(Entry):
    """How this gardener measures."""

    kitchen: Literal["us", "metric", "imperial", "au"] = "metric"
    can: Volume = Volume(value=9, unit="L")
    currency: Annotated[str, Field(pattern=r"^[A-Z]{3}$")] = "EUR"
    organic_only: bool = False
    """Nothing that is not allowed in organic growing."""
    no_animal_products: bool = False
    phosphorus_by_test: bool = False
    """No phosphorus on the ground but where a test is low, as some local rules have it."""
    shared_miss_pct: Annotated[float, Field(ge=0, le=50)] = 15
    """How far a can that serves several plantings may miss the need of one of them. [%]"""
    feeding_day: Annotated[int, Field(ge=0, le=6)] | None = None
    """Day of the week on which is fed, 0 a Monday; any where none is said."""
    proportioner: Annotated[int, Field(ge=2, le=500)] | None = None
    """Parts of water to one part of stock, where feed is drawn in by a proportioner."""
    tanks: Literal[1, 2] = 1
    """Two tanks keep calcium from what it would fall out with, as long as both are concentrates."""
    pots: Annotated[tuple[PotSize, ...], Field(max_length=12)] = ()
    """What is potted on into, in any order; usual sizes where none are named."""
    reminders: tuple[TaskKey, ...] = ()
    """Jobs besides feeding that are to stand on the list besides the usual ones. [keys]"""
    silenced: tuple[TaskKey, ...] = ()
    """Usual jobs that are not to stand on it. [keys]"""
    practices: Annotated[tuple[PracticeChosen, ...], Field(max_length=40)] = ()
    """How this gardener does what others do in another way; as is usual where nothing is said."""
    learning: Learning = Learning()

    @model_validator(mode="after")
    def _is_a_can(self) -> "Preferences":
        if not 0.5 <= self.can.l <= 200:
            raise fault("can_out_of_range", "can", litres=round(self.can.l, 2))
        return self


class Named(NamedTuple):
    """A name of another thing: where it stands, and what it must be one of."""

    field: str
    name: UUID
    known: set[UUID]


class Garden(Thing):
    """Everything that is known about a garden, except what happened in it."""

    name: Name
    site: Site
    stands_on: Day | None = None
    """A practice garden's calendar stands still on this day; a real one has none."""
    preferences: Preferences = Preferences()
    places: tuple[Place, ...] = ()
    features: tuple[Feature, ...] = ()
    reports: tuple[SoilReport, ...] = ()
    bands: tuple[BandTable, ...] = ()
    preparations: tuple[Preparation, ...] = ()
    products: tuple[Product, ...] = ()
    scoops: tuple[Scoop, ...] = ()
    plantings: tuple[Planting, ...] = ()
    programmes: tuple[Programme, ...] = ()
    varieties: tuple[Variety, ...] = ()
    benches: tuple[Bench, ...] = ()
    recipes: tuple[Recipe, ...] = ()
    aims: tuple[Aim, ...] = ()
    trials: tuple[Trial, ...] = ()
    pins: tuple[MoveJob, ...] = ()
    blends: tuple[SeasonBlend, ...] = ()

    @model_validator(mode="after")
    def _hangs_together(self) -> "Garden":
        places, products = _ids(self.places), _ids(self.products)
        for kind in (
            "places", "features", "reports", "bands", "preparations", "products", "scoops",
            "plantings", "varieties", "benches", "recipes", "aims", "trials",
            "pins", "blends",
        ):  # fmt: skip
            _unique(kind, (thing.id for thing in getattr(self, kind)))
        _unique("programmes", (programme.key for programme in self.programmes))
        for field, name, known in self._names(places, products):
            _known(field, name, known)
        waters = {None, *_ids(self.site.waters)}
        for n, place in enumerate(self.places):
            if place.water not in waters:
                raise fault("no_such_water", f"places.{n}.water", place=place.name)
        return self

    @property
    def substrates(self) -> Iterator[tuple[str, str]]:
        """Where general substrates are named, and which."""
        for n, place in enumerate(self.places):
            if isinstance(place, Tub):
                yield from _substrates(place.recipe, f"places.{n}.recipe")
            elif place.fill is not None:
                for m, layer in enumerate(place.fill.layers):
                    yield f"places.{n}.fill.layers.{m}.material", layer.material
        for n, one in enumerate(self.recipes):
            yield from _substrates(one.parts, f"recipes.{n}.parts")

    def _names(self, places: set[UUID], products: set[UUID]) -> Iterator[Named]:
        """Every name of another thing, with where it stands and what it must be one of."""
        benches = _ids(self.benches)
        for n, planting in enumerate(self.plantings):
            yield Named(f"plantings.{n}.place", planting.place, places)
            if planting.raising is not None:
                yield from _stands_on(planting.raising, f"plantings.{n}.raising", benches)
        for n, report in enumerate(self.reports):
            for m, place in enumerate(report.places):
                yield Named(f"reports.{n}.places.{m}", place, places)
        plantings = _ids(self.plantings)
        for n, trial in enumerate(self.trials):
            for m, plant in enumerate(trial.plants):
                yield Named(f"trials.{n}.plants.{m}.planting", plant.planting, plantings)
        yield from self._products_named(places, products)

    def _products_named(self, places: set[UUID], products: set[UUID]) -> Iterator[Named]:
        """Where products are named: in blends, in what is worked in, in tubs."""
        for n, preparation in enumerate(self.preparations):
            yield Named(f"preparations.{n}.place", preparation.place, places)
            if preparation.product is not None:
                yield Named(f"preparations.{n}.product", preparation.product, products)
        for n, blended in enumerate(self.blends):
            for m, amount in enumerate(blended.amounts):
                yield Named(f"blends.{n}.amounts.{m}.product", amount.product, products)
        for n, tub in enumerate(self.places):
            if isinstance(tub, Tub):
                yield from _names_in(tub.charge, tub.recipe, f"places.{n}", "recipe", products)
        for n, one in enumerate(self.recipes):
            yield from _names_in(one.charge, one.parts, f"recipes.{n}", "parts", products)


def _stands_on(of: Raising, at: str, benches: set[UUID]) -> Iterator[Named]:
    """Every bench that a planting is raised on."""
    for field in ("bench", "frame"):
        if (named := getattr(of, field)) is not None:
            yield Named(f"{at}.{field}", named, benches)


def _substrates(parts: Iterable[Ingredient], at: str) -> Iterator[tuple[str, str]]:
    """Every general substrate of a mix."""
    for m, part in enumerate(parts):
        if part.material is not None:
            yield f"{at}.{m}.material", part.material


def _names_in(
    charges: Iterable[Charge], parts: Iterable[Ingredient], at: str, field: str, known: set[UUID]
) -> Iterator[Named]:
    """Every product that a mix is made of or charged with."""
    for m, charge in enumerate(charges):
        yield Named(f"{at}.charge.{m}.product", charge.product, known)
    for m, part in enumerate(parts):
        if part.product is not None:
            yield Named(f"{at}.{field}.{m}.product", part.product, known)


class GardenFile(Entry):
    """The file that leaves and enters: one garden with its log, in one version of the format."""

    format: Literal["eznel garden"] = "eznel garden"
    version: Literal[20] = 20
    garden: Garden
    log: Log = Log()
    photos: Annotated[tuple[Photo, ...], Field(max_length=200)] = ()
    """What products, notes and looks show, where the garden leaves or enters; else not loaded."""

    @model_validator(mode="after")
    def _hangs_together(self) -> "GardenFile":
        plantings, products = _ids(self.garden.plantings), _ids(self.garden.products)
        scoops = _ids(self.garden.scoops)
        _unique("log.feeds", (entry.id for entry in self.log.feeds))
        _unique("log.stages", (seen.id for seen in self.log.stages))
        _unique("log.feeds.job", (entry.job for entry in self.log.feeds if entry.job))
        for n, seen in enumerate(self.log.stages):
            _known(f"log.stages.{n}.planting", seen.planting, plantings)
        for n, entry in enumerate(self.log.feeds):
            _known(f"log.feeds.{n}.planting", entry.planting, plantings)
            for m, amount in enumerate(entry.amounts):
                at = f"log.feeds.{n}.amounts.{m}"
                _known(f"{at}.product", amount.product, products)
                if hasattr(amount, "scoop"):
                    _known(f"{at}.scoop", amount.scoop, scoops)
        self._log_hangs_together(plantings, products)
        return self

    def _log_hangs_together(self, plantings: set[UUID], products: set[UUID]) -> None:
        """What the log says besides feeds and stages is of what there is."""
        for kind in ("observed", "tasks", "sprays", "harvests", "looks"):
            _unique(f"log.{kind}", (one.id for one in getattr(self.log, kind)))
            for n, one in enumerate(getattr(self.log, kind)):
                _known(f"log.{kind}.{n}.planting", one.planting, plantings)
        _unique("log.weather", (day.on for day in self.log.weather))
        _unique("log.stock_moves", (move.id for move in self.log.stock_moves))
        _unique("log.watered", (one.id for one in self.log.watered))
        _unique("log.walks", (one.id for one in self.log.walks))
        _unique("log.notes", (one.id for one in self.log.notes))
        for n, note in enumerate(self.log.notes):
            if note.planting is not None:
                _known(f"log.notes.{n}.planting", note.planting, plantings)
        for n, move in enumerate(self.log.stock_moves):
            _known(f"log.stock_moves.{n}.product", move.product, products)


def _ids(things: Iterable[Thing]) -> set[UUID]:
    return {thing.id for thing in things}


def _unique(field: str, names: Iterable[object]) -> None:
    seen: set[object] = set()
    for name in names:
        if name in seen:
            raise fault("id_twice", field, id=str(name))
        seen.add(name)


def _known(field: str, name: UUID, known: set[UUID]) -> None:
    if name not in known:
        raise fault("no_such_thing", field, id=str(name))
