"""Revisions after a write, as they go over the wire."""

from pydantic import BaseModel

from eznel.store import gardens


class WrittenView(BaseModel):
    """Revisions after a write."""

    revision: int
    garden_revision: int


def written(done: gardens.Written) -> WrittenView:
    """Return revisions as they go over the wire.

    Parameters
    ----------
    done : Written
        From the store.

    Returns
    -------
    WrittenView
        The same.
    """
    return WrittenView(revision=done.revision, garden_revision=done.garden_revision)
