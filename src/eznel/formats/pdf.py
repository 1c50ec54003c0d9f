"""The text of a PDF, line by line as it stands on the page. Pictures of text hold none."""

import io
import logging

from pypdf import PdfReader

from eznel.core.errors import Impossible

HEAD = b"%PDF-"
WITHIN = 1024
"""Its head stands somewhere in the first of its bytes. [bytes]"""
MOST_BYTES = 6_000_000
MOST_PAGES = 40
LEAST_SIGNS = 12
"""A page with fewer signs of text is a picture with a number on it. [count]"""

logging.getLogger("pypdf").setLevel(logging.CRITICAL)
"""A damaged file is told by our own refusals."""


def is_pdf(data: bytes) -> bool:
    """Return whether a file is a PDF.

    Parameters
    ----------
    data : bytes
        As it came.

    Returns
    -------
    bool
        By its head.
    """
    return HEAD in data[:WITHIN]


def pdf_text(data: bytes) -> str:
    """Return the text layer of a PDF, with its columns apart.

    Parameters
    ----------
    data : bytes
        As it came.

    Returns
    -------
    str
        Pages below each other; what stands beside each other is parted by several blanks.

    Raises
    ------
    Impossible
        When it is too large, locked, damaged, or holds pictures alone.
    """
    if len(data) > MOST_BYTES:
        raise Impossible("file", "file_too_large", megabytes=MOST_BYTES / 1e6)
    try:
        reader = PdfReader(io.BytesIO(data))
        if reader.is_encrypted and not reader.decrypt(""):
            raise Impossible("file", "pdf_locked")
        if len(reader.pages) > MOST_PAGES:
            raise Impossible("file", "pdf_too_long", most=MOST_PAGES)
        pages = [page.extract_text(extraction_mode="layout") for page in reader.pages]
    except (Impossible, MemoryError):
        raise
    except Exception as error:  # a hundred ways to be damaged
        key = "pdf_locked" if "cryptography" in str(error).lower() else "pdf_damaged"
        raise Impossible("file", key) from error
    text = "\n\n".join(pages)
    if sum(sign.isalnum() for sign in text) < LEAST_SIGNS:
        raise Impossible("file", "pdf_is_picture")
    return text
