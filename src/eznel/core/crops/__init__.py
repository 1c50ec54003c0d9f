"""How a crop moves through its season: stages by warmth, uptake by stage."""
