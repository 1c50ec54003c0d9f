"""The garden file: JSON that leaves and enters, and its schema."""

import json
from typing import Any

from eznel.core.document import GardenFile, upgrades
from eznel.core.errors import Impossible


def loads(data: bytes | str) -> GardenFile:
    """Return the garden file in some bytes.

    Parameters
    ----------
    data : bytes or str
        UTF-8 JSON.

    Returns
    -------
    GardenFile
        In the current version.

    Raises
    ------
    Impossible
        When it is no JSON, no garden file, or one from a later release.
    ValidationError
        When a value in it cannot be; each error says where.
    """
    try:
        plain = json.loads(data)
    except (ValueError, RecursionError) as error:
        raise Impossible("file", "not_json", detail=str(error)[:200]) from error
    return upgrades.read(plain)


def dumps(file: GardenFile) -> str:
    """Return a garden file as text, the same text for the same garden.

    Parameters
    ----------
    file : GardenFile
        The garden with its log.

    Returns
    -------
    str
        JSON, indented, ending in a line break.
    """
    return file.model_dump_json(indent=2, exclude_defaults=False) + "\n"


def schema() -> dict[str, Any]:
    """Return the JSON Schema of the garden file.

    Returns
    -------
    dict
        Draft 2020-12. [JSON Schema]
    """
    return {
        "$schema": "https://json-schema.org/draft/2020-12/schema",
        **GardenFile.model_json_schema(),
        "title": "Eznel garden file",
    }
