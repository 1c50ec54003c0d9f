"""How often a label says to use something: every four weeks, twice a month, 1x per week."""

import re
from collections.abc import Iterator

MONTH_DAYS = 30
YEAR_DAYS = 365

_WORDS = {
    "one": 1, "once": 1, "a": 1, "an": 1, "single": 1, "two": 2, "twice": 2, "three": 3, "four": 4,
    "five": 5, "six": 6, "eight": 8, "ten": 10, "twelve": 12, "other": 2, "second": 2, "third": 3,
    "ein": 1, "eine": 1, "einer": 1, "einmal": 1, "zwei": 2, "zweimal": 2, "drei": 3,
    "dreimal": 3, "vier": 4, "sechs": 6, "acht": 8,
    "un": 1, "une": 1, "deux": 2, "trois": 3, "quatre": 4, "huit": 8,
    "una": 1, "uno": 1, "dos": 2, "tres": 3, "cuatro": 4, "seis": 6, "ocho": 8, "diez": 10,
    "due": 2, "tre": 3, "quattro": 4, "sei": 6, "otto": 8, "volta": 1,
    "een": 1, "twee": 2, "drie": 3, "zes": 6,
}  # fmt: skip
_WORD = "|".join(sorted(_WORDS, key=len, reverse=True))
_N = rf"\d{{1,3}}|(?:{_WORD})(?![^\W_])"
_UNITS = (
    (1, r"days?|tage?n?|d[ií]as?|jours?|dagen?|giorn[oi]"),
    (7, r"weeks?|wochen?|semanas?|semaines?|weken|settiman[ae]"),
    (14, r"fortnights?"),
    (MONTH_DAYS, r"months?|monate?n?|mes(?:es)?|mois|maand(?:en)?|mes[ei]"),
    (YEAR_DAYS, r"years?|season|jahr(?:es)?|jahre|saison|an(?:n[ée]e)?s?|a[nñ]os?|temporada|ann[oi]"
                r"|jaar|seizoen|stagione"),
)  # fmt: skip
_UNIT = "|".join(pattern for _, pattern in _UNITS)
_DAYS = tuple((days, re.compile(pattern)) for days, pattern in _UNITS)

_EVERY = re.compile(
    rf"(?:(?<![^\W_])(?:every|alle|cada|tou(?:te)?s les|elke|om de|ogni|once in|once every"
    rf"|(?:again|nach|wait|repeat|wiederholen nach)(?: after| every| within)?(?: at least)?"
    rf"|apart by|(?:at least|mindestens)|intervals? of(?: not less than| at least)?)"
    rf" (?:(?P<n>{_N})(?: ?(?:-|to|bis|[aà]|or) ?(?:{_N}))? ?)?(?P<unit>{_UNIT})(?![^\W_]))"
    rf"(?P<apart> (?:apart|between|abstand))?"
)
_APART = re.compile(
    rf"(?<![^\W_])(?P<n>{_N}) (?P<unit>{_UNIT}) (?:apart|between|abstand|entre|tussen"
    r"|d['’]intervalle)"
)
_OFTEN = re.compile(
    rf"(?<![^\W_])(?P<n>{_N}|\d{{1,2}} ?)(?: ?(?:x|×|times?|mal|fois|veces|vez|volt[ae]|keer))?"
    rf" ?(?:a|an|per|each|pro|im|in der|je|par|por|al(?:la)?|all['’]|in het|jährlich|/)? ?"
    rf"(?P<unit>{_UNIT}|j[aä]hrlich|w[oö]chentlich|monatlich)(?![^\W_])"
)
_COUNTED = re.compile(r"x|×|time|mal|fois|ve[cz]|volt|keer|once|twice")
_ADVERBS = (
    (7, r"\bweekly\b|(?<!\w)w[oö]chentlich|hebdomadaire|semanalmente|wekelijks|settimanalmente"),
    (14, r"\bfortnightly|every other week|every second week|vierzehnt[aä]gig|zweiw[oö]chentlich"
         r"|quincenal"),
    (MONTH_DAYS, r"\bmonthly\b|(?<!\w)monatlich|mensuel|mensual|maandelijks|mensilmente"),
)  # fmt: skip
_ADVERB = tuple((days, re.compile(pattern)) for days, pattern in _ADVERBS)
_TIMES = re.compile(
    rf"(?:no more than|not more than|max(?:imum)?\.?(?: of)?|at most|h[oö]chstens|maximal"
    rf"|m[aá]ximo|au plus|massimo|hoogstens) (?P<n>{_N})"
    r" (?:applications?|times|feeds|dressings|anwendung(?:en)?|gaben?|aplicaci[oó]n(?:es)?"
    r"|apports?|keer|mal|fois"
    r"|veces|volte)"
    rf"|(?P<m>{_N}) (?:applications?|feeds|dressings|anwendungen|gaben|aplicaciones|apports)"
    r" (?:a|per|each|pro|par|por|im|al) ?(?:year|season|jahr|an|saison|a[nñ]o|temporada)"
)


def number_of(said: str) -> int:
    """Return a small number in figures or words.

    Parameters
    ----------
    said : str
        In lower case.

    Returns
    -------
    int
        0 where it is none. [count]
    """
    said = said.strip()
    return int(said) if said.isdigit() else _WORDS.get(said, 0)


def _days(unit: str) -> int:
    return next((days for days, pattern in _DAYS if pattern.fullmatch(unit)), 0)


def counts(low: str) -> Iterator[tuple[int, int, str, int]]:
    """Yield how often a piece of a label says to use it.

    Parameters
    ----------
    low : str
        Masked.

    Yields
    ------
    tuple of int, int, str and int
        Start and end, "interval" in days or "times" in a season, and the number.
    """
    taken: list[tuple[int, int]] = []

    def free(match: re.Match[str]) -> bool:
        clear = all(match.end() <= a or b <= match.start() for a, b in taken)
        if clear:
            taken.append(match.span())
        return clear

    for match in _TIMES.finditer(low):
        count = number_of(match["n"] or match["m"])
        if count and free(match):
            yield *match.span(), "times", count
    for match in _EVERY.finditer(low):
        days = number_of(match["n"] or "1") * _days(match["unit"])
        least = re.match(r"at least|mindestens", match.group()) is not None
        if days and days < YEAR_DAYS and (not least or match["apart"]) and free(match):
            yield *match.span(), "interval", days
    for match in _APART.finditer(low):
        days = number_of(match["n"]) * _days(match["unit"])
        if days and free(match):
            yield *match.span(), "interval", days
    for match in _OFTEN.finditer(low):
        yield from _often(match) if _COUNTED.search(match.group()) and free(match) else ()
    for days, pattern in _ADVERB:
        for match in pattern.finditer(low):
            if free(match):
                yield *match.span(), "interval", days


def _often(match: re.Match[str]) -> Iterator[tuple[int, int, str, int]]:
    """So many times in a year, or in a shorter time, which is an interval."""
    count, unit = number_of(match["n"]), match["unit"]
    whole = (
        {"j": YEAR_DAYS, "w": 7, "m": MONTH_DAYS}[unit[0]] if unit.endswith("lich") else _days(unit)
    )
    if not count or not whole:
        return
    if whole == YEAR_DAYS:
        yield *match.span(), "times", count
    elif whole // count >= 1:
        yield *match.span(), "interval", whole // count
