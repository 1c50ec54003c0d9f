"""Photos of bags and of days: brought, made small, kept, and shown again."""

from typing import Annotated
from uuid import UUID

from fastapi import Response
from pydantic import Base64Bytes, BaseModel, Field

from eznel.api import routers
from eznel.api.downloads import attachment
from eznel.api.limits import MOST_OF_A_FILE
from eznel.api.services import TheServices, TheSession
from eznel.formats.photo_zip import write_photos
from eznel.formats.photos import small_photo
from eznel.store import photos
from eznel.store.reading import Missing

router = routers.router("/api/gardens/{garden_id}/photos", "photos")

FOREVER = "private, max-age=31536000, immutable"


class PhotoBrought(BaseModel):
    """A photo as it comes from a camera."""

    file: Annotated[Base64Bytes, Field(max_length=MOST_OF_A_FILE)]


class PhotoKept(BaseModel):
    """What a product or a note names a photo by."""

    id: str


@router.post("")
def keep_photo(
    garden_id: UUID, brought: PhotoBrought, session: TheSession, services: TheServices
) -> PhotoKept:
    """Keep a photo, small and without where it was taken."""
    jpeg = services.apart(small_photo, brought.file)
    return PhotoKept(id=photos.keep(session, str(garden_id), jpeg))


@router.get(".zip", response_class=Response)
def write_photo_zip(garden_id: UUID, session: TheSession, services: TheServices) -> Response:
    """Save all photos that the garden shows, called by their day and what they show."""
    file = services.stored(session, str(garden_id)).file

    def jpeg_of(photo: str) -> bytes | None:
        try:
            return photos.read(session, str(garden_id), photo)
        except Missing:
            return None

    return Response(
        write_photos(file, jpeg_of),
        media_type="application/zip",
        headers=attachment(file.garden, services.clock(file.garden), "photos", "zip"),
    )


@router.get("/{photo}.jpg", response_class=Response)
def read_photo(garden_id: UUID, photo: str, session: TheSession) -> Response:
    """Read a photo; it never changes."""
    return Response(
        photos.read(session, str(garden_id), photo),
        media_type="image/jpeg",
        headers={"Cache-Control": FOREVER},
    )
