"""What labels call things, in the traditions and languages of several countries.

Everything is matched on lower-case text in which formulas are masked letter by letter, so that
their digits are no numbers: P2O5 reads pxox, and positions stay what they were.
"""

import re
import unicodedata

_FORMULAS = (
    ("k2so4", "kxsoy"), ("caso4", "casoy"), ("mgso4", "mgsoy"), ("feso4", "fesoy"),
    ("znso4", "znsoy"), ("mnso4", "mnsoy"), ("cuso4", "cusoy"), ("mgco3", "mgcoy"),
    ("kno3", "knoy"), ("p2o5", "pxox"), ("k2o", "kxo"), ("so3", "sox"), ("so4", "sox"),
    ("no3", "nox"),
    ("nh4", "nhx"), ("h2o", "hxo"), ("cacl2", "cacly"), ("caco3", "cacox"), ("na2o", "naxo"),
)  # fmt: skip
_FORMULA = dict(_FORMULAS)
_FORMULA_AT = re.compile("|".join(_FORMULA))
_LOOKALIKES = str.maketrans(
    "\u00a0\u2007\u202f\u2009\t\u2212\u2013\u2014\u00d7\u2044\u00b2\u00b3\u2080\u2081\u2082\u2083"
    "\u2084\u2085",
    "     ---x/23012345",
)
_LEADERS = re.compile(r"\.{2,}|_{3,}|\u2026")
_BARRED = re.compile(r"^[ ]*\|.*$", re.MULTILINE)
_THOUSANDS = re.compile(r"(?<=\d)['’](?=\d{3}(?!\d))")

_AND_A_PART = re.compile(r"(?<![\d./,-])(\d{1,2})-(\d/\d)(?!\d)")
"""1-1/2 is one and a half."""
_PER_CENT = re.compile(r"(?<=\d) *(?:per ?cent|prozent|pct)\b", re.IGNORECASE)


def _unbarred(row: re.Match[str]) -> str:
    """A row of a table without its bars, and without the rule below its headings."""
    said = row.group().replace("|", "  ")
    return "" if not said.strip(" :-") else said


_PARTS_OF_ONE = {"\u00bd": " 1/2", "\u00bc": " 1/4", "\u00be": " 3/4", "\u2153": " 1/3"}


def tidy(text: str) -> str:
    """Return text with its typographic variants as plain signs.

    Parameters
    ----------
    text : str
        As pasted.

    Returns
    -------
    str
        With plain dashes, spaces, small figures and fractions.
    """
    for sign, plain in _PARTS_OF_ONE.items():
        text = text.replace(sign, plain)
    text = _BARRED.sub(_unbarred, text.translate(_LOOKALIKES))
    text = _PER_CENT.sub(" %", _THOUSANDS.sub("", text))
    text = _AND_A_PART.sub(r"\1 \2", text)
    return _LEADERS.sub(lambda dots: " " * len(dots.group()), text)


def masked(text: str) -> str:
    """Return tidy text in lower case with its formulas masked, letter by letter.

    Parameters
    ----------
    text : str
        Tidy.

    Returns
    -------
    str
        Just as long.
    """
    low = text.lower()
    if len(low) != len(text):  # a few letters become two
        low = "".join(letter.lower()[0] for letter in text)
    return _FORMULA_AT.sub(lambda found: _FORMULA[found.group()], low)


def in_another_script(text: str) -> bool:
    """Return whether a text has words in a script that labels here are not read in.

    Parameters
    ----------
    text : str
        Any.

    Returns
    -------
    bool
        True from three letters on.
    """
    if text.isascii():
        return False
    other = sum(
        1
        for c in text
        if ord(c) > 0x24F and c.isalpha() and not unicodedata.name(c, "LATIN").startswith("LATIN")
    )
    return other >= 3


def _symbol(name: str) -> str:
    """A symbol that stands alone, in its own letters or in capitals; matched as printed."""
    return rf"(?<![^\W_])(?:{name}|{name.upper()})(?![^\W\d_]|\d[A-Za-z])"


# Meaning -> how it is written. The first that is found in a name decides.
_NAMES: tuple[tuple[str, str], ...] = (
    # Whole compounds before the elements in their names: their share is not the element's.
    ("magnesium_carbonate", r"mgcoy|magnesium ?carbonate?\b|carbonate of magnesia"),
    ("carbonate", r"calcium carbonate|cacox|kohlensaurer kalk|carbonate of lime"),
    ("gypsum", r"casoy\W{0,4}2 ?hxo|calcium sul(?:ph|f)ate di-?hydrate|\bgypsum\b|\bgips\b"
               r"|\byeso\b|\bgypse\b"),
    ("compound", r"\b(?:calcium|magnesium|potassium|iron|ferrous|manganese|zinc|copper|sodium) "
                 r"(?:sul(?:ph|f)ate|carbonate|nitrate|chloride|hydroxide|silicate)\b"
                 r"|(?:kx|ca|mg|fe|zn|mn|cu)soy|knoy|mgcoy|ca\(oh\)"),
    ("P2O5", r"pxox|phosphate|phosphat\b|phosphor(?:us|ic)? ?(?:acid|pent?oxide)|pentoxi|pentoxyde"
             r"|anh?[iy]drid[ea] (?:ph|f)osf?|gesamtphosphat|fosfaat|phosphors[aä]ure"),
    ("P", r"phosphorus|phosphor[e]?\b|f[oó]sforo|fosfor\b"),
    ("K2O", r"kxo\b|potash|potassium oxide|kaliumoxid|[oó]xido de potasio|ossido di potassio"
            r"|oxyde de potassium|\bkali\b"),
    ("K", r"potassium|kalium\b|potasio|potassio"),
    ("slow", r"(?:slow(?:ly)?|controlled)[- ](?:releas\w*|availab\w*)"
             r"(?: water soluble)? ?(?:nitrogen|n\b)"),
    ("insoluble", r"water[- ]insoluble n|insoluble nitrogen|\bw\.?i\.?n\b|organic nitrogen"
                  r"|(?:dont|davon) organi|azot[eo] (?:\(n\) )?organi|organischer stickstoff"
                  r"|organisch gebund"
                  r"|dont organique|of which organic|^\W*org[aá]ni(?:c|sch(?:er)?|que|co)?\b\W*$"),
    ("soluble_n", r"(?:other )?water[- ]soluble (?:organic )?nitrogen"),
    ("urea", r"\burea\b|ure[iy]c|ur[ée]ique|carbamid|amidstickstoff|ureum"),
    ("ammonium", r"am+on(?:i|y)|nhx"),
    ("nitrate", r"nitrate|nitric\b|nitraat|nitrat|n[ií]trico|nitrique|nox\b"),
    ("N", r"nitrogen|stickstoff|azot[eo]\b|nitr[oó]geno|stikstof"),
    ("MgO", r"\bmgo\b|magnesium ?oxide?|oxyde de magn|[oó]xido de magn|ossido di magn"),
    ("Mg", r"magnesium|magn[eé]sio|magnesio"),
    ("CaO", r"\bcao\b|calcium ?oxide?|oxyde de calcium|[oó]xido de calcio|ossido di calcio"),
    ("Ca", r"calcium|calcio|kalzium"),
    ("SO3", r"sox\b|sul(?:ph|f)ur trioxide|trioxyde de soufre|schwefeltrioxid"),
    ("S", r"sul(?:ph|f)ur\b|schwefel|azufre|soufre|zolfo|swa[e]?wel|zwavel"),
    ("B", r"\bboron\b|\bbor\b|\bbor[eo]\b"),
    ("Cu", r"\bcopper\b|kupfer|cobre|cuivre|\brame\b|koper"),
    ("Fe", r"\biron\b|eisen|hierro|\bfer\b|\bferro\b|ijzer"),
    ("Mn", r"manganese|mangan\b|manganeso"),
    ("Mo", r"molybdenum|molybd[aä]n|molibdeno"),
    ("Zn", r"\bzinc\b|\bzink\b|cinc\b"),
    ("Cl", r"chlorine|chloride|chlorid\b|cloro\b|cloruro"),
    ("Na", r"\bsodium\b|natrium|sodio"),
    ("organic_matter", r"organic (?:matter|carbon)|mati[eè]re organique|materia org"
                       r"|organische (?:substanz|stof)|sostanza organica|carbonio|carbone org"),
    ("dry_matter", r"dry matter|mati[eè]re s[eè]che|trockensubstanz|trockenmasse|materia seca"
                   r"|droge stof|sostanza secca"),
    ("moisture", r"moisture|feuchte|humidit[eéà]|umidit[aà]|humedad|water content|vochtgehalte"),
)  # fmt: skip
_NAME = tuple((name, re.compile(pattern)) for name, pattern in _NAMES)
_ANY_NAME = re.compile("|".join(pattern for _, pattern in _NAMES))
_SYMBOLS = tuple(
    (name, re.compile(_symbol(name)))
    for name in (
        "N", "P", "K", "MgO", "Mg", "CaO", "Ca", "S", "B", "Cu", "Fe", "Mn", "Mo", "Zn", "Cl", "Na",
    )
)  # fmt: skip
_ANY_SYMBOL = re.compile("|".join(pattern.pattern for _, pattern in _SYMBOLS))

NITROGEN = ("nitrate", "ammonium", "urea", "insoluble", "slow")
"""Forms of nitrogen that a product keeps."""

OXIDES = {"P": "P2O5", "K": "K2O"}


def named(text: str, low: str) -> str | None:
    """Return what a piece of a label is about.

    Parameters
    ----------
    text : str
        Tidy, with its capitals.
    low : str
        The same, masked.

    Returns
    -------
    str or None
        A nutrient as declared, a form of nitrogen, or what else a label states.
    """
    for any_of, each, where in ((_ANY_NAME, _NAME, low), (_ANY_SYMBOL, _SYMBOLS, text)):
        if any_of.search(where):  # most pieces name nothing: one search tells
            return next(name for name, pattern in each if pattern.search(where))
    return None


DRY = re.compile(
    r"% ?(?:i\.? ?d\.? ?)?(?:tm|ts|dm|ms|d\.m\.)(?!\w)|dry (?:matter |weight )?basis"
    r"|on (?:a |the )?dry (?:matter|weight)?|of (?:the )?dry (?:matter|weight)|\bdwb\b"
    r"|as dry matter|(?:in|der|auf) (?:der )?(?:trocken\w+|\bt[ms]\b)"
    r"|sur (?:la )?(?:mati[eè]re )?s[eè]che|sobre (?:la )?(?:materia )?seca"
)
"""Shares of what is left without water: in the bag there is less."""

PART = re.compile(
    r"water[- ]soluble|soluble in water|citrate|wasserl[oö]slich|soluble en agua|solubile"
    r"|soluble dans|chelat|insoluble|uncoated|wateroplosbaar"
)
"""Words of a line that states a part of what another states whole."""

TOTAL = re.compile(r"total|gesamt|totaal|neutral|available|whole")

# What kind of thing it is: the name of the product first, then all of the text.
_FORMS: tuple[tuple[str, str], ...] = (
    ("coated", r"(?:polymer|resin|sul(?:ph|f)ur)[- ]?coated|coated (?:granules|prills|feed|fert)"
               r"|controlled[- ]release|umh[uü]llt"),
    ("liquid", r"\bliquid\b|fl[uü]ssig|l[ií]quid[oe]\b|vloeib(?:aar|are)"
               r"|fertili[sz]er solution|meststofoplossing|l[oö]sung\b"
               r"|\bextract\b|\btea\b|emulsion|\bw/v\b|\bp/v\b|\bg/l\b|g/100 ?ml|fl\.? oz|kg/l\b"
               r"|weight per gallon|specific gravity|\bm/v\b"),
    ("soluble", r"(?<!in)soluble$|\bsoluble (?:\w+ )?(?:powder|crystals|feed|fert)|crystals"
                r"|water[- ]soluble(?: fert|\)| powder|$| \d+-)|n[aä]hrsalz|[hi]drosol[uú]b"
                r"|(?:abono|fertilizante|engrais|concime|adubo) (?:\w+ )?sol[uú]b"
                r"|feed soluble|\bdissolve\b|aufl[oö]sen"),
    ("organic", r"\borg[aá]ni(?:c|que|sch|ese|co)|manure|bone ?meal|blood (?:and|&) bone"
                r"|blood meal|dried blood|alfalfa|neem"
                r"|(?:kelp|fish|feather|poultry|hoof|soy\w*|cotton\w*) meal"
                r"|vermicompost|guano|worm cast"),
    ("granular", r"granul|korrel|k[oö]rnig|gek[oö]rnt|pellet|prill|\bpowder\b|dust\b"
                 r"|limestone|\blime\b"),
)  # fmt: skip
_FORM = tuple((name, re.compile(pattern)) for name, pattern in _FORMS)
_LIQUID = dict(_FORM)["liquid"]
_COATED = re.compile(r"(?:polymer|resin)[- ]?coated|(?<!nicht )umh[uü]llt")
_MANURE = re.compile(
    r"manure|mist\b|mist-|fumier|fientes|mestkorrel|(?:kippen|koe|paarden|schapen)mest|estiercol|esti[eé]rcol"
    r"|letame|pollina|stallatico|sheep pellets|guano|gallinaza|(?:horn|knochen|blut)mehl"
    r"|hornsp[aä]ne|schafwoll|corne|sang s[eé]ch"
)
"""What comes out of a stall stays organic, pelleted or not."""
_MIX = re.compile(
    r"(?:potting|seed|starting|starter|growing|container|multi-?purpose|ericaceous"
    r"|peat[- ]free)[- ]"
    r"(?:[\w&]+ ){0,3}(?:mix|compost|medium|media)"
    r"|(?:potting|raised bed|container|seed starting) soil\b"
    r"|(?:blumen|anzucht|aussaat|pflanz|tomaten|gem[uü]se|hochbeet|kr[aä]uter)\w*erde"
    r"|^terreau|^(?!.*(?:abono|fertiliz)).*sustrato|potgrond|terriccio"
)
_COMPOST = re.compile(r"compost|kompost|composta|compostaje")
_FOR_SEED = re.compile(r"\bseed|anzucht|aussaat|semis|semillero|zaai")


_ORGANIC = re.compile(
    r"(?:engrais|fertili[sz]er|abono|concime|d[uü]nger|meststof|amendement|ammendante)\W+"
    r"org[aá]ni\w+|org[aá]ni\w+\W+(?:fertili[sz]er|d[uü]nger|n?pk-d[uü]nger|meststof)"
)
"""What says of itself that it is an organic fertiliser, is one, in grains or not."""


_NO_FORM = re.compile(
    r"(?:\b(?:not?|nicht|no|pas)\b[^.\n]{0,24})?(?:\bfor|\bin|\bf[uü]r|\bpara|\ben)?[^.\n]{0,20}"
    r"(?:organic (?:use|production|grow\w*|garden\w*|farm\w*|standards?|systems?)"
    r"|agriculture biologique|[oö]kologische\w* landbau|agricultura ecol\w+|biologische landbouw"
    r"|agricoltura biologica)"
)
"""Where a product may be used says nothing of what it is."""


def form_of(title: str, whole: str) -> str | None:
    """Return which kind of product a label speaks of.

    Parameters
    ----------
    title : str
        Its name, masked.
    whole : str
        All of it, masked.

    Returns
    -------
    str or None
        A form of the document; None where it does not say.
    """
    if _MIX.search(title):
        return "mix"
    if _COATED.search(whole):
        return "coated"
    if _MANURE.search(title):
        return "liquid" if _LIQUID.search(title) else "organic"
    for text in (title, whole):
        said = _NO_FORM.sub(" ", text)
        for name, pattern in _FORM:
            if pattern.search(said):
                grains_of_it = name == "granular" and _ORGANIC.search(_NO_FORM.sub(" ", whole))
                return "organic" if grains_of_it else name
        if text is title and _COMPOST.search(title):
            return "organic"
    return None


def says_form(low: str) -> bool:
    """Return whether a piece of text is a word for a kind of product, and little else.

    Parameters
    ----------
    low : str
        Masked.

    Returns
    -------
    bool
        True for "Granular" and the like.
    """
    return len(low.split()) <= 3 and any(pattern.search(low) for _, pattern in _FORM)


def is_for_seed(title: str) -> bool:
    """Return whether a mix is one to sow in.

    Parameters
    ----------
    title : str
        Its name, masked.

    Returns
    -------
    bool
        As it says.
    """
    return _FOR_SEED.search(title) is not None


_TRADITIONS: tuple[tuple[str, str], ...] = (
    ("za", r"\d{1,3}:\d{1,3}:\d{1,3} ?\(\d|act 36|\bsr\b"),
    ("au", r"analysis ?\(?w/[vw]|typical analysis|citrate (?:in)?soluble"
           r"|(?<!trace )(?<!minor )(?<!micro )\belements\b"),
    ("in", r"per cent by weight|sq\.? ?mt|\bgms?\b"),
    ("us", r"guaranteed analysis|available phosphate|soluble potash|net wt|derived from"),
    ("eu", r"\be[cu] ferti|pentoxide|potassium oxide|magnesium oxide|\bmgo\b|\bcao\b|\bsox\b"
           r"|stickstoff|azot[eo]\b|nitr[oó]geno|stikstof|trioxide"),
)  # fmt: skip
_TRADITION = tuple((name, re.compile(pattern)) for name, pattern in _TRADITIONS)
_OXIDES_NAMED = re.compile(r"pxox|\bkxo\b|phosphate|potash|pentoxide|potassium oxide")
_SPOONS_AU = re.compile(r"\b(?:per|in|to|/) ?9 ?l")
AMERICAN = re.compile(
    r"(?<![^\W\d])(?:sq(?:uare)?\.? ?f(?:ee|oo)?t|ft2|lbs?|pounds?|ounces?|fl\.? ?oz"
    r"|gal(?:lon)?s?)\b"
)
"""Units of those who write a point before decimals."""

IMPERIAL = re.compile(r"sq(?:uare)?\.? ?y(?:ar)?ds?|fertiliser|litre|imp(?:erial)?\.? gal")


def tradition_of(whole: str) -> str | None:
    """Return which country's way of printing a label follows.

    Parameters
    ----------
    whole : str
        All of it, masked.

    Returns
    -------
    str or None
        "za" and "au" print elements; "us", "eu" and "in" print oxides; None where nothing tells.
    """
    return next((name for name, pattern in _TRADITION if pattern.search(whole)), None)


def prints_oxides(whole: str, tradition: str | None) -> bool:
    """Return whether three bare numbers on this label are surely nitrogen, P2O5 and K2O.

    Parameters
    ----------
    whole : str
        All of it, masked.
    tradition : str or None
        As found.

    Returns
    -------
    bool
        False where one would have to ask.
    """
    return tradition in ("us", "eu", "in") or _OXIDES_NAMED.search(whole) is not None


def spoons(whole: str, tradition: str | None) -> str:
    """Return whose kitchen measures a label means.

    Parameters
    ----------
    whole : str
        All of it, masked.
    tradition : str or None
        As found.

    Returns
    -------
    str
        "us", "au" or "metric".
    """
    if tradition == "us" or (
        tradition is None and AMERICAN.search(whole) and not IMPERIAL.search(whole)
    ):
        return "us"
    return "au" if tradition == "au" or _SPOONS_AU.search(whole) else "metric"


MADE_OF = re.compile(
    r"ingredient|derived from|made (?:of|from)|contains?\b|enth[aä]lt|zutaten|ausgangsstoff|aus\b"
    r"|compos[eé]|contient|contiene|ingredienti|samenstelling|bevat"
)
"""A line of what is in a product is not what the product is."""

BESIDE = re.compile(
    r"(?:customers|people|others) (?:who \w+ .{0,30})?also (?:bought|viewed|like)"
    r"|you (?:may|might) also (?:like|need)|(?:frequently|often) bought|related (?:products|items)"
    r"|kunden (?:kauften|kaufen)|wird oft zusammen|[aä]hnliche (?:artikel|produkte)"
    r"|tambi[eé]n (?:te|le|compra)|productos relacionados|vous aimerez"
    r"|produits (?:similaires|li[eé]s)"
)
"""Where a shop goes on with other things."""

NO_NAME = re.compile(
    r"^(?:client|customer|ref(?:erence)?|order|invoice|lot|batch|art(?:icle|ikel)?|item|sku|page)\b"
    r".*\d"
)
"""A line with a number of somebody's own is not what a product is called."""

HEADING = re.compile(
    r"^\s*(?:nutrients?|n[aä]hrstoffe?|nutriente|[eé]l[eé]ments?)\s+(?:amount|content|share|gehalt"
    r"|contenido|teneur|value|%).{0,12}$"
    r"|^(?:guaranteed|typical)? ?analysis[: (]*(?:w/[vw])?\)?:?$"
    r"|^e[cu] fertili[sz]\w+(?: product)?$"
    r"|^directions.*:?$|^analyse:?$|^(?:chemical |nutrient )?analysis.{0,12}$|^anwendung:?$"
    r"|^n-?p-?k(?:-?s)? by weight, elements$|^typical analysis \(w/w\)$"
    r"|^\W*(?:low in chloride|chloridarm)"
)
"""Lines that say something without a value of their own."""
