"""A shed that does not last the season is shared out by need, not first come first served.

Each job is offered its share of what is left: its own need over that of all jobs ahead that can be
done with the product. Those that something else would do for, which lasts, leave it to the others.
"""

from collections.abc import Iterable
from typing import NamedTuple

from eznel.core.mixing.usable import forms_of
from eznel.core.nutrients import Amounts
from eznel.core.schedule.jobs import Job
from eznel.core.shed.placing import JobKind
from eznel.core.shed.shelf import Shed, Shelf
from eznel.core.stands.stand import Where


class Use(NamedTuple):
    """What a job is done with depends on its kind, and on ground or tub."""

    kind: JobKind
    where: Where


class Ahead:
    """What all jobs of a garden that are still to come are to bring, by their use. [g]"""

    def __init__(self, jobs: Iterable[tuple[Use, Job]], shed: Shed) -> None:
        self._claims_g: dict[Use, float] = {}
        n_g: dict[Use, float] = {}
        for use, job in jobs:
            self._claims_g[use] = self._claims_g.get(use, 0.0) + _claim_g(job.first_g)
            n_g[use] = n_g.get(use, 0.0) + job.first_g.n
        feeding = {
            id_: one
            for id_, one in shed.products.items()
            if shed.refused[id_] is None and one.contents.available.n > 0
        }
        there = {one.form for one in feeding.values()}
        forms = {use: forms_of(*use, there) for use in n_g}
        self._feeds = {
            id_: _Feeds(one.contents.available.n, tuple(x for x in forms if one.form in forms[x]))
            for id_, one in feeding.items()
        }
        self._n_g = {one.uses: sum(n_g[use] for use in one.uses) for one in self._feeds.values()}
        """Nitrogen ahead, by what it can be brought with: asked for at every job."""

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
        claim_g = _claim_g(job.first_g)
        scarce = [
            id_
            for id_, one in self._feeds.items()
            if (left := shelf.left_g[id_]) and left * one.n < self._n_g[one.uses]
        ]
        if not scarce or claim_g <= 0:
            return shelf
        lasting = [
            one.uses
            for id_, one in self._feeds.items()
            if id_ not in scarce and shelf.left_g[id_] != 0
        ]
        left_g = dict(shelf.left_g)
        for id_ in scarce:
            rivals = self._feeds[id_].uses
            needy = [x for x in rivals if not any(x in uses for uses in lasting)]
            whole = sum(self._claims_g[x] for x in (needy if use in needy else rivals))
            if use in rivals and whole > 0:
                left_g[id_] = (left_g[id_] or 0.0) * min(claim_g / whole, 1.0)
        return Shelf(left_g)

    def passed(self, use: Use, job: Job) -> None:
        """Take a job from those ahead."""
        self._claims_g[use] -= _claim_g(job.first_g)
        for uses in self._n_g:
            if use in uses:
                self._n_g[uses] -= job.first_g.n


class _Feeds(NamedTuple):
    """What a gram of a product brings, and what it can be used for. [g/g]"""

    n: float
    uses: tuple[Use, ...]


def _claim_g(first_g: Amounts) -> float:
    """What a job's claim on a bag is weighed by: nitrogen and potassium, as first planned. [g]"""
    return first_g.n + first_g.k
