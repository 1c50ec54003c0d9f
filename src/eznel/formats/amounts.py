"""What to weigh and where it goes, in one sentence: the same on paper, in calendars and as text."""

from collections.abc import Mapping
from uuid import UUID

from eznel.core.shed.shelf import MixPlan
from eznel.core.working import Quantity
from eznel.formats.text import amount
from eznel.formats.units import System, handy
from eznel.words import Words

_KITCHEN = ("spoon", "cup", "mug", "scoop")


def amount_sentence(
    mix: MixPlan,
    products: Mapping[UUID, str],
    scoops: Mapping[UUID, str],
    words: Words,
    system: System = "metric",
    source: str = "",
) -> str:
    """Return a mix in words: how many portions, of how much water, what in each, what to a plant.

    Parameters
    ----------
    mix : MixPlan
        One answer to a job.
    products : mapping of UUID to str
        What the grower calls them.
    scoops : mapping of UUID to str
        What the grower calls them.
    words : Words
        The reader's sentences.
    system : str
        The reader's system of units.
    source : str
        What the water is called, where it is not the usual one.

    Returns
    -------
    str
        Like "in each of 4 cans of 9 L: 6 level teaspoons Feed (24 g); 2 L to each plant".
    """
    terms = words.terms
    level: dict[UUID, list[str]] = {}
    grams: dict[UUID, float] = {}
    for line in mix.lines:
        scoop = scoop_name(scoops[line.scoop], line.count, words)
        said = terms["amount.level"].format(count=line.count, scoop=scoop)
        level.setdefault(line.product, []).append(said)
        grams[line.product] = grams.get(line.product, 0.0) + line.grams
    inside = " + ".join(
        terms["amount.of"].format(
            scoops=f" {terms['amount.and']} ".join(said),  # a plus stands between products
            product=products[product],
            amount=_amount(grams[product], "g", words, system),
        )
        for product, said in level.items()
    )
    some = "one" if mix.portions == 1 else "many"
    water = _amount(mix.water_l, "L", words, system)
    each = _amount(mix.per_plant_l, "L", words, system)
    kind = mix.portion if mix.portion != "can" or mix.water_l else "dry"
    if source:
        water = f"{water} ({source})"
    where = terms[f"amount.{kind}.{some}"].format(n=mix.portions, water=water)
    to_each = terms["amount.to_each"].format(each=each) if mix.water_l and mix.per_plant_l else ""
    return f"{where}: {inside}{to_each}"


def _amount(value: float, unit: str, words: Words, system: System) -> str:
    return amount(Quantity("", *handy(value, unit, system)), words)


def scoop_name(name: str, count: float, words: Words) -> str:
    """Return a measure's name, one or several of it.

    Parameters
    ----------
    name : str
        As the grower typed it.
    count : float
        How many. [count]
    words : Words
        The reader's sentences; only an English kitchen name takes an s.

    Returns
    -------
    str
        Like "teaspoons".
    """
    several = count != 1 and words.locale.startswith("en") and name.endswith(_KITCHEN)
    return f"{name}s" if several else name
