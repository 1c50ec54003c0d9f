"""What a planting's season needs of each nutrient, and what gives it besides feeds."""
