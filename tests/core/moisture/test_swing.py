"""Only dryness that a record confirms is held against the grower."""

from datetime import date, timedelta

import pytest

from eznel.core.moisture.course import Evening
from eznel.core.moisture.demand import Asked
from eznel.core.moisture.swing import swing

FIRST = date(2026, 6, 1)


def days(*marks: str) -> list[Evening]:
    """w wet; d dry; a capital where somebody recorded something; ? not known."""
    asked = Asked(10, 5, 1, 0)
    return [
        Evening(FIRST + timedelta(n), asked, 0, 0, 0, 0, 8 if mark in "dD?" else 2, mark != "?",
                mark.isupper())
        for n, mark in enumerate("".join(marks))
    ]  # fmt: skip


@pytest.mark.parametrize(
    ("marks", "known", "dry"),
    [
        ("wwddW", 5, 2),  # two dry evenings, then somebody watered
        ("wwdddd", 2, 0),  # dry up to today: perhaps nobody has written it down yet
        ("wwddd???", 2, 0),  # given up as not known
        ("wwddww", 4, 0),  # rain, and no word before it
        ("wwdDDW", 6, 3),  # "not today" is a word, too
    ],
)
def test_a_dry_spell_counts_once_a_record_ends_it(marks: str, known: int, dry: int) -> None:
    found = swing(days(marks), FIRST, FIRST + timedelta(20))
    assert found is not None
    assert (found.days, found.dry_days) == (known, dry)
    assert found.deepest_pct == (80 if dry else 20)


def test_of_days_that_nobody_knows_nothing_is_said() -> None:
    assert swing(days("???"), FIRST, FIRST + timedelta(20)) is None
