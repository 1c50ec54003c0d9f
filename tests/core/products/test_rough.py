"""Amounts as people say them, in grams and millilitres by hand."""

import gardens
from eznel.core.document import Product
from eznel.core.products.fertiliser import Fertiliser
from eznel.core.products.rough import rough_amounts
from eznel.core.quantities import Volume

CAN = Volume.model_validate(gardens.measure(10, "L"))


def said(form: str, density: float = 1.0, **more: object) -> dict[str, tuple[float, float, str]]:
    made = gardens.product("bag", form, **more)
    label = {**made, "density": gardens.measure(density, "g/mL")}
    of = Fertiliser(Product.model_validate(label), None)
    found = {}
    for one in rough_amounts(of, CAN):
        assert one.amount.up_to is not None
        ends = one.amount.amount, one.amount.up_to
        found[one.said] = (ends[0].value, ends[1].value, ends[0].unit)
    return found


def test_half_a_can_is_made_from_half_to_all_of_the_labels_strength() -> None:
    """2 g/L in 10 L are 20 g: 0.4 × 20 × ½ = 4 to 0.6 × 20 = 12; full 0.9 × 20 × ½ = 9 to 20."""
    found = said("soluble", max_strength=gardens.measure(2, "g/L"))
    assert found["half_can"] == (4, 12, "g")
    assert found["can"] == (9, 20, "g")
    assert found["handful"] == (40, 80, "mL")


def test_a_liquid_is_counted_in_millilitres_and_no_hand_takes_it() -> None:
    """2 g/L of 1.25 g/mL are 1.6 mL/L, 16 mL in the can: 0.4 × 16 × ½ = 3.2 to 0.6 × 16 = 9.6."""
    found = said("liquid", 1.25, max_strength=gardens.measure(2, "g/L"))
    assert found["half_can"] == (3.2, 9.6, "mL")
    assert list(found) == ["cup", "half_can", "can"]


def test_the_water_of_half_a_can_is_in_the_cans_own_unit() -> None:
    """Half of two gallons is one gallon, whatever that is in litres."""
    label = gardens.product("bag", "soluble", max_strength=gardens.measure(2, "g/L"))
    can = Volume.model_validate(gardens.measure(2, "gal_us"))
    found = {
        one.said: one.water
        for one in rough_amounts(Fertiliser(Product.model_validate(label), None), can)
    }
    half, handful = found["half_can"], found["handful"]
    assert half is not None
    assert (half.value, half.unit) == (1, "gal_us")
    assert handful is None


def test_a_can_of_what_no_label_dilutes_is_not_guessed() -> None:
    for form in ("granular", "soluble"):
        assert list(said(form)) == ["pinch", "handful", "double_handful", "cup"]
