"""A garden's photos as a zip file, each called by its day and what it shows."""

import io
import re
import zipfile
from collections import Counter
from collections.abc import Callable, Iterator
from datetime import date

from eznel.core.document import Garden, GardenFile

_UNFIT = re.compile(r'[\\/:*?"<>|\x00-\x1f]+')
"""Signs that some file systems do not take."""
MOST_SIGNS = 60


def write_photos(file: GardenFile, jpeg_of: Callable[[str], bytes | None]) -> bytes:
    """Return the photos that a garden's bags, notes, looks and trials show.

    Parameters
    ----------
    file : GardenFile
        The garden.
    jpeg_of : callable
        A photo by its id; None where it is lost, and left out then. [JPEG]

    Returns
    -------
    bytes
        A zip file; its files are called like "2026-06-16 Tomato Red Lantern 1.jpg".
    """
    out, called = io.BytesIO(), Counter[str]()
    with zipfile.ZipFile(out, "w", zipfile.ZIP_STORED) as packed:  # JPEG shrinks no further
        for on, name, photo in _shown(file):
            jpeg = jpeg_of(photo)
            if jpeg is None:
                continue
            stem = f"{on.isoformat()} {_fit(name)}" if on else _fit(name)
            called[stem] += 1
            at = (on.year, on.month, on.day, 0, 0, 0) if on else (1980, 1, 1, 0, 0, 0)
            packed.writestr(zipfile.ZipInfo(f"{stem} {called[stem]}.jpg", at), jpeg)
    return out.getvalue()


def _shown(file: GardenFile) -> Iterator[tuple[date | None, str, str]]:
    garden = file.garden
    plantings = {one.id: one.label for one in garden.plantings}
    places = {one.id: one.name for one in garden.places}
    for bag in garden.products:
        if bag.photo is not None:
            yield None, bag.name, bag.photo
    for note in sorted(file.log.notes, key=lambda one: (one.on, str(one.id))):
        planting = plantings.get(note.planting) if note.planting is not None else None
        place = places.get(note.place) if note.place is not None else None
        for photo in note.photos:
            yield note.on, planting or place or garden.name, photo
    for look in sorted(file.log.looks, key=lambda one: (one.on, str(one.id))):
        for photo in look.photos:
            yield look.on, plantings[look.planting], photo
    yield from _of_trials(garden)


def _of_trials(garden: Garden) -> Iterator[tuple[date | None, str, str]]:
    for trial in sorted(garden.trials, key=lambda one: (one.on, str(one.id))):
        for way in trial.treatments:
            for photo in way.photos:
                yield trial.on, f"{trial.name} {way.name}", photo


def _fit(name: str) -> str:
    return _UNFIT.sub(" ", name).strip()[:MOST_SIGNS] or "photo"
