"""What a planting asks of water on a day, what its ground holds for it, and what rain brings.

On ground by the single crop coefficient, level, rising with the leaves, level and falling; roots go
down meanwhile. In a tub by the leaves themselves, which stand freer than a field's.
"""

from collections.abc import Mapping
from dataclasses import dataclass
from datetime import date
from functools import cached_property
from typing import Literal, NamedTuple

import numpy as np

from eznel.core.crops.daily import Daily, Floats
from eznel.core.crops.weather import Weather
from eznel.core.document import Bed, Place, Tub, WeatherDay
from eznel.core.moisture.evaporation import (
    Sky,
    hargreaves_mm,
    penman_monteith_mm,
    radiation_mm,
    radiations_mm,
    vapour_kpa,
)
from eznel.core.places import area, filled_volume
from eznel.core.reference import Holding, WaterUse
from eznel.core.stands.stand import InTub, Stand
from eznel.core.working import Origin, Quantity, Worked

LATE_SHARE = 0.3
"""Of the days under full leaf, those in which a crop takes less again."""
FIRST_ROOT_M = 0.15
"""Root ball or seed drill, and what feels its way out of them. [m]"""
FIRST_LEAVES = 0.15
"""Of full leaves, what a young plant has. [m²/m²]"""
SPROUTING, UNSPROUTED_FACTOR = "sprouting", 0.15
"""Until a tuber, bulb or crown is up: dry bare ground, against grass. [mm/mm]"""
STANDARD_MM = 5.0
"""The evaporation for which the shares that crops draw without stress are printed. [mm]"""
STRESS_PER_MM = 0.04
"""Less is drawn without stress on days that evaporate more. [1/mm]"""
LEAST_READY, MOST_READY = 0.1, 0.8
TUB_READY_SHARE = 0.6
"""Of what a mix holds, what is drawn without stress: mixes let go of it easily."""
FREE_FACTOR = 1.2
"""Leaves that stand free evaporate more than a field's. [mm/mm]"""
COVER_LIGHT_PCT = 70.0
"""What glass or film lets through of the sun, where nobody measured it. [%]"""
FULL_COVER, BARE_FACTOR = 0.8, 0.15
"""Ground that full leaves cover at the usual spacing [m²/m²]; what dry ground between takes."""
MULCH_SAVES = (0.25, 0.10)
"""Less evaporates under a mulch: while the ground is open, and under full leaves. [mm/mm]"""
RAIN_COUNTS = 0.75
"""Of rain, what reaches the roots. [mm/mm]"""
SMALL_RAIN_MM, HOT_C = 5.0, 30.0
"""Less rain than this on a hot day is gone before it sinks in. [mm, °C]"""
SHEDS_FROM = 0.5
"""From this share of full leaves on a tub's plants shed the rain beside it. [m²/m²]"""
FELT_BEYOND = 0.1
"""Ground that feels dry a finger deep is so far past what is drawn without stress. [L/L]"""
MOSTLY_RICH = "rich"
UNKNOWN_TEXTURE = "loam"
"""What a garden's soil is taken for where nobody has felt it."""


class Asked(NamedTuple):
    """A day of one planting: what its roots' ground holds, what leaves take, what rain brings."""

    total_l: float
    """Between full and what roots cannot draw. [L]"""
    ready_l: float
    """What is drawn without stress. [L]"""
    crop_l: float
    """What leaves and ground evaporate with water enough. [L]"""
    rain_l: float


class Asks(NamedTuple):
    """The same of each day of a season, column by column."""

    total_l: list[float]
    ready_l: list[float]
    crop_l: list[float]
    rain_l: list[float]

    def on(self, at: int) -> Asked:
        """Return one of the days."""
        return Asked(self.total_l[at], self.ready_l[at], self.crop_l[at], self.rain_l[at])


Felt = Literal["dry", "moist", "wet"]


@dataclass(frozen=True, slots=True)
class Found:
    """What somebody found in the ground in the morning: by a finger, or by a probe."""

    felt: Felt | None
    probe_pct: float | None
    """Water by volume. [%]"""


class Evaporation:
    """Reference evaporation of a garden's days."""

    def __init__(self, weather: Weather) -> None:
        self.weather = weather
        self._by_station: dict[tuple[date, float], float] = {}

    def mm(self, day: date, place: Place) -> float:
        """Return what would evaporate from grass in a place on a day. [mm]"""
        return float(self.over(self.weather.daily(day, 1), place)[0])

    def over(self, days: Daily, place: Place) -> Floats:
        """Return what would evaporate from grass in a place on each of some of its days. [mm]"""
        light, warmer_c = light_of(place), place.warmer_by_c
        above_mm = radiations_mm(self.weather.site.latitude_deg)[days.of_year]
        found = light * hargreaves_mm(days.low_c + warmer_c, days.high_c + warmer_c, above_mm)
        if light == 1:
            for day, sky in self._skies.items():
                n = (day - days.first).days
                if 0 <= n < len(found):
                    found[n] = self._penman_monteith_mm(day, sky, warmer_c)
        return found

    def is_measured(self, day: date, place: Place) -> bool:
        """Return whether a station says all of a day that it takes, outside."""
        return light_of(place) == 1 and day in self._skies

    @cached_property
    def _skies(self) -> Mapping[date, Sky]:
        """Of the days of which a station says all that it takes."""
        found = ((one.on, _sky(one)) for one in self.weather.by_day.values())
        return {on: sky for on, sky in found if sky is not None}

    def _penman_monteith_mm(self, day: date, sky: Sky, warmer_c: float) -> float:
        if (day, warmer_c) not in self._by_station:
            low_c, high_c = self.weather.ends_c(day, warmer_c)
            at = self.weather.site.latitude_deg
            self._by_station[day, warmer_c] = penman_monteith_mm(day, at, low_c, high_c, sky)
        return self._by_station[day, warmer_c]


def _sky(day: WeatherDay) -> Sky | None:
    """All that a station has to measure besides temperatures, if it did."""
    if day.humidity_pct is None or day.wind_m_s is None or day.sun_h is None:
        return None
    vapour = vapour_kpa(day.low_c, day.high_c, day.humidity_pct)
    return Sky(vapour, day.wind_m_s, day.sun_h)


def light_of(place: Place) -> float:
    """Return the share of the sun that reaches a place through its cover.

    Parameters
    ----------
    place : Place
        Bed or tub.

    Returns
    -------
    float
        1 in the open. [MJ/MJ]
    """
    if not place.covered:
        return 1.0
    return (COVER_LIGHT_PCT if place.light_pct is None else place.light_pct) / 100


class Demand:
    """One planting's need of water by day.

    Parameters
    ----------
    stand : Stand
        The planting in its place.
    use : WaterUse
        Its crop's factors.
    holding : mapping
        What grounds hold, by their name.
    evaporation : Evaporation
        The garden's.
    """

    def __init__(
        self,
        stand: Stand,
        use: WaterUse,
        holding: Mapping[str, Holding],
        evaporation: Evaporation,
    ) -> None:
        self.stand, self.use, self._evaporation = stand, use, evaporation
        self.weather = evaporation.weather
        calendar = stand.calendar
        self.begins, self.ends = calendar.begins, calendar.last_pick
        full = min(calendar.starts.get(use.full_from, self.ends), self.ends)
        self.full = max(full, self.begins)
        rising = calendar.starts.get(use.rising_from, self.begins)
        self.rising = min(max(rising, self.begins), self.full)
        spans = calendar.spans
        self.up = next((one.end for one in spans if one.key == SPROUTING), self.begins)
        self.spread = _cover(stand)
        self.held = held_at(stand, holding)
        self.mulched_from = min(
            (p.preparation.on for p in stand.soil.prepared if p.counts and p.preparation.mulch),
            default=None,
        )

    def asked(self, day: date) -> Asked:
        """Return what the planting asks and gets of itself on a day of its season. [L]"""
        return self.season.on(self._at(day))

    def factor(self, day: date) -> float:
        """Return what the crop takes against short grass on a day, without a mulch. [mm/mm]"""
        return float(self._factors[self._at(day)])

    def root_m(self, day: date) -> float:
        """Return how deep roots have gone into ground on a day. [m]"""
        return float(self.roots_m[self._at(day)])

    def _at(self, day: date) -> int:
        """The row of a day; before and after the season its first and last."""
        return min(max(self._since(day), 0), self._count - 1)

    @cached_property
    def _count(self) -> int:
        """Its days, the first and the last of the season among them. [days]"""
        return max((self.ends - self.begins).days, 0) + 1

    def _since(self, day: date) -> int:
        return (day - self.begins).days

    def _along(self, *points: tuple[float, float]) -> Floats:
        """What runs straight from point to point [days since planting], level outside of them."""
        at, of = zip(*points, strict=True)
        return np.asarray(np.interp(np.arange(self._count), at, of))

    @cached_property
    def _leaves(self) -> Floats:
        """The share of full leaves by day. [m²/m²]"""
        return self._along((self._since(self.rising), FIRST_LEAVES), (self._since(self.full), 1.0))

    @cached_property
    def _spread(self) -> Floats:
        """How far roots have gone between planting and full leaf."""
        grows = self.stand.crop.habit != "perennial"
        return self._along((0, 0.0 if grows else 1.0), (self._since(self.full), 1.0))

    @cached_property
    def roots_m(self) -> Floats:
        """How deep roots have gone into ground by day, to the last of the season. [m]"""
        deep = self.use.root_m
        first = min(FIRST_ROOT_M, deep)
        return first + (deep - first) * self._spread

    @cached_property
    def _factors(self) -> Floats:
        """Against short grass, without a mulch. [mm/mm]"""
        kc_mid, kc_end = self._spaced(self.use.kc_mid), self._spaced(self.use.kc_end)
        kc_ini = min(self.use.kc_ini, kc_mid)
        rising, full, ends = (self._since(day) for day in (self.rising, self.full, self.ends))
        late = ends - LATE_SHARE * (ends - full)
        found = self._along((rising, kc_ini), (full, kc_mid), (late, kc_mid), (ends, kc_end))
        found[: max(self._since(self.up), 0)] = UNSPROUTED_FACTOR
        return found

    @cached_property
    def _mulched(self) -> Floats:
        """The crop's factor, less where a mulch lies. [mm/mm]"""
        if self.mulched_from is None:
            return self._factors
        open_, closed = MULCH_SAVES
        saved = open_ + (closed - open_) * self._leaves
        saved[: max(self._since(self.mulched_from), 0)] = 0.0
        return self._factors * (1 - saved)

    @cached_property
    def _leaf_m2(self) -> Floats:
        """Leaves of all plants in a tub, from above. [m²]"""
        return self.use.canopy_m2 * self._leaves * self.stand.plants

    @cached_property
    def season(self) -> Asks:
        """What it asks and gets of itself on each day, from its first to its last. [L]"""
        place, days = self.stand.place, self.weather.daily(self.begins, self._count)
        mm = self._mulched * self._evaporation.over(days, place)
        rain_mm = np.zeros(self._count) if place.covered else effective_rain_mm(days)
        if isinstance(self.stand, InTub):
            columns = self._asked_in_tub(self.stand, FREE_FACTOR * mm, rain_mm)
        else:
            columns = self._asked_on_ground(mm, rain_mm)
        return Asks(*(column.tolist() for column in columns))

    def _asked_in_tub(self, stand: InTub, mm: Floats, rain_mm: Floats) -> tuple[Floats, ...]:
        share = stand.tubs * stand.share
        rooted = FIRST_LEAVES + (1 - FIRST_LEAVES) * self._spread
        total_l = self.held.available * filled_volume(stand.place).value * share * rooted
        sheds = self._leaves >= SHEDS_FROM
        rain_l = np.where(sheds, 0.0, rain_mm * area(stand.place).value * share)
        return total_l, TUB_READY_SHARE * total_l, mm * self._leaf_m2, rain_l

    def _asked_on_ground(self, mm: Floats, rain_mm: Floats) -> tuple[Floats, ...]:
        ground_m2 = self.stand.ground_m2
        total_l = self.held.available * 1000 * self.roots_m * ground_m2
        share = self.use.ready_share + STRESS_PER_MM * (STANDARD_MM - mm)
        ready_l = np.clip(share, LEAST_READY, MOST_READY) * total_l
        return total_l, ready_l, mm * ground_m2, rain_mm * ground_m2

    def _spaced(self, kc: float) -> float:
        """Less where plants stand so far apart that they never cover the ground (eq. 98)."""
        return min(BARE_FACTOR + (kc - BARE_FACTOR) * self.spread, kc)

    def working(self, day: date) -> Worked:
        """Return how a day's use of water comes about. [L]"""
        place, asked = self.stand.place, self.asked(day)
        low_c, high_c = self.weather.ends_c(day, place.warmer_by_c)
        reference_mm = self._evaporation.mm(day, place)
        above_mm = radiation_mm(day, self.weather.site.latitude_deg)
        origin = Origin.MEASURED if day in self.weather.by_day else Origin.TYPICAL
        if self._evaporation.is_measured(day, place):
            known = Worked.first(
                "moist_measured",
                reference_mm,
                "mm",
                Quantity("reference_mm", reference_mm, "mm", Origin.MEASURED),
            )
        else:
            known = Worked.first(
                "moist_reference",
                reference_mm,
                "mm",
                Quantity("low_c", low_c, "°C", origin),
                Quantity("high_c", high_c, "°C", origin),
                Quantity("above_mm", above_mm, "mm"),
                Quantity("light", light_of(place), "", Origin.ASSUMED),
            )
        tub = isinstance(self.stand, InTub)
        at = self._at(day)
        spread_m2 = float(self._leaf_m2[at]) if tub else self.stand.ground_m2
        return known.then(
            "moist_crop",
            asked.crop_l,
            "L",
            Quantity("reference_mm", reference_mm, "mm"),
            Quantity("crop_factor", float(self._mulched[at]), "", Origin.TYPICAL),
            Quantity("free_factor", FREE_FACTOR if tub else 1.0, "", Origin.TYPICAL),
            Quantity("spread_m2", spread_m2, "m²"),
        )

    def missing_l(self, day: date, found: Found) -> float:
        """Return what is missing by what was found: a probe's reading, or the feel of a finger.

        Moist is half of what is drawn without stress; dry a tenth beyond that.
        """
        asked = self.asked(day)
        if found.probe_pct is None:
            beyond_l = FELT_BEYOND * (asked.total_l - asked.ready_l)
            by_feel = {"wet": 0.0, "moist": asked.ready_l / 2, "dry": asked.ready_l + beyond_l}
            return by_feel[found.felt or "moist"]
        held = self.held
        missing = (held.field_capacity - found.probe_pct / 100) / held.available
        return asked.total_l * min(max(missing, 0.0), 1.0)


def _cover(stand: Stand) -> float:
    """Of a full cover's transpiration, what plants reach at their spacing: twice what they cover.

    By FAO-56, eq. 98; leaves cover no more ground than at the usual spacing.
    """
    if isinstance(stand, InTub) or not stand.ground_m2:
        return 1.0
    crop = stand.crop
    covered_m2 = FULL_COVER * crop.in_row_m * crop.between_rows_m * stand.plants
    return min(2 * covered_m2 / stand.ground_m2, 1.0)


def effective_rain_mm(days: Daily) -> Floats:
    """Return what of each day's rain reaches roots in the open.

    Parameters
    ----------
    days : Daily
        Nothing falls where nobody knows.

    Returns
    -------
    array of shape (days,)
        Three quarters; nothing of a little rain on a hot day. [mm]
    """
    rain_mm = days.rain_mm
    gone = np.isnan(rain_mm) | ((rain_mm < SMALL_RAIN_MM) & (days.high_c >= HOT_C))
    return np.where(gone, 0.0, RAIN_COUNTS * rain_mm)


@dataclass(frozen=True, slots=True)
class Held:
    """Water in a ground by volume: drained for two days, and where plants wilt. [m³/m³]"""

    field_capacity: float
    wilting_point: float

    @property
    def available(self) -> float:
        """What plants can draw. [m³/m³]"""
        return self.field_capacity - self.wilting_point


def held_at(stand: Stand, holding: Mapping[str, Holding]) -> Held:
    """Return the water that a place can hold.

    Parameters
    ----------
    stand : Stand
        The planting in its place.
    holding : mapping
        What grounds hold, by their name.

    Returns
    -------
    Held
        As typed; else by texture, of rich beds and mixes by theirs. [m³/m³]
    """
    place: Bed | Tub = stand.place
    if isinstance(place, Tub):
        row = holding["mix"]
        if place.holds_pct is not None:
            return Held(row.wilting_point + place.holds_pct / 100, row.wilting_point)
    else:
        if place.field_capacity_pct is not None and place.wilting_point_pct is not None:
            return Held(place.field_capacity_pct / 100, place.wilting_point_pct / 100)
        rich = stand.soil.rich
        row = holding[MOSTLY_RICH if rich else (place.texture or UNKNOWN_TEXTURE)]
    return Held(row.field_capacity, row.wilting_point)
