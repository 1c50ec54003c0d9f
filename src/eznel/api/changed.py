"""What differs between two states of a thing, field by field."""

from typing import Any

from pydantic import BaseModel


class FieldChanged(BaseModel):
    """One field of a thing, as it was and as it became."""

    field: str
    before: Any = None
    after: Any = None


def fields_changed(before: dict[str, Any], after: dict[str, Any]) -> list[FieldChanged]:
    """Return the fields in which two states of a thing differ.

    Parameters
    ----------
    before, after : dict
        The thing as it was and as it is, in plain data.

    Returns
    -------
    list of FieldChanged
        Without its id.
    """
    return [
        FieldChanged(field=name, before=before.get(name), after=after.get(name))
        for name in {**before, **after}
        if name != "id" and before.get(name) != after.get(name)
    ]


def differences(theirs: BaseModel | None, read: BaseModel | None) -> list[FieldChanged]:
    """Return what a thing that was read would change of the one that is known.

    Parameters
    ----------
    theirs, read : BaseModel or None
        As it is stored, and as it was read.

    Returns
    -------
    list of FieldChanged
        None where one of them is not there.
    """
    if theirs is None or read is None:
        return []
    return fields_changed(theirs.model_dump(mode="json"), read.model_dump(mode="json"))
