"""The text of a file as people bring it: a table, a text, a PDF. A picture says what to do."""

from eznel.core.errors import Impossible
from eznel.formats.pdf import is_pdf, pdf_text

MOST_BYTES = 2_000_000
_PICTURES = (
    b"\xff\xd8\xff", b"\x89PNG", b"GIF8", b"II*\x00", b"MM\x00*", b"BM",
)  # fmt: skip
_KINDS_AT_4 = (b"ftyphei", b"ftypmif1", b"ftypavif")
_SHEETS = (b"PK\x03\x04", b"\xd0\xcf\x11\xe0")
"""Of spreadsheets and letters, which are packed."""


def decoded(data: bytes) -> str:
    """Return the text of a file.

    Parameters
    ----------
    data : bytes
        As it came.

    Returns
    -------
    str
        Of a PDF its text layer; else from UTF-8, UTF-16 with its mark, or the usual Western code
        page.

    Raises
    ------
    Impossible
        When it is too large, a picture, a spreadsheet, or no text.
    """
    if is_pdf(data):
        return pdf_text(data)
    if is_picture(data):
        raise Impossible("file", "file_is_picture")
    if data.startswith(_SHEETS):
        raise Impossible("file", "file_is_sheet")
    if len(data) > MOST_BYTES:
        raise Impossible("file", "file_too_large", megabytes=MOST_BYTES / 1e6)
    if data[:2] in (b"\xff\xfe", b"\xfe\xff"):
        text = data.decode("utf-16", errors="replace")
    else:
        try:
            text = data.decode("utf-8-sig")
        except UnicodeDecodeError:
            text = data.decode("cp1252", errors="replace")
    if "\x00" in text or text.count("\ufffd") > len(text) / 50:
        raise Impossible("file", "file_not_text")
    return text


def is_picture(data: bytes) -> bool:
    """Return whether a file is a photo or another picture.

    Parameters
    ----------
    data : bytes
        As it came.

    Returns
    -------
    bool
        By its first bytes.
    """
    webp = data[:4] == b"RIFF" and data[8:12] == b"WEBP"
    return data.startswith(_PICTURES) or data[4:12].startswith(_KINDS_AT_4) or webp
