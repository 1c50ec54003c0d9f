"""Eznel: feeding plans for a vegetable garden, from soil test and bag to the next feed."""
