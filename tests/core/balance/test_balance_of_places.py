"""A place's balance: its plantings' added up, day by day."""

from datetime import date
from uuid import UUID, uuid4

import pytest

import gardens
from eznel import catalogue
from eznel.core.balance.places import PlaceBalance
from eznel.core.document import Log
from eznel.core.errors import Unknown
from eznel.core.questions.balances import balance, balance_of_place
from eznel.core.season.workings import Workings

CATALOGUE = catalogue.load()
BED = UUID(gardens.uid("bed"))


def workings(*crops: tuple[str, str]) -> Workings:
    """Ten square metres of crops with their days of planting."""
    garden = gardens.garden(
        site=gardens.site(monthly_rain_mm=[60] * 12),
        places=[gardens.bed("bed", 10, 1), gardens.bed("bare")],
        plantings=[gardens.planting(crop, planted_on=on, plants=8) for crop, on in crops],
        products=[gardens.product("bag", N=10, P2O5=5, K2O=15)],
        scoops=[gardens.scoop("cup", 250)],
    )
    return Workings(garden, Log(), date(2026, 5, 1), CATALOGUE)


def line(of: PlaceBalance, substance: str, field: str) -> tuple[float, ...]:
    return getattr(next(one for one in of.lines if one.substance == substance), field)


def test_one_planting_is_the_place() -> None:
    mine = workings(("kale", "2026-05-10"))
    alone = balance(UUID(gardens.uid("kale")), mine)
    place = balance_of_place(BED, mine)
    assert place.days == alone.days
    for one in alone.lines:
        assert line(place, one.substance, "left") == pytest.approx(one.left)
        assert line(place, one.substance, "low") == pytest.approx(one.low, abs=1e-3)
        assert line(place, one.substance, "high") == pytest.approx(one.high, abs=1e-3)


def test_two_plantings_add_up_from_the_first_day_to_the_last() -> None:
    mine = workings(("lettuce", "2026-05-02"), ("kale", "2026-06-01"))
    each = [balance(UUID(gardens.uid(crop)), mine) for crop in ("lettuce", "kale")]
    place = balance_of_place(BED, mine)
    assert place.days[0] == min(one.days[0] for one in each)
    assert place.days[-1] == max(one.days[-1] for one in each)
    assert [(b - a).days for a, b in zip(place.days, place.days[1:], strict=False)] == [1] * (
        len(place.days) - 1
    )
    for n, nutrient in enumerate(("N", "P", "K", "Ca", "Mg")):
        for field in ("came", "wanted", "taken", "lost", "left"):
            last = sum(getattr(one.lines[n], field)[-1] for one in each)
            assert line(place, nutrient, field)[-1] == pytest.approx(last)
        # On the day before the kale is planted the lettuce is all there is.
        before = (each[1].days[0] - place.days[0]).days - 1
        assert line(place, nutrient, "left")[before] == pytest.approx(each[0].lines[n].left[before])


def test_what_is_off_is_added_as_squares() -> None:
    """Two bands of 3 and 4 make one of 5, not of 7."""
    mine = workings(("lettuce", "2026-05-02"), ("kale", "2026-05-02"))
    each = [balance(UUID(gardens.uid(crop)), mine) for crop in ("lettuce", "kale")]
    place = balance_of_place(BED, mine)
    offs = [one.lines[0].high[20] - one.lines[0].left[20] for one in each]
    off = line(place, "N", "high")[20] - line(place, "N", "left")[20]
    assert off == pytest.approx((offs[0] ** 2 + offs[1] ** 2) ** 0.5)


def test_a_bare_place_and_none_at_all() -> None:
    mine = workings(("kale", "2026-05-10"))
    assert balance_of_place(UUID(gardens.uid("bare")), mine).lines == ()
    with pytest.raises(Unknown):
        balance_of_place(uuid4(), mine)
