"""Sums as they are typed and told: blanks read, the answer put back into its sentence."""

import re
from collections.abc import Mapping

from eznel.catalogue import load
from eznel.core.sums import Answer, Blank, Kept, Named, Sum, Value, kept, reckon, sums, unit_of
from eznel.core.working import Quantity
from eznel.formats.measures import read_measure
from eznel.formats.text import amount, number
from eznel.formats.units import System, handy
from eznel.words import Words
from eznel.words.sums import sentences

SUMS = sums(load())
"""All of them, by key, in the order of their groups."""
MM_IN = 25.4
"""An inch. [mm]"""
_SMALL = ("gap", "depth")
"""Lengths that are measured in centimetres where metres are used."""
_SPOON = {5.0: "sum.tsp", 15.0: "sum.tbsp"}


def asked_of(
    of: Sum, asked: str, typed: Mapping[str, str], words: Words, system: System, spoons: str
) -> tuple[Answer, dict[str, str]]:
    """Return what a sum comes to, and how each of its blanks was read.

    Parameters
    ----------
    of : Sum
        Which.
    asked : str
        The blank that is asked.
    typed : mapping of str to str
        What stands in the others; what is left out stands as usual.
    words : Words
        The reader's language.
    system : str
        The reader's system of units.
    spoons : str
        Whose kitchen measures are meant.

    Returns
    -------
    tuple of Answer and dict
        With its working, and what was read by blank.

    Raises
    ------
    Impossible
        At the blank that is empty, not understood, or makes no sense.
    """
    known: dict[str, Value] = {}
    said: dict[str, str] = {}
    for blank in of.known(asked):
        text = typed.get(blank.name) or usual_of(blank, words, system)
        read = read_measure(blank.name, blank.kind, text, words, system, spoons)
        known[blank.name], said[blank.name] = read.value, read.said
        if read.value in blank.choices:
            said[blank.name] = choice_of(str(read.value), words)
    return reckon(of, asked, known), said


def choice_of(key: str, words: Words) -> str:
    """Return what one of a blank's choices is called.

    Parameters
    ----------
    key : str
        Like "loam" or "SMP".
    words : Words
        The reader's language.

    Returns
    -------
    str
        A method keeps its own name.
    """
    terms, catalogue = words.terms, load()
    if key in catalogue.crops:
        return words.of_row(catalogue.crops[key].name)
    if key in catalogue.materials:
        return words.of_row(catalogue.materials[key].name)
    return terms.get(f"sum.choice.{key}") or terms.get(f"texture.{key}") or key


def usual_of(blank: Blank, words: Words, system: System) -> str:
    """Return what stands in a blank before anything is typed, as the reader writes it.

    Parameters
    ----------
    blank : Blank
        The blank.
    words : Words
        The reader's language.
    system : str
        The reader's system of units.

    Returns
    -------
    str
        Empty where nothing is usual.
    """
    if blank.usual is None:
        return ""
    if isinstance(blank.usual, str):
        return blank.usual
    unit = unit_of(blank.name)
    if blank.kind in _SMALL and system == "metric":
        return f"{number(blank.usual * 100, words)} cm"
    if blank.kind == "scoop":
        return f"1 {words.terms[_SPOON[blank.usual]]}"
    if blank.kind == "rain" and system != "metric":
        return f"{number(blank.usual / MM_IN, words)} in"
    if not unit or blank.kind == "count":
        return number(blank.usual, words)
    value, name = handy(blank.usual, unit, system)
    name = words.terms.get(f"unit.{name}", name)
    return f"{number(value, words)} {name}".replace("imp. gal", "imp gal")


def beside(found: Answer, system: System) -> list[Quantity]:
    """Return what is worth telling beside an answer to one reader.

    Parameters
    ----------
    found : Answer
        What a sum came to.
    system : str
        The reader's system of units; pounds an acre are nobody's who has hectares.

    Returns
    -------
    list of Quantity
        In the core's units. [their units]
    """
    others = ("_lb",) if system == "metric" else ("_ha_kg",)
    return [one for one in found.beside if not one.name.endswith(others)]


def measured(quantity: Quantity, words: Words, system: System) -> str:
    """Return a number of a sum as the reader measures it.

    Parameters
    ----------
    quantity : Quantity
        In the core's unit. [its unit]
    words : Words
        The reader's language.
    system : str
        The reader's system of units.

    Returns
    -------
    str
        Like "4.29 kg".
    """
    return amount(Quantity("", *handy(quantity.value, quantity.unit, system)), words)


def big_figure(of: Sum, found: Answer, words: Words, system: System) -> str:
    """Return what was asked, as the reader measures it.

    Parameters
    ----------
    of : Sum
        Which.
    found : Answer
        What a sum came to.
    words : Words
        The reader's language.
    system : str
        The reader's system of units.

    Returns
    -------
    str
        Like "4.29 kg".
    """
    value, unit = found.worked.value, found.worked.unit
    small = any(one.name == found.asked and one.kind in _SMALL for one in of.blanks)
    if small and system == "metric":
        value, unit = value * 100, "cm"
    return measured(Quantity("", value, unit), words, system)


def keepable(of: Sum, found: Answer, words: Words) -> Kept:
    """Return what an answer can become in a garden, with names in the reader's language.

    Parameters
    ----------
    of : Sum
        Which.
    found : Answer
        What it came to.
    words : Words
        The reader's language.

    Returns
    -------
    Kept
        Without ids of its own.
    """
    terms = words.terms
    return kept(of, found, Named(terms["sum.bed"], terms["sum.tub"], terms["sum.part"]))


def in_a_line(of: Sum, found: Answer, read: Mapping[str, str], words: Words, system: System) -> str:
    """Return a sum and its answer in one sentence, to be copied.

    Parameters
    ----------
    of : Sum
        Which.
    found : Answer
        What it came to.
    read : mapping of str to str
        How its blanks were read.
    words : Words
        The reader's language.
    system : str
        The reader's system of units.

    Returns
    -------
    str
        Like "360 g of 10-10-10 on 3.6 m² gives 10 g/m² of N."
    """
    told = {one.name: measured(one, words, system) for one in found.beside} | dict(read)
    told[found.asked] = big_figure(of, found, words, system)
    told |= {blank.name: "…" for blank in of.blanks if blank.name not in told}
    return sentences(words.locale)[of.key].text.format_map(told)


def in_words(of: Sum, words: Words) -> str:
    """Return a sum's sentence with the name of each blank beside what it is called.

    Parameters
    ----------
    of : Sum
        Which.
    words : Words
        The reader's language.

    Returns
    -------
    str
        Like "[volume_l: volume] from bags of [bag_l: one bag] takes [bags: bags]."
    """
    named = {one.name: f"[{one.name}: {words.names[one.name]}]" for one in of.blanks}
    return sentences(words.locale)[of.key].text.format_map(named)


def found_by(asked: str, words: Words) -> list[Sum]:
    """Return the sums that ordinary words find, those that hold most of them first.

    Parameters
    ----------
    asked : str
        Like "how strong is my feed".
    words : Words
        The reader's language.

    Returns
    -------
    list of Sum
        Empty where no word is in any.
    """
    wanted = [one for one in re.findall(r"[^\W_]+", asked.lower()) if len(one) > 1]
    said = sentences(words.locale)
    hits = {}
    for key, of in SUMS.items():
        text = " ".join((key, said[key].name, said[key].text, *said[key].also)).lower()
        hits[key] = sum(word in text for word in wanted), asked.lower() in text, of
    best = max(count for count, _, _ in hits.values())
    found = [(whole, of) for count, whole, of in hits.values() if count == best > 0]
    return [of for _, of in sorted(found, key=lambda one: not one[0])]
