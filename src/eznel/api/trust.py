"""How a phone comes to trust this machine: what is asked for over plain http from elsewhere.

Shared in the local network, the application is served over https. Plain http stays for this
machine alone; a phone that asks over it is shown what to do, and gets the certificate of the
authority that vouches for this machine. Nothing of a garden goes over plain http.
"""

from collections.abc import Iterator
from dataclasses import dataclass
from html import escape
from pathlib import Path

from starlette.requests import Request
from starlette.responses import FileResponse, HTMLResponse, RedirectResponse, Response
from starlette.types import ASGIApp, Receive, Scope, Send

from eznel.api.asking import is_here
from eznel.api.codes import modules
from eznel.api.speech import locale_of
from eznel.words import Words

PAGE, CERTIFICATE = "/trust", "/eznel.crt"
STEPS = ("get", "compare", "install", "open")
WAYS = ("android", "apple", "computer")
QUIET = 4
"""Modules of paper around a code, or no camera finds it."""


@dataclass(frozen=True, slots=True)
class Trust:
    """How this machine is asked from elsewhere."""

    https: str
    """Address of the application."""
    http: str
    """Address of the page that explains it."""
    certificate: Path | None
    """Of the authority of one's own; None where the certificate is one that all trust."""
    fingerprint: str = ""


class Elsewhere:
    """Answers plain http from elsewhere; all else is passed on."""

    def __init__(self, app: ASGIApp, trust: Trust) -> None:
        self.app, self.trust = app, trust

    async def __call__(self, scope: Scope, receive: Receive, send: Send) -> None:
        """Answer a request, or pass it on."""
        answer = self._answer(Request(scope)) if scope["type"] == "http" else None
        await (answer or self.app)(scope, receive, send)

    def _answer(self, request: Request) -> Response | None:
        path, known = request.url.path, self.trust.certificate
        if path == CERTIFICATE and known is not None:
            return FileResponse(known, media_type="application/x-x509-ca-cert")
        if path == PAGE and known is not None:
            return HTMLResponse(page(self.trust, locale_of(request)))
        if request.url.scheme == "https" or is_here(request):
            return None
        return RedirectResponse(self.trust.https if known is None else PAGE, 307)


def page(trust: Trust, said: Words) -> str:
    """Return the page that says how a phone comes to trust this machine.

    Parameters
    ----------
    trust : Trust
        Its addresses.
    said : Words
        The reader's sentences.

    Returns
    -------
    str
        HTML without scripts.
    """
    link = f'<a href="{CERTIFICATE}">{escape(said.terms["trust.certificate"])}</a>'
    way = f'<a href="{trust.https}">{trust.https}</a>'
    print_ = f"<code>{trust.fingerprint}</code>"
    ways = "".join(f"<li>{escape(said.terms[f'trust.{one}'])}</li>" for one in WAYS)
    steps = (
        escape(said.terms[f"trust.{one}"]).format(certificate=link, fingerprint=print_, address=way)
        + (f"<ul>{ways}</ul>" if one == "install" else "")
        for one in STEPS
    )
    lines = "".join(f"<li>{one}</li>" for one in steps)
    title, why = (escape(said.terms[f"trust.{one}"]) for one in ("title", "why"))
    return f"""<!doctype html><html lang="{said.locale}"><head><meta charset="utf-8">
<meta name="viewport" content="width=device-width, initial-scale=1"><title>{title}</title>
<style>body{{font:1rem/1.5 sans-serif;max-width:36rem;margin:2rem auto;padding:0 1rem;
background:#f6f2e7;color:#1d2b30}}a{{color:#a8400c}}li{{margin:.7rem 0}}svg{{width:11rem}}
code{{overflow-wrap:anywhere}}</style></head><body><h1>{title}</h1><p>{why}</p><ol>{lines}</ol>
<p>{escape(said.terms["trust.scan"])}</p>{drawn(trust.http)}</body></html>"""


def drawn(address: str) -> str:
    """Return an address as a QR code, in SVG.

    Parameters
    ----------
    address : str
        What a camera reads.

    Returns
    -------
    str
        Dark on light, with its margin.
    """
    rows = modules(address)
    size = len(rows) + 2 * QUIET
    dark = "".join(
        f"M{x + QUIET} {y + QUIET}h1v1h-1z"
        for y, row in enumerate(rows)
        for x, on in enumerate(row)
        if on
    )
    return (
        f'<svg viewBox="0 0 {size} {size}" role="img" aria-label="{escape(address)}">'
        f'<rect width="{size}" height="{size}" fill="#fff"/><path d="{dark}"/></svg>'
    )


def printed(address: str) -> str:
    """Return an address as a QR code for a terminal, two rows of it a line.

    Parameters
    ----------
    address : str
        What a camera reads.

    Returns
    -------
    str
        Light on dark, as terminals are, with its margin.
    """
    return "\n".join(_lines(modules(address)))


def _lines(rows: list[list[bool]]) -> Iterator[str]:
    wide = len(rows) + 2 * QUIET
    light = [[True] * wide for _ in range(QUIET)]
    framed = [[True] * QUIET + [not on for on in row] + [True] * QUIET for row in rows]
    whole = [*light, *framed, *light, [False] * wide]
    for n in range(0, len(whole) - 1, 2):
        yield "".join(" ▄▀█"[2 * up + low] for up, low in zip(whole[n], whole[n + 1], strict=True))
