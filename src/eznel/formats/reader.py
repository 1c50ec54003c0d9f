"""How one reader reads a plan: their names for things, their language, units and days."""

from datetime import date
from uuid import UUID

from eznel.core.document import Garden
from eznel.core.moisture.watering import PlaceWater
from eznel.core.plan.result import PlantingPlan, TakenAlong
from eznel.core.shed.shelf import MixPlan
from eznel.core.working import Finding, Quantity
from eznel.formats import text
from eznel.formats.amounts import amount_sentence
from eznel.formats.heaps import heap
from eznel.formats.units import System, handy
from eznel.words import Words, spoken

LEAST_CANS = 0.75
"""Less is said in litres alone."""


class Reader:
    """One for each paper, calendar or text that is written: all of them say the same."""

    def __init__(self, garden: Garden, words: Words, system: System = "metric") -> None:
        self.words, self.system = spoken(words, system), system
        self.terms = self.words.terms
        self._places = {place.id: place.name for place in garden.places}
        waters = {one.id: one.name for one in garden.site.waters}
        self._waters = {one.id: waters[one.water] for one in garden.places if one.water}
        self._products = {product.id: product.name for product in garden.products}
        self._scoops = {scoop.id: scoop.name for scoop in garden.scoops}

    def place(self, place: UUID) -> str:
        """Return what the grower calls a place."""
        return self._places[place]

    def planting(self, planting: PlantingPlan) -> str:
        """Return crop and variety."""
        return f"{planting.crop_name} {planting.variety}".strip()

    def mix(self, mix: MixPlan, place: UUID) -> str:
        """Return what to weigh, into how many portions, in one sentence."""
        water = self._waters.get(place, "")
        return amount_sentence(mix, self._products, self._scoops, self.words, self.system, water)

    def finding(self, finding: Finding) -> str:
        """Return a finding with its way out."""
        return text.sentence(finding, self.words, self.system)

    def amount(self, value: float, unit: str) -> str:
        """Return an amount in the reader's units; nutrients stay in grams, which everybody weighs.

        Parameters
        ----------
        value : float
            In the core's unit. [unit]
        unit : str
            The core's, like "L".

        Returns
        -------
        str
            With its unit.
        """
        return text.amount(Quantity("", *handy(value, unit, self.system)), self.words)

    def bulk(self, grams: float, litres: float) -> str:
        """Return what a place gets as a whole: by weight, by volume, and as it is carried.

        Parameters
        ----------
        grams : float
            Its mass. [g]
        litres : float
            Its volume, 0 for what is weighed alone. [L]

        Returns
        -------
        str
            Like "29 kg (50 L, 5 buckets of 10 L)"; empty for nothing.
        """
        weight = self.amount(grams, "g") if grams else ""
        if not litres:
            return weight
        carried = heap(litres, self.words, self.system)
        volume = ", ".join(part for part in (self.amount(litres, "L"), carried) if part)
        return f"{weight} ({volume})" if weight else volume

    def grams(self, value: float) -> str:
        """Return grams of a nutrient. [g]"""
        return text.amount(Quantity("", value, "g"), self.words)

    def take(self, one: TakenAlong) -> str:
        """Return so many, or so much, of something to take along."""
        return f"{self.amount(one.amount, one.unit)} {self.words.of_row(one.name)}"

    def watering(self, one: PlaceWater) -> str:
        """Return how much water a place wants and how often, today's first where it is dry."""
        cans = text.number(round(2 * one.cans) / 2, self.words)
        said = {
            "amount": self.amount(one.with_losses_l, "L"),
            "cans": cans,
            "minutes": text.number(round(one.minutes or 0.0), self.words),
            "n": one.times_a_day if one.times_a_day > 1 else one.every_days,
        }
        much = "minutes" if one.minutes else "cans" if one.cans >= LEAST_CANS else "amount"
        often = "times" if one.times_a_day > 1 else "daily" if one.every_days == 1 else "every"
        amount = self.terms[f"watering.{much}"].format(**said)
        if one.place in self._waters:
            amount += f" ({self._waters[one.place]})"
        rhythm = self.terms[f"watering.{often}"].format(**said)
        if one.state == "water":
            return self.terms["watering.today"].format(much=amount)
        line = self.terms["watering.about"].format(much=amount, often=rhythm)
        if one.next_on is None:
            return line
        return f"{line}; {self.terms['watering.next'].format(day=self.day(one.next_on))}"

    def day(self, on: date, *, year: bool = False) -> str:
        """Return a day as the reader writes it, the month as a word: nobody swaps it with the day.

        Parameters
        ----------
        on : date
            The day.
        year : bool
            Whether the year is written too.

        Returns
        -------
        str
            Like "3 Jul", "Jul 3, 2026", "3. Juli".
        """
        form = "year" if year else "day"
        said = self.terms[f"date.{form}_us" if self.system == "us" else f"date.{form}"]
        return said.format(day=on.day, month=self.terms[f"month.{on.month}"], year=on.year)
