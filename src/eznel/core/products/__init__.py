"""What is in a bag: analysis, release over time, solutions."""
