"""What was picked, what is still to come, and what a year was to bring."""
