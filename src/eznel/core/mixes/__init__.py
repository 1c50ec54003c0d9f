"""Potting mixes and fills: litres of each ingredient, what to expect of the whole, layers."""
