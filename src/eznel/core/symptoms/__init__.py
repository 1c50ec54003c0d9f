"""What is the matter with a plant: causes by their odds, and the check that tells two apart."""
