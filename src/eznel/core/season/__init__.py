"""What was seen and logged, folded in the order of days."""
