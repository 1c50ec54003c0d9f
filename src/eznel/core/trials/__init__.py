"""Trials: lots that are drawn, an equal start that is checked, a difference with its interval."""
