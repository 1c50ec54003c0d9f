"""Compost as it is carried, by hand: buckets of 10 L and barrows of 80 L, or the reader's own."""

from typing import Any

import pytest

import gardens
from eznel.formats.heaps import heap
from eznel.formats.reader import Reader
from eznel.words import words


@pytest.mark.parametrize(
    ("litres", "system", "said"),
    [
        (2, "metric", ""),  # a fifth of a bucket is a handful or two
        (5, "metric", "half a bucket of 10 L"),
        (11, "metric", "one bucket of 10 L"),
        (27, "metric", "2.5 buckets of 10 L"),
        (47, "metric", "5 buckets of 10 L"),  # from four on they are counted whole
        (80, "metric", "one barrow of 80 L"),
        (200, "metric", "2.5 barrows of 80 L"),
        (37.9, "us", "2 buckets of 5 gal"),  # 10.01 US gallons
        (339.8, "us", "2 barrows of 6 ft³"),  # 12 ft³
        (18.2, "imperial", "2 buckets of 2 gal"),  # 4 imperial gallons
    ],
)
def test_as_it_is_carried(litres: float, system: Any, said: str) -> None:
    assert heap(litres, words("en"), system) == said


def test_weight_volume_and_buckets_in_one_place() -> None:
    read = Reader(gardens.garden(), words("en"))
    assert read.bulk(29_000, 50) == "29 kg (50 L, 5 buckets of 10 L)"
    assert read.bulk(800, 0) == "800 g"  # lime is weighed
    assert read.bulk(0, 0) == ""
