"""Soil reports from outside: tables, pasted text, and back."""
