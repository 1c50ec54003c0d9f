"""Hundreds of papers that were written down before they were read: none wrong in silence."""

from collections import Counter

import pytest

from formats.scoring import BATCHES, papers, scored

FILES = [
    f"{kind}{batch}"
    for kind in ("labels", "reports")
    for batch in ("", *(f"_{one}" for one in BATCHES))
]
MOST_MISSED = 0.1
"""Nine in ten are right in every field, or asked about."""


@pytest.mark.parametrize("name", FILES)
def test_no_paper_is_misread_in_silence(name: str) -> None:
    wrong = {one.id: one.fields for one in scored(name) if one.verdict == "wrong"}
    assert wrong == {}


@pytest.mark.parametrize("name", FILES)
def test_nine_in_ten_are_right_or_asked_about(name: str) -> None:
    all_ = scored(name)
    missed = {one.id for one in all_ if one.verdict == "missed"}
    assert len(missed) <= MOST_MISSED * len(all_), missed


def test_there_are_a_hundred_of_each_and_a_third_is_kept_away() -> None:
    counts = Counter({name: len(papers(name)) for name in FILES})
    for kind in ("labels", "reports"):
        whole = counts[kind] + counts[f"{kind}_kept"]
        assert whole >= 100
        assert counts[f"{kind}_kept"] >= whole // 3
