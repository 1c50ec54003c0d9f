"""A shed that does not last the season is shared out by need, not first come first served.

Each job is offered its share of what is left: its own need over that of all jobs ahead that can be
done with the product. Those that something else would do for, which lasts, leave it to the others.
"""

from collections.abc import Iterable
from typing import Literal, NamedTuple
from uuid import UUID

from eznel.core.mixing.usable import FORMS
from eznel.core.nutrients import NOTHING, Amounts
from eznel.core.schedule.jobs import Job
from eznel.core.shed.placing import JobKind
from eznel.core.shed.shelf import Shed, Shelf


class Use(NamedTuple):
    """What a job is done with depends on its kind, and on ground or tub."""

    kind: JobKind
    where: Literal["ground", "tub"]


class Ahead:
    """What all jobs of a garden that are still to come are to bring, by their use. [g]"""

    def __init__(self, jobs: Iterable[tuple[Use, Job]], shed: Shed) -> None:
        self._shed = shed
        self._first_g: dict[Use, Amounts] = {}
        for use, job in jobs:
            self._first_g[use] = self._first_g.get(use, NOTHING) + job.first_g

    def offered(self, use: Use, job: Job, shelf: Shelf) -> Shelf:
        """Return what a job may take of each product.

        Parameters
        ----------
        use : Use
            The job's.
        job : Job
            The next of them. [g]
        shelf : Shelf
            What is left. [g]

        Returns
        -------
        Shelf
            At most that; the same where it lasts. [g]
        """
        scarce = [id_ for id_, left in shelf.left_g.items() if left and not self._lasts(id_, left)]
        wanted = _claim_g(job.first_g)
        if not scarce or wanted <= 0:
            return shelf
        lasting = [id_ for id_, left in shelf.left_g.items() if id_ not in scarce and left != 0]
        left_g = dict(shelf.left_g)
        for id_ in scarce:
            rivals = self._rivals(id_)
            needy = [one for one in rivals if not any(one in self._rivals(x) for x in lasting)]
            whole = sum(_claim_g(self._first_g[one]) for one in (needy if use in needy else rivals))
            if use in rivals and whole > 0:
                left_g[id_] = (left_g[id_] or 0.0) * min(wanted / whole, 1.0)
        return Shelf(left_g)

    def passed(self, use: Use, job: Job) -> None:
        """Take a job from those ahead."""
        self._first_g[use] = self._first_g[use].beyond(job.first_g)

    def _rivals(self, product: UUID) -> list[Use]:
        """What a product can be used for, of what is ahead."""
        one = self._shed.products[product]
        if self._shed.refused[product] is not None or one.contents.available.n <= 0:
            return []
        return [use for use in self._first_g if one.form in FORMS[use]]

    def _lasts(self, product: UUID, left_g: float) -> bool:
        """Whether a product alone has the nitrogen for all that it can be used for."""
        n_g = sum(self._first_g[use].n for use in self._rivals(product))
        return left_g * self._shed.products[product].contents.available.n >= n_g


def _claim_g(first_g: Amounts) -> float:
    """What a job's claim on a bag is weighed by: nitrogen and potassium, as first planned. [g]"""
    return first_g.n + first_g.k
