"""Plants allotted to two treatments by lot: half of every planting to each, by chance alone.

The lots come from the trial's own id, so that they can be drawn again and come out the same.
"""

from collections.abc import Sequence
from dataclasses import dataclass
from typing import NamedTuple
from uuid import UUID

import numpy as np
from numpy.typing import NDArray

from eznel.core.crops.hashed import uniform


class Candidate(NamedTuple):
    """A plant of a planting, or the whole of it where no plant is named."""

    planting: UUID
    plant: int | None


@dataclass(frozen=True, slots=True)
class Lot:
    """A plant with the treatment that it drew: 0 or 1."""

    of: Candidate
    side: int


def seed_of(trial: UUID) -> NDArray[np.uint64]:
    """Return the number that a trial's chance begins from.

    Parameters
    ----------
    trial : UUID
        Its id.

    Returns
    -------
    array of shape (1, 1)
        Like a year of weather.
    """
    return np.array([[trial.int % (1 << 61)]], dtype=np.uint64)


def draw(trial: UUID, candidates: Sequence[Candidate]) -> tuple[Lot, ...]:
    """Return who gets which treatment.

    Parameters
    ----------
    trial : UUID
        Its id: the same id draws the same lots.
    candidates : sequence of Candidate
        Plants, or plantings as a whole. Plants of a planting are a block of their own, and half of
        each block goes to each side; whole plantings are one block together.

    Returns
    -------
    tuple of Lot
        In the order of the candidates. Of an odd block, chance decides who gets one more, and the
        next odd block gives it to the other.
    """
    chances = uniform(seed_of(trial), len(candidates) + 1)[0]
    blocks: dict[UUID | None, list[int]] = {}
    for n, one in enumerate(candidates):
        blocks.setdefault(one.planting if one.plant is not None else None, []).append(n)
    sides = [0] * len(candidates)
    longer = int(chances[-1] >= 0.5)
    for members in blocks.values():
        order = sorted(members, key=lambda n: (chances[n], n))
        half = len(order) // 2
        if len(order) % 2:
            half += longer
            longer = 1 - longer
        for n in order[half:]:
            sides[n] = 1
    return tuple(Lot(one, side) for one, side in zip(candidates, sides, strict=True))
