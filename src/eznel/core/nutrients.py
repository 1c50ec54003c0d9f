"""The nutrients, as elements: what labels declare of them, and amounts of all six together."""

from collections.abc import Callable, Iterator
from dataclasses import dataclass
from functools import cache
from typing import Annotated, ClassVar, Literal, NamedTuple, get_args

from pydantic import ConfigDict, Field

Nutrient = Literal["N", "P", "K", "Ca", "Mg", "S"]
"""Elements, never oxides."""

NUTRIENTS: tuple[Nutrient, ...] = get_args(Nutrient)

TRACES = ("B", "Cu", "Fe", "Mn", "Mo", "Zn", "Cl", "Na")
"""What labels declare besides; kept and shown, and bounded where it does harm."""

# Standard atomic weights, rounded to three decimals. [g/mol]
ATOMIC_WEIGHT = {
    "H": 1.008, "C": 12.011, "N": 14.007, "O": 15.999, "Mg": 24.305, "P": 30.974,
    "S": 32.06, "K": 39.098, "Ca": 40.078, "Na": 22.990,
}  # fmt: skip

CACO3 = ATOMIC_WEIGHT["Ca"] + ATOMIC_WEIGHT["C"] + 3 * ATOMIC_WEIGHT["O"]
"""Of calcium carbonate. [g/mol]"""

# What labels declare: (atoms of the element, the element, the rest of the formula).
_DECLARED: dict[str, tuple[int, str, dict[str, int]]] = {
    "P2O5": (2, "P", {"O": 5}),
    "K2O": (2, "K", {"O": 1}),
    "CaO": (1, "Ca", {"O": 1}),
    "MgO": (1, "Mg", {"O": 1}),
    "SO3": (1, "S", {"O": 3}),
    "CaCO3": (1, "Ca", {"C": 1, "O": 3}),
    "NO3": (1, "N", {"O": 3}),
}


def _named(element: str) -> object:
    """How an amount is called where it is written down: by the element's symbol."""
    return Field(serialization_alias=element)


@dataclass(frozen=True, slots=True)
class Amounts:
    """One amount of each nutrient; what of and in which unit says the name that holds it."""

    __pydantic_config__: ClassVar[ConfigDict] = ConfigDict(
        serialize_by_alias=True, json_schema_serialization_defaults_required=True
    )

    n: Annotated[float, _named("N")] = 0.0
    p: Annotated[float, _named("P")] = 0.0
    k: Annotated[float, _named("K")] = 0.0
    ca: Annotated[float, _named("Ca")] = 0.0
    mg: Annotated[float, _named("Mg")] = 0.0
    s: Annotated[float, _named("S")] = 0.0

    @classmethod
    def of_each(cls, amount: Callable[[Nutrient], float]) -> "Amounts":
        """Return the amounts that a function has for each nutrient."""
        return cls(*map(amount, NUTRIENTS))

    @property
    def values(self) -> tuple[float, ...]:
        """The amounts alone, in the order of NUTRIENTS."""
        return self.n, self.p, self.k, self.ca, self.mg, self.s

    @property
    def any(self) -> bool:
        """Whether there is anything above nothing."""
        return any(amount > 0 for amount in self.values)

    def items(self) -> Iterator[tuple[Nutrient, float]]:
        """Yield each nutrient with its amount."""
        return zip(NUTRIENTS, self.values, strict=True)

    def __getitem__(self, nutrient: Nutrient) -> float:
        amount: float = getattr(self, _FIELD[nutrient])
        return amount

    # Sums are written out: a season makes thousands of them.

    def __add__(self, other: "Amounts") -> "Amounts":
        return Amounts(
            self.n + other.n,
            self.p + other.p,
            self.k + other.k,
            self.ca + other.ca,
            self.mg + other.mg,
            self.s + other.s,
        )

    def __sub__(self, other: "Amounts") -> "Amounts":
        return Amounts(
            self.n - other.n,
            self.p - other.p,
            self.k - other.k,
            self.ca - other.ca,
            self.mg - other.mg,
            self.s - other.s,
        )

    def __mul__(self, by: float) -> "Amounts":
        return Amounts(
            self.n * by, self.p * by, self.k * by, self.ca * by, self.mg * by, self.s * by
        )

    def __truediv__(self, by: float) -> "Amounts":
        return Amounts(
            self.n / by, self.p / by, self.k / by, self.ca / by, self.mg / by, self.s / by
        )

    def __le__(self, other: "Amounts") -> bool:
        """Return whether there is of no nutrient more than in another."""
        return all(a <= b for a, b in zip(self.values, other.values, strict=True))

    def share(self, shares: "Amounts") -> "Amounts":
        """Return of each nutrient its own share."""
        return Amounts(*(a * share for a, share in zip(self.values, shares.values, strict=True)))

    def beyond(self, other: "Amounts") -> "Amounts":
        """Return what of each is more than in another, never below 0."""
        pairs = zip(self.values, other.values, strict=True)
        return Amounts(*(max(a - b, 0.0) for a, b in pairs))

    def met_by(self, per_gram: "Amounts") -> Iterator[float]:
        """Yield how many grams of a product meet each amount alone, where it brings any. [g]"""
        for wanted, brings in zip(self.values, per_gram.values, strict=True):
            if wanted > 0 and brings > 0:
                yield wanted / brings


_NUTRIENT: dict[str, Nutrient] = {nutrient: nutrient for nutrient in NUTRIENTS}
_FIELD = {nutrient: nutrient.lower() for nutrient in NUTRIENTS}

NOTHING = Amounts()

WHOLE = Amounts(1.0, 1.0, 1.0, 1.0, 1.0, 1.0)
"""All of each: what shares are taken of. [g/g]"""


class Element(NamedTuple):
    """The element in what a label declares, and grams of it per gram declared. [g/g]"""

    symbol: str
    share: float


@cache
def element_of(declared: str) -> Element:
    """Return the element in a declared form and its mass fraction in it.

    Parameters
    ----------
    declared : str
        A nutrient as a label prints it: an element or one of the oxides.

    Returns
    -------
    Element
        A nutrient or a trace. [g/g]

    Raises
    ------
    KeyError
        When the name is neither an element nor an oxide in use on labels.
    """
    if declared in NUTRIENTS or declared in TRACES:
        return Element(declared, 1.0)
    atoms, element, rest = _DECLARED[declared]
    own = atoms * ATOMIC_WEIGHT[element]
    return Element(element, own / (own + sum(n * ATOMIC_WEIGHT[a] for a, n in rest.items())))


def nutrient_of(declared: str) -> Nutrient:
    """Return the nutrient in a declared form.

    Parameters
    ----------
    declared : str
        An element or one of the oxides.

    Returns
    -------
    Nutrient
        One of the six.

    Raises
    ------
    KeyError
        When it declares none of them.
    """
    return _NUTRIENT[element_of(declared).symbol]


CHLORIDE_OXYGEN = 15.999 / (2 * 35.45)
"""Oxygen that an oxide is declared with where chloride stands in its place. [g/g]"""


def declared_total(pct: dict[str, float]) -> float:
    """Return how much of a product its declared lines make up.

    Oxides count as printed, but where chloride is declared too their oxygen is not there: muriate
    of potash declares 60 % K2O and 45 % chloride.

    Parameters
    ----------
    pct : dict of str to float
        Per cent by declared form. [%]

    Returns
    -------
    float
        Never above 100 on a label that can be. [%]
    """
    return sum(pct.values()) - CHLORIDE_OXYGEN * pct.get("Cl", 0.0)
