"""What was computed earlier and is taken over, by one rule.

A part is taken over where all that it was made from is the same. What reaches every part, as the
day, the site and the shed do, is compared once; where it differs, nothing is taken over. This
saves work and never changes a result.
"""

from collections.abc import Callable, Hashable
from dataclasses import dataclass
from typing import Any, TypeVar

Made = TypeVar("Made")


@dataclass(frozen=True, slots=True)
class _Part:
    made_from: tuple[object, ...]
    made: Any


class Kept:
    """The parts of a computation, each with what it was made from."""

    def __init__(self, common: tuple[object, ...], earlier: "Kept | None" = None) -> None:
        self._common = common
        same = earlier is not None and earlier._common == common
        self._earlier = earlier._parts if earlier is not None and same else {}
        self._parts: dict[Hashable, _Part] = {}

    def again(self) -> "Kept":
        """Return what begins with these parts, where what reaches every part is the same."""
        return Kept(self._common, self)

    def part(
        self,
        key: Hashable,
        made_from: tuple[object, ...],
        make: Callable[[], Made],
        holds: Callable[[Made], bool] = lambda made: True,
    ) -> Made:
        """Return a part: as it was made from the same, else made anew.

        Parameters
        ----------
        key : hashable
            What it is.
        made_from : tuple
            All that it depends on besides what reaches every part.
        make : callable
            Makes it.
        holds : callable
            Whether what an earlier one took for granted is still so.

        Returns
        -------
        Made
            The same object where it was taken over.
        """
        known = self._parts.get(key) or self._earlier.get(key)
        if known is None or known.made_from != made_from or not holds(known.made):
            known = _Part(made_from, make())
        # Kept with what it was asked for now: the next comparison finds the very same objects.
        self._parts[key] = _Part(made_from, known.made)
        return known.made  # type: ignore[no-any-return]
