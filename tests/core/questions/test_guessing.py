"""What is asked to practise guessing: answers by hand, of each kind in turn."""

import pytest

import gardens
from eznel import catalogue
from eznel.core.document import Log
from eznel.core.questions.guessing import Guess, guesses
from eznel.core.season.workings import Workings
from eznel.words import formulas


def asked(**parts) -> list[Guess]:
    made = gardens.garden(**parts)
    return list(guesses(Workings(made, Log(), gardens.TODAY, catalogue.load())))


BAG = gardens.product("bag", "granular", N=10, density=gardens.measure(1.0, "g/mL"))


def test_spoons_cans_litres_and_days() -> None:
    """On 4.32 m²: 5 g/m² are 21.6 g of nitrogen, 216 g of the bag, 14.4 of 15 mL; 25 mm are 108 L,
    twelve cans of nine."""
    tub = gardens.tub(litres=30)
    found = asked(
        places=[gardens.bed(), tub],
        plantings=[gardens.planting("cucumber", plants=8)],
        products=[BAG],
        scoops=[gardens.scoop("tablespoon", 15), gardens.scoop("bucket", 10_000)],
    )
    by_kind = {one.kind: one for one in found}
    assert by_kind["spoons"].answer.value == pytest.approx(14.4)
    assert by_kind["cans"].answer.value == pytest.approx(12)
    assert (by_kind["cans"].along_m, by_kind["cans"].across_m) == (3.6, 1.2)
    assert by_kind["litres"].answer.value == pytest.approx(27)  # filled to nine tenths
    # today is 1 May; its base goes in when it is planted, on 12 May
    assert by_kind["days"].answer.value == 11
    for one in found:
        for step in one.answer.steps:
            numbers = {q.name: q.value for q in step.quantities}
            names = {"min": min, "max": max, "__builtins__": {}}
            again = eval(formulas()[step.key], names, numbers)
            assert again == pytest.approx(step.value), step.key


def test_nothing_is_asked_about_an_empty_garden() -> None:
    assert asked() == []
