"""Questions with three answers: which bag, and what a leaf wants."""

import gardens
from eznel import catalogue
from eznel.core.document import Log
from eznel.core.questions.choosing import LEAVES, Choice, choices
from eznel.core.season.workings import Workings
from eznel.words import LOCALES, words


def asked(**parts) -> list[Choice]:
    made = gardens.garden(**parts)
    return list(choices(Workings(made, Log(), gardens.TODAY, catalogue.load())))


def test_leaves_alone_where_there_are_no_three_bags() -> None:
    found = asked(places=[gardens.bed()])
    assert [one.seen for one in found] == [seen for seen, _ in LEAVES]
    for one in found:
        assert one.right in one.options
        assert list(one.options) == sorted(one.options)  # where it stands says nothing
    assert {one.options.index(one.right) for one in found} == {0, 1, 2}


def test_the_bag_that_meets_most_is_right() -> None:
    """A cucumber still wants nitrogen and potassium; lime-free rock and iron bring neither."""
    bags = [
        gardens.product("both", "granular", N=8, K2O=12),
        gardens.product("sulphur", "granular", S=90),
        gardens.product("little", "granular", N=1),
    ]
    found = asked(
        places=[gardens.bed()],
        plantings=[gardens.planting("cucumber", plants=8)],
        products=bags,
    )
    (bag,) = [one for one in found if one.kind == "bag"]
    assert bag.right == str(bags[0]["id"])
    best = max(zip(bag.match, bag.options, strict=True))
    assert best[1] == bag.right
    assert found[1] is bag  # after the first leaf


def test_every_leaf_is_said_in_every_language() -> None:
    for locale in LOCALES:
        terms = words(locale).terms
        for seen, options in LEAVES:
            assert terms[f"leaf.seen.{seen}"]
            assert terms[f"leaf.why.{seen}"]
            assert all(terms[f"leaf.wants.{one}"] for one in options)
