"""A shed that does not last the season is shared out by need, not first come first served.

Each job is offered its share of what is left: its own need over that of all jobs ahead that can be
done with the product. Those that something else would do for, which lasts, leave it to the others.
"""

from collections.abc import Iterable
from typing import NamedTuple

from eznel.core.mixing.usable import forms_of
from eznel.core.schedule.jobs import Job
from eznel.core.shed.placing import JobKind
from eznel.core.shed.shelf import Shed, Shelf
from eznel.core.stands.stand import Where


class Use(NamedTuple):
    """What a job is done with depends on its kind, and on ground or tub."""

    kind: JobKind
    where: Where


class Claim(NamedTuple):
    """What a job claims of the shed: nitrogen with potassium, and nitrogen. [g]"""

    use: Use
    nk_g: float
    n_g: float


def claim_of(job: Job, where: Where) -> Claim:
    """Return what a job claims of the shed, as first planned.

    Parameters
    ----------
    job : Job
        With its amounts. [g]
    where : Where
        On ground or in a tub.

    Returns
    -------
    Claim
        What its share of a bag that does not last is weighed by. [g]
    """
    return Claim(Use(job.kind, where), job.first_g.n + job.first_g.k, job.first_g.n)


class Ahead:
    """What all jobs of a garden that are still to come are to bring, by their use. [g]"""

    def __init__(self, claims: Iterable[Claim], shed: Shed) -> None:
        self._claims_g: dict[Use, float] = {}
        n_g: dict[Use, float] = {}
        for use, claim_g, claim_n_g in claims:
            self._claims_g[use] = self._claims_g.get(use, 0.0) + claim_g
            n_g[use] = n_g.get(use, 0.0) + claim_n_g
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

    def offered(self, claim: Claim, shelf: Shelf) -> Shelf:
        """Return what a job may take of each product.

        Parameters
        ----------
        claim : Claim
            The next of them. [g]
        shelf : Shelf
            What is left. [g]

        Returns
        -------
        Shelf
            At most that; the same where it lasts. [g]
        """
        left, ahead_g = shelf.left_g, self._n_g
        scarce = [
            id_
            for id_, one in self._feeds.items()
            if (grams := left[id_]) and grams * one.n < ahead_g[one.uses]
        ]
        if not scarce or claim.nk_g <= 0:
            return shelf
        lasting = [
            one.uses for id_, one in self._feeds.items() if id_ not in scarce and left[id_] != 0
        ]
        left_g = dict(left)
        for id_ in scarce:
            rivals = self._feeds[id_].uses
            needy = [x for x in rivals if not any(x in uses for uses in lasting)]
            whole = sum(self._claims_g[x] for x in (needy if claim.use in needy else rivals))
            if claim.use in rivals and whole > 0:
                left_g[id_] = (left_g[id_] or 0.0) * min(claim.nk_g / whole, 1.0)
        return Shelf(left_g)

    def passed(self, claim: Claim) -> None:
        """Take a job from those ahead."""
        self._claims_g[claim.use] -= claim.nk_g
        for uses in self._n_g:
            if claim.use in uses:
                self._n_g[uses] -= claim.n_g


class _Feeds(NamedTuple):
    """What a gram of a product brings, and what it can be used for. [g/g]"""

    n: float
    uses: tuple[Use, ...]
