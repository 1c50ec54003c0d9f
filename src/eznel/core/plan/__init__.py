"""The season: plan(garden, log, today, catalogue), and why each of its numbers is what it is."""

from eznel.core.plan.explain import explain, explained
from eznel.core.plan.measures import measures
from eznel.core.plan.near import near_numbers
from eznel.core.plan.result import SeasonPlan
from eznel.core.plan.season_plan import Made, make, plan

__all__ = ["Made", "SeasonPlan", "explain", "explained", "make", "measures", "near_numbers", "plan"]
