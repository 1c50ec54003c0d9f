"""The tables of signs and causes: whole, of every kind of crop, and never "more feed"."""

import pytest

from eznel import catalogue
from eznel.core.reference import ANY, names_of

ROWS = catalogue.load()
SYMPTOMS = ROWS.symptoms
NAMES = {name for crop in ROWS.crops.values() for name in names_of(crop)}


def test_enough_of_both() -> None:
    assert len(SYMPTOMS.causes) >= 60
    assert len(SYMPTOMS.signs) >= 150


def test_everything_that_is_named_is_there() -> None:
    for row in SYMPTOMS.commonness:
        assert row.cause in SYMPTOMS.causes
        assert row.of in NAMES
    for cause in SYMPTOMS.causes.values():
        assert cause.answer in SYMPTOMS.answers
        assert SYMPTOMS.common_of[cause.key]
    for sign in SYMPTOMS.signs.values():
        assert set(sign.of) <= NAMES
    outcomes = {(row.key, row.outcome) for row in SYMPTOMS.checks}
    for ratio in SYMPTOMS.ratios:
        assert ratio.cause == ANY or ratio.cause in SYMPTOMS.causes
        if ratio.evidence == "sign":
            assert ratio.key == ANY or ratio.key in SYMPTOMS.signs
        elif ratio.evidence == "fact":
            assert ratio.key in SYMPTOMS.facts
            assert ratio.outcome in ("yes", "no")
        else:
            assert (ratio.key, ratio.outcome) in outcomes
    assert len(SYMPTOMS.ratio_of) == len(SYMPTOMS.ratios)  # none stands there twice


def test_rows_say_their_basis() -> None:
    tables = (
        SYMPTOMS.signs.values(), SYMPTOMS.causes.values(), SYMPTOMS.answers.values(),
        SYMPTOMS.facts.values(), SYMPTOMS.checks, SYMPTOMS.commonness, SYMPTOMS.ratios,
    )  # fmt: skip
    assert all(row.basis and row.confidence for table in tables for row in table)


@pytest.mark.parametrize("sign", SYMPTOMS.signs)
def test_every_sign_points_somewhere_on_every_crop_that_shows_it(sign: str) -> None:
    pointed = {
        one.cause for one in SYMPTOMS.ratios if one.key == sign and one.ratio >= 3
    }  # fmt: skip
    for crop in ROWS.crops.values():
        if set(SYMPTOMS.signs[sign].of) & set(names_of(crop)):
            occur = {
                row.cause
                for row in SYMPTOMS.commonness
                if row.of in names_of(crop) and row.in_100 > 0
            }
            assert pointed & occur, (sign, crop.key)


@pytest.mark.parametrize(
    "kin",
    [
        "tomato", "sweet_pepper", "cucumber", "winter_squash", "bush_bean", "Brassicaceae",
        "leafy", "root", "bulb", "strawberry",
    ],
)  # fmt: skip
def test_every_kind_of_crop_has_causes_and_signs_of_its_own(kin: str) -> None:
    crop = next(one for one in ROWS.crops.values() if kin in names_of(one))
    own = set(names_of(crop)) - {ANY}
    causes = {row.cause for row in SYMPTOMS.commonness if row.of in own}
    signs = {one.key for one in SYMPTOMS.signs.values() if own & set(one.of)}
    assert len(causes) >= 10
    assert len(signs) >= 5


def test_no_answer_is_more_feed() -> None:
    """The plan's own feed on its day is the most that any of them says."""
    feeding = {one.key for one in SYMPTOMS.answers.values() if one.text.startswith("Give the plan")}
    assert feeding == {"next_feed"}
    assert {c.key for c in SYMPTOMS.causes.values() if c.answer in feeding} == {
        "n_short", "n_tied",
    }  # fmt: skip


def test_no_answer_names_a_product_for_pests_or_diseases() -> None:
    spray = ("spray", "oil", "soap", "copper", "sulphur")
    for cause in SYMPTOMS.causes.values():
        if cause.kind in ("pest", "disease"):
            text = SYMPTOMS.answers[cause.answer].text.lower()
            assert not any(word in text.split() for word in spray)
