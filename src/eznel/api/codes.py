"""Links and addresses as a camera reads them."""

from fastapi import Request
from reportlab.graphics.barcode.qr import QrCodeWidget


def modules(address: str) -> list[list[bool]]:
    """Return an address as a QR code.

    Parameters
    ----------
    address : str
        What a camera reads.

    Returns
    -------
    list of list of bool
        Row by row; True is dark.
    """
    code = QrCodeWidget(address).qr
    code.make()
    return [[bool(code.isDark(y, x)) for x in range(code.moduleCount)]
            for y in range(code.moduleCount)]  # fmt: skip


def rows(address: str) -> list[str]:
    """Return the same as text, for the interface to draw: # is dark.

    Parameters
    ----------
    address : str
        What a camera reads.

    Returns
    -------
    list of str
        Row by row.
    """
    return ["".join("#" if dark else "." for dark in row) for row in modules(address)]


def link(request: Request, path: str) -> str:
    """Return where others find a page of ours.

    Parameters
    ----------
    request : Request
        Of somebody, perhaps on this very machine, which others know by another name.
    path : str
        Of the page.

    Returns
    -------
    str
        An address that is sent on or read by a camera.
    """
    elsewhere: str = request.app.state.door.elsewhere
    return f"{elsewhere or str(request.base_url).rstrip('/')}{path}"
