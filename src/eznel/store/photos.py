"""Photos of bags and of days, beside the gardens: a garden names them, and is loaded without them.

A photo is known by its contents, so the same one is there once and never changes. It outlasts the
product or note that shows it, as undo may bring that back.
"""

from base64 import b64decode, b64encode
from collections.abc import Iterable
from hashlib import sha256

from sqlalchemy import func, select
from sqlalchemy.dialects.mysql import insert
from sqlalchemy.orm import Session

from eznel.core.document import GardenFile, Photo
from eznel.core.errors import Impossible
from eznel.store.reading import Missing, revision
from eznel.store.tables import PhotoRow

MOST = 200
"""Photos of one garden, counted with those that nothing shows any more. [count]"""


def id_of(jpeg: bytes) -> str:
    """Return the id of a photo.

    Parameters
    ----------
    jpeg : bytes
        The photo.

    Returns
    -------
    str
        Always the same.
    """
    return sha256(jpeg).hexdigest()[:40]


def keep(session: Session, garden_id: str, jpeg: bytes) -> str:
    """Keep a photo, and return its id. A repeat is harmless.

    Parameters
    ----------
    session : Session
        Open; committed here.
    garden_id : str
        The garden.
    jpeg : bytes
        The photo, small.

    Returns
    -------
    str
        What a product or a note names it by.

    Raises
    ------
    Missing
        When there is no such garden.
    Impossible
        When the garden has too many.
    """
    revision(session, garden_id)
    there = select(func.count()).select_from(PhotoRow).where(PhotoRow.garden_id == garden_id)
    if (session.scalar(there) or 0) >= MOST:
        raise Impossible("photo", "too_many_photos", most=MOST)
    _insert(session, garden_id, [jpeg])
    session.commit()
    return id_of(jpeg)


def read(session: Session, garden_id: str, photo: str) -> bytes:
    """Return a photo.

    Parameters
    ----------
    session : Session
        Open.
    garden_id : str
        The garden.
    photo : str
        Its id.

    Returns
    -------
    bytes
        JPEG.

    Raises
    ------
    Missing
        When it is not there.
    """
    found = session.scalar(
        select(PhotoRow.jpeg).where(PhotoRow.garden_id == garden_id, PhotoRow.id == photo)
    )
    if found is None:
        raise Missing(photo)
    return found


def with_photos(session: Session, file: GardenFile) -> GardenFile:
    """Return a garden with the photos that it shows anywhere, to leave the store.

    Parameters
    ----------
    session : Session
        Open.
    file : GardenFile
        The garden as it is loaded.

    Returns
    -------
    GardenFile
        The same where nothing shows any.
    """
    shown = {one.photo for one in file.garden.products if one.photo}
    shown |= {photo for note in file.log.notes for photo in note.photos}
    shown |= {photo for look in file.log.looks for photo in look.photos}
    shown |= {photo for one in file.garden.trials for way in one.treatments for photo in way.photos}
    if not shown:
        return file
    rows = session.execute(
        select(PhotoRow.id, PhotoRow.jpeg)
        .where(PhotoRow.garden_id == str(file.garden.id), PhotoRow.id.in_(shown))
        .order_by(PhotoRow.id)
    )
    photos = tuple(Photo(id=row.id, jpeg=b64encode(row.jpeg).decode()) for row in rows)
    return file.model_copy(update={"photos": photos})


def put_back(session: Session, file: GardenFile) -> None:
    """Keep the photos that a file brings; not committed here.

    Parameters
    ----------
    session : Session
        Open.
    file : GardenFile
        As it came.

    Raises
    ------
    Impossible
        When one is not what its id says, or there are too many.
    """
    if len(file.photos) > MOST:
        raise Impossible("photos", "too_many_photos", most=MOST)
    found = []
    for n, photo in enumerate(file.photos):
        jpeg = b64decode(photo.jpeg)
        if id_of(jpeg) != photo.id:
            raise Impossible(f"photos.{n}", "photo_unreadable")
        found.append(jpeg)
    _insert(session, str(file.garden.id), found)


def _insert(session: Session, garden_id: str, photos: Iterable[bytes]) -> None:
    for jpeg in photos:
        row = insert(PhotoRow).values(garden_id=garden_id, id=id_of(jpeg), jpeg=jpeg)
        session.execute(row.prefix_with("IGNORE"))
