"""Files that are saved: named with what they hold, the garden, and the day."""

import re
import unicodedata
from datetime import date
from urllib.parse import quote

from eznel.core.document import Garden


def attachment(garden: Garden, day: date, what: str, ending: str) -> dict[str, str]:
    """Return the header that names a saved file.

    Parameters
    ----------
    garden : Garden
        Whose it is.
    day : date
        The garden's own.
    what : str
        What it holds; nothing for the whole garden.
    ending : str
        Like "csv".

    Returns
    -------
    dict of str to str
        In plain letters, and in the garden's own for those who read them.
    """
    parts = [garden.name, *([what] if what else []), day.isoformat()]
    words = (re.sub(r"\W+", "-", part).strip("-") for part in parts)
    full = f"{'-'.join(words)}.{ending}".lower()
    plain = unicodedata.normalize("NFKD", full).encode("ascii", "ignore").decode().lstrip("-")
    return {
        "Content-Disposition": f"attachment; filename=\"{plain}\"; filename*=UTF-8''{quote(full)}"
    }
