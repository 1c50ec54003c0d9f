"""Old garden files brought forward by numbered pure steps.

A step takes the plain data of one version and returns that of the next. A file of every past
version stays in the tests; a file from the future is refused whole.
"""

from collections.abc import Callable
from typing import Any

from eznel.core.document.garden import GardenFile
from eznel.core.errors import Impossible

Data = dict[str, Any]


def _to_2(data: Data) -> Data:
    """Version 2 knows more shapes, paths and walls, north, sun and shelter; all may be left out."""
    return data


def _to_3(data: Data) -> Data:
    """Version 3 knows every extract, unit and buffer, bands of one's own, preparations, water."""
    return data


def _to_4(data: Data) -> Data:
    """Version 4 knows label limits, traces, ranges, mixes, rules of the garden, stock moves."""
    return data


def _to_5(data: Data) -> Data:
    """Version 5 knows varieties, weather, what was seen and done, and season-wide blends."""
    return data


def _to_6(data: Data) -> Data:
    """Version 6 says of weather from the stand-in that it is simulated, when it is read."""
    return data


def _to_7(data: Data) -> Data:
    """Version 7 knows cans poured in part, a feeding day, and plants that were there before."""
    return data


def _to_8(data: Data) -> Data:
    """Version 8 knows when a programme stops, its interval by phase, and how strong it mixes."""
    return data


def _to_9(data: Data) -> Data:
    """Version 9 knows whether sulphur is asked for."""
    return data


def _to_10(data: Data) -> Data:
    """Version 10 knows three more extracts: AB-DTPA, CAL and Colwell."""
    return data


def _to_11(data: Data) -> Data:
    """Version 11 knows what a product's label said, photos of bags, and two more extracts."""
    return data


def _to_12(data: Data) -> Data:
    """Version 12 knows the least and the most of an amount that somebody guessed."""
    return data


def _to_13(data: Data) -> Data:
    """Version 13 knows waterings, how many plants got a feed, and all of a water's analysis."""
    return data


def _to_14(data: Data) -> Data:
    """Version 14 knows a site's usual rain, and that fruit split or tasted bitter."""
    return data


def _to_15(data: Data) -> Data:
    """Version 15 knows several waters, and benches and pots in which plants are raised."""
    return data


def _to_16(data: Data) -> Data:
    """Version 16 knows recipes for mixes, fills by layers, usual jobs, ways of growing, sprays."""
    return data


def _to_17(data: Data) -> Data:
    """Version 17 knows what was picked, words on a day, lessons, aims, and how long walks took."""
    return data


def _to_18(data: Data) -> Data:
    """Version 18 knows what was looked at and decided, and trials."""
    return data


def _to_19(data: Data) -> Data:
    """Version 19 knows whether a garden's own records move what is usual, and trials' photos."""
    return data


def _to_20(data: Data) -> Data:
    """Version 20 knows whether a trial measured all that a plant brought."""
    return data


STEPS: tuple[Callable[[Data], Data], ...] = (
    _to_2, _to_3, _to_4, _to_5, _to_6, _to_7, _to_8, _to_9, _to_10, _to_11, _to_12,
    _to_13, _to_14, _to_15, _to_16, _to_17, _to_18, _to_19, _to_20,
)  # fmt: skip
"""Step n (from 0) brings version n + 1 to n + 2."""

CURRENT = len(STEPS) + 1


def read(data: object) -> GardenFile:
    """Return the garden file of plain data of any version up to this one.

    Parameters
    ----------
    data : object
        What a JSON reader made of the file.

    Returns
    -------
    GardenFile
        In the current version; the given data is left as it was.

    Raises
    ------
    Impossible
        When it is no garden file, or one from a later release.
    ValidationError
        When a value in it cannot be; each error says where.
    """
    if not isinstance(data, dict) or data.get("format") != "eznel garden":
        raise Impossible("format", "not_a_garden_file")
    version = data.get("version")
    if not isinstance(version, int) or isinstance(version, bool) or version < 1:
        raise Impossible("version", "version_unreadable", version=str(version))
    if version > CURRENT:
        raise Impossible("version", "version_from_future", version=version, current=CURRENT)
    for number, step in enumerate(STEPS[version - 1 :], start=version + 1):
        data = {**step(data), "version": number}
    return GardenFile.model_validate(data)
