"""What laboratories call things: nutrients, properties, columns, classes, in several languages.

Everything is matched on lower-case text. Longer and more special names stand before shorter ones.
"""

import re
import unicodedata

STRANGER = "stranger"
"""What no report of ours keeps: its number is no other's."""

_NAMES: tuple[tuple[str, str], ...] = (
    ("lime_cce", r"lime recommendation cce"),
    ("lime_depth", r"lime recommendation depth"),
    ("lime", r"lime (?:recommendation|requirement|required|recommended|need)|kalkbedarf"
             r"|necesidad de cal|besoin en chaux|kalkbehoefte|\blime(?= ?:| \d)"),
    (STRANGER, r"caliza activa|active (?:lime|carbonate)|calcaire actif|calcare attivo|aktivkalk"),
    ("free_lime", r"free lime|free carbonate|(?:total )?calcium carbonate|\bcaco3\b"
                  r"|(?<!bi)carbonates?\b|kalkgehalt|carbonatos?\b|caliza"
                  r"|calcaire total|calcare totale"),
    ("fizz", r"fizz|effervescence|hcl test"),
    ("buffer", r"buffer(?:ed)? ?ph|ph ?\(?buffer\)?|ph[ -]?b\b|\bbph\b|buffer (?:index|value)"
               r"|\blbc\b|\bsmp(?: index| ph)?(?=\W{0,3}\d)"
               r"|\bbuffer\b|lime index|puffer[- ]?ph|ph tampon"),
    ("ph", r"(?:soil |water )?\bph\b(?:[- ]?wert)?|soil reaction"),
    ("om", r"organic matter|loss on ignition|\bloi\b|humus(?:gehalt)?|materia org[aá]nica"
           r"|mati[eè]res? organiques?|organische stof|org\. ?stof|sostanza organica"
           r"|(?<![^\W_])s\.o\.(?=[\s:])"
           r"|(?<![^\W_])[om]\. ?[mo]\.?(?=[\s:])|\bmo(?= ?:? ?(?:\d[\d.,]* ?)?%)|\bs?om\b"
           r"|gl[uü]hverlust"),
    ("oc", r"organic c(?:arbon)?\b|total carbon|\b(?:s?oc|toc)\b|corg\b|organischer kohlenstoff"
           r"|c-?organi\w+|organische koolstof"
           r"|(?<![^\W_])o\.c\.|carbono org[aá]nico|carbone organique"),
    ("cec", r"cation exchange capacity|total exchange capacity|sum of cations|\bt?cec\b|\becec\b"
            r"|\bkak\w{0,8}|kationenaustausch\w*|\bcic\b|c\.[eis]\.c\.?|\bcsc\b"
            r"|capacidad de intercambio\w*|capacit[aà] di scambio\w*"),
    ("ec", r"electrical conductivity|conductivity|soluble salts?|\bec(?:e|w)?\b|(?<![^\W_])e\.c\."
           r"|(?<![^\W_])c\.e\.(?!c)|(?<![^\W_])ce(?= ?\(?:? ?[\d\x1f])|salinity|salinidad"
           r"|leitf[aä]higkeit|conductividad(?: el[eé]ctrica)?|sales solubles|conductivit[eéà]"),
    ("density", r"(?:sample|bulk|scoop|volume) (?:density|weight)|weight/volume|volumengewicht"
                r"|densidad"),
    ("NO3-N", r"\bn[- ]no3\b|nitrate[- ]?n(?:itrogen)?\b|nitrate|no3[- ]?n\b|no3\b"
              r"|nitrat(?:[- ]?stickstoff|-n)?\b"
              r"|nitratos?|n[ií]trico"),
    (STRANGER, r"(?:total |available |mineralisable )*(?:nitrogen|stickstoff|azot[eo]|nitr[oó]geno"
               r"|stikstof)(?: total[e]?)?|mineralisable n\b|\blead\b|alumin\w+|hydrogen|texture"
               r"|\b(?:sand|silt|clay|sabbia|limo|argilla)\b|chloride|temperatur\w*|moisture"
               r"|acidity|salzgehalt|am+onium|paramagnetism|cadmium|arsenic|nickel|silic\w+"),
    ("P", r"(?:extractable |available |avail\. )?(?:phosph(?:orus|ate|or|at|ore)|p2o5|f[oó]sforo"
          r"|fosfaat|fosfor)\b"),
    ("K", r"potassium|potash|k2o\b|kalium|kali\b|pota[s]{1,2}io"),
    ("Ca", r"calcium|\bcao\b|calcio|kalzium"),
    ("Mg", r"magn[eé]sium|\bmgo\b|magn[eé]sio|magnesia\b"),
    ("S", r"sul(?:ph|f)ate?(?:[- ]?s(?:ul(?:ph|f)ur)?)?\b|sul(?:ph|f)ur|so4(?:[- ]?s\b)?|schwefel"
          r"|azufre|soufre|zolfo|zwavel"),
    ("Na", r"sodium|natrium|sodio"),
    ("B", r"\bboron\b|\bbor[oe]?\b"),
    ("Cu", r"\bcopper\b|kupfer|cobre|cuivre|\brame\b|\bkoper\b"),
    ("Fe", r"\biron\b|eisen|hierro|\bferro?\b|ijzer"),
    ("Mn", r"manganese|manganeso?\b|mangan\b|mangan[eè]se"),
    ("Mo", r"molybdenum|molybd[aä]n|molibdeno"),
    ("Zn", r"\bzin[ck]\b|zinco"),
)  # fmt: skip

ANALYTES = ("NO3-N", "P", "K", "Ca", "Mg", "S", "Na", "B", "Cu", "Fe", "Mn", "Mo", "Zn")

NAMED = (
    *((name, re.compile(pattern), False) for name, pattern in _NAMES),
    *(
        (
            name,
            re.compile(rf"(?<![^\W_])(?<!&){name.lower()}(?:2?\+{{1,2}})?(?![^\W_]|['’.][a-z])"),
            True,
        )
        for name in ("P", "K", "Ca", "Mg", "S", "Na", "B", "Cu", "Fe", "Mn", "Mo", "Zn")
    ),
)
"""Name, how it is written, and whether it is a symbol, whose capital counts."""

_COLUMNS: tuple[tuple[str, str], ...] = (
    ("lab", r"\blab(?:oratory|or)?\b(?! ?(?:no|number|id|nr))|laboratorio|laboratoire"),
    ("date", r"(?:date )?sampled(?: on)?|sampling date|date sampled|sample date|\bdate\b"
             r"|probenahme(?:datum)?|datum|fecha"),
    ("depth", r"(?:sampling |sample )?depth|tiefe|profundidad|profondeur"),
    ("sample", r"sample(?: (?:id|no\.?|number|name|identification))?|(?:your |field |plot |bed |"
               r"lab )(?:id|no\.?|number|name|ref\w*)|(?:report|analysis) (?:on|for|of)"
               r"|place|field|\bplot\b|\bbeds?\b|probe(?:n\w*)?"
               r"|\bfl[aä]che|muestra|parcela|parcelle|reference|campione|monster"),
    ("extractant", r"extract(?:ant|ion)?(?: used)?|m[eé]thode?|m[eé]todo"),
    ("unit", r"\bunits?\b|einheit|unidad(?:es)?|\bunit[éà]\b"),
    ("wanted", r"desired|optimum|target|normal range|recommended|guideline|soll"),
    ("rating", r"rating|class|interpr[eé]t|status|\bindex\b|bewertung|gehaltsklasse|stufe|nivel"),
    ("value", r"results?|value|amount|level|ergebnis|wert|resultado|r[eé]sultat|valor|found"),
    ("analyte", r"analyte|parameter|nutrient|element|determin|\btest\b|par[aá]metro|param[eè]tre"
                r"|n[aä]hrstoff|nutriente|analysis|[eé]l[eé]ment"),
    ("printed_as", r"printed as|counted as|form"),
    ("report", r"report(?: id)?"),
    ("note", r"note|remark|comment|bemerkung|nota|observaci\w+"),
    ("composite", r"composite|mixed sample"),
)  # fmt: skip
COLUMNS = tuple((name, re.compile(pattern)) for name, pattern in _COLUMNS)

MEANINGS = tuple(
    dict.fromkeys(name for name, _ in (*_NAMES, *_COLUMNS) if name not in (STRANGER, "wanted"))
)
"""What a column can be told to mean."""

_LESS = (
    r"(?:l[oe] )?(?:optim\w*|[oó]ptimo|sufficien\w*|critical|desir\w*|target|normal|adequate"
    r"|recommended)"
)
_RATINGS = (
    ("low", rf"(?:below|less than|under|lower than|unter) (?:the |dem )?(?:\w+ )?{_LESS}"
            r"|por debajo|\bin-?sufficien\w*|\bin-?adequate|\binsuficiente|\binsuffisant"
            rf"|\bnot (?:\w+ )?(?:enough|{_LESS})|\bsub-? ?{_LESS}"
            r"|\bun-?zureichend|\bnicht (?:ausreichend|genug)|\bno (?:es )?suficiente"),
    ("very_high", rf"(?:above|more than|over|higher than|[uü]ber) (?:the |dem )?(?:\w+ )?{_LESS}"
                  r"|por encima|\btoo high|\bzu hoch|\btrop [eé]lev"),
    ("very_low", r"very low|deficient|sehr niedrig|muy bajo|\btoo low|tr[eè]s faible|molto basso"
                 r"|zeer laag"),
    ("very_high", r"very high|excess(?:ive)?|surplus|sehr hoch|muy alto|tr[eè]s [eé]lev|molto alto"
                  r"|zeer hoog"),
    ("low", r"\blow\b|niedrig|\bbajo|\bfaible|\bbasso|\blaag"),
    ("medium", r"medium|moderate|mittel|\bmedio|\badequate\b|\bmoyen"),
    ("high", r"\bhigh\b|\boptimum\b|\boptimal\b|\bsufficient\b|\benough\b|\bhoch|\balto\b"
             r"|\bausreichend\b|\bsuficiente\b|[oó]ptimo|\bsatisfaisant|\b[eé]lev[eé]|\bhoog"),
)  # fmt: skip
"""What says that there is less, or more, than enough stands before what says "enough"."""
_RATING = tuple((name, re.compile(pattern)) for name, pattern in _RATINGS)
_RATING_LETTERS = {
    "vl": "very_low", "a": "very_low", "l": "low", "b": "low", "m": "medium", "c": "medium",
    "h": "high", "d": "high", "vh": "very_high", "e": "very_high",
}  # fmt: skip
"""Letters count only alone: an "a" in a sentence is none."""
_DENIED = re.compile(r"\b(?:not?|non|nicht|kein\w*|less|below|above|un|pas)\b")


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


def class_letter(letter: str) -> str | None:
    """Return the class that a letter stands for.

    Parameters
    ----------
    letter : str
        One of a to e, or an English abbreviation, in lower case.

    Returns
    -------
    str or None
        Our name of the class.
    """
    return _RATING_LETTERS.get(letter)


def rating_in(text: str) -> str | None:
    """Return the class that a text is: a word or letter of a laboratory's rating.

    Parameters
    ----------
    text : str
        In lower case.

    Returns
    -------
    str or None
        Our name of the class.
    """
    bare = re.sub(r"[\W\d_]+", " ", text).strip()
    if bare in _RATING_LETTERS:
        return _RATING_LETTERS[bare]
    for name, pattern in _RATING:
        if found := pattern.search(text):
            # A word that denies and that we do not understand: better none than the opposite one.
            rest = f"{text[: found.start()]} {text[found.end() :]}"
            return None if _DENIED.search(rest) else name
    return None


_PRINTED_AS = (
    ("P2O5", re.compile(r"p2o5")), ("K2O", re.compile(r"k2o")), ("CaO", re.compile(r"\bcao\b")),
    ("MgO", re.compile(r"\bmgo\b")), ("NO3", re.compile(r"no3(?![- ]?n)|nitrat[eo]?s?$")),
)  # fmt: skip


def form_of(name: str, said: str) -> str | None:
    """Return the oxide or ion that a name speaks of.

    Parameters
    ----------
    name : str
        Our name of the nutrient.
    said : str
        As printed, in lower case.

    Returns
    -------
    str or None
        None where it is the element.
    """
    if name not in ANALYTES:
        return None
    return next((form for form, pattern in _PRINTED_AS if pattern.search(said)), None)
