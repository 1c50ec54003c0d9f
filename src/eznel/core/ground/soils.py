"""What is known of a place's soil on a day: tests, pH, exchange, salts, and what was worked in."""

from collections.abc import Iterable
from dataclasses import dataclass
from datetime import date

from eznel.core import places
from eznel.core.document import BandTable, Bed, Place, Preparation, SoilClass, SoilReport, Tub
from eznel.core.ground.mending import Asked, Mended, PhWork, mend
from eznel.core.ground.preparing import RICH_SHARE, Prepared, Room, compost_share, prepare
from eznel.core.nutrients import Nutrient
from eznel.core.products.fertiliser import Fertiliser
from eznel.core.products.liming import effective_share
from eznel.core.reference import Catalogue, Crop
from eznel.core.soil.acidity import Acidity, PhRange, acidity
from eznel.core.soil.cations import Exchange, exchange
from eznel.core.soil.ratings import Ground, own_band
from eznel.core.soil.reading import Reading, read
from eznel.core.soil.salts import paste_ec
from eznel.core.soil.supply import MOST_MINERAL_OM_PCT
from eznel.core.working import Origin, Quantity, Worked


@dataclass(frozen=True, slots=True, kw_only=True)
class Soil:
    """The soil of a bed, or the mix of a tub."""

    reading: Reading
    acidity: Acidity | None
    exchange: Exchange | None
    salts: Worked | None
    """Conductivity of the saturated paste or extract. [dS/m]"""
    room: Room
    prepared: tuple[Prepared, ...]
    compost_share: float
    rich: bool
    """Whether it is read as a mix: light, very rich in organic matter, or a fifth of compost."""
    work: PhWork | None

    @property
    def limed_on(self) -> tuple[date, ...]:
        """Days on which lime or ash went in, or goes in."""
        done = [one.preparation.on for one in self.prepared if one.counts and one.product.is_lime]
        ahead = self.work
        if ahead is not None and ahead.kind == "lime" and ahead.done_on is None and ahead.now_g_m2:
            done.append(ahead.due_on)
        return tuple(done)

    def soil_class(self, nutrient: Nutrient) -> SoilClass | None:
        """Return the class of a nutrient by the test, if it was tested."""
        rating = self.reading.ratings.get(nutrient)
        return rating.soil_class if rating else None


@dataclass(frozen=True, slots=True, kw_only=True)
class Grown:
    """What grows in a place: its crops, how many, and from when it is empty."""

    crops: tuple[Crop, ...]
    """The main crop first."""
    plants: int
    wanted_m2: float
    free_from: date
    """First day without plants, from today on."""
    lime_from: date
    """The same, and four weeks away from manure."""
    stands_for_years: bool
    """Whether a perennial stands there that nobody is going to lift."""


@dataclass(frozen=True, slots=True, kw_only=True)
class Common:
    """What is the same for all places: the shed, the grower's bands, the catalogue, the day."""

    products: tuple[Fertiliser, ...]
    tables: tuple[BandTable, ...]
    catalogue: Catalogue
    today: date


def soil_of(
    place: Place,
    reports: Iterable[SoilReport],
    preparations: Iterable[Preparation],
    grown: Grown,
    common: Common,
) -> Soil:
    """Return what is known of a place's soil.

    Parameters
    ----------
    place : Place
        Bed or tub.
    reports : iterable of SoilReport
        Those on this place.
    preparations : iterable of Preparation
        Those of this place.
    grown : Grown
        Its crops.
    common : Common
        Shed, bands, catalogue and day.

    Returns
    -------
    Soil
        The same for every planting in the place.
    """
    bed = place if isinstance(place, Bed) else None
    texture = bed.texture if bed else None
    density, origin = places.density_g_ml(bed) if bed else (None, None)
    ground = Ground(density, origin, texture)
    bands = (*(own_band(table) for table in common.tables), *common.catalogue.bands)
    reading = read(reports, common.today, ground, bands)
    room = _room(place, grown, reading)
    by_id = {product.id: product for product in common.products}
    prepared = tuple(
        prepare(one, place, room, by_id, common.catalogue, common.today)
        for one in sorted(preparations, key=lambda p: (p.on, str(p.id)))
    )
    known = _acidity(reading, grown) if bed else None
    share = compost_share(list(prepared), place, common.today)
    om_pct = (reading.organic.om_pct if reading.organic else None) or 0.0
    light = density is not None and density < places.LIGHT_BED_G_ML
    asked = _asked(bed, reading, known, prepared, grown) if bed and known else None
    return Soil(
        reading=reading,
        acidity=known,
        exchange=exchange(reading.charge, texture) if bed and reading.charge else None,
        salts=paste_ec(reading.salts, texture=texture, soilless=isinstance(place, Tub))
        if reading.salts
        else None,
        room=room,
        prepared=prepared,
        compost_share=share,
        rich=bed is not None and (light or om_pct > MOST_MINERAL_OM_PCT or share > RICH_SHARE),
        work=mend(asked, common.products, common.catalogue) if asked else None,
    )


def _room(place: Place, grown: Grown, reading: Reading) -> Room:
    ground = places.area(place)
    if isinstance(place, Tub) and place.count > 1:
        ground = ground.then(
            "openings",
            ground.value * place.count,
            "m²",
            Quantity("opening_m2", ground.value, "m²"),
            Quantity("tubs", place.count, "tubs", Origin.TYPED),
        )
    p = reading.ratings.get("P")
    return Room(
        ground=ground,
        plants=grown.plants,
        fed_m2=min(ground.value, grown.wanted_m2) or ground.value,
        p_class=p.soil_class if p else None,
        p_removed_g_m2=max((c.yield_kg_m2 * c.removal_p for c in grown.crops), default=0.0),
    )


def _acidity(reading: Reading, grown: Grown) -> Acidity | None:
    if reading.ph is None:
        return None
    return acidity(reading.ph, tuple(PhRange(c.ph_min, c.ph_max) for c in grown.crops))


def _asked(
    bed: Bed,
    reading: Reading,
    known: Acidity,
    prepared: tuple[Prepared, ...],
    grown: Grown,
) -> Asked:
    assert reading.ph is not None
    mg, measured = reading.ratings.get("Mg"), reading.ph.sampled_on
    return Asked(
        bed=bed,
        density=places.density_g_ml(bed),
        report=reading.ph,
        acidity=known,
        mg_class=mg.soil_class if mg else None,
        hates_lime=any(crop.hates_lime for crop in grown.crops),
        free_from=grown.lime_from if known.below else grown.free_from,
        after_manure=grown.lime_from > grown.free_from,
        stands_for_years=grown.stands_for_years,
        done=tuple(
            Mended(one.preparation.on, _mends(one) / places.area(bed).value)
            for one in prepared
            if one.preparation.done
            and one.preparation.on > measured
            and (cce := _neutralises_pct(one)) is not None
            and (cce > 0) == known.below
        ),
    )


def _neutralises_pct(one: Prepared) -> float | None:
    """Calcium carbonate equivalent of what was worked in, as is typical. [%]"""
    return None if one.product.material is None else one.product.material.cce_pct


def _mends(one: Prepared) -> float:
    """Pure calcium carbonate, or sulphur, in what was worked in. [g]"""
    if (_neutralises_pct(one) or 0) > 0:
        return one.mass.value * effective_share(one.product).value
    return one.totals_g.s
