"""Whether a product may be used in organic growing, and whether it comes from animals."""

import re

ORGANIC = re.compile(
    r"(?:suitable|approved|allowed|permitted|certified) for (?:use in )?organic|"
    r"certified organic\b(?! (?:ingredient|component|matter))|organic (?:grow|"
    r"farm|product)|for use in organic|agriculture biologique|[oö]kologischen landbau"
    r"|agricultura ecol|biologische landbouw|agricoltura biologica"
)
ANIMAL = re.compile(
    r"animal by-?product|sous-?produit animal|poultry|chicken|bone ?meal|blood (?:and|&) bone"
    r"|blood meal|dried blood|\bfeathers?\b|\bfeather ?meal|\bfish\b|manure(?!d)|\bhoof"
    r"|guano|\bhen\b|h[uü]hner|\bmist\b|-mist"
    r"|fumier|mestkorrel|kippenmest|koemest|esti[eé]rcol|gallina|letame|stallatico|pollina"
    r"|\bsheep(?:['’]?s)?\b"
    r"|\bhufe|h[oö]rner|sangue|cornunghia|origine animale"
    r"|horn(?:mehl|sp[aä]ne|grie)|schafwoll|\bsang\b|\bcorne|bloedmeel|dierlijke herkomst"
    r"|beendermeel|tierische|(?:knochen|fisch|blut|feder|fleisch)(?:knochen)?mehl"
    r"|fientes?\b|volaille|plumes\b|poudre d['’]os\b|farina d['’]ossa|vismeel|verenmeel"
    r"|harina de (?:huesos?|sangre|pescado|plumas)"
)
_DENIED = re.compile(
    r"(?:\bnot?\b|\bnon\b|\bnicht\b|\bkein\w*|\bohne\b|\bsin\b|\bsans\b|\bpas\b|\bniet\b|\bgeen\b"
    r"|without|free (?:of|from)|do not|don['’]t|never)(?:\W+[\w'’-]+){0,4}\W*$"
)


def says(pattern: re.Pattern[str], low: str) -> bool:
    """Return whether a piece of a label says something, and does not deny it.

    Parameters
    ----------
    pattern : Pattern
        How it is said.
    low : str
        Masked.

    Returns
    -------
    bool
        False for "not for organic growing", "do not apply with manure".
    """
    return any(not _DENIED.search(low[: one.start()]) for one in pattern.finditer(low))


NO_ANIMAL = re.compile(
    r"no animal|vegan|free (?:of|from) animal|plant[- ]based|rein pflanzlich|tierfrei"
)
