"""Where the name of each share of a label stands: before it, behind it, within its commas."""

import re
from collections.abc import Sequence
from itertools import pairwise

from eznel.formats.labels import words
from eznel.formats.labels.amounts import Share

_NEXT = re.compile(r"\s?(?:w/w |m/m )?[a-z(]")
"""A name that stands right behind its share."""


def name_spans(piece: str, low: str, found: Sequence[Share]) -> list[tuple[int, int]]:
    """Return where the name of each share stands: in its own segment, before them all, or after.

    A title may stand before shares that have their names behind them ("Bitter salt 16 % MgO").

    Parameters
    ----------
    piece : str
        As printed.
    low : str
        The same, masked.
    found : sequence of Share
        Its shares, in order. [%]

    Returns
    -------
    list of tuple of int
        Start and end, one for each share.
    """
    parted = _in_segments(piece, low, found)
    if parted is not None:
        return parted
    before = [(found[n - 1].end if n else 0, one.start) for n, one in enumerate(found)]
    ends = [one.start for one in found[1:]] + [len(low)]
    after = [(one.end, end) for one, end in zip(found, ends, strict=True)]
    first = {span: words.named(piece[slice(*span)], low[slice(*span)]) for span in before}
    then = {span: words.named(piece[slice(*span)], _what(low[slice(*span)])) for span in after}
    if first[before[0]] is None:
        return after
    # "Nitrogen 12 %: 10 % nitric, 2 % ammoniacal": the whole before its share, the parts behind.
    if len(found) > 1 and first[before[1]] is None and all(then[one] for one in after[1:]):
        return [before[0], *after[1:]]
    close = all(_NEXT.match(low[start:end]) for start, end in after)
    return after if close and all(then.values()) else before


def _what(low: str) -> str:
    """Words behind a share without those for what it is a share of: 60 % of the dry matter."""
    return words.DRY.sub(" ", low)


def _in_segments(piece: str, low: str, found: Sequence[Share]) -> list[tuple[int, int]] | None:
    """Names within commas, where each segment has one share and words of its own.

    The first may have none where a line was broken between a name and its share.
    """
    marks = [-1, *(m.start() for m in re.finditer(r"[,;](?!\d)", low)), len(low)]
    segments = [
        (a + 1, b) for a, b in pairwise(marks) if any(a < share.start < b for share in found)
    ]
    if len(found) < 2 or len(segments) != len(found):
        return None
    spans: list[tuple[int, int]] = []
    for share, (start, end) in zip(found, segments, strict=True):
        head, tail = (start, share.start), (share.end, end)
        if not re.search(r"[^\W\d]", low[slice(*head)] + low[slice(*tail)]):
            if spans:
                return None
            spans.append(head)
            continue
        named = words.named(piece[slice(*head)], low[slice(*head)])
        spans.append(head if named or not low[slice(*tail)].strip() else tail)
    return spans
