"""What products hold here, what may not be used for a job, where it goes, and what to buy."""
