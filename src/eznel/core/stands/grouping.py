"""Things by what each is of."""

from collections.abc import Callable, Iterable
from typing import TypeVar
from uuid import UUID

T = TypeVar("T")


def grouped(things: Iterable[T], of: Callable[[T], UUID]) -> dict[UUID, list[T]]:
    """Return things by what each is of.

    Parameters
    ----------
    things : iterable
        In any order.
    of : callable
        What one is of.

    Returns
    -------
    dict of UUID to list
        Each in the order of the things.
    """
    found: dict[UUID, list[T]] = {}
    for one in things:
        found.setdefault(of(one), []).append(one)
    return found
