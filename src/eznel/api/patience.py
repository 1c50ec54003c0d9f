"""Patience with guessing: who guesses waits, and nobody else does for it.

Counted by network and account together, so that one who forgets a password shuts out nobody beside
them; by network, so that one machine does not try every account; and by account from networks that
it never signed in from, so that many machines do not try one account together.
"""

import time
from collections import OrderedDict
from dataclasses import dataclass, field
from ipaddress import ip_address, ip_network
from threading import Lock

from eznel.api.problems import TooManyTries

WITHIN_S = 60.0
MOST_OF_PAIR, MOST_OF_NETWORK, MOST_OF_STRANGERS = 5, 30, 20
MOST_KNOWN = 10_000
"""What is remembered of whom. [count]"""

Key = tuple[str, str]


@dataclass
class Patience:
    """Who has tried lately."""

    _tries: OrderedDict[Key, list[float]] = field(default_factory=OrderedDict)
    _lock: Lock = field(default_factory=Lock)

    def count(self, network: str, account: str, *, known: bool) -> None:
        """Count a try before it is checked, so that many at once do not slip by.

        Parameters
        ----------
        network : str
            Where it comes from.
        account : str
            The name that was typed, as names are compared.
        known : bool
            Whether that account is signed in from there already.

        Raises
        ------
        TooManyTries
            When there were too many within a minute.
        """
        counted: list[tuple[Key, int]] = [
            ((network, account), MOST_OF_PAIR),
            ((network, ""), MOST_OF_NETWORK),
        ]
        if not known:
            counted.append((("", account), MOST_OF_STRANGERS))
        with self._lock:
            if any(len(self._lately(key)) >= most for key, most in counted):
                raise TooManyTries("password", "too_many_tries", seconds=WITHIN_S)
            for key, _ in counted:
                self._tries[key] = [*self._lately(key), time.monotonic()]
                self._tries.move_to_end(key)
            while len(self._tries) > MOST_KNOWN:
                self._tries.popitem(last=False)

    def forget(self, network: str, account: str) -> None:
        """Forget the tries of somebody who has proved to be who they say."""
        with self._lock:
            self._tries.pop((network, account), None)

    def _lately(self, key: Key) -> list[float]:
        since = time.monotonic() - WITHIN_S
        return [at for at in self._tries.get(key, ()) if at > since]


def network_of(address: str) -> str:
    """Return the network that one household has: a whole IPv4 address, half of an IPv6 one.

    Parameters
    ----------
    address : str
        Where a request comes from.

    Returns
    -------
    str
        The address itself where it is of neither kind.
    """
    try:
        found = ip_address(address)
    except ValueError:
        return address
    return str(ip_network((found, 64), strict=False)) if found.version == 6 else address
