"""Photos as they come, made small enough to keep: upright, without where they were taken."""

import io

from PIL import Image, ImageOps

from eznel.core.errors import Impossible

MOST_SIDE_PX = 1280
"""Enough to read a label again. [px]"""
MOST_PIXELS = 60_000_000
QUALITY = 60


def small_photo(data: bytes) -> bytes:
    """Return a photo as a small JPEG, without anything but the picture.

    Parameters
    ----------
    data : bytes
        JPEG, PNG or WebP, as it came.

    Returns
    -------
    bytes
        JPEG; its longer side has at most `MOST_SIDE_PX`.

    Raises
    ------
    Impossible
        When it is no such picture, is damaged or larger than any camera's.
    """
    try:
        with Image.open(io.BytesIO(data), formats=("JPEG", "PNG", "WEBP")) as photo:
            if photo.width * photo.height > MOST_PIXELS:
                raise Impossible("file", "photo_too_large", megapixels=MOST_PIXELS / 1e6)
            photo.draft("RGB", (MOST_SIDE_PX * 2, MOST_SIDE_PX * 2))
            upright = ImageOps.exif_transpose(photo).convert("RGB")
    except (Impossible, MemoryError):
        raise
    except Exception as error:  # a hundred ways to be damaged
        raise Impossible("file", "photo_unreadable") from error
    upright.thumbnail((MOST_SIDE_PX, MOST_SIDE_PX))
    out = io.BytesIO()
    upright.save(out, "JPEG", quality=QUALITY, optimize=True)
    return out.getvalue()
