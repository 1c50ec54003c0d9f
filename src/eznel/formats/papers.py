"""Which paper a text is: a soil report, a label, an analysis of water or leaves, a list.

Words that only one kind of paper has count for it, more where they stand in its first lines. A
paper that is not what was asked for is refused by its name, so that nobody keeps water as soil.
"""

import re
from typing import Literal

Paper = Literal[
    "soil", "label", "water", "leaf", "compost", "substrate", "weather", "list", "packet", "unknown"
]  # fmt: skip

HEAD_LINES = 4
IN_HEAD = 3
"""How many times more a word counts in the first lines."""

_TITLES: dict[Paper, str] = {
    "soil": r"soil (?:test|report|analysis|results?|card|sample|testing|ph)|test results|mehlich"
            r"|boden(?:probe|untersuch\w*|analyse|labor)?\b|an[aá]lisis de suelo|ab-dtpa"
            r"|analyse de (?:terre|sol)|grond(?:onderzoek|monster)|terreno|allotment soil",
    "water": r"water (?:quality|analysis|report|results?|test)|irrigation water"
             r"|(?:trink)?wasser(?:analyse|qualit[aä]t)|trinkwasseranalyse|an[aá]lisis de agua"
             r"|analyse (?:de l['’])?eau|wateranalyse",
    "leaf": r"(?:plant(?: tissue)?|leaf|petiole|tissue|foliar) (?:analysis|test|report)"
            r"|an[aá]lisis foliar|analyse foliaire|blattanalyse|bladanalyse",
    "compost": r"(?:compost|manure|slurry|digestate) (?:analysis|sample|report|test)"
               r"|kompostanalyse|an[aá]lisis de compost|analyse de compost",
    "substrate": r"(?:potting mix|growing (?:medium|media)|substrate) (?:analysis|test|report)"
                 r"|substrat(?:analyse|untersuch\w*|probe)|1 ?: ?1[.,]5\b",
    "label": r"guaranteed analysis|net w(?:eigh)?t|net contents|npk|fertili[sz]er \d|engrais npk",
    "weather": r"(?:min|max)\w* temp\w*|temp\w* (?:min|max)\w*|rain(?:fall)? ?\(?mm|precipitation",
    "packet": r"(?:sow|plant) \d[\d.,]* ?(?:cm|mm|in)\b|about \d+ seeds|germination \d",
    "list": r"\A\W*(?:shopping list|order \d|receipt|invoice|einkaufsliste|lista de la compra)",
}  # fmt: skip
"""What a kind of paper calls itself."""

_SIGNS: dict[Paper, str] = {
    "soil": r"mehlich|olsen|bray\b|colwell|\bcec\b|organic matter|humus|base saturation|\bdtpa\b"
            r"|lime requirement|extractable|exchangeable|available (?:phosphorus|potassium)|morgan"
            r"|\bsoil\b|\bboden\b|\bsuelo\b|\bcal\b\)|index \d",
    "water": r"alkalinity|hardness|h[aä]rte|borehole|°d?h\b|\bsar\b|zone \d|dureza|duret[eé]",
    "leaf": r"matured? leaf|youngest|petiole|sufficiency range|foliar",
    "compost": r"c ?[:/] ?n ratio|maturity|windrow|as received|kg/t\b|dry matter|carbon.?nitrogen",
    "substrate": r"potting mix|growing medi|substrate",
    "label": r"derived from|available phosphate|soluble potash|inhalt|net wt|neutralisationswert"
             r"|g/m ?[2²]|per (?:sq|square)|dilute|\d+ ?ml (?:per|in)|best before|ingredients"
             r"|anwendung|dosis|poids net|peso net",
    "weather": r"\b\d{4}-\d\d-\d\d,",
    "packet": r"\bsow\b|harvest after|days to (?:maturity|harvest)|apart, in rows",
    "list": r"^\s*\d+ ?x \w|^total\b",
}  # fmt: skip
_TITLE = {kind: re.compile(form, re.MULTILINE) for kind, form in _TITLES.items()}
_SIGN = {kind: re.compile(form, re.MULTILINE) for kind, form in _SIGNS.items()}
_HEADING = re.compile(r"^[^\d]{0,60}$|^[^\d:]{3,40}:|^(?:soil|water|leaf|plant) \w+(?= \D)")

_HEADED: tuple[Paper, ...] = ("soil", "water", "leaf", "compost", "substrate")
"""Papers that may stand below each other on one page."""


def paper_of(text: str) -> Paper:
    """Return which paper a text is, by the words that only one kind has.

    Parameters
    ----------
    text : str
        Cleaned.

    Returns
    -------
    str
        "unknown" where nothing tells, or two kinds are as likely.
    """
    low = text.lower()
    head = _head(low)
    weight = {kind: _weight(kind, low, head) for kind in _TITLE}
    best = max(weight, key=lambda kind: weight[kind])
    second = max((w for kind, w in weight.items() if kind != best), default=0)
    if weight[best] == 0 or weight[best] == second:
        return "unknown"
    return best


def no_label(text: str) -> Paper | None:
    """Return which other paper a text says that it is, in its first lines.

    Parameters
    ----------
    text : str
        Cleaned.

    Returns
    -------
    str or None
        None for a label, and for what does not say: labels hold words of every kind.
    """
    low = text.lower()
    if _TITLE["label"].search(low):
        return None
    head = _head(low)
    return next((kind for kind, form in _TITLE.items() if form.search(head)), None)


def _head(low: str) -> str:
    return "\n".join([line for line in low.splitlines() if line.strip()][:HEAD_LINES])


def _weight(kind: Paper, low: str, head: str) -> int:
    """How much speaks for a kind: its own title counts most, each other word once."""
    titles = {one.group() for one in _TITLE[kind].finditer(low)}
    if kind == "weather" and not titles:
        return 0  # a day in every row is in many tables
    signs = {one.group() for one in _SIGN[kind].finditer(low)}
    first = _TITLE[kind].search(head) is not None
    return 2 * len(titles) + len(signs) + IN_HEAD * first


def titled(line: str) -> Paper | None:
    """Return which paper a line says that it begins, where it says so.

    Parameters
    ----------
    line : str
        A line, or the part before its colon.

    Returns
    -------
    str or None
        None for a line that is no heading of a paper.
    """
    head = _HEADING.match(line.strip().lower())
    if head is None:
        return None
    return next((kind for kind in _HEADED if _TITLE[kind].search(head.group())), None)
