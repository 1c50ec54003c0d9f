"""What is found by what somebody types: other names, other languages, slips; and American words."""

import pytest

from eznel import catalogue
from eznel.words import american

NAMES = {key: [crop.name, *crop.also_called] for key, crop in catalogue.load().crops.items()}


@pytest.mark.parametrize(
    ("typed", "crop"),
    [
        ("zucchini", "courgette"), ("zuchini", "courgette"), ("eggplant", "aubergine"),
        ("arugula", "rocket"), ("cilantro", "coriander"), ("rutabaga", "swede"),
        ("runner bean", "climbing_bean"), ("silverbeet", "chard"), ("scallion", "spring_onion"),
        ("Möhre", "carrot"), ("mohre", "carrot"), ("calabacin", "courgette"),
        ("Brocoli", "broccoli"), ("rhubarbe", "rhubarb"), ("tomatos", "tomato"),
        ("capsicum", "sweet_pepper"), ("maize", "sweet_corn"),
        ("brussel sprouts", "brussels_sprouts"),
    ],
)  # fmt: skip
def test_a_crop_is_found_by_any_of_its_names(ask, typed: str, crop: str) -> None:
    (ranks,) = ask(
        "Object.fromEntries(Object.entries(x.names).map(([key, all]) =>"
        " [key, find.rank(x.typed, all)]))",
        {"typed": typed, "names": NAMES},
    )
    best = min((rank for rank in ranks.values() if rank is not None), default=None)
    assert crop in [key for key, rank in ranks.items() if rank == best]


def test_nothing_is_found_by_nonsense(ask) -> None:
    assert ask("find.rank(x, ['Courgette', 'zucchini'])", "xyzzy", "cour", "") == [None, 0, 0]


def test_the_interface_spells_american_as_the_sentences_do(ask) -> None:
    (spelling,) = ask("american.SPELLING", None)
    assert spelling == dict(american.SPELLING)
    said = "Sulphate of ammonia, a litre, {colour}; FERTILISER"
    assert ask("american.americanized(x)", said) == [american.spelled(said)]
    assert american.spelled(said) == "Sulfate of ammonia, a liter, {colour}; FERTILIZER"
