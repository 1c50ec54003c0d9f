"""Where nutrients and salts of a place are, day by day: what comes, is taken up, lost, and left."""
