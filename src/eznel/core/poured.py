"""What a place is watered with: the usual water or another, thinned with rain, or two mixed.

Rain carries hardly anything. What two waters carry adds up by their shares, lime too, as long as
nothing falls out; the pH of a mix follows from its lime and is no mean of the two.
"""

from dataclasses import dataclass
from uuid import UUID

from eznel.core.document import MixedWater, Site, Water
from eznel.core.quantities import Alkalinity

_IONS = tuple(name for name in Water.model_fields if name.endswith("_mg_l"))


@dataclass(frozen=True, slots=True)
class Poured:
    """A water as it is poured; None where nobody wrote it down, or measured its salts. [dS/m]"""

    water: Water | None
    ec_ds_m: float | None


def poured(site: Site, water: UUID | None) -> Poured:
    """Return a water as it is poured.

    Parameters
    ----------
    site : Site
        With its waters.
    water : UUID or None
        One of them; the usual one where None.

    Returns
    -------
    Poured
        Thinned and mixed as it says.
    """
    if water is None:
        return _thinned(site.water, site.water_ec_ds_m)
    of = next(one for one in site.waters if one.id == water)
    if isinstance(of, MixedWater):
        return _two(poured(site, of.first), poured(site, of.second), of)
    return _thinned(of.water, of.ec_ds_m)


def _thinned(water: Water | None, measured_ds_m: float | None) -> Poured:
    if water is None or water.rain_pct == 0:
        return Poured(water, measured_ds_m)
    share = 1 - water.rain_pct / 100
    if share == 0:
        none = Alkalinity(value=0)
        return Poured(
            Water(**dict.fromkeys(_IONS, 0), alkalinity=none, season_mm=water.season_mm), 0.0
        )
    ions = {name: None if (mg := getattr(water, name)) is None else mg * share for name in _IONS}
    limes = {
        name: lime.model_copy(update={"value": lime.value * share})
        for name in ("alkalinity", "hardness")
        if (lime := getattr(water, name)) is not None
    }
    ec_ds_m = None if measured_ds_m is None else measured_ds_m * share
    return Poured(water.model_copy(update={**ions, **limes, "rain_pct": 0.0}), ec_ds_m)


def _two(first: Poured, second: Poured, mix: MixedWater) -> Poured:
    """By their shares; what is not known of one is not known of both."""
    share = mix.second_pct / 100

    def both(one: float | None, other: float | None) -> float | None:
        return None if one is None or other is None else one * (1 - share) + other * share

    ec_ds_m = both(first.ec_ds_m, second.ec_ds_m)
    if first.water is None or second.water is None:
        return Poured(None, ec_ds_m)
    ions = {name: both(getattr(first.water, name), getattr(second.water, name)) for name in _IONS}
    one, other = (
        w.alkalinity.mg_per_l if w.alkalinity else None for w in (first.water, second.water)
    )
    lime = both(one, other)
    return Poured(
        Water(
            **ions,
            alkalinity=None if lime is None else Alkalinity(value=lime),
            softened=first.water.softened or second.water.softened,
            season_mm=mix.season_mm,
        ),
        ec_ds_m,
    )
