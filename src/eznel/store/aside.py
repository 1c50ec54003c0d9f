"""A garden that breaks its own rules still opens: what does not fit is set aside and named.

Nothing of it is lost: it stays stored, is in every backup, and can be mended or removed.
"""

import json
from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from typing import Any, TypeVar

from pydantic import BaseModel, ValidationError

from eznel.core.document import Garden, GardenFile, Log
from eznel.store.kinds import KINDS, Kind, Row

Made = TypeVar("Made", bound=BaseModel)

_FIRST = (
    "scoops", "products", "benches", "places", "features", "programmes", "varieties", "plantings",
    "bands", "reports", "preparations", "recipes", "aims", "trials", "blends",
    "pins",
)  # fmt: skip
"""In which order things are taken up: what others name comes before them. The log comes last."""


@dataclass(frozen=True, slots=True)
class Aside:
    """A stored thing that breaks the garden's rules: its data, and what is wrong with it."""

    kind: Kind
    key: str
    data: Row
    error: ValidationError


Found = tuple[Kind, str, Row]
"""A stored thing: its kind, its key, its plain data."""


def whole(settings: Row, found: Sequence[Found]) -> GardenFile:
    """Return a garden of its things.

    Parameters
    ----------
    settings : dict
        Id, name, site and so on.
    found : sequence of tuple
        Kind, key and plain data of each thing.

    Returns
    -------
    GardenFile
        In the order of the things.

    Raises
    ------
    ValidationError
        When the things break a rule.
    """
    parts: dict[str, dict[str, list[BaseModel]]] = {
        part: {kind.name: [] for kind in KINDS.values() if kind.part == part}
        for part in ("garden", "log")
    }
    for kind, _, data in found:
        parts[kind.part][kind.name].append(kind.parse(data))
    things: Any = {
        part: {name: tuple(ones) for name, ones in kinds.items()} for part, kinds in parts.items()
    }
    garden = Garden.model_validate({**settings, **things["garden"]})
    return GardenFile(garden=garden, log=Log(**things["log"]))


def with_fields(part: Made, changed: Mapping[str, object]) -> Made:
    """Return a part of a document, or a document, with other fields.

    Parameters
    ----------
    part : Garden, Log or GardenFile
        What is in it was checked, each by itself.
    changed : mapping of str to object
        Other fields, by name.

    Returns
    -------
    Garden, Log or GardenFile
        Checked whole, without a second look at what is in it.

    Raises
    ------
    ValidationError
        When a rule is broken.
    """
    fields = {name: getattr(part, name) for name in type(part).model_fields}
    return type(part).model_validate({**fields, **changed})


def set_aside(settings: Row, found: Sequence[Found]) -> tuple[GardenFile, tuple[Aside, ...]]:
    """Return a garden of the things that fit together, and the things that do not fit.

    Parameters
    ----------
    settings : dict
        Id, name, site and so on.
    found : sequence of tuple
        Kind, key and plain data of each thing.

    Returns
    -------
    tuple of GardenFile and tuple of Aside
        Every thing is in one of them.

    Raises
    ------
    ValidationError
        When the settings alone break a rule.
    """
    rank = {name: n for n, name in enumerate(_FIRST)}
    taken: list[Found] = []
    aside: list[Aside] = []

    def take(some: Sequence[Found]) -> None:
        try:
            whole(settings, [*taken, *some])
        except ValidationError as error:
            if len(some) == 1:
                kind, key, data = some[0]
                aside.append(Aside(kind, key, _plain(kind, data), error))
                return
            take(some[: len(some) // 2])
            take(some[len(some) // 2 :])
        else:
            taken.extend(some)

    whole(settings, ())
    take(sorted(found, key=lambda one: rank.get(one[0].name, len(rank))))
    kept = {(kind.name, key) for kind, key, _ in taken}
    fitting = [one for one in found if (one[0].name, one[1]) in kept]
    return whole(settings, fitting), tuple(aside)


def _plain(kind: Kind, data: Row) -> Row:
    """A thing's data as the journal has it; as stored where it is no thing at all."""
    try:
        return kind.parse(data).model_dump(mode="json")
    except ValidationError:
        stored: Row = json.loads(json.dumps(data, default=str))
        return stored
