"""Raising under cover: seed, pots by the root ball, room on the benches, hardening off."""
