"""Text in the cells of a table: a spreadsheet that opens it runs nothing, and it reads back."""

_RUNS = ("=", "+", "-", "@", "\t", "\r", "\n", "'")
"""A spreadsheet takes what begins with one of these for a formula, or for another cell."""


def guarded(text: str) -> str:
    """Return text that a spreadsheet takes for text.

    Parameters
    ----------
    text : str
        A name or note.

    Returns
    -------
    str
        Behind an apostrophe where it could be run.
    """
    return f"'{text}" if text.startswith(_RUNS) else text


def unguarded(text: str) -> str:
    """Return text as it was before it was guarded.

    Parameters
    ----------
    text : str
        A cell.

    Returns
    -------
    str
        Without the apostrophe.
    """
    return text[1:] if text.startswith("'") and text[1:].startswith(_RUNS) else text
