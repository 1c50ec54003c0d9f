"""The season: plan(garden, log, today, catalogue), and why each of its numbers is what it is."""

from eznel.core.season.explain import explain
from eznel.core.season.measures import measures
from eznel.core.season.plan import Made, make, plan
from eznel.core.season.result import SeasonPlan

__all__ = ["Made", "SeasonPlan", "explain", "make", "measures", "plan"]
