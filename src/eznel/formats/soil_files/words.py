"""What laboratories call things: nutrients, extracts, units, ratings, in several languages.

Everything is matched on lower-case text. Longer and more special names stand before shorter ones.
"""

import re
import unicodedata
from dataclasses import dataclass

from eznel.formats.numbers import Mark, read_number

# What a column, row or line may be about -> how laboratories write it.
_NAMES: tuple[tuple[str, str], ...] = (
    ("lime_cce", r"lime recommendation cce"),
    ("lime_depth", r"lime recommendation depth"),
    ("lime", r"lime (?:recommendation|requirement|recommended)|kalkbedarf|necesidad de cal"),
    ("free_lime", r"free lime|free carbonate|calcium carbonate|carbonates?\b|kalkgehalt"
                  r"|carbonatos?\b|caliza"),
    ("fizz", r"fizz|effervescence|hcl test"),
    ("buffer", r"buffer(?:ed)? ?ph|ph ?\(?buffer\)?|ph[ -]?b\b|\bbph\b|(?:smp|sikora|mehlich"
               r"|adams[- ]evans|moore[- ]sikora)[ -]*(?:buffer|bph|lbc|index)(?: ?ph)?"
               r"|buffer (?:index|value)|lime index|puffer[- ]?ph|ph tampon"),
    ("ph", r"(?:soil |water )?\bph\b(?:[- ]?wert)?"),
    ("om", r"organic matter|\bo\.? ?m\.?\b|loss on ignition|\bloi\b|humus(?:gehalt)?"
           r"|materia org[aá]nica|\bmo ?%"),
    ("oc", r"organic carbon|total carbon|\b(?:s?oc|toc)\b|corg\b|organischer kohlenstoff"
           r"|carbono org[aá]nico"),
    ("cec", r"cation exchange capacity|\bt?cec\b|\becec\b|kak\b|kationenaustausch\w*|\bcic\b"
            r"|capacidad de intercambio\w*"),
    ("ec", r"electrical conductivity|conductivity|soluble salts?|\bec(?:e|w)?\b|leitf[aä]higkeit"
           r"|conductividad|sales solubles"),
    ("density", r"(?:sample|bulk|scoop|volume) (?:density|weight)|weight/volume"
                r"|volumengewicht|densidad"),
    ("NO3-N", r"nitrate(?:[- ]?n(?:itrogen)?)?\b|\bno3[- ]?n?\b|nitrat(?:stickstoff)?\b|nitratos?"),
    ("P", r"phosph(?:orus|ate|or|at)|\bp2o5\b|\bp\b|f[oó]sforo"),
    ("K", r"potassium|potash|\bk2o\b|\bk\b|kalium|kali\b|potasio"),
    ("Ca", r"calcium|\bcao\b|\bca\b|calcio|kalzium"),
    ("Mg", r"magnesium|\bmgo\b|\bmg\b(?! ?/|/)|magnesio"),
    ("S", r"sul(?:ph|f)ate?(?:[- ]?s(?:ulph?f?ur)?)?\b|sul(?:ph|f)ur|\bso4[- ]?s?\b|\bs\b"
          r"|schwefel|azufre"),
    ("Na", r"sodium|\bna\b|natrium|sodio"),
    ("B", r"boron|\bb\b|\bbor\b|boro\b"),
    ("Cu", r"copper|\bcu\b|kupfer|cobre"),
    ("Fe", r"\biron\b|\bfe\b|eisen|hierro"),
    ("Mn", r"manganese|\bmn\b|mangan|manganeso"),
    ("Mo", r"molybdenum|\bmo\b|molybd[aä]n|molibdeno"),
    ("Zn", r"zinc|\bzn\b|zink\b"),
    ("lab", r"\blab(?:oratory|or)?\b(?! ?(?:no|number|id|nr))|laboratorio"),
    ("date", r"(?:date )?sampled(?: on)?|sampling date|date sampled|sample date|\bdate\b"
             r"|probenahme(?:datum)?|datum|fecha"),
    ("depth", r"(?:sampling |sample )?depth|tiefe|profundidad"),
    ("sample", r"sample(?: (?:id|no\.?|number|name|identification))?|(?:your |field |plot |bed |"
               r"lab )(?:id|no\.?|number|name|ref\w*)|(?:report|analysis) (?:on|for|of)"
               r"|place|field|plot"
               r"|\bbeds?\b|probe(?:n\w*)?"
               r"|\bfl[aä]che|muestra|parcela|reference"),
    ("extractant", r"extract(?:ant|ion)?(?: used)?|method|methode|m[eé]todo"),
    ("analyte", r"analyte|parameter|nutrient|element|determination|\btest\b|par[aá]metro"
                r"|n[aä]hrstoff|nutriente"),
    ("value", r"results?|value|amount|level|ergebnis|wert|resultado|valor"),
    ("unit", r"units?|einheit|unidad(?:es)?"),
    ("rating", r"rating|class|interpretation|status|\bindex\b|bewertung|gehaltsklasse|stufe"
               r"|interpretaci[oó]n|nivel"),
    ("printed_as", r"printed as|counted as|form"),
    ("report", r"report(?: id)?"),
    ("note", r"note|remark|comment|bemerkung|nota|observaci\w+"),
    ("composite", r"composite|mixed sample"),
)  # fmt: skip

ANALYTES = ("NO3-N", "P", "K", "Ca", "Mg", "S", "Na", "B", "Cu", "Fe", "Mn", "Mo", "Zn")
MEANINGS = tuple(name for name, _ in _NAMES)

_EXTRACTANTS = (
    ("Mehlich-1", r"mehlich[- ]?(?:1|i\b)|\bm1\b|double acid"),
    ("Mehlich-3", r"mehlich[- ]?(?:3|iii\b)|\bm3\b"),
    ("Bray P1", r"bray[- ]?(?:p ?)?-?(?:1|i\b)|\bp1\b|weak bray"),
    ("Olsen", r"olsen|bicarb(?:onate)?"),
    ("Modified Morgan", r"modified morgan|mod\.? morgan"),
    ("Morgan", r"morgan"),
    ("Ammonium acetate", r"am+onium acetate|nh4oac|am\.? ?ac(?:etate)?\b|ammoniumacetat"
                         r"|acetato de amonio"),
    ("DTPA", r"dtpa"),
    ("Hot water", r"hot[- ]?water|heisswasser|hei[sß]+wasser|agua caliente"),
    ("Calcium phosphate", r"calcium phosphate|ca\(h2po4\)2|monocalcium phosphate"),
    ("KCl or water", r"\bkcl\b|potassium chloride"),
    ("SME", r"saturated (?:media|paste)? ?extract|\bsme\b"),
    ("1:2 water", r"1 ?: ?2\b"),
    ("1:5 water", r"1 ?: ?5\b"),
    ("Colour kit", r"colou?r kit|test kit"),
)  # fmt: skip

_UNITS = (
    ("% of CEC", r"% ?(?:of )?(?:cec|base sat\w*|sat\w*|bs\b|k\.?a\.?k)|percent (?:base )?sat\w*"
                 r"|base saturation"),
    ("cmol/kg", r"cmol ?(?:\(\+\)|c|\+)? ?/ ?kg|cmolc?\+? ?kg-1"),
    ("meq/100g", r"meq\.? ?/ ?100 ?g|me ?/ ?100 ?g|mval ?/ ?100 ?g"),
    ("mg/100g", r"mg ?/ ?100 ?g"),
    ("mg/kg", r"mg ?/ ?kg|mg kg-1|µg ?/ ?g|ug ?/ ?g"),
    ("ppm", r"\bppm\b"),
    ("mg/dm3", r"mg ?/ ?dm ?(?:3|³)|mg ?/ ?l ?soil"),
    ("mg/L", r"mg ?/ ?l\b|mg l-1"),
    ("lb/acre", r"lbs?\.? ?/ ?ac(?:re)?\b|lbs?\.? ?/ ?a\b|lbs? per acre|pounds? per acre"),
    ("kg/ha", r"kg ?/ ?ha"),
    ("uS/cm", r"(?:µ|u|micro)s(?:iemens)? ?/ ?cm"),
    ("mmho/cm", r"mmhos? ?/ ?cm"),
    ("mS/cm", r"ms ?/ ?cm"),
    ("dS/m", r"ds ?/ ?m|ds m-1"),
    ("g/mL", r"g ?/ ?(?:ml|cm ?(?:3|³)|cc)"),
    ("t/ha", r"\bt(?:onnes?)? ?/ ?ha"),
    ("ton/acre", r"tons? ?/ ?(?:ac(?:re)?|a)\b|tons? per acre"),
    ("lb/1000ft2", r"lbs?\.? ?/ ?1,?000 ?(?:sq\.? ?ft|ft ?2|ft²)"),
    ("kg/m2", r"kg ?/ ?m ?(?:2|²)"),
    ("g/m2", r"g ?/ ?m ?(?:2|²)"),
    ("cm", r"\bcm\b"),
    ("in", r"\bin(?:ch(?:es)?)?\b|\""),
    ("%", r"%|percent|prozent"),
)  # fmt: skip

_PRINTED_AS = (
    ("P2O5", r"p2o5"), ("K2O", r"k2o"), ("CaO", r"\bcao\b"), ("MgO", r"\bmgo\b"),
    ("NO3", r"\bno3\b(?!-? ?n)|\bnitrate\b(?!-? ?n)"),
)  # fmt: skip

_LESS = r"(?:optim\w*|[oó]ptimo|sufficien\w*|critical|desir\w*|target|normal|adequate|recommended)"
_RATINGS = (
    ("low", rf"(?:below|less than|under|lower than|unter) (?:the |dem )?(?:\w+ )?{_LESS}"
            r"|por debajo|\bin-?sufficien\w*|\bin-?adequate|\binsuficiente"
            rf"|\bnot (?:\w+ )?(?:enough|{_LESS})|\bsub-? ?{_LESS}"
            r"|\bun-?zureichend|\bnicht (?:ausreichend|genug)|\bno (?:es )?suficiente"),
    ("very_high", rf"(?:above|more than|over|higher than|[uü]ber) (?:the |dem )?(?:\w+ )?{_LESS}"
                  r"|por encima|\btoo high|\bzu hoch"),
    ("very_low", r"very low|deficient|sehr niedrig|muy bajo|\btoo low"),
    ("very_high", r"very high|excess(?:ive)?|surplus|sehr hoch|muy alto"),
    ("low", r"\blow\b|niedrig|bajo"),
    ("medium", r"medium|moderate|mittel|medio|\badequate\b"),
    ("high", r"\bhigh\b|\boptimum\b|\boptimal\b|\bsufficient\b|\benough\b|hoch|\balto\b"
             r"|\bausreichend\b|\bsuficiente\b|[oó]ptimo"),
)  # fmt: skip
"""What says that there is less, or more, than enough stands before what says "enough"."""
_RATING_LETTERS = {
    "vl": "very_low", "a": "very_low", "l": "low", "b": "low", "m": "medium", "c": "medium",
    "h": "high", "d": "high", "vh": "very_high", "e": "very_high",
}  # fmt: skip
"""Letters count only alone: an "a" in a sentence is none."""
_DENIED = re.compile(r"\b(?:not?|non|nicht|kein\w*|less|below|above|un)\b")

_BUFFERS = (
    ("SMP", r"smp"), ("Sikora", r"(?<!moore-)(?<!moore )sikora"), ("Mehlich", r"mehlich"),
    ("Adams-Evans", r"adams[- ]?evans"), ("Moore-Sikora", r"moore[- ]?sikora"),
)  # fmt: skip

_EC_METHODS = (
    ("paste", r"saturated paste|\bece\b|\bpaste\b"), ("SME", r"\bsme\b|saturated media"),
    ("1:5", r"1 ?: ?5"), ("1:2", r"1 ?: ?2"),
)  # fmt: skip

Table = tuple[tuple[str, str], ...]


@dataclass(frozen=True, slots=True)
class Named:
    """What a heading, row or phrase is about, as far as its words say."""

    meaning: str | None
    unit: str | None = None
    method: str | None = None
    """An extractant, a buffer, or how a conductivity or pH was measured."""
    printed_as: str | None = None


def plain(text: str) -> str:
    """Return text as it is matched: lower case, small figures as figures, single spaces.

    Parameters
    ----------
    text : str
        As printed.

    Returns
    -------
    str
        Of the same meaning.
    """
    text = re.sub("[\u00bc-\u00be\u2150-\u215e]", _fraction, text)
    folded = unicodedata.normalize("NFKC", text).lower().replace("μ", "µ").replace("–", "-")
    return re.sub(r"[\s_]+", " ", folded).strip()


def _fraction(sign: re.Match[str]) -> str:
    """A fraction in one sign, apart from the number before it: 6⅔ is six and two thirds."""
    return " " + unicodedata.normalize("NFKC", sign.group()).replace("\u2044", "/")


def first_of(table: Table, text: str) -> tuple[str, re.Match[str]] | None:
    """Return the name of a table that stands in a text, the one that stands first in the table.

    Parameters
    ----------
    table : tuple of pairs
        Names and how they are written. [pattern]
    text : str
        Plain text.

    Returns
    -------
    tuple of str and Match, or None
        Name, and where it stands.
    """
    for name, pattern in table:
        found = re.search(pattern, text)
        if found:
            return name, found
    return None


def unit_in(text: str) -> tuple[str, re.Match[str]] | None:
    """Return the unit that stands in a plain text.

    Parameters
    ----------
    text : str
        Plain text.

    Returns
    -------
    tuple of str and Match, or None
        Our spelling of it, and where it stands.
    """
    return first_of(_UNITS, text)


def extractant_in(text: str) -> str | None:
    """Return the extractant that a plain text names.

    Parameters
    ----------
    text : str
        Plain text.

    Returns
    -------
    str or None
        Our name of it.
    """
    found = first_of(_EXTRACTANTS, text)
    return found[0] if found else None


def rating_in(text: str) -> str | None:
    """Return the class that a text is: a word or letter of a laboratory's rating.

    Parameters
    ----------
    text : str
        Plain text.

    Returns
    -------
    str or None
        Our name of the class.
    """
    bare = re.sub(r"[\W\d_]+", " ", text).strip()
    if bare in _RATING_LETTERS:
        return _RATING_LETTERS[bare]
    found = first_of(_RATINGS, text)
    if found is None:
        return None
    # A word that denies and that we do not understand: better no class than the opposite one.
    rest = text.replace(found[1].group(), " ", 1)
    return None if _DENIED.search(rest) else found[0]


def named(text: str) -> Named:
    """Return what a heading or a name is about.

    Parameters
    ----------
    text : str
        As printed.

    Returns
    -------
    Named
        Without a meaning where no word of it is known.
    """
    words = plain(text)
    unit = unit_in(words)
    extractant = first_of(_EXTRACTANTS, words)
    bare = words
    # A unit's and an extract's own letters are no nutrients.
    for found in (unit, extractant):
        if found and found[0] != "%":
            bare = bare.replace(found[1].group(), " ", 1)
    about = first_of(_NAMES, words if re.search(r"buffer|bph|lbc", words) else bare)
    if about is None and extractant and extractant[0] in ("Bray P1", "Olsen"):
        about = ("P", extractant[1])  # what these are made for
    if about is None:
        return Named(None, unit[0] if unit else None)
    meaning = about[0]
    return Named(meaning, unit[0] if unit else None, _method(meaning, words), _form(meaning, words))


def _method(meaning: str, words: str) -> str | None:
    if meaning == "buffer":
        found = first_of(_BUFFERS, words)
    elif meaning == "ec":
        found = first_of(_EC_METHODS, words)
    elif meaning == "ph":
        found = ("CaCl2", None) if re.search(r"ca ?cl|calcium chloride", words) else None  # type: ignore[assignment]
    else:
        found = first_of(_EXTRACTANTS, words)
    return found[0] if found else None


def _form(meaning: str, words: str) -> str | None:
    if meaning not in ANALYTES:
        return None
    found = first_of(_PRINTED_AS, words)
    return found[0] if found else None


_NUMBER = re.compile(
    r"(?<![\w.,:])[-+]?\d[\d.,']*(?:e[-+]?\d+)?(?![\w])|(?<![\w.,:])\d[\d.,']*(?=[a-z%µ])", re.I
)


@dataclass(frozen=True, slots=True)
class Printed:
    """A number in a text: its value, what is to be asked about it, and the text without it."""

    value: float | None
    """None where it can be read in two ways."""
    question: str
    without: str
    after: str
    """What follows it."""


def number_in(text: str, mark: Mark | None = None) -> Printed | None:
    """Return the first number in a text.

    Parameters
    ----------
    text : str
        As printed.
    mark : Mark or None
        What stands before decimals in it, where that is known.

    Returns
    -------
    Printed or None
        None where there is none that is finite. [number]
    """
    found = _NUMBER.search(text)
    read = read_number(found.group().strip(",.'"), mark) if found is not None else None
    if found is None or read is None:
        return None
    below = "<" in text[: found.start()]
    return Printed(
        value=read.value if read.other is None else None,
        question="number_two_ways" if read.other is not None else "below_detection" * below,
        without=text.replace(found.group(), " ", 1),
        after=text[found.end() :],
    )
