"""What was picked weighs, what a garden's own yield is, and what is still to come."""

from datetime import date

import pytest

import gardens
from eznel import catalogue
from eznel.core.crops.picked import complete_kg, pickings
from eznel.core.document import Harvest, Log
from eznel.core.harvest.ahead import Harvesting, picked_share, weeks_ahead
from eznel.core.harvest.aims import aims
from eznel.core.stands.stands import Stands

TOMATO = catalogue.load().picked["tomato"]  # 120 g each, 0.6 kg a litre
IN_JULY = date(2026, 7, 21)


def picked(on: str, much: dict, **more) -> dict:
    made = {"id": gardens.uid(f"{on} {much}"), "planting": gardens.uid("tomato"), "on": on}
    return made | {"much": much} | more


def weighed(kg: float, **more) -> dict:
    return {"gross": gardens.measure(kg, "kg"), **more}


def weights(*muches: dict) -> list[tuple[float, float, float]]:
    made = [
        Harvest.model_validate(picked(f"2026-07-{day:02}", much))
        for day, much in enumerate(muches, start=1)
    ]
    return [(one.low_kg, one.kg, one.high_kg) for one in pickings(made, TOMATO)]


def test_a_scale_says_it_less_the_container() -> None:
    """2.4 kg - 180 g = 2.22 kg."""
    (one,) = weights(weighed(2.4, tare=gardens.measure(180, "g")))
    assert one == pytest.approx((2.22, 2.22, 2.22))


def test_pieces_that_nobody_weighed_are_a_guess_until_some_are_weighed() -> None:
    """12 of 120 g are 1.44 kg, a quarter more or less; ten that weighed 1 kg make each 100 g."""
    assert weights({"pieces": 12}) == [pytest.approx((1.08, 1.44, 1.8))]
    _, known = weights(weighed(1.0, pieces=10), {"pieces": 12})
    assert known == pytest.approx((1.2, 1.2, 1.2))
    said = {"pieces": 12, "each": gardens.measure(90, "g")}
    assert weights(said) == [pytest.approx((1.08, 1.08, 1.08))]


def test_a_bucket_of_them_weighs_by_its_litres() -> None:
    """10 L of 0.6 kg/L, a quarter more or less."""
    (one,) = weights({"volume": gardens.measure(10, "L")})
    assert one == pytest.approx((4.5, 6.0, 7.5))


@pytest.mark.parametrize(
    ("much", "key"),
    [
        (weighed(1, tare=gardens.measure(1, "kg")), "tare_over_gross"),
        (weighed(1001), "harvest_out_of_range"),
        ({"volume": gardens.measure(6000, "L")}, "heap_out_of_range"),
    ],
)
def test_what_cannot_be_is_refused(much: dict, key: str) -> None:
    with pytest.raises(ValueError, match=key):
        Harvest.model_validate(picked("2026-07-01", much))


def test_a_season_counts_once_all_of_it_is_written_down() -> None:
    some = [picked("2026-07-01", weighed(2)), picked("2026-08-01", weighed(3), complete=True)]
    first, both = ([Harvest.model_validate(one) for one in some[:n]] for n in (1, 2))
    assert complete_kg(first, TOMATO) is None
    assert complete_kg(both, TOMATO) == pytest.approx(5.0)


def harvesting(*harvests: dict, today: date = IN_JULY, **more) -> Harvesting:
    """One tomato in a tub, usually 3.15 kg, picked for sixty days from 1 July on."""
    grown = gardens.planting("tomato", "tub", ends_on="2026-08-30")
    made = gardens.garden(places=[gardens.tub()], plantings=[grown], **more)
    seen = {"id": gardens.uid("seen"), "planting": grown["id"], "stage": "harvest"}
    log = Log.model_validate({"stages": [{**seen, "on": "2026-07-01"}], "harvests": harvests})
    return Harvesting(Stands(made, log, today, catalogue.load()))


def test_one_good_season_moves_the_garden_s_own_yield_two_thirds_of_the_way() -> None:
    """Twice the usual, in logarithms.

    What is known before weighs 1 / 0.5² = 4, a season 1 / 0.35² = 8.163: its part is 0.6711, and
    2 ^ 0.6711 = 1.592. The spread left is 1 / √12.163 = 0.2867; eight in ten within
    e ^ (1.2816 × 0.2867) = 1.444 times.
    """
    own = harvesting(picked("2026-07-20", weighed(6.3), complete=True)).own("tomato")
    assert len(own.seen) == 1
    assert own.value == pytest.approx(1.592, abs=0.001)
    assert (own.low, own.high) == pytest.approx((1.592 / 1.444, 1.592 * 1.444), rel=0.001)


def test_what_may_be_missing_says_nothing_of_a_garden() -> None:
    own = harvesting(picked("2026-07-20", weighed(6.3))).own("tomato")
    assert (own.seen, own.value) == ((), 1.0)


@pytest.mark.parametrize(
    ("day", "share"),
    [
        (date(2026, 7, 1), 0.0),
        (date(2026, 7, 21), (1 / 6) / (11 / 15)),  # a third of the days, half as high on the way
        (date(2026, 7, 31), (1 / 6 + 1 / 6) / (11 / 15)),
        (date(2026, 8, 18), (1 / 6 + 7 / 15) / (11 / 15)),  # from here on it falls
        (date(2026, 8, 30), 1.0),
    ],
)
def test_picking_rises_stays_and_falls(day: date, share: float) -> None:
    """The line's area: 1 - 1/6 - 1/10 = 11/15."""
    (stand,) = harvesting().stands.all
    assert picked_share(stand, day) == pytest.approx(share)


def test_the_weeks_to_come_add_up_to_what_is_left() -> None:
    """On 21 July 1 - 0.2273 of 3.15 kg is to come, 2.434 kg; the season ends within eight weeks."""
    (ahead,) = weeks_ahead(harvesting(), IN_JULY)
    assert sum(week.kg for week in ahead.weeks) == pytest.approx(2.434, abs=0.001)
    assert ahead.weeks[0].begins == date(2026, 7, 20)
    assert all(week.low_kg <= week.kg <= week.high_kg for week in ahead.weeks)


def test_what_was_weighed_corrects_what_is_expected() -> None:
    """Half of 3.15 kg × 4 / 5 is believed, 1.26 kg.

    Up to the 21st inclusive 21 of 60 days: (1/6 + 1/60) / (11/15) = 0.25, so 0.7875 kg were due.
    2 kg came: (2 + 1.26) / (0.7875 + 1.26) = 1.592.
    """
    (stand,) = harvesting().stands.all
    factor, count = harvesting(picked("2026-07-21", weighed(2))).factor(stand, IN_JULY)
    assert (factor, count) == (pytest.approx(1.592, abs=0.001), 1)


def test_a_glut_is_told_weeks_ahead() -> None:
    """One tomato brings about 0.5 kg a week: much for who eats 0.1 kg, little for who eats 1 kg."""
    aim = {"id": gardens.uid("aim"), "year": 2026, "words": "salad", "crop": "tomato"}

    def told(weekly: float, stored: float) -> list[str]:
        asked = aim | {
            "weekly": gardens.measure(weekly, "kg"),
            "stored": gardens.measure(stored, "kg"),
        }
        sauce = {"id": gardens.uid("sauce"), "year": 2026, "words": "sauce", "crop": "tomato"}
        (ahead,) = weeks_ahead(harvesting(aims=[asked, sauce]), IN_JULY)
        return [one.key for one in ahead.findings]

    assert told(0.1, 0.1) == ["glut_now"]
    assert told(0.1, 0.8) == ["glut_ahead"]  # the jars are full after two weeks
    assert told(1.0, 0.1) == []
    assert told(0.1, 5.0) == []  # all of it goes into jars


def test_nothing_more_comes_of_what_is_written_down_whole() -> None:
    assert weeks_ahead(harvesting(picked("2026-07-20", weighed(2), complete=True)), IN_JULY) == ()


def aimed(kg: float, *harvests: dict, today: date = IN_JULY):
    aim = {"id": gardens.uid("aim"), "year": 2026, "words": "sauce", "crop": "tomato"}
    asked = aim | {"wanted": gardens.measure(kg, "kg")}
    (found,) = aims(harvesting(*harvests, today=today, aims=[asked]), today)
    return found


def test_an_aim_becomes_plants_and_ground() -> None:
    """40 kg / 3.15 kg = 12.7 plants; / 7 kg/m² = 5.71 m²; 40 kg × uptake of nitrogen."""
    found = aimed(40)
    crop = catalogue.load().crop("tomato")
    assert found.aimed.plants.value == pytest.approx(12.698, abs=0.001)
    assert found.aimed.ground.value == pytest.approx(5.714, abs=0.001)
    assert found.aimed.feed["N"] == pytest.approx(40 * crop.uptake_n)
    (short,) = found.findings
    more = next(one.value for one in short.numbers if one.name == "plants_more")
    assert (short.key, more) == ("aim_short", 12)  # 36.85 kg / 3.15 kg = 11.7


@pytest.mark.parametrize(
    ("kg", "picked_kg", "day", "key"),
    [
        (3, None, IN_JULY, "aim_planted"),
        (3, None, date(2026, 10, 1), "aim_not_weighed"),
        (3, 2.8, date(2026, 10, 1), "aim_reached"),  # nine tenths of 3 kg are 2.7 kg
        (3, 2.6, date(2026, 10, 1), "aim_missed"),
    ],
)
def test_where_an_aim_stands(kg: float, picked_kg: float | None, day: date, key: str) -> None:
    some = [picked("2026-08-01", weighed(picked_kg))] if picked_kg else []
    assert [one.key for one in aimed(kg, *some, today=day).findings] == [key]
