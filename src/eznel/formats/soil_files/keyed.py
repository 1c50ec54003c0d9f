"""What a line of a report says by a word and a colon: sample, laboratory, day, depth."""

import re
from collections.abc import Iterator

from eznel.formats.dates import DAYS
from eznel.formats.soil_files.marks import flat

_SAMPLE = (
    r"sample(?: (?:id|name|no\.?|number|reference|ref))?(?: ?#? ?\d{1,3})?|reference"
    r"|(?:report|analysis) (?:on|for|of)"
    r"|soil test report for|field|plot|bed|customer|your ref\w*|probe(?:n\w*)?|fl[aä]che|muestra"
    r"|parcela|parcelle|campione|monster|[eé]chantillon"
)
_KEYS = (
    ("date", r"(?:date )?sampled(?: on)?|(?:sampling|sample) date|date(?: sampled)?|datum|fecha"
             r"|probenahme(?:datum)?|bemonsterd|monstername|data|date de pr[eé]l[eè]vement"
             r"|pr[eé]lev[eé](?: le)?|pr[eé]l[eè]vement|collected"
             r"|fecha de (?:muestreo|toma)|entnommen(?: am)?|entnahme(?:datum)?|data di prelievo"),
    ("depth", r"(?:sampling |sample )?depth|tiefe|profundidad|profondeur|profondit[aà]|diepte"),
    ("sample", _SAMPLE),
    ("lab", r"lab(?:oratory|or)?|laboratorio|laboratoire"),
    ("note", r"notes?|remarks?|comments?|bemerkung|nota|observaci[oó]n\w*"),
)  # fmt: skip
_KEY = re.compile("|".join(rf"(?P<{name}>{pattern})" for name, pattern in _KEYS))
_PAIR = re.compile(
    r"(?:^|(?<=\s\s)|(?<=[\t|;,]))[ \t]*(?P<key>[^\W\d][^:=\n\t|;,]{1,30}?)"
    r"(?: ?[:=]| ?\.{3,}| [-–](?= )) ?"
    r"(?P<value>(?:(?!\s{2}|\t|\||;| - (?:pr[eé]lev|prof|depth|sampl|dat[eu]|tiefe|entn)).){1,80})",
    re.IGNORECASE,
)
_LAYER = re.compile(
    r"(?<![\w.,])(?<![^\W\d]-)(?:0 ?(?:-|to|bis|a|à) ?)?\d{1,3}(?:[.,]\d+)?(?: \d/\d)? ?"
    r"(?:cm|in(?:ch(?:es)?)?|\")(?![^\W_])"
)
_IN_LAYER = re.compile(
    r"depth|profond|profund|tiefe|laag|layer|schicht|sampled?\b|sample:|bemonster"
)
TAKEN = re.compile(
    r"sampl(?:ed|ing)|sample date|bemonster|monstername|probenahme|entnommen|entnahme|gezogen"
    r"|muestre|muestra del? \d|pr[eé]l[eè]v|preliev|probe vom|sample (?:of|from) \d"
    r"|collected|\btaken\b"
)
"""How the day of a sample is told in words."""
_LAB = re.compile(
    r"\b(?:laborator(?:y|ies|io)|laboratoire|labs?|labor|bodenlabor|soil (?:testing|services)"
    r"|analytical|agronomy|extension)\b"
)
_WORDS = re.compile(
    r"^(?:sample|probe|muestra)\s+(?!depth|date|taken|collected|from|vom\b|del\b|tiefe)"
    r"(?P<name>[^\d:][^:]{0,38}|[\w -]{1,12})$",
    re.I,
)


_KIT = re.compile(r"\b(?:kit|colou?r card|farbkarte|schnelltest|testset|carta de color)\b")
"""Who writes down what a kit showed writes the day of the test beside it."""
_NO_NAME = re.compile(
    r"\b(?:(?:date )?sampled(?: on)?|entnommen(?: am)?|pr[eé]lev[eé](?: le)?|taken(?: on)?)\b"
    r"|,(?=\s*(?:,|$))",
    re.IGNORECASE,
)
"""What stands between a sample's name and its day."""


def keyed(line: str) -> Iterator[tuple[str, str, str]]:
    """Yield what a line says by a word and a colon.

    Parameters
    ----------
    line : str
        As printed.

    Yields
    ------
    tuple of three str
        What it is ("sample", "date", "depth", "lab", "note"), its words, and what is said.
    """
    found: set[str] = set()
    rest = line
    for pair in _PAIR.finditer(line):
        key = _KEY.fullmatch(flat(pair["key"]).strip())
        if key is None or key.lastgroup is None:
            continue
        for said in _said(key.lastgroup, pair.group().strip(), pair["value"].strip()):
            found.add(said[0])
            yield said
        rest = rest.replace(pair.group(), " " * len(pair.group()), 1)
    yield from _unkeyed(rest, found)


def _unkeyed(line: str, found: set[str]) -> Iterator[tuple[str, str, str]]:
    """What a line says without a colon, and has not said with one."""
    low, whole = flat(line), line.strip()
    if "date" not in found:
        yield from _taken(line, low)
    layer = _LAYER.search(low)
    if "depth" not in found and layer is not None and _IN_LAYER.search(low):
        yield "depth", line[layer.start() : layer.end()], line[layer.start() : layer.end()]
    if found:
        return
    if _WORDS.match(whole):
        yield "sample", whole, whole.split(maxsplit=1)[1]
    elif _LAB.search(low) and not re.search(r"\d", low) and len(whole.split()) <= 8:
        yield "lab", whole, whole


def _taken(line: str, low: str) -> Iterator[tuple[str, str, str]]:
    """The day on which a line says that a sample was taken: behind its words, or before."""
    days = list(DAYS.finditer(low))
    taken = TAKEN.search(low) or (_KIT.search(low) if len(days) == 1 else None)
    if taken is None or not days:
        return
    day = next((one for one in days if one.start() > taken.start()), days[-1])
    since, to = min(taken.start(), day.start()), max(taken.end(), day.end())
    yield "date", line[since:to], line[day.start() : day.end()]


def _said(key: str, words: str, value: str) -> Iterator[tuple[str, str, str]]:
    """A sample's name may hold its day and its depth: each is one of its own."""
    day, layer = DAYS.search(flat(value)), _LAYER.search(flat(value))
    if key == "date" and day is not None:
        yield key, words, value[day.start() : day.end()]
    elif key != "sample":
        yield key, words, value
        return
    else:
        yield from _sample(words, value, day, layer)
    if key == "sample" and day is not None:
        yield "date", value[day.start() : day.end()], value[day.start() : day.end()]
    if layer is not None:
        yield "depth", value[layer.start() : layer.end()], value[layer.start() : layer.end()]


def _sample(
    words: str, value: str, day: re.Match[str] | None, layer: re.Match[str] | None
) -> Iterator[tuple[str, str, str]]:
    name = value
    for one in sorted((x for x in (day, layer) if x), key=lambda x: -x.start()):
        name = f"{name[: one.start()]} {name[one.end() :]}"
    name = _NO_NAME.sub(" ", name)
    yield "sample", words, " ".join(name.split()).strip(" ,;-")
