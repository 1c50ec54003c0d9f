"""Bagged mixes can be kept as their labels say: charged by the litre, or not at all."""

from uuid import uuid4

from eznel.core.document import Product
from eznel.formats.labels.reading import read_label


def kept(text: str) -> Product:
    return Product.model_validate({"id": str(uuid4()), **read_label(text).product})


def test_a_mix_without_figures_is_kept() -> None:
    mix = kept("Stanchion Peat-Free Multipurpose Compost\nFor pots and tubs\n50 litres e\n")
    assert (mix.form, mix.declared, mix.added) == ("mix", (), ())


def test_a_charge_by_the_litre_is_kept() -> None:
    mix = kept("Achterdeck Tomatenerde\nN 250 mg/l, P2O5 200 mg/l, K2O 900 mg/l\n40 Liter\n")
    assert {one.nutrient: one.mg_l for one in mix.added} == {"N": 250, "P2O5": 200, "K2O": 900}


def test_salts_of_a_mix_are_no_strength_of_a_feed() -> None:
    assert kept("Achterdeck Tomatenerde\nSalzgehalt 1,5 g/l\n").max_strength is None


def test_a_mix_for_seed_is_known_by_its_name() -> None:
    assert kept("Zeising Aussaaterde\nnährstoffarm\n20 l\n").for_seed
