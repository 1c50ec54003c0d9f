"""The shed beyond the plan: what a scoop gives, products compared, stock, what to buy instead."""
