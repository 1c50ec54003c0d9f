"""Extracts, units, buffers and ratings: how laboratories of several countries write them.

Everything is matched on lower-case text with every letter where it was. Longer and more special
forms stand before shorter ones.
"""

import re

OTHER = "other"
"""An extract that we have no bands for. It is no other one's, so nothing is inherited."""

_CONCENTRATION = r"(?:\d+(?:[.,]\d+)? ?(?:m|n|mol/l|mm|%)?[ -]?)?"

_EXTRACTS: tuple[tuple[str, str], ...] = (
    ("Mehlich-1", r"mehlich[- ]?(?:1|i\b)|mehlich(?= p-?i\b)|(?<![^\W_])m1\b|double[- ]acid"),
    ("Mehlich-3", r"mehlich[- ]?(?:3|iii\b)(?:[- ]icp)?|mehlich(?= p-?iii\b)"
                 r"|(?<![^\W_])m3(?=[pk]?\b)"),
    ("Bray P1", r"bray[- ]?(?:p ?)?-?(?:1|i\b)|weak bray"
                r"|(?<![^\W_])(?<!plot )(?<!bed )(?<!field )p1(?![.,]?\d)"
                r"(?=$|\W{0,4}(?:\d|ppm|mg|lb))"),
    ("Olsen", r"olsen(?:['’]s)?|(?:sodium )?bicarb(?:onate)?(?![^\W_])|natriumbicarbonat"),
    ("Modified Morgan", r"mod(?:ified|\.)? morgan(?:['’]?s)?"),
    ("Morgan", r"morgan(?:['’]?s)?"),
    ("PAA", r"(?<![^\W_])paa(?![^\W_])|acid am+onium acetate"
            r"|am+onium acetate ?\(?(?:at )?ph ?4[.,]65\)?"),
    ("1:1.5 water", r"1 ?: ?1[.,]5(?!\d)(?: ?(?:water|volume|vol\.?))?(?: extract)?"),
    ("Ammonium acetate", rf"{_CONCENTRATION}(?:am+onium[- ]?acetate?|nh4[- ]?oac"
                         rf"|am+\.?[- ]?ac(?:et(?:at[e]?)?)?(?![^\W_])\.?|nh4[- ]?ac(?![^\W_])"
                         r"|nh4[- ]?acetat\w*|acetato de amonio|acetato am[oó]nico"
                         r"|ac[ée]tate d['’]am+onium|acetato d['’]ammonio)"),
    (OTHER, rf"{_CONCENTRATION}(?:ammonium nitrate|nh4no3)|ambic[- ]?\d?|resin\b|mehlich[- ]2"
            r"|bray[- ]?(?:p ?)?-?2|kcl ?40|aae ?10|(?<=\bp)-al\b|\bcat\b|truog|egn[eé]r\w*"
            r"|dyer|joret[- ]h[eé]bert|\bedta\b|(?<![^\W_])nacl\b|oxalat\w*|pw-?getal|kelowna"),
    ("AB-DTPA", r"ab[- ]?dtpa|ammonium bicarbonate[- ]dtpa"),
    ("DTPA", r"dtpa"),
    ("CAL", r"(?<![^\W_])cal(?:-methode|-auszug|-extrakt)?(?![^\W_])|calcium[- ]acetat[- ]lactat"),
    ("Colwell", r"colwell"),
    ("Hot water", r"hot[- ]?water|hei(?:ss|ß)[- ]?wasser|agua caliente|eau (?:chaude|bouillante)"),
    ("Calcium phosphate", r"(?:mono)?calcium phosphate(?: extract\w*)?|ca\(h2po4\)2"),
    ("CaCl2", rf"(?:in )?{_CONCENTRATION}(?:ca ?cl ?2|calcium chloride)|calciumchlorid"),
    ("KCl or water", rf"{_CONCENTRATION}(?:(?<![^\W_])kcl(?![^\W_])|potassium chloride)"),
    ("SME", r"saturated (?:media|medium) extract|saturated[- ]media|(?<![^\W_])sme(?![^\W_])"),
    ("paste", r"saturated paste(?: extract)?|saturation extract"),
    ("Colour kit", r"colou?r (?:test )?kit|test kit|colou?r test|farbtest|farbskala|test-?set"
                   r"|kit de colou?res|kit de an[aá]lisis|bandelettes?"),
    ("water", r"\(?(?<![^\W_])(?:h2o|in water|wasser|agua|acqua|(?:en|in|dans l['’]) ?(?:agua"
              r"|acqua|eau)"
              r"|eau|distilled water)(?![^\W_])\)?"),
)  # fmt: skip
EXTRACTS = tuple((key, re.compile(pattern)) for key, pattern in _EXTRACTS)

IMPLIES = {"Bray P1": "P", "Olsen": "P"}
"""What an extract is named for, where no nutrient is."""

ALL = (
    "Mehlich-1", "Mehlich-3", "Morgan", "Modified Morgan", "AB-DTPA", "SME", "1:1.5 water", "PAA",
    "Colour kit",
)  # fmt: skip
"""Extracts that are made for many nutrients at once; the others suit a few."""
_CATIONS = ("K", "Ca", "Mg", "Na")
SUITS: dict[str, tuple[str, ...]] = {
    "Bray P1": ("P",), "Olsen": ("P",), "Colwell": ("P", "K"), "CAL": ("P", "K"),
    "Ammonium acetate": _CATIONS, "DTPA": ("Zn", "Fe", "Mn", "Cu"), "Hot water": ("B",),
    "Calcium phosphate": ("S",), "KCl or water": ("NO3-N",),
}  # fmt: skip


def suits(extract: str, analyte: str) -> bool:
    """Return whether an extract is made for a nutrient, so that a heading may mean it.

    Parameters
    ----------
    extract : str
        Our name of it.
    analyte : str
        The nutrient.

    Returns
    -------
    bool
        True for what extracts all.
    """
    return extract in ALL or analyte in SUITS.get(extract, ()) or extract == OTHER


_OF = r"(?: ?(?:p2o5|k2o|cao|mgo|no3|p|k|ca|n|b|soil|s))?"
_UNITS: tuple[tuple[str, float, str], ...] = (
    ("% of CEC", 1, r"% ?(?:of )?(?:cec|base sat\w*|sat\w*|bs(?![^\W_])|k\.?a\.?k)"
                    r"|percent (?:base )?sat\w*|base saturation(?: ?\(?%\)?)?"
                    r"|%(?= ?(?:ca|mg|k|na)(?![^\W_]))"),
    ("cmol/kg", 0.1, r"mmol ?(?:\(\+\)|[ce]|\+)? ?[/ ] ?kg|mmolc?\+? ?kg-1"),
    ("cmol/kg", 1, r"cmol ?(?:\(\+\)|c|\+)? ?/ ?kg|cmolc?\+? ?kg-1"),
    ("meq/100g", 1, r"m(?:eq|\.e)\.? ?/ ?100 ?g(?:m|r)?|me ?/ ?100 ?g|mval ?/ ?100 ?g|meq/100 ?ml"
                    r"|milliequivalents? (?:per|/) ?100 ?g"),
    ("mg/100g", 1, rf"(?:(?<=\d) ?mg )?mg{_OF} ?/ ?100 ?g(?:{_OF})"),
    ("mg/kg", 1, rf"mg{_OF} ?(?:/|per) ?kg|mg kg-1|[µu]g ?/ ?g|mg{_OF} ?/ ?1000 ?g|mg kg\b"),
    ("g/kg", 1, rf"(?<![^\W\d_])g{_OF} ?/ ?kg|(?<![^\W\d_])g kg-1"),
    ("ppm", 1, r"(?<![^\W\d_])ppm(?![^\W_])"),
    ("mg/dm3", 1, rf"mg{_OF} ?/ ?dm ?3|mg ?/ ?l(?:it(?:re|er))? (?:of )?soil|mg per lit(?:re"
                  rf"|er) of soil"),
    ("mg/L", 1, rf"mg{_OF} ?/ ?l(?:it(?:re|er)s?)?(?![^\W_])|mg l-1|mg per lit(?:re|er)"),
    ("mmol/L", 1, r"mmol ?/ ?l(?![^\W_])"),
    ("lb/1000ft2", 1, r"(?:lbs?\.?|pounds?) ?(?:/|per) ?1,?000 ?(?:sq\.? ?f(?:ee)?t\.?"
                      r"|square feet|ft ?2)"),
    ("lb/acre", 1, r"(?:lbs?\.?|pounds?) ?(?:/|per) ?a(?:c(?:re)?)?(?![^\W_])"),
    ("ton/acre", 1, r"tons? ?(?:/|per) ?a(?:c(?:re)?)?(?![^\W_])"),
    ("kg/ha", 1, rf"kg{_OF} ?(?:/|per) ?ha(?![^\W_])"),
    ("t/ha", 1, r"(?<![^\W\d_])t(?:on(?:ne)?s?)? ?(?:/|per) ?ha(?![^\W_])"),
    ("dt/ha", 1, rf"dt{_OF} ?/ ?ha(?![^\W_])"),
    ("kg/m2", 1, r"kg ?(?:/|per) ?m ?2"),
    ("g/m2", 1, r"(?<![^\W\d_])g ?(?:/|per) ?m ?2"),
    ("uS/cm", 1, r"(?:µ|u|micro)s(?:iemens)? ?/ ?cm"),
    ("mmho/cm", 1, r"m\.?mhos? ?/ ?cm"),
    ("mS/cm", 1, r"(?<![^\W\d_])ms ?/ ?cm"),
    ("dS/m", 1, r"(?<![^\W\d_])ds ?/ ?m(?![^\W_])|ds m-1"),
    ("g/mL", 1, r"(?<![^\W\d_])g ?/ ?(?:ml|cm ?3|cc)"),
    ("cm", 1, r"(?<=\d) ?cm(?![^\W_])"),
    ("in", 1, r"(?<=\d) ?(?:in(?:ch(?:es)?)?(?![^\W_])|\")"),
    ("%", 1, r"%|(?<![^\W\d_])(?:per ?cent|prozent|pct|por ciento|pour cent)(?![^\W_])"),
)  # fmt: skip
UNITS = tuple((unit, by, re.compile(pattern)) for unit, by, pattern in _UNITS)

_FORMS = (("P2O5", "p2o5"), ("K2O", "k2o"), ("CaO", "cao"), ("MgO", "mgo"), ("NO3", "no3"))


def form_in(unit: str) -> str | None:
    """Return the oxide or ion that stands in a unit, like mg K2O/100 g.

    Parameters
    ----------
    unit : str
        As printed, in lower case.

    Returns
    -------
    str or None
        Our name of it.
    """
    return next((form for form, letters in _FORMS if letters in unit), None)


BUFFERS = tuple(
    (key, re.compile(pattern))
    for key, pattern in (
        ("Moore-Sikora", r"moore[- ]?sikora"), ("SMP", r"(?<![^\W_])smp"), ("Sikora", r"sikora"),
        ("Adams-Evans", r"adams[- ]?evans"), ("Mehlich", r"mehlich"),
    )
)  # fmt: skip


def buffer_in(text: str) -> str | None:
    """Return the buffer that a text names.

    Parameters
    ----------
    text : str
        In lower case.

    Returns
    -------
    str or None
        Our name of it.
    """
    return next((key for key, pattern in BUFFERS if pattern.search(text)), None)
